package evaluate

import "inzicht/core/parse"

// constantNamed returns the constant of an enumeration that a text names, which fails on
// nothing, and whether a call asks for one: Mode.valueOf(x).
func (m *machine) constantNamed(n, callee int32, arguments []argument, st *state) (Value, bool) {
	u := m.unit()
	if u.calleeName(callee) != "valueOf" || u.kind(callee) != parse.Member || len(arguments) != 1 {
		return nil, false
	}
	c := u.classes[u.at(u.Tree.Child(callee, 0))]
	if c == nil || c.methods["valueOf"] != nil || !c.isEnumeration() {
		return nil, false
	}
	v := arguments[0].value
	if m.focus == nil {
		tags := v.sites()
		for _, name := range c.constants() {
			m.literal(tags, name)
		}
		for _, t := range tags {
			m.reads[t].Closed = true
		}
	}
	return m.use(Use{Arg: 0, Fallback: -1, Exact: 1, Does: OnNothing}, n, nil, arguments, st), true
}

// ownName is the field in which a constant of an enumeration has its name.
const ownName = "name()"

// nameConstant gives a constant of an enumeration its name.
func (m *machine) nameConstant(object Value, name string) {
	if len(object) == 1 && object[0].members != nil {
		object[0].members.set(ownName, textOf(name, m.depth()))
	}
}

// nameOf returns what a constant of an enumeration is asked for by name(), unless its class
// has something of its own by that name.
func (f *members) nameOf(asked string) (Value, bool) {
	if f == nil || f.of == nil || asked != "name" && asked != "toString" && asked != "ToString" || f.of.method(asked) != nil {
		return nil, false
	}
	return f.get(ownName)
}

// isEnumeration reports whether a class is written as an enumeration: enum Mode { … },
// enum class Mode { … }.
func (c *Class) isEnumeration() bool {
	f, node := c.Unit.Tree.File, c.Unit.Tree.Nodes[c.Node]
	for i := int(node.From) - 1; i < int(node.At); i++ {
		if f.Is(i, "enum") {
			return true
		}
	}
	return false
}

// constants returns the names of the constants that the body of an enumeration begins
// with.
func (c *Class) constants() (names []string) {
	u := c.Unit
	for _, n := range u.children(u.lastChild(c.Node)) {
		switch u.kind(n) {
		case parse.Name:
			names = append(names, u.at(n))
		case parse.Call:
			names = append(names, u.calleeName(u.Tree.Child(n, 0)))
		default:
			return names
		}
	}
	return names
}
