package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var lua = &reads.Language{
	Name: "lua", Extensions: []string{".lua", ".rockspec"}, Interpreters: []string{"lua", "luajit"},
	Grammar: luaGrammar,
	Table: &syntax.Table{
		Strings: []syntax.StringForm{
			{Open: `"`, Close: `"`, Backslash: true},
			{Open: `'`, Close: `'`, Backslash: true},
			rawForm,
		},
		Hook: syntax.LuaHook(2), HookBytes: "[-",
	},
	Outline: reads.EndOutline(reads.Ends{
		Openers: wordSet("function if for while repeat"), Modifiers: map[string]bool{}, Loops: wordSet("for while"),
		Functions: wordSet("function"), Classes: map[string]bool{}, Closers: wordSet("end until"), Do: true,
	}, true),
	LineEnds:    true,
	QuietParens: true,
	QuietString: true,
	Triggers:    []string{"getenv", "os_getenv", "vim.env"},
	Idioms: []reads.Idiom{
		{Access: `os.getenv($name)`},
		{Access: `uv.os_getenv($name)`},
		{Access: `vim.env.$name`},
		{Access: `vim.env[$name]`},
		{Access: `vim.fn.getenv($name)`},
		{Access: `vim.uv.os_getenv($name)`},
		{Access: `vim.loop.os_getenv($name)`},
		{Access: `posix.getenv($name)`},
		{Access: `posix.stdlib.getenv($name)`},
	},
	Uses: append([]reads.Idiom{
		{Access: `tonumber($read)`, Kind: reads.Number, Does: evaluate.Nones},
		{Access: `assert($read, $rest)`, Does: evaluate.Demands},
		{Access: `cjson.decode($read)`, Kind: reads.JSON},
	}, luaGiven...),
	Transparent: []string{"tostring"},
	Stops:       []string{"error", "os.exit"},
	Nothing:     []string{"nil"},
	Rewrites:    luaRewrites,
	Runs:        reads.Runs{Explicit: true, Joins: []string{".."}, Catchers: []string{"pcall", "xpcall"}, EmptyTrue: true, Raises: true},
	WordOr:      []string{"or"},
	Formats:     []string{"string.format"},
}

var luaGrammar = &parse.Grammar{
	Layout: parse.Worded, Records: true, Texts: true,
	Binary: []string{"or", "and", "< > <= >= ~= ==", "|", "~", "&", "<< >>", "..", "+ -", "* / // %", "^"}, Right: ".. ^",
	Assign: "=", Prefix: "not - # ~", Member: ". :",
	If: "if", Elif: "elseif", Else: "else", Loop: "for while repeat", Finally: "until", Return: "return", Leave: "break goto", Function: "function", Declare: "local", With: "do",
	Nothing: "nil", Bool: "true false", Then: "then do",
}
