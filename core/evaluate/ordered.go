package evaluate

import "slices"

// What comes before or behind what, among numbers.

// measure notes that what was read is held against a number.
func (m *machine) measure(a, b Value) {
	if m.focus != nil {
		return
	}
	for _, s := range slices.Concat(a.sites(), b.sites()) {
		m.reads[s].measured = true
	}
	m.holdAgainst(a, b)
}

// holdAgainst notes the numbers that what was read is held against.
func (m *machine) holdAgainst(a, b Value) {
	if m.focus != nil {
		return
	}
	for _, pair := range [][2]Value{{a, b}, {b, a}} {
		if against, _ := pair[1].plain(); isNumber(pair[1]) {
			for _, s := range pair[0].sites() {
				m.reads[s].holdAgainst(against)
			}
		}
	}
}

// ordered compares numbers, as far as they are known.
func (m *machine) ordered(a, b Value, op string) (out Value, known bool) {
	for _, x := range a {
		for _, y := range b {
			s, first := Value{x}.plain()
			t, second := Value{y}.plain()
			left, right, counted := countsOf(s, t)
			result := alt{depends: x.depends | x.missing | y.depends | y.missing}
			if m.unit().Words.Chains && (x.form == nothing && x.missing != 0 && second || y.form == nothing && y.missing != 0 && first) { // undefined > 0
				result.form, known = boolean, true
			}
			if first && second && counted {
				result.form, known = boolean, true
				result.truth = map[string]bool{"<": left < right, ">": left > right, "<=": left <= right, ">=": left >= right}[op]
			}
			if truth := x.orderedSome(op, t); second && truth != may {
				result.form, result.truth, known = boolean, truth == yes, true
			}
			out = append(out, result)
		}
	}
	return out.compact(), known
}

// orderedSome compares a number that is at least one.
func (x alt) orderedSome(op, with string) truth {
	if x.form != number || x.name != some {
		return may
	}
	switch op + with {
	case ">0", ">=1", ">=0":
		return yes
	case "<1", "<=0", "<0":
		return no
	}
	return may
}
