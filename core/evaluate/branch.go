package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// branch runs an if.
func (m *machine) branch(n int32, st *state) Value {
	u := m.unit()
	list := u.children(n)
	body := 1
	for i, c := range list {
		if u.kind(c) == parse.Block && i > 0 {
			body = i
			break
		}
	}
	if n := len(list); n == 1 && u.kind(list[0]) == parse.Unary { // unless x, do: y
		if parts := u.children(list[0]); len(parts) > 1 && u.kind(parts[len(parts)-1]) == parse.Pair {
			true_, false_ := m.condition(parts[0], st)
			if st.dead {
				return nil
			}
			m.decide(list[0], true_.depends()|false_.depends())
			return m.twoWays(false_, true_, parts[1], 0, st)
		}
	}
	if len(list) <= body {
		for _, c := range list {
			m.eval(c, st)
		}
		return nil
	}
	first := 0
	for first < body-1 && !u.isConditionOf(list[first]) {
		m.exec(list[first], st)
		first++
	}
	cond := list[body-1]
	word := u.at(n)
	inverse := word == "unless" || word == "guard"
	if u.kind(cond) == parse.Unary && (u.at(cond) == word) { // unless x, guard x
		parts := u.children(cond)
		if len(parts) == 0 {
			return nil
		}
		for _, c := range parts[:len(parts)-1] {
			m.guardPart(c, n, list[body], st)
			if st.dead {
				return nil
			}
		}
		cond = parts[len(parts)-1]
	}
	if part := m.compiled(n, list); part != 0 {
		return m.exec(part, st)
	}
	true_, false_ := m.allHold(list[first:body-1], cond, st)
	if st.dead {
		return nil
	}
	if !inverse {
		m.refuse(cond, list[body:], st)
	} else if u.kind(cond) == parse.Unary { // unless !refused.include?(x)
		m.refuse(u.lastChild(cond), list[body:], st)
	}
	m.decide(n, true_.depends()|false_.depends())
	if len(true_) > 0 && len(false_) > 0 && m.focus != nil {
		m.decideMay(n, true_, false_)
	}
	if inverse {
		true_, false_ = false_, true_
	}
	otherwise := int32(0)
	if len(list) > body+1 {
		otherwise = list[body+1]
	}
	if m.focus != nil && u == m.u && true_.depends()|false_.depends() == 0 {
		back := m.failing
		defer func() { m.failing = back }()
		switch ifTrue, ifFalse := m.asksFailure(cond); {
		case ifTrue && !inverse, ifFalse && inverse:
			m.failing = list[body]
		case ifTrue, ifFalse:
			m.failing = otherwise
		}
	}
	return m.twoWays(true_, false_, list[body], otherwise, st)
}

// guardPart runs one of the conditions of a guard: each must hold.
func (m *machine) guardPart(c, n, block int32, st *state) {
	true_, false_ := m.condition(c, st)
	m.decide(n, true_.depends()|false_.depends())
	m.twoWays(false_, true_, block, 0, st)
}

// twoWays goes on where a condition is true, where it is false, or both.
func (m *machine) twoWays(true_, false_ Value, then, otherwise int32, st *state) Value {
	if m.tells(true_) || m.tells(false_) {
		m.hinging++
		defer func() { m.hinging-- }()
		m.ending(then)
		m.ending(otherwise)
	}
	if m.focus == nil { // where a text looks like a URL it is taken for one: else it is none
		formed := m.formed
		defer func() { m.formed = formed }()
		m.formed = formed.with(true_.shaped()).with(false_.shaped())
	}
	if m.stopsAnyway(then) && m.stopsAnyway(otherwise) { // whichever is gone, it is not why
		true_, false_ = true_.independent(), false_.independent()
	}
	if len(false_) == 0 {
		m.close(otherwise)
		v := m.way(then, m.because(true_, true), st)
		m.insteadOf(otherwise, v, then, st)
		return v
	}
	if len(true_) == 0 {
		m.close(then)
		v := m.way(otherwise, m.because(false_, true), st)
		m.insteadOf(then, v, otherwise, st)
		return v
	}
	m.mayStop(true_, then)
	m.mayStop(false_, otherwise)
	a, b := st.fork(), st.fork()
	if either := true_.depends() & false_.depends(); either != 0 { // it is not known which: who goes on goes on though it mattered
		a.consults, b.consults = a.consults|either, b.consults|either
	}
	if true_.depends()|false_.depends() == 0 {
		a.hedged, b.hedged = true, true
	}
	v := m.way(then, m.because(true_, false), a)
	w := m.way(otherwise, m.because(false_, false), b)
	m.gives(then, v)
	m.gives(otherwise, w)
	st.meet(a, b)
	if a.dead {
		return w.dependent(m.because(false_, false))
	}
	if b.dead {
		return v.dependent(m.because(true_, false))
	}
	return join(v.dependent(m.because(true_, false)), w.dependent(m.because(false_, false)))
}

// mayStop notes what a way that ends the program may be gone for want of: of a list of what is missing, into which something
// may have put a name, no more is known.
func (m *machine) mayStop(v Value, way int32) {
	if m.focus != nil && len(v) > 1 && m.stopsAnyway(way) {
		m.focus.perhaps |= v.depends()
	}
}

// close notes that a branch of the file, or of a function that is run by itself,
// is not gone where a variable is unset.
func (m *machine) close(branch int32) {
	if m.focus == nil || branch == 0 || len(m.frames) != 1 {
		return
	}
	if _, known := m.closed[branch]; !known {
		m.closed[branch] = true
	}
}

// stopsAnyway reports whether a way ends the program wherever it is gone.
func (m *machine) stopsAnyway(n int32) bool {
	if n == 0 { // there is no such way; the file's own node is none
		return false
	}
	u := m.unit()
	switch u.kind(n) {
	case parse.Throw:
		return true
	case parse.Call:
		return m.isStop(n) || m.demandsFalse(n)
	case parse.Block, parse.Wrapper:
		return m.stopsAnyway(u.lastChild(n))
	case parse.If:
		list := u.children(n)
		last := len(list) - 1
		return last >= 2 && m.stopsAnyway(list[last-1]) && m.stopsAnyway(list[last])
	}
	return false
}

// demandsFalse reports whether a call demands what never is: invariant(false).
func (m *machine) demandsFalse(n int32) bool {
	u := m.unit()
	list := u.children(n)
	if len(list) < 2 || u.kind(list[1]) != parse.Name || !strings.EqualFold(u.at(list[1]), "false") {
		return false
	}
	demands := func(use Use) bool { return use.Does == Demands }
	return slices.ContainsFunc(u.Words.Uses[m.calleePath(list[0])], demands) || slices.ContainsFunc(u.Words.Uses[u.calleeName(list[0])], demands)
}

// independent returns a value that no unset read has to do with.
func (v Value) independent() Value {
	out := slices.Clone(v)
	for n := range out {
		out[n].depends, out[n].missing = 0, 0
	}
	return out
}

// tells reports whether a value tells something of what was read, in the first
// run.
func (m *machine) tells(v Value) bool {
	return m.focus == nil && (v.wasRead() || len(v.about()) > 0)
}

// ending notes the call that a way ends with, which is gone because of what was
// read: it may end the program.
func (m *machine) ending(n int32) {
	u := m.unit()
	if m.focus != nil || n == 0 || u != m.u {
		return
	}
	list := []int32{n}
	if u.kind(n) == parse.Block {
		list = u.children(n)
	}
	for i := len(list) - 1; i >= 0 && i >= len(list)-2; i-- {
		s := list[i]
		for depth := 0; depth < 4 && (u.kind(s) == parse.Wrapper || u.kind(s) == parse.Return) && u.Tree.Child(s, 0) != 0; depth++ {
			s = u.Tree.Child(s, 0)
		}
		switch u.kind(s) {
		case parse.Call:
			m.ends[s] = true
			return
		case parse.Return, parse.Leave:
		default:
			return
		}
	}
}

// gives notes what the value of a branch is made from, or tells of.
func (m *machine) gives(n int32, v Value) {
	if tags := v.sites().with(v.about()); m.focus == nil && n != 0 && len(tags) > 0 {
		m.ways[place{m.context, n}] = tags
	}
}

// insteadOf notes the value of a branch that is gone where the other one would
// give what was read.
func (m *machine) insteadOf(other int32, v Value, taken int32, st *state) {
	if m.focus == nil || st.dead || len(v) == 0 || other == 0 || v.missing() != 0 {
		return
	}
	tags := m.ways[place{m.context, other}]
	if a, b := m.unit().setBy(other), m.unit().setBy(taken); a != b { // v = x, else gone = true
		return
	}
	for n, r := range m.focus.reads {
		if bit := mask(1) << n; v.depends()&bit != 0 && m.tagged(tags, r) {
			m.replaced(bit, v, taken)
		}
	}
}

// setBy returns what the last statement of a branch is an assignment to, or "".
func (u *Unit) setBy(branch int32) string {
	for depth := 0; depth < 4 && branch != 0; depth++ {
		switch u.kind(branch) {
		case parse.Assign:
			return u.Tree.Text(u.Tree.Child(branch, 0))
		case parse.Block, parse.Wrapper:
			branch = u.lastChild(branch)
		default:
			return ""
		}
	}
	return ""
}

// way runs one of the blocks of a branch.
func (m *machine) way(n int32, because mask, st *state) Value {
	if n == 0 {
		if m.unit().Words.Returns { // an if without else is nothing there
			return Value{{form: nothing}}.dependent(because)
		}
		return nil
	}
	if m.focus != nil && len(m.frames) == 1 {
		m.closed[n] = false
	}
	control, otherFailed := st.control, m.otherFailed
	st.control |= because
	m.otherFailed = otherFailed || n == m.failing && m.unit() == m.u
	v := m.exec(n, st)
	st.control, m.otherFailed = control, otherFailed
	return v.dependent(because)
}

// because returns the unset reads but for which a way would not be gone: those
// that any alternative depends on where it is the only way, else those without
// which none of them would be there.
func (m *machine) because(v Value, only bool) mask {
	if m.focus == nil {
		return 0
	}
	if only {
		return v.depends()
	}
	var all mask
	for _, x := range v {
		if x.depends|x.missing == 0 {
			return 0
		}
		all |= x.depends | x.missing
	}
	return all
}

// isConditionOf reports whether what stands before the last condition of an if is one itself, and
// no statement: if let a = x, let b = a.c { … }
func (u *Unit) isConditionOf(n int32) bool {
	return u.Tree.File.Is(int(u.Tree.Nodes[n].To), ",")
}

// allHold runs conditions that must all hold.
func (m *machine) allHold(before []int32, last int32, st *state) (true_, false_ Value) {
	var refused Value
	var dep mask
	for _, c := range before {
		held, not := m.condition(c, st)
		if refused = append(refused, not...); st.dead || len(held) == 0 {
			return nil, refused
		}
		dep |= held.depends() | held.missing()
	}
	true_, false_ = m.condition(last, st)
	if len(before) == 0 {
		return true_, false_
	}
	return true_.dependent(dep), append(refused, false_.dependent(dep)...)
}

// condition runs a condition, and returns the alternatives for which it is true
// and false.
func (m *machine) condition(n int32, st *state) (true_, false_ Value) {
	u := m.unit()
	if u.kind(n) == parse.Declare { // if let x = …
		list := u.children(n)
		if len(list) == 1 && u.kind(list[0]) == parse.Name { // if let x: what that holds already
			list = append(list, list[0])
		}
		if len(list) >= 2 {
			v := m.eval(list[len(list)-1], st)
			for _, asked := range append(v.together(), v) {
				m.asked(asked)
				m.askedWhether(asked)
			}
			return m.matchedOrSet(n, list[:len(list)-1], v, st)
		}
	}
	if u.kind(n) == parse.Assign { // if ((s = getenv("X")))
		v := m.exec(n, st)
		m.asked(v)
		m.askedTruth(v)
		return u.split(v)
	}
	if u.asksForMain(n) {
		return Value{{form: boolean, truth: true}}, nil
	}
	v := m.eval(n, st)
	m.asked(v)
	m.askedTruth(v)
	if m.isUnsettled(n, st) {
		v = Value{anything(m.depth())}
	}
	return u.split(v)
}

// mainQuestions are how a file asks whether it is what was started, without spaces and quotes: it is, where that matters.
var mainQuestions = map[string]bool{
	"__name__==__main__": true, "__main__==__name__": true, "require.main===module": true, "require.main==module": true, "module===require.main": true,
	"__FILE__==$0": true, "$0==__FILE__": true, "__FILE__==$PROGRAM_NAME": true, "$PROGRAM_NAME==__FILE__": true, "import.meta.main": true,
}

// longestMainQuestion bounds how many tokens such a question has.
const longestMainQuestion = 7

// asksForMain reports whether a condition asks whether the file is what was started.
func (u *Unit) asksForMain(n int32) bool {
	node := u.Tree.Nodes[n]
	if k := node.Kind; k != parse.Binary && k != parse.Member && k != parse.Wrapper || node.To-node.From > longestMainQuestion || node.To-node.From < 3 {
		return false
	}
	return mainQuestions[strings.Trim(notPlain.Replace(u.Tree.Text(n)), "()")]
}

// notPlain takes spaces and quotes away.
var notPlain = strings.NewReplacer(" ", "", `"`, "", "'", "")

// askedTruth notes that a program asks whether a value counts as true.
func (m *machine) askedTruth(v Value) {
	m.askedWhether(v)
	for _, x := range v {
		if m.focus == nil && x.stage != "" {
			m.truths[x.stage] = true
		}
		if m.focus == nil && !x.whether {
			for _, s := range x.sites {
				m.reads[s].Truth = true
			}
		}
	}
}

// askedWhether notes that a program asks whether a variable is set, or not
// empty, by its value as it is.
func (m *machine) askedWhether(v Value) {
	if m.focus != nil {
		return
	}
	for _, x := range v {
		tags := x.sites
		if x.whether {
			tags = x.about
		} else if x.form != text && x.form != unknown || len(x.parts) != 1 || !x.parts[0].any {
			continue
		}
		for _, s := range tags {
			m.reads[s].Asked = true
		}
	}
}

// asked notes that a program decides by a value.
func (m *machine) asked(v Value) {
	if m.focus != nil {
		m.focus.tested |= v.depends()
	}
}

// decide notes by which unset reads a statement was decided.
func (m *machine) decide(n int32, depends mask) {
	if m.focus == nil {
		return
	}
	if m.decisions == nil {
		m.decisions = map[place]mask{}
	}
	m.decisions[place{m.context, n}] = depends
}

// decideMay takes back what was noted where both ways are open for another
// reason.
func (m *machine) decideMay(n int32, true_, false_ Value) {
	m.decisions[place{m.context, n}] = m.because(true_, false) | m.because(false_, false)
}

func (m *machine) decided(n int32) mask { return m.decisions[place{m.context, n}] }
