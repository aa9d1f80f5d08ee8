package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// A read that no run came to, with its variable unset, is judged by what stands
// round it: what is used in its place, or that it is only asked for. Nothing
// that ends the program is seen that way.

// unreached judges the reads of this file that were not come to.
func (m *machine) unreached() {
	for _, r := range m.reads {
		if r.reached || r.Unit != m.u || r.Required || r.Tested || r.Fallback != nil {
			continue
		}
		m.judgeByPlace(r)
		if !r.Tested && r.Fallback == nil {
			r.Tested = m.isGuarded(r)
		}
	}
}

// isGuarded reports whether a read stands in a branch whose condition asks for
// the same variable.
func (m *machine) isGuarded(r *Read) bool {
	parents := m.parentNodes()
	for n, up := r.Node, parents[r.Node]; up != 0; n, up = up, parents[up] {
		switch m.u.kind(up) {
		case parse.Function, parse.Class:
			return false
		case parse.If, parse.Choice:
			condition := m.u.Tree.Nodes[m.u.Tree.Child(up, 0)]
			if m.u.Tree.Child(up, 0) != n && slices.ContainsFunc(m.reads, func(o *Read) bool {
				at := m.u.Tree.Nodes[o.Node].From
				return o.key == r.key && o.Unit == m.u && at >= condition.From && at < condition.To
			}) {
				return true
			}
		}
	}
	return false
}

// givenElsewhere takes back that a variable is required where the file itself
// gives it a value in another function, or in another call of the same.
func (m *machine) givenElsewhere() {
	if len(m.u.Writes) == 0 {
		return
	}
	for _, r := range m.reads {
		name, plain := r.Name.plain()
		if !plain || !r.Required || r.Unit != m.u {
			continue
		}
		home, _ := m.around(r.Node)
		for write, names := range m.u.Writes { // in any order
			other, assignment := m.around(write)
			if (other != home || home != 0 && m.u.Tree.Nodes[r.Node].From >= m.u.Tree.Nodes[assignment].To) && m.mayName(names, name, other == home) {
				r.Required = false
			}
		}
	}
}

// mayName reports whether a variable that is given a value has a name, or one
// that is not known where that counts.
func (m *machine) mayName(names Naming, name string, unknown bool) bool {
	m.frames, m.focus, m.steps, m.nesting, m.left = []*frame{{unit: m.u}}, nil, 0, 0, m.left+leastShare
	rows := names(func(node int32) Value { return m.quiet(node, &state{scope: newScope(m.globals, m.u)}) })
	for _, row := range rows {
		if s, plain := m.standing(row).plain(); plain && s == name || !plain && unknown {
			return true
		}
	}
	return false
}

// around returns the function that a node stands in, and the assignment.
func (m *machine) around(n int32) (function, assignment int32) {
	parents := m.parentNodes()
	assignment = n
	for up := parents[n]; up != 0; up = parents[up] {
		switch m.u.kind(up) {
		case parse.Function, parse.Lambda:
			return up, assignment
		case parse.Assign, parse.Declare:
			assignment = up
		}
	}
	return 0, assignment
}

// parentNodes returns the parent of each node of the file.
func (m *machine) parentNodes() []int32 {
	if m.parents == nil {
		m.parents = parentsOf(m.u.Tree)
	}
	return m.parents
}

// parentsOf returns the parent of each node of a tree.
func parentsOf(t *parse.Tree) []int32 {
	parents := make([]int32, len(t.Nodes))
	for n := range t.Nodes {
		t.Children(int32(n), func(c int32) bool { parents[c] = int32(n); return true })
	}
	return parents
}

// comparing are the operators that ask what a value is.
var comparing = map[string]bool{
	"==": true, "===": true, "!=": true, "!==": true, "<>": true, "~=": true, "eq": true, "ne": true, "is": true, "in": true, "=~": true, "!~": true,
}

// judgeByPlace goes up from a read to what decides by it, or stands in for it.
func (m *machine) judgeByPlace(r *Read) {
	u := m.u
	if r.Access.Test || r.Access.Absent {
		r.Tested = true
		return
	}
	parents := m.parentNodes()
	for n, up := r.Node, parents[r.Node]; up != 0 && n != 0; n, up = up, parents[up] {
		first := u.Tree.Child(up, 0) == n
		switch u.kind(up) {
		case parse.Wrapper:
		case parse.Unary:
			if op := u.at(up); op == "!" || op == "not" || op == "defined" {
				r.Tested = true
				return
			}
		case parse.Binary:
			switch op := u.at(up); {
			case comparing[op]:
				r.Tested = true
				return
			case op == "||" || op == "or" || op == "??" || op == "?:" || op == "//" || op == "||=":
				if other := u.Tree.Child(up, 1); first && other != 0 {
					if r.Tested = u.isTest(other); !r.Tested {
						r.Fallback = m.fallbackAt(other)
					}
					return
				}
			case op == "&&" || op == "and":
			default:
				return
			}
		case parse.If, parse.Choice:
			r.Tested = first
			return
		case parse.Loop:
			r.Tested = first && strings.HasPrefix(u.at(up), "while")
			return
		default:
			return
		}
	}
}

// fallbackAt returns what stands at a node as what is used instead: what a
// literal says, or the source.
func (m *machine) fallbackAt(n int32) *Fallback {
	m.frames, m.focus, m.steps, m.nesting = []*frame{{unit: m.u}}, nil, 0, 0
	var v Value
	switch m.u.kind(n) {
	case parse.Text, parse.Number:
		m.left++
		v = m.eval(n, &state{scope: newScope(nil, m.u)})
	}
	return m.fallback(v, n)
}
