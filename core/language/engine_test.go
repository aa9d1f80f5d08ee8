package language

import (
	"strings"
	"testing"

	"inzicht/core/reads"
)

// said writes the reads of a source in one line each: the name, or the pattern,
// or ?, or * for the whole environment; the need; the kind where it is not
// text; and the fallback, in brackets where it is not a literal.
func said(t *testing.T, file, src string) string {
	t.Helper()
	l := Of(file)
	if l == nil {
		t.Fatalf("%s is in no language", file)
	}
	l, err := l.Compiled()
	if err != nil {
		t.Fatal(err)
	}
	r := l.Analyse(file, []byte(src), nil)
	if r.Problem != "" {
		return "problem: " + r.Problem
	}
	var out []string
	list := r.Reads
	for _, h := range r.Helpers {
		if r.Calls[h] == 0 {
			list = append(list, h.Inside...)
		}
	}
	if len(list) > 0 && !l.Triggered([]byte(src)) {
		t.Errorf("a survey does not look into this:\n%s", src)
	}
	for _, one := range list {
		s := shown(one) + " " + string(one.Need)
		if one.Kind != "" && one.Kind != reads.Text {
			s += " " + string(one.Kind)
		}
		if one.Fallback != nil && one.FallbackComputed {
			s += " [" + *one.Fallback + "]"
		} else if one.Fallback != nil {
			s += " =" + *one.Fallback
		}
		out = append(out, s)
	}
	return strings.Join(out, "; ")
}

// saying is a row of a table: a source, and what it says.
type saying struct{ src, want string }

func holds(t *testing.T, file, head string, rows []saying) {
	t.Helper()
	for _, c := range rows {
		if got := said(t, file, head+c.src); got != c.want {
			t.Errorf("%s: %s\nhave %s\nwant %s", file, c.src, got, c.want)
		}
	}
}

func TestPythonSays(t *testing.T) {
	holds(t, "x.py", "import os\n", []saying{
		{`os.environ["A"]`, "A required"},
		{`os.environ['A']`, "A required"},
		{`os.environ.get("A")`, "A expected"},
		{`os.environ.get("A", "x")`, "A optional =x"},
		{`os.environ.get("A", default="x")`, "A optional =x"},
		{`os.environ.get("A") or "x"`, "A optional =x"},
		{`os.getenv("A")`, "A expected"},
		{`os.getenv("A", 8080)`, "A optional =8080"},
		{`os.getenv("A", None)`, "A expected"},
		{`os.getenv("A", fallback())`, "A optional [fallback()]"},
		{`int(os.environ["A"])`, "A required integer"},
		{`int(os.getenv("A", "5"))`, "A optional integer =5"},
		{`float(os.getenv("A", 1.5))`, "A optional number =1.5"},
		{`json.loads(os.environ["A"])`, "A required json"},
		{`os.environ["A"].split(",")`, "A required list"},
		{`os.getenv("A", "").split(",")`, "A optional list ="},
		{`"A" in os.environ`, "A optional"},
		{`"A" not in os.environ`, "A optional"},
		{`os.environ["A"] = "x"`, ""},
		{`del os.environ["A"]`, ""},
		{`os.environ["A"] += "x"`, "A required"},
		{`os.environ.setdefault("A", "x")`, "A optional =x"},
		{`os.environ.pop("A", None)`, "A expected"},
		{`os.environ.pop("A")`, "A required"},
		{"env = os.environ.copy()\nenv.pop('A', None)\nb = env.pop('B', None)\nf(env.pop('C'))", "* optional; B expected; C required"},
		{`# os.environ["A"]`, ""},
		{`"os.environ['A']"`, ""},
		{`f"{os.environ['A']}"`, "A required"},
		{`f"os.environ['A']"`, ""},
		{`"""os.environ["A"]"""`, ""},
		{`r"os.environ['A']"`, ""},
		{`os.environ["A" "B"]`, "AB required"},
		{`os.environ["A_" + "B"]`, "A_B required"},
		{`os.environ["A_" + x]`, "A_* required"},
		{`os.environ[f"A_{x}_B"]`, "A_*_B required"},
		{`os.environ["A_%s" % x]`, "A_* required"},
		{`os.environ["A_{}".format(x)]`, "A_* required"},
		{`os.environ["a".upper()]`, "A required"},
		{`os.environ[x]`, "? required"},
		{"K = \"A\"\nos.environ[K]", "A required"},
		{"K = \"A\"\nif x:\n    K = \"B\"\nos.environ[K]", "B required; A required"},
		{"for k in (\"A\", \"B\"):\n    os.environ[k]", "A required; B required"},
		{"for k in KEYS:\n    os.environ[k]", "? required"},
		{"KEYS = [\"A\", \"B\"]\nfor k in KEYS:\n    os.getenv(k)", "A expected; B expected"},
		{"K = {\"a\": \"A\"}\nos.environ[K[\"a\"]]", "A required"},
		{"class K:\n    A = \"AA\"\nos.environ[K.A]", "AA required"},
		{"e = os.environ\ne[\"A\"]", "A required"},
		{"g = os.environ.get\ng(\"A\", \"x\")", "A optional =x"},
		{"from os import environ\nenviron[\"A\"]", "A required"},
		{"from os import environ as e\ne.get(\"A\")", "A expected"},
		{"from os import getenv as g\ng(\"A\")", "A expected"},
		{"import os as o\no.environ[\"A\"]", "A required"},
		{"from os import *\nenviron[\"A\"]", "A required"},
		{"def f(k, d=None):\n    return os.environ.get(k, d)\nf(\"A\")\nf(\"B\", \"x\")", "A expected; B optional =x"},
		{"def must(k):\n    v = os.getenv(k)\n    if not v:\n        raise ValueError(k)\n    return v\nmust(\"A\")", "A required"},
		{"def g(k):\n    return f(k)\ndef f(k):\n    return os.environ[k]\ng(\"A\")", "A required"},
		{"def f(k):\n    return os.environ[\"P_\" + k]\nf(\"A\")", "P_A required"},
		{"f = lambda k: os.environ[k]\nf(\"A\")", "A required"},
		{"v = os.getenv(\"A\")\nif not v:\n    raise SystemExit", "A required"},
		{"v = os.getenv(\"A\")\nif v is None:\n    sys.exit(1)", "A required"},
		{"v = os.getenv(\"A\")\nif v:\n    use(v)", "A optional"},
		{"v = os.getenv(\"A\")\nif v is None:\n    v = \"x\"", "A optional =x"},
		{"if os.getenv(\"A\"):\n    pass", "A optional"},
		{"os.getenv(\"A\") == \"1\"", "A optional boolean"},
		{"os.getenv(\"A\") in (\"x\", \"y\")", "A optional choice"},
		{"os.getenv(\"A\", \"no\").lower() == \"yes\"", "A optional boolean =no"},
		{"x = os.getenv(\"A\") if y else os.getenv(\"B\")", "A expected; B expected"},
		{"assert os.getenv(\"A\")", "A required"},
		{"bool(os.getenv(\"A\"))", "A optional boolean"},
		{"dict(os.environ)", "* optional"},
		{"subprocess.run(x, env=os.environ)", "* optional"},
		{"os.environ.copy()", "* optional"},
		{"for k, v in os.environ.items(): pass", "* optional"},
		{"environ = {}\nenviron[\"A\"]", ""},
		{"def f(os):\n    os.environ[\"A\"]", ""},
		{"class C:\n    def __init__(self):\n        self.e = os.environ\n    def g(self):\n        return self.e[\"A\"]", "A required"},
		{"os.path.expandvars(\"$A/${B}\")", "A expected; B expected"},
		{"(os.environ\n    .get(\"A\",\n         \"x\"))", "A optional =x"},
		{"os.environ[\n    \"A\"\n]", "A required"},
	})
}

func TestJavaScriptSays(t *testing.T) {
	holds(t, "x.js", "", []saying{
		{`process.env.A`, "A expected"},
		{`process.env["A"]`, "A expected"},
		{`process.env['A']`, "A expected"},
		{"process.env[`A`]", "A expected"},
		{`process?.env?.A`, "A expected"},
		{`process.env.A || "x"`, "A optional =x"},
		{`process.env.A ?? "x"`, "A optional =x"},
		{`process.env.A || 8080`, "A optional =8080"},
		{`process.env.A || process.env.B`, "A optional [process.env.B]; B expected"},
		{`process.env.A || process.env.B || "x"`, "A optional [process.env.B]; B optional =x"},
		{`process.env.A ? process.env.A : "x"`, "A optional; A optional =x"},
		{`process.env.A !== undefined ? process.env.A : "x"`, "A optional; A optional =x"},
		{`process.env.A ||= "x"`, "A optional =x"},
		{`process.env.A = "x"`, ""},
		{`delete process.env.A`, ""},
		{`process.env.A += "x"`, "A expected"},
		{`parseInt(process.env.A, 10)`, "A expected integer"},
		{`Number(process.env.A || 5)`, "A optional number =5"},
		{`+process.env.A`, "A expected number"},
		{`JSON.parse(process.env.A)`, "A required json"},
		{`process.env.A.split(",")`, "A required list"},
		{`new URL(process.env.A)`, "A required url"},
		{`process.env.A === "true"`, "A optional boolean"},
		{`process.env.A !== "production"`, "A optional choice"},
		{`!!process.env.A`, "A optional"},
		{`!process.env.A`, "A optional"},
		{`if (process.env.A) {}`, "A optional"},
		{`if (!process.env.A) throw new Error("x")`, "A required"},
		{`if (!process.env.A) { console.error("x"); process.exit(1) }`, "A required"},
		{`process.env.A && f()`, "A optional"},
		{`"A" in process.env`, "A optional"},
		{`process.env.hasOwnProperty("A")`, "A optional"},
		{`// process.env.A`, ""},
		{`/* process.env.A */`, ""},
		{`"process.env.A"`, ""},
		{"`process.env.A`", ""},
		{"`${process.env.A}`", "A expected"},
		{"`x ${`y ${process.env.A}`}`", "A expected"},
		{`/process.env.A/.test(x)`, ""},
		{`a / process.env.A / b`, "A expected"},
		{`const { A, B = "x", C: c } = process.env`, "A expected; B optional =x; C expected"},
		{`const { env } = process; env.A`, "A expected"},
		{`const { env: { A } } = process`, "A expected"},
		{`const e = process.env; e.A`, "A expected"},
		{`let e = process.env; e.A; e["B"]`, "A expected; B expected"},
		{`import { env } from "process"; env.A`, "A expected"},
		{`import { env as e } from "node:process"; e.A`, "A expected"},
		{`import p from "process"; p.env.A`, "A expected"},
		{`import * as p from "node:process"; p.env.A`, "A expected"},
		{`const { env } = require("process"); env.A`, "A expected"},
		{`globalThis.process.env.A`, "A expected"},
		{`import.meta.env.A`, "A expected"},
		{`Deno.env.get("A")`, "A expected"},
		{`Bun.env.A`, "A expected"},
		{`const k = "A"; process.env[k]`, "A expected"},
		{`process.env["A_" + x]`, "A_* expected"},
		{"process.env[`A_${x}`]", "A_* expected"},
		{`process.env[x]`, "? expected"},
		{`process.env[x.toUpperCase()]`, "? expected"},
		{`const K = { a: "A" }; process.env[K.a]`, "A expected"},
		{`["A", "B"].forEach((k) => process.env[k])`, "A expected; B expected"},
		{`for (const k of ["A", "B"]) process.env[k]`, "A expected; B expected"},
		{`const f = (k) => process.env[k]; f("A")`, "A expected"},
		{`const f = (k, d) => process.env[k] || d; f("A", "x"); f("B")`, "A optional =x; B expected"},
		{`function f(k, d = "y") { return process.env[k] ?? d } f("A"); f("B", "x")`, "A optional =y; B optional =x"},
		{`function must(k) { const v = process.env[k]; if (!v) throw new Error(k); return v } must("A")`, "A required"},
		{`class C { get(k) { return process.env[k] } m() { return this.get("A") } }`, "A expected"},
		{`const o = { f(k) { return process.env[k] } }; o.f("A")`, "A expected"},
		{`function f(env = process.env) { return env.A }`, "A expected"},
		{`const v = process.env.A; if (!v) { throw new Error() }`, "A required"},
		{`const v = process.env.A; if (v === undefined) { process.exit(1) }`, "A required"},
		{`let v = process.env.A; if (!v) v = "x"`, "A optional =x"},
		{`switch (process.env.A) { case "x": break; case "y": break }`, "A optional choice"},
		{`f({ ...process.env })`, "* optional"},
		{`spawn("x", { env: process.env })`, "* optional"},
		{`Object.keys(process.env)`, "* optional"},
		{`const process = {}; process.env.A`, ""},
		{`function f(process) { return process.env.A }`, ""},
		{`x.process.env.A`, ""},
		{`process.environment.A`, ""},
		{`env.A`, ""},
	})
	holds(t, "x.ts", "", []saying{
		{`process.env.A!`, "A expected"},
		{`process.env.A as string`, "A expected"},
		{`(process.env as any).A`, "A expected"},
		{`process.env.A satisfies string`, "A expected"},
		{`const v: string = process.env.A ?? "x"`, "A optional =x"},
		{`const v = <string>process.env.A`, "A expected"},
		{`declare const x: typeof process.env`, ""},
		{`interface E { A: string }`, ""},
		{`function f<T>(k: string): T { return process.env[k] as T } f<string>("A")`, "A expected"},
		{`enum K { A = "AA" } process.env[K.A]`, "AA expected"},
		{`private readonly a = process.env.A`, "A expected"},
	})
	holds(t, "x.jsx", "", []saying{
		{`<p>{process.env.A}</p>`, "A expected"},
		{`<p>process.env.A</p>`, ""},
		{`<p title={process.env.A || "x"}>don't</p>`, "A optional =x"},
		{`<p title="process.env.A" />`, ""},
		{`<>{process.env.A && <b>it's on</b>}{process.env.B}</>`, "A optional; B expected"},
	})
}

func TestGoSays(t *testing.T) {
	holds(t, "x.go", "package x\n\nimport \"os\"\n\n", []saying{
		{`var a = os.Getenv("A")`, "A expected"},
		{`const k = "A"` + "\n" + `var a = os.Getenv(k)`, "A expected"},
		{`const (` + "\n" + `k = "A" + "_B"` + "\n" + `)` + "\n" + `var a = os.Getenv(k)`, "A_B expected"},
		{`var a, ok = os.LookupEnv("A")`, "A optional"},
		{`func f() { os.Setenv("A", "x") }`, ""},
		{`func f() { os.Unsetenv("A") }`, ""},
		{`// os.Getenv("A")`, ""},
		{"var s = `os.Getenv(\"A\")`", ""},
		{`func f() { if os.Getenv("A") == "" { panic("x") } }`, "A required"},
		{`func f() { if v := os.Getenv("A"); v == "" { log.Fatal("x") } }`, "A required"},
		{`func f() string { if v := os.Getenv("A"); v != "" { return v }; return "x" }`, "A optional =x"},
		{`func f() { v, ok := os.LookupEnv("A"); if !ok { os.Exit(1) }; _ = v }`, "A required"},
		{`func f() { n, err := strconv.Atoi(os.Getenv("A")); _, _ = n, err }`, "A expected integer"},
		{`func f() { d, _ := time.ParseDuration(os.Getenv("A")); _ = d }`, "A expected duration"},
		{`func f() { b, _ := strconv.ParseBool(os.Getenv("A")); _ = b }`, "A expected boolean"},
		{`var a = cmp.Or(os.Getenv("A"), "x")`, "A optional =x"},
		{`var a = strings.Split(os.Getenv("A"), ",")`, "A expected list"},
		{`func f(k string) string { return os.Getenv(k) }` + "\n" + `var a = f("A")`, "A expected"},
		{`func f(k, d string) string { if v := os.Getenv(k); v != "" { return v }; return d }` + "\n" + `var a = f("A", "x")`, "A optional =x"},
		{`type c struct{}` + "\n" + `func (c) get(k string) string { return os.Getenv(k) }` + "\n" + `var a = c{}.get("A")`, "A expected"},
		{`func f(x string) string { return os.Getenv("A_" + x) }`, "A_* expected"},
		{`func f(x string) string { return os.Getenv(fmt.Sprintf("A_%s_B", x)) }`, "A_*_B expected"},
		{`func f() { for _, k := range []string{"A", "B"} { os.Getenv(k) } }`, "A expected; B expected"},
		{`func f() { switch os.Getenv("A") { case "x": case "y": } }`, "A optional choice"},
		{`var a = os.Environ()`, "* optional"},
		{`func f() { c := exec.Command("x"); c.Env = os.Environ() }`, "* optional"},
		{`var a = os.ExpandEnv("$A/${B}")`, "A expected; B expected"},
		{"type s struct {\n\tA string `env:\"AA\"`\n}", "AA expected"},
		{"type s struct {\n\tA int `env:\"AA,required\"`\n}", "AA required integer"},
		{"type s struct {\n\tA string `env:\"AA\" envDefault:\"x\"`\n}", "AA optional =x"},
		{"type s struct {\n\tA string `json:\"AA\"`\n}", ""},
		{`func f() { os := x{}; os.Getenv("A") }`, ""},
	})
	holds(t, "x.go", "", []saying{
		{"package x\n\nimport o \"os\"\n\nvar a = o.Getenv(\"A\")", "A expected"},
		{"package x\n\nimport . \"os\"\n\nvar a = Getenv(\"A\")", "A expected"},
		{"package x\n\nimport \"example/os\"\n\nvar a = os.Getenv(\"A\")", ""},
	})
}

func TestRubySays(t *testing.T) {
	holds(t, "x.rb", "", []saying{
		{`ENV["A"]`, "A expected"},
		{`ENV['A']`, "A expected"},
		{`ENV.fetch("A")`, "A required"},
		{`ENV.fetch("A", "x")`, "A optional =x"},
		{`ENV.fetch("A") { "x" }`, "A optional =x"},
		{`ENV["A"] || "x"`, "A optional =x"},
		{`ENV["A"] ||= "x"`, "A optional =x"},
		{`ENV["A"] = "x"`, ""},
		{`ENV.delete("A")`, ""},
		{`ENV.key?("A")`, "A optional"},
		{`ENV["A"].to_i`, "A expected integer"},
		{`Integer(ENV.fetch("A", "5"))`, "A optional integer =5"},
		{`ENV["A"] == "true"`, "A optional boolean"},
		{`raise "x" unless ENV["A"]`, "A required"},
		{`abort("x") if ENV["A"].nil?`, "A required"},
		{`puts "x" if ENV["A"]`, "A optional"},
		{`# ENV["A"]`, ""},
		{`'ENV["A"]'`, ""},
		{`"#{ENV["A"]}"`, "A expected"},
		{`"ENV['A']"`, ""},
		{`%q{ENV["A"]}`, ""},
		{`%Q{#{ENV["A"]}}`, "A expected"},
		{`%w[A B].each { |k| ENV[k] }`, "A expected; B expected"},
		{"<<~X\n  #{ENV[\"A\"]}\n  ENV[\"B\"]\nX", "A expected"},
		{"<<~'X'\n  #{ENV[\"A\"]}\nX", ""},
		{"=begin\nENV[\"A\"]\n=end", ""},
		{"x\n__END__\nENV[\"A\"]", ""},
		{"K = \"A\"\nENV[K]", "A expected"},
		{`ENV["A_#{x}"]`, "A_* expected"},
		{`ENV["A_" + x]`, "A_* expected"},
		{"def f(k, d = nil)\n  ENV.fetch(k, d)\nend\nf(\"A\", \"x\")", "A optional =x"},
		{"def f(k)\n  ENV[k] or raise k\nend\nf(\"A\")", "A required"},
		{`ENV.to_h`, "* optional"},
		{`ENV.values_at("A", "B")`, "A expected; B expected"},
		{`X::ENV["A"]`, ""},
		{`a = b / ENV["A"].to_i / c`, "A expected integer"},
		{`x =~ /ENV["A"]/`, ""},
	})
}

func TestPHPSays(t *testing.T) {
	holds(t, "x.php", "<?php\n", []saying{
		{`getenv("A");`, "A expected"},
		{`getenv('A') ?: 'x';`, "A optional =x"},
		{`$_ENV["A"];`, "A expected"},
		{`$_ENV["A"] ?? "x";`, "A optional =x"},
		{`$_SERVER["A"];`, "A expected"},
		{`$_SERVER["REQUEST_METHOD"];`, ""},
		{`$_SERVER["HTTP_HOST"];`, ""},
		{`env("A");`, "A expected"},
		{`env("A", "x");`, "A optional =x"},
		{`env('A', true);`, "A optional =true"},
		{`$x->env("A");`, ""},
		{`isset($_ENV["A"]);`, "A optional"},
		{`empty($_ENV["A"]);`, "A optional"},
		{`unset($_ENV["A"]);`, ""},
		{`$_ENV["A"] = "x";`, ""},
		{`putenv("A=x");`, ""},
		{`(int) getenv("A");`, "A expected integer"},
		{`intval(getenv("A"));`, "A expected integer"},
		{`// getenv("A")`, ""},
		{`# getenv("A")`, ""},
		{`'getenv("A")';`, ""},
		{`"{$_ENV['A']}";`, "A expected"},
		{"<<<X\n{$_ENV['A']}\nX;", "A expected"},
		{"<<<'X'\n{$_ENV['A']}\nX;", ""},
		{`const K = "A"; getenv(K);`, "A expected"},
		{`getenv("A_" . $x);`, "A_* expected"},
		{`getenv("A_{$x}");`, "A_* expected"},
		{`if (!getenv("A")) { throw new E(); }`, "A required"},
		{`if (getenv("A") === false) { exit(1); }`, "A required"},
		{`$v = getenv("A"); if (!$v) { die("x"); }`, "A required"},
		{`function f($k, $d = null) { return getenv($k) ?: $d; } f("A", "x");`, "A optional =x"},
		{`foreach (["A", "B"] as $k) { getenv($k); }`, "A expected; B expected"},
		{`GETENV("A");`, "A expected"},
		{`\getenv("A");`, "A expected"},
		{`getenv();`, "* optional"},
		{`?> getenv("A") <?php getenv("B");`, "B expected"},
	})
}

func TestShellSays(t *testing.T) {
	holds(t, "x.sh", "", []saying{
		{"set -e\nneed() { for n in \"$@\"; do [ -n \"${!n}\" ] || { echo no; return 1; }; done; }\nneed LOCK_A", "LOCK_A required"},
		{"need() { for n in \"$@\"; do [ -n \"${!n}\" ] || { echo no; return 1; }; done; }\nneed LOCK_A", "LOCK_A optional"},
		{"set -e\nneed() { for n in \"$@\"; do [ -n \"${!n}\" ] || { echo no; return 1; }; done; }\nneed LOCK_A || echo none", "LOCK_A optional"},
		{`case "${LOCK_ROLE:-web}" in web) a ;; worker) b ;; *) exit 64 ;; esac`, "LOCK_ROLE optional choice =web"},
		{`if [ "$LOCK_A" = x ]; then a; elif [ "$LOCK_B" = x ]; then b; elif ! which c; then exit 1; fi`, "LOCK_A optional; LOCK_B optional"},
		{`if [ "$LOCK_A" = x ]; then a; elif [ "$LOCK_B" = x ]; then b; else exit 1; fi`, "LOCK_A optional; LOCK_B required"},
		{"(( GATE > 3 )) && a\necho $((1 + GATE_TURNS)) \"${GATE_W:-2}\"\nlet COUNT+=1\necho $COUNT", "GATE expected integer; GATE_TURNS expected integer; GATE_W optional =2"},
		{"set -u\necho $((GATE * 2))", "GATE required integer"},
		{"for ((IN=0; IN<GATE; IN++)); do echo $IN; done\n((FAILED++))\necho $FAILED", "GATE expected integer"},
		{`echo $((GATE_A + ${GATE_B:-3}))`, "GATE_A expected integer; GATE_B optional integer =3"},
		{`[ "${GATE:-false}" = true ] && a; [[ $GATE_B == "1" ]] && b; [ "$GATE_C" = 0 ] && c; [ "$GATE_D" -gt 3 ] && d`, "GATE optional boolean =false; GATE_B optional boolean; GATE_C optional; GATE_D optional integer"},
		{`[ "$GATE" = true ] && a; [ "$GATE" = auto ] && b; case $GATE_B in yes|no) a ;; esac`, "GATE optional; GATE optional; GATE_B optional boolean"},
		{`echo $GATE`, "GATE expected"},
		{`echo "${GATE}"`, "GATE expected"},
		{`echo '${GATE}'`, ""},
		{`echo ${GATE:-x}`, "GATE optional =x"},
		{`echo ${GATE-x}`, "GATE optional =x"},
		{`echo ${GATE:?must}`, "GATE required"},
		{`echo ${GATE:+x}`, "GATE optional"},
		{`: ${GATE:=x}`, "GATE optional =x"},
		{`GATE=1; echo $GATE`, ""},
		{`echo $GATE; GATE=1`, "GATE expected"},
		{`for GATE in x; do echo $GATE; done`, ""},
		{`read GATE; echo $GATE`, ""},
		{`export GATE; echo $GATE`, "GATE expected"},
		{`export GATE=1; echo $GATE`, ""},
		{`GATE=1 cmd; echo $GATE`, "GATE expected"},
		{`[ -z "$GATE" ] && exit 1`, "GATE required"},
		{`if [ -z "$GATE" ]; then exit 1; fi`, "GATE required"},
		{`if [ -n "$GATE" ]; then echo x; fi`, "GATE optional"},
		{`echo $1 $@ $# $?`, ""},
		{`# echo $GATE`, ""},
		{"cat <<X\n$GATE\nX", "GATE expected"},
		{"cat <<'X'\n$GATE\nX", ""},
		{`echo $(echo $GATE)`, "GATE expected"},
		{`echo ${#GATE}`, "GATE expected"},
		{`local GATE=1; echo $GATE`, ""},
		{`printf -v GATE x; echo $GATE`, ""},
	})
}
