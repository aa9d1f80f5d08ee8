import 'dart:io';
void main() {
  for (final key in ['host', 'port']) {
    use(Platform.environment['GATE_A${key.toUpperCase()}_EXP']); // read: GATE_AHOST_EXP expected | GATE_APORT_EXP expected
  }
  for (final key in ['db.host', 'db-port']) {
    use(Platform.environment['GATE_B_' + key.replaceAll(RegExp('[.-]'), '_').toUpperCase() + '_EXP']); // read: GATE_B_DB_HOST_EXP expected | GATE_B_DB_PORT_EXP expected
    use(Platform.environment['GATE_C_' + key.replaceAll('.', '_').replaceAll('-', '_').toUpperCase() + '_EXP']); // read: GATE_C_DB_HOST_EXP expected | GATE_C_DB_PORT_EXP expected
  }
  for (var i = 1; i <= 2; i++) use(Platform.environment['GATE_N${i}_EXP']); // read: GATE_N1_EXP expected | GATE_N2_EXP expected
  use(Platform.environment[['GATE', 'F', 'EXP'].join('_')]); // read: GATE_F_EXP expected
  use(Platform.environment['xGATE_G_EXP'.substring(1)]); // read: GATE_G_EXP expected
}
