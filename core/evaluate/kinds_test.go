package evaluate_test

import "testing"

// Defaults that a helper calls where they are functions, and gives as they are where they are none.
func TestDefaultsThatMayBeCalled(t *testing.T) {
	hold(t, []saying{
		{"a.js", `
const get = (n, d) => { const v = process.env[n]; if (v !== undefined) return v; return typeof d === 'function' ? d() : d; };
get('A', 'x'); get('B', () => 'y'); get('C');
const other = (n, d) => process.env[n] ?? (d instanceof Function ? d(n) : d);
other('D', 'x'); other('E', () => 'y');
`, "A optional =x; B optional =y; C optional; D optional =x; E optional =y"},
		{"a.py", `
import os
def get(n, d=None):
    v = os.environ.get(n)
    if v is None:
        return d() if callable(d) else d
    return v
get("A", "x"); get("B", lambda: "y"); get("C")
`, "A optional =x; B optional =y; C optional"},
		{"a.rb", `
def get(n, d = nil)
  ENV.fetch(n) { d.respond_to?(:call) ? d.call : d }
end
get("A", "x"); get("B", -> { "y" })
def other(n, d = nil) = ENV[n] || (d.is_a?(Proc) ? d.call : d)
other("C", "x")
`, "A optional =x; B optional =y; C optional =x"},
		{"a.php", `<?php
function env1(string $name, $default = null) {
    $value = getenv($name);
    if ($value === false) { return $default instanceof \Closure ? $default() : $default; }
    return $value;
}
function env2(string $name, $default = null) {
    $value = getenv($name);
    return $value === false ? value($default) : $value;
}
env1('A', 'x'); env1('B'); env1('C', fn() => 'y'); env2('D', 'z');
`, "A optional =x; B optional; C optional =y; D optional =z"},
		{"a.ex", `
defmodule E do
  def int(name, default) do
    with value when is_binary(value) <- System.get_env(name), {n, ""} <- Integer.parse(value) do
      n
    else
      _ -> default
    end
  end
end
E.int("A", 10)
`, "A optional integer =10"},
	})
}

// Cases of which one is for all others and hands the value on tell no list of what is understood.
func TestCasesThatHandOn(t *testing.T) {
	hold(t, []saying{
		{"a.php", `<?php
function env(string $name) {
    $value = getenv($name);
    return match (strtolower($value)) { 'true' => true, 'false' => false, 'null' => null, default => $value };
}
env('A');
$b = match (getenv('B')) { 'x' => 1, 'y' => 2 };
`, "A optional; B required choice(x,y)"},
		{"a.cs", `
static class E {
  static bool Flag(string n, bool d) => Environment.GetEnvironmentVariable(n) switch { "1" => true, null => d, _ => false };
  static void M() { Flag("A", true); }
}
`, "A optional boolean =true"},
	})
}

// Methods that ask of what a text is made say no of an empty one.
func TestWhatTextsAreMadeOf(t *testing.T) {
	hold(t, []saying{
		{"a.py", `
import os
def size():
    raw = os.environ.get("A", "")
    if not raw.isdigit():
        return 64
    return int(raw)
def other():
    raw = os.environ.get("B")
    return int(raw) if raw and raw.isdigit() else 5
def must():
    raw = os.environ["C"]
    if not raw.isdigit():
        raise ValueError(raw)
    return int(raw)
`, "A optional integer =64; B optional integer =5; C required integer"},
	})
}

// What stands in for a variable whose name a function is given, where that is given too.
func TestGivenInstead(t *testing.T) {
	hold(t, []saying{
		{"a.sh", `
get_or() {
  local name=$1 fallback=$2
  printf '%s' "${!name:-$fallback}"
}
a=$(get_or GATE_A http://localhost)
b=$(get_or GATE_B)
`, "GATE_A optional =http://localhost; GATE_B optional"},
		{"a.jl", `
env(name, default) = get(ENV, name, default)
const a = env("A", "x")
`, "A optional =x"},
	})
}
