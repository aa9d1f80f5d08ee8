package survey

import (
	"fmt"
	"testing"

	"inzicht/core/reads"
)

// What other files do with a read says what is needed where that is not known, in their order; what one
// requires is required.
func TestUseBorrowed(t *testing.T) {
	text := func(s string) *string { return &s }
	of := func(need reads.Need, fallback *string, literals ...string) reads.Borrowed {
		return reads.Borrowed{Read: reads.Read{Need: need, Kind: reads.Text, Fallback: fallback, Literals: literals}}
	}
	computed := of(reads.Optional, text("f()"))
	computed.Read.FallbackComputed = true
	number := of(reads.Expected, nil)
	number.Read.Kind = reads.Integer
	for _, c := range []struct {
		name string
		read reads.Read
		list []reads.Borrowed
		want string
	}{
		{"nothing is said", reads.Read{Need: reads.Expected, Kind: reads.Text}, []reads.Borrowed{of(reads.Expected, nil)}, "expected text"},
		{"one replaces it", reads.Read{Need: reads.Expected, Kind: reads.Text}, []reads.Borrowed{of(reads.Optional, text("80"))}, "optional text =80"},
		{"the first of two", reads.Read{Need: reads.Expected, Kind: reads.Text}, []reads.Borrowed{of(reads.Optional, text("80")), of(reads.Optional, text("81"))}, "optional text =80"},
		{"one demands it", reads.Read{Need: reads.Expected, Kind: reads.Text}, []reads.Borrowed{of(reads.Optional, text("80")), of(reads.Required, nil)}, "required text"},
		{"whatever comes behind", reads.Read{Need: reads.Expected, Kind: reads.Text}, []reads.Borrowed{of(reads.Required, nil), of(reads.Optional, text("80"))}, "required text"},
		{"an empty one is replaced", reads.Read{Need: reads.Optional, Kind: reads.Text, Fallback: text("")}, []reads.Borrowed{of(reads.Optional, text("80"))}, "optional text =80"},
		{"but not by what is worked out", reads.Read{Need: reads.Optional, Kind: reads.Text, Fallback: text("")}, []reads.Borrowed{computed}, "optional text ="},
		{"which is not told", reads.Read{Need: reads.Expected, Kind: reads.Text}, []reads.Borrowed{computed}, "optional text"},
		{"one says what it is", reads.Read{Need: reads.Expected, Kind: reads.Text}, []reads.Borrowed{number}, "expected integer"},
		{"which was known", reads.Read{Need: reads.Expected, Kind: reads.URL}, []reads.Borrowed{number}, "expected url"},
		{"what it is compared with", reads.Read{Need: reads.Expected, Kind: reads.Text, Literals: []string{"b"}}, []reads.Borrowed{of(reads.Optional, nil, "c", "a"), of(reads.Optional, nil, "b")}, "optional text [a b c]"},
	} {
		r := c.read
		useBorrowed(&r, c.list)
		have := fmt.Sprint(r.Need, " ", r.Kind)
		if r.Fallback != nil {
			have += " =" + *r.Fallback
		}
		if len(r.Literals) > 0 {
			have += fmt.Sprint(" ", r.Literals)
		}
		if have != c.want {
			t.Errorf("%s: have %s, want %s", c.name, have, c.want)
		}
	}
}

// A read says which file its need is from, where its own does not say it.
func TestSaidIn(t *testing.T) {
	for _, c := range []struct {
		have, other reads.Need
		want        string
	}{
		{reads.Expected, reads.Optional, "b.js"}, {reads.Expected, reads.Required, "b.js"}, {reads.Optional, reads.Required, "b.js"},
		{reads.Optional, reads.Optional, ""}, {reads.Expected, reads.Expected, ""}, {reads.Required, reads.Required, ""},
	} {
		r := reads.Read{Need: c.have}
		useBorrowed(&r, []reads.Borrowed{{Read: reads.Read{Need: c.other, File: "b.js"}}})
		if r.SaidIn != c.want {
			t.Errorf("%s, and %s elsewhere: have %q", c.have, c.other, r.SaidIn)
		}
	}
}

// Borrowed reads go to the read that they are of, and to no other on its line.
func TestSettleBorrowed(t *testing.T) {
	found := []reads.Read{
		{Name: "A", Line: 1, Column: 5, Need: reads.Expected}, {Name: "B", Line: 1, Column: 20, Need: reads.Expected}, {Name: "A", Line: 2, Column: 5, Need: reads.Expected},
	}
	u := &unit{file: "a.js", result: reads.Result{Reads: found}}
	s := &secondLook{open: &open{units: map[string]*unit{"a.js": u}}}
	required := reads.Read{Name: "A", Need: reads.Required}
	s.settleBorrowed([]reads.Borrowed{
		{File: "b.js", Line: 1, Column: 5, Read: required}, {File: "a.js", Line: 2, Column: 5, Read: required}, {File: "a.js", Line: 1, Column: 20, Read: required},
	})
	have := ""
	for _, r := range u.result.Reads {
		have += fmt.Sprint(r.Name, r.Line, " ", r.Need, "; ")
	}
	if want := "A1 expected; B1 expected; A2 required; "; have != want {
		t.Errorf("have %s, want %s", have, want)
	}
	for _, r := range found { // which is kept for other states of the tree
		if r.Need != reads.Expected {
			t.Errorf("what was found before is changed: %s of line %d is %s", r.Name, r.Line, r.Need)
		}
	}
}
