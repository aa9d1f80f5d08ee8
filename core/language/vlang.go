package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var vHoles = []syntax.Hole{{Open: "${", Close: "}"}, {Open: "$"}}

var vlang = &reads.Language{
	Name: "v", Extensions: []string{".v", ".vsh"}, With: []string{"fn", "module"},
	Grammar: &parse.Grammar{
		Layout: parse.Braces, LineEnds: true, Choices: true, NameFirst: true, CaseBlocks: true, TextKeys: true, Structs: true,
		Binary: []string{"or", "||", "&&", "== != < > <= >= in is", "+ - | ^", "* / % << >> &"},
		Assign: "= := += -=", Prefix: "! - & *", Suffix: "++ -- ! ?", Member: ".",
		If: "if", Else: "else", Loop: "for", Switch: "match", Return: "return", Leave: "break continue", Function: "fn", Class: "struct interface enum", Import: "import module",
		Modifier: "pub mut", Nothing: "none nil", Bool: "true false",
	},
	Table: &syntax.Table{
		LineComments: cComments, BlockComments: cBlocksNest,
		Strings: []syntax.StringForm{
			{Prefix: "r", Open: `'`, Close: `'`}, {Open: `'`, Close: `'`, Backslash: true, Lines: true, Holes: vHoles},
			{Open: `"`, Close: `"`, Backslash: true, Lines: true, Holes: vHoles},
		},
	},
	Outline:  reads.BraceOutline(false),
	Imports:  takesIn("import"),
	LineEnds: true,
	Triggers: []string{"getenv", "getenv_opt", "environ"},
	Idioms: []reads.Idiom{
		{Access: `os.getenv($name)`},
		{Access: `os.getenv_opt($name) or { return $fallback }`},
		{Access: `os.getenv_opt($name) or { panic($any) }`, Need: reads.Required},
		{Access: `os.getenv_opt($name) or { exit($any) }`, Need: reads.Required},
		{Access: `os.getenv_opt($name) or { $fallback }`},
		{Access: `os.getenv_opt($name)?`, Need: reads.Required},
		{Access: `os.getenv_opt($name)`, Unset: evaluate.Nothing},
		{Access: `os.environ()`, Whole: true},
	},
	Uses: []reads.Idiom{
		{Access: `$read.int()`, Kind: reads.Integer, Does: evaluate.Converts},
		{Access: `$read.f64()`, Kind: reads.Number, Does: evaluate.Converts},
		{Access: `$read.bool()`, Kind: reads.Boolean, Does: evaluate.Converts},
		{Access: `$read.split($rest)`, Kind: reads.List},
	},
	Transparent: []string{".trim_space", ".to_lower", ".to_upper"},
	Stops:       []string{"panic", "exit"},
	Nothing:     []string{"none"},
	Rewrites:    nimRewrites,
	Runs:        reads.Runs{Unset: evaluate.Empty},
}
