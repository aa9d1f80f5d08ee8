package evaluate_test

import "testing"

// What is given by its name: a method as a converter, a constant, what stands in.
func TestGivenByName(t *testing.T) {
	hold(t, []saying{
		{"a.kt", `
enum class Mode { FAST, SLOW }
object Env {
  private val map: Map<String, String> = System.getenv()
  operator fun get(name: String): String = map[name] ?: error("missing $name")
  fun <T> read(name: String, usual: T, parse: (String) -> T?): T = map[name]?.let(parse) ?: usual
}
fun <T : Any> env(name: String, usual: T, parse: (String) -> T): T { val v = System.getenv(name); return if (v == null) usual else parse(v) }
val a = Env["A"]
val b = Env.read("B", false, String::toBooleanStrictOrNull)
val c = env("C", 1.5, String::toDouble)
val d = Mode.valueOf(System.getenv("D"))
`, "A required; B optional boolean =false; C optional number =1.5; D required choice(FAST,SLOW)"},
		{"A.java", `
class A {
  enum Mode { FAST, SLOW; int x() { return 1; } }
  enum Pair { LEFT("l"), RIGHT("r"); Pair(String s) {} static Pair of(String s) { return valueOf(s); } }
  static Mode a = Mode.valueOf(System.getenv("A")), b = Mode.valueOf(System.getenv().getOrDefault("B", "FAST")), c = Enum.valueOf(Mode.class, System.getenv("C"));
  static Pair d = Pair.valueOf(System.getenv("D").toUpperCase());
  static Other e = Other.valueOf(System.getenv("E"));
}
`, "A required choice(FAST,SLOW); B optional choice(FAST,SLOW) =FAST; C required; D required choice(LEFT,RIGHT); E expected"},
		{"a.rb", "module Conf\n  def self.[](name) = ENV.fetch(name)\nend\nclass Env\n  def [](name)\n    ENV[name]\n  end\nend\nA = Conf[\"A\"]\nB = Env.new[\"B\"]\n", "A required; B expected"},
		{"a.swift", "enum Env { static subscript(_ name: String) -> String { guard let v = ProcessInfo.processInfo.environment[name] else { fatalError(name) }; return v } }\nlet a = Env[\"A\"]\n", "A required"},
		{"a.js", "function f(n, d) { return process.env[n] ?? d }\nfunction g(n, d) { const v = process.env[n]; return v === undefined ? d : parse(v) }\nfunction h(n, d) { const v = process.env[n]; if (v === undefined) return d; return v }\nf('A', foo()); g('B', foo()); h('C', 5 * 60); g('D', 'x')\n", "A optional [foo()]; B optional [foo()]; C optional [5 * 60]; D optional =x"},
		{"a.py", "import os\ndef f(name, usual=None):\n    v = os.environ.get(name)\n    if v is None:\n        return usual\n    return v\nf(\"A\", usual=compute()); f(\"C\")\n", "A optional [compute()]; C optional"},
	})
}

// What a function gives for a variable that is unset, or unfit, may be nothing.
func TestNothingInstead(t *testing.T) {
	hold(t, []saying{
		{"A.java", "class A {\n  private static String env(String name) { final String v = System.getenv(name); return (v == null || v.isBlank()) ? null : v; }\n  static String a = Objects.requireNonNull(env(\"A\"), () -> \"A\"), b = env(\"B\").trim();\n  static String c() { String v = env(\"C\"); return v != null ? v : \"c\"; }\n}\n", "A required; B required; C optional =c"},
		{"a.js", "function get(n) { const v = process.env[n]; if (!v || v === 'none') return undefined; return v.trim(); }\nconst a = get('A') ?? 'a', b = get('B').split(','), c = get('C')?.split(',').map(trim), d = get('D') ?? fail()\nfunction fail() { throw new Error() }\nasync function later() { const v = process.env.E; if (!v) { return undefined } return v }\nlater().catch(log).then(use)\n", "A optional =a; B required list; C optional list; D required; E optional"},
	})
}

// An object with __get__ is asked where it is an attribute of a class.
func TestAttributesThatRead(t *testing.T) {
	hold(t, []saying{
		{"a.py", `
import os
class Env:
    def __init__(self, usual=None, required=False):
        self.usual, self.required = usual, required
    def __set_name__(self, owner, name):
        self.name = "LOCK_" + name.upper()
    def __get__(self, obj, owner=None):
        if obj is None:
            return self
        value = os.environ.get(self.name, self.usual)
        if value is None and self.required:
            raise RuntimeError(self.name)
        return value
class Settings:
    host = Env(required=True)
    port = Env("80")
    note: str = Env()
`, "LOCK_HOST required; LOCK_PORT optional =80; LOCK_NOTE optional"},
		{"a.py", "import os\napp.config[\"A\"] = os.environ.get(\"A\")\nif not app.config[\"A\"]:\n    raise SystemExit(1)\napp.config[\"B\"] = os.environ.get(\"B\")\nif not app.other[\"B\"]:\n    raise SystemExit(1)\n", "A required; B expected"},
		{"a.py", "import os\nfor n, d in [(\"A\", \"a\"), (\"B\", None)]:\n    v = os.getenv(n)\n    if not v:\n        v = d\n    if not v:\n        raise SystemExit(1)\n", "A optional =a; B required"},
	})
}
