package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var ocaml = &reads.Language{
	Name: "ocaml", Extensions: []string{".ml", ".mli"}, Interpreters: []string{"ocaml"},
	Tree: parse.OCaml,
	Table: &syntax.Table{
		BlockComments: []syntax.BlockComment{{Open: "(*", Close: "*)", Nest: true}, {Open: "#", Close: "\n", LineStart: true}}, WordPart: "'",
		Strings: []syntax.StringForm{{Open: "{|", Close: "|}", Lines: true}, {Open: `"`, Close: `"`, Backslash: true, Lines: true}, {Open: `'`, Close: `'`, Backslash: true, Char: true, Bytes: true}},
	},
	Outline:  reads.NewOutline,
	Imports:  takesIn("open", "module", "include"),
	Applied:  true,
	Catches:  true,
	Triggers: []string{"getenv", "getenv_opt", "getenv_exn", "unsafe_getenv", "Unix.environment"},
	Idioms: []reads.Idiom{
		{Access: `Sys.getenv($name)`, Need: reads.Required},
		{Access: `Sys.getenv_exn($name)`, Need: reads.Required},
		{Access: `Sys.getenv_opt($name)`},
		{Access: `Unix.getenv($name)`, Need: reads.Required},
		{Access: `Unix.unsafe_getenv($name)`, Need: reads.Required},
		{Access: `Unix.environment`, Whole: true},
	},
	Uses: []reads.Idiom{
		{Access: `Option.value($read, $fallback)`},
		{Access: `Option.get($read)`, Need: reads.Required},
		{Access: `Option.is_some($read)`, Test: true},
		{Access: `Option.is_none($read)`, Absent: true},
		{Access: `Option.map($any, $read)`, Maps: true},
		{Access: `Option.bind($read, $any)`},
		{Access: `Option.iter($any, $read)`, Maps: true, Does: evaluate.Tests},
		{Access: `Option.fold($read, $fallback, $any)`},
		{Access: `int_of_string($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `int_of_string_opt($read)`, Kind: reads.Integer, Does: evaluate.Nones},
		{Access: `Int.of_string($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `float_of_string($read)`, Kind: reads.Number, Does: evaluate.Fail},
		{Access: `float_of_string_opt($read)`, Kind: reads.Number, Does: evaluate.Nones},
		{Access: `bool_of_string($read)`, Kind: reads.Boolean, Does: evaluate.Fail},
		{Access: `bool_of_string_opt($read)`, Kind: reads.Boolean, Does: evaluate.Nones},
		{Access: `String.split_on_char($any, $read)`, Kind: reads.List},
	},
	Transparent: []string{"String.trim", "String.lowercase_ascii", "String.uppercase_ascii", "Some", "Fun.id"},
	Stops:       []string{"failwith", "raise", "exit", "invalid_arg", "Printf.ksprintf failwith"},
	Nothing:     []string{"None", "?"},
	Rewrites:    mlRewrites,
	Runs:        reads.Runs{Variants: evaluate.Named, Operators: map[string]string{"=": "==", "<>": "!=", "^": "++"}, Unset: evaluate.Nothing, EmptyTrue: true, Catchers: []string{"try_with", "try_with_join", "attempt"}, Returns: true, Exhausts: []string{"match"}, Forms: map[reads.Kind]reads.Form{reads.Boolean: reads.ExactTruth}},
}
