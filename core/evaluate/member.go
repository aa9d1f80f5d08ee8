package evaluate

import (
	"slices"

	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// systemName marks the text that tells the system that a program runs on: it is
// not known, but mostly so.
const systemName = "system"

// memberNode returns a member of something.
func (m *machine) memberNode(n int32, st *state) Value {
	u := m.unit()
	name := u.at(n)
	object := u.Tree.Child(n, 0)
	if object == 0 {
		if v, is := m.variantOf(n, nil); is {
			return v
		}
		return Value{anything(m.depth())}
	}
	if path := u.Path(n); path != "" && u.Words.Nothing[path] {
		return Value{{form: nothing}}
	} else if path != "" && u.Words.EmptyTexts[path] {
		return textOf("", m.depth())
	}
	if m.focus != nil && len(u.Words.Platform) > 0 {
		if system := u.Words.Platform[m.calleePath(n)]; system != "" {
			m.focus.system = true
			v := textOf(system, m.depth())
			v[0].name = systemName
			return v
		}
	}
	if u.Words.Failures != "" && u.kind(object) == parse.Name && u.at(object) == u.Words.Failures {
		return Value{{form: failure, name: "error"}}
	}
	if m.isSelf(object) {
		if v, known := m.field(name, st); known {
			m.noteEntry(v)
			return v
		}
	}
	if path := m.path(n); path != "" {
		if v, out, found := m.lookup(path, st); found {
			if out > 0 {
				m.noteEntry(v)
			}
			return m.here(v)
		}
	}
	of := m.quiet(object, st)
	if st.dead {
		return nil
	}
	if m.isOptionalMember(n) {
		if v, done := m.onMissing(n, of, st); done {
			return v
		}
	}
	if v, known := m.textLength(name, of); known {
		return v
	}
	if name == "length" && u.at(object) == "arguments" && u.Words.KeysIn { // of a function of JavaScript
		if v, known := m.argumentsGiven(); known {
			return v
		}
	}
	if a := wholeOf(of); a != nil && u.Tree.File.Is(int(u.Tree.Nodes[n].At)-1, "::") && a.Asked != nil && a.Asked(name, 1) != nil { // all::get
		m.isFollowed(a)
		return Value{{form: function, fn: &closure{unit: u, node: n, reads: func(count int) *Access { return a.Asked(name, count) }}}}
	}
	if u.Tree.File.Is(int(u.Tree.Nodes[n].At)-1, "::") && syntax.IsCapital(u.at(object)) && len(u.Words.Uses["."+name]) > 0 { // String::toInt, given to something
		return Value{{name: u.at(object) + "." + name, parts: anyParts(m.depth())}}
	}
	if v, known := m.askLists(of, name); known {
		return v
	}
	if u.Words.Quiet && !u.Tree.File.Is(int(u.Tree.Nodes[n].To), "(") {
		if name == "call" { // fallback.call
			if v, ran := m.callEach(n, of, st); ran {
				return v
			}
		}
		if v, done := m.splitOf(name, of, nil); done {
			return v
		}
	}
	if len(u.Words.Stages) > 0 && !u.Tree.File.Is(int(u.Tree.Nodes[n].To), "(") {
		if v, is := m.stageOf(u.Path(n)); is {
			return v
		}
		if v, is := m.stageAsked(name, of); is {
			return v
		}
	}
	if (u.Words.Quiet || u.Words.Short) && !u.Tree.File.Is(int(u.Tree.Nodes[n].To), "(") {
		if v, known := m.numberAsked(n, name, of, nil, st); known { // workers.positive?
			return v
		}
		if v, done := m.rewriteMethod(n, name, of, nil, st); done {
			return v
		}
	}
	if use, found := m.methodUse(name, nil, st); found && u.Tree.File.Text(int(u.Tree.Nodes[n].To)) != "(" {
		return m.use(use, n, of, nil, st)
	}
	if v, done := m.onMissing(n, of, st); done {
		return v
	}
	if u.Words.Transparent["."+name] && len(of) > 0 {
		return m.transparent(name, of)
	}
	if a := wholeOf(of); a != nil {
		if v, done := m.ofWhole(n, name, a, nil, st); done {
			return v
		}
		if !u.Tree.File.Is(int(u.Tree.Nodes[n].To), "(") {
			if v, done := m.askWhole(n, a, ".", []argument{{value: textOf(name, m.depth())}}, st); done {
				return v
			}
		}
	}
	if f := laidOver(of); f != nil && !u.Tree.File.Is(int(u.Tree.Nodes[n].To), "(") {
		if v, done := m.askLaid(n, f, ".", []argument{{value: textOf(name, m.depth())}}, st); done {
			return v
		}
	}
	if fn := m.uniform(n, name, of); fn != nil && !u.Tree.File.Is(int(u.Tree.Nodes[n].To), "(") {
		v, _ := m.run(fn, m.closureOf(fn, nil), n, []argument{{node: object, value: of}}, st)
		return v
	}
	var out Value
	for _, x := range of {
		if v, known := m.memberOfAlt(x, name, st); known {
			out = append(out, m.quietCall(n, v, st)...)
		} else if v, known := m.objectMember(x, n, name, st); known {
			out = append(out, v...)
		} else if x.fn != nil && x.fn.gives != nil && (name == "new" || name == "instance") { // also of what is made once
			out = append(out, m.borrow(x.fn.gives, n, st)...)
		} else if u.Words.Quiet && name == "new" {
			if x.form == class {
				out = append(out, m.make(x.class, nil, n, st)...)
			} else {
				out = append(out, alt{form: record, members: &members{open: true, made: &making{name: u.at(object)}}})
			}
		} else {
			out = append(out, alt{parts: []part{{any: true, frame: m.depth(), param: isParam(x)}}, depends: x.depends})
		}
	}
	if v, ran := m.outerGetter(n, of, st); ran || st.dead {
		return v
	}
	if class := m.outerClass(n); class != "" && name != "" && name != "new" {
		if v, known := m.knownConstant(n); known {
			return v
		}
		return Value{{form: record, members: &members{open: true, made: &making{name: class, by: name}}}}
	}
	if v, is := m.outerFunction(n); is {
		return v
	}
	if len(out) == 1 && out[0].env != nil { // the name of any variable
		return out
	}
	if (len(out) == 1 && out[0].form == unknown || len(out) == 0) && !m.isVariable(object, st) {
		if v, is := m.keptElsewhere(n); is {
			return v
		}
		if c := u.outerClassAt(n); c != nil {
			return Value{{form: class, class: c}}
		}
	}
	if valueMembers[name] && of.isConstantRef() { // Names.HOST.value
		return of
	}
	if v, is := m.variantOf(n, nil); is && (len(out) == 0 || len(out) == 1 && out[0].form == unknown && len(out[0].sites) == 0 && out[0].depends == 0) {
		return v
	}
	if len(out) == 0 || len(out) == 1 && out[0].form == unknown && !out[0].another && len(out[0].sites) == 0 && len(out[0].parts) == 1 && !out[0].parts[0].param && out[0].parts[0].ref == "" && out[0].depends == 0 {
		if path := u.Path(n); path != "" && (len(u.Words.Uses[path]) > 0 || u.Words.Transparent[path]) { // strconv.Atoi, given to something
			return Value{{name: path, parts: anyParts(m.depth())}}
		} else if path != "" {
			return m.constant(path)
		} else if path := m.path(n); path != "" && !m.isVariable(object, st) && len(of) <= 1 && (len(of) == 0 || of[0].form == unknown) {
			return m.constant(path)
		}
	}
	return out.compact()
}

// quietCall calls a function that is named without parentheses, in languages in
// which that is a call.
func (m *machine) quietCall(n int32, v Value, st *state) Value {
	u := m.unit()
	if len(v) == 1 && v[0].fn != nil && v[0].fn.gives != nil && u.Words.Quiet && !u.Tree.File.Is(int(u.Tree.Nodes[n].To), "(") {
		return m.borrow(v[0].fn.gives, n, st)
	}
	if len(v) != 1 || v[0].form != function || u.Tree.File.Is(int(u.Tree.Nodes[n].To), "(") {
		return v
	}
	fn := v[0].fn.unit.byNode[v[0].fn.node]
	if fn == nil || !u.Words.Quiet && !fn.IsGetter() || fn.Name == "" || fn.Unit.kind(fn.Node) == parse.Lambda || !m.worth(fn, nil, st) {
		return v
	}
	result, ran := m.run(fn, v[0].fn, n, nil, st)
	if !ran {
		return v
	}
	return result
}

// callEach runs the functions that something may be, which is called without parentheses: maker.call.
func (m *machine) callEach(n int32, of Value, st *state) (out Value, ran bool) {
	var merged *state
	for _, x := range of {
		way := st
		if len(of) > 1 {
			way = st.fork()
			way.hedged = true
		}
		if x.form == function && x.fn.reads == nil {
			out, ran = append(out, m.invoke(x, n, nil, way)...), true
		}
		if way != st {
			merged = st.either(merged, way)
		}
	}
	if ran && merged != nil {
		st.become(merged)
	}
	return out.compact(), ran
}

// isOwnClass are the members by which an object is asked for its class.
var isOwnClass = map[string]bool{"constructor": true, "__class__": true, "class": true}

func isParam(x alt) bool { return len(x.parts) == 1 && x.parts[0].param }

// memberOfAlt returns a member of one alternative.
func (m *machine) memberOfAlt(x alt, name string, st *state) (Value, bool) {
	switch {
	case x.form == function && (name == "__name__" || name == "name"):
		if fn := x.fn.unit.byNode[x.fn.node]; fn != nil && fn.Name != "" {
			return textOf(fn.Name, m.depth()), true
		}
	case x.members != nil && x.members.of != nil && isOwnClass[name]:
		return Value{{form: class, class: x.members.of}}, true
	case x.members != nil:
		if v, known := x.members.nameOf(name); known {
			return m.here(v), true
		}
		if v, known := x.members.get(name); known {
			m.noteEntry(v)
			if x.members.of == nil && m.isNothing(v) && m.unit().assignsMember(name) { // it has something by and by
				v = append(slices.Clone(v), anything(m.depth()))
			}
			return v.dependent(x.depends), true
		}
		if x.class != nil { // super.get
			if fn := x.class.method(name); fn != nil {
				return m.functionValue(fn, x.members), true
			}
		}
		if c := x.members.of; c != nil {
			if v, known := m.inherited(c, name); known && !m.isShared(x.members) {
				return m.here(v), true
			}
			if fn := c.method(name); fn != nil {
				return m.functionValue(fn, x.members), true
			}
			if v, known := x.members.get("@" + name); known { // attr_reader
				return v, true
			}
			if v, known := m.promoted(x.members, name, st); known {
				return v, true
			}
			if m.isShared(x.members) && len(m.frames) == 1 { // set by whoever makes it
				if given := m.unit().readingFields[name]; given != 0 {
					return m.eval(given, st), true
				}
				return Value{{parts: []part{{any: true, param: true}}}}, true
			}
			return nil, false
		}
		switch name {
		case "length", "size", "count":
			return nil, false
		}
		if v, known := x.members.get("$" + name); known {
			return v, true
		}
		if o := operationOf(name); o.onMember() {
			if v, known := m.operate(0, o, x, nil, st); known {
				return v, true
			}
		}
		if !x.members.open && !x.members.filled {
			return Value{{form: nothing}}, true
		}
	case x.form == class:
		m.ready(x.class)
		if v, known := m.inherited(x.class, name); known {
			m.noteEntry(v)
			return m.ofEnum(x.class, m.here(v)), true
		}
		if fn := x.class.method(name); fn != nil { // of the class itself
			return Value{{form: function, fn: m.askedOf(fn, Value{{form: class, class: x.class}})}}, true
		}
		if all, known := m.listsConstants(x.class, name); known {
			return Value{all}, true
		}
		if inner := m.unit().classes[name]; inner != nil {
			return Value{{form: class, class: inner}}, true
		}
		if x.class.isConstant(name) {
			return m.constantOf(x.class, name), true
		}
	case x.form == text || x.form == number:
		if fn := m.plainMethod(name, Value{x}); fn != nil && fn.IsGetter() {
			return Value{{form: function, fn: m.askedOfPlain(fn, Value{x}, st)}}, true
		}
		if v, known := m.nameInEnum(x); known && name == "name" {
			return v, true
		}
		switch name {
		case "value", "rawValue", "name", "freeze", "to_s", "String":
			return Value{x}, true
		}
	case x.form == sequence:
		switch name {
		case "Key", "key", "0", "_1", "getKey":
			if len(x.list) == 2 {
				return x.list[0], true
			}
		case "Value", "value", "second", "1", "_2", "getValue":
			if len(x.list) == 2 {
				return x.list[1], true
			}
		}
		if o := operationOf(name); o.onMember() {
			return m.operate(0, o, x, nil, st)
		}
	}
	return nil, false
}

// onMissing handles a member, method or element of what is unset, and one that is only
// asked for where there is something, of nothing.
func (m *machine) onMissing(n int32, of Value, st *state) (v Value, done bool) {
	u := m.unit()
	missing := of.missing()
	if missing == 0 && of.allNothing() && m.isOptionalMember(n) {
		return of.chained(u.Words.Chains), true
	}
	if m.focus != nil && u.Words.Raises && of.isForsaken() && !ofPromise[u.at(n)] {
		m.fail(st, of.depends(), "AttributeError")
		return nil, true
	}
	if missing == 0 || m.focus == nil {
		return nil, false
	}
	st.consults |= missing
	var rest, gone Value
	for _, x := range of {
		if x.missing != 0 && x.form == nothing {
			x.chain = x.chain || m.isOptionalMember(n) && u.Words.Chains
			gone = append(gone, x)
		} else {
			rest = append(rest, x)
		}
	}
	if len(gone) == 0 {
		return nil, false
	}
	if gone[0].held && len(rest) == 0 {
		return m.ofHolder(u.at(n), gone, st), true
	}
	if m.isOptionalMember(n) || !u.Words.Raises || gone[0].chain {
		if len(rest) == 0 {
			return gone, true
		}
		return nil, false
	}
	if len(rest) == 0 {
		m.fail(st, gone.missing(), "AttributeError")
		return nil, true
	}
	return nil, false
}

// chained returns nothing of which nothing more is asked in the same chain: a?.b.c
func (v Value) chained(is bool) Value {
	out := slices.Clone(v)
	for i := range out {
		out[i].chain = out[i].chain || is
	}
	return out
}

// ofPromise are members of what an async function gives, whatever that will be.
var ofPromise = map[string]bool{"then": true, "catch": true, "finally": true}

// isOptionalMember reports whether a member is only asked for where there is
// something: a?.b
func (m *machine) isOptionalMember(n int32) bool {
	u := m.unit()
	i := int(u.Tree.Nodes[n].At) - 1
	f := u.Tree.File
	if u.Words.Leaves == "?" { // x?.y leaves the function
		return false
	}
	return f.Is(i, "?.") || f.Is(i, "&.") || f.Is(i, "?->") || f.Is(i, "?") || f.Is(i-1, "?")
}

// argumentsGiven returns how many arguments the function at hand was called with, where that
// is known.
func (m *machine) argumentsGiven() (Value, bool) {
	fr := m.frame()
	if m.depth() == 0 || fr.fn == nil || slices.ContainsFunc(fr.arguments, func(a argument) bool { return a.spread }) {
		return nil, false
	}
	return m.numberOf(len(fr.arguments)), true
}
