package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var clojure = &reads.Language{
	Name: "clojure", Extensions: []string{".clj", ".cljs", ".cljc", ".bb"}, Interpreters: []string{"bb", "clojure"},
	Tree: parse.Clojure,
	Table: &syntax.Table{
		LineComments: []string{";"}, WordStart: "*+!?<>=%", WordPart: "-*+!?<>='%", Joins: "/",
		Strings: []syntax.StringForm{{Open: `"`, Close: `"`, Backslash: true, Lines: true}},
		Hook:    syntax.ClojureHook, HookBytes: ":\\",
	},
	Outline:  reads.NewOutline,
	Imports:  clojureImports,
	Applied:  true,
	Lists:    true,
	Catches:  true,
	Triggers: []string{"getenv", "environ.core", "process.env"},
	Idioms: []reads.Idiom{
		{Access: `System.getenv($name)`},
		{Access: `java.lang.System.getenv($name)`},
		{Access: `System.getenv()`, Whole: true},
		{Access: `System.getenv().get($name)`},
		{Access: `System.getenv().get($name, $fallback)`},
		{Access: `js.process.env.$name`},
		{Access: `js.process.env`, Whole: true},
		{Access: `js.process.env.aget($name)`},
		{Access: `js.process.env.get($name)`},
		{Access: `environ.core.env($name)`, Dashed: true},
		{Access: `environ.core.env($name, $fallback)`, Dashed: true},
		{Access: `$name environ.core.env`, Dashed: true},
	},
	Uses: []reads.Idiom{
		{Access: `assert($read, $rest)`, Does: evaluate.Demands},
		{Access: `nil?($read)`, Absent: true},
		{Access: `some?($read)`, Test: true},
		{Access: `empty?($read)`, Absent: true},
		{Access: `seq($read)`, Test: true},
		{Access: `clojure.string.blank?($read)`, Absent: true},
		{Access: `contains?($read, $any)`, Test: true},
		{Access: `Integer.parseInt($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `Integer.valueOf($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `Long.parseLong($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `Double.parseDouble($read)`, Kind: reads.Number, Does: evaluate.Fail},
		{Access: `Boolean.parseBoolean($read)`, Kind: reads.Boolean},
		{Access: `parse-long($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `parse-double($read)`, Kind: reads.Number, Does: evaluate.Fail},
		{Access: `parse-boolean($read)`, Kind: reads.Boolean, Does: evaluate.Fail},
		{Access: `clojure.edn.read-string($read)`, Does: evaluate.Nones},
		{Access: `read-string($read)`, Does: evaluate.Fail},
		{Access: `clojure.java.io.file($read)`, Does: evaluate.Nones},
		{Access: `clojure.string.split($read, $any)`, Kind: reads.List, Does: evaluate.Fail},
		{Access: `clojure.string.trim($read)`, Does: evaluate.Fail},
		{Access: `clojure.string.lower-case($read)`, Does: evaluate.Fail},
		{Access: `clojure.string.upper-case($read)`, Does: evaluate.Fail},
	},
	Transparent: []string{"not-empty", "keyword", "identity", "clojure.core.str"},
	Stops:       []string{"System.exit"},
	Nothing:     []string{"nil", "false"},
	WordOr:      []string{"or"},
	Rewrites:    clojureRewrites,
	Runs: reads.Runs{
		Unset: evaluate.Nothing, EmptyTrue: true, Returns: true, Clauses: true, Raises: true, Exhausts: []string{"case"},
		Operators: map[string]string{"=": "==", "not=": "!=", "str": "++", "not": "!", "and": "&&", "or": "||"},
	},
}

// clojureImports records what the namespaces that a file requires are called, and
// passes over what it only names and what is commented out.
func clojureImports(f *syntax.File, o *reads.Outline) {
	for i := range f.Tokens {
		if f.Is(i, "#") && f.Is(i+1, "_") && f.Mate(i+2) > i {
			o.Skip(reads.Range{Lo: i, Hi: f.Mate(i+2) + 1})
		}
		if !f.Is(i, "(") || f.Mate(i) < i {
			continue
		}
		switch f.Text(i + 1) {
		case "ns", "require":
			for n := i + 2; n < f.Mate(i); n++ {
				if f.Is(n, "[") && f.Kind(n+1) == syntax.Word && f.Mate(n) > n {
					clojureRequired(f, o, n+1, f.Mate(n))
				}
			}
			fallthrough
		case "comment", "declare":
			o.Skip(reads.Range{Lo: i, Hi: f.Mate(i) + 1})
		}
	}
}

// clojureRequired records what one namespace is called: [gate.env :as env :refer [need]].
func clojureRequired(f *syntax.File, o *reads.Outline, i, end int) {
	module, i := longName(f, i)
	for ; i < end; i++ {
		switch {
		case f.Is(i, ":as") && f.Kind(i+1) == syntax.Word:
			o.Import(f.Text(i+1), module, i)
		case (f.Is(i, ":refer") || f.Is(i, ":only")) && f.Is(i+1, "[") && f.Mate(i+1) > i:
			for n := i + 2; n < f.Mate(i+1); n++ {
				if f.Kind(n) == syntax.Word {
					o.Import(f.Text(n), module+"."+f.Text(n), n)
				}
			}
		case f.Is(i, ":refer") && f.Is(i+1, ":all"):
			o.Import("*", module, i)
		}
	}
}
