package survey

import (
	"strings"
	"testing"

	"inzicht/core/language"
	"inzicht/core/reads"
	"inzicht/core/testtree"
)

// Words that a line gives a text to are found, with and without the faster
// search for few of them.
func TestDefinedWords(t *testing.T) {
	for _, c := range []struct {
		words []string
		src   string
		want  bool
	}{
		{[]string{"GATE_URL"}, `const GATE_URL = "x"`, true},
		{[]string{"GATE_URL"}, `#define GATE_URL "x"`, true},
		{[]string{"GATE_URL"}, `GATE_URL: 'x',`, true},
		{[]string{"GATE_URL"}, `use(GATE_URL)`, false},
		{[]string{"GATE_URL"}, `MY_GATE_URL = "x"`, false},
		{[]string{"GATE_URL"}, `GATE_URLS = "x"`, false},
		{[]string{"GATE_URL"}, `if GATE_URL then print("x")`, true}, // it may be, and is looked at closer
		{[]string{"GATE_URL", "GATE_KEY"}, `x = 1; GATE_KEY = "k"`, true},
		{[]string{"Keys.GATE_URL"}, `class Keys { GATE_URL = "x" }`, true},
		{[]string{"keys.GATE_URL"}, `GATE_URL = "x"`, true}, // the file's name
		{[]string{"lock.GATE_URL"}, `GATE_URL = "x"`, true}, // the folder's
		{[]string{"Names.GATE_URL"}, `class Keys { GATE_URL = "x" }`, false},
		{nil, `GATE_URL = "x"`, false},
	} {
		owners := map[string][]string{}
		for _, word := range c.words {
			owners[lastName(word)] = append(owners[lastName(word)], ownerOf(word))
		}
		words := searchFor(definedWords(owners))
		for range 2 { // with and without the faster search
			if have := words.in(nil, "lock/keys.x", []byte(c.src)) != 0; have != c.want {
				t.Errorf("%v in %q: %v", c.words, c.src, have)
			}
			words.quick = nil
		}
	}
}

// A function is looked for where it is defined, and not where it is called.
func TestDefinesFunction(t *testing.T) {
	for src, want := range map[string]bool{
		"func need(name string) string {":                   true,
		"func (r *Reader) need(name string) string {":       true,
		"def need(name)":                                    true,
		"static char *need(const char *name)\n{":            true,
		"std::vector<int> need(int n) {":                    true,
		"const need = (name) => name":                       true,
		"exports.need = read":                               true,
		"class A {\n  need(name) {":                         true,
		"class A {\n  need(name): string {":                 true,
		"class A {\n  void f();\n  need(a, (b)) throws E {": true,
		"{ name, need(n) { return n } }":                    true,
		"{ need: read }":                                    true,
		"need(name)\n{":                                     true,
		"x = need(name)":                                    false,
		"f(a, need(name), b)":                               false,
		"{\n  need(name);\n  if (x) {":                      false,
		"$this->need(name)":                                 false,
		"array('a' => need(name))":                          false,
		"return need(name)":                                 false,
		"if need(name) {":                                   false,
		"for range need(name) {":                            false,
		"defer need(name)":                                  false,
		"f(need)":                                           false,
		"need":                                              false,
	} {
		at := strings.Index(src, "need")
		if have := definesFunction([]byte("\n"+src), at+1, at+5); have != want {
			t.Errorf("%q: %v", src, have)
		}
	}
}

// Names with signs in them are found as a whole.
func TestSearchForNamesWithSigns(t *testing.T) {
	words := searchFor(newWordSet([]string{"Get-Need", "need!", "get"}), newWordSet([]string{"Get-Gate", "need'"}))
	for src, want := range map[string]setMask{ // in any order
		"Get-Need 'X'":      1,
		"a = need!(\"X\")":  1,
		"Get-Gate; need":    2,
		"need' 1":           2,
		"Get-Needs":         0,
		"Get - Need":        0,
		"need":              0,
		"get Get-":          1,
		"Get-Need Get-Gate": 3,
	} {
		for _, quick := range []*reads.Words{words.quick, nil} {
			if have := (&search{words.sets, words.words, words.longer, quick, words.starts, words.shapes}).in(nil, "a.x", []byte(src)); have != want {
				t.Errorf("%q: sets %b, want %b", src, have, want)
			}
		}
	}
}

// Several sets are looked for in one reading, and a word may be of several.
func TestSearchFor(t *testing.T) {
	never := wordSetOf([]string{"gate"}, func(*place) bool { return false })
	words := searchFor(newWordSet([]string{"gate", "lock"}), never, newWordSet([]string{"lock"}), newWordSet([]string{"$key"}))
	for src, want := range map[string]setMask{
		"":                  0,
		"gate":              1,
		"a gate, no locks":  1,
		"lock":              1 | 4,
		"unlock xgate":      0,
		"pad.lock\n$key":    1 | 4 | 8,
		"a$key key":         0,
		"lock(gate) $key;":  1 | 4 | 8,
		"l lo loc lockgate": 0,
	} {
		for _, quick := range []*reads.Words{words.quick, nil} {
			if have := (&search{words.sets, words.words, words.longer, quick, words.starts, words.shapes}).in(nil, "a.x", []byte(src)); have != want {
				t.Errorf("%q: sets %b, want %b", src, have, want)
			}
		}
	}
}

// A function of another file that ends the program where a variable is not set
// says that it is required.
func TestEndsElsewhere(t *testing.T) {
	for _, c := range []struct{ tree, want string }{
		{"-- package.json --\n{}\n-- die.js --\nexport function die(m) { console.error(m); process.exit(1); }\n-- a.js --\nimport { die } from './die.js';\nconst x = process.env.GATE;\nif (!x) {\n  die('no gate');\n}\n", "GATE required"},
		{"-- package.json --\n{}\n-- die.js --\nexport function die(m) { console.error(m); }\n-- a.js --\nimport { die } from './die.js';\nconst x = process.env.GATE;\nif (!x) {\n  die('no gate');\n}\n", "GATE optional"},
		{"-- util.py --\nimport sys\ndef die(m):\n    sys.exit(m)\n-- a.py --\nimport os\nfrom util import die\ntry:\n    x = os.environ['GATE']\nexcept KeyError:\n    die('gate')\n", "GATE required"},
	} {
		s, err := Take(testtree.Tree(t, c.tree), Options{})
		if err != nil {
			t.Fatal(err)
		}
		if len(s.Reads) != 1 || s.Reads[0].Name+" "+string(s.Reads[0].Need) != c.want {
			t.Errorf("%s\nhave %v\nwant %s", c.tree, s.Reads, c.want)
		}
	}
}

// A name of Go in small letters is known in its folder alone, and what the language reads
// by is no helper's call.
func TestCalledWordsOfGo(t *testing.T) {
	known, err := language.Compiled(nil)
	if err != nil {
		t.Fatal(err)
	}
	words := searchFor(calledWords(known, []*reads.Helper{
		{Name: "need", File: "env/need.go", Exported: true},
		{Name: "Getenv", File: "env/get.go", Exported: true},
		{Name: "read", Owner: "loader", File: "env/load.go", Exported: true},
	}))
	for _, c := range []struct {
		file, src string
		want      bool
	}{
		{"env/other.go", "x := need(\"A\")", true},
		{"main/main.go", "import \"m/env\"\nx := need(\"A\")", false},
		{"main/main.go", "import \"m/env\"\nx := env.Getenv(\"A\")", true},
		{"main/main.go", "import \"m/env\"\nx := os.Getenv(\"A\")", false},
		{"main/main.go", "import \"m/env\"\nx := loader{}", false},
		{"env/other.go", "x := loader{}", true},
	} {
		if have := words.in(nil, c.file, []byte(c.src)) != 0; have != c.want {
			t.Errorf("%s: %s: %v", c.file, c.src, have)
		}
	}
}
