package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// Functions that read nothing themselves and use what holds what was read: a variable of the file, a field.

// followGlobals runs what uses a variable of the file, or a field, that holds
// what was read, but does not itself read anything.
func (m *machine) followGlobals() {
	for known, rounds := 0, 0; rounds < mostFollowed; rounds++ { // what holds it may be given to something else there
		holding := m.holding()
		if len(holding) == known {
			return
		}
		known = len(holding)
		asked := map[string]bool{}
		for _, fn := range m.u.list {
			if isConstructor(fn) && m.ran[fn.Node] { // with what it is given
				continue
			}
			if !fn.concerned && fn.within == nil && (m.mentions(fn, holding) || holding["0"] && fn.Owner != nil && m.u.kind(fn.Node) == parse.Function) {
				m.enterFollowed(fn, asked)
			}
		}
		m.enterAsking(asked)
		m.drain()
	}
}

// enterFollowed runs a function by itself, and notes its name where it may be given the name of
// what it reads.
func (m *machine) enterFollowed(fn *Func, asked map[string]bool) {
	before := len(m.reads)
	m.enter(&closure{unit: m.u, node: fn.Node, outer: m.globals})
	if len(m.reads) > before && len(fn.params) > 0 && fn.Name != "" {
		asked[fn.Name] = true
	}
}

// enterAsking runs who calls functions that were found to read what they are asked for.
func (m *machine) enterAsking(asked map[string]bool) {
	for rounds := 0; len(asked) > 0 && rounds < mostFollowed; rounds++ {
		further := map[string]bool{}
		for _, fn := range m.u.list {
			if !fn.concerned && fn.within == nil && slices.ContainsFunc(fn.calls, func(c made) bool { return asked[c.name] }) {
				m.enterFollowed(fn, further)
			}
		}
		asked = further
	}
}

// mostFollowed bounds how often it is looked what holds what was read.
const mostFollowed = 3

// holding returns the names of the variables of the file, and of fields, that hold what was read, or
// what reads.
func (m *machine) holding() map[string]bool {
	holding := m.globals.vars.holding()
	for _, fields := range m.fields { // in any order
		for name, v := range fields.value { // in any order
			if v.wasRead() || v.readsLater() {
				holding[strings.TrimLeft(name, "@$")] = true
			}
		}
	}
	return holding
}

func (m *machine) mentions(fn *Func, names map[string]bool) bool {
	node, f := m.u.Tree.Nodes[fn.Node], m.u.Tree.File
	for i := int(node.From); i < int(node.To); i++ {
		t := &f.Tokens[i]
		if t.Kind == 0 && names[string(f.Src[t.Start:t.End])] {
			return true
		}
	}
	return false
}
