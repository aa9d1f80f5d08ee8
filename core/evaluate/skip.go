package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// Most statements have nothing to do with a variable. When that is unset, what
// they do is what they did in the first run: it is taken over from there.

// effect is what a statement did in the first run.
type effect struct {
	value   Value // what it gave, where that may be what a function gives
	touched sites // the reads whose values it used
	set     []setting
	dead    bool
	changes bool // an object that was there before was changed: it is made anew
}

// idle is the effect of a statement that did nothing of note.
var idle effect

// setting is a variable that was given a value.
type setting struct {
	name  string
	value Value
	from  bool // what it was before is a part of it
}

// assigned is a variable of a frame that is given a value.
type assigned struct {
	depth int32
	name  string
	from  bool
}

// largeBlock is how many statements a block has of which only those that use a
// variable are come to again when that is unset.
const largeBlock = 200

// statements returns the statements of a block.
func (m *machine) statements(n int32) []int32 {
	key := unitNode{m.unit(), n}
	if list, known := m.large[key]; known {
		return list
	}
	list := m.unit().children(n)
	if len(list) > largeBlock {
		m.large[key] = list
	}
	return list
}

type unitNode struct {
	unit *Unit
	node int32
}

// indexUses notes which reads a statement of a large block uses.
func (m *machine) indexUses(n int32, i, touches, size int) {
	if m.focus != nil || size <= largeBlock {
		return
	}
	key := place{m.context, n}
	if m.uses[key] == nil {
		m.uses[key] = map[int32][]int{}
	}
	for _, s := range m.touches[touches:] {
		if list := m.uses[key][s]; len(list) == 0 || list[len(list)-1] != i {
			m.uses[key][s] = append(list, i)
		}
	}
}

// some runs those statements of a large block that use the unset variable.
func (m *machine) some(n int32, list []int32, st *state) Value {
	control := st.control
	var last Value
	for _, i := range m.wantedOf(n, len(list)) {
		if st.dead || !m.tick() {
			break
		}
		last = m.exec(list[i], st)
		m.showExport(list[i], last)
		st.control |= m.leftBefore(list[i], st)
	}
	st.control = control
	return last
}

// wantedOf returns which statements of a block are to be run: all, or those of
// a large one that use the unset variable.
func (m *machine) wantedOf(n int32, size int) (wanted []int) {
	if m.focus == nil || m.confirming || size <= largeBlock {
		for i := range size {
			wanted = append(wanted, i)
		}
		return wanted
	}
	for _, r := range m.focus.reads {
		wanted = append(wanted, m.uses[place{m.context, n}][r.number]...)
	}
	slices.Sort(wanted)
	return slices.Compact(wanted)
}

// touch notes that reads matter to what is running.
func (m *machine) touch(tags sites) {
	m.touches = append(m.touches, tags...)
}

// sets notes that a variable of the function at hand is given a value.
func (m *machine) sets(name string) {
	if m.focus == nil {
		m.settings = append(m.settings, assigned{m.depth(), name, false})
	}
}

// setsIn notes that a variable of a scope is given a value: of the function at hand, or of one that has not ended and has
// called it.
func (m *machine) setsIn(s *scope, name string, st *state) {
	if s == st.scope {
		m.sets(name)
	} else if called := m.calledFrom(s); called > 0 && m.focus == nil {
		m.settings = append(m.settings, assigned{int32(called - 1), name, true})
	}
}

// statement runs a statement of a block, or takes over what it did before.
func (m *machine) statement(s int32, st *state) Value {
	key := place{m.context, s}
	if m.focus != nil {
		if e := m.effects[key]; e != nil && !m.confirming && !m.matters(s, e, st) && !m.definesInner(s) {
			for _, v := range e.set {
				st.scope.vars.put(v.name, v.value)
				if field, isField := strings.CutPrefix(v.name, "."); isField && m.frame().self != nil { // of the object at hand
					m.frame().self.set(field, v.value)
				}
			}
			return e.value
		}
		v := m.exec(s, st)
		m.showExport(s, v)
		return v
	}
	touches, settings, changed := len(m.touches), len(m.settings), m.changed
	v := m.exec(s, st)
	m.showExport(s, v)
	m.note(key, touches, settings, st)
	if m.changed != changed {
		m.own(key).changes = true
	}
	if m.unit().Words.Returns && (len(v) > 0 || m.effects[key] != &idle) {
		m.own(key).value = v
	}
	if !m.sure(s) {
		for i := range m.effects[key].set {
			m.effects[key].set[i].from = true
		}
	}
	return v
}

// definesInner reports whether a statement defines a function within another, which holds
// the variables of that as they are now.
func (m *machine) definesInner(s int32) bool {
	u := m.unit()
	if u.kind(s) == parse.Wrapper {
		s = u.lastChild(s)
	}
	return u.kind(s) == parse.Function && m.depth() > 0
}

// manyPairs is from how many pairs on only those of an object are run again that a
// variable matters to.
const manyPairs = 6

// onePair adds one of many pairs to an object, or takes over what it was before.
func (m *machine) onePair(n int32, r *members, st *state) {
	key := place{m.context, n}
	if m.focus != nil {
		if e, was := m.effects[key], m.pairs[key]; e != nil && was.name != "" && !m.matters(n, e, st) {
			r.set(was.name, was.value)
			return
		}
		m.setPair(n, r, st)
		return
	}
	touches, settings, before := len(m.touches), len(m.settings), len(r.names)
	m.setPair(n, r, st)
	m.note(key, touches, settings, st)
	if len(r.names) == before+1 && len(m.settings) == settings {
		name := r.names[before]
		m.pairs[key] = setting{name: name, value: r.value[name]}
	}
}

// own returns the effect of a statement, to be added to.
func (m *machine) own(key place) *effect {
	e := m.effects[key]
	if e == &idle {
		e = &effect{}
		m.effects[key] = e
	}
	return e
}

// sure reports whether what a statement sets it sets whatever was there before:
// it has no branch.
func (m *machine) sure(s int32) bool {
	switch m.unit().kind(s) {
	case parse.Assign, parse.Declare, parse.Call, parse.Member, parse.Name:
		return true
	}
	return false
}

// note notes what a statement did.
func (m *machine) note(key place, touches, settings int, st *state) {
	e := m.effects[key]
	if (e == nil || e == &idle) && len(m.touches) == touches && len(m.settings) == settings && !st.dead {
		m.effects[key] = &idle
		return
	}
	if e == nil || e == &idle {
		e = &effect{}
		m.effects[key] = e
	}
	if len(m.touches) > touches {
		fresh := slices.Clone(m.touches[touches:])
		slices.Sort(fresh)
		e.touched = e.touched.with(slices.Compact(fresh))
	}
	e.dead = st.dead
	e.set = e.set[:0]
	if !st.dead {
		depth := m.depth()
		for _, a := range m.settings[settings:] {
			if a.depth == depth && !slices.ContainsFunc(e.set, func(s setting) bool { return s.name == a.name }) {
				v, _ := st.scope.vars.get(a.name)
				e.set = append(e.set, setting{a.name, v, a.from})
			}
		}
	}
}

// matters reports whether a statement must be run again with a variable unset:
// it uses what was read of it, or may leave the function after that mattered.
func (m *machine) matters(s int32, e *effect, st *state) bool {
	for _, r := range m.focus.reads {
		if _, found := slices.BinarySearch(e.touched, r.number); found {
			return true
		}
	}
	for _, v := range e.set {
		if now, known := m.nowOf(v.name, st); v.from && known && now.gathers() && !now.fails() && now.depends() != 0 {
			return true
		}
		if v.value.some(func(x alt) bool { return x.members != nil && x.members.changed }) { // since it was made
			return true
		}
	}
	if k := m.unit().kind(s); k == parse.If || k == parse.Switch {
		condition := m.unit().Tree.Child(s, 0)
		if m.hangs(condition, st) || len(m.unit().Words.Platform) > 0 && m.asksForSystem(condition) {
			return true
		}
	}
	return e.dead || e.changes || st.control != 0 || (st.consults != 0 || m.depth() > 0) && (m.unit().mayLeave(s) || m.asksOuter(s, st))
}

// asksOuter reports whether a statement calls a method of an object whose class another
// file defines: it may end the program.
func (m *machine) asksOuter(s int32, st *state) bool {
	u := m.unit()
	callee := u.Tree.Child(s, 0)
	if u.kind(s) != parse.Call || u.kind(callee) != parse.Member || u.kind(u.Tree.Child(callee, 0)) != parse.Name {
		return false
	}
	v, _, _ := m.lookup(u.at(u.Tree.Child(callee, 0)), st)
	return m.isObject(v) && v[0].members.of.Unit != u
}

// nowOf returns what a variable, or a field of the object at hand, holds.
func (m *machine) nowOf(name string, st *state) (Value, bool) {
	if v, known := st.scope.vars.get(name); known {
		return v, true
	}
	field, isField := strings.CutPrefix(name, ".")
	if !isField {
		return nil, false
	}
	return m.frame().self.get(field)
}

// hangs reports whether a condition asks for a variable that holds what it does
// because of the unset read: an error, a flag.
func (m *machine) hangs(condition int32, st *state) bool {
	u := m.unit()
	return u.holds(condition, parse.Name, func(n int32) bool {
		v, _ := st.scope.vars.get(u.at(n))
		return v.isFlag() && v.missing() == 0 && v.depends() != 0
	})
}

// isFlag reports whether a value tells how something went: an error or none, true
// or false.
func (v Value) isFlag() bool {
	for _, x := range v {
		if x.form != failure && x.form != boolean && x.form != nothing {
			return false
		}
	}
	return len(v) > 0
}

// asksForSystem reports whether a condition asks for the system that a program
// runs on.
func (m *machine) asksForSystem(condition int32) bool {
	u := m.unit()
	return u.holds(condition, parse.Member, func(n int32) bool { return u.Words.Platform[m.calleePath(n)] != "" })
}

// mayLeave reports whether a statement may leave the function round it.
func (u *Unit) mayLeave(n int32) bool {
	u.leavingLock.Lock()
	defer u.leavingLock.Unlock()
	if u.leaving == nil {
		u.leaving = map[int32]bool{}
	}
	return u.leavesWithin(n)
}

// stopsAs reports whether what ends the program may be called by a name:
// process.exit by exit.
func (w *Words) stopsAs(name string) bool {
	if w.Stops[name] {
		return true
	}
	for path := range w.Stops { // in any order
		if n := len(path) - len(name); n > 0 && path[n-1] == '.' && path[n:] == name {
			return true
		}
	}
	return false
}

func (u *Unit) leavesWithin(n int32) bool {
	leaves, known := u.leaving[n]
	if known {
		return leaves
	}
	switch u.kind(n) {
	case parse.Return, parse.Throw, parse.Leave:
		leaves = true
	case parse.Function, parse.Lambda, parse.Class:
	case parse.Unary: // throw as an expression
		leaves = u.Words.Stops[u.at(n)]
	case parse.Member: // check, without parentheses
		leaves = u.Words.Quiet && len(u.funcs[u.at(n)]) > 0
	case parse.Name: // die, without parentheses
		leaves = u.Words.Quiet && len(u.funcs[u.at(n)]) > 0 || u.Words.Stops[u.at(n)] && u.Words.Bare || isSuper(u.at(n))
	case parse.Call:
		name := u.calleeName(u.Tree.Child(n, 0))
		leaves = u.Words.stopsAs(name) || len(u.funcs[name]) > 0 || isSuper(name)
	}
	if k := u.kind(n); k != parse.Function && k != parse.Lambda && k != parse.Class {
		for _, c := range u.children(n) {
			leaves = u.leavesWithin(c) || leaves
		}
	}
	u.leaving[n] = leaves
	return leaves
}

// taken notes that what is taken out of a list or an object matters to who does so.
func (m *machine) taken(v Value) {
	if m.focus == nil {
		m.touch(v.sites())
	}
}
