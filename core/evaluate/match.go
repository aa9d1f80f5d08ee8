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
	rest, tells := subject, m.tells(subject)
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
		because := m.because(taken, len(left) == 0 && merged == nil)
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
			out = append(out, v...)
		}
		if merged == nil {
			merged = way
		} else {
			next := st.fork()
			next.meet(merged, way)
			merged = next
		}
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
	st.scope.vars, st.consults, st.dead = merged.scope.vars, merged.consults, merged.dead
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
		block = lastBlock(u, cases[i])
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
		return true_.dependent(before), false_.dependent(before)
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
		switch verdict {
		case yes:
			taken = append(taken, x)
		case no:
			left = append(left, x)
		default:
			taken, left = append(taken, x), append(left, x)
		}
	}
	return taken, left
}

// fit reports whether an alternative is what a pattern stands for, and binds
// the pattern's names.
func (m *machine) fit(p int32, x alt, st *state, depth int) truth {
	u := m.unit()
	if depth > 8 {
		return may
	}
	switch u.kind(p) {
	case parse.Text, parse.Number:
		v := m.eval(p, st)
		m.compared(Value{x}, v)
		if s, plain := v.plain(); plain {
			m.named(Value{x}, s, true, p)
		}
		if len(v) == 0 {
			return may
		}
		return equalAlt(x, v[0])
	case parse.Name:
		return m.fitName(p, x, st)
	case parse.Member: // Enum.A, Option::None
		switch u.at(p) {
		case "None", "Nothing":
			return m.fitNothing(x)
		}
		return may
	case parse.Call:
		return m.fitCall(p, x, st, depth)
	case parse.Binary:
		parts := u.children(p)
		switch u.at(p) {
		case "|":
			result := no
			for _, c := range parts {
				if t := m.fit(c, x, st, depth+1); t == yes {
					return yes
				} else if t == may {
					result = may
				}
			}
			return result
		case "or", "and":
			return joinedTruth(u.at(p), m.fit(parts[0], x, st, depth+1), m.fit(parts[1], x, st, depth+1))
		case "when", "if":
			t := m.fit(parts[0], x, st, depth+1)
			if t == no {
				return no
			}
			true_, false_ := m.condition(parts[1], st)
			switch {
			case len(true_) == 0:
				return no
			case len(false_) > 0:
				return may
			}
			return t
		case "as":
			m.bindName(u.at(parts[1]), Value{x}, st, p)
			return m.fit(parts[0], x, st, depth+1)
		}
		return may
	case parse.Declare: // var v, String s
		return m.fitDeclared(p, x, st)
	case parse.Template:
		if u.at(p) == "/" && x.form == nothing {
			return no
		}
	case parse.Pair: // String => name
		list := u.children(p)
		if len(list) != 2 || u.at(p) != "=>" {
			break
		}
		m.bindName(u.at(list[1]), Value{x}, st, p)
		return m.fit(list[0], x, st, depth+1)
	case parse.Wrapper, parse.Unary:
		list := u.children(p)
		if u.at(p) == "not" && len(list) == 1 {
			return m.fit(list[0], x, st, depth+1).not()
		}
		if op := u.at(p); op == "in" || op == "!in" || op == "is" || op == "!is" {
			return m.fitAsked(p, x, st)
		}
		if len(list) == 0 {
			return may
		}
		return m.fit(list[0], x, st, depth+1)
	case parse.List:
		return m.fitList(p, x, st, depth)
	case parse.Record: // a tuple in braces: {:ok, v}
		if list := u.children(p); len(list) > 0 && !slices.ContainsFunc(list, func(c int32) bool { return u.kind(c) == parse.Pair }) {
			return m.fitList(p, x, st, depth)
		}
	}
	m.bindAnything(p, st)
	return may
}

// matchesPattern asks whether an expression fits a pattern.
func (m *machine) matchesPattern(n, pattern int32, st *state) Value {
	v := m.quiet(n, st)
	if len(v) == 0 {
		return Value{{}}
	}
	return m.answers(v, func(x alt) truth { return m.fit(pattern, x, st, 0) })
}

// answers asks something of a value, and returns whether it is so.
func (m *machine) answers(v Value, is func(alt) truth) Value {
	m.asked(v)
	var out Value
	for _, x := range v {
		if t := is(x); t == may {
			out = append(out, loose(Value{x}, alt{}))
		} else {
			out = append(out, alt{form: boolean, truth: t == yes, depends: x.depends | x.missing})
		}
	}
	return out.telling(v).compact()
}

// fitDeclared fits a name with a word or a type before it, which is bound.
func (m *machine) fitDeclared(p int32, x alt, st *state) truth {
	u := m.unit()
	for _, c := range u.children(p) {
		if u.kind(c) == parse.Name {
			m.bindName(u.at(c), Value{x}, st, p)
		} else {
			m.bindAnything(c, st)
		}
	}
	switch u.at(p) {
	case "var", "let", "val", "final":
		if u.Tree.File.Is(int(u.Tree.Nodes[p].To)-1, "?") {
			return m.fitThere(x)
		}
		return yes
	case "String", "string", "str", "object", "Object":
		return m.fitThere(x)
	}
	return may
}

// fitThere reports whether there is a value.
func (m *machine) fitThere(x alt) truth {
	switch m.fitNothing(x) {
	case yes:
		return no
	case no:
		return yes
	}
	return may
}

// fitAsked fits in list, is String and the like.
func (m *machine) fitAsked(p int32, x alt, st *state) truth {
	u := m.unit()
	asked, op := u.Tree.Child(p, 0), strings.TrimPrefix(u.at(p), "!")
	result := may
	switch {
	case op == "in":
		result = m.verdictOf(m.among(Value{x}, m.quiet(asked, st), false))
	case u.kind(asked) == parse.Name && (u.at(asked) == "String" || u.Words.Nothing[u.at(asked)]):
		result = m.fitThere(x)
		if u.Words.Nothing[u.at(asked)] {
			result = m.fitNothing(x)
		}
	}
	if op != u.at(p) {
		return result.not()
	}
	return result
}

// not returns the contrary of a truth.
func (t truth) not() truth {
	switch t {
	case yes:
		return no
	case no:
		return yes
	}
	return may
}

// joinedTruth returns what a or b, or a and b, is.
func joinedTruth(op string, a, b truth) truth {
	decides := yes
	if op == "and" {
		decides = no
	}
	switch {
	case a == decides || b == decides:
		return decides
	case a == may || b == may:
		return may
	}
	return decides.not()
}

// verdictOf reports whether a value counts as true.
func (m *machine) verdictOf(v Value) truth {
	true_, false_ := m.unit().split(v)
	switch {
	case len(true_) == 0 && len(false_) > 0:
		return no
	case len(false_) == 0 && len(true_) > 0:
		return yes
	}
	return may
}

// bindName gives a name of a pattern what was matched.
func (m *machine) bindName(name string, v Value, st *state, at int32) {
	m.replacing(nil, v, slot{m.context, name}, st, at)
	m.sets(name)
	st.scope.vars.put(name, v)
}

func (m *machine) fitNothing(x alt) truth {
	switch {
	case x.form == nothing:
		return yes
	case x.form == unknown && !x.truth:
		return may
	}
	return no
}

// fitName fits a name: one for nothing, one for all, or one that is bound.
func (m *machine) fitName(p int32, x alt, st *state) truth {
	u := m.unit()
	name := u.at(p)
	switch {
	case name == "_" || name == "else" || name == "default" || name == "case" || name == "let" || name == "var":
		return yes
	case u.Words.Nothing[name] || name == "none" || name == ".none":
		return m.fitNothing(x)
	case name == "true" || name == "True" || name == "false" || name == "False":
		return equalAlt(x, alt{form: boolean, truth: name == "true" || name == "True", name: name})
	case len(name) > 1 && name[0] == ':':
		if x.form == sequence {
			return no
		}
		return equalAlt(x, textOf(name[1:], m.depth())[0])
	}
	if isUpper(name) || !u.Words.Returns && u.Words.Loops != Keys {
		v := m.name(p, st)
		m.compared(Value{x}, v)
		if len(v) > 0 {
			return equalAlt(x, v[0])
		}
		return may
	}
	m.bindName(name, Value{x}, st, p)
	return yes
}

// fitCall fits Ok(v), Some(v), Err(e).
func (m *machine) fitCall(p int32, x alt, st *state, depth int) truth {
	u := m.unit()
	list := u.children(p)
	name := u.calleeName(list[0])
	inner := func(v alt) truth {
		if len(list) > 1 {
			return m.fit(list[1], v, st, depth+1)
		}
		return yes
	}
	switch name {
	case "Ok", "Some", "Success", "Right", "some", ".some", "success", "Just":
		switch {
		case x.form == nothing || x.form == failure && x.name != notNumber:
			return no
		case x.form == unknown && !x.truth:
			y := x
			y.truth = true
			if inner(y) == no {
				return no
			}
			return may
		}
		return inner(x)
	case "Err", "Error", "Failure", "Left", "failure":
		switch {
		case x.form == failure:
			m.bindAnything(p, st)
			return yes
		case x.form == unknown && !x.truth:
			m.bindAnything(p, st)
			return may
		}
		return no
	}
	m.bindAnything(p, st)
	return may
}

// fitList fits [a, b] and {:ok, v}.
func (m *machine) fitList(p int32, x alt, st *state, depth int) truth {
	u := m.unit()
	list := u.children(p)
	if x.form == nothing || x.form == text {
		return no
	}
	if x.form != sequence {
		for i, c := range list {
			e := Value{loose(Value{x}, anything(m.depth()))}
			if i == 0 { // {n, rest} = Integer.parse(x)
				e = Value{x}
			}
			m.bindInner(c, e, st)
		}
		return may
	}
	if len(x.list) != len(list) {
		return no
	}
	result := yes
	for i, c := range list {
		e := x.list[i]
		if len(e) == 0 {
			e = Value{{}}
		}
		one := no
		for _, y := range e {
			if t := m.fit(c, y, st, depth+1); t == yes || t == may && one == no {
				one = t
			}
		}
		if one == no {
			return no
		}
		if one == may {
			result = may
		}
		if u.kind(c) == parse.Name && len(e) > 1 {
			st.scope.vars.put(u.at(c), e)
		}
	}
	return result
}

// matchedOrSet fits a pattern of a condition, if let Ok(v) = x, or asks whether
// there is a value at all: if let v = x.
func (m *machine) matchedOrSet(n int32, pattern []int32, v Value, st *state) (true_, false_ Value) {
	u := m.unit()
	if len(pattern) == 1 && u.kind(pattern[0]) == parse.Name && !u.Words.Nothing[u.at(pattern[0])] {
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
		}
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
			m.bindInner(p, set, st)
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
