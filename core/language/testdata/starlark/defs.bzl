def _gate(ctx):
    path = ctx.os.environ.get("GATE_TOOL", "cc") # read: GATE_TOOL optional fallback=cc
    home = ctx.getenv("GATE_HOME") # read: GATE_HOME
    port = int(ctx.getenv("GATE_PORT", "80")) # read: GATE_PORT integer fallback=80
