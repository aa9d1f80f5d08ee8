package language

import (
	"slices"

	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var scalaHoles = []syntax.Hole{{Open: "${", Close: "}"}, {Open: "$"}}

var scala = &reads.Language{
	Name:       "scala",
	Extensions: []string{".scala", ".sc", ".sbt"},
	Grammar:    scalaGrammar,
	Table: &syntax.Table{
		LineComments: cComments, BlockComments: cBlocksNest, Offside: true,
		Strings: []syntax.StringForm{
			{Prefix: "s f", Open: `"""`, Close: `"""`, Lines: true, Holes: scalaHoles},
			{Prefix: "s f", Open: `"`, Close: `"`, Backslash: true, Holes: scalaHoles},
			{Open: `"""`, Close: `"""`, Lines: true},
			plainString, character,
		},
	},
	SharesNames: true,
	Outline:     reads.BraceOutline(true),
	Passes:      "def",
	Imports:     scalaImports,
	LineEnds:    true,
	Roots:       []string{"java", "lang", "scala", "util"},
	Forms:       scalaForms,
	Triggers:    []string{"env", "getenv", "environment", "envOrElse", "envOrNone", "envOrSome"},
	Idioms: append(append(jvmIdioms("System.getenv"), scalaEnv("sys.env")...),
		append(scalaEnv("Properties.env"), reads.Idiom{Access: `Properties.envOrElse($name, $fallback)`},
			reads.Idiom{Access: `Properties.envOrNone($name)`, Unset: evaluate.Holder}, reads.Idiom{Access: `Properties.envOrSome($name, $fallback)`})...),
	Uses:        slices.Concat(scalaUses, jvmUses),
	Transparent: jvmTransparent,
	Stops:       []string{"throw", "sys.exit", "sys.error", "System.exit"},
	Nothing:     []string{"null", "None"},
	Rewrites:    jvmRewrites,
	Runs:        reads.Runs{Sizes: jvmSizes, Forms: map[reads.Kind]reads.Form{reads.Integer: reads.Digits, reads.Boolean: reads.TruthAnyCase}, Excludes: []string{"until"}, Short: true, Curried: true, Element: evaluate.Fails, Generators: true, Exhausts: []string{"match"}, Catchers: []string{"Try"}, Raises: true, Returns: true, Lends: []string{"pipe"}, Taps: []string{"tap"}},
}

var scalaUses = []reads.Idiom{
	{Access: `Duration($read)`, Kind: reads.Duration, Does: evaluate.Fail},
	{Access: `$read.toList`, Does: evaluate.Converts},
	{Access: `$read.toSeq`, Does: evaluate.Converts},
	{Access: `$read.toRight($any)`, Does: evaluate.Breaks},
	{Access: `$read.exists($any)`, Maps: true, Does: evaluate.Tests},
	{Access: `$read.forall($any)`, Maps: true, Does: evaluate.Absence},
	{Access: `assume($read, $rest)`, Does: evaluate.Demands},
	{Access: `$read.foreach($any)`, Maps: true, Does: evaluate.Tests},
	{Access: `$read.foreach { $any }`, Maps: true, Does: evaluate.Tests},
	{Access: `$read.collect { $any }`, Maps: true},
}

func scalaEnv(object string) []reads.Idiom {
	return []reads.Idiom{
		{Access: object + `($name)`, Need: reads.Required},
		{Access: object + `.apply($name)`, Need: reads.Required},
		{Access: object + `.get($name)`, Unset: evaluate.Holder},
		{Access: object + `.getOrElse($name, $fallback)`},
		{Access: object + `.contains($name)`, Test: true},
		{Access: object + `.isDefinedAt($name)`, Test: true},
		{Access: object + ` get $name`, Unset: evaluate.Holder},
		{Access: object + ` getOrElse ($name, $fallback)`},
		{Access: object + ` contains $name`, Test: true},
		{Access: object, Whole: true},
	}
}

// scalaImports records imports of sys and of its environment.
func scalaImports(f *syntax.File, o *reads.Outline) {
	staticImports(f, o)
	for i := range f.Tokens {
		switch {
		case !f.Is(i, "import"):
		case f.Is(i+1, "sys") && f.Is(i+3, "env"):
			o.Import("env", "sys.env", 0)
		case f.Is(i+1, "scala") && f.Is(i+3, "sys") && f.Is(i+5, "env"):
			o.Import("env", "sys.env", 0)
		case f.Is(i+1, "scala") && f.Is(i+3, "util") && f.Is(i+5, "Properties") && f.Is(i+6, "."):
			o.Import(f.Text(i+7), "Properties."+f.Text(i+7), 0)
			if f.Is(i+7, "_") || f.Is(i+7, "*") {
				o.Import("*", "Properties", 0)
			}
		}
	}
}

var scalaGrammar = &parse.Grammar{
	Layout: parse.Braces, Offside: true, Infix: true, SquareTypes: true, LineEnds: true, Closures: true, Choices: true, Keywords: true, Arrow: "=>", Leading: ".",
	Binary: []string{"to until by", "||", "&&", "|", "^", "&", "== != eq ne", "< > <= >=", "-> :: ::: ++", "+ -", "* / %"},
	Assign: "= += -= *= /=", Prefix: "! - + ~", Member: ".",
	If: "if", Else: "else", Loop: "for while do", Matches: "match", Case: "case", Try: "try", Catch: "catch", Finally: "finally",
	Return: "return", Throw: "throw", Function: "def", Class: "class object trait enum", Import: "import package", Declare: "val var",
	Modifier: "private protected override final sealed implicit lazy abstract case inline given", Nothing: "null None", Bool: "true false",
}
