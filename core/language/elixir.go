package language

import (
	"strings"

	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var elixirHoles = []syntax.Hole{{Open: "#{", Close: "}"}}

var elixir = &reads.Language{
	Name: "elixir", Extensions: []string{".ex", ".exs", ".heex", ".eex"}, Interpreters: []string{"elixir"},
	Grammar: elixirGrammar,
	Table: &syntax.Table{
		LineComments: []string{"#"}, WordStart: "@", WordTail: "?!",
		Strings: []syntax.StringForm{
			{Open: `"""`, Close: `"""`, Backslash: true, Lines: true, Holes: elixirHoles},
			{Open: `'''`, Close: `'''`, Backslash: true, Lines: true, Holes: elixirHoles},
			{Open: `"`, Close: `"`, Backslash: true, Lines: true, Holes: elixirHoles},
			{Open: `'`, Close: `'`, Backslash: true, Lines: true, Holes: elixirHoles},
			rawForm,
		},
		Hook: syntax.ElixirHook(4, 2), HookBytes: "~:?",
	},
	Outline: reads.EndOutline(reads.Ends{
		Openers: wordSet("fn"), Modifiers: map[string]bool{}, Loops: map[string]bool{},
		Functions: map[string]bool{}, Classes: map[string]bool{}, Closers: wordSet("end"), Do: true,
	}, true),
	Imports:     elixirAttributes,
	Declared:    systemTuples,
	Forms:       elixirForms,
	LineEnds:    true,
	QuietParens: true,
	Triggers:    []string{"get_env", "fetch_env", "fetch_env!", "put_env", "system"},
	Idioms: []reads.Idiom{
		{Access: `$name |> System.get_env($fallback)`},
		{Access: `$name |> System.fetch_env()`, Unset: evaluate.Atom},
		{Access: `System.get_env($name)`},
		{Access: `System.put_env($name, $rest)`, Sets: true},
		{Access: `System.get_env($name, $fallback)`},
		{Access: `System.fetch_env!($name)`, Need: reads.Required},
		{Access: `System.fetch_env($name)`, Unset: evaluate.Atom},
		{Access: `$name |> System.get_env()`},
		{Access: `$name |> System.fetch_env!()`, Need: reads.Required},
		{Access: `System.get_env()[$name]`},
		{Access: `System.get_env() |> Map.get($name)`},
		{Access: `System.get_env() |> Map.get($name, $fallback)`},
		{Access: `System.get_env() |> Map.fetch!($name)`, Need: reads.Required},
		{Access: `Map.get(System.get_env(), $name)`},
		{Access: `Map.get(System.get_env(), $name, $fallback)`},
		{Access: `Map.fetch(System.get_env(), $name)`, Unset: evaluate.Atom},
		{Access: `Map.fetch!(System.get_env(), $name)`, Need: reads.Required},
		{Access: `Map.has_key?(System.get_env(), $name)`, Test: true},
		{Access: `System.get_env()`, Whole: true},
	},
	Uses: append([]reads.Idiom{
		{Access: `is_nil($read)`, Absent: true},
		{Access: `String.to_integer($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `String.to_float($read)`, Kind: reads.Number, Does: evaluate.Fail},
		{Access: `String.split($read, $rest)`, Kind: reads.List, Does: evaluate.Fail},
		{Access: `to_string($read)`, Does: evaluate.Converts},
		{Access: `String.trim_trailing($read, $rest)`, Does: evaluate.Fail},
		{Access: `Jason.decode!($read)`, Kind: reads.JSON, Does: evaluate.Fail},
		{Access: `Integer.parse($read)`, Kind: reads.Integer, Form: reads.BeginsInteger, Does: evaluate.Breaks},
		{Access: `URI.parse($read)`, Kind: reads.URL},
	}, elixirGiven...),
	Transparent: []string{"Atom.to_string", "unquote", "String.length", "byte_size"},
	Stops:       []string{"raise", "exit", "System.halt"},
	Nothing:     []string{"nil"},
	Rewrites:    elixirRewrites,
	Runs:        reads.Runs{Stages: map[string]string{"config_env": "MIX_ENV", "Mix.env": "MIX_ENV"}, Forms: map[reads.Kind]reads.Form{reads.Integer: reads.Digits}, Clauses: true, Joins: []string{"<>"}, Exhausts: []string{"case", "cond"}, EmptyTrue: true, Returns: true},
	WordOr:      []string{"||", "or"},
}

// systemTuples finds what libraries read for the code: {:system, "NAME"}.
func systemTuples(f *syntax.File, _ *reads.Outline) (list []reads.Declared) {
	for i := range f.Tokens {
		word := i + 1
		if f.Is(word, ":") {
			word++
		}
		if !f.Is(i, "{") || strings.TrimPrefix(f.Text(word), ":") != "system" || !f.Is(word+1, ",") {
			continue
		}
		name, ok := f.Value(word + 2)
		if !ok || !isEnvironmentName(name) {
			continue
		}
		d := reads.Declared{At: i, Name: name, Access: "{:system}", Need: reads.Expected}
		if f.Is(word+3, ",") {
			d.Need, d.Fallback = reads.Optional, literalAt(f, word+4)
		}
		list = append(list, d)
	}
	return list
}

// elixirAttributes binds the attributes of modules: @name "value".
func elixirAttributes(f *syntax.File, o *reads.Outline) {
	for i := range f.Tokens {
		if t := &f.Tokens[i]; t.Kind == syntax.Word && f.Src[t.Start] == '@' && t.NewLine && f.Kind(i+1) == syntax.String {
			o.Bind(f.Text(i), reads.Binding{At: i, Value: reads.Range{Lo: i + 1, Hi: i + 2}, Function: -1})
		} else if f.Is(i, "import") && t.NewLine {
			elixirImport(f, o, i+1)
		} else if f.Is(i, "alias") && t.NewLine {
			elixirAlias(f, o, i+1)
		}
	}
}

// elixirAlias records the name that alias Gate.Env, as: E gives a module.
func elixirAlias(f *syntax.File, o *reads.Outline, i int) {
	module := f.Text(i)
	for ; f.Is(i+1, "."); i += 2 {
		module += "." + f.Text(i+2)
	}
	if f.Is(i+1, ",") && strings.HasPrefix(f.Text(i+2), "as") {
		as := i + 3
		if f.Is(as, ":") {
			as++
		}
		if f.Kind(as) == syntax.Word {
			o.Import(f.Text(as), module, as)
		}
	}
}

// elixirImport records import Gate.Env, only: [get: 1], or all of a module.
func elixirImport(f *syntax.File, o *reads.Outline, i int) {
	module := f.Text(i)
	for ; f.Is(i+1, "."); i += 2 {
		module += "." + f.Text(i+2)
	}
	only := false
	for j := i + 1; j < len(f.Tokens) && !f.Tokens[j].NewLine; j++ {
		if name := f.Text(j); f.Is(j, "only") || f.Is(j, "only:") {
			only = true
		} else if only && f.Kind(j) == syntax.Word && (f.Is(j+1, ":") || name[len(name)-1] == ':') {
			name = strings.TrimSuffix(name, ":")
			o.Import(name, module+"."+name, j)
		}
	}
	if !only {
		o.Import("*", module, i)
	}
}

var elixirGrammar = &parse.Grammar{
	Layout: parse.Worded, LineEnds: true, Records: true, Commands: true, Labels: true, Closures: true, Choices: true, Arrow: "->", Leading: "|> . || && <> and or ++",
	Binary: []string{"when", "|", "|| or", "&& and", "== != === !== =~", "< > <= >=", "|>", "in", "<> ++ --", "..", "+ -", "* /"}, Right: "<> ++",
	Assign: "= <-", Prefix: "! - + not & ^ %", Member: ".", LambdaWords: "fn",
	If: "if", Else: "else", Unless: "unless", Loop: "for with", Switch: "case cond receive", Try: "try", Catch: "rescue catch", Finally: "after",
	Function: "def defp defmacro defmacrop", Class: "defmodule defimpl defprotocol", Import: "import alias require use", With: "quote", Nothing: "nil", Bool: "true false", Then: "do",
}
