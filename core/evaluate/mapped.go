package evaluate

import (
	"strings"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// Functions that are given what was read, where there is something: map, let, and_then.

// besides returns the arguments that are neither the value nor what replaces it.
func (use Use) besides(arguments []argument) (list []argument) {
	if use.Arg < 0 && use.Fallback < 0 {
		return arguments
	}
	for n, a := range arguments {
		if n != use.Arg && n != use.Fallback {
			list = append(list, a)
		}
	}
	return list
}

// mapped gives a function what a value is, where there is one.
func (m *machine) mapped(v Value, does Effect, arguments []argument, st *state) Value {
	var gone, rest Value
	for _, x := range v {
		if does != Gives && (x.form == nothing || x.isGone()) {
			x.worked |= x.missing // what it would be mapped to is not known
			gone = append(gone, x)
		} else {
			rest = append(rest, x)
		}
	}
	if len(gone) > 0 && (does == Tests || does == Absence) { // is_ok_and, forall
		m.asked(gone)
		gone = Value{{form: boolean, truth: does == Absence, depends: gone.depends() | gone.missing()}}
	}
	if len(rest) == 0 && len(v) > 0 {
		return gone
	}
	if len(arguments) == 0 {
		return v
	}
	tags := rest.sites()
	way := st
	if len(gone) > 0 {
		way = st.fork()
	}
	control := way.control
	way.control |= m.because(rest, len(gone) == 0)
	out := m.mappedBy(arguments[len(arguments)-1], rest, way)
	way.control = control
	if way != st {
		st.meet(way, st.fork())
	}
	if st.dead {
		return nil
	} else if way.dead {
		return gone
	}
	for n := range out {
		if out[n].form == unknown || out[n].form == boolean || out[n].form == sequence || out[n].form == record {
			out[n].sites = out[n].sites.with(tags)
		}
	}
	if len(out) == 0 {
		out = Value{{sites: tags, parts: []part{{any: true, frame: m.depth()}}}}
	}
	return append(gone, out...).compact()
}

// mappedBy runs the function that is given to be called with a value.
func (m *machine) mappedBy(a argument, v Value, st *state) Value {
	given := []argument{{value: v}}
	if len(a.value) == 1 && a.value[0].form == function {
		return m.invoke(a.value[0], a.node, given, st)
	}
	if use, named := m.namedUse(a.value, given, a.node); named {
		return m.use(use, a.node, nil, given, st)
	}
	if use, named := m.namedMethod(a.value); named && m.unit().kind(a.node) == parse.Name {
		return m.use(use, a.node, v, nil, st)
	}
	if a.node != 0 {
		return m.applied(a.node, v, st)
	}
	return nil
}

// namedUse returns what a function of a library does that a variable holds:
// find(name).map(parse), where parse is Integer::parseInt.
func (m *machine) namedUse(v Value, arguments []argument, n int32) (Use, bool) {
	if len(v) != 1 || v[0].form != unknown || v[0].name == "" || m.unit().kind(n) != parse.Name {
		return Use{}, false
	}
	return m.pick(m.unit().Words.Uses[v[0].name], arguments)
}

// namedMethod returns what a method does that a variable holds: find(name)?.let(parse),
// where parse is String::toInt.
func (m *machine) namedMethod(v Value) (Use, bool) {
	if len(v) != 1 || v[0].form != unknown {
		return Use{}, false
	}
	at := strings.LastIndexByte(v[0].name, '.')
	if at < 0 || !syntax.IsCapital(v[0].name) {
		return Use{}, false
	}
	return m.pick(m.unit().Words.Uses[v[0].name[at:]], nil)
}

// unnamed are what a function calls what it is given where it names no
// parameter.
var unnamed = []string{"_", "it", "$0", "$_", "{", "1", "_1"}

// applied gives a value to what is written short for a function: _.toInt,
// Int.init, Integer::parseInt, it.trim().
func (m *machine) applied(n int32, v Value, st *state) Value {
	for _, placeholder := range unnamed {
		if m.holdsName(n, placeholder) {
			in := st.fork()
			in.scope.vars.put(placeholder, v)
			out := m.quiet(n, in)
			st.dead, st.consults = in.dead, st.consults|in.consults
			return out
		}
	}
	if does := m.referred(n, true); does != nil {
		return does(n, v, st)
	}
	return nil
}

// holdsName reports whether a name is in an expression.
func (m *machine) holdsName(n int32, name string) bool {
	u := m.unit()
	return u.holds(n, parse.Name, func(n int32) bool { return u.at(n) == name })
}

// isShort reports whether an expression is a function of Scala in short, _.toInt, and not given one
// to something that it calls, as a.exists(_.b) is. It is looked into as deep as nodes are asked.
func (u *Unit) isShort(n int32, depth int) bool {
	if u.kind(n) == parse.Name {
		return u.at(n) == "_"
	}
	if depth == mostAsked || u.kind(n) == parse.Lambda {
		return false
	}
	called := u.kind(n) == parse.Call
	for i, c := range u.children(n) {
		if (!called || i == 0 || u.kind(c) == parse.Name) && u.isShort(c, depth+1) {
			return true
		}
	}
	return false
}
