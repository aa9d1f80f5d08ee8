package evaluate

import (
	"slices"

	"inzicht/core/parse"
)

// Maker returns the function with a name that gives a function without one to who calls
// it, from = (prefix) => (name) => env[prefix + name], or nil.
func (fn *Func) Maker() *Func {
	round := fn.within
	if fn.Name != "" || round == nil || round.Name == "" {
		return nil
	}
	u := fn.Unit
	gives := func(n int32) bool {
		for u.kind(n) == parse.Wrapper && u.Tree.Child(n, 0) != 0 {
			n = u.Tree.Child(n, 0)
		}
		return n == fn.Node
	}
	if gives(round.Body) {
		return round
	}
	for c := u.Tree.Child(round.Body, 0); c != 0; c = u.Tree.Nodes[c].Next {
		if u.kind(c) == parse.Return && gives(u.Tree.Child(c, 0)) || u.Words.Returns && u.Tree.Nodes[c].Next == 0 && gives(c) {
			return round
		}
	}
	return nil
}

// noteMaking notes a function that gives functions of its own which may read, or an object
// that has such.
func (m *machine) noteMaking(fn *Func, v Value) {
	if fn.within == nil && fn.Name != "" && !slices.Contains(m.making, fn) && m.givesOwn(fn, v, true) {
		m.making = append(m.making, fn)
	}
}

// givesOwn reports whether a value is a function within another one that may read; of an
// object, whether a member is.
func (m *machine) givesOwn(fn *Func, v Value, members bool) bool {
	return v.some(func(x alt) bool {
		if members && x.form == record && x.members != nil && x.members.of == nil {
			return slices.ContainsFunc(x.members.names, func(name string) bool { return m.givesOwn(fn, x.members.value[name], false) })
		}
		if members && x.form == record && x.members != nil && x.members.of.concernedItself() && x.members.of.Unit == m.u { // Reader(prefix)
			return true
		}
		if x.form != function || x.fn == nil || x.fn.unit != m.u {
			return false
		}
		inner := m.u.byNode[x.fn.node]
		return inner != nil && inner.within == fn && inner.concerned
	})
}
