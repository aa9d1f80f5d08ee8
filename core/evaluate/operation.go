package evaluate

import (
	"slices"
	"strings"
)

// An operation is what a function or method does with a list or a map, by
// whatever name a language has it.
type operation int

const (
	noOperation  operation = iota
	eachOne                // a function is called with each element
	mapped                 // what a function gives for each
	mappedThere            // of that, what is there
	firstMapped            // of that, the first
	kept                   // the elements for which it says yes
	dropped                // those for which it says no
	found                  // the first of those for which it says yes
	foundAny               // whether there is one
	foundAll               // whether it says yes to each
	foundNone              // whether it says yes to none
	reduced                // something that is worked out of all
	unchanged              // the list, in another form or order
	paired                 // keys with values
	numbered               // numbers with elements
	takenKeys              // the keys
	takenValues            // the values
	takenFirst             // the first element
	takenLast              // the last
	compacted              // the elements that are there
	joinedTexts            // a text of all elements, with another between
	got                    // the value of a key, or what is given for it
	gotOrFails             // the value of a key, without which it fails, or what is given for it
	eachKey                // a function is called with each key
	eachValue              // and with each value
	eachNumbered           // and with each number and element
)

// operationOf returns the operation that a method of lists or maps is.
func operationOf(method string) operation {
	switch method {
	case "forEach", "each", "for_each", "foreach", "ForEach", "ForEach-Object", "each_pair", "each_with_index", "onEach":
		return eachOne
	case "map", "collect", "flatMap", "flat_map", "Select", "SelectMany", "associateWith", "associate", "associateBy", "to_h", "ToDictionary", "collectEntries", "index_with",
		"transform_values", "mapValues", "each_with_object", "mapTo", "collectAsMap", "map_with_index":
		return mapped
	case "filter_map", "mapNotNull", "compactMap":
		return mappedThere
	case "find_map", "firstNotNullOf", "firstNotNullOfOrNull":
		return firstMapped
	case "filter", "select", "grep", "findAll", "find_all", "Where", "where", "Where-Object", "partition", "takeWhile", "filterKeys":
		return kept
	case "reject", "filterNot":
		return dropped
	case "find", "detect", "firstWhere", "firstOrNull", "FirstOrDefault", "findFirst", "SingleOrDefault":
		return found
	case "some", "any", "exists", "Any", "any?", "anyMatch":
		return foundAny
	case "every", "all", "forAll", "forall", "All", "all?", "allMatch", "allSatisfy":
		return foundAll
	case "none", "none?", "noneMatch":
		return foundNone
	case "reduce", "foldLeft", "fold", "inject", "Aggregate":
		return reduced
	case "iter", "into_iter", "stream", "parallelStream", "toList", "ToList", "to_list", "sorted", "sort", "toSet", "to_set", "to_vec", "copy", "dup", "to_a", "ToArray", "toArray", "toSeq",
		"asSequence", "distinct", "uniq", "cloned", "copied", "reversed", "reverse", "AsEnumerable", "toMutableList", "asList", "lazy", "indices":
		return unchanged
	case "items", "entries", "entrySet", "iterator", "iteritems", "toPairs":
		return paired
	case "enumerate", "enumerated", "withIndex", "with_index":
		return numbered
	case "keys", "keySet", "Keys", "keysIterator":
		return takenKeys
	case "values", "Values", "valuesIterator", "allCases", "cases":
		return takenValues
	case "first", "First", "head", "at_first":
		return takenFirst
	case "last", "Last":
		return takenLast
	case "compact", "filterNotNull", "flatten":
		return compacted
	case "join", "joinToString", "mkString", "joined":
		return joinedTexts
	case "fetch", "getValue":
		return gotOrFails
	case "get", "getOrDefault", "pop", "getOrElse", "getOrNull", "GetValueOrDefault", "dig":
		return got
	case "each_key", "forEachKey":
		return eachKey
	case "each_value", "each_entry":
		return eachValue
	case "forEachIndexed", "mapIndexed":
		return eachNumbered
	}
	return noOperation
}

// functionOf returns the operation that a function is, and which of its arguments
// is the list or map.
func functionOf(path string) (o operation, list int) {
	switch path {
	case "array_map", "map", "mapM", "traverse", "List.map", "Seq.map", "Array.map", "List.filter_map", "List.choose", "mapv", "mapcat", "lists.map", "lists.flatmap":
		return mapped, 1
	case "keep", "lists.filtermap":
		return mappedThere, 1
	case "remove":
		return dropped, 1
	case "array_filter", "Enum.filter":
		return kept, 0
	case "filter", "grep", "List.filter", "Seq.filter", "Array.filter", "filterv", "lists.filter":
		return kept, 1
	case "array_walk", "Enum.each", "_.each", "_.forEach", "forM_", "for_":
		return eachOne, 0
	case "mapM_", "traverse_", "List.iter", "Seq.iter", "Array.iter", "run!", "lists.foreach":
		return eachOne, 1
	case "List.exists", "Seq.exists", "some", "lists.any":
		return foundAny, 1
	case "List.for_all", "List.forall", "Seq.forall", "every?", "lists.all":
		return foundAll, 1
	case "Enum.map", "Enum.flat_map", "Enum.map_join", "Enum.into", "_.map", "forM":
		return mapped, 0
	case "_.filter":
		return kept, 0
	case "Enum.reject", "_.reject":
		return dropped, 0
	case "Enum.find", "_.find":
		return found, 0
	case "any", "Enum.any?", "_.some":
		return foundAny, 0
	case "all", "Enum.all?", "_.every":
		return foundAll, 0
	case "list", "tuple", "sorted", "set", "frozenset", "iter", "reversed", "ipairs", "Array.from", "Arrays.asList", "Arrays.stream", "slices.Values", "slices.Sorted", "Object.freeze",
		"Collections.unmodifiableList", "Collections.unmodifiableSet", "Collections.unmodifiableMap", "List.copyOf", "Set.copyOf", "Map.copyOf", "$", "@", "%", "sort", "reverse", "Enum.to_list", "Enum.sort", "Enum.uniq",
		"ArrayList", "HashSet", "LinkedHashSet", "TreeSet", "LinkedList", "Set", "List", "Array", "array_unique", "array_reverse", "collect", "array", "tuple.new", "Array.of_list", "Array.ofList", "List.ofSeq", "Seq.ofList", "List.rev", "List.sort", "vec", "doall":
		return unchanged, 0
	case "enumerate", "Enum.with_index", "Array.prototype.entries":
		return numbered, 0
	case "Object.entries", "pairs", "dict.items", "_.toPairs", "each", "Map.to_list":
		return paired, 0
	case "Object.keys", "array_keys", "keys", "Map.keys", "Keyword.keys", "maps.Keys", "_.keys":
		return takenKeys, 0
	case "Object.values", "array_values", "values", "Map.values", "Keyword.values", "maps.Values", "_.values":
		return takenValues, 0
	case "Enum.join", "strings.Join", "table.concat":
		return joinedTexts, 0
	case "join", "implode", "String.join", "string.Join", "String.Join":
		return joinedTexts, 1
	case "Keyword.get", "Map.get", "Access.get":
		return got, 0
	case "Keyword.fetch!", "Map.fetch!":
		return gotOrFails, 0
	}
	return noOperation, 0
}

// onMember reports whether an operation may be asked for like a member, without
// arguments: names.values
func (o operation) onMember() bool {
	switch o {
	case unchanged, paired, numbered, takenKeys, takenValues, takenFirst, takenLast, compacted:
		return true
	}
	return false
}

// gets reports whether an operation gives the value of a key.
func (o operation) gets() bool { return o == got || o == gotOrFails }

// operate runs an operation on a list or map. It reports false where it cannot be
// told what comes out.
func (m *machine) operate(n int32, o operation, x alt, arguments []argument, st *state) (Value, bool) {
	if x.form == class {
		all, known := m.valuesOf(x.class)
		switch {
		case !known || o.gets():
			return nil, false
		case o == paired: // Mode.entries
			return Value{all}, true
		}
		x = all
	}
	if x.form == record {
		return m.operateOnRecord(n, o, x, arguments, st)
	}
	if x.form != sequence {
		return nil, false
	}
	if f := m.functionGiven(arguments); f != nil && o == reduced {
		return m.reduce(n, x, *f, arguments, st), true
	} else if f != nil {
		if o == takenFirst { // First(x => x != null)
			o = found
		}
		return m.operateWith(n, o, x, *f, st)
	}
	switch o {
	case unchanged, eachOne, takenValues:
		return Value{x}, true
	case mapped: // collect(Collectors.toList())
		if failed := m.collected(n, x); failed != nil {
			return failed, true
		}
		return Value{x}, len(arguments) == 0 || m.unit().calleeName(m.unit().Tree.Child(n, 0)) == "collect"
	case kept, compacted, mappedThere: // filter(Boolean)
		if len(arguments) == 1 && len(arguments[0].value) == 1 && arguments[0].value[0].regex != "" { // grep(/^X_/)
			return m.heldAgainst(n, x, arguments[0]), true
		}
		return m.counting(x), len(arguments) > 0 || o == compacted
	case found:
		if len(arguments) == 0 { // findFirst()
			return m.firstIn(x), true
		}
		return m.firstThere(x, arguments, st), len(x.list) > 0
	case paired, numbered:
		return Value{m.numberedOf(x)}, true
	case takenFirst:
		if len(x.list) > 0 && !x.perhaps {
			return x.list[0], true
		}
	case takenLast:
		if len(x.list) > 0 && !x.perhaps {
			return x.list[len(x.list)-1], true
		}
	case foundAny, foundAll, foundNone:
		return m.anyOf(x, o == foundAny, o == foundNone), true
	case joinedTexts:
		return m.joinedList(x, arguments)
	case got, gotOrFails:
		if len(arguments) > 0 {
			if key, plain := arguments[0].value.plain(); plain && numberOf(key) >= 0 && numberOf(key) < len(x.list) {
				return x.list[numberOf(key)], true
			}
			if len(x.list) > 0 && !x.perhaps && m.unit().Words.Returns { // of a list of names with values nothing else is asked
				return m.givenFor(n, arguments, st)
			}
		}
	}
	return nil, false
}

// heldAgainst returns the elements of a list that a regular expression fits. Of those of which it is not known
// whether it does each may be one.
func (m *machine) heldAgainst(n int32, x alt, pattern argument) Value {
	out := alt{form: sequence, depends: x.depends, perhaps: x.perhaps}
	for _, e := range x.list {
		m.fitsRegex(n, e, pattern.value, false)
		fits, known := m.remade(HasFit, e, pattern)
		switch {
		case known && fits[0].form == boolean && !fits[0].truth:
			continue
		case !known || fits[0].form != boolean:
			out.perhaps = true
		}
		out.list = append(out.list, e)
	}
	return Value{out}
}

// firstIn returns the first element of a list, or nothing where it may have none.
func (m *machine) firstIn(x alt) (out Value) {
	if !x.perhaps && len(x.list) > 0 {
		return x.list[0].dependent(x.depends)
	}
	for _, e := range x.list {
		out = append(out, e.dependent(x.depends)...)
	}
	if !x.certain {
		out = append(out, alt{form: nothing, depends: x.depends, about: x.about})
	}
	return out.compact()
}

// collected returns the failure that a list of results becomes where one of them
// failed: collect::<Result<Vec<_>, _>>(). It returns nil where each stays what it is.
func (m *machine) collected(n int32, x alt) Value {
	u := m.unit()
	callee := u.Tree.Child(n, 0)
	if u.Words.Leaves == "" || u.calleeName(callee) != "collect" {
		return nil
	}
	source := u.Tree.Text(callee)
	types := strings.TrimPrefix(source[strings.LastIndex(source, "collect"):], "collect::<")
	if strings.HasPrefix(types, "Vec") || strings.HasPrefix(types, "Hash") || strings.HasPrefix(types, "BTree") {
		return nil
	}
	for _, v := range x.list {
		if v.fails() {
			return v
		}
	}
	return nil
}

// operateWith runs an operation with a function.
func (m *machine) operateWith(n int32, o operation, x alt, f alt, st *state) (Value, bool) {
	switch o {
	case unchanged: // sort(by)
		return Value{x}, true
	case takenFirst:
		o = found
	case eachNumbered:
		x, o = m.numberedOf(x), mapped
	case eachKey, eachValue, compacted, joinedTexts:
		o = mapped
	case noOperation, takenLast, got, gotOrFails, paired, numbered, takenKeys, takenValues:
		return nil, false
	}
	return m.eachOf(n, o, x, f, st), true
}

// reduce works something out of a list: a function is given what it gave for the
// elements before, and the next.
func (m *machine) reduce(n int32, x alt, f alt, arguments []argument, st *state) Value {
	list := x.list
	var result Value
	if at := slices.IndexFunc(arguments, func(a argument) bool { return len(a.value) != 1 || a.value[0].form != function }); at >= 0 {
		result = arguments[at].value
	} else if len(list) > 0 {
		result, list = list[0], list[1:]
	}
	round := m.round
	defer func() { m.round = round }()
	defer m.unrolled(len(list))()
	for i, e := range list {
		if i >= mostRounds || st.dead || !m.tick() {
			break
		}
		m.round = round*mostRounds + int32(i)
		result = m.invoke(f, n, []argument{{value: result}, {value: e}, {value: m.numberOf(i)}}, st)
	}
	if st.dead {
		return nil
	}
	if _, known := oneCollection(result); known || result.isLists() { // what was gathered
		return result
	}
	return Value{loose(result, anything(m.depth()))}
}

// operateOnRecord runs an operation on a map.
func (m *machine) operateOnRecord(n int32, o operation, x alt, arguments []argument, st *state) (Value, bool) {
	if x.members.of != nil {
		return nil, false
	}
	if o.gets() {
		return m.gotOf(n, o, x, arguments, st)
	}
	if o == unchanged {
		return Value{x}, true
	}
	if !x.members.isListed() {
		return Value{anything(m.depth())}, o == takenKeys || o == takenValues || o == paired
	}
	switch o {
	case paired:
		return Value{m.pairsOf(x)}, true
	case takenKeys:
		return Value{m.keysOf(x)}, true
	case takenValues:
		return Value{m.valuesIn(x)}, true
	case takenFirst, takenLast, compacted, joinedTexts, noOperation, numbered:
		return nil, false
	}
	f := m.functionGiven(arguments)
	if f == nil {
		return nil, false
	}
	switch {
	case o == reduced:
		return m.reduce(n, m.pairsOf(x), *f, arguments, st), true
	case o == eachKey, m.unit().Words.Loops == Keys:
		return m.operateWith(n, o, m.keysOf(x), *f, st)
	case o == eachValue, m.unit().Words.Loops == Values:
		return m.operateWith(n, o, m.valuesIn(x), *f, st)
	}
	return m.operateWith(n, o, m.pairsOf(x), *f, st)
}

// functionIn returns the function that an operation is given, the last of its
// arguments, or nil.
func functionIn(arguments []argument) *alt {
	for i := len(arguments) - 1; i >= 0; i-- {
		if v := arguments[i].value; v.isFunction() {
			return &v[0]
		}
	}
	return nil
}

// questions are functions that are asked about a list what it is asked elsewhere as a member.
var questions = map[string]string{"seq": "isNotEmpty", "not-empty": "isNotEmpty", "empty?": "empty", "List.is_empty": "empty", "List.isEmpty": "empty", "Enum.empty?": "empty"}

// everyday are names of such functions that others have, too: only where they are given a
// function is it known what they do.
var everyday = map[string]bool{"keep": true, "remove": true, "some": true}

// function runs a function that goes through a list or map.
func (m *machine) function(n int32, path string, arguments []argument, st *state) (Value, bool) {
	if question := questions[path]; question != "" && len(arguments) == 1 {
		return m.askLists(arguments[0].value, question)
	}
	o, at := functionOf(path)
	if o == noOperation || everyday[path] && functionIn(arguments) == nil {
		return nil, false
	}
	if at == 1 && o != joinedTexts && len(arguments) == 2 && functionIn(arguments[1:]) != nil { // map(list, f)
		at = 0
	}
	if at >= len(arguments) {
		return nil, false
	}
	rest := append(append([]argument{}, arguments[:at]...), arguments[at+1:]...)
	x, known := oneCollection(arguments[at].value)
	if at == 1 && (!known || len(arguments) > 2) { // join("_", "A", "B")
		x, known = alt{form: sequence, list: flat(arguments[at:])}, true
		rest = arguments[:at]
	}
	if !known || o == unchanged && len(rest) > 0 && functionIn(rest) == nil {
		return nil, false
	}
	if o.gets() && m.isEmptyGiven(arguments[at].node, x) {
		return m.givenFor(n, rest, st)
	}
	return m.operate(n, o, x, rest, st)
}

// isEmptyGiven reports whether a node is the name of a parameter for which a function
// was given a list without elements: no one fills it elsewhere.
func (m *machine) isEmptyGiven(n int32, x alt) bool {
	return x.form == sequence && len(x.list) == 0 && n != 0 && m.isParameter(n)
}

// oneCollection returns the list or map that a value is, if it is one alone.
//
//go:noinline
func oneCollection(v Value) (alt, bool) {
	if len(v) != 1 || v[0].form != sequence && v[0].form != record && v[0].form != class {
		return alt{}, false
	}
	return v[0], true
}

// flat returns the values of arguments, those of lists one by one.
func flat(arguments []argument) (list []Value) {
	for _, a := range arguments {
		if len(a.value) == 1 && a.value[0].form == sequence {
			list = append(list, a.value[0].list...)
		} else {
			list = append(list, a.value)
		}
	}
	return list
}
