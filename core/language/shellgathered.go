package language

import (
	"strconv"

	"inzicht/core/reads"

	"mvdan.cc/sh/v3/syntax"
)

// Scripts often look through all that they need before they end:
//
//	for v in A B; do [ -n "${!v}" ] || missing="$missing $v"; done
//	if [ -n "$missing" ]; then exit 1; fi
//
// What is set where a variable is not set is a flag, and what ends the script
// because of the flag does so because of the variable.

// shellFlag is what a script sets where a variable is not set.
type shellFlag struct {
	name, value string
	of          string // the variable, or the name of what holds its name behind a mark
	asked       uint   // where it was asked whether that is set
	set         uint   // where the flag is set
}

// mostFlags bounds how many flags of a script are followed.
const mostFlags = 200

// flag notes what statements set that are run where a variable is not set.
func (s *script) flag(list []*syntax.Stmt, of string, asked uint) {
	note := func(name, value string, at syntax.Pos) {
		if len(s.flags) < mostFlags {
			s.flags = append(s.flags, shellFlag{name, value, of, asked, at.Offset()})
		}
	}
	for _, st := range list {
		switch n := st.Cmd.(type) {
		case *syntax.Block:
			s.flag(n.Stmts, of, asked)
		case *syntax.BinaryCmd: // echo … && missing=1
			if n.Op == syntax.AndStmt && says(n.X) {
				s.flag([]*syntax.Stmt{n.Y}, of, asked)
			}
		case *syntax.CallExpr:
			for _, a := range n.Assigns {
				if value, known := flagValue(a); known && len(n.Args) == 0 {
					note(a.Name.Value, value, a.Pos())
				}
			}
		case *syntax.ArithmCmd: // ((missing++))
			if counts, is := n.X.(*syntax.UnaryArithm); is && counts.Op == syntax.Inc {
				if word, is := counts.X.(*syntax.Word); is && isShellName(word.Lit()) {
					note(word.Lit(), "1", n.Pos())
				}
			}
		}
	}
}

// flagValue returns what a flag holds behind an assignment: a text, or of what is
// gathered or counted one that is not empty.
func flagValue(a *syntax.Assign) (value string, known bool) {
	switch {
	case a.Name == nil:
		return "", false
	case a.Append:
		return "1", a.Array != nil && len(a.Array.Elems) > 0 || a.Value != nil
	case a.Value == nil:
		return "1", a.Array != nil && len(a.Array.Elems) > 0
	}
	if text, plain := shellText(a.Value); plain {
		return text, true
	}
	return "1", mentions(a.Value, a.Name.Value) // missing="$missing $v", n=$((n + 1))
}

// mentions reports whether a variable stands in a word.
func mentions(word *syntax.Word, name string) (found bool) {
	syntax.Walk(word, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.ParamExp:
			found = found || n.Param != nil && n.Param.Value == name
		case *syntax.Lit:
			found = found || n.Value == name
		}
		return !found
	})
	return found
}

// followFlags makes required what a script ends for by way of a flag.
func (s *script) followFlags(nodes []syntax.Node) {
	if len(s.flags) == 0 {
		return
	}
	concerning := nodesConcerning(nodes)
	for _, f := range s.flags {
		o := s.checked[f.of]
		if o == nil || o.need != reads.Optional || o.fallback != nil {
			continue
		}
		if isEnvironmentName(f.of) && s.settings.anew(f.of, f.asked) {
			continue
		}
		if at := s.endsFor(f, concerning[f.name]); at != nil && !isAside(nodes, f.set, at) {
			s.consequence(o, f.of, f.asked, true)
		}
	}
}

// longestCondition is how many bytes a condition has that is looked at for flags.
const longestCondition = 1000

// nodesConcerning returns, by the names of variables, the nodes of a script that give one
// a value, ask for it, or end with it.
func nodesConcerning(nodes []syntax.Node) map[string][]syntax.Node {
	index := map[string][]syntax.Node{}
	note := func(of, n syntax.Node) {
		if of.End().Offset()-of.Pos().Offset() > longestCondition {
			return
		}
		syntax.Walk(of, func(inner syntax.Node) bool {
			name := ""
			switch inner := inner.(type) {
			case *syntax.ParamExp:
				if inner.Param != nil {
					name = inner.Param.Value
				}
			case *syntax.Lit: // of (( … ))
				name = inner.Value
			}
			if list := index[name]; name != "" && (len(list) == 0 || list[len(list)-1] != n) {
				index[name] = append(list, n)
			}
			return true
		})
	}
	for _, n := range nodes {
		switch n := n.(type) {
		case *syntax.Assign:
			if n.Name != nil {
				index[n.Name.Value] = append(index[n.Name.Value], n)
			}
		case *syntax.IfClause:
			if len(n.Cond) > 0 {
				note(n.Cond[len(n.Cond)-1], n)
			}
		case *syntax.BinaryCmd:
			if !isLongChain(n.X) {
				note(n.X, n)
			}
		case *syntax.CallExpr:
			if leavesWith(n) != nil {
				note(leavesWith(n), n)
			}
		}
	}
	return index
}

// leavesWith returns the status that a command ends the script or a function with, or nil.
func leavesWith(n *syntax.CallExpr) *syntax.Word {
	if len(n.Args) != 2 || n.Args[0].Lit() != "exit" && n.Args[0].Lit() != "return" {
		return nil
	}
	return n.Args[1]
}

// endsFor returns, of the nodes that concern a flag, the one by which a script ends
// because of it behind where it is set, or nil.
func (s *script) endsFor(f shellFlag, concerning []syntax.Node) syntax.Node {
	u := &valuedShell{f.name, f.value}
	for _, n := range concerning {
		at := n.Pos().Offset()
		if at <= f.set {
			continue
		}
		var taken []*syntax.Stmt
		switch n := n.(type) {
		case *syntax.Assign: // it is set anew, and says something else
			if value, known := flagValue(n); !known || value != f.value && value != "1" {
				return nil
			}
		case *syntax.IfClause:
			switch u.holds(n.Cond[len(n.Cond)-1], 0) {
			case surely:
				taken = n.Then
			case never:
				if n.Else != nil {
					taken = n.Else.Then
				}
			}
		case *syntax.BinaryCmd:
			if v := u.holds(n.X, 0); v == surely && n.Op == syntax.AndStmt || v == never && n.Op == syntax.OrStmt {
				taken = []*syntax.Stmt{n.Y}
			}
		case *syntax.CallExpr: // exit $missing
			if status, known := u.text(leavesWith(n)); known && status != "0" && status != "" && (n.Args[0].Lit() == "exit" || s.failing.endsAt(at)) {
				return n
			}
		}
		if s.ends(taken, at) {
			return n
		}
	}
	return nil
}

// isAside reports whether a node is run under a condition, or in a function, that what is
// at an offset before it is not in.
func isAside(nodes []syntax.Node, before uint, of syntax.Node) bool {
	at := of.Pos().Offset()
	for _, n := range nodes {
		from, to := n.Pos().Offset(), n.End().Offset()
		if from > at {
			break
		}
		if n == of || at >= to || from <= before && before < to {
			continue
		}
		switch n := n.(type) {
		case *syntax.IfClause, *syntax.CaseClause, *syntax.ForClause, *syntax.WhileClause, *syntax.FuncDecl:
			return true
		case *syntax.BinaryCmd:
			if n.Op != syntax.Pipe && at >= n.Y.Pos().Offset() {
				return true
			}
		}
	}
	return false
}

// ends reports whether statements end the script with a failure, or the function that
// they are in, so that the script does.
func (s *script) ends(list []*syntax.Stmt, at uint) bool {
	return stops(list) || s.failing.leaves(list, at)
}

// arithmetic decides (( … )).
func (u *valuedShell) arithmetic(x syntax.ArithmExpr) verdict {
	switch n, known := u.number(x, 0); {
	case !known:
		return perhaps
	case n == 0:
		return never
	}
	return surely
}

// number returns what an expression is.
func (u *valuedShell) number(x syntax.ArithmExpr, depth int) (n int, known bool) {
	if depth > 20 {
		return 0, false
	}
	switch x := x.(type) {
	case *syntax.Word:
		text, known := u.text(x)
		if text == u.name && u.value != "" {
			text = u.value
		}
		n, err := strconv.Atoi(text)
		return n, known && err == nil
	case *syntax.ParenArithm:
		return u.number(x.X, depth+1)
	case *syntax.UnaryArithm:
		if n, known = u.number(x.X, depth+1); x.Op == syntax.Not {
			return truth(n == 0), known
		}
	case *syntax.BinaryArithm:
		a, first := u.number(x.X, depth+1)
		b, second := u.number(x.Y, depth+1)
		if n, is := compared(x.Op, a, b); is {
			return n, first && second
		}
	}
	return 0, false
}

// compared returns what a comparison of two numbers gives; false for an operator that
// compares nothing.
func compared(op syntax.BinAritOperator, a, b int) (n int, is bool) {
	switch op {
	case syntax.Eql:
		return truth(a == b), true
	case syntax.Neq:
		return truth(a != b), true
	case syntax.Gtr:
		return truth(a > b), true
	case syntax.Geq:
		return truth(a >= b), true
	case syntax.Lss:
		return truth(a < b), true
	case syntax.Leq:
		return truth(a <= b), true
	}
	return 0, false
}

func truth(is bool) int {
	if is {
		return 1
	}
	return 0
}

// counts are the operators of [ … ] that compare numbers.
var counts = map[string]syntax.BinAritOperator{
	"-eq": syntax.Eql, "-ne": syntax.Neq, "-gt": syntax.Gtr, "-ge": syntax.Geq, "-lt": syntax.Lss, "-le": syntax.Leq,
}

// counted decides a comparison of two numbers.
func (u *valuedShell) counted(operator string, x, y *syntax.Word) verdict {
	op, is := counts[operator]
	a, first := u.number(x, 0)
	b, second := u.number(y, 0)
	if !is || !first || !second {
		return perhaps
	}
	if n, _ := compared(op, a, b); n == 0 {
		return never
	}
	return surely
}
