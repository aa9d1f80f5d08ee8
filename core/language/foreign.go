package language

import (
	"bytes"
	"path"
	"slices"
	"strings"
)

// foreign are languages that are not understood, by the endings of their files.
var foreign = map[string]string{
	".lisp": "Lisp", ".cl": "Lisp", ".lsp": "Lisp", ".el": "Emacs Lisp", ".scm": "Scheme", ".ss": "Scheme", ".rkt": "Racket", ".pas": "Pascal", ".dpr": "Pascal", ".pp": "Pascal",
	".adb": "Ada", ".ads": "Ada", ".cob": "COBOL", ".cbl": "COBOL", ".raku": "Raku", ".p6": "Raku", ".coffee": "CoffeeScript", ".hx": "Haxe", ".purs": "PureScript",
	".res": "ReScript", ".gd": "GDScript", ".odin": "Odin", ".sml": "Standard ML", ".cfm": "ColdFusion", ".cfc": "ColdFusion", ".asp": "ASP", ".mojo": "Mojo",
	".bal": "Ballerina", ".pony": "Pony", ".factor": "Factor", ".fth": "Forth", ".st": "Smalltalk", ".cls": "a language of classes", ".abap": "ABAP", ".ahk": "AutoHotkey",
	".pl6": "Raku", ".nut": "Squirrel", ".io": "Io", ".janet": "Janet", ".fnl": "Fennel", ".hy": "Hy", ".chpl": "Chapel", ".ceylon": "Ceylon",
}

// mayRead are bytes of which a file that reads the environment holds one.
var mayRead = [][]byte{[]byte("getenv"), []byte("GETENV"), []byte("environ"), []byte("ENVIRON"), []byte("Environ"), []byte("ENV"), []byte("env("), []byte("env."), []byte("getEnv"), []byte("GetEnv")}

// alike are languages that are not understood and whose files end as those of one that is, by
// the ending; marks are what a file of the latter holds, one at least.
var alike = map[string]struct {
	name  string
	marks [][]byte
}{
	".m": {"MATLAB", [][]byte{[]byte("#import"), []byte("#include"), []byte("@import"), []byte("@implementation"), []byte("@interface"), []byte("#define"), []byte("#if"), []byte("){"), []byte(") {")}},
}

// Foreign returns the language of a file in one that is not understood and that
// may read the environment, or "".
func Foreign(file string, src []byte) string {
	ending := strings.ToLower(path.Ext(file))
	name := foreign[ending]
	if other, is := alike[ending]; is && !slices.ContainsFunc(other.marks, func(mark []byte) bool { return bytes.Contains(src, mark) }) {
		name = other.name
	}
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
// understood, or ends as one of such does.
func MayBeForeign(file string) bool {
	ending := strings.ToLower(path.Ext(file))
	return foreign[ending] != "" || alike[ending].name != ""
}
