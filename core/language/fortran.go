package language

import (
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var fortran = &reads.Language{
	Name: "fortran", Extensions: []string{".f90", ".f95", ".f03", ".f08", ".f"}, Triggers: []string{"get_environment_variable", "GET_ENVIRONMENT_VARIABLE", "getenv", "GETENV"},
	Own: (&treeless{
		table: &syntax.Table{LineComments: []string{"!"}, Strings: []syntax.StringForm{{Open: `"`, Close: `"`, Doubled: true}, {Open: `'`, Close: `'`, Doubled: true}}},
		reads: wordSet("get_environment_variable getenv"), fold: true,
	}).find,
}
