import std/[os, strutils]
# getEnv("IN_A_COMMENT")
let url = getEnv("GATE_URL") # read: GATE_URL
let host = getEnv("GATE_HOST", "north") # read: GATE_HOST optional fallback=north
let port = parseInt(getEnv("GATE_PORT", "8080")) # read: GATE_PORT optional integer fallback=8080
if existsEnv("GATE_DEBUG"): echo "debug" # read: GATE_DEBUG optional
let key = getEnv("GATE_KEY") # read: GATE_KEY required
if key == "":
  quit("GATE_KEY is not set")
let berth = os.getEnv("GATE_BERTH") # read: GATE_BERTH
