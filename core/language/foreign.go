package language

import (
	"bytes"
	"path"
	"strings"
)

// foreign are languages that are not understood, by the endings of their files.
var foreign = map[string]string{
	".lisp": "Lisp", ".cl": "Lisp", ".lsp": "Lisp", ".el": "Emacs Lisp", ".scm": "Scheme", ".ss": "Scheme", ".rkt": "Racket", ".pas": "Pascal", ".dpr": "Pascal", ".pp": "Pascal",
	".adb": "Ada", ".ads": "Ada", ".cob": "COBOL", ".cbl": "COBOL", ".tcl": "Tcl", ".raku": "Raku", ".p6": "Raku", ".coffee": "CoffeeScript", ".hx": "Haxe", ".purs": "PureScript",
	".res": "ReScript", ".gd": "GDScript", ".odin": "Odin", ".awk": "awk", ".sml": "Standard ML", ".cfm": "ColdFusion", ".cfc": "ColdFusion", ".asp": "ASP", ".mojo": "Mojo",
	".gleam": "Gleam", ".bal": "Ballerina", ".pony": "Pony", ".factor": "Factor", ".fth": "Forth", ".st": "Smalltalk", ".cls": "a language of classes", ".abap": "ABAP", ".ahk": "AutoHotkey",
	".pl6": "Raku", ".nut": "Squirrel", ".io": "Io", ".janet": "Janet", ".fnl": "Fennel", ".hy": "Hy", ".chpl": "Chapel", ".ceylon": "Ceylon",
}

// mayRead are bytes of which a file that reads the environment holds one.
var mayRead = [][]byte{[]byte("getenv"), []byte("GETENV"), []byte("environ"), []byte("ENVIRON"), []byte("Environ"), []byte("ENV"), []byte("env("), []byte("env."), []byte("getEnv"), []byte("GetEnv")}

// Foreign returns the language of a file in one that is not understood and that
// may read the environment, or "".
func Foreign(file string, src []byte) string {
	name := foreign[strings.ToLower(path.Ext(file))]
	if name == "" {
		return ""
	}
	for _, word := range mayRead {
		if bytes.Contains(src, word) {
			return name
		}
	}
	return ""
}

// MayBeForeign reports whether a file is in a language that is known not to be
// understood.
func MayBeForeign(file string) bool { return foreign[strings.ToLower(path.Ext(file))] != "" }
