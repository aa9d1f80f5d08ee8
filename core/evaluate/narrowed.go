package evaluate

import (
	"slices"

	"inzicht/core/parse"
)

// What goes through the environment may take no more of it than the variables whose names begin in
// some way: for k in os.environ: if k.startswith("GATE_"): …. Then these are what is read, and not all of it.

// narrowing is of what goes through the environment at a node.
type narrowing struct {
	*machine
	asks []int32 // where the names of variables are asked for
}

// noteNarrowing notes where the name of any variable of the environment is asked for.
func (m *machine) noteNarrowing(env *Access, n int32) {
	if m.focus != nil || m.unit() != m.u || env != m.u.Access[env.Node] || slices.Contains(m.narrowings[env.Node], n) {
		return
	}
	if m.narrowings == nil {
		m.narrowings = map[int32][]int32{}
	}
	m.narrowings[env.Node] = append(m.narrowings[env.Node], n)
}

// narrowed notes where the environment stands of which nothing but variables with some names is taken.
func (m *machine) narrowed() {
	for env, asks := range m.narrowings { // in any order
		if w := (narrowing{m, asks}); w.isOnly(env) {
			m.followed[env] = true
		}
	}
}

// isOnly reports whether what stands at a node is gone through for variables with some names alone.
func (w narrowing) isOnly(n int32) bool {
	u, parents := w.u, w.parentNodes()
	for range mostClimbed {
		up := parents[n]
		switch u.kind(up) {
		case parse.Wrapper, parse.Member:
		case parse.Call:
			if f := w.functionIn(up); f != 0 {
				return w.only(f)
			}
			if inner := u.Tree.Child(up, 0); inner != n && (u.kind(inner) != parse.Member && u.kind(inner) != parse.Name || !goesThrough[u.at(inner)]) {
				return false // set(process.env)
			}
			if slices.ContainsFunc(w.asks, func(ask int32) bool { return ask == up }) { // keys.grep(/^X_/)
				return true
			}
		case parse.Binary: // env |> Enum.filter(fn …)
			last := u.lastChild(up)
			if u.at(up) != "|>" || last == n || u.kind(last) != parse.Call {
				return false
			}
			if f := w.functionIn(last); f != 0 {
				return w.only(f)
			}
		case parse.Assign: // {"X_" <> rest, value} <- System.get_env()
			if inner := u.Tree.Child(up, 0); u.at(up) != "<-" || slices.ContainsFunc(w.asks, func(ask int32) bool { return u.isWithin(ask, inner) }) {
				return u.at(up) == "<-"
			}
		case parse.Loop:
			return w.isOnlyIn(up, n)
		default:
			return false
		}
		n = up
	}
	return false
}

// mostClimbed bounds how many nodes are round the environment that say how it is gone through.
const mostClimbed = 16

// goesThrough are functions that give what is gone through of what they are given.
var goesThrough = map[string]bool{"keys": true, "entries": true, "list": true, "sorted": true, "iter": true, "sort": true, "array_keys": true, "pairs": true}

// functionIn returns the function that a call is given, or what stands for one, or 0.
func (w narrowing) functionIn(call int32) int32 {
	for i, c := range w.u.children(call) {
		k := w.u.kind(c)
		if i > 0 && (k == parse.Lambda || k == parse.Function || k == parse.Call && w.asksAt(c)) { // filterKeys(_.startsWith("X_"))
			return c
		}
	}
	return 0
}

// isOnlyIn reports whether a loop, or a comprehension, is for variables with some names alone; head is what it goes through.
func (w narrowing) isOnlyIn(loop, head int32) bool {
	behind := false
	for _, c := range w.u.children(loop) {
		switch {
		case c == head:
			behind = true
		case behind && w.u.kind(c) == parse.Block:
			return w.only(c)
		case behind && w.asksAt(c):
			return true
		}
	}
	return false
}

// asksAt reports whether an expression holds only where the name of a variable is one that is asked for.
func (w narrowing) asksAt(n int32) bool {
	if slices.Contains(w.asks, n) {
		return !w.isContrary(n)
	}
	switch u := w.u; u.kind(n) {
	case parse.Wrapper, parse.Return:
		return w.asksAt(u.Tree.Child(n, 0))
	case parse.Declare, parse.Assign: // if let Some(rest) = key.strip_prefix("X_")
		return w.asksAt(u.lastChild(n))
	case parse.List: // rest, ok := strings.CutPrefix(key, "X_"); ok
		return w.asksAt(u.Tree.Child(n, 0))
	case parse.Binary:
		if op := u.at(n); op == "&&" || op == "and" || op == "," {
			return w.asksAt(u.Tree.Child(n, 0)) || w.asksAt(u.lastChild(n))
		}
	}
	return false
}

// isContrary reports whether a question for a name asks whether it is another one: name.indexOf("X_") !== 0.
func (w narrowing) isContrary(n int32) bool {
	op := w.u.at(n)
	return w.u.kind(n) == parse.Binary && (op == "!==" || op == "!=" || op == "<>" || op == "!~" || op == "ne")
}

// refusesAt reports whether an expression holds wherever the name of a variable is none that is asked for.
func (w narrowing) refusesAt(n int32) bool {
	u := w.u
	if slices.Contains(w.asks, n) {
		return w.isContrary(n)
	}
	switch u.kind(n) {
	case parse.Wrapper:
		return w.refusesAt(u.Tree.Child(n, 0))
	case parse.Unary:
		return (u.at(n) == "!" || u.at(n) == "not" || u.at(n) == "unless") && w.asksAt(u.Tree.Child(n, 0))
	case parse.Binary:
		if op := u.at(n); op == "||" || op == "or" {
			return w.refusesAt(u.Tree.Child(n, 0)) || w.refusesAt(u.lastChild(n))
		}
	}
	return false
}

// only reports whether a function, or what a loop does, takes nothing but variables with some names: all of it stands
// under a question for one, or behind a way out for the others.
func (w narrowing) only(n int32) (is bool) {
	u := w.u
	switch u.kind(n) {
	case parse.Lambda, parse.Function: // { case (k, v) if k.startsWith("X_") => v }
		return slices.ContainsFunc(u.children(n), w.asksAt) || w.only(u.lastChild(n))
	case parse.If:
		return w.onlyIf(n)
	case parse.Block:
		for _, s := range u.children(n) {
			switch {
			case !is && w.takesApart(s):
			case u.kind(s) == parse.If && w.isWayOut(s):
				return true
			case !w.only(s):
				return false
			default:
				is = true
			}
		}
		return is
	}
	return w.asksAt(n)
}

// takesApart reports whether a statement gives a part of what is gone through a name: name, value := split(pair).
func (w narrowing) takesApart(s int32) bool {
	u := w.u
	if k := u.kind(s); k != parse.Declare && k != parse.Assign {
		return false
	}
	target, value := u.kind(u.Tree.Child(s, 0)), u.kind(u.lastChild(s))
	return target != parse.Index && target != parse.Member && value != parse.Name
}

// parts returns what a condition asks, and what is run by it; Go may have a statement before it.
func (w narrowing) parts(n int32) (heads, branches []int32) {
	c := w.u.children(n)
	at := slices.IndexFunc(c, func(c int32) bool { k := w.u.kind(c); return k == parse.Block || k == parse.If })
	if at < 1 { // set(k) if k =~ /^X_/
		at = min(1, len(c))
	}
	return c[:at], c[at:]
}

// isWayOut reports whether a condition leaves where the name is none that is asked for.
func (w narrowing) isWayOut(n int32) bool {
	heads, branches := w.parts(n)
	if len(branches) != 1 || !w.leaves(branches[0]) {
		return false
	}
	word := w.u.at(n)
	return slices.ContainsFunc(heads, w.refusesAt) || (word == "unless" || word == "guard") && slices.ContainsFunc(heads, w.asksAt)
}

// onlyIf reports whether all branches of a condition stand under a question for a name.
func (w narrowing) onlyIf(n int32) bool {
	heads, branches := w.parts(n)
	if w.u.at(n) == "unless" || len(branches) == 0 || !slices.ContainsFunc(heads, w.asksAt) {
		return false
	}
	return len(branches) == 1 || w.u.kind(branches[1]) == parse.If && w.onlyIf(branches[1])
}
