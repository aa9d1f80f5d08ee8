package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var gleam = &reads.Language{
	Name: "gleam", Extensions: []string{".gleam"},
	Grammar: &parse.Grammar{
		Layout: parse.Braces, LineEnds: true, Choices: true, Labels: true, Leading: "|>",
		Binary: []string{"|>", "||", "&&", "== != < > <= >= <. >. <=. >=.", "+ - <> +. -.", "* / % *. /."},
		Assign: "=", Prefix: "! - as", Member: ".", LambdaWords: "fn",
		Switch: "case", Throw: "panic todo", Function: "fn", Class: "type", Import: "import", Declare: "let const",
		Modifier: "pub opaque assert", Nothing: "Nil None", Bool: "True False",
	},
	Table: &syntax.Table{
		LineComments: cComments,
		Strings:      []syntax.StringForm{{Open: `"`, Close: `"`, Backslash: true, Lines: true}},
	},
	Outline:  reads.BraceOutline(false),
	Imports:  takesIn("import"),
	LineEnds: true,
	Triggers: []string{"envoy", "os.get_env", "get_env"},
	Idioms: []reads.Idiom{
		{Access: `envoy.get($name) |> result.unwrap($fallback)`},
		{Access: `envoy.get($name)`, Unset: evaluate.Error},
		{Access: `os.get_env($name)`, Unset: evaluate.Error},
		{Access: `envoy.all()`, Whole: true},
	},
	Uses: []reads.Idiom{
		{Access: `result.unwrap($read, $fallback)`},
		{Access: `result.try($read, $any)`, Maps: true},
		{Access: `result.map($read, $any)`, Maps: true},
		{Access: `result.then($read, $any)`, Maps: true},
		{Access: `int.parse($read)`, Kind: reads.Integer, Does: evaluate.Breaks},
		{Access: `float.parse($read)`, Kind: reads.Number, Does: evaluate.Breaks},
	},
	Transparent: []string{"string.trim", "string.lowercase", "string.uppercase"},
	Stops:       []string{"panic", "exit", "halt"},
	Nothing:     []string{"Nil", "None"},
	Runs:        reads.Runs{Variants: evaluate.Named, Unset: evaluate.Nothing, Returns: true},
}
