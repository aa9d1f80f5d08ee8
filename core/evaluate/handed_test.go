package evaluate_test

import "testing"

// A macro is a function: of its argument it may use the value or the source.
func TestMacros(t *testing.T) {
	hold(t, []saying{
		{"a.c", "#define GET(n) getenv(n)\nint f(void) { if (!GET(\"A\")) exit(1); return 0; }\n", "A required"},
		{"a.c", "#define GET(n) ((char *)getenv((char *)(n)))\nint f(void) { char *p = GET(\"A\"); return p != NULL && *p; }\n", "A optional"},
		{"a.c", "#define PRE \"GATE_\"\nvoid f(void) { use(getenv(PRE \"A\")); use(getenv(\"GATE\" \"_B\")); }\n", "GATE_A expected; GATE_B expected"},
		{"a.c", "#define LOAD(n) cfg.n = getenv(\"GATE_\" #n)\nvoid f(void) { LOAD(PORT); }\n", "GATE_PORT expected"},
		{"a.c", "#define NAMED(n) getenv(#n)\nvoid f(void) { if (NAMED(GATE)) g(); }\n", "GATE optional"},
		{"a.c", "#define NEED(n, v) \\\n  do { v = getenv(n); \\\n    if (!v) abort(); } while (0)\nvoid f(void) { char *v; NEED(\"A\", v); use(v); }\n", "A required"},
		{"a.c", "#define SET(x) { x = getenv(\"A\"); }\nvoid f(void) { char *v; SET(v); }\n", "A expected"},
		{"a.c", "#define getenv(n) other_getenv(n)\nvoid f(void) { use(getenv(\"A\")); }\n", "A expected"},
		{"a.c", "static int find(char ***list, const char *name, const char *other) { return getenv(name) != 0; }\nint f(char ***l) { return find(l, \"A\", \"B\"); }\n", "A optional"},
		{"a.c", "#define NOT (x)\n#define ALONE(n)\nvoid f(void) { use(getenv(\"A\")); }\n", "A expected"},
		{"a.c", "#define OR(n, d) (getenv(n) ? getenv(n) : d)\nvoid f(void) { use(OR(\"A\", \"x\")); }\n", "A optional =x"},
	})
}

// What a decorator notes is read by whoever goes through its notes.
func TestDecorators(t *testing.T) {
	noted := "import os\nNOTES = {}\ndef asks(name, default=None):\n    def decorate(f):\n        NOTES[f.__name__] = (name, default)\n        return f\n    return decorate\n"
	read := "def load():\n    for key, (name, default) in NOTES.items():\n        keep(key, os.environ.get(name, default))\nload()\n"
	hold(t, []saying{
		{"a.py", noted + "@asks(\"A\")\ndef a(v):\n    return v\n@asks(\"B\", \"x\")\ndef b(v):\n    return v\n" + read, "A expected; B optional =x"},
		{"a.py", "import os\n@route(\"/\")\ndef a():\n    return os.environ[\"A\"]\n", "A required"},
	})
}

// The type that a call is given is what its value is taken for; the last arm of a
// match may pass on whatever it is.
func TestKindsOfCallsAndArms(t *testing.T) {
	hold(t, []saying{
		{"a.rs", "use std::env;\nfn get<T: std::str::FromStr>(k: &str, d: T) -> T { env::var(k).ok().and_then(|v| v.parse().ok()).unwrap_or(d) }\nfn main() { let a = get::<u16>(\"A\", 80); let b: bool = get(\"B\", true); }\n", "A optional integer =80; B optional boolean =true"},
		{"a.py", "import os\nmatch os.environ.get(\"A\"):\n    case \"low\" | \"high\" as level:\n        go(level)\n    case None:\n        raise SystemExit(1)\n    case other:\n        go(other.lower())\n", "A required"},
		{"a.py", "import os\nmatch os.environ.get(\"A\"):\n    case \"low\" | \"high\" as level:\n        go(level)\n    case _:\n        raise SystemExit(1)\n", "A required choice(high,low)"},
	})
}

// A test that is skipped leaves in peace, and an operator of one operand ends
// before a comparison.
func TestSkippedAndSingle(t *testing.T) {
	hold(t, []saying{
		{"a.go", "package gate\nfunc parse(s string) error { if s == \"\" { return errors.New(\"none\") }; return nil }\nfunc TestGate(t *testing.T) {\n\ta := os.Getenv(\"A\")\n\tif a == \"\" {\n\t\tt.Skip(\"no a\")\n\t}\n\tif err := parse(a); err != nil {\n\t\tt.Fatal(err)\n\t}\n}\n", "A optional"},
		{"a.py", "import os, pytest\ndef test_gate():\n    a = os.environ.get(\"A\")\n    if not a:\n        pytest.skip(\"no a\")\n    assert a.startswith(\"x\")\n", "A optional"},
		{"a.pl", "my $a = exists $ENV{A} ? $ENV{A} : -e 'x' ? 'b' : 'c';\n", "A optional; A optional [-e 'x' ? 'b' : 'c']"},
		{"a.pl", "my $a = $ENV{A};\n-f $a || exit;\nrun($a);\n", "A optional"},
		{"a.pl", "my $a = defined $ENV{A} && $ENV{A} eq 'on';\ndie unless defined $ENV{B};\n", "A optional; A optional boolean; B required"},
	})
}

// What is no value is no fallback: an answer, a parameter's name, the system that
// a program mostly runs on.
func TestNoFallback(t *testing.T) {
	hold(t, []saying{
		{"a.js", "const a = process.env.A;\nconst b = Boolean(a && a.startsWith('x'));\n", "A optional"},
		{"a.js", "if (process.env.A || process.platform === 'win32') go();\n", "A optional"},
		{"a.js", "const a = process.env.A || process.platform;\n", "A optional [process.platform]"},
		{"a.js", "const a = process.env.A || false;\n", "A optional =false"},
		{"a.py", "import os\ndef make(name):\n    if name:\n        return open(name)\n    return None\nm = make(os.getenv(\"A\") or os.getenv(\"B\"))\n", "A optional [os.getenv(\"B\")]; B optional"},
	})
}

// A function that things of a type are asked for is asked of nothing, too.
func TestExtensions(t *testing.T) {
	or := "private fun String?.or(other: String): String = if (this == null || this.isBlank()) other else this\n"
	hold(t, []saying{
		{"a.kt", or + "val a = System.getenv(\"A\").or(\"x\")\nval b = System.getenv(\"B\").trim()\n", "A optional =x; B required"},
		{"a.pl", "my $t = <<'#18.....';\n$ENV{A}\n#18.....\nmy $b = $ENV{B};\n", "B expected"},
	})
}

// An error that is thrown again was there before anything was asked.
func TestThrownAgain(t *testing.T) {
	hold(t, []saying{
		{"a.py", "import os\ntry:\n    f()\nexcept OSError:\n    if os.environ.get(\"A\"):\n        log()\n    else:\n        raise\n", "A optional"},
		{"a.py", "import os\ntry:\n    a = int(os.environ[\"A\"])\nexcept ValueError as e:\n    raise\n", "A required integer"},
		{"a.js", "try { f(); } catch (e) { if (!process.env.A) throw e; }\n", "A optional"},
		{"a.js", "try { f(); } catch (e) { if (!process.env.A) throw new Error('a'); }\n", "A required"},
		{"a.c", "int\nmain(argc, argv)\n\tint argc;\n\tchar *argv[];\n{\n\tif (out == NULL)\n\t\tout = getenv(\"A\");\n\tif (out == NULL)\n\t\tout = home(KEYS);\n\treturn open(out);\n}\n", "A optional [home(KEYS)]"},
		{"a.js", "let a = process.env.A;\nif (given(a)) a = clean(a); else a = 'x';\n", "A expected"},
	})
}

// What is nothing in place of an error leaves a function in peace, whatever failed.
func TestNothingForErrors(t *testing.T) {
	hold(t, []saying{
		{"a.rs", "use std::env;\nfn fail() -> io::Result<String> { Err(io::Error::last_os_error()) }\nfn a() -> Option<String> {\n    if let Ok(a) = env::var(\"A\") {\n        return Some(a);\n    }\n    fail().ok()?;\n    Some(String::new())\n}\n", "A optional"},
		{"a.rs", "use std::env;\nfn fail() -> io::Result<String> { Err(io::Error::last_os_error()) }\nfn a() -> io::Result<String> {\n    if let Ok(a) = env::var(\"A\") {\n        return Ok(a);\n    }\n    fail()?;\n    Ok(String::new())\n}\n", "A required"},
	})
}

// Where cases are conditions, they ask.
func TestCasesThatAsk(t *testing.T) {
	hold(t, []saying{
		{"a.php", "<?php\nswitch (true) {\n  case isset($_SERVER['A']): $a = $_SERVER['A']; break;\n  case getenv('B') !== false: $a = 1; break;\n  default: $a = 2;\n}\n", "A optional; A optional =1; B optional"},
		{"a.ex", "defmodule G do\n  def home do\n    cond do\n      dir = System.get_env(\"A\") -> dir\n      System.get_env(\"B\") in [\"1\"] -> 1\n      true -> 2\n    end\n  end\nend\n", "A optional; B optional boolean"},
		{"a.go", "package gate\nfunc f() int {\n\tswitch {\n\tcase os.Getenv(\"A\") != \"\":\n\t\treturn 1\n\tdefault:\n\t\tpanic(\"no a\")\n\t}\n}\n", "A required"},
		{"a.c", "#define US (unsigned char *)\nvoid f(void) { if ((s = US getenv(\"A\"))) use(s); s = US getenv(\"B\"); if (s == NULL) exit(1); }\n", "A optional; B required"},
	})
}
