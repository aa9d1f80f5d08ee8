package envfile

import (
	"fmt"
	"strings"
	"testing"
)

func TestEntries(t *testing.T) {
	for _, c := range []struct{ src, want string }{
		{"A=1", "A=1 @1:1"},
		{"export A=1", "A=1 @1:8 export"},
		{"  A = b c  # d", "A=b c @1:3 #d"},
		{"A=a#b", "A=a#b @1:1"},
		{"A=", "A= @1:1"},
		{"A='x # y'", "A=x # y @1:1 '"},
		{`A="x\n\"y\""`, "A=x\n\"y\" @1:1 \""},
		{"A=\"x\ny\"\nB=2", "A=x\ny @1:1 \" | B=2 @3:1"},
		{"A='1' # note", "A=1 @1:1 ' #note"},
		{"# A=1", "A=1 @1:3 out"},
		{"#A=1", "A=1 @1:2 out"},
		{"# see a=b", ""},
		{"# Which gate\n\n# One\n# Two\nA=1", "A=1 @5:1 ^One/Two"},
		{"A=1\r\nB=2\r\n", "A=1 @1:1 | B=2 @2:1"},
		{"A=${B}", "A=${B} @1:1"},
		{"a.b-c=1", "a.b-c=1 @1:1"},
	} {
		var got []string
		for _, e := range Parse([]byte(c.src)).Entries {
			one := fmt.Sprintf("%s=%s @%d:%d", e.Name, e.Value, e.Line, e.Column)
			if e.Export {
				one += " export"
			}
			if e.Quote != 0 {
				one += " " + string(e.Quote)
			}
			if e.Commented {
				one += " out"
			}
			if e.Comment != "" {
				one += " #" + e.Comment
			}
			if len(e.Above) > 0 {
				one += " ^" + strings.Join(e.Above, "/")
			}
			got = append(got, one)
		}
		if strings.Join(got, " | ") != c.want {
			t.Errorf("%q:\nhave %s\nwant %s", c.src, strings.Join(got, " | "), c.want)
		}
	}
}

func TestProblems(t *testing.T) {
	for _, c := range []struct{ src, where, part string }{
		{"A 1", "1:3", "= is expected"},
		{"A", "1:2", "= is missing"},
		{"=1", "1:1", "a name is expected"},
		{"A=1\n1B=2", "2:1", "begins with a letter"},
		{"A=\"x", "1:3", "never closed"},
		{"A='x'y", "1:6", "after the closing quote"},
		{"\xef\xbb\xbfA=1", "1:1", "byte-order mark"},
		{"\xff\xfeA\x00", "1:1", "UTF-16"},
		{"A=1\nB=2\r\n", "2:1", "CR LF"},
		{"\x1bA=1", "1:1", "U+001B"},
	} {
		problems := Parse([]byte(c.src)).Problems
		if len(problems) != 1 {
			t.Errorf("%q: %d problems: %v", c.src, len(problems), problems)
			continue
		}
		p := problems[0]
		if where := fmt.Sprintf("%d:%d", p.Line, p.Column); where != c.where || !strings.Contains(p.Reason, c.part) || p.Hint == "" {
			t.Errorf("%q: have %s %s (%s), want %s %s", c.src, where, p.Reason, p.Hint, c.where, c.part)
		}
	}
}

func TestNextLineIsRead(t *testing.T) {
	d := Parse([]byte("A=\"never closed\nB=2\nwhat is this\nC=3\n"))
	if _, found := d.Lookup("B"); !found {
		t.Error("B is lost after an unclosed quote")
	}
	if _, found := d.Lookup("C"); !found {
		t.Error("C is lost after a line that is none")
	}
}

func FuzzParse(f *testing.F) {
	for _, seed := range []string{"A=1\n", "# A='x\ny'\r\n", "export B=\"\\\"\"\n\xff", "\xef\xbb\xbf=", "\xef\xbb\xbf", "A='\n#B=\"\n'"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, src string) {
		d := Parse([]byte(src))
		if string(d.Bytes()) != src {
			t.Fatalf("printed %q, parsed %q", d.Bytes(), src)
		}
		for _, e := range d.Entries {
			if e.Line < 1 || e.Column < 1 || e.Line > 1+strings.Count(src, "\n") {
				t.Fatalf("%q: %s stands at %d:%d", src, e.Name, e.Line, e.Column)
			}
		}
	})
}
