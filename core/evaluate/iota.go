package evaluate

import (
	"strconv"

	"inzicht/core/parse"
)

// Constants of Go that are counted: const ( Tide Mode = iota; Fixed ).

// countConstants gives the constants of a block that counts them their numbers: each its own, whatever it is worked out to.
// It reports whether the block counts.
func (m *machine) countConstants(block int32, st *state) bool {
	u := m.unit()
	if u.Words.Errors == nil || u.Tree.File.Text(int(u.Tree.Nodes[block].From)) != "const" {
		return false
	}
	counts := false
	for i, s := range u.children(block) {
		if u.kind(s) != parse.Declare {
			continue
		}
		name, last := u.Tree.Child(s, 0), u.lastChild(s)
		if last != name {
			counts = u.holds(last, parse.Name, func(n int32) bool { return u.at(n) == "iota" })
		}
		if !counts {
			m.exec(s, st)
			continue
		}
		if u.kind(name) == parse.Name && u.at(name) != "_" {
			st.scope.vars.put(u.at(name), Value{{form: number, parts: []part{{text: strconv.Itoa(i), frame: m.depth()}}}})
			m.sets(u.at(name))
		}
	}
	return true
}
