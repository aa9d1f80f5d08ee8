import std.process : environment;
// environment["IN_A_COMMENT"]
void main() {
    auto url = environment["GATE_URL"]; // read: GATE_URL required
    auto host = environment.get("GATE_HOST", "north"); // read: GATE_HOST optional fallback=north
    string zone = environment.get("GATE_ZONE"); // read: GATE_ZONE required
    if (zone is null) throw new Exception("no zone");
    if ("GATE_DEBUG" in environment) {} // read: GATE_DEBUG optional
}
