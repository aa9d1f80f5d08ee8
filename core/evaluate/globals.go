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
