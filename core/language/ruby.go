package language

import (
	"inzicht/core/evaluate"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var rubyHoles = []syntax.Hole{{Open: "#{", Close: "}"}}

var rubyEnds = reads.Ends{
	Openers:   wordSet("def class module if unless while until for case begin"),
	Modifiers: wordSet("if unless while until"),
	Loops:     wordSet("while until for"),
	Functions: wordSet("def"),
	Classes:   wordSet("class module"),
	Closers:   wordSet("end"),
	Do:        true,
}

var (
	ruby = rubyLanguage("ruby", nil, []string{".rb", ".rake", ".gemspec", ".ru", ".thor", ".jbuilder", ".podspec"},
		"Rakefile", "Gemfile", "Guardfile", "Capfile", "Vagrantfile", "Podfile", "Fastfile", "Brewfile", "Appraisals", "Dangerfile", "Envfile")
	erb = rubyLanguage("ruby", []syntax.Island{{Open: "<%=", Close: "%>"}, {Open: "<%-", Close: "%>"}, {Open: "<%", Close: "%>"}}, []string{".erb", ".rhtml"})
)

func rubyLanguage(name string, islands []syntax.Island, extensions []string, names ...string) *reads.Language {
	l := &reads.Language{
		Name: name, Extensions: extensions, Names: names, Interpreters: []string{"ruby", "jruby"},
		Grammar: rubyGrammar,
		Table: &syntax.Table{
			LineComments:  []string{"#"},
			BlockComments: []syntax.BlockComment{{Open: "=begin", Close: "\n=end", LineStart: true}},
			WordStart:     "@$", WordTail: "?!",
			Strings: []syntax.StringForm{
				{Open: "'", Close: "'", Backslash: true, Verbatim: true, Lines: true},
				{Open: `"`, Close: `"`, Backslash: true, Lines: true, Holes: rubyHoles},
				{Open: "`", Close: "`", Backslash: true, Lines: true, Holes: rubyHoles},
			},
			Hook: syntax.RubyHook(syntax.RubyForms{Plain: 0, Interpolated: 1}), HookBytes: "/%<:?_$",
			Islands: islands,
		},
		SharesNames: true,
		Global:      true,
		Outline:     reads.EndOutline(rubyEnds, true),
		LineEnds:    true,
		Modifiers:   true,
		QuietParens: true,
		Forms:       rubyForms,
		Triggers:    []string{"ENV"},
		Idioms: []reads.Idiom{
			{Access: `ENV[$name]`},
			{Access: `ENV.fetch($name) { |$any| $fallback }`},
			{Access: `ENV.fetch($name) { $fallback }`},
			{Access: `ENV.store($name, $rest)`, Sets: true},
			{Access: `ENV.update($names)`, Sets: true},
			{Access: `ENV.merge!($names)`, Sets: true},
			{Access: `ClimateControl.modify($names)`, Sets: true},
			{Access: `ENV.fetch($name) do |$any| $fallback end`},
			{Access: `ENV.fetch($name) do $fallback end`},
			{Access: `ENV.fetch($name) do`, Need: reads.Optional},
			{Access: `ENV.fetch($name)`, Need: reads.Required},
			{Access: `ENV.fetch($name, $fallback)`},
			{Access: `ENV.key?($name)`, Test: true},
			{Access: `ENV.has_key?($name)`, Test: true},
			{Access: `ENV.include?($name)`, Test: true},
			{Access: `ENV.member?($name)`, Test: true},
			{Access: `ENV.values_at($names)`, Each: true},
			{Access: `ENV.fetch_values($names)`, Need: reads.Required, Each: true},
			{Access: `ENV.slice($names)`},
			{Access: `ENV.dig($name)`},
			{Access: `ENV.assoc($name)`},
			{Access: `ENV`, Whole: true},
		},
		Uses: append([]reads.Idiom{
			{Access: `Integer($read)`, Kind: reads.Integer, Form: reads.RubyInteger, Does: evaluate.Fail},
			{Access: `Integer($read, $rest)`, Kind: reads.Integer},
			{Access: `Float($read)`, Kind: reads.Number, Form: reads.RubyNumber, Does: evaluate.Fail},
			{Access: `$read.to_i`, Kind: reads.Integer, Does: evaluate.Converts},
			{Access: `$read.to_f`, Kind: reads.Number, Does: evaluate.Converts},
			{Access: `$read.to_r`, Kind: reads.Number, Does: evaluate.Converts},
			{Access: `ActiveModel::Type::Boolean.new.cast($read)`, Kind: reads.Boolean},
			{Access: `$read.split($rest)`, Kind: reads.List},
			{Access: `JSON.parse($read, $rest)`, Kind: reads.JSON, Does: evaluate.Fail},
			{Access: `URI.parse($read)`, Kind: reads.URL, Does: evaluate.Fail},
			{Access: `URI($read)`, Kind: reads.URL, Does: evaluate.Fail},
			{Access: `$read.presence`},
			{Access: `$read.presence_in($rest)`},
			{Access: `$read.freeze`},
			{Access: `$read.dup`},
			{Access: `$read.try($any)`},
			{Access: `$read.to_s`, Does: evaluate.Converts},
			{Access: `$read.then { $any }`, Maps: true},
			{Access: `$read.then(&$any)`, Maps: true},
			{Access: `$read.nil?`, Absent: true},
			{Access: `$read.empty?`, Absent: true},
			{Access: `$read.present?`, Test: true},
			{Access: `$read.blank?`, Absent: true},
		}, rubyGiven...),
		Transparent: []string{".strip", ".to_sym", ".intern", ".downcase", ".upcase", ".chomp", "String"},
		Stops:       []string{"raise", "abort", "exit", "exit!", "fail"},
		Nothing:     []string{"nil"},
		Formats:     []string{"format", "sprintf", "Kernel.format"},
		Rewrites:    rubyRewrites,
		Runs:        reads.Runs{Stages: map[string]string{"Rails.env": "RAILS_ENV", "Sinatra.env": "RACK_ENV"}, Mutates: true, Excludes: []string{"..."}, Joins: []string{"+"}, EmptyTrue: true, Returns: true, Raises: true, Lends: []string{"then", "yield_self"}, Taps: []string{"tap"}},
		WordOr:      []string{"||", "or", "rescue"},
		Copies:      []string{"to_h", "to_hash", "dup", "clone"},
	}
	return l
}

func wordSet(list string) map[string]bool {
	m := map[string]bool{}
	for _, w := range strings.Fields(list) {
		m[w] = true
	}
	return m
}

var rubyGrammar = rubyLike("")

// rubyLike returns the grammar of a language that is written like Ruby, with
// the operators that may stand behind a value.
func rubyLike(suffix string) *parse.Grammar {
	return &parse.Grammar{
		Suffix: suffix,
		Layout: parse.Worded, Rooted: true, LineEnds: true, Ternary: true, Records: true, Commands: true, Labels: true, Closures: true, Choices: true, Leading: ". &.",
		Binary: []string{"or and", ".. ...", "||", "&&", "<=> == === != =~ !~", "< > <= >=", "|", "^", "&", "<< >>", "+ -", "* / %", "**"}, Right: "**",
		Assign: "= += -= *= /= %= **= ||= &&= <<= >>= |= &= ^=", Prefix: "! - + ~ not & * ** defined? ..", Member: ". &. ::", LambdaWords: "lambda_",
		If: "if", Elif: "elsif", Else: "else", Unless: "unless", Loop: "while until for", Switch: "case", Case: "when in", Try: "begin", Catch: "rescue", Finally: "ensure",
		Return: "return", Throw: "raise fail", Leave: "break next redo retry", Function: "def", Class: "class module", Import: "require require_relative load",
		Nothing: "nil", Bool: "true false", Later: "if unless while until rescue", Then: "then do",
	}
}
