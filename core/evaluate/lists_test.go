package evaluate_test

import "testing"

// Names are taken from lists, maps and what is made of them.
func TestNamesInLists(t *testing.T) {
	hold(t, []saying{
		{"a.py", `
import os
for i, name in enumerate(["A", "B"]):
    use(i, os.environ[name])
`, "A required; B required"},
		{"a.py", `
import os
names = {"a": "GATE_A", "b": "GATE_B"}
for key in names:
    use(os.environ.get(names[key]))
for name in names.values():
    os.environ[name]
for key in names.keys():
    os.getenv("TIDE_" + key.upper())
`, "GATE_A expected; GATE_B expected; GATE_A required; GATE_B required; TIDE_A expected; TIDE_B expected"},
		{"a.py", `
import os
parts = ["GATE", "SEA", "URL"]
os.getenv("_".join(parts))
os.getenv("gate-url".replace("-", "_").upper())
`, "GATE_SEA_URL expected; GATE_URL expected"},
		{"a.py", `
import os
class Names:
    a = "GATE_A"
os.getenv(getattr(Names, "a"))
names = dict(a="GATE_B")
os.getenv(names["a"])
os.getenv(names.get("a", "GATE_C"))
os.getenv(names.get("b", "GATE_D"))
`, "GATE_A expected; GATE_B expected; GATE_B expected; GATE_D expected"},
		{"a.py", `
import os
pairs = dict([("a", "GATE_A"), ("b", "GATE_B")])
pairs["c"] = "GATE_C"
for key, name in pairs.items():
    use(key, os.environ[name])
`, "GATE_A required; GATE_B required; GATE_C required"},
		{"a.py", `
import os
names = [*["GATE_A"], "GATE_B"]
extra = {**{"a": "GATE_C"}, "b": "GATE_D"}
for n in names: os.environ[n]
for n in extra.values(): os.environ[n]
`, "GATE_A required; GATE_B required; GATE_C required; GATE_D required"},
		{"a.js", `
const names = { a: 'GATE_A', b: 'GATE_B' };
for (const k of Object.keys(names)) use(process.env[names[k]]);
for (const n of Object.values(names)) if (!process.env[n]) throw new Error(n);
`, "GATE_A expected; GATE_B expected; GATE_A required; GATE_B required"},
		{"a.js", `
const names = new Set(['GATE_A', 'GATE_B']);
for (const n of names) use(process.env[n]);
const all = new Map([['a', 'GATE_C'], ['b', 'GATE_D']]);
for (const [k, n] of all) use(process.env[n] || k);
use(process.env[all.get('a')]);
`, "GATE_A expected; GATE_B expected; GATE_C optional =a; GATE_D optional =b; GATE_C expected"},
		{"a.js", `
const key = ['GATE', 'URL'].join('_');
use(process.env[key]);
use(process.env['gate.key'.replace('.', '_').toUpperCase()]);
`, "GATE_URL expected; GATE_KEY expected"},
		{"a.js", `
const given = [process.env.GATE_A, process.env.GATE_B].filter(Boolean);
const first = [process.env.GATE_C, 'east'].find(Boolean);
`, "GATE_A optional; GATE_B optional; GATE_C optional =east"},
		{"a.js", `
const rows = [{ name: 'GATE_A', need: true }, { name: 'GATE_B', need: false }];
rows.forEach(({ name, need }) => { if (need && !process.env[name]) throw new Error(name); });
`, "GATE_A required"},
		{"a.go", `
package gate
import ("os"; "slices"; "strings")
func f() {
	names := []string{"GATE_A"}
	names = append(names, "GATE_B")
	for i := range names {
		os.Getenv(names[i])
	}
	if !slices.Contains([]string{"low", "high"}, os.Getenv("GATE_LEVEL")) {
		panic("level")
	}
	use(os.Getenv(strings.Join([]string{"GATE", "URL"}, "_")))
}
`, "GATE_A expected; GATE_B expected; GATE_LEVEL required choice(high,low); GATE_URL expected"},
		{"a.php", `<?php
$names = ['a' => 'GATE_A', 'b' => 'GATE_B'];
foreach (array_keys($names) as $k) { getenv('TIDE_' . strtoupper($k)); }
array_map(function ($n) { if (!getenv($n)) { throw new X($n); } }, $names);
if (!in_array(getenv('GATE_MODE'), ['dry', 'wet'])) { throw new X(); }
`, "TIDE_A expected; TIDE_B expected; GATE_A required; GATE_B required; GATE_MODE required choice(dry,wet)"},
		{"a.rb", `
NAMES = { a: 'GATE_A', b: 'GATE_B' }
NAMES.each_key { |k| ENV["TIDE_#{k.to_s.upcase}"] }
NAMES.values.each { |n| ENV.fetch(n) }
MORE = { a: 'GATE_D' }
MORE.each_pair { |k, n| ENV.fetch(n, k) }
ENV[%w[GATE URL].join('_')]
ENV[['GATE_C', nil].compact.first]
`, "TIDE_A expected; TIDE_B expected; GATE_A required; GATE_B required; GATE_D optional =a; GATE_URL expected; GATE_C expected"},
		{"a.rb", `
raise 'x' unless %w[low high].include?(ENV['GATE_LEVEL'])
names = %w[GATE_A GATE_B].reject { |n| ENV[n] }
abort names.join(' ') if names.any?
`, "GATE_LEVEL required choice(high,low); GATE_A required; GATE_B required"},
		{"A.java", `
import java.util.*;
class A {
  static final Map<String, String> NAMES = new HashMap<>();
  static { NAMES.put("a", "GATE_A"); NAMES.put("b", "GATE_B"); }
  void f() {
    for (String n : NAMES.values()) System.getenv(n);
    for (Map.Entry<String, String> e : NAMES.entrySet()) use(e.getKey(), System.getenv(e.getValue()));
    System.getenv(NAMES.getOrDefault("c", "GATE_C"));
    if (Objects.equals(System.getenv("GATE_ON"), "yes")) use(System.getenv(String.join("_", "GATE", "URL")));
  }
}
`, "GATE_A expected; GATE_B expected; GATE_A expected; GATE_B expected; GATE_C expected; GATE_ON optional boolean; GATE_URL expected"},
		{"a.kt", `
val names = mapOf("a" to "GATE_A", "b" to "GATE_B")
fun f() {
    for ((k, n) in names) use(k, System.getenv(n))
    names.values.forEach { System.getenv(it) }
    names.forEach { (k, n) -> System.getenv(n) ?: error(k) }
    System.getenv(listOf("GATE", "URL").joinToString("_"))
}
`, "GATE_A expected; GATE_B expected; GATE_A expected; GATE_B expected; GATE_A required; GATE_B required; GATE_URL expected"},
		{"a.rs", `
use std::env;
const NAMES: &[&str] = &["GATE_A", "GATE_B"];
fn main() {
    for (i, n) in NAMES.iter().enumerate() { env::var(n).unwrap(); }
    for n in &["GATE_C"] { env::var(n).ok(); }
    let missing: Vec<_> = NAMES.iter().filter(|n| env::var(n).is_err()).collect();
    if !missing.is_empty() { panic!() }
    env::var(["GATE", "URL"].join("_")).unwrap();
}
`, "GATE_A required; GATE_B required; GATE_C expected; GATE_A required; GATE_B required; GATE_URL required"},
		{"a.cs", `
class A {
  static readonly Dictionary<string, string> Names = new Dictionary<string, string> { ["a"] = "GATE_A", ["b"] = "GATE_B" };
  void F() {
    foreach (var e in Names) use(e.Key, Environment.GetEnvironmentVariable(e.Value));
    foreach (var n in Names.Values) Environment.GetEnvironmentVariable(n);
    Environment.GetEnvironmentVariable(string.Join("_", new[] { "GATE", "URL" }));
  }
}
`, "GATE_A expected; GATE_B expected; GATE_A expected; GATE_B expected; GATE_URL expected"},
		{"a.swift", `
let names = ["a": "GATE_A", "b": "GATE_B"]
for (k, n) in names { use(k, ProcessInfo.processInfo.environment[n]) }
for (i, n) in ["GATE_C"].enumerated() { use(i, ProcessInfo.processInfo.environment[n]!) }
let first = [ProcessInfo.processInfo.environment["GATE_D"], "east"].compactMap { $0 }.first
`, "GATE_A expected; GATE_B expected; GATE_C required; GATE_D optional =east"},
		{"a.ex", `
defmodule A do
  @names [a: "GATE_A", b: "GATE_B"]
  def f, do: Enum.map(@names, fn {k, n} -> {k, System.fetch_env!(n)} end)
  def g, do: Enum.each(["GATE_C"], fn n -> System.get_env(n) end)
  def h, do: for n <- ["GATE_D"], do: System.get_env(n) || raise n
  def i, do: System.get_env(Keyword.get(@names, :a))
  def j, do: System.get_env(Keyword.get(@names, :c, "GATE_E"))
end
`, "GATE_A required; GATE_B required; GATE_C expected; GATE_D required; GATE_A expected; GATE_E expected"},
		{"a.lua", `
local names = { a = "GATE_A", b = "GATE_B" }
for k, n in pairs(names) do use(k, os.getenv(n)) end
for i, n in ipairs({ "GATE_C", "GATE_D" }) do assert(os.getenv(n), n) end
`, "GATE_A expected; GATE_B expected; GATE_C required; GATE_D required"},
		{"a.pl", `
my %names = (a => 'GATE_A', b => 'GATE_B');
for my $k (keys %names) { print $ENV{$names{$k}}; }
for my $n (values %names) { die unless $ENV{$n}; }
my @found = grep { $ENV{$_} } qw(GATE_C GATE_D);
map { $ENV{$_} || die } ('GATE_E');
print $ENV{join('_', 'GATE', 'URL')};
`, "GATE_A expected; GATE_B expected; GATE_A required; GATE_B required; GATE_C optional; GATE_D optional; GATE_E required; GATE_URL expected"},
		{"a.scala", `
object A {
  val names = Map("a" -> "GATE_A", "b" -> "GATE_B")
  for ((k, n) <- names) use(k, sys.env.get(n))
  names.values.map(n => sys.env.getOrElse(n, "x"))
  names.foreach { case (k, n) => sys.env(n) }
  sys.env.get(List("GATE", "URL").mkString("_"))
}
`, "GATE_A expected; GATE_B expected; GATE_A optional =x; GATE_B optional =x; GATE_A required; GATE_B required; GATE_URL expected"},
		{"a.dart", `
import 'dart:io';
const names = {'a': 'GATE_A', 'b': 'GATE_B'};
void f() {
  for (final n in names.values) { use(Platform.environment[n]); }
  names.forEach((k, n) { if (Platform.environment[n] == null) throw StateError(k); });
  use(Platform.environment[['GATE', 'URL'].join('_')]);
}
`, "GATE_A expected; GATE_B expected; GATE_A required; GATE_B required; GATE_URL expected"},
	})
}

// What Perl's lists gather, and what its loops go through without a name.
func TestPerlLists(t *testing.T) {
	hold(t, []saying{
		{"a.pl", `
my @missing;
for my $k (qw(A B)) { push @missing, $k unless $ENV{$k}; }
die "no @missing" if @missing;
my @gone = grep { !$ENV{$_} } qw(C D);
die if @gone;
my $n = 0;
foreach (qw(E F)) { $n++ unless defined $ENV{$_}; }
exit 1 if $n;
my %kept; $kept{a} = $ENV{G} or die;
use_it($ENV{$_}) for ('H', 'I');
`, "A required; B required; C required; D required; E required; F required; G required; H expected; I expected"},
		{"a.pl", `
package Gate;
sub need { my ($name) = @_; my $v = $ENV{$name}; die "no $name" unless defined $v; return $v; }
sub get { my $name = shift; my $or = shift; return $ENV{$name} // $or; }
sub part { return $ENV{$_[0]} || $_[1] }
sub new { my $class = shift; my $self = { prefix => 'LOCK_' }; return bless $self, $class; }
sub read { my ($self, $key) = @_; return $ENV{"GATE_$key"}; }
sub named { my $self = shift; my %given = @_; return $ENV{$given{name}}; }
need('A');
get('B', 'b');
part('C', 'c');
Gate->new->read('D');
my $g = Gate->new;
$g->named(name => 'E');
my $under = sub { my $key = shift; $ENV{"SEA_$key"} };
$under->('F');
my $h = eval { need('H') } || 'h';
`, "A required; B optional =b; C optional =c; GATE_D expected; E expected; SEA_F expected; H optional =h"},
	})
}

// A list that may be one of several holds the names of all.
func TestOneOfSeveralLists(t *testing.T) {
	hold(t, []saying{
		{"a.js", "const NEEDED = { disk: ['GATE_A', 'GATE_B'], reef: ['GATE_C'] };\n(NEEDED[process.env.STORE] || []).forEach((n) => { if (!process.env[n]) throw new Error(n); });\n", "STORE optional [[]]; GATE_A required; GATE_B required; GATE_C required"},
		{"a.py", "import os\nNEEDED = {'disk': ['GATE_A', 'GATE_B'], 'reef': ['GATE_C']}\nfor n in NEEDED.get(os.getenv('STORE', 'tape'), []):\n    if n not in os.environ:\n        raise ValueError(n)\n", "STORE optional =tape; GATE_A optional; GATE_B optional; GATE_C optional"},
		{"a.rb", "NEEDED = { 'disk' => %w[GATE_A GATE_B], 'reef' => ['GATE_C'] }.freeze\nmissing = NEEDED.fetch(ENV.fetch('STORE', 'tape'), []).reject { |n| ENV.key?(n) }\nabort 'x' unless missing.empty?\n", "STORE optional =tape; GATE_A optional; GATE_B optional; GATE_C optional"},
	})
}
