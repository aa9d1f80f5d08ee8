package language

import (
	"maps"
	"reflect"
	"slices"
	"strings"

	"inzicht/core/bounds"
	"inzicht/core/declare"
	"inzicht/core/syntax"
)

// goTags finds the fields with tags that name variables, env:"NAME,required"
// and its kin, in structs within structs, each of which may add a prefix.
func goTags(s *declare.Source) []declare.Setting {
	f := s.Tree.File
	_, known := processedStructs(f)
	w := &taggedStructs{source: s, file: f, types: structTypes(f), known: known, used: map[string]bool{}}
	w.options()
	for _, name := range slices.Sorted(maps.Keys(w.types)) {
		w.nested(w.types[name])
	}
	for _, name := range slices.Sorted(maps.Keys(w.types)) {
		if !w.used[name] {
			w.roots(name)
		}
	}
	for i := range f.Tokens { // structs without a name
		if f.Is(i, "struct") && f.Is(i+1, "{") && f.Mate(i+1) > i && !w.within(i+1) && w.types[f.Text(i-1)] != i+1 {
			w.walk(i+1, w.prefix, 0)
		}
	}
	return w.list
}

// taggedStructs is the work on the tags of one file.
type taggedStructs struct {
	source   *declare.Source
	file     *syntax.File
	types    map[string]int  // where the struct of a type opens
	known    map[int]bool    // tags that were taken into account otherwise
	used     map[string]bool // types of fields of other structs, which are no roots
	prefix   string
	required bool // what has no default is required
	covered  []int
	list     []declare.Setting
	root     string // the struct that is being walked, which no other one holds
	path     string // the fields of it in which the struct lies that is being walked, each with a dot behind it
}

// options looks for the options of the library: Options{Prefix: "GATE_"}.
func (w *taggedStructs) options() {
	f := w.file
	for i := range f.Tokens {
		if !f.Is(i, "Options") || !f.Is(i+1, "{") || f.Mate(i+1) < 0 {
			continue
		}
		for j := i + 2; j < f.Mate(i+1); j++ {
			switch {
			case f.Is(j, "Prefix") && f.Is(j+1, ":"):
				if prefix, ok := f.Value(j + 2); ok {
					w.prefix = prefix
				}
			case f.Is(j, "RequiredIfNoDef") && f.Is(j+2, "true"):
				w.required = true
			}
		}
	}
	for i := range f.Tokens { // PrefixLookuper("GATE_", …)
		if prefix, ok := f.Value(i + 2); f.Is(i, "PrefixLookuper") && ok {
			w.prefix = prefix
		}
	}
	if w.prefix == "" {
		return
	}
	for i := range f.Tokens { // settings of a type of another file: var c config.Settings
		if f.Kind(i) == syntax.Word && (f.Is(i-2, "var") || f.Is(i+1, "{") && (f.Is(i-1, ".") || f.Is(i-1, ":=") || f.Is(i-1, "&"))) && w.types[f.Text(i)] == 0 && syntax.IsCapital(f.Text(i)) {
			w.source.Give(declare.Role{Name: f.Text(i), File: w.source.File, As: declare.Base, Prefix: w.prefix, Module: "*"})
		}
	}
}

// roots walks a struct that no other one holds: with the prefixes that others
// files give it, or that of the file.
func (w *taggedStructs) roots(name string) {
	given := false
	w.root = name
	defer func() { w.root = "" }()
	for _, role := range w.source.Roles {
		if role.Name == name && role.As == declare.Base && role.File != w.source.File {
			w.walk(w.types[name], role.Prefix, 0)
			given = true
		}
	}
	if !given {
		w.walk(w.types[name], w.prefix, 0)
	}
}

// within reports whether a token lies in a struct that was walked.
func (w *taggedStructs) within(i int) bool {
	return slices.ContainsFunc(w.covered, func(open int) bool { return open <= i && i < w.file.Mate(open) })
}

// nested notes which types are those of fields with a prefix or a tag.
func (w *taggedStructs) nested(open int) {
	w.each(open, func(at, last int, tag reflect.StructTag) {
		end := last
		if tag != "" {
			end--
		}
		if name := w.file.Text(end); w.types[name] != 0 && !w.file.Is(end-1, "]") {
			w.used[name] = true
		}
		if open := w.file.Mate(end); w.file.Is(end, "}") && w.file.Is(open-1, "struct") {
			w.used[w.file.Text(open-2)] = true // the field of a struct without a name
		}
	})
}

// each calls f for the fields of a struct: their first and last token, and
// their tag.
func (w *taggedStructs) each(open int, f func(at, last int, tag reflect.StructTag)) {
	file := w.file
	eachField(file, open, func(i, last int) {
		text, _ := file.Value(last)
		if last == i || file.Kind(last) != syntax.String {
			text = ""
		}
		f(i, last, reflect.StructTag(text))
	})
}

// eachField calls f for the fields of the struct that opens at a token: their first and
// last token.
func eachField(file *syntax.File, open int, f func(at, last int)) {
	for i := open + 1; i < file.Mate(open); i++ {
		if i > open+1 && !file.Tokens[i].NewLine || file.Kind(i) != syntax.Word && !file.Is(i, "*") {
			continue
		}
		last := i
		for next := last + 1; next < file.Mate(open) && !file.Tokens[next].NewLine; next++ {
			if last = next; file.Mate(next) > next {
				last = file.Mate(next)
				next = last
			}
		}
		f(i, last)
		i = last
	}
}

// walk declares the fields of a struct and of those in it.
func (w *taggedStructs) walk(open int, prefix string, depth int) {
	if depth > 6 || len(w.list) > 1000 {
		return
	}
	w.covered = append(w.covered, open)
	f := w.file
	w.each(open, func(at, last int, tag reflect.StructTag) {
		end := last
		if tag != "" {
			end--
		}
		inner := 0
		switch name := f.Text(end); {
		case f.Is(end, "}") && f.Is(f.Mate(end)-1, "struct"):
			inner = f.Mate(end)
		case w.types[name] != 0 && !f.Is(end-1, "]"):
			inner = w.types[name]
		}
		switch own, hasPrefix := prefixIn(tag); {
		case inner != 0 && inner != open:
			path := w.path
			if end > at { // else it is embedded
				w.path += f.Text(at) + "."
			}
			w.walk(inner, prefix+own, depth+1)
			w.path = path
		case inner == 0 && hasPrefix && tag != "" && syntax.IsCapital(f.Text(end)): // of another file
			w.source.Give(declare.Role{Name: f.Text(end), File: w.source.File, As: declare.Base, Prefix: prefix + own, Module: "*"})
		case !w.known[last]:
			w.field(at, last, tag, prefix)
		}
	})
}

// prefixIn returns the prefix that a tag gives the fields of a struct.
func prefixIn(tag reflect.StructTag) (prefix string, has bool) {
	for _, key := range []string{"envPrefix", "env-prefix", "envprefix"} {
		if value, found := tag.Lookup(key); found {
			return value, true
		}
	}
	if value, found := tag.Lookup("env-namespace"); found {
		return value + "_", true
	}
	for option := range strings.SplitSeq(tag.Get("env"), ",") {
		if value, found := strings.CutPrefix(strings.TrimSpace(option), "prefix="); found {
			return value, true
		}
	}
	return "", false
}

// boundsOfTag returns between which numbers a tag wants a value that is checked by it: validate:"gte=1,lte=9".
func boundsOfTag(tag reflect.StructTag) (list []string) {
	for _, key := range []string{"validate", "binding"} {
		for rule := range strings.SplitSeq(tag.Get(key), ",") {
			word, number, _ := strings.Cut(rule, "=")
			list = bounds.Both(list, bounds.OfWord(word, number, ""))
		}
	}
	return list
}

// tagKeys are the keys of tags that name variables.
var tagKeys = []string{"env", "envconfig", "envvar", "arg", "mapstructure"}

// field declares one field by its tag.
func (w *taggedStructs) field(at, last int, tag reflect.StructTag, prefix string) {
	for _, key := range tagKeys {
		value, found := tag.Lookup(key)
		if !found {
			continue
		}
		names, options := w.named(key, value, w.file.Text(at))
		if len(names) == 0 {
			continue
		}
		s := declare.Setting{Token: last, Of: w.root, Field: w.path + w.file.Text(at), Access: key + " tag", Kind: string(goKind(w.file, last-1)), Need: goNeed(w.file, last-1)}
		s.Bounds = bounds.Both(bounds.OfType(w.file.Text(last-1)), boundsOfTag(tag))
		if w.required {
			s.Need = declare.Required
		} else if key == "arg" { // an option of a command
			s.Need = declare.Optional
		}
		w.says(&s, tag, options)
		for _, name := range names {
			s.Name = prefix + name
			w.list = append(w.list, s)
		}
		return
	}
}

// named returns the names in a tag, and its further options.
func (w *taggedStructs) named(key, value, field string) (names, options []string) {
	for n, option := range strings.Split(value, ",") {
		option = strings.TrimSpace(option)
		name := option
		switch key {
		case "arg": // arg:"--port,env:PORT"
			var is bool
			if name, is = strings.CutPrefix(option, "env:"); !is {
				if name = ""; option == "env" {
					name = strings.ToUpper(splitWords(field))
				}
			}
		case "mapstructure":
			if !hasWord(w.file, 0, len(w.file.Tokens), "viper") || strings.ToUpper(option) != option {
				name = ""
			}
		}
		if isEnvironmentName(name) && (n == 0 || key == "arg" || strings.ToUpper(name) == name && !strings.Contains(option, "=")) {
			names = append(names, name)
		} else {
			options = append(options, option)
		}
	}
	return names, options
}

// says takes what a tag says of a variable besides its name.
func (w *taggedStructs) says(s *declare.Setting, tag reflect.StructTag, options []string) {
	for _, key := range []string{"envDefault", "env-default", "default"} {
		if fallback, found := tag.Lookup(key); found {
			s.Need, s.Fallback = declare.Optional, &fallback
		}
	}
	for _, key := range []string{"help", "short", "long", "description", "placeholder", "hidden", "negatable", "cmd"} { // an option of a command
		if _, option := tag.Lookup(key); option && s.Need == declare.Expected {
			s.Need = declare.Optional
		}
	}
	for _, option := range options {
		if fallback, found := strings.CutPrefix(option, "default="); found {
			s.Need, s.Fallback = declare.Optional, &fallback
		}
	}
	if _, optional := tag.Lookup("optional"); optional {
		s.Need = declare.Optional
	}
	required, asked := tag.Lookup("required")
	asked = asked && (required == "" || required == "true")
	if asked || slices.Contains(options, "required") || slices.Contains(options, "required=true") || slices.Contains(options, "notEmpty") || tag.Get("env-required") == "true" {
		s.Need, s.Fallback = declare.Required, nil
	}
	for _, choice := range []string{"enum", "choice"} {
		if values := tag.Get(choice); values != "" {
			s.Kind, s.Literals = "choice", strings.Split(values, ",")
		}
	}
}
