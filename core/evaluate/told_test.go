package evaluate_test

import "testing"

// What is asked of which class it is, and what lists its values: only what is known is
// said to end the program.
func TestToldApart(t *testing.T) {
	hold(t, []saying{
		{"a.kt", `
import lib.Base
class Found(val v: String) : Base()
class Missing(val n: String) : Base()
class Other
class Lost(val n: String)
fun lost(n: String): Any = System.getenv(n)?.let { Found(it) } ?: Lost(n)
fun known() { val r = lost("KNOWN"); if (r !is Found) error("no") }
fun read(n: String): Any = System.getenv(n)?.let { Found(it) } ?: Missing(n)
fun of() { val r = read("OF"); if (r is Missing) error("no") }
fun notOf() { val r = read("NOT_OF"); if (r !is Found) error("no") }
fun other() { val r = read("OTHER"); if (r is Other) error("no") }
fun cast() { val v = (read("CAST") as? Found)?.v ?: "north" }
`, "KNOWN required; OF required; NOT_OF optional [Missing(n)]; OTHER optional [Missing(n)]; CAST optional [Missing(n)]"},
		{"a.py", `
import os
from lib import Base
class Found(Base): pass
class Missing: pass
class Shape(Protocol): pass
def d():
    if not isinstance(read("OF_ANY"), Shape): raise ValueError
def read(n):
    return Found() if os.environ.get(n) else Missing()
def a():
    if isinstance(read("OF_ONE"), (Missing, KeyError)): raise ValueError
def b():
    if isinstance(read("OF_OTHERS"), dict): raise ValueError
def c():
    if not isinstance(read("NOT_OF"), Found): raise ValueError
`, "OF_ANY optional; OF_ONE required; OF_OTHERS optional; NOT_OF required"},
		{"a.cs", `
class Missing : Exception { }
class P {
  static object Read(string n) => Environment.GetEnvironmentVariable(n) is { } v ? v : new Missing();
  static void A() { if (Read("TEXT") is string s) Console.WriteLine(s); }
  static void B() { if (Read("BASE") is Exception e) throw e; }
  Uri url = new(Environment.GetEnvironmentVariable("NEW_URL"));
  Thing thing = new(Environment.GetEnvironmentVariable("NEW_THING"));
}
`, "TEXT optional [new Missing()]; BASE required; NEW_URL required url; NEW_THING expected"},
		{"a.rs", `
use std::env;
enum Mode { Day, Night, Other(String) }
fn mode() -> Mode { match env::var("MODE").as_deref() { Ok("night") => Mode::Night, Ok(o) => Mode::Other(o.into()), Err(_) => Mode::Day } }
fn a() { match mode() { Mode::Night => panic!("x"), Mode::Day => {}, Mode::Other(_) => panic!("y") } }
fn handed(n: &str) -> Result<String, env::VarError> { let v = env::var(n)?; Ok(v) }
fn b() { let v = handed("HANDED").unwrap_or("d".into()); }
fn c() { let v = handed("UNWRAPPED").unwrap(); }
fn d() { if let Ok(v) = handed("ASKED") { println!("{v}"); } }
fn e() -> Option<String> { let v = env::var("LEFT").ok()?; Some(v) }
`, "MODE optional; HANDED optional =d; UNWRAPPED required; ASKED optional; LEFT optional"},
		{"a.js", `
const same = new Proxy(process.env, {})
const unknown = new Proxy(process.env, handlers)
const strict = new Proxy(process.env, { get(of, name) { if (!(name in of)) throw new Error(name); return Reflect.get(of, name, of) } })
use(same.SAME, unknown.UNKNOWN, strict.STRICT, strict['INDEXED'])
const { TAKEN: taken } = strict
const level = { debug: 0, info: 1 }[process.env.LEVEL] ?? 1
`, "* optional; * optional; * optional; SAME expected; UNKNOWN expected; STRICT required; INDEXED required; TAKEN required; LEVEL optional =1"},
		{"a.php", `<?php
$t = array('a' => array('env' => 'OLD_ARRAY'));
foreach ($t as $k => $n) { getenv($n['env']) or die($k); }
$size = filter_var(getenv('SIZE'), FILTER_VALIDATE_INT, array('options' => array('default' => 5)));
`, "OLD_ARRAY required; SIZE optional integer =5"},
		{"a.rb", "ENV['THEN'].then { |v| v || 'north' }\nENV['SHORT'].then { _1 or raise 'no' }\nENV['TAP'].tap { |v| warn 'none' unless v }\n", "THEN optional =north; SHORT required; TAP optional"},
		{"a.cpp", `
std::string usual(const char* n, std::string f) { const char* v = std::getenv(n); return v ? std::string{v} : std::move(f); }
auto a = usual("BRACED", "north");
bool b = [] { const char* v = getenv("CAPTURED"); return v && v[0] == '1'; }();
void c() { std::vector<std::string> missing; for (auto n : {"LISTED"}) if (!std::getenv(n)) missing.emplace_back(n); if (!missing.empty()) std::exit(1); }
`, "BRACED optional =north; CAPTURED optional; LISTED required"},
		{"a.ex", `
defmodule A do
  def read(n), do: if(v = System.get_env(n), do: {:ok, v}, else: {:error, n})
  def a do
    with {:ok, v} <- read("WITH") do
      v
    else
      {:error, n} -> raise n
    end
  end
  def b, do: System.get_env("NORMAL") || exit(:normal)
  def c, do: System.get_env("GONE") || exit({:missing, "GONE"})
end
`, "WITH required; NORMAL optional; GONE required"},
	})
}

// What a call ends the program with is why it ends only where that may be in peace.
func TestEndsAnyway(t *testing.T) {
	hold(t, []saying{
		{"a.kt", "fun d(x: Boolean) { if (x) error(System.getenv(\"A\")) }\n", "A expected"},
		{"a.py", "import os, sys\ndef main():\n    return 0 if 'A' in os.environ else 1\nsys.exit(main())\n", "A required"},
	})
}
