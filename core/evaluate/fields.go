package evaluate

import "strings"

// What is given to fields of objects, and what they hold.

// isField reports whether a name that no variable has is one of a field of the
// object at hand.
func (m *machine) isField(name string) bool {
	fr := m.frame()
	if fr.class == nil || fr.fn == nil || m.unit().Words.OwnScopes {
		return false
	}
	if strings.HasPrefix(name, "@") && !m.unit().Words.Signs { // of the object, wherever it is set
		return true
	}
	if _, known := m.fieldsOf(fr.class).get(name); known {
		return true
	}
	for _, f := range fr.class.fields {
		if f == name {
			return true
		}
	}
	return false
}

// assignMember gives a member of an object a value.
func (m *machine) assignMember(target int32, v Value, st *state, at int32) {
	u := m.unit()
	name := u.at(target)
	object := u.Tree.Child(target, 0)
	if object == 0 || m.isSelf(object) {
		m.setField(name, v, st, at)
		return
	}
	of := m.quiet(object, st)
	for _, x := range of {
		if x.members != nil {
			old, _ := x.members.get(name)
			m.replacing(old, v, slot{m.context, m.path(target)}, st, at)
			m.change(x.members, name, v, st)
			if x.members.of != nil && m.isShared(x.members) {
				m.strong(x.members.of, name)
			}
			return
		}
	}
	if path := m.path(target); path != "" {
		m.assignName(path, v, st, at)
	}
}

func (m *machine) isShared(f *members) bool { return m.fields[f.of] == f }

// strong reports whether a field is set for the first time in a run.
func (m *machine) strong(c *Class, name string) bool {
	if m.fresh[c] == nil {
		m.fresh[c] = map[string]bool{}
	}
	first := !m.fresh[c][name]
	m.fresh[c][name] = true
	return first
}

// setField gives a field of the object at hand a value.
func (m *machine) setField(name string, v Value, st *state, at int32) {
	fr := m.frame()
	self := fr.self
	if self == nil {
		self = m.fieldsOf(fr.class)
	}
	m.passes(v)
	key := "." + name
	m.replacing(m.fieldNow(self, key, name, st), v, slot{m.context, key}, st, at)
	m.sets(key)
	st.scope.vars.put(key, v)
	if self == nil {
		return
	}
	if self.of != nil && m.isShared(self) && !m.strong(self.of, name) {
		old, _ := self.get(name)
		v = join(old, v)
	}
	m.change(self, name, v, st)
}

// change gives a field of an object a value, which on another way it may not have.
func (m *machine) change(object *members, name string, v Value, st *state) {
	v = m.gathered(v, st)
	old, known := object.get(name)
	if !known && object.of != nil { // what its class gives it
		old, known = m.inherited(object.of, name)
	}
	if known {
		object.changed = true
		m.changed++
		if !m.isOnlyWay(st) {
			v = join(old, v)
		}
	}
	object.set(name, v)
}

// isOnlyWay reports whether what is done now is done whenever the entry is run.
func (m *machine) isOnlyWay(st *state) bool {
	return !m.isAlong(st, func(st *state) bool { return st.forked })
}

// isAlong reports whether something holds of the state of a function that is running, or
// where it was called, up to the entry.
func (m *machine) isAlong(st *state, holds func(*state) bool) bool {
	for i := len(m.frames) - 1; i > 0 && st != nil && !holds(st); i-- {
		st = m.frames[i].from
	}
	return st != nil && holds(st)
}

func (m *machine) fieldNow(self *members, key, name string, st *state) Value {
	if v, known := st.scope.vars.get(key); known {
		return v
	}
	v, _ := self.get(name)
	return v
}

// field returns the value of a field of the object at hand.
func (m *machine) field(name string, st *state) (Value, bool) {
	if v, known := st.scope.vars.get("." + name); known {
		return v, true
	}
	fr := m.frame()
	if v, known := fr.self.get(name); known && fr.self.of != nil && !m.isShared(fr.self) {
		return m.said(m.withoutUnset(v)), true
	} else if known {
		return m.here(m.withoutUnset(v)), true
	}
	if v, known := fr.self.nameOf(name); known {
		return m.here(m.withoutUnset(v)), true
	}
	if fr.self != nil && fr.self.hazy {
		return Value{anything(m.depth())}, true
	}
	if fr.self != nil && fr.self.of != nil && fr.self.of != fr.class { // what extends the class of the method
		if v, known := m.inherited(fr.self.of, name); known {
			return m.here(m.withoutUnset(v)), true
		}
	}
	if fr.class != nil {
		if v, known := m.inherited(fr.class, name); known {
			return m.here(m.withoutUnset(v)), true
		}
		for _, f := range fr.class.fields {
			if f == name && len(m.frames) == 1 { // set by whoever makes the object
				return Value{{parts: []part{{any: true, param: true}}}}, true
			}
		}
	}
	return nil, false
}
