package evaluate

import (
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

// call runs a call.
func (m *machine) call(n int32, st *state) Value {
	u := m.unit()
	callee := u.Tree.Child(n, 0)
	if names := u.Writes[n]; names != nil { // os.Setenv("X", y)
		if list := m.arguments(n, st); len(list) > 1 && !st.dead {
			m.supply(names, list[1].value, st)
		}
		return nil
	}
	if list := u.children(n); len(list) == 2 && u.kind(callee) == parse.Name && strings.HasPrefix(u.at(callee), "@") { // @name "value"
		v := m.quiet(list[1], st)
		if m.inClass() {
			m.setField(u.at(callee), v, st, 0)
		} else {
			st.scope.vars.put(u.at(callee), v)
		}
		return v
	}
	if block := lastBlock(u, n); u.at(n) == "[" && u.kind(block) == parse.Block { // new T[] {a, b}
		return m.initialised(block, st)
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
	if u.Words.Catchers[u.calleeName(callee)] && (u.kind(callee) == parse.Name || isUpper(u.calleeName(callee))) && len(u.children(n)) == 2 {
		return m.orNothing(u.children(n)[1], n, st)
	}
	return m.called(n, callee, m.arguments(n, st), st)
}

// orNothing runs what a call is given, and gives nothing where that fails: Try(x).
func (m *machine) orNothing(inner, n int32, st *state) Value {
	t := &try{catches: func(string) bool { return true }}
	m.tries = append(m.tries, t)
	v := m.eval(inner, st)
	if len(v) == 1 && v[0].form == function && !st.dead {
		v = m.invoke(v[0], n, nil, st)
	}
	m.tries = m.tries[:len(m.tries)-1]
	if t.state == nil {
		return v
	}
	if st.dead {
		*st = *t.state
	}
	return append(v, alt{form: nothing, missing: t.dep, depends: t.dep})
}

// stopBy ends the program, or raises, by a function that does.
func (m *machine) stopBy(name string, status Value, given bool, n int32, st *state) {
	switch {
	case name == "raise" || name == "throw" || name == "fail":
		m.fail(st, 0, m.thrownBy(n))
	case inPeace(name, status, given):
		m.ended(st)
		st.dead = true
	default:
		m.stop(st, 0)
	}
}

// isBareStop reports whether a name alone ends the program: or die
func (m *machine) isBareStop(n int32) bool {
	u := m.unit()
	if u.kind(n) != parse.Name || !u.Words.Bare || !u.Words.Stops[u.at(n)] {
		return false
	}
	return len(u.funcs[u.at(n)]) == 0
}

// inPeace reports whether a program may end with a call without a mistake: it
// exits with 0, or with what is not known.
func inPeace(name string, status Value, given bool) bool {
	lower := strings.ToLower(name)
	if strings.HasPrefix(lower, "skip") { // a test
		return true
	}
	if !strings.Contains(lower, "exit") && name != "halt" && name != "quit" {
		return false
	}
	if !given {
		return true
	}
	if len(status) != 1 {
		return true
	}
	switch x := status[0]; x.form {
	case number:
		s, _ := x.plain()
		return s == "0" || s == "77" // by which a test says that it was passed over
	case text:
		return false
	case boolean:
		return x.truth
	}
	return true
}

// thrownBy returns the class of what raise X throws, or "".
func (m *machine) thrownBy(n int32) string {
	u := m.unit()
	if list := u.children(n); len(list) > 1 {
		if name := m.thrown(list[1]); isUpper(name) {
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
		return len(u.funcs[name]) == 0
	}
	return u.Words.Stops["."+name] || isUpper(name)
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
		if u.kind(inner) != parse.Lambda && u.kind(inner) != parse.Name && m.holdsName(inner, "_") { // _.toInt
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

// initialised returns what { A = b, C = d } behind a constructor sets, or the
// elements of { a, b }.
func (m *machine) initialised(block int32, st *state) Value {
	u := m.unit()
	r, x := &members{open: true}, alt{form: sequence}
	for _, c := range u.children(block) {
		if key := u.Tree.Child(c, 0); u.kind(c) == parse.Assign && u.kind(key) == parse.List {
			if name, plain := m.eval(u.Tree.Child(key, 0), st).plain(); plain {
				r.open = false
				r.set(name, m.quiet(u.Tree.Child(c, 1), st))
				continue
			}
		}
		if u.kind(c) == parse.Assign && u.kind(u.Tree.Child(c, 0)) == parse.Name {
			r.set(u.at(u.Tree.Child(c, 0)), m.quiet(u.Tree.Child(c, 1), st))
			continue
		}
		x.list = append(x.list, m.eval(c, st))
	}
	if len(r.names) > 0 {
		return Value{{form: record, members: r}}
	}
	return Value{x}
}

// called returns what a call gives.
func (m *machine) called(n, callee int32, arguments []argument, st *state) Value {
	u := m.unit()
	if st.dead {
		return nil
	}
	if kind := m.typeArgument(n, callee); kind != "" {
		defer func(wanted string) { m.wanted = wanted }(m.wanted)
		m.wanted = kind
	}
	if k := u.kind(callee); k == parse.Wrapper || k == parse.Index && u.Words.Errors != nil { // f::<T>, f[T]
		if inner := u.Tree.Child(callee, 0); u.kind(inner) == parse.Member || u.kind(inner) == parse.Name {
			callee = inner
		}
	}
	var receiver Value
	if !m.mayReplace(u.calleeName(callee), arguments) {
		for _, a := range arguments {
			if a.lazy && !st.dead {
				m.eval(a.node, st)
			}
		}
		if st.dead {
			return nil
		}
	}
	name := u.calleeName(callee)
	member := u.kind(callee) == parse.Member && u.Tree.Child(callee, 0) != 0
	path := m.calleePath(callee)
	if use, found := m.pathUse(path, name, arguments, n); found {
		return m.use(use, n, nil, arguments, st)
	}
	if u.Words.Formats[path] && len(arguments) > 0 {
		return m.format(arguments[0].value, valuesOf(arguments[1:]))
	}
	if len(arguments) > 0 && u.Words.Transparent[path] && len(u.funcs[name]) == 0 {
		return m.transparent(name, arguments[0].value)
	}
	if member {
		object := u.Tree.Child(callee, 0)
		receiver = m.quiet(object, st)
		if st.dead {
			return nil
		}
		if receiver.isMade() && len(u.funcs[name]) == 0 {
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
	if !member && (u.classes[name] != nil || len(u.funcs[name]) > 0) {
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
	return m.unknownCall(n, name, receiver, arguments, st)
}

// mostTypeTokens bounds how far the type that a call is given is looked for.
const mostTypeTokens = 12

// typeArgument returns the kind of the type that a call is given, or "":
// get::<u16>("X"), get[int]("X").
func (m *machine) typeArgument(n, callee int32) string {
	u := m.unit()
	if u.Words.Types == nil || callee == 0 {
		return ""
	}
	f, from, within := u.Tree.File, int(u.Tree.Nodes[callee].From), false
	for i := from; i < min(int(u.Tree.Nodes[n].To), from+mostTypeTokens) && !f.Is(i, "("); i++ {
		within = within || f.Is(i, "<") || f.Is(i, "[")
		if within && f.Kind(i) == syntax.Word {
			return u.Words.Types[f.Text(i)]
		}
	}
	return ""
}

// mayReplace reports whether a method may leave an argument out.
func (m *machine) mayReplace(name string, arguments []argument) bool {
	use, found := m.methodUse(name, arguments, nil)
	return found && use.Does == Replaces
}

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
				of = append(of, v...)
			} else if v, known := m.getter(x, name, len(arguments)); known {
				return v, true
			} else if x.form == class && name == "new" {
				of = append(of, x)
			}
			if x.form == function && (name == "" || name == "call" || name == "bind") {
				of = append(of, x)
			}
		}
		if len(of) == 0 && m.isSelf(u.Tree.Child(callee, 0)) {
			if fn := m.frame().class.method(name, 0); fn != nil {
				of = Value{{form: function, fn: m.closureOf(fn, m.frame().self)}}
			}
		}
	case k == parse.Name || k == parse.Member:
		v, _, found := m.lookup(name, st)
		if found && (m.callable(v) || m.frame().class.method(name, 0) == nil && m.namedFunction(name) == nil) {
			of = v
		} else if fn := m.frame().class.method(name, 0); fn != nil {
			of = Value{{form: function, fn: m.closureOf(fn, m.frame().self)}}
		} else if fn := m.namedFunction(name); fn != nil {
			of = Value{{form: function, fn: m.closureOf(fn, nil)}}
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
			} else if u.Words.Transparent[x.name] {
				out, done = append(out, m.transparent(x.name, arguments[0].value)...), true
			}
		case x.form == function:
			fn, c := x.fn.unit.byNode[x.fn.node], x.fn
			if fn == nil {
				continue
			}
			if other := m.overload(fn, arguments); other != fn {
				fn, c = other, &closure{unit: c.unit, node: other.Node, outer: c.outer, self: c.self}
			}
			if !m.worth(fn, arguments, st) {
				continue
			}
			m.lookInto(fn, arguments)
			v, ran := m.runPerhaps(fn, c, n, arguments, st)
			if !ran {
				continue
			}
			out, done = append(out, v...), true
		case x.form == class:
			out, done = append(out, m.make(x.class, arguments, n, st)...), true
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
	fn := m.elsewhere(n, callee, name, receiver)
	if fn == nil || !m.worth(fn, arguments, st) {
		return nil, false
	}
	if fn.extends() && textual(receiver) {
		arguments = append([]argument{{value: receiver}}, arguments...)
	}
	m.lookInto(fn, arguments)
	c := m.askedOf(fn, receiver)
	if object := m.itself(fn, receiver, n, st); len(object) == 1 && object[0].members != nil && fn.Unit != m.unit() {
		c.self, c.of = object[0].members, object
	}
	return m.run(fn, c, n, arguments, st)
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
		for _, fn := range u.funcs[name] {
			if fn.concerned && (fn.Owner != nil || u.Words.Errors != nil || u.Words.Signs || u.isMember(fn)) {
				only = fn
				count++
			}
		}
		if count == 1 && (isOpen(receiver) || u.Words.Errors != nil) && !m.isCommon(name, only, receiver) {
			return only
		}
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

// isMember reports whether a function is defined as a member of something:
// function M.env().
func (u *Unit) isMember(fn *Func) bool {
	at := int(u.Tree.Nodes[fn.Node].At)
	return at > 0 && (u.Tree.File.Is(at-1, ".") || u.Tree.File.Is(at-1, ":"))
}

func isOpen(v Value) bool {
	for _, x := range v {
		if x.form != unknown && x.form != record {
			return false
		}
	}
	return true
}

// isCommon reports whether many things have a member of that name, so that the
// receiver of a call must tell which is meant.
func (m *machine) isCommon(name string, fn *Func, receiver Value) bool {
	for _, x := range receiver {
		if x.members != nil && x.members.of == fn.Owner {
			return false
		}
	}
	return m.unit().Common != nil && m.unit().Common(name)
}

// worth reports whether running a function may tell something: it may be given
// the name of a variable or what was read, may end the program, or is short.
func (m *machine) worth(fn *Func, arguments []argument, st *state) bool {
	if fn.named {
		return true
	}
	size, depth := 0, len(m.frames)
	if fn.Body != 0 {
		node := fn.Unit.Tree.Nodes[fn.Node]
		size = int(node.To - node.From)
	}
	for _, a := range arguments {
		for _, x := range a.value {
			if len(x.sites) > 0 || x.missing != 0 || x.form == function {
				return size < 1500
			}
		}
	}
	switch {
	case m.focus != nil && st.control != 0:
		return size < 400
	case fn.concerned:
		return size < 300 && depth < 3
	}
	return size < 60 && depth < 2
}

// outerOf returns the variables round a function that is not within another.
func (m *machine) outerOf(fn *Func) *scope {
	if fn.Unit == m.u {
		return m.globals
	}
	if m.others == nil {
		m.others = map[*Unit]*other{}
	}
	o := m.others[fn.Unit]
	if o == nil {
		o = &other{scope: newScope(nil, fn.Unit)}
		m.others[fn.Unit] = o
		m.runOther(fn.Unit, o.scope)
		o.begun = o.scope.vars.fork()
	}
	return o.scope
}

// other is another file whose functions are run.
type other struct {
	scope *scope
	begun *variables // what it held before any of its functions was run
}

// begin has other files hold what they did before any of their functions was run:
// what one variable is to them concerns no other.
func (o *other) begin() {
	if o.begun != nil {
		o.scope.vars = o.begun.fork()
	}
}

// runOther runs what stands outside functions in another file.
func (m *machine) runOther(u *Unit, scope *scope) {
	focus, frames, tries, exits, context := m.focus, m.frames, m.tries, m.exits, m.context
	m.focus, m.tries, m.exits = nil, nil, nil
	m.context = -1 << 20
	m.frames = []*frame{{unit: u, context: m.context}}
	steps := m.steps
	m.steps = max(0, mostOfRun-5_000)
	m.block(0, &state{scope: scope})
	m.steps = steps
	m.focus, m.frames, m.tries, m.exits, m.context = focus, frames, tries, exits, context
}

// within returns the context of a call in the present one.
func (m *machine) within(n int32) int32 {
	key := chain{m.context, n, m.round}
	if m.chains[key] == 0 {
		m.chains[key] = int32(len(m.chains) + 1)
	}
	return m.chains[key]
}

// run runs a function with arguments. It reports false where it would lead too
// deep.
func (m *machine) run(fn *Func, c *closure, n int32, arguments []argument, st *state) (Value, bool) {
	if len(m.frames) > deepest || fn.Body == 0 || m.isRunning(fn) || !m.tick() {
		return nil, false
	}
	if fn.Unit == m.u {
		m.ran[fn.Node] = true
	}
	back := m.context
	m.context = m.within(n)
	fr := &frame{fn: fn, unit: fn.Unit, call: n, context: m.context, self: c.self, class: fn.class, of: c.of}
	in := &state{scope: newScope(c.outer, fn.Unit), control: st.control, consults: st.consults}
	m.frames = append(m.frames, fr)
	exits, round := m.exits, m.round
	m.exits, m.round = nil, 0
	m.bind(fn, arguments, in)
	v := m.body(fn, in)
	m.exits, m.round = exits, round
	m.frames = m.frames[:len(m.frames)-1]
	m.context = back
	if !in.dead {
		if fr.got {
			v = join(fr.returns, v.dependent(in.control&^st.control))
		}
		st.consults |= in.consults
		if fr.after != nil {
			st.consults |= fr.after.consults
		}
		return v, true
	}
	if !fr.got {
		st.dead = true
		return nil, true
	}
	st.consults |= fr.after.consults
	return fr.returns, true
}

func (m *machine) isRunning(fn *Func) bool {
	count := 0
	for _, fr := range m.frames {
		if fr.fn == fn {
			count++
		}
	}
	return count > 1
}

// body runs the body of a function, and returns what its last expression gives
// where a function returns that.
func (m *machine) body(fn *Func, st *state) Value {
	u := fn.Unit
	for _, s := range fn.before {
		m.exec(s, st)
	}
	v := m.exec(fn.Body, st)
	if st.dead {
		return nil
	}
	if u.kind(fn.Body) != parse.Block || u.Words.Returns {
		m.tail(v, fn.Body, st)
		return v
	}
	return Value{{form: nothing}}
}

// tail notes what a function gives without a return.
func (m *machine) tail(v Value, at int32, st *state) {
	control := st.control
	st.control |= v.depends()
	m.replacing(nil, v, slot{m.context, ""}, st, at)
	st.control = control
}
