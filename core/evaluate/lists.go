package evaluate

import (
	"strings"

	"inzicht/core/parse"
)

// elements returns what a loop over an expression goes through; of what is not
// known, one element that may be anything.
func (m *machine) elements(n int32, st *state) []Value {
	u := m.unit()
	pairs := false
	switch u.at(n) {
	case "&", "*":
		if u.kind(n) == parse.Wrapper || u.kind(n) == parse.Unary {
			return m.elements(u.Tree.Child(n, 0), st)
		}
	}
	if u.kind(n) == parse.Call && u.calleeName(u.Tree.Child(n, 0)) == "enumerate" {
		pairs = true
	}
	v := m.quiet(n, st)
	if st.dead {
		return nil
	}
	if u.Words.KeysIn && u.Tree.File.Is(int(u.Tree.Nodes[n].From)-1, "in") {
		return m.keysIn(v)
	}
	return m.elementsOf(v, pairs)
}

// keysIn returns the keys that a loop goes through.
func (m *machine) keysIn(v Value) []Value {
	if a := wholeOf(v); a != nil {
		return []Value{m.variable(a)}
	}
	if len(v) == 1 && v[0].form == record && !v[0].members.open {
		return m.keysOf(v[0])[0].list
	}
	return []Value{{anything(m.depth())}}
}

func (m *machine) elementsOf(v Value, numbered bool) []Value {
	var out []Value
	if a := wholeOf(v); a != nil {
		return m.variables(a)
	}
	for _, x := range v {
		switch {
		case x.form == sequence && len(v) == 1:
			for i, e := range x.list {
				if numbered {
					e = Value{{form: sequence, list: []Value{{{form: number, parts: []part{{text: itoa(i), frame: m.depth()}}}}, e}}}
				}
				out = append(out, e.dependent(x.depends))
			}
			return out
		case x.form == record && len(v) == 1 && !x.members.open && len(x.members.names) > 0:
			for _, name := range x.members.names {
				key := textOf(strings.TrimPrefix(name, "?"), m.depth())
				if strings.HasPrefix(name, "?") {
					key = Value{anything(m.depth())}
				}
				if m.unit().Words.Loops == Keys { // a dictionary is looped over by its keys
					out = append(out, key)
				} else {
					out = append(out, Value{{form: sequence, list: []Value{key, x.members.value[name]}}})
				}
			}
			return out
		case x.form == class:
			if all, known := m.fieldsOf(x.class).get("values()"); known && len(all) == 1 {
				return all[0].list
			}
		}
	}
	param := len(v) > 0 && isParam(v[0])
	return []Value{{{element: true, parts: []part{{any: true, frame: m.depth(), param: param}}, depends: v.depends()}}}
}

func itoa(i int) string {
	if i < 10 {
		return string(rune('0' + i))
	}
	return itoa(i/10) + itoa(i%10)
}

// listMethod runs a method of a list or record.
func (m *machine) listMethod(n int32, name string, receiver Value, arguments []argument, st *state) (Value, bool) {
	switch name {
	case "forEach", "each", "map", "flatMap", "filter", "some", "every", "find", "detect", "any", "all", "reduce", "each_with_object", "associateWith", "associate", "collect",
		"select", "to_h", "filter_map", "flat_map", "foreach", "forAll", "exists", "each_pair", "mapNotNull", "reject", "partition", "foldLeft", "Select", "Where", "ForEach", "ForEach-Object", "Where-Object",
		"ToDictionary", "compactMap", "for_each", "iter", "into_iter", "stream", "toList", "values", "keys", "entries", "items", "first", "collectEntries", "as_str", "each_with_index",
		"Any", "All", "findAll", "sorted", "toSet", "to_vec", "copy", "index_with", "find_all", "each_key", "any?", "all?":
	default:
		return m.recordMethod(name, receiver, arguments, st)
	}
	if len(receiver) != 1 {
		return nil, false
	}
	x := receiver[0]
	if x.form == class && name == "values" {
		if all, known := m.fieldsOf(x.class).get("values()"); known {
			return all, true
		}
	}
	if x.form == class && name == "entries" {
		if all, known := m.fieldsOf(x.class).get("values()"); known {
			return all, true
		}
	}
	if x.form == record && x.members.of == nil {
		switch name {
		case "items", "entries", "iter", "into_iter", "iterator":
			return m.pairsOf(x), true
		case "keys":
			return m.keysOf(x), true
		case "values":
			out := alt{form: sequence}
			for _, name := range x.members.names {
				out.list = append(out.list, x.members.value[name])
			}
			return Value{out}, true
		case "map", "each", "forEach", "each_pair", "transform_values", "to_h", "filter", "foreach", "mapValues", "select", "reject", "find_all", "filter_map", "any?", "all?", "find", "detect":
			x = m.pairsOf(x)[0]
		case "each_key":
			x = m.keysOf(x)[0]
		default:
			return m.recordMethod(name, receiver, arguments, st)
		}
	}
	if x.form != sequence {
		return nil, false
	}
	if len(arguments) == 0 {
		if v, known := m.emptyOf(name, x); known {
			return v, true
		}
		switch name {
		case "iter", "into_iter", "stream", "toList", "sorted", "toSet", "to_vec", "copy", "values", "each":
			return receiver, true
		}
		return nil, false
	}
	last := arguments[len(arguments)-1]
	if len(last.value) != 1 || last.value[0].form != function {
		switch name {
		case "filter", "compactMap": // filter(Boolean)
			return m.counting(x), true
		case "find": // find(Boolean)
			return m.firstOf(x, x.list), true
		}
		return nil, false
	}
	return m.eachOf(n, name, x, last.value[0], st), true
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
		out = join(out, x.list[i])
		if len(true_) > 0 && len(false_) == 0 && !x.perhaps {
			return out
		}
	}
	return join(out, Value{{form: nothing, depends: x.depends | depends}})
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
func (m *machine) eachOf(n int32, name string, x alt, f alt, st *state) Value {
	out := alt{form: sequence, depends: x.depends}
	var verdicts []Value
	fn := f.fn.unit.byNode[f.fn.node]
	round := m.round
	defer func() { m.round = round }()
	for i, e := range x.list {
		if i >= mostRounds || st.dead || !m.tick() {
			break
		}
		m.round = round*mostRounds + int32(i)
		given := []argument{{value: e}, {value: Value{{form: number, parts: []part{{text: itoa(i), frame: m.depth()}}}}}}
		if fn != nil && len(fn.params) > 1 && len(e) == 1 && e[0].form == sequence && len(e[0].list) == len(fn.params) {
			given = nil
			for _, part := range e[0].list {
				given = append(given, argument{value: part})
			}
		}
		v := m.invoke(f, n, given, st)
		if st.dead {
			break
		}
		switch name {
		case "filter", "select", "findAll", "find_all", "Where", "Where-Object", "reject", "partition":
			true_, false_ := m.unit().split(v)
			if name == "reject" {
				true_, false_ = false_, true_
			}
			if len(true_) > 0 || len(false_) == 0 {
				out.list = append(out.list, e.dependent(v.depends()))
				out.perhaps = out.perhaps || len(false_) > 0 || len(true_) == 0
				out.certain = out.certain || len(false_) == 0 && len(true_) > 0
			}
			out.depends |= v.depends()
		case "find", "detect":
			verdicts = append(verdicts, v)
		default:
			out.list = append(out.list, v)
		}
	}
	if st.dead {
		return nil
	}
	switch name {
	case "find", "detect":
		return m.firstOf(x, verdicts)
	case "some", "any", "exists", "Any", "any?":
		return m.anyOf(out, true)
	case "every", "all", "forAll", "All", "all?":
		return m.anyOf(out, false)
	case "reduce", "foldLeft", "first":
		return Value{{depends: out.depends, parts: []part{{any: true, frame: m.depth()}}}}
	}
	return Value{out}
}

// anyOf tells whether any element of a list counts as true, or for every, whether
// each does.
func (m *machine) anyOf(x alt, any bool) Value {
	unsure := x.perhaps
	var depends mask
	for _, e := range x.list {
		m.asked(e)
		true_, false_ := m.unit().split(e)
		if !any {
			true_, false_ = false_, true_
		}
		if len(false_) == 0 && len(true_) > 0 && !x.perhaps {
			return Value{{form: boolean, truth: any, depends: x.depends | true_.depends()}}
		}
		unsure = unsure || len(true_) > 0 || len(e) == 0
		depends |= false_.depends()
	}
	if unsure {
		about := Value{x}.about()
		for _, e := range x.list {
			about = about.with(e.about()).with(e.sites())
		}
		return Value{{depends: x.depends, about: about, parts: []part{{any: true, frame: m.depth()}}}}
	}
	return Value{{form: boolean, truth: !any, depends: x.depends | depends}}
}

// lengthOf returns how many elements a list has, as far as that is known.
func (m *machine) lengthOf(x alt) Value {
	if x.perhaps && !x.certain {
		return Value{{depends: x.depends, parts: []part{{any: true, frame: m.depth()}}}}
	}
	if x.perhaps {
		return Value{{form: number, name: some, depends: x.depends, parts: []part{{any: true, frame: m.depth()}}}}
	}
	return Value{{form: number, parts: []part{{text: itoa(len(x.list)), frame: m.depth()}}, depends: x.depends}}
}

// askLists returns what emptyOf says of each list that a value may be.
func (m *machine) askLists(v Value, name string) (out Value, known bool) {
	for _, x := range v {
		if x.form == nothing && x.missing == 0 && len(v) > 1 {
			x = alt{form: sequence, depends: x.depends}
		}
		if x.form != sequence {
			return nil, false
		}
		w, known := m.emptyOf(name, x)
		if !known {
			return nil, false
		}
		out = append(out, w...)
	}
	return out, len(out) > 0
}

// emptyOf returns what a question about a list says that is written as a member:
// missing.length, missing.empty?
func (m *machine) emptyOf(name string, x alt) (Value, bool) {
	whenEmpty := false
	switch name {
	case "length", "size", "count", "Length", "Count", "len":
		return m.lengthOf(x), true
	case "empty?", "isEmpty", "none?", "is_empty", "empty":
		whenEmpty = true
	case "any?", "isNotEmpty", "nonEmpty", "Any":
	default:
		return nil, false
	}
	if x.perhaps && !x.certain {
		return Value{{depends: x.depends, parts: []part{{any: true, frame: m.depth()}}}}, true
	}
	return Value{{form: boolean, truth: (len(x.list) == 0) == whenEmpty, depends: x.depends}}, true
}

func (m *machine) pairsOf(x alt) Value {
	out := alt{form: sequence}
	for _, name := range x.members.names {
		key := textOf(name, m.depth())
		if strings.HasPrefix(name, "?") {
			key = Value{anything(m.depth())}
		}
		out.list = append(out.list, Value{{form: sequence, list: []Value{key, x.members.value[name]}}})
	}
	if x.members.open || len(out.list) == 0 {
		return Value{anything(m.depth())}
	}
	return Value{out}
}

func (m *machine) keysOf(x alt) Value {
	out := alt{form: sequence}
	for _, name := range x.members.names {
		out.list = append(out.list, textOf(name, m.depth()))
	}
	if x.members.open {
		return Value{anything(m.depth())}
	}
	return Value{out}
}

// recordMethod runs a method that changes a list or record, or asks it.
func (m *machine) recordMethod(name string, receiver Value, arguments []argument, st *state) (Value, bool) {
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
	switch name {
	case "includes", "contains", "include?", "Contains", "has", "member?":
		if x.form == sequence && len(arguments) > 0 {
			return m.among(arguments[0].value, receiver, false), true
		}
	case "containsKey", "ContainsKey", "has_key?", "key?":
		if x.form == record && x.members.of == nil && !x.members.open && len(arguments) > 0 {
			if key, plain := arguments[0].value.plain(); plain {
				if m.unit().Words.AnyCase {
					key = strings.ToLower(key)
				}
				_, known := x.members.get(key)
				return Value{{form: boolean, truth: known}}, true
			}
		}
	case "equal?", "eql?", "equals", "Equals", "isEqual", "equalsIgnoreCase", "casecmp?":
		if m.unit().Words.Raises && !strings.HasSuffix(name, "?") && receiver.missing() != 0 {
			break // of nothing nothing is asked
		}
		if len(arguments) > 0 {
			for _, v := range []Value{receiver, arguments[0].value} {
				for _, s := range v.sites() {
					m.reads[s].Folded = m.reads[s].Folded || m.focus == nil && name != "equals" && strings.HasSuffix(strings.ToLower(name), "case")
				}
			}
			return m.equal(0, receiver, arguments[0].value, "==", 0), true
		}
	case "format", "formatted":
		if x.form == text {
			return m.format(receiver, valuesOf(arguments)), true
		}
	case "get", "fetch", "getOrDefault", "pop", "getOrElse":
		if x.form == record && x.members.of == nil && len(arguments) > 0 {
			if key, plain := arguments[0].value.plain(); plain {
				if v, known := x.members.get(key); known {
					return v, true
				}
				if len(arguments) > 1 {
					return arguments[1].value, true
				}
				if !x.members.open {
					return Value{{form: nothing}}, true
				}
			}
		}
	case "append", "push", "add", "<<", "put", "set":
		if x.members != nil && len(arguments) == 2 {
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
			from, a := arguments[0].value.plain()
			to, b := arguments[1].value.plain()
			if s, c := x.plain(); a && b && c && from != "" {
				return textOf(strings.ReplaceAll(s, from, to), m.depth()), true
			}
			return Value{anything(m.depth())}, true
		}
	case "join":
		if x.form == sequence && len(arguments) == 1 {
			if sep, plain := arguments[0].value.plain(); plain {
				return m.joinedList(x, sep), true
			}
		}
		if x.form == text && len(arguments) == 1 && len(arguments[0].value) == 1 && arguments[0].value[0].form == sequence {
			if sep, plain := x.plain(); plain {
				return m.joinedList(arguments[0].value[0], sep), true
			}
		}
	}
	return nil, false
}
