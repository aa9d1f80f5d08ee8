package evaluate_test

import "testing"

// What fails is caught, or is not; what is behind an exit is not come to.
func TestFailures(t *testing.T) {
	hold(t, []saying{
		{"a.py", `
import os, sys
try:
    a = os.environ["A"]
except (KeyError, ValueError) as e:
    a = "a"
try:
    b = int(os.environ["B"])
except ValueError:
    b = 2
try:
    c = os.environ["C"]
except KeyError:
    print("no c")
    sys.exit(1)
try:
    d = os.environ["D"]
except KeyError as e:
    raise RuntimeError("d") from e
try:
    e = os.environ["E"]
finally:
    done()
try:
    f = os.environ["F"]
except:
    f = None
try:
    g = os.environ["G"]
except KeyError:
    pass
else:
    use(g)
`, "A optional =a; B required integer; C required; D required; E required; F optional; G optional"},
		{"a.py", `
import os
class Gate:
    def __init__(self):
        self.key = os.environ.get("A")
        if not self.key:
            raise ValueError("no key")
        self.port = int(os.environ.get("B", 80))
        self.name = os.environ.get("C") or self.default()
    def default(self):
        return "north"
    @property
    def token(self):
        try:
            return os.environ["D"]
        except KeyError:
            raise AttributeError("D")
    @classmethod
    def of(cls):
        return cls(os.environ["E"])
`, "A required; B optional integer =80; C optional =north; D required; E required"},
		{"a.rb", `
def a
  ENV.fetch('A')
rescue KeyError
  'a'
end
def b
  Integer(ENV['B'])
rescue ArgumentError, TypeError
  2
ensure
  done
end
c = ENV.fetch('C') rescue 'c'
d = begin
  ENV.fetch('D')
rescue KeyError => e
  raise "no d: #{e}"
end
def e(n)
  ENV.fetch(n) { raise ArgumentError, n }
end
e('E')
f = ENV.fetch('F') do |k|
  warn k
  exit 1
end
`, "A optional =a; B optional integer =2; C optional =c; D required; E required; F required"},
		{"a.js", `
let a;
try { a = JSON.parse(process.env.A); } catch { a = {}; }
try { b(new URL(process.env.B)); } catch (e) { console.error(e); process.exit(1); }
async function c() { try { await go(process.env.C); } catch (e) { throw e; } }
function d() { if (!process.env.D) return null; return process.env.D.trim(); }
const e = (() => { const v = process.env.E; if (!v) { throw new Error('E'); } return v; })();
for (;;) { if (!process.env.F) break; go(); }
label: for (const k of ['G']) { if (!process.env[k]) continue label; go(); }
do { if (process.env.H) stop(); } while (false);
`, "A optional json [{}]; B required url; C expected; D optional; D optional; E required; F optional; G optional; H optional"},
		{"A.java", `
class A {
  int port() {
    try { return Integer.parseInt(System.getenv("A")); } catch (NumberFormatException e) { return 80; }
  }
  void f() throws Exception {
    String b = System.getenv("B");
    if (b == null) { log("no b"); System.exit(1); }
    String c = System.getenv("C");
    Objects.requireNonNull(c, "c");
    String d = Optional.ofNullable(System.getenv("D")).orElseThrow(() -> new X("d"));
    String e = Optional.ofNullable(System.getenv("E")).map(String::trim).orElseGet(() -> "e");
    try (var in = open(System.getenv("F"))) { use(in); } finally { done(); }
    assert System.getenv("G") != null : "g";
    do { use(System.getenv("H")); } while (more());
  }
}
`, "A optional integer =80; B required; C required; D required; E optional =e; F expected; G required; H expected"},
		{"a.kt", `
fun a() = try { System.getenv("A").toInt() } catch (e: Exception) { 4 }
fun b(): String { val v = System.getenv("B"); check(!v.isNullOrEmpty()) { "b" }; return v }
fun c(): String { return System.getenv("C") ?: throw IllegalStateException("c") }
fun d(): String? { val v = System.getenv("D") ?: return null; return v.trim() }
val e = System.getenv("E").takeIf { it.isNotBlank() } ?: "e"
val f = System.getenv("F")?.let { it.trim() } ?: "f"
val g = System.getenv("G").orEmpty().ifEmpty { "g" }
val h by lazy { System.getenv("H") ?: error("h") }
val i = requireNotNull(System.getenv("I"))
`, "A optional integer =4; B required; C required; D optional; E optional =e; F optional =f; G optional =g; H required; I required"},
		{"a.cs", `
class A {
  int Port() { try { return int.Parse(Environment.GetEnvironmentVariable("A")); } catch (Exception) { return 80; } }
  void F() {
    var b = Environment.GetEnvironmentVariable("B");
    ArgumentNullException.ThrowIfNull(b);
    if (string.IsNullOrWhiteSpace(Environment.GetEnvironmentVariable("C"))) { Environment.Exit(1); }
    var d = Environment.GetEnvironmentVariable("D");
    if (d == null) { Console.WriteLine("no d"); return; }
    var e = Environment.GetEnvironmentVariable("E")!;
    string f = Environment.GetEnvironmentVariable("F") is { Length: > 0 } v ? v : "f";
    using var g = open(Environment.GetEnvironmentVariable("G") ?? throw new X("g"));
    foreach (var n in new List<string> { "H", "I" }) { if (Environment.GetEnvironmentVariable(n) == null) throw new X(n); }
  }
}
`, "A optional integer =80; B required; C required; D optional; E expected; F optional =f; G required; H required; I required"},
		{"a.php", `<?php
try { $a = need('A'); } catch (Exception $e) { $a = 'a'; }
function need(string $n): string { $v = getenv($n); if ($v === false) { throw new RuntimeException($n); } return $v; }
$b = need('B');
$c = $_ENV['C'] ?? 'c';
$d = isset($_ENV['D']) ? (int) $_ENV['D'] : 4;
$e = empty($_SERVER['E']) ? exit('e') : $_SERVER['E'];
if (!$f = getenv('F')) { throw new X('f'); }
$g = getenv('G') ?: throw new X('g');
while (!getenv('H')) { sleep(1); }
array_key_exists('I', $_ENV) or die('i');
`, "A optional =a; B required; C optional =c; D optional; D optional integer =4; E required; E required; F required; G required; H optional; I required"},
		{"a.go", `
package gate
import ("errors"; "fmt"; "log"; "os"; "strconv"; "time")
type Gate struct { port int; wait time.Duration; key string }
func load() (*Gate, error) {
	g := &Gate{port: 80}
	if v, ok := os.LookupEnv("A"); ok {
		n, err := strconv.Atoi(v)
		if err != nil {
			return nil, fmt.Errorf("A: %w", err)
		}
		g.port = n
	}
	d, err := time.ParseDuration(os.Getenv("B"))
	if err != nil {
		d = time.Second
	}
	g.wait = d
	if g.key = os.Getenv("C"); g.key == "" {
		return nil, errors.New("no key")
	}
	return g, nil
}
func must(n string) string {
	v := os.Getenv(n)
	if v == "" {
		log.Panicf("no %s", n)
	}
	return v
}
var d = must("D")
func e() (s string) {
	defer func() { if r := recover(); r != nil { s = "e" } }()
	return must("E")
}
func f() string {
	for _, n := range []string{"F", "G"} {
		if v := os.Getenv(n); v != "" {
			return v
		}
	}
	return "none"
}
`, "A optional integer =80; B optional duration [time.Second]; C required; D required; E required; F optional =none; G optional =none"},
		{"a.rs", `
use std::env;
fn a() -> Result<String, env::VarError> { env::var("A") }
fn b() -> u16 { env::var("B").ok().and_then(|v| v.parse().ok()).unwrap_or(80) }
fn c() -> anyhow::Result<String> { let v = env::var("C").context("no c")?; Ok(v) }
fn d() -> String { env::var("D").expect("d") }
fn e() -> String { env::var("E").unwrap_or_else(|_| { eprintln!("no e"); std::process::exit(1) }) }
fn f() -> Option<String> { let v = env::var("F").ok()?; Some(v) }
fn g() -> bool { env::var("G").map(|v| v == "1").unwrap_or_default() }
fn h() -> String { if let Ok(v) = env::var("H") { return v; } "h".to_owned() }
fn i() -> String { env::var("I").or_else(|_| env::var("J")).unwrap_or("i".into()) }
`, "A expected; B optional integer =80; C required; D required; E required; F optional; G optional boolean; H optional =h; I optional [env::var(\"J\")]; J optional =i"},
		{"a.swift", `
let env = ProcessInfo.processInfo.environment
func a() throws -> String { guard let v = env["A"] else { throw X.a }; return v }
func b() -> Int { return Int(env["B"] ?? "") ?? 80 }
func c() -> String? { guard let v = env["C"] else { return nil }; return v }
let d = env["D"]!
let e = env["E"].flatMap { $0.isEmpty ? nil : $0 } ?? "e"
func f() { if env["F"] == nil { exit(1) } }
precondition(env["G"] != nil, "g")
let h = try? go(env["H"])
`, "A required; B optional integer =80; C optional; D required; E optional =e; F required; G required; H expected"},
		{"a.pl", `
my $a = $ENV{A} // 'a';
my $b = eval { need('B') } || 'b';
sub need { my ($n) = @_; my $v = $ENV{$n}; die "no $n" unless defined $v; return $v; }
my $c = need('C');
my $d = exists $ENV{D} ? $ENV{D} : 'd';
unless ($ENV{E}) { warn 'no e'; exit 2; }
foreach my $n ('F', 'G') { next unless $ENV{$n}; go($ENV{$n}); }
do { go() } until $ENV{H};
my ($i) = @{[$ENV{I}]};
`, "A optional =a; B optional =b; C required; D optional; D optional =d; E required; F optional; G optional; F optional; G optional; H optional; I expected"},
		{"a.lua", `
local a = os.getenv("A") or "a"
local ok, b = pcall(function() return assert(os.getenv("B")) end)
local c = os.getenv("C")
if not c or c == "" then error("c") end
local function d() local v = os.getenv("D"); if v == nil then return nil, "d" end; return v end
local e = tonumber(os.getenv("E") or "") or 5
local f = os.getenv("F"); f = f and f:lower() or "f"
if os.getenv("G") == nil then io.stderr:write("g"); os.exit(1) end
`, "A optional =a; B optional; C required; D optional; E optional number =5; F optional =f; G required"},
		{"a.dart", `
import 'dart:io';
String a() { final v = Platform.environment['A']; if (v == null) { stderr.writeln('a'); exit(1); } return v; }
int b() { try { return int.parse(Platform.environment['B']!); } catch (_) { return 80; } }
final c = Platform.environment['C'] ?? (throw StateError('c'));
final d = Platform.environment.containsKey('D') ? Platform.environment['D'] : 'd';
String? e() => Platform.environment['E']?.trim();
void f() { assert(Platform.environment['F'] != null); }
`, "A required; B optional integer =80; C required; D optional; D optional =d; E expected; F required"},
		{"a.scala", `
object A {
  val a = Try(sys.env("A").toInt).getOrElse(4)
  val b = sys.env.get("B").filter(_.nonEmpty).getOrElse("b")
  def c = sys.env.getOrElse("C", throw new X("c"))
  def d: Option[String] = for { v <- sys.env.get("D") } yield v.trim
  val e = try { sys.env("E") } catch { case _: NoSuchElementException => "e" }
  val f = sys.env.get("F").orElse(sys.env.get("G")).getOrElse("f")
  require(sys.env.contains("H"), "h")
  val i = if (sys.env.contains("I")) sys.env("I") else "i"
}
`, "A optional integer =4; B optional =b; C required; D expected; E optional =e; F optional [sys.env.get(\"G\")]; G optional =f; H required; I optional; I optional =i"},
	})
}
