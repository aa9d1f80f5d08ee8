package language

import "testing"

// Sources as people write them: what a guard, a class, a helper or a library
// round a read says about it.

type written struct{ file, src, want string }

func mean(t *testing.T, rows []written) {
	t.Helper()
	for _, c := range rows {
		if got := said(t, c.file, c.src); got != c.want {
			t.Errorf("%s:\n%s\nhave %s\nwant %s", c.file, c.src, got, c.want)
		}
	}
}

func TestWrittenPython(t *testing.T) {
	mean(t, []written{
		{"x.py", `import os
def f(env=os.environ):
    return env["LOCK"]`,
			"LOCK required"},
		{"x.py", `import os
def f(env):
    return env["LOCK"]
f(os.environ)`,
			"LOCK required"},
		{"x.py", `import os
f(os.environ)`,
			"* optional"},
		{"x.py", `import os
class S:
    env = os.environ
    def get(self, name, default=None):
        return self.env.get(name, default)
    url = property(lambda self: self.get("LOCK_URL"))
    def port(self):
        return int(self.get("LOCK_PORT", "1"))`,
			"LOCK_URL expected; LOCK_PORT optional integer =1"},
		{"x.py", `from os import getenv as g, environ as e
a = g("LOCK_A") if g("LOCK_B") else e["LOCK_C"]`,
			"LOCK_A expected; LOCK_B optional; LOCK_C required"},
		{"x.py", `import os
def os_environ(): pass
environ = {}
environ["LOCK"]`,
			""},
		{"x.py", `import os
def f():
    os = {"environ": {}}
    return os.environ["LOCK"]`,
			""},
		{"x.py", `import os
match os.environ.get("LOCK_MODE"):
    case "tidal":
        pass
    case "river" | "lake":
        pass`,
			"LOCK_MODE optional choice"},
		{"x.py", `import os
x = [os.environ[k] for k in ("LOCK_A", "LOCK_B")]
y = {k: os.getenv(k.upper()) for k in ["lock_c"]}`,
			"LOCK_A required; LOCK_B required; LOCK_C expected"},
		{"x.py", `import os
try:
    a = os.environ["LOCK_A"]
except KeyError:
    a = "river"`,
			"LOCK_A optional =river"},
		{"x.py", `import os
if "LOCK_A" in os.environ:
    x = os.environ["LOCK_A"]`,
			"LOCK_A optional; LOCK_A optional"},
		{"x.py", `import os
x = os.environ.get("LOCK_A", os.environ.get("LOCK_B", "c"))`,
			"LOCK_A optional [os.environ.get(\"LOCK_B\", \"c\")]; LOCK_B optional =c"},
		{"x.py", `import os
x: int = int(os.getenv("LOCK_A") or 5)
y = bool(int(os.getenv("LOCK_B", 0)))
z = os.getenv("LOCK_C", "false").lower() in ("1", "true", "yes")`,
			"LOCK_A optional integer =5; LOCK_B optional integer =0; LOCK_C optional boolean =false"},
		{"x.py", `import os
assert os.getenv("LOCK_A"), "set it"`,
			"LOCK_A required"},
		{"x.py", `import os
missing = [n for n in ("LOCK_A", "LOCK_B") if n not in os.environ]
if missing:
    raise SystemExit(missing)`,
			"LOCK_A required; LOCK_B required"},
		{"x.py", `from decouple import config, Csv
A = config("LOCK_A", default=True, cast=bool)
B = config("LOCK_B", cast=Csv())
C = config("LOCK_C")`,
			"LOCK_A optional boolean =true; LOCK_B required list; LOCK_C required"},
		{"x.py", `from pydantic_settings import BaseSettings, SettingsConfigDict
class S(BaseSettings):
    model_config = SettingsConfigDict(env_prefix="LOCK_")
    url: str
    port: int = 80`,
			"LOCK_URL required; LOCK_PORT optional integer =80"},
		{"x.py", `import click
@click.option("--gate", envvar="LOCK_GATE", default="north")
@click.option("--many", envvar=["LOCK_M", "LOCK_N"])
def f(gate, many): pass`,
			"LOCK_GATE optional =north; LOCK_M optional; LOCK_N optional"},
		{"x.py", `import os
os.environ.get(*a)
os.environ.get()
os.getenv("LOCK_" "A")
os.getenv(b"LOCK_B")
os.getenvb(b"LOCK_C")
os.environb[b"LOCK_D"]`,
			"? expected; LOCK_A expected; LOCK_B expected; LOCK_C expected; LOCK_D required"},
		{"x.py", `import os
print(f"{os.environ['LOCK_A']!r:>{os.environ['LOCK_B']}}")`,
			"LOCK_A required; LOCK_B required"},
		{"x.py", `import os, sys
sys.exit(1) if not os.getenv("LOCK_A") else None`,
			"LOCK_A required"},
		{"x.py", `import os
x = os.path.expandvars("$LOCK_A/${LOCK_B}")`,
			"LOCK_A expected; LOCK_B expected"},
		{"x.py", `import os
"{LOCK_A:>4} {{x}} {LOCK_B!r} %(".format(**os.environ)`,
			"LOCK_A required; LOCK_B required"},
		{"x.py", `from os import environ
from string import Template
line = "%(LOCK_A)s {1}"
line.format_map(environ)
line % environ
Template("$LOCK_B ${LOCK_C}").safe_substitute(environ)`,
			"LOCK_A required; LOCK_A required; LOCK_B expected; LOCK_C expected"},
		{"x.py", `import os
env = {**os.environ, "LOCK_A": "1"}
env["LOCK_B"]`,
			"LOCK_B required"},
		{"x.py", `import os
env = os.environ.copy()
env["LOCK_A"] = "1"
env.get("LOCK_B")`,
			"* optional; LOCK_B expected"},
		{"x.py", `import os
def f(name: str) -> str:
    """Reads os.environ["LOCK_Z"]."""
    value = os.environ.get(name)
    if value is None:
        raise RuntimeError(name)
    return value
A, B = f("LOCK_A"), f(name="LOCK_B")`,
			"LOCK_A required; LOCK_B required"},
		{"x.py", `import os
get = lambda n, d=None: os.environ.get("LOCK_" + n, d)
get("A"); get("B", "x")`,
			"LOCK_A expected; LOCK_B optional =x"},
		{"x.py", `import os
if "LOCK_A" not in os.environ:
    sys.exit(1)
x = os.environ["LOCK_A"]`,
			"LOCK_A required; LOCK_A required"},
		{"x.py", `import os
def f():
    if "LOCK_A" not in os.environ:
        return
    return os.environ["LOCK_A"]`,
			"LOCK_A optional; LOCK_A optional"},
		{"x.py", `import os
if "LOCK_A" in os.environ:
    pass
x = os.environ["LOCK_A"]`,
			"LOCK_A optional; LOCK_A required"},
		{"x.py", `import os
x = os.environ["LOCK_A"] if "LOCK_A" in os.environ else "b"`,
			"LOCK_A optional =b; LOCK_A optional"},
		{"x.py", `import os
try:
    x = os.environ["LOCK_A"]
except KeyError:
    raise SystemExit("set it")`,
			"LOCK_A required"},
		{"x.py", `import os
try:
    x = os.environ["LOCK_A"]
except ValueError:
    x = 1`,
			"LOCK_A required"},
		{"x.py", `import os
try:
    x = int(os.environ["LOCK_A"])
except (KeyError, ValueError) as e:
    x = 1`,
			"LOCK_A optional integer =1"},
	})
}

func TestWrittenScript(t *testing.T) {
	mean(t, []written{
		{"x.js", `if (process.env.LOCK_A) { f(process.env.LOCK_A) }`,
			"LOCK_A optional; LOCK_A optional"},
		{"x.js", `if (process.env.LOCK_A) f(process.env.LOCK_A)`,
			"LOCK_A optional; LOCK_A optional"},
		{"x.js", `const x = process.env.LOCK_A ? parse(process.env.LOCK_A) : 5`,
			"LOCK_A optional; LOCK_A optional"},
		{"x.js", `const x = process.env.LOCK_A && parse(process.env.LOCK_A)`,
			"LOCK_A optional; LOCK_A optional"},
		{"x.js", `f(process.env.LOCK_A ? 1 : 2, process.env.LOCK_A)`,
			"LOCK_A optional; LOCK_A expected"},
		{"x.js", `function f() {
  if (!process.env.LOCK_A) return;
  g(process.env.LOCK_A);
}`,
			"LOCK_A optional; LOCK_A optional"},
		{"x.js", `function f() {
  if (!process.env.LOCK_A) { log("x"); return }
  g(process.env.LOCK_A);
}`,
			"LOCK_A optional; LOCK_A optional"},
		{"x.js", `function f() {
  if (!process.env.LOCK_A) { throw new Error("x") }
  g(process.env.LOCK_A);
}`,
			"LOCK_A required; LOCK_A required"},
		{"x.js", `if (!process.env.LOCK_A) { g() } else { h(process.env.LOCK_A) }`,
			"LOCK_A optional; LOCK_A optional"},
		{"x.js", `if (process.env.LOCK_A === undefined) { g(process.env.LOCK_A) }`,
			"LOCK_A optional; LOCK_A expected"},
		{"x.js", `if (process.env.LOCK_A !== undefined && process.env.LOCK_A !== "x") { g(process.env.LOCK_A) }`,
			"LOCK_A optional; LOCK_A optional choice; LOCK_A optional"},
		{"x.ts", `const need = (name: keyof NodeJS.ProcessEnv, fallback?: string) => process.env[name] ?? fallback;
need("LOCK_A"); need("LOCK_B", "b");`,
			"LOCK_A expected; LOCK_B optional =b"},
	})
}

func TestWrittenGo(t *testing.T) {
	mean(t, []written{
		{"x.go", `package x
import "os"
func f() { if os.Getenv("LOCK_A") != "" { g(os.Getenv("LOCK_A")) } }`,
			"LOCK_A optional; LOCK_A optional"},
		{"x.go", `package x
import "os"
func f() { if os.Getenv("LOCK_A") == "" { return }; g(os.Getenv("LOCK_A")) }`,
			"LOCK_A optional; LOCK_A optional"},
		{"x.go", `package x
import "os"
func f() { if os.Getenv("LOCK_A") == "" { log.Fatal() }; g(os.Getenv("LOCK_A")) }`,
			"LOCK_A required; LOCK_A required"},
		{"x.go", "package x\nimport \"github.com/ardanlabs/conf/v3\"\nfunc f() {\n\tc := struct {\n\t\tWeb struct {\n\t\t\tReadTimeout time.Duration `conf:\"default:5s\"`\n\t\t}\n\t\tKey string `conf:\"required,mask\"`\n\t\tSkip int `conf:\"-\"`\n\t}{}\n\tconf.Parse(\"LOCK\", &c)\n}",
			"LOCK_WEB_READ_TIMEOUT optional duration =5s; LOCK_KEY required"},
		{"x.go", "package x\nimport \"github.com/cristalhq/aconfig\"\ntype C struct {\n\tMaxBoats int `default:\"3\"`\n\tAuth struct {\n\t\tUser string `required:\"true\"`\n\t\tPass string `env:\"PASSWORD\"`\n\t}\n}\nfunc f() {\n\tvar c C\n\taconfig.LoaderFor(&c, aconfig.Config{EnvPrefix: \"LOCK\"})\n}",
			"LOCK_MAX_BOATS optional integer =3; LOCK_AUTH_USER required; LOCK_AUTH_PASSWORD expected"},
		{"x.go", "package x\nimport \"github.com/kelseyhightower/envconfig\"\ntype C struct {\n\tURL string `required:\"true\"`\n\tGatePort int `split_words:\"true\" default:\"80\"`\n\tStore Store\n\tTags []string\n\tDebug bool `envconfig:\"LOUD\"`\n\tSkip string `ignored:\"true\"`\n\tMail struct {\n\t\tHost string\n\t}\n\tBase\n\thidden string\n}\ntype Base struct { Level string }\ntype Store struct {\n\tName string\n}\nfunc f() { var c C; err := envconfig.Process(\"lock\", &c) }",
			"LOCK_URL required; LOCK_GATE_PORT optional integer =80; LOCK_TAGS optional list; LOCK_LOUD optional boolean; LOCK_MAIL_HOST expected; LOCK_LEVEL expected; LOCK_STORE_NAME expected"},
		{"x.go", `package x
import "os"
var a = os.Getenv("LOCK_A")
func run(ctx context.Context, getenv func(string) string) { a := getenv("LOCK_B"); if a == "" { panic("x") } }`,
			"LOCK_A expected; LOCK_B required"},
		{"x.go", `package x
func run(getenv string) { getenv("LOCK_B") }`,
			""},
		{"x.go", `package x
import "os"
func run(lookupEnv func(string) (string, bool)) { a, ok := lookupEnv("LOCK_B"); os.Getenv("LOCK_C") }`,
			"LOCK_B optional; LOCK_C expected"},
	})
}

func TestWrittenRuby(t *testing.T) {
	mean(t, []written{
		{"x.rb", "def port\n  (opts[:port] || env[\"P\"] || ENV[\"LOCK_A\"] || 5).to_i\nend\n", "LOCK_A optional integer =5"},
		{"x.rb", `x = ENV["LOCK_A"].strip if ENV["LOCK_A"]`,
			"LOCK_A optional; LOCK_A optional"},
		{"x.rb", `def f
  return unless ENV["LOCK_A"]
  g(ENV["LOCK_A"])
end`,
			"LOCK_A optional; LOCK_A optional"},
		{"x.rb", `x = ENV.key?("LOCK_A") ? ENV["LOCK_A"] : "b"`,
			"LOCK_A optional; LOCK_A optional =b"},
		{"x.rb", `class C
  URL = ENV.fetch("LOCK_URL") { raise "set it" }
  PORT = ENV.fetch("LOCK_PORT", 80).to_i
  def self.flag?(name) = ENV["LOCK_#{name.to_s.upcase}"] == "1"
end
C.flag?(:mail)`,
			"LOCK_URL required; LOCK_PORT optional integer =80; LOCK_MAIL optional boolean"},
		{"x.rb", `a = ENV.fetch("LOCK_A", nil); b = ENV.fetch("LOCK_B") rescue "x"; c = ENV["LOCK_C"].presence || "c"; d = ENV.values_at("LOCK_D"); e = ENV.slice("LOCK_E"); f = ENV.dig("LOCK_F")`,
			"LOCK_A expected; LOCK_B optional =x; LOCK_C optional =c; LOCK_D expected; LOCK_E expected; LOCK_F expected"},
		{"x.rb", `%w[LOCK_A LOCK_B].each do |name|
  raise "set #{name}" if ENV[name].nil? || ENV[name].empty?
end`,
			"LOCK_A required; LOCK_B required; LOCK_A required; LOCK_B required"},
		{"x.rb", `required = %w[LOCK_A LOCK_B]
missing = required.reject { |n| ENV[n] }
abort "no #{missing}" unless missing.empty?`,
			"LOCK_A required; LOCK_B required"},
		{"x.rb", `raise "no #{x}" if ENV["LOCK_A"].nil? || ENV["LOCK_A"].empty?`,
			"LOCK_A required; LOCK_A required"},
	})
}

func TestWrittenPHP(t *testing.T) {
	mean(t, []written{
		{"x.php", `<?php
$x = isset($_ENV["LOCK_A"]) ? $_ENV["LOCK_A"] : 'b';`,
			"LOCK_A optional; LOCK_A optional =b"},
		{"x.php", `<?php
if (isset($_ENV["LOCK_A"]) && $_ENV["LOCK_A"] === '1') { f($_ENV["LOCK_A"]); }`,
			"LOCK_A optional; LOCK_A optional boolean; LOCK_A optional"},
		{"x.php", `<?php
return ['url' => env('LOCK_URL'), 'debug' => (bool) env('LOCK_DEBUG', false), 'key' => $_ENV['LOCK_KEY'] ?? getenv('LOCK_KEY') ?: null];`,
			"LOCK_URL expected; LOCK_DEBUG optional boolean =false; LOCK_KEY expected; LOCK_KEY expected"},
		{"x.php", `<?php
class C { private function env(string $name, ?string $default = null): ?string { $v = getenv($name); return $v === false ? $default : $v; } function f() { return $this->env('LOCK_A', 'x') . $this->env('LOCK_B'); } }`,
			"LOCK_A optional =x; LOCK_B optional"},
		{"x.php", `<?php
foreach (['LOCK_A', 'LOCK_B'] as $name) { if (false === getenv($name)) { throw new RuntimeException($name); } }
$c = filter_var(getenv('LOCK_C'), FILTER_VALIDATE_BOOLEAN); $d = array_key_exists('LOCK_D', $_ENV); $e = filter_input(INPUT_ENV, 'LOCK_E');`,
			"LOCK_A required; LOCK_B required; LOCK_C optional boolean; LOCK_D optional; LOCK_E expected"},
	})
}

func TestWrittenJava(t *testing.T) {
	mean(t, []written{
		{"X.java", `class X { void f() { if (System.getenv("LOCK_A") != null) { g(System.getenv("LOCK_A")); } } }`,
			"LOCK_A optional; LOCK_A optional"},
		{"X.java", `class X { String s = System.getenv("LOCK_A") != null ? System.getenv("LOCK_A") : "b"; }`,
			"LOCK_A optional; LOCK_A optional =b"},
		{"X.java", `import org.springframework.beans.factory.annotation.Value;
class X { @Value("${lock.url}") String a; @Value("${LOCK_KEY:none}") String b; }`,
			"LOCK_KEY optional =none"},
		{"X.java", `class X { String a = Optional.ofNullable(System.getenv("LOCK_A")).orElse("b"); int b = Integer.parseInt(System.getenv().getOrDefault("LOCK_B", "5")); }`,
			"LOCK_A optional =b; LOCK_B optional integer =5"},
		{"X.java", `class X { static String need(String name) { String v = System.getenv(name); if (v == null) { throw new IllegalStateException(name); } return v; } String a = need("LOCK_A"); }`,
			"LOCK_A required"},
		{"X.java", `class X { Map<String, String> env = System.getenv(); String a = env.get("LOCK_A"); boolean b = env.containsKey("LOCK_B"); }`,
			"LOCK_A expected; LOCK_B optional"},
		{"X.java", `import static java.lang.System.getenv;
class X { String a = getenv("LOCK_A"); }`,
			"LOCK_A expected"},
		{"X.java", `class X { static final String K = "LOCK_A"; String a = System.getenv(K); String b = System.getenv(Keys.B); } class Keys { static final String B = "LOCK_B"; }`,
			"LOCK_A expected; LOCK_B expected"},
		{"X.java", `class X { String a = Objects.requireNonNull(System.getenv("LOCK_A"), "set it"); enum E { A("LOCK_B"); final String v; E(String v) { this.v = System.getenv(v); } } }`,
			"LOCK_A required; LOCK_B expected"},
	})
}

func TestWrittenKotlin(t *testing.T) {
	mean(t, []written{
		{"x.kt", `val a = System.getenv("LOCK_A") ?: "b"
val b = System.getenv("LOCK_B") ?: error("set it")
val c = System.getenv()["LOCK_C"]?.toInt() ?: 5
val d = requireNotNull(System.getenv("LOCK_D"))
val e = System.getenv("LOCK_E")!!`,
			"LOCK_A optional =b; LOCK_B required; LOCK_C optional integer =5; LOCK_D required; LOCK_E required"},
		{"x.kt", `fun env(name: String, default: String? = null) = System.getenv(name) ?: default ?: throw IllegalStateException(name)
val a = env("LOCK_A"); val b = env("LOCK_B", "b")`,
			"LOCK_A required; LOCK_B optional =b"},
		{"x.kt", `val a = System.getenv("LOCK_A") ?: System.getenv("LOCK_B") ?: error("x")`,
			"LOCK_A optional [System.getenv(\"LOCK_B\")]; LOCK_B required"},
	})
}

func TestWrittenCSharp(t *testing.T) {
	mean(t, []written{
		{"X.cs", `class X { string A = Environment.GetEnvironmentVariable("LOCK_A") ?? "b"; string B = Environment.GetEnvironmentVariable("LOCK_B") ?? throw new Exception(); int C = int.Parse(Environment.GetEnvironmentVariable("LOCK_C")!); }`,
			"LOCK_A optional =b; LOCK_B required; LOCK_C required integer"},
		{"X.cs", `class X { void F() { if (!int.TryParse(Environment.GetEnvironmentVariable("LOCK_A"), out var n)) n = 5; var all = Environment.GetEnvironmentVariables(); var b = all["LOCK_B"]; } }`,
			"LOCK_A optional integer =5; LOCK_B expected"},
		{"X.cs", `class X { static string Need(string name) => Environment.GetEnvironmentVariable(name) ?? throw new InvalidOperationException(name); string A = Need("LOCK_A"); }`,
			"LOCK_A required"},
		{"X.cs", `class X { void F(IConfiguration configuration) { var a = configuration["Lock:Url"]; var b = configuration.GetValue<int>("LOCK_B", 5); } }`,
			"LOCK_B optional integer =5"},
	})
}

func TestWrittenRust(t *testing.T) {
	mean(t, []written{
		{"x.rs", `use std::env;
fn main() { let a = env::var("LOCK_A").unwrap_or_else(|_| "b".to_string()); let b = env::var("LOCK_B").expect("set it"); let c: u16 = env::var("LOCK_C").ok().and_then(|v| v.parse().ok()).unwrap_or(5); let d = env!("LOCK_D"); let e = option_env!("LOCK_E"); let f = std::env::var_os("LOCK_F"); }`,
			"LOCK_A optional =b; LOCK_B required; LOCK_C optional integer =5; LOCK_D required; LOCK_E expected; LOCK_F expected"},
		{"x.rs", `fn need(name: &str) -> String { std::env::var(name).unwrap_or_else(|_| panic!("{name}")) }
fn main() { need("LOCK_A"); if let Ok(v) = std::env::var("LOCK_B") { f(v) } }`,
			"LOCK_A required; LOCK_B optional"},
		{"x.rs", `const K: &str = "LOCK_A";
fn f() -> Result<()> { let a = std::env::var(K)?; match std::env::var("LOCK_B") { Ok(v) => g(v), Err(_) => h() } }`,
			"LOCK_A required; LOCK_B optional"},
		{"x.rs", `#[derive(Parser)] struct A { #[arg(long, env = "LOCK_A", default_value = "b")] a: String, #[clap(env)] lock_b: String }`,
			"LOCK_A optional =b; LOCK_B required"},
	})
}

func TestWrittenShell(t *testing.T) {
	mean(t, []written{
		{"x.sh", `need() { eval "v=\${$1:-}"; [ -n "$v" ] || exit 1; }
need LOCK_A
for n in LOCK_B LOCK_C; do need "$n"; done
for n in LOCK_D; do eval "w=\$$n"; test -z "$w" && exit 2; done
for n in LOCK_E; do eval 'x=${'"$n"':-low}'; done
eval "echo \$$1"; eval "$cmd"; eval "y=\$$a\$$b"`,
			"LOCK_A required; LOCK_B required; LOCK_C required; LOCK_D required; LOCK_E optional =low"},
		{"x.sh", `find() { eval "r=\$$1"; if [ -z "$r" ]; then r=$(command -v "$2"); fi; [ -n "$r" ] || exit 1; }
find LOCK_A a
LOCK_B=b; find LOCK_B b`,
			"LOCK_A optional"},
		{"x.sh", "for v in GATE_A GATE_B; do [[ -v $v ]] || { echo $v; exit 2; }; done\n", "GATE_A required; GATE_B required"},
		{"x.sh", "for v in GATE_A; do if [ -v \"$v\" ]; then echo $v; fi; done\n", "GATE_A optional"},
		{"x.sh", "set -u\ncurl ${GATE_PROXY:+--proxy \"$GATE_PROXY\"} \"$GATE_URL\"\n", "GATE_PROXY optional; GATE_PROXY optional; GATE_URL required"},
		{"x.sh", "envsubst '$GATE_HOST ${GATE_PORT}' < a > b\n", "GATE_HOST expected; GATE_PORT expected"},
		{"x.sh", `: "${LOCK_A:?set it}"
LOCK_B="${LOCK_B:-b}"
[ -n "$LOCK_C" ] && echo "$LOCK_C"
if [ -z "${LOCK_D:-}" ]; then exit 1; fi
for x in $LOCK_E; do echo "$x"; done`,
			"LOCK_A required; LOCK_B optional =b; LOCK_C optional; LOCK_C optional; LOCK_D required; LOCK_E expected"},
		{"x.sh", `set -eu
local_one=1
LOCK_A=1; echo "$LOCK_A" '$LOCK_B' "\$LOCK_C" $(echo "$LOCK_D")
cat <<EOF
$LOCK_E
EOF
cat <<'EOF'
$LOCK_F
EOF`,
			"LOCK_D required; LOCK_E required"},
	})
}

// Functions without names, arms of cases, loops and calls without parentheses,
// language by language.
func TestLambdasAndArms(t *testing.T) {
	mean(t, []written{
		{"x.pl", `my $a = "x $ENV{'LOCK_A'}$ENV{'LOCK_B'}y"; print -s $ENV{LOCK_C}."/win.ini"; print "$ENV{'";`, "LOCK_A expected; LOCK_B expected; LOCK_C expected"},
		{"x.rs", "use std::env;\npub fn j(n: u8, env: &str) -> X {\n    1\n}\npub fn g() -> X { env::var(\"LOCK_A\") }", "LOCK_A expected"},
		{"x.rs", "use std::env;\nfn g() { let env = match env::var(\"LOCK_A\") { Ok(env) => env, Err(_) => panic!() }; }", "LOCK_A required"},
		{"x.rs", "use super::env;\nfn g() { env::var(\"LOCK_A\"); ::std::env::var(\"LOCK_B\"); }", "LOCK_A expected; LOCK_B expected"},
		{"x.swift", "func f(env: Int) -> String { return \"\" }\nfunc g() -> String? { return getenv(\"LOCK_A\") }", "LOCK_A expected"},
		{"x.pl", `local $ENV{LOCK_A}; delete local @ENV{qw(LOCK_B LOCK_C)}; local @ENV{"LOCK_D"};`, ""},
		{"x.js", `["LOCK_A"].some(function (k) { return k in process.env; })`, "LOCK_A optional"},
		{"x.kt", `listOf("LOCK_A", "LOCK_B").forEach { k -> System.getenv(k) }`,
			"LOCK_A expected; LOCK_B expected"},
		{"x.kt", `val x = names.map { k -> System.getenv(k) }
val y = listOf("LOCK_A").map { System.getenv(it) }`,
			"? expected; LOCK_A expected"},
		{"x.kt", `val x = when (mode) { "a" -> System.getenv("LOCK_A"); else -> System.getenv("LOCK_B") ?: "b" }`,
			"LOCK_A expected; LOCK_B optional =b"},
		{"X.java", `class X { Supplier<String> s = () -> System.getenv("LOCK_A"); Function<String, String> f = k -> System.getenv(k); }`,
			"LOCK_A expected; ? expected"},
		{"X.java", `class X { String s = switch (m) { case "a" -> System.getenv("LOCK_A"); default -> System.getenv("LOCK_B"); }; }`,
			"LOCK_A expected; LOCK_B expected"},
		{"X.java", `class X { void f() { Stream.of("LOCK_A", "LOCK_B").map(k -> System.getenv(k)); Stream.of("LOCK_C").map(System::getenv); List.of("LOCK_D").forEach(k -> System.getenv(k)); } }`,
			"LOCK_A expected; LOCK_B expected; LOCK_C expected; LOCK_D expected"},
		{"X.java", `class X { String s = Optional.ofNullable(System.getenv("LOCK_A")).orElseGet(() -> System.getenv("LOCK_B")); }`,
			"LOCK_A optional [System.getenv(\"LOCK_B\")]; LOCK_B expected"},
		{"x.ex", `x = case mode do
  :a -> System.get_env("LOCK_A")
  _ -> System.fetch_env!("LOCK_B")
end
Enum.map(["LOCK_C", "LOCK_D"], fn k -> System.get_env(k) end)
Enum.map(["LOCK_E"], &System.get_env/1)`,
			"LOCK_A expected; LOCK_B required; LOCK_C expected; LOCK_D expected; LOCK_E expected"},
		{"x.scala", `val f = (k: String) => sys.env(k)
val a = mode match { case "a" => sys.env("LOCK_A"); case _ => sys.env.getOrElse("LOCK_B", "b") }`,
			"LOCK_A required; LOCK_B optional =b; ? required"},
		{"x.rs", `let f = || std::env::var("LOCK_A"); match m { 1 => std::env::var("LOCK_B"), _ => std::env::var("LOCK_C") }; for k in ["LOCK_D"] { std::env::var(k); } ["LOCK_E"].iter().map(|k| std::env::var(k));`,
			"LOCK_A expected; LOCK_B expected; LOCK_C expected; LOCK_D expected; LOCK_E expected"},
		{"X.cs", `class X { Func<string> f = () => Environment.GetEnvironmentVariable("LOCK_A"); string s = m switch { 1 => Environment.GetEnvironmentVariable("LOCK_B"), _ => "x" }; void g() { foreach (var k in new[] { "LOCK_C" }) Environment.GetEnvironmentVariable(k); } }`,
			"LOCK_A expected; LOCK_B expected; LOCK_C expected"},
		{"x.swift", `let a = ProcessInfo.processInfo.environment["LOCK_A"] ?? "b"
let e = ProcessInfo.processInfo.environment
guard let b = e["LOCK_B"] else { fatalError() }
["LOCK_C"].map { k in ProcessInfo.processInfo.environment[k] }
getenv("LOCK_D")`,
			"LOCK_A optional =b; LOCK_B required; LOCK_C expected; LOCK_D expected"},
		{"x.dart", `final a = Platform.environment['LOCK_A'] ?? 'b'; final b = const String.fromEnvironment('LOCK_B', defaultValue: 'x'); ['LOCK_C'].map((k) => Platform.environment[k]);`,
			"LOCK_A optional =b; LOCK_B optional =x; LOCK_C expected"},
		{"x.lua", `for _, k in ipairs({"LOCK_A", "LOCK_B"}) do print(os.getenv(k)) end
local f = os.getenv
f("LOCK_C")
local a = os.getenv "LOCK_D" or 'x'`,
			"LOCK_A expected; LOCK_B expected; LOCK_C expected; LOCK_D optional =x"},
		{"x.pl", `for my $k (qw(LOCK_A LOCK_B)) { print $ENV{$k} }
my $a = $ENV{LOCK_C} // 'c'; my $b = $ENV{'LOCK_D'} || die "set it"; print "$ENV{LOCK_E}"; my ($x, $y) = @ENV{qw(LOCK_F LOCK_G)}; map { $ENV{$_} } qw(LOCK_H); $h->{ENV}{LOCK_Z}; local $ENV{LOCK_Y} = 1;`,
			"LOCK_A expected; LOCK_B expected; LOCK_C optional =c; LOCK_D required; LOCK_E expected; LOCK_F expected; LOCK_G expected; LOCK_H expected"},
		{"x.cpp", `auto f = []() -> std::string { return std::getenv("LOCK_A"); }; const char* b = p->getenv("LOCK_Z"); auto c = secure_getenv("LOCK_B"); if (const char* d = getenv("LOCK_C")) { }`,
			"LOCK_A expected; LOCK_B expected; LOCK_C optional"},
		{"x.ps1", `$a = $env:LOCK_A; $b = if ($env:LOCK_B) { $env:LOCK_B } else { "b" }; $env:LOCK_C = "x"; [Environment]::GetEnvironmentVariable("LOCK_D"); "$env:LOCK_E ${env:LOCK_F}"; '$env:LOCK_G'; # $env:LOCK_H`,
			"LOCK_A expected; LOCK_B optional; LOCK_B optional =b; LOCK_D expected; LOCK_E expected; LOCK_F expected"},
		{"x.php", `<?php
array_map(fn ($k) => getenv($k), ['LOCK_A', 'LOCK_B']); $a = match ($m) { 1 => getenv('LOCK_C'), default => $_ENV['LOCK_D'] }; $o->getenv('LOCK_E'); array_map('getenv', ['LOCK_F']);`,
			"LOCK_A expected; LOCK_B expected; LOCK_C expected; LOCK_D expected"},
	})
}
