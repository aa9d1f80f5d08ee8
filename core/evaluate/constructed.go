package evaluate

import (
	"slices"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// textTypes are the types of C++ whose objects are texts.
var textTypes = []string{"string", "QString", "QByteArray", "string_view", "wstring"}

// constructed returns what a variable of C++ holds that is given something in brackets
// behind its name: Reader reader("GATE_"); std::string key(name);
func (m *machine) constructed(name, brackets int32, st *state) Value {
	u := m.unit()
	arguments := m.allGiven(brackets, st)
	if st.dead {
		return nil
	}
	kind := u.Tree.File.Text(int(u.Tree.Nodes[name].From) - 1)
	if len(arguments) == 1 && slices.Contains(textTypes, kind) && u.classNamed(kind) == nil {
		return arguments[0].value
	}
	if v := m.objectOf(kind, arguments, brackets, st); len(v) > 0 {
		return v
	}
	return Value{anything(m.depth())}
}

// objectOf returns an object of a class of C++ that has a name, here or elsewhere, or nothing where
// no class has it.
func (m *machine) objectOf(kind string, arguments []argument, n int32, st *state) Value {
	if c := m.unit().classNamed(kind); c != nil {
		return m.make(c, arguments, n, st)
	}
	if syntax.IsCapital(kind) {
		return Value{{form: record, members: &members{open: true, made: &making{name: kind, arguments: arguments}}}}
	}
	return nil
}

// ownedObject returns the object that something makes which owns it: make_unique<Env>("GATE_").
func (m *machine) ownedObject(n, callee int32, name string, arguments []argument, st *state) Value {
	f, at := m.unit().Tree.File, int(m.unit().Tree.Nodes[callee].At)+1
	if !m.unit().Words.Pointers || name != "make_unique" && name != "make_shared" || !f.Is(at, "<") {
		return nil
	}
	kind := ""
	for at++; at < len(f.Tokens) && (f.Kind(at) == syntax.Word || f.Is(at, "::")); at++ {
		kind = f.Text(at)
	}
	if !f.Is(at, ">") {
		return nil
	}
	return m.objectOf(kind, arguments, n, st)
}

// initialises gives a field what a constructor of C++ gives it before its body, and
// reports whether a statement does so.
func (m *machine) initialises(fn *Func, s int32, st *state) bool {
	u := fn.Unit
	list := u.children(s)
	if u.Words.Pointers && fn.Owner != nil && u.kind(s) == parse.Call && len(list) > 0 && u.at(list[0]) == fn.Owner.Name { // C(a) : C(a, b)
		return m.delegates(s, m.arguments(s, st), st)
	}
	if !u.Words.Pointers || fn.Owner == nil || u.kind(s) != parse.Call || len(list) == 0 || u.classNamed(u.at(list[0])) != nil {
		return false
	}
	v := Value{{form: nothing}}
	if len(list) > 1 {
		v = m.eval(list[1], st)
	}
	if len(list) > 2 {
		v = Value{anything(m.depth())}
	}
	if !st.dead {
		m.setField(u.at(list[0]), v, st, 0)
	}
	return true
}

// setsField gives a field what a constructor of Dart gives it before its body: C(a) : b = a;
// and reports whether a statement does so.
func (m *machine) setsField(fn *Func, s int32, st *state) bool {
	u := fn.Unit
	if fn.Owner == nil || u.kind(s) != parse.Assign || u.kind(u.Tree.Child(s, 0)) != parse.Name || u.Tree.Nodes[s].From < 1 || !u.Tree.File.Is(int(u.Tree.Nodes[s].From)-1, ":") && !u.Tree.File.Is(int(u.Tree.Nodes[s].From)-1, ",") {
		return false
	}
	v := m.quiet(u.Tree.Child(s, 1), st)
	if !st.dead {
		m.setField(u.at(u.Tree.Child(s, 0)), v, st, 0)
	}
	return true
}

// takesFields sets the fields that the parameters of a constructor of Dart name, C(this.a),
// and reports whether any does.
func (m *machine) takesFields(fn *Func, r *members, arguments []argument, n int32, st *state) (takes bool) {
	f := fn.Unit.Tree.File
	for i, p := range fn.params {
		if p.node == 0 || !f.Is(int(fn.Unit.Tree.Nodes[p.node].At)-1, ".") || !f.Is(int(fn.Unit.Tree.Nodes[p.node].At)-2, "this") {
			continue
		}
		takes = true
		at := slices.IndexFunc(arguments, func(a argument) bool { return a.name == p.name })
		if at < 0 && i < len(arguments) && arguments[i].name == "" {
			at = i
		}
		switch {
		case at >= 0:
			r.set(p.name, arguments[at].value)
		case p.fallback != 0:
			r.set(p.name, m.evalIn(fn.Unit, p.fallback, n, st))
		default:
			r.set(p.name, Value{{form: nothing}})
		}
	}
	return takes
}
