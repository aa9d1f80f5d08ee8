for _, key in ipairs({ "host", "port" }) do
  use(os.getenv("GATE_A" .. key:upper() .. "_EXP")) -- read: GATE_AHOST_EXP expected | GATE_APORT_EXP expected
  use(os.getenv("GATE_B" .. string.upper(key) .. "_EXP")) -- read: GATE_BHOST_EXP expected | GATE_BPORT_EXP expected
  use(os.getenv(("GATE_C%s_EXP"):format(key:upper()))) -- read: GATE_CHOST_EXP expected | GATE_CPORT_EXP expected
  use(os.getenv(string.format("GATE_D%s_EXP", key:upper()))) -- read: GATE_DHOST_EXP expected | GATE_DPORT_EXP expected
end
for _, key in ipairs({ "db.host", "db-port" }) do
  use(os.getenv("GATE_E_" .. key:gsub("[%.%-]", "_"):upper() .. "_EXP")) -- read: GATE_E_DB_HOST_EXP expected | GATE_E_DB_PORT_EXP expected
end
for i = 1, 2 do use(os.getenv("GATE_N" .. i .. "_EXP")) end -- read: GATE_N1_EXP expected | GATE_N2_EXP expected
use(os.getenv(table.concat({ "GATE", "F", "EXP" }, "_"))) -- read: GATE_F_EXP expected
use(os.getenv(("xGATE_G_EXP"):sub(2))) -- read: GATE_G_EXP expected
