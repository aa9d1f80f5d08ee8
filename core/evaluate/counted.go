package evaluate

import (
	"slices"

	"inzicht/core/parse"
)

// counted returns what a loop that counts goes through, and the name that it gives
// each: the numbers of the elements that its body takes of a list, or what a pointer
// into an array goes over. It returns 0 where that is not known.
//
//	for (i = 0; i < n; i++) … names[i]
//	for (p = names; *p; p++) … *p
//	for i = 1, 3 do … end
func (m *machine) counted(head []int32, body int32, st *state) (target int32, elements []Value) {
	u := m.unit()
	if len(head) < 2 || len(head) > 3 || body == 0 {
		return 0, nil
	}
	first, step := head[0], head[len(head)-1]
	if k := u.kind(first); k != parse.Declare && k != parse.Assign {
		return 0, nil
	}
	target = u.Tree.Child(first, 0)
	if to, known := numberIn(m.quiet(step, st.fork())); known && len(head) == 2 && u.kind(target) == parse.Name && u.kind(step) != parse.Binary { // for i = 1, 3 do
		if from, known := numberIn(m.quiet(u.Tree.Child(first, 1), st.fork())); known && to-from < mostRounds {
			return target, m.numbers(from, to).list
		}
	}
	if u.kind(target) != parse.Name || u.at(step) != "++" && u.at(step) != "+=" || u.at(u.Tree.Child(step, 0)) != u.at(target) {
		return 0, nil
	}
	switch from := m.quiet(u.Tree.Child(first, 1), st.fork()); {
	case u.Words.Pointers && len(from) == 1 && from[0].form == sequence && !from[0].perhaps:
		elements = from[0].list
	default:
		if isZero(from) {
			elements = m.numbers(0, m.longest(u.at(target), body, st)-1).list
		}
		if len(elements) == 0 {
			elements = m.upTo(from, head[1:len(head)-1], u.at(target), step, body, st)
		}
	}
	if len(elements) == 0 {
		return 0, nil
	}
	return target, m.whileTrue(head[1:len(head)-1], target, elements, st)
}

// upTo returns the numbers that a loop counts up to another number that is known, if its body
// asks for something by them.
func (m *machine) upTo(from Value, conditions []int32, counter string, step, body int32, st *state) []Value {
	u := m.unit()
	if len(conditions) != 1 || u.kind(conditions[0]) != parse.Binary || u.at(u.Tree.Child(conditions[0], 0)) != counter || u.at(step) != "++" {
		return nil
	}
	a, known := numberIn(from)
	b, too := numberIn(m.quiet(u.Tree.Child(conditions[0], 1), st.fork()))
	switch u.at(conditions[0]) {
	case "<", "!=", "!==":
		b--
	case "<=":
	default:
		return nil
	}
	if !known || !too || b-a >= mostRounds || !m.reaches(body, 0) {
		return nil
	}
	return m.numbers(a, b).list
}

// reaches reports whether a read stands in a part of the tree, or a call of a function of it.
func (m *machine) reaches(n int32, depth int) bool {
	u := m.unit()
	if u.Access[n] != nil || u.kind(n) == parse.Call && u.calls(u.calleeName(u.Tree.Child(n, 0))) {
		return true
	}
	return depth < mostNested && slices.ContainsFunc(u.children(n), func(c int32) bool { return m.reaches(c, depth+1) })
}

// isZero reports whether a value is the number 0.
func isZero(v Value) bool {
	s, plain := v.plain()
	return plain && s == "0" && v[0].form == number
}

// longest returns the length of the longest list that a loop takes elements of by the
// number in a variable.
func (m *machine) longest(counter string, body int32, st *state) (length int) {
	u := m.unit()
	object, key := u.Tree.Child(body, 0), u.Tree.Child(body, 1)
	if u.kind(body) == parse.Index && u.kind(key) == parse.Name && u.at(key) == counter && (u.kind(object) == parse.Name || u.kind(object) == parse.Member) {
		if v := m.quiet(object, st.fork()); len(v) == 1 && v[0].form == sequence && !v[0].perhaps {
			return min(len(v[0].list), mostRounds)
		}
	}
	for _, c := range u.children(body) {
		length = max(length, m.longest(counter, c, st))
	}
	return length
}

// whileTrue returns the elements up to the one for which a condition is false: names[i],
// where the last is NULL.
func (m *machine) whileTrue(conditions []int32, target int32, elements []Value, st *state) []Value {
	u := m.unit()
	if len(conditions) != 1 || u.holds(conditions[0], parse.Call, func(int32) bool { return true }) {
		return elements
	}
	for i, e := range elements {
		way := st.fork()
		m.assign(target, e, way, 0)
		if holds, _ := m.condition(conditions[0], way); len(holds) == 0 {
			return elements[:i]
		}
	}
	return elements
}
