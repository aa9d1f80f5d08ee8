package evaluate

// compiled returns the part of #if … #else … #endif that is compiled where one of the
// unset reads is there, if they are all in one; else 0.
func (m *machine) compiled(n int32, parts []int32) (only int32) {
	u := m.unit()
	if m.focus == nil || !u.Words.Pointers || !u.Tree.File.Is(int(u.Tree.Nodes[n].From), "#") {
		return 0
	}
	for _, part := range parts[1:] {
		if !m.holdsUnset(part) {
			continue
		}
		if only != 0 {
			return 0
		}
		only = part
	}
	return only
}

// holdsUnset reports whether an unset read lies within a node.
func (m *machine) holdsUnset(n int32) bool {
	u := m.unit()
	of := u.Tree.Nodes[n]
	for _, r := range m.focus.reads {
		at := r.Access.Node
		if u.Access[at] != r.Access {
			continue
		}
		if node := u.Tree.Nodes[at]; node.From >= of.From && node.To <= of.To {
			return true
		}
	}
	return false
}
