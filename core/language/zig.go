package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var zig = &reads.Language{
	Name: "zig", Extensions: []string{".zig"},
	Grammar: &parse.Grammar{
		Layout: parse.Braces, Choices: true, Bars: true, LabelBlocks: true, ArrayTypes: true, TypeValues: true,
		Binary: []string{"orelse catch", "or", "and", "== != < > <= >=", "| ^ &", "<< >>", "+ - ++", "* / % **"},
		Assign: "= += -= *= /= |= &=", Prefix: "! - ~ & try comptime", Member: ".",
		If: "if", Else: "else", Loop: "for while", Switch: "switch", Return: "return", Leave: "break continue", Function: "fn", Declare: "const var",
		Modifier: "pub export extern inline threadlocal comptime noinline", Nothing: "null undefined", Bool: "true false",
	},
	Table: &syntax.Table{
		LineComments: cComments, WordStart: "@",
		Strings: []syntax.StringForm{plainString, character, {Open: `\\`, Close: "\n"}},
	},
	Outline:  reads.BraceOutline(false),
	Imports:  zigImports,
	Triggers: []string{"getenv", "getEnvVarOwned", "getEnvMap", "hasEnvVar", "hasEnvVarConstant", "hasNonEmptyEnvVar", "hasNonEmptyEnvVarConstant", "parseEnvVarInt"},
	Idioms: []reads.Idiom{
		{Access: `std.posix.getenv($name)`},
		{Access: `std.os.getenv($name)`},
		{Access: `std.c.getenv($name)`},
		{Access: `std.process.getEnvVarOwned($any, $name)`, Unset: evaluate.Error},
		{Access: `std.process.parseEnvVarInt($name, $rest)`, Kind: reads.Integer, Unset: evaluate.Error},
		{Access: `std.process.hasEnvVarConstant($name)`, Test: true},
		{Access: `std.process.hasNonEmptyEnvVarConstant($name)`, Test: true},
		{Access: `std.process.hasEnvVar($any, $name)`, Test: true},
		{Access: `std.process.hasNonEmptyEnvVar($any, $name)`, Test: true},

		{Access: `std.process.getEnvMap().get($name)`},
		{Access: `std.process.getEnvMap().getPtr($name)`},
		{Access: `std.process.getEnvMap()`, Whole: true},
		{Access: `std.process.getEnvMap($any)`, Whole: true},
	},
	Uses: []reads.Idiom{
		{Access: `std.fmt.parseInt($any, $read, $any)`, Kind: reads.Integer, Does: evaluate.Breaks},
		{Access: `std.fmt.parseUnsigned($any, $read, $any)`, Kind: reads.Integer, Does: evaluate.Breaks},
		{Access: `std.fmt.parseFloat($any, $read)`, Kind: reads.Number, Does: evaluate.Breaks},
	},
	Makes:   []string{"std.process.getEnvMap"},
	Stops:   []string{"panic", "std.process.exit", "std.debug.panic", "@panic", "unreachable", "process.exit"},
	Nothing: []string{"null"},
	Force:   "?",
	WordOr:  []string{"orelse", "catch"},
	Runs:    reads.Runs{Bare: true, Leaves: "try", Failures: "error"},
}

// zigImports records const std = @import("std"), and what files are called, or a name of theirs:
// const need = @import("env.zig").need.
func zigImports(f *syntax.File, o *reads.Outline) {
	for i := range f.Tokens {
		if !f.Is(i, "@import") || !f.Is(i-1, "=") || f.Kind(i+2) != syntax.String {
			continue
		}
		module, end := moduleAt(f, i+2)
		for end++; f.Is(end, ".") && f.Kind(end+1) == syntax.Word; end += 2 {
			module += "." + f.Text(end+1)
		}
		o.Import(f.Text(i-2), module, 0)
		o.Skip(reads.Range{Lo: i - 3, Hi: end})
	}
}
