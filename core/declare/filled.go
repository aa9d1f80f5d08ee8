package declare

import (
	"strings"

	"inzicht/core/parse"
)

// Filled finds structs whose fields a call fills from variables of the same
// names: from_env::<Settings>().
type Filled struct {
	// Fill is the call, from one of Modules; the type is its type argument, or
	// that of what it is given to.
	Fill, Modules string
	// Prefixed is the call before it that says a prefix, or that what is before it is given.
	Prefixed string
	// Beside are words for what may fill the fields too, and is told before it.
	Beside string
	// Annotation is before a field and may say Rename, another name, and
	// Usual, that there is a value without one.
	Annotation, Rename, Usual string
	// Access is how it is called.
	Access string
}

// Find returns the fields that a file has filled.
func (f *Filled) Find(s *Source) (list []Setting) {
	seen := map[string]bool{}
	for n := range s.Tree.Nodes {
		n := int32(n)
		if !s.is(n, parse.Call) || s.word(s.first(n)) != f.Fill || len(list) > mostSettings {
			continue
		}
		text := strings.ToLower(s.Tree.Text(s.first(n)) + " " + s.Path(s.first(n)))
		if !strings.Contains(text, f.Modules) {
			continue
		}
		class := s.class(f.typeOf(s, n))
		prefix := f.prefix(s, n)
		if class == 0 || seen[prefix+s.name(class)] {
			continue
		}
		seen[prefix+s.name(class)] = true
		from := len(list)
		list = append(list, f.fields(s, class, prefix)...)
		for word := range strings.FieldsSeq(f.Beside) {
			for i := from; strings.Contains(text, word) && i < len(list); i++ {
				list[i].Need = Optional
			}
		}
	}
	return list
}

// typeOf returns the type that a call fills: of from_env::<Settings>(), or of
// let s: Settings = from_env().
func (f *Filled) typeOf(s *Source, call int32) string {
	callee := s.first(call)
	for i := int(s.node(callee).From); i < int(s.node(callee).To); i++ {
		if s.file().Is(i, "<") {
			return s.file().Text(i + 1)
		}
	}
	for up, depth := s.parent(call), 0; up != 0 && depth < 12; up, depth = s.parent(up), depth+1 {
		if s.is(up, parse.Declare) {
			if i := int(s.node(s.first(up)).To); s.file().Is(i, ":") {
				return s.file().Text(i + 1)
			}
		}
		if s.is(up, parse.Function) { // -> Result<Settings, …>
			for i := int(s.node(up).From); i < int(s.node(up).To) && !s.file().Is(i, "{"); i++ {
				if s.class(s.file().Text(i)) != 0 {
					return s.file().Text(i)
				}
			}
			return ""
		}
	}
	return ""
}

// prefix returns the prefix that a chain says before it fills.
func (f *Filled) prefix(s *Source, call int32) string {
	list, _ := s.properties(call)
	for _, p := range list {
		if text, ok := s.text(p.arg(0)); p.word == f.Prefixed && ok {
			return text
		}
		if given := p.arg(0); given != 0 && s.is(given, parse.Call) && s.word(s.first(given)) == f.Prefixed { // merge(Env::prefixed("GATE_"))
			for _, argument := range s.plain(given) {
				if text, ok := s.text(argument); ok {
					return text
				}
			}
		}
	}
	return ""
}

// fields returns the fields of a struct as variables.
func (f *Filled) fields(s *Source, class int32, prefix string) (list []Setting) {
	for c := s.first(s.last(class)); c != 0; c = s.node(c).Next {
		field, said := c, []property(nil)
		for depth := 0; s.is(field, parse.Wrapper) && depth < mostDepth; depth++ {
			for a := s.first(field); a != 0; a = s.node(a).Next {
				if call := s.unwrap(a); s.is(call, parse.Call) && s.word(call) == f.Annotation {
					said = append(said, s.pairs(call)...)
					for _, plain := range s.plain(call) {
						said = append(said, property{word: s.word(plain)})
					}
				}
			}
			field = s.last(field)
		}
		if !s.is(field, parse.Declare) {
			continue
		}
		name := s.word(s.first(field))
		d := description{}
		kind, mayBeNothing := kindOf(s.between(int(s.node(s.first(field)).To), int(s.node(field).To)))
		d.setKind(kind)
		if mayBeNothing {
			d.need = Optional
		}
		for _, p := range said {
			text, ok := s.text(p.arg(0))
			switch {
			case p.word == f.Rename && ok:
				name = text
			case p.word == f.Usual:
				d.need, d.computed = Optional, true
			}
		}
		if name = strings.ToUpper(prefix + name); isName(name) {
			list = append(list, d.setting(name, f.Access, Required, int(s.node(s.first(field)).From)))
		}
	}
	return list
}
