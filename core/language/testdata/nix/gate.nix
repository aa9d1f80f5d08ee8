# builtins.getEnv "IN_A_COMMENT"
{ stage = builtins.getEnv "GATE_STAGE"; } # read: GATE_STAGE scope=build
