package evaluate_test

import "testing"

// What a value is given to says what it is taken for, and whether the program
// lives without it.
func TestOperations(t *testing.T) {
	hold(t, []saying{
		{"a.js", "const c = ['A', 'B'].reduce((all, name) => {\n  all[name] = process.env[name];\n  return all;\n}, {});\n", "A expected; B expected"},
		{"a.js", "const c = names.reduce((all, name) => ({ ...all, [name]: process.env[name] }), {});\n", "? expected"},
		{"a.js", "for (const k of Object.keys(process.env)) if (/^gate$/.test(k)) use(k);\n", "gate optional"},
		{"a.js", "for (const k of Object.keys(process.env)) if (/^GATE_/.test(k)) use(k);\n", "GATE_* optional"},
		{"a.py", `
import os, base64, importlib, ipaddress, uuid, datetime, shlex, re
from decimal import Decimal
from pathlib import Path
a = os.path.join(os.environ.get("A"), "x")
b = "x" + os.environ.get("B")
c = os.getenv("C") + "/x"
d = Decimal(os.getenv("D", "1.5"))
e = base64.b64decode(os.getenv("E"))
f = uuid.UUID(os.environ.get("F"))
g = datetime.timedelta(seconds=int(os.getenv("G", "60")))
h = ipaddress.ip_address(os.getenv("H"))
i = f"{os.getenv('I')}/x" + "y"
j = "x" in os.environ.get("J", "")
k = "x" in os.environ.get("K")
l = len(os.environ.get("L"))
m = open(os.environ.get("M"))
n = "%s" % os.getenv("N")
o = os.path.exists(os.getenv("O") or "x")
p = importlib.import_module(os.environ.get("P", "gate.main"))
q = Path(os.getenv("Q")) / "x"
r = [int(x) for x in os.getenv("R", "1,2").split(",")]
s = shlex.split(os.getenv("S", ""))
t = re.compile(os.getenv("T"))
u = float(os.getenv("U") or "0.5")
v = os.getenv("V").encode()
w = int(os.getenv("W", 0)) == 1
x = str(os.getenv("X"))
for y in os.environ.get("Y", "a b").split():
    use(y)
z = bool(int(os.environ.get("Z", "0")))
`, "A required; B required; C required; D optional number =1.5; E required; F required; G optional integer =60; H required; I expected; J optional =; K required; L required; M required; N expected; O optional =x; P optional =gate.main; Q required; R optional list =1,2; S optional list =; T required; U optional number =0.5; V required; W optional integer =0; X expected; Y optional list =a b; Z optional integer =0"},
		{"a.js", `
const fs = require('fs'), path = require('path'), crypto = require('crypto');
const a = +process.env.A || 3;
const b = process.env.B | 0;
const c = Buffer.from(process.env.C, 'base64');
const d = path.join(process.env.D, 'x');
const e = fs.readFileSync(process.env.E);
const f = process.env.F?.split(',') ?? [];
const g = new RegExp(process.env.G || '.');
const h = crypto.createHmac('sha256', process.env.H);
const i = process.env.I.trim();
const j = !!process.env.J;
const k = ['1', 'true', 'yes'].includes(process.env.K);
const l = /^(true|1)$/i.test(process.env.L);
const m = Number.parseFloat(process.env.M ?? '0.5');
const n = process.env.N == null ? 5 : parseInt(process.env.N, 10);
const o = path.resolve(process.env.O || '.', 'x');
const p = process.env.P === 'production' ? 80 : 8080;
const q = isNaN(Number(process.env.Q)) ? 7 : Number(process.env.Q);
const r = Math.max(1, parseInt(process.env.R, 10) || 2);
const s = String(process.env.S);
const t = BigInt(process.env.T ?? 4);
const u = process.env.U !== undefined && process.env.U !== '0';
const v = JSON.parse(process.env.V || '{}');
const w = ` + "`${process.env.W}/x`" + `;
const x = Object.assign({ x: 1 }, { x: process.env.X });
const y = new URL(process.env.Y ?? 'http://localhost');
`, "A optional number =3; B expected; C required; D required; E required; F optional list [[]]; G optional =.; H required; I required; J optional; K optional boolean; L expected; M optional number =0.5; N optional; N optional integer =5; O optional =.; P optional choice(production); Q optional number; Q optional number =7; R optional integer =2; S expected; T optional integer =4; U optional; U optional boolean; V optional json ={}; W expected; X expected; Y optional url =http://localhost"},
		{"a.rb", `
a = File.join(ENV['A'], 'x')
b = 'x' + ENV['B']
c = ENV['C'] + 'x'
d = ENV['D'].to_i
e = BigDecimal(ENV.fetch('E', '1.5'))
f = Pathname.new(ENV['F'])
g = ENV['G'].upcase
h = ENV['H']&.downcase
i = ENV['I'].to_s.empty?
j = %w[1 true].include?(ENV['J'].to_s.downcase)
k = "#{ENV['K']}/x"
l = ENV.fetch('L', nil)
m = ENV['M'] == 'true'
n = ENV['N'].to_sym if ENV['N']
o = File.read(ENV.fetch('O'))
p = ENV['P'].nil? ? 4 : ENV['P'].to_i
q = (ENV['Q'] || 'a,b').split(',').map(&:strip)
r = ENV['R'].present? ? 1 : 2
s = ENV['S'].presence || 's'
u = URI(ENV.fetch('U', 'http://localhost'))
v = Date.parse(ENV['V'])
w = ENV['W'] =~ /x/
`, "A required; B required; C required; D expected integer; E optional number =1.5; F required; G required; H expected; I optional; J optional boolean; K expected; L expected; M optional boolean; N optional; N optional; O required; P optional; P optional integer =4; Q optional list =a,b; R optional; S optional =s; U optional url =http://localhost; V required; W expected"},
		{"a.go", `
package gate
import ("encoding/json"; "net"; "net/url"; "os"; "strconv"; "strings"; "time"; "path/filepath")
func f() error {
	if err := json.Unmarshal([]byte(os.Getenv("A")), &x); err != nil {
		return err
	}
	b, err := os.ReadFile(os.Getenv("B"))
	if err != nil {
		return err
	}
	c, err := url.ParseRequestURI(os.Getenv("C"))
	if err != nil {
		return err
	}
	d, _ := strconv.Atoi(os.Getenv("D"))
	e, err := time.Parse(time.RFC3339, os.Getenv("E"))
	if err != nil {
		return err
	}
	ip := net.ParseIP(os.Getenv("F"))
	if ip == nil {
		return errors.New("no ip")
	}
	g := strings.Split(os.Getenv("G"), ",")
	h := filepath.Join(os.Getenv("H"), "x")
	i, err := strconv.ParseBool(os.Getenv("I"))
	if err != nil {
		i = true
	}
	j := strings.EqualFold(os.Getenv("J"), "true")
	k, err := os.Open(os.Getenv("K"))
	if err != nil {
		log.Fatal(err)
	}
	l, err := net.Dial("tcp", os.Getenv("L"))
	if err != nil {
		return err
	}
	m := strings.TrimSuffix(os.Getenv("M"), "/") + "/x"
	n, err := strconv.ParseInt(os.Getenv("N"), 10, 64)
	if err != nil || n <= 0 {
		n = 8
	}
	return nil
}
`, "A required json; B required; C required url; D expected integer; E required; F required; G expected list; H expected; I optional boolean =true; J optional boolean; K required; L required; M expected; N optional integer =8"},
		{"A.java", `
import java.nio.file.*; import java.util.*; import java.time.*;
class A {
  void f() throws Exception {
    var a = Paths.get(System.getenv("A"));
    var b = new File(System.getenv("B"));
    var c = UUID.fromString(System.getenv("C"));
    var d = Duration.ofSeconds(Long.parseLong(System.getenv().getOrDefault("D", "30")));
    var e = Boolean.parseBoolean(System.getenv("E"));
    var f = System.getenv("F").length();
    var g = "x" + System.getenv("G");
    switch (System.getenv("H")) { case "x": go(); break; }
    var i = Arrays.asList(System.getenv("I").split(","));
    var j = Optional.ofNullable(System.getenv("J")).map(Integer::parseInt).orElse(5);
    var k = "yes".equals(System.getenv("K"));
    var l = new BigInteger(System.getenv("L"));
    var m = StringUtils.isBlank(System.getenv("M")) ? "m" : System.getenv("M");
    var n = Integer.getInteger(System.getenv("N"), 4);
    var o = LocalDate.parse(System.getenv("O"));
    var q = Level.valueOf(System.getenv("Q"));
    var r = Objects.requireNonNullElse(System.getenv("R"), "r");
    var s = Path.of(Objects.requireNonNullElseGet(System.getenv("S"), () -> "s"));
    var t = System.getenv("T") != null && !System.getenv("T").isBlank();
  }
}
`, "A required; B required; C required; D optional integer =30; E optional boolean; F required; G expected; H required choice(x); I required list; J optional integer =5; K optional boolean; L required integer; M optional; M optional =m; N expected; O required; Q required; R optional =r; S optional =s; T optional; T optional"},
		{"a.cs", `
class A { void F() {
  var a = ushort.Parse(Environment.GetEnvironmentVariable("A") ?? "80");
  var b = Guid.Parse(Environment.GetEnvironmentVariable("B"));
  var c = Enum.Parse<Level>(Environment.GetEnvironmentVariable("C"));
  var d = Path.Combine(Environment.GetEnvironmentVariable("D"), "x");
  var e = double.TryParse(Environment.GetEnvironmentVariable("E"), out var x) ? x : 0.5;
  var f = Convert.ToInt64(Environment.GetEnvironmentVariable("F"));
  var g = string.Equals(Environment.GetEnvironmentVariable("G"), "true", StringComparison.OrdinalIgnoreCase);
  var h = Environment.GetEnvironmentVariable("H")?.Split(',') ?? Array.Empty<string>();
  var i = new Uri(Environment.GetEnvironmentVariable("I") ?? "http://localhost");
  var j = File.ReadAllText(Environment.GetEnvironmentVariable("J"));
  var k = Environment.GetEnvironmentVariable("K").Length;
  var l = $"{Environment.GetEnvironmentVariable("L")}/x";
  var m = bool.TryParse(Environment.GetEnvironmentVariable("M"), out var y) && y;
  var n = DateTime.Parse(Environment.GetEnvironmentVariable("N"));
  var o = Convert.FromBase64String(Environment.GetEnvironmentVariable("O"));
  var p = Environment.GetEnvironmentVariable("P") is "1" or "true";
} }
`, "A optional integer =80; B required; C required; D required; E optional number =0.5; F expected integer; G optional boolean; H optional list [Array.Empty<string>()]; I optional url =http://localhost; J required; K required; L expected; M optional boolean; N required; O required; P optional boolean"},
		{"a.kt", `
val a = System.getenv("A").toFloat()
val b = System.getenv("B")?.toBigDecimalOrNull() ?: BigDecimal.ONE
val c = File(System.getenv("C") ?: ".")
val d = System.getenv("D")?.toBooleanStrictOrNull() ?: false
val e = System.getenv("E").equals("true", ignoreCase = true)
val f = System.getenv("F")?.split(",").orEmpty()
val g = Level.valueOf(System.getenv("G") ?: "INFO")
val h = System.getenv("H").isNullOrBlank()
val i = System.getenv("I")?.takeIf { it.isNotEmpty() }?.toInt() ?: 3
val j = "x${System.getenv("J")}"
val k = Duration.parse(System.getenv("K") ?: "10s")
val l = System.getenv("L") in setOf("low", "high")
`, "A required number; B optional number [BigDecimal.ONE]; C optional =.; D optional boolean =false; E optional boolean; F optional list =; G optional =INFO; H optional; I optional integer =3; J expected; K optional duration =10s; L optional choice(high,low)"},
		{"a.rs", `
use std::env;
fn f() -> Result<(), E> {
    let a = Url::parse(&env::var("A")?)?;
    let b: Config = serde_json::from_str(&env::var("B").unwrap_or("{}".into()))?;
    let c = PathBuf::from(env::var("C").unwrap_or_else(|_| ".".into()));
    let d = env::var("D").map(|v| v.split(',').map(str::to_string).collect::<Vec<_>>()).unwrap_or_default();
    let e = env::var("E").map(|v| v.eq_ignore_ascii_case("true")).unwrap_or(false);
    let f = matches!(env::var("F").as_deref(), Ok("1") | Ok("true"));
    let g = env::var("G").ok().filter(|v| !v.is_empty()).unwrap_or_else(|| "g".to_string());
    let h = env::var("H").ok().and_then(|v| v.parse::<u64>().ok()).map(Duration::from_secs).unwrap_or(Duration::from_secs(5));
    let i = Duration::from_secs(env::var("I").unwrap_or("30".into()).parse()?);
    let j = env::var("J").is_ok_and(|v| v == "on");
    let k = std::fs::read_to_string(env::var("K")?)?;
    Ok(())
}
`, "A required url; B optional json ={}; C optional =.; D optional list; E optional boolean =false; F optional boolean; G optional =g; H optional integer [Duration::from_secs(5)]; I optional integer =30; J optional boolean; K required"},
		{"a.lua", `
local a = "x" .. os.getenv("A")
local b = os.getenv("B"):lower()
local c = tonumber(os.getenv("C")) or 5
local d = io.open(os.getenv("D"))
local e = os.getenv("E") == "true"
local f = string.lower(os.getenv("F") or "f")
local g = #os.getenv("G")
for h in string.gmatch(os.getenv("H") or "", "%w+") do use(h) end
`, "A required; B required; C optional number =5; D required; E optional boolean; F optional =f; G required; H optional ="},
		{"a.ex", `
a = "x" <> System.get_env("A")
b = String.trim(System.get_env("B"))
c = System.get_env("C", "info") |> String.to_existing_atom()
d = System.get_env("D") in ~w(true 1)
e = System.get_env("E") |> String.downcase() |> String.to_atom()
f = Path.join(System.get_env("F", "."), "x")
g = String.to_integer(System.get_env("G") || "80")
h = "#{System.get_env("H")}/x"
i = case Integer.parse(System.get_env("I", "")) do
  {n, _} -> n
  :error -> 9
end
`, "A required; B required; C optional =info; D optional boolean; E required; F optional =.; G optional integer =80; H expected; I optional integer ="},
		{"a.pl", `
my $a = int($ENV{A} // 5);
my @b = split(/,/, $ENV{B} || 'a,b');
my $c = "$ENV{C}/x";
my $d = lc($ENV{D} // '') eq 'true';
my $e = decode_json($ENV{E});
my $f = $ENV{F} =~ /^\d+$/ ? $ENV{F} : 6;
my $g = length $ENV{G} ? 1 : 0;
my $h = $ENV{H} + 0;
open(my $i, '<', $ENV{I}) or die "i";
`, "A optional integer =5; B optional list =a,b; C expected; D optional boolean =; E required json; F optional; F optional =6; G optional; H expected; I expected"},
		{"a.swift", `
let env = ProcessInfo.processInfo.environment
let a = UInt16(env["A"] ?? "") ?? 80
let b = URL(string: env["B"] ?? "http://localhost")!
let c = env["C"].map { URL(fileURLWithPath: $0) }
let d = env["D"]?.lowercased() == "true"
let f = Double(env["F"]!)!
let g = env["G", default: "g"]
let h = env["H"]?.split(separator: ",") ?? []
let i = UUID(uuidString: env["I"] ?? "")
`, "A optional integer =80; B optional url =http://localhost; C expected url; D optional boolean; F required number; G optional =g; H optional list [[]]; I optional ="},
		{"a.dart", `
import 'dart:io';
final env = Platform.environment;
final a = int.parse(env['A'] ?? '80');
final b = bool.tryParse(env['B'] ?? '') ?? false;
final c = DateTime.parse(env['C']!);
final d = env['D']?.split(',') ?? const [];
final e = Directory(env['E'] ?? '.');
final f = env['F'] == 'true';
final g = Duration(seconds: int.tryParse(env['G'] ?? '') ?? 5);
final h = env['H']!.toLowerCase();
`, "A optional integer =80; B optional boolean =false; C required; D optional list [const []]; E optional =.; F optional boolean; G optional integer =5; H required"},
		{"a.php", `<?php
$a = (bool) getenv('A');
$b = explode(',', getenv('B') ?: 'a,b');
$c = json_decode(getenv('C') ?: '{}', true);
$d = in_array(getenv('D'), ['1', 'true'], true);
$e = rtrim($_ENV['E'] ?? '/srv', '/') . '/x';
$f = max(1, (int) getenv('F'));
$g = strtolower((string) getenv('G')) === 'on';
$h = is_numeric(getenv('H')) ? (int) getenv('H') : 5;
$i = getenv('I') !== false ? getenv('I') : 'i';
$j = !empty($_ENV['J']);
$k = floatval(getenv('K'));
`, "A optional boolean; B optional list =a,b; C optional json ={}; D optional boolean; E optional =/srv; F expected integer; G optional boolean; H optional; H optional integer =5; I optional; I optional =i; J optional; K expected number"},
	})
}
