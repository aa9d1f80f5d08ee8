package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var erlang = &reads.Language{
	Name: "erlang", Extensions: []string{".erl", ".hrl", ".escript"}, Interpreters: []string{"escript"},
	Tree: parse.Erlang,
	Table: &syntax.Table{
		LineComments: []string{"%"}, Joins: ":",
		Strings: []syntax.StringForm{{Open: `"`, Close: `"`, Backslash: true, Lines: true}, {Open: `'`, Close: `'`, Backslash: true}, {Open: "\x00", Close: "\x00", Word: true}},
		Hook:    syntax.ErlangHook(2), HookBytes: "abcdefghijklmnopqrstuvwxyz$",
	},
	Outline:  reads.NewOutline,
	Imports:  erlangImports,
	Catches:  true,
	Triggers: []string{"getenv"},
	Idioms: []reads.Idiom{
		{Access: `os.getenv($name)`},
		{Access: `os.getenv($name, $fallback)`},
		{Access: `os.getenv()`, Whole: true},
	},
	Uses: []reads.Idiom{
		{Access: `list_to_integer($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `list_to_float($read)`, Kind: reads.Number, Does: evaluate.Fail},
		{Access: `binary_to_integer($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `list_to_atom($read)`, Does: evaluate.Fail},
		{Access: `list_to_existing_atom($read)`, Does: evaluate.Fail},
		{Access: `list_to_binary($read)`, Does: evaluate.Fail},
		{Access: `unicode.characters_to_binary($read)`, Does: evaluate.Fail},
		{Access: `string.to_integer($read)`, Kind: reads.Integer, Does: evaluate.Nones},
		{Access: `string.tokens($read, $any)`, Kind: reads.List, Does: evaluate.Fail},
		{Access: `string.split($read, $rest)`, Kind: reads.List, Does: evaluate.Fail},
		{Access: `string.lexemes($read, $any)`, Kind: reads.List, Does: evaluate.Fail},
		{Access: `string.trim($read, $rest)`, Does: evaluate.Fail},
		{Access: `string.lowercase($read)`, Does: evaluate.Fail},
		{Access: `string.to_lower($read)`, Does: evaluate.Fail},
		{Access: `filename.join($read, $any)`, Does: evaluate.Fail},
	},
	Stops:   []string{"error", "exit", "throw", "erlang.error", "erlang.exit", "erlang.throw", "erlang.halt", "halt", "init.stop"},
	Nothing: []string{"false"},
	Runs: reads.Runs{
		Unset: evaluate.Nothing, EmptyTrue: true, Returns: true, Clauses: true, Explicit: true, Variables: true, Exhausts: []string{"case", "if"},
		Operators: map[string]string{":=": "==", "/=": "!=", "andalso": "&&", "orelse": "||", "and": "&&", "or": "||", ",": "&&", ";": "||"},
	},
}

// erlangImports records the functions of other modules that a module calls as its own:
// -import(env, [need/1]).
func erlangImports(f *syntax.File, o *reads.Outline) {
	for i := range f.Tokens {
		if !f.Is(i, "import") || !f.Is(i-1, "-") || !f.Is(i+1, "(") {
			continue
		}
		for n := i + 3; n < f.Mate(i+1); n++ {
			if f.Kind(n) == syntax.Word {
				o.Import(f.Text(n), f.Text(i+2)+"."+f.Text(n), 0)
			}
		}
	}
}
