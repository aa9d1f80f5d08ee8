package evaluate

// lendsTo runs the block of a method that anything has with what the method is asked of, be
// that nothing: x.then { |v| v || "d" }.
func (m *machine) lendsTo(n, callee int32, name string, receiver Value, arguments []argument, st *state) (Value, bool) {
	u := m.unit()
	if !u.Words.Lends[name] && !u.Words.Taps[name] || len(arguments) != 1 || m.isOptionalMember(callee) || len(receiver) == 0 {
		return nil, false
	}
	var v Value
	switch block := arguments[0]; {
	case block.value.isFunction():
		v = m.runWith(block.value[0], n, argument{node: u.Tree.Child(callee, 0), value: receiver}, st)
	case u.Words.Short && u.isShort(block.node, 0):
		v = m.applied(block.node, receiver, st)
	default:
		return nil, false
	}
	if u.Words.Taps[name] && !st.dead {
		return receiver, true
	}
	return v, true
}

// runWith runs a block with something that it is given and that is the object at hand.
func (m *machine) runWith(f alt, n int32, given argument, st *state) Value {
	f.fn = f.fn.knowing(given.value, "this")
	return m.invoke(f, n, []argument{given}, st)
}
