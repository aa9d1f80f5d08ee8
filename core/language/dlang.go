package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var dlang = &reads.Language{
	Name: "d", Extensions: []string{".d", ".di"},
	Grammar: &parse.Grammar{
		Layout: parse.Braces, Heads: true, Ternary: true, Typed: true, Arrow: "=>",
		Binary: []string{"||", "&&", "|", "^", "&", "== != < > <= >= in !in is !is", "<< >>", "+ - ~", "* / %"},
		Assign: "= += -= *= /= ~= |= &=", Prefix: "! - + ~ & * ++ -- new", Suffix: "++ --", Member: ".",
		If: "if", Else: "else", Loop: "for foreach while do", Switch: "switch", Case: "case", Default: "default", Try: "try", Catch: "catch", Finally: "finally",
		Return: "return", Throw: "throw", Leave: "break continue goto", Class: "class struct interface union enum", Import: "import module", Declare: "auto const immutable",
		Modifier: "static public private protected final override pure nothrow shared", Nothing: "null", Bool: "true false",
	},
	Table: &syntax.Table{
		Hook: syntax.DHook, HookBytes: "!",
		LineComments: cComments, BlockComments: []syntax.BlockComment{{Open: "/*", Close: "*/"}, {Open: "/+", Close: "+/", Nest: true}},
		Strings: []syntax.StringForm{{Prefix: "r", Open: `"`, Close: `"`, Lines: true}, {Open: "`", Close: "`", Lines: true}, plainString, character},
	},
	Outline:  reads.BraceOutline(false),
	Imports:  takesIn("import"),
	Triggers: []string{"environment", "getenv"},
	Roots:    []string{"std", "process"},
	Idioms: []reads.Idiom{
		{Access: `environment[$name]`, Need: reads.Required},
		{Access: `environment.get($name)`},
		{Access: `environment.get($name, $fallback)`},
		{Access: `$name in environment`, Test: true},
		{Access: `environment.toAA()`, Whole: true},
		{Access: `getenv($name)`},
	},
	Uses: []reads.Idiom{
		{Access: `to!int($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `$read.to!int`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `enforce($read, $rest)`, Does: evaluate.Demands},
	},
	Stops:    []string{"throw", "exit"},
	Nothing:  []string{"null"},
	Rewrites: nimRewrites,
	Runs:     reads.Runs{Uniform: true, Operators: map[string]string{"!is": "!="}},
}
