package evaluate

import "inzicht/core/parse"

// for { a <- b; c <- d } yield e goes through lists, and asks what may hold nothing
// whether it does: then that is what comes of all of it.

// isGenerated reports whether a loop begins with a generator, a <- b, that may be no list.
func (m *machine) isGenerated(n int32, list []int32) bool {
	u := m.unit()
	return u.Words.Generators && u.at(n) == "for" && len(list) > 0 && u.isGenerator(list[0])
}

func (u *Unit) isGenerator(n int32) bool { return u.kind(n) == parse.Assign && u.at(n) == "<-" }

// generation is what is left of generators, and the body behind them.
type generation struct {
	list  []int32
	body  int32
	joint bool // there are several generators: all hold something, or none counts
}

// generationOf returns the generators of a loop with a body.
func (u *Unit) generationOf(list []int32, body int32) generation {
	count := 0
	for _, c := range list {
		if u.isGenerator(c) {
			count++
		}
	}
	return generation{list, body, count > 1}
}

// generate runs generators, values and conditions one within the other, and the body
// within the last, and returns what comes of it.
func (m *machine) generate(g generation, st *state) Value {
	u := m.unit()
	if st.dead || g.body == 0 {
		return nil
	}
	if len(g.list) == 0 {
		return m.block(g.body, st)
	}
	c, rest := g.list[0], generation{g.list[1:], g.body, g.joint}
	switch {
	case u.kind(c) == parse.If:
		return m.generateIf(u.Tree.Child(c, 0), rest, st)
	case !u.isGenerator(c):
		m.exec(c, st)
		return m.generate(rest, st)
	}
	parts := u.children(c)
	v := m.quiet(parts[1], st)
	if st.dead {
		return nil
	}
	if _, known := oneCollection(v); known || wholeOf(v) != nil {
		var out []Value
		m.overDoing(parts[:1], m.elementsOf(v), g.body, st, func() { out = append(out, m.generate(rest, st)) })
		return Value{{form: sequence, list: out, perhaps: true}}
	}
	return m.generateHeld(parts[0], v, rest, st)
}

// generateIf goes on where a condition may be true.
func (m *machine) generateIf(condition int32, rest generation, st *state) Value {
	way := st.fork()
	holds, fails := m.condition(condition, way)
	if len(holds) == 0 || way.dead {
		return m.nothingOf(fails)
	}
	v := m.generate(rest, way)
	if len(fails) == 0 {
		st.meet(way, way)
		return v
	}
	st.meet(way, st.fork())
	return join(v, m.nothingOf(fails))
}

// nothingOf returns nothing, for what made a condition false.
func (m *machine) nothingOf(fails Value) Value {
	return Value{{form: nothing, held: true, depends: fails.depends() | fails.missing(), sites: fails.sites()}}
}

// generateHeld goes on with what a value holds, where it holds any.
func (m *machine) generateHeld(target int32, v Value, rest generation, st *state) Value {
	var held, gone Value
	for _, x := range v {
		if x.form == nothing || x.form == failure {
			gone = append(gone, x)
		} else {
			held = append(held, x)
		}
	}
	if rest.joint && len(gone) > 0 && gone[0].form == nothing {
		m.asked(gone)
	}
	if len(held) == 0 && len(gone) > 0 {
		return gone
	}
	way, other := st.fork(), st.fork()
	m.assign(target, held, way, 0)
	w := m.generate(rest, way)
	return st.meetWhere(len(gone) > 0, way, other, w, gone)
}

// meetWhere goes on from a way that gave v and, where it may have been left for
// another, from that one too, which gave w. It returns what may have been given.
func (st *state) meetWhere(left bool, way, other *state, v, w Value) Value {
	if !left {
		st.meet(way, way)
		return v
	}
	st.meet(way, other)
	return join(v, w)
}
