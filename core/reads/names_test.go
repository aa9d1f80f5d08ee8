package reads_test

import (
	"strings"
	"sync"
	"testing"

	"inzicht/core/language"
	"inzicht/core/reads"
)

var compiled = sync.OnceValues(func() (*language.Set, error) { return language.Compiled(nil) })

// named returns the names that a source reads, in order, as a file of a name.
func named(t *testing.T, file, src string) string {
	t.Helper()
	set, err := compiled()
	if err != nil {
		t.Fatal(err)
	}
	return namesOf(set.Of(file).Analyse(file, []byte(src), nil).Reads)
}

// naming is a file with the names that it reads.
type naming struct{ file, src, want string }

func namesAre(t *testing.T, list []naming) {
	t.Helper()
	for _, c := range list {
		if have := named(t, c.file, c.src); have != c.want {
			t.Errorf("%s: %s\nhave %s\nwant %s", c.file, c.src, have, c.want)
		}
	}
}

func namesOf(list []reads.Read) string {
	var names []string
	for _, r := range list {
		switch {
		case r.Whole:
			names = append(names, "*")
		case r.Unresolved():
			names = append(names, "?")
		default:
			names = append(names, r.Name+r.Pattern)
		}
	}
	return strings.Join(names, " ")
}

// What a name means is told by what is imported, given another name, taken out of
// something, or hidden by something nearer.
func TestMeanings(t *testing.T) {
	namesAre(t, []naming{
		{"a.py", "import os as o\no.environ['A']\no.getenv('B')\nother.getenv('C')\n", "A B"},
		{"a.py", "from os import environ as e, getenv\ne['A']\ngetenv('B')\ne.get('C')\n", "A B C"},
		{"a.py", "from os import *\nenviron['A']\n", "A"},
		{"a.py", "import os\nget = os.environ.get\nenv = os.environ\nget('A')\nenv['B']\ncopy = dict(env)\ncopy['C']\n", "A B * C"},
		{"a.py", "import os\ndef f(os):\n    return os.environ['A']\nos.environ['B']\n", "B"},
		{"a.py", "import os\nclass C:\n    env = os.environ\n    def f(self):\n        return self.env['A'], other['B']\n", "A"},
		{"a.js", "const { env } = process;\nconst { A, B: b, C = 1 } = env;\nenv.D;\n", "A B C D"},
		{"a.js", "const { env: e } = require('node:process');\ne.A;\nconst p = process;\np.env.B;\n", "A B"},
		{"a.js", "import { env } from 'process';\nimport proc from 'node:process';\nenv.A;\nproc.env['B'];\n", "A B"},
		{"a.js", "function f(process) { return process.env.A; }\nprocess.env.B;\n", "B"},
		{"a.js", "const env = other();\nenv.A;\nif (x) { const env = process.env; env.B; }\nenv.C;\nfunction f() { env.D; }\nfor (const x of y) { const { env } = process; env.E; }\nenv.F;\n", "B E"},
		{"a.js", "globalThis.process.env.A;\nglobal.process.env.B;\nwindow.env.C;\n", "A B"},
		{"a.ts", "(process.env as Env).A;\nprocess.env!.B;\nprocess?.env?.C;\n(<any>process.env).D;\n", "A B C D"},
		{"a.go", "package a\nimport (\n\tsys \"os\"\n)\nvar a = sys.Getenv(\"A\")\n\n", "A"},
		{"a.go", "package a\nimport . \"os\"\nvar a = Getenv(\"A\")\n", "A"},
		{"a.go", "package a\nimport \"os\"\nvar get = os.Getenv\nvar a = get(\"A\")\nfunc f(os fake) { os.Getenv(\"B\") }\n", "A"},
		{"a.go", "package a\nimport \"example.org/os\"\nvar a = os.Getenv(\"A\")\n", ""},
		{"a.rs", "use std::env;\nuse std::env::var as v;\nfn f() { env::var(\"A\"); v(\"B\"); std::env::var(\"C\"); other::var(\"D\"); }\n", "A B C"},
		{"a.rs", "use std::{env::{self, var_os}, fs};\nfn f() { env::var(\"A\"); var_os(\"B\"); }\n", "A B"},
		{"A.java", "import static java.lang.System.getenv;\nclass A { String a = getenv(\"A\"), b = System.getenv().get(\"B\"), c = java.lang.System.getenv(\"C\"); }\n", "A B C"},
		{"A.java", "class A { Map<String, String> env = System.getenv(); String a = env.get(\"A\"), b = this.env.get(\"B\"); }\n", "A B"},
		{"a.cs", "using static System.Environment;\nvar a = GetEnvironmentVariable(\"A\"); var b = System.Environment.GetEnvironmentVariable(\"B\"); var c = Other.GetEnvironmentVariable(\"C\");\n", "A B"},
		{"a.kt", "val env = System.getenv()\nval a = env[\"A\"]\nval b = env.getValue(\"B\")\n", "A B"},
		{"a.rb", "env = ENV\nenv['A']\nENV.fetch('B')\n::ENV['C']\nObject::ENV['D']\n", "A B C"},
		{"a.php", "<?php\nuse function getenv as g;\ng('D'); \\getenv('A'); GETENV('B'); $e = $_ENV; $e['C'];\n", "D A B C"},
		{"a.ex", "alias System, as: S\nS.get_env(\"A\")\nimport System\nget_env(\"B\")\nOther.get_env(\"C\")\n", "A B"},
		{"a.dart", "import 'dart:io' as io;\nfinal env = io.Platform.environment;\nfinal a = env['A'];\n", "A"},
		{"a.swift", "let env = ProcessInfo.processInfo.environment\nlet a = env[\"A\"]\nlet p = ProcessInfo.processInfo\nlet b = p.environment[\"B\"]\n", "A B"},
		{"a.lua", "local getenv = os.getenv\nlocal a = getenv('A')\nlocal o = os\nlocal b = o.getenv('B')\n", "A B"},
		{"a.c", "char *a = getenv(\"A\"), *b = std::getenv(\"B\"), *c = my_getenv(\"C\"), *d = x->getenv(\"D\");\n", "A B"},
	})
}

// A name is a text that is worked out, wherever its parts come from.
func TestNamesWorkedOut(t *testing.T) {
	namesAre(t, []naming{
		{"a.py", "import os\nP = 'A_'\nos.environ[P + 'X']\nos.environ[f'{P}Y']\nos.environ['%s%s' % (P, 'Z')]\nos.environ['{}{}'.format(P, 'W')]\n", "A_X A_Y A_Z A_W"},
		{"a.py", "import os\nfor n in ('A', 'B'):\n    os.environ[n + '_X']\n", "A_X B_X"},
		{"a.py", "import os\nos.environ['A_' + pick()]\nos.environ[pick() + '_Z']\nos.environ[pick()]\n", "A_* *_Z ?"},
		{"a.js", "const P = 'A';\nprocess.env[P];\nprocess.env[`${P}_B`];\nprocess.env[['A', 'C'].join('_')];\nprocess.env[P.concat('_D')];\n", "A A_B A_C A_D"},
		{"a.js", "const K = { a: 'A', b: { c: 'B' } };\nprocess.env[K.a];\nprocess.env[K.b.c];\nprocess.env[K['a']];\nprocess.env[K.none];\nprocess.env[other];\n", "A B A ?"},
		{"a.js", "let n = 'A';\nif (x) n = 'B';\nprocess.env[n];\n", "B A"},
		{"a.js", "process.env[x ? 'A' : 'B'];\nprocess.env['c'.toUpperCase()];\n", "A B C"},
		{"a.go", "package a\nimport (\"os\"; \"fmt\")\nconst p = \"A_\"\nvar x = os.Getenv(p + \"X\")\nvar y = os.Getenv(fmt.Sprintf(\"%s%s\", p, \"Y\"))\n", "A_X A_Y"},
		{"a.rs", "const P: &str = \"A\";\nfn f() { std::env::var(P); std::env::var(format!(\"{}_B\", P)); std::env::var(concat!(\"A\", \"_C\")); }\n", "A A_B A_C"},
		{"a.rb", "P = 'A'\nENV[\"#{P}_B\"]\nENV[P + '_C']\n%w[D E].each { |n| ENV[n] }\nENV[:f.to_s.upcase]\n", "A_B A_C D E F"},
		{"a.php", "<?php const P = 'A'; getenv(P . '_B'); getenv(\"{$x}_C\"); foreach (['D'] as $n) getenv($n); getenv(sprintf('%s_E', P));\n", "A_B *_C D A_E"},
		{"A.java", "class A { static final String P = \"A\"; void f() { System.getenv(P + \"_B\"); System.getenv(String.format(\"%s_C\", P)); System.getenv(String.join(\"_\", P, \"D\")); } }\n", "A_B A_C A_D"},
		{"a.kt", "const val P = \"A\"\nval b = System.getenv(\"${P}_B\")\nval c = System.getenv(\"$P\")\n", "A_B A"},
		{"a.swift", "let p = \"A\"\nlet b = ProcessInfo.processInfo.environment[\"\\(p)_B\"]\n", "A_B"},
		{"a.c", "#define P \"A\"\nchar *b = getenv(P \"_B\"), *c = getenv(P);\n", "A_B A"},
	})
}

// What only looks like a read is none: a variable that is set or taken away, a name
// in a comment or in a text.
func TestNoReads(t *testing.T) {
	namesAre(t, []naming{
		{"a.py", "import os\nos.environ['A'] = '1'\ndel os.environ['B']\nos.environ.pop('C', None)\nos.environ.update(D='1')\nos.environ['E'] += 'x'\n# os.environ['F']\n'os.environ[\"G\"]'\n", "C E"},
		{"a.js", "process.env.A = '1';\ndelete process.env.B;\n// process.env.C\n`process.env.D ${process.env.E}`;\nprocess.env.F ??= 'f';\nobject.process.env.G;\n", "E F"},
		{"a.rb", "ENV['A'] = '1'\nENV.delete('B')\nENV['C'] ||= 'c'\n# ENV['D']\n", "C"},
		{"a.php", "<?php $_ENV['A'] = 1; unset($_ENV['B']); putenv('C=1'); $_SERVER['REQUEST_METHOD']; // getenv('D')\n", ""},
		{"a.go", "package a\nimport \"os\"\nfunc f() { os.Setenv(\"A\", \"1\"); os.Unsetenv(\"B\"); _ = \"os.Getenv(C)\" } // os.Getenv(\"D\")\n", ""},
		{"a.c", "void f(void) { setenv(\"A\", \"1\", 1); unsetenv(\"B\"); } /* getenv(\"C\") */\nchar *getenv(const char *name);\n", ""},
		{"a.ps1", "$env:A = '1'\n# $env:B\nRemove-Item env:C\n$x = $env:D\n", "D"},
		{"a.pl", "$ENV{A} = 1; delete $ENV{B}; # $ENV{C}\nlocal $ENV{D} = 1; print $ENV{E};\n", "E"},
	})
}

// What is left when something was taken out of the environment is the environment, too.
func TestTheRest(t *testing.T) {
	namesAre(t, []naming{
		{"a.js", "const { A, ...rest } = process.env;\nrest.B;\nrest['C'];\n", "A B C"},
		{"a.js", "const { env: { A, ...rest } } = process;\nrest.B;\n", "A B"},
		{"a.js", "const { env, ...others } = process;\nenv.A;\nothers.B;\n", "A"},
		{"a.js", "const { a, ...rest } = { a: 1, b: process.env.B };\nrest.C;\n", "B"},
		{"a.js", "const { A, ...rest } = process.env;\nexport { rest };\n", "A"},
		{"a.js", "const { A, ...rest } = process.env;\nmodule.exports = { A, rest };\n", "A"},
		{"a.js", "const { A, ...rest } = process.env;\nspawn('x', { env: rest });\n", "A *"},
	})
}
