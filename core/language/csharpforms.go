package language

import "inzicht/core/declare"

// csharpForms are how libraries of C# have settings declared.
var csharpForms = []declare.Form{
	{
		Name:  "all variables with a prefix: AddEnvironmentVariables(\"GATE_\")",
		Words: []string{"AddEnvironmentVariables"},
		Find:  (&declare.Prefixes{Heads: "AddEnvironmentVariables", Named: "prefix", First: true}).Find,
	},
}
