package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

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
	switch op := u.at(n); op {
	case "||", "or":
		return m.alternative(left, right, false, st)
	case "??", "//", "orelse":
		return m.alternative(left, right, true, st)
	case "?:":
		return m.alternative(left, right, !u.Words.EmptyLists, st)
	case "&&", "and":
		return m.both(left, right, st)
	case ":=":
		v := m.quiet(right, st)
		m.assign(left, v, st, right)
		return v
	case "==", "===", "!=", "!==", "is", "eq", "ne", "~=", "=~":
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
		m.passes(a)
		m.passes(b)
		if u.Words.Pointers {
			return Value{loose(append(append(Value{}, a...), b...), anything(m.depth()))}
		}
		if textLike(a) || textLike(b) || op != "+" || holdsParam(a) || holdsParam(b) {
			return m.concat(a, b)
		}
		return Value{loose(append(append(Value{}, a...), b...), anything(m.depth()))}
	case "%":
		a, b := m.eval(left, st), m.eval(right, st)
		if textual(a) {
			return m.format(a, m.formatArguments(right, b))
		}
		return Value{loose(a, anything(m.depth()))}
	case "|>":
		return m.piped(left, right, st)
	case "rescue", "catch":
		return m.rescued(left, right, st)
	case "instanceof", "=>", "<-":
		v := m.eval(left, st)
		m.eval(right, st)
		m.asked(v)
		return Value{loose(v, anything(m.depth()))}
	}
	a, b := m.eval(left, st), m.eval(right, st)
	switch op := u.at(n); op {
	case "<", ">", "<=", ">=":
		m.asked(a)
		m.asked(b)
		if v, known := m.ordered(a, b, op); known {
			return v
		}
	}
	out := loose(a, anything(m.depth()))
	out.depends |= b.depends()
	return Value{out}.telling(a, b)
}

// ordered compares numbers, as far as they are known.
func (m *machine) ordered(a, b Value, op string) (out Value, known bool) {
	for _, x := range a {
		for _, y := range b {
			s, first := Value{x}.plain()
			t, second := Value{y}.plain()
			left, right := numberOf(s), numberOf(t)
			result := alt{depends: x.depends | y.depends}
			if first && second && left >= 0 && right >= 0 {
				result.form, known = boolean, true
				result.truth = map[string]bool{"<": left < right, ">": left > right, "<=": left <= right, ">=": left >= right}[op]
			}
			if truth := x.orderedSome(op, t); second && truth != may {
				result.form, result.truth, known = boolean, truth == yes, true
			}
			out = append(out, result)
		}
	}
	return out.compact(), known
}

// orderedSome compares a number that is at least one.
func (x alt) orderedSome(op, with string) truth {
	if x.form != number || x.name != some {
		return may
	}
	switch op + with {
	case ">0", ">=1", ">=0":
		return yes
	case "<1", "<=0", "<0":
		return no
	}
	return may
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
func (m *machine) alternative(left, right int32, onlyNothing bool, st *state) Value {
	u := m.unit()
	v := m.eval(left, st)
	if st.dead {
		return nil
	}
	return m.orElse(v, onlyNothing, st, func(way *state) Value {
		m.instead++
		w := m.quiet(right, way)
		m.instead--
		if m.focus != nil && !way.dead && w.missing() == 0 {
			m.replaced(m.goneBy(v, onlyNothing), w, right)
		}
		return w
	}, u)
}

// orElse returns what a value is where it counts, or else what other gives.
func (m *machine) orElse(v Value, onlyNothing bool, st *state, other func(*state) Value, u *Unit) Value {
	var kept, passed Value
	for _, x := range v {
		switch u.counts(x, onlyNothing) {
		case yes:
			kept = append(kept, x)
		case no:
			passed = append(passed, x)
		default:
			y := x
			y.truth = true
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
	return join(kept, w.dependent(m.anyBecause(passed)))
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
	case x.form == failure && x.missing != 0 && x.name != notNumber:
		return no
	}
	return yes
}

// both runs a && b.
func (m *machine) both(left, right int32, st *state) Value {
	true_, false_ := m.condition(left, st)
	if st.dead {
		return nil
	}
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
		v := m.eval(right, st)
		st.control = control
		return v.dependent(m.because(true_, true))
	}
	way := st.fork()
	way.control |= m.because(true_, false)
	v := m.eval(right, way)
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

// equality runs a comparison.
func (m *machine) equality(n int32, op string, left, right int32, st *state) Value {
	a := m.eval(left, st)
	u := m.unit()
	if u.kind(right) == parse.Number && u.Tree.Text(right) == "0" {
		m.standsFirst(n, left, st)
	}
	if op == "=~" {
		m.fitsRegex(n, a, m.eval(right, st), false)
		return Value{{depends: a.depends()}}
	}
	if list := u.children(n); op == "is" && len(list) == 3 { // x is string s
		right = list[1]
		if !st.dead {
			st.scope.vars.put(u.at(list[2]), a.present())
			m.sets(u.at(list[2]))
		}
	}
	if op == "is" && u.kind(right) == parse.Name && !u.Words.Nothing[u.at(right)] && !u.Words.OwnScopes { // x is string
		m.asked(a)
		return m.isOf(a, u.next(n) == "not")
	}
	b := m.eval(right, st)
	return m.equal(n, a, b, op, n)
}

// present returns a value without what is nothing.
func (v Value) present() (out Value) {
	for _, x := range v {
		if x.form != nothing {
			out = append(out, x)
		}
	}
	if len(out) == 0 {
		return Value{{}}
	}
	return out
}

// isOf asks whether a value is something of a type, or not: nothing is not.
func (m *machine) isOf(v Value, not bool) Value {
	var out Value
	for _, x := range v {
		if x.form == nothing {
			out = append(out, alt{form: boolean, truth: not, depends: x.depends | x.missing})
		} else {
			out = append(out, loose(Value{x}, alt{}))
		}
	}
	return out.telling(v)
}

// equal compares two values.
func (m *machine) equal(_ int32, a, b Value, op string, at int32) Value {
	u := m.unit()
	not := strings.HasPrefix(op, "!") || op == "ne" || op == "<>" || op == "~=" || op == "is" && u.next(at) == "not"
	m.compared(a, b)
	m.compared(b, a)
	if s, plain := b.plain(); plain && at != 0 {
		m.named(a, s, true, at)
	}
	if s, plain := a.plain(); plain && at != 0 {
		m.named(b, s, true, at)
	}
	m.asked(a)
	m.asked(b)
	if s, plain := b.plain(); plain && s == "" || m.isNothing(b) {
		m.askedWhether(a)
	}
	if s, plain := a.plain(); plain && s == "" || m.isNothing(a) {
		m.askedWhether(b)
	}
	if len(a) == 0 || len(b) == 0 {
		return Value{{depends: a.depends() | b.depends()}}.telling(a, b)
	}
	var out Value
	for _, x := range a {
		for _, y := range b {
			dep := x.depends | x.missing | y.depends | y.missing
			switch equalAlt(x, y) {
			case yes:
				out = append(out, alt{form: boolean, truth: !not, depends: dep})
			case no:
				out = append(out, alt{form: boolean, truth: not, depends: dep})
			default:
				out = append(out, alt{depends: dep})
			}
		}
	}
	return out.telling(a, b).compact()
}

// equalAlt reports whether two alternatives are equal.
func equalAlt(x, y alt) truth {
	if x.form == unknown || y.form == unknown {
		if x.truth && y.form == nothing || y.truth && x.form == nothing {
			return no
		}
		return may
	}
	if x.form == text && y.form == text || x.form == number && y.form == number {
		s, a := x.plain()
		t, b := y.plain()
		switch {
		case a && b && s == t:
			return yes
		case a && b, x.name == some && t == "0", y.name == some && s == "0":
			return no
		}
		return may
	}
	if x.form != y.form {
		if x.form == number && y.form == text || x.form == text && y.form == number {
			return may
		}
		if x.form == nothing && y.form == sequence && len(y.list) == 0 || y.form == nothing && x.form == sequence && len(x.list) == 0 {
			return may // var x []string
		}
		if x.form == nothing && y.form == boolean && y.name != "" && !y.truth || y.form == nothing && x.form == boolean && x.name != "" && !x.truth {
			return may
		}
		if x.form == text && len(x.parts) > 0 || y.form == text && len(y.parts) > 0 || x.form == nothing || y.form == nothing {
			return no
		}
		return no
	}
	switch x.form {
	case nothing:
		return yes
	case boolean:
		if x.truth == y.truth {
			return yes
		}
		return no
	case class:
		if x.class == y.class {
			return yes
		}
		return no
	case record:
		if x.members == y.members {
			return yes
		}
		return no
	}
	return may
}

// compared notes the literals that a value is compared with.
func (m *machine) compared(v, with Value) {
	if m.focus != nil {
		return
	}
	tags := v.sites()
	if len(tags) == 0 {
		return
	}
	for _, x := range with {
		if s, plain := x.plain(); plain && (x.form == text || x.form == number) && len(x.sites) == 0 {
			m.literal(tags, s)
		}
	}
}

// literal notes a value that is understood.
func (m *machine) literal(tags sites, s string) {
	for _, t := range tags {
		if r := m.reads[t]; s != "" && !slices.Contains(r.Literals, s) && len(r.Literals) < 200 {
			r.Literals = append(r.Literals, s)
		}
	}
}

// membership runs a in b.
func (m *machine) membership(n int32, left, right int32, not bool, st *state) Value {
	v := m.eval(left, st)
	of := m.eval(right, st)
	return m.among(v, of, not)
}

// among asks whether a value is one of a list.
func (m *machine) among(v, of Value, not bool) Value {
	m.asked(v)
	tags := v.sites()
	var out Value
	for _, l := range of {
		if l.form != sequence {
			out = append(out, alt{depends: v.depends() | l.depends})
			continue
		}
		for _, e := range l.list {
			if s, plain := e.plain(); plain && m.focus == nil {
				m.literal(tags, s)
				for _, t := range tags {
					m.reads[t].Closed = true
				}
			}
		}
		for _, x := range v {
			found := no
			for _, e := range l.list {
				for _, y := range e {
					if t := equalAlt(x, y); t == yes {
						found = yes
					} else if t == may && found == no {
						found = may
					}
				}
			}
			dep := x.depends | x.missing
			switch found {
			case may:
				out = append(out, alt{depends: dep})
			default:
				out = append(out, alt{form: boolean, truth: (found == yes) != not, depends: dep})
			}
		}
	}
	if len(out) == 0 {
		return Value{{depends: v.depends()}}.telling(v)
	}
	return out.telling(v).compact()
}

// refuse takes back literals that a condition refuses: where it is true, the
// program stops or leaves.
func (m *machine) refuse(cond int32, blocks []int32, st *state) {
	if m.focus != nil {
		return
	}
	u := m.unit()
	refused := len(blocks) == 0 && u.kind(cond) != parse.Choice
	if len(blocks) > 0 {
		refused = m.leaves(blocks[0])
	}
	if refused && len(blocks) > 0 || len(blocks) == 0 && m.isWhile(cond) {
		m.refuseIn(cond, st, 0)
	}
}

func (m *machine) isWhile(cond int32) bool {
	u := m.unit()
	i := int(u.Tree.Nodes[cond].From) - 1
	return u.Tree.File.Is(i, "while") || u.Tree.File.Is(i-1, "while")
}

// refuseIn takes back the literals of comparisons in a condition that holds
// where something is refused.
func (m *machine) refuseIn(n int32, st *state, depth int) {
	u := m.unit()
	if depth > 8 {
		return
	}
	switch u.kind(n) {
	case parse.Binary:
		switch u.at(n) {
		case "||", "or", "&&", "and":
			for _, c := range u.children(n) {
				m.refuseIn(c, st, depth+1)
			}
		case "==", "===", "in", "eq":
			m.takeBack(n, st)
		}
	case parse.Wrapper:
		m.refuseIn(u.Tree.Child(n, 0), st, depth+1)
	case parse.Call:
		m.takeBack(n, st)
	}
}

// takeBack takes back the literals that stand in a node.
func (m *machine) takeBack(n int32, st *state) {
	u := m.unit()
	var tags sites
	var texts []string
	var walk func(n int32, depth int)
	walk = func(n int32, depth int) {
		tags = tags.with(m.tags[place{m.context, n}])
		if s, ok := u.literal(n); ok {
			texts = append(texts, s)
		} else if u.kind(n) == parse.Name {
			v, _, _ := m.lookup(u.at(n), st)
			for _, x := range v {
				for _, e := range x.list {
					if s, plain := e.plain(); plain && x.form == sequence {
						texts = append(texts, s)
					}
				}
			}
		}
		if depth < 6 {
			for _, c := range u.children(n) {
				walk(c, depth+1)
			}
		}
	}
	walk(n, 0)
	for _, t := range tags {
		r := m.reads[t]
		r.Closed = false
		r.Literals = slices.DeleteFunc(r.Literals, func(s string) bool { return slices.Contains(texts, s) })
	}
}

// concat joins two texts.
func (m *machine) concat(a, b Value) Value {
	if len(a) == 0 {
		a = unknownValue
	}
	if len(b) == 0 {
		b = unknownValue
	}
	out := make(Value, 0, min(len(a)*len(b), mostAlternatives))
	for i := range a {
		for j := range b {
			if len(out) == mostAlternatives {
				return out
			}
			x, y := &a[i], &b[j]
			out = append(out, alt{form: text, parts: joinedParts(x.asParts(), y.asParts()), depends: x.depends | x.missing | y.depends | y.missing})
		}
	}
	return out
}

// format fills a format with what is known of its arguments.
func (m *machine) format(f Value, arguments []Value) Value {
	var out Value
	for _, x := range f {
		rows := Value{{form: text, depends: x.depends | x.missing}}
		next := 0
		for _, p := range x.parts {
			if p.any {
				rows = m.concat(rows, Value{{parts: []part{p}}})
				continue
			}
			s := p.text
			for s != "" {
				i := strings.IndexAny(s, "%{")
				if i < 0 {
					rows = m.concat(rows, Value{{form: text, parts: []part{{text: s, frame: p.frame}}}})
					break
				}
				end := directiveEnd(s, i)
				rows = m.concat(rows, Value{{form: text, parts: []part{{text: s[:i], frame: p.frame}}}})
				if s[i:end] == "%%" {
					rows = m.concat(rows, Value{{form: text, parts: []part{{text: "%", frame: p.frame}}}})
				} else {
					argument := Value{anything(m.depth())}
					if next < len(arguments) {
						argument = arguments[next]
					}
					next++
					rows = m.concat(rows, argument)
				}
				s = s[end:]
			}
		}
		out = append(out, rows...)
	}
	return out
}

// directiveEnd returns where a directive of a format ends that begins at i.
func directiveEnd(s string, i int) int {
	if s[i] == '{' {
		if close := strings.IndexByte(s[i:], '}'); close > 0 {
			return i + close + 1
		}
		return i + 1
	}
	for j := i + 1; j < len(s); j++ {
		if c := s[j]; c == '%' || c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' {
			return j + 1
		}
		if s[j] == '(' {
			if close := strings.IndexByte(s[j:], ')'); close > 0 {
				j += close
			}
		}
	}
	return len(s)
}

// formatArguments returns what stands behind the % of a format.
func (m *machine) formatArguments(right int32, v Value) []Value {
	if len(v) == 1 && v[0].form == sequence {
		return v[0].list
	}
	return []Value{v}
}

// piped runs a |> f(b): f(a, b).
func (m *machine) piped(left, right int32, st *state) Value {
	u := m.unit()
	v := m.eval(left, st)
	if st.dead || u.kind(right) != parse.Call {
		m.eval(right, st)
		return Value{loose(v, anything(m.depth()))}
	}
	arguments := append([]argument{{value: v}}, m.arguments(right, st)...)
	return m.called(right, u.Tree.Child(right, 0), arguments, st)
}

// rescued runs a rescue b.
func (m *machine) rescued(left, right int32, st *state) Value {
	t := &try{catches: func(string) bool { return true }}
	before := st.fork()
	m.tries = append(m.tries, t)
	v := m.eval(left, st)
	m.tries = m.tries[:len(m.tries)-1]
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

// passes notes that a value is used for what it is.
func (m *machine) passes(v Value) {
	if m.focus != nil {
		return
	}
	for _, s := range v.sites() {
		m.reads[s].Passed = true
	}
}
