package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// operator returns the operator of a node as most languages write it.
func (u *Unit) operator(n int32) string {
	op := u.at(n)
	if next := u.next(n); op == "!" && u.kind(n) == parse.Binary && (next == "in" || next == "is") { // in two tokens
		return op + next
	}
	if u.Words.AnyCase { // -Not, -Eq
		op = strings.ToLower(op)
	}
	if usual, has := u.Words.Operators[op]; has {
		return usual
	}
	return op
}

// binary runs an operator between two operands.
func (m *machine) binary(n int32, st *state) Value {
	u := m.unit()
	list := u.children(n)
	if len(list) < 2 {
		for _, c := range list {
			m.eval(c, st)
		}
		return nil
	}
	left, right := list[0], list[len(list)-1]
	op := u.operator(n)
	if v, known := m.indexAsked(op, left, right, st); known {
		return v
	}
	switch op {
	case "||", "or":
		return m.alternative(left, right, false, u.Words.Chooses[op], st)
	case "??", "//", "orelse":
		return m.alternative(left, right, true, true, st)
	case "?:":
		return m.alternative(left, right, !u.Words.EmptyLists, true, st)
	case "&&", "and":
		return m.both(left, right, st)
	case ":=":
		v := m.quiet(right, st)
		m.assign(left, v, st, right)
		return v
	case "==", "===", "!=", "!==", "is", "!is", "eq", "ne", "~=", "=~":
		return m.equality(n, op, left, right, st)
	case "in", "not", "!in":
		return m.membership(n, left, right, op != "in", st)
	case "<<":
		if v := m.quiet(left, st); m.holdsLists(left, v) { // missing << name
			m.assignFrom(left, v.grown([]Value{m.eval(right, st)}), st)
			return v
		}
	case "+", ".", "..", "<>", "++", "~":
		a, b := m.eval(left, st), m.eval(right, st)
		if op == ".." && isNumber(a) && isNumber(b) {
			return m.span(a, b, op)
		}
		if v, is := m.mergedBy(op, a, b); is {
			return v
		}
		m.passes(a)
		m.passes(b)
		if u.Words.Joins[op] && !st.dead {
			if a = m.needed(a, st); !st.dead {
				b = m.needed(b, st)
			}
			if st.dead {
				return nil
			}
		}
		if v, known := m.added(a, b); known && op == "+" {
			return v
		}
		if u.Words.Pointers && (isNumber(a) || isNumber(b) || !u.hasStrings()) {
			return Value{loose(append(append(Value{}, a...), b...), anything(m.depth()))}
		}
		if textLike(a) || textLike(b) || op != "+" || holdsParam(a) || holdsParam(b) {
			return m.concat(a, b)
		}
		return Value{loose(append(append(Value{}, a...), b...), anything(m.depth()))}
	case "%":
		a, b := m.eval(left, st), m.eval(right, st)
		if textual(a) {
			return m.format(a, formatArguments(b), nil)
		}
		return Value{loose(a, anything(m.depth()))}
	case "until", "...", "..<", "..=":
		return m.span(m.quiet(left, st), m.quiet(right, st), op)
	case "to", "->": // a key with its value
		if u.Words.Generators && op == "to" {
			return m.span(m.quiet(left, st), m.quiet(right, st), op)
		}
		return pairOf(m.quiet(left, st), m.quiet(right, st))
	case "|>":
		return m.piped(left, right, st)
	case "rescue":
		return m.rescued(left, right, st)
	case "catch": // of an error, which is a value
		v := m.eval(left, st)
		if list := u.children(right); u.kind(right) == parse.Lambda && len(list) > 0 { // catch |e| x
			right = list[len(list)-1]
			if u.kind(list[0]) == parse.Parameter {
				m.bindName(u.at(list[0]), Value{{form: failure, truth: true}}, st, list[0])
			}
		}
		if st.dead {
			return nil
		}
		return m.orRight(v, right, true, true, st)
	case "instanceof":
		return m.equality(n, op, left, right, st)
	case "=>", "<-":
		v := m.eval(left, st)
		m.eval(right, st)
		m.asked(v)
		return Value{loose(v, anything(m.depth()))}
	}
	a, b := m.eval(left, st), m.eval(right, st)
	if v, known := m.chained(left, b, op, st); known {
		return v
	}
	switch op {
	case "|":
		if v, is := m.mergedBy(op, a, b); is {
			return v
		}
	case "&":
		if textLike(a) || textLike(b) {
			return m.concat(a, b)
		}
	case "<", ">", "<=", ">=":
		m.asked(a)
		m.asked(b)
		m.measure(a, b)
		if u.Words.Signs { // @_ > 1
			a, b = m.sized(a), m.sized(b)
		}
		if v, known := m.ordered(a, b, op); known {
			return v
		}
		if op == ">=" {
			a, b = b, a
		}
		if v, known := m.isWithin(n, a, b, st); known && op != "<" && op != ">" { // names <= set(environment)
			return v
		}
	case "*", "x": // "a" * 2
		if v, done := m.remade(Repeats, a, argument{value: b}); done {
			return v
		}
	case "-", "--": // set(names) - found.keys()
		if rest, known := m.without(n, a, b, st); known {
			return rest
		}
	}
	out := loose(a, anything(m.depth()))
	out.depends |= b.depends()
	return Value{out}.telling(a, b)
}

// indexAsked asks whether something is in a list as people do by where it would be:
// list.indexOf(x) > -1.
func (m *machine) indexAsked(op string, left, right int32, st *state) (answer Value, known bool) {
	u := m.unit()
	there, asks := indexQuestions[op+u.Tree.Text(right)]
	if !asks {
		return nil, false
	}
	return m.indexOf(left, !there, st)
}

// indexQuestions are what an index is compared with, and whether that says that
// something is there.
var indexQuestions = map[string]bool{
	">-1": true, "!=-1": true, "!==-1": true, ">=0": true, "==-1": false, "===-1": false, "<0": false,
}

// indexOf asks whether the argument of list.indexOf(x) is in a list or a text that is known.
func (m *machine) indexOf(call int32, not bool, st *state) (answer Value, known bool) {
	u := m.unit()
	callee := u.Tree.Child(call, 0)
	if u.kind(call) != parse.Call || u.kind(callee) != parse.Member || u.at(callee) != "indexOf" && u.at(callee) != "IndexOf" {
		return nil, false
	}
	list := m.quiet(u.Tree.Child(callee, 0), st)
	arguments := m.arguments(call, st)
	if v, done := m.remade(Includes, list, arguments...); done && v[0].form == boolean {
		return m.unlessNot(v, not), true
	}
	if !list.isLists() || len(arguments) != 1 {
		return nil, false
	}
	return m.among(arguments[0].value, list, not), true
}

// sized returns how many elements a list has, which is what stands for it where a number is
// wanted; else it returns the value as it is.
func (m *machine) sized(v Value) Value {
	if x, known := oneCollection(v); known && x.form == sequence {
		return m.lengthOf(x)
	}
	return v
}

func holdsParam(v Value) bool {
	for _, x := range v {
		for _, p := range x.parts {
			if p.param {
				return true
			}
		}
	}
	return false
}

func textLike(v Value) bool {
	for _, x := range v {
		if x.form == text {
			return true
		}
	}
	return false
}

// alternative runs a || b, or a ?? b where only nothing is passed over.
func (m *machine) alternative(left, right int32, onlyNothing, chooses bool, st *state) Value {
	v := m.eval(left, st)
	if st.dead {
		return nil
	}
	return m.orRight(v, right, onlyNothing, chooses, st)
}

// orRight returns a value where it counts, or else what is at a node.
func (m *machine) orRight(v Value, right int32, onlyNothing, chooses bool, st *state) Value {
	return m.orElse(v, onlyNothing, st, func(way *state) Value {
		m.instead++
		w := m.quiet(right, way)
		m.instead--
		if m.focus != nil && !way.dead && w.missing() == 0 && chooses {
			m.replaced(m.goneBy(v, onlyNothing), w, right)
		}
		return w
	}, m.unit())
}

// orElse returns what a value is where it counts, or else what other gives.
func (m *machine) orElse(v Value, onlyNothing bool, st *state, other func(*state) Value, u *Unit) Value {
	var kept, passed Value
	for _, x := range v {
		switch u.counts(x, onlyNothing) {
		case yes:
			x.held = x.held && x.form == nothing
			kept = append(kept, x)
		case no:
			passed = append(passed, x)
		default:
			y := x
			y.truth, y.held = !onlyNothing || !x.verdict, false
			kept, passed = append(kept, y), append(passed, x)
		}
	}
	if len(v) == 0 {
		kept, passed = Value{{truth: true}}, Value{{}}
	}
	if len(passed) == 0 {
		return kept
	}
	if m.tells(v) {
		instead := other
		other = func(st *state) Value {
			m.hinging++
			m.instead++
			w := instead(st)
			m.hinging--
			m.instead--
			return w
		}
	}
	because := m.because(passed, len(kept) == 0)
	if len(kept) == 0 {
		control := st.control
		st.control |= because
		w := other(st)
		st.control = control
		if m.focus == nil {
			return w
		}
		if m.isNothing(w) && !st.dead {
			return Value{{form: nothing, missing: passed.missing(), depends: passed.depends()}}
		}
		if w.missing() == 0 {
			m.focus.tested |= passed.depends()
		}
		return w.dependent(because)
	}
	way := st.fork()
	way.control |= because
	w := other(way)
	if !way.dead {
		st.consults |= way.consults
	}
	if m.focus != nil && !m.isNothing(w) && w.missing() == 0 {
		m.focus.tested |= passed.depends()
	}
	if way.dead { // who goes on did not come this way
		st.consults &^= passed.depends() &^ kept.depends()
		return kept
	}
	if w.missing() != 0 && kept.isOfAnother() { // what is judged is the way that comes to the variable
		return w.dependent(m.anyBecause(passed))
	}
	return join(kept, w.dependent(m.anyBecause(passed)))
}

// isOfAnother reports whether a value is what another variable holds than the one that
// is unset.
func (v Value) isOfAnother() bool {
	return len(v) > 0 && !v.some(func(x alt) bool { return !x.another })
}

// goneBy returns the unset reads that a || b passes over.
func (m *machine) goneBy(v Value, onlyNothing bool) (gone mask) {
	for _, x := range v {
		switch {
		case m.unit().counts(x, onlyNothing) == yes:
		case x.form == boolean: // what tells of a value is not the value
			gone |= x.missing
		default:
			gone |= x.missing | x.depends
		}
	}
	return gone
}

// anyBecause returns the unset reads that any alternative depends on.
func (m *machine) anyBecause(v Value) mask {
	if m.focus == nil {
		return 0
	}
	return v.depends()
}

// counts returns whether an alternative is taken by a || b.
func (u *Unit) counts(x alt, onlyNothing bool) truth {
	if !onlyNothing {
		return u.truthOf(x)
	}
	switch {
	case x.form == nothing:
		return no
	case x.form == unknown:
		if x.truth {
			return yes
		}
		return may
	case x.isGone() && x.name != notNumber:
		return no
	}
	return yes
}

// truthOf returns what the right side of a && b gives where that is a truth and
// never b itself.
func (m *machine) truthOf(v Value) Value {
	if !m.unit().Words.Pointers {
		return v
	}
	out := slices.Clone(v)
	for n := range out {
		if out[n].form == unknown || out[n].form == text {
			out[n] = alt{depends: out[n].depends | out[n].missing, about: out[n].about.with(out[n].sites)}
		}
	}
	return out
}

// both runs a && b.
func (m *machine) both(left, right int32, st *state) Value {
	true_, false_ := m.condition(left, st)
	if st.dead {
		return nil
	}
	false_ = slices.Clone(false_)
	for n := range false_ {
		if false_[n].form == unknown {
			false_[n].about, false_[n].sites = false_[n].about.with(false_[n].sites), nil
		}
	}
	if len(true_) == 0 {
		return false_
	}
	if len(false_) == 0 {
		control := st.control
		st.control |= m.because(true_, true)
		v := m.truthOf(m.eval(right, st))
		st.control = control
		return v.dependent(m.because(true_, true))
	}
	way := st.fork()
	way.control |= m.because(true_, false)
	v := m.truthOf(m.eval(right, way))
	st.consults |= way.consults
	// What the right side assigns holds where both are true.
	way.scope.vars.until(common(way.scope.vars, st.scope.vars), func(name string, w Value) {
		if _, known := st.scope.vars.get(name); !known {
			st.scope.vars.put(name, w)
		}
	})
	for n := range false_ {
		if false_[n].form == unknown {
			false_[n] = alt{form: boolean, depends: false_[n].depends, about: false_[n].about.with(v.sites())}
		}
	}
	if way.dead {
		return false_
	}
	return join(false_, v.dependent(m.because(true_, false)))
}

// rescued runs a rescue b.
func (m *machine) rescued(left, right int32, st *state) Value {
	before := st.fork()
	v, t := m.trying(func() Value { return m.eval(left, st) })
	if t.state == nil {
		w := m.eval(right, before)
		return join(v, w)
	}
	*st = *t.state
	control := st.control
	st.control |= t.dep
	w := m.eval(right, st)
	st.control = control
	if !st.dead {
		m.replaced(t.dep, w, right)
	}
	return w.dependent(t.dep)
}
