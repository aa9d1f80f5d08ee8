package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// mostSought bounds how many functions of other files are looked for.
const mostSought = 50

// seek notes that a function is looked for in other files: it is given what was
// read, or stands in for it.
func (m *machine) seek(n int32, name string, arguments []argument) {
	u := m.unit()
	if m.focus != nil || u != m.u || len(name) < 3 || len(m.sought) > mostSought {
		return
	}
	callee := u.Tree.Child(n, 0)
	if u.kind(callee) != parse.Name && u.Path(callee) == "" {
		return
	}
	if path := u.Path(callee); path != "" {
		name = path
	}
	given, makes := m.instead > 0 || m.ends[n], false
	for _, a := range arguments {
		given = given || a.value.wasRead()
		makes = makes || a.value.readsLater()
	}
	if given && !u.Words.Pointers || makes { // of C all is known everywhere, and would cost more than it tells
		m.sought[name] = m.sought[name] || makes
	}
}

// seekGiven looks for functions of other files that are given to something beside what
// may be the name of a variable, or make what is: read("WAIT", seconds), read("WAIT",
// usual(5)).
func (m *machine) seekGiven(arguments []argument) {
	u := m.unit()
	if len(arguments) < 2 || m.focus != nil || u != m.u || !slices.ContainsFunc(arguments, func(a argument) bool { s, plain := a.value.plain(); return plain && isCapitals(s) }) {
		return
	}
	for _, a := range arguments {
		if u.kind(a.node) != parse.Record {
			m.seekNamed(a.node)
			continue
		}
		for _, pair := range u.children(a.node) { // read("WAIT", { parse: seconds })
			if list := u.children(pair); u.kind(pair) == parse.Pair && len(list) > 0 {
				m.seekNamed(list[len(list)-1])
			}
		}
	}
}

// seekNamed looks for the function of another file that a node names or calls.
func (m *machine) seekNamed(n int32) {
	u := m.unit()
	if u.kind(n) == parse.Call {
		if u.Words.Pointers { // it would cost more than it tells
			return
		}
		n = u.Tree.Child(n, 0)
	}
	path := u.Path(n)
	if k := u.kind(n); k != parse.Name && k != parse.Member || path == "" || len(u.Words.Uses[path]) > 0 || len(m.sought) > mostSought {
		return
	}
	if _, known := m.sought[path]; !known {
		m.sought[path] = false
	}
}

// isCapitals reports whether a text is written like the name of a variable.
func isCapitals(s string) bool {
	return len(s) > 2 && strings.ToUpper(s) == s && strings.ToLower(s) != s && !strings.ContainsAny(s, " /.:-")
}

// isRunBlock reports whether what is called runs the block behind it, once.
func (m *machine) isRunBlock(n int32) bool {
	u := m.unit()
	if u.kind(n) != parse.Call {
		return false
	}
	list := u.children(n)
	if len(list) < 2 || u.kind(list[len(list)-1]) != parse.Lambda {
		return false
	}
	switch u.calleeName(list[0]) {
	case "run", "init", "apply", "also", "with", "let", "lazy", "synchronized", "use", "then", "tap", "begin", "runCatching", "buildMap", "buildList", "get_or_init":
		return true
	case "Do": // of a sync.Once
		return u.Words.Errors != nil
	case "new": // of Rust, for what is first asked for
		switch u.at(u.Tree.Child(list[0], 0)) {
		case "LazyLock", "LazyCell", "Lazy":
			return true
		}
	}
	return false
}

// isInterface reports whether a call makes what has one method of a block: Property { … }.
func (m *machine) isInterface(n int32, name string, arguments []argument) bool {
	list := m.unit().children(n)
	return m.unit().Words.Extends && syntax.IsCapital(name) && len(list) == 2 && len(arguments) == 1 && m.unit().kind(list[1]) == parse.Lambda
}

// isOfIs reports whether a call is one of a collection of questions by the name of is:
// is.string(x), is_1.default.string(x).
func (m *machine) isOfIs(call int32) bool {
	u := m.unit()
	callee := u.Tree.Child(call, 0)
	if u.kind(callee) != parse.Member {
		return false
	}
	switch u.Tree.Text(u.Tree.Child(callee, 0)) {
	case "is", "is.default", "is_1.default":
		return true
	}
	return false
}

// unknownCall returns what a call gives of which nothing is known.
func (m *machine) unknownCall(n int32, name string, receiver Value, arguments []argument, st *state) Value {
	if absences[name] && len(arguments) == 1 {
		return m.presence(arguments[0].value, true)
	}
	if textTests[name] && len(arguments) > 0 || wordTests[name] && len(arguments) == 0 && len(receiver) > 0 {
		return m.textTest(receiver, arguments)
	}
	if v, is := m.variantOf(m.unit().Tree.Child(n, 0), arguments); is {
		return v
	}
	m.seek(n, name, arguments)
	m.forgetSetBy(arguments, st)
	m.mayFill(receiver)
	for _, a := range arguments {
		m.mayFill(a.value)
	}
	if f := functionIn(arguments); f != nil && definesMethod[name] && m.unit() != m.u { // for a class of this file
		m.invoke(*f, n, nil, st.fork())
	}
	if len(arguments) == 0 && valueMembers[name] && receiver.isConstantRef() { // Names.HOST.key()
		return receiver
	}
	if m.isOfIs(n) {
		name = "is_" + name
	}
	if isQuestion(name) && len(arguments) > 0 {
		v := m.textTest(receiver, arguments)
		v[0].shape = false // isNumeric: then it is one
		if of := arguments[0].value; m.focus != nil && asksForSomething(name) && of.missing() != 0 && of.allNothing() {
			return Value{{form: boolean, depends: of.depends() | of.missing()}}
		}
		return v
	}
	saysOnly := strings.HasSuffix(name, "Exception") || strings.HasSuffix(name, "Error") // what is wrong with it
	for _, a := range arguments {
		if !saysOnly {
			m.passes(a.value)
		}
		m.lend(a.node, st)
		if v := a.value; v.isFunction() && len(v[0].fn.bound) > 0 { // partial(need, "X")
			m.invoke(v[0], n, nil, st.fork())
		}
	}
	m.typedDefault(arguments)
	if last := len(arguments) - 1; last >= 0 && m.isRunBlock(n) {
		if f := arguments[last].value; f.isFunction() {
			given := receiver
			if given == nil && last > 0 {
				given = arguments[0].value
			}
			return m.runWith(f[0], n, argument{value: given}, st)
		}
	}
	if last := len(arguments) - 1; last >= 0 && syntax.IsCapital(name) && m.unit().kind(arguments[last].node) == parse.Block && len(arguments[last].value) == 1 {
		switch arguments[last].value[0].form { // new Dictionary<…> { ["A"] = "b" }
		case record, sequence:
			return arguments[last].value
		}
	}
	if m.isInterface(n, name, arguments) {
		return arguments[0].value
	}
	if m.makesObject(n, name) { // something of its own
		return Value{{form: record, members: &members{open: true, made: &making{name: m.madeBy(n, name), arguments: arguments}}}}
	}
	if class := m.outerClass(m.unit().Tree.Child(n, 0)); class != "" {
		return Value{{form: record, members: &members{open: true, made: &making{name: class, by: name, arguments: arguments}}}}
	}
	if maker := m.outerMaker(m.unit().Tree.Child(n, 0)); maker != "" {
		if m.focus == nil && m.unit() == m.u && len(m.sought) <= mostSought {
			m.sought[m.unit().Path(m.unit().Tree.Child(n, 0))] = true
		}
		return Value{{form: record, members: &members{open: true, made: &making{name: maker, arguments: arguments}}}}
	}
	out := Value{anything(m.depth())}
	for _, a := range arguments {
		out = out.telling(a.value)
		out[0].worked |= a.value.missing()
	}
	return out
}

// lend forgets what a variable holds whose place a function is given that may fill it:
// fill(&line), Fill(out line).
func (m *machine) lend(n int32, st *state) {
	u := m.unit()
	if k := u.kind(n); k != parse.Unary && k != parse.Wrapper {
		return
	}
	inner := u.Tree.Child(n, 0)
	switch u.at(n) {
	case "&":
		if u.at(inner) == "mut" {
			inner = u.Tree.Child(inner, 0)
		} else if !u.Words.Pointers && u.Words.Errors == nil { // of what is only lent to be looked at, nothing changes
			return
		}
	case "ref", "out":
	default:
		return
	}
	if u.kind(inner) != parse.Name {
		return
	}
	of := m.quiet(inner, st)
	if len(of) == 1 && of[0].members != nil && u.Words.Errors != nil { // apply(&options)
		if c := of[0].members.of; c == nil || len(m.u.Fields[c.Name]) == 0 || c.Unit != m.u { // else it is known what fills it
			of[0].members.loosen()
		}
		return
	}
	for _, x := range of {
		if plain := x.form == text || x.form == number || x.form == boolean || x.form == nothing; !plain || !x.isOwn() {
			return
		}
	}
	m.assign(inner, Value{anything(m.depth())}, st, inner)
}

// loosen notes that each field of an object may have been given another value.
func (f *members) loosen() {
	f.open = true
	for name, v := range f.value { // in any order
		if v.wasRead() || v.missing() != 0 || v.readsLater() {
			continue
		}
		f.value[name] = append(slices.Clone(v), anything(0))
	}
}
