package language

import (
	"strings"

	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// Settings that are declared rather than read: struct tags in Go, settings
// classes in Python.

// goKind gives the kind of the type that ends at token i.
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

var pythonKinds = map[string]reads.Kind{
	"int": reads.Integer, "float": reads.Number, "Decimal": reads.Number, "bool": reads.Boolean, "timedelta": reads.Duration,
	"list": reads.List, "List": reads.List, "set": reads.List, "tuple": reads.List, "dict": reads.JSON, "Dict": reads.JSON,
	"AnyUrl": reads.URL, "HttpUrl": reads.URL, "AnyHttpUrl": reads.URL, "PostgresDsn": reads.URL, "RedisDsn": reads.URL,
}

func hasWord(f *syntax.File, lo, hi int, word string) bool {
	for i := lo; i < hi; i++ {
		if f.Is(i, word) {
			return true
		}
	}
	return false
}

func valueIs(f *syntax.File, i int, text string) bool {
	value, ok := f.Value(i)
	return ok && value == text
}
