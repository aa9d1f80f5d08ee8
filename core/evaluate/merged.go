package evaluate

import (
	"slices"

	"inzicht/core/parse"
)

// Maps that the environment is laid over, or that are laid over it: {...defaults,
// ...process.env}. What they are asked for is read, unless something is over it; what is
// under it stands in for a variable that is not set.

// lay puts what a value has into a map, over what is there already.
func (f *members) lay(v Value) {
	for _, x := range v {
		switch {
		case x.form == whole:
			f.layEnvironment(x.env)
		case x.members != nil:
			if x.members.env != nil {
				f.lay(Value{{form: record, members: x.members.under}, {form: whole, env: x.members.env}})
			}
			for _, name := range x.members.names {
				f.set(name, x.members.value[name])
			}
			f.open = f.open || x.members.open
		case isPair(Value{x}): // env + ("X" to "v")
			if name, plain := x.list[0].plain(); plain {
				f.set(name, x.list[1])
			}
		default:
			f.open = true
		}
	}
}

// mostLaid bounds how much is known of what is below the environment.
const mostLaid = 100

// layEnvironment puts the environment over what a map has.
func (f *members) layEnvironment(a *Access) {
	under := &members{}
	if f.env != nil {
		under.lay(Value{{form: record, members: f.under}})
	}
	under.lay(Value{{form: record, members: &members{names: f.names, value: f.value}}})
	if len(under.names) > mostLaid {
		under.names, under.open = under.names[:mostLaid], true
		for name := range under.value { // in any order
			if !slices.Contains(under.names, name) {
				delete(under.value, name)
			}
		}
	}
	f.env, f.under, f.names, f.value = a, under, nil, nil
}

// laid returns a map of what some values have, the later over the earlier.
func laid(values []Value) Value {
	r := &members{}
	for _, v := range values {
		r.lay(v)
	}
	return Value{{form: record, members: r}}
}

// merging are functions that lay maps over each other, the first of their arguments, or what
// they are asked of, below all others.
var merging = map[string]bool{"assign": true, "merge": true, "extend": true, "array_merge": true, "array_replace": true, "dict": true}

// laysOver are methods that lay a map over what they are asked of.
var laysOver = map[string]bool{"update": true, "putAll": true, "merge!": true, "addAll": true}

// mapsOf returns the values of arguments, of which those with names are one map: dict(a, X="v"),
// a.merge("X" => "v").
func (m *machine) mapsOf(arguments []argument) (values []Value) {
	named, u := &members{}, m.unit()
	for _, a := range arguments {
		name := a.name
		if name == "" && a.node != 0 && u.kind(a.node) == parse.Pair && len(u.children(a.node)) == 2 {
			name, _ = u.literal(u.Tree.Child(a.node, 0))
		}
		if name == "" {
			values = append(values, a.value)
		} else {
			named.set(name, a.value)
		}
	}
	if len(named.names) > 0 {
		values = append(values, Value{{form: record, members: named}})
	}
	return values
}

// merges lays maps over each other where the environment is one of them.
func (m *machine) merges(name string, receiver Value, arguments []argument) (Value, bool) {
	if name != "ChainMap" && !merging[name] {
		return nil, false
	}
	values := m.mapsOf(arguments)
	switch {
	case name == "ChainMap": // the first is over all others
		slices.Reverse(values)
	case len(receiver) == 1 && (receiver[0].form == record || receiver[0].form == whole):
		values = append([]Value{receiver}, values...)
	}
	if len(values) < 2 || !slices.ContainsFunc(values, func(v Value) bool { return wholeOf(v) != nil }) {
		return nil, false
	}
	return laid(values), true
}

// mergedBy lays maps over each other that an operator joins, where the environment is one of
// them: in PHP the first is over the second, elsewhere the second over the first.
func (m *machine) mergedBy(op string, a, b Value) (Value, bool) {
	if op != "+" && op != "|" && op != "++" || wholeOf(a) == nil && wholeOf(b) == nil && laidOver(a) == nil && laidOver(b) == nil {
		return nil, false
	}
	if m.unit().Words.Loops == Values {
		a, b = b, a
	}
	return laid([]Value{a, b}), true
}

// askLaid asks a map that the environment is laid over for a variable.
func (m *machine) askLaid(n int32, f *members, how string, arguments []argument, st *state) (Value, bool) {
	if f.env == nil || f.env.Asked == nil || len(arguments) == 0 || m.unit().isTakenOut(n, how) {
		return nil, false
	}
	name, plain := arguments[0].value.plain()
	if v, over := f.get(name); plain && over {
		return v, true
	}
	below, has := f.under.get(name)
	has = has && plain
	asked := func(count int) *Access {
		a := f.env.Asked(how, count)
		if a == nil || !has {
			return a
		}
		one := *a
		one.Unset, one.Instead = Nothing, 0
		return &one
	}
	if asked(len(arguments)) == nil {
		return nil, false
	}
	m.isFollowed(f.env)
	v := m.readBy(&closure{reads: asked}, n, arguments, st)
	if !has || st.dead {
		return v, true
	}
	if m.focus == nil {
		return join(v, below), true
	}
	missing := v.missing()
	if missing == 0 {
		return v, true
	}
	m.replaced(missing, below.dependent(missing), n)
	return below.dependent(missing), true
}

// laidOver returns the map that a value is which the environment is laid over, or nil.
func laidOver(v Value) *members {
	if len(v) == 1 && v[0].form == record && v[0].members != nil && v[0].members.env != nil {
		return v[0].members
	}
	return nil
}

// laidAmong returns the map that the environment is laid over which a value is, where it may
// also be something of which nothing is known, or nil.
func laidAmong(v Value) (f *members) {
	for _, x := range v {
		switch {
		case f == nil && laidOver(Value{x}) != nil:
			f = x.members
		case x.form != unknown && x.form != nothing || x.env != nil:
			return nil
		}
	}
	return f
}

// isOfLaid reports whether a member or an element is one of a variable that holds a map
// which the environment is laid over.
func (m *machine) isOfLaid(n int32, st *state) bool {
	u := m.unit()
	if k := u.kind(n); k != parse.Member && k != parse.Index {
		return false
	}
	object := u.Tree.Child(n, 0)
	if object == 0 || u.kind(object) != parse.Name {
		return false
	}
	v, _, _ := m.lookup(u.at(object), st)
	return laidOver(v) != nil
}
