package parse

import "inzicht/core/syntax"

// Ruled returns the tree of a file that is rules: what stands before a block says when it is
// run, as if behind an if.
func Ruled(f *syntax.File, g *Grammar) *Tree {
	t := File(f, g)
	var before, last int32 // the statement that is last, and the one before it
	for n := t.Nodes[0].First; n != 0; n = t.Nodes[n].Next {
		if t.Nodes[n].Kind == Block && last != 0 && t.Nodes[last].Kind <= Wrapper && !f.Tokens[t.Nodes[n].From].NewLine {
			rule := int32(len(t.Nodes))
			t.Nodes = append(t.Nodes, Node{Kind: If, From: t.Nodes[last].From, To: t.Nodes[n].To, At: -1, First: last, Next: t.Nodes[n].Next})
			t.Nodes[last].Next, t.Nodes[n].Next = n, 0
			if before == 0 {
				t.Nodes[0].First = rule
			} else {
				t.Nodes[before].Next = rule
			}
			n = rule
		} else if last != 0 {
			before = last
		}
		last = n
	}
	return t
}
