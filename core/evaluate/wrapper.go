package evaluate

import (
	"slices"

	"inzicht/core/parse"
)

// wrapper runs (a), await a, a as T, a!, a?.
func (m *machine) wrapper(n int32, st *state) Value {
	u := m.unit()
	list := u.children(n)
	if len(list) == 0 {
		return nil
	}
	last := list[len(list)-1]
	if u.kind(last) == parse.Function && len(list) > 1 {
		return m.decorated(list[:len(list)-1], last, st)
	}
	if u.kind(last) == parse.Declare && len(list) > 1 && m.isDecorator(list[0]) {
		return m.decoratedField(list[:len(list)-1], last, st)
	}
	for _, c := range list[:len(list)-1] {
		m.eval(c, st)
	}
	if u.at(n) == "try" && u.next(n) == "?" {
		return m.attempt(last, st)
	}
	v := m.quiet(last, st)
	if st.dead {
		return nil
	}
	if u.Words.Pointers && u.Tree.File.Is(int(u.Tree.Nodes[n].From), "*") {
		if character, known := m.firstCharacter(v); known {
			return character
		}
	}
	if u.at(n) == "as" && u.next(n) == "?" && m.isObjects(v) {
		return m.castTo(v, u.Tree.File.Text(int(u.Tree.Nodes[n].To)-1), st)
	}
	end := u.Tree.File.Text(int(u.Tree.Nodes[n].To) - 1)
	if u.at(n) == "++" {
		if sum, known := m.added(v, Value{{form: number, parts: []part{{text: "1"}}}}); known {
			m.assignFrom(list[0], sum, st)
			return v
		}
	}
	if op := u.at(n); op == "return" {
		return v
	} else if u.Words.Leaves != "" && (op == u.Words.Leaves || op == "?.") { // try x
		return m.leaveBy(v, st)
	} else if op != end {
		if kind := castKinds[op]; kind != "" || u.Tree.File.Is(int(u.Tree.Nodes[n].From), "(") && castOf(u, n) != "" {
			if kind == "" {
				kind = castOf(u, n)
			}
			if kind == "boolean" && !u.Words.Raises { // of a text: whatever is not empty
				m.noteForm(v, kind, Presence)
				return m.presence(v, false)
			}
			if kind == "text" { // of PHP, in which nothing becomes an empty text
				if m.focus != nil && v.missing() != 0 {
					return m.convertMissing(v, alt{form: text})
				}
				return v
			}
			m.noteKind(v, kind)
			if m.focus != nil && v.missing() != 0 {
				return m.convertMissing(v, alt{form: number, parts: []part{{text: "0", frame: m.depth()}}})
			}
		}
		return v
	}
	switch {
	case end == u.Words.Leaves && end != "":
		return m.leaveBy(v, st)
	case end == u.Words.Forces && end != "":
		return m.force(v, st)
	case end == "++" || end == "--":
		m.assign(list[0], Value{anything(m.depth())}, st, 0)
		return Value{anything(m.depth())}
	}
	return v
}

// firstCharacter returns what a pointer of C points to that is a text which is known: zero at its end, else something.
func (m *machine) firstCharacter(v Value) (Value, bool) {
	s, plain := v.plain()
	switch {
	case m.valued == nil || !plain || v[0].form != text:
		return nil, false
	case s == "":
		return Value{{form: number, parts: []part{{text: "0", frame: m.depth()}}, depends: v.depends()}}, true
	}
	return Value{{form: number, name: some, depends: v.depends()}}, true
}

// attempt gives what an expression gives, and nothing where that fails: try? x.
func (m *machine) attempt(n int32, st *state) Value {
	v, t := m.trying(func() Value { return m.quiet(n, st) })
	if t.state == nil {
		return v
	}
	st.consults |= t.state.consults
	gone := Value{{form: nothing, depends: t.dep, missing: t.dep}}
	if st.dead {
		st.dead = false
		return gone
	}
	return join(v, gone)
}

// decorated defines a function, and hands it to what its decorators give: what
// those note of it may be read later.
func (m *machine) decorated(decorators []int32, fn int32, st *state) Value {
	var calls Value
	var nodes []int32
	for _, c := range decorators {
		if v := m.eval(c, st); v.isFunction() {
			calls, nodes = append(calls, v[0]), append(nodes, c)
		}
	}
	v := m.exec(fn, st)
	if st.dead || m.unit().byNode[fn] == nil {
		return v
	}
	given := Value{{form: function, fn: &closure{unit: m.unit(), node: fn, outer: st.scope}}}
	for i, call := range slices.Backward(calls) {
		made := m.invoke(call, fn, []argument{{value: given}}, st)
		if made.isFunction() && made[0].fn.unit != m.u && !st.dead { // who calls the function calls that
			m.invoke(made[0], nodes[i], nil, st.fork())
		}
	}
	return v
}

// isDecorator reports whether a node is a decorator of what follows it.
func (m *machine) isDecorator(n int32) bool {
	u := m.unit()
	return u.kind(n) == parse.Wrapper && u.Tree.File.Is(int(u.Tree.Nodes[n].From), "@")
}

// decoratedField declares a field, and gives its name to what its decorators make: what
// those read is read for the field.
func (m *machine) decoratedField(decorators []int32, field int32, st *state) Value {
	u := m.unit()
	v := m.exec(field, st)
	name := u.at(u.Tree.Child(field, 0))
	for _, c := range slices.Backward(decorators) {
		call := m.eval(c, st)
		if st.dead {
			return nil
		}
		if _, asks := u.Asked[u.Tree.Child(c, 0)]; asks && (u.lastChild(field) == u.Tree.Child(field, 0) || !m.hasValue(u.Tree.Child(field, 0), u.lastChild(field))) { // @Value("${GATE_URL}") String url
			m.declareTo(u.Tree.Child(field, 0), call, st, u.Tree.Child(c, 0))
		}
		if fn := call.wraps(); fn != nil {
			m.run(fn, m.closureOf(fn, call[0].members), u.Tree.Child(c, 0), nil, st.fork())
		} else if call.isFunction() {
			m.invoke(call[0], u.Tree.Child(c, 0), []argument{{value: Value{anything(m.depth())}}, {value: textOf(name, m.depth())}}, st.fork())
		}
	}
	return v
}

// Wrapped is what Swift asks of what is before a field for the value of the field.
const Wrapped = "wrappedValue"

// wraps returns what an object gives as the value of a field that it stands before, or nil:
// @Env("GATE_URL") var url: String.
func (v Value) wraps() *Func {
	if len(v) != 1 || v[0].members == nil {
		return nil
	}
	return v[0].members.of.method(Wrapped)
}

var castKinds = map[string]string{"int": "integer", "integer": "integer", "float": "number", "double": "number", "bool": "boolean", "boolean": "boolean", "string": "text"}

// castOf returns the kind of (int) x, or "".
func castOf(u *Unit, n int32) string {
	f, node := u.Tree.File, u.Tree.Nodes[n]
	i := int(node.From)
	if f.Is(i, "(") && f.Mate(i) == i+2 && int(node.To) > i+3 {
		return castKinds[f.Text(i+1)]
	}
	return ""
}

// leavesInPeace has a function return nothing where what it asks for with ? is
// nothing, which is no error.
func (m *machine) leavesInPeace(v Value, st *state) bool {
	if m.focus == nil || m.unit().Words.Leaves != "?" || !v.allNothing() || v[0].held {
		return false
	}
	m.focus.tested |= v.depends() | v.missing()
	m.returning(v, 0, st)
	if len(m.frames) == 1 {
		m.ended(st)
	}
	st.dead = true
	return true
}

// leaveBy leaves a function with an error, where a value is one, for its caller to handle; where
// nobody calls it that is the end.
func (m *machine) leaveBy(v Value, st *state) Value {
	if m.leavesInPeace(v, st) {
		return nil
	}
	var failed, out Value
	for _, x := range v {
		if x.form == failure && x.name != notNumber {
			failed = append(failed, x)
		} else {
			out = append(out, x)
		}
	}
	if m.focus == nil || len(m.frames) == 1 || len(failed) == 0 {
		return m.force(v, st)
	}
	if len(out) > 0 {
		m.returning(failed, 0, st.fork())
		return m.force(out, st)
	}
	st.control |= failed.depends() | failed.missing()
	m.returning(failed, 0, st)
	st.dead = true
	return nil
}

// force stops where a value is nothing or an error.
func (m *machine) force(v Value, st *state) Value {
	var out Value
	var dep mask
	fails := false
	for _, x := range v {
		if x.form == nothing && x.held && m.unit().Words.Leaves == "?" { // of an option turned inside out: Ok(None)
			if x.held = false; m.focus != nil {
				m.focus.tested |= x.depends | x.missing
			}
			out = append(out, x)
		} else if x.form == nothing || x.form == failure && x.name != notNumber {
			fails = true
			dep |= x.depends | x.missing
		} else {
			out = append(out, x)
		}
	}
	if !fails {
		return out
	}
	if len(out) == 0 {
		m.fail(st, dep, "")
		return nil
	}
	m.fail(st.fork(), dep, "")
	return out
}
