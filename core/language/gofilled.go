package language

import (
	"cmp"
	"reflect"
	"slices"
	"strings"
	"unicode"

	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// filler is a library that fills the fields of a structure, and names the variables by
// the names of the fields.
type filler struct {
	module string // a word of what is imported, "" for what the call itself names
	of     string // what the function is a member of
	calls  string // the functions, of which one is called with the prefix and the structure
	// prefix returns the prefix that a call is given, and the last token of the
	// variable with the structure; -1 where there is none.
	prefix func(f *syntax.File, open int) (prefix string, variable int)
	split  bool   // words of a name are divided, without being asked
	own    string // the key of tags that name a variable; other keys say the rest
	tag    string // the key of the tag that holds all that is said, or ""
	flags  bool   // fields are options of the command line, too
}

// goFillers are the libraries that are known.
var goFillers = []filler{
	{of: "envconfig", calls: "Process MustProcess", prefix: givenFirst, own: "envconfig"},
	{module: "ardanlabs/conf", of: "conf", calls: "Parse ParseOSArgs", prefix: givenFirst, split: true, tag: "conf", flags: true},
	{module: "cristalhq/aconfig", of: "aconfig", calls: "LoaderFor", prefix: givenInConfig, split: true, own: "env"},
}

// givenFirst is of a call whose first argument is the prefix: Process("GATE", &c).
func givenFirst(f *syntax.File, open int) (prefix string, variable int) {
	prefix, known := f.Value(open + 1)
	if !known {
		return "", -1
	}
	return prefix, f.Mate(open) - 1
}

// givenInConfig is of a call whose settings hold it: LoaderFor(&c, Config{EnvPrefix: "GATE"}).
func givenInConfig(f *syntax.File, open int) (prefix string, variable int) {
	for i := open + 1; i < f.Mate(open); i++ {
		if f.Is(i, "EnvPrefix") && f.Is(i+1, ":") {
			prefix, _ = f.Value(i + 2)
		}
	}
	variable = open + 1
	for f.Is(variable, "&") {
		variable++
	}
	return prefix, variable
}

// processedStructs finds the fields of structures that a library fills, and the tokens
// of the tags that it took into account.
func processedStructs(f *syntax.File) (list []reads.Declared, tags map[int]bool) {
	w := structFields{file: f, tags: map[int]bool{}}
	for n := range goFillers {
		w.filler = &goFillers[n]
		if w.filler.module == "" || strings.Contains(string(f.Src), w.filler.module) {
			w.filled()
		}
	}
	return w.list, w.tags
}

// filled declares what the calls of one library fill.
func (w *structFields) filled() {
	f, calls := w.file, strings.Fields(w.filler.calls)
	for i, found := 0, 0; i < len(f.Tokens) && found < maxProcessed; i++ {
		if !f.Is(i, w.filler.of) || !f.Is(i+1, ".") || !slices.Contains(calls, f.Text(i+2)) || !f.Is(i+3, "(") {
			continue
		}
		found++
		if w.types == nil {
			w.types = structTypes(f)
		}
		prefix, variable := w.filler.prefix(f, i+3)
		if variable < 0 {
			continue
		}
		open := w.structOf(f.Text(variable), i)
		if open < 0 {
			continue
		}
		if prefix != "" {
			prefix = strings.TrimSuffix(strings.ToUpper(prefix), "_") + "_"
		}
		w.of, w.path = f.Text(open-2), ""
		w.walk(open, prefix, 0)
	}
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
	file   *syntax.File
	filler *filler
	tags   map[int]bool
	types  map[string]int
	list   []reads.Declared
	of     string // the type of the structure
	path   string // the fields of it in which lies what is being walked, each with a dot behind it
}

// walk declares the fields of the struct that opens at a token, and those of
// the structs in it.
func (w *structFields) walk(open int, prefix string, depth int) {
	f := w.file
	if depth > 4 || len(w.list) > 500 {
		return
	}
	eachField(f, open, func(at, last int) {
		if f.Kind(at) == syntax.Word {
			w.field(at, last, prefix, depth)
		}
	})
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
	said := w.filler.said(tag)
	says := func(name, value string) bool { v, _ := said(name); return v == value }
	name := strings.ToUpper(f.Text(at))
	if w.filler.split || says("split_words", "true") {
		name = strings.ToUpper(splitWords(f.Text(at)))
	}
	own, _ := said(cmp.Or(w.filler.own, "env"))
	if own != "" {
		name = strings.ToUpper(own)
	}
	if says("ignored", "true") || says("-", "true") || own == "-" || !unicode.IsUpper([]rune(f.Text(at))[0]) {
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
		path := w.path
		w.path += f.Text(at) + "."
		w.walk(inner, prefix+name+"_", depth+1)
		w.path = path
		return
	}
	d := reads.Declared{At: at, Name: prefix + name, Of: w.of, Field: w.path + f.Text(at), Access: w.filler.of + "." + strings.Fields(w.filler.calls)[0], Kind: goKind(f, end), Need: reads.Need(goNeed(f, end))}
	if w.filler.flags {
		d.Need = reads.Optional
	}
	if fallback, found := said("default"); found {
		d.Need, d.Fallback = reads.Optional, &fallback
	} else if says("required", "true") {
		d.Need = reads.Required
	}
	w.list = append(w.list, d)
}

// said returns what asks the tag of a field for what it says: of several keys, or of
// the options under one, conf:"default:80,required".
func (l *filler) said(tag reflect.StructTag) func(name string) (value string, found bool) {
	if l.tag == "" {
		return tag.Lookup
	}
	options := map[string]string{}
	for option := range strings.SplitSeq(tag.Get(l.tag), ",") {
		name, value, has := strings.Cut(strings.TrimSpace(option), ":")
		if !has {
			value = "true"
		}
		options[name] = value
	}
	return func(name string) (value string, found bool) {
		value, found = options[name]
		return value, found
	}
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
