package evaluate

import "inzicht/core/parse"

// Parts of texts that are taken by their places: name[4:], name[0], name[4..].

// pieceOf returns the part of a text that an index takes. It reports false for whatever is no text that
// stands in the source.
func (m *machine) pieceOf(n int32, list []int32, of, key Value, st *state) (Value, bool) {
	if len(of) == 0 || of[0].form != text || len(list) > 3 {
		return nil, false
	}
	take, places := m.places(n, list, key, st)
	if take == noRewriting {
		return nil, false
	}
	return m.remade(take, of, places...)
}

// places returns what an index takes of a text, and the numbers that say which part of it.
func (m *machine) places(n int32, list []int32, key Value, st *state) (take Rewriting, places []argument) {
	u := m.unit()
	number := func(node int32) argument { return argument{value: m.quiet(node, st)} }
	first := list[len(list)-1]
	if op := u.at(first); op == ".." || op == "..=" || op == "..." || op == "..<" {
		return m.placesBetween(first, op, number)
	}
	colon := -1
	for i := int(u.Tree.Nodes[list[0]].To) + 1; i < int(u.Tree.Nodes[n].To)-1; i++ {
		if f := u.Tree.File; f.Is(i, ":") && colon < 0 {
			colon = i
		} else if f.Is(i, ":") || f.Is(i, "(") || f.Is(i, "[") || f.Is(i, "{") {
			return noRewriting, nil
		}
	}
	from, to := argument{value: m.numberOf(0)}, argument{}
	switch {
	case colon >= 0:
		for _, c := range list[1:] {
			at := int(u.Tree.Nodes[c].From)
			if u.kind(c) == parse.Unknown && u.Tree.Child(c, 0) != 0 {
				c = u.Tree.Child(c, 0)
			}
			switch {
			case u.kind(c) == parse.Unknown: // the colon
			case at < colon:
				from = number(c)
			default:
				to = number(c)
			}
		}
	case len(list) == 3: // name[0, 3]
		return Counts, []argument{number(list[1]), number(list[2])}
	case isNumber(key):
		return Character, []argument{{value: key}}
	default:
		return noRewriting, nil
	}
	if to.value == nil {
		return Slices, []argument{from}
	}
	return Slices, []argument{from, to}
}

// placesBetween returns what a..b takes.
func (m *machine) placesBetween(n int32, op string, number func(int32) argument) (take Rewriting, places []argument) {
	u := m.unit()
	list := u.children(n)
	from, to := argument{value: m.numberOf(0)}, argument{}
	switch {
	case u.kind(n) == parse.Wrapper || u.kind(n) == parse.Unary:
		to = number(list[0])
	case len(list) == 2:
		from, to = number(list[0]), number(list[1])
	case len(list) == 1:
		from = number(list[0])
	default:
		return noRewriting, nil
	}
	if to.value == nil {
		return Slices, []argument{from}
	}
	last, known := numberIn(to.value)
	if !known {
		return noRewriting, nil
	}
	if includes := op == "..=" || op == "..." && !u.Words.Excludes[op] || op == ".." && u.Words.Quiet; includes {
		if last++; last == 0 {
			return Slices, []argument{from}
		}
	}
	return Slices, []argument{from, {value: m.numberOf(last)}}
}

// piece takes a part of a text, of which a function says where it begins and before what it ends.
func piece(bounds func(length int, a, b *int) (from, to int)) func(string, given) (Value, bool) {
	return func(s string, g given) (Value, bool) {
		a, known := g.number(0)
		b, too := g.number(1)
		if !known || !too {
			return nil, false
		}
		from, to := bounds(len(s), a, b)
		from = min(max(from, 0), len(s))
		return g.spelt(s[from:min(max(to, from), len(s))])
	}
}

// sliced counts from the end what is below zero.
func sliced(length int, a, b *int) (from, to int) {
	place := func(n *int, usual int) int {
		switch {
		case n == nil:
			return usual
		case *n < 0:
			return length + *n
		}
		return *n
	}
	return place(a, 0), place(b, length)
}

func spanned(length int, a, b *int) (from, to int) {
	from, to = max(*orThat(a, 0), 0), max(*orThat(b, length), 0)
	return min(from, to), max(from, to)
}

// counted takes a number of characters; of a number below zero, all but so many at the end.
func counted(length int, a, b *int) (from, to int) {
	from, _ = sliced(length, a, nil)
	switch {
	case b == nil:
		return from, length
	case *b < 0:
		return from, length + *b
	}
	return from, max(from, 0) + *b
}

func placed(length int, a, b *int) (from, to int) {
	from, _ = sliced(length, a, nil)
	if a != nil && *a > 0 {
		from--
	}
	if b == nil {
		return from, length
	}
	if *b < 0 {
		return from, length + *b + 1
	}
	return from, *b
}

// orThat returns a number, or another where there is none.
func orThat(n *int, usual int) *int {
	if n == nil {
		return &usual
	}
	return n
}

func orOne(n *int) int { return *orThat(n, 1) }

func character(s string, g given) (Value, bool) {
	at, known := g.number(0)
	if !known {
		return nil, false
	}
	from, _ := sliced(len(s), orThat(at, 0), nil)
	if from < 0 || from >= len(s) {
		return nil, false
	}
	return g.spelt(s[from : from+1])
}
