package evaluate

import "inzicht/core/syntax"

// typeOfNew returns the type of what a call makes that leaves it to what is declared: Uri url = new(x),
// Uri Url { get; } = new(x). Of any other call it returns "".
func (u *Unit) typeOfNew(n int32) string {
	f, at := u.Tree.File, int(u.Tree.Nodes[n].From)
	if !f.Is(at, "new") || !f.Is(at+1, "(") || !f.Is(at-1, "=") && !f.Is(at-1, "=>") {
		return ""
	}
	name := at - 2
	if f.Is(name, "}") || f.Is(at-1, "=>") && f.Is(name, ")") {
		name = f.Mate(name) - 1
	}
	kind := name - 1
	if f.Is(kind, "?") {
		kind--
	}
	if f.Kind(name) != syntax.Word || f.Kind(kind) != syntax.Word || !syntax.IsCapital(f.Text(kind)) {
		return ""
	}
	return f.Text(kind)
}

// newOf returns what such a call makes: an object of a class, or what a library does with what it is
// given.
func (m *machine) newOf(kind string, n int32, st *state) Value {
	u := m.unit()
	given := m.allGiven(n, st)
	if st.dead {
		return nil
	}
	if c := u.classNamed(kind); c != nil {
		return m.make(c, given, n, st)
	}
	if use, found := m.pick(u.Words.Uses[kind], given); found {
		return m.use(use, n, nil, given, st)
	}
	for _, a := range given {
		m.passes(a.value)
	}
	return Value{anything(m.depth())}
}

// allGiven returns what stands in a node as what is given to something, or nothing where working
// that out leaves the function.
func (m *machine) allGiven(n int32, st *state) (given []argument) {
	for _, c := range m.unit().children(n) {
		given = append(given, argument{node: c, value: m.eval(c, st)})
		if st.dead {
			return nil
		}
	}
	return given
}
