package reads_test

import (
	"errors"
	"strings"
	"testing"

	"inzicht/core/language"
	"inzicht/core/reads"
)

// with gives a fresh language like python with one more idiom.
func with(access string) (*reads.Language, error) {
	like := language.Of("a.py")
	l := &reads.Language{Name: "test", Table: like.Table, Outline: like.Outline, Imports: like.Imports, LineEnds: true}
	return l.Compiled(reads.Idiom{Access: access})
}

func TestPatternErrors(t *testing.T) {
	for _, c := range []struct {
		access string
		column int
	}{
		{"lock.get($name", 9},
		{"$name", 1},
		{"lock.get($name]", 9},
		{"lock.get(, $name)", 10},
		{"lock.get($name, ...)", 17},
		{"lock.get($rest, $name)", 10},
		{"lock.get($_, $name)", 10},
	} {
		_, err := with(c.access)
		var bad *reads.PatternError
		if !errors.As(err, &bad) {
			t.Fatalf("%s: no pattern error but %v", c.access, err)
		}
		if bad.Column != c.column {
			t.Errorf("%s: column %d, want %d", c.access, bad.Column, c.column)
		}
		lines := strings.Split(bad.Error(), "\n")
		if caret := strings.Index(lines[2], "^"); caret-4 != c.column-1 {
			t.Errorf("%s: the caret stands at %d:\n%s", c.access, caret, bad)
		}
	}
}

func TestPatternFits(t *testing.T) {
	for _, c := range []struct {
		access, src, want string
	}{
		{"lock.get($name)", `lock.get("A")`, "A"},
		{"lock.get($name)", `lock.get("A", 1)`, ""},
		{"lock.get($name, $rest)", `lock.get("A", 1, 2)`, "A"},
		{"lock.get($name, default=$fallback)", `lock.get("A", default="b")`, "A=b"},
		{"lock.get($name, default=$fallback)", `lock.get("A", other="b")`, ""},
		{"lock.get(...$name)", `lock.get(..."A")`, "A"},
		{"$any.setting($name)", `a.b().setting("A")`, "A"},
		{"lock[$name]", `lock["A"]`, "A"},
		{"lock[$name]", `other["A"]`, ""},
		{"$name in lock", `"A" in lock`, "A"},
		{"lock.$name", `lock.A`, "A"},
		{"lock.get({key: $name})", `lock.get({key: "A"})`, "A"},
	} {
		l, err := with(c.access)
		if err != nil {
			t.Fatal(err)
		}
		var got []string
		for _, r := range l.Analyse("a", []byte(c.src), nil).Reads {
			one := r.Name
			if r.Fallback != nil {
				one += "=" + *r.Fallback
			}
			got = append(got, one)
		}
		if strings.Join(got, " ") != c.want {
			t.Errorf("%s on %s: have %s, want %s", c.access, c.src, got, c.want)
		}
	}
}

func FuzzPattern(f *testing.F) {
	f.Add("a.b($name, k=$fallback, $rest)")
	f.Add("$any[$name](")
	f.Add("a.b(,0)")
	f.Fuzz(func(t *testing.T, access string) {
		if l, err := with(access); err == nil {
			l.Analyse("a", []byte(`a.b("X", k="y") + a["Z"]`), nil)
		}
	})
}
