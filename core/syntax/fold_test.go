package syntax_test

import (
	"fmt"
	"math/rand"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"inzicht/core/language"
	"inzicht/core/syntax"
)

// What may stand in a function and look like its end. Each piece is put into
// the body of a function, and must be passed over with it.
var traps = map[string][]string{
	"a.js": {
		"a = '}';", "a = \"}\";", "a = `}`;", "a = `${'}'}`;", "a = `${ {b: `}`} }`;", "// }\n", "/* } */", "a = /}/;", "a = /[}/]/.test(b);",
		"if (a) /}/.test(b);", "if (a) { b } /}/.test(c);", "(a) / b; '}'; c / d;", "a = b / c; '}' / d;", "a = [1] / 2; b = '}' / 3;",
		"a = <b c='}'>don't } {d}</b>;", "a < b; c > d;", "while (a) { /}/.test(b) }", "return /}/;", "a++ / 2; '}' / 3;", "f(() => { /}/ });", "a = b\n/c/d;",
	},
	"a.ts":  {"a = <T>b;", "const a: Map<string, {}> = {};", "a = b as { c: '}' };", "a = /}/;", "a<b>(c);"},
	"a.c":   {"a = '}';", "a = \"}\\\"\";", "/* } */", "// } \\\n }\n", "a = '\\'';", "a = L\"}\";"},
	"a.cpp": {"a = R\"x()})x\";", "a = R\"(})\";", "a = 1'000'000;", "a = u8\"}\";"},
	"a.go":  {"a := `}\n`", "a := '}'", "a := \"}\"", "// }\n", "/* } */"},
	"a.rs":  {"let a = r#\"}\"#;", "let a = '}';", "fn b<'a>(c: &'a str) {}", "let a = b'}';", "/* } /* } */ } */", "let a = br##\"}\"# }\"##;", "loop { break 'a; }"},
	"a.php": {"$a = '}';", "$a = \"{$b['}']}\";", "# }\n", "// }\n", "#[A(b: '}')]\n", "$a = \"${b}\";"},
	"a.pl":  {"$a = '}';", "$a = q{ {} };", "$a = qq(});", "$a =~ m/}/;", "$a =~ s{ \\} }{ {} }x;", "$a = $b / $c; '}' / 2;", "split /}/, $a;", "$a = qw( } );", "tr/}/x/;", "# }\n", "my $y = 1; $h{y} = 2;", "$#{$a};"},
	"a.cs":  {"a = '}';", "a = @\"\"\"}\";", "a = $\"{b}}}\";", "a = \"\"\"\n}\n\"\"\";", "// }\n"},
	"a.kt":  {"val a = '}'", "val a = \"}\"", "val a = \"\"\"}\"\"\"", "val a = \"${\"}\"}\"", "/* /* } */ } */"},
	"a.java": {
		"a = '}';", "a = \"}\";", "a = \"\"\"\n  }\n  \"\"\";", "// }\n", "/* } */", "a = '\\'';",
	},
	"a.swift": {"let a = \"}\"", "let a = #\"}\"#", "let a = \"\"\"\n}\n\"\"\"", "let a = \"\\(\"}\")\"", "/* /* } */ } */"},
	"a.dart":  {"a = '}';", "a = \"${'}'}\";", "a = r'}';", "a = '''\n}\n''';"},
	"a.scala": {"val a = '}'", "val a = \"}\"", "val a = s\"${\"}\"}\"", "val a = \"\"\"}\"\"\"", "/* /* } */ } */"},
}

// always lets every block behind a parenthesis be passed over.
func always(f *syntax.File, open int) bool { return f.Is(open-1, ")") }

func TestFoldTraps(t *testing.T) {
	for file, pieces := range traps {
		table := language.Of(file).Table
		for _, piece := range pieces {
			for _, around := range []string{"%s", "x; %s y;", "if (a) { %s } else { b(c[d]); }", "%s %[1]s"} {
				body := fmt.Sprintf(around, piece)
				if strings.Contains(piece, "\n") && !strings.HasSuffix(piece, "\n") && around == "%s %[1]s" {
					continue // two strings on one line
				}
				head, tail := "f(a) {", " "+strings.Repeat(" ", 60)+"} tail"
				if file == "a.php" {
					head = "<?php " + head
				}
				src := head + body + tail
				folded := table.ScanFolded(nil, []byte(src), syntax.Folding{May: always})
				if len(folded.Folds) != 1 || int(folded.Folds[0].Lo) != len(head) || int(folded.Folds[0].Hi) != len(src)-len("} tail") {
					t.Errorf("%s: in %q passed over are %v", file, src, folded.Folds)
				}
				whole := table.Scan([]byte(src), false)
				if last := len(whole.Tokens) - 1; !whole.Is(last, "tail") || !whole.Is(last-1, "}") || whole.Mate(last-1) < 0 {
					t.Errorf("%s: the piece %q is none", file, piece)
				}
			}
		}
	}
}

// A block that holds a mark is read, and so is every one round it; others are not.
func TestFoldMarks(t *testing.T) {
	filler := strings.Repeat("x; ", 100)
	src := "f(a) {" + filler + "} g(b) {" + filler + "h(c) {" + filler + "} i(d) { HERE }" + filler + "} j(e) {" + filler + "}"
	at := int32(strings.Index(src, "HERE"))
	f := language.Of("a.js").Table.ScanFolded(nil, []byte(src), syntax.Folding{Marks: []int32{at}, May: always})
	var heads []string
	for _, fold := range f.Folds {
		heads = append(heads, string(src[fold.Lo-6]))
	}
	if have := strings.Join(heads, " "); have != "f h j" {
		t.Errorf("passed over are %s", have)
	}
	if plain := string(f.Unfolded()); len(plain) != len(src) || strings.Count(plain, "x;") != 200 || !strings.Contains(plain, "HERE") {
		t.Errorf("what is left is %q", plain)
	}
	none := language.Of("a.js").Table.ScanFolded(nil, []byte(src), syntax.Folding{May: func(*syntax.File, int) bool { return false }})
	if len(none.Folds) != 0 || string(none.Unfolded()) != src {
		t.Errorf("passed over are %v, though none may be", none.Folds)
	}
}

// Damaged source: brackets that do not fit, ends that are missing. Nothing is
// passed over that is not closed, and tokens stay in order.
func TestFoldDamaged(t *testing.T) {
	filler := strings.Repeat("y; ", 40)
	for _, src := range []string{
		"f(a) {" + filler, "f(a) {" + filler + ")", "f(a) {" + filler + "(}", "f(a) {" + filler + "`${", "f(a) {" + filler + "'", "f(a) {" + filler + "/*",
		"f(a) {" + filler + "<b>", "f(a) {" + strings.Repeat("g(b) {", 3000) + filler, strings.Repeat("f(a) {"+filler+"]", 50),
	} {
		f := language.Of("a.js").Table.ScanFolded(nil, []byte(src), syntax.Folding{Marks: []int32{int32(len(src) - 1)}, May: always})
		if len(f.Folds) != 0 {
			t.Errorf("%.60q: passed over are %v", src, f.Folds)
		}
		end := int32(0)
		for _, token := range f.Tokens {
			if token.Start < end || token.End < token.Start {
				t.Fatalf("%.60q: token %+v behind %d", src, token, end)
			}
			end = token.End
		}
	}
}

// FuzzFold holds a scanner that passes over blocks, in any language and with
// marks anywhere, to the tokens of one that does not.
func FuzzFold(f *testing.F) {
	files, _ := filepath.Glob("../language/testdata/*")
	for n, file := range files {
		if src, err := os.ReadFile(file); err == nil {
			f.Add(string(src[:min(len(src), 3000)]), int64(n))
		}
	}
	f.Fuzz(func(t *testing.T, src string, seed int64) {
		rng := rand.New(rand.NewSource(seed))
		var marks []int32
		for at := rng.Intn(200); at < len(src); at += 1 + rng.Intn(2000) {
			marks = append(marks, int32(at))
		}
		for _, l := range language.All {
			if l.Passes == "" {
				continue
			}
			folded := l.Table.ScanFolded(nil, []byte(src), syntax.Folding{Marks: marks, May: always})
			end := int32(0)
			for i, token := range folded.Tokens {
				if token.Start < end || int(token.End) > len(src) || token.Mate >= 0 && folded.Mate(int(token.Mate)) != i {
					t.Fatalf("%s: token %d is %+v", l.Name, i, token)
				}
				end = token.End
			}
		}
	})
}
