import java.util.*;
class Spelt {
  static String envName(String... parts) { return "GATE_" + String.join("_", parts).toUpperCase() + "_EXP"; }
  public static void main(String[] args) {
    for (String key : List.of("host", "port")) {
      use(System.getenv("GATE_A" + key.toUpperCase() + "_EXP")); // read: GATE_AHOST_EXP expected | GATE_APORT_EXP expected
      use(System.getenv(String.format("GATE_B%s_EXP", key.toUpperCase()))); // read: GATE_BHOST_EXP expected | GATE_BPORT_EXP expected
      use(System.getenv("GATE_C%s_EXP".formatted(key.toUpperCase(Locale.ROOT)))); // read: GATE_CHOST_EXP expected | GATE_CPORT_EXP expected
    }
    for (String key : new String[] {"db.host", "db-port"}) {
      use(System.getenv("GATE_D_" + key.replace('.', '_').replace('-', '_').toUpperCase() + "_EXP")); // read: GATE_D_DB_HOST_EXP expected | GATE_D_DB_PORT_EXP expected
      use(System.getenv("GATE_E_" + key.replaceAll("[.-]", "_").toUpperCase() + "_EXP")); // read: GATE_E_DB_HOST_EXP expected | GATE_E_DB_PORT_EXP expected
    }
    use(System.getenv(String.join("_", "GATE", "F", "EXP"))); // read: GATE_F_EXP expected
    use(System.getenv("xGATE_G_EXP".substring(1))); // read: GATE_G_EXP expected
    use(System.getenv(" GATE_H_EXP ".trim())); // read: GATE_H_EXP expected
    use(System.getenv("GATE_I_EXP,X".split(",")[0])); // read: GATE_I_EXP expected
    for (int i = 1; i <= 2; i++) use(System.getenv("GATE_N" + i + "_EXP")); // read: GATE_N1_EXP expected | GATE_N2_EXP expected
    for (String k : List.of("GATE_Y_EXP", "other")) { if (!k.startsWith("GATE_")) continue; use(System.getenv(k)); } // read: GATE_Y_EXP expected
    use(System.getenv("GATE_" + "dbHost".replaceAll("([A-Z])", "_$1").toUpperCase() + "_EXP")); // read: GATE_DB_HOST_EXP expected
    use(System.getenv(envName("mail", "host"))); // read: GATE_MAIL_HOST_EXP expected
    use(System.getenv("GATE_".concat("Q").concat("_EXP"))); // read: GATE_Q_EXP expected
    Stream.of("GATE_Z_EXP", "other").filter(k -> k.startsWith("GATE_")).forEach(k -> use(System.getenv(k))); // read: GATE_Z_EXP expected
    StringBuilder b = new StringBuilder("GATE_");
    b.append("SB").append("_EXP");
    use(System.getenv(b.toString())); // read: GATE_SB_EXP expected
  }
}
