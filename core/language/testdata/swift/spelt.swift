import Foundation
let env = ProcessInfo.processInfo.environment
for key in ["host", "port"] {
    use(env["GATE_A\(key.uppercased())_EXP"]) // read: GATE_AHOST_EXP expected | GATE_APORT_EXP expected
    use(env["GATE_B" + key.uppercased() + "_EXP"]) // read: GATE_BHOST_EXP expected | GATE_BPORT_EXP expected
}
for key in ["db.host", "db.port"] {
    use(env["GATE_C_" + key.replacingOccurrences(of: ".", with: "_").uppercased() + "_EXP"]) // read: GATE_C_DB_HOST_EXP expected | GATE_C_DB_PORT_EXP expected
}
use(env[["GATE", "F", "EXP"].joined(separator: "_")]) // read: GATE_F_EXP expected
for i in 1...2 { use(env["GATE_N\(i)_EXP"]) } // read: GATE_N1_EXP expected | GATE_N2_EXP expected
for i in 0..<2 { use(env["GATE_M\(i)_EXP"]) } // read: GATE_M0_EXP expected | GATE_M1_EXP expected
for k in ["GATE_Y_EXP", "other"] where k.hasPrefix("GATE_") { use(env[k]) } // read: GATE_Y_EXP expected
use(env[String(format: "GATE_%@_EXP", "Q")]) // read: GATE_Q_EXP expected
