<?php
foreach (['host', 'port'] as $key) {
    use_it(getenv('GATE_A' . strtoupper($key) . '_EXP')); // read: GATE_AHOST_EXP expected | GATE_APORT_EXP expected
    use_it(getenv(sprintf('GATE_B%s_EXP', strtoupper($key)))); // read: GATE_BHOST_EXP expected | GATE_BPORT_EXP expected
}
foreach (['db.host', 'db-port'] as $key) {
    use_it(getenv('GATE_C_' . strtoupper(str_replace(['.', '-'], '_', $key)) . '_EXP')); // read: GATE_C_DB_HOST_EXP expected | GATE_C_DB_PORT_EXP expected
    use_it(getenv('GATE_D_' . strtoupper(preg_replace('/[.-]/', '_', $key)) . '_EXP')); // read: GATE_D_DB_HOST_EXP expected | GATE_D_DB_PORT_EXP expected
    use_it(getenv('GATE_E_' . strtoupper(strtr($key, '.-', '__')) . '_EXP')); // read: GATE_E_DB_HOST_EXP expected | GATE_E_DB_PORT_EXP expected
}
use_it(getenv(implode('_', ['GATE', 'F', 'EXP']))); // read: GATE_F_EXP expected
use_it(getenv(substr('xGATE_G_EXP', 1))); // read: GATE_G_EXP expected
use_it(getenv(trim(' GATE_H_EXP '))); // read: GATE_H_EXP expected
use_it(getenv(explode(',', 'GATE_I_EXP,X')[0])); // read: GATE_I_EXP expected
for ($i = 1; $i <= 2; $i++) {
    use_it(getenv("GATE_N{$i}_EXP")); // read: GATE_N1_EXP expected | GATE_N2_EXP expected
}
foreach (range(1, 2) as $i) {
    use_it(getenv("GATE_M{$i}_EXP")); // read: GATE_M1_EXP expected | GATE_M2_EXP expected
}
foreach (['GATE_Y_EXP', 'other'] as $k) {
    if (!str_starts_with($k, 'GATE_')) continue;
    use_it(getenv($k)); // read: GATE_Y_EXP expected
}
foreach (['GATE_Z_EXP', 'other'] as $k) {
    if (strpos($k, 'GATE_') === 0) {
        use_it(getenv($k)); // read: GATE_Z_EXP expected
    }
}
use_it(getenv('GATE_' . strtoupper(preg_replace('/([A-Z])/', '_$1', 'dbHost')) . '_EXP')); // read: GATE_DB_HOST_EXP expected
use_it(getenv('GATE_' . ucfirst('x') . '_EXP')); // read: GATE_X_EXP expected
