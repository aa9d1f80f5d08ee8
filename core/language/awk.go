package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// A program of awk is blocks with patterns before them; an element that an array has not is
// an empty text.
var awk = &reads.Language{
	Name: "awk", Extensions: []string{".awk"}, Interpreters: []string{"awk", "gawk", "mawk", "nawk"},
	Tree: func(f *syntax.File) *parse.Tree { return parse.Ruled(f, awkGrammar) },
	Table: &syntax.Table{
		LineComments: []string{"#"}, WordStart: "$",
		Strings: []syntax.StringForm{{Open: `"`, Close: `"`, Backslash: true}},
		Hook:    syntax.RegexHook, HookBytes: "/",
	},
	Outline:     reads.BraceOutline(false),
	LineEnds:    true,
	QuietParens: true,
	Triggers:    []string{"ENVIRON"},
	Idioms: []reads.Idiom{
		{Access: `ENVIRON[$name]`, Unset: evaluate.Empty},
		{Access: `$name in ENVIRON`, Test: true},
		{Access: `ENVIRON`, Whole: true},
	},
	Uses: []reads.Idiom{
		{Access: `int($read)`, Kind: reads.Integer, Does: evaluate.Converts},
		{Access: `split($read, $rest)`, Kind: reads.List},
		{Access: `length($read)`, Test: true},
	},
	Transparent: []string{"tolower", "toupper"},
	Stops:       []string{"exit"},
	Runs:        reads.Runs{Unset: evaluate.Empty, No: []string{"0"}, Explicit: true, Operators: map[string]string{"~": "=~"}},
}

var awkGrammar = &parse.Grammar{
	Layout: parse.Braces, Heads: true, Ternary: true, LineEnds: true, Commands: true,
	Binary: []string{"||", "&&", "in", "~ !~", "== != < > <= >=", "+ -", "* / %", "^"},
	Assign: "= += -= *= /= %= ^=", Prefix: "! - +", Suffix: "++ --",
	If: "if", Else: "else", Loop: "for while do", Switch: "switch", Case: "case", Default: "default", Return: "return", Leave: "break continue next nextfile",
	Function: "function func", With: "BEGIN END BEGINFILE ENDFILE",
}
