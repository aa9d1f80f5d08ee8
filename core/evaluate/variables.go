package evaluate

import "strings"

// variables are what the names of a function hold at a point of a run. A way
// that is forked off shares what it was forked from, and so costs only what it
// changes.
type variables struct {
	set   map[string]Value
	under *variables // what nothing changes any more, or nil
	depth int        // how many are under it
	holds bool       // something that was read was put into set
}

// mostUnder bounds how many lie under each other, before they are made one.
const mostUnder = 6

// get returns what a name holds; of nil, nothing.
func (v *variables) get(name string) (Value, bool) {
	for ; v != nil; v = v.under {
		if x, known := v.set[name]; known {
			return x, true
		}
	}
	return nil, false
}

// put gives a name a value.
//
//go:noinline
func (v *variables) put(name string, x Value) {
	if v.set == nil {
		v.set = map[string]Value{}
	}
	v.set[name] = x
	v.holds = v.holds || x.wasRead()
}

// holding returns the names that hold what was read; the map is not nil.
func (v *variables) holding() map[string]bool {
	names := map[string]bool{}
	for x := v; x != nil; x = x.under {
		if !x.holds {
			continue
		}
		for name, value := range x.set { // in any order
			if value.wasRead() && (x == v || !v.above(x, name)) {
				names[name] = true
			}
		}
	}
	return names
}

// each calls f with every name and what it holds, in any order.
func (v *variables) each(f func(name string, x Value)) {
	if v == nil {
		return
	}
	v.until(nil, f)
}

// until calls f with the names that were given a value since v was forked from
// what lies at common, each once, in any order.
func (v *variables) until(common *variables, f func(name string, x Value)) {
	for x := v; x != common; x = x.under {
		for name, value := range x.set { // in any order
			if x == v || !v.above(x, name) {
				f(name, value)
			}
		}
	}
}

// above reports whether a name is given a value anew above a part of v.
func (v *variables) above(part *variables, name string) bool {
	for x := v; x != part; x = x.under {
		if _, there := x.set[name]; there {
			return true
		}
	}
	return false
}

// fork returns variables that hold the same; what is put into either is not in
// the other.
func (v *variables) fork() variables {
	if len(v.set) > 0 {
		frozen := &variables{set: v.set, under: v.under, depth: v.depth, holds: v.holds}
		if v.depth >= mostUnder {
			frozen = v.flat()
		}
		v.set, v.under, v.depth, v.holds = nil, frozen, frozen.depth+1, false
	}
	return variables{under: v.under, depth: v.depth}
}

// forked is fork for variables that no state holds.
func (v *variables) forked() *variables {
	out := v.fork()
	return &out
}

// flat returns the same with nothing under it.
func (v *variables) flat() *variables {
	all := &variables{set: make(map[string]Value, 2*len(v.set))}
	v.each(all.put)
	return all
}

// common returns what both were forked from, or nil.
func common(a, b *variables) *variables {
	for x := a; x != nil; x = x.under {
		for y := b; y != nil; y = y.under {
			if x == y {
				return x
			}
		}
	}
	return nil
}

// met returns what names hold where a run came by either of two ways.
func met(a, b *variables) *variables {
	if a == b {
		return a.forked()
	}
	from := common(a, b)
	out := &variables{under: from}
	if from != nil {
		out.depth = from.depth + 1
	}
	put := func(name string, v Value, both bool) {
		if both || !strings.HasPrefix(name, ofEnvironment) { // else it may come from outside
			out.put(name, v)
		}
	}
	a.until(from, func(name string, v Value) {
		w, both := b.get(name)
		if both {
			v = joined(v, w)
		}
		put(name, v, both)
	})
	b.until(from, func(name string, w Value) {
		if a.above(from, name) {
			return
		}
		v, both := from.get(name)
		if both {
			w = joined(v, w)
		}
		put(name, w, both)
	})
	return out
}

// mostVariables is how many variables a function has that is looked through often.
const mostVariables = 40

// isLong reports whether there are too many variables to be looked through often.
func (v *variables) isLong() bool {
	n := 0
	for x := v; x != nil && n <= mostVariables; x = x.under {
		n += len(x.set) + 1
	}
	return n > mostVariables
}
