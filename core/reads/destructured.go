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
			if a.giveMember(b, property, whole) {
				continue
			}
			m := &match{pattern: &pattern{idiom: &Idiom{}, access: a.c.wholes[whole].access}, access: Range{a.propertyToken(b), b.At + 1}, fallback: b.Default, member: true}
			m.name = Range{m.access.Lo, m.access.Lo + 1}
			a.bare(m)
		}
	}
}

// destructuredFrom returns the path of the environment that a name is taken out
// of, or "", and the member of it that the name stands for.
func (a *analysis) destructuredFrom(b Binding) (whole, property string) {
	if b.Of != "" {
		return b.Of, b.Property
	}
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

// giveMember makes an access of a member that is taken out of the environment.
func (a *analysis) giveMember(b Binding, property, whole string) bool {
	r := a.prepare()
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
