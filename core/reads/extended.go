package reads

import (
	"maps"
	"slices"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// A function may be asked of the environment as if it were the environment's own:
// System.getenv().need("X"), where fun Map<String, String>.need(name) says this[name].

// ofReceiver is the position of what a function is asked of among its arguments.
const ofReceiver = -1

// askedAt returns the function that is asked of what is at a range of tokens.
func (a *analysis) askedAt(at Range) (h handing, is bool) {
	f, dot := a.f, a.passTransparent(at.Hi)
	if !isMemberOp(f, dot) || f.Kind(dot+1) != syntax.Word || !f.Is(dot+2, "(") {
		return h, false
	}
	return handing{callee: Range{dot + 1, dot + 2}, position: ofReceiver, path: a.pathOf(at, 0)}, true
}

// asksReceiver reports whether a helper of another file that has a name is asked of what
// it reads from.
func (a *analysis) asksReceiver(name string) bool {
	return a.context != nil && slices.ContainsFunc(a.context.Helpers, func(h *Helper) bool { return h.Name == name && h.isIn(a.lang) && h.Extends })
}

// giveReceiver has what a function calls the object that it is asked of stand for the
// environment, if the function is one that is added to a type.
func (a *analysis) giveReceiver(n int32, fn parse.Node, h handing) bool {
	f, t := a.f, a.run.tree
	name := int(fn.At)
	if isMemberOp(f, name-1) && a.lang.Runs.Extends { // fun Map<String, String>.need(…)
		return a.standForObject(fn, h)
	}
	if p := t.Child(n, 0); t.Nodes[p].Kind == parse.Parameter && f.Is(int(t.Nodes[p].From), "this") {
		return a.standFor(p, fn, fn, h.path) // static string Need(this IDictionary env, string name)
	}
	class := a.classRound(fn)
	switch {
	case class.To == 0:
		return false
	case f.Is(int(class.From), "extension") && t.Nodes[class.First].Kind != parse.Parameter:
		return a.standForObject(fn, h)
	case f.Is(int(class.From), "extension"), f.Is(int(class.From), "implicit"), f.Is(int(class.From)-1, "implicit"):
		h.position = 0 // implicit class Needs(env: Map[String, String])
		return a.giveParameter(a.nodeNumber(class), class, h)
	}
	return false
}

// nodeNumber returns the number of a class in the tree.
func (a *analysis) nodeNumber(class parse.Node) int32 {
	for n, node := range a.run.tree.Nodes {
		if node == class {
			return int32(n)
		}
	}
	return 0
}

// standForObject has what a function calls the object at hand stand for the environment,
// and the members that it asks for without it: getValue(name).
func (a *analysis) standForObject(fn parse.Node, h handing) bool {
	b := Binding{At: int(fn.From), Until: int(fn.To), Function: -1, block: a.blockWithin(fn)}
	if slices.ContainsFunc(a.o.Bindings["this"], func(other Binding) bool { return other.At == b.At }) {
		return true
	}
	names := map[string]string{"this": h.path, "self": h.path}
	for path := range a.c.paths { // in any order
		if member, own := strings.CutPrefix(path, h.path+"."); own && !strings.Contains(member, ".") {
			names[member] = path
		}
	}
	if a.standIn == nil {
		a.standIn = map[string]bool{}
	}
	for _, name := range slices.Sorted(maps.Keys(names)) {
		b.Path = names[name]
		a.o.bindIn(name, b)
		a.standIn[name] = true
	}
	return true
}
