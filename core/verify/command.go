package verify

import (
	"path"
	"strings"

	"mvdan.cc/sh/v3/syntax"
)

// Typed returns a command as it is typed into a shell, with odd words quoted.
func Typed(words []string) string {
	list := make([]string, len(words))
	for i, word := range words {
		quoted, err := syntax.Quote(word, syntax.LangBash)
		if err != nil { // no shell can be given it
			quoted = "…"
		}
		list[i] = quoted
	}
	return strings.Join(list, " ")
}

// At returns the finding with its command as it is typed where the root of the
// tree is called dir.
func (f Finding) At(dir string) Finding {
	if len(f.Command) == 0 || dir == "" || dir == "." {
		return f
	}
	var words []string
	switch c := f.Command; {
	case c[0] == "git":
		words = append([]string{"git", "-C", dir}, c[1:]...)
	case c[1] == "fill":
		file := c[2]
		if !strings.HasSuffix(dir, "/") {
			file = "/" + file
		}
		words = append([]string{c[0], c[1], dir + file, dir}, c[3:]...)
	default:
		words = append([]string{c[0], c[1], dir}, c[2:]...)
	}
	f.Hint = strings.Replace(f.Hint, Typed(f.Command), Typed(words), 1)
	f.Command = words
	return f
}

// fillable reports whether inzicht fill takes a file: an env file whose name
// says so.
func fillable(file string) bool {
	base := path.Base(file)
	return base == ".env" || strings.HasPrefix(base, ".env.") || strings.HasSuffix(base, ".env")
}
