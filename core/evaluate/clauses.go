package evaluate

import (
	"slices"

	"inzicht/core/parse"
)

// Functions that are written several times, each for other things that they are given:
// def port(nil, usual), do: usual, and def port(text, _), do: String.to_integer(text).

// clauses returns the ways in which a function is written, in their order, or nil
// where there is one alone.
func (fn *Func) clauses() (list []*Func) {
	if !fn.Unit.Words.Clauses || fn.Name == "" {
		return nil
	}
	special := false
	for _, other := range fn.Unit.funcs[fn.Name] {
		if other.Owner == fn.Owner && other.within == fn.within && len(other.params) == len(fn.params) && other.Body != 0 {
			list = append(list, other)
			special = special || other.guard != 0 || slices.ContainsFunc(other.params, param.isPattern)
		}
	}
	if len(list) < 2 || !special {
		return nil
	}
	return list
}

// isPattern reports whether a parameter is something that must be given.
func (p param) isPattern() bool { return p.name == "" && p.node != 0 }

// runClauses runs of the ways in which a function is written those that what it is
// given fits.
func (m *machine) runClauses(list []*Func, c *closure, n int32, arguments []argument, st *state) (out Value, ran bool) {
	arguments = slices.Clone(arguments)
	var merged *state
	var refused mask // what fits no way
	decided := -1
	for _, fn := range list {
		way, own := st.fork(), slices.Clone(arguments)
		fits, at, left := m.clauseFits(fn, c, n, own, way)
		if !fits {
			refused |= own[max(at, 0)].value.depends()
			continue
		}
		if at >= 0 {
			decided = at
		}
		because := mask(0)
		if decided >= 0 {
			because = m.because(own[decided].value, len(left) == 0 && merged == nil)
		}
		way.control |= because
		v, done := m.runOne(fn, &closure{unit: c.unit, node: fn.Node, outer: c.outer, self: c.self}, n, own, way)
		way.control = st.control
		ran = ran || done
		if done && !way.dead {
			out = append(out, v.dependent(because)...)
		}
		merged = st.either(merged, way)
		if len(left) == 0 {
			break
		}
		arguments[max(at, 0)].value = left
	}
	if merged == nil && refused != 0 { // a FunctionClauseError
		m.fail(st, refused, "FunctionClauseError")
		return nil, true
	} else if merged == nil {
		return nil, false
	}
	st.consults, st.dead = merged.consults, merged.dead
	return out.compact(), ran
}

// clauseFits reports whether arguments fit the parameters of a function. Of the
// argument at, which decides it, only those alternatives stay that do; left are those
// that another way is written for.
func (m *machine) clauseFits(fn *Func, c *closure, n int32, arguments []argument, st *state) (fits bool, at int, left Value) {
	at = -1
	for i, p := range fn.params {
		if !p.isPattern() || i >= len(arguments) {
			continue
		}
		m.asked(arguments[i].value)
		taken, rest := m.fitParameter(fn, p, arguments[i].value, st)
		if len(taken) == 0 {
			return false, i, nil
		}
		if at < 0 {
			at = i
		}
		if arguments[i].value = taken; len(left) > 0 {
			rest = append(left, rest...)
		}
		left = rest
	}
	if fn.guard != 0 && len(arguments) > 0 {
		switch m.guarded(fn, c, n, arguments, st) {
		case no:
			return false, at, nil
		case may:
			left = append(left, arguments[max(at, 0)].value...)
		}
		at = max(at, 0)
	}
	return true, at, left
}

// fitParameter returns the alternatives that are what a parameter must be given, and those that another way
// is written for.
func (m *machine) fitParameter(fn *Func, p param, v Value, st *state) (taken, rest Value) {
	m.frames = append(m.frames, &frame{fn: fn, unit: fn.Unit, context: m.context})
	defer func() { m.frames = m.frames[:len(m.frames)-1] }()
	pattern := fn.Unit.Tree.Child(p.node, 0)
	for i, x := range v {
		t := m.fit(pattern, x, st, 0)
		if asked := m.fieldsAsked(pattern, x); asked&^x.depends != 0 {
			v = slices.Clone(v)
			v[i].depends |= asked
		}
		taken, rest = v.withNext(i, taken, t != no), v.withNext(i, rest, t != yes)
	}
	return taken, rest
}

// withNext returns some of the alternatives of a value together with the one at i, where that belongs to them. What
// are all up to there share the value.
func (v Value) withNext(i int, some Value, belongs bool) Value {
	switch {
	case !belongs:
		return some
	case len(some) == i:
		return v[: i+1 : i+1]
	}
	return append(some, v[i])
}

// guarded reports whether the condition of a function holds for what it is given.
func (m *machine) guarded(fn *Func, c *closure, n int32, arguments []argument, st *state) truth {
	m.frames = append(m.frames, &frame{fn: fn, unit: fn.Unit, call: n, from: st, context: m.context, self: c.self})
	defer func() { m.frames = m.frames[:len(m.frames)-1] }()
	in := &state{scope: newScope(c.outer, fn.Unit), control: st.control, consults: st.consults}
	m.bind(fn, arguments, in)
	holds, fails := m.condition(fn.guard, in)
	switch {
	case len(holds) == 0:
		return no
	case len(fails) == 0:
		return yes
	}
	return may
}

// isConstant reports whether a pattern binds no name: nil, :error.
func (u *Unit) isConstant(n int32) bool {
	return u.kind(n) == parse.Name && (u.Words.Nothing[u.at(n)] || u.at(n)[0] == ':')
}
