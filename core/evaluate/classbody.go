package evaluate

import (
	"slices"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// defines runs the definition of a function within another.
func (m *machine) defines(n int32, st *state) {
	u := m.unit()
	fn := u.byNode[n]
	if fn == nil {
		return
	}
	m.definesMember(fn, st)
	if fn.within == nil {
		return
	}
	c := m.captured(n, st)
	if fn.Name != "" && fn.Owner == nil {
		st.scope.vars.put(fn.Name, Value{{form: function, fn: c}})
	}
	m.later(fn, c)
}

// definesMember gives a table a function that is defined as one of its members:
// function M.get(name).
func (m *machine) definesMember(fn *Func, st *state) {
	u := m.unit()
	at := int(u.Tree.Nodes[fn.Node].At)
	if fn.Owner != nil && !u.tableNames[fn.Owner.Name] || !u.isMember(fn) {
		return
	}
	v, _, _ := m.lookup(u.Tree.File.Text(at-2), st)
	if len(v) == 1 && v[0].members != nil && v[0].members.of == nil {
		v[0].members.set(fn.Name, m.functionValue(fn, nil))
	}
}

// mostConsidered is how often it is asked whether a function uses what was read
// round it.
const mostConsidered = 2

// usesRead reports whether a function mentions a variable of the function round
// it that holds what was read.
func (m *machine) usesRead(fn *Func, round *scope) bool {
	if len(m.reads) == 0 || round == nil || round == m.globals || m.considered[fn] >= mostConsidered {
		return false
	}
	m.considered[fn]++
	holding := round.vars.holding()
	if len(holding) == 0 {
		return false
	}
	m.considered[fn] = mostConsidered
	return m.mentions(fn, holding)
}

// captured returns a function together with the variables round it. In a loop over
// what is known each round has its own.
func (m *machine) captured(n int32, st *state) *closure {
	c := &closure{unit: m.unit(), node: n, outer: st.scope}
	c.made = m.madeByCall()
	c.apart = c.made != 0 && m.frames[0].fn == nil
	if m.rounding > 0 && m.focus == nil {
		own := *st.scope
		own.vars = st.scope.vars.forked()
		c.outer, c.round = &own, m.context
	}
	return c
}

// madeByCall returns the call of the file, outside of functions, that is running, or 0: in the
// body of a class, too.
func (m *machine) madeByCall() int32 {
	for i, fr := range m.frames {
		switch {
		case fr.unit != m.u && (i == 0 || fr.fn == nil):
			return 0
		case i > 0 && fr.fn != nil:
			return fr.call
		}
	}
	return 0
}

// mostMade bounds how many functions that several calls make of the same text are run.
const mostMade = 24

// madeAs returns by what it is known whether a function within a function was run: those of
// each round of a loop, and of each call of the file that makes one, are others.
func (m *machine) madeAs(c *closure) place {
	if c.round == 0 && c.apart && m.variants[c.node] < mostMade {
		return place{-c.made, c.node}
	}
	return place{c.round, c.node}
}

// definesMethod are what has a class of Ruby have a method of a name.
var definesMethod = map[string]bool{"define_method": true, "define_singleton_method": true}

// later has a function within a function run by itself, when that is done.
func (m *machine) later(fn *Func, c *closure) {
	if m.focus == nil && c.unit == m.u && !m.queued[m.madeAs(c)] && len(m.queue) < 2000 && (fn.concerned || m.usesRead(fn, c.outer)) {
		if c.round != 0 {
			m.inRounds[c.node] = true
		}
		m.queue = append(m.queue, c)
	}
}

// methodLater has a method of a class that stands within a function run by itself.
func (m *machine) methodLater(n int32, st *state) {
	if fn := m.unit().byNode[n]; fn != nil && fn.within != nil {
		m.later(fn, m.captured(n, st))
	}
}

// classValue defines a class where a value is wanted, and gives it: the class, or of object { … }
// what it is the class of.
func (m *machine) classValue(n int32, st *state) Value {
	m.classBody(n, st)
	c := m.unit().classAt(n)
	if c == nil || st.dead {
		return nil
	}
	if u := m.unit(); u.Tree.File.Is(int(u.Tree.Nodes[n].From), "object") {
		return m.make(c, nil, n, st)
	}
	return Value{{form: class, class: c}}
}

// classBody runs the body of a class: what its fields are given.
func (m *machine) classBody(n int32, st *state) {
	u := m.unit()
	c := u.classAt(n)
	if u.isOpened(n) {
		c = m.frame().class
	}
	if c == nil || len(m.frames) > deepest {
		return
	}
	m.began[n] = true
	key := chain{-2, n, 0}
	if m.chains[key] == 0 {
		m.chains[key] = int32(len(m.chains) + 1)
	}
	context := m.chains[key]
	m.frames = append(m.frames, &frame{unit: u, class: c, self: m.fieldsOf(c), context: context, call: n})
	in := &state{scope: newScope(st.scope, u), control: st.control, consults: st.consults}
	back := m.context
	m.context = context
	m.superFirst(c, st)
	u.Tree.Children(n, func(b int32) bool {
		if fallback := u.Tree.Child(b, 0); u.kind(b) == parse.Parameter && fallback != 0 && (u.reads(fallback) || u.callsReading(fallback, 0) || u.kind(fallback) == parse.Name && u.classes[u.at(fallback)].concernedItself()) { // class A(val b: T = c)
			m.setField(u.at(b), m.quiet(fallback, in), in, 0)
		}
		if u.kind(b) == parse.Block {
			list := m.statements(b)
			for _, i := range m.wantedOf(b, len(list)) {
				s, touches := list[i], len(m.touches)
				switch {
				case u.kind(s) == parse.Function:
					m.methodLater(s, st)
				case in.dead || !m.tick():
				case m.isAttribute(list, i):
					m.setField(u.at(s), m.quiet(list[i+1], in), in, 0)
				default:
					m.member(s, c, in)
				}
				m.indexUses(b, i, touches, len(list))
			}
		}
		return true
	})
	m.context = back
	m.frames = m.frames[:len(m.frames)-1]
	if !in.dead {
		st.consults |= in.consults
	}
}

// superFirst runs what the constructor of a class has the class do that it extends: that is
// done before its own fields are given what they have.
func (m *machine) superFirst(c *Class, st *state) {
	fn := c.constructor()
	if fn == nil || fn.Unit != m.unit() || len(c.bases) == 0 || fn.Unit.Words.OwnScopes || fn.Unit.Words.Quiet {
		return
	}
	call := c.Unit.superCall(fn)
	if call == 0 {
		return
	}
	own := m.frame()
	m.frames[len(m.frames)-1] = &frame{unit: own.unit, fn: fn, class: c, self: own.self, context: own.context, call: own.call}
	in := &state{scope: newScope(st.scope, c.Unit)}
	for _, p := range fn.params {
		given := Value{{parts: []part{{any: true, param: true}}}}
		if p.fallback != 0 {
			given = m.quiet(p.fallback, in)
		}
		in.scope.vars.put(p.name, given)
	}
	m.eval(call, in)
	m.frames[len(m.frames)-1] = own
}

// superCall returns the call with which a constructor begins that is one of the class above
// it, or 0: super(x), super.init(x), C() : base(x).
func (u *Unit) superCall(fn *Func) int32 {
	list := slices.Clone(fn.before)
	if fn.Body != 0 {
		list = append(append(list, fn.Body), u.children(fn.Body)...)
	}
	for _, c := range u.children(fn.Node) {
		if u.kind(c) == parse.Call {
			list = append(list, c)
		}
	}
	for _, n := range list[:min(len(list), mostBeforeSuper)] {
		callee := u.Tree.Child(n, 0)
		if u.kind(n) == parse.Call && (u.kind(callee) == parse.Name && isSuper(u.at(callee)) || u.kind(callee) == parse.Member && isSuper(u.at(u.Tree.Child(callee, 0)))) {
			return n
		}
	}
	return 0
}

// mostBeforeSuper bounds how many statements are looked through for that call.
const mostBeforeSuper = 8

// callsReading reports whether an expression calls a function of the file that may read
// the environment.
func (u *Unit) callsReading(n int32, depth int) bool {
	if callee := u.Tree.Child(n, 0); u.kind(n) == parse.Call {
		name := u.calleeName(callee)
		if other := u.outside(made{name, callee}); other != nil || slices.ContainsFunc(u.funcs[name], func(fn *Func) bool { return fn.concerned }) {
			return true
		}
	}
	return depth < mostAsked && slices.ContainsFunc(u.children(n), func(c int32) bool { return u.callsReading(c, depth+1) })
}

// ready runs the body of a class that is asked for something before it is come
// to.
func (m *machine) ready(c *Class) {
	if c.Unit != m.u {
		m.globalsOf(c.Unit)
		return
	}
	if c.Node == 0 || m.began[c.Node] {
		return
	}
	m.began[c.Node] = true
	m.frames = append(m.frames, &frame{unit: c.Unit, context: m.context})
	m.classBody(c.Node, &state{scope: newScope(m.globals, c.Unit)})
	m.frames = m.frames[:len(m.frames)-1]
}

// member runs a statement in the body of a class.
func (m *machine) member(s int32, c *Class, st *state) {
	u := m.unit()
	switch u.kind(s) {
	case parse.Assign:
		if target := u.Tree.Child(s, 0); u.kind(target) == parse.Name && u.at(s) == "=" {
			v := m.quiet(u.Tree.Child(s, 1), st)
			m.setField(u.at(target), v, st, u.Tree.Child(s, 1))
			m.described(u.at(target), v, u.Tree.Child(s, 1), c, st)
			return
		}
	case parse.Call: // A("AA"): one of an enumeration
		if m.isRunBlock(s) {
			m.eval(s, st)
			return
		}
		if callee := u.Tree.Child(s, 0); u.kind(callee) == parse.Name && (len(c.params)+len(c.methods) > 0 && syntax.IsCapital(u.at(callee)) || c.names()) {
			object := m.make(c, m.arguments(s, st), s, st)
			m.nameConstant(object, u.at(callee))
			m.setField(u.at(callee), object, st, 0)
			m.listed(c, object)
			return
		}
	case parse.Name:
		next := u.Tree.File.Text(int(u.Tree.Nodes[s].To))
		if c.concernedItself() && c.isEnumeration() && (next == "," || next == ";" || next == "}") {
			object := Value{{form: record, members: &members{of: c}}}
			m.nameConstant(object, u.at(s))
			m.setField(u.at(s), object, st, 0)
			m.listed(c, object)
		}
		return
	case parse.Case:
		return
	}
	m.exec(s, st)
	if target := u.Tree.Child(s, 0); u.kind(s) == parse.Declare && u.kind(target) == parse.Name { // note: str = Env()
		if v, known := m.fieldsOf(c).get(u.at(target)); known {
			m.described(u.at(target), v, u.lastChild(s), c, st)
		}
	}
}

// described runs what an attribute of a class gives that is asked for: of an object with
// __get__, which may be told its name before.
func (m *machine) described(name string, v Value, n int32, c *Class, st *state) {
	x, known := oneCollection(v)
	if !known || x.form != record || x.members.of == nil || x.members.of.method("__get__") == nil {
		return
	}
	owner := argument{value: Value{{form: class, class: c}}}
	if fn := x.members.of.method("__set_name__"); fn != nil {
		m.run(fn, m.closureOf(fn, x.members), n, []argument{owner, {value: textOf(name, m.depth())}}, st.fork())
	}
	get, found := x.members.of.method("__get__"), len(m.reads)
	m.run(get, m.closureOf(get, x.members), n, []argument{{value: Value{{form: record, members: m.fieldsOf(c)}}}, owner}, st.fork())
	m.saidHere(found, n, x.members.of.Name)
}

// saidHere notes that the names of the last reads are said where an attribute is declared,
// which a class answers for.
func (m *machine) saidHere(found int, n int32, class string) {
	for _, r := range m.reads[found:] {
		if r.Unit == m.unit() {
			r.Node, r.Through = n, class
		}
	}
}

// listed adds to what an enumeration holds.
func (m *machine) listed(c *Class, object Value) {
	all := m.fieldsOf(c)
	v, _ := all.get("values()")
	var list []Value
	if len(v) == 1 {
		list = v[0].list
	}
	all.set("values()", Value{{form: sequence, list: append(append([]Value{}, list...), object)}})
}
