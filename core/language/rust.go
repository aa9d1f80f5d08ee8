package language

import (
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var rust = &reads.Language{
	Name:       "rust",
	Extensions: []string{".rs"},
	Grammar:    rustGrammar,
	Table: &syntax.Table{
		LineComments: cComments, BlockComments: cBlocksNest,
		Strings: []syntax.StringForm{
			rawForm,
			{Prefix: "b c", Bare: true, Open: `"`, Close: `"`, Backslash: true, Lines: true},
			{Prefix: "b", Bare: true, Open: `'`, Close: `'`, Backslash: true, Char: true, Bytes: true},
		},
		Hook: syntax.RustHook(0), HookBytes: "rbc",
	},
	Outline:  reads.BraceOutline(false),
	Passes:   "fn",
	Imports:  rustImports,
	Triggers: []string{"env", "option_env"},
	Declared: rustSettings,
	Idioms: []reads.Idiom{
		{Access: `std::env::var($name)`},
		{Access: `std::env::var_os($name)`, Test: true},
		{Access: `std::env::vars()`, Whole: true},
		{Access: `std::env::vars_os()`, Whole: true},
		{Access: `env!($name)`, Need: reads.Required},
		{Access: `env!($name, $_)`, Need: reads.Required},
		{Access: `std::env!($name)`, Need: reads.Required},
		{Access: `option_env!($name)`, Test: true},
		{Access: `std::option_env!($name)`, Test: true},
	},
	Uses: []reads.Idiom{
		{Access: `$read.parse()`, Kind: reads.Number},
		{Access: `$read.unwrap()`, Need: reads.Required},
		{Access: `$read.expect($_)`, Need: reads.Required},
		{Access: `$read.unwrap_or($fallback)`},
		{Access: `$read.unwrap_or_else(|| $fallback)`},
		{Access: `$read.unwrap_or_else(|$_| $fallback)`},
		{Access: `$read.unwrap_or_else(...)`, Need: reads.Optional},
		{Access: `$read.unwrap_or_default()`, Need: reads.Optional},
		{Access: `$read.map_or($fallback, ...)`},
		{Access: `$read.is_ok()`, Test: true},
		{Access: `$read.is_some()`, Test: true},
		{Access: `$read.is_err()`, Absent: true},
		{Access: `$read.is_none()`, Absent: true},
		{Access: `$read.map_err(...)`},
		{Access: `$read.ok_or_else(...)`, Need: reads.Required},
		{Access: `$read.ok_or(...)`, Need: reads.Required},
		{Access: `$read.with_context(...)`, Need: reads.Required},
		{Access: `$read.context(...)`, Need: reads.Required},
		{Access: `$read.split(...)`, Kind: reads.List},
	},
	Transparent: []string{".ok", ".as_deref", ".as_ref", ".as_str", ".trim", ".to_lowercase", ".to_string", ".to_owned", ".clone", ".into_string", ".map", ".and_then"},
	Stops:       []string{"panic", "bail", "exit", "std.process.exit", "process.exit", "Err", "unreachable"},
	Nothing:     []string{"None"},
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
	Layout: parse.Braces, Choices: true, Bars: true, Angles: true,
	Binary: []string{".. ..=", "||", "&&", "== != < > <= >=", "|", "^", "&", "<< >>", "+ -", "* / %"},
	Assign: "= += -= *= /= %= &= |= ^= <<= >>=", Prefix: "! - * & && mut ref move unsafe", Suffix: "? !", Member: ". ::", Casts: "as",
	If: "if", Else: "else", Loop: "for while loop", Switch: "match", Return: "return", Leave: "break continue", Function: "fn", Class: "struct enum trait impl mod union",
	Import: "use extern", Declare: "let static const", With: "unsafe async", Modifier: "pub async default unsafe", Nothing: "None", Bool: "true false",
}
