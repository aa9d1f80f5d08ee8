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
	if gives(round.Body) || u.holds(round.Body, parse.Return, func(r int32) bool { return gives(u.Tree.Child(r, 0)) }) {
		return round
	}
	if list := u.children(round.Body); u.Words.Returns && len(list) > 0 && gives(list[len(list)-1]) {
		return round
	}
	return nil
}
