package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// Objects are asked of which class they are: r is Missing, case Found(v), isinstance(r, Found).

// isOfClass reports whether one alternative is an object of a class that a node names: Missing,
// Read.Missing, Missing(name).
func (m *machine) isOfClass(x alt, of int32, st *state) truth {
	u := m.unit()
	if u.kind(of) == parse.List { // (Missing, KeyError)
		any := no
		for _, c := range u.children(of) {
			if t := m.isOfClass(x, c, st); t == yes || t == may && any == no {
				any = t
			}
		}
		return any
	}
	if k := u.kind(of); k == parse.Call || k == parse.Index {
		of = u.Tree.Child(of, 0)
	}
	if k := u.kind(of); k != parse.Name && k != parse.Member {
		return may
	}
	name := u.at(of)
	if x.members != nil && x.members.made != nil && x.members.of == nil { // of a class that is not at hand
		if made := x.members.made.name; made == name || anyError[name] && (strings.HasSuffix(made, "Error") || strings.HasSuffix(made, "Exception")) {
			return yes
		}
		return may
	}
	return m.isNamed(x, name, st)
}

// isNamed reports whether one alternative is an object of the class that a name stands for.
func (m *machine) isNamed(x alt, name string, st *state) truth {
	c := m.unit().classNamed(name)
	if c == nil {
		if v, _, _ := m.lookup(name, st); len(v) == 1 && v[0].form == class {
			c = v[0].class
		}
	}
	return m.isOne(x, c, name)
}

// anyError are classes that those of most errors extend.
var anyError = map[string]bool{"Error": true, "Exception": true, "Throwable": true, "StandardError": true, "BaseException": true}

// isOne reports whether one alternative is an object of a class, as far as the classes that its own
// extends are known; of a class that is not at hand the name is. The object at hand may be one of a
// class that extends its own.
func (m *machine) isOne(x alt, c *Class, name string) truth {
	of, closed := x.class, true
	if x.form == record && x.members != nil {
		of, closed = x.members.of, !m.isShared(x.members)
	}
	if of == nil {
		return may
	}
	for range mostBases {
		if of == c || slices.Contains(of.bases, name) {
			return yes
		}
		base := of.extended()
		if base == nil {
			break
		}
		of = base
	}
	if c == nil || !closed || len(of.bases) > 0 || c.isLoose() {
		return may
	}
	return no
}

// isLoose reports whether objects may be of a class that theirs does not extend: a protocol.
func (c *Class) isLoose() bool {
	at := int(c.Unit.Tree.Nodes[c.Node].At)
	return at > 0 && c.Unit.Tree.File.Is(at-1, "protocol") || slices.ContainsFunc(c.bases, func(base string) bool { return looseBases[base] })
}

// looseBases are classes of Python whose classes say of others that they are of them.
var looseBases = map[string]bool{"Protocol": true, "ABC": true}

// askClass asks a value whether it is an object of a class that a node names. It reports false
// where that is not known of any of what the value may be.
func (m *machine) askClass(v Value, of int32, st *state) (Value, bool) {
	known := false
	if !m.isObjects(v) {
		return nil, false
	}
	asked := m.answers(v, func(x alt) truth {
		t := m.isOfClass(x, of, st)
		if t != no && m.unit().kind(of) == parse.Call {
			m.fitMembers(of, x, st, 0)
		}
		if x.form == nothing {
			t = no
		}
		known = known || t != may && x.form != nothing
		return t
	})
	return asked, known
}

// castTo returns a value without objects that are known to be of other classes than one: r as? Found.
func (m *machine) castTo(v Value, name string, st *state) (out Value) {
	for _, x := range v {
		if m.isNamed(x, name, st) == no {
			x = alt{form: nothing, depends: x.depends | x.missing}
		}
		out = append(out, x)
	}
	return out
}

// isObjects reports whether an alternative of a value is an object of a class.
func (m *machine) isObjects(v Value) bool {
	return v.some(func(x alt) bool {
		return x.form == class || x.form == record && x.members != nil && (x.members.of != nil || x.members.made != nil)
	})
}

// fitMembers fits what an object was made with to the patterns behind its class, in their order:
// Found(v), Found(String v).
func (m *machine) fitMembers(p int32, x alt, st *state, depth int) truth {
	u, result, at := m.unit(), yes, -1
	list := u.children(p)
	for i, c := range list[1:] {
		if u.kind(c) != parse.Unknown { // else it is the name behind a type
			at++
		}
		if i+2 < len(list) && u.kind(list[i+2]) == parse.Unknown {
			continue
		}
		if u.kind(c) == parse.Pair { // Found(value: v)
			result = joinedTruth("and", result, m.fitNamed(c, x, st, depth))
			continue
		}
		given := m.givenTo(x, at)
		if u.kind(c) == parse.Unknown {
			m.bindInner(u.Tree.Child(c, 0), given, st)
			continue
		}
		result = joinedTruth("and", result, m.fitAny(c, given, st, depth))
	}
	return result
}

// givenTo returns what an object was made with, by its place.
func (m *machine) givenTo(x alt, at int) Value {
	if of := x.members; of != nil && of.of != nil && at < len(of.of.params) {
		if v, known := of.get(of.of.params[at].name); known && len(v) > 0 {
			return v
		}
	}
	return Value{anything(m.depth())}
}

// fitNamed fits a field of an object to the pattern behind its name, or binds it to that name.
func (m *machine) fitNamed(pair int32, x alt, st *state, depth int) truth {
	u := m.unit()
	name := u.at(pair)
	field := Value{anything(m.depth())}
	if v, known := x.members.get(name); known && len(v) > 0 {
		field = v
	} else if v, known := x.members.get("@" + name); known && len(v) > 0 {
		field = v
	}
	list := u.children(pair)
	if len(list) == 0 {
		m.bindName(name, field, st, pair)
		return yes
	}
	return m.fitAny(list[len(list)-1], field, st, depth)
}
