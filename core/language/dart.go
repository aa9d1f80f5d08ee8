package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var dartHoles = []syntax.Hole{{Open: "${", Close: "}"}, {Open: "$"}}

var dart = &reads.Language{
	Name:       "dart",
	Extensions: []string{".dart"},
	Grammar:    dartGrammar,
	Table: &syntax.Table{
		LineComments: cComments, BlockComments: cBlocksNest,
		Strings: []syntax.StringForm{
			{Prefix: "r", Open: `"""`, Close: `"""`, Lines: true},
			{Prefix: "r", Open: `'''`, Close: `'''`, Lines: true},
			{Prefix: "r", Open: `"`, Close: `"`},
			{Prefix: "r", Open: `'`, Close: `'`},
			{Open: `"""`, Close: `"""`, Backslash: true, Lines: true, Holes: dartHoles},
			{Open: `'''`, Close: `'''`, Backslash: true, Lines: true, Holes: dartHoles},
			{Open: `"`, Close: `"`, Backslash: true, Holes: dartHoles},
			{Open: `'`, Close: `'`, Backslash: true, Holes: dartHoles},
		},
	},
	Outline:  reads.BraceOutline(false),
	Imports:  takesIn("import"),
	Passes:   "(",
	Forms:    dartForms,
	Triggers: []string{"environment", "dotenv", "fromEnvironment", "hasEnvironment"},
	Idioms: []reads.Idiom{
		{Access: `Platform.environment[$name]`},
		{Access: `dotenv.env[$name]`},
		{Access: `dotenv.get($name)`, Need: reads.Required},
		{Access: `dotenv.get($name, fallback: $fallback)`},
		{Access: `dotenv.maybeGet($name)`},
		{Access: `dotenv.maybeGet($name, fallback: $fallback)`},
		{Access: `dotenv.getInt($name, fallback: $fallback)`, Kind: reads.Integer},
		{Access: `dotenv.getBool($name, fallback: $fallback)`, Kind: reads.Boolean},
		{Access: `dotenv.isEveryDefined([$names])`, Test: true},
		{Access: `Platform.environment.putIfAbsent($name, () => $fallback)`, Keeps: true},
		{Access: `Platform.environment.containsKey($name)`, Test: true},
		{Access: `Platform.environment`, Whole: true},
		{Access: `io.Platform.environment[$name]`},
		{Access: `String.fromEnvironment($name)`, Scope: reads.Build},
		{Access: `String.fromEnvironment($name, defaultValue: $fallback)`, Scope: reads.Build},
		{Access: `int.fromEnvironment($name)`, Scope: reads.Build, Kind: reads.Integer},
		{Access: `int.fromEnvironment($name, defaultValue: $fallback)`, Scope: reads.Build, Kind: reads.Integer},
		{Access: `bool.fromEnvironment($name)`, Need: reads.Optional, Scope: reads.Build, Kind: reads.Boolean},
		{Access: `bool.fromEnvironment($name, defaultValue: $fallback)`, Scope: reads.Build, Kind: reads.Boolean},
		{Access: `bool.hasEnvironment($name)`, Scope: reads.Build, Test: true},
	},
	Uses: append([]reads.Idiom{
		{Access: `$read.isEmpty`, Absent: true},
		{Access: `$read.isNotEmpty`, Test: true},
		{Access: `int.parse($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `int.tryParse($read)`, Kind: reads.Integer, Does: evaluate.Nones},
		{Access: `double.tryParse($read)`, Kind: reads.Number, Does: evaluate.Nones},
		{Access: `num.tryParse($read)`, Kind: reads.Number, Does: evaluate.Nones},
		{Access: `Uri.tryParse($read)`, Kind: reads.URL, Does: evaluate.Nones},
		{Access: `double.parse($read)`, Kind: reads.Number, Does: evaluate.Fail},
		{Access: `Uri.parse($read)`, Kind: reads.URL, Does: evaluate.Fail},
		{Access: `jsonDecode($read)`, Kind: reads.JSON, Does: evaluate.Fail},
		{Access: `assert($read, $rest)`, Does: evaluate.Demands},
		{Access: `$read.split($rest)`, Kind: reads.List},
	}, dartGiven...),
	Transparent: []string{".trim", ".toLowerCase", ".toUpperCase"},
	Stops:       []string{"throw", "exit"},
	Nothing:     []string{"null"},
	Rewrites:    dartRewrites,
	Runs:        reads.Runs{Forms: map[reads.Kind]reads.Form{reads.Integer: reads.AnyBase, reads.Boolean: reads.ExactTruth}, Status: "exitCode", EmptyTrue: true},
	WordOr:      []string{"??"},
	Force:       "!",
}

var dartGrammar = &parse.Grammar{
	Layout: parse.Braces, Heads: true, Ternary: true, Typed: true, Records: true, Angles: true, Arrow: "=>", Labels: true,
	Binary: []string{"??", "||", "&&", "== !=", "< > <= >= is", "|", "^", "&", "<< >> >>>", "+ -", "* / % ~/"}, Right: "??",
	Assign: "= += -= *= /= %= ??= &= |= ^= <<= >>=", Prefix: "! - ~ ++ -- await const ... ...? > <= >=", Suffix: "++ -- !", Member: ". ?. .. ?..", Casts: "as",
	If: "if", Else: "else", Loop: "for while do", Switch: "switch", Case: "case", Default: "default", Try: "try", Catch: "catch on", Finally: "finally",
	Return: "return", Throw: "throw rethrow", Leave: "break continue", Class: "class mixin enum extension", Import: "import export part library", Declare: "var final const late",
	Modifier: "static abstract external covariant required factory async", Nothing: "null", Bool: "true false",
}
