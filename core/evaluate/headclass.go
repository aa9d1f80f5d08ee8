package evaluate

import (
	"slices"

	"inzicht/core/parse"
)

// Classes whose heads take what an object is made of: class A(val b: String) { init { … } },
// record A(String b) { A { … } }. Their bodies are run with that.

// fillsBody runs what the body of a class does with what an object is made of, and gives the
// object the fields that come of it.
func (m *machine) fillsBody(c *Class, r *members, arguments []argument, n int32, st *state) {
	if len(c.params) == 0 || len(m.frames) > deepest || !slices.ContainsFunc(arguments, func(a argument) bool {
		return a.value.carries() || a.value.missing() != 0 || a.value.depends() != 0
	}) {
		return
	}
	body := c.withHead()
	if len(body) == 0 {
		return
	}
	back := m.context
	m.context = m.within(n)
	m.frames = append(m.frames, &frame{unit: c.Unit, class: c, self: r, context: m.context, call: n})
	in := &state{scope: newScope(m.globalsOf(c.Unit), c.Unit), control: st.control, consults: st.consults}
	for _, p := range c.params {
		if v, known := r.get(p.name); known {
			in.scope.vars.put(p.name, v)
		}
	}
	for _, s := range body {
		if in.dead || !m.tick() {
			break
		}
		m.fillsField(s, r, in)
	}
	m.frames = m.frames[:len(m.frames)-1]
	m.context = back
	if st.consults |= in.consults; in.dead {
		st.dead = true
	}
}

// fillsField runs one statement of such a body.
func (m *machine) fillsField(s int32, r *members, st *state) {
	u := m.unit()
	list := u.children(s)
	if u.kind(s) != parse.Declare || len(list) != 2 || u.kind(list[0]) != parse.Name {
		m.statement(s, st)
		return
	}
	if v := m.quiet(list[1], st); !st.dead {
		r.set(u.at(list[0]), v)
		st.scope.vars.put(u.at(list[0]), v)
	}
}

// withHead returns the statements in the body of a class that do something with what its head takes.
func (c *Class) withHead() []int32 {
	c.heading.Do(func() {
		u := c.Unit
		body := u.lastChild(c.Node)
		if u.kind(body) != parse.Block {
			return
		}
		list := u.children(body)
		for i, s := range list {
			switch k := u.kind(s); {
			case k == parse.Block && i > 0 && u.kind(list[i-1]) == parse.Name && u.at(list[i-1]) == c.Name, // A { … }, in record A
				k == parse.Call && u.calleeName(u.Tree.Child(s, 0)) == "init" && u.kind(u.lastChild(s)) == parse.Lambda: // init { … }
				c.body = append(c.body, u.statementsOf(s)...)
			case (k == parse.Declare || k == parse.If || k == parse.Throw || k == parse.Call) && c.asksHead(s):
				c.body = append(c.body, s)
			}
		}
	})
	return c.body
}

// statementsOf returns the statements of a block, or of one that is given to a call.
func (u *Unit) statementsOf(n int32) []int32 {
	if u.kind(n) == parse.Call {
		n = u.lastChild(n)
	}
	if body := u.lastChild(n); u.kind(n) == parse.Lambda && u.kind(body) == parse.Block {
		n = body
	}
	return u.children(n)
}

// asksHead reports whether what the head of a class takes is named in a node.
func (c *Class) asksHead(n int32) bool {
	return c.Unit.holds(n, parse.Name, func(name int32) bool {
		return slices.ContainsFunc(c.params, func(p param) bool { return p.name == c.Unit.at(name) })
	})
}
