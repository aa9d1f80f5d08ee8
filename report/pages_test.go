package report

import (
	"bytes"
	"encoding/json"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"inzicht/core/language"
	"inzicht/core/survey"
	"inzicht/core/trace"
	"inzicht/core/verify"
)

// tracing is a tree in which a variable has a life of its own.
var tracing = map[string]string{
	"gate.py":      "import os\nos.environ['GATE_URL']\nos.environ.get('GATE_TOKEN', 'q8Zr41LmXw92TbKd77Yh')\nos.environ.get('GATE_' + x)\n",
	".env.example": "# The gate's cabinet.\nGATE_URL=\n# GATE_TOKEN=\n",
	".env":         "GATE_URL=http://cabinet.lockside.example\n",
	".env.local":   "GATE_URL=http://other.lockside.example\n",
	"staging.env":  "GATE_URL=\n",
	"quay.env":     "GATE_URI=x\n",
}

func tracePage(t *testing.T, name string) (*trace.Trace, string) {
	t.Helper()
	root := t.TempDir()
	for file, content := range tracing {
		if err := os.WriteFile(filepath.Join(root, file), []byte(content), 0o600); err != nil {
			t.Fatal(err)
		}
	}
	s, err := survey.Take(root, survey.Options{})
	if err != nil {
		t.Fatal(err)
	}
	one := trace.Of(t.Context(), s, name)
	return one, shown(t, func(b *bytes.Buffer) error { return textTrace(b, &Page{Trace: one, Width: 100}) })
}

func TestTracePage(t *testing.T) {
	for _, c := range []struct {
		variable string
		parts    []string
	}{
		{"GATE_URL", []string{"GATE_URL  required, text", "The gate's cabinet.", "Read in", "gate.py:2", "Documented in", ".env.example:2", ".env:1", ".env.local:1", "staging.env:1", "empty", "Nearly alike: GATE_URI"}},
		{"GATE_TOKEN", []string{"secret", "gate.py:3", "falls back to"}},
		{"GATE_HORN", []string{"gate.py:4, which reads names like GATE_*"}},
		{"QUAY", []string{"nothing"}},
	} {
		_, out := tracePage(t, c.variable)
		for _, part := range c.parts {
			if !strings.Contains(out, part) {
				t.Errorf("%s: no %q in\n%s", c.variable, part, out)
			}
		}
		for _, secret := range []string{"cabinet.lockside", "other.lockside", "q8Zr41"} {
			if strings.Contains(out, secret) {
				t.Errorf("%s: shows %s", c.variable, secret)
			}
		}
	}
}

func TestTraceAsJSON(t *testing.T) {
	one, _ := tracePage(t, "GATE_URL")
	var out bytes.Buffer
	if err := jsonTrace(&out, &Page{Trace: one}); err != nil {
		t.Fatal(err)
	}
	var said struct {
		Schema string `json:"schema"`
		Name   string `json:"name"`
	}
	if err := json.Unmarshal(out.Bytes(), &said); err != nil || said.Schema != "inzicht/trace/1" || said.Name != "GATE_URL" {
		t.Errorf("%v: %s", err, out.String())
	}
	if strings.Contains(out.String(), "cabinet.lockside") {
		t.Error("a value is shown")
	}
}

// Every rule has its row, and a page that explains it.
func TestRulePages(t *testing.T) {
	list := shown(t, func(b *bytes.Buffer) error { return Rules(b, 100) })
	for n := range verify.Rules {
		r := &verify.Rules[n]
		if !strings.Contains(list, r.Name) {
			t.Errorf("no %s in the list", r.Name)
		}
		about := shown(t, func(b *bytes.Buffer) error { return Rule(b, r) })
		if !strings.HasPrefix(about, r.Name) || !strings.Contains(about, r.About) {
			t.Errorf("%s is not explained:\n%s", r.Name, about)
		}
		for i, line := range strings.Split(about, "\n") {
			if i != 1 && len([]rune(line)) > 100 {
				t.Errorf("%s: a line of %d letters: %s", r.Name, len([]rune(line)), line)
			}
		}
	}
}

func TestLanguagePages(t *testing.T) {
	plain := shown(t, func(b *bytes.Buffer) error { return Languages(b, language.All, false, false, 100) })
	idioms := shown(t, func(b *bytes.Buffer) error { return Languages(b, language.All, false, true, 100) })
	var out bytes.Buffer
	if err := Languages(&out, language.All, true, false, 100); err != nil || !json.Valid(out.Bytes()) {
		t.Errorf("as JSON: %v", err)
	}
	for _, l := range language.All {
		for what, page := range map[string]string{"text": plain, "idioms": idioms, "JSON": out.String()} {
			if !strings.Contains(page, l.Name) {
				t.Errorf("no %s as %s", l.Name, what)
			}
		}
	}
	if !strings.Contains(idioms, "os.environ.get($name, $fallback)") || strings.Contains(plain, "os.environ.get($name") {
		t.Error("idioms are shown where they are asked for, and only there")
	}
}

func TestWrap(t *testing.T) {
	for _, c := range []struct {
		text  string
		width int
		want  string
	}{
		{"in services/skipper-web/src/Header.tsx:5, and its value is not that", 41, "in services/skipper-web/src/Header.tsx:5,|and its value is not that"},
		{"in services/skipper-web/src/Header.tsx:5", 30, "in|services/skipper-web/src/Header.tsx:5"},
		{"a-row-of-hyphens that goes on and on", 30, "a-row-of-hyphens that goes on|and on"},
		{"one two", 41, "one two"},
		{"", 41, ""},
	} {
		if got := strings.Join(wrap(c.text, c.width), "|"); got != c.want {
			t.Errorf("%q: %q, want %q", c.text, got, c.want)
		}
	}
}

func TestStepAndTitle(t *testing.T) {
	out := shown(t, func(b *bytes.Buffer) error {
		Title(b, "Lockside", "six services\x1b[31m")
		Step(b, "inzicht verify", "what is wrong")
		return nil
	})
	for _, part := range []string{"Lockside\n", "$ inzicht verify\nwhat is wrong\n"} {
		if !strings.Contains(out, part) {
			t.Errorf("no %q in %q", part, out)
		}
	}
	if strings.Contains(out, "\x1b[31m") {
		t.Error("a control sequence of the text got through")
	}
}
