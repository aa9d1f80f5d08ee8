package evaluate_test

import "testing"

// Of a row of ways, what is used where none before it was gone.
func TestChains(t *testing.T) {
	hold(t, []saying{
		{"a.js", "const k = process.env.A || process.env.B;\nif (!k) throw new Error('k');\n", "A optional [process.env.B]; B required"},
		{"a.js", "function f(given) {\n  const k = given || process.env.A;\n  if (!k) throw new Error('k');\n  return k;\n}\n", "A optional"},
		{"a.rs", "use std::env;\nfn f() -> Result<(), E> {\n    let a = env::var(\"A\").or_else(|_| env::var(\"B\"))?;\n    let c = env::var(\"C\").ok().or_else(|| env::var(\"D\").ok()).ok_or(\"c\")?;\n    let e = env::var(\"E\").unwrap_or_else(|e| match e { env::VarError::NotPresent => \"e\".to_string(), e => panic!(\"{e}\") });\n    Ok(())\n}\n", "A optional [env::var(\"B\")]; B required; C optional [env::var(\"D\").ok()]; D required; E optional =e"},
		{"a.php", "<?php\nfunction f($name, $default) {\n    if ($file = getenv($name . '_FILE')) {\n        return file_get_contents($file);\n    } elseif (($v = getenv($name)) !== false) {\n        return $v;\n    }\n    return $default;\n}\n$a = f('A', 'a');\n", "A_FILE optional [$v]; A optional =a"},
		{"a.js", "function f(name, d) {\n  if (process.argv[2]) {\n    return 'x';\n  } else if (process.env[name]) {\n    return process.env[name];\n  }\n  return d;\n}\nconst a = f('A', 'a');\n", "A optional =a"},
		{"a.js", "function f(name) {\n  if (process.env[name]) return process.env[name];\n  return void 0;\n}\nconst a = f('A');\n", "A optional"},
		{"a.pl", "sub need { my ($n, $d) = @_; return $ENV{$n} if defined $ENV{$n}; return $d if defined $d; die \"$n\\n\"; }\nmy $a = need('A');\nmy $b = need('B', 3);\n", "A required; B optional =3"},
		{"a.py", "import os\nfrom dataclasses import dataclass, field\nfrom functools import partial\ndef need(name):\n    v = os.environ.get(name)\n    if v is None:\n        raise RuntimeError(name)\n    return v\n@dataclass\nclass C:\n    a: str = field(default_factory=partial(need, \"A\"))\n", "A required"},
		{"a.js", "class Finder {\n  constructor(env) { this.env = env; }\n  run(command, win) {\n    let exec = command;\n    if (win) { exec = `\"${exec}\"`; }\n    return start(exec);\n  }\n  find() { return this.run(process.env.A, process.argv[2]); }\n}\nnew Finder().find();\n", "A expected"},
	})
}

// What is known of a map, a text or a value is known where it is asked for.
func TestKnownAnswers(t *testing.T) {
	hold(t, []saying{
		{"a.js", `
function get(name, opts = {}) {
  const v = process.env[name];
  if (v) return v;
  if ('default' in opts) return opts.default;
  throw new Error(name);
}
get('A');
get('B', { default: 'b' });
function want(name, opts) {
  const v = process.env[name];
  if (v) return v;
  if (opts && Object.hasOwn(opts, 'default')) return opts.default;
  if (opts?.hasOwnProperty('other')) return opts.other;
  throw new Error(name);
}
want('C');
want('D', { default: 'd' });
want('E', {});
const f = process.env.F ?? '';
if (f.length === 0) throw new Error('f');
`, "A required; B optional =b; C required; D optional =d; E required; F required"},
		{"a.py", "import os\ndef get(name, **kw):\n    v = os.environ.get(name)\n    if v is not None:\n        return v\n    if \"default\" in kw:\n        return kw[\"default\"]\n    raise KeyError(name)\na = get(\"A\")\nb = get(\"B\", default=\"b\")\n", "A required; B optional =b"},
		{"a.js", "const missing = Object.entries({ A: process.env.A, B: process.env.B }).filter(([, v]) => !v).map(([k]) => k);\nif (missing.length) throw new Error(missing.join());\nif (!process.env.C) throw new Error('c');\n", "A required; B required; C required"},
		{"a.py", "import os\nif None in (os.getenv(\"A\"), os.getenv(\"B\")):\n    raise SystemExit(\"a, b\")\nmissing = {n for n in [\"C\", \"D\"] if not os.environ.get(n)}\nif len(missing) > 0:\n    raise ValueError(missing)\ne = os.environ[\"E\"]\n", "A required; B required; C required; D required; E required"},
		{"a.nim", "import std/os\nlet key = getEnv(\"A\")\nif key.len == 0:\n  raise newException(ValueError, \"key\")\n", "A required"},
		{"a.cpp", "std::optional<std::string> find(const char* name) {\n  auto v = std::getenv(name);\n  if (v == nullptr) return {};\n  return std::string(v);\n}\nint main() {\n  auto a = find(\"A\").value_or(\"a\");\n  auto b = find(\"B\");\n  if (!b) throw std::runtime_error(\"b\");\n}\n", "A optional =a; B required"},
	})
}

// Of several variables that one declaration makes each has its own value.
func TestDeclarators(t *testing.T) {
	hold(t, []saying{
		{"a.js", "const a = process.env.A || 'a', b = process.env.B, c = Number(process.env.C);\nif (!b) throw new Error('b');\nif (Number.isNaN(c)) throw new Error('c');\nvar d, e = process.env.E;\nif (!e) throw new Error('e');\nvar f = g.f || parseInt(process.env.F, 10),\n    host = 'x';\nif (!f) { find(); }\n", "A optional =a; B required; C required number; E required; F optional integer"},
		{"a.c", "void f(void) {\n  char *a = getenv(\"A\"), *b = getenv(\"B\");\n  const char *c = getenv(\"C\"), *d = \"x\";\n  if (!a) exit(1);\n  if (b) puts(b);\n  if (!c) c = d;\n}\n", "A required; B optional; C optional =x"},
		{"A.java", "class A { void f() {\n  String a = System.getenv(\"A\"), b = System.getenv(\"B\");\n  if (a == null) throw new IllegalStateException();\n  if (b == null) b = \"b\";\n} }\n", "A required; B optional =b"},
		{"a.swift", "let env = ProcessInfo.processInfo.environment\nlet a = env[\"A\"], b = env[\"B\"] ?? \"b\"\nguard a != nil else { fatalError() }\n", "A required; B optional =b"},
		{"a.js", "const platform = (typeof process.env === 'object' && process.env && process.env.A) || process.platform;\nconst path = { win32: { sep: 1 } };\nexports.sep = platform === 'win32' ? path.win32.sep : 2;\nconst env = (process.env && process.env.B) || '';\nconst dev = env === 'dev';\n", "A optional choice(win32) [process.platform]; B optional choice(dev) ="},
		{"a.lua", "local a, b = os.getenv(\"A\"), os.getenv(\"B\") or \"b\"\nif not a then error(\"a\") end\n", "A required; B optional =b"},
	})
}
