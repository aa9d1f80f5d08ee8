package evaluate

// Sets of names: what one has and another has not, and whether that is anything.

// without returns the texts of one list that another does not have, where both are
// known; of the environment, those that are not set.
func (m *machine) without(n int32, a, b Value, st *state) (rest Value, known bool) {
	x, known := oneCollection(a)
	if !known || x.form != sequence || x.perhaps {
		return nil, false
	}
	has := m.having(n, b, st)
	if has == nil {
		return nil, false
	}
	var asked Value
	out := alt{form: sequence, depends: x.depends | b.depends(), certain: x.certain}
	for _, e := range x.list {
		if _, plain := e.plain(); !plain {
			return nil, false
		}
		answer := has(e)
		asked = append(asked, answer...)
		there, missing := m.unit().split(answer)
		switch {
		case st.dead:
			return nil, false
		case len(missing) == 0:
			out.depends |= there.depends()
		case len(there) > 0:
			out.list, out.perhaps = append(out.list, e), true
		default:
			out.list, out.certain, out.depends = append(out.list, e), true, out.depends|missing.depends()
		}
	}
	return Value{out}.telling(asked, a, b), true
}

// having returns what asks whether a collection has a text, or nil where that is not
// known.
func (m *machine) having(n int32, of Value, st *state) func(e Value) Value {
	if a := namesOf(of); a != nil {
		if m.unit() == m.u {
			if m.comparisons == nil {
				m.comparisons = map[int32]bool{}
			}
			m.comparisons[n] = true
		}
		return func(e Value) Value {
			one := *a
			one.Whole, one.Test = false, true
			one.Names = func(func(int32) Value) []Row { return e.Rows() }
			return m.access(n, &one, st)
		}
	}
	y, known := oneCollection(of)
	if known && y.form == record && y.members.isListed() {
		y = m.keysOf(y)
	}
	if !known || y.form != sequence || y.perhaps && y.name != someKeys {
		return nil
	}
	taken := map[string]bool{}
	for _, e := range y.list {
		s, plain := e.plain()
		if !plain {
			return nil
		}
		taken[s] = true
	}
	return func(e Value) Value {
		s, _ := e.plain()
		if taken[s] && y.perhaps {
			return Value{{depends: e.depends() | y.depends}}
		}
		return Value{{form: boolean, truth: taken[s], depends: e.depends()}}
	}
}

// namesOf returns the environment of which a value is all names, or nil.
func namesOf(v Value) *Access {
	if a := wholeOf(v); a != nil {
		return a
	}
	if len(v) == 1 && v[0].form == sequence && len(v[0].list) == 1 && len(v[0].list[0]) == 1 {
		return v[0].list[0][0].env
	}
	return nil
}

// isWithin reports whether all of a list is in a collection, where both are known.
func (m *machine) isWithin(n int32, a, b Value, st *state) (answer Value, known bool) {
	rest, known := m.without(n, a, b, st)
	if !known {
		return nil, false
	}
	x := rest[0]
	if x.perhaps && !x.certain {
		return Value{{form: unknown, depends: x.depends}}.telling(a, b), true
	}
	return Value{{form: boolean, truth: len(x.list) == 0 && !x.perhaps, depends: x.depends}}.telling(rest), true
}

// setMethod runs a method that compares two collections.
func (m *machine) setMethod(n int32, name string, receiver Value, arguments []argument, st *state) (Value, bool) {
	if len(arguments) != 1 {
		return nil, false
	}
	switch of := arguments[0].value; name {
	case "difference", "diff", "removedAll", "subtract", "subtracting", "Except", "minus":
		return m.without(n, receiver, of, st)
	case "issubset", "isSubset", "IsSubsetOf", "isSubsetOf", "subset?":
		return m.isWithin(n, receiver, of, st)
	case "issuperset", "isSuperset", "IsSupersetOf", "isSupersetOf", "superset?", "containsAll":
		return m.isWithin(n, of, receiver, st)
	}
	return nil, false
}
