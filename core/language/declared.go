package language

import (
	"reflect"
	"strings"

	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// Settings that are declared rather than read: struct tags in Go, settings
// classes in Python.

// goTags finds fields with env tags: env:"NAME,required" and its kin, other
// than those at the tokens in known.
func goTags(f *syntax.File, known map[int]bool) (list []reads.Declared) {
	for i := 2; i < len(f.Tokens); i++ {
		if known[i] || f.Kind(i) != syntax.String || f.Tokens[i].NewLine || f.Src[f.Tokens[i].Start] != '`' {
			continue
		}
		text, _ := f.Value(i)
		tag := reflect.StructTag(text)
		for _, key := range []string{"env", "envconfig", "envvar"} {
			value, found := tag.Lookup(key)
			name, options, _ := strings.Cut(value, ",")
			if !found || !isEnvironmentName(name) {
				continue
			}
			d := reads.Declared{At: i, Name: name, Access: key + " tag", Kind: goKind(f, i-1), Need: reads.Expected}
			for _, option := range []string{"envDefault", "env-default", "default"} {
				if fallback, found := tag.Lookup(option); found {
					d.Need, d.Fallback = reads.Optional, &fallback
				}
			}
			if _, fallback, found := strings.Cut(options, "default="); found {
				d.Need, d.Fallback = reads.Optional, &fallback
			}
			if strings.Contains(options, "required") || strings.Contains(options, "notEmpty") || tag.Get("required") == "true" || tag.Get("env-required") == "true" {
				d.Need = reads.Required
			}
			list = append(list, d)
			break
		}
	}
	return list
}

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
