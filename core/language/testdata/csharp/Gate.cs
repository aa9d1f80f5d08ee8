using System;
using static System.Environment;
using Env = System.Environment;

/* Environment.GetEnvironmentVariable("IN_A_COMMENT") */
class Gate {
    const string Key = "GATE_KEY";
    string verbatim = @"Environment.GetEnvironmentVariable(""IN_VERBATIM"") \";
    string raw = """Environment.GetEnvironmentVariable("IN_RAW") \""";
    string url = Environment.GetEnvironmentVariable("GATE_URL"); // read: GATE_URL expected column=18
    string q = System.Environment.GetEnvironmentVariable("GATE_QUALIFIED"); // read: GATE_QUALIFIED
    string name = Environment.GetEnvironmentVariable("GATE_NAME") ?? "north"; // read: GATE_NAME optional fallback=north
    string must = Environment.GetEnvironmentVariable("GATE_MUST") ?? throw new Exception("GATE_MUST"); // read: GATE_MUST required
    string target = Environment.GetEnvironmentVariable("GATE_TARGET", EnvironmentVariableTarget.User); // read: GATE_TARGET
    string key = Environment.GetEnvironmentVariable(Key); // read: GATE_KEY
    string viaStatic = GetEnvironmentVariable("GATE_STATIC"); // read: GATE_STATIC
    string viaAlias = Env.GetEnvironmentVariable("GATE_ALIAS"); // read: GATE_ALIAS
    int port = int.Parse(Environment.GetEnvironmentVariable("GATE_PORT") ?? "8080"); // read: GATE_PORT optional integer fallback=8080
    string text = $"at {Environment.GetEnvironmentVariable("GATE_IN_TEXT")} {{not}}"; // read: GATE_IN_TEXT
    string vtext = $@"at {Environment.GetEnvironmentVariable("GATE_IN_VTEXT")} \"; // read: GATE_IN_VTEXT
    string computed = Environment.GetEnvironmentVariable($"GATE_{Key}_URL"); // read: GATE_GATE_KEY_URL
    string expanded = Environment.ExpandEnvironmentVariables("%GATE_HOME%/bin"); // read: GATE_HOME
    char c = '"'; string after = Environment.GetEnvironmentVariable("GATE_AFTER"); // read: GATE_AFTER
    bool debug = Environment.GetEnvironmentVariable("GATE_DEBUG") == "1"; // read: GATE_DEBUG boolean literals=1

    void Open() {
        var token = Environment.GetEnvironmentVariable("GATE_TOKEN"); // read: GATE_TOKEN required
        if (token == null) {
            throw new InvalidOperationException("GATE_TOKEN");
        }
        Environment.SetEnvironmentVariable("WRITTEN", "x");
        Print(Environment.GetEnvironmentVariables()); // read: *
        var helped = Setting("GATE_HELPED", "h"); // read: GATE_HELPED fallback=h through=Setting
    }

    static string Setting(string name, string fallback) => Environment.GetEnvironmentVariable(name) ?? fallback;
}
