package language

import (
	"strings"

	"inzicht/core/declare"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// Settings that are declared rather than read: struct tags in Go, settings
// classes in Python.

// goKind returns the kind of the type that ends at token i.
func goKind(f *syntax.File, i int) reads.Kind {
	switch text := f.Text(i); {
	case f.Is(i-1, "]"):
		return reads.List
	case text == "Duration":
		return reads.Duration
	case text == "URL":
		return reads.URL
	case text == "bool":
		return reads.Boolean
	case strings.HasPrefix(text, "int") || strings.HasPrefix(text, "uint"):
		return reads.Integer
	case strings.HasPrefix(text, "float"):
		return reads.Number
	}
	return reads.Text
}

// goNeed returns what is needed of a field that nothing is said of, by the last token of its type: a field that is false,
// empty or nil where nothing fills it is made for that.
func goNeed(f *syntax.File, i int) string {
	first := i
	if f.Is(i-1, ".") { // time.Duration
		first = i - 2
	}
	if kind := goKind(f, i); kind == reads.Boolean || kind == reads.List || f.Is(first-1, "*") {
		return declare.Optional
	}
	return declare.Expected
}

func hasWord(f *syntax.File, lo, hi int, word string) bool {
	for i := lo; i < hi; i++ {
		if f.Is(i, word) {
			return true
		}
	}
	return false
}
