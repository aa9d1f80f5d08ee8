package reads_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"inzicht/core/reads"
)

// What a file does with what another one has read is found however it comes to it, and nothing is where
// another thing of the same name is meant.
func TestBorrowed(t *testing.T) {
	js := "module.exports = { a: process.env.A, b: process.env.B };\n"
	ts := "export const a = process.env.A;\nexport const b = process.env.B;\n"
	class := "export class C { a = process.env.A; b = process.env.B; }\nexport const c = new C();\nexport default c;\n"
	python := "import os\nA = os.getenv('A')\nB = os.getenv('B')\n"
	object := "import os\nclass C:\n    def __init__(self):\n        self.a = os.getenv('A')\n        self.b = os.getenv('B')\nc = C()\n"
	goes := "package config\nimport \"os\"\ntype C struct { A, B string }\nvar A = os.Getenv(\"A\")\nfunc Load() *C { return &C{A: os.Getenv(\"A\"), B: os.Getenv(\"B\")} }\n"
	java := "package gate;\npublic class C { public static final String A = System.getenv(\"A\"); public String b() { return System.getenv(\"B\"); } }\n"
	rust := "use std::env;\npub struct C { pub a: Option<String> }\nimpl C { pub fn load() -> C { C { a: env::var(\"A\").ok() } } }\npub fn b() -> Option<String> { env::var(\"B\").ok() }\n"
	php := "<?php\nreturn ['a' => getenv('A'), 'in' => ['b' => getenv('B')]];\n"
	ruby := "module Gate\n  A = ENV['A']\n  def self.b = ENV['B']\nend\n"
	for _, c := range []struct{ from, offering, file, src, want string }{
		{"config.js", js, "app.js", "const c = require('./config');\nif (!c.a) throw new Error('a');\nuse(c.b || 'x');\n", "A required; B optional =x"},
		{"config.js", js, "app.js", "const { a, b = 'x' } = require('./config.js');\nif (!a) process.exit(1);\nuse(b);\n", "A required; B optional =x"},
		{"config.js", js, "app.js", "if (!require('./config').a) process.exit(1);\n", "A required"},
		{"config.js", js, "lib/app.js", "const c = require('./config');\nif (!c.a) throw new Error('a');\n", ""},
		{"config.js", js, "app.js", "const c = require('config');\nif (!c.a) throw new Error('a');\n", ""},
		{"config.js", js, "app.js", "const c = require('other/config');\nif (!c.a) throw new Error('a');\n", ""},
		{"src/config.ts", ts, "src/app.ts", "import { a, b as c } from '@/config';\nif (!a) throw new Error('a');\nuse(c ?? 'x');\n", "A required; B optional =x"},
		{"src/config.ts", ts, "src/app.ts", "import * as c from './config';\nfunction f(c) { if (!c.a) throw new Error('a'); }\nuse(c.b ?? 'x');\n", "B optional =x"},
		{"src/config.ts", ts, "src/app.ts", "import { a } from './config';\nif (a === 'on') start();\n", "A optional boolean [on]"},
		{"src/config/env.ts", ts, "src/app.ts", "import { a } from './config';\nif (!a) throw new Error('a');\n", "A required"},
		{"src/c.ts", class, "src/app.ts", "import { C } from './c';\nclass D { constructor(private c: C) {}\n  f() { if (!this.c.a) throw new Error('a'); return this.c.b || 'x'; } }\n", "A required; B optional =x"},
		{"src/c.ts", class, "src/app.ts", "import c from './c';\nexport function f() { if (c.a === undefined) throw new Error('a'); }\n", "A required"},
		{"src/c.ts", class, "src/app.ts", "import { C } from './c';\nconst d = new C();\nif (!d.a) throw new Error('a');\n", "A required"},
		{"gate/config.py", python, "gate/app.py", "from .config import A, B as C\nif not A:\n    raise SystemExit('a')\nuse(C or 'x')\n", "A required; B optional =x"},
		{"gate/config.py", python, "gate/app.py", "from gate import config\nif config.A is None:\n    raise ValueError('a')\n", "A required"},
		{"gate/config.py", python, "gate/app.py", "from other.config import A\nif not A:\n    raise SystemExit('a')\n", ""},
		{"gate/settings.py", python, "gate/app.py", "from django.conf import settings\nif not settings.A:\n    raise ValueError('a')\n", "A required"},
		{"gate/c.py", object, "gate/app.py", "from gate.c import c\ndef f():\n    if not c.a:\n        raise ValueError('a')\n", "A required"},
		{"gate/c.py", object, "gate/app.py", "from gate.c import C\ndef f(c: C):\n    if not c.a:\n        raise ValueError('a')\n", "A required"},
		{"gate/c.py", object, "gate/app.py", "from gate.c import C\ndef f(c):\n    if not c.a:\n        raise ValueError('a')\n", ""},
		{"config/config.go", goes, "main.go", "package main\nimport \"x.test/gate/config\"\nfunc main() {\n\tc := config.Load()\n\tif c.A == \"\" { panic(\"a\") }\n\tif c.B == \"\" { c.B = \"x\" }\n}\n", "A required; B optional =x"},
		{"config/config.go", goes, "main.go", "package main\nimport \"x.test/gate/config\"\nfunc f(c *config.C) { if c.B == \"\" { panic(\"b\") } }\n", "B required"},
		{"config/config.go", goes, "main.go", "package main\nimport \"x.test/gate/config\"\ntype s struct {\n\tc *config.C\n}\nfunc (s *s) f() { if s.c.B == \"\" { panic(\"b\") } }\n", "B required"},
		{"config/config.go", goes, "config/b.go", "package config\nfunc (c *C) f() { if c.B == \"\" { panic(\"b\") } }\nfunc g() { if A == \"\" { panic(\"a\") } }\n", "A required; B required"},
		{"config/config.go", goes, "main.go", "package main\nimport \"x.test/gate/other/config\"\nfunc main() { if config.Load().B == \"\" { panic(\"b\") } }\n", ""},
		{"inner/config/config.go", goes, "main.go", "package main\nimport \"x.test/gate/config\"\nfunc main() { if config.Load().B == \"\" { panic(\"b\") } }\n", ""},
		{"gate/C.java", java, "gate/B.java", "package gate;\nclass B { void f(C c) { if (C.A == null) throw new E(); String b = c.b() == null ? \"x\" : c.b(); } }\n", "A required; B optional =x"},
		{"gate/C.java", java, "app/B.java", "package app;\nimport static gate.C.A;\nclass B { void f() { if (A == null) throw new E(); } }\n", "A required"},
		{"gate/C.java", java, "gate/B.java", "package gate;\nimport other.C;\nclass B { void f() { if (C.A == null) throw new E(); } }\n", ""},
		{"src/config.rs", rust, "src/main.rs", "mod config;\nuse config::C;\nfn main() { let c = C::load(); c.a.expect(\"a\"); config::b().unwrap_or(\"x\".into()); }\n", "A required; B optional =x"},
		{"src/config.rs", rust, "src/app.rs", "use crate::config::C;\nstruct App { c: C }\nimpl App { fn f(&self) { if self.c.a.is_none() { panic!(\"a\") } } }\n", "A required"},
		{"config/app.php", php, "index.php", "<?php\n$c = require __DIR__ . '/config/app.php';\nif (!$c['a']) { die('a'); }\nuse_it($c['in']['b'] ?: 'x');\n", "A required; B optional =x"},
		{"config/app.php", php, "src/A.php", "<?php\nif (!config('app.a')) { throw new E(); }\nuse_it(config('app.in.b') ?: 'x');\n", "A required; B optional =x"},
		{"lib/gate.rb", ruby, "app.rb", "require_relative 'lib/gate'\nraise 'a' unless Gate::A\nuse(Gate.b || 'x')\n", "A required; B optional =x"},
	} {
		if have := borrowed(t, c.from, c.offering, c.file, c.src); have != c.want {
			t.Errorf("%s for %s:\n%s\nhave %s\nwant %s", c.from, c.file, c.src, have, c.want)
		}
	}
}

// borrowed returns what a file does with what another one has read.
func borrowed(t *testing.T, from, offering, file, src string) string {
	t.Helper()
	set, err := compiled()
	if err != nil {
		t.Fatal(err)
	}
	l := set.Of(from)
	r := l.Analyse(from, []byte(offering), nil)
	context := &reads.Context{Offers: []*reads.Offers{reads.OffersOf(from, &r, l)}}
	if strings.HasSuffix(from, ".go") {
		context.Offers[0].Package = "x.test/gate"
	}
	var list []string
	for _, b := range l.Analyse(file, []byte(src), context).Borrowed {
		if b.File != from || b.Read.File != file {
			t.Errorf("%s is said of %s by %s", b.Read.Name, b.File, b.Read.File)
		}
		said := fmt.Sprint(b.Read.Name, " ", b.Read.Need)
		if b.Read.Kind != reads.Text {
			said += " " + string(b.Read.Kind)
		}
		if b.Read.Fallback != nil && !b.Read.FallbackComputed {
			said += " =" + *b.Read.Fallback
		}
		if len(b.Read.Literals) > 0 {
			said += fmt.Sprint(" ", b.Read.Literals)
		}
		list = append(list, said)
	}
	slices.Sort(list)
	return strings.Join(slices.Compact(list), "; ")
}
