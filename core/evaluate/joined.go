package evaluate

import (
	"bytes"

	"inzicht/core/parse"
)

// hasStrings reports whether a file of C++ works with objects that are texts, which a
// plus joins: of pointers to them it makes others.
func (u *Unit) hasStrings() bool {
	u.stringing.Do(func() {
		src := u.Tree.File.Src
		u.strings = bytes.Contains(src, []byte("std::string")) || bytes.Contains(src, []byte("QString")) || bytes.Contains(src, []byte("using namespace std"))
	})
	return u.strings
}

// concat joins two texts.
func (m *machine) concat(a, b Value) Value {
	if len(a) == 0 {
		a = unknownValue
	}
	if len(b) == 0 {
		b = unknownValue
	}
	out := make(Value, 0, min(len(a)*len(b), mostAlternatives))
	for i := range a {
		for j := range b {
			if len(out) == mostAlternatives {
				return out
			}
			x, y := &a[i], &b[j]
			out = append(out, alt{form: text, parts: joinedParts(x.asParts(), y.asParts()), depends: x.depends | x.missing | y.depends | y.missing})
		}
	}
	return out
}

// concatAll joins a value with each of the arguments, in their order.
func (m *machine) concatAll(v Value, arguments []argument) Value {
	for _, a := range arguments {
		v = m.concat(v, a.value)
	}
	return v
}

// piped runs a |> f(b): f(a, b).
func (m *machine) piped(left, right int32, st *state) Value {
	u := m.unit()
	v := m.eval(left, st)
	if u.kind(right) == parse.Switch && !st.dead { // x |> case do
		m.subject = v
		return m.eval(right, st)
	}
	if st.dead || u.kind(right) != parse.Call {
		m.eval(right, st)
		return Value{loose(v, anything(m.depth()))}
	}
	arguments := append([]argument{{value: v}}, m.arguments(right, st)...)
	return m.called(right, u.Tree.Child(right, 0), arguments, st)
}

// passes notes that a value is used for what it is.
func (m *machine) passes(v Value) {
	if m.focus != nil {
		return
	}
	for _, s := range v.sites() {
		m.reads[s].Passed = true
	}
}

// mostParts bounds how many pieces a text has; what comes behind is anything.
const mostParts = 40

// joinedParts returns the pieces of two texts as those of one.
func joinedParts(a, b []part) []part {
	if len(a) >= mostParts {
		return a
	}
	out := make([]part, 0, len(a)+len(b))
	out = append(append(out, a...), b...)
	if len(out) >= mostParts {
		out = append(out[:mostParts-1], part{any: true, frame: out[0].frame})
	}
	return out
}
