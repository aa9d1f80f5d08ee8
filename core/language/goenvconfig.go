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
	for i := range f.Tokens {
		if !f.Is(i, "envconfig") || !f.Is(i+1, ".") || !(f.Is(i+2, "Process") || f.Is(i+2, "MustProcess")) || !f.Is(i+3, "(") {
			continue
		}
		prefix, known := f.Value(i + 4)
		open := structOf(f, f.Text(f.Mate(i+3)-1), i)
		if !known || open < 0 {
			continue
		}
		if prefix != "" {
			prefix = strings.ToUpper(prefix) + "_"
		}
		w := structFields{file: f, tags: tags}
		w.walk(open, prefix, 0)
		list = append(list, w.list...)
	}
	return list, tags
}

// structOf finds where the struct opens that a variable, named before token
// at, has: var c Config, c := Config{}, c := &Config{}, new(Config). It gives
// -1 where that is not in the file.
func structOf(f *syntax.File, variable string, at int) int {
	for i := at; i > 0; i-- {
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
		if open := typeOf(f, f.Text(name)); open >= 0 {
			return open
		}
	}
	return -1
}

// typeOf finds where "type name struct {" opens, or -1.
func typeOf(f *syntax.File, name string) int {
	for i := 1; i+2 < len(f.Tokens); i++ {
		if f.Is(i, "struct") && f.Is(i+1, "{") && f.Is(i-1, name) && f.Kind(i-1) == syntax.Word && f.Mate(i+1) > i {
			return i + 1
		}
	}
	return -1
}

type structFields struct {
	file *syntax.File
	tags map[int]bool
	list []reads.Declared
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
	inner := typeOf(f, f.Text(end))
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
