package evaluate

import (
	"strings"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// What is declared, with or without a value.

// declareTo gives a name that is declared here its value.
func (m *machine) declareTo(target int32, v Value, st *state, at int32) {
	u := m.unit()
	if u.kind(target) != parse.Name {
		if u.Words.Errors != nil { // v, ok := f(): they are new, and stand in for nothing
			at = 0
		}
		m.hides(target, st)
		m.assign(target, v, st, at)
		return
	}
	name := u.at(target)
	if m.inClass() {
		m.setField(name, v, st, at)
		return
	}
	m.sets(name)
	if m.focus == nil {
		if tags := v.sites(); len(tags) > 0 {
			key := slot{m.context, name}
			m.slots[key] = m.slots[key].with(tags)
		}
	}
	st.scope.vars.put(name, v)
}

// hides has the names of a pattern that is declared be others than those of the
// same spelling round the function.
func (m *machine) hides(target int32, st *state) {
	u := m.unit()
	if name := u.at(target); u.kind(target) == parse.Name {
		if _, local := st.scope.vars.get(name); !local && !st.scope.has(name) {
			st.scope.vars.put(name, nil)
		}
		return
	}
	if k := u.kind(target); k == parse.List || k == parse.Record || k == parse.Wrapper {
		for _, c := range u.children(target) {
			m.hides(c, st)
		}
	}
}

// objectDeclared returns the object that a variable of C++ is which has the name of a class alone
// before it: Env env;
func (m *machine) objectDeclared(n int32, st *state) Value {
	u := m.unit()
	at := int(u.Tree.Nodes[n].From)
	if !u.Words.Pointers || u.Tree.File.Kind(at-1) != syntax.Word || u.next(n) != ";" {
		return nil
	}
	kind := u.Tree.File.Text(at - 1)
	if c := u.classNamed(kind); c == nil && (u.Outer == nil || !u.Outer(kind)) || c != nil && len(c.methods) == 0 { // of C it holds whatever was there
		return nil
	}
	return m.objectOf(kind, nil, n, st)
}

// isCollection reports whether a variable of C++ is declared to be a list or a set.
func (u *Unit) isCollection(n int32) bool {
	f, at := u.Tree.File, int(u.Tree.Nodes[n].From)-1
	if !f.Is(at, ">") {
		return false
	}
	for i := at; i > max(0, at-longestType); i-- {
		if f.Is(i, "<") && collections[f.Text(i-1)] {
			return true
		}
	}
	return false
}

// longestType is how many tokens the arguments of a type are looked through for.
const longestType = 12

// collections are types of C++ whose objects are empty at first.
var collections = map[string]bool{"vector": true, "set": true, "list": true, "deque": true, "unordered_set": true, "forward_list": true}

// bindUnset declares a variable without a value.
func (m *machine) bindUnset(n int32, st *state) {
	u := m.unit()
	if u.kind(n) == parse.Name {
		name := u.at(n)
		if u.Words.Errors != nil && u.next(n) == "[" || u.Words.Signs && strings.HasPrefix(name, "@") { // var missing []string, my @missing
			st.scope.vars.put(name, Value{{form: sequence, perhaps: true}})
		} else if u.Words.Signs && !strings.HasPrefix(name, "$") { // my %x
			st.scope.vars.put(name, Value{{form: record, members: &members{open: true, filled: true}}})
		} else if c := m.declaredStruct(n); c != nil { // var c Config
			r := &members{of: c, open: true}
			m.zeroFields(r, c)
			st.scope.vars.put(name, Value{{form: record, members: r}})
		} else if u.Words.Errors != nil && u.next(n) == "string" && !syntax.IsCapital(name) { // no other package gives it one
			st.scope.vars.put(name, textOf("", m.depth()))
		} else if u.Words.Pointers && u.isCollection(n) { // std::vector<std::string> missing
			st.scope.vars.put(name, Value{{form: sequence, perhaps: true}})
		} else if v := m.objectDeclared(n, st); len(v) > 0 {
			st.scope.vars.put(name, v)
		} else if u.Words.Errors != nil || u.Words.Pointers {
			st.scope.vars.put(u.at(n), Value{anything(m.depth())})
		} else {
			st.scope.vars.put(u.at(n), Value{{form: nothing}})
		}
		m.sets(u.at(n))
		return
	}
	m.bindAnything(n, st)
}
