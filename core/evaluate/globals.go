package evaluate

import "inzicht/core/syntax"

// outerNames returns the variables that a function says are none of its own: global a, b.
func (u *Unit) outerNames(fn int32) (names map[string]bool) {
	if !u.sayGlobal {
		return nil
	}
	f, node := u.Tree.File, u.Tree.Nodes[fn]
	for i := int(node.From); i < int(node.To); i++ {
		if !f.Is(i, "global") && !f.Is(i, "nonlocal") || f.Kind(i) != syntax.Word || f.Kind(i+1) != syntax.Word {
			continue
		}
		for i++; i < int(node.To) && !f.Tokens[i].NewLine && !f.Is(i, ";"); i++ {
			if f.Kind(i) == syntax.Word {
				if names == nil {
					names = map[string]bool{}
				}
				names[f.Text(i)] = true
			}
		}
		i--
	}
	return names
}

// outermost returns the scope of the file.
func (s *scope) outermost() *scope {
	for s.outer != nil {
		s = s.outer
	}
	return s
}

// said returns the scope that a variable is of which a function says that it is not its
// own: one round it that has it, or that of the file.
func (s *scope) said(name string) *scope {
	for outer := s.outer; outer != nil; outer = outer.outer {
		if outer.has(name) {
			return outer
		}
	}
	return s.outermost()
}

// overwritten is what a variable round a function held before the function that is run
// by itself, or one that it calls, gave it something else.
type overwritten struct {
	scope *scope
	name  string
	was   Value
}

// overwrite notes what a variable holds that is given something else, up to the end of
// the entry: who is run by itself behind that may find either.
func (m *machine) overwrite(s *scope, name string) {
	for _, o := range m.overwrites {
		if o.scope == s && o.name == name {
			return
		}
	}
	m.overwrites = append(m.overwrites, overwritten{s, name, m.besides(s, name)})
}

// putBack has what an entry gave variables round it stand beside what they held before,
// unless it is run before all others: func init().
func (m *machine) putBack() {
	if c := m.entries[m.entry].fn; c != nil && m.u.isFirst(m.u.byNode[c.node]) {
		m.overwrites = nil
	}
	for _, o := range m.overwrites {
		now, _ := o.scope.vars.get(o.name)
		o.scope.vars.put(o.name, join(o.was, now))
	}
	m.overwrites = nil
}

// isFirst reports whether a function is run before all others of its program.
func (u *Unit) isFirst(fn *Func) bool {
	return u.Words.Errors != nil && fn != nil && fn.Name == "init" && fn.Owner == nil && fn.within == nil
}
