package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// mostJoined bounds how many texts are joined.
const mostJoined = 20

// joinedList returns the text of a list's elements with what is given between
// them, which is nothing where nothing is given.
func (m *machine) joinedList(x alt, arguments []argument) (Value, bool) {
	separator, plain := "", true
	if len(arguments) > 0 {
		separator, plain = arguments[0].value.plain()
	}
	if !plain || x.perhaps || len(x.list) > mostJoined {
		return nil, false
	}
	out := Value{{form: text}}
	for i, e := range x.list {
		if i > 0 {
			out = m.concat(out, textOf(separator, m.depth()))
		}
		m.passes(e)
		out = m.concat(out, e)
	}
	return out, true
}

// askedLast runs a function that is given the environment as the last thing: one that asks it for a variable,
// lookup "X" env, or puts all of it into a map, (into {} env).
func (m *machine) askedLast(n int32, name string, arguments []argument, st *state) (Value, bool) {
	last := len(arguments) - 1
	a := wholeOf(arguments[last].value)
	switch {
	case a == nil || last < 1:
		return nil, false
	case name == "into":
		return arguments[last].value, true
	}
	given := slices.Clone(arguments[:last])
	slices.Reverse(given) // what is given instead is said before the name
	return m.askWhole(n, a, name, given, st)
}

// builtin runs functions that every program has: to go through a list, to ask
// a record.
func (m *machine) builtin(n int32, path, name string, receiver Value, arguments []argument, st *state) (Value, bool) {
	if all, known := m.constantsGiven(n, path); known {
		return Value{all}, true
	}
	if len(arguments) == 0 {
		if path == "super" || path == "base" {
			return m.super(n, nil, st)
		}
		if all, known := m.constantsHere(strings.TrimPrefix(strings.TrimPrefix(path, "self."), "static.")); known && len(receiver) == 0 { // values()
			return Value{all}, true
		}
		return m.emptyMade(path, name)
	}
	first := arguments[0].value
	if m.buffer(n, path, arguments, st) {
		return nil, true
	}
	if v, done := m.ranged(path, arguments); done {
		return v, true
	}
	if v, done := m.timed(n, path, nil, arguments, st); done || st.dead {
		return v, true
	}
	if v, done := m.merges(name, nil, arguments); done {
		return v, true
	}
	if v, done := m.proxy(name, arguments); done {
		return v, true
	}
	if m.begins(n, name, nil, arguments) {
		return Value{{parts: []part{{any: true, frame: m.depth()}}}}, true
	}
	if v, done := m.askedLast(n, name, arguments, st); done {
		return v, true
	}
	if a := wholeOf(first); a != nil {
		if path == "Reflect.get" && len(arguments) > 1 { // of what a proxy stands for
			return m.askWhole(n, a, "[", arguments[1:2], st)
		}
		if f := functionIn(arguments[1:]); f != nil && m.unit().Words.Loops != Keys { // array_filter(getenv(), fn), Enum.filter(env, fn)
			m.throughWhole(n, name, a, *f, arguments, st)
			return Value{anything(m.depth())}, true
		}
		switch name {
		case "keys", "array_keys":
			return Value{{form: sequence, list: []Value{m.variable(a)}}}, true
		case "entries", "pairs", "fromEntries":
			return Value{{form: sequence, list: []Value{m.entryOf(a)}}}, true
		case "dict", "list", "set", "frozenset", "sorted", "HashMap", "TreeMap", "LinkedHashMap", "ConcurrentHashMap", "unmodifiableMap", "copyOf", "from", "of", "assign", "Map", "iter", "array_filter", "fromList":
			return first, true
		}
	}
	if handedParam(first) && (name == "entries" || name == "values" || name == "keys") && len(arguments) == 1 {
		return first, true // of what a function is given
	}
	if len(first) == 1 && first[0].env != nil && first[0].form != whole {
		switch name {
		case "SplitN", "Cut", "Split", "split", "partition", "explode":
			return Value{{form: sequence, list: []Value{first, {{element: true}}, {{}}}}}, true
		}
	}
	if path == "value" && len(arguments) == 1 && m.unit().Words.Loops == Values && !m.unit().calls(path) { // of a framework: what a function gives, or what it is given
		if first.isFunction() {
			return m.invoke(first[0], n, nil, st), true
		}
		return first, true
	}
	if (path == "functools.partial" || path == "partial") && first.isFunction() {
		return Value{bound(first[0], arguments[1:])}, true
	}
	if v, done := m.function(n, path, arguments, st); done || st.dead {
		return v, true
	}
	if path == "array_diff" && len(arguments) == 2 {
		return m.without(n, first, arguments[1].value, st)
	}
	if m.unit().Words.Lists[path] {
		return Value{{form: sequence, list: valuesOf(arguments)}}, true
	}
	switch path {
	case "array_key_exists", "key_exists", "Object.prototype.hasOwnProperty.call", "Map.has_key?", "Keyword.has_key?":
		if len(arguments) == 2 {
			return m.asksTable(arguments[0], arguments[1])
		}
	case "Objects.equals", "java.util.Objects.equals", "string.Equals", "String.Equals", "strings.EqualFold", "Equals", "object.Equals", "ReferenceEquals", "object.ReferenceEquals", "identical":
		if len(arguments) > 1 {
			return m.equalAsIn(path, first, arguments[1].value, arguments, "=="), true
		}
	case "strcmp", "strcasecmp", "strcoll", "stricmp", "_stricmp", "wcscmp", "wcscasecmp", "g_strcmp0", "g_ascii_strcasecmp": // 0 of those that are equal
		if len(arguments) == 2 {
			return m.equalAsIn(path, first, arguments[1].value, arguments, "!="), true
		}
	case "std.mem.eql":
		if len(arguments) == 3 { // of things of a type
			return m.equal(arguments[1].value, arguments[2].value, "==", 0, false), true
		}
	case "fmap", "liftM", "liftA": // of Haskell
		if len(arguments) == 2 && m.unit().Words.Clauses {
			return m.composed(arguments[0].node, arguments[1].value, st), true
		}
	case "ifelse", "if_else", "fifelse": // of R
		if len(arguments) == 3 {
			return m.chosenOf(first, arguments[1], arguments[2]), true
		}
	case "next": // of Python
		if x, known := oneCollection(first); known && x.form == sequence && len(arguments) == 2 && m.unit().Words.Loops == Keys {
			v := m.firstIn(x)
			return m.orElse(v, true, st, func(*state) Value {
				m.replaced(v.missing()|v.depends(), arguments[1].value, arguments[1].node)
				return arguments[1].value
			}, m.unit()), true
		}
	case "listOfNotNull":
		return m.operate(n, compacted, alt{form: sequence, list: valuesOf(arguments)}, nil, st)
	case "type": // of Lua
		if m.unit().Words.Joins[".."] && m.unit().Words.Nothing["nil"] && len(first) > 0 {
			return m.luaType(first)
		}
	case "len", "count":
		if m.unit().Words.Loops == Keys { // len(None)
			if first = m.needed(first, st); st.dead {
				return nil, true
			}
		}
		if v, known := m.askLists(first, "len"); known {
			return v, true
		}
		if v, known := m.textLength("len", first); known {
			return v, true
		}
	case "listOf", "setOf", "arrayOf", "List.of", "Set.of", "List", "Seq", "Array", "Set", "vec", "Stream.of", "mutableListOf", "sequenceOf", "array", "append":
		if path == "append" {
			if !first.isLists() {
				break
			}
			return first.grown(valuesOf(arguments[1:])), true
		}
		if path == "array" && m.unit().calls("array") {
			break
		}
		return Value{{form: sequence, list: valuesOf(arguments)}}, true
	case "dataclasses.field", "attrs.field", "attr.ib", "pydantic.dataclasses.field":
		for _, a := range arguments {
			switch {
			case (a.name == "default_factory" || a.name == "factory") && a.value.isFunction():
				return m.invoke(a.value[0], n, nil, st), true
			case a.name == "default":
				return a.value, true
			}
		}
	case "define": // a constant of PHP
		if s, plain := first.plain(); plain && len(arguments) > 1 && m.unit() == m.u && m.unit().Words.Loops == Values {
			m.assignIn(m.globals, s, arguments[1].value, st, arguments[1].node)
			return Value{{form: boolean, truth: true}}, true
		}
	case "stringify": // of a macro: what it is given, as it is written
		u, given := m.unit(), arguments[0].node
		if v, _, known := m.lookup("#"+u.at(given), st); known {
			return v, true
		}
		if u.kind(given) == parse.Name {
			return textOf(u.at(given), m.depth()), true
		}
	case "concat": // of a macro: concat!("A", "_B")
		if textual(first) {
			return m.concatAll(first, arguments[1:]), true
		}
	case "either": // of Haskell: what is made of an error, what is made of a value
		if len(arguments) == 3 && m.unit().Words.Variants == Named {
			return m.either(n, arguments, st), true
		}
	case "bless": // a map that is asked for the methods of a class from here on
		if m.unit().Words.Signs {
			return m.blessed(first), true
		}
	case "Promise.reject":
		return Value{{form: failure, name: "error"}}, true
	case "errors.Join":
		return m.joinedErrors(arguments), true
	case "Map.of", "Map.ofEntries", "mapOf", "mutableMapOf", "linkedMapOf", "Map", "hashMapOf", "dict", "OrderedDict", "HashMap", "LinkedHashMap", "TreeMap", "HashMap.from", "BTreeMap.from":
		return m.mapOf(arguments)
	case "push", "unshift":
		if list := m.unit().Tree.Child(n, 1); m.unit().Words.Signs && len(arguments) > 1 && m.holdsLists(list, first) {
			m.assignFrom(list, first.grown(valuesOf(arguments[1:])), st)
			return Value{anything(m.depth())}, true
		}
	case "Struct.new", "Data.define", "namedtuple", "collections.namedtuple":
		return m.madeClass(arguments), true
	case "Map.entry", "entry", "Pair", "to", "->":
		if len(arguments) == 2 {
			return pairOf(first, arguments[1].value), true
		}
	case "slices.Contains", "in_array":
		if len(arguments) > 1 {
			if path == "in_array" {
				return m.among(first, arguments[1].value, false), true
			}
			return m.among(arguments[1].value, first, false), true
		}
	case "Some", "Ok", "Option", "Optional.of", "Optional.ofNullable", "Promise.resolve", "Box.new":
		if m.unit().Words.Leaves == "?" && (path == "Ok" || path == "Some") { // Ok(None) is no error
			return first.inHolder(), true
		}
		return first, true
	case "str", "String", "string", "strval", "tostring", "to_string", "Just":
		if len(arguments) == 1 && textual(first) {
			return first, true
		}
		if s, plain := first.plain(); plain {
			return textOf(s, m.depth()).dependent(first.depends()), true
		}
		if len(first) == 1 && first[0].form == boolean && first[0].missing == 0 {
			word := "false"
			if first[0].truth {
				word = "true"
			}
			if first[0].name != "" {
				word = first[0].name
			}
			return textOf(word, m.depth()).dependent(first.depends()), true
		}
	case "getattr":
		if len(arguments) > 1 && len(first) == 1 {
			if key, plain := arguments[1].value.plain(); plain {
				return m.memberOfAlt(first[0], key, st)
			}
		}
	case "public_send", "send", "__send__": // of Ruby, of the object at hand
		if key, plain := first.plain(); plain && m.unit().Words.Quiet && m.frame().self != nil && len(arguments) == 1 {
			return m.memberOfAlt(alt{form: record, members: m.frame().self}, strings.TrimPrefix(key, ":"), st)
		}
	case "cmp.Or":
		v := first
		for _, a := range arguments[1:] {
			v = m.orElse(v, false, st, func(*state) Value {
				m.replaced(v.missing(), a.value, a.node)
				return a.value
			}, m.unit())
		}
		return v, true
	case "setmetatable":
		if v, done := m.ofMetatable(arguments); done {
			return v, true
		}
	case "this", "self.init":
		if m.delegates(n, arguments, st) {
			return nil, true
		}
	case "super", "base":
		if v, done := m.super(n, arguments, st); done {
			return v, true
		}
		for _, a := range arguments {
			m.passes(a.value)
		}
		return Value{anything(m.depth())}, true
	case "print", "println", "func_get_args":
		for _, a := range arguments {
			m.passes(a.value)
		}
		return Value{anything(m.depth())}, true
	}
	return nil, false
}

// copied returns a map with what another holds.
func (m *machine) copied(x alt) Value {
	r := &members{open: x.members.open, filled: x.members.filled}
	for _, name := range x.members.names {
		r.set(name, x.members.value[name])
	}
	return Value{{form: record, members: r, depends: x.depends}}
}

// mapOf returns a record of pairs or keys and values.
func (m *machine) mapOf(arguments []argument) (Value, bool) {
	r := &members{}
	if len(arguments) > 0 && arguments[0].name != "" {
		for _, a := range arguments {
			r.set(a.name, a.value)
		}
		return Value{{form: record, members: r}}, true
	}
	if len(arguments) == 0 {
		return nil, false
	}
	pairs := valuesOf(arguments)
	if x, known := oneCollection(pairs[0]); known && len(pairs) == 1 && x.form == record && x.members.of == nil { // dict(x)
		return m.copied(x), true
	} else if known && len(pairs) == 1 && x.form == sequence && !isPair(pairs[0]) { // dict([("a", "b")])
		pairs = x.list
	}
	if len(pairs) > 0 && len(pairs[0]) == 1 && pairs[0][0].form == sequence {
		for _, v := range pairs {
			if len(v) == 1 && v[0].form == sequence && len(v[0].list) == 2 {
				if key, plain := v[0].list[0].plain(); plain {
					r.set(key, v[0].list[1])
				}
			}
		}
		return Value{{form: record, members: r}}, len(r.names) > 0
	}
	for i := 0; i+1 < len(arguments); i += 2 {
		if key, plain := arguments[i].value.plain(); plain {
			r.set(key, arguments[i+1].value)
		}
	}
	return Value{{form: record, members: r}}, len(r.names) > 0
}

// throughWhole has a function go through the environment, which is given with it.
func (m *machine) throughWhole(n int32, name string, a *Access, f alt, arguments []argument, st *state) {
	given := []argument{{value: m.entryOf(a)}}
	if strings.HasPrefix(name, "array_") { // of PHP: the value first
		given = []argument{{value: Value{{element: true}}}, {value: m.variable(a)}}
		if last := arguments[len(arguments)-1]; m.unit().Tree.Text(last.node) == "ARRAY_FILTER_USE_KEY" {
			given = given[1:]
		}
	}
	m.invoke(f, n, given, st)
}

// chosenOf returns what a function gives that is given a condition and two values: ifelse(x == "", "a", x).
func (m *machine) chosenOf(condition Value, then, otherwise argument) Value {
	true_, false_ := m.unit().split(condition)
	m.asked(condition)
	switch {
	case len(false_) == 0:
		m.replaced(true_.depends(), then.value, then.node)
		return then.value.dependent(true_.depends())
	case len(true_) == 0:
		m.replaced(false_.depends(), otherwise.value, otherwise.node)
		return otherwise.value.dependent(false_.depends())
	}
	return append(slices.Clone(then.value), otherwise.value...).dependent(condition.depends())
}
