fun main() {
    for (key in listOf("host", "port")) {
        use(System.getenv("GATE_A${key.uppercase()}_EXP")) // read: GATE_AHOST_EXP expected | GATE_APORT_EXP expected
        use(System.getenv("GATE_B" + key.toUpperCase() + "_EXP")) // read: GATE_BHOST_EXP expected | GATE_BPORT_EXP expected
        use(System.getenv("GATE_C%s_EXP".format(key.uppercase()))) // read: GATE_CHOST_EXP expected | GATE_CPORT_EXP expected
    }
    for (key in arrayOf("db.host", "db-port")) {
        use(System.getenv("GATE_D_${key.replace('.', '_').replace("-", "_").uppercase()}_EXP")) // read: GATE_D_DB_HOST_EXP expected | GATE_D_DB_PORT_EXP expected
        use(System.getenv("GATE_E_${key.replace(Regex("[.-]"), "_").uppercase()}_EXP")) // read: GATE_E_DB_HOST_EXP expected | GATE_E_DB_PORT_EXP expected
    }
    use(System.getenv(listOf("GATE", "F", "EXP").joinToString("_"))) // read: GATE_F_EXP expected
    use(System.getenv("xGATE_G_EXP".substring(1))) // read: GATE_G_EXP expected
    use(System.getenv("xGATE_H_EXP".drop(1))) // read: GATE_H_EXP expected
    use(System.getenv("OLD_GATE_P_EXP".removePrefix("OLD_"))) // read: GATE_P_EXP expected
    for (i in 1..2) use(System.getenv("GATE_N${i}_EXP")) // read: GATE_N1_EXP expected | GATE_N2_EXP expected
    repeat(2) { use(System.getenv("GATE_M${it}_EXP")) } // read: GATE_M0_EXP expected | GATE_M1_EXP expected
    for (k in listOf("GATE_Y_EXP", "other")) { if (!k.startsWith("GATE_")) continue; use(System.getenv(k)) } // read: GATE_Y_EXP expected
    listOf("GATE_Z_EXP", "other").filter { it.startsWith("GATE_") }.forEach { use(System.getenv(it)) } // read: GATE_Z_EXP expected
}
