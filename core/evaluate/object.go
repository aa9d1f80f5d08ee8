package evaluate

import (
	"slices"
	"strconv"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// make makes an object of a class. What reads in it, any object of the class may have.
func (m *machine) make(c *Class, arguments []argument, n int32, st *state) Value {
	object := m.made(c, arguments, n, st)
	if m.focus != nil || len(object) != 1 || object[0].members == nil || object[0].members.of != c {
		return object
	}
	for _, name := range object[0].members.names {
		v := object[0].members.value[name]
		if !v.readsLater() {
			continue
		}
		if old, known := m.fieldsOf(c).get(name); !known {
			m.fieldsOf(c).set(name, append(slices.Clone(v), alt{parts: []part{{any: true, param: true}}}))
		} else if wholeAmong(old) == nil {
			m.fieldsOf(c).set(name, join(old, v))
		}
	}
	return object
}

// made returns an object of a class that is made.
func (m *machine) made(c *Class, arguments []argument, n int32, st *state) Value {
	r := &members{of: c, open: true}
	object := Value{{form: record, members: r}}
	for _, name := range c.unsetFields() {
		r.set(name, Value{{form: nothing}})
	}
	fn := c.constructorOf()
	if fn != nil {
		if fn = m.overload(fn, arguments); len(c.params) > 0 && !fn.takes(arguments) { // that of the head of the class
			fn = nil
		}
	}
	if fn != nil {
		m.lookInto(fn, nil, arguments)
	}
	if fn != nil && m.takesFields(fn, r, arguments, n, st) && fn.Body == 0 {
		return object
	}
	if fn != nil && fn.Body != 0 {
		given, ran := m.run(fn, m.closureOf(fn, r), n, arguments, st)
		if st.dead {
			return nil
		}
		if gone := c.givesNothing(fn, m.gaveBack); ran && len(gone) > 0 {
			if m.fell {
				gone = append(object, gone...)
			}
			return gone
		}
		if x, known := oneCollection(given); ran && known && c.Unit.Words.Signs && x.form == record { // what it blesses
			return given
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
			if c.Unit.Words.Leaves == "?" { // struct Vars(Map), of Rust
				r.set(strconv.Itoa(next), a.value)
			}
			next++
		}
	}
	for _, p := range c.params {
		if _, known := r.get(p.name); !known && p.fallback != 0 {
			r.set(p.name, m.evalIn(c.Unit, p.fallback, n, st))
		}
	}
	if m.fillsBody(c, r, arguments, n, st); st.dead {
		return nil
	}
	for _, name := range afterFields {
		if fn := c.method(name); fn != nil && fn.Body != 0 {
			if m.run(fn, m.closureOf(fn, r), n, nil, st); st.dead {
				return nil
			}
		}
	}
	if c.isEnum() && len(arguments) == 1 { // Season(x): one of its values
		m.asEnum(c, arguments[0].value)
		if _, plain := arguments[0].value.plain(); plain { // which is what its constant is
			return arguments[0].value
		}
		return Value{loose(arguments[0].value, alt{sites: arguments[0].value.sites(), parts: []part{{any: true, frame: m.depth()}}})}
	}
	return object
}

// afterFields are methods that are run where an object has been given its fields.
var afterFields = []string{"__post_init__", "__attrs_post_init__"}

// givesNothing returns what a constructor of Swift, init?(), gives where it gives no object: return nil.
func (c *Class) givesNothing(fn *Func, given Value) (gone Value) {
	if f := fn.Unit.Tree.File; !f.Is(int(fn.Unit.Tree.Nodes[fn.Node].At)+1, "?") {
		return nil
	}
	for _, x := range given {
		if x.form == nothing && (x.depends|x.missing) != 0 {
			gone = append(gone, x)
		}
	}
	return gone
}

// evalIn returns the value of an expression of a file, at a call of this one.
func (m *machine) evalIn(u *Unit, expression, call int32, st *state) Value {
	if u == m.unit() {
		return m.eval(expression, st)
	}
	m.frames = append(m.frames, &frame{unit: u, context: m.context, call: call})
	in := &state{scope: newScope(m.globalsOf(u), u), control: st.control, consults: st.consults}
	v := m.eval(expression, in)
	m.frames = m.frames[:len(m.frames)-1]
	st.dead = in.dead
	return m.here(v)
}

// madeClass returns the class that a call makes of the names of its fields:
// Struct.new(:a, :b), namedtuple("T", "a b").
func (m *machine) madeClass(arguments []argument) Value {
	c := &Class{Unit: m.unit(), methods: map[string]*Func{}}
	for i, a := range arguments {
		names := flat([]argument{a})
		for _, name := range names {
			s, plain := name.plain()
			if !plain || a.name != "" || i == 0 && syntax.IsCapital(s) {
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

// constantAt returns what an enumeration of Python has under a name, which may be one that was read.
func (m *machine) constantAt(c *Class, key Value, st *state) (made Value) {
	m.ready(c)
	fields, names := m.fieldsOf(c), m.namesInEnum(c)
	m.picks(key, names)
	if m.focus == nil {
		for _, name := range names {
			m.literal(key.sites(), name)
		}
	}
	for _, k := range key {
		asked, plain := k.plain()
		for _, name := range names {
			if !plain && k.form != nothing || name == asked {
				made = append(made, m.ofEnum(c, fields.value[name]).dependent(k.depends|k.missing)...)
			}
		}
	}
	if len(made) == 0 {
		m.fail(st, key.depends()|key.missing(), "KeyError")
	}
	return made.compact()
}

// namesInEnum returns the names of the constants of an enumeration of Python that stand for texts.
func (m *machine) namesInEnum(c *Class) (names []string) {
	fields := m.fieldsOf(c)
	for _, name := range fields.names {
		if _, plain := fields.value[name].plain(); plain {
			names = append(names, name)
		}
	}
	return names
}

// ofEnum returns what a constant of an enumeration of Python stands for as that of the enumeration, which knows its name.
func (m *machine) ofEnum(c *Class, v Value) Value {
	if !c.isEnum() || len(v) != 1 || v[0].form != text {
		return v
	}
	x := v[0]
	x.class = c
	return Value{x}
}

// nameInEnum returns the name of the constant that a text is of an enumeration of Python.
func (m *machine) nameInEnum(x alt) (Value, bool) {
	if x.form != text || x.class == nil || !x.class.isEnum() {
		return nil, false
	}
	m.ready(x.class)
	s, _ := x.plain()
	for _, name := range m.namesInEnum(x.class) {
		if own, _ := m.fieldsOf(x.class).value[name].plain(); own == s {
			return textOf(name, m.depth()).dependent(x.depends), true
		}
	}
	return nil, false
}

// asEnum notes the values of an enumeration that a value must be one of.
func (m *machine) asEnum(c *Class, v Value) {
	if m.focus != nil {
		return
	}
	tags := v.sites()
	for _, name := range m.namesInEnum(c) {
		s, _ := m.fieldsOf(c).value[name].plain()
		m.literal(tags, s)
		for _, t := range tags {
			m.reads[t].Closed = true
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
		c = c.Unit.classNamed(c.bases[0])
	}
	return nil
}

// isPromoted reports whether a parameter of a constructor is a field too.
func (c *Class) isPromoted(fn *Func, p param) bool {
	return Promotes(c.Unit.Tree.File.Text(int(c.Unit.Tree.Nodes[p.node].From)))
}

// Promotes reports whether a word before a parameter of a constructor makes it a field
// too.
func Promotes(word string) bool {
	switch word {
	case "private", "public", "protected", "readonly", "val", "var":
		return true
	}
	return false
}

// making says how an object was made: new Name(arguments), NewName(arguments).
type making struct {
	name      string // of the class or of what makes one
	by        string // the function or field of the class that gives the object, or ""
	arguments []argument
	written   bool // its fields are written down: Name{a: b}
}

// madeBy returns the name of what makes the object that a call gives.
func (m *machine) madeBy(n int32, name string) string {
	u := m.unit()
	callee := u.Tree.Child(n, 0)
	if name == "new" && u.kind(callee) == parse.Member { // Name.new(arguments)
		return u.at(u.Tree.Child(callee, 0))
	}
	if path := u.Path(callee); path != "" { // imported under another name
		return lastOf(path)
	}
	return name
}

// lastOf returns the last name of a path: New of gate/env.New.
func lastOf(path string) string { return path[strings.LastIndexAny(path, "./:")+1:] }

// outerClass returns the class of another file that a node is a member of, where
// its objects read: Reader in Reader.main.
func (m *machine) outerClass(n int32) string {
	u := m.unit()
	if u.Outer == nil || u.kind(n) != parse.Member {
		return ""
	}
	object := u.Tree.Child(n, 0)
	if name := u.at(object); u.kind(object) == parse.Name && syntax.IsCapital(name) && u.classes[name] == nil && u.Outer(name) {
		return name
	}
	return ""
}

// outerMaker returns the name of a function of another file which may make an object
// that reads: env.New.
func (m *machine) outerMaker(callee int32) string {
	u := m.unit()
	if u.Outer == nil {
		return ""
	}
	path := u.Path(callee)
	at := strings.LastIndexByte(path, '.')
	if at <= 0 || !u.Outer(lastOf(path[:at])) {
		return ""
	}
	return path[at+1:]
}

// isMade reports whether a value is an object of a class that another file defines.
func (v Value) isMade() bool {
	return len(v) == 1 && v[0].members != nil && v[0].members.made != nil
}

// hasFunction reports whether a value is a table with a function of a name: that is
// meant, and nothing that other tables are asked by the same name.
func (v Value) hasFunction(name string) bool {
	if len(v) != 1 || v[0].members == nil || v[0].members.of != nil {
		return false
	}
	member, _ := v[0].members.get(name)
	return member.isFunction()
}

// itself returns the object on which a method of another file is called: it is
// made there as this file asks for it, or is one that the other file keeps.
func (m *machine) itself(fn *Func, receiver Value, n int32, st *state) Value {
	if fn.Owner == nil || fn.Unit == m.unit() {
		return receiver
	}
	if !receiver.isMade() {
		return m.lent(fn, receiver, n)
	}
	made := receiver[0].members.made
	if made.written {
		return receiver
	}
	object := Value(nil)
	if made.by != "" {
		object = m.givenBy(fn.Owner, made, n, st)
	} else if maker := fn.Unit.makerOf(fn.Owner, made.name); maker != nil {
		object, _ = m.run(maker, m.closureOf(maker, nil), n, made.arguments, st)
	} else if made.name == fn.Owner.Name {
		object = m.make(fn.Owner, fn.Owner.givenItself(made.arguments), n, st)
	}
	if len(object) == 1 && object[0].form == text { // a case of an enumeration
		return object
	}
	object = slices.DeleteFunc(slices.Clone(object), func(x alt) bool { return x.members == nil || x.members.of != fn.Owner })
	if len(object) != 1 { // what else there may be, no method is asked of
		return receiver
	}
	return object
}

// givenBy returns the object that a function or a field of a class gives.
func (m *machine) givenBy(c *Class, made *making, n int32, st *state) Value {
	if maker := c.method(made.by); maker != nil {
		v, _ := m.run(maker, m.askedOf(maker, Value{{form: class, class: c}}), n, made.arguments, st)
		return v
	}
	m.ready(c)
	v, _ := m.fieldsOf(c).get(made.by)
	return v
}

// lent returns the object of another file's that a call is asked of by its name:
// import { settings } from './settings'.
func (m *machine) lent(fn *Func, receiver Value, n int32) Value {
	u := m.unit()
	path := u.Path(u.Tree.Child(u.Tree.Child(n, 0), 0))
	if path == "" {
		return receiver
	}
	v, _ := m.outerOf(fn).vars.get(lastOf(path))
	if len(v) == 1 && v[0].members != nil && v[0].members.of == fn.Owner {
		return v
	}
	return receiver
}

// makerOf returns the function that makes objects of a class where it is asked
// for by a name: New of the class itself, or NewClass beside it; nil where the
// class does so itself.
func (u *Unit) makerOf(c *Class, name string) *Func {
	if name == c.Name {
		if u.Words.Capitals || c.constructorOf() != nil {
			return nil
		}
		return c.method("new")
	}
	if list := u.Named(name); len(list) == 1 && list[0].Owner == nil {
		return list[0]
	}
	return nil
}

// makesObject reports whether a call of what is not known makes an object.
func (m *machine) makesObject(n int32, name string) bool {
	u := m.unit()
	from := int(u.Tree.Nodes[n].From)
	if u.Words.Capitals && !u.Tree.File.Is(from, "new") && !u.Tree.File.Is(from-1, "new") {
		return false
	}
	return syntax.IsCapital(name) || name == "object" || name == "new"
}
