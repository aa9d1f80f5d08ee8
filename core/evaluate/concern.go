package evaluate

import (
	"slices"

	"inzicht/core/syntax"
)

// Which functions concern the environment: those that read it, and who calls them.

// concern finds out which functions may read the environment, by what they
// call.
func (u *Unit) concern() {
	callers := map[string][]*Func{}
	var todo []*Func
	for _, fn := range u.list {
		for _, c := range fn.calls {
			callers[c.name] = append(callers[c.name], fn)
			if other := u.outside(c); other != nil {
				fn.concerned = fn.concerned || other.concerned
			}
		}
		if fn.concerned {
			todo = append(todo, fn)
		}
	}
	u.quietCalls(callers)
	mark := func(fn *Func) {
		if !fn.concerned {
			fn.concerned = true
			todo = append(todo, fn)
		}
	}
	for len(todo) > 0 {
		fn := todo[len(todo)-1]
		todo = todo[:len(todo)-1]
		if fn.within != nil {
			mark(fn.within)
		}
		if fn.Name != "" {
			for _, caller := range callers[fn.Name] {
				mark(caller)
			}
			if fn.Owner != nil && isConstructor(fn) {
				for _, caller := range callers[fn.Owner.Name] {
					mark(caller)
				}
			}
		}
	}
}

// quietCalls adds who calls functions without parentheses: those that are asked for
// like a field, or like an element.
func (u *Unit) quietCalls(callers map[string][]*Func) {
	getters, indexed := map[string]bool{}, []string(nil)
	for _, fn := range u.list {
		if fn.Owner == nil || fn.Body == 0 {
			continue
		}
		if fn.isGetter() {
			getters[fn.Name] = true
		} else if slices.Contains(memberMethods, fn.Name) { // anything may ask for a member
			callers[fn.Name] = append(callers[fn.Name], u.list...)
		} else if slices.Contains(indexMethods, fn.Name) && !slices.Contains(indexed, fn.Name) {
			indexed = append(indexed, fn.Name)
		}
	}
	if len(getters) == 0 && len(indexed) == 0 {
		return
	}
	for _, fn := range u.list {
		if fn.indexes {
			for _, name := range indexed {
				callers[name] = append(callers[name], fn)
			}
		}
		node := u.Tree.Nodes[fn.Node]
		for i := int(node.From); i < int(node.To) && len(getters) > 0; i++ {
			if u.Tree.File.Kind(i) == syntax.Word && getters[u.Tree.File.Text(i)] && i != int(node.At) {
				callers[u.Tree.File.Text(i)] = append(callers[u.Tree.File.Text(i)], fn)
			}
		}
	}
}

// outside returns the function of another file that a call means, or nil.
func (u *Unit) outside(c made) *Func {
	if u.Outside == nil || len(u.funcs[c.name]) > 0 {
		return nil
	}
	return u.Outside(c.name, c.callee)
}

// name finds out which functions may be given the name of a variable, by what
// they call.
func (u *Unit) name() {
	callers := map[string][]*Func{}
	var todo []*Func
	for _, fn := range u.list {
		for _, c := range fn.sent {
			callers[c.name] = append(callers[c.name], fn)
			if other := u.outside(c); other != nil {
				fn.named = fn.named || other.named
			}
		}
		if fn.named {
			todo = append(todo, fn)
		}
	}
	u.quietCalls(callers)
	mark := func(fn *Func) {
		if !fn.named {
			fn.named = true
			todo = append(todo, fn)
		}
	}
	for len(todo) > 0 {
		fn := todo[len(todo)-1]
		todo = todo[:len(todo)-1]
		if fn.within != nil {
			mark(fn.within)
		}
		for _, caller := range callers[fn.Name] {
			mark(caller)
		}
		if fn.Owner != nil { // an object may be made with the name
			for _, method := range fn.Owner.methods { // in any order
				if isConstructor(method) {
					mark(method)
				}
			}
		}
	}
}
