package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// argument is what a function is given.
type argument struct {
	name   string // of a named one
	node   int32
	value  Value
	spread bool
	lazy   bool // it ends the program where it is evaluated
}

// valuesOf returns the values of arguments.
func valuesOf(arguments []argument) (list []Value) {
	for _, a := range arguments {
		list = append(list, a.value)
	}
	return list
}

// argumentsOf returns arguments of some values.
func argumentsOf(values []Value) (list []argument) {
	for _, v := range values {
		list = append(list, argument{value: v})
	}
	return list
}

// suppliedBy returns what a call gives the variables that it sets: its second argument, where
// that is no map of several.
func (m *machine) suppliedBy(arguments []argument) Value {
	if len(arguments) < 2 || len(arguments[1].value) == 1 && arguments[1].value[0].members != nil {
		return Value{anything(m.depth())}
	}
	return arguments[1].value
}

// call runs a call.
func (m *machine) call(n int32, st *state) Value {
	u := m.unit()
	callee := u.Tree.Child(n, 0)
	m.enters(n)
	if names := u.Writes[n]; names != nil { // os.Setenv("X", y)
		list := m.arguments(n, st)
		if !st.dead {
			m.supply(names, m.suppliedBy(list), st)
		}
		if f := functionIn(list); f != nil { // with_var("X", "1", || { … })
			return m.invoke(*f, n, nil, st)
		}
		return nil
	}
	if list := u.children(n); len(list) == 2 && u.kind(callee) == parse.Name && strings.HasPrefix(u.at(callee), "@") && !u.Tree.File.Is(int(u.Tree.Nodes[callee].To), "(") { // @name "value"
		v := m.quiet(list[1], st)
		if m.inClass() {
			m.setField(u.at(callee), v, st, 0)
		} else {
			st.scope.vars.put(u.at(callee), v)
		}
		return v
	}
	if v, is := m.settled(n, callee, st); is {
		return v
	}
	if v, is := m.callBorrowed(n, callee, st); is {
		return v
	}
	if kind := u.typeOfNew(n); kind != "" {
		return m.newOf(kind, n, st)
	}
	if v, is := m.braced(n, callee, st); is {
		return v
	}
	if c, made := m.madeIndirectly(n); c != nil {
		return m.make(c, c.givenItself(m.arguments(made, st)), n, st)
	}
	if u.Tree.File.Is(int(u.Tree.Nodes[n].At)-1, "?.") && u.kind(callee) == parse.Name { // f?.()
		if v := m.quiet(callee, st); len(v) > 0 && m.isNothing(v) {
			return Value{{form: nothing}}
		}
	}
	if u.Words.Errors != nil && u.Words.Errors[m.calleePath(callee)] {
		for _, c := range u.children(n)[1:] {
			m.eval(c, st)
		}
		return Value{{form: failure, name: "error"}}
	}
	if list := u.children(n); len(list) == 3 && u.kind(callee) == parse.Wrapper && u.calleeName(callee) == "matches" { // matches!(x, Ok("1"))
		return m.matchesPattern(list[1], list[2], st)
	}
	if m.isStop(n) {
		var status Value
		for i, c := range u.children(n)[1:] {
			if v := m.eval(c, st); i == 0 {
				status = v
			}
		}
		if !st.dead {
			m.stopBy(u.calleeName(callee), status, len(u.children(n)) > 1, n, st)
		}
		return nil
	}
	if list := u.children(n); u.Words.Shift != "" && u.calleeName(callee) == u.Words.Shift && len(list) == 2 && u.kind(list[1]) == parse.Name { // shift @x
		return m.shifted(u.at(list[1]), st)
	}
	if u.Words.Catchers[u.calleeName(callee)] && (u.kind(callee) == parse.Name || syntax.IsCapital(u.calleeName(callee)) || syntax.IsCapital(u.at(u.Tree.Child(callee, 0)))) && len(u.children(n)) == 2 {
		return m.orNothing(u.children(n)[1], n, st)
	}
	if inner := m.curried(n, callee); inner != 0 {
		return m.called(n, inner, append(m.arguments(callee, st), m.arguments(n, st)...), st)
	}
	return m.called(n, callee, m.arguments(n, st), st)
}

// curried returns what is called by a call that gives a function of the tree its second list of
// arguments: get in get(a)(b), where get takes two. It returns 0 for every other call.
func (m *machine) curried(n, callee int32) int32 {
	u := m.unit()
	if !u.Words.Curried || u.kind(callee) != parse.Call {
		return 0
	}
	inner := u.Tree.Child(callee, 0)
	list := u.funcsNamed(inner)
	given := len(u.children(callee)) + len(u.children(n)) - 2
	if len(list) != 1 || len(list[0].params) < given || len(u.children(callee)) < 2 {
		return 0
	}
	return inner
}

// orNothing runs what a call is given, and gives nothing where that fails: Try(x).
func (m *machine) orNothing(inner, n int32, st *state) Value {
	v, t := m.trying(func() Value {
		v := m.eval(inner, st)
		if v.isFunction() && !st.dead {
			v = m.invoke(v[0], n, nil, st)
		}
		return v
	})
	if t.state == nil {
		return v
	}
	if st.dead {
		*st = *t.state
	}
	return append(v, alt{form: nothing, held: true, missing: t.dep, depends: t.dep})
}

// stopBy ends the program, or raises, by a function that does.
func (m *machine) stopBy(name string, status Value, given bool, n int32, st *state) {
	switch {
	case name == "raise" || name == "throw" || name == "fail" || name == "panic": // which may be caught
		m.fail(st, 0, m.thrownBy(n))
	case inPeace(name, status, given):
		m.ended(st)
		st.dead = true
	case !tellsStatus(name): // it ends whatever it is given
		m.endBy(st, 0)
	default:
		m.endBy(st, status.depends())
	}
}

// tellsStatus reports whether a call ends a program with a status, by which it may end in peace.
func tellsStatus(name string) bool {
	return strings.Contains(strings.ToLower(name), "exit") || name == "halt" || name == "quit"
}

// isBareStop reports whether a name alone ends the program: or die
func (m *machine) isBareStop(n int32) bool {
	u := m.unit()
	if u.kind(n) != parse.Name || !u.Words.Bare || !u.Words.Stops[u.at(n)] {
		return false
	}
	return !u.calls(u.at(n)) && !u.isHanded(n)
}

// isHanded reports whether a name is what a function is given by being written behind it: either die pure.
func (u *Unit) isHanded(n int32) bool {
	f, at := u.Tree.File, int(u.Tree.Nodes[n].From)
	if u.Words.Variants != Named || f.Kind(at-1) != syntax.Word || f.Tokens[at].NewLine {
		return false
	}
	switch f.Text(at - 1) {
	case "then", "else", "do", "of", "in":
		return false
	}
	return true
}

// inPeace reports whether a program may end with a call without a mistake: it
// exits with 0, or with what is not known.
func inPeace(name string, status Value, given bool) bool {
	lower := strings.ToLower(name)
	if strings.HasPrefix(lower, "skip") { // a test
		return true
	}
	if !tellsStatus(name) {
		return false
	}
	if !given {
		return !strings.Contains(lower, "fail") // exitFailure
	}
	if len(status) != 1 {
		return true
	}
	switch x := status[0]; x.form {
	case number:
		s, _ := x.plain()
		return s == "0" || s == "77" // by which a test says that it was passed over
	case text: // of Elixir, :normal
		s, _ := x.plain()
		return s == "normal" || s == "shutdown"
	case sequence, record:
		return false
	case boolean:
		return x.truth
	case unknown:
		return len(x.parts) != 1 || !namesFailure(x.parts[0].ref)
	}
	return true
}

// namesFailure reports whether a constant is a status by which a program says that it
// failed: EXIT_FAILURE, os.EX_CONFIG.
func namesFailure(constant string) bool {
	name := strings.ToUpper(constant[strings.LastIndexByte(constant, '.')+1:])
	return strings.Contains(name, "FAIL") || strings.HasPrefix(name, "EX_") && name != "EX_OK" || strings.Contains(name, "ERROR")
}

// thrownBy returns the class of what raise X throws, or "".
func (m *machine) thrownBy(n int32) string {
	u := m.unit()
	if list := u.children(n); len(list) > 1 {
		if name := m.thrown(list[1]); syntax.IsCapital(name) {
			return name
		}
	}
	return ""
}

// isStop reports whether a call ends the program.
func (m *machine) isStop(n int32) bool {
	u := m.unit()
	callee := u.Tree.Child(n, 0)
	if u.kind(callee) == parse.Wrapper { // panic!
		callee = u.Tree.Child(callee, 0)
	}
	path := m.calleePath(callee)
	if path == "" {
		return false
	}
	if u.Words.Stops[path] {
		return true
	}
	name := path[strings.LastIndexByte(path, '.')+1:]
	if !u.Words.Stops[name] {
		return false
	}
	if u.kind(callee) == parse.Name {
		return !u.calls(name)
	}
	return u.Words.Stops["."+name] || syntax.IsCapital(name)
}

// calleePath returns the path of what is called.
func (m *machine) calleePath(callee int32) string {
	u := m.unit()
	if path := u.Path(callee); path != "" {
		return path
	}
	return m.path(callee)
}

// arguments runs the arguments of a call.
func (m *machine) arguments(n int32, st *state) (list []argument) {
	u := m.unit()
	nodes := u.children(n)
	list = make([]argument, 0, len(nodes))
	for i, c := range nodes {
		if i == 0 {
			continue
		}
		if st.dead || len(list) > 60 {
			break
		}
		a := argument{node: c}
		inner := c
		if u.kind(c) == parse.Pair && len(u.children(c)) == 1 {
			a.name, inner = strings.Trim(u.at(c), `:"'`), u.Tree.Child(c, 0)
			if u.Words.AnyCase {
				a.name = strings.ToLower(a.name)
			}
		} else if u.kind(c) == parse.Pair && len(u.children(c)) == 2 && u.kind(u.Tree.Child(c, 0)) == parse.Name {
			a.name, inner = strings.Trim(u.at(u.Tree.Child(c, 0)), `:"'`), u.Tree.Child(c, 1)
		}
		a.spread = m.isSpread(c)
		if u.kind(inner) == parse.Unary && u.at(inner) == "out" { // it is given a value
			list = append(list, a)
			continue
		}
		if u.kind(inner) != parse.Lambda && u.kind(inner) != parse.Name && u.Words.Short && u.isShort(inner, 0) { // _.toInt
			list = append(list, a)
			continue
		}
		if i+1 < len(nodes) && u.kind(nodes[i+1]) == parse.Loop && u.kind(c) != parse.Loop { // f(a for a in b)
			a.value = m.comprehension([]int32{c, nodes[i+1]}, st)
			list = append(list, a)
			continue
		}
		if u.kind(c) == parse.Loop {
			continue
		}
		if m.leaves(inner) && u.kind(inner) != parse.Block { // by name: getOrElse(throw …)
			a.lazy = true
			list = append(list, a)
			continue
		}
		if u.kind(inner) == parse.Block && u.Tree.File.Is(int(u.Tree.Nodes[inner].From), "{") { // new X { A = b }
			a.value = m.initialised(inner, st)
		} else {
			a.value = m.eval(inner, st)
		}
		if a.spread && len(a.value) == 1 && a.value[0].form == sequence {
			for _, v := range a.value[0].list {
				list = append(list, argument{node: c, value: v.dependent(a.value[0].depends)})
			}
			continue
		}
		list = append(list, a)
	}
	return list
}

// called returns what a call gives. The environment as a whole is given away by one that
// is not run here.
func (m *machine) called(n, callee int32, arguments []argument, st *state) Value {
	runs := m.runs
	v := m.calledWith(n, callee, arguments, st)
	if m.focus == nil && m.runs == runs && !m.isObject(v) && laidOver(v) == nil {
		for _, a := range arguments {
			if env := wholeOf(a.value); env != nil {
				m.escaped[env.Node] = true
			}
		}
	}
	return v
}

// calledWith returns what a call gives with some arguments.
func (m *machine) calledWith(n, callee int32, arguments []argument, st *state) Value {
	u := m.unit()
	if st.dead {
		return nil
	}
	if u.isComposed(callee) && len(arguments) == 1 {
		return m.composed(callee, arguments[0].value, st)
	}
	if kind := m.typeArgument(n, callee, st); kind != "" {
		defer func(wanted string) { m.wanted = wanted }(m.wanted)
		m.wanted = kind
	}
	if k := u.kind(callee); k == parse.Wrapper || k == parse.Index && u.Words.Errors != nil { // f::<T>, f[T]
		if inner := u.Tree.Child(callee, 0); u.kind(inner) == parse.Member || u.kind(inner) == parse.Name {
			callee = inner
		}
	}
	var receiver Value
	if !m.mayReplace(n, callee, arguments) {
		for _, a := range arguments {
			if a.lazy && !st.dead {
				m.eval(a.node, st)
			}
		}
		if st.dead {
			return nil
		}
	}
	m.seekGiven(arguments)
	name := u.calleeName(callee)
	member := u.kind(callee) == parse.Member && u.Tree.Child(callee, 0) != 0
	path := m.calleePath(callee)
	if v := m.ownedObject(n, callee, name, arguments, st); len(v) > 0 {
		return v
	}
	if v, is := m.constantNamed(n, callee, arguments, st); is {
		return v
	}
	if len(arguments) == 1 && u.kind(callee) == parse.Name && u.isTextType(name) {
		return arguments[0].value
	}
	if v, is := m.stageOf(path); is && !u.calls(name) {
		return v
	}
	if v, done := m.splitBy(path, arguments); done && !u.calls(name) {
		return v
	}
	if v, done := m.rewriteBy(n, path, arguments, st); done && (member || !u.calls(name)) {
		return v
	}
	if v, known := m.asksKind(name, m.askedOfKind(callee, name, st), arguments, st); known {
		return v
	}
	if use, found := m.pathUse(path, name, arguments, n); found {
		return recased(name, m.use(use, n, nil, arguments, st))
	}
	if u.Words.Formats[path] && len(arguments) > 0 && (!u.Words.Transparent[path] || arguments[0].name == "format") {
		return m.format(arguments[0].value, arguments[1:], st)
	}
	if len(arguments) > 0 && u.Words.Transparent[path] && !u.calls(name) {
		return m.transparent(name, arguments[0].value)
	}
	if member {
		object := u.Tree.Child(callee, 0)
		receiver = m.quiet(object, st)
		if st.dead {
			return nil
		}
		if receiver.isMade() && len(u.funcs[name]) == 0 || receiver.hasFunction(name) || m.isObject(receiver) && receiver[0].members.of.method(name) != nil {
			if v, done := m.callee(n, callee, name, receiver, arguments, st); done {
				return v
			}
		}
		if v, done := m.method(n, callee, name, receiver, arguments, st); done {
			return v
		}
	} else {
		receiver = nil
	}
	if !member && (u.classes[name] != nil || u.calls(name)) {
		if v, done := m.callee(n, callee, name, receiver, arguments, st); done {
			return v
		}
	}
	if v, done := m.builtin(n, path, name, receiver, arguments, st); done {
		return v
	}
	if v, done := m.callee(n, callee, name, receiver, arguments, st); done {
		return v
	}
	if k := u.kind(callee); u.Answering != nil && (k == parse.Name || k == parse.Member && receiver == nil || len(receiver) == 1 && receiver[0].form == unknown) && !st.dead {
		if v, done := m.askOuter(callee, m.quiet(callee, st.fork()), callMethods, n, arguments, st); done {
			return v
		}
	}
	if v, done := m.callKept(n, callee, arguments, st); done {
		return v
	}
	return m.unknownCall(n, name, receiver, arguments, st)
}

// mayReplace reports whether what is called may leave an argument out.
func (m *machine) mayReplace(n, callee int32, arguments []argument) bool {
	if strings.HasPrefix(m.unit().calleeName(callee), "expect_") { // of a test in R, which is to see it fail
		return true
	}
	if !slices.ContainsFunc(arguments, func(a argument) bool { return a.lazy }) {
		return true
	}
	name := m.unit().calleeName(callee)
	use, found := m.methodUse(name, arguments, nil)
	if !found {
		use, found = m.pathUse(m.calleePath(callee), name, arguments, n)
	}
	return found && use.Does == Replaces
}
