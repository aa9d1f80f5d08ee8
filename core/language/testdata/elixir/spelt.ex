defmodule Gate do
  def run do
    for key <- ["host", "port"] do
      use_it(System.get_env("GATE_A#{String.upcase(key)}_EXP")) # read: GATE_AHOST_EXP expected | GATE_APORT_EXP expected
      use_it(System.get_env("GATE_B" <> String.upcase(key) <> "_EXP")) # read: GATE_BHOST_EXP expected | GATE_BPORT_EXP expected
    end
    Enum.each(["db.host", "db.port"], fn key ->
      use_it(System.get_env("GATE_C_" <> (key |> String.replace(".", "_") |> String.upcase()) <> "_EXP")) # read: GATE_C_DB_HOST_EXP expected | GATE_C_DB_PORT_EXP expected
    end)
    for i <- 1..2, do: use_it(System.get_env("GATE_N#{i}_EXP")) # read: GATE_N1_EXP expected | GATE_N2_EXP expected
    use_it(System.get_env(Enum.join(["GATE", "F", "EXP"], "_"))) # read: GATE_F_EXP expected
    for k <- ["GATE_Y_EXP", "other"], String.starts_with?(k, "GATE_"), do: use_it(System.get_env(k)) # read: GATE_Y_EXP expected
  end
end
