package language

import (
	"reflect"
	"strings"
	"testing"

	"inzicht/core/syntax"
	"inzicht/core/testtree"
)

// TestFoldedTokens holds what a scanner gives that passes over functions to
// what it gives otherwise: the same tokens, but for those passed over.
func TestFoldedTokens(t *testing.T) {
	folds := 0
	testtree.EachFile(t, "testdata", func(file, _ string, src []byte) {
		l := Of(file)
		if l == nil || l.Passes == "" {
			return
		}
		whole := l.Table.Scan(src, false)
		for _, marks := range [][]int32{nil, {int32(len(src) / 2)}, {int32(len(src) / 3), int32(len(src) - 1)}} {
			folded := l.Table.ScanFolded(nil, src, syntax.Folding{Marks: marks, May: func(f *syntax.File, open int) bool { return f.Is(open-1, ")") || f.Is(open-1, "=>") }})
			folds += len(folded.Folds)
			want := outside(whole, folded.Folds)
			for i := range min(len(want), len(folded.Tokens)) {
				have := folded.Tokens[i]
				if have.Mate, want[i].Mate = 0, 0; have != want[i] {
					t.Fatalf("%s, marks %v: token %d is %+v, want %+v", file, marks, i, have, want[i])
				}
			}
			if len(want) != len(folded.Tokens) {
				t.Errorf("%s, marks %v: %d tokens, want %d", file, marks, len(folded.Tokens), len(want))
			}
		}
	})
	if folds < 100 {
		t.Errorf("only %d blocks were passed over", folds)
	}
}

// outside returns the tokens that do not lie in what was passed over.
func outside(f *syntax.File, folds []syntax.Span) (list []syntax.Token) {
	for _, token := range f.Tokens {
		for len(folds) > 0 && folds[0].Hi <= token.Start {
			folds = folds[1:]
		}
		if len(folds) == 0 || token.Start < folds[0].Lo {
			list = append(list, token)
		}
	}
	return list
}

// fillers are functions that have nothing to do with the environment.
var fillers = map[string]string{
	"js":   "function raise(level, keeper) {\n  if (level > 4) { return `gate ${level} }`; }\n  return level / 2 / keeper.call(/[}\"]/, '}');\n}\n",
	"c":    "static int raise(int level, int keeper)\n{\n    if (level > 4) { return '}'; }\n    return level + keeper; /* } */\n}\n",
	"go":   "func raise(level int, keeper func(string) int) int {\n\tif level > 4 {\n\t\treturn keeper(`}`)\n\t}\n\treturn level + len(\"}\")\n}\n",
	"rs":   "fn raise<'a>(level: u32, keeper: &'a str) -> u32 {\n    if level > 4 { return keep(r#\"}\"#); }\n    level + keeper.len() as u32\n}\n",
	"php":  "function raise($level, $keeper) {\n    if ($level > 4) { return \"gate {$level} }\"; }\n    return $level . '}';\n}\n",
	"pl":   "sub raise {\n    my ($level, $keeper) = @_;\n    if ($level > 4) { return qq{gate {$level}}; }\n    return $level =~ m/}/;\n}\n",
	"java": "    int raise(int level, Keeper keeper) {\n        if (level > 4) { return keeper.call(\"}\"); }\n        return level + '}';\n    }\n",
}

// TestFolding holds the engine to finding what is in functions far from
// anything that looks like a read, where something found elsewhere leads there.
func TestFolding(t *testing.T) {
	cases := []struct{ about, extension, before, after, want string }{
		{"an alias", "js", "const vars = process.env;\n", "function url() {\n  return vars.GATE_URL;\n}\n", "GATE_URL"},
		{"a helper", "js", "function need(name) {\n  return process.env[name];\n}\n", "function url() {\n  return need('GATE_URL') + need('GATE_KEY');\n}\n", "GATE_URL GATE_KEY"},
		{"a helper round a helper", "js", "function need(name) {\n  return process.env[name];\n}\n…function gate(key) {\n  return need('GATE_' + key);\n}\n", "function url() {\n  return gate('URL');\n}\n", "GATE_URL"},
		{"a member of the object", "js", "class Gate {\n  constructor(e = process.env) {\n    this.vars = e;\n  }\n…", "  url() {\n    return this.vars.GATE_URL;\n  }\n}\n", "GATE_URL"},
		{"a value that is tested later", "js", "const url = process.env.GATE_URL;\n", "function start() {\n  if (!url) {\n    throw new Error('no gate');\n  }\n}\n", "GATE_URL!"},
		{"a function of the library", "rs", "use std::env::var;\n", "fn url() -> String {\n    var(\"GATE_URL\").unwrap()\n}\n", "GATE_URL!"},
		{"all of the library", "rs", "use std::env::*;\n", "fn url() -> String {\n    var(\"GATE_URL\").unwrap()\n}\n", "GATE_URL!"},
		{"a method", "go", "package gate\n\nimport \"os\"\n\ntype Config struct{}\n\nfunc (c Config) need(name string) string {\n\treturn os.Getenv(name)\n}\n", "func (c Config) url() string {\n\treturn c.need(\"GATE_URL\")\n}\n", "GATE_URL"},
		{"a helper of C", "c", "#include <stdlib.h>\nstatic const char *need(const char *name)\n{\n    return getenv(name);\n}\n", "const char *url(void)\n{\n    return need(\"GATE_URL\");\n}\n", "GATE_URL"},
		{"a helper of PHP", "php", "<?php\nfunction need($name) {\n    return getenv($name);\n}\n", "function url() {\n    return need('GATE_URL');\n}\n", "GATE_URL"},
		{"a helper of Perl", "pl", "sub need {\n    my $name = shift;\n    return $ENV{GATE_ALL};\n}\n", "sub url {\n    return $ENV{GATE_URL};\n}\n", "GATE_ALL GATE_URL"},
		{"a field of Java", "java", "class Gate {\n    private final Map<String, String> all = System.getenv();\n", "    String url() {\n        return all.get(\"GATE_URL\");\n    }\n}\n", "GATE_URL"},
		{"nothing", "js", "const path = process.env.GATE_URL;\n", "function other(vars) {\n  return vars.GATE_KEY;\n}\n", "GATE_URL"},
	}
	for _, c := range cases {
		filler := strings.Repeat(fillers[c.extension], 4)
		src := []byte(strings.ReplaceAll(c.before, "…", filler) + filler + c.after + filler)
		l := Of("gate." + c.extension)
		l, err := l.Compiled()
		if err != nil {
			t.Fatal(err)
		}
		var have []string
		list := l.Analyse("gate."+c.extension, src, nil).Reads
		for _, r := range list {
			if r.Need == "required" {
				r.Name += "!"
			}
			if r.Name != "" {
				have = append(have, r.Name)
			}
		}
		if strings.Join(have, " ") != c.want {
			t.Errorf("%s: %v, want %s", c.about, have, c.want)
		}
		all := *l
		all.Passes = ""
		if whole := all.Analyse("gate."+c.extension, src, nil).Reads; !reflect.DeepEqual(list, whole) {
			t.Errorf("%s: %+v, and looked at whole %+v", c.about, list, whole)
		}
	}
}
