package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var rust = &reads.Language{
	Name:       "rust",
	Extensions: []string{".rs"},
	Grammar:    rustGrammar,
	Table: &syntax.Table{
		LineComments: cComments, BlockComments: cBlocksNest, WordStart: "$",
		Strings: []syntax.StringForm{
			rawForm,
			{Prefix: "b c", Bare: true, Open: `"`, Close: `"`, Backslash: true, Lines: true},
			{Prefix: "b", Bare: true, Open: `'`, Close: `'`, Backslash: true, Char: true, Bytes: true},
		},
		Hook: syntax.RustHook(0), HookBytes: "rbc",
	},
	Outline:  reads.BraceOutline(false),
	Passes:   "fn",
	Copies:   []string{"collect"},
	Imports:  rustImports,
	Triggers: []string{"env", "option_env", "dotenvy", "dotenv"},
	Forms:    rustForms,
	Idioms: []reads.Idiom{
		{Access: `std::env::var($name)`, Unset: evaluate.Error},
		{Access: `std::env::set_var($name, $rest)`, Sets: true},
		{Access: `temp_env::with_var($name, $rest)`, Sets: true},
		{Access: `std::env::var_os($name)`},
		{Access: `std::env::vars().get($name)`},
		{Access: `std::env::vars().contains_key($name)`, Test: true},
		{Access: `std::env::vars()[$name]`, Need: reads.Required},
		{Access: `std::env::vars()`, Whole: true},
		{Access: `std::env::vars_os()`, Whole: true},
		{Access: `dotenvy::var($name)`, Unset: evaluate.Error},
		{Access: `dotenv::var($name)`, Unset: evaluate.Error},
		{Access: `dotenvy_macro::dotenv!($name)`, Need: reads.Required, Scope: reads.Build},
		{Access: `dotenv_codegen::dotenv!($name)`, Need: reads.Required, Scope: reads.Build},
		{Access: `env!($name)`, Need: reads.Required, Scope: reads.Build},
		{Access: `env!($name, $any)`, Need: reads.Required, Scope: reads.Build},
		{Access: `std::env!($name)`, Need: reads.Required, Scope: reads.Build},
		{Access: `std::env!($name, $any)`, Need: reads.Required, Scope: reads.Build},
		{Access: `option_env!($name)`, Scope: reads.Build},
		{Access: `std::option_env!($name)`, Scope: reads.Build},
	},
	Uses: append([]reads.Idiom{
		{Access: `$read.parse()`, Kind: reads.Number, Does: evaluate.Breaks},
		{Access: `$read.unwrap()`, Need: reads.Required},
		{Access: `$read.expect($any)`, Need: reads.Required},
		{Access: `$read.unwrap_or($fallback)`},
		{Access: `$read.or_insert($fallback)`},
		{Access: `$read.or_insert_with($any)`, Need: reads.Optional},
		{Access: `$read.or_default()`, Need: reads.Optional},
		{Access: `$read.unwrap_or_else($fallback)`},
		{Access: `$read.or_else($fallback)`},
		{Access: `$read.or($fallback)`},
		{Access: `$read.map_or_else($fallback, $rest)`, Maps: true},
		{Access: `$read.map($any)`, Maps: true},
		{Access: `$read.and_then($any)`, Maps: true},
		{Access: `$read.filter($any)`},
		{Access: `$read.is_ok_and($any)`, Maps: true, Does: evaluate.Tests},
		{Access: `$read.is_some_and($any)`, Maps: true, Does: evaluate.Tests},
		{Access: `$read.unwrap_or_default()`, Need: reads.Optional},
		{Access: `$read.map_or($fallback, $rest)`, Maps: true},
		{Access: `$read.ok()`, Does: evaluate.Nones},
		{Access: `$read.is_ok()`, Test: true},
		{Access: `$read.is_some()`, Test: true},
		{Access: `$read.is_err()`, Absent: true},
		{Access: `$read.is_none()`, Absent: true},
		{Access: `$read.is_empty()`, Absent: true},
		{Access: `$read.is_none_or($any)`, Maps: true, Does: evaluate.Absence},
		{Access: `$read.map_err($rest)`},
		{Access: `$read.ok_or_else($rest)`, Does: evaluate.Breaks},
		{Access: `$read.ok_or($rest)`, Does: evaluate.Breaks},
		{Access: `$read.with_context($rest)`, Does: evaluate.Goes},
		{Access: `$read.context($rest)`, Does: evaluate.Goes},
		{Access: `$read.transpose()`, Does: evaluate.Holds},
		{Access: `$read.split($rest)`, Kind: reads.List},
		{Access: `$read.split_whitespace()`, Kind: reads.List},
		{Access: `env::split_paths($read)`, Kind: reads.List},
		{Access: `ensure($read, $rest)`, Does: evaluate.Demands},
		{Access: `assert($read, $rest)`, Does: evaluate.Demands},
		{Access: `anyhow::ensure($read, $rest)`, Does: evaluate.Demands},
	}, rustGiven...),
	Transparent: []string{".as_deref", ".as_ref", ".as_str", ".trim", ".to_lowercase", ".to_string", ".to_owned", ".clone", ".into_string", ".into", ".to_str", ".to_string_lossy", ".into_owned", ".as_os_str", ".unwrap_err", "String.from", "PathBuf.from", "OsString.from", "std.path.PathBuf.from"},
	Stops:       []string{"panic", "bail", "exit", "std.process.exit", "process.exit", "unreachable", "todo"},
	Nothing:     []string{"None"},
	Rewrites:    rustRewrites,
	Runs:        reads.Runs{Mutates: true, Variants: evaluate.Named, Sizes: rustSizes, Forms: map[reads.Kind]reads.Form{reads.Integer: reads.Digits, reads.Boolean: reads.ExactTruth}, Explicit: true, Excludes: []string{".."}, Types: rustTypes, Returns: true, Leaves: "?", EmptyTrue: true, Errors: []string{"Err", "anyhow", "anyhow.anyhow", "eyre", "std.result.Result.Err"}},
	Formats:     []string{"format"},
}

// rustImports records use declarations, with groups and renames.
func rustImports(f *syntax.File, o *reads.Outline) {
	for i := range f.Tokens {
		if f.Is(i, "use") && f.Kind(i) == syntax.Word {
			o.Skip(reads.Range{Lo: i, Hi: useTree(f, o, i+1, "", 0)})
		}
	}
}

// useTree reads one tree of a use declaration and gives its end.
func useTree(f *syntax.File, o *reads.Outline, i int, path string, depth int) int {
	for i < len(f.Tokens) && depth < 16 {
		switch {
		case f.Is(i, "::"):
			i++
		case f.Is(i, "{"):
			close := f.Mate(i)
			if close < 0 {
				return i + 1
			}
			for at := i + 1; at < close; at++ {
				at = useTree(f, o, at, path, depth+1)
			}
			return close + 1
		case f.Is(i, "*"):
			o.Import("*", path, 0)
			return i + 1
		case f.Kind(i) == syntax.Word:
			name := f.Text(i)
			longer := name
			if path != "" && name != "self" {
				longer = path + "." + name
			} else if name == "self" {
				longer = path
				name = path[max(0, lastDot(path)+1):]
			}
			if f.Is(i+1, "::") {
				path, i = longer, i+1
				continue
			}
			if f.Is(i+1, "as") {
				o.Import(f.Text(i+2), longer, 0)
				return i + 3
			}
			if longer == "super.env" || longer == "crate.env" { // most likely what the outer module takes from std
				longer = "std.env"
			}
			if longer != name { // "use env;" would say nothing
				o.Import(name, longer, 0)
			}
			return i + 1
		default:
			return i
		}
	}
	return i
}

func lastDot(s string) int {
	for i := len(s) - 1; i >= 0; i-- {
		if s[i] == '.' {
			return i
		}
	}
	return -1
}

var rustGrammar = &parse.Grammar{
	Layout: parse.Braces, Choices: true, Bars: true, Rules: "macro_rules", Rooted: true, Structs: true, Angles: true,
	Binary: []string{".. ..=", "||", "&&", "== != < > <= >=", "|", "^", "&", "<< >>", "+ -", "* / %"},
	Assign: "= += -= *= /= %= &= |= ^= <<= >>=", Prefix: "! - * & && .. ..= mut ref move unsafe", Suffix: "? !", Member: ". ::", Casts: "as",
	If: "if", Else: "else", Loop: "for while loop", Switch: "match", Return: "return", Leave: "break continue", Function: "fn", Class: "struct enum trait impl mod union",
	Import: "use extern", Declare: "let static const", With: "unsafe async", Modifier: "pub async default unsafe mut", Nothing: "None", Bool: "true false",
}

var rustTypes = map[string]string{
	"u8": "integer", "u16": "integer", "u32": "integer", "u64": "integer", "usize": "integer", "u128": "integer", "i8": "integer", "i16": "integer", "i32": "integer",
	"i64": "integer", "i128": "integer", "isize": "integer", "f32": "number", "f64": "number", "bool": "boolean", "Url": "url", "Uri": "url",
}
