package evaluate

import (
	"inzicht/core/parse"
	"inzicht/core/syntax"
)

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

// elementClass returns the class of which the elements of a literal are, where
// its type says so once for all of them, []T{…} or map[K]T{…}, or nil.
func (m *machine) elementClass(n int32) *Class {
	u := m.unit()
	at := int(u.Tree.Nodes[n].At) - 1
	if !u.isElementType(at) {
		return nil
	}
	return u.classes[u.Tree.File.Text(at)]
}

// isElementType reports whether the type of elements is at a token of Go: T of
// []T or map[K]*T.
func (u *Unit) isElementType(at int) bool {
	f, before := u.Tree.File, at-1
	if f.Is(before, "*") {
		before--
	}
	return u.Words.Errors != nil && f.Is(before, "]")
}

// classed makes the elements of a literal objects of the class that its type names.
func (m *machine) classed(c *Class, list []Value) {
	if c == nil {
		return
	}
	for _, v := range list {
		if len(v) == 1 && v[0].form == record && v[0].members.of == nil {
			v[0].members.of = c
			m.zeroFields(v[0].members, c)
		}
	}
}

// typeOf returns the class of a composite literal, T{…}, or nil.
func (m *machine) typeOf(n int32) *Class {
	name := m.typeName(n)
	switch name {
	case "":
		return nil
	case "Self", "__MODULE__":
		return m.frame().class
	}
	return m.unit().classNamed(name)
}

// typeName returns the name of the type of a composite literal, T{…}, or "".
func (m *machine) typeName(n int32) string {
	u := m.unit()
	at := u.typeAt(n)
	if at < 0 || u.isElementType(at) {
		return ""
	}
	return u.Tree.File.Text(at)
}

// typeAt returns the token of the name of the type of a composite literal, T{…} or
// T[A]{…}, or -1.
func (u *Unit) typeAt(n int32) int {
	f, at, from := u.Tree.File, int(u.Tree.Nodes[n].At)-1, int(u.Tree.Nodes[n].From)
	if at < from {
		return -1
	}
	if open := f.Mate(at); f.Is(at, "]") && open > from && f.Kind(open-1) == syntax.Word && !f.Is(open-1, "map") {
		return open - 1
	}
	return at
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

// zeroFields sets the fields of a structure that a literal leaves out.
func (m *machine) zeroFields(r *members, c *Class) {
	m.fillFields(r, c)
	m.zeroFieldsWithin(r, c, 0)
}

// fillFields sets the fields that a library fills of a structure of the file, where a literal leaves them out.
func (m *machine) fillFields(r *members, c *Class) {
	if c == nil || c.Unit != m.u {
		return
	}
	m.eachField(c.Name, func(name string, g *Given) {
		if _, given := r.get(name); !given {
			r.set(name, m.borrow(g, c.Node, &state{scope: newScope(m.globals, m.u)}))
		}
	})
}

// mostStructs bounds how deep structs lie in others.
const mostStructs = 4

// zeroFieldsWithin is zeroFields for a struct that lies in others, as many as depth.
func (m *machine) zeroFieldsWithin(r *members, c *Class, depth int) {
	if c == nil || c.Unit.Words.Errors == nil {
		return
	}
	f, open := c.Unit.Tree.File, structOpen(c.Unit, c)
	if open < 0 {
		return
	}
	for i := f.Mate(open) - 1; i > open; i-- {
		if name := i - 1; emptyTypes[f.Text(i)] && f.Kind(name) == syntax.Word && (f.Tokens[name].NewLine || f.Is(name-1, ";") || name-1 == open) { // a *string
			if _, given := r.get(f.Text(name)); !given {
				r.set(f.Text(name), Value{{form: nothing}})
			}
			continue
		}
		kind := f.Text(i)
		if kind == "[" && f.Is(i+1, "]") {
			kind = "[]"
		}
		zero, known := m.zeroOf(kind)
		if inner := c.Unit.classes[kind]; !known && inner != nil && inner.isStruct() && depth < mostStructs && !f.Tokens[i].NewLine && m.tick() {
			part := &members{of: inner, open: true}
			m.zeroFieldsWithin(part, inner, depth+1)
			zero, known = Value{{form: record, members: part}}, true
		}
		for name := i - 1; known && name > open && f.Kind(name) == syntax.Word; name -= 2 { // a, b string
			if _, given := r.get(f.Text(name)); !given {
				r.set(f.Text(name), zero)
			}
			if !f.Is(name-1, ",") {
				break
			}
		}
	}
}

// emptyTypes are what types begin with whose variables are nil where nothing is put into them.
var emptyTypes = map[string]bool{"*": true, "func": true, "map": true, "chan": true, "any": true, "interface": true}

// zeroOf returns what a variable of a type holds that nothing is put into.
func (m *machine) zeroOf(kind string) (Value, bool) {
	switch kind {
	case "string":
		return textOf("", m.depth()), true
	case "bool":
		return Value{{form: boolean}}, true
	case "int":
		return m.numberOf(0), true
	case "error":
		return Value{{form: nothing}}, true
	case "[]":
		return Value{{form: sequence, perhaps: true}}, true
	}
	return nil, false
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

// promoted returns what a structure of Go has of one that is embedded in it.
func (m *machine) promoted(f *members, name string, st *state) (Value, bool) {
	if f.of.Unit.Words.Errors == nil || m.embedding > mostBases {
		return nil, false
	}
	m.embedding++
	defer func() { m.embedding-- }()
	for _, field := range f.names {
		inner := f.value[field]
		if len(inner) != 1 || inner[0].members == nil || inner[0].members.of == nil || inner[0].members.of.Name != field {
			continue
		}
		if v, known := m.memberOfAlt(inner[0], name, st); known {
			return v, true
		}
	}
	return nil, false
}

// declaredStruct returns the class of which a variable of Go is declared that is given
// nothing, or nil.
func (m *machine) declaredStruct(name int32) *Class {
	u := m.unit()
	if u.Words.Errors == nil || !u.Tree.File.Is(int(u.Tree.Nodes[name].From)-1, "var") {
		return nil
	}
	c := u.classes[u.next(name)]
	if c == nil || structOpen(u, c) < 0 {
		return nil
	}
	return c
}
