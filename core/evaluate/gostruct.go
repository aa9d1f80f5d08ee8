package evaluate

import "inzicht/core/parse"

// structOf returns an element of a list of structures that is written without
// the names of its fields.
func (m *machine) structOf(list, n int32, st *state) Value {
	u := m.unit()
	if u.kind(n) != parse.List {
		return m.eval(n, st)
	}
	names := m.fieldNames(list)
	r := &members{}
	for i, c := range u.children(n) {
		v := m.eval(c, st)
		if i < len(names) {
			r.set(names[i], v)
		}
	}
	return Value{{form: record, members: r}}
}

// typeOf returns the class of a composite literal, T{…}, or nil.
func (m *machine) typeOf(n int32) *Class {
	u := m.unit()
	if u.Tree.Nodes[n].At <= u.Tree.Nodes[n].From {
		return nil
	}
	name := u.Tree.File.Text(int(u.Tree.Nodes[n].At) - 1)
	if name == "Self" {
		return m.frame().class
	}
	return u.classes[name]
}

// isGoArrayOfStructs reports whether a list is one of structures of which the
// fields are known.
func (m *machine) isGoArrayOfStructs(n int32) bool {
	u := m.unit()
	if u.Words.Errors == nil {
		return false
	}
	first := u.Tree.Child(n, 0)
	return first != 0 && u.kind(first) == parse.List && len(m.fieldNames(n)) > 0
}

// fieldNames returns the names of the fields of a composite literal's type:
// those written out, or those of a type of the file.
func (m *machine) fieldNames(n int32) (names []string) {
	u := m.unit()
	f := u.Tree.File
	from, brace := int(u.Tree.Nodes[n].From), int(u.Tree.Nodes[n].At)
	for i := from; i < brace; i++ {
		if f.Is(i, "struct") && f.Is(i+1, "{") {
			return goFields(u, i+1)
		}
	}
	if brace > from {
		if c := u.classes[f.Text(brace-1)]; c != nil {
			return goFields(u, structOpen(u, c))
		}
	}
	return nil
}

// structOpen returns the brace of type T struct { … }, or -1.
func structOpen(u *Unit, c *Class) int {
	node := u.Tree.Nodes[c.Node]
	for i := int(node.From); i < int(node.To); i++ {
		if u.Tree.File.Is(i, "struct") && u.Tree.File.Is(i+1, "{") {
			return i + 1
		}
	}
	return -1
}

// goFields returns the names of the fields between braces.
func goFields(u *Unit, open int) (names []string) {
	f := u.Tree.File
	close := f.Mate(open)
	for i := open + 1; i < close; i++ {
		if i > open+1 && !f.Tokens[i].NewLine && !f.Is(i-1, ";") {
			if m := f.Mate(i); m > i {
				i = m
			}
			continue
		}
		names = append(names, f.Text(i))
		for f.Is(i+1, ",") {
			i += 2
			names = append(names, f.Text(i))
		}
	}
	return names
}
