package declare

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// Readers finds what is read through an object that a library makes for it:
// env = Env(); env.int("PORT", default=80). Other files may import the object.
type Readers struct {
	// Makers are the last names of what makes such an object, from one of
	// Modules.
	Makers, Modules string
	// Prefix is the property of the maker that is before all names;
	// Prefixed the method within whose block a prefix does.
	Prefix, Prefixed string
	// Functions are functions of the library that read, by their paths, and Objects
	// objects of its own that do.
	Functions, Objects string
	// Others are methods that read nothing.
	Others string
	// Kinds are what methods take a value for, where their name does not say it.
	Kinds map[string]string
	// Usual are the names that methods read where they are given none.
	Usual map[string]string
}

// reader is an object that reads.
type reader struct {
	prefix  string
	schemes map[string]description
}

type readers struct {
	*Source
	form            *Readers
	makers, modules map[string]bool
	others          map[string]bool
	functions, own  map[string]bool
	objects         map[string]reader
}

// Find returns what is read through the readers of a file.
func (r *Readers) Find(s *Source) (list []Setting) {
	w := &readers{Source: s, form: r, makers: set(r.Makers), modules: set(r.Modules), others: set(r.Others), functions: set(r.Functions), own: set(r.Objects), objects: map[string]reader{}}
	for _, role := range s.Roles {
		if role.As == Reader && role.File != s.File {
			w.objects[role.Name] = reader{prefix: role.Prefix}
		}
	}
	w.made()
	for n := range s.Tree.Nodes {
		if n := int32(n); s.is(n, parse.Call) && len(list) < mostSettings {
			list = append(list, w.call(n)...)
		}
	}
	return list
}

// made notes the objects that the file makes.
func (w *readers) made() {
	for n := range w.Tree.Nodes {
		n := int32(n)
		if !w.is(n, parse.Assign) && !w.is(n, parse.Declare) {
			continue
		}
		target, value := w.first(n), w.unwrap(w.last(n))
		if !w.is(target, parse.Name) || !w.is(value, parse.Call) || !w.makers[w.word(value)] || !w.from(w.first(value)) {
			continue
		}
		made := reader{schemes: map[string]description{}}
		for _, p := range w.pairs(value) {
			if text, ok := w.text(p.arg(0)); p.word == w.form.Prefix && ok {
				made.prefix = text
			} else if isVariable(p.word) {
				made.schemes[p.word] = w.scheme(p.arg(0))
			}
		}
		w.objects[w.name(target)] = made
		w.Give(Role{Name: w.name(target), File: w.File, As: Reader, Prefix: made.prefix})
	}
}

// from reports whether a name comes from one of the modules.
func (w *readers) from(n int32) bool {
	path := w.Path(n)
	for module := range w.modules { // in any order
		if strings.HasPrefix(path, module+".") {
			return true
		}
	}
	return false
}

// scheme returns what (bool, False) says: the type, and what is used instead.
func (w *readers) scheme(n int32) (d description) {
	n = w.unwrap(n)
	if !w.is(n, parse.List) {
		d.typed(w.Source, n)
		return d
	}
	list := w.children(n)
	if len(list) > 0 {
		d.typed(w.Source, list[0])
	}
	if len(list) > 1 {
		d.fallsBack(w.Source, list[1])
	}
	return d
}

// call returns what a call reads through an object.
func (w *readers) call(n int32) (list []Setting) {
	callee := w.unwrap(w.first(n))
	object, method, asked := w.word(callee), "", callee
	if w.is(callee, parse.Member) {
		if asked = w.unwrap(w.first(callee)); !w.is(asked, parse.Name) {
			return nil
		}
		method, object = w.name(callee), w.word(asked)
	} else if !w.is(callee, parse.Name) {
		return nil
	}
	of, known := w.objects[object]
	known = known || method == "" && w.functions[w.Path(callee)] || len(w.own) > 0 && w.own[w.Path(asked)]
	plain := w.plain(n)
	var names []string
	if len(plain) > 0 {
		names, plain = w.texts(plain[0]), plain[1:]
	} else if name := w.form.Usual[method]; name != "" {
		names = []string{name}
	}
	if !known || w.others[method] {
		return nil
	}
	var d description
	kind := w.form.Kinds[method]
	if kind == "" {
		kind, _ = kindOf(method)
	}
	d.setKind(kind)
	w.arguments(n, plain, &d)
	prefix := w.prefixAt(n, object) + of.prefix
	for _, name := range names {
		if !isName(name) {
			continue
		}
		one := d
		if scheme, has := of.schemes[name]; has {
			one.joined(scheme)
		}
		need := Required
		if w.askedFor(n, prefix+name) {
			need = Optional
		}
		setting := one.setting(prefix+name, object, need, int(w.node(n).From))
		if prefix != "" {
			setting.Instead = name
		}
		list = append(list, setting)
	}
	return list
}

// askedFor reports whether a call is in the way that is gone where a
// condition has found a variable: if os.environ.get("X"): env.url("X").
func (s *Source) askedFor(call int32, name string) bool {
	for n, up := call, s.parent(call); up != 0; n, up = up, s.parent(up) {
		if list := s.children(up); s.is(up, parse.If) && len(list) > 1 && list[1] == n && s.affirms(list[0], name) {
			return true
		}
	}
	return false
}

// affirms reports whether a condition is about a text, and denies nothing.
func (s *Source) affirms(n int32, name string) (about bool) {
	if s.is(n, parse.Unary) || s.is(n, parse.Binary) && slices.Contains([]string{"not", "==", "is", "or", "||"}, s.name(n)) {
		return false
	}
	if text, known := s.text(n); known {
		return text == name
	}
	return slices.ContainsFunc(s.children(n), func(c int32) bool { return s.affirms(c, name) })
}

// arguments takes what a call says besides the name.
func (w *readers) arguments(n int32, rest []int32, d *description) {
	for _, p := range w.pairs(n) {
		d.apply(w.Source, p)
	}
	for _, arg := range rest {
		if a := w.unwrap(arg); w.is(a, parse.Name) && d.kind == "" {
			if kind, _ := kindOf(w.name(a)); kind != "" {
				d.setKind(kind)
				continue
			}
		}
		if d.need == "" {
			d.fallsBack(w.Source, arg)
		}
	}
}

// prefixAt returns the prefix within whose blocks a node stands.
func (w *readers) prefixAt(n int32, object string) (prefix string) {
	if w.form.Prefixed == "" {
		return ""
	}
	for up, depth := w.parent(n), 0; up != 0 && depth < 60; up, depth = w.parent(up), depth+1 {
		if !w.is(up, parse.Try) {
			continue
		}
		head := w.unwrap(w.first(up))
		callee := w.unwrap(w.first(head))
		if w.is(head, parse.Call) && w.is(callee, parse.Member) && w.name(callee) == w.form.Prefixed && w.word(w.first(callee)) == object && head != n {
			if plain := w.plain(head); len(plain) > 0 {
				text, _ := w.text(plain[0])
				prefix = text + prefix
			}
		}
	}
	return prefix
}
