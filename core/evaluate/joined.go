package evaluate

import (
	"bytes"
	"strings"

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

// format fills a format with what is known of its arguments.
func (m *machine) format(f Value, arguments []Value) Value {
	var out Value
	for _, x := range f {
		rows := Value{{form: text, depends: x.depends | x.missing}}
		next := 0
		for _, p := range x.parts {
			if p.any {
				rows = m.concat(rows, Value{{parts: []part{p}}})
				continue
			}
			s := p.text
			for s != "" {
				i := strings.IndexAny(s, "%{")
				if i < 0 {
					rows = m.concat(rows, Value{{form: text, parts: []part{{text: s, frame: p.frame}}}})
					break
				}
				end := directiveEnd(s, i)
				rows = m.concat(rows, Value{{form: text, parts: []part{{text: s[:i], frame: p.frame}}}})
				if s[i:end] == "%%" {
					rows = m.concat(rows, Value{{form: text, parts: []part{{text: "%", frame: p.frame}}}})
				} else {
					argument := Value{anything(m.depth())}
					if next < len(arguments) {
						argument = arguments[next]
					}
					next++
					rows = m.concat(rows, argument)
				}
				s = s[end:]
			}
		}
		out = append(out, rows...)
	}
	return out
}

// directiveEnd returns where a directive of a format ends that begins at i.
func directiveEnd(s string, i int) int {
	if s[i] == '{' {
		if close := strings.IndexByte(s[i:], '}'); close > 0 {
			return i + close + 1
		}
		return i + 1
	}
	for j := i + 1; j < len(s); j++ {
		if c := s[j]; c == '%' || c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' {
			return j + 1
		}
		if s[j] == '(' {
			if close := strings.IndexByte(s[j:], ')'); close > 0 {
				j += close
			}
		}
	}
	return len(s)
}

// formatArguments returns what is behind the % of a format.
func (m *machine) formatArguments(right int32, v Value) []Value {
	if len(v) == 1 && v[0].form == sequence {
		return v[0].list
	}
	return []Value{v}
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
