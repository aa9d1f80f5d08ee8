package evaluate

import (
	"slices"
	"strconv"
	"strings"

	"inzicht/core/parse"
)

// elements returns what a loop over an expression goes through; of what is not
// known, one element that may be anything.
func (m *machine) elements(n int32, st *state) []Value {
	u := m.unit()
	switch u.at(n) {
	case "&", "*":
		if u.kind(n) == parse.Wrapper || u.kind(n) == parse.Unary {
			return m.elements(u.Tree.Child(n, 0), st)
		}
	}
	v := m.quiet(n, st)
	if u.Words.Raises && !st.dead && !u.Tree.File.Is(int(u.Tree.Nodes[n].From)-1, "<-") {
		v = m.needed(v, st)
	}
	if st.dead {
		return nil
	}
	if u.Words.KeysIn && u.Tree.File.Is(int(u.Tree.Nodes[n].From)-1, "in") {
		return m.keysIn(v)
	}
	return m.elementsOf(v)
}

// keysIn returns the keys that a loop goes through.
func (m *machine) keysIn(v Value) []Value {
	if a := wholeOf(v); a != nil {
		return []Value{m.variable(a)}
	}
	if len(v) == 1 && v[0].form == record && v[0].members.isListed() {
		return m.keysOf(v[0]).list
	}
	return []Value{{anything(m.depth())}}
}

// elementsOf returns what a loop over a value goes through.
func (m *machine) elementsOf(v Value) []Value {
	if a := wholeOf(v); a != nil {
		return m.variables(a)
	}
	if x, known := oneCollection(v); known {
		switch {
		case x.form == sequence:
			list := make([]Value, len(x.list))
			for i, e := range x.list {
				list[i] = e.dependent(x.depends)
			}
			return list
		case x.form == record && x.members.isListed() && m.unit().Words.Loops == Keys:
			return m.keysOf(x).list
		case x.form == record && x.members.isListed():
			return m.pairsOf(x).list
		case x.form == class:
			if all, known := m.valuesOf(x.class); known {
				return all.list
			}
		}
	}
	if list := v.elementsOfAny(); len(list) > 0 {
		return list
	}
	if n, known := numberIn(v); known && n < mostRounds && m.unit().Words.Errors != nil { // for i := range 3
		return m.numbers(0, n-1).list
	}
	param := len(v) > 0 && isParam(v[0])
	return []Value{{{element: true, parts: []part{{any: true, frame: m.depth(), param: param}}, depends: v.depends()}}}
}

// elementsOfAny returns the elements of every list that a value may be, of which it is not known which.
func (v Value) elementsOfAny() (list []Value) {
	if len(v) > mostAny || v.depends() != 0 || v.some(func(x alt) bool { return x.form != sequence || x.perhaps }) {
		return nil
	}
	for _, x := range v {
		list = append(list, x.list...)
	}
	return list[:min(len(list), mostRounds)]
}

// firstOf returns the first element of a list of which a verdict is true, or
// nothing where there may be none.
func (m *machine) firstOf(x alt, verdicts []Value) (out Value) {
	var depends mask
	for i, v := range verdicts {
		true_, false_ := m.unit().split(v)
		if len(true_) == 0 && len(false_) > 0 {
			depends |= false_.depends()
			m.asked(v)
			continue
		}
		out = append(slices.Clone(out), x.list[i]...)
		if len(true_) > 0 && len(false_) == 0 && !x.perhaps {
			return out.compact()
		}
	}
	return append(slices.Clone(out), alt{form: nothing, depends: x.depends | depends}).compact()
}

// firstThere returns the first element of a list that counts as true; one behind
// another stands in for it.
func (m *machine) firstThere(x alt, arguments []argument, st *state) Value {
	if len(x.list) == 0 {
		return nil
	}
	out := x.list[0]
	for _, e := range x.list[1:] {
		out = m.orElse(out, len(arguments) == 0, st, func(*state) Value {
			if _, plain := e.plain(); plain {
				m.replaced(out.missing(), e, 0)
			}
			return e
		}, m.unit())
	}
	return out
}

// counting returns a list without the elements that count as false.
func (m *machine) counting(x alt) Value {
	out := alt{form: sequence, depends: x.depends}
	var dep mask
	for _, e := range x.list {
		true_, false_ := m.unit().split(e)
		if len(true_) == 0 {
			dep |= false_.depends()
			m.asked(e)
			continue
		}
		out.list = append(out.list, e.dependent(dep))
	}
	return Value{out}
}

// eachOf calls a function with each element of a list.
func (m *machine) eachOf(n int32, o operation, x alt, f alt, st *state) Value {
	out := alt{form: sequence, depends: x.depends}
	if o == mapped || o == mappedThere { // of which there are as many
		out.perhaps, out.certain = x.perhaps, x.certain
	}
	var verdicts []Value
	var told Value // what the function says of the elements
	fn := f.fn.unit.byNode[f.fn.node]
	round := m.round
	defer func() { m.round = round }()
	defer m.unrolled(len(x.list))()
	for i, e := range x.list {
		if i >= mostRounds || st.dead || !m.tick() {
			break
		}
		m.round = round*mostRounds + int32(i)
		given := []argument{{value: e}, {value: m.numberOf(i)}}
		if f.fn.reads != nil {
			given = given[:1]
		}
		if fn != nil && len(fn.params) > 1 && len(e) == 1 && e[0].form == sequence && len(e[0].list) == len(fn.params) {
			given = argumentsOf(e[0].list)
		}
		v := m.invoke(f, n, given, st)
		if st.dead {
			break
		}
		switch o {
		case kept, dropped:
			m.asked(v)
			true_, false_ := m.unit().split(v)
			if o == dropped {
				true_, false_ = false_, true_
			}
			if len(true_) > 0 || len(false_) == 0 {
				out.list = append(out.list, e.dependent(v.depends()))
				out.perhaps = out.perhaps || len(false_) > 0 || len(true_) == 0
				out.certain = out.certain || len(false_) == 0 && len(true_) > 0
			}
			out.depends |= v.depends()
			told = append(told, v...)
		case found:
			verdicts = append(verdicts, v)
		default:
			out.list = append(out.list, v)
		}
	}
	if st.dead {
		return nil
	}
	switch o {
	case found:
		return m.firstOf(x, verdicts)
	case mappedThere:
		return m.counting(out)
	case firstMapped:
		return m.firstThere(out, nil, st)
	case foundAny, foundAll, foundNone:
		return m.anyOf(out, o != foundAll, o == foundNone)
	}
	return Value{out}.telling(told)
}

// valuesOf returns what an enumeration lists.
func (m *machine) valuesOf(c *Class) (alt, bool) {
	fields := m.fieldsOf(c)
	if all, known := fields.get("values()"); known && len(all) == 1 {
		return all[0], true
	}
	out := alt{form: sequence}
	for f := fields; f != nil; f = f.base {
		for _, name := range f.names {
			if _, plain := f.value[name].plain(); plain && (f == fields || fields.value[name] == nil) {
				out.list = append(out.list, m.ofEnum(c, f.value[name]))
			}
		}
	}
	if c.isEnumeration() && c.Unit == m.unit() {
		out.list = nil
		for _, name := range c.constants() {
			out.list = append(out.list, m.constantOf(c, name))
		}
		return out, len(out.list) > 0
	}
	return out, c.lists() && len(out.list) > 0
}

// pair is the name of a list that is a key with its value.
const pair = "pair"

// isPair reports whether a value is a key with its value.
func isPair(v Value) bool { return len(v) == 1 && v[0].form == sequence && v[0].name == pair }

func pairOf(key, v Value) Value {
	return Value{{form: sequence, name: pair, list: []Value{key, v}}}
}

// keyOf returns a key of a map as a text.
func (m *machine) keyOf(name string) Value {
	if strings.HasPrefix(name, "?") {
		return Value{anything(m.depth())}
	}
	return textOf(name, m.depth())
}

// pairsOf returns the keys of a map with their values.
func (m *machine) pairsOf(x alt) alt {
	out := alt{form: sequence, depends: x.depends}
	for _, name := range x.members.names {
		out.list = append(out.list, pairOf(m.keyOf(name), x.members.value[name]))
	}
	return out
}

// someKeys is what a list of all keys is called that a map may have.
const someKeys = "keys"

// keysOf returns the keys of a map.
func (m *machine) keysOf(x alt) alt {
	out := alt{form: sequence, depends: x.depends, perhaps: x.members.perhaps, about: x.about}
	if x.members.perhaps {
		out.name = someKeys
	}
	for _, name := range x.members.names {
		out.list = append(out.list, m.keyOf(name))
	}
	return out
}

// valuesIn returns the values of a map.
func (m *machine) valuesIn(x alt) alt {
	out := alt{form: sequence, depends: x.depends, perhaps: x.members.perhaps}
	for _, name := range x.members.names {
		out.list = append(out.list, x.members.value[name])
	}
	return out
}

// numberedOf returns the elements of a list with their numbers.
func (m *machine) numberedOf(x alt) alt {
	out := x
	out.list = make([]Value, len(x.list))
	for i, e := range x.list {
		out.list[i] = pairOf(m.numberOf(i), e)
	}
	return out
}

func (m *machine) numberOf(i int) Value {
	return Value{{form: number, parts: []part{{text: strconv.Itoa(i), frame: m.depth()}}}}
}

// isListed reports whether it is known what a map holds.
func (m *members) isListed() bool { return m.whole || len(m.names) > 0 && (!m.open || m.filled) }

// collection runs a method of a list, a map or a text.
func (m *machine) collection(n int32, name string, receiver Value, arguments []argument, st *state) (Value, bool) {
	if o := operationOf(name); o != noOperation {
		x, known := oneCollection(receiver)
		if !known && len(receiver) == 1 && receiver[0].form == unknown && holdsParam(receiver) && m.isParameterAsked(n) && functionIn(arguments) != nil { // of what a caller gives, each
			x, known = alt{form: sequence, list: []Value{{{parts: []part{{any: true, param: true}}}}}, perhaps: true}, true
		}
		if !known && len(receiver) > 1 && receiver.isLists() && functionIn(arguments) != nil { // one of several lists: (NAMES[kind] || []).filter(…)
			x, known = receiver.asOneList()[0], true
		}
		if known {
			if v, done := m.operate(n, o, x, arguments, st); done || st.dead {
				return v, true
			}
		}
	}
	if v, known := m.numberAsked(n, name, receiver, arguments, st); known {
		return v, true
	}
	if a := namesOf(receiver); a != nil && len(arguments) == 1 && asksFor[name] {
		return m.having(n, receiver, st)(arguments[0].value), true
	}
	if v, known := m.setMethod(n, name, receiver, arguments, st); known {
		return v, true
	}
	if v, known := m.equalsMethod(name, receiver, arguments); known {
		return v, true
	}
	return m.recordMethod(n, name, receiver, arguments, st)
}

// isParameterAsked reports whether a method is asked of a parameter.
func (m *machine) isParameterAsked(call int32) bool {
	u, fn := m.unit(), m.frame().fn
	object := u.Tree.Child(u.Tree.Child(call, 0), 0)
	return fn != nil && u.kind(object) == parse.Name && slices.ContainsFunc(fn.params, func(p param) bool { return p.name == u.at(object) })
}

// asksFor are methods that report whether a collection has something.
var asksFor = map[string]bool{"includes": true, "contains": true, "include?": true, "Contains": true, "has": true, "member?": true}

// equalsMethod runs a method that asks whether something is the same as what it is given.
func (m *machine) equalsMethod(name string, receiver Value, arguments []argument) (Value, bool) {
	if len(receiver) == 0 {
		return nil, false
	}
	switch name {
	case "equal?", "eql?", "equals", "Equals", "isEqual", "equalsIgnoreCase", "casecmp?", "eq_ignore_ascii_case", "eql":
		if m.unit().Words.Raises && !m.unit().Words.Extends && !strings.HasSuffix(name, "?") && receiver.missing() != 0 {
			break // of nothing nothing is asked
		}
		if len(arguments) > 1 && len(receiver.sites()) == 0 && isOpen(receiver) { // string.Equals(a, b)
			break
		}
		if len(arguments) > 0 {
			return m.equalAsIn(name, receiver, arguments[0].value, append([]argument{{value: receiver}}, arguments...), "=="), true
		}
	case "in?":
		if len(arguments) == 1 {
			return m.among(receiver, arguments[0].value, false), true
		}
	case "casecmp": // 0 of those that are equal
		if len(arguments) == 1 {
			return m.equalAsIn(name, receiver, arguments[0].value, append([]argument{{value: receiver}}, arguments...), "!="), true
		}
	}
	return nil, false
}

// recordMethod runs a method that changes a list or record, or asks it.
func (m *machine) recordMethod(n int32, name string, receiver Value, arguments []argument, st *state) (Value, bool) {
	if len(receiver) != 1 {
		return nil, false
	}
	x := receiver[0]
	if x.env != nil && x.form != whole {
		switch name {
		case "split", "partition", "Split":
			return Value{{form: sequence, list: []Value{receiver, {{element: true}}}}}, true
		}
	}
	if asksFor[name] && x.form == sequence && len(arguments) > 0 {
		return m.among(arguments[0].value, receiver, false), true
	}
	switch name {
	case "containsKey", "ContainsKey", "has_key?", "key?":
		if len(arguments) > 0 {
			return m.holdsKey(x, arguments[0].value)
		}
	case "hasOwnProperty":
		if len(arguments) > 0 && m.isGiven(m.unit().Tree.Child(m.unit().Tree.Child(n, 0), 0)) {
			return m.holdsKey(x, arguments[0].value)
		}
	case "TryGetValue":
		if len(arguments) == 2 {
			return m.takenFrom(n, x, arguments, st)
		}
	case "hasOwn": // Object.hasOwn(map, key)
		if len(arguments) == 2 && len(arguments[0].value) == 1 && m.isGiven(arguments[0].node) {
			return m.holdsKey(arguments[0].value[0], arguments[1].value)
		}
	case "format", "formatted":
		if x.form == text {
			return m.format(receiver, arguments, nil), true
		}
	case "append", "push", "add", "<<", "put", "set", "Add", "store", "insert", "putIfAbsent":
		if x.members != nil && x.members.of == nil && len(arguments) == 2 {
			if key, plain := arguments[0].value.plain(); plain {
				x.members.set(key, arguments[1].value)
				return nil, true
			}
		}
	case "as_str", "to_string", "to_owned", "into", "clone", "as_ref", "toString", "to_s", "freeze", "String", "strip", "trim", "iter":
		if x.form == text || x.form == sequence {
			return receiver, true
		}
	case "replace", "gsub", "ReplaceAll", "replaceAll", "tr", "Replace":
		if x.form == text && len(arguments) > 1 {
			return Value{anything(m.depth())}, true
		}
	case "concat":
		if x.form == text { // "A".concat("_B")
			return m.concatAll(receiver, arguments), true
		}
	case "join":
		if x.form == text && len(arguments) == 1 && len(arguments[0].value) == 1 && arguments[0].value[0].form == sequence { // "_".join(list)
			return m.joinedList(arguments[0].value[0], []argument{{value: receiver}})
		}
	}
	return nil, false
}

// isLength reports whether a member says how long something is.
func isLength(name string) bool {
	switch name {
	case "length", "size", "count", "Length", "Count", "len":
		return true
	}
	return false
}

// textLength returns how long texts are that are known, where a member asks for it.
func (m *machine) textLength(name string, v Value) (out Value, known bool) {
	if !isLength(name) {
		return nil, false
	}
	for _, x := range v {
		s, plain := Value{x}.plain()
		if !plain || x.form != text {
			return nil, false
		}
		length := m.numberOf(len(s))
		length[0].missing, length[0].depends = x.missing, x.depends
		out = append(out, length...)
	}
	return out, len(out) > 0
}

// holdsKey reports whether a map of which all keys are known has one.
func (m *machine) holdsKey(x alt, of Value) (Value, bool) {
	key, plain := of.plain()
	if !plain || x.form != record || x.members.of != nil || x.members.open {
		return nil, false
	}
	_, there := m.element(x, key)
	if there && x.members.perhaps {
		return Value{{depends: x.depends | of.depends()}}, true
	}
	return Value{{form: boolean, truth: there, depends: x.depends | of.depends()}}, true
}
