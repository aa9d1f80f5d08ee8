package language

import (
	"fmt"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"inzicht/core/reads"
	"inzicht/core/testtree"
)

// A fixture is ordinary source. A comment "read: NAME …" at the end of a line
// names a read expected to begin on that line; every read found must be named
// so. Behind the name may stand what else is to hold: need, kind, fallback=…,
// through=…, column=…, literals=a,b. Several reads are separated by " | ". A
// pattern is written GATE_*, an unresolved name ?, the whole environment *.
func TestFixtures(t *testing.T) {
	count := 0
	testtree.EachFile(t, "testdata", func(path, name string, src []byte) {
		count++
		t.Run(name, func(t *testing.T) { checkFixture(t, filepath.ToSlash(path), src) })
	})
	if count == 0 {
		t.Fatal("no fixtures")
	}
}

func checkFixture(t *testing.T, file string, src []byte) {
	l := Of(file)
	if l == nil {
		t.Fatalf("no language for %s", file)
	}
	l, err := l.Compiled()
	if err != nil {
		t.Fatal(err)
	}
	want := expectations(string(src))
	if len(want) == 0 {
		t.Fatal("the fixture expects nothing")
	}
	result := l.Analyse(file, src, nil)
	for _, h := range result.Helpers {
		if result.Calls[h] == 0 {
			result.Reads = append(result.Reads, h.Inside...)
		}
	}
	for _, r := range result.Reads {
		n := slices.IndexFunc(want, func(e expectation) bool { return e.line == r.Line && e.name == shown(r) })
		if n < 0 {
			t.Errorf("%s:%d:%d: reads %s, which nothing expects", file, r.Line, r.Column, shown(r))
			continue
		}
		for _, wanted := range want[n].facts {
			if got := fact(r, wanted); got != wanted {
				t.Errorf("%s:%d: %s: want %s, have %s", file, r.Line, shown(r), wanted, got)
			}
		}
		want = slices.Delete(want, n, n+1)
	}
	for _, e := range want {
		t.Errorf("%s:%d: no read of %s found", file, e.line, e.name)
	}
}

type expectation struct {
	line  int
	name  string
	facts []string
}

func expectations(src string) (list []expectation) {
	for n, line := range strings.Split(src, "\n") {
		_, comment, found := strings.Cut(line, "read: ")
		if !found {
			continue
		}
		comment = strings.TrimSuffix(strings.TrimSpace(comment), `",`)
		comment = strings.TrimSuffix(strings.TrimSpace(comment), "*/}")
		comment = strings.TrimSuffix(comment, "*)")
		comment = strings.TrimSuffix(strings.TrimSuffix(strings.TrimSpace(comment), "-->"), "%>")
		comment = strings.TrimSuffix(strings.TrimSpace(comment), "--}}")
		for _, one := range strings.Split(comment, " | ") {
			words := strings.Fields(one)
			list = append(list, expectation{line: n + 1, name: words[0], facts: words[1:]})
		}
	}
	return list
}

func shown(r reads.Read) string {
	switch {
	case r.Whole:
		return "*"
	case r.Unresolved():
		return "?"
	case r.Pattern != "":
		return r.Pattern
	}
	return r.Name
}

// fact returns the part of a read that an expectation speaks of, written alike.
func fact(r reads.Read, wanted string) string {
	key, _, isPair := strings.Cut(wanted, "=")
	switch {
	case key == "fallback" && r.Fallback == nil:
		return "no fallback"
	case key == "fallback":
		return "fallback=" + strings.ReplaceAll(*r.Fallback, " ", "␣")
	case key == "through":
		return "through=" + r.Through
	case key == "column":
		return fmt.Sprintf("column=%d", r.Column)
	case key == "literals":
		return "literals=" + strings.Join(r.Literals, ",")
	case key == "under":
		return "under=" + r.Under
	case key == "insteadof":
		return "insteadof=" + strings.Join(r.InsteadOf, ",")
	case key == "scope":
		return "scope=" + string(r.Scope)
	case !isPair && (wanted == string(reads.Required) || wanted == string(reads.Expected) || wanted == string(reads.Optional)):
		return string(r.Need)
	}
	return string(r.Kind)
}
