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
	visualBasic = &reads.Language{
		Name: "visual basic", Extensions: []string{".vb", ".vbs", ".bas"}, Triggers: []string{"GetEnvironmentVariable", "Environ", "ExpandEnvironmentStrings"},
		Own: (&applied{
			table:  &syntax.Table{LineComments: []string{"'"}, Strings: []syntax.StringForm{{Open: `"`, Close: `"`, Doubled: true}}},
			reads:  map[string]reads.Need{"environment.getenvironmentvariable": reads.Expected, "system.environment.getenvironmentvariable": reads.Expected, "environ": reads.Expected, "environ$": reads.Expected},
			either: wordSet("if iif"), tests: wordSet("string.isnullorempty isnothing string.isnullorwhitespace"), stops: wordSet("throw"), fold: true,
			kinds: map[string]reads.Kind{"cint": reads.Integer, "integer.parse": reads.Integer, "clng": reads.Integer, "cdbl": reads.Number, "double.parse": reads.Number, "cbool": reads.Boolean, "boolean.parse": reads.Boolean},
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
