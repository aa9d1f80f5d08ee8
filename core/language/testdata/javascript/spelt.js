for (const key of ['host', 'port']) {
  use(process.env['GATE_A' + key.toUpperCase() + '_EXP']);            // read: GATE_AHOST_EXP expected | GATE_APORT_EXP expected
}
for (const key of ['dbHost', 'dbPort']) {
  use(process.env['GATE_B_' + key.replace(/([A-Z])/g, '_$1').toUpperCase() + '_EXP']);  // read: GATE_B_DB_HOST_EXP expected | GATE_B_DB_PORT_EXP expected
}
for (const key of ['db.host', 'db.port']) {
  use(process.env[`GATE_C_${key.replaceAll('.', '_').toUpperCase()}_EXP`]);  // read: GATE_C_DB_HOST_EXP expected | GATE_C_DB_PORT_EXP expected
}
for (const key of ['db-host-name', 'db-port-x']) {
  use(process.env['GATE_D_' + key.replace(/-/g, '_').toUpperCase() + '_EXP']);   // read: GATE_D_DB_HOST_NAME_EXP expected | GATE_D_DB_PORT_X_EXP expected
}
const section = 'mail';
use(process.env[['GATE_E', section.toUpperCase(), 'EXP'].join('_')]); // read: GATE_E_MAIL_EXP expected
use(process.env['gate_f_exp'.toUpperCase()]); // read: GATE_F_EXP expected
use(process.env['xGATE_G_EXP'.slice(1)]); // read: GATE_G_EXP expected
use(process.env['xGATE_H_EXP'.substring(1)]); // read: GATE_H_EXP expected
use(process.env[' GATE_I_EXP '.trim()]); // read: GATE_I_EXP expected
use(process.env['GATE_J'.concat('_EXP')]); // read: GATE_J_EXP expected
use(process.env['GATE_K,GATE_L_EXP'.split(',')[1]]); // read: GATE_L_EXP expected
const envName = (k) => `GATE_${k.replace(/[A-Z]/g, (c) => '_' + c).toUpperCase()}_EXP`;
use(process.env[envName('smtpHost')]); // read: GATE_SMTP_HOST_EXP expected
use(process.env['GATE_' + 'x'.repeat(2).toUpperCase() + '_EXP']); // read: GATE_XX_EXP expected
use(process.env['GATE_' + '7'.padStart(3, '0') + '_EXP']); // read: GATE_007_EXP expected
for (let i = 1; i <= 3; i++) use(process.env[`GATE_N${i}_EXP`]); // read: GATE_N1_EXP expected | GATE_N2_EXP expected | GATE_N3_EXP expected
for (const key of ['GATE_Y_EXP', 'other']) { if (!key.startsWith('GATE_')) continue; use(process.env[key]); } // read: GATE_Y_EXP expected
['GATE_Z_EXP', 'other'].filter((k) => k.startsWith('GATE_')).forEach((k) => use(process.env[k])); // read: GATE_Z_EXP expected
['GATE_Z1_EXP', 'other'].filter((k) => /^GATE_/.test(k)).forEach((k) => use(process.env[k])); // read: GATE_Z1_EXP expected
['z2', 'z3'].map((k) => k.charAt(0).toUpperCase() + k.slice(1)).forEach((k) => use(process.env['GATE_' + k + '_EXP'])); // read: GATE_Z2_EXP expected | GATE_Z3_EXP expected
