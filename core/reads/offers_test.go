package reads_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"inzicht/core/evaluate"
	"inzicht/core/reads"
)

// offered returns the ways by which other files come to what a source reads: of each the variable,
// what it begins with, its members, and what is there where the variable is not set.
func offered(t *testing.T, file, src string) string {
	t.Helper()
	set, err := compiled()
	if err != nil {
		t.Fatal(err)
	}
	kinds := map[evaluate.RootOf]string{evaluate.RootVariable: "var", evaluate.RootFunction: "func", evaluate.RootClass: "class", evaluate.RootDefault: "default"}
	gone := map[evaluate.Unset]string{evaluate.Nothing: "nothing", evaluate.Empty: "empty", evaluate.Holder: "none", evaluate.NoNumber: "NaN", evaluate.Error: "error"}
	r := set.Of(file).Analyse(file, []byte(src), nil)
	var list []string
	for _, o := range r.Offers {
		way := strings.Join(strings.Fields(kinds[o.Root.Of]+" "+strings.Trim(o.Root.Owner+"."+o.Root.Name, ".")+" "+strings.Join(o.Members, ".")), " ")
		if o.Name == "" {
			list = append(list, fmt.Sprintf("%s is %s", way, o.Class))
			continue
		}
		is := gone[o.Gone]
		if o.Else != "" {
			is = "=" + o.Else
		}
		list = append(list, fmt.Sprintf("%s: %s, %s", o.Name, way, is))
	}
	slices.Sort(list)
	return strings.Join(slices.Compact(list), "; ")
}

// What others may use of a file is what it exports and does not ask for itself.
func TestOffers(t *testing.T) {
	for _, c := range []struct{ file, src, want string }{
		{"a.js", "exports.a = process.env.A;\nconst b = process.env.B;\n", "A: var a, nothing"},
		{"a.js", "module.exports = { a: process.env.A, in: { b: Number(process.env.B) } };\n", "A: default a, nothing; B: default in.b, NaN"},
		{"a.js", "const a = process.env.A;\nconst b = process.env.B;\nmodule.exports = { a };\n", "A: default a, nothing; A: var a, nothing"},
		{"a.ts", "export const a = process.env.A, b = process.env.B || 'x';\nexport let c: string;\nif (!process.env.C) throw 1;\nc = process.env.C;\n", "A: var a, nothing"},
		{"a.ts", "export default { a: process.env.A };\n", "A: default a, nothing"},
		{"a.ts", "export default () => ({ a: process.env.A });\n", "A: func a, nothing"},
		{"a.ts", "export function a() { return process.env.A; }\nfunction b() { return process.env.B; }\nexport default b;\n", "A: func a, nothing; B: func b, nothing"},
		{"a.ts", "class C { a = process.env.A; get b() { return process.env.B; } }\nexport const c = new C();\n", "A: class C a, nothing; B: var C.b, nothing; var c is C"},
		{"a.py", "import os\nA = os.getenv('A')\n_B = os.getenv('B')\nD = {'c': os.getenv('C')}\n", "A: var A, nothing; C: var D c, nothing"},
		{"a.py", "import os\nclass C:\n    a = os.getenv('A')\n    def __init__(self):\n        self.b = os.getenv('B')\n    @property\n    def c(self):\n        return os.getenv('C')\n", "A: class C a, nothing; B: class C b, nothing; C: var C.c, nothing"},
		{"a.go", "package a\nimport \"os\"\ntype C struct{ A string }\nfunc Load() (*C, error) { return &C{A: os.Getenv(\"A\")}, nil }\nvar B = os.Getenv(\"B\")\n", "A: class C A, empty; A: func Load 0.A, empty; B: var B, empty; func Load 0 is C"},
		{"a.go", "package a\nimport \"os\"\ntype C struct{ A string }\nfunc Load() C { return C{A: os.Getenv(\"A\")} }\nfunc Other() C { return C{A: \"x\"} }\n", "A: func Load A, empty"},
		{"a.rs", "use std::env;\npub fn a() -> Option<String> { env::var(\"A\").ok() }\npub fn b() -> Result<String, env::VarError> { env::var(\"B\") }\npub fn c() -> String { env::var(\"C\").unwrap_or_default() }\n", "A: func a, nothing; B: func b, error; C: func c, empty"},
		{"A.java", "class A { static final String T = System.getenv(\"T\"); String p() { return System.getenv(\"P\"); } }\n", "P: func A.p, nothing; T: class A T, nothing"},
		{"a.php", "<?php\nreturn ['a' => getenv('A'), 'b' => getenv('B') ?: 'x'];\n", "A: default a, nothing; B: default b, =x"},
		{"a.ts", "import { z } from 'zod';\nexport const env = z.object({ A: z.string().optional(), B: z.string().default('x'), C: z.string() }).parse(process.env);\n", "A: var env A, nothing; B: var env B, =x"},
		{"a.js", "module.exports = cleanEnv(process.env, { A: str({ default: undefined }), B: str({ default: 'two words' }) });\n", "A: default A, nothing"},
		{"a.py", "from pydantic_settings import BaseSettings\nclass S(BaseSettings):\n    a: str | None = None\n    b: str\ns = S()\ndef get():\n    return S()\n", "A: class S a, nothing; func get is S; var s is S"},
		{"a.go", "package a\nimport \"github.com/caarlos0/env/v11\"\ntype C struct {\n\tA string `env:\"GATE_A\"`\n\tB string `env:\"GATE_B,required\"`\n}\nfunc f(c *C) { env.Parse(c) }\n", "GATE_A: class C A, empty"},
		{"a.rb", "A = ENV['A']\nmodule M\n  def self.b = ENV['B']\nend\n", "A: var A, nothing; B: func M.b, nothing"},
	} {
		if have := offered(t, c.file, c.src); have != c.want {
			t.Errorf("%s:\n%s\nhave %s\nwant %s", c.file, c.src, have, c.want)
		}
	}
}

// A file may use what another one offers where it holds the last word of a way, and names the file, its
// folder or a class of it, as its language does.
func TestUsing(t *testing.T) {
	set, err := compiled()
	if err != nil {
		t.Fatal(err)
	}
	js := "module.exports = { port: process.env.A };\n"
	goes := "package config\nimport \"os\"\nvar Port = os.Getenv(\"A\")\n"
	java := "class Config { static final String PORT = System.getenv(\"A\"); }\n"
	python := "import os\nPORT = os.getenv('A')\n"
	for _, c := range []struct {
		from, offering, file, src string
		want                      bool
	}{
		{"config.js", js, "app.js", "const c = require('./config');\nlisten(c.port);\n", true},
		{"config.js", js, "app.js", "const c = require('./other');\nconfig(c.port);\n", false},
		{"config.js", js, "app.js", "const c = require('./config');\nlisten(c.host);\n", false},
		{"config/index.js", js, "app.js", "import c from './config';\nlisten(c.port);\n", true},
		{"config/config.go", goes, "main.go", "package main\nfunc main() { listen(config.Port) }\n", true},
		{"config/config.go", goes, "config/b.go", "package config\nfunc b() { listen(Port) }\n", true},
		{"config/config.go", goes, "main.go", "package main\nfunc main() { listen(other.Port) }\n", false},
		{"a/Config.java", java, "b/B.java", "class B { int p = Config.PORT; }\n", true},
		{"a/Config.java", java, "b/B.java", "class B { int p = Other.PORT; }\n", false},
		{"a/config.py", python, "b.py", "from a import config\nlisten(config.PORT)\n", true},
		{"a/config.py", python, "b.py", "listen(PORT)\n", false},
	} {
		l := set.Of(c.from)
		r := l.Analyse(c.from, []byte(c.offering), nil)
		using := reads.UsingOf([]*reads.Offers{reads.OffersOf(c.from, &r, l)})
		s := reads.NewSource(l, c.file, []byte(c.src))
		have := slices.ContainsFunc(using.Words, func(word string) bool {
			return reads.HasWord(s.Src, word) && using.In(word, s)
		})
		if have != c.want {
			t.Errorf("%s for %s:\n%s\nhave %v", c.from, c.file, c.src, have)
		}
	}
}
