package evaluate_test

import "testing"

// What is given the environment reads what it asks of it: a parameter, a field, and
// what is taken out of it at once.
func TestEnvironmentGiven(t *testing.T) {
	hold(t, []saying{
		{"a.js", "function load(env) {\n  if (!env.KEY) throw new Error('KEY');\n  return { port: env.PORT || 3000 };\n}\nmodule.exports = load(process.env);\n", "KEY required; PORT optional =3000"},
		{"a.js", "const load = ({ PORT = '3000', KEY: key }) => {\n  if (!key) throw new Error('x');\n  return PORT;\n};\nload(process.env);\n", "PORT optional =3000; KEY required"},
		{"a.js", "function outer(opts) { return inner(opts.env ?? process.env); }\nfunction inner(env) { return env.KEY ?? 'k'; }\nouter({});\n", "KEY optional =k"},
		{"a.js", "function f(env) { run('x', { env: { ...env, A: '1' } }); }\nf(process.env);\n", "* optional"},
		{"a.js", "function set(env, more) { for (const k of more) env[k] = '1'; }\nset(process.env, []);\n", ""},
		{"a.ts", "class Config {\n  constructor(private readonly env: NodeJS.ProcessEnv) {}\n  get port() { return this.env.PORT ?? '3000'; }\n}\nnew Config(process.env).port;\n", "PORT optional =3000"},
		{"a.ts", "const env: { [key: string]: string } = process.env as any;\nuse(env.KEY);\n", "KEY expected"},
		{"a.py", "import os\nclass Settings:\n    def __init__(self, env):\n        self.env = env\n    def key(self):\n        return self.env[\"KEY\"]\nSettings(os.environ)\n", "KEY required"},
		{"a.py", "import os\ndef load(*, env):\n    return env.get(\"A\", \"b\")\nload(env=os.environ)\n", "A optional =b"},
		{"a.py", "import os\ndef load(env=None):\n    env = os.environ if env is None else env\n    return env[\"A\"]\nload()\n", "A required"},
		{"A.java", "class A {\n  static String port(Map<String, String> env) { return env.getOrDefault(\"PORT\", \"80\"); }\n  static void main() { port(System.getenv()); }\n}\n", "PORT optional =80"},
		{"a.kt", "class Config(env: Map<String, String> = System.getenv()) {\n    val port = env[\"PORT\"] ?: \"80\"\n    val key = env.getValue(\"KEY\")\n}\n", "PORT optional =80; KEY required"},
		{"a.swift", "struct Config {\n    let port: String\n    init(env: [String: String] = ProcessInfo.processInfo.environment) {\n        port = env[\"PORT\"] ?? \"80\"\n    }\n}\n", "PORT optional =80"},
		{"a.php", "<?php\nfunction port(array $env) { return $env['PORT'] ?? '80'; }\necho port($_ENV);\n$e = $_ENV;\n$k = array_key_exists('KEY', $e);\n", "PORT optional =80; KEY optional"},
		{"a.ex", "defmodule A do\n  def load(env \\\\ System.get_env()) do\n    {Map.get(env, \"PORT\", \"80\"), Map.fetch!(env, \"KEY\"), env |> Map.get(\"LEVEL\"), env[\"HOST\"]}\n  end\nend\n", "PORT optional =80; KEY required; LEVEL expected; HOST expected"},
		{"a.jl", "env = ENV\na = get(env, \"A\", \"b\")\nif haskey(env, \"B\")\n  f()\nend\n", "A optional =b; B optional"},
		{"a.dart", "String port(Map<String, String> env) => env['PORT'] ?? '80';\nvoid main() { print(port(Platform.environment)); }\n", "PORT optional =80"},
		{"a.scala", "object A {\n  def load(env: Map[String, String] = sys.env) = (env.getOrElse(\"PORT\", \"80\"), env(\"KEY\"))\n}\n", "PORT optional =80; KEY required"},
	})
}

// A function of the language that reads may itself be given to something.
func TestReaderGiven(t *testing.T) {
	hold(t, []saying{
		{"a.go", "package main\nfunc port(look func(string) (string, bool)) string {\n\tif p, ok := look(\"PORT\"); ok {\n\t\treturn p\n\t}\n\treturn \"80\"\n}\nfunc main() { serve(port(os.LookupEnv)) }\n", "PORT optional =80"},
		{"a.go", "package main\ntype loader struct{ look func(string) string }\nfunc (l loader) port() string {\n\tif p := l.look(\"PORT\"); p != \"\" {\n\t\treturn p\n\t}\n\treturn \"80\"\n}\nfunc main() {\n\tl := loader{look: os.Getenv}\n\tserve(l.port())\n}\n", "PORT optional =80"},
		{"a.py", "import os\ndef load(get=os.environ.get):\n    return get(\"A\", \"b\")\nc, d = map(os.environ.get, [\"C\", \"D\"])\n", "A optional =b; C expected; D expected"},
		{"A.java", "class A {\n  static String port(Function<String, String> env) {\n    String p = env.apply(\"PORT\");\n    return p != null ? p : \"80\";\n  }\n  static void main() { port(System::getenv); Stream.of(\"A\").map(System::getenv); }\n}\n", "PORT optional =80; A expected"},
		{"a.kt", "class Config(private val env: (String) -> String?) {\n    val key = env(\"KEY\") ?: error(\"KEY\")\n}\nfun main() { Config(System::getenv) }\n", "KEY required"},
		{"A.cs", "class A {\n  static string Port(Func<string, string?> env) => env(\"PORT\") ?? \"80\";\n  static void Main() { Port(Environment.GetEnvironmentVariable); }\n}\n", "PORT optional =80"},
		{"a.js", "function load(get) {\n  if (!get('B')) throw new Error('B');\n  return get('A') ?? 'a';\n}\nload((k) => process.env[k]);\n", "B required; A optional =a"},
		{"a.go", "package main\nfunc load(get func(string) string) string {\n\tb := get(\"B\")\n\tif b == \"\" {\n\t\tpanic(\"B\")\n\t}\n\treturn b\n}\nfunc main() { use(load(func(k string) string { return os.Getenv(k) })) }\n", "B required"},
		{"a.rs", "fn load(get: impl Fn(&str) -> Option<String>) -> String {\n    get(\"A\").unwrap_or_else(|| \"b\".to_string())\n}\nfn main() {\n    load(|k| std::env::var(k).ok());\n}\n", "A optional =b"},
		{"a.kt", "fun load(get: (String) -> String?): String = get(\"B\") ?: error(\"B\")\nfun main() { println(load { System.getenv(it) }) }\n", "B required"},
		{"a.lua", "local function load(get)\n  return get(\"PORT\") or \"80\"\nend\nprint(load(os.getenv))\n", "PORT optional =80"},
		{"a.ex", "defmodule A do\n  def all, do: Enum.map([\"A\", \"B\"], &System.fetch_env!/1)\nend\n", "A required; B required"},
	})
}

// A function may be given a part of what it needs before it is called.
func TestGivenBefore(t *testing.T) {
	get := "import os\nfrom functools import partial\ndef get(name, *, required=False, default=None):\n    v = os.environ.get(name, default)\n    if required and v is None:\n        raise RuntimeError(name)\n    return v\n"
	hold(t, []saying{
		{"a.py", get + "a = get(\"A\", required=True)\nb = get(\"B\", default=\"b\")\n", "A required; B optional =b"},
		{"a.py", get + "need = partial(get, required=True)\na = need(\"A\")\n", "A required"},
		{"a.js", "function get(required, name) {\n  const v = process.env[name];\n  if (required && !v) throw new Error(name);\n  return v;\n}\nconst need = get.bind(null, true);\nneed('A');\nget.call(null, true, 'B');\n", "A required; B required"},
		{"a.js", "for (const k of ['A', 'B']) app.get('/' + k, () => process.env[k]);\n", "A expected; B expected"},
		{"a.rb", "class Conf\n  %w[A B].each do |n|\n    define_method(n.downcase) { ENV.fetch(n) }\n  end\nend\n", "A required; B required"},
		{"a.php", "<?php\nfinal class Env {\n    public static function get(string $k): string {\n        $v = getenv($k);\n        if ($v === false) { throw new X($k); }\n        return $v;\n    }\n}\nEnv::get('A');\n", "A required"},
		{"a.js", "function revive(v) {\n  if (Array.isArray(v)) return v.map((x) => revive(x));\n  return process.env[v.id];\n}\nmodule.exports = revive;\n", "? expected"},
		{"a.swift", "extension ProcessInfo {\n    var level: String? { ProcessInfo.processInfo.environment[\"LEVEL\"] }\n}\n", "LEVEL expected"},
		{"a.lua", "local function opt(name, d) return os.getenv(name) or d end\nlocal a, b = opt(\"A\", \"b\"), opt(\"B\", \"c\")\n", "A optional =b; B optional =c"},
		{"A.java", "record Config(String a) {\n  static Config load() { return new Config(java.util.Objects.requireNonNull(System.getenv(\"A\"), \"A is not set\")); }\n}\n", "A required"},
	})
}

// A class without anything of its own that takes the environment hands it to what it
// extends.
func TestGivenToBases(t *testing.T) {
	hold(t, []saying{
		{"a.ts", "class Base {\n  constructor(private env: NodeJS.ProcessEnv) {}\n  need(k: string): string {\n    const v = this.env[k];\n    if (!v) throw new Error(k);\n    return v;\n  }\n}\nclass Middle extends Base {}\nclass Config extends Middle {\n  readonly key = this.need('A');\n}\nnew Config(process.env);\n", "A required"},
		{"a.py", "import os\nclass Base:\n    def __init__(self, env):\n        self.env = env\n    def need(self, k):\n        return self.env[k]\nclass Config(Base):\n    def key(self):\n        return self.need(\"A\")\nConfig(os.environ)\n", "A required"},
		{"a.ts", "class Loop extends Loop { get(k: string) { return k; } }\nnew Loop(process.env);\n", "* optional"},
	})
}
