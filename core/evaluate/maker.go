package evaluate

import "inzicht/core/parse"

// Maker returns the function with a name that gives a function without one to who calls
// it, from = (prefix) => (name) => env[prefix + name], or nil.
func (fn *Func) Maker() *Func {
	round := fn.within
	if fn.Name != "" || round == nil || round.Name == "" {
		return nil
	}
	u := fn.Unit
	gives := func(n int32) bool {
		for u.kind(n) == parse.Wrapper && u.Tree.Child(n, 0) != 0 {
			n = u.Tree.Child(n, 0)
		}
		return n == fn.Node
	}
	if gives(round.Body) {
		return round
	}
	for c := u.Tree.Child(round.Body, 0); c != 0; c = u.Tree.Nodes[c].Next {
		if u.kind(c) == parse.Return && gives(u.Tree.Child(c, 0)) || u.Words.Returns && u.Tree.Nodes[c].Next == 0 && gives(c) {
			return round
		}
	}
	return nil
}
