package evaluate

import (
	"slices"

	"inzicht/core/parse"
)

// outerBase returns what the object at hand is of a class of another file that its class
// extends: made with what the class gives that, super("GATE_"). Else it returns nil.
func (m *machine) outerBase(fn *Func, n int32, st *state) *members {
	u, own := m.unit(), m.frame().class
	if own == nil || own.Unit != u || fn.Owner == nil || fn.Unit == u || !slices.Contains(own.bases, fn.Owner.Name) {
		return nil
	}
	var arguments []argument
	if call := u.givesBase(own, fn.Owner.Name); call != 0 {
		arguments = m.arguments(call, st.fork())
	}
	object := m.make(fn.Owner, arguments, n, st.fork())
	if len(object) != 1 {
		return nil
	}
	return object[0].members
}

// givesBase returns the call by which a class gives its base what that is made with:
// super(x), super().__init__(x), class A : B(x); 0 where there is none.
func (u *Unit) givesBase(c *Class, base string) (call int32) {
	u.Tree.Children(c.Node, func(child int32) bool {
		if u.kind(child) == parse.Call && u.calleeName(u.Tree.Child(child, 0)) == base {
			call = child
		}
		return call == 0
	})
	maker := c.constructor()
	if call != 0 || maker == nil || maker.Unit != u {
		return call
	}
	u.holds(maker.Node, parse.Call, func(n int32) bool {
		callee := u.Tree.Child(n, 0)
		name := u.calleeName(callee)
		if isSuper(name) && u.kind(callee) == parse.Name && u.Tree.Child(n, 1) != 0 || (name == "__init__" || name == "__construct") && u.kind(callee) == parse.Member {
			call = n
		}
		return call != 0
	})
	return call
}
