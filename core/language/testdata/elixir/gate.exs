# System.get_env("IN_A_COMMENT")
defmodule Gate do
  @moduledoc """
  System.get_env("IN_A_DOC")
  """
  @key "GATE_KEY"
  def url, do: System.get_env("GATE_URL") # read: GATE_URL expected column=16
  def name, do: System.get_env("GATE_NAME", "north") # read: GATE_NAME optional fallback=north
  def must, do: System.fetch_env!("GATE_MUST") # read: GATE_MUST required
  def maybe, do: System.fetch_env("GATE_MAYBE") # read: GATE_MAYBE optional
  def port, do: String.to_integer(System.get_env("GATE_PORT") || "8080") # read: GATE_PORT integer fallback=8080
  def quiet, do: System.get_env "GATE_QUIET" # read: GATE_QUIET
  def inside, do: "at #{System.get_env("GATE_IN_TEXT")}" # read: GATE_IN_TEXT
  def sigil, do: ~s(at #{System.get_env("GATE_IN_SIGIL")} "x") # read: GATE_IN_SIGIL
  def raw, do: ~S(#{System.get_env("IN_RAW")} ")
  def words, do: ~w[System.get_env("IN_WORDS")]
  def charlist, do: 'System.get_env("IN_CHARS")'
  def computed(id), do: System.get_env("GATE_#{id}_URL") # read: GATE_*_URL
  def joined, do: System.get_env("GATE_" <> "JOINED") # read: GATE_JOINED
  def token, do: System.get_env("GATE_TOKEN") || raise "GATE_TOKEN" # read: GATE_TOKEN required
  def debug, do: System.get_env("GATE_DEBUG") == "true" # read: GATE_DEBUG boolean literals=true
  def piped, do: "GATE_PIPED" |> System.get_env() # read: GATE_PIPED
  def heredoc do
    """
    #{System.get_env("GATE_IN_HEREDOC")} read: GATE_IN_HEREDOC
    """
  end
  def put, do: System.put_env("WRITTEN", "x")
  def all, do: IO.inspect(System.get_env()) # read: *
  def last, do: System.get_env("GATE_LAST") # read: GATE_LAST
end
