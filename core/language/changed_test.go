package language

import "testing"

// A name whose value changes is not what it was at first.
func TestChangedNames(t *testing.T) {
	mean(t, []written{
		{"x.js", `for (let i = 0; i < 3; i++) f(process.env["LOCK_" + i])`, "LOCK_* expected"},
		{"x.js", "let n = 1;\nwhile (x) { f(process.env[`LOCK_${n}`]); n += 1; }", "LOCK_* expected"},
		{"x.js", "let n = 1;\nf(process.env[`LOCK_${n}`]); n += 1;", "LOCK_1 expected"},
		{"x.js", `let k = "LOCK"; k += "_URL"; f(process.env[k])`, "LOCK_URL expected"},
		{"x.js", `let k = "LOCK"; if (x) { k += "_URL"; } f(process.env[k])`, "LOCK* expected"},
		{"x.js", `function f(k) { k += "_URL"; return process.env[k]; } f("LOCK");`, "LOCK_URL expected"},
		{"x.js", `let k = "LOCK"; function f() { let k = 0; k++; } g(process.env[k])`, "LOCK expected"},
		{"x.py", "import os\ni = 0\nwhile i < 3:\n    os.environ[f\"LOCK_{i}\"]\n    i = i + 1\n", "LOCK_* required"},
		{"x.py", "import os\ni = 0\nwhile True:\n    i += 1\n    os.environ['LOCK_%d' % i]\n", "LOCK_* required"},
		{"x.go", "package x\nimport \"os\"\nfunc f() { k := \"LOCK\"; k += \"_URL\"; os.Getenv(k) }", "LOCK_URL expected"},
		{"x.php", `<?php $k = "LOCK"; $k .= "_URL"; getenv($k);`, "LOCK_URL expected"},
		{"X.java", `class X { void f() { for (int i = 0; i < 3; ++i) { System.getenv("LOCK_" + i); } } }`, "LOCK_* expected"},
	})
}
