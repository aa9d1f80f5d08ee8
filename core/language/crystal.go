package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// Crystal is written like Ruby; a variable that is not set raises.
var crystal = &reads.Language{
	Name: "crystal", Extensions: []string{".cr"}, Interpreters: []string{"crystal"},
	Grammar: crystalGrammar(),
	Table: &syntax.Table{
		LineComments: []string{"#"}, WordStart: "@$", WordTail: "?!",
		Strings: []syntax.StringForm{
			{Open: `"`, Close: `"`, Backslash: true, Lines: true, Holes: rubyHoles},
			{Open: "`", Close: "`", Backslash: true, Lines: true, Holes: rubyHoles},
			character,
		},
		Hook: syntax.CrystalHook, HookBytes: "?",
	},
	SharesNames: true,
	Global:      true,
	Outline:     reads.EndOutline(rubyEnds, true),
	LineEnds:    true,
	Modifiers:   true,
	QuietParens: true,
	Triggers:    []string{"ENV"},
	Idioms: []reads.Idiom{
		{Access: `ENV[$name]?`, Unset: evaluate.Nothing},
		{Access: `ENV[$name]`, Need: reads.Required},
		{Access: `ENV.fetch($name, $fallback)`},
		{Access: `ENV.fetch($name) { $fallback }`},
		{Access: `ENV.fetch($name)`, Need: reads.Required},
		{Access: `ENV.has_key?($name)`, Test: true},
		{Access: `ENV`, Whole: true},
	},
	Uses: []reads.Idiom{
		{Access: `$read.try($any)`, Maps: true},
		{Access: `$read.try { $any }`, Maps: true},
		{Access: `$read.to_i`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `$read.to_i?`, Kind: reads.Integer, Does: evaluate.Nones},
		{Access: `$read.to_f`, Kind: reads.Number, Does: evaluate.Fail},
		{Access: `$read.split($rest)`, Kind: reads.List},
		{Access: `URI.parse($read)`, Kind: reads.URL},
		{Access: `$read.nil?`, Absent: true},
		{Access: `$read.empty?`, Absent: true},
	},
	Transparent: []string{".strip", ".downcase", ".upcase", ".to_s"},
	Stops:       []string{"raise", "abort", "exit"},
	Nothing:     []string{"nil"},
	Formats:     []string{"sprintf", "format"},
	Rewrites:    rubyRewrites,
	Runs:        reads.Runs{Mutates: true, EmptyTrue: true, Returns: true, Raises: true},
	WordOr:      []string{"||"},
}

// crystalGrammar is Ruby's, with types.
func crystalGrammar() *parse.Grammar {
	g := rubyLike("?")
	g.TypeSign = ":"
	return g
}
