package evaluate

import (
	"cmp"
	"slices"
	"strings"

	"inzicht/core/parse"
)

// equality runs a comparison.
func (m *machine) equality(n int32, op string, left, right int32, st *state) Value {
	a := m.eval(left, st)
	u := m.unit()
	if u.kind(right) == parse.Number && u.Tree.Text(right) == "0" {
		m.standsFirst(n, left, st)
	}
	if op == "=~" {
		if v, done := m.substitutes(left, right, a, st); done {
			return v
		}
		if v, done := m.remade(HasFit, a, argument{value: m.quiet(right, st)}); done && v[0].form == boolean {
			return v
		}
		m.fitsRegex(n, a, m.eval(right, st), false)
		return m.fitting(a)
	}
	if op == "is" && u.kind(right) == parse.Binary && (u.at(right) == "or" || u.at(right) == "and") { // x is not null and not ""
		return m.fitsJoined(right, a, u.next(n) == "not", st)
	}
	if list := u.children(n); (op == "is" || op == "instanceof") && len(list) == 3 { // x is string s
		right = list[1]
		if !st.dead {
			st.scope.vars.put(u.at(list[2]), a.present())
			m.sets(u.at(list[2]))
		}
	}
	if u.Words.Signs && (op == "==" || op == "!=") { // @_ == 1
		a = m.sized(a)
	}
	if v, known := isKind(a, u.at(right)); known && op == "instanceof" && len(u.children(n)) == 2 {
		return v
	}
	if op == "is" || op == "!is" || op == "instanceof" {
		of, not := right, op == "!is" || u.next(n) == "not"
		if u.kind(right) == parse.Unary && u.at(right) == "!" { // x is! String
			of, not = u.Tree.Child(right, 0), true
		}
		if v, known := m.askClass(a, of, st); known {
			return m.unlessNot(v, not)
		}
		isName := u.kind(of) == parse.Name && (of != right || !u.Words.Nothing[u.at(of)] && !u.Words.OwnScopes)
		if op == "!is" || isName {
			m.asked(a)
			return m.isOf(a, not)
		}
	}
	b := m.ofOtherFile(right, m.eval(right, st))
	if v, is := m.asEmpty(a, right, op); is {
		return v
	}
	a = m.ofOtherFile(left, a)
	m.holdAgainst(a, b)
	return m.equal(a, b, op, n, false)
}

// ofOtherFile returns a value, or the text that a constant of another file is, where the file that is run uses what
// others have read: config.kind === Kind.Disk.
func (m *machine) ofOtherFile(n int32, v Value) Value {
	u := m.unit()
	if m.u.Using == nil || u.Constant == nil || u.kind(n) != parse.Member || len(v) != 1 || v[0].form != unknown || len(v[0].sites) > 0 || isParam(v[0]) {
		return v
	}
	path := cmp.Or(u.Path(n), m.path(n))
	if s, known := u.Constant(path); path != "" && known {
		return textOf(s, m.depth()).dependent(v[0].depends)
	}
	return v
}

// asEmpty returns whether a list is empty where it is compared with one that is written
// so: missing == [].
func (m *machine) asEmpty(a Value, right int32, op string) (Value, bool) {
	u := m.unit()
	x, known := oneCollection(a)
	if !known || x.form != sequence || u.kind(right) != parse.List || u.Tree.Child(right, 0) != 0 {
		return nil, false
	}
	switch op {
	case "==", "===":
		return m.emptyOf("empty", x)
	case "!=", "!==":
		return m.emptyOf("Any", x)
	}
	return nil, false
}

// fitting returns whether a value fits a regular expression: nothing does not.
func (m *machine) fitting(v Value) Value {
	out := make(Value, 0, len(v))
	for _, x := range v {
		if x.form == nothing {
			out = append(out, alt{form: boolean, depends: x.depends | x.missing})
		} else {
			out = append(out, alt{depends: x.depends | x.missing})
		}
	}
	if len(out) == 0 {
		return Value{{}}
	}
	return out.telling(v).compact()
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

// fitsJoined asks whether a value fits patterns that are joined, of which the first
// may be the contrary.
func (m *machine) fitsJoined(p int32, v Value, not bool, st *state) Value {
	u := m.unit()
	parts := u.children(p)
	return m.answers(v, func(x alt) truth {
		first := m.fit(parts[0], x, st, 0)
		if not {
			first = first.not()
		}
		return joinedTruth(u.at(p), first, m.fit(parts[1], x, st, 0))
	})
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

// equal compares two values; folded says that small and capital letters are the same.
func (m *machine) equal(a, b Value, op string, at int32, folded bool) Value {
	u := m.unit()
	not := strings.HasPrefix(op, "!") || op == "ne" || op == "<>" || op == "~=" || op == "is" && u.next(at) == "not"
	a, b = u.pointers(a, b)
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
			verdict := equalAlt(x, y)
			if verdict == no && folded && equalFolded(x, y) {
				verdict = yes
			}
			if (u.Words.Blank || u.Words.Loops == Values && (op == "==" || op == "!=")) && (x.form == nothing && isEmptyText(y) || y.form == nothing && isEmptyText(x)) {
				verdict = yes
			}
			if verdict == may && isNothingBesideFalse(x, y) && u.Words.Loops != Values && !u.Words.Pointers && !u.Words.Signs {
				verdict = no // null == false
			}
			switch verdict {
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

// equalFolded reports whether two texts are the same in small letters.
func equalFolded(x, y alt) bool {
	s, first := x.plain()
	t, second := y.plain()
	return first && second && strings.EqualFold(s, t)
}

// isNothingBesideFalse reports whether of two alternatives one is nothing, and the other false, as it is written.
func isNothingBesideFalse(x, y alt) bool {
	is := func(x, y alt) bool { return x.form == nothing && y.form == boolean && y.name != "" && !y.truth }
	return is(x, y) || is(y, x)
}

// isEmptyText reports whether an alternative is a text without characters.
func isEmptyText(x alt) bool {
	s, plain := x.plain()
	return x.form == text && plain && s == ""
}

// pointers returns two values that are compared, with a zero beside nothing, or beside a
// text that may not be there, taken for nothing: getenv("X") != 0.
func (u *Unit) pointers(a, b Value) (Value, Value) {
	isText := func(v Value) bool {
		return len(v) == 1 && v[0].form == nothing || (v.missing() != 0 || v.wasRead()) && !v.some(func(x alt) bool { return x.form == number })
	}
	switch {
	case !u.Words.Pointers:
	case isZero(a) && isText(b):
		return Value{{form: nothing}}, b
	case isZero(b) && isText(a):
		return a, Value{{form: nothing}}
	}
	return a, b
}

// equalAlt reports whether two alternatives are equal.
func equalAlt(x, y alt) truth {
	if x.form == unknown || y.form == unknown {
		if x.truth && y.form == nothing || y.truth && x.form == nothing || x.certain && y.isEmptyText() || y.certain && x.isEmptyText() {
			return no
		}
		return may
	}
	if x.form == text && y.form == text || x.form == number && y.form == number {
		s, a := x.plain()
		t, b := y.plain()
		switch {
		case x.rewritten || y.rewritten:
			return may
		case a && b && s == t:
			return yes
		case a && b, x.name == some && t == "0", y.name == some && s == "0":
			return no
		}
		return may
	}
	if x.form != y.form {
		if x.form == boolean && isZero(Value{y}) || y.form == boolean && isZero(Value{x}) { // strcmp(a, b) == 0
			if x.truth || y.truth {
				return no
			}
			return yes
		}
		if x.form == number && y.form == text || x.form == text && y.form == number {
			return sameDigits(x, y)
		}
		if x.form == nothing && y.form == sequence && len(y.list) == 0 || y.form == nothing && x.form == sequence && len(x.list) == 0 {
			return may // var x []string
		}
		if isNothingBesideFalse(x, y) {
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
		if a, b := x.constantName(), y.constantName(); a != "" && b != "" && a != b && x.members.of == y.members.of {
			return no
		}
		if x.members == y.members || x.constantName() != "" && x.constantName() == y.constantName() && x.members.of == y.members.of && x.isBare() && y.isBare() {
			return yes
		}
		return no
	}
	return may
}

// compared notes the literals that a value is compared with.
func (m *machine) compared(v, with Value) {
	if m.unit().Words.AnyCase {
		m.foldsCase("case", []argument{{value: v}})
	}
	if m.focus != nil || v.isLists() { // of which it is asked how many there are
		return
	}
	if s, plain := with.plain(); plain {
		m.stageCompared(v, s)
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
	if within, known := m.inInterval(v, right, st); known {
		return m.unlessNot(within, not)
	}
	of := m.eval(right, st)
	if len(of) == 1 && m.isObject(of) && !st.dead {
		if has, ran := m.objectMethod(of[0], hasMethods, n, []argument{{node: left, value: v}}, st); ran {
			return m.unlessNot(has, not)
		}
	}
	if a := wholeOf(of); a != nil {
		if has, asked := m.askWhole(n, a, "in", []argument{{node: left, value: v}}, st); asked {
			return m.unlessNot(has, not)
		}
	}
	if m.unit().Words.Joins["+"] && m.unit().Words.Loops == Keys && !st.dead { // "x" in None
		if of = m.needed(of, st); st.dead {
			return nil
		}
	}
	if len(of) == 1 && (m.isGivenAround(right) || m.isListedIn(right) || m.unit().isTable(right) || of[0].members != nil && of[0].members.whole) { // others may be filled elsewhere
		if there, known := m.holdsKey(of[0], v); known {
			there[0].truth = there[0].truth != not
			return there
		}
	}
	return m.among(v, of, not)
}

// unlessNot returns the answer to a question, or the opposite where that is asked.
func (m *machine) unlessNot(has Value, not bool) Value {
	if !not {
		return has
	}
	true_, false_ := m.unit().split(has)
	out := make(Value, 0, len(has))
	for _, x := range true_ {
		out = append(out, alt{form: boolean, depends: x.depends | x.missing})
	}
	for _, x := range false_ {
		out = append(out, alt{form: boolean, truth: true, depends: x.depends | x.missing})
	}
	return out.telling(has).compact()
}

// isListedIn reports whether a name is that of an element of a list that is gone
// through, to which the file adds nothing.
func (m *machine) isListedIn(n int32) bool {
	u := m.unit()
	if m.rounding == 0 || u.kind(n) != parse.Name {
		return false
	}
	return !u.filledNames()[u.at(n)]
}

// filledNames returns the names of what the file adds members or elements to.
func (u *Unit) filledNames() map[string]bool {
	u.filling.Do(func() {
		u.filled = map[string]bool{}
		for i := range u.Tree.Nodes {
			if u.kind(int32(i)) != parse.Assign {
				continue
			}
			target := u.Tree.Child(int32(i), 0)
			if k := u.kind(target); k == parse.Member || k == parse.Index {
				u.filled[u.at(u.Tree.Child(target, 0))] = true
			}
		}
	})
	return u.filled
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
				m.stageCompared(v, s)
				m.literal(tags, s)
				for _, t := range tags {
					m.reads[t].Closed = true
				}
			}
		}
		for _, x := range v {
			found, because := no, mask(0)
			for _, e := range l.list {
				for _, y := range e {
					if t := equalAlt(x, y); t == yes {
						found, because = yes, because|y.depends|y.missing // None in (a, b)
					} else if t == may && found == no {
						found = may
					}
				}
			}
			dep := x.depends | x.missing | because
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

// sameDigits reports whether a number may be equal to a text, where the language takes it so:
// one that holds other digits is not.
func sameDigits(x, y alt) truth {
	s, first := x.plain()
	t, second := y.plain()
	if first && second && s != t && !x.rewritten && !y.rewritten && (!strings.ContainsAny(s, "0123456789") || !strings.ContainsAny(t, "0123456789")) && s != "" && t != "" {
		return no
	}
	return may
}
