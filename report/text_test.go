package report

import (
	"bytes"
	"strings"
	"testing"

	"inzicht/core/matrix"
	"inzicht/core/verify"
)

// lockside is a tree with everything that a page can show.
var lockside = map[string]string{
	"gate/pyproject.toml": "[project]\nname = \"gate\"\n",
	"gate/gate.py": `import os
import sys

URL = os.environ["GATE_URL"]
PORT = int(os.environ.get("GATE_PORT", "8080"))
MODE = os.environ.get("GATE_MODE", "quiet")
if MODE == "quiet" or MODE == "loud":
    start()
TOKEN = os.environ["GATE_TOKEN"]
HOME = os.environ["HOME"]
EACH = os.environ.get("LOCK_" + sys.argv[1])
OTHER = os.environ.get(sys.argv[2])
run(env=os.environ)
`,
	"gate/tests/test_gate.py":      "import os\nos.environ[\"GATE_PORT\"]\n",
	"gate/node_modules/x/index.js": "process.env.NEVER\n",
	".env.example":                 "GATE_URL=\nGATE_PORT=8080\nGATE_MODE=quiet\n",
	".env":                         "GATE_URL=http://gate.lockside.example\nGATE_TOKEN=changeme\nGATE_PORT=\n",
	"staging.env":                  "GATE_URL=http://gate.lockside.example\nGATE_TOKEN=tk-83hfk29dk1xyzq7\nGATE_MODE=loud\n",
}

// same holds a page to what it is to look like.
func same(t *testing.T, what, have, want string) {
	t.Helper()
	trim := func(s string) string {
		lines := strings.Split(strings.Trim(s, "\n"), "\n")
		for n := range lines {
			lines[n] = strings.TrimRight(lines[n], " ")
		}
		return strings.Join(lines, "\n")
	}
	if trim(have) != trim(want) {
		t.Errorf("%s looks like\n%s\nand not like\n%s", what, have, want)
	}
}

func TestReadsPage(t *testing.T) {
	p := page(t, lockside)
	p.Verbose = true
	same(t, "reads", shown(t, func(b *bytes.Buffer) error { return textReads(b, p) }), `
  line  variable                 need      kind        fallback  read by
gate/gate.py
  4:7   GATE_URL                 required  text                  os.environ
  5:12  GATE_PORT                optional  integer     "8080"    os.environ.get
  6:8   GATE_MODE                optional  loud|quiet  "quiet"   os.environ.get
  9:9   GATE_TOKEN               required  text                  os.environ
  10:8  HOME                     required  text                  os.environ
  11:8  LOCK_*                   expected  text                  os.environ.get
  12:9  (name not known)         expected  text                  os.environ.get
  13:9  (the whole environment)  optional  text                  os.environ
gate/tests/test_gate.py
  2:1   GATE_PORT                required  text                  os.environ

  9 reads of 5 variables in 2 source files.

Left out
  gate/node_modules  dependencies
`)
}

func TestContractPage(t *testing.T) {
	p := page(t, lockside)
	same(t, "contract", shown(t, func(b *bytes.Buffer) error { return textContract(b, p) }), `
  variable      need      kind        fallback  example  read in
  GATE_MODE     optional  loud|quiet  "quiet"   yes      gate/gate.py:6
  GATE_PORT     optional  integer     "8080"    yes      gate/gate.py:5 +1
  GATE_TOKEN *  required  text                  no       gate/gate.py:9
  GATE_URL      required  text                  yes      gate/gate.py:4
  HOME          required  text                  ~        gate/gate.py:10

  5 variables, 9 reads. * secret, ~ supplied by the system
  Also reads names like LOCK_* (gate/gate.py:11).
  1 read has a name that could not be worked out; see inzicht reads.
`)
}

func TestMatrixPage(t *testing.T) {
	p := page(t, lockside)
	same(t, "matrix", shown(t, func(b *bytes.Buffer) error { return textMatrix(b, p) }), `
  variable    1 .env.example  2 local   3 staging
  GATE_MODE   named           fallback  set
  GATE_PORT   named           empty     fallback
  GATE_TOKEN  -               stand-in  set
  GATE_URL    named           set       = 2

  = 3: the value of column 3.  -: not set, not needed.  Blank: not read there.
`)
	p.Width = 40 // the columns are numbered, and explained above
	narrow := shown(t, func(b *bytes.Buffer) error { return textMatrix(b, p) })
	same(t, "narrow matrix", narrow, `
  1 .env.example
  2 local
  3 staging

  variable   1     2        3
  GATE_MODE  named fallback set
  GATE_PORT  named empty    fallback
  GATE_TOKEN -     stand-in set
  GATE_URL   named set      = 2

  = 3: the value of column 3.  -: not
  set, not needed.  Blank: not read
  there.
`)
}

func TestFindingsPage(t *testing.T) {
	p := page(t, lockside)
	p.Verbose = true
	out := shown(t, func(b *bytes.Buffer) error { return textFindings(b, p) })
	same(t, "findings", out, `
Code and example files  1 error, 1 note
  ✗ undocumented  GATE_TOKEN  is read, but no example file names it
                  gate/gate.py:9  ↳ inzicht document adds it to .env.example.
  · unresolved    the name that os.environ.get reads here could not be worked out
                  gate/gate.py:12:9  ↳ See which variables it reads, and whether the example file
                  names them.

Environment local  1 note
  · placeholder  GATE_TOKEN  still has a stand-in for its value
                 .env:2  ↳ Put the real value of GATE_TOKEN in its place.

1 error, 2 notes in 2 source files, 9 reads, 5 variables, 1 example file, 2 environments.

Left out
  gate/node_modules  dependencies
`)
	if strings.Contains(out, "83hfk") || strings.Contains(out, "changeme") {
		t.Error("a value is shown")
	}
}

func TestEmptyPages(t *testing.T) {
	for _, c := range []struct {
		files map[string]string
		show  func(p *Page) func(*bytes.Buffer) error
		want  string
	}{
		{map[string]string{"a.txt": ""}, func(p *Page) func(*bytes.Buffer) error {
			return func(b *bytes.Buffer) error { return textReads(b, p) }
		}, "No file here is in a language that is understood."},
		{map[string]string{"a.py": "x = 1\n"}, func(p *Page) func(*bytes.Buffer) error {
			return func(b *bytes.Buffer) error { return textContract(b, p) }
		}, "Nothing reads an environment variable in 1 source file."},
		{map[string]string{"a.py": "import os\nos.environ['A']\n"}, func(p *Page) func(*bytes.Buffer) error {
			return func(b *bytes.Buffer) error { return textMatrix(b, p) }
		}, "This tree has neither example files nor environments."},
		{map[string]string{"a.py": "x = 1\n", ".env": ""}, func(p *Page) func(*bytes.Buffer) error {
			return func(b *bytes.Buffer) error { return textMatrix(b, p) }
		}, "No variable to show here."},
	} {
		same(t, "nothing", shown(t, c.show(page(t, c.files))), c.want)
	}
}

// Columns of findings count characters, where SARIF asks for them.
func TestRuneColumn(t *testing.T) {
	p := page(t, map[string]string{"a.py": "import os\nx = 'ünï'; os.environ['A']\n"})
	for _, c := range []struct {
		f    verify.Finding
		want int
	}{
		{verify.Finding{File: "a.py", Line: 2, Column: 14}, 12},
		{verify.Finding{File: "a.py", Line: 2, Column: 1}, 1},
		{verify.Finding{File: "a.py", Line: 1, Column: 8}, 8},
		{verify.Finding{File: "a.py", Line: 2, Column: 999}, 999},
		{verify.Finding{File: "a.py", Line: 99, Column: 5}, 5},
		{verify.Finding{File: "none.py", Line: 1, Column: 5}, 5},
		{verify.Finding{File: "a.py", Column: 7}, 7},
	} {
		if have := p.runeColumn(c.f); have != c.want {
			t.Errorf("%s:%d:%d is character %d, want %d", c.f.File, c.f.Line, c.f.Column, have, c.want)
		}
	}
}

func TestEscapeHidden(t *testing.T) {
	for raw, want := range map[string]string{
		`{"a": "plain"}`: `{"a": "plain"}`, `{"a": "ünï 水"}`: `{"a": "ünï 水"}`, "\"\u202e\"": `"\u202e"`, "\"\u2028x\u200b\"": `"\u2028x\u200b"`, "\"\x7f\"": `"\u007f"`,
	} {
		if have := string(escapeHidden([]byte(raw))); have != want {
			t.Errorf("%q becomes %q, want %q", raw, have, want)
		}
	}
}

// What a page shows of a matrix goes by its cells' words.
func TestCellWords(t *testing.T) {
	for cell, want := range map[matrix.Cell][3]string{ // without values, with them, and with secrets
		{State: matrix.Same, As: 1, Text: "x"}: {"= 2", `"x"`, `"x"`}, {State: matrix.Unset}: {"-", "-", "-"}, {State: matrix.Missing}: {"missing", "missing", "missing"},
		{State: matrix.Set, Text: "pg://u:hush@h/d"}: {"set", `"••••••"`, `"pg://u:hush@h/d"`}, {State: matrix.Set}: {"set", "set", "set"},
	} {
		for n, p := range []*Page{{}, {Values: true}, {Values: true, Secrets: true}} {
			if have := p.cellWord(matrix.Row{}, cell); have != want[n] {
				t.Errorf("%+v is shown as %q, want %q", cell, have, want[n])
			}
		}
	}
}
