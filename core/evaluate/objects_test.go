package evaluate_test

import "testing"

// Names and values go through objects: fields, constructors, enumerations,
// inheritance, functions that make functions.
func TestObjects(t *testing.T) {
	hold(t, []saying{
		{"a.py", "import os\nclass Env:\n    def __init__(self, prefix):\n        self._prefix = prefix\n    def __getattr__(self, name):\n        return os.environ.get(self._prefix + name, \"80\")\nenv = Env(\"GATE_\")\ndef main():\n    return env.PORT\n", "GATE_PORT optional =80"},
		{"a.php", "<?php\nclass Env { public function __get($name) { return getenv($name); } }\n$env = new Env();\necho $env->LEVEL;\n", "LEVEL expected"},
		{"a.go", "package main\nfunc env(name string, parse func(string) (int, error)) int {\n\tif v, ok := os.LookupEnv(name); ok {\n\t\tn, err := parse(v)\n\t\tif err != nil {\n\t\t\tpanic(err)\n\t\t}\n\t\treturn n\n\t}\n\treturn 5\n}\nfunc main() { use(env(\"B\", strconv.Atoi)) }\n", "B optional integer =5"},
		{"a.kt", "class Reader private constructor(private val prefix: String) {\n    fun get(name: String): String = System.getenv(prefix + name) ?: error(name)\n}\nfun sea() = Reader(\"SEA_\")\nfun main() { sea().get(\"C\") }\n", "SEA_C required"},
		{"a.rb", "class Reader\n  def self.sea\n    new(\"SEA_\")\n  end\n  def initialize(prefix)\n    @prefix = prefix\n  end\n  def get(name)\n    ENV.fetch(@prefix + name)\n  end\nend\nReader.sea.get(\"C\")\n", "SEA_C required"},
		{"a.go", "package main\ntype Reader struct{ prefix string }\nfunc New(prefix string) *Reader { return &Reader{prefix: prefix} }\nfunc (r *Reader) Must(name string) string {\n\tv, ok := os.LookupEnv(r.prefix + name)\n\tif !ok {\n\t\tpanic(name)\n\t}\n\treturn v\n}\nfunc main() { r := New(\"SEA_\"); use(r.Must(\"C\")) }\n", "SEA_C required"},
		{"a.py", `
import os
from dataclasses import dataclass, field
from enum import Enum
class Key(str, Enum):
    URL = "GATE_URL"
    PORT = "GATE_PORT"
@dataclass
class Config:
    url: str = os.environ.get(Key.URL.value, "local")
    port: int = field(default_factory=lambda: int(os.environ.get(Key.PORT, "80")))
    def __post_init__(self):
        if not os.environ.get("GATE_KEY"):
            raise ValueError("no key")
class Base:
    prefix = "BASE_"
    def get(self, name):
        return os.environ[self.prefix + name]
class Tide(Base):
    prefix = "TIDE_"
class Reader:
    def __init__(self, env=os.environ):
        self.env = env
    def __call__(self, name, default=None):
        return self.env.get(name, default)
    def __getattr__(self, name):
        return self.env["ATTR_" + name.upper()]
Tide().get("LEVEL")
read = Reader()
read("CALLED", 3)
class More(Enum):
    A = "M_A"
    B = "M_B"
for key in More:
    os.environ[key.value]
`, "GATE_URL optional =local; GATE_PORT optional integer =80; GATE_KEY required; TIDE_LEVEL required; CALLED optional =3; M_A required; M_B required; ATTR_* required"},
		{"a.js", `
class Config {
  static prefix = 'GATE_';
  #env = process.env;
  constructor(opts = {}) { this.prefix = opts.prefix || Config.prefix; }
  get(name, { fallback, required = false } = {}) {
    const v = this.#env[this.prefix + name];
    if (v === undefined && required) throw new Error(name);
    return v ?? fallback;
  }
  get port() { return Number(this.get('PORT', { fallback: 80 })); }
}
const c = new Config();
c.get('URL', { required: true });
c.get('ZONE', { fallback: 'east' });
class Tide extends Config { constructor() { super({ prefix: 'TIDE_' }); } }
new Tide().get('LEVEL');
const reader = (prefix) => (name) => process.env[prefix + name];
const lock = reader('LOCK_');
lock('KEY');
const Keys = Object.freeze({ A: 'KEY_A', B: 'KEY_B' });
process.env[Keys.A];
`, "GATE_PORT optional number =80; GATE_URL required; GATE_ZONE optional =east; TIDE_LEVEL optional; LOCK_KEY expected; KEY_A expected"},
		{"a.ts", `
enum Key { Url = 'GATE_URL', Port = 'GATE_PORT' }
const defaults: Record<Key, string> = { [Key.Url]: 'local', [Key.Port]: '80' };
function get(k: Key): string { return process.env[k] ?? defaults[k]; }
export const url = get(Key.Url);
abstract class Base { protected abstract prefix: string; read(n: string) { return process.env[this.prefix + n]!; } }
class Lock extends Base { protected prefix = 'LOCK_'; key = this.read('KEY'); }
new Lock();
namespace Env { export const need = (n: string) => { const v = process.env[n]; if (!v) throw new Error(n); return v; }; }
Env.need('NEED');
export const config = { db: { url: process.env.DB_URL as string, pool: +(process.env.DB_POOL || 5) } } as const;
type Spec = { name: string; required: boolean };
const specs: Spec[] = [{ name: 'S_A', required: true }, { name: 'S_B', required: false }];
specs.filter((s) => s.required).forEach((s) => { if (!process.env[s.name]) throw new Error(s.name); });
`, "GATE_URL optional =local; LOCK_KEY expected; NEED required; DB_URL expected; DB_POOL optional number =5; S_A required"},
		{"A.java", `
import java.util.*;
enum Key {
  URL("GATE_URL", null), PORT("GATE_PORT", "80");
  private final String name; private final String fallback;
  Key(String name, String fallback) { this.name = name; this.fallback = fallback; }
  String get() { String v = System.getenv(name); return v == null ? fallback : v; }
}
record Spec(String name, boolean needed) {}
class A {
  private static final String PREFIX = "LOCK_";
  private final String key = need("KEY");
  static String need(String n) {
    return Optional.ofNullable(System.getenv(PREFIX + n)).orElseThrow(() -> new IllegalStateException(n));
  }
  static class Builder { String zone = "east"; Builder zone(String z) { zone = z; return this; } }
  void f() {
    for (Spec s : List.of(new Spec("S_A", true), new Spec("S_B", true))) { if (s.needed() && System.getenv(s.name()) == null) throw new X(s.name()); }
    new Builder().zone(System.getenv("ZONE"));
    int t = Integer.parseInt(System.getenv().getOrDefault("TRIES", "3"));
  }
}
`, "GATE_URL optional; GATE_PORT optional =80; LOCK_KEY required; S_A required; S_B required; ZONE expected; TRIES optional integer =3"},
		{"a.kt", `
enum class Key(val env: String, val default: String? = null) { URL("GATE_URL"), PORT("GATE_PORT", "80"); fun get() = System.getenv(env) ?: default }
object Env { private const val PREFIX = "LOCK_"; fun need(n: String): String = System.getenv(PREFIX + n) ?: error(n); val key = need("KEY") }
data class Config(val zone: String = System.getenv("ZONE") ?: "east", val tries: Int = System.getenv("TRIES")?.toIntOrNull() ?: 3)
class Reader(private val prefix: String) { operator fun get(n: String): String? = System.getenv("${prefix}_$n") }
val r = Reader("TIDE")["LEVEL"]
sealed class Spec(val name: String) { object A : Spec("S_A") }
val s = System.getenv(Spec.A.name)
fun String.env(): String? = System.getenv(this)
val e = "EXT".env()
class Lazy { val token: String by lazy { System.getenv("TOKEN") ?: throw IllegalStateException() }; companion object { val up = System.getenv("UP").toBoolean() } }
`, "GATE_URL expected; GATE_PORT optional =80; LOCK_KEY required; ZONE optional =east; TRIES optional integer =3; TIDE_LEVEL expected; S_A expected; EXT expected; TOKEN required; UP optional boolean"},
		{"a.go", `
package gate
import ("os"; "strings")
type Key string
const ( URL Key = "GATE_URL"; Port Key = "GATE_PORT" )
func (k Key) Get() string { return os.Getenv(string(k)) }
func (k Key) Or(d string) string { if v := k.Get(); v != "" { return v }; return d }
type Option func(*Reader)
type Reader struct { prefix string; lookup func(string) (string, bool) }
func New(p string) *Reader { return &Reader{prefix: p, lookup: os.LookupEnv} }
func (r *Reader) Must(n string) string { v := os.Getenv(r.prefix + n); if v == "" { panic(n) }; return v }
var vars = map[string]*string{"M_A": nil, "M_B": nil}
type spec struct { Name, Default string; Required bool }
func f() {
	_ = URL.Get()
	_ = Port.Or("80")
	r := New("LOCK_")
	r.Must("KEY")
	for name := range vars { os.Getenv(name) }
	for _, s := range []spec{{"S_A", "", true}, {"S_B", "b", false}} {
		v := os.Getenv(s.Name)
		if v == "" && s.Required { panic(s.Name) }
		if v == "" { v = s.Default }
	}
	get := func(n string) string { return os.Getenv(strings.ToUpper("low_" + n)) }
	get("er")
}
`, "GATE_URL expected; GATE_PORT optional =80; LOCK_KEY required; M_A expected; M_B expected; S_A required; S_B optional =b; LOW_ER expected"},
		{"a.rs", `
use std::env;
enum Key { Url, Port }
impl Key { fn name(&self) -> &'static str { match self { Key::Url => "GATE_URL", Key::Port => "GATE_PORT" } } fn get(&self) -> Option<String> { env::var(self.name()).ok() } }
struct Reader { prefix: String }
impl Reader {
    fn new(prefix: &str) -> Self { Self { prefix: prefix.to_string() } }
    fn must(&self, n: &str) -> String { env::var(format!("{}{}", self.prefix, n)).unwrap() }
}
struct Config { zone: String, tries: u32 }
impl Default for Config { fn default() -> Self { Config { zone: env::var("ZONE").unwrap_or("east".into()), tries: env::var("TRIES").map_or(3, |v| v.parse().unwrap()) } } }
fn main() {
    Key::Url.get();
    Reader::new("LOCK_").must("KEY");
    const NAMES: [(&str, &str); 2] = [("T_A", "a"), ("T_B", "b")];
    for (n, d) in NAMES { env::var(n).unwrap_or_else(|_| d.to_string()); }
}
`, "GATE_URL expected; GATE_PORT expected; ZONE optional =east; TRIES optional integer =3; LOCK_KEY required; T_A optional =a; T_B optional =b"},
		{"a.rb", `
module Gate
  PREFIX = 'GATE_'.freeze
  KEYS = %i[url port].freeze
  def self.need(name) = ENV.fetch(PREFIX + name.to_s.upcase)
  class << self
    attr_accessor :zone
    def configure; yield self; end
  end
  KEYS.each { |k| ENV["LOCK_#{k.upcase}"] }
end
Gate.need(:token)
Gate.configure { |c| c.zone = ENV['ZONE'] || 'east' }
class Reader
  def initialize(prefix:)
    @prefix = prefix
  end
  def [](name) = ENV["#{@prefix}_#{name}"]
end
Reader.new(prefix: 'TIDE')['LEVEL']
Spec = Struct.new(:name, :default)
[Spec.new('S_A', 'a'), Spec.new('S_B', 'b')].each { |s| ENV[s.name] || s.default }
`, "LOCK_URL expected; LOCK_PORT expected; GATE_TOKEN required; ZONE optional =east; TIDE_LEVEL expected; S_A optional =a; S_B optional =b"},
		{"a.php", `<?php
enum Key: string { case Url = 'GATE_URL'; case Port = 'GATE_PORT'; public function get(): ?string { return getenv($this->value) ?: null; } }
Key::Url->get();
final class Env {
    private const PREFIX = 'LOCK_';
    public function __construct(private string $prefix = self::PREFIX) {}
    public function need(string $n): string { $v = getenv($this->prefix . $n); if ($v === false) { throw new X($n); } return $v; }
    public static function bool(string $n, bool $d = false): bool { return filter_var(getenv($n) ?: $d, FILTER_VALIDATE_BOOLEAN); }
}
(new Env())->need('KEY');
(new Env('TIDE_'))->need('LEVEL');
Env::bool('LOUD');
return ['db' => ['url' => env('DB_URL', 'local'), 'pool' => (int) ($_ENV['DB_POOL'] ?? 5)]];
`, "GATE_URL expected; LOCK_KEY required; TIDE_LEVEL required; LOUD optional boolean =false; DB_URL optional =local; DB_POOL optional integer =5"},
		{"a.cs", `
static class Keys { public const string Url = "GATE_URL"; public static readonly string Port = "GATE_" + "PORT"; }
record Spec(string Name, string Default = null);
class Config {
  public string Url { get; init; } = Environment.GetEnvironmentVariable(Keys.Url) ?? "local";
  public int Port => int.Parse(Environment.GetEnvironmentVariable(Keys.Port) ?? "80");
  public string this[string n] => Environment.GetEnvironmentVariable("LOCK_" + n) ?? throw new KeyNotFoundException(n);
  static void Main() {
    var k = new Config()["KEY"];
    foreach (var s in new[] { new Spec("S_A", "a"), new Spec("S_B") }) { var v = Environment.GetEnvironmentVariable(s.Name) ?? s.Default; }
    Func<string, string> get = n => Environment.GetEnvironmentVariable($"TIDE_{n}");
    get("LEVEL");
    "EXT".Env();
  }
}
static class Ext { public static string Env(this string n) => Environment.GetEnvironmentVariable(n); }
`, "GATE_URL optional =local; GATE_PORT optional integer =80; LOCK_KEY required; S_A optional =a; S_B expected; TIDE_LEVEL expected; EXT expected"},
		{"a.swift", `
enum Key: String, CaseIterable { case url = "GATE_URL", port = "GATE_PORT"; var value: String? { ProcessInfo.processInfo.environment[rawValue] } }
Key.url.value
struct Config { let zone = ProcessInfo.processInfo.environment["ZONE"] ?? "east"; static let token: String = { guard let v = ProcessInfo.processInfo.environment["TOKEN"] else { fatalError() }; return v }() }
struct Reader { let prefix: String; subscript(n: String) -> String? { ProcessInfo.processInfo.environment[prefix + n] } func int(_ n: String, default d: Int = 3) -> Int { Int(ProcessInfo.processInfo.environment[prefix + n] ?? "") ?? d } }
let r = Reader(prefix: "LOCK_")
r["KEY"]
r.int("TRIES")
extension String { var env: String? { ProcessInfo.processInfo.environment[self] } }
"EXT".env
`, "GATE_URL expected; ZONE optional =east; TOKEN required; LOCK_KEY expected; LOCK_TRIES optional integer =3; EXT expected"},
		{"a.scala", `
object Keys { val Url = "GATE_URL"; sealed abstract class Key(val env: String); case object Port extends Key("GATE_PORT") }
case class Config(url: String = sys.env.getOrElse(Keys.Url, "local"), port: Int = sys.env.get(Keys.Port.env).map(_.toInt).getOrElse(80))
class Reader(prefix: String) { def apply(n: String): Option[String] = sys.env.get(prefix + n); def need(n: String): String = apply(n).getOrElse(throw new X(n)) }
object Main extends App { val r = new Reader("LOCK_"); r("ZONE"); r.need("KEY") }
`, "GATE_URL optional =local; GATE_PORT optional integer =80; LOCK_ZONE expected; LOCK_KEY required"},
		{"a.dart", `
import 'dart:io';
enum Key { url('GATE_URL'), port('GATE_PORT'); const Key(this.env); final String env; String? get value => Platform.environment[env]; }
class Config { final String zone = Platform.environment['ZONE'] ?? 'east'; static String need(String n) => Platform.environment[n] ?? (throw StateError(n)); late final token = need('TOKEN'); }
class Reader { Reader(this.prefix); final String prefix; String? operator [](String n) => Platform.environment['$prefix$n']; int number(String n, {int or = 3}) => int.tryParse(Platform.environment['$prefix$n'] ?? '') ?? or; }
void main() { Key.url.value; final r = Reader('LOCK_'); r['KEY']; r.number('TRIES', or: 5); }
`, "GATE_URL expected; GATE_PORT expected; ZONE optional =east; TOKEN required; LOCK_KEY expected; LOCK_TRIES optional integer =5"},
		{"a.go", `package gate

import ("fmt"; "log"; "os")

type Reader struct{ Prefix string; n, k int }

func (r Reader) Get(name string) (string, error) {
	v := os.Getenv(r.Prefix + name)
	if v == "" {
		return "", fmt.Errorf("no %s", name)
	}
	return v, nil
}

func main() {
	a, err := Reader{Prefix: "SEA_"}.Get("A")
	if err != nil {
		a = "a"
	}
	use(a)
	b := Reader{"LAND_", 1, 2}
	c, err := b.Get("B")
	if err != nil {
		log.Fatal(err)
	}
	use(c)
	for _, each := range []Reader{{"X_", 1, 1}, {Prefix: "Y_"}} {
		each.Get("C")
	}
	for _, each := range map[string]*Reader{"z": {Prefix: "Z_"}} {
		each.Get("D")
	}
	(&Reader{}).Get("E")
}
`, "SEA_A optional =a; LAND_B required; X_C optional; Y_C optional; Z_D optional; E optional"},
	})
}

// A name that an object holds is known where the object is asked, and what of its
// class is run by itself adds nothing.
func TestNamesInObjects(t *testing.T) {
	hold(t, []saying{
		{"a.kt", `
class Setting(private val name: String) {
    val value: String? get() = System.getenv(name)
    fun must(): String = value ?: error(name)
    fun or(usual: String): String = value ?: usual
}
val a = Setting("A").must()
val b = Setting("B").or("b")
`, "A required; B optional =b"},
		{"a.kt", `
enum class Key(val text: String) {
    A("A"), B("B"), C("C");
    fun must(): String = System.getenv(text) ?: error(text)
    fun or(usual: String) = System.getenv(text) ?: usual
}
val a = Key.A.must()
val b = Key.B.or("b")
`, "A required; C required; B optional =b; C optional [usual]"},
		{"a.cs", `
record Setting(string Name) {
    public string Or(string usual) => Environment.GetEnvironmentVariable(Name) ?? usual;
    public string Must() => Environment.GetEnvironmentVariable(Name) ?? throw new Exception(Name);
}
class P { static void Main(string[] given) { var a = new Setting("A").Or("a"); var b = new Setting("B").Must(); var c = new Setting(given[0]).Must(); } }
`, "A optional =a; B required; ? required"},
		{"a.scala", `
case class Setting(name: String) {
  def must = sys.env(name)
  def asked: Option[String] = sys.env.get(name)
}
object M {
  val a = Setting("A").must
  val b = Setting("B").asked.getOrElse("b")
}
`, "A required; B optional =b"},
		{"a.swift", `
enum Key: String {
    case a = "A"
    var value: String? { ProcessInfo.processInfo.environment[rawValue] }
    func must() -> String {
        guard let v = value else { fatalError(rawValue) }
        return v
    }
}
let a = Key.a.must()
`, "A required"},
		{"a.gradle", "def a = providers.environmentVariable('A').get()\ndef b = providers.environmentVariable('B').getOrElse('b')\nprintln \"$System.env.C\"\n", "A required; B optional =b; C expected"},
	})
}
