package language

import (
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// Languages that have no tree.
var (
	nix = &reads.Language{
		Name: "nix", Extensions: []string{".nix"}, Triggers: []string{"getEnv"},
		Own: (&applied{
			table: &syntax.Table{
				LineComments: []string{"#"}, BlockComments: cBlocks, WordPart: "'-",
				Strings: []syntax.StringForm{{Open: "''", Close: "''", Lines: true, Holes: []syntax.Hole{{Open: "${", Close: "}"}}}, {Open: `"`, Close: `"`, Backslash: true, Lines: true, Holes: []syntax.Hole{{Open: "${", Close: "}"}}}},
			},
			reads: wordSet("builtins.getEnv getEnv lib.maybeEnv"), scope: reads.Build, tests: wordSet("== !="),
		}).find,
	}
	fortran = &reads.Language{
		Name: "fortran", Extensions: []string{".f90", ".f95", ".f03", ".f08", ".f"}, Triggers: []string{"get_environment_variable", "GET_ENVIRONMENT_VARIABLE", "getenv", "GETENV"},
		Own: (&applied{
			table: &syntax.Table{LineComments: []string{"!"}, Strings: []syntax.StringForm{{Open: `"`, Close: `"`, Doubled: true}, {Open: `'`, Close: `'`, Doubled: true}}},
			reads: wordSet("get_environment_variable getenv"), fold: true,
		}).find,
	}
)
