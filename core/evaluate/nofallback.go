package evaluate

import (
	"slices"

	"inzicht/core/parse"
)

// What is no fallback, though it is there where a variable is not set: what is made of the
// variable, names that say nothing elsewhere, marks.

// standsIn reports whether a read is a node, or stands in it: what is made of a variable is
// nothing to be used instead of it.
func (m *machine) standsIn(r *Read, n int32) bool {
	u := m.unit()
	if n == 0 || r.Unit != u || int(r.Node) >= len(u.Tree.Nodes) {
		return false
	}
	return u.isWithin(r.Node, n) || len(m.frames) > 1 && u.asksWithin(n, 0) || u.callsAround(n, r.Node, 0) || u.kind(n) == parse.Name && m.holds(n, r.Node)
}

// asksWithin reports whether an expression reads what it is given the name of, or hands on the
// environment: in a function that is called with the name of a variable, that is the variable itself.
func (u *Unit) asksWithin(n int32, depth int) bool {
	if a := u.Access[n]; a != nil && (a.Whole || !a.Literal) {
		return true
	}
	return depth < mostAsked && slices.ContainsFunc(u.children(n), func(c int32) bool { return u.asksWithin(c, depth+1) })
}

// callsAround reports whether an expression calls the function that a node stands in: what
// that gives is nothing instead of what it reads.
func (u *Unit) callsAround(n, read int32, depth int) bool {
	if u.kind(n) == parse.Call && slices.ContainsFunc(u.funcs[u.calleeName(u.Tree.Child(n, 0))], func(fn *Func) bool { return u.isWithin(read, fn.Node) && !u.isWithin(n, fn.Node) }) {
		return true
	}
	return depth < mostAsked && slices.ContainsFunc(u.children(n), func(c int32) bool { return u.callsAround(c, read, depth+1) })
}

// holds reports whether a name of this file is the variable that is given what a node reads,
// and not what the variable was before: of x = read || x, it is that.
func (m *machine) holds(name, read int32) bool {
	parents, n := m.parentNodes(), read
	for depth := 0; depth < 4 && n != 0; depth++ {
		n = parents[n]
		if k := m.u.kind(n); k == parse.Declare || k == parse.Assign {
			return m.u.at(m.u.Tree.Child(n, 0)) == m.u.at(name) && !m.u.isWithin(name, n)
		}
	}
	return false
}

// isParameter reports whether a node is the name of a parameter of a function that
// was called: what it stands for is not told by its name.
func (m *machine) isParameter(n int32) bool { return len(m.frames) > 1 && m.isGiven(n) }

// isTakenApart reports whether a node names what a function that was called has taken out
// of something: { fallback } = options. What that is is not told by its name.
func (m *machine) isTakenApart(n int32) bool {
	u, fn := m.unit(), m.frame().fn
	if len(m.frames) < 2 || fn == nil || u.kind(n) != parse.Name || int(u.Tree.Nodes[fn.Node].To-u.Tree.Nodes[fn.Node].From) > farthestMark {
		return false
	}
	open := []int32{fn.Node}
	for len(open) > 0 {
		at := open[len(open)-1]
		open = append(open[:len(open)-1], u.children(at)...)
		if target := u.Tree.Child(at, 0); u.kind(at) == parse.Declare && (u.kind(target) == parse.Record || u.kind(target) == parse.List) && u.names(target, u.at(n)) {
			return true
		}
	}
	return false
}

// isOfParameter reports whether a node is a member or an element of what a function that was
// called is given, or of a variable of its own: options.fallback says nothing elsewhere.
func (m *machine) isOfParameter(n int32) bool {
	u, fn := m.unit(), m.frame().fn
	if len(m.frames) < 2 || fn == nil {
		return false
	}
	of := n
	for k := u.kind(of); (k == parse.Member || k == parse.Index || k == parse.Unary || k == parse.Wrapper) && u.Tree.Child(of, 0) != 0; k = u.kind(of) {
		of = u.Tree.Child(of, 0)
	}
	return of != n && u.kind(of) == parse.Name && (m.isGiven(of) || len(m.givingsOf(fn)[u.at(of)]) > 0 || m.isTakenApart(of))
}

// names reports whether a pattern has a part of a name.
func (u *Unit) names(pattern int32, name string) bool {
	return slices.ContainsFunc(u.children(pattern), func(c int32) bool { return u.at(c) == name || u.names(c, name) })
}

// isGiven reports whether a node is the name of a parameter of the function that is
// running, or of a part of one: "" = Path.
func (m *machine) isGiven(n int32) bool {
	u, fn := m.unit(), m.frame().fn
	return u.kind(n) == parse.Name && fn != nil && slices.ContainsFunc(fn.params, func(p param) bool {
		return p.name == u.at(n) || p.isPattern() && u == fn.Unit && u.names(p.node, u.at(n))
	})
}

// isGivenAround reports whether a name is a parameter of the function that is running, or of one
// round it.
func (m *machine) isGivenAround(n int32) bool {
	u := m.unit()
	if u.kind(n) != parse.Name {
		return false
	}
	for fn := m.frame().fn; fn != nil; fn = fn.within {
		if slices.ContainsFunc(fn.params, func(p param) bool { return p.name == u.at(n) }) {
			return true
		}
	}
	return false
}

// farthestMark bounds how many tokens behind a read it is asked for that there is nothing, and
// how many a function has that is gone through for what it takes apart.
const farthestMark = 2000

// isMark reports whether a name is what a function is given to tell that there is nothing,
// and asks for itself: value = environ.get(name, MISSING); if value is MISSING: …
func (m *machine) isMark(n int32) bool {
	u, fn := m.unit(), m.frame().fn
	if u.kind(n) != parse.Name || m.isGiven(n) {
		return false
	}
	f, from, to := u.Tree.File, int(u.Tree.Nodes[n].To), 0
	if to = min(len(f.Tokens), from+farthestMark); fn != nil {
		to = min(to, int(u.Tree.Nodes[fn.Node].To))
	}
	for i := from; i < to; i++ {
		if f.Is(i, u.at(n)) && (f.Is(i-1, "is") || f.Is(i-1, "not") && f.Is(i-2, "is") || f.Is(i-1, "===") || f.Is(i-1, "!==")) {
			return true
		}
	}
	return false
}
