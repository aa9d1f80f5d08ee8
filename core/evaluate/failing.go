package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// returns runs a return.
func (m *machine) returns(n int32, st *state) {
	u := m.unit()
	value := u.Tree.Child(n, 0)
	var v Value
	if word := u.at(n); u.Words.Stops[word] { // exit(1)
		if v := m.eval(value, st); inPeace(word, v, value != 0) {
			m.ended(st)
			st.dead = true
			return
		}
		m.stop(st, 0)
		return
	}
	if value != 0 && !(u.Words.Pointers && u.kind(value) == parse.Block && u.Tree.Child(value, 0) == 0) { // return {}
		v = m.quiet(value, st)
	} else {
		v = m.resultsNow(st)
	}
	if st.dead {
		return
	}
	if m.hasFailed(st) {
		m.stop(st, 0)
		return
	}
	if m.endsProgram() && !inPeace("exit", v, value != 0) {
		m.stop(st, v.depends())
		return
	}
	m.returning(v, value, st)
	if len(m.frames) == 1 || u.Words.Quiet && m.inBlocks() {
		if !m.returnsError(v, value, st) {
			st.consults |= v.missing()
			m.ended(st)
		}
	}
	st.dead = true
}

// inBlocks reports whether all that is running within the first function are blocks that stand
// in it, which return from it.
func (m *machine) inBlocks() bool {
	for _, fr := range m.frames[1:] {
		if fr.fn == nil || fr.fn.Name != "" || fr.unit != m.u {
			return false
		}
	}
	return true
}

// exitStatus is what the number is kept by that says how the program will have ended.
const exitStatus = "\x00status"

// hasFailed reports whether the function that is running has said that the program will
// have failed: process.exitCode = 1.
func (m *machine) hasFailed(st *state) bool {
	v, said := st.scope.vars.get(exitStatus)
	return said && len(v) > 0 && !v.some(func(x alt) bool {
		number, plain := x.plain()
		return !plain || number == "0" || number == ""
	})
}

// endsProgram reports whether what the function that is run by itself returns is how the
// program ends.
func (m *machine) endsProgram() bool {
	if len(m.frames) != 1 || len(m.unit().Words.Main) == 0 {
		return false
	}
	name := ""
	if fn := m.frame().fn; fn != nil {
		if name = fn.Name; name == "" || fn.within != nil {
			return false
		}
	}
	return slices.Contains(m.unit().Words.Main, name)
}

// returning notes what a function returns.
func (m *machine) returning(v Value, at int32, st *state) {
	if len(m.frames) == 1 {
		m.passes(v)
	}
	fr := m.frame()
	key := slot{m.frame().context, ""}
	m.replacing(nil, v, key, st, at)
	v = v.dependent(st.control)
	if fr.got {
		fr.returns = join(fr.returns, v)
	} else {
		fr.returns, fr.got = v, true
	}
	if fr.after == nil {
		fr.after = st.fork()
	} else {
		fr.after.consults |= st.consults
	}
}

// returnsError reports whether a function is left with an error, and notes it.
func (m *machine) returnsError(v Value, at int32, st *state) bool {
	if m.focus == nil || len(v) == 0 {
		return false
	}
	var dep mask
	for _, x := range v {
		parts := Value{x}
		if x.form == sequence && len(x.list) > 0 {
			parts = x.list[len(x.list)-1]
		}
		failed := len(parts) > 0
		for _, p := range parts {
			failed = failed && p.form == failure && p.name != notNumber && (p.missing == 0 || st.control != 0)
			dep |= p.depends | p.missing
		}
		if !failed {
			return false
		}
	}
	m.stop(st, dep)
	return true
}

// throws runs a throw.
func (m *machine) throws(n int32, st *state) {
	u := m.unit()
	name := ""
	list := u.children(n)
	again := len(list) == 0 && m.handling
	for i, c := range list {
		v := m.eval(c, st)
		if i == 0 {
			name = m.thrown(c)
			again = u.kind(c) == parse.Name && m.handling && len(v) == 1 && v[0].form == failure && v[0].name == ""
		}
	}
	if st.dead {
		return
	}
	if again { // it was thrown before: that is why, and not what was asked since
		st.control &= m.handled
	}
	m.fail(st, 0, name)
}

// thrown returns the class of what is thrown, or "".
func (m *machine) thrown(n int32) string {
	u := m.unit()
	switch u.kind(n) {
	case parse.Call, parse.Unary, parse.Wrapper:
		return m.thrown(u.Tree.Child(n, 0))
	case parse.Name, parse.Member:
		return u.at(n)
	}
	return ""
}

// fail throws an error: it is caught, or ends the program.
func (m *machine) fail(st *state, dep mask, name string) {
	for i := len(m.tries) - 1; i >= 0; i-- {
		t := m.tries[i]
		if !t.catches(name) {
			continue
		}
		c := st.fork()
		c.consults |= dep
		if m.focus != nil {
			m.focus.tested |= dep
		}
		if t.state == nil {
			t.state = c
			t.dep = dep | st.control
		} else {
			t.state.meet(t.state, c)
			t.dep |= dep | st.control
		}
		st.dead = true
		return
	}
	if strings.Contains(name, "Skip") { // SkipTest: what is passed over has not failed
		if m.focus != nil {
			m.focus.tested |= dep | st.control
		}
		m.ended(st)
		st.dead = true
		return
	}
	m.stop(st, dep)
}

// trying runs something whose failures, of whatever kind, end nothing else; of a try that nothing failed in
// the state is nil.
func (m *machine) trying(run func() Value) (Value, *try) {
	t := &try{catches: func(string) bool { return true }}
	m.tries = append(m.tries, t)
	v := run()
	m.tries = m.tries[:len(m.tries)-1]
	return v, t
}

// endBy ends the program by a call: of one that failed anyway, what is unset is not why.
func (m *machine) endBy(st *state, dep mask) {
	if m.failed && m.focus != nil {
		m.focus.tested |= dep | st.control
		st.dead = true
		return
	}
	m.stop(st, dep)
}

// stop ends the program: where something else has failed, what is unset is not why.
func (m *machine) stop(st *state, dep mask) {
	if m.focus != nil && m.otherFailed {
		m.focus.tested |= dep | st.control
	} else if m.focus != nil {
		m.focus.stopped |= dep | st.control
		if !m.isHedged(st) {
			m.focus.surely |= dep | st.control
		}
	}
	st.dead = true
}

// isHedged reports whether what is done now is done only where something holds that has
// nothing to do with what is unset, and is not known.
func (m *machine) isHedged(st *state) bool {
	return m.isAlong(st, func(st *state) bool { return st.hedged })
}

// try runs a try with its handlers.
func (m *machine) try(n int32, st *state) Value {
	u := m.unit()
	var body, otherwise, finally int32
	var catches, before []int32
	for _, c := range u.children(n) {
		switch {
		case u.kind(c) == parse.Catch:
			catches = append(catches, c)
		case u.kind(c) == parse.Block && body != 0 && u.Tree.File.Is(int(u.Tree.Nodes[c].From)-1, "else"):
			otherwise = c
		case u.kind(c) == parse.Block && body == 0:
			body = c
		case u.kind(c) == parse.Block:
			finally = c
		default:
			before = append(before, c)
		}
	}
	suppressed, suppresses := []string(nil), false
	for i, c := range before {
		if u.kind(c) == parse.Call && m.isSuppress(c) {
			suppressed, suppresses = m.names(u.children(c)[1:]), true
			continue
		}
		if i > 0 && u.kind(c) == parse.Name {
			m.assign(c, Value{anything(m.depth())}, st, 0)
			continue
		}
		m.exec(c, st)
	}
	if body == 0 {
		return nil
	}
	if len(catches) == 0 && !suppresses {
		v := m.block(body, st)
		m.afterwards(finally, st)
		return v
	}
	t := &try{catches: func(name string) bool {
		if suppresses && catchesName(suppressed, name) {
			return true
		}
		for _, c := range catches {
			if catchesName(m.caught(u, c), name) {
				return true
			}
		}
		return false
	}}
	start := st.fork()
	m.tries = append(m.tries, t)
	v := m.block(body, st)
	m.tries = m.tries[:len(m.tries)-1]
	if otherwise != 0 && !st.dead { // where nothing failed
		v = m.block(otherwise, st)
	}
	if t.state != nil && t.dep == 0 && m.focus != nil && len(catches) > 0 && m.leaves(u.lastChild(catches[0])) {
		t.state = nil
	}
	ways := []*state{st.fork()}
	values := []Value{v}
	for _, c := range catches {
		way := start.fork()
		var dep mask
		if t.state != nil {
			way, dep = t.state.fork(), t.dep
			if st.dead && len(catches) == 1 { // there is no other
				way.forked = st.forked
			}
		} else if m.focus != nil && !m.holdsFocus(c) {
			continue
		}
		if dep == 0 && !u.reads(body) {
			m.catchOther(c, way)
		} else {
			m.catch(c, way, dep)
		}
		w := m.lastValue
		ways, values = append(ways, way), append(values, w.dependent(dep))
	}
	if suppresses && t.state != nil {
		ways, values = append(ways, t.state), append(values, nil)
	}
	out := ways[0]
	value := values[0]
	if out.dead {
		value = nil
	}
	for i, w := range ways[1:] {
		if !w.dead {
			if out.dead {
				value = values[i+1]
			} else {
				value = join(value, values[i+1])
			}
		}
		merged := *out
		merged.scope = &scope{outer: out.scope.outer, unit: out.scope.unit}
		merged.meet(out, w)
		if merged.dead {
			merged.scope.vars = out.scope.vars
		}
		out = &merged
	}
	st.become(out)
	m.afterwards(finally, st)
	return value
}

// afterwards runs a block that is run in any case.
func (m *machine) afterwards(n int32, st *state) {
	if n != 0 && !st.dead {
		m.block(n, st)
	}
}

// catchOther runs a handler of what no variable is the reason for: the program fails, and
// what the handler asks for before it ends that is not why.
func (m *machine) catchOther(n int32, st *state) {
	failed := m.failed
	m.failed = true
	m.catch(n, st, 0)
	m.failed = failed
}

// catch runs a handler.
func (m *machine) catch(n int32, st *state, dep mask) {
	u := m.unit()
	m.lastValue = nil
	m.hinging++
	handling, handled := m.handling, m.handled
	m.handling, m.handled = true, dep
	defer func() { m.hinging--; m.handling, m.handled = handling, handled }()
	list := u.children(n)
	for i, c := range list {
		if u.kind(c) == parse.Block || i == len(list)-1 {
			control := st.control
			st.control |= dep
			m.ending(c)
			m.lastValue = m.exec(c, st)
			st.control = control
		} else if u.kind(c) == parse.Name {
			st.scope.vars.put(u.at(c), Value{{form: failure, depends: dep}})
		}
	}
}

// caught returns the classes of errors that a handler is for.
func (m *machine) caught(u *Unit, n int32) (names []string) {
	list := u.children(n)
	if len(list) > 0 {
		list = list[:len(list)-1]
	}
	return m.namesIn(u, list)
}

func (m *machine) names(list []int32) []string { return m.namesIn(m.unit(), list) }

func (m *machine) namesIn(u *Unit, list []int32) (names []string) {
	for _, c := range list {
		switch u.kind(c) {
		case parse.Name, parse.Member:
			names = append(names, u.at(c))
		default:
			names = append(names, m.namesIn(u, u.children(c))...)
		}
	}
	return names
}

// catchesName reports whether a handler for some classes may catch an error.
func catchesName(classes []string, name string) bool {
	if len(classes) == 0 || name == "" {
		return true
	}
	named := false
	for _, c := range classes {
		if c == name || general[c] {
			return true
		}
		if c != "" && c[0] >= 'A' && c[0] <= 'Z' {
			named = true
		}
		if name == "KeyError" && (c == "LookupError" || c == "NoSuchElementException" || c == "RuntimeException" || c == "IndexError" || c == "Not_found") {
			return true
		}
		if name == conversion && c != "KeyError" && c != "OSError" && c != "IOException" && c != "ImportError" {
			return true
		}
	}
	return !named
}

// conversion is the name of an error of converting a value.
const conversion = "conversion"

// general are classes of errors that nearly all errors belong to.
var general = map[string]bool{
	"Exception": true, "BaseException": true, "Throwable": true, "Error": true, "StandardError": true, "RuntimeException": true, "any": true, "_": true,
	"Any": true, "NonFatal": true,
}

func (m *machine) isSuppress(n int32) bool {
	u := m.unit()
	return u.calleeName(u.Tree.Child(n, 0)) == "suppress"
}

// holdsFocus reports whether a node holds a read of the variable that is unset.
func (m *machine) holdsFocus(n int32) bool {
	u := m.unit()
	node := u.Tree.Nodes[n]
	for _, r := range m.focus.reads {
		if r.Unit == u {
			if at := u.Tree.Nodes[r.Node]; at.From >= node.From && at.To <= node.To {
				return true
			}
		}
	}
	return false
}
