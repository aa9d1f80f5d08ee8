package evaluate

import "inzicht/core/parse"

// Lists that are taken apart into their first elements and the list of the others:
// [a, b | rest], a :: rest.

// headAndTail returns the patterns of the first elements of a list, and that of the others;
// ok is false where a pattern says nothing of the others.
func (u *Unit) headAndTail(p int32) (head []int32, tail int32, ok bool) {
	last, sign := p, "::"
	if u.kind(p) == parse.List && u.Words.Clauses {
		head = u.children(p)
		if len(head) == 0 {
			return nil, 0, false
		}
		last, sign, head = head[len(head)-1], "|", head[:len(head)-1:len(head)-1]
	}
	parts := u.children(last)
	if u.kind(last) != parse.Binary || len(parts) != 2 || u.at(last) != sign && !(u.at(last) == ":" && sign == "::" && u.Words.Clauses) {
		return nil, 0, false
	}
	return append(head, parts[0]), parts[1], true
}

// fitTail fits a list to the patterns of its first elements and of the others.
func (m *machine) fitTail(head []int32, tail int32, x alt, st *state, depth int) truth {
	switch {
	case x.form == nothing || x.form == text || x.form == sequence && len(x.list) < len(head) && !x.perhaps:
		return no
	case x.form != sequence || len(x.list) < len(head):
		for _, c := range append(head, tail) {
			m.bindInner(c, Value{loose(Value{x}, anything(m.depth()))}, st)
		}
		return may
	}
	first, others := x, x
	first.list, others.list = x.list[:len(head)], x.list[len(head):]
	result := m.fitEach(head, first, st, depth)
	if result == no {
		return no
	}
	if m.fit(tail, others, st, depth+1) == no {
		return no
	}
	return result
}

// assignTail gives the names of such a pattern what a list holds. It reports whether
// it is known.
func (m *machine) assignTail(target int32, v Value, st *state, at int32) (done bool) {
	head, tail, ok := m.unit().headAndTail(target)
	if !ok {
		return false
	}
	x, known := oneCollection(v)
	if !known || x.form != sequence || len(x.list) < len(head) {
		m.bindAnything(target, st)
		return true
	}
	for i, c := range head {
		m.assign(c, x.list[i], st, at)
	}
	x.list = x.list[len(head):]
	m.assign(tail, Value{x}, st, at)
	return true
}
