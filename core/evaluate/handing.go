package evaluate

import (
	"slices"

	"inzicht/core/parse"
)

// Handing returns the functions that give something which holds the environment, or a
// function that reads it: what they give may read. Of what makes an object it is the
// class.
func (r *Run) Handing() (names []string) {
	u := r.m.u
	var handed []parse.Node
	for n, a := range u.Access { // in any order
		if a.Reader != nil || a.Whole {
			handed = append(handed, u.Tree.Nodes[n])
		}
	}
	if len(handed) == 0 {
		return nil
	}
	var returns []parse.Node
	for _, node := range u.Tree.Nodes {
		if node.Kind == parse.Return && holdsOne(node, handed) {
			returns = append(returns, node)
		}
	}
	for _, fn := range u.list {
		name, of := fn.Name, returns
		switch {
		case fn.Owner != nil && isConstructor(fn):
			name, of = fn.Owner.Name, handed
		case u.Words.Returns:
			of = handed
		}
		if name != "" && fn.concerned && holdsOne(u.Tree.Nodes[fn.Node], of) {
			names = append(names, name)
		}
	}
	slices.Sort(names)
	return slices.Compact(names)
}

// holdsOne reports whether one of some nodes lies in another.
func holdsOne(of parse.Node, list []parse.Node) bool {
	return slices.ContainsFunc(list, func(n parse.Node) bool { return n.From >= of.From && n.To <= of.To })
}
