package evaluate

import (
	"strings"
)

func (m *machine) joinedList(x alt, separator string) Value {
	out := Value{{form: text}}
	for i, e := range x.list {
		if i > 0 {
			out = m.concat(out, textOf(separator, m.depth()))
		}
		if i > 20 {
			break
		}
		out = m.concat(out, e)
	}
	return out
}

// builtin runs functions that every program has: to go through a list, to ask
// a record.
func (m *machine) builtin(n int32, path, name string, receiver Value, arguments []argument, st *state) (Value, bool) {
	if len(arguments) == 0 {
		return m.emptyMade(path, name)
	}
	first := arguments[0].value
	if m.begins(n, name, nil, arguments) {
		return Value{{parts: []part{{any: true, frame: m.depth()}}}}, true
	}
	if a := wholeOf(first); a != nil {
		switch name {
		case "keys", "array_keys":
			return Value{{form: sequence, list: []Value{m.variable(a)}}}, true
		case "entries", "pairs", "fromEntries":
			return Value{{form: sequence, list: []Value{m.entryOf(a)}}}, true
		case "dict", "list", "sorted", "HashMap", "TreeMap", "assign", "Map", "iter", "array_filter":
			return first, true
		}
	}
	if len(first) == 1 && first[0].env != nil && first[0].form != whole {
		switch name {
		case "SplitN", "Cut", "Split", "split", "partition", "explode":
			return Value{{form: sequence, list: []Value{first, {{element: true}}, {{}}}}}, true
		}
	}
	switch path {
	case "Objects.equals", "java.util.Objects.equals", "string.Equals", "String.Equals":
		if len(arguments) > 1 {
			return m.equal(0, first, arguments[1].value, "==", 0), true
		}
	case "any", "all":
		if len(first) == 1 && first[0].form == sequence {
			return m.anyOf(first[0], path == "any"), true
		}
	case "len", "count":
		if v, known := m.askLists(first, "len"); known {
			return v, true
		}
	case "enumerate", "list", "tuple", "sorted", "set", "frozenset", "iter", "reversed", "ipairs", "array_values", "Array.from", "Arrays.asList", "slices.Values", "Object.freeze",
		"Collections.unmodifiableList", "List.copyOf", "$", "@":
		if len(first) == 1 && first[0].form == sequence && len(arguments) == 1 {
			return first, true
		}
		if len(first) == 1 && first[0].form == record && path == "Object.freeze" {
			return first, true
		}
	case "listOf", "setOf", "arrayOf", "List.of", "Set.of", "List", "Seq", "Array", "Set", "vec", "Stream.of", "mutableListOf", "sequenceOf", "array", "append":
		if path == "append" {
			if !first.isLists() {
				break
			}
			return first.grown(valuesOf(arguments[1:])), true
		}
		if path == "array" && len(m.unit().funcs["array"]) > 0 {
			break
		}
		if len(arguments) == 1 && len(first) == 1 && first[0].form == sequence && (path == "Set" || path == "List" || path == "Array") {
			return first, true
		}
		return Value{{form: sequence, list: valuesOf(arguments)}}, true
	case "ArrayList", "HashSet", "LinkedHashSet", "TreeSet", "LinkedList", "Collections.unmodifiableSet":
		if len(first) == 1 && first[0].form == sequence {
			return first, true
		}
	case "errors.Join":
		return m.joinedErrors(arguments), true
	case "Map.of", "mapOf", "Map", "hashMapOf", "dict":
		return m.mapOf(arguments)
	case "Object.entries", "pairs", "dict.items":
		if len(first) == 1 && first[0].form == record {
			return m.pairsOf(first[0]), true
		}
	case "Object.keys", "array_keys":
		if len(first) == 1 && first[0].form == record {
			return m.keysOf(first[0]), true
		}
	case "Object.values":
		if len(first) == 1 && first[0].form == record {
			out := alt{form: sequence}
			for _, name := range first[0].members.names {
				out.list = append(out.list, first[0].members.value[name])
			}
			return Value{out}, true
		}
	case "Map.entry", "entry", "Pair", "to":
		if len(arguments) == 2 {
			return Value{{form: sequence, list: []Value{first, arguments[1].value}}}, true
		}
	case "slices.Contains", "in_array":
		if len(arguments) > 1 {
			if path == "in_array" {
				return m.among(first, arguments[1].value, false), true
			}
			return m.among(arguments[1].value, first, false), true
		}
	case "Some", "Ok", "Option", "Optional.of", "Optional.ofNullable", "Promise.resolve", "Box.new":
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
	case "Keyword.get", "getattr", "Map.get":
		if len(arguments) > 1 && len(first) == 1 {
			if key, plain := arguments[1].value.plain(); plain {
				if first[0].members != nil {
					if v, known := first[0].members.get(key); known {
						return v, true
					}
				}
				if first[0].members != nil && !first[0].members.open || first[0].form == sequence {
					if len(arguments) > 2 {
						return arguments[2].value, true
					}
					return Value{{form: nothing}}, true
				}
			}
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
	case "print", "println", "super", "func_get_args":
		for _, a := range arguments {
			m.passes(a.value)
		}
		return Value{anything(m.depth())}, true
	case "array_map", "map", "filter", "array_filter", "Enum.each", "Enum.map", "Enum.filter", "array_walk", "Enum.map_join", "Enum.reject", "Enum.all?", "Enum.into":
		list, f := first, arguments[len(arguments)-1].value
		if len(arguments) > 1 && len(first) == 1 && first[0].form == function {
			list, f = arguments[1].value, first
		}
		if len(list) == 1 && list[0].form == sequence && len(f) == 1 && f[0].form == function {
			kind := "map"
			if strings.HasSuffix(path, "filter") {
				kind = "filter"
			}
			return m.eachOf(n, kind, list[0], f[0], st), true
		}
	}
	return nil, false
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
	if len(arguments[0].value) == 1 && arguments[0].value[0].form == sequence {
		for _, a := range arguments {
			if len(a.value) == 1 && a.value[0].form == sequence && len(a.value[0].list) == 2 {
				if key, plain := a.value[0].list[0].plain(); plain {
					r.set(key, a.value[0].list[1])
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
