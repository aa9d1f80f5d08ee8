package evaluate

import (
	"strings"

	"inzicht/core/parse"
)

// braced returns what a call is given in braces behind a type, and whether it is such a
// call: new T[] {a, b}, new T { A = b }, new Dictionary<K, V> { {a, b} }. An object of a
// class of the tree is made as others are.
func (m *machine) braced(n, callee int32, st *state) (Value, bool) {
	u := m.unit()
	last, name := u.lastChild(n), u.calleeName(callee)
	if u.kind(callee) == parse.Record && last == callee { // new() { A = b }
		return m.eval(last, st), true
	}
	if at := u.at(n); at == "{" && u.classes[name] != nil || at != "[" && at != "{" {
		return nil, false
	}
	switch k := u.kind(last); {
	case k == parse.Block && u.at(n) == "[":
		return m.initialised(last, st), true
	case k == parse.Record, k == parse.List && u.at(n) == "[", k == parse.List && strings.HasSuffix(name, "Dictionary"):
		if u.kind(callee) == parse.Call { // new T(a) { B = c }
			m.eval(callee, st)
		}
		if k == parse.List && u.at(n) == "{" {
			return m.pairsIn(last, st), true
		}
		return m.eval(last, st), true
	}
	return nil, false
}

// pairsIn returns a map of keys and values that are written in pairs: {{"a", b}, {"c", d}}.
func (m *machine) pairsIn(list int32, st *state) Value {
	u := m.unit()
	r := &members{}
	for _, c := range u.children(list) {
		pair := u.children(c)
		if u.kind(c) != parse.List || len(pair) != 2 {
			return m.eval(list, st)
		}
		if key, plain := m.eval(pair[0], st).plain(); plain {
			r.set(key, m.quiet(pair[1], st))
		} else {
			r.open = true
		}
	}
	return Value{{form: record, members: r}}
}

// initialised returns what { A = b, C = d } behind a constructor sets, or the
// elements of { a, b }.
func (m *machine) initialised(block int32, st *state) Value {
	u := m.unit()
	r, x := &members{open: true}, alt{form: sequence}
	for _, c := range u.children(block) {
		if u.kind(c) == parse.Assign && u.kind(u.Tree.Child(c, 0)) == parse.Name {
			r.set(u.at(u.Tree.Child(c, 0)), m.quiet(u.Tree.Child(c, 1), st))
			continue
		}
		x.list = append(x.list, m.eval(c, st))
	}
	if len(r.names) > 0 {
		return Value{{form: record, members: r}}
	}
	return Value{x}
}
