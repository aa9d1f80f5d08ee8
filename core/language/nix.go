package language

import (
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var nix = &reads.Language{
	Name: "nix", Extensions: []string{".nix"}, Triggers: []string{"getEnv"},
	Own: (&treeless{
		table: &syntax.Table{
			LineComments: []string{"#"}, BlockComments: cBlocks, WordPart: "'-",
			Strings: []syntax.StringForm{{Open: "''", Close: "''", Lines: true, Holes: []syntax.Hole{{Open: "${", Close: "}"}}}, {Open: `"`, Close: `"`, Backslash: true, Lines: true, Holes: []syntax.Hole{{Open: "${", Close: "}"}}}},
		},
		reads: wordSet("builtins.getEnv getEnv lib.maybeEnv"), scope: reads.Build, tests: wordSet("== !="),
	}).find,
}
