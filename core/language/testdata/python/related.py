import os
url = os.environ.get("GATE_URL", os.environ.get("GATE_HOST"))  # read: GATE_URL optional | GATE_HOST expected insteadof=GATE_URL
token = os.getenv("GATE_TOKEN") or os.getenv("GATE_SECRET") or os.environ["GATE_PASS"]  # read: GATE_TOKEN | GATE_SECRET insteadof=GATE_TOKEN | GATE_PASS required
if os.getenv("STORM_MAIL"):  # read: STORM_MAIL optional
    send(os.environ["STORM_MAIL_TO"])  # read: STORM_MAIL_TO required under=STORM_MAIL
