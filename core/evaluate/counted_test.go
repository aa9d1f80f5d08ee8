package evaluate_test

import "testing"

// A loop that counts goes round a list, and so does a pointer.
func TestCountedLoops(t *testing.T) {
	hold(t, []saying{
		{"a.c", `
static const char *names[] = { "A", "B", NULL };
int main(void) {
	for (int i = 0; names[i]; i++) { if (!getenv(names[i])) { abort(); } }
	const char *more[] = { "C", "D", 0 };
	for (const char **p = more; *p; p++) { if (!getenv(*p)) { exit(1); } }
	for (size_t i = 0; i < sizeof more / sizeof *more; i++) puts(getenv(more[i]));
}
`, "A required; B required; C required; D required; C required; D required"},
		{"a.c", `
typedef struct { const char *name; int need; } row;
int main(void) {
	const row rows[] = { {"A", 1}, {"B", 0}, {NULL, 0} };
	for (int i = 0; rows[i].name != NULL; i++) if (!getenv(rows[i].name) && rows[i].need) return 2;
	static struct opt { const char *name, *usual; int (*set)(char *); } opts[] = { { "C", "c" }, { .name = "D", .usual = NULL } };
	for (int i = 0; i < 2; i++) { const char *v = getenv(opts[i].name); if (!v) v = opts[i].usual; if (!v) abort(); }
	struct opt *found = find("E");
}
static struct opt *find(const char *name) { char *v = getenv(name); if (!v) exit(1); return v; }
`, "A required; B optional; C optional =c; D required; E required"},
		{"a.go", "package a\nfunc main() {\n\tx := []string{\"A\", \"B\"}\n\tfor i := 0; i < len(x); i++ {\n\t\tif os.Getenv(x[i]) == \"\" { panic(1) }\n\t}\n}\n", "A required; B required"},
		{"a.js", "const x = ['A', 'B'];\nfor (let i = 0; i < x.length; i++) { if (!process.env[x[i]]) throw new Error('a') }\n", "A required; B required"},
		{"a.php", "<?php\n$x = ['A', 'B'];\nfor ($i = 0; $i < count($x); $i++) { if (!getenv($x[$i])) throw new Exception('a'); }\n", "A required; B required"},
		{"A.java", "class A { void f() { String[] m = {\"A\", \"B\"}; for (int i = 0; i < m.length; i++) { System.getenv(m[i]).length(); }\n  String[][] p = {{\"C\", \"x\"}, {\"D\", \"y\"}}; for (String[] q : p) System.getenv().getOrDefault(q[0], q[1]); } }\n", "A required; B required; C optional =x; D optional =y"},
		{"a.dart", "import 'dart:io';\nvoid main() {\n  for (final n in const ['A', 'B']) { if (!Platform.environment.containsKey(n)) exit(64); }\n  for (var n in <String>['C']) { Platform.environment[n]!; }\n}\n", "A required; B required; C required"},
	})
}

// What stands in braces behind a type are the values of an object or a map.
func TestBraced(t *testing.T) {
	hold(t, []saying{
		{"a.cs", `
class A {
  static Config Load() {
    return new Config
    {
      A = Environment.GetEnvironmentVariable("A") ?? throw new Exception("x"),
      C = new Inner
      {
        D = Environment.GetEnvironmentVariable("B") ?? "b",
      },
    };
  }
  void F() {
    var m = new Dictionary<string, string> { {"a", "C"}, {"b", "D"} };
    foreach (var e in m) Environment.GetEnvironmentVariable(e.Value);
    var t = new List<Spec> { new Spec { Name = "E", Usual = "e" }, new() { Name = "F" } };
    foreach (var s in t) { var v = Environment.GetEnvironmentVariable(s.Name) ?? s.Usual ?? throw new Exception(); }
    var k = new Keys { Url = "G" };
    Environment.GetEnvironmentVariable(k.Url);
  }
}
class Spec { public string Name { get; set; } public string? Usual { get; init; } }
`, "A required; B optional =b; C expected; D expected; E optional =e; F required; G expected"},
		{"a.rs", "use std::env;\nfn load() -> Result<C, E> { Ok(C { port: match env::var(\"A\") { Ok(v) => v.parse::<u16>()?, Err(_) => 80 }, key: match env::var(\"B\") { Ok(v) => v, Err(_) => panic!() } }) }\n", "A optional integer =80; B required"},
		{"a.rs", "use std::env;\nfn f() { let v = [\"A\", \"B\"].iter().map(|n| env::var(n)).collect::<Result<Vec<_>, _>>().unwrap();\n let w: Vec<_> = [\"C\"].iter().map(|n| env::var(n)).collect::<Vec<_>>(); }\n", "A required; B required; C expected"},
		{"a.js", "const port = use(_.get(process.env, 'A', 80), _)\n", "A optional =80"},
	})
}
