package evaluate

import (
	"bytes"
	"slices"

	"inzicht/core/syntax"
)

// Tables of Lua as classes: one that another is made with, setmetatable({}, Env), has the
// functions that are written with its name, function Env:get(name), as methods.

// metatables returns the names of the tables of a file that others are made with.
func (u *Unit) metatables() map[string]bool {
	f := u.Tree.File
	if !bytes.Contains(f.Src, []byte("setmetatable")) && !bytes.Contains(f.Src, []byte("__index")) {
		return nil
	}
	names, within := map[string]bool{}, "" // the table whose function it is
	note := func(name string) {
		if name == "self" {
			name = within
		}
		names[name] = true
	}
	for i := range f.Tokens {
		switch {
		case f.Is(i, "function") && f.Kind(i+1) == syntax.Word && (f.Is(i+2, ":") || f.Is(i+2, ".")):
			within = f.Text(i + 1)
		case f.Is(i, "__index") && f.Is(i-1, ".") && f.Is(i+1, "=") && f.Kind(i+2) == syntax.Word && f.Is(i+2, f.Text(i-2)):
			note(f.Text(i - 2))
		case f.Is(i, "setmetatable") && f.Is(i+1, "(") && f.Mate(i+1) > 0:
			if last := f.Mate(i+1) - 1; f.Kind(last) == syntax.Word && f.Is(last-1, ",") {
				note(f.Text(last))
			}
		}
	}
	delete(names, "")
	return names
}

// ofTable returns the class of a function that is written with the name of a table that
// others are made with, or nil.
func (u *Unit) ofTable(fn *Func) *Class {
	f, name := u.Tree.File, int(u.Tree.Nodes[fn.Node].At)
	if name < 3 || !f.Is(name-1, ":") && !f.Is(name-1, ".") || !f.Is(name-3, "function") || !u.tableNames[f.Text(name-2)] {
		return nil
	}
	c := u.classes[f.Text(name-2)]
	if c == nil {
		c = &Class{Unit: u, Name: f.Text(name - 2), methods: map[string]*Func{}}
		u.classes[c.Name] = c
	}
	fn.Owner = c
	return c
}

// ofMetatable makes what setmetatable is given an object of the class that the table is.
func (m *machine) ofMetatable(arguments []argument) (Value, bool) {
	if len(arguments) != 2 || len(m.unit().tableNames) == 0 {
		return nil, false
	}
	c := m.unit().classes[m.unit().at(arguments[1].node)]
	if fr := m.frame(); m.unit().at(arguments[1].node) == "self" && fr.fn != nil { // function Env:new()
		c = fr.fn.Owner
	}
	x, known := oneCollection(arguments[0].value)
	if c == nil || !known || x.form == class {
		return nil, false
	}
	if x.form == sequence { // {}
		x = alt{form: record, members: &members{}, depends: x.depends}
	}
	x.members.of, x.members.open = c, true
	return Value{x}, true
}

// makersOf returns the functions that make objects of a table, which are written with its name.
func (u *Unit) makersOf(c *Class) (list []*Func) {
	if !u.tableNames[c.Name] {
		return nil
	}
	for _, fn := range u.list {
		if fn.Owner == c && slices.ContainsFunc(fn.calls, func(m made) bool { return m.name == "setmetatable" }) {
			list = append(list, fn)
		}
	}
	return list
}
