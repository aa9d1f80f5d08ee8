package reads

import (
	"strings"

	"inzicht/core/evaluate"
)

// destructured finds reads in const { A, B = "x" } = process.env, and in
// const { env: { A } } = process.
func (a *analysis) destructured() {
	for _, name := range a.o.names {
		for _, b := range a.o.Bindings[name] {
			if b.Property == "" {
				continue
			}
			whole, property := a.destructuredFrom(b)
			if whole == "" {
				continue
			}
			if a.run != nil && a.giveMember(b, property, whole) {
				continue
			}
			a.steps = 0
			var out facts
			if !b.Default.empty() {
				out.setFallback(a.fallbackOf(b.Default))
			}
			a.followName(name, b.At, &out)
			a.emit(Range{a.propertyToken(b), b.At + 1}, word(property), &Idiom{}, a.c.wholes[whole].access, &out, "")
		}
	}
}

// destructuredFrom gives the path of the environment that a name is taken out
// of, or "", and the member of it that the name stands for.
func (a *analysis) destructuredFrom(b Binding) (whole, property string) {
	at := strings.LastIndexByte(b.Property, '.')
	if at < 0 {
		return a.wholeOf(b.Value, 0), b.Property
	}
	path := a.pathOf(b.Value, 0)
	if path += "." + b.Property[:at]; a.c.wholes[path] == nil {
		return "", ""
	}
	return path, b.Property[at+1:]
}

// propertyToken is where the property stands: { A } or { A: name }.
func (a *analysis) propertyToken(b Binding) int {
	if a.f.Is(b.At-1, ":") {
		return b.At - 2
	}
	return b.At
}

// followName judges the uses of a name bound at token at.
func (a *analysis) followName(name string, at int, out *facts) {
	scope := a.o.blocks[a.o.functionBlock(a.o.blockOf[at])].Range
	uses := 0
	for _, i := range a.occurrences(name, at+1, scope.Hi) {
		if isMember(a.f, i) || uses >= maxUses {
			continue
		}
		uses++
		use := facts{}
		a.judge(Range{i, i + 1}, 1, &use)
		out.merge(use, false)
	}
}

// giveMember makes an access of a member that is taken out of the environment.
func (a *analysis) giveMember(b Binding, property, whole string) bool {
	r := a.run
	at := Range{a.propertyToken(b), b.At + 1}
	if !b.Default.empty() {
		at.Hi = b.Default.Hi
	}
	node := r.nodeOf(at)
	if node == 0 || r.unit.Access[node] != nil {
		return false
	}
	m := &match{pattern: &pattern{idiom: &Idiom{}, access: a.c.wholes[whole].access}, access: at}
	access := &evaluate.Access{Node: node, Of: m, Literal: true, Unset: a.lang.Runs.Unset}
	access.Names = func(func(int32) evaluate.Value) []evaluate.Row { return []evaluate.Row{evaluate.Word(property)} }
	if !b.Default.empty() {
		access.Fallback = r.nodeOf(b.Default)
	}
	r.unit.Access[node] = access
	return true
}
