package evaluate

import (
	"slices"

	"inzicht/core/parse"
)

// recovers reports whether a function of Go goes on where something in it panics: it calls
// recover, in a function that it defers and that does not end the program itself.
func (fn *Func) recovers() bool {
	u := fn.Unit
	if u.Words.Errors == nil {
		return false
	}
	u.recovering.Do(func() {
		looked := 0
		for i := range u.Tree.File.Tokens {
			if !u.Tree.File.Is(i, "recover") || !u.Tree.File.Is(i+1, "(") {
				continue
			}
			if looked++; looked > mostRecovering {
				return
			}
			if !u.endsRound(i) {
				u.recovered = append(u.recovered, i)
			}
		}
	})
	node := u.Tree.Nodes[fn.Node]
	return slices.ContainsFunc(u.recovered, func(i int) bool { return int(node.From) <= i && i < int(node.To) })
}

// mostRecovering bounds how many calls of recover are looked at in a file.
const mostRecovering = 50

// endsRound reports whether a call that ends the program stands in the innermost function round a token.
func (u *Unit) endsRound(at int) bool {
	from, to := 0, len(u.Tree.File.Tokens)
	for _, node := range u.Tree.Nodes {
		if node.Kind == parse.Lambda && int(node.From) <= at && at < int(node.To) && int(node.To-node.From) < to-from {
			from, to = int(node.From), int(node.To)
		}
	}
	for i := from; i < to; i++ {
		if name := u.Tree.File.Text(i); u.Tree.File.Is(i+1, "(") && (u.Words.Stops[name] || name == "Exit") {
			return true
		}
	}
	return false
}

// bodyRecovered runs the body of such a function: it gives nothing where something in it panics.
func (m *machine) bodyRecovered(fn *Func, in *state) Value {
	v, t := m.trying(func() Value { return m.bodyItself(fn, in) })
	if t.state == nil || !in.dead || m.frame().got {
		return v
	}
	in.consults, in.dead = in.consults|t.state.consults, false
	return Value{{form: nothing, depends: t.dep}}
}
