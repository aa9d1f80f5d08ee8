package evaluate_test

import "testing"

// A program may ask at once which of some names the environment has.
func TestSetsOfNames(t *testing.T) {
	hold(t, []saying{
		{"a.py", `
import os
missing = {"A", "B"} - set(os.environ)
if missing:
    raise SystemExit(missing)
`, "A required; B required"},
		{"a.py", "import os\nif not {\"A\", \"B\"} <= set(os.environ): raise SystemExit(1)\nif not {\"C\"}.issubset(os.environ): raise SystemExit(1)\nassert os.environ.keys() >= {\"D\"}\nlost = {\"E\"}.difference(os.environ.keys())\nprint(lost)\n", "A required; B required; C required; D required; E optional"},
		{"a.py", `
import os
def need(*names):
    found = {n: os.environ[n] for n in names if n in os.environ}
    missing = set(names) - found.keys()
    if missing:
        raise RuntimeError(missing)
    return found
need("A", "B")
`, "A required; B required"},
		{"a.py", `
import os
values = {k: os.environ.get(k) for k in ("A", "B")}
if [k for k, v in values.items() if v is None]: raise SystemExit(1)
others = {k: os.environ.get(k) for k in ("C", "D")}
if not others["C"]: raise SystemExit(1)
`, "A required; B required; C required; D expected"},
		{"a.rb", "missing = %w[A B] - ENV.keys\nraise \"x\" if missing.any?\nwarn \"x\" unless (%w[C] - ENV.keys).empty?\n", "A required; B required; C optional"},
		{"a.kt", "fun main() {\n  val missing = setOf(\"A\", \"B\") - System.getenv().keys\n  if (missing.isNotEmpty()) error(\"x\")\n  check(System.getenv().keys.containsAll(listOf(\"C\", \"D\")))\n  if (!System.getenv().keys.contains(\"E\")) throw X()\n}\n", "A required; B required; C required; D required; E required"},
		{"a.php", "<?php\n$missing = array_diff(['A', 'B'], array_keys($_ENV));\nif ($missing) throw new Exception('x');\n", "A required; B required"},
		{"a.ex", "missing = [\"A\", \"B\"] -- Map.keys(System.get_env())\nif missing != [], do: raise \"x\"\n", "A required; B required"},
		{"a.swift", "let missing = Set([\"A\", \"B\"]).subtracting(ProcessInfo.processInfo.environment.keys)\nguard missing.isEmpty else { fatalError() }\n", "A required; B required"},
		{"a.js", "const missing = ['A', 'B'].filter((k) => !Object.keys(process.env).includes(k))\nif (missing.length) throw new Error('x')\n", "A required; B required"},
		{"a.scala", "object A { val missing = Set(\"A\", \"B\").diff(sys.env.keySet); if (missing.nonEmpty) sys.error(\"x\") }\n", "A required; B required"},
		{"a.py", "import os\nnames = []\nfor n in load(): names.append(n)\nif set(names) - set(os.environ): raise SystemExit(1)\n", "* optional"},
	})
}
