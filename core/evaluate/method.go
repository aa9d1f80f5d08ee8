package evaluate

// method runs a method that is known by its name: of a text, a list, a record,
// or of what was read.
func (m *machine) method(n, callee int32, name string, receiver Value, arguments []argument, st *state) (Value, bool) {
	u := m.unit()
	if v, done := m.merges(name, receiver, arguments); done {
		return v, true
	}
	if laysOver[name] && len(arguments) == 1 && len(receiver) == 1 && receiver[0].form == record && receiver[0].members.of == nil && wholeOf(arguments[0].value) != nil {
		receiver[0].members.lay(arguments[0].value)
		return receiver, true
	}
	if f := laidAmong(receiver); f != nil {
		if v, done := m.askLaid(n, f, name, arguments, st); done {
			return v, true
		}
	}
	if a := wholeAmong(receiver); a != nil && len(receiver) > 1 {
		if v, done := m.askWhole(n, a, name, arguments, st); done {
			return v, true
		}
	}
	if a := wholeOf(receiver); a != nil {
		if v, done := m.ofWhole(n, name, a, arguments, st); done || st.dead {
			return v, true
		}
	}
	if u.Words.Variants == Dotted && name == "get" && len(arguments) == 0 && receiver.fails() { // of a result
		return m.force(receiver, st), true
	}
	if asText := name == "toString" || name == "ToString" || name == "name"; asText && len(arguments) == 0 && len(receiver) == 1 && receiver[0].isNamedByItself() {
		return textOf(receiver[0].constantName(), m.depth()).dependent(receiver[0].depends), true
	}
	if v, is := m.holderHas(name, receiver, arguments); is {
		return v, true
	}
	if v, lent := m.lendsTo(n, callee, name, receiver, arguments, st); lent {
		return v, true
	}
	if v, ran := m.ofPlain(n, name, receiver, arguments, st); ran || st.dead {
		return v, true
	}
	if len(arguments) == 0 {
		if v, is := m.stageAsked(name, receiver); is {
			return v, true
		}
	}
	if v, done := m.splitOf(name, receiver, arguments); done {
		return v, true
	}
	if v, done := m.timed(n, name, receiver, arguments, st); done || st.dead {
		return v, true
	}
	if v, done := m.rewriteMethod(n, name, receiver, arguments, st); done {
		return v, true
	}
	if fn := u.extension(name); fn != nil {
		if v, ran := m.run(fn, m.askedOf(fn, receiver), n, arguments, st); ran {
			return v, true
		}
	}
	if v, done := m.lengthens(u.Tree.Child(callee, 0), name, receiver, arguments, st); done {
		return v, true
	}
	if m.grows(u.Tree.Child(callee, 0), name, receiver, arguments, st) {
		return Value{anything(m.depth())}, true
	}
	if len(arguments) == 0 && receiver.isLists() { // missing.is_empty()
		if v, known := m.askLists(receiver, name); known {
			return v, true
		}
	}
	if len(arguments) == 0 {
		if v, known := m.textLength(name, receiver); known {
			return v, true
		}
	}
	if m.begins(n, name, receiver, arguments) {
		return Value{{parts: []part{{any: true, frame: m.depth()}}}}, true
	}
	if u.Words.Formats["."+name] && textual(receiver) {
		return m.format(receiver, arguments, st), true
	}
	if len(receiver) == 1 && (receiver[0].form == sequence || receiver[0].form == record && receiver[0].members.of == nil) {
		if v, done := m.collection(n, name, receiver, arguments, st); done || st.dead {
			return v, true
		}
	}
	use, found := m.methodUse(name, arguments, st)
	if m.isOptionalMember(callee) {
		if v, done := m.onMissing(callee, receiver, st); done {
			return v, true
		}
	}
	if found && !m.isObject(receiver) {
		if use.Does == Goes && use.Kind != "" && !use.Maps {
			if v, done := m.onMissing(callee, receiver, st); done {
				return v, true
			}
		}
		return m.use(use, n, receiver, arguments, st), true
	}
	if u.Words.Transparent["."+name] {
		if v, done := m.onMissing(callee, receiver, st); done {
			return v, true
		}
		for _, a := range arguments { // x.decode(encoding)
			m.passes(a.value)
		}
		return m.transparent(name, receiver), true
	}
	if v, done := m.collection(n, name, receiver, arguments, st); done || st.dead {
		return v, true
	}
	if v, done := m.onMissing(callee, receiver, st); done {
		return v, true
	}
	return nil, false
}

// isObject reports whether a value is an object of the tree, whose methods are
// its own.
func (m *machine) isObject(v Value) bool {
	for _, x := range v {
		if x.members == nil || x.members.of == nil {
			return false
		}
	}
	return len(v) > 0
}

// extension returns the function of the file that things of a type are asked for by
// a name, or nil.
func (u *Unit) extension(name string) *Func {
	if !u.Words.Extends {
		return nil
	}
	for _, fn := range u.funcs[name] {
		if fn.Owner == nil && u.isMember(fn) {
			return fn
		}
	}
	return nil
}
