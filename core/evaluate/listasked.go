package evaluate

import "slices"

// What is asked of a list: how many elements it has, whether one or each of them is true.

// anyOf reports whether any element of a list counts as true, or whether each does; or
// none does.
func (m *machine) anyOf(x alt, any, none bool) Value {
	unsure := x.perhaps
	var depends mask
	for _, e := range x.list {
		m.asked(e)
		true_, false_ := m.unit().split(e)
		if !any {
			true_, false_ = false_, true_
		}
		if len(false_) == 0 && len(true_) > 0 && !x.perhaps {
			return Value{{form: boolean, truth: any != none, depends: x.depends | true_.depends()}}
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
	return Value{{form: boolean, truth: any == none, depends: x.depends | depends}}
}

// lengthOf returns how many elements a list has, as far as that is known.
func (m *machine) lengthOf(x alt) Value {
	if x.perhaps && !x.certain {
		return Value{{depends: x.depends, parts: []part{{any: true, frame: m.depth()}}}}
	}
	if x.perhaps {
		return Value{{form: number, name: some, depends: x.depends, parts: []part{{any: true, frame: m.depth()}}}}
	}
	v := m.numberOf(len(x.list))
	v[0].depends = x.depends
	return v
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
	if isLength(name) {
		return m.lengthOf(x), true
	}
	whenEmpty := false
	if m.unit().Words.Quiet && (name == "all?" || name == "any?" && slices.ContainsFunc(x.list, mayBeNothing)) { // of what is in it, not whether there is something
		return m.anyOf(x, name == "any?", false), true
	}
	switch name {
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

// mayBeNothing reports whether a value may be nothing.
func mayBeNothing(v Value) bool {
	return v.wasRead() || v.some(func(x alt) bool { return x.form == nothing || x.missing != 0 })
}
