import os
url = os.environ.get("GATE_URL", os.environ.get("GATE_HOST"))  # read: GATE_URL optional | GATE_HOST expected insteadof=GATE_URL
token = os.getenv("GATE_TOKEN") or os.getenv("GATE_SECRET") or os.environ["GATE_PASS"]  # read: GATE_TOKEN | GATE_SECRET insteadof=GATE_TOKEN | GATE_PASS required
if os.getenv("STORM_MAIL"):  # read: STORM_MAIL optional
    send(os.environ["STORM_MAIL_TO"])  # read: STORM_MAIL_TO required under=STORM_MAIL
if os.environ.get("GATE_LIFT"):  # read: GATE_LIFT optional insteadof=
    pass
elif os.environ.get("GATE_RAMP"):  # read: GATE_RAMP insteadof=GATE_LIFT
    pass
else:
    os.environ["GATE_STAIRS"]  # read: GATE_STAIRS required insteadof=GATE_RAMP,GATE_LIFT
if not os.environ.get("GATE_SEA"):  # read: GATE_SEA optional
    os.environ["GATE_LAND"]  # read: GATE_LAND required insteadof=GATE_SEA
if os.environ.get("GATE_STAGE") == "north":  # read: GATE_STAGE optional
    pass
else:
    os.environ["GATE_SOUTH"]  # read: GATE_SOUTH required insteadof=
