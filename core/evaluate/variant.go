package evaluate

import (
	"slices"
	"strconv"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// A type may list what its values are: type Read = Found of string | Missing of string. What
// makes one of them is written like a call, and so is the pattern that it fits.

// Variants says how the values of such types are written.
type Variants uint8

// The ways.
const (
	NoVariants Variants = iota
	Named               // Found v, Found(v), Read::Found(v)
	Dotted              // .found(v), Read.found(v)
)

// errorVariants are the values of the types of a library that say that something failed, and
// plainVariants those that hold what there is.
var (
	errorVariants = []string{"Error", "Err", "Left", "failure"}
	plainVariants = []string{"Ok", "Some", "Just", "Right", "success", "some"}
)

// variantOf returns the value of such a type that is made of what is given.
func (m *machine) variantOf(callee int32, arguments []argument) (Value, bool) {
	u := m.unit()
	if !u.isVariant(callee) {
		return nil, false
	}
	name := u.at(callee)
	switch {
	case slices.Contains(errorVariants, name):
		return Value{{form: failure, name: "error"}}, true
	case slices.Contains(plainVariants, name) && len(arguments) == 1:
		return arguments[0].value, true
	}
	r := &members{variant: name, open: true}
	for i, a := range arguments {
		m.passes(a.value)
		r.set(strconv.Itoa(i), a.value)
	}
	return Value{{form: record, members: r}}, true
}

// variant returns which value of such a type one alternative is, or "".
func (x alt) variant() string {
	if x.members == nil {
		return ""
	}
	return x.members.variant
}

// isBare reports whether a value of such a type holds nothing.
func (x alt) isBare() bool {
	_, holds := x.members.get("0")
	return !holds
}

// isVariant reports whether a node names what makes a value of such a type.
func (u *Unit) isVariant(n int32) bool {
	if u.Words.Variants == NoVariants {
		return false
	}
	kind, name := u.kind(n), u.at(n)
	if kind != parse.Name && kind != parse.Member || u.classes[name] != nil {
		return false
	}
	if next := u.Tree.File.Text(int(u.Tree.Nodes[n].To)); next == "." || next == "::" { // of a type or a module
		return false
	}
	if u.Words.Variants == Named && u.Tree.File.Is(int(u.Tree.Nodes[n].At)-1, "::") {
		return syntax.IsCapital(name) && strings.ToUpper(name) != name
	}
	if len(u.funcs[name]) > 0 {
		return false
	}
	object := u.Tree.Child(n, 0)
	ofClass := object != 0 && u.kind(object) == parse.Name && u.classes[u.at(object)] != nil
	if u.Words.Variants == Dotted {
		return kind == parse.Member && !syntax.IsCapital(name) && (object == 0 || ofClass && u.classes[u.at(object)].methods[name] == nil)
	}
	return syntax.IsCapital(name) && strings.ToUpper(name) != name && (kind == parse.Name || ofClass)
}

// fitVariant fits a value of such a type to a pattern that names one, with what it was made of. It
// reports may for any other value.
func (m *machine) fitVariant(p int32, x alt, st *state, depth int) truth {
	u := m.unit()
	if x.variant() == "" {
		return may
	}
	named, list := p, []int32(nil)
	if u.kind(p) == parse.Call {
		named, list = u.Tree.Child(p, 0), u.children(p)[1:]
	}
	if strings.TrimPrefix(u.at(named), ".") != x.variant() {
		return no
	}
	result := yes
	for i, c := range list {
		given, known := x.members.get(strconv.Itoa(i))
		if !known || len(given) == 0 {
			given = Value{anything(m.depth())}
		}
		if result = joinedTruth("and", result, m.fitAny(c, given, st, depth)); result == no {
			break
		}
	}
	return result
}

// fitAny fits any alternative of a value to a pattern.
func (m *machine) fitAny(p int32, v Value, st *state, depth int) truth {
	one := no
	for _, x := range v {
		if t := m.fit(p, x, st, depth+1); t == yes || t == may && one == no {
			one = t
		}
	}
	return one
}

// firstOfVariants returns a value with what values of such types were made of first in their place.
func (v Value) firstOfVariants() (out Value) {
	for _, x := range v {
		if x.variant() == "" {
			out = append(out, x)
		} else if first, known := x.members.get("0"); known {
			out = append(out, first...)
		}
	}
	return out
}

// either gives an error to one function and a value to another.
func (m *machine) either(n int32, arguments []argument, st *state) Value {
	var failed, plain Value
	for _, x := range arguments[2].value {
		if x.form == failure {
			failed = append(failed, x)
		} else {
			plain = append(plain, x)
		}
	}
	m.asked(arguments[2].value)
	way, other := st.fork(), st.fork()
	var v, w Value
	if len(failed) > 0 {
		way.control |= m.because(failed, len(plain) == 0)
		if u := m.unit(); u.Words.Stops[u.at(arguments[0].node)] {
			m.stop(way, 0)
		} else if f := arguments[0].value; f.isFunction() {
			v = m.invoke(f[0], n, []argument{{value: failed}}, way)
		}
	}
	if w = plain; arguments[1].value.isFunction() && len(plain) > 0 {
		w = m.invoke(arguments[1].value[0], n, []argument{{value: plain}}, other)
	}
	switch {
	case len(failed) == 0:
		st.meet(other, other)
		return w
	case len(plain) == 0:
		st.meet(way, way)
		return v
	}
	return st.meetWhere(true, other, way, w, v)
}
