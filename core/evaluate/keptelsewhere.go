package evaluate

import (
	"slices"

	"inzicht/core/parse"
)

// Kept returns, before what was found is judged, the variables of the file that hold an
// object which reads what it is asked for, or an object of functions that do; and whether
// it does so for whatever member is asked of it.
func (r *Run) Kept() map[string]bool {
	m, names := r.m, map[string]bool{}
	m.globals.vars.each(func(name string, v Value) {
		if len(v) == 1 && v[0].members != nil && m.isForOthers(v[0].members) {
			names[name] = v[0].members.proxied != nil || v[0].members.of.oneOf(memberMethods) != nil
		}
	})
	return names
}

// isForOthers reports whether others may ask an object for variables.
func (m *machine) isForOthers(f *members) bool {
	if f.of != nil || f.proxied != nil {
		return f.proxied != nil || f.of.reader()
	}
	return f.holds(func(v Value) bool {
		if len(v) != 1 || v[0].form != function || v[0].fn.reads != nil {
			return false
		}
		c, keeps := v[0].fn, false
		if c.unit == m.u || c.outer == nil { // of its own functions others know by their names
			return false
		}
		c.outer.vars.each(func(_ string, v Value) { keeps = keeps || v.readsLater() })
		return keeps
	})
}

// keptElsewhere returns the object that a node stands for which another file keeps.
func (m *machine) keptElsewhere(n int32) (Value, bool) {
	u := m.unit()
	if u.Kept == nil {
		return nil, false
	}
	other, name := u.Kept(n)
	if other == nil {
		return nil, false
	}
	v, _ := m.globalsOf(other).vars.get(name)
	return v, len(v) == 1 && v[0].members != nil
}

// concernKept marks the functions in which an object that another file keeps stands, which
// reads for whatever member is asked of it.
func (u *Unit) concernKept() {
	if u.AnyMember == nil {
		return
	}
	var at []int32 // in order, as nodes are not
	for i := range u.Tree.Nodes {
		if n := int32(i); u.kind(n) == parse.Name && u.AnyMember(n) {
			at = append(at, u.Tree.Nodes[n].From)
		}
	}
	slices.Sort(at)
	u.concernAt(at)
}

// concernAt marks the functions in which one of some tokens, in order, stands.
func (u *Unit) concernAt(tokens []int32) {
	for _, fn := range u.list {
		node := u.Tree.Nodes[fn.Node]
		first, _ := slices.BinarySearch(tokens, node.From)
		fn.concerned = fn.concerned || first < len(tokens) && tokens[first] < node.To
	}
}
