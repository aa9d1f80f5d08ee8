package evaluate

// What conversions make of a value that is known, where a variable has one.

// concrete converts a value in a world in which a variable has one: a text that is known, and nothing. It reports false for
// what it does not know.
func (m *machine) concrete(v Value, use Use, arguments []argument, st *state) (Value, bool) {
	if m.valued == nil && (m.focus == nil || m.focus.text == "") || len(v) != 1 || m.focus != nil && v.missing() != 0 {
		return nil, false
	}
	if use.Does == Nones && v[0].isGone() { // ok()
		return Value{{form: nothing}}, true
	}
	kind, form := use.Kind, use.Form
	if kind == "number" && m.valued != nil && m.valued.kind != "" { // parse(), of which it is said elsewhere what for
		kind, form = m.valued.kind, m.valued.form
	}
	if kind != "boolean" && !isNumeric(kind) {
		return nil, false
	}
	made, fails := m.concretely(v, kind, form)
	if fails {
		return m.failsConcretely(kind, use, arguments, st)
	}
	switch use.Does {
	case Errs, Succeeds:
		return Value{{form: sequence, list: []Value{made, {{form: nothing}}}}}, true
	case Tells:
		return Value{{form: sequence, list: []Value{{{form: boolean, truth: true}}, made}}}, true
	case Tests:
		m.bindOut(made, arguments, st)
		return Value{{form: boolean, truth: true}}, made[0].form != unknown
	case Goes, Fail, Converts, Nones, Breaks, NotNumber, OnNothing:
		return made, true
	}
	return nil, false
}

// concretely returns what a value is as a truth or a number, unknown for a text that says neither, and whether it is nothing.
func (m *machine) concretely(v Value, kind, form string) (made Value, fails bool) {
	text, plain := v.plain()
	switch {
	case v[0].form == boolean && kind == "boolean":
		return v, false
	case v.allNothing() || plain && text == "":
		return nil, true
	case !plain:
	case kind == "boolean":
		if says, known := truthsOf(form).says(text, form); known {
			return Value{{form: boolean, truth: says, sites: v[0].sites, depends: v[0].depends}}, false
		}
	case isCount(text):
		return Value{{form: number, parts: v[0].parts, sites: v[0].sites, depends: v[0].depends}}, false
	}
	x := anything(m.depth())
	x.sites, x.depends = v[0].sites, v[0].depends
	return Value{x}, false
}

// failsConcretely returns what a conversion makes of nothing.
func (m *machine) failsConcretely(kind string, use Use, arguments []argument, st *state) (Value, bool) {
	zero, failed := Value{m.zero(kind)}, Value{{form: failure, name: conversion, held: true}}
	switch use.Does {
	case Errs:
		return Value{{form: sequence, list: []Value{zero, failed}}}, true
	case Succeeds:
		return Value{{form: sequence, list: []Value{zero, {{form: nothing}}}}}, true
	case Tells:
		return Value{{form: sequence, list: []Value{{{form: boolean}}, zero}}}, true
	case Tests:
		m.bindOut(zero, arguments, st)
		return Value{{form: boolean}}, true
	case Converts:
		return zero, true
	case Nones:
		return Value{{form: nothing}}, true
	case Breaks:
		return failed, true
	}
	return nil, false
}

// isGone reports whether an error stands for what is not set.
func (x *alt) isGone() bool { return x.form == failure && (x.missing != 0 || x.held) }
