package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var fsharp = &reads.Language{
	Name: "fsharp", Extensions: []string{".fs", ".fsx", ".fsi"},
	Tree: parse.FSharp,
	Table: &syntax.Table{
		LineComments: cComments, BlockComments: []syntax.BlockComment{{Open: "(*", Close: "*)", Nest: true}, {Open: "#", Close: "\n", LineStart: true}}, WordPart: "'",
		Strings: []syntax.StringForm{
			{Prefix: "$", Open: `"`, Close: `"`, Backslash: true, Lines: true, Holes: []syntax.Hole{{Open: "{", Close: "}"}}},
			{Open: `"""`, Close: `"""`, Lines: true}, {Open: `@"`, Close: `"`, Doubled: true, Lines: true}, {Open: `"`, Close: `"`, Backslash: true, Lines: true}, {Open: `'`, Close: `'`, Backslash: true, Char: true, Bytes: true},
		},
	},
	Outline:  reads.NewOutline,
	Imports:  takesIn("open", "module"),
	LineEnds: true,
	Applied:  true,
	Roots:    []string{"System"},
	Triggers: []string{"GetEnvironmentVariable", "GetEnvironmentVariables"},
	Idioms: []reads.Idiom{
		{Access: `Environment.GetEnvironmentVariable($name)`},
		{Access: `Environment.GetEnvironmentVariable($name, $any)`},
		{Access: `Environment.GetEnvironmentVariables()`, Whole: true},
	},
	Uses: []reads.Idiom{
		{Access: `Option.defaultValue($fallback, $read)`},
		{Access: `Option.defaultWith($fallback, $read)`},
		{Access: `defaultArg($read, $fallback)`},
		{Access: `Option.orElse($fallback, $read)`},
		{Access: `Option.get($read)`, Need: reads.Required},
		{Access: `Option.isSome($read)`, Test: true},
		{Access: `Option.isNone($read)`, Absent: true},
		{Access: `Option.filter($any, $read)`},
		{Access: `Option.map($any, $read)`, Maps: true},
		{Access: `Option.bind($any, $read)`, Maps: true},
		{Access: `Option.iter($any, $read)`, Maps: true, Does: evaluate.Tests},
		{Access: `isNull($read)`, Absent: true},
		{Access: `String.IsNullOrEmpty($read)`, Absent: true},
		{Access: `String.IsNullOrWhiteSpace($read)`, Absent: true},
		{Access: `nonNull($read)`, Need: reads.Required},
		{Access: `int($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `int64($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `uint16($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `float($read)`, Kind: reads.Number, Does: evaluate.Fail},
		{Access: `decimal($read)`, Kind: reads.Number, Does: evaluate.Fail},
		{Access: `bool($read)`, Kind: reads.Boolean, Does: evaluate.Fail},
		{Access: `Int32.Parse($read, $rest)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `Boolean.Parse($read)`, Kind: reads.Boolean, Does: evaluate.Fail},
		{Access: `Int32.TryParse($read)`, Kind: reads.Integer, Does: evaluate.Tells},
		{Access: `Boolean.TryParse($read)`, Kind: reads.Boolean, Does: evaluate.Tells},
		{Access: `Uri($read)`, Kind: reads.URL, Does: evaluate.Fail},
		{Access: `TimeSpan.Parse($read)`, Kind: reads.Duration, Does: evaluate.Fail},
		{Access: `$read.Split($rest)`, Kind: reads.List},
	},
	Transparent: []string{"Option.ofObj", "ofObj", "Some", ".Trim", ".ToLower", ".ToUpper", ".ToLowerInvariant", ".ToUpperInvariant", "string", "id"},
	Stops:       []string{"failwith", "failwithf", "raise", "exit", "invalidOp", "invalidArg", "nullArg"},
	Nothing:     []string{"null", "None", "?"},
	Rewrites:    mlRewrites,
	Runs:        reads.Runs{Variants: evaluate.Named, Operators: map[string]string{"=": "==", "<>": "!="}, Unset: evaluate.Nothing, EmptyTrue: true, Returns: true, Raises: true, Exhausts: []string{"match"}, Sizes: dotnetSizes, Forms: map[reads.Kind]reads.Form{reads.Integer: reads.Digits, reads.Boolean: reads.TruthAnyCase}},
}
