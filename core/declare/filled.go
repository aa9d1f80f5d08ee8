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
	// Prefixed is the call before it that says a prefix, or that what is before it is
	// given; Bare one without. Behind it Only says which names are taken, and Split what
	// stands between a field and those of the struct that it holds.
	Prefixed, Bare, Only, Split string
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
		from := len(list)
		for _, o := range f.origins(s, n) {
			list = append(list, o.named...)
			if class == 0 || o.named != nil || seen[o.prefix+s.name(class)] {
				continue
			}
			seen[o.prefix+s.name(class)] = true
			list = append(list, f.fields(s, class, o, 0)...)
		}
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

// origin is a source of variables that a chain fills from.
type origin struct {
	prefix      string
	delimiter   string    // between the name of a field and those of the struct it holds
	named       []Setting // the only ones that are taken
	class, path string    // what is filled, and the fields of it in which a struct lies, each with a dot behind it
}

// origins returns the sources that a chain says before it fills:
// envy::prefixed("GATE_"), merge(Env::prefixed("GATE_").split("__")).
func (f *Filled) origins(s *Source, call int32) (list []origin) {
	said, _ := s.properties(call)
	for _, p := range said {
		if text, ok := s.text(p.arg(0)); p.word == f.Prefixed && ok {
			list = append(list, origin{prefix: text})
		}
		if given := s.unwrap(p.arg(0)); s.is(given, parse.Call) {
			list = append(list, f.origin(s, given)...)
		}
	}
	if len(list) == 0 {
		list = append(list, origin{})
	}
	return list
}

// origin returns the source that a chain of calls makes, if it does.
func (f *Filled) origin(s *Source, chain int32) []origin {
	o, is := origin{}, false
	said, _ := s.properties(chain)
	for _, p := range said {
		text, ok := s.text(p.arg(0))
		switch {
		case p.word == f.Prefixed && ok:
			o.prefix, is = text, true
		case f.Bare != "" && p.word == f.Bare && len(p.args) == 0:
			is = true
		case is && p.word == f.Split && ok:
			o.delimiter = text
		case is && f.Only != "" && p.word == f.Only:
			for _, name := range s.texts(p.arg(0)) {
				o.named = append(o.named, Setting{Token: p.token, Name: strings.ToUpper(o.prefix + name), Access: f.Access, Need: Optional})
			}
		}
	}
	if !is {
		return nil
	}
	return []origin{o}
}

// fields returns the fields of a struct as variables.
func (f *Filled) fields(s *Source, class int32, o origin, depth int) (list []Setting) {
	if depth == 0 {
		o.class = s.name(class)
	}
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
		type_ := s.between(int(s.node(s.first(field)).To), int(s.node(field).To))
		if inner := s.class(strings.Trim(type_, ":, ")); inner != 0 && inner != class && o.delimiter != "" && depth < mostNested {
			nested := origin{prefix: o.prefix + name + o.delimiter, delimiter: o.delimiter, class: o.class, path: o.path + name + "."}
			list = append(list, f.fields(s, inner, nested, depth+1)...)
			continue
		}
		if d.ofType(type_) {
			d.need = Optional
		}
		path := o.path + name
		for _, p := range said {
			text, ok := s.text(p.arg(0))
			switch {
			case p.word == f.Rename && ok:
				name = text
			case p.word == f.Usual:
				d.need, d.computed = Optional, true
				if made := s.made(s.value(text)); ok && made != 0 { // default = "function"
					d.fallsBack(s, made)
				} else if zero, known := zeros[d.kind]; !ok && known { // default
					d.fallback, d.computed = &zero, false
				}
			}
		}
		if name = strings.ToUpper(o.prefix + name); isName(name) {
			found := d.setting(name, f.Access, Required, int(s.node(s.first(field)).From))
			found.Of, found.Field = o.class, path
			list = append(list, found)
		}
	}
	return list
}

// zeros are what types have by default, by their kinds.
var zeros = map[string]string{"boolean": "false", "integer": "0", "number": "0"}

// mostNested bounds how deep structs of structs are followed.
const mostNested = 4

// made returns what a function of the file that is one expression makes, without what
// only makes it another type, or 0: fn port() -> u16 { 80 }, "x".to_string().
func (s *Source) made(function int32) int32 {
	if !s.is(function, parse.Function) {
		return 0
	}
	n := s.last(function)
	if s.is(n, parse.Block) {
		n = s.first(n)
		if s.node(n).Next != 0 {
			return 0
		}
	}
	if s.is(n, parse.Return) {
		n = s.first(n)
	}
	for range mostDepth {
		switch n = s.unwrap(n); {
		case s.is(n, parse.Call) && retyping[s.word(n)]:
			if args := s.children(n)[1:]; len(args) == 1 { // String::from("x")
				n = args[0]
			} else {
				n = s.first(s.unwrap(s.first(n)))
			}
		default:
			return n
		}
	}
	return 0
}

// retyping are calls that give what they are given as another type.
var retyping = set("into to_string to_owned from String")
