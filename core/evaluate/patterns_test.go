package evaluate_test

import "testing"

// What a value is held against decides what happens where there is none.
func TestPatterns(t *testing.T) {
	hold(t, []saying{
		{"a.py", `
import os
match os.environ.get("A"):
    case None | "":
        level = "low"
    case str() as level:
        pass
match os.getenv("B"):
    case "x" if ready():
        go()
    case _:
        stop()
match [os.getenv("C"), 1]:
    case [None, 1]:
        raise SystemExit(1)
    case [c, _]:
        use(c)
`, "A optional =low; B optional choice(x); C required"},
		{"a.rs", `
use std::env;
fn main() {
    let a = match env::var("A") { Ok(v) if !v.is_empty() => v, Ok(_) | Err(_) => "a".to_string() };
    let b = match env::var("B").as_deref() { Ok("on") => true, Ok("off") => false, _ => panic!() };
    match env::var("C") { Err(env::VarError::NotPresent) => {}, Err(e) => panic!("{}", e), Ok(v) => go(v) }
    let d = match env::var_os("D") { Some(d) => d, None => return };
    if let Some(e) = env::var("E").ok() { go(e) }
    while let Ok(f) = env::var("F") { go(f) }
    let Ok(g) = env::var("G") else { return };
    let h = match (env::var("H"), 1) { (Ok(h), _) => h, (Err(_), _) => std::process::exit(2) };
}
`, "A optional =a; B required boolean; C optional; D optional; E optional; F optional; G optional; H required"},
		{"a.scala", `
object A {
  val a = sys.env.get("A") match { case Some(v) if v.nonEmpty => v; case _ => "a" }
  sys.env.get("B") match { case Some("x" | "y") => go(); case Some(other) => use(other); case None => sys.error("b") }
  val c = Option(System.getenv("C")) match { case Some(v) => v.toInt case None => 3 }
  val d = sys.env.get("D").fold("d")(v => v)
}
`, "A optional =a; B required; C optional integer =3; D optional =d"},
		{"a.kt", `
val a = when (val v = System.getenv("A")) { null -> "a"; else -> v }
fun f() {
    when (System.getenv("B")) { "x", "y" -> go(); null -> throw X(); else -> use() }
    when { System.getenv("C") == null -> error("c"); else -> go() }
    val d = System.getenv("D")
    when (d) { is String -> go(d); else -> stop() }
    when (System.getenv("E")) { in listOf("low", "high") -> go(); else -> throw X() }
}
`, "A optional =a; B required choice(x,y); C required; D optional; E required choice(high,low)"},
		{"a.cs", `
class A {
  string a = Environment.GetEnvironmentVariable("A") switch { null => "a", "" => "a", var v => v };
  void F() {
    var b = Environment.GetEnvironmentVariable("B") switch { "x" or "y" => 1, null => throw new X(), _ => 3 };
    switch (Environment.GetEnvironmentVariable("C")) { case "on": go(); break; case null: throw new X(); default: break; }
    if (Environment.GetEnvironmentVariable("D") is { } d) use(d); else throw new X();
    if (Environment.GetEnvironmentVariable("E") is not null and not "") go();
  }
}
`, "A optional =a; B required choice(x,y); C required boolean; D required; E optional"},
		{"a.swift", `
let env = ProcessInfo.processInfo.environment
switch env["A"] { case nil: fatalError(); case "x"?: go(); default: stop() }
let b: String = { switch env["B"] { case .some(let v): return v; case .none: return "b" } }()
switch env["C"] ?? "low" { case "low", "high": go(); default: fatalError() }
if case let d? = env["D"] { use(d) }
`, "A required choice(x); B optional =b; C optional choice(high,low) =low; D optional"},
		{"a.ex", `
defmodule A do
  def a, do: (case System.get_env("A") do nil -> raise "a"; v -> v end)
  def b do
    case System.fetch_env("B") do
      {:ok, v} -> v
      :error -> "b"
    end
  end
  def c do
    case System.get_env("C") do
      v when v in ["on", "off"] -> v
      _ -> raise "c"
    end
  end
  def d do
    with {:ok, v} <- System.fetch_env("D"), {n, ""} <- Integer.parse(v) do
      n
    else
      _ -> 4
    end
  end
  def e do
    cond do
      System.get_env("E") -> 1
      true -> raise "e"
    end
  end
  def f, do: if(is_nil(System.get_env("F")), do: raise("f"))
end
`, "A required; B optional =b; C required boolean; D optional integer =4; E required; F required"},
		{"a.rb", `
a = case ENV['A'] when nil, '' then 'a' else ENV['A'] end
case ENV['B']
when 'x', 'y' then go
when nil then raise 'b'
else stop
end
case ENV['C']
when /^\d+$/ then go
else abort 'c'
end
case
when ENV['D'].nil? then exit 1
else go
end
case [ENV['E'], 1]
in [nil, _] then raise 'e'
in [String => e, _] then use(e)
end
`, "A optional; A optional =a; B required choice(x,y); C required; D required; E required"},
		{"a.php", `<?php
$a = match (true) { getenv('A') === false => 'a', default => getenv('A') };
switch (getenv('B')) { case 'x': case 'y': go(); break; case false: throw new X(); default: stop(); }
$c = match (getenv('C')) { 'on' => 1, 'off' => 2 };
`, "A optional; A optional =a; B required choice(x,y); C required boolean"},
		{"A.java", `
class A {
  int f() {
    switch (System.getenv("A")) { case "x": return 1; default: throw new X(); }
  }
  String g() {
    return switch (System.getenv("B")) { case null -> "b"; case String s when s.isEmpty() -> "b"; case String s -> s; };
  }
  void h() {
    if (System.getenv("C") instanceof String c) use(c); else throw new X();
    var d = System.getenv("D");
    if (d == null || d.isBlank()) { d = "d"; }
  }
}
`, "A required choice(x); B optional =b; C required; D optional =d"},
		{"a.dart", `
import 'dart:io';
void f() {
  final a = switch (Platform.environment['A']) { null => throw StateError('a'), final v => v };
  switch (Platform.environment['B']) { case 'x': case 'y': go(); break; case null: exit(1); default: stop(); }
  if (Platform.environment['C'] case final c?) use(c);
  final d = Platform.environment['D'];
  if (d == null || d.isEmpty) throw StateError('d');
}
`, "A required; B required choice(x,y); C optional; D required"},
		{"a.go", `
package gate
import ("log"; "os")
func f() {
	switch a := os.Getenv("A"); {
	case a == "":
		log.Fatal("a")
	case len(a) > 3:
		use(a)
	}
	switch {
	case os.Getenv("B") != "":
		use()
	default:
		panic("b")
	}
	switch v, ok := os.LookupEnv("C"); ok {
	case true:
		use(v)
	case false:
		os.Exit(2)
	}
}
`, "A required; B required; C required"},
	})
}
