package language

import (
	"slices"

	"inzicht/core/reads"

	"mvdan.cc/sh/v3/syntax"
)

// outcome is what a script does where a variable is not set.
type outcome struct {
	replaced bool // the script gives it a value where it has none
	need     reads.Need
	within   []shellBody // functions that need it when they are called, which the script does not do itself
	fallback *string
	literals []string
	bounds   []string // between which numbers it must lie
	closed   bool     // literals are all that is understood
}

// verdict is whether a condition holds where a variable is not set.
type verdict uint8

const (
	perhaps verdict = iota
	surely
	never
)

func (v verdict) not() verdict {
	switch v {
	case surely:
		return never
	case never:
		return surely
	}
	return perhaps
}

// checks notes what a script does where a variable that it tests is not set.
func (s *script) checks(n syntax.Node) {
	switch n := n.(type) {
	case *syntax.IfClause:
		if len(n.Cond) > 0 {
			var otherwise []*syntax.Stmt
			asks := false
			if n.Else != nil {
				otherwise, asks = n.Else.Then, len(n.Else.Cond) > 0
			}
			s.decide(n.Cond[len(n.Cond)-1], n.Then, otherwise, asks)
		}
	case *syntax.BinaryCmd:
		switch {
		case isLongChain(n.X):
		case n.Op == syntax.AndStmt:
			s.decide(n.X, []*syntax.Stmt{n.Y}, nil, false)
		case n.Op == syntax.OrStmt:
			s.decide(n.X, nil, []*syntax.Stmt{n.Y}, false)
		}
	case *syntax.CallExpr:
		s.beginWith(n)
	case *syntax.WhileClause:
		if len(n.Cond) > 0 {
			s.decide(n.Cond[len(n.Cond)-1], nil, nil, false)
		}
	case *syntax.CaseClause:
		s.chosen(n)
	}
}

// longestChain is up to how many commands in a row are looked at as one condition.
const longestChain = 20

// isLongChain reports whether a statement is a longer row: a && b && c && …
func isLongChain(st *syntax.Stmt) bool {
	for range longestChain {
		row, is := st.Cmd.(*syntax.BinaryCmd)
		if !is {
			return false
		}
		st = row.X
	}
	return true
}

// decide notes, for each variable that a condition tests, what is done where
// it is not set: then where the condition holds, or otherwise, which may ask for
// something else first.
func (s *script) decide(condition *syntax.Stmt, then, otherwise []*syntax.Stmt, asks bool) {
	for _, name := range testedNames(condition) {
		o := s.outcomeOf(name)
		taken, passed, peace := then, otherwise, leavesAtOnce(then)
		switch (&valuedShell{name: name}).holds(condition, 0) {
		case never:
			taken, passed, peace = otherwise, then, asks
		case perhaps:
			o.tested()
			continue
		}
		s.consequence(o, name, condition.Pos().Offset(), (stops(taken) || s.failing.leaves(taken, condition.Pos().Offset())) && !peace)
		if a := assignmentTo(taken, name); a != nil {
			o.replaced = true
			if value, plain := assignedText(a); plain && o.fallback == nil {
				o.fallback = &value
			}
		}
		if value := s.instead(taken, passed, name); value != nil && o.fallback == nil {
			o.fallback = value
		}
		s.flag(taken, name, condition.Pos().Offset())
	}
}

// outcomeOf returns what is known of a variable that is tested.
func (s *script) outcomeOf(name string) *outcome {
	o := s.checked[name]
	if o == nil {
		o = &outcome{}
		s.checked[name] = o
	}
	return o
}

// tested notes that a script asks for a variable and goes on without.
func (o *outcome) tested() {
	if o.need == "" {
		o.need = reads.Optional
	}
}

// consequence notes what a test at an offset says of a variable without which the script
// ends there, or does not.
func (s *script) consequence(o *outcome, name string, at uint, ends bool) {
	apart := s.failing.apartAt(at)
	switch {
	case !ends || s.isContained(at) || s.onlyAsked[name] && s.failing.isFailed(at):
		o.tested()
	case isEnvironmentName(name) && s.settings.anew(name, at), // what the script sets on another way may stand there
		s.onlyAsked[name] && s.failing.isHedged(at): // or it says whether something else is to be ignored
		if o.need != reads.Required && !o.replaced {
			o.need = reads.Expected
		}
	case apart != nil:
		o.within = append(o.within, *apart)
	default:
		o.need = reads.Required
	}
}

// needAt returns what the script needs of a variable at an offset; "" where nothing is known.
func (o *outcome) needAt(at uint) reads.Need {
	if slices.ContainsFunc(o.within, func(b shellBody) bool { return b.has(at) }) {
		return reads.Required
	}
	return o.need
}

// testedNames returns the variables that a test asks for; those that stand for
// another, ${!v}, with a mark before them.
func testedNames(condition *syntax.Stmt) (names []string) {
	syntax.Walk(condition, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.CallExpr:
			if len(n.Args) > 0 {
				name := n.Args[0].Lit()
				if name == "[" || name == "test" {
					if len(n.Args) > 2 && n.Args[1].Lit() == "-v" {
						names = append(names, askedFor(n.Args[2]))
						return false
					}
					return true
				}
			}
			return false
		case *syntax.CmdSubst, *syntax.ProcSubst:
			return false
		case *syntax.UnaryTest:
			if word, ok := n.X.(*syntax.Word); ok && n.Op == syntax.TsVarSet {
				names = append(names, askedFor(word))
				return false
			}
		case *syntax.ParamExp:
			if n.Param != nil {
				name := n.Param.Value
				if n.Excl {
					name = "!" + name
				}
				if !slices.Contains(names, name) {
					names = append(names, name)
				}
			}
		}
		return true
	})
	return names
}

// askedFor returns the variable that -v asks for: the name that is written, or, with a
// mark before it, the variable that holds the name: -v "$v".
func askedFor(word *syntax.Word) string {
	if p := expansionAlone(word); p != nil && p.Exp == nil {
		return "!" + p.Param.Value
	}
	return word.Lit()
}

func both(x, y verdict) verdict {
	switch {
	case x == never || y == never:
		return never
	case x == surely && y == surely:
		return surely
	}
	return perhaps
}

// shellText returns the text of a word without expansions.
func shellText(word *syntax.Word) (string, bool) {
	return (&valuedShell{}).parts(word.Parts)
}

// stops reports whether statements end the script with a failure.
func stops(list []*syntax.Stmt) bool {
	for i, st := range list {
		switch n := st.Cmd.(type) {
		case *syntax.Block:
			if stops(n.Stmts) {
				return true
			}
		case *syntax.CallExpr:
			if len(n.Args) == 0 {
				continue
			}
			switch n.Args[0].Lit() {
			case "exit":
				if givesOn(n) { // how the command before it went
					return i > 0 && says(list[i-1])
				}
				return len(n.Args) < 2 || n.Args[1].Lit() != "0" && n.Args[1].Lit() != skipped
			case "die", "fail", "abort", "fatal", "error_exit", "bail", "panic":
				return true
			case "return":
				return false
			}
		case *syntax.BinaryCmd: // echo … && exit 1
			if n.Op == syntax.AndStmt && says(n.X) && stops([]*syntax.Stmt{n.Y}) || n.Op != syntax.AndStmt && n.Op != syntax.OrStmt && stops([]*syntax.Stmt{n.Y}) {
				return true
			}
		}
	}
	return false
}

// givesOn reports whether a script ends with the status of the command before: exit $?
func givesOn(exit *syntax.CallExpr) bool {
	if len(exit.Args) < 2 {
		return false
	}
	p := expansionAlone(exit.Args[1])
	return p != nil && p.Param != nil && p.Param.Value == "?"
}

// leavesAtOnce reports whether the first of some statements is an exit without a
// status: where a condition held before it, that is no failure.
func leavesAtOnce(list []*syntax.Stmt) bool {
	if len(list) == 0 {
		return false
	}
	call, is := list[0].Cmd.(*syntax.CallExpr)
	return is && len(call.Args) == 1 && call.Args[0].Lit() == "exit"
}

// says reports whether a statement only prints, which does not fail.
func says(st *syntax.Stmt) bool {
	call, is := st.Cmd.(*syntax.CallExpr)
	if !is || len(call.Args) == 0 {
		return false
	}
	switch call.Args[0].Lit() {
	case "echo", "printf", "print", "cat", "log", "warn", "err", "error", "usage", ":", "true":
		return true
	}
	return false
}

// skipped is the status by which a test says that it was passed over.
const skipped = "77"

// assignmentTo returns the first assignment of statements to a variable, or nil.
func assignmentTo(list []*syntax.Stmt, name string) *syntax.Assign {
	for _, st := range list {
		var assigns []*syntax.Assign
		switch n := st.Cmd.(type) {
		case *syntax.Block:
			if a := assignmentTo(n.Stmts, name); a != nil {
				return a
			}
		case *syntax.CallExpr:
			if len(n.Args) == 0 {
				assigns = n.Assigns
			}
		case *syntax.DeclClause:
			assigns = n.Args
		}
		for _, a := range assigns {
			if a.Name != nil && a.Name.Value == name && a.Value != nil {
				return a
			}
		}
	}
	return nil
}

// instead returns what some statements give a variable, or what it was given before, that others, where the
// variable of a name is set, give that: if [ -z "$X" ]; then y=a; else y=$X; fi, or y=a; [ -n "$X" ] && y=$X.
// It is nil where that is not known.
func (s *script) instead(taken, passed []*syntax.Stmt, name string) *string {
	for _, st := range passed {
		call, is := st.Cmd.(*syntax.CallExpr)
		if !is || len(call.Args) > 0 {
			continue
		}
		for _, a := range call.Assigns {
			if a.Name == nil || a.Value == nil {
				continue
			}
			if p := expansionAlone(a.Value); p == nil || p.Param.Value != name {
				continue
			}
			if other := assignmentTo(taken, a.Name.Value); other != nil {
				if value, plain := assignedText(other); plain {
					return &value
				}
				return nil
			}
			return s.began[a.Name.Value]
		}
	}
	return nil
}

// beginWith notes the text that a variable of the script is given first. One that is given several before it is
// asked for has none.
func (s *script) beginWith(n *syntax.CallExpr) {
	if len(n.Args) > 0 {
		return
	}
	for _, a := range n.Assigns {
		if a.Name == nil || a.Value == nil {
			continue
		}
		value, plain := assignedText(a)
		if _, known := s.began[a.Name.Value]; known || !plain {
			s.began[a.Name.Value] = nil
			continue
		}
		s.began[a.Name.Value] = &value
	}
}

// assignedText returns the text that is assigned, or its source where that is
// worked out.
func assignedText(a *syntax.Assign) (string, bool) {
	text, plain := shellText(a.Value)
	if !plain {
		return "", false
	}
	return text, true
}

// chosen notes what case says of the variable that it is about.
func (s *script) chosen(n *syntax.CaseClause) {
	names := testedNames(&syntax.Stmt{Cmd: &syntax.TestClause{X: n.Word}})
	if len(names) != 1 || len(n.Word.Parts) != 1 {
		return
	}
	o := s.outcomeOf(names[0])
	o.tested()
	unset, known := (&valuedShell{name: names[0]}).text(n.Word)
	done := !known
	for _, item := range n.Items {
		for _, pattern := range item.Patterns {
			text, plain := shellText(pattern)
			switch {
			case plain && text == "*" && (stops(item.Stmts) || s.failing.leaves(item.Stmts, n.Pos().Offset())):
				o.closed = true
			case plain && text != "" && text != "*" && !slices.Contains(o.literals, text):
				o.literals = append(o.literals, text)
			}
			if !done && plain && (text == unset || text == "*") {
				done = true
				if stops(item.Stmts) {
					s.consequence(o, names[0], n.Pos().Offset(), true)
				}
				if a := assignmentTo(item.Stmts, names[0]); a != nil && o.fallback == nil {
					if value, plain := assignedText(a); plain {
						o.replaced, o.fallback = true, &value
					}
				}
			}
		}
	}
	slices.Sort(o.literals)
}
