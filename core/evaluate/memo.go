package evaluate

import (
	"slices"

	"inzicht/core/parse"
)

// What is given a value for want of one, @x ||= read, and nowhere else, has none before:
// that it is asked for asks of no read whether it is set.

// notYet returns what the target of an assignment for want of a value holds before.
func (m *machine) notYet(assignment, target int32, st *state) Value {
	v := m.eval(target, st)
	if u := m.unit(); u == m.u && len(v) > 0 && m.isGivenOnly(assignment, u.lastName(target)) {
		return Value{{form: nothing}}
	}
	return v
}

// lastName returns the name of a variable or a member, or "".
func (u *Unit) lastName(n int32) string {
	if k := u.kind(n); k == parse.Name || k == parse.Member {
		return u.at(n)
	}
	return ""
}

// isGivenOnly reports whether nothing in the file but an assignment gives a name a value
// that is something.
func (m *machine) isGivenOnly(assignment int32, name string) bool {
	if name == "" {
		return false
	}
	if m.givers == nil {
		m.givers = m.u.giversOf()
	}
	return !slices.ContainsFunc(m.givers[name], func(n int32) bool { return n != assignment })
}

// giversOf returns, by the names of variables and members, what gives them a value that is
// something.
func (u *Unit) giversOf() map[string][]int32 {
	givers := map[string][]int32{}
	for i := range u.Tree.Nodes {
		n := int32(i)
		switch u.kind(n) {
		case parse.Assign, parse.Declare:
			list := u.children(n)
			if len(list) > 1 && !u.isNothingWritten(list[len(list)-1]) {
				for _, target := range list[:len(list)-1] {
					u.noteGiven(givers, n, target, 0)
				}
			}
		case parse.Parameter:
			u.noteGiven(givers, n, n, 0)
		}
	}
	return givers
}

// isNothingWritten reports whether a node is the word for nothing.
func (u *Unit) isNothingWritten(n int32) bool {
	return u.kind(n) == parse.Name && u.Words.Nothing[u.at(n)]
}

// noteGiven notes the names in a target.
func (u *Unit) noteGiven(givers map[string][]int32, by, target int32, depth int) {
	if name := u.lastName(target); name != "" {
		givers[name] = append(givers[name], by)
		return
	}
	if u.kind(target) == parse.Parameter {
		givers[u.at(target)] = append(givers[u.at(target)], by)
	}
	if depth < maxNesting {
		for _, c := range u.children(target) {
			u.noteGiven(givers, by, c, depth+1)
		}
	}
}
