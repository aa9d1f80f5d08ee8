package language

import (
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var kotlinHoles = []syntax.Hole{{Open: "${", Close: "}"}, {Open: "$"}}

var kotlin = &reads.Language{
	Name:       "kotlin",
	Extensions: []string{".kt", ".kts"},
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
	Imports:     staticImports,
	LineEnds:    true,
	Roots:       []string{"java", "lang"},
	Triggers:    append([]string{"environmentVariable"}, jvmTriggers...),
	Idioms: append(append(jvmIdioms("System.getenv"), jvmSettings...),
		reads.Idiom{Access: `providers.environmentVariable($name)`}),
	Uses:        jvmUses,
	Transparent: jvmTransparent,
	Stops:       []string{"throw", "error", "exitProcess"},
	Nothing:     []string{"null"},
	WordOr:      []string{"?:"},
	Force:       "!!",
}
