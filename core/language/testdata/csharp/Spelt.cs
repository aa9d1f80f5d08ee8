class Spelt {
  static void Main() {
    foreach (var key in new[] { "host", "port" }) {
      Use(Environment.GetEnvironmentVariable("GATE_A" + key.ToUpper() + "_EXP")); // read: GATE_AHOST_EXP expected | GATE_APORT_EXP expected
      Use(Environment.GetEnvironmentVariable($"GATE_B{key.ToUpperInvariant()}_EXP")); // read: GATE_BHOST_EXP expected | GATE_BPORT_EXP expected
      Use(Environment.GetEnvironmentVariable(string.Format("GATE_C{0}_EXP", key.ToUpper()))); // read: GATE_CHOST_EXP expected | GATE_CPORT_EXP expected
    }
    foreach (var key in new List<string> { "db.host", "db-port" }) {
      Use(Environment.GetEnvironmentVariable("GATE_D_" + key.Replace('.', '_').Replace("-", "_").ToUpper() + "_EXP")); // read: GATE_D_DB_HOST_EXP expected | GATE_D_DB_PORT_EXP expected
      Use(Environment.GetEnvironmentVariable("GATE_E_" + Regex.Replace(key, "[.-]", "_").ToUpper() + "_EXP")); // read: GATE_E_DB_HOST_EXP expected | GATE_E_DB_PORT_EXP expected
    }
    Use(Environment.GetEnvironmentVariable(string.Join("_", "GATE", "F", "EXP"))); // read: GATE_F_EXP expected
    Use(Environment.GetEnvironmentVariable("xGATE_G_EXP".Substring(1))); // read: GATE_G_EXP expected
    Use(Environment.GetEnvironmentVariable("xGATE_H_EXP"[1..])); // read: GATE_H_EXP expected
    Use(Environment.GetEnvironmentVariable(string.Concat("GATE_", "I", "_EXP"))); // read: GATE_I_EXP expected
    for (var i = 1; i <= 2; i++) Use(Environment.GetEnvironmentVariable($"GATE_N{i}_EXP")); // read: GATE_N1_EXP expected | GATE_N2_EXP expected
    foreach (var k in new[] { "GATE_Y_EXP", "other" }) { if (!k.StartsWith("GATE_")) continue; Use(Environment.GetEnvironmentVariable(k)); } // read: GATE_Y_EXP expected
    foreach (var i in Enumerable.Range(1, 2)) Use(Environment.GetEnvironmentVariable($"GATE_M{i}_EXP")); // read: GATE_M1_EXP expected | GATE_M2_EXP expected
  }
}
