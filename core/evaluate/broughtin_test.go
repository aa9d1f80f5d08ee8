package evaluate_test

import "testing"

// A name alone stands for a function of a class or a module of the same file, where the file takes in
// the names of that.
func TestNamesBroughtIn(t *testing.T) {
	hold(t, []saying{
		{"A.java", `package gate;
import static gate.A.Env.need;
class A {
  static class Env { static String need(String n) { String v = System.getenv(n); if (v == null) throw new IllegalStateException(n); return v; } }
  static class B { String k = need("A"); }
}
`, "A required"},
		{"a.cs", `using static Gate.Env;
namespace Gate;
static class Env { public static string Need(string n) => Environment.GetEnvironmentVariable(n) ?? throw new Exception(n); }
class B { string k = Need("A"); }
`, "A required"},
		{"a.kt", "package gate\nimport gate.Env.need\nobject Env { fun need(n: String) = System.getenv(n) ?: error(n) }\nclass B { val k = need(\"A\") }\n", "A required"},
		{"a.scala", "object Env { def need(name: String): String = sys.env.getOrElse(name, throw new NoSuchElementException(name)) }\nobject Main extends App {\n  import Env._\n  val k = need(\"A\")\n}\n", "A required"},
		{"a.fs", "module Gate\nmodule Env =\n  let need (n: string) = match System.Environment.GetEnvironmentVariable n with | null -> failwith n | v -> v\nopen Env\nlet k = need \"A\"\n", "A required"},
		{"a.ml", "module Env = struct\n  let need n = match Sys.getenv_opt n with Some v -> v | None -> failwith n\nend\nopen Env\nlet k = need \"A\"\n", "A required"},
		{"a.rs", "mod envs {\n  pub fn need(n: &str) -> String { std::env::var(n).expect(n) }\n}\nuse envs::need;\nfn main() { println!(\"{}\", need(\"A\")); }\n", "A required"},
		{"a.rb", "module Envs\n  def need(n) = ENV.fetch(n)\nend\ninclude Envs\nk = need('A')\n", "A required"},
		{"a.exs", "defmodule Envs do\n  def need(n), do: System.get_env(n) || raise n\nend\ndefmodule App do\n  import Envs, only: [need: 1]\n  def b, do: need(\"A\")\nend\n", "A required"},
		{"a.php", "<?php\nnamespace Gate\\Util { function need(string $n): string { return getenv($n) ?: throw new \\Exception($n); } }\nnamespace Gate { use function Gate\\Util\\need; $k = need(\"A\"); $j = \\Gate\\Util\\need(\"B\"); $i = getenv('C') ?: 'c'; }\n", "A required; B required; C optional =c"},
		{"b.kt", "object Env { fun need(n: String) = System.getenv(n) ?: error(n) }\nobject Other { fun need(n: String) = System.getenv(n) ?: \"x\" }\nval k = need(\"A\")\n", "? required; ? optional =x"}, // nothing is taken in
		{"c.kt", "import gate.Env.need\nimport gate.Other\nobject Env { fun need(n: String) = System.getenv(n) ?: error(n) }\nobject Other { fun need(n: String) = System.getenv(n) ?: \"x\" }\nval k = need(\"A\")\n", "? required; ? optional =x"},
	})
}

// Methods that a program gives to texts are asked of the names of variables.
func TestMethodsOfTexts(t *testing.T) {
	hold(t, []saying{
		{"a.scala", `object Env {
  implicit class OfName(private val name: String) extends AnyVal {
    def or(usual: String): String = sys.env.getOrElse(name, usual)
    def need: String = sys.env(name)
  }
  val a = "A".or("a")
  val b = "B".need
}
extension (name: String)
  def must: String = sys.env(name)
val c = "C".must
`, "A optional =a; B required; C required"},
		{"a.dart", "import 'dart:io';\nextension OfName on String {\n  String get need => Platform.environment[this]!;\n  String or(String usual) => Platform.environment[this] ?? usual;\n}\nfinal a = 'A'.need;\nfinal b = 'B'.or('b');\n", "A required; B optional =b"},
		{"b.dart", "import 'dart:io';\nextension on String { String get need => Platform.environment[this]!; }\nfinal a = 'A'.need;\n", "A required"},
		{"c.dart", "import 'dart:io';\nextension on Gate { String get need => Platform.environment[this.name]!; }\nfinal a = 'A'.need;\n", "? required"},
	})
}

// What is asked of what may be there, by a function in short within another call.
func TestConditionsAskedOfOptions(t *testing.T) {
	hold(t, []saying{
		{"a.scala", `object A {
  require(sys.env.get("A").exists(_.nonEmpty), "A")
  if (!sys.env.get("B").exists(_.nonEmpty)) sys.exit(1)
  if (sys.env.get("C").forall(_.isEmpty)) sys.exit(1)
  require(!sys.env.get("D").forall(_.isEmpty))
  assume(sys.env.getOrElse("E", "").nonEmpty)
  val f = sys.env.get("F").exists(_.toBoolean)
  val g = sys.env.get("G").map(_.trim).getOrElse("g")
}
`, "A required; B required; C required; D required; E required; F optional boolean; G optional =g"},
		{"a.kt", "fun main() {\n  val a = System.getenv(\"A\") ?: run {\n    println(\"no A\")\n    kotlin.system.exitProcess(1)\n  }\n  val b = System.getenv(\"B\") ?: kotlin.system.exitProcess(2)\n  if (!System.getenv(\"C\").toBoolean()) error(\"C\")\n}\n", "A required; B required; C required boolean"},
	})
}

// A function that is given the environment and a name gives no fallback by calling itself so.
func TestEnvironmentHandedToAFunction(t *testing.T) {
	hold(t, []saying{
		{"a.js", `
function valueFrom(name, source) {
  if (source[name] !== undefined) return source[name];
  if (aliases[name]) {
    for (const alias of aliases[name]) if (source[alias] !== undefined) return source[alias];
  }
}
function env(name) { return valueFrom(name, process.env); }
const a = env('A');
`, "? optional; ? optional; A optional"},
		{"a.sh", ": ${GATE_A?}\n: ${GATE_B:-x}\n: ${GATE_B?}\nif [ -z \"$GATE_C\" ]; then GATE_C=3; fi\nset -- ${GATE_C:?no}\n", "GATE_A required; GATE_B optional =x; GATE_B required; GATE_C optional =3; GATE_C optional =3"},
	})
}

// A text in which nothing stands where a variable would is empty only where there is nothing beside it.
// What a test is to see fail, or leaves out, ends no program.
func TestTextsOfNothing(t *testing.T) {
	hold(t, []saying{
		{"a.ps1", "if (-Not(\"$env:GATE_A\\x\")) { exit 1 }\nif (-not \"$env:GATE_B\") { exit 1 }\n$x = \"$env:GATE_C\"\nif (-NOT $x -or $false) { throw 'x' }\n$y = \"a$env:GATE_D\"\nif (-not $y) { exit 1 }\n", "GATE_A optional; GATE_B required; GATE_C required; GATE_D optional"},
		{"a.rb", "a = \"#{ENV['A']}\"\nraise 'x' if a.empty?\nb = \"#{ENV['B']}/x\"\nraise 'x' if b.empty?\n", "A required; B optional"},
		{"a.php", "<?php\n$a = getenv('A'); $b = \"$a\";\nif ($b === '') { exit(1); }\n", "A required"},
		{"a.R", "test_that('x', {\n  if (nzchar(Sys.getenv('GATE_A'))) { expect_equal(1, 1) } else { expect_error(stop('failing')) }\n})\nif (!nzchar(Sys.getenv('GATE_B'))) skip('none')\nif (!nzchar(Sys.getenv('GATE_C'))) print(stop('failing'))\n", "GATE_A optional; GATE_B optional; GATE_C required"},
		{"a.js", "const a = `${process.env.A}/x`;\nif (!a) throw new Error('x');\nconst b = `${process.env.B || ''}`;\nif (!b) throw new Error('x');\n", "A optional; B required"},
	})
}
