package evaluate

import (
	"strconv"

	"inzicht/core/parse"
)

// Much code gathers what is missing, and fails at the end: a list that names are
// put into, a count, a flag. So a list that is known stays known when something
// is put into it, and a number when another is added to it.

// growing are the methods that put what they are given into a list.
var growing = map[string]bool{
	"append": true, "push": true, "add": true, "Add": true, "push_back": true, "emplace_back": true, "unshift": true, "prepend": true, "insert": true, "addElement": true, "append!": true, "push!": true,
}

// mostGrown bounds how many elements a list that grows is known to have.
const mostGrown = mostRounds

// grows puts what a method is given into the list that a variable or a field
// holds, and reports whether the method is one that does.
func (m *machine) grows(object int32, name string, receiver Value, arguments []argument, st *state) bool {
	if !growing[name] || len(arguments) == 0 || !m.holdsLists(object, receiver) {
		return false
	}
	v := receiver.grown(valuesOf(arguments))
	m.partly(func() {
		if u := m.unit(); u.kind(object) == parse.Name && !m.isField(u.at(object)) { // wherever it is: this is no assignment of the function's own
			m.assignIn(st.scope.of(u.at(object)), u.at(object), v, st, 0)
		} else {
			m.assign(object, v, st, 0)
		}
	})
	return true
}

// assignFrom gives a variable a value that what it held before is a part of.
func (m *machine) assignFrom(target int32, v Value, st *state) {
	m.partly(func() { m.assign(target, v, st, 0) })
}

// partly gives variables values that what they held before is a part of.
func (m *machine) partly(give func()) {
	before := len(m.settings)
	m.grew++
	give()
	for i := before; i < len(m.settings); i++ {
		m.settings[i].from = true
	}
}

// holdsLists reports whether a variable or field holds nothing but lists.
func (m *machine) holdsLists(n int32, v Value) bool {
	if k := m.unit().kind(n); k != parse.Name && k != parse.Member {
		return false
	}
	return v.isLists()
}

// isLists reports whether all that a value may be are lists.
func (v Value) isLists() bool {
	for _, x := range v {
		if x.form != sequence {
			return false
		}
	}
	return len(v) > 0
}

// gathers reports whether a value is of the kind that what is missing is gathered
// in: a list, a count, a flag, an error.
func (v Value) gathers() bool {
	for _, x := range v {
		switch {
		case x.form == sequence, x.form == boolean, x.form == number, x.form == failure, x.form == nothing && x.name == "false":
		default:
			return false
		}
	}
	return len(v) > 0
}

// fails reports whether a value may be an error.
func (v Value) fails() bool {
	return v.some(func(x alt) bool { return x.form == failure })
}

// grown returns lists with more elements.
func (v Value) grown(more []Value) Value {
	out := make(Value, 0, len(v))
	for _, x := range v {
		if len(x.list)+len(more) <= mostGrown {
			x.list = append(x.list[:len(x.list):len(x.list)], more...)
		}
		x.certain = x.perhaps // something is in it now
		out = append(out, x)
	}
	return out
}

// unsureLists has lists that were put into in a loop that is gone round an unknown
// number of times be of unknown length.
func (st *state) unsureLists() {
	changed := map[string]Value{}
	st.scope.vars.each(func(name string, v Value) {
		if len(v) > 1 && v.isLists() {
			changed[name] = v.asOneList()
		}
	})
	for name, v := range changed { // in any order
		st.scope.vars.put(name, v)
	}
}

// some is the name of a number that is at least one.
const some = "some"

// fewLists is how many lists a value may be before they are taken for one of
// which it is known at most whether it is empty.
const fewLists = 2

// lumped returns a value with one list in place of many.
func (v Value) lumped() Value {
	count := 0
	for i := range v {
		if v[i].form == sequence {
			count++
		}
	}
	if count <= fewLists {
		return v
	}
	return v.asOneList()
}

// asOneList returns a value with one list in place of all. Where all have as many
// elements, as what a function returns in several places, each has what any has there;
// else they are taken for one that grows, and the longest stands for all.
func (v Value) asOneList() Value {
	one := alt{form: sequence, perhaps: true, certain: true}
	var out Value
	if list := v.elementwise(); list != nil {
		one.list, one.perhaps = list, false
	}
	for _, x := range v {
		if x.form != sequence {
			out = append(out, x)
			continue
		}
		if len(x.list) > len(one.list) {
			one.list = x.list
		}
		one.certain = one.certain && len(x.list) > 0 && (!x.perhaps || x.certain)
		one.depends |= x.depends
		one.sites, one.about = one.sites.with(x.sites), one.about.with(x.about)
		one.missing |= x.missing
	}
	if one.perhaps {
		one.list = v.withTexts(one.list)
	}
	return append(out, one)
}

// withTexts returns a list with the texts that other lists hold besides: each may be one of several lists of names.
func (v Value) withTexts(list []Value) []Value {
	known := map[string]bool{}
	for _, e := range list {
		if s, plain := e.plain(); plain {
			known[s] = true
		}
	}
	list = list[:len(list):len(list)]
	for _, x := range v {
		for _, e := range x.list {
			if s, plain := e.plain(); plain && x.form == sequence && !known[s] && len(list) < mostGrown {
				known[s] = true
				list = append(list, e.dependent(x.depends))
			}
		}
	}
	return list
}

// elementwise returns the elements that lists of the same length have at each place,
// together, or nil where they differ in length.
func (v Value) elementwise() (list []Value) {
	for _, x := range v {
		if x.form != sequence {
			continue
		}
		if x.perhaps || len(x.list) == 0 || list != nil && len(x.list) != len(list) {
			return nil
		}
		if list == nil {
			list = make([]Value, len(x.list))
		}
		for n, e := range x.list {
			list[n] = append(list[n], e.dependent(x.depends)...)
		}
	}
	for n := range list {
		list[n] = list[n].compact()
	}
	return list
}

// added returns the sums of numbers that are known.
func (m *machine) added(old, more Value) (out Value, known bool) {
	t, second := more.plain()
	b, worse := strconv.Atoi(t)
	if !second || worse != nil || len(more) != 1 || more[0].form != number {
		return nil, false
	}
	for _, x := range old {
		s, first := Value{x}.plain()
		a, bad := strconv.Atoi(s)
		if !first || bad != nil || x.form != number || a > mostCounted {
			return nil, false
		}
		out = append(out, alt{form: number, parts: []part{{text: strconv.Itoa(a + b), frame: m.depth()}}, depends: x.depends | more[0].depends})
	}
	return out.compact(), len(out) > 0
}

// addsTo reports whether a value is what a variable holds, and more: append(x, y),
// x + y.
func (u *Unit) addsTo(target, value int32) bool {
	first := int32(0)
	switch u.kind(value) {
	case parse.Call:
		if u.calleeName(u.Tree.Child(value, 0)) == "append" {
			first = u.Tree.Child(value, 1)
		}
	case parse.Binary:
		if u.at(value) == "+" {
			first = u.Tree.Child(value, 0)
		}
	}
	return first != 0 && u.kind(first) == u.kind(target) && u.Tree.Text(first) == u.Tree.Text(target)
}

// mostCounted bounds how far a count is followed.
const mostCounted = mostRounds

// makesList are what gives an empty list without an argument.
var makesList = map[string]bool{
	"vec": true, "Vec.new": true, "std.vec.Vec.new": true, "array": true, "list": true, "set": true, "ArrayList": true, "LinkedList": true, "HashSet": true, "LinkedHashSet": true,
	"TreeSet": true, "List": true, "Set": true, "Array": true, "Array.new": true, "Set.new": true, "mutableListOf": true, "mutableSetOf": true, "arrayListOf": true, "listOf": true,
	"java.util.ArrayList": true, "ListBuffer": true, "ArrayBuffer": true, "mutable.ListBuffer": true, "mutable.ArrayBuffer": true,
}

// makesMap are what gives an empty map without an argument.
var makesMap = map[string]bool{
	"dict": true, "OrderedDict": true, "Map": true, "HashMap": true, "LinkedHashMap": true, "TreeMap": true, "EnumMap": true, "ConcurrentHashMap": true, "Dictionary": true,
	"mutableMapOf": true, "hashMapOf": true, "linkedMapOf": true, "HashMap.new": true, "BTreeMap.new": true, "java.util.HashMap": true, "SortedDictionary": true,
}

// emptyMade returns what a function gives without an argument: an empty list, no
// error.
func (m *machine) emptyMade(path, name string) (Value, bool) {
	switch {
	case path == "errors.Join":
		return Value{{form: nothing}}, true
	case makesList[path] && !m.unit().calls(name) && m.unit().classes[name] == nil:
		return Value{{form: sequence, perhaps: true}}, true
	case makesMap[path] && !m.unit().calls(name) && m.unit().classes[name] == nil:
		return Value{{form: record, members: &members{open: true, filled: true}}}, true
	}
	return nil, false
}

// joinedErrors returns the error of several, of which there may be none.
func (m *machine) joinedErrors(arguments []argument) (out Value) {
	for _, a := range arguments {
		for _, x := range a.value {
			if x.form == nothing {
				out = append(out, x)
				continue
			}
			if x.form == sequence && (len(x.list) == 0 || x.perhaps && !x.certain) {
				out = append(out, alt{form: nothing, depends: x.depends})
			}
			if x.form != sequence || len(x.list) > 0 {
				out = append(out, alt{form: failure, name: "error", depends: x.depends})
			}
		}
	}
	return out.compact()
}

// mayStandIn reports whether the value of an expression may be what is used in
// place of a variable that it was made from before: no comparison is, nor
// a variable or result that holds a list, which names were only put into.
func (m *machine) mayStandIn(n int32, v Value) bool {
	u := m.unit()
	switch k := u.kind(n); {
	case k == parse.Binary && comparisons[u.at(n)], k == parse.Unary && (u.at(n) == "!" || u.at(n) == "not"):
		return false
	case k == parse.Call && textTests[u.calleeName(u.Tree.Child(n, 0))]:
		return false
	case k == parse.Name || k == parse.Member || k == parse.Call:
		of := m.madeOf(n)
		return !v.isLists() || m.isParameter(of) && !m.isChanged(of)
	}
	return true
}

// isChanged reports whether the function that is running asks what a name stands for to do
// something: parts.insert(0, x).
func (m *machine) isChanged(n int32) bool {
	u := m.unit()
	return u.holds(m.frame().fn.Node, parse.Member, func(member int32) bool {
		object := u.Tree.Child(member, 0)
		return u.kind(object) == parse.Name && u.at(object) == u.at(n)
	})
}

// madeOf returns what a call makes a list of: x of list(x), sorted(x). Of anything else it
// returns the same.
func (m *machine) madeOf(n int32) int32 {
	u := m.unit()
	if u.kind(n) != parse.Call {
		return n
	}
	list := u.children(n)
	if len(list) != 2 {
		return n
	}
	if name := u.calleeName(list[0]); u.kind(list[0]) == parse.Name && (makesList[name] || name == "set") && !u.calls(name) && u.classes[name] == nil {
		return list[1]
	}
	return n
}

var comparisons = map[string]bool{"<": true, ">": true, "<=": true, ">=": true, "==": true, "!=": true, "===": true, "!==": true, "in": true, "eq": true, "ne": true, "lt": true, "gt": true, "le": true, "ge": true}
