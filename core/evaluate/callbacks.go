package evaluate

import (
	"slices"

	"inzicht/core/parse"
)

// What a function sets that is not run: what is given to something unknown, which may run it or not, list().forEach((x) =>
// { found = x }), and what has nothing to do with the environment.

// forgetSetBy forgets what variables hold that functions among some arguments set.
func (m *machine) forgetSetBy(arguments []argument, st *state) {
	for _, a := range arguments {
		if a.value.isFunction() {
			m.forgetSet(a.value[0].fn, st)
		}
	}
}

// forgetSet forgets what variables hold that a function sets which is not run, but for what was read: that is judged as it
// is where nothing is set.
func (m *machine) forgetSet(c *closure, st *state) {
	if c.unit != m.unit() || c.outer == nil {
		return
	}
	outer := m.live(c.outer, st)
	for _, name := range m.setWithin(c.node) {
		scope := outer.of(name)
		old, known := scope.vars.get(name)
		if !known || old.wasRead() || old.missing() != 0 || old.some(func(x alt) bool { return x.form == unknown }) {
			continue
		}
		scope.vars.put(name, append(slices.Clone(old), anything(m.depth())))
		m.setsIn(scope, name, st)
	}
}

// setWithin returns the variables that a function of the file sets, and does not declare itself.
func (m *machine) setWithin(n int32) []string {
	key := unitNode{m.unit(), n}
	if names, known := m.setBy[key]; known {
		return names
	}
	u := m.unit()
	fn, own := u.byNode[n], map[string]bool{}
	var names []string
	var walk func(n int32)
	walk = func(n int32) {
		first := u.Tree.Child(n, 0)
		switch u.kind(n) {
		case parse.Declare, parse.Parameter:
			own[u.at(n)] = true
			if first != 0 {
				own[u.at(first)] = true
			}
		case parse.Assign:
			if name := u.at(first); u.kind(first) == parse.Name && !own[name] && (!u.Words.OwnScopes || fn != nil && fn.outer[name]) && !slices.Contains(names, name) {
				names = append(names, name)
			}
		}
		for _, c := range u.children(n) {
			walk(c)
		}
	}
	walk(n)
	if m.setBy == nil {
		m.setBy = map[unitNode][]string{}
	}
	m.setBy[key] = names
	return names
}
