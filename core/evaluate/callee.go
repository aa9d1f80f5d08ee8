package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// Which function a call means.

// callee runs the function or class of the tree that is called, if it is one.
func (m *machine) callee(n, callee int32, name string, receiver Value, arguments []argument, st *state) (Value, bool) {
	u := m.unit()
	var of Value
	if u.Words.Arguments != "" && u.kind(callee) == parse.Member && u.Tree.File.Is(int(u.Tree.Nodes[callee].At)-1, "->") { // $x->f(y) gives both
		arguments = append([]argument{{node: u.Tree.Child(callee, 0), value: receiver}}, arguments...)
	}
	switch k := u.kind(callee); {
	case k == parse.Member && u.Tree.Child(callee, 0) != 0:
		for _, x := range receiver {
			if v, known := m.memberOfAlt(x, name, st); known {
				if fn := x.methodBeside(name); fn != nil && !m.callable(v) {
					v = m.functionValue(fn, x.members)
				}
				of = append(of, v...)
			} else if v, known := m.getter(x, name, len(arguments)); known {
				return v, true
			} else if x.form == class && name == "new" {
				of = append(of, x)
			}
			if x.form == function && name == "bind" && len(arguments) > 0 { // f.bind(null, a)
				return Value{bound(x, arguments[1:])}, true
			}
			if (x.form == function || x.form == unknown && x.name != "") && (name == "" || slices.Contains(callMethods, name)) {
				of, arguments = append(of, x), m.handedOn(name, arguments)
			} else if x.form == function {
				asked := m.askedOfFunction(x, name, len(arguments))
				if len(asked) == 1 && asked[0].fn.reads != nil { // of what else it is given nothing is known
					arguments = arguments[:1]
				}
				of = append(of, asked...)
			}
		}
		if len(of) == 0 && m.isSelf(u.Tree.Child(callee, 0)) {
			if fn := m.frame().class.method(name); fn != nil {
				of = m.functionValue(fn, m.frame().self)
			}
		}
	case k == parse.Name || k == parse.Member:
		v, _, found := m.lookup(name, st)
		if own, known := m.frame().self.nameOf(name); known && !found && len(arguments) == 0 {
			return m.here(own), true
		}
		if fn := m.callOfItself(name); fn != nil && !m.callable(v) {
			of = m.functionValue(fn, m.frame().self)
		} else if found && (m.callable(v) || m.bareMethod(name) == nil && m.namedFunction(name) == nil) {
			of = v
		} else if c := m.classAtHand(name); c != nil {
			of = Value{{form: class, class: c}}
		} else if c := m.frame().class; c != nil && c.Name == name && c.methods[name] != nil { // its constructor
			of = Value{{form: class, class: c}}
		} else if fn := m.bareMethod(name); fn != nil && fn.Body == 0 && m.frame().of.isFunction() { // what it is of is this one
			of = m.frame().of
		} else if fn != nil {
			of = m.functionValue(fn, m.frame().self)
		} else if fn := m.namedFunction(name); fn != nil {
			of = m.functionValue(fn, nil)
		} else {
			of = m.name(callee, st)
		}
	default:
		of = m.quiet(callee, st)
	}
	if st.dead {
		return nil, true
	}
	if len(arguments) == 0 && len(of) > 0 && len(receiver) == 1 && (receiver[0].members != nil || isPair(receiver)) && of[0].form != function && of[0].form != class {
		return of, true // a field that is asked by a method of its name
	}
	var out Value
	done := false
	for _, x := range of {
		switch {
		case x.form == unknown && x.name != "" && len(arguments) > 0:
			if use, found := m.pathUse(x.name, x.name, arguments, n); found {
				out, done = append(out, m.use(use, n, nil, arguments, st)...), true
			} else if use, found := m.namedMethod(Value{x}); found {
				out, done = append(out, m.use(use, n, arguments[0].value, nil, st)...), true
			} else if u.Words.Transparent[x.name] {
				out, done = append(out, m.transparent(x.name, arguments[0].value)...), true
			}
		case x.form == text && u.Words.Loops == Values: // $cast($raw), where $cast is 'intval'
			path, plain := x.plain()
			if use, found := m.pathUse(path, path, arguments, n); plain && found {
				out, done = append(out, m.use(use, n, nil, arguments, st)...), true
			}
		case len(of) == 1 && laidOver(of) != nil && len(arguments) == 1: // m("X")
			if v, asked := m.askLaid(n, x.members, "apply", arguments, st); asked {
				return v, true
			}
		case len(of) == 1 && x.form == whole && len(arguments) == 1: // m("X"), (m "X")
			for _, how := range []string{"apply", "get"} {
				if v, asked := m.askWhole(n, x.env, how, arguments, st); asked {
					return v, true
				}
			}
		case u.Words.Curried && (x.form == record && x.members.of == nil || x.form == sequence) && len(arguments) == 1:
			if v, known := x.applied(arguments[0].value); known {
				return v, true
			}
		case x.form == function && x.fn.reads != nil:
			out, done = append(out, m.readBy(x.fn, n, arguments, st)...), true
		case x.form == function:
			fn, c := x.fn.unit.byNode[x.fn.node], x.fn
			if fn == nil {
				continue
			}
			arguments := m.results(fn, arguments)
			if other := m.overload(fn, arguments); other != fn {
				fn, c = other, &closure{unit: c.unit, node: other.Node, outer: c.outer, self: c.self}
			}
			if !m.worth(fn, arguments, st) && !c.self.reads() && !c.of.readsLater() && !m.holdsRead(c) && !m.mayCheck(fn, c.self, arguments) {
				m.forgetSet(c, st)
				continue
			}
			m.lookInto(fn, c.self, arguments)
			m.lookIntoGiven(fn, arguments)
			if fn.Name == "" {
				c = c.unnamed(fn, arguments)
			}
			v, ran := m.runPerhaps(fn, c, n, arguments, st)
			if !ran {
				continue
			}
			out, done = append(out, v...), true
		case x.form == class && x.class.isOfFunctions(arguments): // GetterFunc(os.LookupEnv)
			r := &members{of: x.class}
			r.set(itself, arguments[0].value)
			out, done = append(out, alt{form: record, members: r}), true
		case x.form == class:
			out, done = append(out, m.make(x.class, arguments, n, st)...), true
		case x.form == record && x.members.itself() != nil:
			for _, f := range x.members.itself() { // functions all
				out, done = append(out, m.invoke(f, n, arguments, st)...), true
			}
		case x.form == record:
			if v, ran := m.objectCall(x, n, arguments, st); ran {
				out, done = append(out, v...), true
			}
		}
		if st.dead {
			return nil, true
		}
	}
	if done {
		return out.compact(), true
	}
	if fn := m.uniform(callee, name, receiver); fn != nil {
		arguments = append([]argument{{node: u.Tree.Child(callee, 0), value: receiver}}, arguments...)
		return m.run(fn, m.closureOf(fn, nil), n, arguments, st)
	}
	fn := m.elsewhere(n, callee, name, receiver)
	if fn == nil || !m.worth(fn, arguments, st) {
		return nil, false
	}
	arguments = m.results(fn, arguments)
	fn = m.overload(fn, arguments)
	if fn.extends() && (textual(receiver) || len(receiver) == 1 && receiver[0].form == whole) {
		arguments = append([]argument{{value: receiver}}, arguments...)
	}
	m.lookInto(fn, nil, arguments)
	c := m.askedOf(fn, receiver)
	if object := m.itself(fn, receiver, n, st); len(object) == 1 && object[0].form == text && receiver.isMade() {
		c.of = object
	} else if len(object) == 1 && object[0].members != nil && fn.Unit != m.unit() {
		c.self, c.of = object[0].members, object
		if fn.Unit.Words.Signs && len(arguments) > 0 && !u.Tree.File.Is(int(u.Tree.Nodes[callee].At)-1, "::") { // it is given first
			arguments[0].value = object
		}
	} else if self := m.outerBase(fn, n, st); self != nil {
		c.self, c.of = self, nil
	}
	return m.run(fn, c, n, arguments, st)
}

// uniform returns the function, of this file or another, that is called as if it were a method of
// the text that it is given first, in languages that have calls so: "X".need.
func (m *machine) uniform(callee int32, name string, receiver Value) *Func {
	u := m.unit()
	if !u.Words.Uniform || u.kind(callee) != parse.Member || u.kind(u.Tree.Child(callee, 0)) != parse.Text || !textual(receiver) {
		return nil
	}
	if fn := m.namedFunction(name); fn != nil || u.Outside == nil {
		return fn
	}
	return u.Outside(name, callee)
}

// holdsRead reports whether a closure has something that was read, or that reads, among
// the variables round it.
func (m *machine) holdsRead(c *closure) bool {
	fn, holds := c.unit.byNode[c.node], false
	if fn == nil || fn.within == nil || c.outer == nil || c.outer == m.globals || c.outer.vars.isLong() {
		return false
	}
	c.outer.vars.each(func(_ string, v Value) { holds = holds || v.wasRead() || v.missing() != 0 || v.readsLater() })
	return holds
}

// What bounds which methods are run for what they may check: their tokens, and how deep they are called.
const (
	longestCheck = 400
	deepestCheck = 3
)

// mayCheck reports whether a method may end the program for want of what the fields of its object hold: config.validate().
func (m *machine) mayCheck(fn *Func, self *members, arguments []argument) bool {
	if self == nil || len(arguments) > 0 || fn.Body == 0 || m.depth() >= deepestCheck {
		return false
	}
	body := fn.Unit.Tree.Nodes[fn.Body]
	return body.To-body.From < longestCheck && self.holds(func(v Value) bool { return v.wasRead() || v.missing() != 0 || m.valued != nil && v.depends() != 0 }) && fn.Unit.mayLeave(fn.Body)
}

// bareMethod returns the method of the class at hand that a name alone stands for, or nil.
func (m *machine) bareMethod(name string) *Func {
	if fr := m.frame(); fr.fn == nil || !m.unit().Words.Explicit {
		return fr.class.method(name)
	}
	return nil
}

// callOfItself returns the method that is run where the object at hand is called: self(x).
func (m *machine) callOfItself(name string) *Func {
	if !isSelfName(name) || m.frame().class == nil {
		return nil
	}
	return m.frame().class.oneOf(callMethods)
}

// handedOn returns what a function is given that is called by a method of its own.
func (m *machine) handedOn(method string, arguments []argument) []argument {
	switch {
	case method == "call" && !m.unit().Words.Quiet && len(arguments) > 0: // f.call(null, a)
		return arguments[1:]
	case method == "apply" && len(arguments) == 2 && len(arguments[1].value) == 1 && arguments[1].value[0].form == sequence: // f.apply(null, [a])
		list := make([]argument, 0, len(arguments[1].value[0].list))
		for _, v := range arguments[1].value[0].list {
			list = append(list, argument{value: v})
		}
		return list
	}
	return arguments
}

// itself is what a function is kept by in an object of a type that is made of functions.
const itself = "()"

// itself returns the function that an object of a type of functions is, or nil.
func (f *members) itself() Value {
	if f == nil {
		return nil
	}
	return f.value[itself]
}

// isOfFunctions reports whether a type of Go is made of functions, which has methods, as far as what
// is converted to it tells.
func (c *Class) isOfFunctions(arguments []argument) bool {
	return c.Unit.Words.Errors != nil && len(arguments) == 1 && len(c.fields) == 0 && len(c.methods) > 0 && arguments[0].value.isFunction()
}

// applied returns what a map or a list gives that is called with a key: m("a").
func (x alt) applied(key Value) (Value, bool) {
	name, plain := key.plain()
	if !plain {
		return nil, false
	}
	if x.members != nil {
		return x.members.get(name)
	}
	if i := numberOf(name); i >= 0 && i < len(x.list) {
		return x.list[i], true
	}
	return nil, false
}

// bound returns a function that is given something already.
func bound(x alt, arguments []argument) alt {
	c := *x.fn
	c.bound = slices.Concat(c.bound, arguments)
	x.fn = &c
	return x
}

// classAtHand returns the class in which a function is running where a name stands
// for it when it is called: new self(), new().
func (m *machine) classAtHand(name string) *Class {
	switch name {
	case "self", "static", "Self", "cls":
		return m.frame().class
	case "new":
		if m.unit().Words.Quiet && m.frame().fn != nil {
			return m.frame().class
		}
	}
	return nil
}

// callable reports whether a value may be a function.
func (m *machine) callable(v Value) bool {
	for _, x := range v {
		if x.form == function || x.form == class || x.name != "" || x.members != nil && x.members.of != nil && x.members.of.oneOf(callMethods) != nil {
			return true
		}
	}
	return false
}

// getter returns the field of an object that getName() asks for.
func (m *machine) getter(x alt, name string, arguments int) (Value, bool) {
	if arguments > 0 || x.members == nil || len(name) < 4 || !strings.HasPrefix(strings.ToLower(name), "get") {
		return nil, false
	}
	field := strings.TrimLeft(name[3:], "_")
	if field == "" {
		return nil, false
	}
	return x.members.get(strings.ToLower(field[:1]) + field[1:])
}

// elsewhere returns the function that a call means where its receiver does not
// say so: a method that only one class of the file has, or one of another file.
func (m *machine) elsewhere(n, callee int32, name string, receiver Value) *Func {
	u := m.unit()
	member := u.kind(callee) == parse.Member
	if member {
		var only *Func
		count := 0
		owner := u.Tree.Child(callee, 0)
		for _, fn := range u.funcs[name] {
			if fn.Owner != nil && u.at(owner) == fn.Owner.Name && isOpen(receiver) && (u.kind(owner) == parse.Member && fn.concerned || u.Words.Clauses) { // Lock.Env.get
				return fn
			}
			if fn.concerned && (fn.Owner != nil || u.Words.Errors != nil || u.Words.Signs || u.isMember(fn)) {
				only = fn
				count++
			}
		}
		if count == 1 && (isOpen(receiver) || u.Words.Errors != nil) && (m.isMemberOf(owner, only.Owner) || !m.isCommon(name, only, receiver) || m.isDeclaredFor(owner, only.Owner)) {
			return only
		}
	}
	if fn := u.broughtIn(name); !member && fn != nil {
		return fn
	}
	if u.Outside == nil {
		return nil
	}
	if !member || isOpen(receiver) || u.Words.Errors != nil {
		return u.Outside(name, callee)
	}
	if !textual(receiver) {
		return nil
	}
	if fn := u.Outside(name, callee); fn != nil && (fn.extends() || fn.plainReceiver() != "") {
		return fn
	}
	return nil
}

// isMemberOf reports whether what a call is asked of is a member of what a class is, or of
// what it adds methods to: ProcessInfo.processInfo, with extension ProcessInfo.
func (m *machine) isMemberOf(object int32, c *Class) bool {
	return c != nil && c.Name != "" && strings.HasPrefix(m.unit().Path(object), c.Name+".")
}

// isMember reports whether a function is defined as a member of something:
// function M.env().
func (u *Unit) isMember(fn *Func) bool {
	at := int(u.Tree.Nodes[fn.Node].At)
	return at > 0 && (u.Tree.File.Is(at-1, ".") || u.Tree.File.Is(at-1, ":") || u.Tree.File.Is(at-1, "?."))
}

func isOpen(v Value) bool {
	for _, x := range v {
		if x.form != unknown && x.form != record && x.form != whole {
			return false
		}
	}
	return true
}

// isCommon reports whether many things have a member of that name, so that the
// receiver of a call must tell which is meant.
func (m *machine) isCommon(name string, fn *Func, receiver Value) bool {
	for _, x := range receiver {
		if x.members != nil && x.members.of == fn.Owner || x.form == whole {
			return false
		}
	}
	return m.unit().Common != nil && m.unit().Common(name)
}

// results returns what a function of Go is given that is called with all that another one
// returns: must(read("X")).
func (m *machine) results(fn *Func, arguments []argument) []argument {
	if fn.Unit.Words.Errors == nil || len(arguments) != 1 || len(fn.params) < 2 || m.unit().kind(arguments[0].node) != parse.Call {
		return arguments
	}
	v := arguments[0].value
	list := v.elementwise()
	if !v.isLists() || len(list) != len(fn.params) {
		return arguments
	}
	out := make([]argument, len(list))
	for n, e := range list {
		out[n] = argument{node: arguments[0].node, value: e}
	}
	return out
}

// calls reports whether a name alone calls a function of the file.
func (u *Unit) calls(name string) bool {
	if !u.Words.Explicit {
		return len(u.funcs[name]) > 0
	}
	return slices.ContainsFunc(u.funcs[name], func(fn *Func) bool { return fn.Owner == nil })
}

// methodBeside returns the method that the class of a value has under the name of a field, or
// nil: $instance and instance() of PHP.
func (x alt) methodBeside(name string) *Func {
	c := x.class
	if x.members != nil && x.members.of != nil {
		c = x.members.of
	}
	return c.method(name)
}
