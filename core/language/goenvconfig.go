package language

import (
	"reflect"
	"strings"
	"unicode"

	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// processedStructs finds the fields of structs that envconfig.Process fills,
// and the tokens of the tags that it took into account.
func processedStructs(f *syntax.File) (list []reads.Declared, tags map[int]bool) {
	tags = map[int]bool{}
	w := structFields{file: f, tags: tags}
	for i, calls := 0, 0; i < len(f.Tokens) && calls < maxProcessed; i++ {
		if !f.Is(i, "envconfig") || !f.Is(i+1, ".") || !(f.Is(i+2, "Process") || f.Is(i+2, "MustProcess")) || !f.Is(i+3, "(") {
			continue
		}
		calls++
		if w.types == nil {
			w.types = structTypes(f)
		}
		prefix, known := f.Value(i + 4)
		open := w.structOf(f.Text(f.Mate(i+3)-1), i)
		if !known || open < 0 {
			continue
		}
		if prefix != "" {
			prefix = strings.ToUpper(prefix) + "_"
		}
		w.walk(open, prefix, 0)
	}
	return w.list, tags
}

// maxProcessed bounds how many calls are followed in a file, maxBack how far
// back the variable of one is looked for.
const maxProcessed, maxBack = 50, 5000

// structTypes returns where each "type Name struct {" of a file opens.
func structTypes(f *syntax.File) map[string]int {
	types := map[string]int{}
	for i := 1; i+1 < len(f.Tokens); i++ {
		if f.Is(i, "struct") && f.Is(i+1, "{") && f.Kind(i-1) == syntax.Word && f.Mate(i+1) > i {
			types[f.Text(i-1)] = i + 1
		}
	}
	return types
}

// structOf finds where the struct opens that a variable, named before token
// at, has: var c Config, c := Config{}, c := &Config{}, new(Config). It gives
// -1 where that is not in the file.
func (w *structFields) structOf(variable string, at int) int {
	f := w.file
	for i := at; i > 0 && i > at-maxBack; i-- {
		if !f.Is(i, variable) || f.Kind(i) != syntax.Word {
			continue
		}
		name := i + 1
		for f.Is(name, ":=") || f.Is(name, "=") || f.Is(name, "&") || f.Is(name, "*") || f.Is(name, "new") || f.Is(name, "(") {
			name++
		}
		if f.Is(name, "struct") && f.Is(name+1, "{") {
			return name + 1
		}
		if open, known := w.types[f.Text(name)]; known {
			return open
		}
	}
	return -1
}

type structFields struct {
	file  *syntax.File
	tags  map[int]bool
	types map[string]int
	list  []reads.Declared
}

// walk declares the fields of the struct that opens at a token, and those of
// the structs in it.
func (w *structFields) walk(open int, prefix string, depth int) {
	f := w.file
	if depth > 4 || len(w.list) > 500 {
		return
	}
	for i := open + 1; i < f.Mate(open); i++ {
		if i > open+1 && !f.Tokens[i].NewLine || f.Kind(i) != syntax.Word {
			continue
		}
		last := i
		for next := last + 1; next < f.Mate(open) && !f.Tokens[next].NewLine; next++ {
			if last = next; f.Mate(next) > next {
				last = f.Mate(next)
				next = last
			}
		}
		w.field(i, last, prefix, depth)
		i = last
	}
}

// field declares one field, which begins and ends at the given tokens.
func (w *structFields) field(at, last int, prefix string, depth int) {
	f := w.file
	var tag reflect.StructTag
	end := last
	if text, ok := f.Value(last); ok && last > at {
		tag = reflect.StructTag(text)
		w.tags[last] = true
		end--
	}
	name := strings.ToUpper(f.Text(at))
	if tag.Get("split_words") == "true" {
		name = strings.ToUpper(splitWords(f.Text(at)))
	}
	own := tag.Get("envconfig")
	if own != "" {
		name = strings.ToUpper(own)
	}
	if tag.Get("ignored") == "true" || !unicode.IsUpper([]rune(f.Text(at))[0]) {
		return
	}
	inner, named := w.types[f.Text(end)]
	if !named {
		inner = -1
	}
	if f.Is(end, "}") && f.Is(f.Mate(end)-1, "struct") {
		inner = f.Mate(end)
	}
	switch {
	case inner >= 0 && end == at && own == "": // embedded
		w.walk(inner, prefix, depth+1)
		return
	case inner >= 0 && !f.Is(end-1, "]"):
		w.walk(inner, prefix+name+"_", depth+1)
		return
	}
	d := reads.Declared{At: at, Name: prefix + name, Access: "envconfig.Process", Kind: goKind(f, end), Need: reads.Expected}
	if fallback, found := tag.Lookup("default"); found {
		d.Need, d.Fallback = reads.Optional, &fallback
	} else if tag.Get("required") == "true" {
		d.Need = reads.Required
	}
	w.list = append(w.list, d)
}

// splitWords writes GatePortHTTP as Gate_Port_HTTP.
func splitWords(name string) string {
	var out strings.Builder
	runes := []rune(name)
	for i, r := range runes {
		if i > 0 && unicode.IsUpper(r) && (!unicode.IsUpper(runes[i-1]) || i+1 < len(runes) && unicode.IsLower(runes[i+1])) {
			out.WriteByte('_')
		}
		out.WriteRune(r)
	}
	return out.String()
}
