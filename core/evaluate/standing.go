package evaluate

import (
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
		if m.parents == nil {
			m.parents = parentsOf(m.u.Tree)
		}
		m.judgeByPlace(r)
	}
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
	for n, up := r.Node, m.parents[r.Node]; up != 0 && n != 0; n, up = up, m.parents[up] {
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
