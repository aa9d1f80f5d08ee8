package envfile

import "testing"

// entryNamed returns an entry of a document, in force or commented out.
func entryNamed(t *testing.T, d *Document, name string) *Entry {
	t.Helper()
	for i := range d.Entries {
		if d.Entries[i].Name == name {
			return &d.Entries[i]
		}
	}
	t.Fatalf("there is no %s", name)
	return nil
}

func TestInsert(t *testing.T) {
	for _, c := range []struct{ src, after, want string }{
		{"A=1\nB=2\n", "A", "A=1\n# x\nN=\nB=2\n"},
		{"A=1\nB=2", "B", "A=1\nB=2\n# x\nN=\n"},
		{"A=1\r\nB=2\r\n", "A", "A=1\r\n# x\r\nN=\r\nB=2\r\n"},
		{"A=\"two\nlines\"\nB=1\n", "A", "A=\"two\nlines\"\n# x\nN=\nB=1\n"},
		{"# A=1\n# next\nB=1\n", "A", "# A=1\n# x\nN=\n# next\nB=1\n"},
		{"\xef\xbb\xbfA=1\n", "A", "\xef\xbb\xbfA=1\n# x\nN=\n"},
		{"A=1\n\n# end", "", "A=1\n\n# end\n# x\nN=\n"},
		{"", "", "# x\nN=\n"},
	} {
		d := Parse([]byte(c.src))
		var after *Entry
		if c.after != "" {
			after = entryNamed(t, d, c.after)
		}
		d.Insert(after, []string{"# x", "N="})
		if got := string(d.Bytes()); got != c.want {
			t.Errorf("%q behind %q: have %q, want %q", c.src, c.after, got, c.want)
		}
	}
}

func TestRemove(t *testing.T) {
	for _, c := range []struct{ src, name, want string }{
		{"A=1\nB=2\n", "A", "B=2\n"},
		{"# the group\nA=1\nB=2\n", "A", "# the group\nB=2\n"},
		{"X=1\n\n# about A\nA=1\n\nB=2\n", "A", "X=1\n\nB=2\n"},
		{"X=1\n\n# about A\nA=1\n", "A", "X=1\n\n"},
		{"X=1\n# B=2\nA=1\n", "A", "X=1\n# B=2\n"},
		{"A=\"two\nlines\"\nB=1\n", "A", "B=1\n"},
		{"# A=1\nB=1\n", "A", "B=1\n"},
		{"A=1\r\n\r\nB=1\r\n", "A", "B=1\r\n"},
	} {
		d := Parse([]byte(c.src))
		d.Remove(*entryNamed(t, d, c.name))
		if got := string(d.Bytes()); got != c.want {
			t.Errorf("%q without %s: have %q, want %q", c.src, c.name, got, c.want)
		}
	}
}
