package evaluate

import (
	"strings"

	"inzicht/core/parse"
)

// What one function alone puts into the objects of a class, which methods of the class find there: Load
// fills a struct, and Port asks for it.

// noteMaker notes which function gives objects of a class of the file. Where there is one alone,
// what it puts into their fields is what methods of the class find there.
func (m *machine) noteMaker(fn *Func, v Value) {
	o := &m.offering
	for _, x := range v {
		if x.form == sequence {
			for _, e := range x.list {
				m.noteMaker(fn, e)
			}
			continue
		}
		if x.members == nil || x.members.of == nil || x.members.of.Unit != m.u || m.isShared(x.members) {
			continue
		}
		c := x.members.of
		if m.focus != nil {
			for name := range o.adopted[c] { // in any order
				if v, known := x.members.value[name]; known && o.makers[c] == fn && v.isLacking() {
					m.fieldsOf(c).set(name, v)
				}
			}
			continue
		}
		if o.makers == nil {
			o.makers, o.objects = map[*Class]*Func{}, map[*Class]*members{}
		}
		if other, known := o.makers[c]; known && other != fn {
			o.makers[c] = nil
			continue
		}
		o.makers[c], o.objects[c] = fn, x.members
	}
}

// isLacking reports whether a value stands for what is unset, or is empty in its place.
func (v Value) isLacking() bool {
	return v.some(func(x alt) bool { return x.missing != 0 || x.isEmptyText() && x.depends != 0 })
}

// adopt has methods of classes find what the only function that gives their objects puts into these.
func (m *machine) adopt() {
	o := &m.offering
	for c, fn := range o.makers { // in any order
		if fn == nil || !m.makesOnce(c) {
			continue
		}
		for name, v := range o.objects[c].value { // in any order
			if known, _ := m.fieldsOf(c).get(name); known.wasRead() || !v.wasRead() && m.valued == nil {
				continue
			}
			if o.adopted == nil {
				o.adopted = map[*Class]map[string]bool{}
			}
			if o.adopted[c] == nil {
				o.adopted[c] = map[string]bool{}
			}
			o.adopted[c][name], c.adopted = true, true
			m.fieldsOf(c).set(name, v)
		}
	}
}

// enterGivers runs the functions that only hand on an object of a class of the file whose fields
// hold what was read: getInstance().
func (m *machine) enterGivers() {
	names := map[string]bool{}
	for _, c := range m.u.classes { // in any order
		if f := m.fields[c]; f != nil && f.holds(Value.wasRead) {
			names[c.Name] = true
		}
	}
	if len(names) == 0 {
		return
	}
	note := func(name string, v Value) {
		if len(v) == 1 && v[0].members != nil && v[0].members.of != nil && names[v[0].members.of.Name] {
			names[strings.TrimLeft(name, "$@")] = true
		}
	}
	m.globals.vars.each(note)
	for _, c := range m.u.classes { // in any order
		if f := m.fields[c]; f != nil {
			for name, v := range f.value { // in any order
				note(name, v)
			}
		}
	}
	for _, fn := range m.u.list {
		if node := m.u.Tree.Nodes[fn.Node]; !fn.concerned && fn.within == nil && fn.Name != "" && len(fn.params) == 0 && node.To-node.From < shortGiver && m.mentions(fn, names) {
			m.enter(&closure{unit: m.u, node: fn.Node, outer: m.globals})
		}
	}
}

// shortGiver is up to how many tokens a function has that only hands something on.
const shortGiver = 80

// isAlike reports whether all objects of a class hold the same: its constructor says what, or one
// place in the file alone makes them.
func (m *machine) isAlike(c *Class) bool {
	if f := m.fields[c]; f != nil && f.holds(Value.wasRead) && len(m.offering.adopted[c]) == 0 {
		return true
	}
	return m.makesOnce(c)
}

// makesOnce reports whether one place in the file alone makes objects of a class by writing down
// what they hold.
func (m *machine) makesOnce(c *Class) bool {
	is, asked := m.offering.once[c]
	if !asked {
		if m.offering.once == nil {
			m.offering.once = map[*Class]bool{}
		}
		is = m.u.timesMade(c) <= 1
		m.offering.once[c] = is
	}
	return is
}

// timesMade returns in how many places of the file objects of a class are written down.
func (u *Unit) timesMade(c *Class) (times int) {
	for i := range u.Tree.Nodes {
		n := int32(i)
		at := ""
		switch node := u.Tree.Nodes[n]; node.Kind {
		case parse.Record, parse.List:
			if t := u.typeAt(n); t >= 0 {
				at = u.Tree.File.Text(t)
			}
		case parse.Call:
			at = u.calleeName(u.Tree.Child(n, 0))
		}
		if at == c.Name || at == "Self" || at == "__MODULE__" {
			times++
		}
	}
	return times
}
