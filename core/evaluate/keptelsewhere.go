package evaluate

import "inzicht/core/parse"

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
	for i := range u.Tree.Nodes {
		n := int32(i)
		if u.kind(n) != parse.Name || !u.AnyMember(n) {
			continue
		}
		for _, fn := range u.list {
			fn.concerned = fn.concerned || u.isWithin(n, fn.Node)
		}
	}
}
