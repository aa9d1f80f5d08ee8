package language

import "mvdan.cc/sh/v3/syntax"

// A shell of its own that fails ends the script only where the script says so: (…) || echo "goes on".

// containedOf returns where the shells of their own stand whose failure a script answers in peace.
func containedOf(nodes []syntax.Node) shellSpans {
	var list []shellBody
	answered := map[*syntax.BinaryCmd]bool{} // what something behind it answers
	note := func(tested *syntax.Stmt) {
		syntax.Walk(tested, func(n syntax.Node) bool {
			switch n.(type) {
			case *syntax.Subshell, *syntax.CmdSubst:
				list = append(list, shellBody{from: n.Pos().Offset(), to: n.End().Offset()})
				return false
			}
			return true
		})
	}
	for _, n := range nodes {
		switch n := n.(type) {
		case *syntax.BinaryCmd:
			left, isRow := n.X.Cmd.(*syntax.BinaryCmd)
			switch {
			case isLongChain(n.X):
			case n.Op == syntax.OrStmt && !goesOn(n.Y):
				if isRow { // (…) && a || exit 1
					answered[left] = true
				}
			case n.Op == syntax.OrStmt, n.Op == syntax.AndStmt && !answered[n]:
				note(n.X)
			}
		case *syntax.IfClause:
			if len(n.Cond) == 1 && !n.Cond[0].Negated && (n.Else == nil || len(n.Else.Cond) == 0 && !stops(n.Else.Then) && !returnsFailure(n.Else.Then)) {
				note(n.Cond[0])
			}
		}
	}
	return spansOf(list)
}

// goesOn reports whether a statement is one behind which a script goes on: it says something, gives
// a variable a value, or does nothing.
func goesOn(st *syntax.Stmt) bool {
	call, is := st.Cmd.(*syntax.CallExpr)
	if !is {
		return false
	}
	switch firstWord(call) {
	case "":
		return len(call.Args) == 0
	case "true", ":", "echo", "printf":
		return true
	}
	return false
}

// isContained reports whether what fails at an offset ends no more than a shell of its own.
func (s *script) isContained(at uint) bool { return s.failing.contained.at(at) >= 0 }
