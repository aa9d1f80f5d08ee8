package language

import (
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var lua = &reads.Language{
	Name: "lua", Extensions: []string{".lua", ".rockspec"}, Interpreters: []string{"lua", "luajit"},
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
	Triggers:    []string{"getenv", "os_getenv"},
	Idioms: []reads.Idiom{
		{Access: `os.getenv($name)`},
		{Access: `uv.os_getenv($name)`},
		{Access: `posix.getenv($name)`},
		{Access: `posix.stdlib.getenv($name)`},
	},
	Uses: []reads.Idiom{
		{Access: `tonumber($read)`, Kind: reads.Number},
		{Access: `assert($read, ...)`, Need: reads.Required},
		{Access: `cjson.decode($read)`, Kind: reads.JSON},
	},
	Transparent: []string{"tostring"},
	Stops:       []string{"error", "os.exit"},
	Nothing:     []string{"nil"},
	WordOr:      []string{"or"},
	Concat:      []string{".."},
	Formats:     []string{"string.format"},
}
