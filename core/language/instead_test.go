package language

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"inzicht/core/reads"
)

// What is read only where another variable has no value, for the code has left before where
// it has one.
func TestReadInsteadOf(t *testing.T) {
	set, err := Compiled(nil)
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range []struct{ language, source, want string }{
		{"javascript", "function f() {\n  if (process.env.A) return process.env.A;\n  if (process.env.B) { return process.env.B; }\n  return process.env.C;\n}\n", "A B<A C<A,B"},
		{"javascript", "function f() {\n  const a = process.env.A;\n  if (a !== undefined) return a;\n  const b = process.env.B;\n  return b;\n}\n", "A B<A"},
		{"javascript", "function f() {\n  if (!process.env.A) return 1;\n  return process.env.B;\n}\n", "A B"},
		{"javascript", "function f() {\n  if (process.env.A) warn();\n  return process.env.B;\n}\n", "A B"},
		{"javascript", "function f() {\n  if (process.env.A === 'x') return 1;\n  return process.env.B;\n}\n", "A B"},
		{"javascript", "function f() {\n  if (process.env.A) return;\n  return process.env.B;\n}\nfunction g() { return process.env.C; }\n", "A B C"},
		{"python", "import os\ndef f():\n    a = os.environ.get('A')\n    if a:\n        return a\n    return os.environ['B']\nc = os.environ['C']\n", "A B<A C"},
		{"go", "package a\nimport \"os\"\nfunc f() string {\n\tif v := os.Getenv(\"A\"); v != \"\" {\n\t\treturn v\n\t}\n\treturn os.Getenv(\"B\")\n}\n", "A B<A"},
		{"php", "<?php\nfunction f() {\n  if (getenv('A') && getenv('B')) { return getenv('A'); }\n  return getenv('C');\n}\n", "A B C"},
	} {
		l := set.list[slices.IndexFunc(set.list, func(l *reads.Language) bool { return l.Name == c.language })]
		var have []string
		for _, r := range l.Analyse("f", []byte(c.source), nil).Reads {
			one := r.Name
			if len(r.InsteadOf) > 0 {
				one = fmt.Sprintf("%s<%s", r.Name, strings.Join(r.InsteadOf, ","))
			}
			if !slices.Contains(have, one) {
				have = append(have, one)
			}
		}
		if got := strings.Join(have, " "); got != c.want {
			t.Errorf("%s\nhave %s\nwant %s", c.source, got, c.want)
		}
	}
}
