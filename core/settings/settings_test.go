package settings

import (
	"errors"
	"strings"
	"testing"
)

type gates struct {
	Name   string         `toml:"name"`
	Open   bool           `toml:"open"`
	Levels map[string]int `toml:"levels"`
	Locks  []struct {
		Name string `toml:"name"`
	} `toml:"lock"`
}

func TestDecode(t *testing.T) {
	const secret = "weir8823"
	for _, c := range []struct {
		src  string
		line int
		part string // of the reason; "" where it is understood
	}{
		{"name = \"x\" # y\nopen = true\n[levels]\n\"a.b.c\" = 1\n[[lock]]\nname = '''\n[[[[\n'''\n", 0, ""},
		{"name = \"" + strings.Repeat(".", 100) + "\"\n", 0, ""},
		{"name = " + secret + "\n", 1, "text is put in quotes"},
		{"\nname = \"" + secret + "\n", 2, "never closed"},
		{"open = \"" + secret + "\"\n", 1, "form that is expected"},
		{"name = \"x\"\n[" + secret + "\n", 2, "heading"},
		{"name\n", 1, "key = value"},
		{"a.b = 1\n", 1, "no such setting"},
		{"a" + strings.Repeat(".a", 100_000) + " = 1\n", 1, "nested"},
		{"a = " + strings.Repeat("[", 100_000) + "\n", 1, "nested"},
		{"[levels]\n" + strings.Repeat("a = 1\n", 100_000), 4002, "settings below one heading"},
		{strings.Repeat("x", 10), 1, "key = value"},
	} {
		var g gates
		err := Decode([]byte(c.src), &g)
		if c.part == "" {
			if err != nil {
				t.Errorf("%.60q: %v", c.src, err)
			}
			continue
		}
		var bad *Error
		if !errors.As(err, &bad) || !strings.Contains(bad.Reason, c.part) || bad.Line != c.line || strings.Contains(bad.Reason, secret) {
			t.Errorf("%.60q: %+v", c.src, bad)
		}
	}
	var tables strings.Builder
	for n := range 5000 {
		tables.WriteString("[levels.a" + strings.Repeat("x", n%50) + string(rune('a'+n%26)) + strings.Repeat("y", n/50) + "]\n")
	}
	if err := Decode([]byte(tables.String()), &gates{}); err == nil || !strings.Contains(err.Error(), "headings") {
		t.Errorf("many headings: %v", err)
	}
}

func FuzzDecode(f *testing.F) {
	f.Add("name = 'x'\n[[lock]]\nname = \"y\"\n")
	f.Fuzz(func(t *testing.T, src string) { Decode([]byte(src), &gates{}) })
}
