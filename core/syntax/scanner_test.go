package syntax_test

import (
	"fmt"
	"strings"
	"testing"

	"inzicht/core/language"
	"inzicht/core/syntax"
)

var kindNames = map[syntax.Kind]string{
	syntax.Word: "w", syntax.Number: "n", syntax.String: "s", syntax.Quote: "q", syntax.Unquote: "u", syntax.Text: "t",
	syntax.Open: "(", syntax.Close: ")", syntax.Punct: "p", syntax.Regex: "r", syntax.Comment: "c", syntax.Space: "_",
}

// row writes tokens as kind:text, separated by blanks.
func row(f *syntax.File) string {
	var out []string
	for i, t := range f.Tokens {
		out = append(out, kindNames[t.Kind]+":"+f.Text(i))
	}
	return strings.Join(out, " ")
}

func TestScan(t *testing.T) {
	for _, c := range []struct{ file, src, want string }{
		{"a.py", "x = 1 # c", "w:x p:= n:1"},
		{"a.py", `f"a{b}c"`, `q:f" t:a (:{ w:b ):} t:c u:"`},
		{"a.py", `f"{{a}}"`, `s:f"{{a}}"`},
		{"a.py", `rb'\'' x`, `s:rb'\'' w:x`},
		{"a.py", "'unclosed\ny", "s:'unclosed w:y"},
		{"a.py", `"""a"b""" c`, `s:"""a"b""" w:c`},
		{"a.py", "f(x[1])", "w:f (:( w:x (:[ n:1 ):] ):)"},
		{"a.groovy", `"$a.b.c $d. ${e}"`, `q:" (:$ w:a p:. w:b p:. w:c ): t:  (:$ w:d ): t:.  (:${ w:e ):} u:"`},
		{"a.kt", `"$a.b"`, `q:" (:$ w:a ): t:.b u:"`},
		{"a.js", "a/b/c", "w:a p:/ w:b p:/ w:c"},
		{"a.js", "x = /a[/]b/g.test(y)", "w:x p:= r:/a[/]b/g p:. w:test (:( w:y ):)"},
		{"a.js", "if (a) /b/.c", "w:if (:( w:a ):) r:/b/ p:. w:c"},
		{"a.js", "(a) / b / c", "(:( w:a ):) p:/ w:b p:/ w:c"},
		{"a.js", "`a${b}`", "q:` t:a (:${ w:b ):} u:`"},
		{"a.js", "`a${`b${c}`}`", "q:` t:a (:${ q:` t:b (:${ w:c ):} u:` ):} u:`"},
		{"a.js", "/* a */ b // c", "w:b"},
		{"a.js", "a?.5:1", "w:a p:? p:. n:5 p:: n:1"},
		{"a.js", "x = <b>don't {y}</b>", "w:x p:= (:< w:b p:> t:don't  (:{ w:y ):} ):</b>"},
		{"a.js", "x = <b c='d' {...e} />; f", "w:x p:= (:< w:b w:c p:= t:'d' (:{ p:... w:e ):} ):/> p:; w:f"},
		{"a.js", "f = <T>(x) => y", "w:f p:= p:< w:T p:> (:( w:x ):) p:=> w:y"},
		{"a.ts", "y = <any>z", "w:y p:= p:< w:any p:> w:z"},
		{"a.go", "a := `x\n\"y` + 'c'", "w:a p::= s:`x\n\"y` p:+ s:'c'"},
	} {
		f := language.Of(c.file).Table.Scan([]byte(c.src), false)
		if got := row(f); got != c.want {
			t.Errorf("%s %q:\nhave %s\nwant %s", c.file, c.src, got, c.want)
		}
	}
}

func TestPosition(t *testing.T) {
	f := language.Of("a.py").Table.Scan([]byte("a\nbc d\n\ne"), false)
	var got []string
	for _, token := range f.Tokens {
		line, column := f.Position(int(token.Start))
		got = append(got, fmt.Sprintf("%d:%d", line, column))
	}
	if want := "1:1 2:1 2:4 4:1"; strings.Join(got, " ") != want {
		t.Errorf("have %s, want %s", got, want)
	}
}

func TestValue(t *testing.T) {
	for _, c := range []struct{ file, src, want string }{
		{"a.py", `'a\'b'`, "a'b"},
		{"a.py", `r'a\b'`, `a\b`},
		{"a.py", `"\x41\u0042"`, "AB"},
		{"a.js", `"\u{43}"`, "C"},
		{"a.go", "`a\\n`", `a\n`},
	} {
		f := language.Of(c.file).Table.Scan([]byte(c.src), false)
		if got, ok := f.Value(0); !ok || got != c.want {
			t.Errorf("%s: have %q %v, want %q", c.src, got, ok, c.want)
		}
	}
}

// covers reports whether tokens, trivia included, cover the source exactly and
// brackets are paired both ways.
func covers(f *syntax.File) error {
	at := int32(0)
	for i, token := range f.Tokens {
		if token.Start != at || token.End < token.Start {
			return fmt.Errorf("token %d covers %d to %d, after %d", i, token.Start, token.End, at)
		}
		at = token.End
		if m := token.Mate; m >= 0 && (int(m) >= len(f.Tokens) || f.Tokens[m].Mate != int32(i)) {
			return fmt.Errorf("token %d and %d are no pair", i, m)
		}
	}
	if int(at) != len(f.Src) {
		return fmt.Errorf("tokens end at %d of %d", at, len(f.Src))
	}
	return nil
}

// FuzzScan holds every language's scanner to covering its input.
func FuzzScan(f *testing.F) {
	for _, seed := range []string{
		"f\"{a!r:>{w}}\" '''x", "`${a}` <b>{c}</b> /re/", "((([{\"'`", "<<~A\n#{x}\nA\n%q{a}", "r#\"a\"# /* /* */", "$\"{a}\" @\"b\"\"c\"", "=begin\n=end\n=pod\n=cut",
		"<?php echo \"$a[0] {$b->c}\" ?> html", "q{a{b}c} s/a/b/", "[==[ a ]==] --[[ b ]]", "~s(a #{b})", "\"\"\"a\"\"\"\"", "\xff\xfe\x00",
	} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, src string) {
		for _, l := range language.All {
			if l.Table == nil {
				continue
			}
			if err := covers(l.Table.Scan([]byte(src), true)); err != nil {
				t.Fatalf("%s: %v", l.Name, err)
			}
		}
	})
}
