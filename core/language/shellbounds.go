package language

import (
	"inzicht/core/bounds"

	"mvdan.cc/sh/v3/syntax"
)

// Between which numbers a script wants a variable: if [ "$PORT" -lt 1 ] || [ "$PORT" -gt 65535 ]; then exit 1; fi

// bound notes what the conditions ask of numbers that a script comes to whatever else is so.
func (s *script) bound(file *syntax.File) {
	for _, st := range file.Stmts {
		switch n := st.Cmd.(type) {
		case *syntax.IfClause:
			if len(n.Cond) == 1 && n.Else == nil {
				s.boundBy(n.Cond[0], n.Then, nil)
			}
		case *syntax.BinaryCmd:
			switch {
			case st.Negated:
			case n.Op == syntax.AndStmt:
				s.boundBy(n.X, []*syntax.Stmt{n.Y}, nil)
			case n.Op == syntax.OrStmt:
				s.boundBy(n.X, nil, []*syntax.Stmt{n.Y})
			}
		}
	}
}

// boundBy notes for which numbers a script ends by one condition.
func (s *script) boundBy(condition *syntax.Stmt, then, otherwise []*syntax.Stmt) {
	if !isShort(condition) {
		return
	}
	ends := map[verdict]bool{surely: stops(then), never: stops(otherwise)}
	if !ends[surely] && !ends[never] {
		return
	}
	for _, a := range s.askedIn(condition) {
		if !a.ordered || a.changed {
			continue
		}
		found := bounds.Found(a.texts, true, func(number string) bool {
			return ends[(&valuedShell{a.name, number}).holds(condition, 0)]
		})
		o := s.outcomeOf(a.name)
		o.bounds = bounds.Both(o.bounds, found)
	}
}
