package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var csharpHoles = []syntax.Hole{{Open: "{", Close: "}", Doubled: true}}

var csharp = &reads.Language{
	Name:       "csharp",
	Extensions: []string{".cs", ".csx", ".cshtml", ".razor"},
	Grammar:    csharpGrammar,
	Table: &syntax.Table{
		LineComments: append([]string{"#if", "#elif", "#else", "#endif", "#region", "#endregion", "#nullable", "#pragma", "#define", "#undef", "#line", "#error", "#warning"}, cComments...), BlockComments: cBlocks, WordStart: "@",
		Strings: []syntax.StringForm{
			rawForm,
			{Open: "\x01", Close: "\x01", Lines: true, Holes: csharpHoles},
			{Open: `$@"`, Close: `"`, Doubled: true, Lines: true, Holes: csharpHoles},
			{Open: `@$"`, Close: `"`, Doubled: true, Lines: true, Holes: csharpHoles},
			{Open: `@"`, Close: `"`, Doubled: true, Lines: true},
			{Open: `$"`, Close: `"`, Backslash: true, Holes: csharpHoles},
			plainString, character,
		},
		Hook: syntax.CSharpHook(0, 1), HookBytes: `"$`,
	},
	SharesNames: true,
	Namespaces:  true,
	Outline:     reads.BraceOutline(false),
	Passes:      "(",
	Imports:     csharpImports,
	Forms:       csharpForms,
	Triggers:    []string{"GetEnvironmentVariable", "GetEnvironmentVariables", "ExpandEnvironmentVariables"},
	Roots:       []string{"System"},
	Idioms: []reads.Idiom{
		{Access: `Environment.GetEnvironmentVariable($name)`},
		{Access: `Environment.SetEnvironmentVariable($name, $rest)`, Sets: true},
		{Access: `Environment.GetEnvironmentVariable($name, $any)`},
		{Access: `Environment.GetEnvironmentVariables()[$name]`},
		{Access: `Environment.GetEnvironmentVariables().Contains($name)`, Test: true},
		{Access: `Environment.GetEnvironmentVariables().ContainsKey($name)`, Test: true},
		{Access: `Environment.GetEnvironmentVariables().GetValueOrDefault($name)`},
		{Access: `Environment.GetEnvironmentVariables().GetValueOrDefault($name, $fallback)`},
		{Access: `Environment.GetEnvironmentVariables().TryGetValue($name, $any)`, Need: reads.Optional},
		{Access: `Environment.GetEnvironmentVariables()`, Whole: true},
		{Access: `Environment.ExpandEnvironmentVariables($percents)`},
	},
	Uses: append([]reads.Idiom{
		{Access: `string.IsNullOrEmpty($read)`, Absent: true},
		{Access: `string.IsNullOrWhiteSpace($read)`, Absent: true},
		{Access: `String.IsNullOrEmpty($read)`, Absent: true},
		{Access: `String.IsNullOrWhiteSpace($read)`, Absent: true},
		{Access: `int.Parse($read, $rest)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `int.TryParse($read, $rest)`, Kind: reads.Integer, Test: true},
		{Access: `long.Parse($read, $rest)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `Convert.ToInt32($read)`, Kind: reads.Integer, Does: evaluate.Converts},
		{Access: `double.Parse($read, $rest)`, Kind: reads.Number, Does: evaluate.Fail},
		{Access: `decimal.Parse($read, $rest)`, Kind: reads.Number, Does: evaluate.Fail},
		{Access: `bool.Parse($read)`, Kind: reads.Boolean, Does: evaluate.Fail},
		{Access: `bool.TryParse($read, $rest)`, Kind: reads.Boolean, Test: true},
		{Access: `T.TryParse($read, $rest)`, Test: true},
		{Access: `Convert.ToBoolean($read)`, Kind: reads.Boolean, Does: evaluate.Converts},
		{Access: `TimeSpan.Parse($read)`, Kind: reads.Duration, Does: evaluate.Fail},
		{Access: `Uri($read)`, Kind: reads.URL, Does: evaluate.Fail},
		{Access: `JsonSerializer.Deserialize($read, $rest)`, Kind: reads.JSON, Does: evaluate.Fail},
		{Access: `Debug.Assert($read, $rest)`, Does: evaluate.Demands},
		{Access: `Trace.Assert($read, $rest)`, Does: evaluate.Demands},
		{Access: `ArgumentException.ThrowIfNullOrEmpty($read, $rest)`, Does: evaluate.Fail},
		{Access: `ArgumentNullException.ThrowIfNull($read, $rest)`, Does: evaluate.Fail},
		{Access: `$read.Split($rest)`, Kind: reads.List},
	}, csharpGiven...),
	Transparent: []string{".Trim", ".ToLower", ".ToUpper", ".ToLowerInvariant", ".ToUpperInvariant", ".ToString"},
	Stops:       []string{"throw", "Environment.Exit", "Environment.FailFast"},
	Nothing:     []string{"null", "default"},
	Rewrites:    csharpRewrites,
	Runs:        reads.Runs{Stages: map[string]string{".IsProduction": "ASPNETCORE_ENVIRONMENT", ".IsDevelopment": "ASPNETCORE_ENVIRONMENT", ".IsStaging": "ASPNETCORE_ENVIRONMENT"}, Sizes: dotnetSizes, Forms: map[reads.Kind]reads.Form{reads.Integer: reads.SpacedDigits, reads.Boolean: reads.TruthAnyCase, reads.Duration: reads.TimeSpan, reads.URL: reads.AbsoluteURL}, EmptyTexts: []string{"string.Empty", "String.Empty", "System.String.Empty"}, Element: evaluate.Fails, Status: "Environment.ExitCode", Exhausts: []string{"switch"}, Raises: true, Chains: true, Capitals: true, Main: []string{"Main", ""}},
	WordOr:      []string{"??", "??="},
	Formats:     []string{"string.Format", "String.Format"},
}

// csharpImports records "using static System.Environment" and "using E = System.Environment".
func csharpImports(f *syntax.File, o *reads.Outline) {
	for i := range f.Tokens {
		if !f.Is(i, "using") {
			continue
		}
		if f.Is(i+1, "static") && !f.Is(i+2, "System") { // the functions of a class of the program
			last := i + 2
			for f.Is(last+1, ".") {
				last += 2
			}
			if f.Is(last+1, ";") {
				path := f.Text(i + 2)
				for at := i + 4; at <= last; at += 2 {
					path += "." + f.Text(at)
				}
				o.Import("*", path, 0)
				o.Skip(reads.Range{Lo: i, Hi: last + 1})
			}
		}
		if f.Is(i+1, "static") && f.Is(i+2, "System") && f.Is(i+4, "Environment") {
			o.Import("*", "Environment", 0)
			o.Skip(reads.Range{Lo: i, Hi: i + 5})
		}
		if f.Is(i+2, "=") && f.Is(i+3, "System") && f.Is(i+5, "Environment") {
			o.Import(f.Text(i+1), "Environment", 0)
			o.Skip(reads.Range{Lo: i, Hi: i + 6})
		}
	}
}

var csharpGrammar = &parse.Grammar{
	Layout: parse.Braces, Heads: true, Ternary: true, Typed: true, Angles: true, Arrow: "=>", ParenCasts: true, Patterns: true, Labels: true, Brackets: true,
	Binary: []string{"??", "||", "&&", "|", "^", "&", "== !=", "< > <= >= is is_not", "<< >>", "+ -", "* / %", ".."}, Right: "??",
	Assign: "= += -= *= /= %= &= |= ^= <<= >>= ??=", Prefix: "! - + ~ ++ -- await ref out & ^ < > <= >=", Suffix: "++ -- !", Member: ". ?. ::", Casts: "as",
	If: "if", Else: "else", Loop: "for foreach while do", Switch: "switch", Matches: "switch", Case: "case", Default: "default", Try: "try", Catch: "catch", Finally: "finally",
	Return: "return", Throw: "throw", Leave: "break continue goto", Class: "class interface enum record struct namespace", Import: "using", With: "lock fixed unchecked checked", Declare: "var",
	Modifier: "public private protected internal static readonly const abstract virtual override sealed async partial extern unsafe new required file", Nothing: "null", Bool: "true false",
}
