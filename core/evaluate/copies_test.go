package evaluate_test

import "testing"

// The environment copied, merged, taken apart and handed on, in the ways of each language.
func TestCopiesOfTheEnvironment(t *testing.T) {
	hold(t, []saying{
		{"A.java", `
class A {
  void f() {
    var m = new HashMap<>(System.getenv());
    var a = m.getOrDefault("A", "b");
    Map<String, String> n = Map.copyOf(System.getenv());
    if (!n.containsKey("B")) throw new IllegalStateException("B");
  }
}
`, "* optional; A optional =b; * optional; B required"},
		{"a.kt", `
val m = System.getenv().toMutableMap()
val a = m["A"] ?: "x"
val b = m.getValue("B")
`, "A optional =x; B required"},
		{"a.php", `<?php
['A' => $a] = $_ENV;
$e = getenv();
$b = $e['B'] ?? 'y';
$f = $_ENV + ['C' => 'f'];
echo $f['C'];
`, "A expected; B optional =y; C optional =f"},
		{"a.ex", `
%{"A" => a} = System.get_env()
env = System.get_env()
b = Map.get(env, "B", "x")
`, "A required; B optional =x"},
		{"a.swift", `
let e = ProcessInfo.processInfo.environment
let m = e.merging(["A": "y"]) { own, _ in own }
let a = m["A"]
let n = e.merging(["B": "y"]) { _, new in new }
let b = n["B"]
let c = n["C"]
`, "A optional =y; C expected"},
		{"a.dart", `
import 'dart:io';
final env = Map<String, String>.from(Platform.environment);
final a = env['A'] ?? 'x';
`, "* optional; A optional =x"},
		{"a.ts", `
const all = Deno.env.toObject();
const a = all.A ?? 'x';
const { B } = all;
`, "A optional =x; B expected"},
		{"a.pl", `
my %env = %ENV;
my $a = $env{A} || 'a';
my $e = \%ENV;
my $b = $e->{B} // die 'B';
my %f = (C => 'c', %ENV);
print $f{C};
my %known = (D => 'd');
my %m = (%known, %ENV);
print $m{D};
sub conf { my ($from) = @_; return $from->{E} || 'e'; }
conf(\%ENV);
my %names = (key => 'F', other => 'G');
print $ENV{$names{key}};
my %conf = (port => $ENV{H});
die 'no port' unless $conf{port};
`, "A optional =a; B required; C optional =c; D optional =d; E optional =e; F expected; H required"},
	})
}

// What no run comes to is not told a name by a variable of the file that a parameter hides.
func TestHiddenByParameter(t *testing.T) {
	hold(t, []saying{
		{"a.js", `
var e = 'debian';
process.exit(0);
module.exports = { env: { get: function (e) { return process.env[e]; } } };
`, "? expected"},
	})
}
