package evaluate

import (
	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// The parameters of a function.

// params returns the parameters of a function.
func (u *Unit) params(n int32) (list []param) {
	t := u.Tree
	for c := t.Nodes[n].First; c != 0; c = t.Nodes[c].Next {
		if t.Nodes[c].Kind == parse.Parameter {
			list = append(list, u.param(c))
		}
	}
	return list
}

func (u *Unit) param(n int32) param {
	t := u.Tree
	p := param{node: n}
	for c := t.Nodes[n].First; c != 0; c = t.Nodes[c].Next {
		p.fallback = c
	}
	if t.Nodes[n].At >= 0 {
		p.name = u.at(n)
		if first := int(t.Nodes[n].From); first < int(t.Nodes[n].At) && t.File.Kind(first) == syntax.Word {
			p.label = t.File.Text(first)
		}
		p.rest = t.File.Is(int(t.Nodes[n].To), "...") // name ...string
	}
	if p.fallback != 0 && !u.isDefault(n, p.fallback) {
		p.fallback = 0
	}
	for i := int(t.Nodes[n].From); i < int(t.Nodes[n].To) && i < int(t.Nodes[n].From)+3; i++ {
		switch {
		case t.File.Is(i, "*") && i == int(t.Nodes[n].From), t.File.Is(i, "...") && !t.File.Is(i-1, "="):
			p.rest = true
		case t.File.Is(i, "**") && !u.Words.Pointers: // char **list is another thing
			p.keywords = true
		}
	}
	if u.isVariadic(n) {
		p.rest = true
	}
	if p.name == "" && p.rest {
		p.rest, p.node = false, 0 // a bare *: what follows is given by name
	}
	return p
}

// isVariadic reports whether a parameter takes all further arguments: vararg a: T,
// params T[] a, a: T..., a: T*.
func (u *Unit) isVariadic(param int32) bool {
	f, node := u.Tree.File, u.Tree.Nodes[param]
	for i := int(node.From); i < int(node.At); i++ {
		if f.Is(i, "vararg") || f.Is(i, "params") {
			return true
		}
	}
	last := int(node.To) - 1
	return last > int(node.At)+1 && f.Is(int(node.At)+1, ":") && (f.Is(last, "...") && !f.Is(last-1, "=") || f.Is(last, "*") || f.Is(last, "+"))
}

// isDefault reports whether what is in a parameter is its default, and no
// part of its type or pattern.
func (u *Unit) isDefault(param, n int32) bool {
	f := u.Tree.File
	i := int(u.Tree.Nodes[n].From) - 1
	return f.Is(i, "=") || f.Is(i, "\\") || f.Is(i, ":") && u.Words.Quiet
}
