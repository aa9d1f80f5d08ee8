// Environment.get_variable ("IN_A_COMMENT")
int main (string[] args) {
    var host = Environment.get_variable ("GATE_HOST") ?? "north"; // read: GATE_HOST optional fallback=north
    string? key = GLib.Environment.get_variable ("GATE_KEY"); // read: GATE_KEY required
    if (key == null) {
        error ("GATE_KEY is not set");
    }
    var zone = Environment.get_variable ("GATE_ZONE"); // read: GATE_ZONE
    return 0;
}
