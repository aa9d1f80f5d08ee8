package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// compare holds the value of an expression against what it is where the
// variable is set: something else is a fallback.
func (m *machine) compare(n int32, v Value) {
	key := place{m.context, n}
	if m.focus == nil {
		if tags := v.sites(); len(tags) > 0 {
			m.tags[key] = m.tags[key].with(tags)
			m.touch(tags)
		}
		m.touch(v.about())
		return
	}
	tags := m.tags[key]
	if len(tags) == 0 {
		return
	}
	if v.missing() != 0 || !m.mayStandIn(n, v) {
		return
	}
	var instead mask
	depends := v.depends()
	named := m.unit().kind(n) == parse.Name || m.unit().kind(n) == parse.Member
	if named { // what was put there before
		depends = ^mask(0)
	}
	for n, r := range m.focus.reads {
		if bit := mask(1) << n; depends != 0 && m.focus.done&bit == 0 && m.tagged(tags, r) {
			instead |= bit
		}
	}
	if f := m.fallback(v, n); instead != 0 && named && f.Computed && f.Text == m.unit().Tree.Text(n) && !m.isSaid(n) { // of what is there nothing is known
		m.focus.tested |= instead
	} else if instead != 0 {
		m.replaced(instead, v, n)
	}
}

// replaced notes what is used instead of unset reads.
func (m *machine) replaced(instead mask, v Value, at int32) {
	if m.focus == nil {
		return
	}
	instead &^= m.focus.done &^ m.focus.emptied
	if instead == 0 || len(m.frames) == 0 {
		return
	}
	for n, r := range m.focus.reads {
		bit := mask(1) << n
		if instead&bit == 0 || m.focus.system && m.focus.reached&bit == 0 { // of another system
			continue
		}
		of := v
		if some := v.of(bit); len(some) > 0 {
			of = some
		}
		of, at := m.firstGiven(of, at)
		if m.isNothing(of) || of.workedOut(bit) {
			continue
		}
		fallback := m.fallback(of, at)
		if of.isError() || fallback.Computed && (m.isStatement(at) || (m.isParameter(at) || m.isTakenApart(at) || m.isOfParameter(at)) && !m.isSaid(at) || m.standsIn(r, fallback.Node)) || m.unit().isTest(at) || of.isAnswer() || fallback.Computed && m.unit().isErrorNumber(at) { // what is done instead is no value
			m.focus.tested |= bit
			continue
		}
		if m.focus.done&bit != 0 && (m.focus.emptied&bit == 0 || !fallback.Computed && fallback.Text == "") {
			continue
		}
		m.focus.done |= bit
		m.focus.emptied &^= bit
		if !fallback.Computed && fallback.Text == "" { // what stands in for that counts more
			m.focus.emptied |= bit
		}
		if r.Fallback == nil || r.Fallback.Text == "" && !r.Fallback.Computed {
			r.Fallback = fallback
		}
	}
}

// firstGiven returns the first of several things that a function of Go gives, with no error
// behind it: the value of return value, nil.
func (m *machine) firstGiven(v Value, at int32) (Value, int32) {
	u := m.unit()
	if u.Words.Errors == nil || u.kind(at) != parse.List || len(v) != 1 || v[0].form != sequence || len(v[0].list) < 2 || v.isError() {
		return v, at
	}
	return v[0].list[0].dependent(v[0].depends), u.Tree.Child(at, 0)
}

// isStatement reports whether a node has a value only since languages give
// statements one.
func (m *machine) isStatement(n int32) bool {
	switch m.unit().kind(n) {
	case parse.Block, parse.Try, parse.Loop:
		return true
	}
	return false
}

// isTest reports whether an expression only asks something: a != b && c.
func (u *Unit) isTest(n int32) bool {
	return u.kind(n) == parse.Binary && (comparing[u.at(n)] || u.at(n) == "&&" || u.at(n) == "and")
}

// isErrorNumber reports whether an expression of C is the number of an error, by itself or
// as what reports it gives back: -ENOENT, log_error_errno(r, "why"), r that is an int.
func (u *Unit) isErrorNumber(n int32) bool {
	if !u.Words.Pointers {
		return false
	}
	first := u.Tree.Child(n, 0)
	switch u.kind(n) {
	case parse.Unary:
		return u.at(n) == "-" && u.kind(first) == parse.Name
	case parse.Call:
		return u.kind(first) == parse.Name && slices.ContainsFunc(strings.Split(strings.ToLower(u.at(first)), "_"), func(word string) bool {
			return word == "err" || word == "error" || word == "errno"
		})
	case parse.Name:
		return u.isDeclaredBefore(n, "int")
	}
	return false
}

// isDeclaredBefore reports whether the name at a node is declared before it with a word
// for its type, as near as a function is long.
func (u *Unit) isDeclaredBefore(n int32, word string) bool {
	f, at := u.Tree.File, int(u.Tree.Nodes[n].At)
	for i := at - 1; i > 0 && i > at-mostOfFunction; i-- {
		if f.Is(i, u.at(n)) && f.Kind(i) == syntax.Word && f.Is(i-1, word) {
			return true
		}
	}
	return false
}

// mostOfFunction bounds how many tokens before it a declaration is looked for.
const mostOfFunction = 2000

// isError reports whether a value is what a function returns with an error.
func (v Value) isError() bool {
	for _, x := range v {
		last := len(x.list) - 1
		if last > 0 && x.form == sequence && len(x.list[0]) == 1 && x.list[0][0].form == nothing { // return nil, "why"
			continue
		}
		if x.form == failure { // return err
			continue
		}
		if x.form != sequence || last < 0 || len(x.list[last]) == 0 || x.list[last][0].form != failure {
			return false
		}
	}
	return len(v) > 0
}

// workedOut reports whether a value is what something made of an unset read:
// nothing stands in for it yet.
func (v Value) workedOut(bit mask) bool {
	for _, x := range v {
		if x.worked&bit == 0 {
			return false
		}
	}
	return len(v) > 0
}

// worked returns the unset reads that a value was worked out of.
func (v Value) worked() (all mask) {
	for _, x := range v {
		all |= x.worked
	}
	return all
}

// isAnswer reports whether a value is what a test gives, and not a boolean that is
// written down.
func (v Value) isAnswer() bool {
	for _, x := range v {
		if x.form != boolean || x.name != "" {
			return false
		}
	}
	return len(v) > 0
}

// of returns the alternatives that depend on a read.
func (v Value) of(bit mask) (out Value) {
	for _, x := range v {
		if x.depends&bit != 0 {
			out = append(out, x)
		}
	}
	return out
}

func (m *machine) isNothing(v Value) bool {
	for _, x := range v {
		if x.form != nothing || x.missing != 0 || x.name != "" {
			return false
		}
	}
	return len(v) > 0
}

// fallback puts a value into words: its text where it is one, or else its
// source.
func (m *machine) fallback(v Value, at int32) *Fallback {
	f := &Fallback{Computed: true}
	if len(v) == 1 && v[0].name != systemName {
		switch x := v[0]; x.form {
		case unknown:
			x.parts = m.resolved(slices.Clone(x.parts))
			x.form = text
			if s, plain := x.plain(); plain && len(x.parts) > 0 {
				f.Text, f.Computed = s, false
				return f
			}
		case text, number:
			if s, plain := x.plain(); plain {
				f.Text, f.Computed, f.Number = s, false, x.form == number
				return f
			}
		case nothing:
			f.Text, f.Computed = x.name, x.name == ""
			if x.name != "" {
				return f
			}
		case boolean:
			if f.Text, f.Computed = "false", false; x.truth {
				f.Text = "true"
			}
			return f
		}
	}
	at = m.otherBranch(at)
	if of := m.madeOf(at); m.isParameter(of) {
		at = of
	}
	u, at := m.standsFor(at)
	if u == m.u {
		f.Node = at
	}
	f.Text = strings.Join(strings.Fields(u.Tree.Text(at)), " ")
	return f
}

// otherBranch returns, of a choice of which one branch reads the unset variable,
// the other one: b of x ? x : b.
func (m *machine) otherBranch(at int32) int32 {
	u := m.unit()
	for depth := 0; depth < 8 && u.kind(at) == parse.Choice; depth++ {
		list := u.children(at)
		if len(list) != 3 {
			break
		}
		first, second := m.readsUnset(list[1]), m.readsUnset(list[2])
		if first == second {
			break
		}
		if at = list[1]; first {
			at = list[2]
		}
	}
	return at
}

// readsUnset reports whether a read of the variable that is unset is in a node.
func (m *machine) readsUnset(n int32) bool {
	u := m.unit()
	return m.focus != nil && slices.ContainsFunc(m.focus.reads, func(r *Read) bool {
		return r.Unit == u && int(r.Node) < len(u.Tree.Nodes) && u.isWithin(r.Node, n)
	})
}

// keep notes what a variable or field goes on to hold where a read of which it is
// asked whether it is set does not replace that: if (a) port = a;
func (m *machine) keep(old Value, tags sites) {
	if m.hinging == 0 || len(old) == 0 || len(tags) != 1 || old.wasRead() {
		return
	}
	r := m.reads[tags[0]]
	s, plain := old.plain()
	if !plain && len(old) == 1 && old[0].form == boolean && old[0].name != "" {
		s, plain = old[0].name, true
	}
	switch {
	case !plain:
		r.keeps, r.kept = true, nil
	case !r.keeps:
		r.keeps, r.kept = true, &Fallback{Text: s}
	case r.kept != nil && r.kept.Text != s:
		r.kept = nil
	}
}

// notSet is the class of the error that reading a variable gives that is not set.
const notSet = "VarError"

// failures returns the errors among what a value may be, or one of which nothing is
// known.
func (v Value) failures() (list Value) {
	for _, x := range v {
		if x.form == failure {
			list = append(list, x)
		}
	}
	if len(list) == 0 {
		return Value{{form: failure}}
	}
	return list
}

// isSaid reports whether it is known what the function that is running was given for
// the parameter that a node names.
func (m *machine) isSaid(n int32) bool {
	_, given := m.standsFor(n)
	return given != n
}

// alternatives are the operators of which the second operand stands in for the first.
var alternatives = map[string]bool{"??": true, "||": true, "or": true, "?:": true, "//": true}

// standsFor returns the expression that a node of the function that is running stands
// for, and its file: of a parameter it is what the function was given for it.
func (m *machine) standsFor(at int32) (*Unit, int32) {
	for depth := len(m.frames) - 1; ; depth-- {
		fr := m.frames[depth]
		if u := fr.unit; u.kind(at) == parse.Binary && alternatives[u.at(at)] {
			of := u.children(at)
			if at = of[len(of)-1]; alternatives[u.Tree.File.Text(int(u.Tree.Nodes[of[0]].From)-1)] { // of a ?? (b ?? c), b is next
				at = of[0]
			}
		}
		at = m.first(fr, at)
		if depth == 0 {
			return fr.unit, at
		}
		given := fr.given(m.frames[depth-1].unit, at)
		if given == 0 {
			return fr.unit, at
		}
		at = given
	}
}

// first returns, of the name of a variable that the function declares with a value, and
// gives another one once at most, the value that it has at first; of anything else, the same.
func (m *machine) first(fr *frame, n int32) int32 {
	u := fr.unit
	if fr.fn == nil || u.kind(n) != parse.Name {
		return n
	}
	t, value := u.Tree, int32(0)
	givings := m.givingsOf(fr.fn)[u.at(n)]
	if len(givings) > 2 {
		return n
	}
	for _, giving := range givings {
		if node := t.Nodes[giving]; node.Kind == parse.Declare && node.To <= t.Nodes[n].From && u.isSource(t.Child(giving, 1)) {
			value = t.Child(giving, 1)
		}
	}
	if value == 0 {
		return n
	}
	return value
}

// givingsOf returns the declarations and assignments in a function that give a
// variable a value, by its name.
func (m *machine) givingsOf(fn *Func) map[string][]int32 {
	if given, known := m.givings[fn]; known {
		return given
	}
	u, given, open := fn.Unit, map[string][]int32{}, []int32{fn.Node}
	for len(open) > 0 {
		n := open[len(open)-1]
		open = open[:len(open)-1]
		children := u.children(n)
		if k := u.kind(n); (k == parse.Declare || k == parse.Assign) && len(children) == 2 && u.kind(children[0]) == parse.Name {
			given[u.at(children[0])] = append(given[u.at(children[0])], n)
		}
		open = append(open, children...)
	}
	for _, list := range given { // in any order
		slices.Sort(list)
	}
	m.givings[fn] = given
	return given
}

// isSource reports whether the value of a declaration says what it is: a name, a member or
// something worked out, behind a sign that gives it.
func (u *Unit) isSource(n int32) bool {
	if before := int(u.Tree.Nodes[n].From) - 1; !u.Tree.File.Is(before, "=") && !u.Tree.File.Is(before, ":=") {
		return false
	}
	switch u.kind(n) {
	case parse.Name:
		return !u.Words.Nothing[u.at(n)]
	case parse.Member, parse.Binary, parse.Choice:
		return true
	}
	return u.Access[n] != nil // another variable
}

// given returns what a function was given in a file for the parameter that a node
// names, or 0.
func (fr *frame) given(caller *Unit, n int32) int32 {
	behind := 0 // the one behind a parameter that holds all further ones: def[0]
	if u := fr.unit; u.kind(n) == parse.Index {
		number, of := u.Tree.Text(u.Tree.Child(n, 1)), u.Tree.Child(n, 0)
		if behind = numberOf(number); behind < 0 || !fr.holdsFurther(of) {
			return 0
		}
		n = of
	}
	if fr.fn == nil || fr.unit.kind(n) != parse.Name || caller.kind(fr.call) != parse.Call {
		return 0
	}
	var names []string
	for i, p := range fr.fn.params {
		if i > 0 || fr.fn.Owner == nil || !isSelfName(p.name) {
			names = append(names, p.name)
		}
	}
	at := slices.Index(names, fr.unit.at(n))
	if at < 0 {
		return 0
	}
	at += behind
	arguments := caller.children(fr.call)[1:]
	for _, a := range arguments {
		if behind == 0 && caller.kind(a) == parse.Pair && strings.Trim(caller.at(a), ":") == names[at] {
			return caller.Tree.Child(a, 0)
		}
	}
	if at >= len(arguments) || slices.ContainsFunc(arguments[:at+1], func(a int32) bool { return caller.kind(a) == parse.Pair || caller.kind(a) == parse.Wrapper }) {
		return 0
	}
	return arguments[at]
}

// holdsFurther reports whether a node names the parameter of the function that holds all
// that it is given besides the others.
func (fr *frame) holdsFurther(n int32) bool {
	u := fr.unit
	if fr.fn == nil || u.kind(n) != parse.Name || len(fr.fn.params) == 0 {
		return false
	}
	last := fr.fn.params[len(fr.fn.params)-1]
	return last.rest && last.name == u.at(n)
}
