package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var visualBasic = &reads.Language{
	Name: "visual basic", Extensions: []string{".vb", ".vbs", ".bas"},
	Tree: parse.VisualBasic,
	Table: &syntax.Table{
		LineComments: []string{"'"},
		Strings:      []syntax.StringForm{{Open: `$"`, Close: `"`, Doubled: true, Holes: []syntax.Hole{{Open: "{", Close: "}", Doubled: true}}}, {Open: `"`, Close: `"`, Doubled: true}},
	},
	Outline:     reads.NewOutline,
	OpenModules: true,
	LineEnds:    true,
	FoldWords:   true,
	Catches:     true,
	Triggers:    []string{"GetEnvironmentVariable", "GetEnvironmentVariables", "Environ"},
	Idioms: []reads.Idiom{
		{Access: `Environment.GetEnvironmentVariable($name)`},
		{Access: `Environment.GetEnvironmentVariable($name, $any)`},
		{Access: `System.Environment.GetEnvironmentVariable($name)`},
		{Access: `Environment.GetEnvironmentVariables()`, Whole: true},
		{Access: `Environ($name)`, Unset: evaluate.Empty},
		{Access: `Environ$($name)`, Unset: evaluate.Empty},
	},
	Uses: []reads.Idiom{
		{Access: `String.IsNullOrEmpty($read)`, Absent: true},
		{Access: `String.IsNullOrWhiteSpace($read)`, Absent: true},
		{Access: `IsNothing($read)`, Absent: true},
		{Access: `CInt($read)`, Kind: reads.Integer, Does: evaluate.Converts},
		{Access: `CLng($read)`, Kind: reads.Integer, Does: evaluate.Converts},
		{Access: `CDbl($read)`, Kind: reads.Number, Does: evaluate.Converts},
		{Access: `CBool($read)`, Kind: reads.Boolean, Does: evaluate.Converts},
		{Access: `Integer.Parse($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `Long.Parse($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `Double.Parse($read)`, Kind: reads.Number, Does: evaluate.Fail},
		{Access: `Boolean.Parse($read)`, Kind: reads.Boolean, Does: evaluate.Fail},
	},
	Stops:    []string{"Environment.Exit", "Environment.FailFast", "Application.Exit", "Err.Raise", "WScript.Quit", "End"},
	Nothing:  []string{"Nothing", "nothing"},
	Rewrites: csharpRewrites,
	Runs: reads.Runs{Sizes: dotnetSizes,
		Unset: evaluate.Nothing, EmptyTrue: true, Raises: true, Capitals: true, Main: []string{"Main"}, Variables: true, Blank: true,
		Operators: map[string]string{
			"=": "==", "<>": "!=", "&": "++", "OrElse": "||", "Or": "||", "orelse": "||", "or": "||", "AndAlso": "&&", "And": "&&", "and": "&&", "andalso": "&&",
			"Not": "!", "not": "!", "Is": "==", "is": "==", "IsNot": "!=", "If": "??", "if": "??",
		},
	},
	WordOr: []string{"??"},
}
