package evaluate

import (
	"inzicht/core/parse"
)

// What functions do that need a value: they fail on nothing, or say so.

// usedUp runs what needs a value and gives something else: the contents of a file.
func (m *machine) usedUp(use Use, n int32, v, receiver Value, arguments []argument, st *state) Value {
	missing := v.missing()
	name := m.unit().calleeName(m.unit().Tree.Child(n, 0))
	switch use.Does {
	case Errs:
		out := m.unknownCall(n, name, receiver, arguments, st)
		failed := Value{{}}
		if m.focus == nil {
			failed = failed.telling(v)
		} else if missing != 0 {
			failed = Value{{form: failure, name: "error", depends: missing}}
			if v.some(func(x alt) bool { return x.missing == 0 }) {
				failed = append(failed, alt{})
			}
		}
		return Value{{form: sequence, list: []Value{out, failed}}}
	case Breaks:
		if m.focus != nil && missing != 0 {
			return append(Value{{form: failure, name: conversion, missing: missing, depends: missing}}, unsure(v[1:])...)
		}
	default:
		if m.needed(v, st); st.dead {
			return nil
		}
	}
	return m.unknownCall(n, name, receiver, arguments, st)
}

// isForsaken reports whether a value is nothing since code found a variable unset, or
// its value unfit: v.isBlank() ? null : v.
func (v Value) isForsaken() bool {
	return v.isPlainNothing() && v[0].depends != 0
}

// isPlainNothing reports whether a value is nothing, and not that of a variable.
func (v Value) isPlainNothing() bool {
	return len(v) == 1 && v[0].form == nothing && v[0].missing == 0 && v[0].name == "" && !v[0].chain
}

// isNowhere reports whether a value is nothing on a way that is gone for want of a variable, or
// is nothing since one was found unset.
func (st *state) isNowhere(v Value) bool {
	return v.isForsaken() || st.control != 0 && v.isPlainNothing() && !v[0].held
}

// needed goes on only where there is something: what a value is given to fails on
// nothing.
func (m *machine) needed(v Value, st *state) Value {
	if m.focus != nil && st.isNowhere(v) {
		m.fail(st, v.depends(), conversion)
		return nil
	}
	if m.focus == nil || v.missing() == 0 {
		return v
	}
	var gone, rest Value
	for _, x := range v {
		if x.missing != 0 && x.form == nothing {
			gone = append(gone, x)
		} else {
			rest = append(rest, x)
		}
	}
	switch {
	case len(gone) == 0:
		return v
	case len(rest) == 0:
		m.fail(st, gone.missing(), conversion)
		return nil
	}
	return rest // another variable may have something
}

// demand goes on only where a condition is true.
func (m *machine) demand(v Value, st *state) Value {
	true_, false_ := m.unit().split(v)
	m.asked(v)
	if len(true_) == 0 {
		m.fail(st, m.because(false_, true), "AssertionError")
		return nil
	}
	if len(false_) > 0 && m.focus != nil {
		m.fail(st.fork(), m.because(false_, false), "AssertionError")
	}
	return true_
}

func unsure(v Value) Value {
	if len(v) == 0 {
		return nil
	}
	return Value{{}}
}

// resultOf returns the expression that a short function gives, or 0.
func (m *machine) resultOf(c *closure) int32 {
	if c.unit != m.unit() {
		return 0
	}
	list := c.unit.children(c.node)
	if len(list) == 0 || c.unit.kind(list[len(list)-1]) == parse.Parameter {
		return 0
	}
	last := list[len(list)-1]
	for c.unit.kind(last) == parse.Block && len(c.unit.children(last)) == 1 {
		last = c.unit.Tree.Child(last, 0)
	}
	if c.unit.kind(last) == parse.Switch {
		return c.unit.firstGiven(last)
	}
	return last
}

// firstGiven returns what the first case of a switch gives that does not throw, or 0.
func (u *Unit) firstGiven(n int32) int32 {
	for _, c := range u.children(n) {
		body := u.lastChild(c)
		if u.kind(c) == parse.Case && body != 0 && u.kind(body) == parse.Block && u.kind(u.lastChild(body)) != parse.Throw {
			return u.lastChild(body)
		}
	}
	return 0
}
