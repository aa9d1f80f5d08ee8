package evaluate_test

import "testing"

// Classes without a name, properties that are worked out, functions with several lists of
// parameters, and what is declared with a type in full.
func TestNamelessClasses(t *testing.T) {
	hold(t, []saying{
		{"A.java", `
class A {
  static final Source SRC = new Source() {
    @Override public String get(String k) { return System.getenv(k); }
  };
  static final Source DEFAULTED = new Source() {
    @Override public String get(String k) { return Optional.ofNullable(System.getenv(k)).orElse("x"); }
  };
  String a = SRC.get("A");
  String b = DEFAULTED.get("B");
  void run() { if (a == null) throw new IllegalStateException(); }
}
`, "A required; B optional =x"},
		{"a.kt", `
val src = object : Source { override fun get(k: String) = System.getenv(k) ?: "d" }
val other = object { fun get(k: String) = System.getenv(k) ?: error(k) }
val a = src.get("A")
val b = other.get("B")
`, "A optional =d; B required"},
		{"a.php", `<?php
$src = new class implements Source { public function get(string $k): ?string { return getenv($k) ?: null; } };
$a = $src->get('A') ?? 'a';
class Base { public function get($k) { return getenv($k); } }
$b = (new class extends Base {})->get('B') ?: throw new Exception('B');
`, "A optional =a; B required"},
		{"a.ts", `
const Env = class { static get(k: string) { return process.env[k]; } };
const a = Env.get('A') ?? 'x';
const src = new (class implements S { get(k: string) { return process.env[k]; } })();
const b = src.get('B');
class Base<T> { read(k: string) { const v = process.env[k]; if (!v) throw new Error(k); return v; } }
class Conf extends Base<{ a: string }> { url = this.read('C'); }
`, "A optional =x; B expected; C required"},
	})
}

func TestPropertiesWorkedOut(t *testing.T) {
	hold(t, []saying{
		{"a.cs", `
static class Settings {
  public static string Key => Environment.GetEnvironmentVariable("A");
  public static string Host { get; } = Environment.GetEnvironmentVariable("B");
  static string Read(string n) => Environment.GetEnvironmentVariable(n);
  public static string Url => Read("C");
  public static string Zone { get { return Read("D"); } }
  public static long Max = long.Parse(Read("E") ?? "5");
}
class P {
  void M() {
    var k = Settings.Key ?? throw new Exception("no key");
    var h = Settings.Host ?? "localhost";
    var u = Settings.Url ?? "http://x";
    if (string.IsNullOrEmpty(Settings.Zone)) throw new Exception("zone");
  }
}
`, "A required; B optional =localhost; C optional =http://x; D required; E optional integer =5"},
		{"a.kt", `
val String.env: String? get() = System.getenv(this)
fun String?.must() = System.getenv(this) ?: error("?")
val a = "A".env ?: "z"
val b = "B".must()
`, "A optional =z; B required"},
	})
}

func TestCurriedFunctions(t *testing.T) {
	hold(t, []saying{
		{"a.scala", `
object Conf {
  def get[T](name: String)(parse: String => T): Option[T] = sys.env.get(name).map(parse)
  def must[T](name: String)(parse: String => T): T = get(name)(parse).getOrElse(sys.error(name))
  def orElse[T](name: String, default: => T)(parse: String => T): T = get(name)(parse).getOrElse(default)
  val a = must("A")(_.toInt)
  val b = orElse("B", "localhost")(identity)
  val c = get("C")(_.trim)
}
`, "A required; B optional =localhost; C expected"},
	})
}

func TestTypesInFull(t *testing.T) {
	hold(t, []saying{
		{"a.ts", `
export function db(prefix: string): { host: string; port: number } {
  return { host: process.env[prefix + '_HOST'] ?? 'localhost', port: Number(process.env[prefix + '_PORT'] ?? 5432) };
}
const main = db('MAIN');
const conf: { key: string; tags?: string[] } = { key: must('A') };
function must(name: string): string | never {
  const v: string | undefined = process.env[name];
  if (v === undefined) { throw new Error(name); }
  return v;
}
const parse = <T>(name: string, fn: (v: string) => T, d?: T): T => {
  const v = process.env[name];
  if (v == null) { if (d === undefined) throw new Error(name); return d; }
  return fn(v);
};
const p = parse<number>('B', Number, 5);
const q = parse('C', (v): { a: string }[] => JSON.parse(v));
`, "MAIN_HOST optional =localhost; MAIN_PORT optional number =5432; A required; B optional number =5; C required json"},
		{"A.java", `
class A {
  static final List<String> NEEDED = new ArrayList<>(List.of("A", "B"));
  static Map<String, String> all = new HashMap<>(System.getenv());
  void run() {
    for (String n : NEEDED) { if (System.getenv(n) == null) throw new IllegalStateException(n); }
    var c = all.getOrDefault("C", "c");
  }
}
`, "* optional; A required; B required; C optional =c"},
		{"a.kt", `
fun <T, R : Comparable<R>, M : Map<String, R>> envOr(name: String, default: T, parse: (String) -> T): T =
    System.getenv(name)?.let(parse) ?: default
val a = envOr("A", 5) { it.toInt() }
val b = mapOf<String, (String) -> Int>("x" to { it.length })
val c = System.getenv("C")!!
`, "A optional integer =5; C required"},
		{"a.py", `
import os
from typing import Any
class Env:
    def text(self, name: str, default: Any = ...) -> str:
        value = os.environ.get(name)
        if value is None:
            if default is ...:
                raise KeyError(name)
            return default
        return value
env = Env()
env.text("A")
env.text("B", "b")
`, "A required; B optional =b"},
	})
}

// Types of Go that are made of functions, and options that a loader is given.
func TestTypesOfFunctions(t *testing.T) {
	hold(t, []saying{
		{"a.go", `
package main

type Getter interface{ Get(name string) (string, bool) }
type GetterFunc func(string) (string, bool)

func (f GetterFunc) Get(name string) (string, bool) { return f(name) }

type Env struct{ g Getter }

func (e Env) Require(name string) string {
	v, ok := e.g.Get(name)
	if !ok || v == "" {
		panic(name)
	}
	return v
}

func main() {
	env := Env{g: GetterFunc(os.LookupEnv)}
	env.Require("A")
}
`, "A required"},
		{"a.go", `
package main

type loader struct {
	prefix string
	lookup func(string) (string, bool)
}

func with(p string) func(*loader) { return func(l *loader) { l.prefix = p } }

func newLoader(opts ...func(*loader)) *loader {
	l := &loader{lookup: os.LookupEnv}
	for _, o := range opts {
		o(l)
	}
	return l
}

func (l *loader) num(name string, def int) int {
	v, ok := l.lookup(l.prefix + name)
	if !ok {
		v = strconv.Itoa(def)
	}
	n, _ := strconv.Atoi(v)
	return n
}

func main() {
	l := newLoader(with("GATE_"))
	l.num("A", 5)
}
`, "GATE_A optional integer =5"},
	})
}

// What a function of Go returns beside an error stands in for nothing.
func TestBesideAnError(t *testing.T) {
	hold(t, []saying{
		{"a.go", `
package main

func secret(name string) (string, error) {
	if file := os.Getenv(name + "_FILE"); file != "" {
		b, err := os.ReadFile(file)
		return string(b), err
	}
	if v := os.Getenv(name); v != "" {
		return v, nil
	}
	return "", fmt.Errorf("neither is set")
}

func main() {
	s, err := secret("A")
	if err != nil {
		log.Fatal(err)
	}
	use(s)
}
`, "A_FILE optional; A optional"},
	})
}
