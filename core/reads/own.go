package reads

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// What a tree defines itself, and has the name of something of a library.

// isOwnClass reports whether the word at i names a class of the file, which is then
// meant, and no class of a library.
func (a *analysis) isOwnClass(i int) bool {
	if a.classes == nil {
		a.classes = map[string]bool{}
		for n := range a.o.blocks {
			if b := &a.o.blocks[n]; b.name != "" && !a.isExtension(b) {
				a.classes[b.name] = true
			}
		}
	}
	name := a.f.Text(i)
	return a.classes[name] && name[0] >= 'A' && name[0] <= 'Z' && len(a.o.Bindings[name]) == 0 && isMemberOp(a.f, i+1)
}

// isExtension reports whether a block adds to a class that something else defines:
// extension ProcessInfo { … }.
func (a *analysis) isExtension(b *block) bool {
	for i := b.Lo; i > 0 && i > b.Lo-24; i-- {
		if a.f.Is(i, b.name) {
			return a.f.Is(i-1, "extension")
		}
	}
	return false
}

// isOwn reports whether the tree defines a function of its own by the path that one
// of a library has.
func (a *analysis) isOwn(path string) bool {
	own, asked := a.own[path]
	if !asked {
		if a.own == nil {
			a.own = map[string]bool{}
		}
		own = a.findOwn(path)
		a.own[path] = own
	}
	return own
}

func (a *analysis) findOwn(path string) bool {
	same := func(owner, name string) bool {
		if owner != "" {
			name = owner + "." + name
		}
		return name == path || a.lang.FoldWords && strings.EqualFold(name, path)
	}
	return a.lang.Applied && a.prepare().defines(path) || slices.ContainsFunc(a.o.Functions, func(fn Function) bool { return same(fn.Owner, fn.Name) }) ||
		a.context != nil && slices.ContainsFunc(a.context.Helpers, func(h *Helper) bool { return h.isIn(a.lang) && same(h.Owner, h.Name) })
}

// defines reports whether a function of that name stands in the file, outside all others.
func (r *running) defines(name string) (found bool) {
	r.tree.Children(0, func(n int32) bool {
		found = r.tree.Nodes[n].Kind == parse.Function && r.tree.Name(n) == name
		return !found
	})
	return found
}
