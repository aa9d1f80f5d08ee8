package language

import (
	"strings"

	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var perl = &reads.Language{
	Name: "perl", Extensions: []string{".pl", ".pm", ".t", ".psgi", ".cgi"}, Names: []string{"cpanfile"}, Interpreters: []string{"perl"},
	Grammar: perlGrammar,
	Table: &syntax.Table{
		LineComments: []string{"#"}, WordStart: "$@", DotJoins: true, Arrows: true,
		Strings: []syntax.StringForm{
			{Open: "'", Close: "'", Backslash: true, Verbatim: true, Lines: true},
			{Open: `"`, Close: `"`, Backslash: true, Lines: true, Holes: perlStringHoles},
			{Open: "`", Close: "`", Backslash: true, Lines: true, Holes: perlStringHoles},
		},
		Hook: syntax.PerlHook(syntax.PerlForms{Plain: 0, Interpolated: 1}), HookBytes: "=_/<qmsty$",
	},
	Modifiers:   true,
	Outline:     perlOutline,
	Passes:      "sub",
	Triggers:    []string{"ENV"},
	QuietParens: true,
	Idioms: []reads.Idiom{
		{Access: `@ENV{$names}`},
		{Access: `$ENV{$key}`},
		{Access: `%ENV`, Whole: true},
	},
	Uses: append([]reads.Idiom{
		{Access: `int($read)`, Kind: reads.Integer, Does: evaluate.Converts},
		{Access: `defined($read)`, Test: true},
		{Access: `exists($read)`, Test: true},
		{Access: `length($read)`, Test: true},
	}, perlGiven...),
	Transparent: []string{"lc", "uc", "lcfirst", "ucfirst"},
	Stops:       []string{"die", "croak", "confess", "exit"},
	Nothing:     []string{"undef"},
	Rewrites:    perlRewrites,
	Runs:        reads.Runs{No: []string{"0"}, Explicit: true, EmptyLists: true, Returns: true, Signs: true, Arguments: "@_", Shift: "shift", Catchers: []string{"eval"}},
	WordOr:      []string{"||", "//", "or"},
	Formats:     []string{"sprintf"},
}

// perlStringHoles keep "$ENV{NAME}" in strings together with its subscript.
var perlStringHoles = []syntax.Hole{{Open: "$", Subscript: true}, {Open: "@{[", Close: "]"}, {Open: "${", Close: "}"}}

// perlOutline outlines by braces, and binds the variables of foreach and what
// modules give.
func perlOutline(f *syntax.File) *reads.Outline {
	o := reads.BraceOutline(false)(f)
	for i := range f.Tokens {
		if f.Is(i, "use") && i+1 < len(f.Tokens) && f.Kind(i+1) == syntax.Word {
			perlUse(f, o, i)
			continue
		}
		if !f.Is(i, "foreach") && !f.Is(i, "for") {
			continue
		}
		name := i + 1
		if f.Is(name, "my") || f.Is(name, "our") {
			name++
		}
		if f.Kind(name) == syntax.Word && f.Is(name+1, "(") && f.Mate(name+1) > 0 {
			o.Bind(f.Text(name), reads.Binding{At: name, Value: reads.Range{Lo: name + 2, Hi: f.Mate(name + 1)}, Element: true, Function: -1})
		}
	}
	return o
}

// perlUse binds what use Module names, or all that it gives.
func perlUse(f *syntax.File, o *reads.Outline, i int) {
	module, at := f.Text(i+1), i+2
	for ; f.Is(at, "::") && f.Kind(at+1) == syntax.Word; at += 2 {
		module += "." + f.Text(at+1)
	}
	listed := false
	for ; at < len(f.Tokens) && !f.Is(at, ";") && f.Kind(at) != syntax.Word; at++ {
		if f.Kind(at) != syntax.String {
			continue
		}
		names, _ := f.Value(at)
		for _, name := range strings.Fields(names) {
			if strings.HasPrefix(name, ":") { // the name of several
				continue
			}
			listed = true
			o.Import(name, module+"."+name, i)
		}
	}
	if !listed && syntax.IsCapital(module) {
		o.Import("*", module, i)
	}
}

var perlGrammar = &parse.Grammar{
	Layout: parse.Braces, Heads: true, Ternary: true, Records: true, Commands: true, BraceKeys: true, Blocks: "eval map grep sort first any all none notall", Single: "defined exists ref scalar lc uc lcfirst ucfirst length shift pop delete chdir rmdir readlink",
	Binary: []string{"or xor", "and", "..", "|| //", "&&", "|", "&", "== != <=> eq ne cmp =~ !~", "< > <= >= lt gt le ge", "<< >>", "+ - .", "* / x", "**"}, Right: "**",
	Assign: "= += -= *= /= .= %= ||= &&= //= **= |= &= ^= x=", Prefix: "! - + ~ not \\ ++ -- %", Suffix: "++ --", Member: "-> ::", LambdaWords: "sub",
	If: "if", Elif: "elsif", Else: "else", Unless: "unless", Loop: "for foreach while until", Return: "return", Throw: "die croak confess", Leave: "next last redo",
	Function: "sub", Import: "use no require package", Constants: "constant", With: "BEGIN UNITCHECK CHECK INIT", Declare: "my our local state", Nothing: "undef", Later: "if unless while until for foreach",
}
