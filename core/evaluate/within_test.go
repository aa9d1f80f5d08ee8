package evaluate_test

import (
	"fmt"
	"strings"
	"testing"
)

// What a function was given is known where it was called, however deep in it the
// name is used: in a closure, by a function without parameters, as one of many.
func TestGivenWithin(t *testing.T) {
	hold(t, []saying{
		{"a.js", "function need(name) { return attempt(() => process.env[name] ?? fail(name)); }\nfunction attempt(f) { return f(); }\nfunction fail(n) { throw new Error(n); }\nneed('A');\nconst or = (name) => [1].map(() => process.env[name] || 'b');\nor('B');\n", "A required; B optional =b"},
		{"a.kt", "fun need(vararg names: String) = names.map { System.getenv(it) ?: error(it) }\nval (a, b) = need(\"A\", \"B\")\nfun one(name: String): String = run { System.getenv(name) ?: \"c\" }\nval c = one(\"C\")\n", "A required; B required; C optional =c"},
		{"a.cs", "class A { static void Need(params string[] names) { foreach (var n in names) if (Environment.GetEnvironmentVariable(n) == null) throw new X(n); } void F() { Need(\"A\", \"B\"); } }\n", "A required; B required"},
		{"a.swift", "func need(_ names: String...) { for n in names { guard ProcessInfo.processInfo.environment[n] != nil else { fatalError(n) } } }\nneed(\"A\", \"B\")\n", "A required; B required"},
		{"a.scala", "def need(names: String*) = names.map(n => sys.env(n))\nval x = need(\"A\", \"B\")\n", "A required; B required"},
		{"a.rb", "missing = %w[A B].reject { |k| ENV.key?(k) }\nabort 'missing' unless missing.empty?\nENV['C'] ||= 'c'\n", "A required; B required; C optional =c"},
	})
}

// A function that is given the environment may hand it on in turn, under the same name.
func TestHandedOnTwice(t *testing.T) {
	hold(t, []saying{
		{"a.py", "import os\ndef need(env, key):\n    return env[key]\ndef load(env):\n    return need(env, 'A') + env.get('B', 'b')\nload(os.environ)\n", "A required; B optional =b"},
		{"a.js", "function load(env) { return need(env, 'A'); }\nfunction need(env, key) { if (!env[key]) throw new Error(key); return env[key]; }\nload(process.env);\n", "A required"},
		{"A.java", "class A {\n  static String load(Map<String, String> env) { return need(env, \"A\"); }\n  static String need(Map<String, String> env, String key) {\n    String v = env.get(key);\n    if (v == null) throw new X(key);\n    return v;\n  }\n  static void main() { load(System.getenv()); }\n}\n", "A required"},
	})
}

// Checks that stop, and errors that stop nothing.
func TestChecksOfTheLanguage(t *testing.T) {
	hold(t, []saying{
		{"a.mjs", "import assert from 'node:assert/strict';\nassert.ok(process.env.A);\nassert.notEqual(process.env.B, undefined);\nassert.match(process.env.C, /c/);\nassert.equal(process.env.D, process.env.E);\n", "A required; B required; C required; D expected; E expected"},
		{"a.js", "const is_1 = __importDefault(require('lock-is'));\nif (is_1.default.string(process.env.A)) use(new URL(process.env.A));\nif (is.nonEmptyString(process.env.B)) use(process.env.B);\nif (other.string(process.env.C)) use(process.env.C);\n", "A optional; A optional url; B optional; B optional; C expected; C expected"},
		{"a.js", "async function f() {\n  if (!process.env.A) return Promise.reject(new Error('a'));\n  return process.env.B;\n}\n", "A required; B expected"},
		{"a.go", "package a\nfunc f() (*url.URL, error) {\n\tu, err := url.Parse(os.Getenv(\"A\"))\n\tif err != nil {\n\t\treturn nil, err\n\t}\n\treturn u, nil\n}\n", "A expected url"},
	})
}

// A list of names says what is done with each of them, as people ask it where in the
// list a name would be.
func TestAskedByIndex(t *testing.T) {
	numbers := "const NUMBERS = ['A', 'B'];\n"
	for _, asks := range []string{"NUMBERS.indexOf(k) > -1", "NUMBERS.indexOf(k) !== -1", "NUMBERS.indexOf(k) >= 0", "~NUMBERS.indexOf(k)", "NUMBERS.includes(k)", "!(NUMBERS.indexOf(k) < 0)", "!(NUMBERS.indexOf(k) === -1)"} {
		hold(t, []saying{
			{"a.js", numbers + "for (const k of ['A', 'C']) use(" + asks + " ? Number(process.env[k]) : process.env[k]);\n", "A expected number; C expected"},
			{"a.js", numbers + "function isNumber(k) { return " + asks + "; }\nfunction f() {\n  for (const k of ['B', 'C']) {\n    if (isNumber(k)) use(Number(process.env[k]));\n    else use(process.env[k]);\n  }\n}\nfor (const k of ['A']) use(process.env[k]);\nf();\n", "B expected number; C expected; A expected"},
		})
	}
	hold(t, []saying{
		{"a.js", "for (const k of ['A']) use(process.env[k]);\nfor (const k of ['B']) { if (['C'].includes(k)) use(process.env[k]); }\n", "A expected; ? expected"}, // and not A once more
	})
}

// However many settings stand in one object, each is judged.
func TestManyInOneObject(t *testing.T) {
	var object strings.Builder
	var want []string
	object.WriteString("const flag = (text, usual = false) => (text ? text.toLowerCase() === 'true' : usual);\nexport default {\n  lock: {\n")
	for n := range 60 {
		fmt.Fprintf(&object, "    a%d: process.env.A%d || 'a', b%d: flag(process.env.B%d, true), c%d: process.env.C%d,\n", n, n, n, n, n, n)
		want = append(want, fmt.Sprintf("A%d optional =a; B%d optional boolean =true; C%d expected", n, n, n))
	}
	object.WriteString("  },\n};\n")
	hold(t, []saying{{"a.mjs", object.String(), strings.Join(want, "; ")}})
}

// What is there before tells nothing by its own name alone.
func TestWhatWasThere(t *testing.T) {
	hold(t, []saying{
		{"a.js", "const o = { port: 3000 };\nif ('A' in process.env) { o.host = process.env.A || ''; }\nstart(o.host);\n", "A optional; A optional"},
		{"a.js", "let o = { url: process.env.A ? '' : process.env.B };\nif (x) { o = other(); }\nstart(o.url || build());\n", "A optional; B optional"},
		{"a.c", "int n = -1;\nvoid f(void) { char *v = getenv(\"A\"); if (v) n = atoi(v); use(n); }\n", "A optional integer =-1"},
	})
}

// Of a list of values that stand for another one, a value besides them is meant, too.
func TestListsThatPassOn(t *testing.T) {
	hold(t, []saying{
		{"a.js", "const h = process.env.A;\nstart(['', '::'].includes(h) ? 'localhost' : h);\n", "A optional"},
		{"a.py", "import os\nh = os.environ['A']\nif h in ('', '::'):\n    h = 'localhost'\nstart(h)\n", "A required"},
		{"a.js", "const m = process.env.A;\nstart(['a', 'b'].includes(m) ? m : 'a');\n", "A optional choice(a,b) =a"},
		{"a.js", "const k = process.env.A;\nif (!['x', 'y'].includes(k)) throw new Error(k);\nstart(k);\n", "A required choice(x,y)"},
	})
}
