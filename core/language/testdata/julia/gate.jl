# ENV["IN_A_COMMENT"]
#= ENV["IN_A_BLOCK"] =#
url = ENV["GATE_URL"] # read: GATE_URL required
host = get(ENV, "GATE_HOST", "north") # read: GATE_HOST optional fallback=north
port = parse(Int, get(ENV, "GATE_PORT", "8080")) # read: GATE_PORT optional integer fallback=8080
if haskey(ENV, "GATE_DEBUG") # read: GATE_DEBUG optional
    println("debug")
end
function setting(name, fallback)
    return get(ENV, name, fallback)
end
berth = setting("GATE_BERTH", "b") # read: GATE_BERTH optional fallback=b through=setting
zone = "ENV[\"IN_A_STRING\"]"
zone = get(() -> "north", ENV, "GATE_ZONE_OF") # read: GATE_ZONE_OF optional
