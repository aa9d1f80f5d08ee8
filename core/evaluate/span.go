package evaluate

import "strconv"

// span returns the numbers from one to another, or a list that is not known.
func (m *machine) span(from, to Value, op string) Value {
	a, known := numberIn(from)
	b, too := numberIn(to)
	if m.unit().Words.Excludes[op] {
		b--
	}
	if !known || !too || b-a >= mostRounds {
		return Value{{element: true}}
	}
	x := alt{form: sequence}
	for i := a; i <= b; i++ {
		x.list = append(x.list, m.numberOf(i))
	}
	return Value{x}
}

// isNumber reports whether a value is one number.
func isNumber(v Value) bool { return len(v) == 1 && v[0].form == number }

// numberIn returns the whole number that a value is.
func numberIn(v Value) (n int, known bool) {
	s, plain := v.plain()
	if !plain || !isNumber(v) {
		return 0, false
	}
	n, err := strconv.Atoi(s)
	return n, err == nil
}
