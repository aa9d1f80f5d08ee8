package language

import (
	"slices"

	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// C, C++ and Objective-C are read alike.
var clang = &reads.Language{
	Name:       "c",
	Extensions: []string{".c", ".h", ".cc", ".cpp", ".cxx", ".c++", ".hh", ".hpp", ".hxx", ".inl", ".ipp", ".m", ".mm", ".ino"},
	Grammar:    clangGrammar,
	Table: &syntax.Table{
		Arrows:       true,
		LineComments: cComments, BlockComments: cBlocks, Splice: true,
		Strings: []syntax.StringForm{
			rawForm,
			{Open: `@"`, Close: `"`, Backslash: true},
			{Prefix: "L u U u8", Bare: true, Open: `"`, Close: `"`, Backslash: true},
			{Prefix: "L u U u8", Bare: true, Open: `'`, Close: `'`, Backslash: true, Char: true, Bytes: true},
		},
		Hook: syntax.CppHook(0), HookBytes: "RLuU",
	},
	SharesNames: true,
	Global:      true,
	Outline:     reads.FlatOutline,
	Passes:      "(",
	Imports:     clangImports,
	Prototypes:  true,
	Private:     "static",
	Triggers:    []string{"getenv", "systemEnvironment", "processInfo", "secure_getenv", "__secure_getenv", "__libc_secure_getenv", "_wgetenv", "_dupenv_s", "getenv_s", "_tgetenv", "environ", "GetEnvironmentVariable", "GetEnvironmentVariableA", "GetEnvironmentVariableW", "qgetenv", "qEnvironmentVariable", "qEnvironmentVariableIsSet", "qEnvironmentVariableIsEmpty", "qEnvironmentVariableIntValue", "g_getenv"},
	Idioms: append([]reads.Idiom{
		{Access: `getenv($name)`},
		{Access: `setenv($name, $rest)`, Sets: true},
		{Access: `g_setenv($name, $rest)`, Sets: true},
		{Access: `qputenv($name, $rest)`, Sets: true},
		{Access: `std::getenv($name)`},
		{Access: `secure_getenv($name)`},
		{Access: `__secure_getenv($name)`},
		{Access: `__libc_secure_getenv($name)`},
		{Access: `_wgetenv($name)`},
		{Access: `_tgetenv($name)`},
		{Access: `g_getenv($name)`},
		{Access: `getenv_s($any, $any, $any, $name)`},
		{Access: `_dupenv_s($any, $any, $name)`},
		{Access: `GetEnvironmentVariable($name, $any, $any)`, Unset: evaluate.Count},
		{Access: `GetEnvironmentVariableA($name, $any, $any)`, Unset: evaluate.Count},
		{Access: `GetEnvironmentVariableW($name, $any, $any)`, Unset: evaluate.Count},
		{Access: `qgetenv($name)`},
		{Access: `qEnvironmentVariable($name)`},
		{Access: `qEnvironmentVariable($name, $fallback)`},
		{Access: `qEnvironmentVariableIsSet($name)`, Test: true},
		{Access: `qEnvironmentVariableIsEmpty($name)`, Test: true},
		{Access: `QProcessEnvironment::systemEnvironment().value($name)`},
		{Access: `QProcessEnvironment::systemEnvironment().value($name, $fallback)`},
		{Access: `QProcessEnvironment::systemEnvironment().contains($name)`, Test: true},
		{Access: `qEnvironmentVariableIntValue($name, $rest)`, Kind: reads.Integer},
	}, objectiveReads()...),
	Uses: slices.Concat(objectiveUses, []reads.Idiom{
		{Access: `std::stoi($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `stoi($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `std::stol($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `std::stoul($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `std::stoll($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `std::stoull($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `std::stod($read)`, Kind: reads.Number, Does: evaluate.Fail},
		{Access: `std::stof($read)`, Kind: reads.Number, Does: evaluate.Fail},
		{Access: `$read.value_or($fallback)`},
		{Access: `$read.has_value()`, Test: true},
		{Access: `$read.toInt($rest)`, Kind: reads.Integer, Does: evaluate.Converts},
		{Access: `atof($read)`, Kind: reads.Number, Does: evaluate.Converts},
		{Access: `$read.value()`, Does: evaluate.Fail},
		{Access: `assert($read)`, Does: evaluate.Demands},
		{Access: `strtod($read, $rest)`, Kind: reads.Number},
	}, cNumbers("", "std::")),
	Transparent: []string{"std.string", "strdup", "string", "std.string_view", "std.move", "QString", "QByteArray", ".c_str", ".data", ".toStdString", ".trimmed", ".toLower"},
	Stops:       []string{"exit", "abort", "_exit", "throw", "err", "errx", "die", "std.exit", "std.abort", "NSException.raise"},
	Nothing:     []string{"NULL", "nullptr", "nil", "Nil", "0", "nullopt", "std.nullopt"},
	Formats:     []string{"std.format", "fmt.format", "absl.StrFormat"},
	Rewrites:    cppRewrites,
	Runs:        reads.Runs{Mutates: true, Forms: map[reads.Kind]reads.Form{reads.Integer: reads.BeginsInteger, reads.Number: reads.BeginsNumber}, Main: []string{"main"}},
}

// clangImports records what names are defined as, and what is taken in of namespaces.
func clangImports(f *syntax.File, o *reads.Outline) {
	defines(f, o)
	clangTaken(f, o)
}

var clangTaken = takesIn("using")

// defines takes "#define NAME "text"" for a constant.
func defines(f *syntax.File, o *reads.Outline) {
	for i := 0; i+3 < len(f.Tokens); i++ {
		if f.Is(i, "#") && f.Is(i+1, "define") && f.Kind(i+2) == syntax.Word && !f.Tokens[i+3].NewLine && !syntax.DefinesMacro(f, i) {
			end := i + 3
			for end < len(f.Tokens) && end < i+12 && !f.Tokens[end].NewLine {
				end++
			}
			o.Bind(f.Text(i+2), reads.Binding{At: i + 2, Value: reads.Range{Lo: i + 3, Hi: end}, Function: -1})
		}
	}
}

var clangGrammar = &parse.Grammar{
	Layout: parse.Braces, BraceInit: true, Heads: true, Ternary: true, Typed: true, Angles: true, ParenCasts: true,
	Binary: []string{"?:", "||", "&&", "|", "^", "&", "== !=", "< > <= >= <=>", "<< >>", "+ -", "* / %"},
	Assign: "= += -= *= /= %= &= |= ^= <<= >>=", Prefix: "! - + ~ * & ++ -- sizeof co_await", Suffix: "++ --", Member: ". -> ::",
	Macros: true, Messages: true, Rooted: true, If: "if", Else: "else", Loop: "for while do", Switch: "switch", Case: "case", Default: "default", Try: "try", Catch: "catch", Finally: "finally",
	Return: "return co_return", Throw: "throw", Leave: "break continue goto", Class: "class struct union enum namespace", Import: "include using", Declare: "auto",
	Modifier: "static extern inline const volatile register virtual explicit friend constexpr typedef unsigned signed public private protected", Nothing: "NULL nullptr nil Nil", Bool: "true false YES NO",
}

// cNumbers returns the functions of C that make a number of a text, by what may stand before them.
func cNumbers(before ...string) (list []reads.Idiom) {
	for _, space := range before {
		for _, name := range []string{"atoi", "atol", "atoll"} {
			list = append(list, reads.Idiom{Access: space + name + "($read)", Kind: reads.Integer, Does: evaluate.Converts})
		}
		for _, name := range []string{"strtol", "strtoul", "strtoll", "strtoull"} {
			list = append(list, reads.Idiom{Access: space + name + "($read, $any, 16)", Kind: reads.Integer, Form: reads.BeginsHex, Does: evaluate.Converts},
				reads.Idiom{Access: space + name + "($read, $rest)", Kind: reads.Integer, Does: evaluate.Converts})
		}
		list = append(list, reads.Idiom{Access: space + "atof($read)", Kind: reads.Number, Does: evaluate.Converts})
		for _, name := range []string{"strtod", "strtof"} {
			list = append(list, reads.Idiom{Access: space + name + "($read, $rest)", Kind: reads.Number, Does: evaluate.Converts})
		}
	}
	return list
}
