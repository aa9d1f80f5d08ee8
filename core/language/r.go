package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var rLanguage = &reads.Language{
	Name: "r", Extensions: []string{".r", ".rmd", ".qmd", ".rnw"}, Names: []string{".Rprofile", "Rprofile.site"}, Interpreters: []string{"Rscript"},
	Grammar: &parse.Grammar{
		Layout: parse.Braces, LineEnds: true, Choices: true, Keywords: true, LooseNot: true,
		Binary: []string{"~", "|>", "|| |", "&& &", "== != < > <= >=", "+ -", "* /", "%>% %<>% %$% %in% %||% %% %/% %*% %o% %x%", ":", "^"}, Right: "^",
		Assign: "<- = <<-", Prefix: "! - + ~", Member: ". $ :: ::: @",
		If: "if", Else: "else", Loop: "for while repeat", Return: "return", Leave: "break next", Function: "function", Nothing: "NULL", Bool: "TRUE FALSE",
	},
	Table: &syntax.Table{
		Hook: syntax.RHook, HookBytes: "<%",
		LineComments: []string{"#"},
		Strings:      []syntax.StringForm{{Open: `"`, Close: `"`, Backslash: true, Lines: true}, {Open: `'`, Close: `'`, Backslash: true, Lines: true}},
	},
	Outline:     reads.BraceOutline(false),
	SharesNames: true,
	Global:      true,
	LineEnds:    true,
	Triggers:    []string{"getenv"},
	Idioms: []reads.Idiom{
		{Access: `Sys.getenv($name, unset = NA)`, Unset: evaluate.Nothing},
		{Access: `Sys.getenv($name, NA)`, Unset: evaluate.Nothing},
		{Access: `Sys.getenv($name, unset = $fallback, $rest)`},
		{Access: `Sys.getenv($name, names = $any)`},
		{Access: `Sys.getenv($name, $fallback, $rest)`},
		{Access: `Sys.getenv($name)`},
		{Access: `Sys.getenv(x = $name, $rest)`},
		{Access: `Sys.getenv()`, Whole: true},
	},
	Uses: []reads.Idiom{
		{Access: `as.integer($read)`, Kind: reads.Integer, Does: evaluate.Nones},
		{Access: `as.numeric($read)`, Kind: reads.Number, Does: evaluate.Nones},
		{Access: `as.logical($read)`, Kind: reads.Boolean, Does: evaluate.Nones},
		{Access: `isTRUE($read)`, Test: true},
		{Access: `nzchar($read)`, Test: true},
		{Access: `is.na($read)`, Absent: true},
		{Access: `is.null($read)`, Absent: true},
		{Access: `strsplit($read, $rest)`, Kind: reads.List},
		{Access: `stopifnot($read)`, Does: evaluate.Demands},
	},
	Transparent: []string{"nchar", "trimws", "tolower", "toupper", "as.character", "path.expand", "normalizePath"},
	Stops:       []string{"stop", "quit", "q", "abort", "rlang::abort", "skip", "testthat::skip"},
	Nothing:     []string{"NULL", "NA", "NA_character_"},
	Rewrites:    rRewrites,
	Runs:        reads.Runs{Unset: evaluate.Empty, Returns: true, OwnScopes: true, Operators: map[string]string{"%in%": "in"}, Lists: []string{"c", "list"}},
	WordOr:      []string{"%||%"},
	Formats:     []string{"sprintf"},
}
