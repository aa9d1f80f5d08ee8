package evaluate

import (
	"strings"

	"inzicht/core/parse"
)

// eval returns what an expression may be, and notes that its value matters.
func (m *machine) eval(n int32, st *state) Value {
	v := m.quiet(n, st)
	if m.focus != nil && !st.dead {
		st.consults |= v.depends()
	}
	return v
}

// quiet is eval for a value that is only put somewhere.
func (m *machine) quiet(n int32, st *state) Value {
	if n == 0 || st.dead || !m.tick() {
		return nil
	}
	if m.nesting++; m.nesting > mostNested {
		m.nesting--
		return nil
	}
	v := m.value(n, st)
	if m.inStages() {
		v = m.inStage(n, v)
	}
	m.nesting--
	if st.dead {
		return v
	}
	m.compare(n, v)
	return v
}

// value returns what an expression may be.
func (m *machine) value(n int32, st *state) Value {
	u := m.unit()
	if a := u.Access[n]; a != nil && !m.isOfLaid(n, st) && (a.Given == nil || !m.isHidden(n, st)) {
		if v, is := m.stageOf(u.Path(n)); is { // import.meta.env.MODE
			return v
		}
		return m.access(n, a, st)
	}
	if asked, is := u.Asked[n]; is {
		return m.askedSetting(asked)
	}
	switch u.kind(n) {
	case parse.Name:
		return m.name(n, st)
	case parse.Text:
		if s, ok := u.literal(n); ok {
			return textOf(s, m.depth())
		}
	case parse.Number:
		return single(alt{form: number}, part{text: numeral(u.at0(n)), frame: m.depth()})
	case parse.Template:
		if strings.HasPrefix(u.at(n), "~w") {
			return m.words(m.template(n, st))
		}
		return m.heldAgainstTopic(n, m.regexOf(n, m.template(n, st)), st)
	case parse.Member:
		return m.memberNode(n, st)
	case parse.Index:
		return m.index(n, st)
	case parse.Call:
		return m.call(n, st)
	case parse.Pair:
		list := u.children(n)
		if len(list) == 0 {
			return nil
		}
		for _, c := range list[:len(list)-1] {
			m.eval(c, st)
		}
		return m.eval(list[len(list)-1], st)
	case parse.Unary:
		return m.unary(n, st)
	case parse.Binary:
		return m.binary(n, st)
	case parse.Choice:
		return m.choice(n, st)
	case parse.Assign:
		return m.assignment(n, st)
	case parse.Lambda:
		return m.lambda(n, st)
	case parse.List:
		return m.listOf(n, st)
	case parse.Record:
		return m.recordOf(n, st)
	case parse.Wrapper:
		return m.wrapper(n, st)
	case parse.Unknown:
		return m.unknownNode(n, st)
	case parse.Pattern:
		for _, c := range u.children(n) {
			m.eval(c, st)
		}
		return m.regexOf(n, Value{anything(m.depth())})
	case parse.Block, parse.If, parse.Switch, parse.Try, parse.Return, parse.Throw, parse.Leave, parse.Declare, parse.Loop, parse.Function:
		return m.exec(n, st)
	case parse.Class:
		return m.classValue(n, st)
	}
	return Value{anything(m.depth())}
}

// at0 returns the text of the first token of a node.
func (u *Unit) at0(n int32) string { return u.Tree.Text(n) }

// unknownValue is a value of which nothing is known.
var unknownValue = Value{{}}

// asParts returns the parts of an alternative that is taken for a text.
func (x *alt) asParts() []part {
	if len(x.parts) == 0 && x.form != text && x.form != number {
		if x.isNamedByItself() {
			return []part{{text: x.constantName()}}
		}
		return anyParts(0)
	}
	return x.parts
}

// unary runs an operator before an operand.
func (m *machine) unary(n int32, st *state) Value {
	u := m.unit()
	list := u.children(n)
	switch u.operator(n) {
	case "#": // the source of a macro's argument, or a length
		if !u.Words.Pointers {
			v := m.needed(m.eval(u.Tree.Child(n, 0), st), st)
			if x, known := oneCollection(v); known && x.form == sequence && !st.dead {
				return m.lengthOf(x)
			}
			if length, known := m.textLength("len", v); known && !st.dead {
				return length
			}
			return Value{anything(m.depth())}.telling(v)
		}
		v, _, _ := m.lookup("#"+u.Tree.File.Text(int(u.Tree.Nodes[n].To)-1), st)
		return v
	case "void":
		m.eval(u.Tree.Child(n, 0), st)
		return Value{{form: nothing}}
	case "~":
		if v, known := m.indexOf(u.Tree.Child(n, 0), false, st); known {
			return v
		}
	case "!!":
		v := m.eval(u.Tree.Child(n, 0), st)
		if len(v.sites()) == 0 && v.depends() == 0 && len(v) == 1 && u.truthOf(v[0]) != may {
			return Value{{form: boolean, truth: u.truthOf(v[0]) == yes}}
		}
		m.askedTruth(v)
		return m.presence(v, false)
	case "!", "not":
		if len(list) == 0 {
			return nil
		}
		v := m.eval(list[0], st)
		m.asked(v)
		m.askedTruth(v)
		true_, false_ := u.split(v)
		var out Value
		for _, x := range true_ {
			out = append(out, alt{form: boolean, depends: x.depends | x.missing})
		}
		for _, x := range false_ {
			out = append(out, alt{form: boolean, truth: true, depends: x.depends | x.missing})
		}
		return out.telling(v).compact()
	case "throw":
		m.throws(n, st)
		return nil
	case "new": // new C, without parentheses
		if c := u.classes[u.at(u.Tree.Child(n, 0))]; c != nil && u.kind(u.Tree.Child(n, 0)) == parse.Name {
			return m.make(c, nil, n, st)
		}
	case "+", "-":
		if len(list) == 0 {
			return nil
		}
		if file := u.testedFile(list[0]); file != 0 { // -f $file: nothing is no file
			return m.fileThere(m.eval(file, st))
		}
		v := m.eval(list[0], st)
		m.noteKind(v, "number")
		if m.focus != nil && v.missing() != 0 && u.at(n) == "+" {
			return m.convertMissing(v, alt{form: failure, name: notNumber})
		}
		if s, plain := v.plain(); plain && u.at(n) == "-" {
			return Value{{form: number, parts: []part{{text: "-" + s, frame: m.depth()}}, depends: v.depends()}}
		}
		return v
	case "assert":
		if len(list) > 0 {
			m.demand(m.eval(list[0], st), st)
		}
		return nil
	case "unless", "guard":
		var v Value
		for _, c := range list {
			v = m.eval(c, st)
		}
		return v
	case "typeof":
		if len(list) == 0 {
			return Value{anything(m.depth())}
		}
		v := m.eval(list[0], st)
		if name, known := m.typeNameOf(v); known {
			return name
		}
		if m.focus != nil && len(v) > 0 && !v.some(func(x alt) bool { return x.form != nothing }) {
			return Value{{form: text, parts: []part{{text: "undefined", frame: m.depth()}}, depends: v.depends() | v.missing()}}
		}
		return Value{loose(v, anything(m.depth()))}
	case "++", "--":
		if len(list) > 0 {
			m.assign(list[0], Value{anything(m.depth())}, st, 0)
		}
		return Value{anything(m.depth())}
	}
	if len(list) == 0 {
		return nil
	}
	for _, c := range list[:len(list)-1] {
		m.eval(c, st)
	}
	return m.quiet(list[len(list)-1], st) // new, await, &, *, ...
}

// testedFile returns what the call behind a minus asks about where it asks for a
// file, as in -f x, or 0.
func (u *Unit) testedFile(n int32) int32 {
	list := []int32(nil)
	if u.Words.Quiet && u.kind(n) == parse.Call {
		list = u.children(n)
	}
	if len(list) == 2 && u.kind(list[0]) == parse.Name && len(u.at(list[0])) == 1 {
		return list[1]
	}
	return 0
}

// fileThere returns what asking for a file gives: nothing is none.
func (m *machine) fileThere(v Value) Value {
	var out Value
	for _, x := range v {
		if x.form == nothing {
			out = append(out, alt{form: boolean, depends: x.depends | x.missing})
		} else {
			out = append(out, alt{depends: x.depends})
		}
	}
	return out.telling(v).compact()
}

// choice runs a ? b : c.
func (m *machine) choice(n int32, st *state) Value {
	u := m.unit()
	list := u.children(n)
	if len(list) < 3 {
		for _, c := range list {
			m.eval(c, st)
		}
		return nil
	}
	true_, false_ := m.condition(list[0], st)
	if st.dead {
		return nil
	}
	m.refuse(list[0], nil, st)
	if asked := u.askedFor(list[0]); asked != "" && u.Tree.Text(list[2]) == asked { // x in (a, b) ? c : x
		m.refuseIn(list[0], st, 0)
	}
	return m.twoWays(true_, false_, list[1], list[2], st)
}

// assignment runs a = b and its kin.
func (m *machine) assignment(n int32, st *state) Value {
	u := m.unit()
	list := u.children(n)
	if len(list) < 2 {
		for _, c := range list {
			m.eval(c, st)
		}
		return nil
	}
	target, value := list[0], list[len(list)-1]
	if u.kind(target) == parse.Binary && u.at(n) == "=" { // false === $k = f()
		parts := u.children(target)
		if len(parts) == 2 {
			v := m.quiet(value, st)
			m.assign(parts[1], v, st, value)
			return m.equal(m.eval(parts[0], st), v, u.at(target), n, false)
		}
	}
	switch op := u.at(n); op {
	case "=", ":=", "<-", "<<-", "->":
		v := m.quiet(value, st)
		if st.dead {
			return nil
		}
		if u.addsTo(target, value) {
			m.assignFrom(target, v, st)
			return v
		}
		if k := u.kind(target); u.Words.Clauses && v.missing()|v.depends() != 0 && (k == parse.Record || k == parse.List) { // {:ok, a} = b
			if m.mustFit([]int32{target}, v, st); st.dead {
				return nil
			}
		}
		m.assign(target, v, st, value)
		return v
	case "||=", "??=", "//=", "or=":
		v := m.notYet(n, target, st)
		if st.dead {
			return nil
		}
		v = m.orRight(v, value, op == "??=" || op == "//=", true, st)
		if !st.dead {
			m.assign(target, v, st, value)
			m.compare(target, v)
		}
		return v
	case "+=", ".=", "..=", "<>=":
		old, more := m.quiet(target, st), m.eval(value, st)
		if st.dead {
			return nil
		}
		if sum, known := m.added(old, more); known {
			m.assignFrom(target, sum, st)
			return sum
		}
		if m.holdsLists(target, old) { // missing += [name]
			list := []Value{more}
			if len(more) == 1 && more[0].form == sequence {
				list = more[0].list
			}
			m.assignFrom(target, old.grown(list), st)
			return nil
		}
		v := m.concat(old, more)
		if !textual(old) && !holdsParam(old) {
			v = Value{loose(old, anything(m.depth()))}
		}
		m.assign(target, v, st, 0)
		return v
	case "&&=":
		m.eval(target, st)
		m.eval(value, st.fork())
		return nil
	}
	m.eval(target, st)
	m.eval(value, st)
	m.assign(target, Value{anything(m.depth())}, st, 0)
	return Value{anything(m.depth())}
}

func textual(v Value) bool {
	for _, x := range v {
		if x.form != text {
			return false
		}
	}
	return len(v) > 0
}

// unknownNode runs whatever is in what could not be parsed.
func (m *machine) unknownNode(n int32, st *state) Value {
	u := m.unit()
	list := u.children(n)
	if words := len(list) > 0 && u.kind(list[0]) == parse.Template; words { // %w[a b]
		x := alt{form: sequence}
		for _, c := range list {
			x.list = append(x.list, m.eval(c, st))
		}
		return Value{x}
	}
	var v Value
	for _, c := range list {
		v = m.eval(c, st)
	}
	if len(list) == 1 && u.Tree.File.Is(int(u.Tree.Nodes[n].From), "(") {
		return v
	}
	return Value{anything(m.depth())}
}
