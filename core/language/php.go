package language

import (
	"strings"

	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var phpHoles = []syntax.Hole{{Open: "{", Peek: "$", Close: "}"}, {Open: "${", Close: "}"}, {Open: "$"}}

var phpIslands = []syntax.Island{{Open: "<?php", Close: "?>"}, {Open: "<?=", Close: "?>"}, {Open: "<?\n", Close: "?>"}, {Open: "<? ", Close: "?>"}}

var (
	php = phpLanguage(phpIslands, ".php", ".phtml", ".php5", ".inc", ".phpt")
	// In Blade templates source also is between braces and behind directives.
	blade = phpLanguage(append([]syntax.Island{{Open: "{{--", Close: "--}}", Comment: true}, {Open: "{{", Close: "}}"}, {Open: "{!!", Close: "!!}"},
		{Open: "@php", Close: "@endphp"}, {Open: "@", Close: "\n"}}, phpIslands...), ".blade.php")
)

func phpLanguage(islands []syntax.Island, extensions ...string) *reads.Language {
	return &reads.Language{
		Name: "php", Extensions: extensions, Interpreters: []string{"php"},
		Grammar: phpGrammar,
		Table: &syntax.Table{
			LineComments:  []string{"//", "#"},
			NotComments:   []string{"#["},
			BlockComments: []syntax.BlockComment{{Open: "/*", Close: "*/"}},
			WordStart:     "$", DotJoins: true, Arrows: true,
			Strings: []syntax.StringForm{
				{Open: "'", Close: "'", Backslash: true, Verbatim: true, Lines: true},
				{Open: `"`, Close: `"`, Backslash: true, Lines: true, Holes: phpHoles},
				{Open: "`", Close: "`", Backslash: true, Lines: true, Holes: phpHoles},
			},
			Hook: phpHeredoc, HookBytes: "<",
			Islands: islands,
		},
		SharesNames: true,
		Global:      true,
		Outline:     phpOutline,
		Imports:     phpImports,
		Passes:      "(",
		FoldWords:   true,
		Forms:       phpForms,
		Triggers:    []string{"getenv", "GETENV", "$_ENV", "$_SERVER", "env", "Env", "apache_getenv", "INPUT_ENV"},
		Idioms: []reads.Idiom{
			{Access: `getenv($name)`},
			{Access: `getenv($name, $any)`},
			{Access: `getenv(name: $name)`},
			{Access: `getenv(name: $name, local_only: $any)`},
			{Access: `getenv()[$name]`},
			{Access: `getenv()`, Whole: true},
			{Access: `$_ENV[$name]`},
			{Access: `array_key_exists($name, $_ENV)`, Test: true},
			{Access: `$_ENV`, Whole: true},
			{Access: `$_SERVER[$name]`, Except: serverNames},
			{Access: `array_key_exists($name, $_SERVER)`, Test: true, Except: serverNames},
			{Access: `env($name)`, Function: true, No: frameworkNo},
			{Access: `env($name, $fallback)`, Function: true, No: frameworkNo},
			{Access: `Env::get($name)`, Function: true},
			{Access: `Env::get($name, $fallback)`, Function: true},
			{Access: `Env::getOrFail($name)`, Function: true, Need: reads.Required},
			{Access: `apache_getenv($name, $rest)`},
			{Access: `filter_input(INPUT_ENV, $name, $rest)`},
		},
		Uses: []reads.Idiom{
			{Access: `intval($read, $rest)`, Kind: reads.Integer, Does: evaluate.Converts},
			{Access: `floatval($read)`, Kind: reads.Number, Does: evaluate.Converts},
			{Access: `boolval($read)`, Kind: reads.Boolean, Does: evaluate.Tests},
			{Access: `filter_var($read, FILTER_VALIDATE_BOOLEAN, $rest)`, Kind: reads.Boolean, Does: evaluate.Converts},
			{Access: `filter_var($read, FILTER_VALIDATE_BOOL, $rest)`, Kind: reads.Boolean, Does: evaluate.Converts},
			{Access: `filter_var($read, FILTER_VALIDATE_INT, $rest)`, Kind: reads.Integer, Form: reads.SpacedDigits},
			{Access: `filter_var($read, FILTER_VALIDATE_URL, $rest)`, Kind: reads.URL, Form: reads.AbsoluteURL},
			{Access: `json_decode($read, $rest)`, Kind: reads.JSON},
			{Access: `filter_var($read, FILTER_VALIDATE_FLOAT, $rest)`, Kind: reads.Number},
			{Access: `parse_url($read, $rest)`, Kind: reads.URL, Does: evaluate.Goes},
			{Access: `preg_split($any, $read)`, Kind: reads.List, Does: evaluate.Converts},
			{Access: `str_getcsv($read, $rest)`, Kind: reads.List, Does: evaluate.Converts},
			{Access: `explode($any, $read)`, Kind: reads.List, Does: evaluate.Converts},
			{Access: `trim($read, $rest)`, Does: evaluate.Converts}, // of nothing it gives an empty text
			{Access: `rtrim($read, $rest)`, Does: evaluate.Converts},
			{Access: `ltrim($read, $rest)`, Does: evaluate.Converts},
			{Access: `strtolower($read)`, Does: evaluate.Converts},
			{Access: `strtoupper($read)`, Does: evaluate.Converts},
			{Access: `strval($read)`, Does: evaluate.Converts},
			{Access: `is_string($read)`, Test: true},
			{Access: `is_bool($read)`, Absent: true},
			{Access: `is_null($read)`, Absent: true},
			{Access: `assert($read, $rest)`, Does: evaluate.Demands},
			{Access: `isset($read)`, Test: true},
			{Access: `empty($read)`, Absent: true, Counts: true},
		},
		Transparent: []string{"strlen", "mb_strlen"},
		Stops:       []string{"throw", "exit", "die"},
		Nothing:     []string{"null", "NULL", "false", "FALSE"},
		Rewrites:    phpRewrites,
		Runs:        reads.Runs{No: []string{"0"}, Explicit: true, Exhausts: []string{"match"}, EmptyLists: true, OwnScopes: true, Loops: evaluate.Values},
		WordOr:      []string{"??", "?:", "||", "or"},
		Formats:     []string{"sprintf"},
	}
}

// serverNames are the members of $_SERVER that the web server supplies.
var serverNames = []string{
	"HTTP_*", "REQUEST_*", "SERVER_*", "SCRIPT_*", "REMOTE_*", "PHP_SELF", "PHP_AUTH_*", "QUERY_STRING", "DOCUMENT_ROOT", "DOCUMENT_URI",
	"HTTPS", "PATH_INFO", "PATH_TRANSLATED", "ORIG_PATH_INFO", "CONTENT_TYPE", "CONTENT_LENGTH", "GATEWAY_INTERFACE", "argv", "argc", "AUTH_TYPE",
	"REDIRECT_*", "ORIG_*", "UNIQUE_ID", "URL", "CONTEXT_*", "SSL_*", "FCGI_ROLE", "USER", "HOME",
}

var phpHeredoc = syntax.PHPHook(0, 1)

// phpOutline outlines by braces, and binds the loop variables of foreach.
func phpOutline(f *syntax.File) *reads.Outline {
	o := reads.BraceOutline(false)(f)
	for i := range f.Tokens {
		if f.Is(i, "define") && f.Is(i+1, "(") && f.Kind(i+2) == syntax.String && f.Is(i+3, ",") {
			name, _ := f.Value(i + 2)
			o.Bind(name, reads.Binding{At: i + 2, Value: reads.Range{Lo: i + 4, Hi: f.Mate(i + 1)}, Function: -1})
		}
		if f.Is(i, "foreach") && f.Is(i+1, "(") && f.Mate(i+1) > 0 {
			for as := i + 2; as < f.Mate(i+1); as++ {
				if f.Is(as, "as") && f.Kind(f.Mate(i+1)-1) == syntax.Word {
					o.Bind(f.Text(f.Mate(i+1)-1), reads.Binding{At: as, Value: reads.Range{Lo: i + 2, Hi: as}, Element: true, Function: -1})
				}
			}
		}
	}
	return o
}

// phpImports records what a file means by Env where that is a class of the program:
// what it is imported from, or the namespace that the file itself is in.
func phpImports(f *syntax.File, o *reads.Outline) {
	space, imported := "", ""
	for i := range f.Tokens {
		switch {
		case f.Is(i, "namespace") && f.Kind(i+1) == syntax.Word && space == "":
			space = qualified(f, i+1)
		case f.Is(i, "use") && f.Is(i+1, "function"):
			phpFunctions(f, o, i+2)
		case f.Is(i, "use") && f.Kind(i+1) == syntax.Word:
			if name := qualified(f, i+1); strings.HasSuffix(name, ".Env") {
				imported = name
			}
		}
	}
	if imported == "" && space != "" {
		imported = space + ".Env"
	}
	if imported != "" && imported != "Illuminate.Support.Env" {
		o.Import("Env", imported, 0)
	}
}

// phpFunctions records the functions that an import gives other names, from a token on:
// use function getenv as g, use function Gate\{need as must, other}.
func phpFunctions(f *syntax.File, o *reads.Outline, from int) {
	space, group := "", false
	for i := from; i < len(f.Tokens) && !f.Is(i, ";"); i++ {
		switch {
		case f.Is(i+1, `\`) && f.Kind(i) == syntax.Word:
			space = f.Text(i) + "."
		case f.Is(i, "{"):
			group = true
		case f.Is(i, ",") && !group:
			space = ""
		case f.Is(i, "as") && f.Kind(i+1) == syntax.Word:
			o.Import(f.Text(i+1), space+f.Text(i-1), from)
		}
	}
}

// qualified returns the name that begins at a token, with dots between its parts: A\B.
func qualified(f *syntax.File, i int) string {
	name := f.Text(i)
	for f.Is(i+1, `\`) && f.Kind(i+2) == syntax.Word {
		i += 2
		name += "." + f.Text(i)
	}
	return strings.ReplaceAll(name, `\`, ".")
}

// frameworkNo are the texts for which env of a framework gives false, nothing or an empty text.
var frameworkNo = []string{"false", "(false)", "null", "(null)", "empty", "(empty)"}

var phpGrammar = &parse.Grammar{
	Layout: parse.Braces, Heads: true, Ternary: true, Labels: true, Choices: true, Arrow: "=>", ParenCasts: true, Brackets: true,
	Binary: []string{"or", "xor", "and", "?:", "??", "||", "&&", "|", "^", "&", "== != === !== <> <=>", "< > <= >=", "<< >>", ". + -", "* / %", "instanceof", "**"}, Right: "** ??",
	Assign: "= += -= *= /= .= %= **= ??= <<= >>= &= |= ^=", Prefix: "! - + ~ @ & ... new clone print echo yield await ++ -- include include_once require require_once throw", Suffix: "++ --",
	Member: "-> ?-> ::", Lists: "array Array ARRAY", Qualifies: `\`, LambdaWords: "fn",
	If: "if", Elif: "elseif", Else: "else", Loop: "for foreach while do", Switch: "switch match", Case: "case", Default: "default", Try: "try", Catch: "catch", Finally: "finally",
	Return: "return exit die", Leave: "break continue", Function: "function", Class: "class interface trait enum", Import: "use namespace",
	Modifier: "public private protected static abstract final readonly var const", Nothing: "null NULL", Bool: "true false TRUE FALSE",
}
