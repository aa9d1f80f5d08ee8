package envfile

import (
	"bytes"
	"errors"
	"strings"
	"testing"
)

func TestSet(t *testing.T) {
	for _, c := range []struct{ src, name, value, want string }{
		{"A=1\nB=2\n", "A", "3", "A=3\nB=2\n"},
		{"A=1\nB=2\n", "C", "3", "A=1\nB=2\nC=3\n"},
		{"A=1", "B", "2", "A=1\nB=2\n"},
		{"", "A", "1", "A=1\n"},
		{"A=1\r\nB=2\r\n", "C", "3", "A=1\r\nB=2\r\nC=3\r\n"},
		{"export A = 'x' # beside\n", "A", "y z", "export A = 'y z' # beside\n"},
		{"A=\"x\"\n", "A", "y", "A=\"y\"\n"},
		{"A=\"x\"\n", "A", "say \"so\"", "A='say \"so\"'\n"},
		{"A='x'\n", "A", "it's", "A=\"it's\"\n"},
		{"A=x # beside\n", "A", "y", "A=y # beside\n"},
		{"A=x\n", "A", "two words", "A='two words'\n"},
		{"A=x\n", "A", "a#b", "A='a#b'\n"},
		{"A=x\n", "A", "$B", "A='$B'\n"},
		{"A=x\n", "A", "", "A=\n"},
		{"A=\n", "A", "x", "A=x\n"},
		{"A=# note\n", "A", "x", "A=x # note\n"},
		{"A=\"two\nlines\" # c\nB=1\n", "A", "one", "A=\"one\" # c\nB=1\n"},
		{"A=1\nA=2\n", "A", "3", "A=1\nA=3\n"},
		{"# A=1\n", "A", "2", "# A=1\nA=2\n"},
		{"AA=1\nA=2\n", "A", "3", "AA=1\nA=3\n"},
		{"\xef\xbb\xbfA=1\n", "A", "2", "\xef\xbb\xbfA=2\n"},
		{"A=x=y\n", "A", "z=w", "A=z=w\n"},
		{"oh dear\nA=1\n", "A", "2", "oh dear\nA=2\n"},
	} {
		d := Parse([]byte(c.src))
		if err := d.Set(c.name, c.value); err != nil {
			t.Errorf("%q: %v", c.src, err)
			continue
		}
		if got := string(d.Bytes()); got != c.want {
			t.Errorf("%q, %s set to %q: have %q, want %q", c.src, c.name, c.value, got, c.want)
		}
		if e, found := d.Lookup(c.name); !found || e.Value != c.value {
			t.Errorf("%q: %s is read back as %q", c.src, c.name, e.Value)
		}
	}
}

func TestSetRefuses(t *testing.T) {
	for _, c := range []struct{ src, name, value, part string }{
		{"A=1\n", "1A", "x", "no name"},
		{"A=1\n", "", "x", "no name"},
		{"A=1\n", "A B", "x", "no name"},
		{"A=\r", "B", "x", "half a line end"},
		{"A=1\n", "aB3dE5fG7hJ9kL1mN2pQ4r", "x", "no name"},
		{"A=1\n", "A", "x\x00y", "control character"},
		{"A=1\n", "A", "'\"", "no quotes suit"},
		{"\xff\xfeA\x00", "A", "x", "not text"},
	} {
		d := Parse([]byte(c.src))
		err := d.Set(c.name, c.value)
		var bad *EditError
		if !errors.As(err, &bad) || !strings.Contains(bad.Reason, c.part) || bad.Hint == "" {
			t.Errorf("%q, %s set to %q: %v", c.src, c.name, c.value, err)
		}
		if got := string(d.Bytes()); got != c.src {
			t.Errorf("%q became %q", c.src, got)
		}
	}
}

// A value is written as it is read back, and refused where that cannot be.
func TestWritten(t *testing.T) {
	for _, c := range []struct{ name, value, raw string }{
		{"A", "", ""},
		{"A", "calm", "calm"},
		{"A", "4 m", "'4 m'"},
		{"A", "it's", "\"it's\""},
		{"A", "$WEIR", "'$WEIR'"},
		{"weir.level", "4", "refused"},
		{"A", "it's $WEIR", "refused"},
		{"A", "a\x00b", "refused"},
	} {
		raw, err := Written(c.name, c.value)
		if err != nil {
			raw = "refused" + raw
		}
		if raw != c.raw {
			t.Errorf("%s=%q is written as %s (%v)", c.name, c.value, raw, err)
		}
		if d := Parse([]byte(c.name + "=" + raw + "\n")); err == nil && (len(d.Entries) != 1 || d.Entries[0].Value != c.value) {
			t.Errorf("%s=%s is read back as %+v", c.name, raw, d.Entries)
		}
	}
}

// What is set is read alike by every dialect, and only its line changes.
func FuzzSet(f *testing.F) {
	for _, src := range corpus {
		f.Add(src, "A", "two words")
	}
	f.Add("A=1\n", "B", "it's")
	f.Add("A='1'\n", "A", "x")
	f.Add("A=0\nA=", "B", "0")
	f.Add("A=#0", "A", "0")
	f.Add("A=\r", "B", "0")
	f.Add(" ", "A0000000000000000000a0000000000000", "0")
	f.Fuzz(func(t *testing.T, src, name, value string) {
		d := Parse([]byte(src))
		if !bytes.Equal(d.Bytes(), []byte(src)) {
			t.Fatalf("%q is printed as %q", src, d.Bytes())
		}
		before := Parse([]byte(src))
		if len(before.Problems) > 0 || d.Set(name, value) != nil {
			return
		}
		e, found := d.Lookup(name)
		if !found || e.Value != value {
			t.Fatalf("%q: %s set to %q is read as %q", src, name, value, e.Value)
		}
		for _, other := range before.Entries {
			was, _ := before.Lookup(other.Name) // of several with a name the last counts
			if now, found := d.Lookup(other.Name); other.Name != name && !other.Commented && (!found || now.Raw == "" && was.Raw != "") {
				t.Fatalf("%q: setting %s to %q takes %s along", src, name, value, other.Name)
			}
		}
	})
}
