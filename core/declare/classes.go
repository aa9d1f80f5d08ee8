package declare

import (
	"strings"

	"inzicht/core/parse"
)

// Classes finds settings classes: their fields are variables, named by their
// own names behind a prefix.
type Classes struct {
	// Bases are the last names of classes whose subclasses are filled from the
	// environment; Decorators those of what is before such a class, from one
	// of Modules.
	Bases, Decorators, Modules string
	// Prefix and Delimiter are the properties that say so, in the class, in a
	// record or a class of its own in it, or in its head.
	Prefix, Delimiter string
	// Usual is the prefix where none is said, Joint what is behind a prefix.
	Usual, Joint string
	// Describe are functions that describe a field, Alias the properties of them
	// that name the variable itself.
	Describe, Alias string
	// Own are properties that name a variable behind the prefix.
	Own string
	// Assigned says that fields are given a description, rather than a type.
	Assigned bool
	// Group are functions that take the fields of another class.
	Group string
	// Strict is a part of what the base is imported from, and Config the field that
	// says of a class, where a field that may be nothing must be given all the same.
	Strict, Config string
	// Access is how it is called.
	Access string
}

type classes struct {
	*Source
	form                                          *Classes
	bases, decorators, modules, prefix, delimiter map[string]bool
	describes, alias, own, group                  map[string]bool
	roles                                         map[string]Role
	list                                          []Setting
}

// traits are what a settings class says of all its fields.
type traits struct {
	prefix, delimiter string
	said, exact       bool // there is a prefix; names are taken as they are written
	strict            bool // a field that may be nothing must be given
	made              bool // an object of it is there without: what is given of its fields is laid over that
	fields            map[string][]string
	path              string // the fields in which the class lies, each with a dot behind it
}

// Find returns the settings that classes of a file declare.
func (c *Classes) Find(s *Source) []Setting {
	w := &classes{
		Source: s, form: c, bases: set(c.Bases), decorators: set(c.Decorators), modules: set(c.Modules), prefix: set(c.Prefix), delimiter: set(c.Delimiter),
		describes: set(c.Describe), alias: set(c.Alias), own: set(c.Own), group: set(c.Group), roles: map[string]Role{},
	}
	for _, role := range s.Roles {
		if role.As == Base && role.File != s.File {
			w.roles[role.Name] = role
		}
	}
	grouped, filled := w.grouped(), map[string]bool{}
	for n := range s.Tree.Nodes {
		n := int32(n)
		if !s.is(n, parse.Class) || len(w.list) > mostSettings {
			continue
		}
		if t, is := w.traits(n, 0); is {
			role := Role{Name: s.name(n), File: s.File, As: Base, Prefix: t.prefix, Delimiter: t.delimiter}
			if t.strict {
				role.Values = w.form.Strict
			}
			s.Give(role)
			if !grouped[s.name(n)] {
				before := len(w.list)
				w.fields(n, t, 0)
				w.checked(n, t, w.list[before:])
				for i := range w.list[before:] {
					w.list[before+i].Of = s.name(n)
				}
				filled[s.name(n)] = true
			}
		}
	}
	w.objects(filled)
	return settled(w.list)
}

// grouped returns the classes that others take the fields of, which are variables of
// those alone: group(Database).
func (w *classes) grouped() map[string]bool {
	names := map[string]bool{}
	for n := range w.Tree.Nodes {
		if n := int32(n); len(w.group) > 0 && w.is(n, parse.Call) && w.group[w.word(n)] && w.from(w.first(n)) {
			for _, arg := range w.plain(n) {
				names[w.word(arg)] = true
			}
		}
	}
	return names
}

// traits returns what a class says of its fields, and whether it is one that is
// filled from the environment.
func (w *classes) traits(class int32, depth int) (t traits, is bool) {
	if depth > mostDepth {
		return t, false
	}
	t.fields = map[string][]string{}
	for base := w.first(class); base != 0; base = w.node(base).Next {
		word := w.word(base)
		switch k := w.kind(base); {
		case k == parse.Block:
		case k == parse.Pair || k == parse.Assign: // class S(BaseSettings, env_prefix="X_")
			w.say(&t, w.pairOf(base))
		case w.bases[word]:
			is = true
			t.strict = t.strict || w.form.Strict != "" && strings.Contains(w.Path(base), w.form.Strict)
		case w.class(word) != 0 && w.class(word) != class:
			if of, known := w.traits(w.class(word), depth+1); known {
				is, t.prefix, t.delimiter, t.exact, t.said, t.strict = true, of.prefix, of.delimiter, of.exact, of.said, of.strict
			}
		default:
			if role, known := w.roles[word]; known {
				is, t.prefix, t.delimiter, t.said, t.strict = true, role.Prefix, role.Delimiter, role.Prefix != "", role.Values != ""
			}
		}
	}
	if len(w.decorators) > 0 {
		is = is || w.decorated(class, &t)
	}
	if !is {
		return t, false
	}
	w.body(class, &t)
	if !t.said {
		t.prefix = w.form.Usual
	}
	return t, true
}

func (w *classes) pairOf(n int32) property {
	if w.is(n, parse.Pair) {
		return w.pair(n)
	}
	return property{word: w.word(w.first(n)), args: []int32{w.last(n)}}
}

// decorated reports whether one of the decorators is before a class.
func (w *classes) decorated(class int32, t *traits) bool {
	for up := w.parent(class); w.is(up, parse.Wrapper); up = w.parent(up) {
		for c := w.first(up); c != 0 && c != class; c = w.node(c).Next {
			d := w.unwrap(c)
			callee := d
			if w.is(d, parse.Call) {
				callee = w.first(d)
			}
			if !w.decorators[w.word(callee)] || !w.from(callee) {
				continue
			}
			if w.is(d, parse.Call) {
				for _, p := range w.pairs(d) {
					w.say(t, p)
				}
			}
			return true
		}
	}
	return false
}

// from reports whether a name comes from one of the modules.
func (w *classes) from(n int32) bool {
	path := w.Path(n)
	for module := range w.modules { // in any order
		if strings.HasPrefix(path, module+".") {
			return true
		}
	}
	return false
}

// say notes a property of a class.
func (w *classes) say(t *traits, p property) {
	text, ok := w.text(p.arg(0))
	switch {
	case w.prefix[p.word] && ok:
		t.prefix, t.said = text, true
	case w.delimiter[p.word] && ok:
		t.delimiter = text
	case p.word == "case_sensitive" && w.Tree.Text(w.unwrap(p.arg(0))) == "True":
		t.exact = true
	case p.word == "fields" && p.arg(0) != 0: // fields = {"name": {"env": "NAME"}}
		for _, field := range w.pairs(p.arg(0)) {
			for _, q := range w.pairs(field.arg(0)) {
				if q.word == "env" {
					t.fields[field.word] = w.texts(q.arg(0))
				}
			}
		}
	}
}

// body looks in a class for what it says of its fields.
func (w *classes) body(class int32, t *traits) {
	block := w.last(class)
	for c := w.first(block); c != 0; c = w.node(c).Next {
		switch w.kind(c) {
		case parse.Class: // class Config:
			if w.name(c) == "Config" || w.name(c) == "Meta" {
				w.body(c, t)
			}
		case parse.Assign, parse.Declare:
			p := property{word: w.word(w.first(c)), args: []int32{w.last(c)}}
			w.say(t, p)
			t.strict = t.strict || p.word != "" && p.word == w.form.Config
			if value := w.unwrap(w.last(c)); strings.Contains(strings.ToLower(p.word), "config") && (w.is(value, parse.Call) || w.is(value, parse.Record)) {
				for _, q := range w.pairs(value) {
					w.say(t, q)
				}
			}
		}
	}
}

// fields declares the fields of a class.
func (w *classes) fields(class int32, t traits, depth int) {
	block := w.last(class)
	for c := w.first(block); c != 0 && depth < 5; c = w.node(c).Next {
		name := w.word(w.first(c))
		if name == "" || strings.HasPrefix(name, "_") || name == "model_config" {
			continue
		}
		switch {
		case w.is(c, parse.Declare) && !w.form.Assigned:
			w.typedField(c, name, t, depth)
		case w.is(c, parse.Assign) && w.form.Assigned:
			w.assignedField(c, name, t, depth)
		}
	}
}

// typedField declares "name: type = value".
func (w *classes) typedField(n int32, name string, t traits, depth int) {
	var type_, value int32
	list := w.children(n)
	if f := w.file(); len(list) > 1 {
		type_ = list[1]
		if last := list[len(list)-1]; len(list) > 2 || f.Is(int(w.node(last).From)-1, "=") {
			value = last
		}
	}
	text := w.Tree.Text(type_)
	if strings.HasPrefix(text, "ClassVar") || strings.HasSuffix(text, ".ClassVar") || type_ == value {
		return
	}
	var d description
	w.typeSays(&d, type_, value == 0 && !t.strict)
	names := t.fields[name]
	described := w.unwrap(value)
	for _, in := range w.calls(type_) { // Annotated[str, Field(alias="X")]
		if w.describes[w.word(in)] {
			w.fieldCall(in, &d, &names, t)
		}
	}
	switch {
	case value == 0:
	case w.is(described, parse.Call) && w.describes[w.word(described)]:
		if word := w.word(described); word == "PrivateAttr" {
			return
		}
		w.fieldCall(described, &d, &names, t)
	case w.Tree.Text(described) == "...":
		d.need = Required
	default:
		d.fallsBack(w.Source, value)
	}
	if inner := w.class(w.typeName(type_)); inner != 0 && len(names) == 0 && t.delimiter != "" && !w.isChoice(inner) {
		nested := t
		nested.prefix, nested.path = t.prefix+name+t.delimiter, t.path+name+"."
		nested.made = t.made || value != 0 && d.setting(name, "", Required, 0).Need != Required // db: Database = Database()
		w.fields(inner, nested, depth+1)
		return
	} else if inner != 0 && !w.isChoice(inner) {
		if _, own := w.traits(inner, 1); own {
			return // it is filled on its own
		}
		d.setKind("json")
	}
	if len(names) == 0 {
		own := t.prefix + name
		if !t.exact {
			own = strings.ToUpper(own)
		}
		names = []string{own}
	}
	if t.made {
		d.need = Optional
	}
	for _, one := range names {
		if isName(one) {
			found := d.setting(one, w.form.Access, Required, int(w.node(n).From))
			found.Field = t.path + name
			w.list = append(w.list, found)
		}
	}
}

// typeSays takes what a type says; bare says that one that may be nothing needs no value.
func (w *classes) typeSays(d *description, type_ int32, bare bool) {
	text := w.Tree.Text(type_)
	if inner, found := strings.CutPrefix(text, "Annotated["); found {
		text, _, _ = strings.Cut(inner, ",")
	}
	for _, n := range append(w.indexes(type_), type_) {
		if w.is(n, parse.Index) && w.word(n) == "Literal" {
			d.chosen(w.Source, w.children(n)[1:])
		}
	}
	if c := w.class(w.typeName(type_)); c != 0 && w.isChoice(c) {
		d.setKind("choice")
		d.literals = append(d.literals, w.members(c)...)
	}
	for _, call := range append(w.calls(type_), type_) { // conint(ge=1), Annotated[int, Field(ge=1)]
		for _, p := range w.pairs(call) {
			d.bounded(w.Source, p)
		}
	}
	if mayBeNothing := d.ofType(text); mayBeNothing && bare {
		d.need = Optional
	}
}

// typeName returns the name of a type, through Optional[…] and the like.
func (w *classes) typeName(n int32) string {
	for depth := 0; depth < 4; depth++ {
		n = w.unwrap(n)
		switch w.kind(n) {
		case parse.Index:
			list := w.children(n)
			if len(list) < 2 {
				return ""
			}
			n = list[1]
		case parse.Binary:
			n = w.first(n)
		default:
			return w.word(n)
		}
	}
	return ""
}

// isChoice reports whether a class is an enumeration.
func (w *classes) isChoice(class int32) bool {
	for base := w.first(class); base != 0; base = w.node(base).Next {
		if word := w.word(base); !w.is(base, parse.Block) && (strings.HasSuffix(word, "Enum") || strings.HasSuffix(word, "Flag")) {
			return true
		}
	}
	return false
}

// members returns the texts of an enumeration.
func (w *classes) members(class int32) (list []string) {
	for c := w.first(w.last(class)); c != 0; c = w.node(c).Next {
		if w.is(c, parse.Assign) {
			if text, ok := w.text(w.last(c)); ok {
				list = append(list, text)
			}
		}
	}
	return list
}

// within returns the nodes of a kind in another.
func (w *classes) within(n int32, kind parse.Kind) (list []int32) {
	if n == 0 {
		return nil
	}
	for c := n + 1 - w.size(n); c < n && c > 0; c++ {
		if w.is(c, kind) {
			list = append(list, c)
		}
	}
	return list
}

func (w *classes) calls(n int32) []int32   { return w.within(n, parse.Call) }
func (w *classes) indexes(n int32) []int32 { return w.within(n, parse.Index) }

// fieldCall takes what the description of a field says, and the names it gives.
func (w *classes) fieldCall(call int32, d *description, names *[]string, t traits) {
	for i, arg := range w.plain(call) {
		if a := w.unwrap(arg); i == 0 && w.Tree.Text(a) == "..." {
			d.need = Required
		} else if i == 0 {
			d.fallsBack(w.Source, a)
		}
	}
	for _, p := range w.pairs(call) {
		switch {
		case w.alias[p.word]:
			*names = append(*names, w.aliases(p.arg(0))...)
		case w.own[p.word]:
			for _, name := range w.texts(p.arg(0)) {
				*names = append(*names, t.prefix+name)
			}
		case meaningOf(p.word) == fallback:
			if w.Tree.Text(w.unwrap(p.arg(0))) == "..." {
				d.need = Required
			} else {
				d.fallsBack(w.Source, p.arg(0))
			}
		default:
			d.apply(w.Source, p)
		}
	}
	kind, _ := kindOf(w.word(call))
	d.setKind(kind)
}

// aliases returns the names in alias="A" and alias=AliasChoices("A", "B").
func (w *classes) aliases(n int32) (names []string) {
	n = w.unwrap(n)
	if !w.is(n, parse.Call) {
		return w.texts(n)
	}
	for _, arg := range w.plain(n) {
		if inner := w.unwrap(arg); !w.is(inner, parse.Call) {
			names = append(names, w.texts(inner)...)
		}
	}
	return names
}

// assignedField declares "name = var(…)".
func (w *classes) assignedField(n int32, name string, t traits, depth int) {
	value := w.unwrap(w.last(n))
	if !w.is(value, parse.Call) {
		return
	}
	word := w.word(value)
	own := strings.ToUpper(joined(t.prefix, name, w.form.Joint))
	if w.group[word] {
		for _, arg := range w.plain(value) {
			if inner := w.class(w.word(arg)); inner != 0 {
				nested := t
				nested.prefix = own
				w.fields(inner, nested, depth+1)
			}
		}
		return
	}
	if !w.describes[word] || !w.from(w.first(value)) {
		return
	}
	var d description
	var names []string
	for _, p := range w.pairs(value) {
		if text, ok := w.text(p.arg(0)); w.prefix[p.word] && ok {
			own = strings.ToUpper(joined(text, name, w.form.Joint))
		}
	}
	w.fieldCall(value, &d, &names, t)
	usual := Required
	if strings.HasSuffix(word, "Value") && word != "SecretValue" { // a value without one is empty
		usual = Optional
	}
	if len(names) == 0 {
		names = []string{own}
	} else if w.own["environ_name"] && t.prefix == w.form.Usual && len(names) == 1 {
		names[0] = joined(t.prefix, strings.TrimPrefix(names[0], t.prefix), w.form.Joint)
	}
	for _, one := range names {
		if isName(one) {
			w.list = append(w.list, d.setting(one, w.form.Access, usual, int(w.node(n).From)))
		}
	}
}

// joined puts a prefix before a name, unless there is none.
func joined(prefix, name, joint string) string {
	if prefix == "" {
		return name
	}
	return strings.TrimSuffix(prefix, joint) + joint + name
}
