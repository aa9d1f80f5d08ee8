package evaluate

import (
	"slices"
	"strings"
)

// make makes an object of a class.
func (m *machine) make(c *Class, arguments []argument, n int32, st *state) Value {
	r := &members{of: c, open: true}
	object := Value{{form: record, members: r}}
	fn := c.constructorOf()
	if fn != nil {
		m.lookInto(fn, arguments)
	}
	if fn != nil && fn.Body != 0 {
		m.run(fn, &closure{unit: fn.Unit, node: fn.Node, outer: m.outerOf(fn), self: r}, n, arguments, st)
		if st.dead {
			return nil
		}
		return object
	}
	m.lookIntoClass(c, arguments)
	fields := c.fields
	next := 0
	for _, a := range arguments {
		switch {
		case a.name != "":
			r.set(a.name, a.value)
		case len(a.value) == 1 && a.value[0].form == record && a.value[0].members.of == nil && len(arguments) == 1 && len(c.params) == 0:
			for _, name := range a.value[0].members.names {
				r.set(name, a.value[0].members.value[name])
			}
		case next < len(fields):
			r.set(fields[next], a.value)
			next++
		}
	}
	for _, p := range c.params {
		if _, known := r.get(p.name); !known && p.fallback != 0 {
			r.set(p.name, m.eval(p.fallback, st))
		}
	}
	if c.isEnum() && len(arguments) == 1 { // Season(x): one of its values
		m.asEnum(c, arguments[0].value)
		return Value{loose(arguments[0].value, alt{sites: arguments[0].value.sites(), parts: []part{{any: true, frame: m.depth()}}})}
	}
	return object
}

// madeClass returns the class that a call makes of the names of its fields:
// Struct.new(:a, :b), namedtuple("T", "a b").
func (m *machine) madeClass(arguments []argument) Value {
	c := &Class{Unit: m.unit(), methods: map[string]*Func{}}
	for i, a := range arguments {
		names := flat([]argument{a})
		for _, name := range names {
			s, plain := name.plain()
			if !plain || a.name != "" || i == 0 && isUpper(s) {
				continue
			}
			c.fields = append(c.fields, strings.FieldsFunc(s, func(r rune) bool { return r == ' ' || r == ',' })...)
		}
	}
	return Value{{form: class, class: c}}
}

// isEnum reports whether a class lists values.
func (c *Class) isEnum() bool {
	return slices.ContainsFunc(c.bases, func(b string) bool { return strings.Contains(b, "Enum") })
}

// asEnum notes the values of an enumeration that a value must be one of.
func (m *machine) asEnum(c *Class, v Value) {
	if m.focus != nil {
		return
	}
	tags := v.sites()
	for _, name := range m.fieldsOf(c).names {
		if s, plain := m.fieldsOf(c).value[name].plain(); plain {
			m.literal(tags, s)
			for _, t := range tags {
				m.reads[t].Closed = true
			}
		}
	}
}

func (c *Class) constructorOf() *Func {
	for depth := 0; c != nil && depth < 5; depth++ {
		if fn := c.constructor(); fn != nil {
			return fn
		}
		if len(c.params) > 0 || len(c.bases) == 0 {
			return nil
		}
		c = c.Unit.classes[c.bases[0]]
	}
	return nil
}

// isPromoted reports whether a parameter of a constructor is a field too.
func (c *Class) isPromoted(fn *Func, p param) bool {
	f, node := c.Unit.Tree.File, c.Unit.Tree.Nodes[p.node]
	switch f.Text(int(node.From)) {
	case "private", "public", "protected", "readonly", "val", "var":
		return true
	}
	return false
}

// makesObject reports whether a call of what is not known makes an object.
func (m *machine) makesObject(n int32, name string) bool {
	u := m.unit()
	if u.Words.Capitals && !u.Tree.File.Is(int(u.Tree.Nodes[n].From), "new") {
		return false
	}
	return isUpper(name) || name == "object" || name == "new"
}
