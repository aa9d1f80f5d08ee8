' Environment.GetEnvironmentVariable("IN_A_COMMENT")
Module Gate
    Dim url = Environment.GetEnvironmentVariable("GATE_URL") ' read: GATE_URL expected
    Dim host = If(Environment.GetEnvironmentVariable("GATE_HOST"), "north") ' read: GATE_HOST optional fallback=north
    Dim port = CInt(Environ("GATE_PORT")) ' read: GATE_PORT integer
End Module
