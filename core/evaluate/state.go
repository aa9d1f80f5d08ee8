package evaluate

import (
	"slices"

	"inzicht/core/parse"
)

// lookup returns what a name stands for, and how far out it was found: 0 in the
// function itself.
func (m *machine) lookup(name string, st *state) (v Value, out int, found bool) {
	for s := st.scope; s != nil; s = s.outer {
		if v, found = s.vars.get(name); !found {
			v, found = s.base.get(name)
			v = m.withoutUnset(v)
		}
		if found {
			if out > 0 && m.isRunningIn(s) {
				out = 0
			}
			return v, out, true
		}
		out++
	}
	if v, found = m.global(name); found {
		return v, out, true
	}
	return nil, 0, false
}

// live returns a scope as it is on the way that is gone: where it is of a call that has not ended, that may have
// come to where it is not known which of several ways is.
func (m *machine) live(s *scope, st *state) *scope {
	if s == nil {
		return nil
	}
	for at := st.scope; at != nil; at = at.outer {
		if at.origin == s.origin {
			return at
		}
	}
	if called := m.calledFrom(s); called > 0 {
		return m.frames[called].from.scope
	}
	return s
}

// calledFrom returns the frame of the function that is called by the one whose scope it is, or 0.
func (m *machine) calledFrom(s *scope) int {
	for i := len(m.frames) - 1; i > 0; i-- {
		if from := m.frames[i].from; from != nil && from.scope.origin == s.origin {
			return i
		}
	}
	return 0
}

// isRunningIn reports whether a scope is of a call that has not ended: what it was
// given is known where it was called, also to functions within it.
func (m *machine) isRunningIn(s *scope) bool {
	return s.given || s.frame != nil && slices.Contains(m.frames, s.frame)
}

// global returns what a variable of the file holds, for its own functions.
func (m *machine) global(name string) (v Value, found bool) {
	if m.unit() != m.u || m.globals == nil {
		return nil, false
	}
	if v, found = m.globals.vars.get(name); found {
		return v, true
	}
	v, found = m.globals.base.get(name)
	return m.withoutUnset(v), found
}

// withoutUnset returns what a variable held in the first run, but for the value of the
// variable that is unset: what it holds instead of that is what it is given in this run,
// or nothing where it held nothing else.
func (m *machine) withoutUnset(v Value) Value {
	if m.focus == nil || len(v) == 0 {
		return v
	}
	var other Value
	missing, plain := mask(0), true
	for _, x := range v {
		if bits := m.ofFocus(x); bits == 0 {
			other = append(other, x)
		} else {
			missing |= bits
			plain = plain && (x.form == text || x.form == unknown) && len(x.parts) == 1 && x.parts[0].any
		}
	}
	switch {
	case missing == 0 || len(other) == 0 && !plain:
		return v
	case len(other) == 0:
		return Value{{form: m.unsetForm(), missing: missing, depends: missing}}
	}
	return other
}

// unsetForm returns what a variable that is unset is, where it is not asked for whether it
// is set.
func (m *machine) unsetForm() form {
	if u := m.focus.reads[0].Access.Unset; u == Empty || u == Pair {
		return text
	}
	return nothing
}

// ofFocus returns the reads of the variable that is unset which a value was made of in the
// first run.
func (m *machine) ofFocus(x alt) (bits mask) {
	for n, r := range m.focus.reads {
		if n < 64 && slices.Contains(x.sites, r.number) {
			bits |= 1 << n
		}
	}
	return bits
}

// here stamps what was made elsewhere as known in this function.
func (m *machine) here(v Value) Value { return m.stamped(v, false) }

// said does so with what an object holds; but in a function of another file, what this file
// gave the object stays that: it is here that it is said.
func (m *machine) said(v Value) Value { return m.stamped(v, true) }

func (m *machine) stamped(v Value, of bool) Value {
	depth := m.depth()
	stamp := func(from int32) int32 {
		if of && from >= 0 && from < depth && m.frames[depth].unit != m.u && m.frames[from].unit == m.u {
			return from
		}
		return depth
	}
	changed := false
	for _, x := range v {
		for _, p := range x.parts {
			changed = changed || stamp(p.frame) != p.frame
		}
	}
	if !changed {
		return v
	}
	out := make(Value, len(v))
	copy(out, v)
	for n := range out {
		parts := make([]part, len(out[n].parts))
		copy(parts, out[n].parts)
		for i := range parts {
			parts[i].frame = stamp(parts[i].frame)
		}
		out[n].parts = parts
	}
	return out
}

// assign gives a variable, a member or a pattern a value.
func (m *machine) assign(target int32, v Value, st *state, at int32) {
	u := m.unit()
	if names := u.Writes[target]; names != nil {
		m.supply(names, v, st)
	}
	if u.Words.Status != "" && m.calleePath(target) == u.Words.Status {
		st.scope.vars.put(exitStatus, v)
	}
	switch u.kind(target) {
	case parse.Name:
		m.assignName(u.at(target), v, st, at)
	case parse.Parameter:
		if u.at(target) == "" { // ({ a = 1 })
			m.assign(u.Tree.Child(target, 0), v, st, at)
		} else {
			m.assignName(u.at(target), v, st, at)
		}
	case parse.Member:
		m.assignMember(target, v, st, at)
	case parse.Index:
		if object := u.Tree.Child(target, 0); u.Words.Pointers && u.kind(object) == parse.Name && u.Tree.Nodes[object].Next == 0 { // } rows[] = …
			m.assignName(u.at(object), v, st, at)
			return
		}
		m.assignIndex(target, v, st, at)
	case parse.Wrapper, parse.Declare, parse.Unary:
		if u.Words.Signs && u.kind(target) == parse.Wrapper { // my ($x) = @_
			v = firstElement(v)
		}
		for _, c := range u.children(target) {
			m.assign(c, v, st, at)
			return
		}
	case parse.List, parse.Record:
		if a := wholeAmong(v); a != nil && m.takesByName(target, a, st, at) {
			return
		}
		if m.assignTail(target, v, st, at) {
			return
		}
		if u.kind(target) == parse.List {
			m.assignList(target, v, st, at)
		} else {
			m.assignRecord(target, v, st, at)
		}
	case parse.Binary: // "X_" <> rest
		if parts := u.children(target); !m.assignTail(target, v, st, at) && u.at(target) == "<>" && len(parts) == 2 {
			for _, x := range v {
				m.fit(target, x, st, 0)
			}
		}
	case parse.Call, parse.Unknown:
		m.bindAnything(target, st)
	}
}

// assignName gives a variable a value. Where the variable was unset, and is no
// more, that is its fallback.
func (m *machine) assignName(name string, v Value, st *state, at int32) {
	if name == "_" {
		return
	}
	scope := st.scope
	if !m.unit().Words.OwnScopes {
		scope = scope.of(name)
	} else if fn := m.frame().fn; fn != nil && fn.outer[name] {
		scope = scope.said(name)
	}
	m.assignIn(scope, name, v, st, at)
}

// of returns the scope that a variable belongs to: this one, or one round it that has
// it, or else this one.
func (s *scope) of(name string) *scope {
	found := s
	if _, local := s.vars.get(name); local {
		return s
	}
	for outer := s.outer; outer != nil; outer = outer.outer {
		if outer.has(name) {
			found = outer
		}
	}
	return found
}

// assignIn gives a variable of a scope a value.
func (m *machine) assignIn(scope *scope, name string, v Value, st *state, at int32) {
	key := slot{m.context, name}
	old, local := scope.vars.get(name)
	v = v.inPlaceOf(old)
	m.replacing(old, v, key, st, at)
	v = m.gathered(v, st)
	if !local && scope == st.scope && m.isField(name) {
		m.setField(name, v, st, at)
		return
	}
	m.setsIn(scope, name, st)
	switch {
	case scope == st.scope:
	case m.isCertain(scope, st):
	case m.entry >= 0 && m.isOnlyWay(st) && m.entries[m.entry].fn != nil:
		m.overwrite(scope, name)
	default:
		v = join(m.besides(scope, name), v)
	}
	scope.vars.put(name, v)
}

// inPlaceOf returns a value that a variable is given in place of another. Nothing in
// place of what is missing is missing as well.
func (v Value) inPlaceOf(old Value) Value {
	missing := old.missing()
	if missing == 0 || len(v) != 1 || v[0].form != nothing || v[0].missing != 0 {
		return v
	}
	x := v[0]
	x.missing, x.depends = missing, x.depends|missing
	return Value{x}
}

// gathered returns what a variable or field is given, which says why it is if it is
// what is missing is gathered in: bad = true.
func (m *machine) gathered(v Value, st *state) Value {
	if m.focus != nil && st.control != 0 && v.gathers() {
		return v.dependent(st.control)
	}
	return v
}

// isCertain reports whether what is done now to the variables of a function is done
// whenever that goes on: it is running, and called what does it on its only way.
func (m *machine) isCertain(s *scope, st *state) bool {
	for i := len(m.frames) - 1; i > 0 && st != nil && !st.forked; i-- {
		if st = m.frames[i].from; st != nil && st.scope == s {
			return !st.forked
		}
	}
	return false
}

// has reports whether a variable belongs to a scope.
func (s *scope) has(name string) bool {
	if _, there := s.vars.get(name); there {
		return true
	}
	_, there := s.base.get(name)
	return there
}

// besides returns what a variable of an outer scope may hold besides what it is
// given now: of what it held in the first run, all that is not the value of the
// variable that is unset.
func (m *machine) besides(s *scope, name string) (v Value) {
	if now, known := s.vars.get(name); known {
		return now
	}
	was, _ := s.base.get(name)
	for _, x := range was {
		if m.ofFocus(x) == 0 {
			v = append(v, x)
		}
	}
	return v
}

// replacing notes what a place is given for a value that it holds where a
// variable is set.
func (m *machine) replacing(old, v Value, key slot, st *state, at int32) {
	if m.focus == nil {
		tags := v.sites()
		if key.name == "" { // what a function returns may be worked out of it
			m.returned[key] = m.returned[key].with(tags)
			tags = tags.with(v.about())
		}
		if len(tags) > 0 {
			m.slots[key] = m.slots[key].with(tags)
			m.keep(old, v.sites())
		}
		return
	}
	instead := old.missing() &^ v.missing()
	if st.control != 0 || key.name == "" && st.passed != 0 {
		for n, r := range m.focus.reads {
			if bit := mask(1) << n; v.missing()&bit == 0 && ((st.control&bit != 0 || key.name != "") && m.tagged(m.slots[key], r) || st.passed&bit != 0 && m.tagged(m.returned[key], r)) { // another read of it may have been asked
				instead |= bit
			}
		}
	}
	if instead != 0 && at != 0 && m.mayStandIn(at, v) {
		m.replaced(instead, v, at)
	}
}

func (m *machine) tagged(tags sites, r *Read) bool {
	for _, s := range tags {
		if m.reads[s] == r {
			return true
		}
	}
	return false
}

// path returns a row of names as it is written, a.b.c, or "".
func (m *machine) path(n int32) string { return m.pathWithin(n, 0) }

// mostNames bounds how many names such a row has.
const mostNames = 12

func (m *machine) pathWithin(n int32, depth int) string {
	u := m.unit()
	if depth > mostNames {
		return ""
	}
	switch u.kind(n) {
	case parse.Name:
		return u.at(n)
	case parse.Member:
		object := u.Tree.Child(n, 0)
		if object == 0 {
			return "." + u.at(n)
		}
		if of := m.pathWithin(object, depth+1); of != "" {
			return of + "." + u.at(n)
		}
	case parse.Wrapper:
		return m.pathWithin(u.Tree.Child(n, 0), depth+1)
	}
	return ""
}

// isSelf reports whether a node is the object at hand.
func (m *machine) isSelf(n int32) bool {
	u := m.unit()
	if u.kind(n) != parse.Name || m.frame().class == nil {
		return false
	}
	switch u.at(n) {
	case "this", "self", "$this", "cls", "$self", "Self", "static":
		return true
	}
	return false
}

func (m *machine) accessAt(n int32) *Access { return m.unit().Access[n] }
