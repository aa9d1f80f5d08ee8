package evaluate

import (
	"slices"

	"inzicht/core/parse"
)

// How a function is run: the variables round it, its arguments, what it gives.

// outerOf returns the variables round a function that is not within another.
//
//go:noinline
func (m *machine) outerOf(fn *Func) *scope { return m.globalsOf(fn.Unit) }

// globalsOf returns the variables of a file.
func (m *machine) globalsOf(u *Unit) *scope {
	if u == m.u {
		return m.globals
	}
	if m.others == nil {
		m.others = map[*Unit]*other{}
	}
	o := m.others[u]
	if o == nil {
		o = &other{scope: newScope(nil, u)}
		m.others[u] = o
		m.runOther(u, o.scope)
		o.begun = o.scope.vars.forked()
	}
	return o.scope
}

// other is another file whose functions are run.
type other struct {
	scope *scope
	begun *variables // what it held before any of its functions was run
}

// begin has other files hold what they did before any of their functions was run:
// what one variable is to them concerns no other.
func (o *other) begin() {
	if o.begun != nil {
		o.scope.vars = o.begun.forked()
	}
}

// runOther runs what is outside functions in another file.
func (m *machine) runOther(u *Unit, scope *scope) {
	focus, frames, tries, exits, context := m.focus, m.frames, m.tries, m.exits, m.context
	m.focus, m.tries, m.exits = nil, nil, nil
	m.context = -1 << 20
	m.frames = []*frame{{unit: u, context: m.context}}
	steps, settings := m.steps, len(m.settings)
	m.steps = max(0, mostOfRun-5_000)
	m.block(0, &state{scope: scope})
	m.steps, m.settings = steps, m.settings[:settings] // its variables are none of who asks it
	m.focus, m.frames, m.tries, m.exits, m.context = focus, frames, tries, exits, context
}

// within returns the context of a call in the present one.
func (m *machine) within(n int32) int32 {
	key := chain{m.context, n, m.round}
	if m.chains[key] == 0 {
		m.chains[key] = int32(len(m.chains) + 1)
	}
	return m.chains[key]
}

// run runs a function with arguments. It reports false where it would lead too
// deep.
func (m *machine) run(fn *Func, c *closure, n int32, arguments []argument, st *state) (Value, bool) {
	if list := fn.clauses(); list != nil {
		return m.runClauses(list, c, n, arguments, st)
	}
	return m.runOne(fn, c, n, arguments, st)
}

// runOne is run for one of the ways in which a function may be written.
func (m *machine) runOne(fn *Func, c *closure, n int32, arguments []argument, st *state) (Value, bool) {

	if len(m.frames) > deepest || fn.Body == 0 || m.isRunning(fn, arguments) || !m.tick() {
		return nil, false
	}
	m.runs++
	if fn.Unit == m.u {
		m.ran[fn.Node] = true
	}
	if m.unit() == m.u {
		m.seen[n] = true
	}
	if c.self != nil && m.focus == nil && !(fn.Owner != nil && isConstructor(fn)) && m.frames[0].self != c.self { // and not itself
		m.asks[c.self] = true
	}
	if len(c.bound) > 0 {
		arguments = slices.Concat(c.bound, arguments)
	}
	back := m.context
	m.context = m.within(n)
	fr := &frame{fn: fn, unit: fn.Unit, call: n, made: c.made, from: st, context: m.context, self: c.self, class: fn.class, of: c.of, arguments: arguments}
	in := &state{scope: newScope(m.live(c.outer, st), fn.Unit), control: st.control, consults: st.consults}
	in.scope.frame = fr
	m.frames = append(m.frames, fr)
	exits, round := m.exits, m.round
	m.exits, m.round = nil, 0
	m.bind(fn, arguments, in)
	v := m.body(fn, in)
	m.typedResult(fn, v)
	m.exits, m.round = exits, round
	m.frames = m.frames[:len(m.frames)-1]
	m.context = back
	m.gaveBack = fr.returns
	if m.fell = !in.dead; m.fell {
		if fr.got {
			v = join(fr.returns, v.dependent(in.control&^st.control))
		}
		st.consults |= in.consults
		if fr.after != nil {
			st.consults |= fr.after.consults
		}
		return v, true
	}
	if !fr.got && m.focus == nil && fn.Unit != m.u && fn.Owner != nil && fn.isLong() { // more than is known may happen in it
		return Value{anything(m.depth())}, true
	}
	if !fr.got {
		st.dead = true
		return nil, true
	}
	st.consults |= fr.after.consults
	return fr.returns, true
}

// isRunning reports whether a function is running, and would call itself with what it was
// given before. One that is given ever less of a list comes to an end.
func (m *machine) isRunning(fn *Func, arguments []argument) bool {
	count := 0
	for _, fr := range m.frames {
		if fr.fn == fn && !givesLess(fr.arguments, arguments) {
			count++
		}
	}
	return count > 1
}

// givesLess reports whether one of the lists that a function is given is shorter than before.
func givesLess(before, now []argument) bool {
	for i := range min(len(before), len(now)) {
		b, n := before[i].value, now[i].value
		if len(b) == 1 && len(n) == 1 && b[0].form == sequence && n[0].form == sequence && len(n[0].list) < len(b[0].list) {
			return true
		}
	}
	return false
}

// body runs the body of a function, and returns what its last expression gives
// where a function returns that.
func (m *machine) body(fn *Func, st *state) Value {
	if fn.recovers() {
		return m.bodyRecovered(fn, st)
	}
	return m.bodyItself(fn, st)
}

// bodyItself is body for a function in which what panics ends it.
func (m *machine) bodyItself(fn *Func, st *state) Value {
	u := fn.Unit
	m.declareResults(fn, st)
	for _, s := range fn.before {
		if !m.initialises(fn, s, st) && !m.setsField(fn, s, st) {
			m.exec(s, st)
		}
	}
	v := m.exec(fn.Body, st)
	if st.dead {
		return nil
	}
	if result, set := st.scope.vars.get(u.Words.Result); set && u.Words.Result != "" {
		v = result
	}
	if u.kind(fn.Body) != parse.Block || u.Words.Returns {
		last := fn.Body
		if u.kind(last) == parse.Pair { // , do: a
			last = u.lastChild(last)
		}
		m.tail(v, last, st)
		return v
	}
	return Value{{form: nothing}}
}

// tail notes what a function gives without a return.
func (m *machine) tail(v Value, at int32, st *state) {
	control := st.control
	st.control |= v.depends()
	m.replacing(nil, v, slot{m.frame().context, ""}, st, at)
	st.control = control
}

// longMethod is from how many tokens on it is not believed of a method of another file that
// it never gives anything.
const longMethod = 100

func (fn *Func) isLong() bool {
	node := fn.Unit.Tree.Nodes[fn.Node]
	return node.To-node.From > longMethod
}
