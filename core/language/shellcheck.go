package language

import (
	"slices"

	"inzicht/core/reads"

	"mvdan.cc/sh/v3/syntax"
)

// outcome is what a script does where a variable is not set.
type outcome struct {
	need     reads.Need
	fallback *string
	literals []string
	closed   bool // literals are all that is understood
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
		o := s.checked[name]
		if o == nil {
			o = &outcome{need: reads.Optional}
			s.checked[name] = o
		}
		taken, peace := then, leavesAtOnce(then)
		switch (&valuedShell{name: name}).holds(condition, 0) {
		case never:
			taken, peace = otherwise, asks
		case perhaps:
			continue
		}
		switch {
		case !stops(taken) && !s.failing.leaves(taken, condition.Pos().Offset()) || peace:
		case !isEnvironmentName(name) || !s.settings.anew(name, condition.Pos().Offset()):
			o.need = reads.Required
		case o.need != reads.Required: // what the script sets on another way may stand there
			o.need = reads.Expected
		}
		if value, given := gives(taken, name); given && o.fallback == nil {
			o.fallback = &value
		}
		s.flag(taken, name, condition.Pos().Offset())
	}
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

// valuedShell decides conditions where one variable has a value; "" where it is not set.
type valuedShell struct{ name, value string }

func (u *valuedShell) holds(st *syntax.Stmt, depth int) (v verdict) {
	if depth > 20 {
		return perhaps
	}
	switch n := st.Cmd.(type) {
	case *syntax.TestClause:
		v = u.test(n.X, depth)
	case *syntax.CallExpr:
		v = u.command(n)
	case *syntax.ArithmCmd:
		v = u.arithmetic(n.X)
	case *syntax.BinaryCmd:
		x, y := u.holds(n.X, depth+1), u.holds(n.Y, depth+1)
		switch n.Op {
		case syntax.AndStmt:
			v = both(x, y)
		case syntax.OrStmt:
			v = both(x.not(), y.not()).not()
		}
	case *syntax.Block:
		if len(n.Stmts) > 0 {
			v = u.holds(n.Stmts[len(n.Stmts)-1], depth+1)
		}
	}
	if st.Negated {
		v = v.not()
	}
	return v
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

// test decides [[ … ]].
func (u *valuedShell) test(x syntax.TestExpr, depth int) verdict {
	if depth > 20 {
		return perhaps
	}
	switch n := x.(type) {
	case *syntax.ParenTest:
		return u.test(n.X, depth+1)
	case *syntax.Word:
		return u.filled(n)
	case *syntax.UnaryTest:
		switch n.Op {
		case syntax.TsNot:
			return u.test(n.X, depth+1).not()
		case syntax.TsEmpStr:
			if word, ok := n.X.(*syntax.Word); ok {
				return u.filled(word).not()
			}
		case syntax.TsNempStr:
			if word, ok := n.X.(*syntax.Word); ok {
				return u.filled(word)
			}
		case syntax.TsVarSet:
			if word, ok := n.X.(*syntax.Word); ok && askedFor(word) == u.name && u.value == "" {
				return never
			}
		}
	case *syntax.BinaryTest:
		switch n.Op {
		case syntax.AndTest:
			return both(u.test(n.X, depth+1), u.test(n.Y, depth+1))
		case syntax.OrTest:
			return both(u.test(n.X, depth+1).not(), u.test(n.Y, depth+1).not()).not()
		case syntax.TsMatch, syntax.TsMatchShort, syntax.TsNoMatch:
			x, first := n.X.(*syntax.Word)
			y, second := n.Y.(*syntax.Word)
			if first && second {
				v := u.same(x, y)
				if n.Op == syntax.TsNoMatch {
					return v.not()
				}
				return v
			}
		case syntax.TsEql, syntax.TsNeq, syntax.TsGtr, syntax.TsGeq, syntax.TsLss, syntax.TsLeq:
			x, first := n.X.(*syntax.Word)
			y, second := n.Y.(*syntax.Word)
			if first && second {
				return u.counted(n.Op.String(), x, y)
			}
		}
	}
	return perhaps
}

// command decides [ … ] and test ….
func (u *valuedShell) command(n *syntax.CallExpr) verdict {
	args := n.Args
	if len(args) == 0 {
		return perhaps
	}
	name := args[0].Lit()
	if text, known := u.text(args[0]); known && len(args) == 1 { // $ok
		name = text
	}
	switch name {
	case "[":
		if args[len(args)-1].Lit() != "]" {
			return perhaps
		}
		args = args[1 : len(args)-1]
	case "test":
		args = args[1:]
	case "true", ":":
		return surely
	case "false":
		return never
	default:
		return perhaps
	}
	return u.words(args)
}

// words decides the operands of [ … ].
func (u *valuedShell) words(args []*syntax.Word) verdict {
	for i, word := range args {
		switch word.Lit() {
		case "-o":
			return both(u.words(args[:i]).not(), u.words(args[i+1:]).not()).not()
		case "-a":
			if i > 0 {
				return both(u.words(args[:i]), u.words(args[i+1:]))
			}
		}
	}
	switch {
	case len(args) > 1 && args[0].Lit() == "!":
		return u.words(args[1:]).not()
	case len(args) == 1:
		return u.filled(args[0])
	case len(args) == 2:
		switch args[0].Lit() {
		case "-z":
			return u.filled(args[1]).not()
		case "-n":
			return u.filled(args[1])
		case "-v":
			if askedFor(args[1]) == u.name && u.value == "" {
				return never
			}
		}
	case len(args) == 3:
		switch args[1].Lit() {
		case "=", "==":
			return u.same(args[0], args[2])
		case "!=":
			return u.same(args[0], args[2]).not()
		default:
			return u.counted(args[1].Lit(), args[0], args[2])
		}
	}
	return perhaps
}

// filled decides whether a word has any text.
func (u *valuedShell) filled(word *syntax.Word) verdict {
	switch text, known := u.text(word); {
	case known && text == "":
		return never
	case known:
		return surely
	}
	return perhaps
}

func (u *valuedShell) same(x, y *syntax.Word) verdict {
	a, first := u.text(x)
	b, second := u.text(y)
	switch {
	case !first || !second:
		return perhaps
	case a == b:
		return surely
	}
	return never
}

// text returns what a word is where the variable is not set.
func (u *valuedShell) text(word *syntax.Word) (text string, known bool) {
	return u.parts(word.Parts)
}

func (u *valuedShell) parts(parts []syntax.WordPart) (text string, known bool) {
	for _, part := range parts {
		switch p := part.(type) {
		case *syntax.Lit:
			text += p.Value
		case *syntax.SglQuoted:
			text += p.Value
		case *syntax.DblQuoted:
			inner, known := u.parts(p.Parts)
			if !known {
				return "", false
			}
			text += inner
		case *syntax.ParamExp:
			inner, known := u.expansion(p)
			if !known {
				return "", false
			}
			text += inner
		default:
			return "", false
		}
	}
	return text, true
}

// expansion returns what an expansion of the variable gives.
func (u *valuedShell) expansion(p *syntax.ParamExp) (text string, known bool) {
	if p.Param == nil {
		return "", false
	}
	name := p.Param.Value
	if p.Excl {
		name = "!" + name
	}
	if name != u.name {
		return "", false
	}
	if u.value != "" {
		switch {
		case p.Length:
			return "1", true
		case p.Exp == nil:
			return u.value, true
		case p.Exp.Op == syntax.AlternateUnset || p.Exp.Op == syntax.AlternateUnsetOrNull:
			return u.text(p.Exp.Word)
		}
		return u.value, true
	}
	if p.Exp == nil || p.Exp.Word == nil {
		return "", true
	}
	switch p.Exp.Op {
	case syntax.DefaultUnset, syntax.DefaultUnsetOrNull, syntax.AssignUnset, syntax.AssignUnsetOrNull:
		return u.text(p.Exp.Word)
	}
	return "", true
}

// shellText returns the text of a word without expansions.
func shellText(word *syntax.Word) (string, bool) {
	return (&valuedShell{}).parts(word.Parts)
}

// stops reports whether statements end the script with a failure.
func stops(list []*syntax.Stmt) bool {
	for _, st := range list {
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

// gives returns what statements assign to a variable.
func gives(list []*syntax.Stmt, name string) (value string, given bool) {
	for _, st := range list {
		switch n := st.Cmd.(type) {
		case *syntax.Block:
			if value, given = gives(n.Stmts, name); given {
				return value, true
			}
		case *syntax.CallExpr:
			for _, a := range n.Assigns {
				if len(n.Args) == 0 && a.Name != nil && a.Name.Value == name && a.Value != nil {
					return assignedText(a)
				}
			}
		case *syntax.DeclClause:
			for _, a := range n.Args {
				if a.Name != nil && a.Name.Value == name && a.Value != nil {
					return assignedText(a)
				}
			}
		}
	}
	return "", false
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
	o := s.checked[names[0]]
	if o == nil {
		o = &outcome{need: reads.Optional}
		s.checked[names[0]] = o
	}
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
				if stops(item.Stmts) && !s.settings.anew(names[0], n.Pos().Offset()) {
					o.need = reads.Required
				}
			}
		}
	}
	slices.Sort(o.literals)
}
