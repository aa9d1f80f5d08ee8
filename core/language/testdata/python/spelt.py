import os, re
for key in ("host", "port"):
    use(os.environ.get("GATE_A" + key.upper() + "_EXP"))  # read: GATE_AHOST_EXP expected | GATE_APORT_EXP expected
    use(os.environ.get(f"GATE_B{key.upper()}_EXP"))  # read: GATE_BHOST_EXP expected | GATE_BPORT_EXP expected
    use(os.environ.get("GATE_C%s_EXP" % key.upper()))  # read: GATE_CHOST_EXP expected | GATE_CPORT_EXP expected
    use(os.environ.get("GATE_D{}_EXP".format(key.upper())))  # read: GATE_DHOST_EXP expected | GATE_DPORT_EXP expected
for key in ["db.host", "db-port"]:
    use(os.environ.get("GATE_E_" + key.replace(".", "_").replace("-", "_").upper() + "_EXP"))  # read: GATE_E_DB_HOST_EXP expected | GATE_E_DB_PORT_EXP expected
for key in ["dbHost"]:
    use(os.environ.get("GATE_F_" + re.sub(r"([A-Z])", r"_\1", key).upper() + "_EXP"))  # read: GATE_F_DB_HOST_EXP expected
use(os.environ.get("_".join(["GATE", "G", "EXP"])))  # read: GATE_G_EXP expected
use(os.environ.get("xGATE_H_EXP"[1:]))  # read: GATE_H_EXP expected
use(os.environ.get(" GATE_I_EXP ".strip()))  # read: GATE_I_EXP expected
use(os.environ.get("GATE_J_EXP,GATE_K".split(",")[0]))  # read: GATE_J_EXP expected
for n in range(1, 4):
    use(os.environ.get(f"GATE_N{n}_EXP"))  # read: GATE_N1_EXP expected | GATE_N2_EXP expected | GATE_N3_EXP expected
for n in range(2):
    use(os.environ.get("GATE_M" + str(n) + "_EXP"))  # read: GATE_M0_EXP expected | GATE_M1_EXP expected
for key in ["GATE_Y_EXP", "other"]:
    if not key.startswith("GATE_"):
        continue
    use(os.environ.get(key))  # read: GATE_Y_EXP expected
for key in [k for k in ["GATE_Z_EXP", "other"] if k.startswith("GATE_")]:
    use(os.environ.get(key))  # read: GATE_Z_EXP expected
use(os.environ.get("GATE_" + "x" * 2 + "_EXP".upper()))  # read: GATE_xx_EXP expected
use(os.environ.get("GATE_" + "7".zfill(3) + "_EXP"))  # read: GATE_007_EXP expected
use(os.environ.get("OLD_GATE_P_EXP".removeprefix("OLD_")))  # read: GATE_P_EXP expected
use(os.environ.get(f"GATE_{7:02d}_EXP"))  # read: GATE_07_EXP expected
NAMES = {"mail": "GATE_MAIL_EXP", "sms": "GATE_SMS_EXP"}
use(os.environ.get(NAMES["mail"]))  # read: GATE_MAIL_EXP expected
for v in NAMES.values():
    use(os.getenv(v))  # read: GATE_MAIL_EXP expected | GATE_SMS_EXP expected
def env_name(*parts):
    return "_".join(p.upper() for p in parts)
use(os.getenv(env_name("gate", "q", "exp")))  # read: GATE_Q_EXP expected
def env_name2(*parts):
    return "_".join(parts).upper()
use(os.getenv(env_name2("gate", "r", "exp")))  # read: GATE_R_EXP expected
