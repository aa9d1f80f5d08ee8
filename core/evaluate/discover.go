package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// discover runs everything with each variable set or not.
func (m *machine) discover() {
	before := m.left
	defer func() { m.spent = before - m.left }()
	m.begin()
	m.offering.exported, m.offering.tops = m.u.exported(), m.u.tops()
	m.borrowFields(m.apart())
	m.enter(nil)
	var ofConstants []*Func
	for _, fn := range m.u.list {
		if fn.concerned && m.u.isFirst(fn) {
			m.enter(&closure{unit: m.u, node: fn.Node, outer: m.globals})
		}
	}
	for _, fn := range m.u.list {
		switch {
		case !fn.concerned || fn.within != nil || m.ran[fn.Node] && (m.u.kind(fn.Node) == parse.Lambda || fn.Name == "__get__") || m.inRounds[fn.Node]:
		case fn.class != nil && len(m.constants(fn.class)) > 0:
			ofConstants = append(ofConstants, fn)
		default:
			m.enter(&closure{unit: m.u, node: fn.Node, outer: m.globals})
		}
	}
	m.drain()
	for _, fn := range m.u.reading(ofConstants) { // of those that the file asks itself it is known what for
		m.enter(&closure{unit: m.u, node: fn.Node, outer: m.globals})
	}
	m.drain()
	m.usually()
	m.adopt()
	m.followGlobals()
	m.enterGivers()
	m.sweep()
}

// reading returns, of the methods of enumerations, those that read themselves. What others
// make of that is not known of a constant that nothing asks for it; where none reads itself,
// it is all of them.
func (u *Unit) reading(methods []*Func) (list []*Func) {
	itself, begins := map[*Class]bool{}, u.begins()
	for _, fn := range methods {
		if u.holdsOne(fn.Node, begins) {
			itself[fn.class] = true
		}
	}
	for _, fn := range methods {
		if !itself[fn.class] || u.holdsOne(fn.Node, begins) {
			list = append(list, fn)
		}
	}
	return list
}

// begins returns where the reads of the file begin, in order.
func (u *Unit) begins() (list []int) {
	for at := range u.Access { // sorted below
		list = append(list, int(u.Tree.Nodes[at].From))
	}
	slices.Sort(list)
	return list
}

// holdsOne reports whether one of some places, in order, lies in a node.
func (u *Unit) holdsOne(n int32, places []int) bool {
	at, _ := slices.BinarySearch(places, int(u.Tree.Nodes[n].From))
	return at < len(places) && places[at] < int(u.Tree.Nodes[n].To)
}

// usually runs the functions that are given a part of what they read with what their
// parameters have where nothing is given.
func (m *machine) usually() {
	asked := map[*Func]bool{}
	for _, r := range slices.Clone(m.reads) {
		fn := r.Outer
		if fn == nil || asked[fn] || !fn.hasUsual() {
			continue
		}
		asked[fn] = true
		m.entries = append(m.entries, &entry{fn: &closure{unit: m.u, node: fn.Node, outer: m.globals}, usual: true})
		m.runEntry(len(m.entries) - 1)
	}
	m.drain()
}

// hasUsual reports whether a parameter of a function is a text where nothing is given.
func (fn *Func) hasUsual() bool {
	return fn.within == nil && slices.ContainsFunc(fn.params, func(p param) bool {
		text, known := "", false
		if p.fallback != 0 {
			text, known = fn.Unit.literal(p.fallback)
		}
		return known && text != ""
	})
}

// sweep finds the reads that no run came to, since it was sure to go another way.
func (m *machine) sweep() {
	var list []int32
	for n := range m.u.Access { // sorted below
		if !m.seen[n] {
			list = append(list, n)
		}
	}
	slices.Sort(list)
	m.left += fewSteps / 4
	loops := m.u.loops()
	if len(loops)*len(list) > mostLoops {
		loops = nil
	}
	functions := m.u.list
	if len(functions)*len(list) > mostLoops {
		functions = nil
	}
	for _, n := range list {
		st := m.apart()
		for _, l := range loops { // what they go through is not known here
			if m.u.isWithin(n, l) {
				st.scope.vars.put(m.u.loopName(l), Value{anything(m.depth())})
			}
		}
		for _, fn := range functions { // nor what they are given
			if m.u.isWithin(n, fn.Node) {
				for _, p := range fn.params {
					st.scope.vars.put(p.name, Value{anything(m.depth())})
				}
			}
		}
		m.access(n, m.u.Access[n], st)
	}
	left := m.left // for judging
	m.left = fewSteps / 4
	for n := range m.u.Tree.Nodes {
		if n := int32(n); m.u.kind(n) == parse.Call && !m.seen[n] && m.mayNameOne(n) {
			m.call(n, m.apart())
		}
	}
	m.left = left
}

// mostLoops bounds how many loops, and how many functions, are looked through for all reads that no
// run came to.
const mostLoops = 2_000_000

// loops returns the loops of the file.
func (u *Unit) loops() (list []int32) {
	for n := range u.Tree.Nodes {
		if u.kind(int32(n)) == parse.Loop {
			list = append(list, int32(n))
		}
	}
	return list
}

// loopName returns the first name of a loop.
func (u *Unit) loopName(loop int32) string {
	return u.targetName(u.Tree.Child(loop, 0))
}

// apart begins what is run by itself, with nothing known but what the file has.
func (m *machine) apart() *state {
	m.steps, m.nesting, m.entry = 0, 0, -1
	m.tries, m.exits, m.context = nil, nil, -1<<21
	m.frames = []*frame{{unit: m.u, context: m.context}}
	return &state{scope: newScope(m.globals, m.u)}
}

// mayNameOne reports whether a call gives the name of a variable to a function that reads it.
func (m *machine) mayNameOne(n int32) bool {
	u := m.u
	callee := u.Tree.Child(n, 0)
	if u.calleeName(callee) == "" || !slices.ContainsFunc(u.children(n)[1:], func(c int32) bool { return u.kind(c) == parse.Text }) {
		return false
	}
	list := u.funcsNamed(callee)
	return len(list) == 1 && list[0].named && list[0].concerned
}

// drain runs the functions within functions.
func (m *machine) drain() {
	for len(m.queue) > 0 && m.left > 0 {
		c := m.queue[0]
		m.queue = m.queue[1:]
		if fn := m.u.byNode[c.node]; m.calledHere[c.node] || m.ran[c.node] && fn != nil && fn.Name == "" {
			continue
		}
		m.enter(c)
	}
}

// enter runs a function by itself, with parameters of which nothing is known;
// nil runs the file.
func (m *machine) enter(c *closure) {
	e := &entry{fn: c}
	if c != nil {
		as := m.madeAs(c)
		if m.queued[as] {
			return
		}
		m.queued[as], m.queued[place{0, c.node}] = true, true
		m.variants[c.node]++
	}
	m.entries = append(m.entries, e)
	m.runEntry(len(m.entries) - 1)
}

// runEntry runs an entry, and says that its end was reached.
func (m *machine) runEntry(n int) {
	if m.left <= 0 {
		return
	}
	e := m.entries[n]
	m.entry, m.steps, m.nesting = n, 0, 0
	defer m.putBack()
	m.tries, m.exits, m.decisions = nil, nil, nil
	m.context = int32(-1 - n)
	st := &state{}
	fr := &frame{unit: m.u, context: m.context}
	if e.fn != nil {
		fr.call, fr.made = e.fn.made, e.fn.made
	}
	m.frames = []*frame{fr}
	if e.fn == nil {
		st.scope = m.globals
		m.block(0, st)
		if m.frame().got { // return [ … ]; of PHP
			m.show(Root{Of: RootDefault}, m.frame().returns, 0)
		}
		if !st.dead {
			m.ended(st)
		}
		return
	}
	fn := m.u.byNode[e.fn.node]
	if fn == nil || fn.Body == 0 {
		return
	}
	if m.undefined(fn) {
		return
	}
	fr.fn, fr.class, fr.self = fn, fn.class, e.fn.self
	if fr.class != nil {
		fr.self = m.fieldsOf(fr.class)
		context := m.context
		for i, constant := range m.constants(fr.class) { // of an enumeration
			m.context = context
			m.context = m.within(int32(-2 - i))
			fr.self, fr.context = constant, m.context
			if !m.asks[constant] {
				m.runFunction(fn, e, &state{})
			}
		}
		m.context, fr.context = context, context
	}
	if fr.class == nil || len(m.constants(fr.class)) == 0 {
		m.runFunction(fn, e, st)
	}
}

// constants returns the objects that an enumeration lists.
func (m *machine) constants(c *Class) (list []*members) {
	all, _ := m.fieldsOf(c).get("values()")
	for _, v := range all {
		for _, x := range v.list {
			if len(x) == 1 && x[0].members != nil && x[0].members.of == c && len(list) < mostRounds {
				list = append(list, x[0].members)
			}
		}
	}
	return list
}

// runFunction runs the body of an entry, of which nothing is given.
func (m *machine) runFunction(fn *Func, e *entry, st *state) {
	st.scope = newScope(m.outerNow(fn, e.fn), m.u)
	st.scope.frame = m.frame()
	m.bindReceiver(fn, st)
	if name := fn.plainReceiver(); name != "" {
		m.frame().of = Value{{parts: []part{{any: true, param: true}}}}
		st.scope.vars.put(name, m.frame().of)
	}
	for _, p := range fn.params {
		given := Value{{parts: []part{{any: true, param: true}}}}
		if e.usual && p.fallback != 0 {
			given = m.quiet(p.fallback, st)
		} else if p.fallback != 0 && m.readsWithin(p.fallback) { // what stands in where the caller gives nothing
			given = append(given, m.quiet(p.fallback, st)...)
		}
		if a := m.u.Access[p.node]; a != nil && a.Given != nil { // config: Config
			given = m.borrow(a.Given, p.node, st)
		}
		st.scope.vars.put(p.name, given)
		if fr := m.frame(); fr.self != nil && fn.Owner != nil && m.u.Using != nil && isConstructor(fn) && fn.Owner.isPromoted(fn, p) {
			fr.self.set(strings.TrimPrefix(p.name, "$"), given)
		}
		if fn.isMacro() {
			st.scope.vars.put("#"+p.name, given)
		}
		m.pattern(p, st)
	}
	if m.takesArguments(fn) {
		st.scope.vars.put(fn.Unit.Words.Arguments, Value{{parts: []part{{any: true, param: true}}}})
	}
	if len(fn.params) == 0 && fn.Name == "" {
		for _, name := range unnamed {
			st.scope.vars.put(name, Value{{parts: []part{{any: true, param: true}}}})
		}
	}
	if m.focus != nil {
		m.scopes[fn] = st.scope
	}
	v := m.body(fn, st)
	m.typedResult(fn, v)
	if m.focus == nil {
		m.noteMaking(fn, join(m.frame().returns, v))
	}
	m.showFunction(fn, v)
	if !st.dead {
		m.returning(v, fn.Body, st)
		m.ended(st)
	} else if m.focus != nil && !m.frame().got { // what is in it is not come to either
		m.closed[fn.Node] = true
	}
}

// outerNow returns the variables round a function: where a variable is unset,
// what the function round it made of them then.
func (m *machine) outerNow(fn *Func, c *closure) *scope {
	if now := m.scopes[fn.within]; m.focus != nil && fn.within != nil && now != nil && c.round == 0 && !c.apart {
		return now
	}
	return c.outer
}

// pattern binds what a parameter is taken apart to.
func (m *machine) pattern(p param, st *state) {
	if p.name != "" || p.node == 0 {
		return
	}
	m.bindAll(p.node, Value{{parts: []part{{any: true, param: true}}}}, st)
	if m.unit() == m.u && m.readsWithin(p.node) { // { a = process.env.A } = {}
		m.assign(p.node, Value{anything(m.depth())}, st, 0)
	}
}

// bindAnything binds all names of a pattern to what is not known.
func (m *machine) bindAnything(n int32, st *state) {
	m.bindAll(n, Value{anything(m.depth())}, st)
}

// bindAll binds all names of a pattern to a value.
func (m *machine) bindAll(n int32, v Value, st *state) {
	u := m.unit()
	if u.kind(n) == parse.Name {
		st.scope.vars.put(u.at(n), v)
	}
	for _, c := range u.children(n) {
		m.bindAll(c, v, st)
	}
}

// readsWithin is Unit.reads of the file that is run, remembered.
func (m *machine) readsWithin(n int32) bool {
	does, asked := m.reading[n]
	if !asked {
		if m.reading == nil {
			m.reading = map[int32]bool{}
		}
		does = m.u.reads(n)
		m.reading[n] = does
	}
	return does
}

// ended notes that a way has come to the end of the entry in peace.
func (m *machine) ended(st *state) {
	if m.focus != nil {
		m.focus.went |= st.consults
	}
}

// Constants returns the texts that a file gives names outside of functions, by
// name, and by class and name; "" where the text is not known.
func Constants(u *Unit) map[string]string {
	m := newMachine(u)
	m.begin()
	m.enter(nil)
	found := map[string]string{}
	m.globals.vars.each(func(name string, v Value) {
		found[name], _ = v.plain()
		if len(v) == 1 && v[0].form == record && v[0].members != nil && v[0].members.of == nil { // const K = { A: "…" }
			for _, member := range v[0].members.names {
				found[name+"."+member], _ = v[0].members.value[member].plain()
			}
		}
	})
	for _, c := range u.classes { // in any order
		m.ready(c)
		fields := m.fieldsOf(c)
		for _, name := range fields.names {
			found[c.Name+"."+name] = constantText(fields.value[name], c)
		}
	}
	return found
}

// constantText returns the text that a constant of a class is, or that an enumeration
// gives one: HOST("GATE_HOST"). It returns "" where there is none, or more.
func constantText(v Value, c *Class) string {
	text, plain := v.plain()
	if plain || len(v) != 1 || v[0].members == nil || v[0].members.of != c {
		return text
	}
	for _, field := range v[0].members.names {
		s, plain := v[0].members.value[field].plain()
		if field == ownName {
			continue
		}
		if !plain || text != "" && s != text {
			return ""
		}
		text = s
	}
	return text
}

// valueMembers are what constants of enumerations are asked for their texts by.
var valueMembers = map[string]bool{"value": true, "getValue": true, "rawValue": true, "key": true, "getKey": true, "Value": true, "variable": true, "env": true}

// isConstantRef reports whether a value is a constant of another file, whose text is not
// known yet.
func (v Value) isConstantRef() bool {
	return len(v) == 1 && v[0].form == unknown && len(v[0].parts) == 1 && strings.Contains(v[0].parts[0].ref, ".")
}
