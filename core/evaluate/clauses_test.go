package evaluate_test

import "testing"

// Which clause of a function runs is decided by what it is given.
func TestClauses(t *testing.T) {
	hold(t, []saying{
		{"a.ex", `
defmodule Lock.Env do
  def int(name, usual), do: name |> System.get_env() |> to_int(usual)
  defp to_int(nil, usual), do: usual
  defp to_int(text, _), do: String.to_integer(text)
end
defmodule Lock.App do
  def start, do: Lock.Env.int("A", 5)
end
`, "A optional integer =5"},
		{"a.ex", `
defmodule Lock do
  def flag(name, usual \\ false)
  def flag(name, usual) do
    case System.get_env(name) do
      nil -> usual
      v -> v in ["1", "true"]
    end
  end
  def a, do: flag("A")
  def b, do: flag("B", true)
end
`, "A optional boolean =false; B optional boolean =true"},
		{"a.ex", `
defmodule Lock do
  def a, do: or_raise(System.get_env("A"), "A")
  def b, do: number(System.get_env("B"))
  def c, do: named(:web)
  defp or_raise(nil, name), do: raise("no #{name}")
  defp or_raise(v, _name), do: v
  defp number(v) when v == nil or v == "", do: 0
  defp number(v), do: String.to_integer(v)
  defp named(name), do: System.get_env("PORT_#{String.upcase(to_string(name))}")
end
`, "A required; B optional integer =0; PORT_WEB expected"},
		{"a.ex", `
defmodule Lock do
  def a(:one, v), do: v
  def a(:two, v), do: raise(v)
  def b, do: a(:one, System.get_env("A"))
  def c do
    unless System.get_env("B"), do: raise "B"
    unless System.get_env("C"), do: System.halt(1)
    {1, 2}
  end
end
`, "A expected; B required; C required"},
	})
}
