package language

import (
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// Languages whose functions are applied without parentheses.
var (
	nix = &reads.Language{
		Name: "nix", Extensions: []string{".nix"}, Triggers: []string{"getEnv"},
		Own: (&applied{
			table: &syntax.Table{
				LineComments: []string{"#"}, BlockComments: cBlocks, WordPart: "'-",
				Strings: []syntax.StringForm{{Open: "''", Close: "''", Lines: true, Holes: []syntax.Hole{{Open: "${", Close: "}"}}}, {Open: `"`, Close: `"`, Backslash: true, Lines: true, Holes: []syntax.Hole{{Open: "${", Close: "}"}}}},
			},
			reads: map[string]reads.Need{"builtins.getEnv": reads.Expected, "getEnv": reads.Expected, "lib.maybeEnv": reads.Expected}, scope: reads.Build, tests: wordSet("== !="),
		}).find,
	}
	fortran = &reads.Language{
		Name: "fortran", Extensions: []string{".f90", ".f95", ".f03", ".f08", ".f"}, Triggers: []string{"get_environment_variable", "GET_ENVIRONMENT_VARIABLE", "getenv", "GETENV"},
		Own: (&applied{
			table: &syntax.Table{LineComments: []string{"!"}, Strings: []syntax.StringForm{{Open: `"`, Close: `"`, Doubled: true}, {Open: `'`, Close: `'`, Doubled: true}}},
			reads: map[string]reads.Need{"get_environment_variable": reads.Expected, "getenv": reads.Expected}, fold: true,
		}).find,
	}
)
