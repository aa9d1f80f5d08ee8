package accepted

import (
	"strings"
	"testing"
	"time"

	"inzicht/core/testtree"
	"inzicht/core/tree"
	"inzicht/core/verify"
)

func open(t *testing.T, files map[string]string) *tree.Tree {
	t.Helper()
	opened, err := tree.Open(testtree.Files(t, files), tree.Options{})
	if err != nil {
		t.Fatal(err)
	}
	return opened
}

var (
	day    = time.Date(2026, 11, 24, 12, 0, 0, 0, time.UTC)
	unused = verify.Finding{Rule: "unused", Variable: "OLD", File: ".env", Line: 3}
	open1  = verify.Finding{Rule: "missing", Variable: "GATE_URL", Environment: "staging", Component: "gate"}
	broken = verify.Finding{Rule: "malformed", File: ".env", Line: 2, Message: "x"}
)

func TestAddAndSplit(t *testing.T) {
	tr := open(t, map[string]string{".env": "A=1\n"})
	l := &List{}
	if n := l.Add([]verify.Finding{unused, open1, broken}, "then", "", day); n != 3 {
		t.Errorf("added %d", n)
	}
	if n := l.Add([]verify.Finding{unused}, "again", "", day); n != 0 || len(l.Entries) != 3 {
		t.Errorf("added %d more", n)
	}
	for _, c := range []struct {
		name     string
		finding  verify.Finding
		accepted bool
	}{
		{"the same", unused, true},
		{"on another line", verify.Finding{Rule: "unused", Variable: "OLD", File: ".env", Line: 9}, true},
		{"of another variable", verify.Finding{Rule: "unused", Variable: "OLDER", File: ".env"}, false},
		{"of another rule", verify.Finding{Rule: "empty", Variable: "OLD"}, false},
		{"in another environment", verify.Finding{Rule: "missing", Variable: "GATE_URL", Environment: "production", Component: "gate"}, false},
		{"of another component", verify.Finding{Rule: "missing", Variable: "GATE_URL", Environment: "staging", Component: "level"}, false},
		{"about no variable, the same on another line", verify.Finding{Rule: "malformed", File: ".env", Line: 8, Message: "x"}, true},
		{"about no variable, another in the same file", verify.Finding{Rule: "malformed", File: ".env", Line: 8, Message: "y"}, false},
		{"about no variable, the same once more", verify.Finding{Rule: "malformed", File: ".env", Line: 9, Message: "x", Again: 1}, false},
		{"about no variable, in another file", verify.Finding{Rule: "malformed", File: "b.env"}, false},
	} {
		open, accepted := l.Split(tr, []verify.Finding{c.finding}, day)
		if len(accepted) == 1 != c.accepted || len(open)+len(accepted) != 1 {
			t.Errorf("%s: %d accepted", c.name, len(accepted))
		}
	}
}

func TestUntil(t *testing.T) {
	tr := open(t, nil)
	l := &List{}
	l.Add([]verify.Finding{unused}, "for now", "2026-11-24", day)
	for days, want := range map[int]int{0: 1, -10: 1, 1: 0, 30: 0} {
		if _, accepted := l.Split(tr, []verify.Finding{unused}, day.AddDate(0, 0, days)); len(accepted) != want {
			t.Errorf("%d days later %d are accepted", days, len(accepted))
		}
	}
}

func TestPrune(t *testing.T) {
	l := &List{}
	l.Add([]verify.Finding{unused, open1, broken}, "then", "", day)
	if n := l.Prune([]verify.Finding{open1}, func(id verify.Identity) bool { return id.Rule == "malformed" }); n != 1 || len(l.Entries) != 2 {
		t.Errorf("of one rule %d were dropped, left %+v", n, l.Entries)
	}
	if n := l.Prune([]verify.Finding{open1}, func(verify.Identity) bool { return true }); n != 1 || len(l.Entries) != 1 || l.Entries[0].Variable != "GATE_URL" {
		t.Errorf("dropped %d, left %+v", n, l.Entries)
	}
}

// What is written is read back.
func TestBytes(t *testing.T) {
	l := &List{}
	l.Add([]verify.Finding{unused, open1, broken}, `with "quotes" and a # sign`, "2027-01-31", day)
	tr := open(t, map[string]string{FileName: string(l.Bytes())})
	back, err := Read(tr)
	if err != nil || len(back.Entries) != 3 {
		t.Fatalf("%v: %+v", err, back)
	}
	for i, e := range back.Entries {
		if e != l.Entries[i] {
			t.Errorf("have %+v, wrote %+v", e, l.Entries[i])
		}
	}
	if empty := (&List{}).Bytes(); strings.Contains(string(empty), "[[") {
		t.Errorf("an empty list: %s", empty)
	}
	if none, err := Read(open(t, nil)); err != nil || len(none.Entries) != 0 {
		t.Errorf("without a file: %v", err)
	}
}

func TestReadErrors(t *testing.T) {
	for content, part := range map[string]string{
		"[[accepted]]\nrule = 'unused'\n":                               "no reason",
		"[[accepted]]\nrule = 'unsed'\nreason = 'x'\n":                  "no rule",
		"[[accepted]]\nrule = 'unused'\nreason = 'x'\nuntil = 'soon'\n": "no day",
		"[[accepted]]\nrule = 'unused'\nreason = 'x'\nline = 3\n":       "cannot be understood",
		"[[accepted\n": "cannot be understood",
	} {
		_, err := Read(open(t, map[string]string{FileName: content}))
		bad, ok := err.(*Error)
		if !ok || !strings.Contains(bad.Error(), part) || bad.Hint == "" {
			t.Errorf("%q: %v", content, err)
		}
	}
}

func TestComments(t *testing.T) {
	tr := open(t, map[string]string{"x.env": strings.Join([]string{
		"A=1 # inzicht accepts unused: ops reads it",
		"# inzicht accepts unused: and this",
		"B=1",
		"C=1 # inzicht accepts unused:",
		"D=1 # inzicht accepts empty: something else",
		"E=1",
		"F=1 # see what inzicht accepts",
	}, "\n")})
	for line, want := range map[int]bool{1: true, 2: true, 3: true, 4: false, 5: false, 6: false, 7: false, 0: false, 99: false} {
		_, accepted := (&List{}).Split(tr, []verify.Finding{{Rule: "unused", File: "x.env", Line: line}}, day)
		if len(accepted) == 1 != want {
			t.Errorf("line %d: %d accepted", line, len(accepted))
		}
	}
}
