use std::env;
fn main() {
    for key in ["host", "port"] {
        use_it(env::var(format!("GATE_A{}_EXP", key.to_uppercase())).ok()); // read: GATE_AHOST_EXP expected | GATE_APORT_EXP expected
        use_it(env::var("GATE_B".to_string() + &key.to_uppercase() + "_EXP").ok()); // read: GATE_BHOST_EXP expected | GATE_BPORT_EXP expected
        let upper = key.to_ascii_uppercase();
        use_it(env::var(format!("GATE_C{upper}_EXP")).ok()); // read: GATE_CHOST_EXP expected | GATE_CPORT_EXP expected
    }
    for key in ["db.host", "db-port"].iter() {
        use_it(env::var(format!("GATE_D_{}_EXP", key.replace(".", "_").replace('-', "_").to_uppercase())).ok()); // read: GATE_D_DB_HOST_EXP expected | GATE_D_DB_PORT_EXP expected
    }
    use_it(env::var(["GATE", "F", "EXP"].join("_")).ok()); // read: GATE_F_EXP expected
    use_it(env::var(&"xGATE_G_EXP"[1..]).ok()); // read: GATE_G_EXP expected
    use_it(env::var(concat!("GATE_", "H", "_EXP")).ok()); // read: GATE_H_EXP expected
    for i in 1..3 { use_it(env::var(format!("GATE_N{}_EXP", i)).ok()); } // read: GATE_N1_EXP expected | GATE_N2_EXP expected
    for i in 1..=2 { use_it(env::var(format!("GATE_M{i}_EXP")).ok()); } // read: GATE_M1_EXP expected | GATE_M2_EXP expected
    for k in ["GATE_Y_EXP", "other"] { if !k.starts_with("GATE_") { continue; } use_it(env::var(k).ok()); } // read: GATE_Y_EXP expected
    let mut name = String::from("GATE_");
    name.push_str("PS");
    name.push_str("_EXP");
    use_it(env::var(&name).ok()); // read: GATE_PS_EXP expected
    use_it(env::var("OLD_GATE_P_EXP".trim_start_matches("OLD_")).ok()); // read: GATE_P_EXP expected
    use_it(env::var("OLD_GATE_Q_EXP".strip_prefix("OLD_").unwrap()).ok()); // read: GATE_Q_EXP expected
}
