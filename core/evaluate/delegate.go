package evaluate

import "inzicht/core/parse"

// val name by x: what x answers where it is asked for the value of the property.

// isDelegated reports whether a value stands behind by.
func (m *machine) isDelegated(value int32) bool {
	u := m.unit()
	return u.Words.Extends && u.Tree.File.Is(int(u.Tree.Nodes[value].From)-1, "by")
}

// delegated returns what a property has that is delegated to a value: what a function, or
// the method getValue of an object, gives that is told the name of the property, or else
// the value itself.
func (m *machine) delegated(n, property int32, v Value, st *state) Value {
	if len(v) != 1 {
		return v
	}
	about := &members{}
	if u := m.unit(); u.kind(property) == parse.Name {
		about.set("name", textOf(u.at(property), m.depth()))
	}
	arguments := []argument{{value: Value{{}}}, {value: Value{{form: record, members: about}}}}
	found, x, through := len(m.reads), v[0], ""
	switch {
	case x.form == function:
		v = m.invoke(x, n, arguments, st)
	case x.form == record && x.members.of != nil:
		fn := x.members.of.method("getValue")
		if fn == nil {
			return v
		}
		through = x.members.of.Name
		v, _ = m.run(fn, m.closureOf(fn, x.members), n, arguments, st)
	}
	m.saidHere(found, property, through)
	return v
}
