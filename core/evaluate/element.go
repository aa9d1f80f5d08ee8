package evaluate

import (
	"strings"

	"inzicht/core/parse"
)

// Elements: what is taken of something by a key, x["a"].

// indexOfMade returns what is run where an element is taken of an object that a class of another file
// gives, or nil.
func (m *machine) indexOfMade(x alt) *Func {
	u := m.unit()
	if x.form != record || x.members.of != nil || x.members.made == nil || x.members.made.by == "" || u.OuterClass == nil {
		return nil
	}
	if c := u.OuterClass(x.members.made.name, 0); c != nil {
		return c.oneOf(indexMethods)
	}
	return nil
}

// behind returns the element of a list that stands behind a text, as the value of a key in a list of
// both: name => 'X'. It returns nil where the text is not in it.
func (x alt) behind(key string) Value {
	for i := 0; i+1 < len(x.list); i++ {
		if s, plain := x.list[i].plain(); plain && s == key {
			return x.list[i+1]
		}
	}
	return nil
}

// elementKey returns the key by which an index asks: of $x{name} that is the word.
func (m *machine) elementKey(index, key int32, st *state) Value {
	u := m.unit()
	if word := u.at(key); u.Words.Signs && u.at(index) == "{" && u.kind(key) == parse.Name && word[0] != '$' && word[0] != '@' && word[0] != '%' {
		return textOf(word, m.depth())
	}
	return m.eval(key, st)
}

// mostAny bounds of how many elements one is taken for any of them.
const mostAny = 40

// index returns an element of something.
func (m *machine) index(n int32, st *state) Value {
	u := m.unit()
	list := u.children(n)
	if len(list) == 0 {
		return nil
	}
	if u.kind(list[0]) == parse.Wrapper && u.at(list[0]) == "!" && u.calleeName(list[0]) == "vec" { // vec![a, b]
		x := alt{form: sequence, perhaps: len(list) == 1}
		for _, e := range list[1:] {
			x.list = append(x.list, m.eval(e, st))
		}
		return Value{x}
	}
	if u.kind(list[0]) == parse.Member && u.at(list[0]) == "isInstanceOf" && len(list) == 2 {
		v := m.eval(u.Tree.Child(list[0], 0), st)
		if is, known := m.askClass(v, list[1], st); known || st.dead {
			return is
		}
	}
	of := m.indexed(n, list[0], st)
	var key Value
	usual := int32(0) // what is given where there is no such element: x[key, default: y]
	for i, k := range list[1:] {
		if i > 0 && u.kind(k) == parse.Pair && strings.TrimSuffix(u.at(k), ":") == "default" {
			usual = u.Tree.Child(k, 0)
			continue
		}
		key = m.elementKey(n, k, st)
	}
	if st.dead {
		return nil
	}
	if v, done := m.onMissing(n, of, st); done {
		return v
	}
	if v, done := m.pieceOf(n, list, of, key, st); done {
		return v
	}
	if v, done := m.askOuter(list[0], of, indexMethods, n, []argument{{node: u.Tree.Child(n, 1), value: key}}, st); done {
		return v
	}
	name, plain := m.keyAsked(key)
	a, asked := wholeAmong(of), []argument{{node: list[len(list)-1], value: key}}
	if path := m.path(list[0]); plain && a != nil && path != "" { // that was given a value here
		if v, _, found := m.lookup(path+"["+name, st); found {
			return v
		}
	}
	if a != nil && len(key) > 0 {
		if v, done := m.askWhole(n, a, "[", asked, st); done {
			return v
		}
	}
	if f := laidAmong(of); f != nil && len(key) > 0 {
		if v, done := m.askLaid(n, f, "[", asked, st); done {
			return v
		}
	}
	if plain {
		if len(of) == 1 && m.isEmptyGiven(list[0], of[0]) {
			return Value{{form: nothing}}
		}
		if v, _, found := m.lookup(m.elementPath(list[0], name, of), st); found {
			return v
		}
	}
	var out Value
	for _, x := range of {
		switch fn := m.indexOfMade(x); {
		case fn != nil: // Env.shared["X"], of a class of another file
			v, ran := m.run(fn, m.closureOf(fn, nil), n, asked, st)
			if st.dead {
				return nil
			}
			if ran {
				out = append(out, v...)
				continue
			}
		case x.form == class && x.class.isEnum() && len(key) > 0: // Mode["FIXED"]
			out = append(out, m.constantAt(x.class, key, st)...)
			if st.dead {
				return nil
			}
			continue
		case x.members != nil && x.members.proxied != nil:
			v, _ := m.askProxy(x, n, key, st)
			out = append(out, v...)
			continue
		case plain && x.members != nil && (x.members.of == nil || x.members.of.oneOf(indexMethods) == nil):
			if v, known := m.element(x, name); known {
				out = append(out, v...)
				continue
			}
			if v, known := m.noElement(n, list[0], x, key, st); known {
				if usual != 0 {
					v = m.eval(usual, st)
				}
				out = append(out, v...)
				continue
			}
		case x.members != nil && !x.members.open && m.valued != nil && key.allNothing(): // where what says which one has no value
			out = append(out, alt{form: nothing})
			continue
		case x.members != nil && !x.members.open && len(key) > 0 && len(x.members.names) < mostAny: // any of them
			out = append(out, m.picked(key, x)...)
			continue
		case x.form == nothing && x.missing == 0 && u.Words.Signs: // of undef there is none
			out = append(out, x)
			continue
		case plain && x.form == sequence:
			if i := numberOf(name); i >= 0 && i < len(x.list) {
				out = append(out, x.list[i]...)
				continue
			}
			if v := x.behind(name); u.Words.Signs && v != nil {
				out = append(out, v...)
				continue
			}
		case x.form == sequence && !x.perhaps && len(key) > 0 && len(x.list) < mostAny: // any of them
			for _, e := range x.list {
				out = append(out, e...)
			}
			continue
		case x.form == record && x.members.of != nil:
			if v, ran := m.objectIndex(x, n, key, st); ran {
				out = append(out, v...)
				continue
			}
			if st.dead {
				return nil
			}
		case x.form == class && x.class.indexed() != nil: // Env["X"]
			v, ran := m.run(x.class.indexed(), m.closureOf(x.class.indexed(), nil), n, []argument{{node: list[len(list)-1], value: key}}, st)
			if st.dead {
				return nil
			}
			if ran {
				out = append(out, v...)
				continue
			}
		case x.form == class && u.Words.Element == Fails && m.isUnset(key): // of an enumeration
			m.fail(st, key.missing(), "KeyError")
			return nil
		case x.form == function || x.form == class: // get[int]
			out = append(out, x)
			continue
		}
		if path := u.Path(list[0]); plain && path != "" && x.form == unknown && len(x.parts) == 1 && x.parts[0].ref != "" { // NAMES['host'] of another file
			out = append(out, m.constant(path+"."+name)...)
			continue
		}
		out = append(out, alt{parts: []part{{any: true, frame: m.depth(), param: isParam(x)}}, depends: x.depends, sites: nil})
	}
	return out.compact()
}

// picks notes the keys of a map of which a variable says which one is taken.
func (m *machine) picks(key Value, names []string) {
	for _, t := range key.sites() {
		if r := m.reads[t]; r.picks == nil && m.focus == nil {
			r.picks = names
		}
	}
}

// indexed returns what an element is taken of. A variable may have another sign
// than its elements: $x{a} is of %x, $x[0] of @x.
func (m *machine) indexed(n, object int32, st *state) Value {
	u := m.unit()
	if name := u.at(object); u.Words.Signs && u.kind(object) == parse.Name && len(name) > 1 && name[0] == '$' && u.Tree.Nodes[n].At == u.Tree.Nodes[object].To {
		other := name[1:]
		if u.at(n) == "[" {
			other = "@" + other
		}
		if v, _, found := m.lookup(other, st); found {
			return v
		}
	}
	return m.quiet(object, st)
}

func numberOf(s string) int {
	n := 0
	for _, c := range s {
		if c < '0' || c > '9' || n > 100000 {
			return -1
		}
		n = n*10 + int(c-'0')
	}
	if s == "" {
		return -1
	}
	return n
}

// keyAsked returns the name by which a key asks a table, if that is known. There is none for
// a variable that is not set, where reading it gives nothing.
func (m *machine) keyAsked(key Value) (name string, plain bool) {
	if m.isUnset(key) {
		return "", true
	}
	return key.plain()
}

// isUnset reports whether a value is the nothing that reading gives of a variable that is not set.
func (m *machine) isUnset(v Value) bool { return m.focus != nil && v.missing() != 0 && v.allNothing() }
