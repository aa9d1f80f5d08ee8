package evaluate

import "inzicht/core/parse"

// loop runs the body of a loop: once an element where these are known, or else
// once. It returns what stands for its value, in languages in which it has one.
func (m *machine) loop(n int32, st *state) Value {
	u := m.unit()
	list := u.children(n)
	body := int32(0)
	if u.at(n) == "rescue" && len(list) == 2 {
		return m.rescues(list[1], list[0], st)
	}
	if u.at(n) == "with" {
		return m.with(list, st)
	}
	if last := len(list) - 1; last >= 0 && (u.kind(list[last]) == parse.Block || u.kind(list[last]) == parse.Pair && u.at(list[last]) == "do") {
		body = list[last]
		list = list[:last]
	}
	if m.isGenerated(n, list) {
		return m.generate(u.generationOf(list, body), st)
	}
	if over, does := m.unnamedLoop(n, list, body); over != 0 {
		m.over(nil, m.elements(over, st), does, st)
		return nil
	}
	otherwise := int32(0)
	if last := len(list) - 1; body != 0 && last >= 1 && u.kind(list[last]) == parse.Block { // for …: … else: …
		body, otherwise, list = list[last], body, list[:last]
	}
	var conditions []int32
	if len(list) > 1 && u.kind(list[0]) == parse.Assign && u.at(list[0]) == "<-" { // for a <- b, c
		list, conditions = list[:1], list[1:]
	}
	m.conditions = conditions
	targets, over := m.iteration(n, list)
	if over != 0 {
		m.over(targets, m.elements(over, st), body, st)
	} else if counter, elements := m.counted(list, body, st); counter != 0 {
		if u.Words.Loops == Indexed { // a name alone would be given where each stands
			for i, e := range elements {
				elements[i] = pairOf(e, e)
			}
		}
		m.over([]int32{counter}, elements, body, st)
	} else {
		m.whileLoop(n, list, body, st)
	}
	if otherwise != 0 && !st.dead { // it may have been left before
		way := st.fork()
		m.exec(otherwise, way)
		st.meet(st.fork(), way)
	}
	return nil
}

// unnamedLoop returns what a loop goes through that names nothing, and its body: for
// (@list) { … }, f($_) for @list. Else it returns 0.
func (m *machine) unnamedLoop(n int32, list []int32, body int32) (over, does int32) {
	u := m.unit()
	if word := u.at(n); !u.Words.Signs || word != "for" && word != "foreach" {
		return 0, 0
	}
	switch {
	case body != 0 && len(list) == 1 && u.kind(list[0]) != parse.Declare:
		return list[0], body
	case body == 0 && len(list) == 2 && u.kind(list[0]) != parse.Declare:
		return list[0], list[1]
	}
	return 0, 0
}

// rescues runs a statement, and other where it fails: a = b rescue c.
func (m *machine) rescues(statement, other int32, st *state) Value {
	u := m.unit()
	if u.kind(statement) == parse.Assign && u.at(statement) == "=" {
		parts := u.children(statement)
		v := m.rescued(parts[1], other, st)
		if !st.dead {
			m.assign(parts[0], v, st, other)
		}
		return v
	}
	return m.rescued(statement, other, st)
}

// with runs with a <- b, c <- d do … end: the block, where each pattern fits.
func (m *machine) with(list []int32, st *state) Value {
	u := m.unit()
	var block, otherwise int32
	var failed Value
	only := false
	way := st.fork()
	for _, c := range list {
		switch {
		case only && u.kind(c) != parse.Block && u.kind(c) != parse.Pair && u.kind(c) != parse.Switch: // not come to
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
			return nil
		}
	}
	st.consults |= way.consults
	other := st.fork()
	w := failed
	if len(failed) > 0 && otherwise != 0 {
		if u.kind(otherwise) == parse.Switch {
			m.subject = failed
		}
		w = m.way(otherwise, m.because(failed, only), other)
		if w.isFunction() && !other.dead { // else: (_ -> 7)
			w = m.invoke(w[0], otherwise, []argument{{value: failed}}, other)
		}
	}
	if only {
		st.meet(other, other)
		return w
	}
	v := m.block(block, way)
	return st.meetWhere(len(failed) > 0, way, other, v, w)
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
	case parse.Call:
		if callee := u.Tree.Child(n, 0); u.kind(callee) == parse.Member && u.Words.Mutates && lengthening[u.at(callee)] {
			m.widenText(u.Tree.Child(callee, 0), st)
		} else if b, known := buffered[u.at(callee)]; known && b.behind {
			m.widenText(u.Tree.Child(n, 1), st)
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

// widenText forgets how a text goes on behind what is known of it.
func (m *machine) widenText(n int32, st *state) {
	u := m.unit()
	if v, known := st.scope.vars.get(u.at(n)); u.kind(n) == parse.Name && known && v.isOwnText() {
		m.widenName(n, st)
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
	case v.missing() != 0: // what is put behind it does not stand in for it
	case textual(v):
		st.scope.vars.put(name, m.concat(v, Value{anything(m.depth())}))
	case len(v.sites()) == 0:
		st.scope.vars.put(name, Value{anything(m.depth())})
	}
}

// unrolled notes that a loop is gone round whose elements are known, and returns what
// notes its end.
func (m *machine) unrolled(elements int) func() {
	if elements < 2 {
		return func() {}
	}
	m.rounding++
	return func() { m.rounding-- }
}

// over runs a body once for each element.
func (m *machine) over(targets []int32, elements []Value, body int32, st *state) {
	m.overDoing(targets, elements, body, st, func() {
		if body != 0 {
			m.block(body, st)
		}
	})
}

// overDoing does something once for each element of what a loop with a body goes through.
func (m *machine) overDoing(targets []int32, elements []Value, body int32, st *state, does func()) {
	before := st.fork()
	conditions := m.conditions
	m.conditions = nil
	any, unknown := false, len(elements) == 1 && isAnything(elements[0])
	if unknown {
		m.widen(body, st)
	}
	grew, left := m.grew, mask(0)
	rounds, found, last := m.rounds[place{m.context, body}], len(m.reads)+len(m.queue), 0
	at := place{m.context, body}
	context, round := m.context, m.round
	defer func() { m.context, m.round = context, round }()
	defer m.unrolled(len(elements))()
	for i, e := range elements {
		if i >= mostRounds || st.dead || !m.tick() || m.focus != nil && i > rounds {
			break
		}
		if now := len(m.reads) + len(m.queue); now > found {
			found, last = now, i
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
		m.bindElement(targets, e, i, st)
		out := &exit{loop: true}
		m.exits = append(m.exits, out)
		if last := len(conditions) - 1; last >= 0 && body != 0 {
			m.filtered(conditions[:last], conditions[last], body, st)
		} else {
			does()
		}
		m.exits = m.exits[:len(m.exits)-1]
		if out.state != nil {
			st.meet(st, out.state)
		}
		left |= m.leftRound(body, st)
	}
	if m.focus != nil && left != 0 {
		m.context = context
		m.decide(body, left)
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

// filtered runs the body of a loop for an element for which some conditions hold: for a <- b, c, d.
func (m *machine) filtered(conditions []int32, last, body int32, st *state) {
	true_, false_ := m.allHold(conditions, last, st)
	if !st.dead {
		m.decide(last, true_.depends()|false_.depends())
		m.twoWays(true_, false_, body, 0, st)
	}
}

// leftRound returns the unset reads but for which the round of a loop that was gone would
// have left the function.
func (m *machine) leftRound(body int32, st *state) (left mask) {
	u := m.unit()
	if m.focus == nil || body == 0 || u.kind(body) != parse.Block {
		return 0
	}
	for _, s := range u.children(body) {
		if u.kind(s) != parse.If {
			continue
		}
		for _, c := range u.children(s) {
			if k := u.kind(u.lastChild(c)); u.kind(c) == parse.Block && (k == parse.Return || k == parse.Throw) || u.kind(c) == parse.Return {
				left |= m.leftBefore(s, st)
				break
			}
		}
	}
	return left
}

func isAnything(v Value) bool {
	return len(v) == 0 || v[0].form == unknown && v[0].element
}

// bindElement binds the names of a loop to an element, the i-th.
func (m *machine) bindElement(targets []int32, e Value, i int, st *state) {
	u := m.unit()
	if len(targets) == 0 {
		st.scope.vars.put("$_", e)
		return
	}
	if len(targets) == 1 && u.kind(targets[0]) == parse.List && len(u.children(targets[0])) == 1 {
		targets = u.children(targets[0])
	}
	if len(targets) == 1 {
		switch {
		case isPair(e) && u.Words.Loops == Values:
			e = e[0].list[1]
		case isPair(e) && u.Words.Loops == Indexed:
			e = e[0].list[0]
		case u.Words.Loops == Indexed && isAnything(e):
			e = Value{anything(m.depth())}
		case u.Words.Loops == Indexed:
			e = m.numberOf(i)
		}
		m.bindTarget(targets[0], e, st)
		return
	}
	// Several names: key and value, or index and value, or parts.
	counted := (u.Words.Loops == Indexed || u.Words.Loops == Values) && !isPair(e)
	for k, t := range targets {
		part := Value{anything(m.depth())}
		switch {
		case !counted && len(e) == 1 && e[0].form == sequence && len(e[0].list) == len(targets):
			part = e[0].list[k]
		case k == len(targets)-1:
			part = e
		case counted && !isAnything(e):
			part = m.numberOf(i)
		}
		m.bindTarget(t, part, st)
	}
}

// bindTarget gives what a loop names an element. A name is one of the function that
// the loop is in, though there may be one of the file, too.
func (m *machine) bindTarget(target int32, v Value, st *state) {
	name := m.unit().targetName(target)
	if name != "" && name != "_" && st.scope != m.globals {
		m.assignIn(st.scope, name, v, st, 0)
		return
	}
	m.assign(target, v, st, 0)
}

// targetName returns the name that the target of a loop is, declared or not, or
// "" for a pattern.
func (u *Unit) targetName(target int32) string {
	if u.kind(target) == parse.Declare {
		target = u.Tree.Child(target, 0)
	}
	if u.kind(target) != parse.Name {
		return ""
	}
	return u.at(target)
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
	} else if u := m.unit(); m.frame().fn != nil && u.kind(m.frame().fn.Node) == parse.Lambda { // next, in a block that is called for each
		value := u.Tree.Child(n, 0)
		m.returning(m.quiet(value, st), value, st)
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
