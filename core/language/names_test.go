package language

import "testing"

// What a function is given by name, each with its own default, and what a sub
// of Perl sees of its file and of other subs.
func TestGiven(t *testing.T) {
	mean(t, []written{
		{"x.js", "const f = ({ env = process.env, options = {} }) => [env.LOCK_A, options.LOCK_B];", "LOCK_A expected"},
		{"x.js", "const f = ({ options = {}, env = process.env }) => [options.LOCK_B, env.LOCK_A];", "LOCK_A expected"},
		{"x.js", "const f = ({ a, env = process.env, ...rest } = {}) => { use(a.LOCK_C); use(rest.LOCK_D); return env.LOCK_A; };", "LOCK_A expected"},
		{"x.js", "function f(options) { return process.env[options.NAME]; }", "? expected"},
		{"x.js", "const options = load(); process.env[options.NAME];", "? expected"},
		{"x.js", "const OPTIONS = { NAME: 'LOCK_A' }; process.env[OPTIONS.NAME];", "LOCK_A expected"},
		{"x.pl", "my $k = 'LOCK_A'; sub f { return $ENV{$k}; }", "LOCK_A expected"},
		{"x.pl", "sub f { my $k = 'LOCK_A'; } sub g { my $k = shift; return $ENV{$k}; }", "? expected"},
		{"x.pl", "sub f { my $k = 'LOCK_A'; return $ENV{$k}; } sub g { my $k = 'LOCK_B'; return $ENV{$k}; }", "LOCK_A expected; LOCK_B expected"},
		{"x.pl", "my @ALL = qw(LOCK_A LOCK_B); @SAVED{@ALL} = 1; foreach my $k (@ALL) { print $ENV{$k}; }", "LOCK_A expected; LOCK_B expected"},
		{"x.pl", "my $h = { y => 1 }; $h->{y} = 2; $h{s} = 3; print $ENV{LOCK_A};", "LOCK_A expected"},
		{"x.rb", "KEY = 'LOCK_A'\ndef a\n  ENV[KEY]\nend\n", "LOCK_A expected"},
		{"x.go", "package x\nimport \"os\"\nfunc f() string { const k = \"LOCK_A\"; return os.Getenv(k) }\nfunc g(k string) int { return 1 }", "LOCK_A expected"},
	})
}

// What is indexed or called gives nothing known to go through; what is
// written out does, also within a set or a sorted list.
func TestGoneThrough(t *testing.T) {
	mean(t, []written{
		{"x.php", "<?php $_SERVER['lock.test']; $_SERVER['LOCK_A']; getenv('1');", "lock.test expected; LOCK_A expected"},
		{"x.py", "import os\nfor k in cfg[\"LOCKS\"]: os.environ[k]", "? required"},
		{"x.py", "import os\nfor k in names(\"LOCK\"): os.environ[k]", "? required"},
		{"x.py", "import os\nfor k in sorted([\"LOCK_A\", \"LOCK_B\"]): os.environ[k]", "LOCK_A required; LOCK_B required"},
		{"x.py", "import os\nfor k in {\"LOCK_A\", \"LOCK_B\"}: os.environ[k]", "LOCK_A required; LOCK_B required"},
		{"x.py", "import os\nK = frozenset((\"LOCK_A\",))\nfor k in K: os.environ[k]", "LOCK_A required"},
		{"x.py", "import os\nfor k in [*LOCKS]: os.environ[k]", "? required"},
		{"x.rb", "opts[:locks].each { |k| ENV[k] }", "? expected"},
		{"x.rb", "names(:lock).each { |k| ENV[k] }", "? expected"},
		{"x.rb", "[\"LOCK_A\"].each { |k| ENV[k] }", "LOCK_A expected"},
		{"x.js", "new Set([\"LOCK_A\", \"LOCK_B\"]).forEach(k => process.env[k])", "LOCK_A expected; LOCK_B expected"},
		{"x.js", "names(\"LOCK\").forEach(k => process.env[k])", "? expected"},
		{"x.js", "locks[\"LOCK\"].forEach(k => process.env[k])", "? expected"},
		{"x.js", "for (const k of locks[\"LOCK\"]) process.env[k]", "? expected"},
		{"x.js", "for (const k of [\"LOCK_A\"]) process.env[k]", "LOCK_A expected"},
		{"x.kt", "listOf(\"LOCK_A\", \"LOCK_B\").forEach { k -> System.getenv(k) }", "LOCK_A expected; LOCK_B expected"},
		{"X.java", "class X { void f() { for (String k : List.of(\"LOCK_A\")) { System.getenv(k); } } }", "LOCK_A expected"},
		{"X.java", "class X { void f() { for (String k : names(\"LOCK\")) { System.getenv(k); } } }", "? expected"},
		{"x.go", "package x\nimport \"os\"\nfunc f() { for _, k := range m[\"LOCK\"] { os.Getenv(k) } }", "? expected"},
		{"x.go", "package x\nimport \"os\"\nfunc f() { for _, k := range [...]string{\"LOCK_A\"} { os.Getenv(k) } }", "LOCK_A expected"},
	})
}

// A name whose value changes is not what it was at first.
func TestChangedNames(t *testing.T) {
	mean(t, []written{
		{"x.js", `for (let i = 0; i < 3; i++) f(process.env["LOCK_" + i])`, "LOCK_0 expected; LOCK_1 expected; LOCK_2 expected"},
		{"x.js", `for (let i = 0; i < n; i++) f(process.env["LOCK_" + i])`, "LOCK_* expected"},
		{"x.js", "let n = 1;\nwhile (x) { f(process.env[`LOCK_${n}`]); n += 1; }", "LOCK_* expected"},
		{"x.js", "let n = 1;\nf(process.env[`LOCK_${n}`]); n += 1;", "LOCK_1 expected"},
		{"x.js", `let k = "LOCK"; k += "_URL"; f(process.env[k])`, "LOCK_URL expected"},
		{"x.js", `let k = "LOCK"; if (x) { k += "_URL"; } f(process.env[k])`, "LOCK_URL expected; LOCK expected"},
		{"x.js", `function f(k) { k += "_URL"; return process.env[k]; } f("LOCK");`, "LOCK_URL expected"},
		{"x.js", `let k = "LOCK"; function f() { let k = 0; k++; } g(process.env[k])`, "LOCK expected"},
		{"x.py", "import os\ni = 0\nwhile i < 3:\n    os.environ[f\"LOCK_{i}\"]\n    i = i + 1\n", "LOCK_* required"},
		{"x.py", "import os\ni = 0\nwhile True:\n    i += 1\n    os.environ['LOCK_%d' % i]\n", "LOCK_* required"},
		{"x.go", "package x\nimport \"os\"\nfunc f() { k := \"LOCK\"; k += \"_URL\"; os.Getenv(k) }", "LOCK_URL expected"},
		{"x.php", `<?php $k = "LOCK"; $k .= "_URL"; getenv($k);`, "LOCK_URL expected"},
		{"X.java", `class X { void f() { for (int i = 0; i < 3; ++i) { System.getenv("LOCK_" + i); } } }`, "LOCK_0 expected; LOCK_1 expected; LOCK_2 expected"},
	})
}
