package report

import (
	"bytes"
	"strings"
	"testing"

	"github.com/charmbracelet/colorprofile"

	"inzicht/core/matrix"
	"inzicht/core/survey"
	"inzicht/core/testtree"
	"inzicht/core/verify"
)

// page surveys a small tree.
func page(t *testing.T, files map[string]string) *Page {
	t.Helper()
	s, err := survey.Take(testtree.Files(t, files), survey.Options{})
	if err != nil {
		t.Fatal(err)
	}
	return &Page{
		Survey: s, Reads: s.Reads, Variables: s.Contract.Variables, Findings: verify.Run(s, nil), Width: 100,
		Matrix: matrix.Build(s, matrix.Options{}),
	}
}

var gate = map[string]string{
	"gate.py": "import os\nos.environ['GATE_URL']\nos.environ.get('GATE_TOKEN', 'q8Zr41LmXw92TbKd77Yh')\nint(os.environ.get('GATE_PORT', '8080'))\n",
	".env":    "GATE_PORT=eighty\nOLD=1\n", ".env.example": "GATE_URL=\nGATE_TOKEN=\n# GATE_PORT=\n",
}

// shown returns what a format prints, without colour.
func shown(t *testing.T, show func(*bytes.Buffer) error) string {
	t.Helper()
	var out, plain bytes.Buffer
	if err := show(&out); err != nil {
		t.Fatal(err)
	}
	w := &colorprofile.Writer{Forward: &plain, Profile: colorprofile.NoTTY}
	w.Write(out.Bytes())
	return plain.String()
}

// Every format shows everything that it can, and nothing secret.
func TestFormats(t *testing.T) {
	p := page(t, gate)
	for _, f := range Formats {
		for what, show := range map[string]func(*bytes.Buffer) error{
			"reads":    wrapped(f.Reads != nil, func(b *bytes.Buffer) error { return f.Reads(b, p) }),
			"contract": wrapped(f.Contract != nil, func(b *bytes.Buffer) error { return f.Contract(b, p) }),
			"findings": wrapped(f.Findings != nil, func(b *bytes.Buffer) error { return f.Findings(b, p) }),
			"matrix":   wrapped(f.Matrix != nil, func(b *bytes.Buffer) error { return f.Matrix(b, p) }),
		} {
			if show == nil {
				continue
			}
			out := shown(t, show)
			wanted := map[string][]string{"reads": {"GATE_URL", "gate.py"}, "contract": {"GATE_URL", "GATE_TOKEN"}, "findings": {"GATE_URL", "GATE_PORT", "OLD", "missing", "ill-typed", "unused"}, "matrix": {"GATE_URL", "missing"}}[what]
			for _, part := range wanted {
				if !strings.Contains(out, part) {
					t.Errorf("%s as %s does not speak of %s:\n%s", what, f.Name, part, out)
				}
			}
			for _, secret := range []string{"q8Zr41LmXw92TbKd77Yh", "eighty"} {
				if strings.Contains(out, secret) {
					t.Errorf("%s as %s shows %s", what, f.Name, secret)
				}
			}
		}
	}
}

func wrapped(has bool, f func(*bytes.Buffer) error) func(*bytes.Buffer) error {
	if !has {
		return nil
	}
	return f
}

// Where there is nothing to say, one line says so.
func TestNothingToSay(t *testing.T) {
	p := page(t, map[string]string{"gate.py": "import os\nos.environ['GATE_URL']\n", ".env": "GATE_URL=1\n", ".env.example": "GATE_URL=\n"})
	out := shown(t, func(b *bytes.Buffer) error { return text.Findings(b, p) })
	if strings.Count(out, "\n") > 2 || !strings.HasPrefix(out, "✓ Nothing to mend.") || !strings.Contains(out, "1 read, 1 variable") {
		t.Errorf("%q", out)
	}
	p = page(t, map[string]string{"notes.md": ""})
	for _, show := range []func(*bytes.Buffer) error{
		func(b *bytes.Buffer) error { return text.Reads(b, p) }, func(b *bytes.Buffer) error { return text.Contract(b, p) }, func(b *bytes.Buffer) error { return text.Matrix(b, p) },
	} {
		if out := shown(t, show); strings.Count(out, "\n") != 1 || len(out) < 20 {
			t.Errorf("%q", out)
		}
	}
}

func TestBrief(t *testing.T) {
	for _, c := range []struct{ variable, environment, message, want string }{
		{"A", "local", "A has no value in local, and the code stops without it", "has no value, and the code stops without it"},
		{"A", "", "nothing reads A", "nothing reads it"},
		{"A", "staging", "A in staging is the same as in production", "in staging is the same as in production"},
		{"", "", "the quote \" is never closed", "the quote \" is never closed"},
		{"A", "local", "AB is not A", "AB is not it"},
	} {
		if got := brief(verify.Finding{Variable: c.variable, Environment: c.environment, Message: c.message}); got != c.want {
			t.Errorf("%s: %s", c.message, got)
		}
	}
}

func TestGroups(t *testing.T) {
	var got []string
	for _, g := range groups([]verify.Finding{{Environment: "staging"}, {Environment: ""}, {Environment: "local"}, {Environment: "staging"}}) {
		got = append(got, g.environment+strings.Repeat("+", len(g.findings)))
	}
	if strings.Join(got, " ") != "+ local+ staging++" {
		t.Errorf("%v", got)
	}
}

// Notes that many share take one line; under -v none are folded.
func TestFold(t *testing.T) {
	var list []verify.Finding
	for _, name := range []string{"A", "B", "C", "D", "E"} {
		list = append(list, verify.Finding{Rule: "undocumented", Level: verify.Note, Variable: name})
	}
	list = append(list, verify.Finding{Rule: "unused", Level: verify.Warning, Variable: "F"}, verify.Finding{Rule: "unresolved", Level: verify.Note, File: "x.py", Line: 3})
	kept, lines := fold(list, false)
	if len(kept) != 2 || len(lines) != 1 || !strings.Contains(lines[0], "5 notes, for A, B, C and 2 more") {
		t.Errorf("%d kept, %v", len(kept), lines)
	}
	if kept, lines := fold(list, true); len(kept) != len(list) || len(lines) != 0 {
		t.Errorf("under -v %d kept, %v", len(kept), lines)
	}
}

func TestWhere(t *testing.T) {
	for _, c := range []struct {
		finding verify.Finding
		want    string
	}{
		{verify.Finding{Rule: "missing", File: ".env", Related: []verify.Place{{File: "a.py", Line: 3}}}, "read in a.py:3"},
		{verify.Finding{Rule: "unused", Variable: "A", File: ".env", Line: 2, Column: 5}, ".env:2"},
		{verify.Finding{Rule: "malformed", File: ".env", Line: 2, Column: 5}, ".env:2:5"},
		{verify.Finding{Rule: "exposed", File: ".env"}, ".env"},
		{verify.Finding{Rule: "stale"}, ""},
	} {
		if got := where(c.finding); got != c.want {
			t.Errorf("%s: %s", c.finding.Rule, got)
		}
	}
}

func TestShorten(t *testing.T) {
	for _, c := range []struct {
		text string
		room int
		want string
	}{
		{"short", 10, "short"}, {"services/waterlevel/settings.py", 20, "servic…l/settings.py"}, {"exactly10c", 10, "exactly10c"}, {"ünïcödé_nämé", 8, "ün…_nämé"},
	} {
		if got := shorten(c.text, c.room); got != c.want || len([]rune(got)) > c.room {
			t.Errorf("%s in %d: %s", c.text, c.room, got)
		}
	}
	if got := shortenEnd("a long line of source", 10); got != "a long li…" {
		t.Errorf("%s", got)
	}
}

func TestVisible(t *testing.T) {
	for text, want := range map[string]string{
		"plain": "plain", "a\nb": `a\nb`, "a\tb": `a\tb`, "\x1b[31m": `\x1b[31m`, "a\u202eb": `a\u202eb`, "a\xffb": "a\uFFFDb", "ünï": "ünï", "a\u2028b": `a\u2028b`, "\x7f": `\x7f`, "\r": `\r`, "\u200b": `\u200b`,
	} {
		if got := Visible(text); got != want {
			t.Errorf("%q: %q", text, got)
		}
	}
}

func TestMarkdownIsSafe(t *testing.T) {
	for text, want := range map[string]string{"a|b": `a\|b`, "<script>": "&lt;script>", "a\nb": `a\nb`, "`x`": "ˋxˋ", "**b**": `\*\*b\*\*`} {
		if got := inCell(text); got != want {
			t.Errorf("%q: %q", text, got)
		}
	}
	if got := code("a`b|c"); got != "`aˋb\\|c`" {
		t.Errorf("%q", got)
	}
}

// No cell of CSV is taken for a formula.
func TestCSVIsSafe(t *testing.T) {
	var out bytes.Buffer
	if err := writeRows(&out, [][]string{{"=1+1", "+x", "-y", "@z", "plain", "with,comma", ""}}); err != nil {
		t.Fatal(err)
	}
	if got := out.String(); got != "'=1+1,'+x,'-y,'@z,plain,\"with,comma\",\n" {
		t.Errorf("%q", got)
	}
}

func TestColumns(t *testing.T) {
	rows := [][]cell{{{"GATE_URL", plain}, {"required", plain}, {"services/gatekeeper/main.go:12", plain}}, {{"A", plain}, {"", plain}, {"x", plain}}}
	got := columns([]string{"variable", "need", "read in"}, rows, 40, 2)
	want := "  variable  need      read in\n  GATE_URL  required  servi…r/main.go:12\n  A                   x"
	plainGot := shown(t, func(b *bytes.Buffer) error { b.WriteString(got); return nil })
	if plainGot != want {
		t.Errorf("have\n%s\nwant\n%s", plainGot, want)
	}
	for _, line := range strings.Split(plainGot, "\n") {
		if len([]rune(line)) > 40 {
			t.Errorf("too wide: %s", line)
		}
	}
}

func TestFingerprint(t *testing.T) {
	a := verify.Finding{Rule: "missing", Variable: "A", Environment: "local", Line: 1}
	b := a
	b.Line, b.Message = 9, "moved"
	if fingerprint(a) != fingerprint(b) {
		t.Error("it changes with the line")
	}
	for _, other := range []verify.Finding{{Rule: "empty", Variable: "A", Environment: "local"}, {Rule: "missing", Variable: "B", Environment: "local"}, {Rule: "missing", Variable: "A", Environment: "staging"}, {Rule: "missing", Variable: "A", Environment: "local", Component: "c"}} {
		if fingerprint(a) == fingerprint(other) {
			t.Errorf("%+v has the same", other)
		}
	}
}

func TestEnumerateAndCount(t *testing.T) {
	if got := Enumerate([]string{"A", "B"}, 3); got != "A, B" {
		t.Error(got)
	}
	if got := Enumerate([]string{"A", "B", "C", "D"}, 3); got != "A, B, C and 1 more" {
		t.Error(got)
	}
	for n, want := range map[int]string{0: "0 reads", 1: "1 read", 2: "2 reads", 1234: "1,234 reads", 1234567: "1,234,567 reads"} {
		if got := Count(n, "read", "reads"); got != want {
			t.Errorf("%d: %s", n, got)
		}
	}
}
