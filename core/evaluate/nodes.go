package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// What is asked of the nodes of a tree.

// kind returns what a node is.
// It is not copied into the many places that ask for it.
//
//go:noinline
func (u *Unit) kind(n int32) parse.Kind { return u.Tree.Nodes[n].Kind }

// at returns the text of the token that matters most to a node, or "".
func (u *Unit) at(n int32) string {
	i := u.Tree.Nodes[n].At
	if i < 0 {
		return ""
	}
	text := u.Tree.File.Text(int(i))
	if u.Words.AnyCase && strings.HasPrefix(text, "$") {
		return strings.ToLower(text)
	}
	return text
}

// next returns the text of the token behind the one that matters most.
func (u *Unit) next(n int32) string {
	if i := int(u.Tree.Nodes[n].At) + 1; i > 0 && i < len(u.Tree.File.Tokens) {
		return u.Tree.File.Text(i)
	}
	return ""
}

// children returns the children of a node. It is called in many places, and is not copied into each.
//
//go:noinline
func (u *Unit) children(n int32) []int32 {
	count := 0
	for c := u.Tree.Nodes[n].First; c != 0; c = u.Tree.Nodes[c].Next {
		count++
	}
	list := make([]int32, 0, count)
	for c := u.Tree.Nodes[n].First; c != 0; c = u.Tree.Nodes[c].Next {
		list = append(list, c)
	}
	return list
}

// isWithin reports whether a node is another, or stands in it.
func (u *Unit) isWithin(n, in int32) bool {
	node, round := u.Tree.Nodes[n], u.Tree.Nodes[in]
	return round.From <= node.From && round.To >= node.To
}

// lastChild returns the last child of a node, or 0 where it has none.
//
//go:noinline
func (u *Unit) lastChild(n int32) (last int32) {
	for c := u.Tree.Nodes[n].First; c != 0; c = u.Tree.Nodes[c].Next {
		last = c
	}
	return last
}

// reads reports whether an access is within a node.
func (u *Unit) reads(n int32) bool {
	within := u.Tree.Nodes[n]
	for at := range u.Access { // in any order
		if node := u.Tree.Nodes[at]; node.From >= within.From && node.To <= within.To {
			return true
		}
	}
	return false
}

// assignsMember reports whether the file gives any object a member of that name
// a value.
func (u *Unit) assignsMember(name string) bool { return u.assignsAny(parse.Member, name) }

// assignsAny reports whether the file gives a name, or a member of that name, a value.
func (u *Unit) assignsAny(kind parse.Kind, name string) bool {
	u.assigning.Do(func() {
		u.assigned = map[parse.Kind]map[string]bool{parse.Member: {}, parse.Name: {}}
		for n := range u.Tree.Nodes {
			if u.kind(int32(n)) != parse.Assign {
				continue
			}
			target := u.Tree.Child(int32(n), 0)
			if of := u.assigned[u.kind(target)]; of != nil {
				of[u.at(target)] = true
			}
		}
	})
	return u.assigned[kind][name]
}

// literal returns the text of a string without holes.
func (u *Unit) literal(n int32) (string, bool) {
	node := u.Tree.Nodes[n]
	if node.Kind != parse.Text {
		return "", false
	}
	i := int(node.From)
	if s, ok := u.Tree.File.Value(i); ok {
		return s, true
	}
	f := u.Tree.File
	if f.Kind(i) == syntax.Quote {
		var out strings.Builder
		for j := i + 1; j < f.Mate(i); j++ {
			out.WriteString(f.TextValue(j, i))
		}
		return out.String(), true
	}
	return f.Text(i), f.Kind(i) == syntax.Word && node.To == node.From+1 // without quotes
}

// mostAsked bounds how deep in an expression nodes are asked.
const mostAsked = 6

// holds reports whether something is so of a node, or of any within it, that has a
// kind; what is within such a node is not asked.
func (u *Unit) holds(n int32, kind parse.Kind, is func(int32) bool) bool {
	return u.holdsWithin(n, kind, is, 0)
}

func (u *Unit) holdsWithin(n int32, kind parse.Kind, is func(int32) bool, depth int) bool {
	if u.kind(n) == kind {
		return is(n)
	}
	return depth <= mostAsked && slices.ContainsFunc(u.children(n), func(c int32) bool { return u.holdsWithin(c, kind, is, depth+1) })
}
