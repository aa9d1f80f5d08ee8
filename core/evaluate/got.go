package evaluate

import (
	"slices"
	"strings"
)

// What a map has for a key that it is asked for by a method.

// gotOf returns the value of the key that is the first argument, or what is given
// for it.
func (m *machine) gotOf(n int32, o operation, x alt, arguments []argument, st *state) (Value, bool) {
	if len(arguments) == 0 {
		return nil, false
	}
	key, plain := m.keyAsked(arguments[0].value)
	if !plain {
		return m.anyFor(n, x, arguments, st)
	}
	if v, known := x.members.get(strings.TrimPrefix(key, ":")); known {
		return v.dependent(x.depends), true
	}
	if (x.members.open || x.members.filled) && len(arguments) == 1 {
		return nil, false
	}
	if callee := m.unit().Tree.Child(n, 0); o == gotOrFails && len(arguments) == 1 {
		if !m.unit().isTable(m.unit().Tree.Child(callee, 0)) {
			return nil, false
		}
		m.fail(st, x.depends|arguments[0].value.depends(), "KeyError")
		return nil, true
	}
	return m.givenFor(n, arguments, st)
}

// anyFor returns what a map has for a key of which it is not known which it is: any of its values, or what is given
// where it has none.
func (m *machine) anyFor(n int32, x alt, arguments []argument, st *state) (Value, bool) {
	key := arguments[0].value
	if !x.isComplete() || len(key) == 0 || len(x.members.names) >= mostAny || len(key.sites()) == 0 && (m.valued == nil || !key.allNothing()) {
		return nil, false
	}
	other, _ := m.givenFor(n, arguments, st)
	if m.valued != nil && key.allNothing() { // where what says which one has no value
		return other, true
	}
	return append(slices.Clone(other), m.picked(key, x)...).dependent(x.depends).compact(), true
}

// picked returns what any key of a map has, and notes that something says which one is taken.
func (m *machine) picked(key Value, x alt) (out Value) {
	m.picks(key, x.members.names)
	for _, name := range x.members.names {
		out = append(out, x.members.value[name]...)
	}
	return out
}

// givenFor returns what is given for a key that is not there, or what a function gives
// that is asked for it.
func (m *machine) givenFor(n int32, arguments []argument, st *state) (Value, bool) {
	missing := arguments[0].value.missing()
	if len(arguments) < 2 {
		return Value{{form: nothing, depends: missing}}, true
	}
	if f := functionIn(arguments[1:]); f != nil {
		return m.invoke(*f, n, arguments[:1], st), true
	}
	if missing != 0 {
		m.replaced(missing, arguments[1].value, arguments[1].node)
	}
	return arguments[1].value.dependent(missing), true
}
