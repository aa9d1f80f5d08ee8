package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// block runs the statements of a block one after the other, and returns the
// value of the last.
func (m *machine) block(n int32, st *state) Value {
	u := m.unit()
	if u.kind(n) != parse.Block {
		return m.exec(n, st)
	}
	m.enters(n)
	control := st.control
	var last Value
	list := m.statements(n)
	if m.focus != nil && len(list) > largeBlock {
		return m.some(n, list, st)
	}
	m.hoist(list, st)
	for i, s := range list {
		if st.dead || !m.tick() {
			break
		}
		if i > 0 {
			st.control |= m.leftBefore(list[i-1], st)
			st.passed |= m.passedBefore(list[i-1])
		}
		if m.isAttribute(list, i) {
			m.assignName(u.at(s), m.quiet(list[i+1], st), st, 0)
			continue
		}
		if k := u.kind(s); n == 0 && u.Words.Pointers && (k == parse.Call || k == parse.Binary) { // a prototype
			continue
		}
		touches := len(m.touches)
		last = m.statement(s, st)
		if i+1 < len(list) || n == 0 || !u.Words.Returns {
			m.unused(s, last)
		}
		m.indexUses(n, i, touches, len(list))
	}
	last = last.dependent(st.control &^ control)
	st.control = control
	return last
}

// unused notes what a statement asks whether it is there before it does
// something with it, when nothing comes of it where it is not: x?.use()
func (m *machine) unused(s int32, v Value) {
	if m.focus == nil || v.missing() == 0 || !v.allNothing() {
		return
	}
	u := m.unit()
	for u.Access[s] == nil && (u.kind(s) == parse.Call || u.kind(s) == parse.Member) {
		if u.kind(s) == parse.Member && m.isOptionalMember(s) {
			m.asked(v)
			return
		}
		s = u.Tree.Child(s, 0)
	}
}

// isAttribute reports whether a statement is the name of an attribute of a
// module, which the next one is the value of: @names ["a"].
func (m *machine) isAttribute(list []int32, i int) bool {
	u := m.unit()
	if u.kind(list[i]) != parse.Name || i+1 == len(list) || !strings.HasPrefix(u.at(list[i]), "@") {
		return false
	}
	return !u.Tree.File.Tokens[u.Tree.Nodes[list[i+1]].From].NewLine
}

// hoist defines the functions of a block before anything runs.
func (m *machine) hoist(list []int32, st *state) {
	u := m.unit()
	for _, s := range list {
		if u.kind(s) != parse.Function || u.at(s) == "" {
			continue
		}
		if fn := u.byNode[s]; fn != nil && fn.Owner == nil && fn.within != nil {
			st.scope.vars.put(fn.Name, Value{{form: function, fn: &closure{unit: u, node: s, outer: st.scope}}})
		}
	}
}

// leftBefore returns the unset reads but for which an if, a switch or a loop before
// would have left the function: what follows is reached because of them.
func (m *machine) leftBefore(s int32, st *state) mask {
	if m.focus == nil {
		return 0
	}
	u := m.unit()
	switch u.kind(s) {
	case parse.If, parse.Switch:
	case parse.Loop:
		if m.frame().fn == nil {
			return 0
		}
		return m.decided(u.lastChild(s))
	case parse.Binary:
		if !u.leavesIf(s) {
			return 0
		}
	default:
		return 0
	}
	if m.frame().fn == nil {
		return 0
	}
	dep, after := m.decided(s), mask(0)
	leaves := false
	u.Tree.Children(s, func(c int32) bool {
		if u.kind(c) == parse.If { // else if
			after |= m.leftBefore(c, st)
		}
		if dep == 0 {
			return true
		}
		if k := u.kind(c); k == parse.Block || k == parse.Return || k == parse.Throw || k == parse.Leave || k == parse.Wrapper {
			leaves = leaves || m.leaves(c) && !m.stopsAnyway(c) // of two ways that fail, neither is why
		} else if k == parse.Case {
			for _, b := range u.children(c) {
				leaves = leaves || u.kind(b) == parse.Block && m.leaves(b)
			}
		}
		return true
	})
	if leaves {
		return dep | after
	}
	return after
}

// passedBefore returns the unset reads but for which an if before may have left the function
// somewhere in it: what is given behind it stands in for them, though it does so in other cases,
// too.
func (m *machine) passedBefore(s int32) mask {
	u := m.unit()
	if m.focus == nil || u.kind(s) != parse.If || m.frame().fn == nil {
		return 0
	}
	dep := m.decided(s)
	if dep == 0 || !u.returnsIn(s) {
		return 0
	}
	return dep
}

// returnsIn reports whether a statement may leave the function that it is in, and none within it.
func (u *Unit) returnsIn(n int32) bool {
	return slices.ContainsFunc(u.children(n), func(c int32) bool {
		switch u.kind(c) {
		case parse.Return:
			return true
		case parse.Function, parse.Lambda, parse.Class:
			return false
		}
		return u.returnsIn(c)
	})
}

// leavesIf reports whether a statement leaves what it is in where a condition holds:
// a && return b.
func (u *Unit) leavesIf(n int32) bool {
	if u.kind(n) != parse.Binary || u.at(n) != "&&" && u.at(n) != "and" {
		return false
	}
	right := u.Tree.Child(n, 1)
	if u.kind(right) == parse.Wrapper {
		right = u.Tree.Child(right, 0)
	}
	switch u.kind(right) {
	case parse.Return, parse.Throw, parse.Leave:
		return right != 0
	}
	return false
}

// leaves reports whether a block ends with leaving what it is in.
func (m *machine) leaves(n int32) bool {
	if n == 0 {
		return false
	}
	u := m.unit()
	switch u.kind(n) {
	case parse.Return, parse.Throw:
		return true
	case parse.Leave:
		return u.at(n) != "pass"
	case parse.Call:
		return m.isStop(n)
	case parse.Name:
		return m.isBareStop(n)
	case parse.Block:
		return m.leaves(u.lastChild(n))
	case parse.Wrapper, parse.Unary:
		if u.at(n) == "throw" {
			return true
		}
		return m.leaves(u.Tree.Child(n, 0))
	}
	return false
}

// exec runs a statement, and returns its value where it is an expression.
func (m *machine) exec(n int32, st *state) Value {
	if n == 0 || st.dead || !m.tick() {
		return nil
	}
	if m.nesting++; m.nesting > mostNested {
		m.nesting--
		return nil
	}
	defer func() { m.nesting-- }()
	u := m.unit()
	switch u.kind(n) {
	case parse.Block:
		if m.countConstants(n, st) {
			return nil
		}
		return m.block(n, st)
	case parse.Declare:
		return m.declare(n, st)
	case parse.If:
		return m.branch(n, st)
	case parse.Binary:
		if u.leavesIf(n) {
			return m.leaveIf(n, st)
		}
	case parse.Loop:
		return m.gave(n, m.loop(n, st), st)
	case parse.Switch:
		return m.gave(n, m.choose(n, st), st)
	case parse.Try:
		return m.gave(n, m.try(n, st), st)
	case parse.Return:
		m.returns(n, st)
		return nil
	case parse.Throw:
		m.throws(n, st)
		return nil
	case parse.Leave:
		m.leave(n, st)
		return nil
	case parse.Function:
		m.defines(n, st)
		return nil
	case parse.Class:
		m.classBody(n, st)
		return nil
	case parse.Import:
		return nil
	}
	return m.eval(n, st)
}

// leaveIf runs a statement that leaves where a condition holds.
func (m *machine) leaveIf(n int32, st *state) Value {
	u := m.unit()
	true_, false_ := m.condition(u.Tree.Child(n, 0), st)
	if st.dead {
		return nil
	}
	m.decide(n, true_.depends()|false_.depends())
	return m.twoWays(true_, false_, u.Tree.Child(n, 1), 0, st)
}

// gave holds what a statement gives, in languages in which it gives something,
// against what it gives where the variable is set.
func (m *machine) gave(n int32, v Value, st *state) Value {
	if m.unit().Words.Returns && !st.dead {
		m.compare(n, v)
	}
	return v
}

// declare runs a declaration: the names, then the value.
func (m *machine) declare(n int32, st *state) Value {
	u := m.unit()
	list := u.children(n)
	if len(list) == 0 {
		return nil
	}
	if last := list[len(list)-1]; len(list) > 2 && u.kind(last) == parse.Block && m.isLet(n) { // let … else { }
		v := m.eval(list[len(list)-2], st)
		m.asked(v)
		m.elseLeaves(list[:len(list)-2], v, last, st)
		return nil
	}
	if len(list) > 1 && m.isLet(n) && u.Tree.File.Is(int(u.Tree.Nodes[n].From)+1, "assert") { // let assert Ok(x) = …
		m.mustFit(list[:len(list)-1], m.eval(list[len(list)-1], st), st)
		return nil
	}
	if len(list) == 1 {
		if u.kind(list[0]) == parse.Assign || u.kind(list[0]) == parse.Call {
			return m.exec(list[0], st)
		}
		if !m.inClass() {
			m.bindUnset(list[0], st)
		}
		return nil
	}
	if names, values := m.parallel(list); len(values) > 1 { // var a, b = x, y
		for i, v := range values {
			m.declareTo(names[i], m.quiet(v, st), st, v)
		}
		return nil
	}
	if len(list) > 2 && (m.isGivenTo(list[1]) || u.Words.Chains && m.isGivenTo(list[2])) {
		return m.declarators(list, st)
	}
	value := list[len(list)-1]
	targets := list[:len(list)-1]
	if !m.hasValue(list[0], value) { // name: type
		if !m.inClass() {
			m.bindUnset(list[0], st)
		}
		for _, name := range list[1:] {
			if u.Words.Errors != nil { // var a, b T
				m.bindUnset(name, st)
			}
		}
		return nil
	}
	if m.isArray(list[0]) && u.kind(value) == parse.Number && !m.isGivenTo(value) { // char name[64]
		there := anything(m.depth())
		there.truth = true
		m.declareTo(list[0], Value{there}, st, 0)
		return nil
	}
	if m.isLet(n) && len(targets) > 1 { // let Ok(v) = x
		v := m.quiet(value, st)
		set, _ := m.matched(targets, v, st)
		return set
	}
	if u.kind(n) == parse.Declare && len(targets) > 1 && u.kind(targets[0]) == parse.Name && (m.isTyped(n, targets) || m.isArray(targets[0])) {
		targets = targets[:1]
	}
	if u.Words.Pointers && u.kind(value) == parse.Unknown && len(targets) == 1 && u.kind(targets[0]) == parse.Name {
		m.declareTo(targets[0], m.constructed(targets[0], value, st), st, value)
		return nil
	}
	if kind := u.at(n); u.kind(value) == parse.Unknown && u.Tree.Text(value) == "new()" { // List<string> missing = new();
		if v, known := m.emptyMade(kind, kind); known {
			m.declareTo(targets[0], v, st, value)
			return v
		}
	}
	wanted := m.wanted
	m.wanted = m.declaredKind(list[0], value)
	v := m.quiet(value, st)
	m.wanted = wanted
	if !st.dead && m.isDelegated(value) {
		v = m.delegated(n, targets[0], v, st)
	}
	if st.dead {
		return nil
	}
	if len(targets) == 1 {
		m.declareTo(targets[0], v, st, value)
		return v
	}
	for i, t := range targets {
		part := Value{anything(m.depth())}
		if len(v) == 1 && v[0].form == sequence && i < len(v[0].list) {
			part = v[0].list[i]
		} else if i == 0 {
			part = v
		}
		m.declareTo(t, part, st, value)
	}
	return v
}

// isArray reports whether a variable is declared to be an array of C: names[10].
func (m *machine) isArray(name int32) bool {
	u := m.unit()
	return u.Words.Pointers && u.Tree.File.Is(int(u.Tree.Nodes[name].To), "[")
}

// isGivenTo reports whether a part of a declaration is the value of what is before it.
func (m *machine) isGivenTo(n int32) bool {
	u := m.unit()
	return u.Tree.File.Is(int(u.Tree.Nodes[n].From)-1, "=")
}

// declarators runs a declaration of several variables, each with a value of its own, or
// none: var a = x, b, c = y.
func (m *machine) declarators(list []int32, st *state) (v Value) {
	for i := 0; i < len(list) && !st.dead; i++ {
		if i+1 == len(list) || !m.isGivenTo(list[i+1]) {
			m.bindUnset(list[i], st)
			continue
		}
		v = m.quiet(list[i+1], st)
		if !st.dead {
			m.declareTo(list[i], v, st, list[i+1])
		}
		i++
	}
	return v
}

// parallel splits a declaration of several names into these and as many values.
func (m *machine) parallel(list []int32) (names, values []int32) {
	u := m.unit()
	if u.Words.Errors == nil || len(list)%2 != 0 || len(list) < 4 {
		return nil, nil
	}
	half := len(list) / 2
	if !m.isGivenTo(list[half]) {
		return nil, nil
	}
	return list[:half], list[half:]
}

// hasValue reports whether what is last in a declaration is a value, and no
// type.
func (m *machine) hasValue(first, last int32) bool {
	u := m.unit()
	f := u.Tree.File
	typed := false
	for i := int(u.Tree.Nodes[first].To); i < int(u.Tree.Nodes[last].From); i++ {
		switch f.Text(i) {
		case "=", ":=", "in", "by", "(", "{":
			return true
		case ":":
			typed = true
		}
	}
	return !typed && u.Words.Errors == nil
}

// isTyped reports whether what is between a name and its value is a type.
func (m *machine) isTyped(n int32, targets []int32) bool {
	u := m.unit()
	f := u.Tree.File
	return f.Is(int(u.Tree.Nodes[targets[0]].To), ":")
}

// inClass reports whether the body of a class is running, and no function.
func (m *machine) inClass() bool { return m.frame().class != nil && m.frame().fn == nil }

func (m *machine) isLet(n int32) bool { return m.unit().at(n) == "let" }

// elseLeaves runs the block of let … = value else { … }.
func (m *machine) elseLeaves(pattern []int32, v Value, block int32, st *state) {
	set, rest := m.matched(pattern, v, st)
	if len(rest) > 0 {
		way := st.fork()
		way.control |= m.because(rest, len(set) == 0)
		m.decide(block, rest.depends())
		m.hinging++
		m.ending(block)
		m.block(block, way)
		m.hinging--
		if len(set) == 0 {
			st.meet(way, way)
			return
		}
	}
}

// mustFit ends the program where a value does not fit a pattern.
func (m *machine) mustFit(pattern []int32, v Value, st *state) {
	set, rest := m.matched(pattern, v, st)
	if len(rest) == 0 || st.dead {
		return
	}
	way := st.fork()
	way.control |= m.because(rest, len(set) == 0)
	m.stop(way, 0)
	if len(set) == 0 {
		st.meet(way, way)
	}
}
