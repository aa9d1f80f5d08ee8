package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/syntax"
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
	m.nesting--
	if st.dead {
		return v
	}
	m.compare(n, v)
	return v
}

// compare holds the value of an expression against what it is where the
// variable is set: something else is a fallback.
func (m *machine) compare(n int32, v Value) {
	key := place{m.context, n}
	if m.focus == nil {
		if tags := v.sites(); len(tags) > 0 {
			m.tags[key] = m.tags[key].with(tags)
			m.touch(tags)
		}
		m.touch(v.about())
		return
	}
	tags := m.tags[key]
	if len(tags) == 0 {
		return
	}
	if v.missing() != 0 || !m.mayStandIn(n, v) {
		return
	}
	var instead mask
	depends := v.depends()
	switch m.unit().kind(n) {
	case parse.Name, parse.Member: // what was put there before
		depends = ^mask(0)
	}
	for n, r := range m.focus.reads {
		if bit := mask(1) << n; depends != 0 && m.focus.done&bit == 0 && m.tagged(tags, r) {
			instead |= bit
		}
	}
	if instead != 0 {
		m.replaced(instead, v, n)
	}
}

// replaced notes what is used instead of unset reads.
func (m *machine) replaced(instead mask, v Value, at int32) {
	if m.focus == nil {
		return
	}
	instead &^= m.focus.done &^ m.focus.emptied
	if instead == 0 || len(m.frames) == 0 {
		return
	}
	for n, r := range m.focus.reads {
		bit := mask(1) << n
		if instead&bit == 0 || m.focus.system && m.focus.reached&bit == 0 { // of another system
			continue
		}
		of := v
		if some := v.of(bit); len(some) > 0 {
			of = some
		}
		if m.isNothing(of) {
			continue
		}
		fallback := m.fallback(of, at)
		if m.focus.done&bit != 0 && (m.focus.emptied&bit == 0 || !fallback.Computed && fallback.Text == "") {
			continue
		}
		m.focus.done |= bit
		m.focus.emptied &^= bit
		if !fallback.Computed && fallback.Text == "" { // what stands in for that counts more
			m.focus.emptied |= bit
		}
		if r.Fallback == nil || r.Fallback.Text == "" && !r.Fallback.Computed {
			r.Fallback = fallback
		}
	}
}

// of returns the alternatives that depend on a read.
func (v Value) of(bit mask) (out Value) {
	for _, x := range v {
		if x.depends&bit != 0 {
			out = append(out, x)
		}
	}
	return out
}

func (m *machine) isNothing(v Value) bool {
	for _, x := range v {
		if x.form != nothing || x.missing != 0 || x.name != "" {
			return false
		}
	}
	return len(v) > 0
}

// fallback puts a value into words: its text where it is one, or else its
// source.
func (m *machine) fallback(v Value, at int32) *Fallback {
	u := m.unit()
	f := &Fallback{Computed: true}
	if u == m.u {
		f.Node = at
	}
	if len(v) == 1 {
		switch x := v[0]; x.form {
		case unknown:
			x.parts = m.resolved(slices.Clone(x.parts))
			x.form = text
			if s, plain := x.plain(); plain && len(x.parts) > 0 {
				f.Text, f.Computed = s, false
				return f
			}
		case text, number:
			if s, plain := x.plain(); plain {
				f.Text, f.Computed = s, false
				return f
			}
		case nothing:
			f.Text, f.Computed = x.name, x.name == ""
			if x.name != "" {
				return f
			}
		case boolean:
			if f.Text, f.Computed = "false", false; x.truth {
				f.Text = "true"
			}
			return f
		}
	}
	f.Text = strings.Join(strings.Fields(u.Tree.Text(at)), " ")
	return f
}

// value returns what an expression may be.
func (m *machine) value(n int32, st *state) Value {
	u := m.unit()
	if a := u.Access[n]; a != nil {
		return m.access(n, a, st)
	}
	switch u.kind(n) {
	case parse.Name:
		return m.name(n, st)
	case parse.Text:
		if s, ok := u.literal(n); ok {
			return textOf(s, m.depth())
		}
	case parse.Number:
		return Value{{form: number, parts: []part{{text: strings.ReplaceAll(u.at0(n), "_", ""), frame: m.depth()}}}}
	case parse.Template:
		return m.regexOf(n, m.template(n, st))
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
	case parse.Block, parse.If, parse.Switch, parse.Try, parse.Return, parse.Throw, parse.Leave, parse.Declare, parse.Loop, parse.Function, parse.Class:
		return m.exec(n, st)
	}
	return Value{anything(m.depth())}
}

// at0 returns the text of the first token of a node.
func (u *Unit) at0(n int32) string { return u.Tree.Text(n) }

// name returns what a name stands for.
func (m *machine) name(n int32, st *state) Value {
	u := m.unit()
	word := u.at(n)
	switch {
	case u.Words.Nothing[word] && strings.EqualFold(word, "false"):
		return Value{{form: nothing, name: "false"}}
	case u.Words.Nothing[word]:
		return Value{{form: nothing}}
	case word == "true" || word == "True" || word == "TRUE":
		return Value{{form: boolean, truth: true, name: word}}
	case word == "false" || word == "False" || word == "FALSE":
		return Value{{form: boolean, name: word}}
	case strings.HasPrefix(word, ":") && len(word) > 1: // a symbol
		return textOf(strings.Trim(word[1:], `"`), m.depth())
	case (word == "this" || word == "self" || word == "$this") && m.frame().class != nil:
		if fr := m.frame(); fr.self != nil {
			return Value{{form: record, members: fr.self}}
		}
		return Value{{}}
	}
	v, out, found := m.lookup(word, st)
	if found {
		if out > 0 {
			m.noteEntry(v)
			return m.here(v)
		}
		return v
	}
	if strings.HasPrefix(word, "@") || m.frame().class != nil {
		if v, known := m.field(word, st); known {
			m.noteEntry(v)
			return v
		}
	}
	if fn := m.namedFunction(word); fn != nil {
		return m.quietCall(n, Value{{form: function, fn: &closure{unit: fn.Unit, node: fn.Node, outer: m.outerOf(fn)}}}, st)
	}
	if fn := m.frame().class.method(word, 0); fn != nil && u.Words.Quiet {
		return m.quietCall(n, Value{{form: function, fn: &closure{unit: fn.Unit, node: fn.Node, outer: m.outerOf(fn), self: m.frame().self}}}, st)
	}
	if c := u.classes[word]; c != nil {
		return Value{{form: class, class: c}}
	}
	if path := u.Path(n); path != "" && (len(u.Words.Uses[path]) > 0 || u.Words.Transparent[path]) { // a function of the language
		return Value{{name: path, parts: []part{{any: true, frame: m.depth()}}}}
	}
	return m.constant(word)
}

// namedFunction returns the function outside classes of a name, or nil.
func (m *machine) namedFunction(word string) *Func {
	list := m.unit().funcs[word]
	for i := len(list) - 1; i >= 0; i-- {
		if list[i].Owner == nil && list[i].within == nil {
			return list[i]
		}
	}
	return nil
}

// noteEntry notes that what was read elsewhere is used by this entry.
func (m *machine) noteEntry(v Value) {
	if m.focus != nil {
		return
	}
	for _, s := range v.sites() {
		r := m.reads[s]
		if len(r.entries) < mostEntries && r.entries[len(r.entries)-1] != m.entry && m.entry > 0 {
			r.entries = append(r.entries, m.entry)
		}
	}
}

// isVariable reports whether a row of names begins with a variable of this file:
// its members are none of another file's.
func (m *machine) isVariable(n int32, st *state) bool {
	u := m.unit()
	for u.kind(n) == parse.Member && u.Tree.Child(n, 0) != 0 {
		n = u.Tree.Child(n, 0)
	}
	if u.kind(n) != parse.Name {
		return false
	}
	_, _, found := m.lookup(u.at(n), st)
	return found
}

// constant returns the value of a name that other files define.
func (m *machine) constant(name string) Value {
	return Value{{parts: []part{{any: true, ref: name, frame: m.depth()}}}}
}

// resolved returns a text in which the names of other files are replaced by
// what they stand for there.
func (m *machine) resolved(row Row) Row {
	u := m.unit()
	for i, p := range row {
		if p.ref == "" || u.Constant == nil {
			continue
		}
		if s, known := u.Constant(p.ref); known {
			row[i] = part{text: s, frame: p.frame}
		}
	}
	return row
}

// template returns a text with holes.
func (m *machine) template(n int32, st *state) Value {
	u := m.unit()
	f := u.Tree.File
	node := u.Tree.Nodes[n]
	holes := u.children(n)
	rows := Value{{form: text}}
	add := func(v Value) {
		m.passes(v)
		rows = m.concat(rows, v)
	}
	hole := 0
	for i := int(node.From); i < int(node.To) && m.tick(); i++ {
		if hole < len(holes) && int(u.Tree.Nodes[holes[hole]].From) == i {
			add(m.eval(holes[hole], st))
			i = max(i, int(u.Tree.Nodes[holes[hole]].To)-1)
			hole++
			continue
		}
		switch f.Kind(i) {
		case syntax.String:
			if s, ok := f.Value(i); ok {
				add(textOf(s, m.depth()))
			}
		case syntax.Text:
			add(textOf(f.TextValue(i, m.quoteOf(i)), m.depth()))
		case syntax.Word:
			if len(holes) == 0 && i == int(node.From) { // a word of a list: %w[a b]
				add(textOf(f.Text(i), m.depth()))
			}
		}
	}
	return rows
}

// quoteOf returns the opening quote of the text at token i.
func (m *machine) quoteOf(i int) int {
	f := m.unit().Tree.File
	for j := i - 1; j >= 0; j-- {
		switch f.Kind(j) {
		case syntax.Quote:
			return j
		case syntax.Close, syntax.Unquote:
			if mate := f.Mate(j); mate >= 0 {
				j = mate
			}
		}
	}
	return i
}

// unknownValue is a value of which nothing is known.
var unknownValue = Value{{}}

// asParts returns the parts of an alternative that is taken for a text.
func (x *alt) asParts() []part {
	if len(x.parts) == 0 && x.form != text && x.form != number {
		return anyParts(0)
	}
	return x.parts
}

// memberNode returns a member of something.
func (m *machine) memberNode(n int32, st *state) Value {
	u := m.unit()
	name := u.at(n)
	object := u.Tree.Child(n, 0)
	if object == 0 {
		return Value{anything(m.depth())}
	}
	if path := u.Path(n); path != "" && u.Words.Nothing[path] {
		return Value{{form: nothing}}
	}
	if m.focus != nil && len(u.Words.Platform) > 0 {
		if system := u.Words.Platform[m.calleePath(n)]; system != "" {
			m.focus.system = true
			return textOf(system, m.depth())
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
	if use, found := m.methodUse(name, nil, st); found && u.Tree.File.Text(int(u.Tree.Nodes[n].To)) != "(" {
		return m.use(use, n, of, nil, st)
	}
	if u.Words.Transparent["."+name] && len(of) > 0 {
		return m.transparent(name, of)
	}
	if v, done := m.onMissing(n, of, st); done {
		return v
	}
	if a := wholeOf(of); a != nil {
		if v, done := m.ofWhole(n, name, a, nil, st); done {
			return v
		}
	}
	if v, known := m.eachList(of, func(x alt) (Value, bool) { return m.emptyOf(name, x) }); known {
		return v
	}
	var out Value
	for _, x := range of {
		if v, known := m.memberOfAlt(x, name, st); known {
			out = append(out, m.quietCall(n, v, st)...)
		} else if u.Words.Quiet && name == "new" {
			if x.form == class {
				out = append(out, m.make(x.class, nil, n, st)...)
			} else {
				out = append(out, alt{form: record, members: &members{open: true}})
			}
		} else {
			out = append(out, alt{parts: []part{{any: true, frame: m.depth(), param: isParam(x)}}, depends: x.depends})
		}
	}
	if len(out) == 0 || len(out) == 1 && out[0].form == unknown && len(out[0].sites) == 0 && len(out[0].parts) == 1 && !out[0].parts[0].param && out[0].depends == 0 {
		if path := u.Path(n); path != "" {
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
	if !u.Words.Quiet || len(v) != 1 || v[0].form != function || u.Tree.File.Is(int(u.Tree.Nodes[n].To), "(") {
		return v
	}
	fn := v[0].fn.unit.byNode[v[0].fn.node]
	if fn == nil || fn.Name == "" || u.kind(fn.Node) == parse.Lambda || !m.worth(fn, nil, st) {
		return v
	}
	result, ran := m.run(fn, v[0].fn, n, nil, st)
	if !ran {
		return v
	}
	return result
}

func isParam(x alt) bool { return len(x.parts) == 1 && x.parts[0].param }

// memberOfAlt returns a member of one alternative.
func (m *machine) memberOfAlt(x alt, name string, st *state) (Value, bool) {
	switch {
	case x.members != nil:
		if v, known := x.members.get(name); known {
			m.noteEntry(v)
			if x.members.of == nil && m.isNothing(v) && m.unit().assignsMember(name) { // it has something by and by
				v = append(slices.Clone(v), anything(m.depth()))
			}
			return v.dependent(x.depends), true
		}
		if c := x.members.of; c != nil {
			if v, known := m.fieldsOf(c).get(name); known && !m.isShared(x.members) {
				return m.here(v), true
			}
			if fn := c.method(name, 0); fn != nil {
				return Value{{form: function, fn: &closure{unit: fn.Unit, node: fn.Node, outer: m.outerOf(fn), self: x.members}}}, true
			}
			if m.isShared(x.members) && len(m.frames) == 1 { // set by whoever makes it
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
		if !x.members.open {
			return Value{{form: nothing}}, true
		}
	case x.form == class:
		m.ready(x.class)
		if v, known := m.fieldsOf(x.class).get(name); known {
			m.noteEntry(v)
			return m.here(v), true
		}
		if fn := x.class.method(name, 0); fn != nil {
			return Value{{form: function, fn: &closure{unit: fn.Unit, node: fn.Node, outer: m.outerOf(fn)}}}, true
		}
		if inner := m.unit().classes[name]; inner != nil {
			return Value{{form: class, class: inner}}, true
		}
	case x.form == text || x.form == number:
		switch name {
		case "value", "rawValue", "name", "freeze", "to_s", "String":
			return Value{x}, true
		}
	case x.form == sequence:
		switch name {
		case "Key", "key", "first", "0", "_1", "getKey":
			if len(x.list) == 2 {
				return x.list[0], true
			}
		case "Value", "value", "second", "1", "_2", "getValue":
			if len(x.list) == 2 {
				return x.list[1], true
			}
		}
		switch name {
		case "first":
			if len(x.list) > 0 {
				return x.list[0], true
			}
		case "last":
			if len(x.list) > 0 {
				return x.list[len(x.list)-1], true
			}
		}
	}
	return nil, false
}

// onMissing handles a member, method or element of what is unset.
func (m *machine) onMissing(n int32, of Value, st *state) (v Value, done bool) {
	u := m.unit()
	missing := of.missing()
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

// isOptionalMember reports whether a member is only asked for where there is
// something: a?.b
func (m *machine) isOptionalMember(n int32) bool {
	u := m.unit()
	i := int(u.Tree.Nodes[n].At) - 1
	f := u.Tree.File
	return f.Is(i, "?.") || f.Is(i, "&.") || f.Is(i, "?->") || f.Is(i, "?") || f.Is(i-1, "?")
}

// index returns an element of something.
func (m *machine) index(n int32, st *state) Value {
	u := m.unit()
	list := u.children(n)
	if len(list) == 0 {
		return nil
	}
	if u.kind(list[0]) == parse.Wrapper && u.at(list[0]) == "!" && u.calleeName(list[0]) == "vec" { // vec![a, b]
		x := alt{form: sequence, perhaps: len(list) == 1}
		for _, e := range list[1:] {
			x.list = append(x.list, m.eval(e, st))
		}
		return Value{x}
	}
	of := m.quiet(list[0], st)
	var key Value
	for _, k := range list[1:] {
		key = m.eval(k, st)
	}
	if st.dead {
		return nil
	}
	if v, done := m.onMissing(n, of, st); done {
		return v
	}
	name, plain := key.plain()
	var out Value
	for _, x := range of {
		switch {
		case plain && x.members != nil:
			if v, known := x.members.get(name); known {
				out = append(out, v...)
				continue
			}
		case x.members != nil && !x.members.open && len(key) > 0 && len(x.members.names) < 40: // any of them
			for _, name := range x.members.names {
				out = append(out, x.members.value[name]...)
			}
			continue
		case plain && x.form == sequence:
			if i := numberOf(name); i >= 0 && i < len(x.list) {
				out = append(out, x.list[i]...)
				continue
			}
		case x.form == function || x.form == class: // get[int]
			out = append(out, x)
			continue
		}
		out = append(out, alt{parts: []part{{any: true, frame: m.depth(), param: isParam(x)}}, depends: x.depends, sites: nil})
	}
	return out.compact()
}

func numberOf(s string) int {
	n := 0
	for _, c := range s {
		if c < '0' || c > '9' || n > 100000 {
			return -1
		}
		n = n*10 + int(c-'0')
	}
	if s == "" {
		return -1
	}
	return n
}

// unary runs an operator before an operand.
func (m *machine) unary(n int32, st *state) Value {
	u := m.unit()
	list := u.children(n)
	switch u.at(n) {
	case "!!":
		return m.presence(m.eval(u.Tree.Child(n, 0), st), false)
	case "!", "not":
		if len(list) == 0 {
			return nil
		}
		v := m.eval(list[0], st)
		m.asked(v)
		m.askedWhether(v)
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
	case "+", "-":
		if len(list) == 0 {
			return nil
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
		v := m.eval(list[0], st)
		if m.focus != nil && len(v) > 0 && !slices.ContainsFunc(v, func(x alt) bool { return x.form != nothing }) {
			return Value{{form: text, parts: []part{{text: "undefined", frame: m.depth()}}, depends: v.depends() | v.missing()}}
		}
		return Value{loose(v, anything(m.depth()))}
	case "++", "--", "~":
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
			return m.equal(parts[0], m.eval(parts[0], st), v, u.at(target), n)
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
		m.assign(target, v, st, value)
		return v
	case "||=", "??=", "//=", "or=":
		v := m.alternative(target, value, op == "??=" || op == "//=", st)
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

// lambda makes a function of a lambda.
func (m *machine) lambda(n int32, st *state) Value {
	u := m.unit()
	c := &closure{unit: u, node: n, outer: st.scope, self: m.frame().self}
	if fn := u.byNode[n]; fn != nil {
		m.later(fn, c)
	}
	return Value{{form: function, fn: c}}
}

// listOf returns a list that is written out.
func (m *machine) listOf(n int32, st *state) Value {
	u := m.unit()
	list := u.children(n)
	if len(list) > 1 && u.kind(list[len(list)-1]) == parse.Loop { // [a for b in c]
		return m.comprehension(list, st)
	}
	if len(list) == 0 {
		if c := m.typeOf(n); c != nil {
			return Value{{form: record, members: &members{of: c, open: true}}}
		}
	}
	for _, c := range list {
		if u.kind(c) == parse.Pair && len(u.children(c)) == 2 { // ['a' => 'b']
			return m.recordOf(n, st)
		}
	}
	x := alt{form: sequence, perhaps: len(list) == 0} // an empty list is there to be filled
	if m.isGoArrayOfStructs(n) {
		for _, c := range list {
			x.list = append(x.list, m.structOf(n, c, st))
		}
		return Value{x}
	}
	for _, c := range list {
		if u.kind(c) == parse.Name && u.Tree.File.Is(int(u.Tree.Nodes[c].To), "{") {
			continue // a type
		}
		v := m.eval(c, st)
		if m.isSpread(c) {
			if len(v) == 1 && v[0].form == sequence {
				x.list = append(x.list, v[0].list...)
				continue
			}
			x.list = append(x.list, Value{{element: true, parts: []part{{any: true, frame: m.depth()}}}})
			continue
		}
		x.list = append(x.list, v)
	}
	return Value{x}
}

func (m *machine) isSpread(n int32) bool {
	u := m.unit()
	switch u.Tree.File.Text(int(u.Tree.Nodes[n].From)) {
	case "...", "*":
		k := u.kind(n)
		return k == parse.Wrapper || k == parse.Unary
	}
	return false
}

// comprehension runs [value for target in list if condition].
func (m *machine) comprehension(list []int32, st *state) Value {
	u := m.unit()
	loop := list[len(list)-1]
	parts := u.children(loop)
	if len(parts) < 2 {
		return nil
	}
	in := st.fork()
	names := 1
	for names < len(parts)-1 && !u.Tree.File.Is(int(u.Tree.Nodes[parts[names]].From)-1, "in") {
		names++
	}
	elements := m.elements(parts[names], in)
	x := alt{form: sequence}
	context, round := m.context, m.round
	defer func() { m.context, m.round = context, round }()
	for i, e := range elements {
		if i >= mostRounds || !m.tick() {
			break
		}
		if i > 0 {
			m.context, m.round = context, int32(i)
			m.context, m.round = m.within(loop), 0
		}
		m.bindElement(parts[:names], e, in)
		keep, drop := Value{{}}, Value(nil)
		for _, c := range parts[names+1:] {
			keep, drop = m.condition(c, in)
			if len(keep) == 0 {
				break
			}
		}
		if len(keep) == 0 {
			x.depends |= drop.depends()
			continue
		}
		if in.dead {
			break
		}
		control := in.control
		if len(drop) == 0 {
			in.control |= m.because(keep, true)
		}
		for _, c := range list[:len(list)-1] {
			v := m.eval(c, in)
			if c == list[len(list)-2] {
				x.list = append(x.list, v)
			}
		}
		if len(drop) > 0 {
			x.perhaps = true
		} else if len(parts) > names+1 {
			x.certain, x.depends = true, x.depends|keep.depends()
		}
		in.control = control
		if in.dead {
			break
		}
	}
	st.consults |= in.consults
	if in.dead {
		st.dead = true
		return nil
	}
	if len(elements) == 1 && isAnything(elements[0]) {
		return Value{anything(m.depth())}
	}
	return Value{x}
}

// recordOf returns a record that is written out.
func (m *machine) recordOf(n int32, st *state) Value {
	u := m.unit()
	list := u.children(n)
	if len(list) > 1 && u.kind(list[len(list)-1]) == parse.Loop {
		pair := list[0]
		parts := u.children(pair)
		m.comprehension(append(append([]int32{}, parts...), list[len(list)-1]), st)
		return Value{anything(m.depth())}
	}
	r := &members{of: m.typeOf(n)}
	r.open = r.of != nil
	ordered := alt{form: sequence}
	for _, c := range list {
		switch u.kind(c) {
		case parse.Pair:
			m.pairOf(c, r, st)
			continue
		case parse.Name:
			if u.Tree.File.Is(int(u.Tree.Nodes[c].To), "{") {
				continue
			}
			v := m.eval(c, st)
			r.set(u.at(c), v)
			ordered.list = append(ordered.list, v)
			continue
		case parse.Function:
			if fn := u.byNode[c]; fn != nil {
				f := &closure{unit: u, node: c, outer: st.scope, self: r}
				r.set(fn.Name, Value{{form: function, fn: f}})
				m.later(fn, f)
			}
			continue
		case parse.Assign:
			if parts := u.children(c); len(parts) == 2 {
				r.set(m.keyName(parts[0]), m.eval(parts[1], st))
			}
			continue
		}
		v := m.eval(c, st)
		if m.isSpread(c) || u.kind(c) == parse.Unary || u.kind(c) == parse.Wrapper {
			for _, x := range v {
				if x.members != nil {
					for _, name := range x.members.names {
						r.set(name, x.members.value[name])
					}
					r.open = r.open || x.members.open
				} else {
					r.open = true
				}
			}
			continue
		}
		ordered.list = append(ordered.list, v)
	}
	if len(r.names) == 0 && len(ordered.list) > 0 { // {"A", "B"}
		return Value{ordered}
	}
	return Value{{form: record, members: r}}
}

// pairOf puts key and value of a record where they belong.
func (m *machine) pairOf(c int32, r *members, st *state) {
	u := m.unit()
	if a := m.accessAt(c); a != nil {
		r.set(strings.Trim(u.at(c), `"':`), m.access(c, a, st))
		return
	}
	parts := u.children(c)
	switch len(parts) {
	case 1:
		r.set(strings.Trim(u.at(c), `"':`), m.evalField(parts[0], st))
	case 2:
		if name, ok := u.literal(parts[0]); ok {
			r.set(name, m.evalField(parts[1], st))
			return
		}
		if u.kind(parts[0]) == parse.Name && !u.Tree.File.Is(int(u.Tree.Nodes[parts[0]].From)-1, "[") {
			word := u.at(parts[0])
			if _, _, found := m.lookup(word, st); !found || u.Words.Errors != nil || u.at(c) == ":" && u.Words.Loops != Keys {
				r.set(strings.TrimPrefix(word, ":"), m.evalField(parts[1], st))
				return
			}
		}
		if name, plain := m.eval(parts[0], st).plain(); plain {
			r.set(name, m.evalField(parts[1], st))
			return
		}
		r.open = true
		r.set("?"+u.Tree.Text(parts[0]), m.evalField(parts[1], st))
	}
}

// evalField is quiet for what is put into a record.
func (m *machine) evalField(n int32, st *state) Value {
	v := m.quiet(n, st)
	m.passes(v)
	return v
}

// wrapper runs (a), await a, a as T, a!, a?.
func (m *machine) wrapper(n int32, st *state) Value {
	u := m.unit()
	list := u.children(n)
	if len(list) == 0 {
		return nil
	}
	for _, c := range list[:len(list)-1] {
		m.eval(c, st)
	}
	v := m.quiet(list[len(list)-1], st)
	if st.dead {
		return nil
	}
	last := u.Tree.File.Text(int(u.Tree.Nodes[n].To) - 1)
	if u.at(n) == "++" {
		if sum, known := m.added(v, Value{{form: number, parts: []part{{text: "1"}}}}); known {
			m.assignFrom(list[0], sum, st)
			return v
		}
	}
	if op := u.at(n); op == "return" {
		return v
	} else if op == u.Words.Leaves && op != "" { // try x
		return m.force(v, st)
	} else if op == "?." && u.Words.Leaves != "" {
		return m.force(v, st)
	} else if op != last {
		if kind := castKinds[op]; kind != "" || u.Tree.File.Is(int(u.Tree.Nodes[n].From), "(") && castOf(u, n) != "" {
			if kind == "" {
				kind = castOf(u, n)
			}
			m.noteKind(v, kind)
			if m.focus != nil && v.missing() != 0 && kind != "text" {
				return m.convertMissing(v, alt{form: number, parts: []part{{text: "0", frame: m.depth()}}})
			}
		}
		return v
	}
	switch {
	case last == u.Words.Forces && last != "" || last == u.Words.Leaves && last != "":
		return m.force(v, st)
	case last == "++" || last == "--":
		m.assign(list[0], Value{anything(m.depth())}, st, 0)
		return Value{anything(m.depth())}
	}
	return v
}

var castKinds = map[string]string{"int": "integer", "integer": "integer", "float": "number", "double": "number", "bool": "boolean", "boolean": "boolean"}

// castOf returns the kind of (int) x, or "".
func castOf(u *Unit, n int32) string {
	f, node := u.Tree.File, u.Tree.Nodes[n]
	i := int(node.From)
	if f.Is(i, "(") && f.Mate(i) == i+2 && int(node.To) > i+3 {
		return castKinds[f.Text(i+1)]
	}
	return ""
}

// force stops where a value is nothing or an error.
func (m *machine) force(v Value, st *state) Value {
	var out Value
	var dep mask
	stops := false
	for _, x := range v {
		if x.form == nothing || x.form == failure && x.name != notNumber {
			stops = true
			dep |= x.depends | x.missing
		} else {
			out = append(out, x)
		}
	}
	if !stops {
		return v
	}
	if len(out) == 0 {
		m.fail(st, dep, "")
		return nil
	}
	m.fail(st.fork(), dep, "")
	return out
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
