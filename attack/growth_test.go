package attack

import (
	"fmt"
	"strings"
	"testing"

	"inzicht/core/testtree"
)

// repeat writes a text once for each number below count, with the number in
// the place of N.
func repeat(text string, count int) string {
	var out strings.Builder
	for n := range count {
		out.WriteString(strings.ReplaceAll(text, "N", fmt.Sprint(n)))
	}
	return out.String()
}

// language is how a few things are written in one language: what a file begins
// with, a name that is given a value again, and a helper with a call of it, all
// by one name.
type language struct{ file, begin, assign, helper string }

var languages = []language{
	{"a.py", "import os\n", "x = os.environ.get('AN')\n", "class C:\n  def get(self, n):\n    return os.environ[n]\n  def x(self):\n    return self.get('AN')\n"},
	{"a.js", "let x;\n", "x = process.env.AN;\n", "{ function h(n) { return process.env[n]; }\nh('AN'); }\n"},
	{"a.ts", "let x: string;\n", "x = process.env.AN;\n", "{ const h = (n: string) => process.env[n];\nh('AN'); }\n"},
	{"a.go", "package a\n\nimport \"os\"\n\nfunc f() {\n\tvar x string\n", "\tx = os.Getenv(\"AN\")\n", "\t{\n\t\th := func(n string) string { return os.Getenv(n) }\n\t\th(\"AN\")\n\t}\n"},
	{"a.rb", "", "x = ENV['AN']\n", "class C\n  def get(n)\n    ENV[n]\n  end\n  def x\n    get('AN')\n  end\nend\n"},
	{"a.php", "<?php\n", "$x = getenv('AN');\n", "class C { function get($n) { return getenv($n); }\nfunction x() { return $this->get('AN'); } }\n"},
	{"a.java", "class A { void f() { String x;\n", "x = System.getenv(\"AN\");\n", "class C { String get(String n) { return System.getenv(n); }\nString x() { return get(\"AN\"); } }\n"},
	{"a.cs", "class A { void f() { string x;\n", "x = Environment.GetEnvironmentVariable(\"AN\");\n", "class C { string get(string n) { return Environment.GetEnvironmentVariable(n); }\nstring x() { return get(\"AN\"); } }\n"},
	{"a.kt", "fun f() {\nvar x = \"\"\n", "x = System.getenv(\"AN\")\n", "class C { fun get(n: String) = System.getenv(n)\nfun x() = get(\"AN\") }\n"},
	{"a.rs", "fn f() {\n", "let x = std::env::var(\"AN\");\n", "impl C { fn get(&self, n: &str) -> String { std::env::var(n).unwrap() }\nfn x(&self) { self.get(\"AN\"); } }\n"},
	{"a.c", "#include <stdlib.h>\nvoid f() { char *x;\n", "x = getenv(\"AN\");\n", "static char *hN(char *n) { return getenv(n); }\nvoid gN(void) { hN(\"AN\"); }\n"},
	{"a.swift", "func f() {\nvar x = \"\"\n", "x = ProcessInfo.processInfo.environment[\"AN\"]\n", "class C { func get(n: String) -> String? { return ProcessInfo.processInfo.environment[n] }\nfunc x() { self.get(n: \"AN\") } }\n"},
	{"a.scala", "object A { def f = {\n", "x = sys.env(\"AN\")\n", "class C { def get(n: String) = sys.env(n)\ndef x = get(\"AN\") }\n"},
	{"a.dart", "import 'dart:io';\nf() { var x;\n", "x = Platform.environment['AN'];\n", "class C { String get(String n) { return Platform.environment[n]; }\nx() { return get('AN'); } }\n"},
	{"a.pl", "my $x;\n", "$x = $ENV{AN};\n", "sub hN { my $n = shift; return $ENV{$n}; }\nhN('AN');\n"},
	{"a.lua", "local x\n", "x = os.getenv('AN')\n", "do local function h(n) return os.getenv(n) end\nh('AN') end\n"},
	{"a.ex", "defmodule A do\ndef f do\n", "x = System.get_env(\"AN\")\n", "def hN(n) do\n  System.get_env(n)\nend\ndef gN, do: hN(\"AN\")\n"},
	{"a.hs", "import System.Environment\nmain = do\n", "  x <- lookupEnv \"AN\"\n", "hN n = case n of\n  \"\" -> fail n\n  _ -> getEnv n\ngN = hN \"AN\"\n"},
	{"a.ml", "", "let x = Sys.getenv_opt \"AN\"\n", "let hN n = match Sys.getenv n with exception Not_found -> n | v -> v\nlet gN () = hN \"AN\"\n"},
	{"a.fs", "open System\n", "let x = Environment.GetEnvironmentVariable \"AN\"\n", "let hN (n: string) =\n    match Environment.GetEnvironmentVariable n with\n    | null -> failwith n\n    | v -> v\nlet gN = hN \"AN\"\n"},
	{"a.awk", "", "{ x = ENVIRON[\"AN\"] }\n", "function hN(n) { return ENVIRON[n] }\nBEGIN { hN(\"AN\") }\n"},
	{"a.clj", "", "(def x (or (System/getenv \"AN\") \"\"))\n", "(defn hN [n] (let [v (System/getenv n)] (if (nil? v) (throw (Exception. n)) v)))\n(hN \"AN\")\n"},
	{"a.erl", "-module(a).\nf() ->\n", "    X = os:getenv(\"AN\"),\n", "hN(N) -> case os:getenv(N) of false -> error(N); V -> V end.\ngN() -> hN(\"AN\").\n"},
	{"a.vb", "Module A\nSub F()\n", "x = Environment.GetEnvironmentVariable(\"AN\")\n", "Function HN(n)\nReturn Environment.GetEnvironmentVariable(n)\nEnd Function\nSub GN()\nHN(\"AN\")\nEnd Sub\n"},
	{"a.sh", "#!/bin/sh\n", "x=$AN\n", "hN() { echo \"${AN}\"; }\nhN\n"},
}

// marks are what a run of may keep a scanner looking ahead.
var marks = []string{"\"", "'", "`", "\"\"\"", "#", "$\"", "@\"", "{", "${", "(", "[", "<", "a<", "/", "/*", "<!--", "<<A\n", "<<~A\n", "%q(", "r#\"", "~s(", "=", "?", "\\", "=>", "[[", "--[[", "qw(", "R\"(", "if a ", "a.", "$(", ":"}

// Time grows with the size of what is looked at, not with its square: at these
// sizes the square would take hours.
func TestGrowthOfSource(t *testing.T) {
	for _, l := range languages {
		t.Run(l.file, func(t *testing.T) {
			t.Parallel()
			strike(t, testtree.Files(t, map[string]string{l.file: l.begin + repeat(l.assign, 20_000)}), "reads", "--format", "csv")
			strike(t, testtree.Files(t, map[string]string{l.file: l.begin + repeat(l.helper, 5_000)}), "reads", "--format", "csv")
			files := map[string]string{}
			for n, mark := range marks {
				files[fmt.Sprintf("m%d/%s", n, l.file)] = l.begin + strings.ReplaceAll(l.assign, "N", "") + "\n" + strings.Repeat(mark, 400_000/len(mark))
			}
			strike(t, testtree.Files(t, files), "reads", "--format", "csv")
		})
	}
}

// growths are trees of other files, of which the size is what makes them slow.
var growths = map[string]map[string]string{
	"names that nothing reads":     {".env": repeat("NAME_N_X=v\n", 60_000)},
	"names that are alike":         {".env": repeat("KEEPER_AN=v\n", 30_000), "b.py": "import os\n" + repeat("os.environ['KEEPER_BN']\n", 30_000)},
	"names made of each other":     {".env": "V0=a\n" + repeat("VN=${VN}b\n", 60_000)},
	"lines that are broken":        {".env": repeat("broken line N\n", 60_000)},
	"quotes that are not closed":   {".env": repeat("AN=\"x\n", 60_000)},
	"keys":                         {".env": repeat("KN=\"-----BEGIN X\nabc\n-----END X\"\n", 20_000)},
	"exports":                      {".envrc": repeat("export AN=$A_N\n", 60_000)},
	"secrets":                      {".env": repeat("TN_TOKEN=q8Zr41LmXw92TbKd77YhN\n", 20_000), "c.py": repeat("# q8Zr41LmXw92TbKd77YhN\n", 20_000)},
	"examples":                     {".env.example": repeat("AN=x\n", 40_000), "b.py": "import os\n" + repeat("os.environ['AN']\n", 20_000)},
	"patterns":                     {".env": repeat("QN=1\n", 20_000), "b.py": "import os\n" + repeat("os.environ['PN_' + x]\n", 20_000)},
	"methods of a table":           {"a.lua": "local E = {}\nE.__index = E\nfunction E.new(p) return setmetatable({p = p}, E) end\n" + repeat("function E:gN(n) return os.getenv(self.p .. n) end\n", 20_000)},
	"methods of an interface":      {"A.java": "interface S { String get(String n); }\nclass E implements S { public String get(String n) { return System.getenv(n); } }\nclass C {\n" + repeat(" static String fN(S sN) { return sN.get(\"A_N\"); }\n", 20_000) + "}\n"},
	"methods of an enumeration":    {"A.java": "enum E {\n A;\n" + repeat(" String fN() { return System.getenv(\"A_N\"); }\n", 20_000) + "}\n"},
	"placeholders":                 {"application.properties": repeat("aN=${AN:x}\n", 80_000), "b.properties": "a=" + strings.Repeat("${", 500_000) + "A}"},
	"expressions of a workflow":    {".github/workflows/a.yml": "env:\n" + repeat("  AN: ${{ env.BN }}\n", 30_000), ".github/workflows/b.yml": "a: ${{ " + repeat("env.BN ", 60_000) + "}}"},
	"arguments of an image":        {"Dockerfile": "FROM x\nARG " + repeat("AN ", 150_000) + "\n" + repeat("ENV AN=$BN\n", 40_000)},
	"a unit":                       {"a.service": "[Service]\nPassEnvironment=" + repeat("AN ", 150_000) + "\n" + repeat("Environment=AN=x\n", 40_000)},
	"a makefile":                   {"Makefile": repeat("AN ?= $(BN)\n", 60_000)},
	"a compose file":               {"compose.yaml": "services:\n  gate:\n    build: .\n    environment:\n" + repeat("      AN: x\n", 40_000)},
	"values of a manifest":         {"gate/go.mod": "", "gate.yaml": "apiVersion: v1\nkind: Pod\nmetadata: {name: gate}\nspec:\n  containers:\n  - name: gate\n    image: gate\n    env:\n" + repeat("    - {name: AN, value: $(BN)}\n", 25_000)},
	"acceptances":                  {"inzicht.accepted.toml": repeat("[[accepted]]\nrule='unused'\nvariable='NAME_N_X'\nreason='x'\nsince='2026-01-01'\n", 40_000), ".env": repeat("NAME_N_X=v\n", 40_000)},
	"comments that accept":         {"b.py": "import os\nos.environ['B']\n" + strings.Repeat("# inzicht accepts unused: x\n", 100_000)},
	"alternatives in one line":     {"b.js": "x = " + repeat("process.env.AN || ", 20_000) + "1;\n"},
	"reads between brackets":       {"b.js": "f(" + repeat("process.env.AN, ", 30_000) + "1);\n", "c.js": "const {" + repeat("AN, ", 30_000) + "} = process.env;\n"},
	"constants made of each other": {"b.py": "import os\nk0 = 'A'\n" + repeat("kN = kN + 'x'\nos.environ[kN]\n", 10_000)},
	"objects that are called":      {"b.py": "import os\n" + repeat("class CN:\n    def __call__(self, n):\n        return os.environ.get(n)\n    def test(self, n): return self(n)\nxN = CN()\nxN('AN')\n", 6_000)},
	"functions that give readers":  {"b.js": repeat("export const fN = (p) => (n) => process.env[p + n]\nexport const gN = fN('AN')\n", 6_000), "c.js": repeat("export * from './b'\nexport { fN as hN } from './b'\n", 2_000)},
	"macros that are rules":        {"b.rs": repeat("macro_rules! mN { ($($k:expr),*) => { $(std::env::var($k);)* } }\nfn fN() { mN!(\"AN\", \"BN\"); }\n", 6_000)},
	"parts that are compiled":      {"b.c": "int f() {\n" + repeat("#if A\ng(\"AN\");\n#else\n", 20_000) + "char *x = getenv(\"A\");\n" + repeat("#endif\n", 20_000) + "}\n"},
	"lines in place of braces":     {"b.scala": repeat("def fN =\n  val x = sys.env get \"AN\" getOrElse \"b\"\n  for\n    a <- x\n  yield a\n", 10_000)},
	"classes of another file":      {"src/src.py": "import os\nclass S:\n    def __init__(self, p=''):\n        self.p = p\n    def get(self, n):\n        return os.environ.get(self.p + n)\n" + repeat("    def gN(self, n): return self.get(n)\n", 4_000), "use.py": "from src.src import S\n" + repeat("class UN:\n    def __init__(self, s): self.s = s\n    def need(self, n): return self.s.get(n)\nuN = UN(S('PN_'))\nuN.need('AN')\n", 4_000)},
	"objects that a file keeps":    {"env.js": "export class E { get(n) { return process.env[n]; } }\n" + repeat("export const eN = new E();\n", 8_000), "use.js": repeat("import { eN } from './env';\neN.get('AN');\n", 8_000)},
	"maps that are laid over":      {"b.js": "let c = {};\n" + repeat("c = { ...c, kN: 'x', ...process.env };\nuse(c.AN);\n", 4_000)},
	"decorators and closures":      {"b.py": "import os\ndef need(*names):\n    def wrap(f):\n        def inner(*a):\n            for n in names:\n                os.environ[n]\n            return f(*a)\n        return inner\n    return wrap\n" + repeat("@need('AN', 'BN')\ndef fN(): pass\n", 8_000)},
	"usual parts of names":         {"b.py": "import os\n" + repeat("def fN(p='PN_'):\n    return os.environ[p + 'A'], os.environ.get(p + 'B')\n", 8_000), "c.py": "import os\ndef f(p='P_'):\n" + repeat("    os.environ[p + 'AN']\n", 20_000)},
	"functions that make others":   {"b.js": repeat("export function mN(p) { return { get: (n) => process.env[p + n] }; }\nexport const gN = mN('GN_').get('A');\n", 6_000), "c.js": "import * as b from './b';\n" + repeat("b.mN('HN_').get('B');\n", 6_000)},
	"values kept for later":        {"b.rb": "class C\n" + repeat("def fN\n  @xN ||= ENV.fetch('AN')\nend\n", 10_000) + "end\n", "b.ts": repeat("let vN;\nfunction fN() { return (vN ??= process.env.AN); }\n", 10_000)},
	"what a script gathers":        {"b.sh": repeat("[ -z \"$AN\" ] && no=\"$no N\"\nif [ -n \"$x\" ]; then no=$((no+1)); fi\n", 12_000) + "if [ -n \"$no\" ]; then exit 1; fi\n", "c.sh": "[ -z \"$A\" ] && no=1\n" + repeat("[ $no = 2 ] && ", 30_000) + "exit 1\n"},
	"functions of a script":        {"a.sh": repeat("fN() { local BN=1; hN; echo $BN; }\nhN() { echo $BN $C; fN; }\n", 9_000), "b.sh": repeat("gN() { [ -n \"$AN\" ] || exit 1; gN; }\n", 18_000), "c.sh": strings.Repeat("X=1\n", 60_000) + repeat("gN() { echo $X $YN; }\n", 18_000), "d.sh": "set -u\n" + repeat("( . /x/yN && echo $DN )\n", 15_000), "e.sh": repeat("if cmd; then [ -n \"$CN\" ] || exit 1; fi\n", 15_000)},
	"maps of usual values":         {"b.py": "import os\n" + repeat("dN = {'AN': 'x'}\ndef fN(n): return os.environ.get(n) or dN[n]\nfN('BN')\n", 6_000), "c.js": "const d = {" + repeat("AN: 'x',\n", 20_000) + "};\n" + repeat("use(process.env.BN ?? d['BN']);\n", 10_000)},
	"fields without values":        {"b.ts": "class C {\n" + repeat("  fN: string;\n  sN(v) { this.fN = v; }\n", 6_000) + "  get(n) { return process.env[n] ?? this.f1; }\n}\n" + repeat("const xN = new C(); go(xN); xN.get('AN');\n", 4_000)},
	"what is asked by interfaces":  {"b.ts": "export class E implements S { get(n) { return process.env[n]; } }\n" + repeat("class RN { get(n) { return n; } }\n", 4_000), "c.ts": "import { S } from './b';\n" + repeat("export function fN(sN: S, rN: RN) { return sN.get('AN') + rN.get('BN'); }\n", 6_000)},
	"lists that shrink":            {"a.ex": "defmodule A do\ndef f([]), do: 1\ndef f([n | r]) do\nSystem.get_env(n)\nf(r)\nf(r)\nend\ndef g, do: f([" + repeat("\"AN\", ", 2_000) + "\"A\"])\nend\n"},
	"packages of Perl":             {"b.pl": repeat("package PN;\nsub new { my ($class, %a) = @_; return bless { p => $a{p} }, $class; }\nsub get { my ($self, $n) = @_; return $ENV{$self->{p} . $n}; }\n", 4_000) + "package main;\n" + repeat("PN->new(p => 'A_')->get('BN');\n", 4_000)},
	"settings that name variables": {"a.toml": repeat("a = '{{ env \"AN\" }} ${env:BN, \"x\"}'\n", 20_000), "a.yaml": "a: '" + strings.Repeat("{{ if ", 300_000) + "'\n", "a.ini": repeat("a = %(ENV_AN)s ; x\n", 40_000)},
	"heads of functions":           {"a.py": "from b import die\nimport os\nif not os.environ.get('A'):\n    die('x')\n", "b.py": strings.Repeat("\ndie(", 200_000) + "\n"},
	"ignored names":                {".gitignore": repeat("*aN*b\n", 1_500) + repeat("nameN\n", 100_000), "b.py": ""},
}

func TestGrowthOfOthers(t *testing.T) {
	for name, files := range growths {
		t.Run(name, func(t *testing.T) {
			t.Parallel()
			dir := testtree.Files(t, files)
			testtree.Write(t, dir, "a.py", "import os\nos.environ['GATE_URL']\n")
			strike(t, dir, "verify", "--format", "csv", "--afresh")
		})
	}
}

// A tree of many files, components and environments is no worse.
func TestGrowthOfTrees(t *testing.T) {
	files := map[string]string{}
	for n := range 1500 {
		files[fmt.Sprintf("c%d/package.json", n)] = fmt.Sprintf(`{"name": "gate-%d", "dependencies": {"gate-%d": "1"}}`, n, n+1)
		files[fmt.Sprintf("c%d/h%d.js", n, n)] = "export function readSetting(n) { return process.env[n]; }\n"
		files[fmt.Sprintf("c%d/u.js", n)] = fmt.Sprintf("import { readSetting } from './h%d';\nreadSetting('GATE_%d');\n", n, n)
		if n < 30 { // each lacks all variables: what is said grows with both
			files[fmt.Sprintf("e/.env.stage%d", n)] = "GATE_1=x\n"
		}
		files[fmt.Sprintf("h/h%d.py", n)] = fmt.Sprintf("import os\ndef read_setting(n):\n    return os.environ[n]\ndef h%d(n):\n    return os.environ[n]\n", n)
		files[fmt.Sprintf("h/u%d.py", n)] = fmt.Sprintf("from h%d import read_setting, h%d\nread_setting('A%d')\nh%d('B%d')\n", n, n, n, n, n)
	}
	dir := testtree.Files(t, files)
	for _, command := range []string{"reads", "verify", "matrix"} {
		strike(t, dir, command, "--format", "csv", "--afresh")
	}
}
