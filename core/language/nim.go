package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var nim = &reads.Language{
	Name: "nim", Extensions: []string{".nim", ".nims", ".nimble"},
	Grammar: &parse.Grammar{
		Layout: parse.Indented, EqualsBody: true, LineEnds: true, Choices: true, Keywords: true, Commands: true,
		Binary: []string{"or xor", "and", "== != < > <= >= in notin is isnot", ".. ..<", "&", "+ -", "* / div mod"},
		Assign: "= += -= *= /= &=", Prefix: "not - + @ $", Member: ".",
		If: "if when", Elif: "elif", Else: "else", Loop: "for while block", Switch: "case", Case: "of", Try: "try", Catch: "except", Finally: "finally",
		Return: "return", Throw: "raise", Leave: "break continue", Function: "proc func method iterator template macro converter", Import: "import from include export",
		Declare: "let var const", Nothing: "nil", Bool: "true false",
	},
	Table: &syntax.Table{
		LineComments: []string{"#"}, BlockComments: []syntax.BlockComment{{Open: "#[", Close: "]#", Nest: true}}, ColonEnds: true,
		Strings: []syntax.StringForm{
			{Open: `"""`, Close: `"""`, Lines: true},
			{Prefix: "r fmt", Open: `"`, Close: `"`},
			plainString, character,
		},
	},
	Outline:     reads.IndentOutline,
	Imports:     takesIn("import", "from", "include"),
	LineEnds:    true,
	QuietParens: true,
	QuietString: true,
	FoldWords:   false,
	Triggers:    []string{"getEnv", "existsEnv", "getenv", "envPairs"},
	Idioms: []reads.Idiom{
		{Access: `getEnv($name)`},
		{Access: `getEnv($name, $fallback)`},
		{Access: `os.getEnv($name)`},
		{Access: `os.getEnv($name, $fallback)`},
		{Access: `existsEnv($name)`, Test: true},
		{Access: `os.existsEnv($name)`, Test: true},
		{Access: `envPairs()`, Whole: true},
	},
	Uses: []reads.Idiom{
		{Access: `parseInt($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `$read.parseInt`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `parseFloat($read)`, Kind: reads.Number, Does: evaluate.Fail},
		{Access: `$read.parseFloat`, Kind: reads.Number, Does: evaluate.Fail},
		{Access: `parseBool($read)`, Kind: reads.Boolean, Does: evaluate.Fail},
		{Access: `$read.parseBool`, Kind: reads.Boolean, Does: evaluate.Fail},
		{Access: `parseUri($read)`, Kind: reads.URL},
		{Access: `$read.split($rest)`, Kind: reads.List},
		{Access: `$read.len`, Test: true},
	},
	Transparent: []string{"strip", ".strip", ".toLowerAscii", ".toUpperAscii"},
	Stops:       []string{"raise", "quit", "doAssert"},
	Nothing:     []string{"nil"},
	Rewrites:    nimRewrites,
	Runs:        reads.Runs{Uniform: true, Unset: evaluate.Empty, EmptyTrue: true, Returns: true, Result: "result"},
}
