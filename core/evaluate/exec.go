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
		m.indexUses(n, i, touches, len(list))
	}
	st.control = control
	return last
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

// leftBefore returns the unset reads but for which an if or a switch before
// would have left the function: what follows is reached because of them.
func (m *machine) leftBefore(s int32, st *state) mask {
	if m.focus == nil {
		return 0
	}
	u := m.unit()
	switch u.kind(s) {
	case parse.If, parse.Switch:
	default:
		return 0
	}
	if m.frame().fn == nil {
		return 0
	}
	dep := m.decided(s)
	if dep == 0 {
		return 0
	}
	leaves := false
	u.Tree.Children(s, func(c int32) bool {
		if k := u.kind(c); k == parse.Block || k == parse.Return || k == parse.Throw || k == parse.Leave {
			leaves = leaves || m.leaves(c) && !m.stopsAnyway(c) // of two ways that fail, neither is why
		} else if k == parse.Case {
			for _, b := range u.children(c) {
				leaves = leaves || u.kind(b) == parse.Block && m.leaves(b)
			}
		}
		return true
	})
	if leaves {
		return dep
	}
	return 0
}

// leaves reports whether a block ends with leaving what it stands in.
func (m *machine) leaves(n int32) bool {
	u := m.unit()
	switch u.kind(n) {
	case parse.Return, parse.Throw:
		return true
	case parse.Leave:
		return u.at(n) != "pass"
	case parse.Call:
		return m.isStop(n)
	case parse.Block:
		last := int32(0)
		for _, c := range u.children(n) {
			last = c
		}
		return last != 0 && m.leaves(last)
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
		return m.block(n, st)
	case parse.Declare:
		return m.declare(n, st)
	case parse.If:
		return m.branch(n, st)
	case parse.Loop:
		m.loop(n, st)
		return nil
	case parse.Switch:
		return m.choose(n, st)
	case parse.Try:
		return m.try(n, st)
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
	value := list[len(list)-1]
	targets := list[:len(list)-1]
	if !m.hasValue(list[0], value) { // name: type
		if !m.inClass() {
			m.bindUnset(list[0], st)
		}
		return nil
	}
	if m.isLet(n) && len(targets) > 1 { // let Ok(v) = x
		v := m.quiet(value, st)
		set, _ := m.matched(targets, v, st)
		return set
	}
	if u.kind(n) == parse.Declare && len(targets) > 1 && u.kind(targets[0]) == parse.Name && m.isTyped(n, targets) {
		targets = targets[:1]
	}
	wanted := m.wanted
	m.wanted = m.declaredKind(list[0], value)
	v := m.quiet(value, st)
	m.wanted = wanted
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

// declaredKind returns the kind of the type between a name and its value.
func (m *machine) declaredKind(first, last int32) string {
	u := m.unit()
	if u.Words.Types == nil {
		return ""
	}
	for i := int(u.Tree.Nodes[first].To); i < int(u.Tree.Nodes[last].From); i++ {
		if kind := u.Words.Types[u.Tree.File.Text(i)]; kind != "" {
			return kind
		}
	}
	return ""
}

// parallel splits a declaration of several names into these and as many values.
func (m *machine) parallel(list []int32) (names, values []int32) {
	u := m.unit()
	if u.Words.Errors == nil || len(list)%2 != 0 || len(list) < 4 {
		return nil, nil
	}
	half := len(list) / 2
	if !u.Tree.File.Is(int(u.Tree.Nodes[list[half]].From)-1, "=") {
		return nil, nil
	}
	return list[:half], list[half:]
}

// hasValue reports whether what stands last in a declaration is a value, and no
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
	return !typed
}

// isTyped reports whether what stands between a name and its value is a type.
func (m *machine) isTyped(n int32, targets []int32) bool {
	u := m.unit()
	f := u.Tree.File
	return f.Is(int(u.Tree.Nodes[targets[0]].To), ":")
}

// declareTo gives a name that is declared here its value.
func (m *machine) declareTo(target int32, v Value, st *state, at int32) {
	u := m.unit()
	if u.kind(target) != parse.Name {
		if u.Words.Errors != nil { // v, ok := f(): they are new, and stand in for nothing
			at = 0
		}
		m.assign(target, v, st, at)
		return
	}
	name := u.at(target)
	if m.inClass() {
		m.setField(name, v, st, at)
		return
	}
	m.sets(name)
	if m.focus == nil {
		if tags := v.sites(); len(tags) > 0 {
			key := slot{m.context, name}
			m.slots[key] = m.slots[key].with(tags)
		}
	}
	st.scope.vars.put(name, v)
}

// bindUnset declares a variable without a value.
func (m *machine) bindUnset(n int32, st *state) {
	u := m.unit()
	if u.kind(n) == parse.Name {
		if u.Words.Errors != nil && u.next(n) == "[" { // var missing []string
			st.scope.vars.put(u.at(n), Value{{form: sequence, perhaps: true}})
		} else if u.Words.Errors != nil || u.Words.Pointers {
			st.scope.vars.put(u.at(n), Value{anything(m.depth())})
		} else {
			st.scope.vars.put(u.at(n), Value{{form: nothing}})
		}
		m.sets(u.at(n))
		return
	}
	m.bindAnything(n, st)
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
	for _, c := range list[:body-1] {
		m.exec(c, st)
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
	true_, false_ := m.condition(cond, st)
	if st.dead {
		return nil
	}
	m.refuse(cond, list[body:], st)
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
		v := m.way(then, m.because(true_, true), st)
		m.insteadOf(otherwise, v, then, st)
		return v
	}
	if len(true_) == 0 {
		v := m.way(otherwise, m.because(false_, true), st)
		m.insteadOf(then, v, otherwise, st)
		return v
	}
	a, b := st.fork(), st.fork()
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

// stopsAnyway reports whether a way ends the program wherever it is gone.
func (m *machine) stopsAnyway(n int32) bool {
	u := m.unit()
	switch u.kind(n) {
	case parse.Throw:
		return n != 0
	case parse.Call:
		return m.isStop(n) || m.demandsFalse(n)
	case parse.Block, parse.Wrapper:
		list := u.children(n)
		return len(list) > 0 && m.stopsAnyway(list[len(list)-1])
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
	return m.focus == nil && (len(v.sites()) > 0 || len(v.about()) > 0)
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
	for n, r := range m.focus.reads {
		if bit := mask(1) << n; v.depends()&bit != 0 && m.tagged(tags, r) {
			m.replaced(bit, v, taken)
		}
	}
}

// way runs one of the blocks of a branch.
func (m *machine) way(n int32, because mask, st *state) Value {
	if n == 0 {
		return nil
	}
	control := st.control
	st.control |= because
	v := m.exec(n, st)
	st.control = control
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

// condition runs a condition, and returns the alternatives for which it is true
// and false.
func (m *machine) condition(n int32, st *state) (true_, false_ Value) {
	u := m.unit()
	if u.kind(n) == parse.Declare { // if let x = …
		list := u.children(n)
		if len(list) >= 2 {
			v := m.eval(list[len(list)-1], st)
			m.asked(v)
			m.askedWhether(v)
			return m.matchedOrSet(n, list[:len(list)-1], v, st)
		}
	}
	if u.kind(n) == parse.Assign { // if ((s = getenv("X")))
		v := m.exec(n, st)
		m.asked(v)
		m.askedWhether(v)
		return u.split(v)
	}
	v := m.eval(n, st)
	m.asked(v)
	m.askedWhether(v)
	return u.split(v)
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

// loop runs the body of a loop: once an element where these are known, or else
// once.
func (m *machine) loop(n int32, st *state) {
	u := m.unit()
	list := u.children(n)
	body := int32(0)
	if u.at(n) == "rescue" && len(list) == 2 {
		m.rescues(list[1], list[0], st)
		return
	}
	if u.at(n) == "with" {
		m.with(list, st)
		return
	}
	if last := len(list) - 1; last >= 0 && (u.kind(list[last]) == parse.Block || u.kind(list[last]) == parse.Pair && u.at(list[last]) == "do") {
		body = list[last]
		list = list[:last]
	}
	var conditions []int32
	if len(list) > 1 && u.kind(list[0]) == parse.Assign && u.at(list[0]) == "<-" { // for a <- b, c
		list, conditions = list[:1], list[1:]
	}
	m.conditions = conditions
	targets, over := m.iteration(n, list)
	if over == 0 {
		m.whileLoop(n, list, body, st)
		return
	}
	m.over(targets, m.elements(over, st), body, st)
}

// rescues runs a statement, and other where it fails: a = b rescue c.
func (m *machine) rescues(statement, other int32, st *state) {
	u := m.unit()
	if u.kind(statement) == parse.Assign && u.at(statement) == "=" {
		parts := u.children(statement)
		v := m.rescued(parts[1], other, st)
		if !st.dead {
			m.assign(parts[0], v, st, other)
		}
		return
	}
	m.rescued(statement, other, st)
}

// with runs with a <- b, c <- d do … end: the block, where each pattern fits.
func (m *machine) with(list []int32, st *state) {
	u := m.unit()
	var block, otherwise int32
	var failed Value
	only := false
	way := st.fork()
	for _, c := range list {
		switch {
		case u.kind(c) == parse.Assign && u.at(c) == "<-":
			parts := u.children(c)
			v := m.quiet(parts[1], way)
			m.asked(v)
			set, rest := m.matched(parts[:1], v, way)
			failed = append(failed, rest...)
			only = only || len(set) == 0
		case u.kind(c) == parse.Block || u.kind(c) == parse.Pair && u.at(c) == "do":
			block = c
		case u.kind(c) == parse.Switch || u.kind(c) == parse.Pair:
			otherwise = c
		default:
			m.exec(c, way)
		}
		if way.dead {
			st.dead = true
			return
		}
	}
	st.consults |= way.consults
	other := st.fork()
	if len(failed) > 0 && otherwise != 0 {
		m.way(otherwise, m.because(failed, only), other)
	}
	if only {
		st.meet(other, other)
		return
	}
	m.block(block, way)
	if len(failed) == 0 {
		st.meet(way, way)
		return
	}
	st.meet(way, other)
}

// iteration returns the names of a loop over something, and what that is.
func (m *machine) iteration(n int32, list []int32) (targets []int32, over int32) {
	u := m.unit()
	switch {
	case u.at(n) == "while" || u.at(n) == "until" || u.at(n) == "loop" || u.at(n) == "do":
		return nil, 0
	case len(list) == 1 && u.kind(list[0]) == parse.Assign && u.at(list[0]) == "<-":
		parts := u.children(list[0])
		return parts[:1], parts[1]
	case len(list) == 2 && u.at(n) == "foreach" && u.kind(list[1]) == parse.Lambda: // $list as $k => $v
		parts := u.children(list[1])
		return []int32{parts[0], parts[len(parts)-1]}, list[0]
	case len(list) == 2 && u.at(n) == "foreach" && u.kind(list[0]) != parse.Declare && u.kind(list[1]) == parse.Name && !u.Words.Returns && u.at(list[1]) != "" && u.at(list[1])[0] == '$':
		return list[1:], list[0]
	case len(list) < 2:
		return nil, 0
	}
	for _, c := range list[:len(list)-1] {
		switch u.kind(c) {
		case parse.Name, parse.List, parse.Declare, parse.Record, parse.Wrapper, parse.Parameter:
			if u.kind(c) == parse.Declare && u.Tree.Nodes[u.Tree.Child(c, 0)].Next != 0 && u.kind(u.Tree.Child(c, 0)) == parse.Name {
				return nil, 0 // for (i = 0; …)
			}
		default:
			return nil, 0
		}
	}
	return list[:len(list)-1], list[len(list)-1]
}

// whileLoop runs a loop with a condition.
func (m *machine) whileLoop(n int32, head []int32, body int32, st *state) {
	m.widen(n, st)
	var true_, false_ Value
	for i, c := range head {
		if i == 0 && len(head) > 1 {
			m.exec(c, st)
			m.widen(n, st)
		} else if i == 0 || i == 1 {
			true_, false_ = m.condition(c, st)
		} else {
			m.exec(c, st)
		}
		if st.dead {
			return
		}
	}
	if len(head) > 0 {
		m.refuse(head[0], nil, st)
		if len(true_) == 0 && len(false_) > 0 && len(head) == 1 {
			if m.unit().at(n) != "until" {
				return
			}
		}
	}
	out := &exit{loop: true}
	m.exits = append(m.exits, out)
	in := st.fork()
	if body != 0 {
		m.block(body, in)
	}
	m.exits = m.exits[:len(m.exits)-1]
	if out.state != nil {
		in.meet(in, out.state)
	}
	if in.dead && len(head) == 0 {
		st.dead = true
		return
	}
	st.meet(st.fork(), in)
}

// widen forgets what a loop counts: i++, i = i + 1.
func (m *machine) widen(n int32, st *state) {
	u := m.unit()
	switch u.kind(n) {
	case parse.Unary, parse.Wrapper:
		if word := u.at(n); word == "++" || word == "--" {
			m.widenName(u.Tree.Child(n, 0), st)
		}
	case parse.Assign:
		target, value := u.Tree.Child(n, 0), u.Tree.Child(n, 1)
		if op := u.at(n); op == "+=" || op == "-=" || op == "*=" || op == "=" && u.kind(value) == parse.Binary && u.Tree.Text(u.Tree.Child(value, 0)) == u.Tree.Text(target) {
			m.widenName(target, st)
		}
	case parse.Function, parse.Lambda, parse.Class:
		return
	case parse.Declare: // for (i = 0; …; i++)
		for _, c := range u.children(n) {
			m.widen(c, st)
		}
		return
	}
	for _, c := range u.children(n) {
		m.widen(c, st)
	}
}

func (m *machine) widenName(n int32, st *state) {
	u := m.unit()
	if u.kind(n) != parse.Name {
		return
	}
	name := u.at(n)
	v, known := st.scope.vars.get(name)
	switch {
	case !known:
		st.scope.vars.put(name, Value{anything(m.depth())})
	case textual(v):
		st.scope.vars.put(name, m.concat(v, Value{anything(m.depth())}))
	case len(v.sites()) == 0:
		st.scope.vars.put(name, Value{anything(m.depth())})
	}
}

// over runs a body once for each element.
func (m *machine) over(targets []int32, elements []Value, body int32, st *state) {
	before := st.fork()
	conditions := m.conditions
	m.conditions = nil
	any, unknown := false, len(elements) == 1 && isAnything(elements[0])
	if unknown {
		m.widen(body, st)
	}
	grew := m.grew
	rounds, found, last := m.rounds[place{m.context, body}], len(m.reads), 0
	at := place{m.context, body}
	context, round := m.context, m.round
	defer func() { m.context, m.round = context, round }()
	for i, e := range elements {
		if i >= mostRounds || st.dead || !m.tick() || m.focus != nil && i > rounds {
			break
		}
		if len(m.reads) > found {
			found, last = len(m.reads), i
		}
		if m.focus == nil && i > last+quietRounds { // it goes on like this
			break
		}
		m.rounds[at] = max(m.rounds[at], i)
		any = true
		if i > 0 {
			m.context, m.round = context, int32(i)
			m.context, m.round = m.within(body), 0
		}
		m.bindElement(targets, e, st)
		for _, c := range conditions {
			m.eval(c, st)
		}
		out := &exit{loop: true}
		m.exits = append(m.exits, out)
		if body != 0 {
			m.block(body, st)
		}
		m.exits = m.exits[:len(m.exits)-1]
		if out.state != nil {
			st.meet(st, out.state)
		}
	}
	if !any || st.dead && len(elements) == 1 && isAnything(elements[0]) {
		*st = *before
	} else if len(elements) == 1 && isAnything(elements[0]) {
		st.meet(before, st)
	}
	if unknown && m.grew > grew && !st.dead {
		st.unsureLists()
	}
}

func isAnything(v Value) bool {
	return len(v) == 0 || v[0].form == unknown && v[0].element
}

// bindElement binds the names of a loop to an element.
func (m *machine) bindElement(targets []int32, e Value, st *state) {
	u := m.unit()
	if len(targets) == 1 && u.kind(targets[0]) == parse.List && len(u.children(targets[0])) == 1 {
		targets = u.children(targets[0])
	}
	if len(targets) == 1 {
		pair := len(e) == 1 && e[0].form == sequence && len(e[0].list) == 2
		switch {
		case pair && u.Words.Loops == Values:
			e = e[0].list[1]
		case pair && u.Words.Loops == Indexed:
			e = e[0].list[0]
		case u.Words.Loops == Indexed:
			e = Value{anything(m.depth())}
		}
		m.assign(targets[0], e, st, 0)
		return
	}
	// Several names: key and value, or index and value, or parts.
	for i, t := range targets {
		part := Value{anything(m.depth())}
		switch {
		case len(e) == 1 && e[0].form == sequence && len(e[0].list) == len(targets):
			part = e[0].list[i]
		case i == len(targets)-1:
			part = e
		}
		m.assign(t, part, st, 0)
	}
}

// leave goes out of a loop or a switch.
func (m *machine) leave(n int32, st *state) {
	if m.unit().at(n) == "pass" {
		return
	}
	if len(m.exits) > 0 {
		out := m.exits[len(m.exits)-1]
		if m.unit().at(n) != "break" {
			for i := len(m.exits) - 1; i >= 0 && !out.loop; i-- {
				out = m.exits[i]
			}
		}
		keep(&out.state, st)
	}
	st.dead = true
}

// keep joins what holds into what is kept of several ways.
func keep(into **state, st *state) {
	c := st.fork()
	if *into == nil {
		*into = c
		return
	}
	(*into).meet(*into, c)
}

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
	if value != 0 {
		v = m.quiet(value, st)
	} else {
		v = Value{{form: nothing}}
	}
	if st.dead {
		return
	}
	m.returning(v, value, st)
	if len(m.frames) == 1 {
		if !m.returnsError(v, value, st) {
			st.consults |= v.missing()
			m.ended(st)
		}
	}
	st.dead = true
}

// returning notes what a function returns.
func (m *machine) returning(v Value, at int32, st *state) {
	if len(m.frames) == 1 {
		m.passes(v)
	}
	fr := m.frame()
	key := slot{m.context, ""}
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
	for i, c := range u.children(n) {
		m.eval(c, st)
		if i == 0 {
			name = m.thrown(c)
		}
	}
	if !st.dead {
		m.fail(st, 0, name)
	}
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
	m.stop(st, dep)
}

// stop ends the program.
func (m *machine) stop(st *state, dep mask) {
	if m.focus != nil {
		m.focus.stopped |= dep | st.control
	}
	st.dead = true
}

// try runs a try with its handlers.
func (m *machine) try(n int32, st *state) Value {
	u := m.unit()
	var body, finally int32
	var catches, before []int32
	for _, c := range u.children(n) {
		switch {
		case u.kind(c) == parse.Catch:
			catches = append(catches, c)
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
	if t.state != nil && t.dep == 0 && m.focus != nil && len(catches) > 0 && m.leaves(lastBlock(u, catches[0])) {
		t.state = nil
	}
	ways := []*state{st.fork()}
	values := []Value{v}
	for _, c := range catches {
		way := start.fork()
		var dep mask
		if t.state != nil {
			way, dep = t.state.fork(), t.dep
		} else if m.focus != nil && !m.holdsFocus(c) {
			continue
		}
		m.catch(c, way, dep)
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
	st.scope.vars, st.consults, st.dead = out.scope.vars, out.consults, out.dead
	m.afterwards(finally, st)
	return value
}

func lastBlock(u *Unit, n int32) (block int32) {
	for _, c := range u.children(n) {
		block = c
	}
	return block
}

// afterwards runs a block that is run in any case.
func (m *machine) afterwards(n int32, st *state) {
	if n != 0 && !st.dead {
		m.block(n, st)
	}
}

// catch runs a handler.
func (m *machine) catch(n int32, st *state, dep mask) {
	u := m.unit()
	m.lastValue = nil
	m.hinging++
	defer func() { m.hinging-- }()
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
		if name == "KeyError" && (c == "LookupError" || c == "NoSuchElementException" || c == "RuntimeException" || c == "IndexError") {
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

// defines runs the definition of a function within another.
func (m *machine) defines(n int32, st *state) {
	u := m.unit()
	fn := u.byNode[n]
	if fn == nil || fn.within == nil {
		return
	}
	c := &closure{unit: u, node: n, outer: st.scope}
	if fn.Name != "" && fn.Owner == nil {
		st.scope.vars.put(fn.Name, Value{{form: function, fn: c}})
	}
	m.later(fn, c)
}

// later has a function within a function run by itself, when that is done.
func (m *machine) later(fn *Func, c *closure) {
	if m.focus == nil && fn.concerned && c.unit == m.u && !m.queued[c.node] && len(m.queue) < 2000 {
		m.queue = append(m.queue, c)
	}
}

// classBody runs the body of a class: what its fields are given.
func (m *machine) classBody(n int32, st *state) {
	u := m.unit()
	c := u.classes[u.at(n)]
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
	u.Tree.Children(n, func(b int32) bool {
		if fallback := u.Tree.Child(b, 0); u.kind(b) == parse.Parameter && fallback != 0 && u.reads(fallback) { // class A(val b: T = c)
			m.setField(u.at(b), m.quiet(fallback, in), in, 0)
		}
		if u.kind(b) == parse.Block {
			list := m.statements(b)
			for _, i := range m.wantedOf(b, len(list)) {
				s, touches := list[i], len(m.touches)
				switch {
				case u.kind(s) == parse.Function || in.dead || !m.tick():
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

// ready runs the body of a class that is asked for something before it is come
// to.
func (m *machine) ready(c *Class) {
	if c.Unit != m.u || c.Node == 0 || m.began[c.Node] {
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
			return
		}
	case parse.Call: // A("AA"): one of an enumeration
		if m.isRunBlock(s) {
			m.eval(s, st)
			return
		}
		if callee := u.Tree.Child(s, 0); u.kind(callee) == parse.Name && len(c.params)+len(c.methods) > 0 && isUpper(u.at(callee)) {
			object := m.make(c, m.arguments(s, st), s, st)
			m.setField(u.at(callee), object, st, 0)
			m.listed(c, object)
			return
		}
	case parse.Case, parse.Name:
		return
	}
	m.exec(s, st)
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

func isUpper(s string) bool { return s != "" && s[0] >= 'A' && s[0] <= 'Z' }

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
