package language

import (
	"slices"

	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var kotlinHoles = []syntax.Hole{{Open: "${", Close: "}"}, {Open: "$"}}

var kotlin = &reads.Language{
	Name:       "kotlin",
	Extensions: []string{".kt", ".kts"},
	Grammar:    kotlinGrammar,
	Table: &syntax.Table{
		LineComments: cComments, BlockComments: cBlocksNest,
		Strings: []syntax.StringForm{
			{Open: `"""`, Close: `"""`, Lines: true, Holes: kotlinHoles},
			{Open: `"`, Close: `"`, Backslash: true, Holes: kotlinHoles},
			character,
		},
	},
	SharesNames: true,
	Outline:     reads.BraceOutline(true),
	Passes:      "fun",
	Imports:     kotlinImports,
	LineEnds:    true,
	Roots:       []string{"java", "lang"},
	Forms:       jvmForms,
	Triggers:    append([]string{"environmentVariable"}, jvmTriggers...),
	Idioms: slices.Concat([]reads.Idiom{
		{Access: `$name in System.getenv()`, Test: true},
		{Access: `$name !in System.getenv()`, Test: true},
		{Access: `providers.environmentVariable($name)`, Unset: evaluate.Holder},
	}, jvmIdioms("System.getenv"), jvmSettings),
	Uses:        slices.Concat(kotlinUses, jvmUses),
	Transparent: jvmTransparent,
	Stops:       []string{"throw", "error", "exitProcess", "kotlin.system.exitProcess", "System.exit"},
	Nothing:     []string{"null"},
	Rewrites:    kotlinRewrites,
	Runs:        reads.Runs{Mutates: true, Sizes: jvmSizes, Forms: map[reads.Kind]reads.Form{reads.Integer: reads.Digits, reads.Boolean: reads.TrueAnyCase}, Excludes: []string{"until", "..<"}, Catchers: []string{"runCatching"}, Raises: true, Returns: true, Extends: true, Lends: []string{"let", "run"}, Taps: []string{"also", "apply"}},
	WordOr:      []string{"?:"},
	Force:       "!!",
}

// kotlinImports records imports, and what a property is that is worked out when it is
// first asked for: val env: Map<String, String> by lazy { System.getenv() }.
func kotlinImports(f *syntax.File, o *reads.Outline) {
	memberImports(f, o, true)
	for i := range f.Tokens {
		if !f.Is(i, "by") || !f.Is(i+1, "lazy") || !f.Is(i+2, "{") || f.Mate(i+2) < 0 {
			continue
		}
		name := i - 1
		for name > 0 && !f.Is(name, "val") && !f.Tokens[name+1].NewLine {
			name--
		}
		if f.Is(name, "val") {
			o.Bind(f.Text(name+1), reads.Binding{At: name + 1, Value: reads.Range{Lo: i + 3, Hi: f.Mate(i + 2)}, Function: -1})
		}
	}
}

var kotlinUses = []reads.Idiom{
	{Access: `$read.toBoolean()`, Kind: reads.Boolean, Does: evaluate.Converts}, // of nothing it is false
	{Access: `$read.let { $any }`, Maps: true, Does: evaluate.Gives},
	{Access: `$read.let($any)`, Maps: true, Does: evaluate.Gives},
	{Access: `$read.run { $any }`, Maps: true, Does: evaluate.Gives},
	{Access: `$read.orEmpty()`, Does: evaluate.EmptyText},
}

var kotlinGrammar = &parse.Grammar{
	Layout: parse.Braces, LineEnds: true, Closures: true, Choices: true, Angles: true, Receivers: true, Keywords: true, Leading: ". ?. ?: && || as as?",
	Binary: []string{"||", "&&", "== != === !==", "< > <= >=", "in !_in is !_is", "?:", "until downTo step to shl shr and or xor ..", "+ -", "* / %"},
	Assign: "= += -= *= /= %=", Prefix: "! - + ++ -- *", Suffix: "++ -- !!", Member: ". ?. ::", Casts: "as",
	If: "if", Else: "else", Loop: "for while do", Switch: "when", Try: "try", Catch: "catch", Finally: "finally",
	Return: "return", Throw: "throw", Leave: "break continue", Function: "fun", Class: "class interface object", Import: "import package", Declare: "val var",
	Modifier: "public private protected internal open abstract final override suspend inline data sealed enum companion const lateinit operator infix external tailrec annotation inner vararg actual expect", Nothing: "null", Bool: "true false",
}
