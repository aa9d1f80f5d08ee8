package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// bind gives the parameters of a function their arguments.
func (m *machine) bind(fn *Func, arguments []argument, st *state) {
	m.bindReceiver(fn, st)
	used := make([]bool, len(arguments))
	var positional []int
	for i, a := range arguments {
		if a.name == "" {
			positional = append(positional, i)
		}
	}
	next := 0
	all := &members{}
	if u := m.unit(); u.Words.Given != "" {
		st.scope.vars.put(u.Words.Given, Value{{form: record, members: all}})
	}
	if m.takesArguments(fn) {
		st.scope.vars.put(fn.Unit.Words.Arguments, Value{{form: sequence, list: m.handed(arguments)}})
	}
	for i, p := range fn.params {
		if p.name == "" && p.node == 0 { // a bare *: what follows is given by name
			next = len(positional)
			continue
		}
		if i == 0 && isSelfName(p.name) && fn.Owner != nil {
			fr := m.frame()
			if len(positional) > 0 && fr.self == nil { // Base.__init__(self, x)
				if x, known := oneCollection(arguments[positional[0]].value); known && x.form == record && x.members.of != nil {
					fr.self = x.members
					used[positional[0]], next = true, 1
				}
			}
			if self := fr.self; self != nil {
				st.scope.vars.put(p.name, Value{{form: record, members: self}})
			} else if of := m.frame().of; len(of) > 0 {
				st.scope.vars.put(p.name, of)
			} else {
				st.scope.vars.put(p.name, Value{{}})
			}
			continue
		}
		v, given := Value(nil), false
		switch {
		case p.rest && fn.IsRule(): // what it gives stands for each of them
			for ; next < len(positional); next++ {
				a := arguments[positional[next]]
				v = append(v, a.value...)
				m.bindSource(fn, p.name, a.node, st)
				used[positional[next]] = true
			}
			given = true
		case p.rest:
			x := alt{form: sequence}
			for ; next < len(positional); next++ {
				x.list = append(x.list, arguments[positional[next]].value)
				used[positional[next]] = true
			}
			v, given = Value{x}, true
		case p.keywords:
			r := &members{}
			for j, a := range arguments {
				if a.name != "" && !used[j] {
					r.set(a.name, a.value)
				}
			}
			v, given = Value{{form: record, members: r}}, true
		default:
			for j, a := range arguments {
				if a.name != "" && (a.name == strings.TrimPrefix(p.name, "$") || a.name == p.label) && !used[j] {
					v, given, used[j] = a.value, true, true
				}
			}
			if !given && next < len(positional) && !fn.Unit.isGivenByName(p) {
				v, given = arguments[positional[next]].value, true
				m.bindSource(fn, p.name, arguments[positional[next]].node, st)
				used[positional[next]] = true
				next++
			}
		}
		if !given {
			v = m.unsaid(fn, p, arguments, used, st)
		} else {
			all.set(strings.TrimPrefix(p.name, "$"), v)
		}
		if p.name == "" {
			if u := fn.Unit; !u.Words.Clauses || !u.isConstant(u.Tree.Child(p.node, 0)) {
				m.assign(p.node, v, st, 0)
			}
			continue
		}
		st.scope.vars.put(p.name, v)
		if fr := m.frame(); (given || p.fallback != 0 || v.allNothing()) && fr.self != nil && fn.Owner != nil && isConstructor(fn) && fn.Owner.isPromoted(fn, p) { // a parameter that is a field, too
			fr.self.set(strings.TrimPrefix(p.name, "$"), v)
		}
		if tags := v.sites(); len(tags) > 0 && m.focus == nil {
			key := slot{m.context, p.name}
			m.slots[key] = m.slots[key].with(tags)
		}
	}
}

// isGivenByName reports whether a parameter is given by its name alone: def f(a, port: 80).
func (u *Unit) isGivenByName(p param) bool {
	if !u.Words.Quiet || p.node == 0 {
		return false
	}
	f, colon := u.Tree.File, int(u.Tree.Nodes[p.node].At)+1
	if !f.Is(colon, ":") || f.Tokens[colon].SpaceAhead {
		return false
	}
	return f.Is(colon+1, ",") || f.Is(colon+1, ")") || p.fallback != 0 && int(u.Tree.Nodes[p.fallback].From) == colon+1 // and no type: name: string
}

// handed returns what a function finds in the list of all that it was given: of name => value both.
func (m *machine) handed(arguments []argument) (list []Value) {
	for _, a := range arguments {
		if a.name != "" && m.unit().Words.Signs {
			list = append(list, textOf(a.name, m.depth()))
		}
		list = append(list, a.value)
	}
	return list
}

// takesArguments reports whether a function has a list of all that it is given.
func (m *machine) takesArguments(fn *Func) bool {
	u := fn.Unit
	return u.Words.Arguments != "" && (fn.Name != "" || !u.Tree.File.Is(int(u.Tree.Nodes[fn.Node].From), "{"))
}

// shifted takes the first element away from the list that a variable holds, and
// returns it.
func (m *machine) shifted(variable string, st *state) Value {
	v, _, found := m.lookup(variable, st)
	if !found {
		return Value{anything(m.depth())}
	}
	if x, known := oneCollection(v); known && x.form == sequence && !x.perhaps {
		first := firstElement(v)
		if len(x.list) > 0 {
			x.list = x.list[1:]
		}
		m.sets(variable)
		m.taken(first)
		for _, e := range x.list { // what is left is another list for them
			m.taken(e)
		}
		st.scope.vars.put(variable, Value{x})
		return first
	}
	return firstElement(v)
}

// firstElement returns the first element of a list.
func firstElement(v Value) Value {
	if x, known := oneCollection(v); known && x.form == sequence && !x.perhaps {
		if len(x.list) > 0 {
			return x.list[0]
		}
		return Value{{form: nothing}}
	}
	if handedParam(v) {
		return v
	}
	return Value{loose(v, alt{parts: anyParts(0)})}
}

// bindSource gives #name, within what #define makes, the source of an argument.
func (m *machine) bindSource(fn *Func, name string, node int32, st *state) {
	if len(m.frames) < 2 || !fn.isMacro() {
		return
	}
	caller := m.frames[len(m.frames)-2].unit
	if caller.kind(node) == parse.Name {
		before, _ := st.scope.vars.get("#" + name)
		st.scope.vars.put("#"+name, append(before, textOf(caller.at(node), m.depth()-1)...))
	}
}

// isMacro reports whether a macro makes a function.
func (fn *Func) isMacro() bool {
	t := fn.Unit.Tree
	return syntax.DefinesMacro(t.File, int(t.Nodes[fn.Node].From)) || fn.IsRule()
}

// IsRule reports whether a function is a rule of a macro: macro_rules! f { (…) => { … } }.
func (fn *Func) IsRule() bool {
	t := fn.Unit.Tree
	node := t.Nodes[fn.Node]
	return node.At > 1 && node.At < node.From && t.File.Is(int(node.At)-1, "!")
}

// unsaid returns what a parameter is without an argument.
func (m *machine) unsaid(fn *Func, p param, arguments []argument, used []bool, st *state) Value {
	if p.fallback != 0 && (p.node == 0 || fn.params[len(fn.params)-1].node != p.node || !m.leftNamed(arguments, used)) {
		return m.eval(p.fallback, st)
	}
	rest := &members{} // keywords that are gathered: opts
	for j, a := range arguments {
		own := slices.ContainsFunc(fn.params, func(p param) bool { return strings.TrimPrefix(p.name, "$") == a.name })
		if a.name != "" && !used[j] && !own {
			rest.set(a.name, a.value)
			used[j] = true
		}
	}
	if len(rest.names) > 0 {
		return Value{{form: record, members: rest}}
	}
	return Value{{form: nothing}}
}

// leftNamed reports whether a named argument belongs to no parameter.
func (m *machine) leftNamed(arguments []argument, used []bool) bool {
	for j, a := range arguments {
		if a.name != "" && !used[j] {
			return true
		}
	}
	return false
}

func isSelfName(name string) bool { return name == "self" || name == "cls" || name == "this" }

// bindReceiver binds the name that a method has for its object.
func (m *machine) bindReceiver(fn *Func, st *state) {
	fr := m.frame()
	if fr.self == nil && len(fr.of) > 0 {
		name := fn.receiver
		if name == "" {
			name = fn.plainReceiver()
		}
		if name == "" {
			return
		}
		st.scope.vars.put(name, fr.of)
		return
	}
	if fn.receiver == "" {
		return
	}
	self := m.frame().self
	if self == nil {
		self = m.fieldsOf(fn.Owner)
	}
	st.scope.vars.put(fn.receiver, Value{{form: record, members: self}})
}
