package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var juliaHoles = []syntax.Hole{{Open: "$(", Close: ")"}, {Open: "$"}}

var julia = &reads.Language{
	Name: "julia", Extensions: []string{".jl"}, Interpreters: []string{"julia"},
	Grammar: &parse.Grammar{
		Layout: parse.Worded, Equations: true, LineEnds: true, Ternary: true, Closures: true, Choices: true, Keywords: true, Arrow: "->", Leading: "|> || &&",
		Binary: []string{"||", "&&", "== != === !== < > <= >= in isa", "|>", ":", "+ -", "* / % //", "^"}, Right: "^",
		Assign: "= += -= *= /= |= &=", Prefix: "! - + ~", Member: ".", Suffix: "...", Casts: "::", TypeSign: "::",
		If: "if", Elif: "elseif", Else: "else", Loop: "for while", Try: "try", Catch: "catch", Finally: "finally",
		Return: "return", Throw: "throw", Leave: "break continue", Function: "function macro", Class: "struct module baremodule", Import: "using import export",
		Declare: "const local global", Modifier: "mutable abstract", With: "begin let quote do", Nothing: "nothing missing", Bool: "true false",
	},
	Table: &syntax.Table{
		LineComments: []string{"#"}, BlockComments: []syntax.BlockComment{{Open: "#=", Close: "=#", Nest: true}}, WordTail: "!",
		Strings: []syntax.StringForm{
			{Prefix: "raw", Open: `"`, Close: `"`},
			{Open: `"""`, Close: `"""`, Backslash: true, Lines: true, Holes: juliaHoles},
			{Open: `"`, Close: `"`, Backslash: true, Lines: true, Holes: juliaHoles},
			character,
		},
	},
	Imports: takesIn("using", "import"),
	Outline: reads.EndOutline(reads.Ends{
		Openers: wordSet("function macro if for while try begin let quote struct module baremodule"), Modifiers: map[string]bool{}, Loops: wordSet("for while"),
		Functions: wordSet("function macro"), Classes: wordSet("struct module"), Closers: wordSet("end"), Do: true,
	}, true),
	LineEnds: true,
	Triggers: []string{"ENV", "get_bool_env"},
	Idioms: []reads.Idiom{
		{Access: `ENV[$name]`, Need: reads.Required},
		{Access: `get(ENV, $name, $fallback)`},
		{Access: `get!(ENV, $name, $fallback)`},
		{Access: `get(ENV, $name) do $fallback end`},
		{Access: `get(ENV, $name)`},
		{Access: `get(() -> $fallback, ENV, $name)`},
		{Access: `get($any, ENV, $name)`, Need: reads.Optional},
		{Access: `pop!(ENV, $name, $fallback)`, Removes: true},
		{Access: `haskey(ENV, $name)`, Test: true},
		{Access: `get_bool_env($name, $fallback)`, Kind: reads.Boolean},
		{Access: `ENV`, Whole: true},
	},
	Uses: []reads.Idiom{
		{Access: `parse(Int, $read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `parse(Float64, $read)`, Kind: reads.Number, Does: evaluate.Fail},
		{Access: `parse(Bool, $read)`, Kind: reads.Boolean, Does: evaluate.Fail},
		{Access: `tryparse(Int, $read)`, Kind: reads.Integer, Does: evaluate.Nones},
		{Access: `split($read, $rest)`, Kind: reads.List},
		{Access: `isempty($read)`, Absent: true},
		{Access: `isnothing($read)`, Absent: true},
		{Access: `something($read, $fallback)`},
	},
	Transparent: []string{"strip", "lowercase", "uppercase", "string", "String", "expanduser", "abspath"},
	Stops:       []string{"error", "throw", "exit"},
	Nothing:     []string{"nothing", "missing"},
	Copies:      []string{"copy", "deepcopy", "Dict"},
	Rewrites:    juliaRewrites,
	Runs:        reads.Runs{Returns: true, OwnScopes: true},
}
