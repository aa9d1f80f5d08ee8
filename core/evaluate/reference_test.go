package evaluate_test

import "testing"

// Functions of the language are given as they are, to be called with what was read.
func TestFunctionsOfTheLanguageGivenOn(t *testing.T) {
	hold(t, []saying{
		{"a.rb", "abort 'x' if %w[A B].map { |k| ENV[k] }.any?(&:nil?)\nabort 'y' unless ENV.values_at('C', 'D').all?\nd = [ENV['E']].reject(&:nil?).first || 'e'\n", "A required; B required; C required; D required; E optional =e"},
		{"a.kt", "fun main() {\n  if (listOf(\"A\", \"B\").map { System.getenv(it) }.any(String?::isNullOrBlank)) error(\"x\")\n  if (listOf(System.getenv(\"C\")).any(String::isNullOrEmpty)) error(\"y\")\n}\n", "A required; B required; C required"},
		{"A.java", "class A {\n  void f() {\n    if (Stream.of(System.getenv(\"A\"), System.getenv(\"B\")).anyMatch(Objects::isNull)) throw new IllegalStateException();\n  }\n}\n", "A required; B required"},
		{"a.cs", "if (new[] { \"A\", \"B\" }.Select(Environment.GetEnvironmentVariable).Any(string.IsNullOrEmpty)) throw new Exception();\n", "A required; B required"},
	})
}

// The first of a list may not be there, and what is done with it is done only where it is.
func TestFirstOfAList(t *testing.T) {
	hold(t, []saying{
		{"A.java", `class A {
  void f() {
    Stream.of("A", "B").filter(n -> System.getenv(n) == null).findFirst().ifPresent(n -> { throw new IllegalStateException(n); });
    var first = Stream.of("C", "D").filter(n -> System.getenv(n) == null).findFirst();
    if (first.isPresent()) throw new IllegalStateException();
    use(System.getenv("E"));
  }
}
`, "A required; B required; C required; D required; E expected"},
		{"a.rb", "a = ENV.values_at('A', 'B').compact.first || 'north'\nc, d = ENV.values_at('C', 'D')\nraise 'c' unless c\nd ||= 'x'\ne, = ENV.fetch_values('E')\n", "A optional =north; B optional; C required; D optional =x; E required"},
	})
}

// What a function returns in several places is known element by element.
func TestSeveralResults(t *testing.T) {
	hold(t, []saying{
		{"a.go", `package a

import (
	"errors"
	"log"
	"os"
)

func load() (string, error) {
	if os.Getenv("A") == "" {
		return "", errors.New("a")
	}
	if os.Getenv("B") == "" {
		return "", errors.New("b")
	}
	return "x", nil
}

func main() {
	_, err := load()
	if err != nil {
		log.Fatal(err)
	}
	c, ok := os.LookupEnv("C")
	if !ok {
		c = "c"
	}
	use(c)
}
`, "A required; B required; C optional =c"},
		{"a.py", "import os\ndef load():\n    if not os.environ.get('A'):\n        return None, 'a'\n    if not os.environ.get('B'):\n        return None, 'b'\n    return 1, None\ndef main():\n    _, error = load()\n    if error:\n        raise SystemExit(error)\n    c = os.environ.get('C') or 'c'\n    return c\nmain()\n", "A required; B required; C optional =c"},
	})
}

// A method is not what its name alone calls, where methods are called by what they are of.
func TestMethodsNamedAsConverters(t *testing.T) {
	hold(t, []saying{
		{"a.py", `import os
class Env:
    def str(self, name, default=None):
        return os.environ.get("GATE_" + name, default)
    def int(self, name, default=None):
        value = self.str(name)
        return int(value) if value is not None else default
    def list(self, name, default=()):
        value = self.str(name)
        if not value:
            return list(default)
        return value.split(",")
env = Env()
a = env.int("A", 12)
b = env.list("B", ["x", "y"])
c = env.str("C")
`, `GATE_A optional integer =12; GATE_B optional list [["x", "y"]]; GATE_C expected`},
		{"a.js", "class Env {\n  Number(name, d) { const v = process.env[name]; return v === undefined ? d : Number(v); }\n}\nconst a = new Env().Number('A', 4);\n", "A optional number =4"},
	})
}

// A program that says how it will have ended, and then goes, has ended.
func TestExitStatusIsSet(t *testing.T) {
	hold(t, []saying{
		{"a.js", "function main() {\n  if (!process.env.A) {\n    process.exitCode = 1;\n    return;\n  }\n  if (!process.env.B) {\n    process.exitCode = 0;\n    return;\n  }\n  use(process.env.A, process.env.B);\n}\nmain();\n", "A required; B optional; A required; B optional"},
		{"a.cs", "class P {\n  static void Main() {\n    var a = Environment.GetEnvironmentVariable(\"A\");\n    if (string.IsNullOrEmpty(a)) { Environment.ExitCode = 2; return; }\n    Use(a);\n  }\n}\n", "A required"},
		{"a.dart", "import 'dart:io';\nvoid main() {\n  final a = Platform.environment['A'];\n  if (a == null) {\n    exitCode = 64;\n    return;\n  }\n  print(a);\n}\n", "A required"},
	})
}

// What a helper has others do to its options counts, also where their bodies have nothing to
// do with the environment.
func TestOptionsThatAreFunctions(t *testing.T) {
	hold(t, []saying{
		{"a.go", `package a

import (
	"errors"
	"os"
)

type options struct {
	fallback *string
	required bool
}

type option func(*options)

func usual(v string) option { return func(o *options) { o.fallback = &v } }
func required() option      { return func(o *options) { o.required = true } }

func read(name string, list ...option) (string, error) {
	var o options
	for _, apply := range list {
		apply(&o)
	}
	v, ok := os.LookupEnv(name)
	switch {
	case ok:
		return v, nil
	case o.required:
		return "", errors.New(name)
	case o.fallback != nil:
		return *o.fallback, nil
	}
	return "", nil
}

func must(v string, err error) string {
	if err != nil {
		panic(err)
	}
	return v
}

func main() {
	use(must(read("A", required())), must(read("B", usual("b"))), must(read("C")))
}
`, "A required; B optional =b; C optional ="},
		{"a.go", "package a\n\nimport \"os\"\n\ntype options struct{ usual string }\n\nfunc set(o *options) { o.usual = \"s\" }\n\nfunc read(name string) string {\n\to := &options{usual: \"u\"}\n\tset(o)\n\tv := os.Getenv(name)\n\tif v == \"\" {\n\t\treturn o.usual\n\t}\n\treturn v\n}\n\nfunc main() { use(read(\"A\")) }\n", "A optional =s"},
	})
}

// A function stands for an object whose interface has more methods than it.
func TestFunctionsStandForObjects(t *testing.T) {
	hold(t, []saying{
		{"A.java", `interface Lookup {
  String get(String name);
  default String need(String name) {
    String v = get(name);
    if (v == null) throw new IllegalStateException(name);
    return v;
  }
  default String or(String name, String usual) {
    String v = get(name);
    return v == null ? usual : v;
  }
}
class Main {
  private final Lookup env;
  Main(Lookup env) { this.env = env; }
  void run() { use(env.need("A"), env.or("B", "b"), env.get("C")); }
  public static void main(String[] args) { new Main(System::getenv).run(); }
}
`, "A required; B optional =b; C expected"},
		{"a.kt", "fun interface Lookup {\n  fun get(name: String): String?\n  fun need(name: String): String = get(name) ?: error(name)\n}\nclass App(private val env: Lookup) {\n  fun run() { use(env.need(\"A\"), env.get(\"B\") ?: \"b\") }\n}\nfun main() { App(System::getenv).run() }\n", "A required; B optional =b"},
		{"a.go", "package a\n\nimport \"os\"\n\ntype look func(string) string\n\nfunc (l look) or(name, usual string) string {\n\tif v := l(name); v != \"\" {\n\t\treturn v\n\t}\n\treturn usual\n}\n\ntype app struct{ env look }\n\nfunc (a app) run() { use(a.env.or(\"A\", \"a\"), a.env(\"B\")) }\n\nfunc main() {\n\ta := app{env: os.Getenv}\n\ta.run()\n}\n", "A optional =a; B expected"},
	})
}

// What tells that there is nothing is not used instead of a variable.
func TestMarksOfNothing(t *testing.T) {
	hold(t, []saying{
		{"a.py", "import os\nMISSING = object()\ndef env(name, default=MISSING):\n    value = os.environ.get(name, MISSING)\n    if value is MISSING:\n        if default is MISSING:\n            raise KeyError(name)\n        return default\n    return value\nenv('A')\nenv('B', 'b')\nc = os.environ.get('C', MISSING)\nif c is MISSING:\n    print('none')\n", "A required; B optional =b; C optional"},
		{"a.js", "let debug = process.env.A || false;\ndebug = yes(process.env.A || debug);\nfunction yes(v) { return v === 'true'; }\nfunction region() {\n  if (process.env.B) { return process.env.B; }\n  return ask();\n}\nconst r = other() ?? region();\n", "A optional boolean =false; A optional boolean =false; B optional; B optional"},
	})
}

// Functions that a value of a type is, and what a switch refuses.
func TestFunctionValuesAndRefusals(t *testing.T) {
	hold(t, []saying{
		{"a.scala", "object W {\n  val lookup: String => Option[String] = sys.env.get\n  val a = lookup(\"A\").getOrElse(\"a\")\n  val need: String => String = name => sys.env.getOrElse(name, sys.error(name))\n  val b = need(\"B\")\n}\n", "A optional =a; B required"},
		{"a.kt", "fun main() {\n  val known = listOf(\"x\", \"y\")\n  val a = when (val m = System.getenv(\"A\")) {\n    !in known -> error(\"bad\")\n    else -> m\n  }\n  when (val k = System.getenv(\"B\")) {\n    is String -> println(k)\n    !is String -> throw IllegalStateException()\n  }\n}\n", "A required choice(x,y); B required"},
	})
}

// What decides only where something else does not: loops that end, functions that stand
// further down, what is given to a function that is run by itself.
func TestWhatElseDecides(t *testing.T) {
	hold(t, []saying{
		{"a.py", "import os\nfor n in ('A', 'B'):\n    v = os.environ.get(n)\n    if v:\n        break\nelse:\n    raise SystemExit('none')\nuse(v)\n", "A optional; B optional"},
		{"a.js", "function main() {\n  const a = need('A');\n  function need(n) {\n    const v = process.env[n];\n    if (!v) throw new Error(n);\n    return v;\n  }\n  return a;\n}\nmain();\n", "A required"},
		{"a.ex", "defmodule A do\n  def f do\n    unless System.get_env(\"A\"), do: raise \"a\"\n    if is_nil(System.get_env(\"B\")), do: :ok, else: :set\n  end\nend\n", "A required; B optional"},
		{"a.js", "export function f(d) {\n  return process.env.A || d;\n}\nexport function g(d) {\n  const v = process.env.B;\n  if (v === undefined) return d;\n  return v;\n}\n", "A optional [d]; B optional [d]"},
		{"A.java", "class A {\n  void f() {\n    String d = List.of(\"x\", \"y\").get(1);\n    use(System.getenv().getOrDefault(\"A\", d));\n    use(System.getenv().getOrDefault(\"B\", List.of(\"x\").get(3)));\n  }\n}\n", "A optional =y; B optional [List.of(\"x\").get(3)]"},
		{"a.c", "int helper(void) { if (!getenv(\"A\")) return 1; return 0; }\nint main(void) {\n  if (!getenv(\"B\")) return 1;\n  if (!getenv(\"C\")) return 0;\n  return helper();\n}\n", "A required; B required; C optional"},
		{"a.kt", "fun main() {\n  val list = listOf(\"A\", \"B\")\n  for (n in list) {\n    val v = System.getenv(n) ?: continue\n    use(v)\n  }\n  list.forEach { n -> if (System.getenv(n + \"_X\") == null) return }\n  use(System.getenv(\"C\"))\n}\n", "A optional; B optional; A_X optional; B_X optional; C expected"},
		{"a.php", "<?php\nfunction a() { $v = getenv('A'); if ($v === false) { return null; } return strtoupper($v); }\nfunction b(array $o = []) { $o += ['k' => getenv('B') ?: 'b']; return $o; }\nswitch (getenv('C')) { case 'x': f(); break; case false: exit(1); default: g(); }\n", "A optional; B optional =b; C required choice(x)"},
		{"a.go", "package a\n\nimport \"os\"\n\nfunc pick(keys ...string) string {\n\tfor _, k := range keys {\n\t\tif v, ok := os.LookupEnv(k); ok {\n\t\t\treturn v\n\t\t}\n\t}\n\treturn \"none\"\n}\n\nfunc main() {\n\tuse(pick(\"A\", \"B\"))\n\tdefer func() {\n\t\tif r := recover(); r != nil {\n\t\t\tuse(os.Getenv(\"C\"))\n\t\t}\n\t}()\n}\n", "A optional =none; B optional =none; C expected"},
		{"a.rs", "use std::env;\nfn main() {\n    let a = loop { if let Ok(v) = env::var(\"A\") { break v; } };\n    let b = env::var(\"B\").or_else(|_| env::var(\"C\")).unwrap_or_else(|_| \"c\".into());\n    let d: Vec<u16> = env::var(\"D\").unwrap_or_default().split(',').filter_map(|s| s.parse().ok()).collect();\n}\n", "A optional; B optional [env::var(\"C\")]; C optional =c; D optional list ="},
		{"a.swift", "let env = ProcessInfo.processInfo.environment\nfunc a() -> String? { guard let v = env[\"A\"] else { return nil }; return v }\nlet b = env[\"B\"].flatMap { $0.isEmpty ? nil : $0 } ?? \"b\"\nif case .some(let c) = env[\"C\"] { print(c) } else { exit(1) }\n", "A optional; B optional =b; C required"},
	})
}

// Methods that calls define are each run, with what their calls were given.
func TestDefinedByCalls(t *testing.T) {
	hold(t, []saying{
		{"a.rb", `class Settings
  def self.setting(name, env: nil, default: nil, required: false, &cast)
    key = env || "GATE_#{name.to_s.upcase}"
    define_method(name) do
      value = ENV[key]
      raise KeyError, key if required && value.nil?
      return default if value.nil?
      cast ? cast.call(value) : value
    end
  end
  setting :url, required: true
  setting :rows, default: 3 do |v|
    Integer(v)
  end
  setting :tone, env: "TONE", default: "plain"
end
`, "GATE_URL required; GATE_ROWS optional integer =3; TONE optional =plain"},
		{"a.rs", "use std::env;\npub fn read(name: &str) -> Result<Option<String>, String> {\n    match env::var(name) {\n        Ok(raw) => Ok(Some(raw)),\n        Err(env::VarError::NotPresent) => Ok(None),\n        Err(e) => Err(e.to_string()),\n    }\n}\nfn main() {\n    let a = read(\"A\").unwrap().unwrap_or(\"a\".into());\n    let b = read(\"B\").unwrap().expect(\"b\");\n}\n", "A optional =a; B required"},
		{"a.rs", "trait Ask { fn need(self) -> String; }\nimpl Ask for &str {\n    fn need(self) -> String { std::env::var(self).unwrap() }\n}\nfn main() { \"A\".need(); }\n", "A required"},
		{"a.ex", "defmodule A do\n  def f do\n    case System.get_env(\"A\") do\n      \"x\" -> 1\n      _ -> 2\n    end\n  end\nend\n", "A optional choice(x)"},
	})
}

// Perl goes through the names of its environment by %ENV, and holds what $_ is against
// expressions that stand alone.
func TestNamesOfPerlsEnvironment(t *testing.T) {
	hold(t, []saying{
		{"a.pl", "my %extra = map { $_ => $ENV{$_} } grep { /^GATE_A_/ } keys %ENV;\n", "GATE_A_* optional"},
		{"a.pl", "for my $k (sort keys %ENV) { next unless $k =~ m{^GATE_B_}; print \"$k=$ENV{$k}\" }\nforeach (keys %ENV) { print $ENV{$_} if /^GATE_C_/ }\n", "GATE_B_* optional; GATE_C_* optional"},
		{"a.pl", "my @n = grep /^GATE_D_/, keys %ENV;\nsystem(\\%ENV);\n", "GATE_D_* optional; * optional; * optional"},
		{"a.rb", "ENV.keys.grep(/\\AGATE_R_/).each { |k| puts ENV[k] }\n", "GATE_R_* optional"},
	})
}

// A function that is written several times, each for other things, fails on what none
// of them is written for.
func TestNoClauseFits(t *testing.T) {
	hold(t, []saying{
		{"a.ex", `defmodule D do
  def a do
    System.get_env("A") |> mode()
    strict(System.get_env("B"))
    turns(System.get_env("C"))
  end
  defp mode("wet"), do: :wet
  defp mode(_), do: :any
  defp strict("wet"), do: :wet
  defp strict("dry"), do: :dry
  defp turns(nil), do: 5
  defp turns(v), do: String.to_integer(v)
end
`, "A optional choice(wet); B required choice(dry,wet); C optional integer =5"},
	})
}

// What the program gives a variable itself stays for what reads it later.
func TestKeptInTheEnvironment(t *testing.T) {
	hold(t, []saying{
		{"a.py", "import os\nos.environ.setdefault('A', 'UTC')\nprint(os.environ['A'])\ndef f():\n    os.environ.setdefault('B', 'b')\n    return os.environ['B'], os.environ['C']\n", "A optional =UTC; A optional =UTC; B optional =b; B optional =b; C required"},
		{"a.cs", "var a = Environment.GetEnvironmentVariable(\"A\") ?? string.Empty;\nif (a.Length > 0) { Use(a); }\nvar b = Environment.GetEnvironmentVariable(\"B\") ?? String.Empty;\nif (b == string.Empty) throw new Exception();\n", "A optional =; B required"},
	})
}

// What goes through the environment reads no more than the variables whose names it asks for, where all that it does
// stands under that question; else it takes the whole.
func TestNarrowed(t *testing.T) {
	hold(t, []saying{
		{"a.py", "import os\na = {k: v for k, v in os.environ.items() if k.startswith('GATE_')}\n", "GATE_* optional"},
		{"a.py", "import os\na = {k: v for k, v in os.environ.items() if k.startswith('GATE_') or k in known}\n", "* optional; GATE_* optional"},
		{"a.py", "import os\nfor k in os.environ:\n    if k.startswith('GATE_'):\n        put(k)\n    elif k.startswith('TOLL_'):\n        put(k)\n", "GATE_* optional; TOLL_* optional"},
		{"a.py", "import os\nfor k in os.environ:\n    if k.startswith('GATE_'):\n        put(k)\n    else:\n        drop(k)\n", "* optional; GATE_* optional"},
		{"a.js", "for (const [k, v] of Object.entries(process.env)) { if (!k.startsWith('GATE_')) continue; put(k, v); }\n", "GATE_* optional"},
		{"a.js", "for (const k in process.env) { if (k.startsWith('GATE_')) { put(k); } put(k); }\n", "* optional; GATE_* optional"},
		{"a.js", "for (const k in process.env) { last = k; if (!k.startsWith('GATE_')) continue; put(k); }\n", "* optional; GATE_* optional"},
		{"a.js", "Object.keys(process.env).filter((k) => !k.startsWith('GATE_')).forEach(put);\n", "* optional; GATE_* optional"},
		{"a.js", "put(process.env, (k) => k.startsWith('GATE_'));\n", "* optional"},
		{"a.go", "package a\nimport (\"os\"; \"strings\")\nfunc f() { for _, e := range os.Environ() { p := strings.SplitN(e, \"=\", 2); if rest, ok := strings.CutPrefix(p[0], \"GATE_\"); ok { put(rest) } } }\n", "GATE_* optional"},
		{"a.go", "package a\nimport (\"os\"; \"strings\")\nfunc f() (env []string) { for _, e := range os.Environ() { if strings.HasPrefix(e, \"GATE_\") { continue }; env = append(env, e) }; return env }\n", "* optional; GATE_* optional"},
		{"a.ex", "a = for {\"GATE_\" <> rest, v} <- System.get_env(), into: %{}, do: {rest, v}\n", "GATE_* optional"},
		{"a.rb", "ENV.each_with_object({}) { |(k, v), h| h[k] = v if k.start_with?('GATE_') }\n", "GATE_* optional"},
		{"a.scala", "object A { val a = sys.env.collect { case (k, v) if k.startsWith(\"GATE_\") => v } }\n", "GATE_* optional"},
		{"a.rb", "ENV.each { |k, v| put(k, v) }\n", "* optional"},
		{"a.rb", "puts ENV.keys.include?('GATE')\n", "GATE optional"},
		{"a.kt", "fun a() { System.getenv().forEach { (k, v) -> put(k, v) } }\n", "* optional"},
		{"a.cs", "class A { void M() { foreach (DictionaryEntry e in Environment.GetEnvironmentVariables()) { Put(e); } } }\n", "* optional"},
		{"a.php", "<?php\nforeach ($_ENV as $k => $v) { put($k, $v); }\n", "* optional"},
		{"a.dart", "import 'dart:io';\nvoid main() { for (final e in Platform.environment.entries) { put(e.key); } }\n", "* optional"},
		{"a.kt", "fun a() = System.getenv().let { it[\"GATE\"] }\n", "GATE expected"},
		{"a.rb", "ENV.then { |e| e['GATE'] }\n", "GATE expected"},
	})
}
