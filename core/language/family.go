package language

import "inzicht/core/syntax"

// What the languages with braces and C-like strings have in common.

var (
	cComments   = []string{"//"}
	cBlocks     = []syntax.BlockComment{{Open: "/*", Close: "*/"}}
	cBlocksNest = []syntax.BlockComment{{Open: "/*", Close: "*/", Nest: true}}
	plainString = syntax.StringForm{Open: `"`, Close: `"`, Backslash: true}
	character   = syntax.StringForm{Open: `'`, Close: `'`, Backslash: true, Char: true, Bytes: true}
	textBlock   = syntax.StringForm{Open: `"""`, Close: `"""`, Backslash: true, Lines: true}
	rawForm     = syntax.StringForm{Open: "\x00", Close: "\x00", Lines: true} // written by a hook alone
)
