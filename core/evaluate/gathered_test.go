package evaluate_test

import "testing"

// What is missing is gathered by what is called, and refused by who calls it.
func TestGatheredByCalls(t *testing.T) {
	hold(t, []saying{
		{"a.js", `
const missing = [];
function need(k) {
  const v = process.env[k];
  if (!v) missing.push(k);
  return v;
}
const t = need('A');
const u = need('B');
if (missing.length) throw new Error('x');
const c = process.env.C;
`, "A required; B required; C expected"},
		{"a.js", `
class Loader {
  constructor() { this.missing = []; }
  need(k) {
    const v = process.env[k];
    if (!v) this.missing.push(k);
    return v;
  }
  check() { if (this.missing.length) throw new Error(this.missing.join()); }
}
export function load() {
  const l = new Loader();
  const config = { a: l.need('A'), b: l.need('B') };
  l.check();
  return config;
}
`, "A required; B required"},
		{"a.py", `
import os
def load():
    missing = []
    def need(k):
        v = os.environ.get(k)
        if not v:
            missing.append(k)
        return v
    a, b = need("A"), need("B")
    if missing:
        raise RuntimeError(missing)
    return a, b
`, "A required; B required"},
		{"a.go", `
package config
import ("errors"; "fmt"; "os")
type loader struct {
	get  func(string) (string, bool)
	errs []error
}
func (l *loader) need(k string) string {
	v, ok := l.get(k)
	if !ok || v == "" {
		l.errs = append(l.errs, fmt.Errorf("%s is not set", k))
	}
	return v
}
func Load() (string, error) {
	l := &loader{get: os.LookupEnv}
	a := l.need("A")
	if err := errors.Join(l.errs...); err != nil {
		return "", err
	}
	b := os.Getenv("B")
	if b == "" {
		return "", errors.New("b")
	}
	return a + b, nil
}
`, "A required; B required"},
		{"a.js", `
let bad = 0;
function perhaps(k) { if (!process.env[k] && Math.random() > 0.5) bad = 1; }
perhaps('A');
if (bad) throw new Error('x');
`, "A optional"},
	})
}

// What the main function returns is how the program ends.
func TestMainReturns(t *testing.T) {
	hold(t, []saying{
		{"a.c", "int main(void) {\n  if (!getenv(\"A\")) return 1;\n  if (!getenv(\"B\")) return 0;\n  return 0;\n}\nint other(void) { if (!getenv(\"C\")) return 1; return 0; }\n", "A required; B optional; C optional"},
		{"a.c", "int main(void) {\n  int rc = 0;\n  if (!getenv(\"A\")) rc = 1;\n  return rc;\n}\n", "A required"},
		{"a.c", "void f(void) {\n  if (getenv(\"A\") == NULL) exit(EXIT_FAILURE);\n  if (getenv(\"B\") == NULL) exit(EXIT_SUCCESS);\n  if (getenv(\"C\") == NULL) exit(EX_USAGE);\n}\n", "A required; B optional; C required"},
		{"A.cs", "if (Environment.GetEnvironmentVariable(\"A\") is not string a)\n{\n    return 1;\n}\nreturn 0;\n", "A required"},
		{"a.py", "import os, sys\ndef main() -> int:\n    if not os.environ.get(\"A\"):\n        return 1\n    return 0\nif __name__ == \"__main__\":\n    sys.exit(main())\n", "A required"},
		{"a.go", "package main\nimport \"os\"\nfunc run() int {\n\tif os.Getenv(\"A\") == \"\" {\n\t\treturn 1\n\t}\n\treturn 0\n}\nfunc main() { os.Exit(run()) }\n", "A required"},
	})
}
