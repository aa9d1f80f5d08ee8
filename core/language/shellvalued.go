package language

import "mvdan.cc/sh/v3/syntax"

// What the conditions of a script are where a variable has one value.

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
			if joined, is := n.X.(*syntax.BinaryTest); is && (joined.Op == syntax.AndTest || joined.Op == syntax.OrTest) { // it is of the first alone
				return u.test(&syntax.BinaryTest{Op: joined.Op, X: &syntax.UnaryTest{Op: syntax.TsNot, X: joined.X}, Y: joined.Y}, depth+1)
			}
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
				if pattern, known := u.text(y); known && isGlob(pattern) && u.value != "" { // [[ $X == a* ]]
					v = perhaps
				}
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
