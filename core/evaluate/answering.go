package evaluate

import (
	"slices"

	"inzicht/core/parse"
)

// Objects of classes of other files may be called, or asked for elements: env("X"),
// env["X"], where env = Env("GATE_") is made here or there.

// Answers reports whether a method of a name may be run where an object is called, or asked
// for an element.
func Answers(method string) bool {
	return method != "get" && (slices.Contains(callMethods, method) || slices.Contains(indexMethods, method))
}

// askOuter runs the method of another file's class that one of some names has, of the
// object that is called or asked for an element.
func (m *machine) askOuter(object int32, of Value, methods []string, n int32, arguments []argument, st *state) (Value, bool) {
	u := m.unit()
	if u.Answering == nil || len(of) > 1 || len(of) == 1 && of[0].form != unknown && !of.isMade() {
		return nil, false
	}
	for _, fn := range u.Answering() {
		if fn.Owner == nil || !slices.Contains(methods, fn.Name) {
			continue
		}
		x := m.outerObject(object, of, fn, n, st)
		if x == nil {
			continue
		}
		if v, ran := m.run(fn, m.closureOf(fn, x), n, arguments, st); ran || st.dead {
			return v, true
		}
	}
	return nil, false
}

// outerObject returns the object of a method's class that a node stands for: one that is
// made here, one that the other file keeps under the name that is imported, or the class
// itself. Else it returns nil.
func (m *machine) outerObject(node int32, of Value, fn *Func, n int32, st *state) *members {
	u := m.unit()
	if of.isMade() {
		made := of[0].members.made
		if made.written || made.by != "" || made.name != fn.Owner.Name && fn.Unit.makerOf(fn.Owner, made.name) == nil {
			return nil
		}
		return m.madeFor(fn, of, n, st)
	}
	if k := u.kind(node); k != parse.Name && k != parse.Member {
		return nil
	}
	name := u.nameElsewhere(node)
	if v, _ := m.outerOf(fn).vars.get(name); len(v) == 1 && v[0].members != nil && v[0].members.of == fn.Owner {
		return v[0].members
	}
	if name == fn.Owner.Name && fn.Owner.indexed() == fn {
		return m.fieldsOf(fn.Owner)
	}
	return nil
}

// outerGetter runs what an object of another file's class is asked for like a field:
// V.text("X").value.
func (m *machine) outerGetter(n int32, of Value, st *state) (Value, bool) {
	u := m.unit()
	if u.Outside == nil || !of.isMade() || u.Tree.File.Is(int(u.Tree.Nodes[n].To), "(") {
		return nil, false
	}
	fn := u.Outside(u.at(n), n)
	if fn == nil || fn.Owner == nil || !fn.IsGetter() {
		return nil, false
	}
	object := m.madeFor(fn, of, n, st)
	if object == nil {
		return nil, false
	}
	return m.run(fn, m.closureOf(fn, object), n, nil, st)
}

// madeFor returns the object of a method's class that something stands for which was made here, or
// nil.
func (m *machine) madeFor(fn *Func, of Value, n int32, st *state) *members {
	object := m.itself(fn, of, n, st)
	if len(object) != 1 || object[0].members == nil || object[0].members.of != fn.Owner {
		return nil
	}
	return object[0].members
}

// callKept calls a function that another file keeps under the name that is called.
func (m *machine) callKept(n, callee int32, arguments []argument, st *state) (Value, bool) {
	u := m.unit()
	if k := u.kind(callee); u.Keeping == nil || k != parse.Name && k != parse.Member || len(arguments) == 0 || st.dead {
		return nil, false
	}
	fn := u.Keeping(callee)
	if fn == nil {
		return nil, false
	}
	v, _ := m.outerOf(fn).vars.get(u.nameElsewhere(callee))
	if len(v) != 1 || v[0].form != function || v[0].fn.reads != nil {
		return nil, false
	}
	return m.invoke(v[0], n, arguments, st), true
}

// nameElsewhere returns the name that what a node stands for has in the file that it is
// imported from, or that of the node where it is not imported.
func (u *Unit) nameElsewhere(node int32) string {
	if path := u.Path(node); path != "" {
		return lastOf(path)
	}
	return u.at(node)
}
