package evaluate_test

import "testing"

// Objects that are called, asked by getters, or extend others.
func TestWhatObjectsAnswer(t *testing.T) {
	hold(t, []saying{
		{"a.py", `
import os
class Reader:
    def __init__(self, prefix): self.prefix = prefix
    def __call__(self, name, usual=None):
        v = os.environ.get(self.prefix + name, usual)
        if v is None: raise KeyError(name)
        return v
env = Reader('LOCK_')
a = env('A')
b = env('B', 'b')
readers = {'gate': Reader('GATE_')}
c = readers['gate']('C')
`, "LOCK_A required; LOCK_B optional =b; GATE_C required"},
		{"A.java", `
class A {
  static class Names { private final String url = "A", note = "B"; String getUrl() { return url; } String note() { return note; } }
  void f() {
    Names names = new Names();
    String a = System.getenv(names.getUrl());
    if (a == null) throw new IllegalStateException();
    String b = System.getenv(names.note());
  }
}
`, "A required; B expected"},
		{"a.rb", `
class Base
  def env(n) = ENV.fetch(prefix + n)
  def prefix = "BASE_"
end
class Gate < Base
  def prefix = "GATE_"
end
Gate.new.env("A")
Base.new.env("B")
`, "GATE_A required; BASE_B required"},
		{"a.ts", `
abstract class Base { abstract prefix: string; read(n: string) { return process.env[this.prefix + n] ?? this.usual(n); } usual(n: string): string { throw new Error(n); } }
class Gate extends Base { prefix = 'GATE_'; }
class Lock extends Base { prefix = 'LOCK_'; usual(n: string) { return 'u'; } }
new Gate().read('A');
new Lock().read('B');
`, "GATE_A required; LOCK_B optional =u"},
	})
}

// Of functions with one name the one is run that takes what is given.
func TestOverloads(t *testing.T) {
	hold(t, []saying{
		{"A.java", `
class A {
  static String env(String n) { String v = System.getenv(n); if (v == null) throw new X(n); return v; }
  static String env(String n, String usual) { String v = System.getenv(n); return v == null ? usual : v; }
  static int env(String n, int usual, int most) { return Math.min(most, Integer.parseInt(env(n, String.valueOf(usual)))); }
  void f() { env("A"); env("B", "b"); env("C", 3, 9); }
}
`, "A required; B optional =b; C optional integer =3"},
		{"a.ts", `
function env(n: string): string;
function env(n: string, usual: string): string;
function env(n: string, usual?: string): string {
  const v = process.env[n] ?? usual;
  if (v === undefined) throw new Error(n);
  return v;
}
env('A');
env('B', 'b');
env(...(['C', 'c'] as const));
`, "A required; B optional =b; C optional =c"},
		{"a.py", "import os\ndef env(n, usual=None, **kw):\n    v = os.environ.get(n, usual)\n    if v is None: raise KeyError(n)\n    return v\nenv('A')\nenv('B', usual='b')\nenv(n='C')\nenv(*['D', 'd'])\n", "A required; B optional =b; C required; D optional =d"},
	})
}

// What stands round a read that no run came to says what is asked of it.
func TestNotComeTo(t *testing.T) {
	hold(t, []saying{
		{"a.js", "if (false) { use(process.env.A || 'a'); use(!process.env.B); use(process.env.C === 'c'); use(process.env.D); use('e' + process.env.E); use(process.env.F ? 1 : 2); use(x || process.env.G); }\n",
			"A optional =a; B optional; C optional; D expected; E expected; F optional; G expected"},
		{"a.py", "import os\nif False:\n    a = os.environ['A']\n    b = os.environ.get('B') or 'b'\n    c = os.environ.get('C')\n", "A expected; B optional =b; C expected"},
	})
}

// Numbers with a sign, and what is none.
func TestSigns(t *testing.T) {
	hold(t, []saying{
		{"a.js", "const a = +process.env.A;\nconst b = +(process.env.B ?? -1);\nconst c = -(process.env.C || 3);\nif (Number.isNaN(+process.env.D)) throw new Error('d');\n", "A expected number; B optional number =-1; C optional number =3; D required number"},
		{"a.go", "package a\nfunc f() int {\n\tn, err := strconv.Atoi(os.Getenv(\"A\"))\n\tif err != nil {\n\t\treturn -1\n\t}\n\treturn n\n}\n", "A optional integer =-1"},
	})
}

// Patterns that take values apart where there is none.
func TestTakenApart(t *testing.T) {
	hold(t, []saying{
		{"a.rs", "use std::env;\nfn f() -> Result<(), E> {\n    let Ok(a) = env::var(\"A\") else { return Err(E) };\n    let b = match env::var(\"B\").as_deref() { Ok(\"x\") => 1, Ok(_) => 2, Err(_) => 3 };\n    if let (Ok(c), Ok(d)) = (env::var(\"C\"), env::var(\"D\")) { go(c, d); }\n    let e = match (env::var(\"E\"), x) { (Ok(e), _) => e, (Err(_), Some(y)) => y, _ => panic!() };\n    Ok(())\n}\n",
			"A required; B optional choice(x); C optional; D optional; E optional"},
		{"a.ex", "case {System.get_env(\"A\"), System.get_env(\"B\")} do\n  {nil, _} -> raise \"a\"\n  {a, nil} -> go(a)\n  {a, b} -> go(a, b)\nend\n", "A required; B optional"},
		{"a.scala", "val a = sys.env.get(\"A\") match { case Some(v) if v.nonEmpty => v; case _ => \"a\" }\nval (b, c) = (sys.env.get(\"B\"), sys.env(\"C\"))\nval d = b.map(_.toInt).fold(4)(_ + 1)\n", "A optional =a; B optional integer =4; C required"},
	})
}

// What another variable is given where one is not set stands in for nothing.
func TestNotInstead(t *testing.T) {
	hold(t, []saying{
		{"a.js", "let gone = false, out;\nconst v = process.env.A;\nif (v === undefined) gone = true; else out = v;\nif (process.env.B) use(process.env.B); else gone = 'b';\n", "A optional; B optional; B optional"},
		{"a.py", "import os\nv = os.environ.get('A')\nif v is None:\n    w = 'a'\nelse:\n    w = v\n", "A optional =a"},
	})
}

// A function, or one that it calls, gives a variable of the file something else: it holds
// that from there on. Where this may not happen, it may hold either.
func TestOverwritten(t *testing.T) {
	hold(t, []saying{
		{"a.go", "package main\nvar a = \"x\"\nvar b, c string\nfunc main() {\n\ta = os.Getenv(\"A\")\n\tif a == \"\" {\n\t\tos.Exit(1)\n\t}\n\tb = os.Getenv(\"B\")\n\tif b == \"\" {\n\t\tb = \"b\"\n\t}\n\tload()\n\tif c == \"\" {\n\t\tos.Exit(1)\n\t}\n}\nfunc load() { c = os.Getenv(\"C\") }\n", "A required; B optional =b; C required"},
		{"a.js", "let a = 'x';\nfunction f(on) {\n  if (on) { a = process.env.A; }\n  if (!a) throw new Error('a');\n}\nfunction g() { use(a); }\n", "A optional"},
		{"a.js", "let a = 'x';\nfunction f() { a = process.env.A; start(); }\nfunction g() { if (!a) throw new Error('a'); }\n", "A optional"},
		{"a.c", "static char *a = \"x\";\nvoid f(void) {\n  a = getenv(\"A\");\n  if (!a) exit(1);\n  use(a);\n}\n", "A required"},
	})
}

// Of #if … #else one part is compiled; where that is the one with the read, it is run.
func TestPreprocessed(t *testing.T) {
	hold(t, []saying{
		{"a.c", "int main(void) {\n#if OLD\n  char *a = getenv(\"A\");\n#else\n  char *a = secure_getenv(\"A\");\n#endif\n  if (!a) return 1;\n  return 0;\n}\n", "A required; A required"},
		{"a.c", "void f(void) {\n  char *a;\n#ifdef WIN\n  a = \"x\";\n#else\n  a = getenv(\"A\");\n#endif\n  if (!a) exit(1);\n  use(a);\n}\n", "A required"},
		{"a.c", "void f(void) {\n  char *a = getenv(\"A\");\n  if (!a)\n#ifdef X\n    a = \"x\";\n#elif Y\n    a = \"y\";\n#endif\n  use(a);\n}\n", "A optional =x"},
		{"a.c", "void f(char *b) {\n  if (GetEnvironmentVariableA(\"A\", b, 9) == 0) exit(1);\n  if (GetEnvironmentVariable(\"B\", b, 9) > 0) use(b);\n  int n = GetEnvironmentVariableW(L\"C\", b, 9);\n}\n", "A required; B optional; C expected"},
	})
}
