package evaluate

import (
	"slices"

	"inzicht/core/parse"
)

// Elements and members that are given a value, and values that are taken apart: a[k] = v, (a, b) = v,
// { a, b: c } = v.

// elementPath returns the name by which an element of something that is not known is
// remembered, app.config["MAIL"], or "".
func (m *machine) elementPath(object int32, key string, of Value) string {
	path := m.path(object)
	if m.unit().kind(object) != parse.Member || path == "" || len(of) != 1 || of[0].form != unknown || of[0].env != nil {
		return ""
	}
	return path + "[" + key
}

// assignIndex gives an element of a list or record a value.
func (m *machine) assignIndex(target int32, v Value, st *state, at int32) {
	u := m.unit()
	object, key := u.Tree.Child(target, 0), u.Tree.Child(target, 1)
	if m.accessAt(target) != nil {
		m.eval(key, st)
		return
	}
	of := m.indexed(target, object, st)
	if key == 0 && m.holdsLists(object, of) { // $missing[] = $name
		m.assignFrom(object, of.grown([]Value{v}), st)
		return
	}
	if name, plain := m.elementKey(target, key, st).plain(); plain {
		if path := m.path(object); path != "" && wholeAmong(of) != nil && u.Writes[target] == nil {
			m.put(target, name, v, st)
			m.assignName(path+"["+name, v, st, at)
			return
		}
		if path := m.elementPath(object, name, of); path != "" && u.Writes[target] == nil {
			m.assignName(path, v, st, at)
			return
		}
		for _, x := range of {
			if x.members != nil {
				m.replacing(x.members.value[name], v, slot{m.context, m.path(object) + "[" + name}, st, at)
				m.change(x.members, name, v, st)
			}
		}
	} else {
		for _, x := range of {
			if x.members != nil {
				x.members.open = true
			}
		}
	}
}

// assignList takes a list apart.
func (m *machine) assignList(target int32, v Value, st *state, at int32) {
	u := m.unit()
	if targets := len(u.children(target)); u.Words.Errors != nil && targets > 2 {
		v = v.stretched(targets)
	}
	for n, c := range u.children(target) {
		n += u.leftOut(target, c)
		if u.takesRest(c) {
			rest := restOf(v, n, m.depth())
			if u.kind(c) == parse.Unary { // %rest
				rest = rest.paired()
			}
			m.assign(c, rest, st, at)
			continue
		}
		part := Value{loose(v, anything(m.depth()))}
		if handedParam(v) {
			part = v
		}
		if len(v) == 0 {
			part = Value{anything(m.depth())}
		}
		var known Value
		all := len(v) > 0
		for _, x := range v {
			if u.Words.Errors != nil && n+1 < len(x.list) && len(v) > 1 && (Value{x}).isError() && !v.isError() { // beside an error there is nothing that counts
				continue
			}
			if x.form == sequence && n < len(x.list) {
				known = append(known, x.list[n].dependent(x.depends)...)
			} else if x.isWrittenOut() { // my ($name, $default) = @_
				known = append(known, alt{form: nothing, depends: x.depends})
			} else {
				all = false
			}
		}
		if all {
			part = known
		} else if n == 0 && u.Words.Errors != nil && len(known) == 0 { // value, err := f()
			part = v
		} else if len(known) > 0 {
			part = append(known, part...)
		}
		m.taken(part)
		m.assign(c, part, st, at)
	}
}

// stretched returns a value and an error as so many values, of which the error is the last:
// host, port, err := net.SplitHostPort(x).
func (v Value) stretched(count int) Value {
	out := slices.Clone(v)
	for i, x := range out {
		if x.form == sequence && len(x.list) == 2 && !x.perhaps {
			out[i].list = make([]Value, count)
			for n := range count {
				out[i].list[n] = x.list[0]
			}
			out[i].list[count-1] = x.list[1]
		}
	}
	return out
}

// leftOut returns how many elements before one a pattern leaves out at its beginning:
// [, b]
func (u *Unit) leftOut(pattern, n int32) (count int) {
	f, from := u.Tree.File, int(u.Tree.Nodes[pattern].From)
	for i := from + 1; f.Is(from, "[") && i < int(u.Tree.Nodes[n].From) && f.Is(i, ","); i++ {
		count++
	}
	return count
}

// isWrittenOut reports whether a list is known to have the elements that it has and no
// others: texts and numbers, none of which stands for several.
func (x alt) isWrittenOut() bool {
	return x.form == sequence && !x.perhaps && len(x.list) > 0 && !slices.ContainsFunc(x.list, func(e Value) bool {
		return len(e) != 1 || e[0].form != text && e[0].form != number
	})
}

// assignRecord takes members out of an object: { a, b: c, d = 1 }.
func (m *machine) assignRecord(target int32, v Value, st *state, at int32) {
	u := m.unit()
	if len(v) == 1 && v[0].form == sequence && len(v[0].list) == len(u.children(target)) { // {a, b} is a tuple
		m.assignList(target, v, st, at)
		return
	}
	for _, c := range u.children(target) {
		name, to, fallback := u.at(c), c, int32(0)
		if u.kind(c) == parse.Pair {
			parts := u.children(c)
			switch {
			case len(parts) == 2: // key: name = x
				name, to = m.keyName(parts[0]), parts[1]
			case len(parts) == 1 && u.Tree.File.Is(int(u.Tree.Nodes[c].At)+1, "="):
				fallback, to = parts[0], 0
			case len(parts) == 1:
				to = parts[0]
			}
		}
		if a := m.accessAt(c); a != nil {
			value := m.access(c, a, st)
			if to == 0 {
				m.assignName(name, value, st, at)
			} else {
				m.assign(to, value, st, at)
			}
			continue
		}
		value := m.memberOf(v, name)
		if len(v) == 1 && v[0].members != nil && v[0].members.proxied != nil {
			value, _ = m.askProxy(v[0], c, textOf(name, m.depth()), st)
		}
		if fallback != 0 {
			value = m.orElse(value, true, st, func(st *state) Value { return m.eval(fallback, st) }, u)
		}
		m.taken(value)
		if to == 0 {
			m.assignName(name, value, st, at)
		} else {
			m.assign(to, value, st, at)
		}
	}
}

// keyName returns the name of a key that is written as a word or a text.
func (m *machine) keyName(n int32) string {
	u := m.unit()
	if s, ok := u.literal(n); ok {
		return s
	}
	return u.at(n)
}

// memberOf returns a member of a value.
func (m *machine) memberOf(v Value, name string) Value {
	var out Value
	for _, x := range v {
		if x.members != nil {
			if value, known := x.members.get(name); known {
				out = append(out, value.dependent(x.depends)...)
				continue
			}
			if x.members.of != nil {
				if value, known := m.fieldsOf(x.members.of).get(name); known && !m.isShared(x.members) {
					out = append(out, m.here(value)...)
					continue
				}
			}
			if !x.members.open {
				out = append(out, alt{form: nothing, depends: x.depends})
				continue
			}
		}
		out = append(out, loose(Value{x}, anything(m.depth())))
	}
	if len(out) == 0 {
		return Value{anything(m.depth())}
	}
	return out
}
