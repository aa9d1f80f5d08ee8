package evaluate_test

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"inzicht/core/language"
	"inzicht/core/reads"
)

// said returns what the engine says of the reads of a file, in order: name,
// need, kind where it is not text, =fallback or [source].
func said(t *testing.T, file, src string) string {
	t.Helper()
	l, err := language.Of(file).Compiled()
	if err != nil {
		t.Fatal(err)
	}
	result := l.Analyse(file, []byte(src), nil)
	list := result.Reads
	for _, h := range result.Helpers {
		if result.Calls[h] == 0 && !h.Alias() {
			list = append(list, h.Inside...)
		}
	}
	var out []string
	for _, r := range list {
		out = append(out, saidOf(r))
	}
	return joined(out)
}

func joined(list []string) string { return strings.Join(list, "; ") }

// saidOf returns what is said of one read.
func saidOf(r reads.Read) string {
	name := r.Name + r.Pattern
	switch {
	case r.Whole:
		name = "*"
	case name == "":
		name = "?"
	}
	s := name + " " + string(r.Need)
	if r.Kind != "text" {
		s += " " + string(r.Kind)
	}
	if r.Kind == "choice" {
		s += "(" + strings.Join(r.Literals, ",") + ")"
	}
	if r.Fallback != nil && r.FallbackComputed {
		s += " [" + *r.Fallback + "]"
	} else if r.Fallback != nil {
		s += " =" + *r.Fallback
	}
	return s
}

type saying struct{ file, src, want string }

func hold(t *testing.T, list []saying) {
	t.Helper()
	for _, s := range list {
		if have := said(t, s.file, s.src); have != s.want {
			t.Errorf("%s\n%s\nhave %s\nwant %s", s.file, s.src, have, s.want)
		}
	}
}

// What the program has set itself does not come from outside; a line that goes
// on, a block that runs first and a constant are what they are elsewhere.
func TestSetByItself(t *testing.T) {
	hold(t, []saying{
		{"a.py", "import os\nos.environ[\"A\"] = \"x\"\nb = os.environ[\"A\"]\n", "A optional"},
		{"a.py", "import os\nb = os.environ[\"A\"]\nos.environ[\"A\"] = b\n", "A required"},
		{"a.go", "package a\nfunc f() {\n\tos.Setenv(\"A\", \"x\")\n\tif os.Getenv(\"A\") == \"\" {\n\t\tpanic(1)\n\t}\n\tif os.Getenv(\"B\") == \"\" {\n\t\tpanic(1)\n\t}\n\tos.Setenv(\"B\", \"x\")\n}\n", "A optional; B required"},
		{"a.rs", "use std::env;\nfn main() { env::set_var(\"A\", \"x\"); let a = env::var(\"A\").unwrap(); let b = env::var(\"B\").unwrap(); }\n", "A optional; B required"},
		{"a.c", "int main(void) { setenv(\"A\", \"x\", 1); if (!getenv(\"A\")) exit(1); if (!getenv(\"B\")) exit(1); return 0; }\n", "A optional; B required"},
		{"a.rb", "ENV.store('A', 'x')\na = ENV.fetch('A')\nb = ENV.fetch('B')\n", "A optional; B required"},
		{"a.py", "import os, sys\nif sys.argv:\n    os.environ[\"A\"] = \"x\"\nb = os.environ[\"A\"]\n", "A required"},
		{"a.py", "import os\nos.environ[\"A\"] = \"x\"\ndef gate():\n    return os.environ[\"A\"]\n", "A optional"},
		{"a.pl", "BEGIN { $ENV{A} = 'x'; }\nmy $b = \"$ENV{A}/lib\";\n", "A optional"},
		{"a.pl", "use constant LOUD => $ENV{A} || 0;\nuse constant { GATES => $ENV{B} || 5 };\n", "A optional =0; B optional =5"},
		{"a.py", "import os\nb = 1 + \\\n    2\ndef gate():\n    a = os.getenv(\"A\")\n    if a:\n        lift(a)\n", "A optional"},
		{"a.rb", "a = [ENV['A'], ENV['B']].find { |v| v }\n", "A optional; B optional"},
		{"a.py", "import os\ndef end():\n    if os.getenv(\"A\"):\n        raise SystemExit(1)\n    elif os.getenv(\"B\"):\n        raise SystemExit(2)\n    else:\n        raise SystemExit(3)\n", "A optional; B optional"},
	})
}

// Required is what ends the program on every way on which it matters.
func TestRequired(t *testing.T) {
	hold(t, []saying{
		{"a.go", "package gate\nimport (\"os\"; \"strconv\")\nfunc load() error {\n\tn, err := strconv.Atoi(os.Getenv(\"GATES\"))\n\tif err != nil {\n\t\treturn err\n\t}\n\topen(n)\n\treturn nil\n}\n", "GATES required integer"},
		{"a.go", "package gate\nimport (\"os\"; \"errors\")\nfunc load() error {\n\tif os.Getenv(\"GATE\") == \"\" {\n\t\treturn errors.New(\"no gate\")\n\t}\n\treturn nil\n}\n", "GATE required"},
		{"a.go", "package gate\nimport (\"os\"; \"log\")\nfunc main() {\n\tif os.Getenv(\"A\") == \"\" && os.Getenv(\"B\") == \"\" {\n\t\tlog.Fatal(\"neither\")\n\t}\n}\n", "A optional; B optional"},
		{"a.go", "package gate\nimport (\"os\"; \"log\")\nfunc main() {\n\tif os.Getenv(\"A\") == \"\" || os.Getenv(\"B\") == \"\" {\n\t\tlog.Fatal(\"both\")\n\t}\n}\n", "A required; B required"},
		{"a.go", "package gate\nimport (\"log\"; \"os\"; \"strings\")\nfunc main() {\n\tif q := os.Getenv(\"Q\"); q == \"\" || strings.Contains(q, \" \") {\n\t\tlog.Fatal(\"one word\")\n\t}\n\tx := os.Getenv(\"X\")\n\tif x == \"\" {\n\t\tx = \"y\"\n\t}\n}\n", "Q required; X optional =y"},
		{"a.go", "package gate\nimport \"os\"\nfunc main() {\n\tif os.Getenv(\"CHILD\") != \"\" {\n\t\tos.Exit(0)\n\t}\n\tos.Exit(run())\n}\n", "CHILD optional"},
		{"a.py", "import os\nif \"GATE\" not in os.environ:\n    raise SystemExit(1)\n", "GATE required"},
		{"a.py", "import os\nassert os.environ.get(\"GATE\"), \"no gate\"\n", "GATE required"},
		{"a.py", "import os\nlevel = os.environ.get(\"LEVEL\").split(\",\")\n", "LEVEL required list"},
		{"a.py", "import os\ndef horn(quiet):\n    h = os.environ.get(\"HORN\")\n    if not h or quiet:\n        return\n    sound(h)\n", "HORN optional"},
		{"a.py", "import os\nroot = os.environ.get(\"ROOT\")\nif root is None:\n    root = find()\n    if root is None:\n        raise SystemExit(1)\n", "ROOT optional [find()]"},
		{"a.py", "import os\ntry:\n    x = os.environ[\"GATE\"]\nexcept ValueError:\n    x = 1\n", "GATE required"},
		{"a.py", "import os\nplace = os.environ.get(\"PLACE\", \"east\")\nif place == \"east\":\n    go()\nelif place != \"west\":\n    raise ValueError(place)\n", "PLACE optional choice(east,west) =east"},
		{"a.py", "import os\ndef search(names):\n    path = os.environ.get(\"PATHS\", os.defpath)\n    if not path:\n        return\n    for p in path.split(\":\"):\n        if p in names:\n            raise ValueError(p)\n", "PATHS optional list [os.defpath]"},
		{"a.py", "import os, contextlib\nwith contextlib.suppress(KeyError):\n    x = os.environ[\"GATE\"]\n", "GATE optional"},
		{"a.js", "function fail(m) { throw new Error(m); }\nconst a = process.env.GATE ?? fail(\"no gate\");\n", "GATE required"},
		{"a.js", "const config = { url: process.env.GATE };\nif (!config.url) throw new Error(\"no gate\");\n", "GATE required"},
		{"a.js", "const gate = process.env.GATE;\nfunction open() { if (!gate) { throw new Error(\"no gate\"); } }\n", "GATE required"},
		{"a.js", "if (process.argv[2]) { use(process.env.GATE); } else { const x = process.env.GATE; if (!x) throw new Error(); }\n", "GATE expected; GATE required"},
		{"a.rs", "use std::env;\nfn main() -> Result<(), E> {\n    let a = env::var(\"A\")?;\n    let b = env::var(\"B\").map_err(|_| e())?.parse::<u32>()?;\n    let Ok(c) = env::var(\"C\") else { panic!() };\n    let Some(d) = env::var_os(\"D\") else { return Ok(()) };\n    Ok(())\n}\n", "A required; B required integer; C required; D optional"},
		{"a.kt", "fun main() {\n    val a = System.getenv(\"A\") ?: run {\n        say(\"no a\")\n        exitProcess(1)\n    }\n    val b = System.getenv(\"B\") ?: return\n    val c = System.getenv(\"C\")!!\n}\n", "A required; B optional; C required"},
		{"a.swift", "let env = ProcessInfo.processInfo.environment\nguard let a = env[\"A\"], !a.isEmpty else { fatalError() }\nif let b = env[\"B\"] { use(b) }\n", "A required; B optional"},
		{"a.php", "<?php\nif (false === $k = getenv('A')) throw new X();\n$b = getenv('B') or die('no b');\n", "A required; B required"},
		{"a.rb", "raise \"no gate\" unless ENV[\"A\"]\nb = ENV.fetch(\"B\") { |k| abort k }\nreturn if ENV[\"C\"].nil?\n", "A required; B required; C optional"},
		{"a.php", "<?php\n$a = Env::getOrFail('A');\n$b = env::other('B');\n", "A required"},
		{"A.java", "class A { int f() { return switch (System.getenv(\"MODE\")) { case \"a\" -> 1; case \"b\" -> { yield 2; } default -> throw new X(); }; } }\n", "MODE required choice(a,b)"},
		{"a.cs", "class A { void F() {\n if (Environment.GetEnvironmentVariable(\"A\") is not { Length: > 0 } a) throw new X();\n if (Environment.GetEnvironmentVariable(\"B\") is not string b) throw new X();\n if (Environment.GetEnvironmentVariable(\"C\") is string c) use(int.Parse(c));\n if (Environment.GetEnvironmentVariable(\"D\") is null) throw new X();\n} }\n", "A required; B required; C optional integer; D required"},
		{"a.kt", "val a = System.getenv(\"A\").toBoolean()\nval b = System.getenv(\"B\").toInt()\n", "A optional boolean; B required integer"},
		{"a.sh", "[ -z \"$GA\" ] && exit 1\n[ -n \"$GB\" ] && exit 0\ntest -z \"$GC\" && GC=east\nif [[ -z \"${GD:-}\" ]]; then\n  echo no\n  exit 1\nfi\necho x | $TOOL || exit 1\n", "GA required; GB optional; GC optional =east; GD required; TOOL expected"},
	})
}

// What is defined under a condition, or has another name's kin, proves no end.
func TestDefinedUnderConditions(t *testing.T) {
	hold(t, []saying{
		{"a.py", "import os\nif p:\n    from os import getuid\nelse:\n    def getuid():\n        raise RuntimeError()\ndef run():\n    path = os.environ.get('GATE_RUN', '')\n    if not path:\n        path = f'/run/{getuid()}'\n    return path\n", `GATE_RUN optional [f'/run/{getuid()}']`},
		{"a.py", "import os\nif 'GATE_CERT' not in os.environ:\n    from gate import where\nelse:\n    def where():\n        return os.environ['GATE_CERT']\nprint(where())\n", "GATE_CERT optional; GATE_CERT optional"},
		{"a.py", "import os\nclass T:\n    def f(self):\n        if 'GATE_ID' not in os.environ:\n            raise SkipTest('GATE_ID')\n", "GATE_ID optional"},
		{"a.cc", "bool ok(const char *p) { return p != nullptr && *p; }\nPath user() {\n  if (const auto v = getenv(\"GATE_HOME\"); ok(v) && there(v)) return Path(v);\n  if (const auto h = home(); h) return h;\n  return Path();\n}\nPath home() { return Path(); }\nPath home(const char *name) { assert(name != nullptr); return find(name); }\n", "GATE_HOME optional"},
		{"a.py", "import os\ndef f():\n    if 'GATE_SOCK' in os.environ:\n        try:\n            again(lambda: open(os.environ['GATE_SOCK']))\n        except:\n            return\n", "GATE_SOCK optional; GATE_SOCK optional"},
		{"a.py", "import os\ndef keep(when):\n    if when:\n        os.environ['GATE_NOW'] = when\n    else:\n        os.environ.pop('GATE_NOW')\ndef set():\n    os.environ['GATE_ID'] = 'x'\ndef get():\n    return os.environ['GATE_ID']\ndef more():\n    os.environ['GATE_PATH'] = os.environ['GATE_PATH'] + ':x'\n", "GATE_NOW optional; GATE_ID optional; GATE_PATH required"},
		{"a.c", "void f(void) { if (getenv(\"GATE_LOG\") != 0) { assert(left() == 0); } if (0 == getenv(\"GATE_DIR\")) { exit(1); } }\n", "GATE_LOG optional; GATE_DIR required"},
		{"a.js", "class Keeper {\n  run() {\n    const o = { token: process.env.GATE_TOKEN };\n    const gate = new Gate(o);\n    function again() {\n      return function (id) { gate.open(id) }\n    }\n    gate.on('open', again());\n  }\n}\nclass Gate {\n  constructor(o) {\n    if (o.token == null) {\n      process.exit(1);\n    }\n    this.token = o.token;\n  }\n}\n", "GATE_TOKEN required"},
		{"a.js", "class Keeper {\n  run() {\n    const o = { token: process.env.GATE_TOKEN };\n    new Gate(o);\n  }\n}\nclass Other {\n  constructor() {\n    this.a = 1;\n    this.b = 2;\n  }\n}\nclass Gate {\n  constructor(o) {\n    if (o.token == null) {\n      process.exit(1);\n    }\n    this.token = o.token;\n  }\n}\n", "GATE_TOKEN required"},
	})
}

// Where no run comes to a read, what is round it still says something; a
// question and a path are no proof.
func TestWhatStandsRound(t *testing.T) {
	hold(t, []saying{
		{"a.js", "function s({ secret, secure = process.env.GATE_ENV === 'production' } = {}) { return secure }\n", "GATE_ENV optional choice(production)"},
		{"a.pl", "has gate => (default => sub { my $u = 1; open($ENV{GATE_PORT}) if !$u->port && $ENV{GATE_PORT}; $u });\n", "GATE_PORT optional; GATE_PORT optional"},
		{"a.pl", "package P;\nhas mode => sub { $ENV{GATE_MODE} || $ENV{GATE_KIND} || 'open' };\n", "GATE_MODE optional [$ENV{GATE_KIND}]; GATE_KIND optional =open"},
		{"a.js", "if (semver.valid(process.env.GATE_V)) { v = process.env.GATE_V } else { v = other() }\n", "GATE_V optional; GATE_V optional [other()]"},
		{"a.js", "if (_.isUndefined(process.env.GATE_V)) { go() } else { fail(process.env.GATE_V) }\n", "GATE_V optional; GATE_V optional"},
		{"a.py", "import os\ndef f():\n    home = os.path.expanduser('~')\n    if home == '~':\n        raise OSError()\n    return os.environ.get('GATE_CACHE') or os.path.join(home, 'x')\n", "GATE_CACHE optional [os.path.join(home, 'x')]"},
		{"a.go", "package x\nfunc f() string {\n\tpath, _ := os.LookupEnv(\"GATE_PATH\")\n\tfor _, d := range dirs {\n\t\tpath += d\n\t}\n\treturn path\n}\n", "GATE_PATH expected"},
		{"a.go", "package x\nfunc f() (string, error) {\n\te := os.Getenv(\"GATE_EDIT\")\n\tif e == \"\" {\n\t\tc, err := read()\n\t\tif err != nil {\n\t\t\treturn \"\", fmt.Errorf(\"%w\", err)\n\t\t}\n\t\te = c.Edit\n\t}\n\treturn e, nil\n}\n", "GATE_EDIT optional [c.Edit]"},
	})
}

// A function that says nothing of the environment is looked into where what it
// does tells what a variable is needed for.
func TestFunctionsPassedOver(t *testing.T) {
	hold(t, []saying{
		{"a.js", "function die(m) { console.error(m); process.exit(1); }\nconst x = process.env.GATE;\nif (!x) { die(\"no gate\"); }\n", "GATE required"},
		{"a.ts", "function fail(n: string): never { throw new Error(n); }\nexport const a = process.env.GATE ?? fail(\"GATE\");\n", "GATE required"},
		{"a.ts", "function say(n: string): string { return n; }\nexport const a = process.env.GATE ?? say(\"GATE\");\n", "GATE optional =GATE"},
		{"a.rs", "fn die(m: &str) -> ! { eprintln!(\"{}\", m); std::process::exit(1) }\nfn main() { let a = std::env::var(\"A\").unwrap_or_else(|_| die(\"a\")); let b = match std::env::var(\"B\") { Ok(v) => v, Err(_) => die(\"b\") }; }\n", "A required; B required"},
		{"E.java", "class E { static void die(String m) { System.exit(1); }\n void f() { String x = System.getenv(\"GATE\"); if (x == null) { die(\"no\"); } } }\n", "GATE required"},
		{"a.kt", "fun die(m: String): Nothing { throw IllegalStateException(m) }\nval a = System.getenv(\"GATE\") ?: die(\"gate\")\n", "GATE required"},
		{"a.py", "import os, sys\ndef die(m):\n    sys.exit(m)\ntry:\n    x = os.environ[\"GATE\"]\nexcept KeyError:\n    die(\"gate\")\n", "GATE required"},
		{"a.c", "#include <stdlib.h>\nstatic void die(const char *m) { exit(1); }\nint main(void) { char *p = getenv(\"GATE\"); if (!p) die(\"no\"); return 0; }\n", "GATE required"},
		{"a.go", "package gate\nimport (\"os\"; \"strings\")\nfunc f() {\n\tfor _, e := range os.Environ() {\n\t\tif strings.HasPrefix(e, \"GATE=\") || strings.HasPrefix(e, \"TAG_\") {\n\t\t\tuse(e)\n\t\t}\n\t}\n}\n", "* optional; GATE optional; TAG_* optional"},
	})
}

// What is taken for a URL where it looks like one is no URL everywhere.
func TestShapes(t *testing.T) {
	hold(t, []saying{
		{"a.go", "package gate\nimport (\n\t\"net/url\"\n\t\"os\"\n\t\"strings\"\n)\nfunc f() string {\n\tif a := os.Getenv(\"A\"); a != \"\" {\n\t\tif strings.Contains(a, \"/\") {\n\t\t\tu, err := url.Parse(a)\n\t\t\tif err != nil {\n\t\t\t\treturn a\n\t\t\t}\n\t\t\treturn u.Host\n\t\t}\n\t\treturn a\n\t}\n\treturn \"\"\n}\nvar b = strings.Contains(os.Getenv(\"B\"), \"x\")\n", "A optional =; B optional"},
	})
}

// A list without a value may be nothing.
func TestNilList(t *testing.T) {
	hold(t, []saying{{"a.go", "package gate\nimport \"os\"\nvar flags []string\nfunc f() string {\n\tif flags != nil {\n\t\treturn \"\"\n\t}\n\treturn get(\"A\")\n}\nfunc get(k string) string { return os.Getenv(k) }\n", "A expected"}})
}

// What another system alone does is not judged.
func TestSystems(t *testing.T) {
	hold(t, []saying{
		{"a.go", "package gate\nimport (\n\t\"log\"\n\t\"os\"\n\t\"runtime\"\n)\nfunc f() {\n\tif runtime.GOARCH == \"amd64\" {\n\t\treturn\n\t}\n\tif os.Getenv(\"A\") == \"\" {\n\t\tlog.Fatal(\"A\")\n\t}\n}\nfunc g() {\n\tif os.Getenv(\"B\") == \"\" {\n\t\tlog.Fatal(\"B\")\n\t}\n}\n", "A optional; B required"},
		{"a.py", "import os, sys\nif sys.platform == \"win32\":\n    a = os.environ[\"A\"]\nelse:\n    a = os.environ[\"B\"]\n", "A optional; B required"},
	})
}

// What is missing is gathered, and the program stops at the end.
func TestGathered(t *testing.T) {
	hold(t, []saying{
		{"a.py", "import os\nmissing = []\nfor name in [\"A\", \"B\"]:\n    if not os.environ.get(name):\n        missing.append(name)\nif missing:\n    raise RuntimeError(missing)\n", "A required; B required"},
		{"a.py", "import os, sys\ndef f():\n    bad = []\n    for name in (\"A\", \"B\"):\n        if os.getenv(name) is None:\n            bad.append(name)\n    if len(bad) > 0:\n        sys.exit(1)\n", "A required; B required"},
		{"a.py", "import os, sys\nn = 0\nfor k in (\"A\", \"B\"):\n    if not os.getenv(k):\n        n += 1\nif n:\n    sys.exit(1)\n", "A required; B required"},
		{"a.py", "import os\nwarned = []\nif not os.getenv(\"A\"):\n    warned.append(\"A\")\nif warned:\n    print(warned)\n", "A optional"},
		{"a.py", "import os\nlevel = os.getenv(\"A\")\nif not level:\n    level = \"low\"\nif level == \"high\":\n    raise ValueError(level)\n", "A optional =low"},
		{"a.js", "const errors = [];\nif (!process.env.A) errors.push(\"A\");\nif (!process.env.B) { errors.push(\"B\"); }\nif (errors.length) { process.exit(1); }\n", "A required; B required"},
		{"a.js", "let bad = false;\nif (!process.env.A) bad = true;\nif (bad) throw new Error(\"x\");\n", "A required"},
		{"a.go", "package gate\nimport (\n\t\"log\"\n\t\"os\"\n)\nfunc f() {\n\tvar missing []string\n\tfor _, k := range []string{\"A\", \"B\"} {\n\t\tif os.Getenv(k) == \"\" {\n\t\t\tmissing = append(missing, k)\n\t\t}\n\t}\n\tif len(missing) > 0 {\n\t\tlog.Fatal(missing)\n\t}\n}\n", "A required; B required"},
		{"a.go", "package gate\nimport (\n\t\"errors\"\n\t\"os\"\n)\nfunc f() error {\n\tvar errs []error\n\tif os.Getenv(\"A\") == \"\" {\n\t\terrs = append(errs, errors.New(\"A\"))\n\t}\n\treturn errors.Join(errs...)\n}\nfunc g() {\n\tn := 0\n\tif os.Getenv(\"B\") == \"\" {\n\t\tn++\n\t}\n\tif n > 0 {\n\t\tpanic(\"B\")\n\t}\n}\n", "A required; B required"},
		{"a.rb", "missing = []\n%w[A B].each { |k| missing << k if ENV[k].nil? }\nabort missing.join unless missing.empty?\n", "A required; B required"},
		{"a.php", "<?php\n$missing = [];\nforeach ([\"A\", \"B\"] as $k) { if (!getenv($k)) { $missing[] = $k; } }\nif ($missing) { throw new Exception(\"x\"); }\n", "A required; B required"},
		{"A.java", "import java.util.*;\nclass A { void f() { List<String> missing = new ArrayList<>(); for (String k : List.of(\"A\", \"B\")) { if (System.getenv(k) == null) missing.add(k); } if (!missing.isEmpty()) throw new IllegalStateException(\"x\"); } }\n", "A required; B required"},
		{"a.kt", "fun f() { val missing = mutableListOf<String>()\n for (k in listOf(\"A\", \"B\")) { if (System.getenv(k) == null) missing.add(k) }\n if (missing.isNotEmpty()) error(\"x\") }\n", "A required; B required"},
		{"a.rs", "fn f() { let mut missing = vec![]; if std::env::var(\"A\").is_err() { missing.push(\"A\"); } if !missing.is_empty() { panic!(\"{:?}\", missing); } }\nfn g() { let mut missing: Vec<&str> = Vec::new(); if std::env::var(\"B\").is_err() { missing.push(\"B\"); } if missing.len() > 0 { panic!(\"x\"); } }\n", "A required; B required"},
		{"a.cs", "class A { void F() { var missing = new List<string>(); foreach (var k in new[] { \"A\", \"B\" }) { if (Environment.GetEnvironmentVariable(k) is null) missing.Add(k); } if (missing.Any()) throw new InvalidOperationException(\"x\"); } }\n", "A required; B required"},
	})
}

// A fallback is what stands in for the value.
func TestFallbacks(t *testing.T) {
	hold(t, []saying{
		{"a.py", "import os\nv = os.environ.get(\"CREW\")\nif v:\n    v = int(v)\nelse:\n    v = 2\n", "CREW optional integer =2"},
		{"a.py", "import os\nv = os.environ.get(\"OVEN\")\nif v:\n    v = v.strip()\n", "OVEN optional"},
		{"a.py", "import os\nv = int(os.environ.get(\"ROWS\", \"\") or 4)\n", "ROWS optional integer =4"},
		{"a.go", "package gate\nimport (\"os\"; \"strconv\"; \"log\")\nfunc port() int {\n\tport := 7000\n\tif p := os.Getenv(\"PORT\"); p != \"\" {\n\t\tn, err := strconv.Atoi(p)\n\t\tif err != nil {\n\t\t\tlog.Fatal(err)\n\t\t}\n\t\tport = n\n\t}\n\treturn port\n}\n", "PORT optional integer =7000"},
		{"a.go", "package gate\nimport \"os\"\ntype conf struct{ addr string }\nfunc (c *conf) load() {\n\tc.addr = os.Getenv(\"ADDR\")\n\tif c.addr == \"\" {\n\t\tc.addr = \":7000\"\n\t}\n}\n", "ADDR optional =:7000"},
		{"a.go", "package gate\nimport (\"cmp\"; \"os\")\nvar level = cmp.Or(os.Getenv(\"A\"), os.Getenv(\"B\"), \"low\")\n", "A optional [os.Getenv(\"B\")]; B optional =low"},
		{"a.js", "const a = process.env.A || process.env.B || \"east\";\n", "A optional [process.env.B]; B optional =east"},
		{"a.js", "const a = parseInt(process.env.A || \"\", 10) || 9;\n", "A optional integer =9"},
		{"a.js", "const a = process.env.A && process.env.A.slice(0, 7) || \"none\";\n", "A optional =none; A optional"},
		{"a.js", "const config = { size: process.env.SIZE };\nconfig.size ??= \"40\";\n", "SIZE optional =40"},
		{"a.ts", "class Lock { port: string; constructor() { this.port = process.env.PORT as string; if (!this.port) this.port = \"8100\"; } }\nnew Lock();\n", "PORT optional =8100"},
		{"a.rs", "use std::env;\nfn main() { let c = match env::var(\"C\") { Ok(v) => v, Err(_) => \"x\".to_string() }; let d = if let Ok(v) = env::var(\"D\") { v } else { \"y\".into() }; }\n", "C optional =x; D optional =y"},
		{"a.cs", "class Lock { string? shift; Lock() { shift = Environment.GetEnvironmentVariable(\"SHIFT\"); shift ??= \"day\"; } }\n", "SHIFT optional =day"},
		{"a.cs", "class L { static T Get<T>(string n, T d) { var v = Environment.GetEnvironmentVariable(n); if (v is null) return d; return (T)Convert.ChangeType(v, typeof(T)); }\n void F() { var a = Get<int>(\"A\", 5); } }\n", "A optional =5"},
		{"a.cs", "class L { void F() { var a = int.TryParse(Environment.GetEnvironmentVariable(\"A\"), out var n) ? n : 7; if (!int.TryParse(Environment.GetEnvironmentVariable(\"B\"), out int m)) m = 8; } }\n", "A optional integer =7; B optional integer =8"},
		{"a.kt", "val a = runCatching { System.getenv(\"A\").toInt() }.getOrDefault(4)\nval b = runCatching { System.getenv(\"B\").toInt() }.getOrNull() ?: 6\n", "A optional integer =4; B optional integer =6"},
		{"a.dart", "import 'dart:io';\nfinal a = int.tryParse(Platform.environment['A'] ?? '') ?? 5;\nfinal b = switch (Platform.environment['B']) { 'x' => 1, _ => throw StateError('b') };\n", "A optional integer =5; B required choice(x)"},
		{"a.exs", "a = \"A\" |> System.get_env(\"x\") |> String.split(\",\")\n", "A optional list =x"},
		{"a.rb", "class Lock\n  def initialize\n    @herd = ENV[\"HERD\"]\n    @herd = \"north\" if @herd.nil? || @herd.empty?\n  end\nend\n", "HERD optional =north"},
		{"a.scala", "class L {\n  val depth: Int = sys.env.get(\"DEPTH\").flatMap(_.toIntOption).getOrElse(30)\n  val shift = sys.env.get(\"SHIFT\") match {\n    case Some(v) => v.toInt\n    case None => 8\n  }\n}\n", "DEPTH optional integer =30; SHIFT optional integer =8"},
		{"a.swift", "let p = Int(env[\"P\"] ?? \"\") ?? 8080\nlet env = ProcessInfo.processInfo.environment\nlet q = ProcessInfo.processInfo.environment[\"Q\"].flatMap(Int.init) ?? 5\n", "P optional integer =8080; Q optional integer =5"},
		{"a.lua", "local a = os.getenv(\"A\")\nif a == nil then\n  a = \"pine\"\nend\n", "A optional =pine"},
	})
}

// Kinds and literals are what the code does with a value that is there.
func TestKindsAndLiterals(t *testing.T) {
	hold(t, []saying{
		{"a.py", "import os\nmode = os.environ.get(\"MODE\", \"am\")\nif mode not in (\"am\", \"pm\"):\n    raise SystemExit(1)\n", "MODE optional choice(am,pm) =am"},
		{"a.py", "import os\nstage = os.environ.get(\"STAGE\", \"main\")\nif stage in (\"attic\", \"cellar\"):\n    raise SystemExit(1)\nprint(stage)\n", "STAGE optional =main"},
		{"a.py", "import os\nmatch os.environ.get(\"LIGHT\"):\n    case \"low\" | \"high\" as level:\n        use(level)\n    case None:\n        raise SystemExit(1)\n    case other:\n        use(other)\n", "LIGHT required"},
		{"a.js", "switch (process.env.MODE) {\n  case \"bake\": x = 2; break;\n  case \"grill\": x = 4; break;\n  default: throw new Error();\n}\n", "MODE required choice(bake,grill)"},
		{"a.js", "const loud = process.env.LOUD === \"true\";\n", "LOUD optional boolean"},
		{"a.go", "package gate\nimport \"os\"\nfunc f() int {\n\tswitch os.Getenv(\"M\") {\n\tdefault:\n\t\tpanic(\"m\")\n\tcase \"on\", \"\":\n\t\treturn 1\n\tcase \"off\":\n\t\treturn 2\n\t}\n}\n", "M optional boolean"},
		{"a.rs", "fn f() { let b: u64 = std::env::var(\"B\").unwrap_or(\"60\".to_string()).parse().unwrap(); let d = std::env::var(\"D\").map(|v| v == \"1\").unwrap_or(false); }\n", "B optional integer =60; D optional boolean =false"},
		{"a.sh", "case \"$MODE\" in\n  dry | wet) echo yes ;;\n  *) exit 1 ;;\nesac\n", "MODE required choice(dry,wet)"},
	})
}

// A call of a function is run with its arguments.
func TestHelpers(t *testing.T) {
	hold(t, []saying{
		{"a.py", "import os\ndef under(a, b):\n    return os.getenv(f\"{a}_{b}\".upper())\nunder(\"gate\", \"url\")\n", "GATE_URL expected"},
		{"a.py", "import os\n_NONE = object()\ndef env(name, default=_NONE, cast=str):\n    raw = os.environ.get(name)\n    if raw is None:\n        if default is _NONE:\n            raise KeyError(name)\n        return default\n    return cast(raw)\nenv(\"A\")\nenv(\"B\", 5, int)\n", "A required; B optional integer =5"},
		{"a.py", "import os\ndef need(*names):\n    return tuple(os.environ[n] for n in names)\na, b = need(\"A\", \"B\")\n", "A required; B required"},
		{"a.py", "import os\nclass Reader:\n    def __init__(self, prefix=\"\"):\n        self.prefix = prefix\n    def get(self, name, default=None):\n        return os.environ.get(self.prefix + name, default)\nr = Reader(\"LOCK_\")\nr.get(\"URL\")\nr.get(\"DIR\", \"/srv\")\n", "LOCK_URL expected; LOCK_DIR optional =/srv"},
		{"a.go", "package gate\nimport \"os\"\nfunc get[T any](k string, d T) T {\n\traw, ok := os.LookupEnv(k)\n\tif !ok {\n\t\treturn d\n\t}\n\treturn convert[T](raw)\n}\nvar a = get[int](\"A\", 5)\n", "A optional =5"},
		{"a.go", "package gate\nimport \"os\"\nfunc get(name string, fallback ...string) string {\n\tif v, ok := os.LookupEnv(name); ok {\n\t\treturn v\n\t}\n\tif len(fallback) > 0 {\n\t\treturn fallback[0]\n\t}\n\tpanic(name)\n}\nvar a, b = get(\"A\"), get(\"B\", \"x\")\n", "A required; B optional =x"},
		{"a.php", "<?php\nfunction env_value(string $k, $d = false) { $v = getenv($k); if ($v === false) { if ($d === false) { throw new X(); } return $d; } return $v; }\nenv_value('A'); env_value('B', 'x');\n", "A required; B optional =x"},
		{"a.ts", "const opt = <T>(name: string, d?: T) => process.env[name] ?? d;\nopt(\"A\", \"x\");\nopt(\"B\");\n", "A optional =x; B expected"},
		{"a.kt", "fun flag(name: String, default: Boolean = false) = System.getenv(name)?.toBoolean() ?: default\nval a = flag(\"A\")\nval b = flag(\"B\", default = true)\n", "A optional boolean =false; B optional boolean =true"},
		{"a.swift", "func string(_ name: String, default fallback: String) -> String {\n    ProcessInfo.processInfo.environment[name] ?? fallback\n}\nlet a = string(\"A\", default: \"x\")\n", "A optional =x"},
		{"a.sh", "need() {\n  local v=\"${!1:-}\"\n  [ -n \"$v\" ] || { echo no; exit 1; }\n}\nneed WALL_A\n", "WALL_A required"},
		{"a.py", "import os\ndef a(n):\n    return b(n)\ndef b(n):\n    return a(n) or os.getenv(n)\na(\"A\")\n", "A expected"},
		{"a.js", "const to = (raw, d) => raw === undefined ? d : raw === \"1\";\nconst a = to(process.env.A, true);\n", "A optional boolean =true"},
	})
}

// Lists, tables and objects are gone through.
func TestTables(t *testing.T) {
	hold(t, []saying{
		{"a.go", "package gate\nimport \"os\"\nfunc load(c *conf) {\n\tfor _, e := range []struct {\n\t\tdst *string\n\t\tenv string\n\t}{{&c.a, \"A\"}, {&c.b, \"B\"}} {\n\t\t*e.dst = os.Getenv(e.env)\n\t}\n}\n", "A expected; B expected"},
		{"a.py", "import os\nclass Option:\n    env: str\n    default: str = None\nALL = {\"hall\": Option(\"HALL\", \"east\"), \"guard\": Option(\"GUARD\")}\nfor key, o in ALL.items():\n    v = os.environ.get(o.env, o.default)\n    if v is None:\n        raise SystemExit(o.env)\n", "HALL optional =east; GUARD required"},
		{"a.py", "import os\nPAIRS = {k: os.environ[k] for k in (\"A\", \"B\") if k in os.environ}\n", "A optional; B optional; A optional; B optional"},
		{"a.java", "class T { record Row(String name, String other) {}\n static final List<Row> ROWS = List.of(new Row(\"A\", \"4\"), new Row(\"B\", null));\n void f() { for (Row r : ROWS) { String v = System.getenv(r.name()); if (v == null) { if (r.other() == null) { throw new X(); } v = r.other(); } } } }\n", "A optional =4; B required"},
		{"a.ts", "enum Keys { A = \"GATE_A\" }\nconst NAMES = { b: \"GATE_B\" } as const;\nprocess.env[Keys.A]; process.env[NAMES.b];\n", "GATE_A expected; GATE_B expected"},
		{"a.php", "<?php\nforeach (['A' => 'oil', 'B' => 'green'] as $k => $d) { $c[$k] = getenv($k) ?: $d; }\n", "A optional =oil; B optional =green"},
		{"a.ts", "for (const n of [\"A\", \"B\"] as const) { if (!process.env[n]) throw new Error(n); }\n", "A required; B required"},
		{"a.rb", "%w[A B].each { |n| ENV.fetch(n) }\n", "A required; B required"},
		{"a.js", "for (let i = 0; process.env[`GATE_${i}`]; i++) use(process.env[`GATE_${i}`]);\n", "GATE_* optional; GATE_* expected"},
	})
}

// What the names of the environment are compared with says which are meant.
func TestWhole(t *testing.T) {
	hold(t, []saying{
		{"a.py", "import os\ntags = {k: v for k, v in os.environ.items() if k.startswith(\"TAG_\")}\n", "TAG_* optional"},
		{"a.py", "import os\nfor key, value in os.environ.items():\n    if key == \"KEEPER\":\n        use(value)\n", "KEEPER optional"},
		{"a.rb", "ENV.each { |k, v| puts v if k.start_with?(\"TAG_\") }\n", "TAG_* optional"},
		{"a.js", "for (const k in process.env) if (k.startsWith('TAG_')) log(process.env[k]);\n", "TAG_* optional"},
		{"a.js", "Object.keys(process.env).forEach((k) => {\n  if (k.indexOf('TAG_') !== 0) return;\n  log(process.env[k]);\n});\n", "TAG_* optional"},
		{"a.py", "import os\nfor k in os.environ:\n    print(os.environ[k])\n", "* optional"},
		{"a.py", "import os\ndef load(self, name='TAG_MODULE'):\n    return os.environ.get(name)\n", "TAG_MODULE expected"},
		{"a.rb", "c = { 'TAG_A' => 'a', 'TAG_B' => 'b' }\nc.find_all { |k, _| ENV[k] }\n", "TAG_A optional; TAG_B optional"},
		{"a.js", "function f() {\n  if (typeof process.env.TAG_A !== 'string') return 1;\n  return process.env.TAG_A.toLowerCase();\n}\n", "TAG_A optional; TAG_A optional"},
		{"a.js", "async function f() {\n  try { await g(); } catch (e) {\n    if (process.env.TAG_A) throw e;\n    process.exit(1);\n  }\n}\n", "TAG_A optional"},
		{"a.js", "function f() {\n  if (process.env.TAG_A !== 'a') { throw new Error('x'); } else { throw new Error('y'); }\n}\n", "TAG_A optional choice(a)"},
		{"a.js", "function make() {\n  const walk = { parent: null, go() { if (process.env.TAG_A !== 'a' && !walk.parent) throw new Error('x'); return walk.parent; } };\n  return walk;\n}\nfunction go(w) { w.parent = 1; }\n", "TAG_A optional choice(a)"},
		{"a.py", "import os\nfor k in names():\n    if k in os.environ:\n        v = os.environ[k]\n", "? optional; ? optional"},
		{"a.pl", "unlink $ENV{TAG_A} or die 'x';\nmy $v = $ENV{TAG_B} or die 'x';\n", "TAG_A expected; TAG_B required"},
		{"a.sh", "A=${TAG_A:-$(cat x)}\nif [ \"$A\" != b ]; then exit 1; fi\n", "TAG_A optional [$(cat x)]"},
		{"a.php", "<?php foreach (['TAG_A' => 1, 'TAG_B' => 2] as $k => $v) { $o[] = getenv($k); }", "TAG_A expected; TAG_B expected"},
		{"a.scala", "object A { val x = for (k <- List(\"TAG_A\", \"TAG_B\")) yield sys.env.get(k)\n val y = for { k <- List(\"TAG_C\") } yield sys.env.get(k) }", "TAG_A expected; TAG_B expected; TAG_C expected"},
		{"a.swift", "let a = [\"TAG_A\", \"TAG_B\"].map { ProcessInfo.processInfo.environment[$0] }", "TAG_A expected; TAG_B expected"},
		{"a.ts", "const f = async <T,>(k: string, d?: T): Promise<T> => { return (process.env[k] ?? d) as T };\nf(\"TAG_A\"); f(\"TAG_B\", 4);", "TAG_A expected; TAG_B optional =4"},
		{"a.ts", "export default { url: process.env.TAG_A || 'n', in: { key: process.env.TAG_B } };", "TAG_A optional =n; TAG_B expected"},
		{"a.kt", "class S(val k: String = System.getenv(\"TAG_A\") ?: \"k\", val m: Int = System.getenv(\"TAG_B\")?.toInt() ?: 4)\nfun f(n: String = System.getenv(\"TAG_C\") ?: \"n\") = n\nval h = System.getenv().getOrElse(\"TAG_D\") { \"h\" }", "TAG_A optional =k; TAG_B optional integer =4; TAG_C optional =n; TAG_D optional =h"},
		{"a.ts", "class A { constructor(private url = process.env.TAG_A ?? 'a') {} }\nfunction f(c = process.env.TAG_B || 'c') { return c; }", "TAG_A optional =a; TAG_B optional =c"},
		{"a.py", "import os\ndef f(a=os.environ.get('TAG_A') or 'a', b=int(os.getenv('TAG_B', '5'))):\n    return a", "TAG_A optional =a; TAG_B optional integer =5"},
		{"a.java", "class A { boolean d = \"true\".equalsIgnoreCase(System.getenv(\"TAG_A\")); boolean f = System.getenv(\"TAG_B\").equalsIgnoreCase(\"true\"); boolean g = Objects.equals(System.getenv(\"TAG_C\"), \"a\"); }", "TAG_A optional boolean; TAG_B required boolean; TAG_C optional choice(a)"},
		{"a.ex", "if is_nil(System.get_env(\"TAG_A\")) do\n  raise \"x\"\nend", "TAG_A required"},
		{"a.py", "import os\nmissing = [n for n in ('TAG_A', 'TAG_B') if not os.environ.get(n)]\nif missing:\n    raise SystemExit(missing)\nif any(not os.getenv(n) for n in ('TAG_C', 'TAG_D')):\n    raise RuntimeError\nif len([n for n in ['TAG_E'] if n not in os.environ]) > 0:\n    raise RuntimeError\n", "TAG_A required; TAG_B required; TAG_C required; TAG_D required; TAG_E required"},
		{"a.js", "const gone = ['TAG_A', 'TAG_B'].filter((n) => !process.env[n]);\nif (gone.length > 0) throw new Error(gone);\nif (['TAG_C'].some((n) => !process.env[n])) throw new Error('x');\nif (!['TAG_D'].every((n) => process.env[n])) process.exit(1);\n", "TAG_A required; TAG_B required; TAG_C required; TAG_D required"},
		{"a.js", "const bad = [];\nfill(bad);\nif (bad.length === 0) process.exit(0);\nlog(process.env.TAG_A);\n", "TAG_A expected"},
		{"a.py", "import os\nset_ = [n for n in ('TAG_A', 'TAG_B') if os.environ.get(n)]\nif set_:\n    go(set_)\nprint(os.environ['TAG_C'])\n", "TAG_A optional; TAG_B optional; TAG_C required"},
		{"a.js", "const R = /^TAG_/i;\nObject.keys(process.env).filter((k) => R.test(k));\nObject.keys(process.env).filter((k) => /LOCK_/.test(k) || /^(A|B)_/.test(k));\n", "TAG_* optional; * optional"},
		{"a.rb", "a = ENV.to_h.select { |k, _| k =~ /\\ATAG_.+/ }\nb = ENV.select { |k, _| k.match?(/^LOCKS?_/) }\n", "TAG_* optional; LOCK* optional"},
		{"a.py", "import os, re\na = {k: v for k, v in os.environ.items() if re.match('TAG_', k)}\nb = [k for k in os.environ if re.search('LOCK_', k)]\n", "TAG_* optional; * optional"},
		{"a.js", "Object.keys(process.env).filter((k) => k.startsWith(\"TAG_\"));\n", "TAG_* optional"},
	})
}

// The engine ends on any code, and says the same each time.
func TestBounds(t *testing.T) {
	deep := "import os\ndef f(n):\n    return f(n + 'x') or os.getenv(n)\nf('A')\n"
	wide := "import os\n" + strings.Repeat("x = x or os.environ.get('A' + x)\n", 40)
	many := "import os\n"
	for n := range 40 {
		many += fmt.Sprintf("def f%d(n):\n    return f%d(n) or f%d(n) or os.getenv(n)\nf%d('A')\n", n, (n+1)%40, (n+7)%40, n)
	}
	for about, src := range map[string]string{"deep": deep, "wide": wide, "many": many} {
		begun := time.Now()
		first := said(t, "a.py", src)
		if time.Since(begun) > 20*time.Second {
			t.Errorf("%s takes %v", about, time.Since(begun))
		}
		if again := said(t, "a.py", src); again != first {
			t.Errorf("%s: once %s, then %s", about, first, again)
		}
		if !strings.HasPrefix(first, "A") {
			t.Errorf("%s: %s", about, first)
		}
	}
}
