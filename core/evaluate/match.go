package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// choose runs a switch, and returns what the case gives that is taken.
func (m *machine) choose(n int32, st *state) Value {
	u := m.unit()
	var subject Value
	var subjectNode int32
	asked := false
	var cases []int32
	for _, c := range u.children(n) {
		if u.kind(c) == parse.Case {
			cases = append(cases, c)
			continue
		}
		if u.kind(c) == parse.Block {
			continue
		}
		subject, subjectNode = m.eval(c, st), c
		if k := u.kind(c); k == parse.Declare || k == parse.Assign || k == parse.Wrapper && u.kind(u.Tree.Child(c, 0)) == parse.Assign {
			if k == parse.Wrapper {
				subjectNode = u.Tree.Child(c, 0)
			}
			subjectNode = u.Tree.Child(subjectNode, 0)
		}
		asked = len(subject) != 1 || subject[0].form != boolean || subject[0].name == "" || !subject[0].truth // switch (true) asks its cases
		if st.dead {
			return nil
		}
	}
	if into := m.subject; len(into) > 0 {
		if m.subject = nil; subjectNode == 0 {
			subject, asked = into, true
		}
	}
	if word := u.at(n); subjectNode == 0 && (word == "else" || word == "rescue" || word == "catch") { // of with, of what failed
		asked = true
	}
	if asked && len(subject) == 0 {
		subject = Value{{}}
	}
	if asked {
		m.asked(subject)
	} else {
		subject = Value{{form: boolean, truth: true}}
	}
	if u.Words.Exact && u.at(n) == "switch" && !m.takesNothing(cases) {
		if subject = m.needed(subject, st); st.dead {
			return nil
		}
	}
	subject = subject.withElements()
	m.closing(n, subject, subjectNode, cases)
	cases = m.defaultLast(cases)
	rest, tells := subject, m.tells(subject) || m.focus == nil && u.Words.Clauses && subject.carries()
	yesOrNo := tells && m.focus == nil && m.takesNothing(cases) // what the case for nothing gives stands in for what the others say of the variable
	var out Value
	var merged *state
	all := Value(nil)
	for i, c := range cases {
		if len(rest) == 0 {
			break
		}
		way := st.fork()
		taken, left := m.fits(c, rest, way, asked)
		if len(taken) == 0 {
			rest = left
			continue
		}
		block := m.blockOf(cases, i)
		all = append(all, taken...)
		only := len(left) == 0 && merged == nil
		because := m.because(taken, only)
		way.hedged = way.hedged || !only && taken.depends() == 0
		exit := &exit{}
		m.exits = append(m.exits, exit)
		if tells {
			m.hinging++
			m.ending(block)
		}
		v := m.way(block, because, way)
		if tells {
			m.hinging--
		}
		m.exits = m.exits[:len(m.exits)-1]
		if exit.state != nil {
			way.meet(way, exit.state)
		}
		if !way.dead {
			if yesOrNo && len(v) == 1 && v[0].form == boolean {
				v = v.telling(subject)
			}
			out = append(out, v...)
		}
		merged = st.either(merged, way)
		rest = left
	}
	m.decide(n, all.depends())
	if merged == nil {
		if len(rest) > 0 && len(cases) > 0 && u.Words.Exhausts[u.at(n)] && (u.at(n) != "switch" || u.Tree.Nodes[n].At != u.Tree.Nodes[n].From) {
			m.fail(st, rest.depends()|rest.missing(), "MatchError")
		}
		return nil
	}
	if len(rest) > 0 {
		next := st.fork()
		next.meet(merged, st)
		merged = next
	}
	st.become(merged)
	return out.compact()
}

// takesNothing reports whether a case is for nothing.
func (m *machine) takesNothing(cases []int32) bool {
	u := m.unit()
	for _, c := range cases {
		for _, p := range u.children(c) {
			if u.kind(p) == parse.Name && u.Words.Nothing[u.at(p)] {
				return true
			}
		}
	}
	return false
}

// withElements has lists depend on what their elements do: match [a, b]:
func (v Value) withElements() Value {
	for i, x := range v {
		if x.form != sequence {
			continue
		}
		v = slices.Clone(v)
		for _, e := range x.list {
			v[i].depends |= e.depends() | e.missing()
			v[i].about = v[i].about.with(e.sites()).with(e.about())
		}
	}
	return v
}

// defaultLast returns cases with the one for all others behind them.
func (m *machine) defaultLast(cases []int32) []int32 {
	u := m.unit()
	for i, c := range cases {
		if list := u.children(c); i+1 < len(cases) && len(list) == 1 && u.kind(list[0]) == parse.Block && len(u.children(list[0])) > 0 {
			return append(append(append([]int32{}, cases[:i]...), cases[i+1:]...), c)
		}
	}
	return cases
}

// blockOf returns what a case does: an empty one goes on to the next.
func (m *machine) blockOf(cases []int32, i int) (block int32) {
	u := m.unit()
	for ; i < len(cases); i++ {
		block = u.lastChild(cases[i])
		if u.kind(block) != parse.Block || len(u.children(block)) > 0 || u.Words.Errors != nil {
			return block
		}
	}
	return block
}

// fits returns the alternatives that a case takes, and those it leaves; what is
// bound is put into a state.
func (m *machine) fits(c int32, v Value, st *state, asked bool) (taken, left Value) {
	u := m.unit()
	list := u.children(c)
	if len(list) > 0 && u.kind(list[len(list)-1]) == parse.Block {
		list = list[:len(list)-1]
	}
	if len(list) == 0 {
		return v, nil
	}
	if !asked { // switch { case a == b: }
		var cond Value
		for _, p := range list {
			cond = append(cond, m.eval(p, st)...)
		}
		m.asked(cond)
		m.askedWhether(cond)
		true_, false_ := u.split(cond)
		before := v.depends() | v.missing()
		if len(true_) > 0 {
			taken = true_.dependent(before)
		}
		if len(false_) > 0 {
			left = false_.dependent(before)
		}
		return taken, left
	}
	guard := int32(0)
	if len(list) > 1 && (u.kind(list[len(list)-1]) == parse.If) {
		guard = u.Tree.Child(list[len(list)-1], 0)
		list = list[:len(list)-1]
	}
	for _, x := range v {
		verdict := no
		for _, p := range list {
			if t := m.fit(p, x, st, 0); t == yes {
				verdict = yes
				break
			} else if t == may {
				verdict = may
			}
		}
		if guard != 0 && verdict != no {
			true_, false_ := m.condition(guard, st)
			switch {
			case len(true_) == 0:
				verdict = no
			case len(false_) > 0:
				verdict = may
			}
		}
		x = x.withElements()
		for _, p := range list {
			x.depends |= m.fieldsAsked(p, x)
		}
		switch verdict {
		case yes:
			taken = append(taken, x)
		case no:
			left = append(left, x)
		default:
			taken, left = append(taken, x), append(left, x)
		}
	}
	if p := list[0]; len(list) == 1 && len(taken) > 1 && m.bindsName(p) { // each was bound before
		m.bindName(u.at(p), taken, st, p)
	}
	return taken, left
}

// withElements returns a few values that are matched together as one that depends on
// what each of them does: (a, b).
func (x alt) withElements() alt {
	if x.form == sequence && len(x.list) <= mostTogether {
		for _, e := range x.list {
			x.depends |= e.depends() | e.missing()
		}
	}
	return x
}

// together returns a few values that are matched as one.
func (v Value) together() (list []Value) {
	for _, x := range v {
		if x.form == sequence && len(x.list) <= mostTogether {
			list = append(list, x.list...)
		}
	}
	return list
}

// mostTogether bounds how many values are matched together.
const mostTogether = 6

// matchedOrSet fits a pattern of a condition, if let Ok(v) = x, or asks whether
// there is a value at all: if let v = x.
func (m *machine) matchedOrSet(n int32, pattern []int32, v Value, st *state) (true_, false_ Value) {
	u := m.unit()
	if len(pattern) == 1 && u.kind(pattern[0]) == parse.Name && !u.Words.Nothing[u.at(pattern[0])] && !u.Tree.File.Is(int(u.Tree.Nodes[pattern[0]].At)-1, "::") {
		for _, x := range v {
			switch u.counts(x, true) {
			case yes:
				true_ = append(true_, x)
			case no:
				false_ = append(false_, x)
			default:
				y := x
				y.truth = true
				true_, false_ = append(true_, y), append(false_, x)
			}
		}
		if len(v) == 0 {
			true_, false_ = Value{{}}, Value{{}}
		}
		st.scope.vars.put(u.at(pattern[0]), true_)
		return true_, false_
	}
	return m.matched(pattern, v, st)
}

// matched fits a pattern, Ok(v), to a value.
func (m *machine) matched(pattern []int32, v Value, st *state) (set, rest Value) {
	u := m.unit()
	if len(v) == 0 {
		v = Value{{}}
	}
	name := u.calleeName(pattern[0])
	if u.kind(pattern[0]) == parse.Call {
		name = u.calleeName(u.Tree.Child(pattern[0], 0))
	}
	for _, x := range v {
		verdict := may
		switch {
		case u.kind(pattern[0]) == parse.Call || len(pattern) == 1:
			verdict = m.fit(pattern[0], x, st, 0)
		case name == "Ok" || name == "Some":
			verdict = yes
			if x.form == nothing || x.form == failure {
				verdict = no
			} else if x.form == unknown && !x.truth {
				verdict = may
			}
		case name == "Err":
			verdict = no
			if x.form == failure {
				verdict = yes
			} else if x.form == unknown && !x.truth {
				verdict = may
			}
		case name == "None":
			verdict = m.fitNothing(x)
		case x.variant() != "":
			verdict = no
			if x.variant() == name {
				verdict = yes
			}
		}
		x = x.withElements()
		switch verdict {
		case yes:
			set = append(set, x)
		case no:
			rest = append(rest, x)
		default:
			y := x
			y.truth = name != "Err" && name != "None"
			set, rest = append(set, y), append(rest, x)
		}
	}
	if len(pattern) > 1 {
		for _, p := range pattern[1:] {
			m.bindInner(p, set.firstOfVariants(), st)
		}
	}
	return set, rest
}

// bindInner binds the name within a pattern to what was matched.
func (m *machine) bindInner(n int32, v Value, st *state) {
	u := m.unit()
	if u.kind(n) == parse.Name {
		if name := u.at(n); name != "_" && !strings.HasPrefix(name, ":") {
			st.scope.vars.put(name, v)
		}
		return
	}
	for _, c := range u.children(n) {
		m.bindInner(c, v, st)
	}
}

// fitFields fits a pattern of a map or an object, %{url: nil}, { Url: null }: each field that it names
// must fit.
func (m *machine) fitFields(p int32, x alt, st *state, depth int) truth {
	u, result := m.unit(), yes
	if x.form == nothing {
		return no
	}
	for _, c := range u.children(p) {
		v, known := x.fieldOf(u, c)
		if u.kind(c) != parse.Pair {
			continue
		}
		if !known {
			m.bindAnything(u.lastChild(c), st)
			result = may
			continue
		}
		m.asked(v)
		if m.focus == nil {
			m.touch(v.sites())
		}
		t := m.fitField(u.lastChild(c), v, st, depth)
		if t == no {
			return no
		} else if t == may {
			result = may
		}
	}
	return result
}

// fitField fits all that a field may be.
func (m *machine) fitField(p int32, v Value, st *state, depth int) truth {
	fits, not := false, false
	for _, x := range v {
		t := m.fit(p, x, st, depth+1)
		fits, not = fits || t != no, not || t != yes
	}
	if m.bindsName(p) {
		m.bindName(m.unit().at(p), v, st, p)
	}
	switch {
	case !fits:
		return no
	case not:
		return may
	}
	return yes
}

// fieldOf returns the field of an object that a part of a pattern names.
func (x alt) fieldOf(u *Unit, pair int32) (Value, bool) {
	if x.members == nil || u.kind(pair) != parse.Pair || len(u.children(pair)) == 0 {
		return nil, false
	}
	name := u.at(pair)
	if first := u.Tree.Child(pair, 0); name == ":" || name == "=>" {
		name = u.Tree.Text(first)
	}
	v, known := x.members.get(strings.Trim(name, `:"'`))
	return v, known && len(v) > 0
}

// fieldsAsked returns the unset reads that the fields hold of an object which a pattern asks for.
func (m *machine) fieldsAsked(p int32, x alt) (asked mask) {
	u := m.unit()
	if k := u.kind(p); k == parse.Assign || k == parse.Binary { // %{url: nil} = config
		for _, c := range u.children(p) {
			asked |= m.fieldsAsked(c, x)
		}
	} else if k != parse.Record {
		return 0
	}
	for _, c := range u.children(p) {
		if v, known := x.fieldOf(u, c); known && !m.bindsName(u.lastChild(c)) {
			asked |= v.depends() | v.missing()
		}
	}
	return asked
}
