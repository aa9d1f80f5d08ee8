package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var swiftHoles = []syntax.Hole{{Open: `\(`, Close: ")"}}

var swift = &reads.Language{
	Name:       "swift",
	Extensions: []string{".swift"},
	Grammar:    swiftGrammar,
	Table: &syntax.Table{
		LineComments: append([]string{"#if", "#elseif", "#else", "#endif", "#warning", "#error"}, cComments...), BlockComments: cBlocksNest, WordStart: "$",
		Strings: []syntax.StringForm{
			rawForm,
			{Open: `"""`, Close: `"""`, Backslash: true, Lines: true, Holes: swiftHoles},
			{Open: `"`, Close: `"`, Backslash: true, Holes: swiftHoles},
		},
		Hook: syntax.SwiftHook(0), HookBytes: "#",
	},
	SharesNames: true,
	Global:      true,
	Outline:     reads.ClosureOutline,
	Imports:     swiftExtensions,
	Passes:      "func",
	LineEnds:    true,
	Triggers:    []string{"environment", "getenv", "Environment"},
	Idioms: []reads.Idiom{
		{Access: `ProcessInfo.processInfo.environment[$name, default: $fallback]`},
		{Access: `ProcessInfo.processInfo.environment[$name]`},
		{Access: `ProcessInfo.processInfo.environment.keys.contains($name)`, Test: true},
		{Access: `ProcessInfo.processInfo.environment`, Whole: true},
		{Access: `ProcessInfo().environment[$name]`},
		{Access: `getenv($name)`},
		{Access: `setenv($name, $rest)`, Sets: true},
		{Access: `Environment.get($name)`},
		{Access: `Environment.process.$name`, Except: []string{"*[a-z]*"}},
	},
	Uses: append([]reads.Idiom{
		{Access: `Int($read)`, Kind: reads.Integer, Does: evaluate.Nones},
		{Access: `Double($read)`, Kind: reads.Number, Does: evaluate.Nones},
		{Access: `Bool($read)`, Kind: reads.Boolean, Does: evaluate.Nones},
		{Access: `URL(string: $read)`, Kind: reads.URL},
		{Access: `$read.split($rest)`, Kind: reads.List},
		{Access: `$read.components($rest)`, Kind: reads.List},
		{Access: `$read.flatMap($any)`, Maps: true},
		{Access: `$read.map($any)`, Maps: true},
		{Access: `$read.isEmpty`, Absent: true},
		{Access: `precondition($read, $rest)`, Does: evaluate.Demands},
		{Access: `assert($read, $rest)`, Does: evaluate.Demands},
	}, swiftGiven...),
	Transparent: []string{"String", ".lowercased", ".uppercased", ".trimmingCharacters"},
	Stops:       []string{"fatalError", "preconditionFailure", "throw", "exit"},
	Nothing:     []string{"nil"},
	Formats:     []string{"String", "NSString"},
	Rewrites:    swiftRewrites,
	Runs:        reads.Runs{Mutates: true, Variants: evaluate.Dotted, Sizes: swiftSizes, Forms: map[reads.Kind]reads.Form{reads.Integer: reads.Digits, reads.Boolean: reads.ExactTruth}, Excludes: []string{"..<"}, EmptyTrue: true, Returns: true},
	WordOr:      []string{"??"},
	Force:       "!",
}

// swiftExtensions has environment stand for that of the process where a method is added
// to what holds it: extension ProcessInfo { … environment["X"] … }.
func swiftExtensions(f *syntax.File, o *reads.Outline) {
	for i := range f.Tokens {
		if f.Is(i, "extension") && f.Is(i+1, "ProcessInfo") && f.Is(i+2, "{") {
			o.Bind("environment", reads.Binding{At: i + 3, Path: "ProcessInfo.processInfo.environment", Function: -1})
			o.Bind("self", reads.Binding{At: i + 3, Path: "ProcessInfo.processInfo", Function: -1})
		}
	}
}

var swiftGrammar = &parse.Grammar{
	Layout: parse.Braces, LineEnds: true, Closures: true, Choices: true, Ternary: true, Angles: true, Labels: true, Leading: ". ?. && || ?? ? : + -",
	Binary: []string{"||", "&&", "== != === !== < > <= >= ~=", "??", "is", "... ..<", "+ - |", "* / % &", "<< >>"}, Right: "??",
	Assign: "= += -= *= /= %= &= |= ^=", Prefix: "! - + ~ & try await inout ...", Suffix: "! ?", Member: ". ?.", Casts: "as",
	If: "if", Unless: "guard", Else: "else", Loop: "for while repeat", Switch: "switch", Case: "case", Default: "default", Try: "do", Catch: "catch",
	Return: "return", Throw: "throw", Leave: "break continue fallthrough", Function: "func init", Class: "class struct enum protocol extension actor", Import: "import", Declare: "let var",
	Modifier: "public private fileprivate internal open static final override mutating convenience required lazy weak unowned async indirect @objc nonisolated", Nothing: "nil", Bool: "true false",
}
