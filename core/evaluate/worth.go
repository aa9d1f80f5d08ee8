package evaluate

import (
	"slices"

	"inzicht/core/parse"
)

// Whether it is worth running a function where it is called.

// worth reports whether running a function may tell something: it may be given
// the name of a variable or what was read, may end the program, or is short.
func (m *machine) worth(fn *Func, arguments []argument, st *state) bool {
	if fn.named || fn.asked && (len(arguments) == 0 || slices.ContainsFunc(arguments, func(a argument) bool { _, plain := a.value.plain(); return plain })) {
		return true
	}
	size, depth := 0, 1
	for _, fr := range m.frames[1:] { // the body of a class is as near as the file
		if fr.fn != nil {
			depth++
		}
	}
	if fn.Body != 0 {
		node := fn.Unit.Tree.Nodes[fn.Node]
		size = int(node.To - node.From)
	}
	for _, a := range arguments {
		for _, x := range a.value {
			if len(x.sites) > 0 || x.missing != 0 || x.form == function || (Value{x}).readsLater() {
				return size < 1500
			}
		}
	}
	switch {
	case depth < 6 && size < 100 && giveObject(arguments) && fn.fills():
		return true
	case m.focus != nil && st.control != 0:
		return size < 400
	case fn.concerned:
		return size < 300 && depth < 3
	}
	if depth < 4 && (len(arguments) == 0 || arePlain(arguments)) && (size < 30 || size < 300 && fn.chooses()) {
		return true
	}
	if depth < 4 && size < 300 && fn.makesFunction() { // who calls that may give it what was read
		return true
	}
	return size < 60 && (depth < 2 || depth < 4 && len(arguments) == 1 && handedParam(arguments[0].value)) // it makes a name of it
}

// makesFunction reports whether all that a function does is to give another one: (name) =>
// (value) => { … }.
func (fn *Func) makesFunction() bool {
	u, n := fn.Unit, fn.Body
	for range 3 {
		if n == 0 { // it has no body: the file is none
			return false
		}
		switch u.kind(n) {
		case parse.Lambda, parse.Function:
			return true
		case parse.Return:
			n = u.Tree.Child(n, 0)
		case parse.Block:
			n = u.Tree.Child(n, 0)
			if u.Tree.Nodes[n].Next != 0 {
				return false
			}
		default:
			return false
		}
	}
	return false
}

// handedParam reports whether a value is what a function was given of which nothing is known.
func handedParam(v Value) bool { return len(v) == 1 && isParam(v[0]) }

// fills reports whether a function gives members of what it is given values: func(o
// *options) { o.fallback = v }.
func (fn *Func) fills() bool {
	known := fn.filling.Load()
	if known == 0 {
		if known = 1; fn.Body != 0 && fn.fillsMembers() {
			known = 2
		}
		fn.filling.Store(known)
	}
	return known == 2
}

func (fn *Func) fillsMembers() bool {
	u := fn.Unit
	return u.holds(fn.Body, parse.Assign, func(n int32) bool {
		target := u.Tree.Child(n, 0)
		object := u.Tree.Child(target, 0)
		return u.kind(target) == parse.Member && object != 0 && slices.ContainsFunc(fn.params, func(p param) bool { return p.name != "" && p.name == u.at(object) })
	})
}

// giveObject reports whether one of the arguments is something whose members are known.
func giveObject(arguments []argument) bool {
	return slices.ContainsFunc(arguments, func(a argument) bool { return len(a.value) == 1 && a.value[0].members != nil })
}

// arePlain reports whether texts are given that are known, or nothing: what is asked of them
// may be known, too.
func arePlain(arguments []argument) bool {
	return len(arguments) > 0 && !slices.ContainsFunc(arguments, func(a argument) bool {
		_, plain := a.value.plain()
		return !plain && !a.value.allNothing()
	})
}
