package evaluate

import "inzicht/core/parse"

// Whether a number lies between two others: port in 1..65535, (1..9).cover?(n), n.between?(1, 9), 1 <= n <= 9.

// interval is a range as it is written.
type interval struct {
	from, to int32
	below    bool // the last number is not in it
}

// rangeOperators are those that make a range.
var rangeOperators = map[string]bool{"..": true, "...": true, "..<": true, "..=": true, "to": true, "until": true}

// intervalAt returns the range that is written at a node.
func (u *Unit) intervalAt(n int32) (i interval, is bool) {
	for u.kind(n) == parse.Wrapper {
		n = u.Tree.Child(n, 0)
	}
	list := u.children(n)
	switch {
	case u.kind(n) == parse.Binary && rangeOperators[u.at(n)] && len(list) == 2:
		return interval{list[0], list[1], u.Words.Excludes[u.at(n)]}, true
	case u.kind(n) == parse.Call && len(list) == 3 && u.Tree.Text(list[0]) == "range" && u.Words.Loops == Keys: // range(1, 9)
		return interval{list[1], list[2], true}, true
	}
	return i, false
}

// inInterval reports whether a value lies in a range that is written at a node.
func (m *machine) inInterval(v Value, n int32, st *state) (Value, bool) {
	i, is := m.unit().intervalAt(n)
	if !is {
		return nil, false
	}
	upTo := "<="
	if i.below {
		upTo = "<"
	}
	from, to := m.quiet(i.from, st), m.quiet(i.to, st)
	if st.dead || !isNumber(from) || !isNumber(to) {
		return nil, false
	}
	return m.bothWays(m.against(v, from, ">="), m.against(v, to, upTo))
}

// against holds a value against a number.
func (m *machine) against(v, with Value, op string) Value {
	m.asked(v)
	m.measure(v, with)
	answer, _ := m.ordered(v, with, op)
	return answer
}

// bothWays reports whether two answers are yes, where each is known.
func (m *machine) bothWays(a, b Value) (Value, bool) {
	if len(a) != 1 || len(b) != 1 || a[0].form != boolean || b[0].form != boolean {
		return nil, false
	}
	return Value{{form: boolean, truth: a[0].truth && b[0].truth, depends: a[0].depends | b[0].depends}}, true
}

var isOrder = map[string]bool{"<": true, "<=": true, ">": true, ">=": true}

// chained holds what stands in the middle of two comparisons against both of its neighbours: 1 <= n <= 9.
func (m *machine) chained(left int32, right Value, op string, st *state) (Value, bool) {
	u := m.unit()
	list := u.children(left)
	if u.kind(left) != parse.Binary || len(list) != 2 || !isOrder[op] || !isOrder[u.at(left)] {
		return nil, false
	}
	middle, outer := m.quiet(list[1], st), m.quiet(list[0], st)
	return m.bothWays(m.against(outer, middle, u.at(left)), m.against(middle, right, op))
}

// numberAsked runs a method that asks where a number lies.
func (m *machine) numberAsked(n int32, name string, receiver Value, arguments []argument, st *state) (Value, bool) {
	switch {
	case (asksFor[name] || name == "cover?") && len(arguments) == 1:
		object := m.unit().Tree.Child(m.unit().Tree.Child(n, 0), 0)
		return m.inInterval(arguments[0].value, object, st)
	case name == "between?" && len(arguments) == 2:
		return m.bothWays(m.against(receiver, arguments[0].value, ">="), m.against(receiver, arguments[1].value, "<="))
	case name == "positive?" && len(arguments) == 0:
		return m.signOf(receiver, ">")
	case name == "negative?" && len(arguments) == 0:
		return m.signOf(receiver, "<")
	}
	return nil, false
}

// signOf holds a number against zero.
func (m *machine) signOf(v Value, op string) (Value, bool) {
	answer := m.against(v, m.numberOf(0), op)
	return answer, len(answer) == 1 && answer[0].form == boolean
}
