package evaluate

import (
	"slices"
	"strings"
	"unicode"

	"inzicht/core/bounds"
	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// pathUse returns what a function does with an argument.
func (m *machine) pathUse(path, name string, arguments []argument, n int32) (Use, bool) {
	u := m.unit()
	if path == "" {
		return Use{}, false
	}
	list := u.Words.Uses[path]
	if len(list) == 0 && path != name && name != "" && u.kind(u.Tree.Child(n, 0)) == parse.Name {
		list = u.Words.Uses[name]
	}
	if at := strings.IndexFunc(path, unicode.IsUpper); len(list) == 0 && at > 0 && path[at-1] == '.' { // java.util.Objects.requireNonNull
		list = u.Words.Uses[path[at:]]
	}
	if len(list) == 0 && path != name && syntax.IsCapital(path) && len(path) > len(name) {
		list = u.Words.Uses["new "+name]
	}
	if len(list) > 0 && m.isOwn(name, path, n) {
		return Use{}, false
	}
	return m.pick(list, arguments)
}

// isOwn reports whether what a call means by a bare name is a function of the
// program, which only has the name of one that libraries have.
func (m *machine) isOwn(name, path string, n int32) bool {
	u := m.unit()
	if path == name && u.calls(name) {
		return true
	}
	callee := u.Tree.Child(n, 0)
	return u.Outside != nil && u.kind(callee) == parse.Name && u.Outside(name, callee) != nil
}

// methodUse returns what a method does with its receiver.
func (m *machine) methodUse(name string, arguments []argument, st *state) (Use, bool) {
	return m.pick(m.unit().Words.Uses["."+name], arguments)
}

// pick returns the first of some uses that the arguments fit; of several that do the same
// with one argument each, the first of one that was read.
func (m *machine) pick(list []Use, arguments []argument) (picked Use, found bool) {
	for _, use := range list {
		switch {
		case !m.isUsed(use, arguments):
		case !found && m.takesRead(use, arguments):
			return use, true
		case !found:
			picked, found = use, true
		case use.Does == picked.Does && use.Kind == picked.Kind && use.Arg != picked.Arg && m.takesRead(use, arguments):
			return use, true
		}
	}
	return picked, found
}

// takesRead reports whether what a use takes was read; in a run with a variable unset,
// whether it is missing.
func (m *machine) takesRead(use Use, arguments []argument) bool {
	if use.Arg < 0 || use.Arg >= len(arguments) {
		return false
	}
	v := arguments[use.Arg].value
	if m.focus == nil {
		return v.wasRead()
	}
	return v.missing() != 0
}

// isUsed reports whether arguments fit a use.
func (m *machine) isUsed(use Use, arguments []argument) bool {
	switch {
	case use.Exact >= 0 && use.Exact != len(arguments),
		use.Arg >= len(arguments) && use.Keyword == "",
		use.Fallback >= len(arguments) && use.Else == "",
		use.Also != "" && !m.has(arguments, use.Also),
		use.Keyword != "" && (use.Arg >= len(arguments) || arguments[use.Arg].name != use.Keyword):
		return false
	}
	return true
}

func (m *machine) has(arguments []argument, word string) bool {
	u := m.unit()
	for _, a := range arguments {
		if a.node != 0 && (u.Tree.Text(a.node) == word || a.name != "" && u.Tree.Text(u.lastChild(a.node)) == word) { // base=16
			return true
		}
	}
	return false
}

// bindOut gives the variables that a function puts its result into the value
// that it works on: TryParse(v, out n).
func (m *machine) bindOut(v Value, arguments []argument, st *state) {
	u := m.unit()
	for _, a := range arguments {
		if u.kind(a.node) == parse.Unary && u.at(a.node) == "out" && !st.dead {
			m.assign(u.Tree.Child(a.node, 0), v, st, a.node)
		}
	}
}

// use does with a value what a function or method does.
func (m *machine) use(use Use, n int32, receiver Value, arguments []argument, st *state) Value {
	v := receiver
	if use.Arg >= 0 && use.Arg < len(arguments) {
		v = arguments[use.Arg].value
	}
	if use.Kind == "number" && m.unit().Words.Types != nil {
		if made, does := m.parsedByOwn(v, n, st); does {
			return made
		}
		m.parsed(v, n, st)
	} else if use.Kind != "" {
		m.noteForm(v, use.Kind, use.Form)
		m.noteBounds(v, use.boundsBy(arguments))
	}
	if use.Does == Demands {
		return m.demand(v, st)
	}
	if inner, other := v.takenOut(); len(inner) > 0 && use.Does == Fail && use.Arg < 0 && m.unit().Words.Leaves == "?" { // Ok(None).unwrap()
		if len(other) == 0 {
			return inner
		}
		return join(inner, m.use(use, n, other, arguments, st))
	}
	if use.Other {
		return m.usedUp(use, n, v, receiver, arguments, st)
	}
	if use.Maps {
		v = m.mapped(v, use.Does, use.besides(arguments), st)
		if use.Fallback < 0 {
			return v
		}
	}
	if made, known := m.concrete(v, use, arguments, st); known {
		return made
	}
	m.bindOut(v, arguments, st)
	if use.Kind != "" {
		if w := optionalOf(arguments, use.Arg); len(w.value) > 0 {
			return m.orElse(v, true, st, func(*state) Value {
				m.replaced(v.missing(), w.value, w.node)
				return w.value
			}, m.unit())
		}
	}
	switch use.Does {
	case Holds:
		return v.inHolder()
	case Tests, Absence:
		if question := questions[m.unit().calleeName(m.unit().Tree.Child(n, 0))]; question != "" {
			if asked, known := m.askLists(v, question); known {
				return asked
			}
		}
		if use.Counts {
			m.askedTruth(v)
		}
		return m.presence(v, use.Does == Absence)
	case Replaces:
		other := func(st *state) Value {
			if use.Fallback < 0 || use.Fallback >= len(arguments) {
				return Value{{form: text, depends: v.depends(), worked: v.worked()}}
			}
			a := arguments[use.Fallback]
			m.typed(v, a.value.numeric())
			if a.lazy {
				return m.eval(a.node, st)
			}
			w, at := a.value, a.node
			if len(a.value) == 1 && a.value[0].form == function {
				w, at = m.invoke(a.value[0], n, []argument{{value: v.failures()}}, st), m.resultOf(a.value[0].fn)
			}
			if !st.dead && at != 0 {
				m.replaced(v.missing(), w, at)
			}
			return w
		}
		out := m.orElse(v, !use.Empties, st, other, m.unit())
		if use.Maps { // there may be a value, of which nothing is known
			out = slices.Clone(out)
			for i := range out {
				out[i].truth = out[i].truth && out[i].form != unknown
			}
		}
		return out
	}
	if m.focus == nil {
		if use.Does == Errs || use.Does == Succeeds {
			return Value{{form: sequence, list: []Value{v, Value{{}}.telling(v)}}}
		}
		if use.Does == Tells {
			return Value{{form: sequence, list: []Value{Value{{}}.telling(v), v}}}
		}
		if use.Does == Mistakes {
			return Value{{}}.telling(v)
		}
		return m.converted(v, use)
	}
	missing := v.missing()
	if missing == 0 && use.Does == Mistakes {
		return Value{{}}
	}
	if missing == 0 && use.Does == Nones && v.holdsFailure() { // of something else that has failed
		return v.nothingForFailures()
	}
	if missing == 0 {
		if use.Does == Errs {
			return Value{{form: sequence, list: []Value{v, {{}}}}}
		}
		if use.Does == Tells {
			return Value{{form: sequence, list: []Value{{{}}, v}}}
		}
		if (use.Does == Fail || use.Does == OnNothing || use.Does == OtherPath) && st.isNowhere(v) {
			m.fail(st, v.depends(), conversion)
			return nil
		}
		if s, plain := v.plain(); plain && s == "" && use.Kind != "" && use.Does == Fail && use.Kind != "list" && use.Kind != "text" {
			m.fail(st, v.depends(), conversion)
			return nil
		}
		if use.Does == Fail && v.depends() != 0 && len(v) == 1 && v[0].form == failure { // what was made of the value is no value
			m.fail(st, v.depends(), conversion)
			return nil
		}
		if s, plain := v.plain(); plain && s == "" && use.Does == Breaks && v.depends() != 0 { // "".parse()
			return Value{{form: failure, name: conversion, depends: v.depends()}}
		}
		if s, plain := v.plain(); plain && s == "" && use.Does == Nones {
			return Value{{form: nothing, depends: v.depends(), missing: v.depends()}}
		}
		if s, plain := v.plain(); plain && s == "" && use.Does == NotNumber && strings.HasPrefix(m.unit().calleeName(m.unit().Tree.Child(n, 0)), "parse") {
			return Value{{form: failure, name: notNumber, missing: v.depends()}} // Number("") is 0
		}
		return m.converted(v, use)
	}
	var gone, rest Value
	for _, x := range v {
		if x.missing != 0 {
			gone = append(gone, x)
		} else {
			rest = append(rest, x)
		}
	}
	switch use.Does {
	case Fail, OnNothing, OtherPath:
		if use.Does != Fail && gone[0].form != nothing {
			return v
		}
		if len(rest) == 0 {
			m.fail(st, missing, conversion)
			return nil
		}
		way := st.fork()
		m.fail(way, missing, conversion)
		return m.converted(rest, use)
	case Errs:
		return Value{{form: sequence, list: []Value{m.convertMissing(v, alt{form: number, parts: []part{{text: "0", frame: m.depth()}}}), append(Value{{form: failure, name: "error", depends: missing}}, unsure(rest)...)}}}
	case Tells:
		return Value{{form: sequence, list: []Value{append(Value{{form: boolean, depends: missing}}, unsure(rest)...), m.convertMissing(v, m.zero(use.Kind))}}}
	case Succeeds:
		return Value{{form: sequence, list: []Value{m.convertMissing(v, alt{}), append(Value{{form: nothing}}, unsure(rest)...)}}}
	case Mistakes:
		return append(Value{{form: failure, name: "error", depends: missing}}, unsure(rest)...)
	case Nones:
		return m.convertMissing(v, alt{form: nothing})
	case Breaks:
		return m.convertMissing(v, alt{form: failure, name: conversion})
	case NotNumber:
		return m.convertMissing(v, alt{form: failure, name: notNumber})
	case EmptyText:
		empty := textOf("", m.depth())
		m.replaced(v.missing(), empty, 0)
		return m.convertMissing(v, empty[0])
	case Converts:
		if use.Kind == "boolean" { // of nothing it is false, as a comparison with "true" is
			return m.isTrue(v)
		}
		return m.convertMissing(v, m.zero(use.Kind))
	case Writes:
		return m.convertMissing(v, textOf("None", m.depth())[0])
	}
	return v
}

// holdsFailure reports whether a value may be an error.
func (v Value) holdsFailure() bool {
	return v.some(func(x alt) bool { return x.form == failure })
}

// nothingForFailures returns a value with nothing in place of errors.
func (v Value) nothingForFailures() Value {
	out := slices.Clone(v)
	for i, x := range out {
		if x.form == failure {
			out[i] = alt{form: nothing, depends: x.depends}
		}
	}
	return out
}

// zero returns what a converter makes of nothing.
func (m *machine) zero(kind string) alt {
	switch kind {
	case "integer", "number":
		return alt{form: number, parts: []part{{text: "0", frame: m.depth()}}}
	case "boolean":
		return alt{form: boolean}
	}
	return alt{form: text}
}

// isTrue returns whether a value says true: what is unset does not.
func (m *machine) isTrue(v Value) Value {
	m.askedWhether(v)
	var out Value
	for _, x := range v {
		if x.missing != 0 {
			out = append(out, alt{form: boolean, depends: x.depends | x.missing})
			continue
		}
		out = append(out, loose(Value{x}, anything(m.depth())))
	}
	return out.compact()
}

// convertMissing returns a value of which what is unset has become something
// else that still says nothing.
func (m *machine) convertMissing(v Value, as alt) Value {
	out := make(Value, 0, len(v))
	for _, x := range v {
		if x.missing != 0 {
			y := as
			y.missing, y.depends = x.missing, x.depends
			out = append(out, y)
			continue
		}
		out = append(out, loose(Value{x}, anything(m.depth())))
	}
	return out.compact()
}

// converted returns a value that is taken for something else; a literal stays
// one.
func (m *machine) converted(v Value, use Use) Value {
	out := make(Value, 0, len(v))
	for _, x := range v {
		y := x
		if x.form == unknown && use.Does != Goes {
			y.truth = false
		}
		y.rewritten = y.rewritten || use.Does == OtherPath
		out = append(out, y)
	}
	return out
}

// presence asks whether there is a value.
func (m *machine) presence(v Value, absent bool) Value {
	m.asked(v)
	m.askedWhether(v)
	var out Value
	for _, x := range v {
		there := yes
		switch x.form {
		case nothing:
			there = no
		case unknown:
			there = may
		case failure:
			there = no
		case text:
			if s, plain := x.plain(); plain && s == "" {
				there = no
			} else if len(x.parts) == 1 && x.parts[0].any {
				there = may
			}
		case boolean:
			if x.missing != 0 || !x.truth {
				there = no
			}
		case sequence:
			if len(x.list) == 0 {
				there = no
			}
		}
		if there == may {
			out = append(out, alt{depends: x.depends, verdict: true})
			continue
		}
		out = append(out, alt{form: boolean, truth: (there == yes) != absent, depends: x.depends | x.missing})
	}
	if len(out) == 0 {
		return Value{{}}.telling(v)
	}
	return out.telling(v).compact()
}

// invoke calls a function value.
func (m *machine) invoke(f alt, n int32, arguments []argument, st *state) Value {
	if f.fn.reads != nil {
		return m.readBy(f.fn, n, arguments, st)
	}
	if f.fn.does != nil && len(arguments) > 0 {
		return f.fn.does(n, arguments[0].value, st)
	}
	if f.fn.gives != nil {
		return m.borrow(f.fn.gives, n, st)
	}
	fn := f.fn.unit.byNode[f.fn.node]
	if fn == nil {
		return nil
	}
	v, ran := m.run(fn, f.fn.unnamed(fn, arguments), n, arguments, st)
	if !ran {
		return Value{anything(m.depth())}
	}
	return v
}

// unnamed returns a function that has no parameters and is given something, with the
// names by which it has that: it, _, $0.
func (c *closure) unnamed(fn *Func, arguments []argument) *closure {
	if len(fn.params) > 0 || len(arguments) == 0 {
		return c
	}
	return c.knowing(arguments[0].value, unnamed...)
}

// knowing returns a function for which some more names stand for a value.
func (c *closure) knowing(v Value, names ...string) *closure {
	own := *c
	own.outer = newScope(c.outer, c.unit)
	own.outer.given = true
	for _, name := range names {
		own.outer.vars.put(name, v)
	}
	return &own
}

// noteKind notes what a value is taken for, by what the language has for that; the name of a type may be behind it.
func (m *machine) noteKind(v Value, kind string) {
	kind, name, _ := strings.Cut(kind, " ")
	m.noteForm(v, kind, m.unit().Words.Forms[kind])
	m.noteBounds(v, bounds.OfType(name))
}

// noteForm notes what a value is taken for, and how it must be written for that.
func (m *machine) noteForm(v Value, kind, form string) {
	if m.focus != nil {
		return
	}
	if form == Presence {
		m.askedTruth(v)
	}
	for _, s := range v.sites() {
		switch r := m.reads[s]; {
		case slices.Contains(m.formed, s):
		case r.Kind == "" && !r.mixed:
			r.Kind, r.Form = kind, form
		case r.Kind != kind && !isNumeric(r.Kind) && kind != "number":
			r.Kind, r.Form, r.mixed = "", "", true // it is taken for one thing or another
		}
	}
}

func isNumeric(kind string) bool { return kind == "number" || kind == "integer" }
