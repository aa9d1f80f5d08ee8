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
	return Value{m.numbers(a, b)}
}

// numbers returns the list of the numbers from one to another.
func (m *machine) numbers(from, to int) alt {
	x := alt{form: sequence}
	for i := from; i <= to; i++ {
		x.list = append(x.list, m.numberOf(i))
	}
	return x
}

// ranges are functions that give numbers: how many, from which to which, from which so many.
var ranges = map[string]func(a, b int, both bool) (from, to int){
	"range":            func(a, b int, both bool) (int, int) { return fromZero(a, b-1, both) },
	"xrange":           func(a, b int, both bool) (int, int) { return fromZero(a, b-1, both) },
	"seq_len":          func(a, _ int, _ bool) (int, int) { return 1, a },
	"seq":              func(a, b int, _ bool) (int, int) { return a, b },
	"Enumerable.Range": func(a, b int, _ bool) (int, int) { return a, a + b - 1 },
	"lists.seq":        func(a, b int, _ bool) (int, int) { return a, b },
}

// fromZero returns both bounds, or those of so many numbers from zero where only one was given.
func fromZero(a, b int, both bool) (from, to int) {
	if both {
		return a, b
	}
	return 0, a - 1
}

// ranged returns the numbers that a function gives, if these are known and not too many.
func (m *machine) ranged(path string, arguments []argument) (Value, bool) {
	bounds := ranges[path]
	if bounds == nil || len(arguments) == 0 || len(arguments) > 2 || m.unit().calls(path) {
		return nil, false
	}
	a, known := numberIn(arguments[0].value)
	b, too := 0, true
	if len(arguments) == 2 {
		b, too = numberIn(arguments[1].value)
	}
	if !known || !too {
		return nil, false
	}
	from, to := bounds(a, b, len(arguments) == 2)
	if path == "range" && m.unit().Words.Loops == Values { // of PHP, up to the last
		to++
	}
	if to-from >= mostRounds {
		return nil, false
	}
	return Value{m.numbers(from, to)}, true
}

// timed runs a block so many times as the number says that is asked to: 3.times { |i| … }.
func (m *machine) timed(n int32, name string, receiver Value, arguments []argument, st *state) (Value, bool) {
	f := functionIn(arguments)
	if f == nil {
		return nil, false
	}
	from, to := 0, 0
	a, known := numberIn(receiver)
	switch {
	case name == "times" && len(arguments) == 1:
		to = a - 1
	case name == "repeat" && len(arguments) == 2 && receiver == nil:
		a, known = numberIn(arguments[0].value)
		to = a - 1
	case name == "upto" && len(arguments) == 2:
		b, too := numberIn(arguments[0].value)
		from, to, known = a, b, known && too
	default:
		return nil, false
	}
	if !known || to-from >= mostRounds {
		return nil, false
	}
	return m.operateWith(n, eachOne, m.numbers(from, to), *f, st)
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
