package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var vala = &reads.Language{
	Name: "vala", Extensions: []string{".vala", ".vapi"},
	Grammar: &parse.Grammar{
		Layout: parse.Braces, Heads: true, Ternary: true, Typed: true, Angles: true, Arrow: "=>", ParenCasts: true,
		Binary: []string{"??", "||", "&&", "|", "^", "&", "== !=", "< > <= >= in is", "<< >>", "+ -", "* / %"}, Right: "??",
		Assign: "= += -= *= /= |= &=", Prefix: "! - + ~ ++ -- ref out owned unowned", Suffix: "++ --", Member: ". ?. ::", Casts: "as",
		If: "if", Else: "else", Loop: "for foreach while do", Switch: "switch", Case: "case", Default: "default", Try: "try", Catch: "catch", Finally: "finally",
		Return: "return", Throw: "throw", Leave: "break continue", Class: "class struct interface enum namespace", Import: "using", Declare: "var",
		Modifier: "public private protected internal static const abstract virtual override async", Nothing: "null", Bool: "true false",
	},
	Table: &syntax.Table{
		LineComments: cComments, BlockComments: cBlocks, WordStart: "@",
		Strings: []syntax.StringForm{textBlock, plainString, character},
	},
	Outline:  reads.BraceOutline(false),
	Roots:    []string{"GLib"},
	Triggers: []string{"get_variable", "getenv", "get_environ"},
	Idioms: []reads.Idiom{
		{Access: `Environment.get_variable($name)`},
		{Access: `GLib.Environment.get_variable($name)`},
		{Access: `Environ.get_variable($any, $name)`},
	},
	Uses: []reads.Idiom{
		{Access: `int.parse($read)`, Kind: reads.Integer, Does: evaluate.Converts},
		{Access: `bool.parse($read)`, Kind: reads.Boolean, Does: evaluate.Converts},
		{Access: `double.parse($read)`, Kind: reads.Number, Does: evaluate.Converts},
		{Access: `$read.split($rest)`, Kind: reads.List},
	},
	Rewrites:    nimRewrites,
	Transparent: []string{".strip", ".down", ".up"},
	Stops:       []string{"throw", "error", "Process.exit"},
	Nothing:     []string{"null"},
	WordOr:      []string{"??"},
}
