package evaluate

import (
	"slices"

	"inzicht/core/parse"
)

// primitives are types of fields that hold something from the beginning.
var primitives = map[string]bool{
	"int": true, "long": true, "short": true, "byte": true, "char": true, "float": true, "double": true, "boolean": true, "bool": true, "decimal": true, "uint": true, "ulong": true,
}

// mostUnset bounds how many such fields of a class are known.
const mostUnset = 100

// unsetFields returns the fields that a class declares without a value, and that the file gives
// one somewhere: until then they hold nothing.
func (c *Class) unsetFields() []string {
	c.declaring.Do(func() {
		u := c.Unit
		if !u.Words.Raises || u.Words.Loops == Values || c.Node == 0 {
			return
		}
		body := u.lastChild(c.Node)
		for _, field := range u.children(body) {
			name := u.unsetField(field)
			if name != "" && len(c.unset) < mostUnset && (u.assignsMember(name) || u.assignsAny(parse.Name, name)) {
				c.unset = append(c.unset, name)
			}
		}
	})
	return c.unset
}

// unsetField returns the name of a field that is declared without a value, or "".
func (u *Unit) unsetField(n int32) string {
	f, list := u.Tree.File, u.children(n)
	if u.kind(n) == parse.Name { // #def;
		list = []int32{n}
	} else if u.kind(n) != parse.Declare {
		return ""
	}
	from := int(u.Tree.Nodes[n].From)
	if len(list) != 1 || u.kind(list[0]) != parse.Name || f.Is(from-1, "static") || f.Is(from-2, "static") || f.Is(from-1, "=") {
		return ""
	}
	if at := int(u.Tree.Nodes[list[0]].From); at > from && primitives[f.Text(at-1)] || f.Is(at+1, "{") || f.Is(from, "late") {
		return ""
	}
	return u.at(list[0])
}

// mayFill notes that what is not known may give the fields of an object a value which have none yet.
func (m *machine) mayFill(v Value) {
	for _, x := range v {
		if x.members == nil || x.members.of == nil {
			continue
		}
		for _, name := range x.members.of.unsetFields() {
			if held := x.members.value[name]; held.allNothing() && held.missing() == 0 {
				x.members.set(name, append(slices.Clone(held), anything(m.depth())))
				m.changed++
			}
		}
	}
}
