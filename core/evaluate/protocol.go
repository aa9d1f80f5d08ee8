package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// What an object does where it is called, indexed, or asked for a member that is
// worked out has a name in each language.

// callMethods are the names of methods that are run where an object is called.
var callMethods = []string{"__call__", "__invoke", "invoke", "apply", "call", "callAsFunction", "Invoke", "accept", "test"}

// indexMethods are the names of methods that are run where an element of an
// object is asked for.
var indexMethods = []string{"__getitem__", "]", "subscript", "this", "offsetGet", "get"}

// hasMethods are the names of methods that are run where it is asked whether an object has
// something.
var hasMethods = []string{"__contains__", "contains"}

// oneOf returns the first method of a class that has one of some names, or nil.
func (c *Class) oneOf(names []string) *Func {
	for _, name := range names {
		if fn := c.method(name); fn != nil && len(fn.params) > 0 {
			return fn
		}
	}
	return nil
}

// memberMethods are the names of methods that are run where a member of an object is
// asked for that it does not have.
var memberMethods = []string{"__getattr__", "__get"}

// objectMethod runs what an object does by a method that has one of some names.
func (m *machine) objectMethod(x alt, names []string, n int32, arguments []argument, st *state) (Value, bool) {
	if x.members == nil || x.members.of == nil {
		return nil, false
	}
	fn := x.members.of.oneOf(names)
	if fn == nil {
		return nil, false
	}
	return m.run(fn, m.closureOf(fn, x.members), n, arguments, st)
}

// objectCall runs what an object does where it is called.
func (m *machine) objectCall(x alt, n int32, arguments []argument, st *state) (Value, bool) {
	return m.objectMethod(x, callMethods, n, arguments, st)
}

// objectIndex runs what an object does where an element of it is asked for.
func (m *machine) objectIndex(x alt, n int32, key Value, st *state) (Value, bool) {
	return m.objectMethod(x, indexMethods, n, []argument{{node: m.unit().Tree.Child(n, 1), value: key}}, st)
}

// indexed returns the function that is run where an element of a class itself is taken:
// def self.[](name), operator fun get(name) of an object, static subscript. Else it
// returns nil.
func (c *Class) indexed() *Func {
	fn := c.oneOf(indexMethods)
	if fn == nil {
		return nil
	}
	f, at := fn.Unit.Tree.File, int(fn.Unit.Tree.Nodes[fn.Node].From)
	before := func(word string) bool { return f.Is(at, word) || f.Is(at-1, word) || f.Is(at-2, word) }
	switch fn.Name {
	case "]":
		if !f.Is(int(fn.Unit.Tree.Nodes[fn.Node].From)+1, "self") {
			return nil
		}
	case "get":
		if !before("operator") && !before("override") {
			return nil
		}
	case "subscript":
		if !before("static") {
			return nil
		}
	default:
		return nil
	}
	return fn
}

// objectMember runs what an object does where a member of it is asked for that it
// does not have.
func (m *machine) objectMember(x alt, n int32, name string, st *state) (Value, bool) {
	of := textOf(strings.TrimPrefix(name, "$"), m.depth())
	if v, done := m.askProxy(x, n, of, st); done {
		return v, true
	}
	return m.objectMethod(x, memberMethods, n, []argument{{value: of}}, st)
}

// functionValue returns the value that a function is, as a method of an object where
// self is not nil.
func (m *machine) functionValue(fn *Func, self *members) Value {
	return Value{{form: function, fn: m.closureOf(fn, self)}}
}

// closureOf returns a function that is not within another, as a method of an
// object where self is not nil.
//
//go:noinline
func (m *machine) closureOf(fn *Func, self *members) *closure {
	return &closure{unit: fn.Unit, node: fn.Node, outer: m.outerOf(fn), self: self}
}

// askedOf returns a method that is asked of a value.
func (m *machine) askedOf(fn *Func, of Value) *closure {
	return &closure{unit: fn.Unit, node: fn.Node, outer: m.outerOf(fn), of: of}
}

// IsGetter reports whether a function is asked for like a field: get port() { … },
// var port: Int { … }.
func (fn *Func) IsGetter() bool {
	u := fn.Unit
	name := int(u.Tree.Nodes[fn.Node].At)
	if u.kind(fn.Node) != parse.Function || name < 0 || fn.Owner == nil && !(u.Words.Extends && u.isMember(fn)) || len(fn.params) > 0 {
		return false
	}
	f := u.Tree.File
	return f.Is(name-1, "get") || !u.Words.Quiet && !f.Is(name+1, "(") && !f.Is(name+1, "<")
}

// textClasses are the names of the types of texts that a program may give methods.
var textClasses = []string{"String", "str"}

// plainMethod returns the method that a text or a number has in the file: of a type
// that is made of it, of an extension, or what is given it as its first parameter.
func (m *machine) plainMethod(name string, receiver Value) *Func {
	u := m.unit()
	if len(receiver) != 1 || receiver[0].form != text && receiver[0].form != number {
		return nil
	}
	for _, class := range textClasses {
		if fn := u.classes[class].method(name); fn != nil {
			return fn
		}
	}
	var only *Func
	for _, fn := range u.funcs[name] {
		if fn.receiver == "" && !fn.extends() && !fn.Owner.lists() && !fn.Owner.addsToTexts() && !(fn.Owner == nil && fn.IsGetter()) {
			continue
		}
		if only != nil {
			return nil
		}
		only = fn
	}
	return only
}

// plainReceiver returns the name of what a method is asked of, where that may be a
// text: of an extension, of a type without fields. Else it returns "".
func (fn *Func) plainReceiver() string {
	u := fn.Unit
	switch {
	case u.Words.Extends && fn.Owner == nil && u.isMember(fn), len(fn.Owner.paramsOf()) == 0 && fn.Owner.addsToTexts():
		return "this"
	case fn.Owner == nil, fn.Owner.adopted, len(u.Fields[fn.Owner.Name]) > 0:
		return ""
	case fn.receiver != "" && len(fn.Owner.fields) == 0 && (len(u.readingFields) == 0 || !fn.Owner.isStruct()):
		return fn.receiver
	case slices.Contains(textClasses, fn.Owner.Name) || fn.Owner.lists():
		return "self"
	}
	return ""
}

// isStruct reports whether a type of Go has fields.
func (c *Class) isStruct() bool {
	return c.Unit.Tree.File.Is(int(c.Unit.Tree.Nodes[c.Node].At)+1, "struct")
}

// lists reports whether a class is an enumeration of texts or numbers.
func (c *Class) lists() bool {
	if c == nil {
		return false
	}
	if c.isEnum() {
		return true
	}
	f, node := c.Unit.Tree.File, c.Unit.Tree.Nodes[c.Node]
	for i := int(node.From); i < int(node.At); i++ {
		if f.Is(i, "enum") {
			return len(c.params) == 0
		}
	}
	return false
}

// names reports whether a class is an enumeration of objects that it makes: a('x'), b('y');
func (c *Class) names() bool {
	f, node := c.Unit.Tree.File, c.Unit.Tree.Nodes[c.Node]
	return c.Unit.Words.EmptyTrue && f.Is(int(node.At)-1, "enum")
}

// extends reports whether the first parameter of a function is what it is asked
// for like a method: static string Env(this string name).
func (fn *Func) extends() bool {
	return fn.Unit.Words.Capitals && len(fn.params) > 0 && fn.params[0].node != 0 && fn.Unit.Tree.File.Is(int(fn.Unit.Tree.Nodes[fn.params[0].node].From), "this")
}

// ofPlain runs a method of a text or a number.
func (m *machine) ofPlain(n int32, name string, receiver Value, arguments []argument, st *state) (Value, bool) {
	fn := m.plainMethod(name, receiver)
	if fn == nil {
		return nil, false
	}
	if fn.extends() {
		arguments = append([]argument{{value: receiver}}, arguments...)
	}
	return m.run(fn, m.askedOfPlain(fn, receiver, st), n, arguments, st)
}

// askedOfPlain returns a method that is asked of a text or a number: of an object that is made of it,
// where what adds the method to it is such a class.
func (m *machine) askedOfPlain(fn *Func, of Value, st *state) *closure {
	if c := fn.Owner; len(c.paramsOf()) == 1 && c.addsToTexts() {
		if made := m.make(c, []argument{{value: of}}, fn.Node, st); len(made) == 1 && made[0].members != nil {
			return m.closureOf(fn, made[0].members)
		}
	}
	return m.askedOf(fn, of)
}

// paramsOf returns what a class, if there is one, is given where an object is made.
func (c *Class) paramsOf() []param {
	if c == nil {
		return nil
	}
	return c.params
}

// addsToTexts reports whether a class gives texts methods: extension A on String (of Dart), implicit
// class A(s: String), extension (s: String) (of Scala).
func (c *Class) addsToTexts() bool {
	if c == nil {
		return false
	}
	f, node := c.Unit.Tree.File, c.Unit.Tree.Nodes[c.Node]
	from := int(node.From)
	if f.Is(from-1, "implicit") || f.Is(from, "extension") && !f.Is(from+1, "on") && node.At < 0 {
		return len(c.params) == 1
	}
	for i := from; i < from+mostOfHead && !f.Is(i, "{"); i++ {
		switch {
		case f.Is(i, "implicit"):
			return len(c.params) == 1
		case f.Is(i, "on") && f.Is(from, "extension"):
			return slices.Contains(textClasses, f.Text(i+1))
		}
	}
	return false
}

// mostOfHead bounds how many tokens of the head of a class are looked at for that.
const mostOfHead = 12

// inherited returns a field of a class, or of one that it extends.
func (m *machine) inherited(c *Class, name string) (v Value, known bool) {
	c.eachBase(func(base *Class) bool {
		if v, known = m.declared(base, name); known {
			return false
		}
		for _, above := range base.bases {
			if b := base.Unit.classNamed(above); b != base {
				m.superFields(base, b)
			}
		}
		v, known = m.declared(base, name)
		return !known
	})
	return v, known
}

// declared returns a field of a class itself, by its name or as PHP declares it.
func (m *machine) declared(c *Class, name string) (Value, bool) {
	fields := m.fieldsOf(c)
	if v, known := fields.get(name); known {
		return v, true
	}
	return fields.get("$" + name)
}

// superFields sets the fields that a class gives the one it extends in its head:
// object A : Base("x").
func (m *machine) superFields(c, base *Class) {
	if base == nil || c.Unit != m.unit() || m.headed[c] || len(base.params) == 0 {
		return
	}
	if m.headed == nil {
		m.headed = map[*Class]bool{}
	}
	m.headed[c] = true
	u := c.Unit
	for _, head := range u.children(c.Node) {
		if u.kind(head) != parse.Call || u.calleeName(u.Tree.Child(head, 0)) != base.Name {
			continue
		}
		m.give(m.fieldsOf(c), base, m.arguments(head, &state{scope: newScope(m.globals, u)}))
	}
}

// super runs what the class that the one at hand extends does in place of the
// function at hand; in languages in which super() is an object, it returns that.
func (m *machine) super(n int32, arguments []argument, st *state) (Value, bool) {
	fr := m.frame()
	if fr.class == nil || fr.fn == nil || fr.self == nil {
		return nil, false
	}
	base := fr.class.extended()
	if base == nil {
		return nil, false
	}
	if fr.class.Unit.Words.Loops == Keys { // super().__init__(x)
		return superOf(fr.self, base), true
	}
	fn := base.method(fr.fn.Name)
	if fn == nil && isConstructor(fr.fn) {
		fn = base.constructorOf()
	}
	if fn == nil {
		m.give(fr.self, base, arguments)
		return nil, true
	}
	m.lookInto(fn, nil, arguments)
	if m.takesFields(fn, fr.self, arguments, n, st) && fn.Body == 0 {
		return nil, true
	}
	v, ran := m.run(fn, m.closureOf(fn, fr.self), n, arguments, st)
	fr.self.hazy = fr.self.hazy || !ran && isConstructor(fn)
	return v, ran
}

// delegates runs another constructor of the object at hand, by its arguments: this(name, null).
// It reports whether there is one.
func (m *machine) delegates(n int32, arguments []argument, st *state) bool {
	fr := m.frame()
	if fr.class == nil || fr.fn == nil || fr.self == nil || !isConstructor(fr.fn) {
		return false
	}
	fn := m.overload(fr.fn, arguments)
	if fn == fr.fn {
		if len(fr.class.params) == 0 {
			return false
		}
		m.give(fr.self, fr.class, arguments) // of the head of the class
		return true
	}
	if m.takesFields(fn, fr.self, arguments, n, st) && fn.Body == 0 {
		return true
	}
	_, ran := m.run(fn, m.closureOf(fn, fr.self), n, arguments, st)
	return ran
}

// extended returns the first class of the file that a class extends, or nil.
func (c *Class) extended() *Class {
	for _, name := range c.bases {
		if base := c.Unit.classNamed(name); base != nil && base != c {
			return base
		}
	}
	return nil
}

// superOf returns an object as one of a class that its own extends.
func superOf(self *members, base *Class) Value {
	return Value{{form: record, members: self, class: base}}
}

// superObject returns the object at hand as one of the class that its own extends:
// super.get(x), parent::get(x).
func (m *machine) superObject() (Value, bool) {
	fr := m.frame()
	if fr.class == nil || fr.self == nil {
		return nil, false
	}
	base := fr.class.extended()
	if base == nil {
		return nil, false
	}
	return superOf(fr.self, base), true
}

// isSuper reports whether a name stands for the object at hand as one of the class
// that its own extends.
func isSuper(name string) bool { return name == "super" || name == "parent" || name == "base" }

// givenToo returns what the function at hand was given, for a super that is given
// nothing by itself.
func (m *machine) givenToo(st *state) (list []argument) {
	for _, p := range m.frame().fn.params {
		v, _ := st.scope.vars.get(p.name)
		list = append(list, argument{value: v})
	}
	return list
}

// give sets the fields that are the parameters of a class.
func (m *machine) give(r *members, c *Class, arguments []argument) {
	for i, p := range c.params {
		for k, a := range arguments {
			if a.name == p.name || a.name == "" && k == i {
				if _, known := r.value[p.name]; !known {
					r.set(p.name, a.value)
				}
			}
		}
	}
}

// readsLater reports whether a value is an object that reads what it is asked for, the
// environment, or a function that reads it.
func (v Value) readsLater() bool {
	return v.some(func(x alt) bool {
		return x.form == whole || x.form == function && x.fn.reads != nil || x.members != nil && (x.members.of.reader() || x.members.reads())
	})
}

// reads reports whether an object holds what reads the environment: { get: os.LookupEnv }.
func (m *members) reads() bool {
	if m == nil {
		return false
	}
	if m.env != nil || m.proxied != nil { // laid over it
		return true
	}
	for _, name := range m.names {
		if m.value[name].some(func(x alt) bool {
			return x.form == whole || x.form == function && x.fn.reads != nil || x.members != nil && (x.members.of.reader() || x.members.env != nil)
		}) {
			return true
		}
	}
	return false
}
