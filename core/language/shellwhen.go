package language

import (
	"slices"
	"strings"

	"inzicht/core/reads"
	"inzicht/core/stage"

	"mvdan.cc/sh/v3/syntax"
)

// Parts of a script that are come to for some values of a variable alone: if [ "$STORE" = disk ], case $STORE in.

// shellWhen is such a part.
type shellWhen struct {
	when     reads.When
	from, to uint
}

// mostWhen bounds how many there are.
const mostWhen = 500

// decides notes what conditions and choices of a script decide.
func (s *script) decides(n syntax.Node) {
	switch n := n.(type) {
	case *syntax.File:
		s.decidesRest(n.Stmts)
		s.bound(n)
	case *syntax.Block:
		s.decidesRest(n.Stmts)
	case *syntax.ParamExp: // ${X:+$Y}
		if n.Exp != nil && n.Exp.Word != nil && n.Param != nil && (n.Exp.Op == syntax.AlternateUnset || n.Exp.Op == syntax.AlternateUnsetOrNull) && s.isRead(n.Param.Value, n.Pos()) {
			s.comesTo(reads.When{Name: n.Param.Value, Other: true}, shellBody{from: n.Exp.Word.Pos().Offset(), to: n.Exp.Word.End().Offset()})
		}
	case *syntax.IfClause:
		if len(n.Cond) == 0 || len(n.Then) == 0 {
			return
		}
		last := n.Cond[len(n.Cond)-1]
		w := s.ways(last)
		s.comesToAll(w.holds, spanOf(n.Then))
		if n.Else != nil && len(n.Cond) == 1 && last.Cmd != nil {
			s.comesToAll(w.fails, shellBody{from: n.Else.Pos().Offset(), to: n.Else.End().Offset()})
		}
	case *syntax.BinaryCmd:
		switch at := spanOf([]*syntax.Stmt{n.Y}); n.Op {
		case syntax.AndStmt:
			s.comesToAll(s.ways(n.X).holds, at)
		case syntax.OrStmt:
			s.comesToAll(s.ways(n.X).fails, at)
		}
	case *syntax.CaseClause:
		s.cases(n)
	}
}

// decidesRest notes what is behind statements that leave in peace: [ -n "$X" ] || return 0.
func (s *script) decidesRest(list []*syntax.Stmt) {
	for i, st := range list[:max(0, len(list)-1)] {
		if rest := spanOf(list[i+1:]); !st.Negated {
			s.comesToAll(s.goesOn(st), rest)
		}
	}
}

// goesOn returns for which values of variables a statement does not leave in peace what it stands in; none where it never does.
func (s *script) goesOn(st *syntax.Stmt) []reads.When {
	switch n := st.Cmd.(type) {
	case *syntax.IfClause:
		if len(n.Cond) == 1 && n.Else == nil && leavesInPeace(n.Then) {
			return s.ways(n.Cond[0]).fails
		}
	case *syntax.BinaryCmd:
		switch {
		case !leavesInPeace([]*syntax.Stmt{n.Y}):
		case n.Op == syntax.AndStmt:
			return s.ways(n.X).fails
		case n.Op == syntax.OrStmt:
			return s.ways(n.X).holds
		}
	}
	return nil
}

// leavesInPeace reports whether statements end with an exit or a return that is no failure.
func leavesInPeace(list []*syntax.Stmt) bool {
	if len(list) == 0 {
		return false
	}
	switch n := list[len(list)-1].Cmd.(type) {
	case *syntax.Block:
		return leavesInPeace(n.Stmts)
	case *syntax.CallExpr:
		if len(n.Args) == 0 || n.Args[0].Lit() != "exit" && n.Args[0].Lit() != "return" {
			return false
		}
		return len(n.Args) == 1 || n.Args[1].Lit() == "0"
	}
	return false
}

// comesToAll notes a part of a script that is come to where all of several things are so.
func (s *script) comesToAll(all []reads.When, at shellBody) {
	for _, w := range all {
		s.comesTo(w, at)
	}
}

// comesTo notes a part of a script.
func (s *script) comesTo(w reads.When, at shellBody) {
	if (len(w.Come)+len(w.Not) > 0 || w.Other != w.Unset) && len(s.whens) < mostWhen {
		s.whens = append(s.whens, shellWhen{w, at.from, at.to})
	}
}

// ways are for which values of variables a condition may hold, and for which it may not.
type ways struct{ holds, fails []reads.When }

// mostCondition bounds how long a condition that is tried out is, in bytes: each part of a chain has all before it as its condition.
const mostCondition = 1000

func isShort(st *syntax.Stmt) bool { return st.End().Offset()-st.Pos().Offset() <= mostCondition }

// ways returns those of a condition.
func (s *script) ways(st *syntax.Stmt) (w ways) {
	if !isShort(st) {
		return w
	}
	for _, asked := range s.askedIn(st) {
		if !asked.changed {
			w.holds = append(w.holds, asked.when(st, never)...)
			w.fails = append(w.fails, asked.when(st, surely)...)
		}
	}
	if in, asks := s.stageOf(st); asks {
		w.holds, w.fails = append(w.holds, in), append(w.fails, in.Contrary())
	}
	return w
}

// when returns for which values of the variable a condition may be something else than out, if it is that for any.
func (a *askedShell) when(st *syntax.Stmt, out verdict) (list []reads.When) {
	w, decided := reads.When{Name: a.name, Folded: a.folded}, false
	may := func(value string) bool {
		v := (&valuedShell{a.name, value}).holds(st, 0)
		decided = decided || v == out
		return v != out
	}
	for _, text := range a.texts {
		if may(text) {
			w.Come = append(w.Come, text)
		} else {
			w.Not = append(w.Not, text)
		}
	}
	w.Other, w.Unset = may(a.other()), may("")
	if w.Unsure = a.ordered && may("1") != w.Other; decided {
		list = append(list, w)
	}
	return list
}

// askedShell is a variable that a condition asks for, and the texts that it is held against.
type askedShell struct {
	name    string
	texts   []string
	counted bool // they are numbers
	ordered bool // it is held against them by their order
	folded  bool // it is held against them in small or in capital letters
	changed bool // something else is made of it first
}

// other returns a value that is none of the texts.
func (a *askedShell) other() string {
	if a.counted {
		return "99999"
	}
	return "\x00"
}

// What bounds how much of a condition is tried out.
const (
	mostAskedNames = 4
	mostAskedTexts = 12
)

// askedIn returns what a condition asks for.
func (s *script) askedIn(st *syntax.Stmt) (list []*askedShell) {
	of := func(name string) *askedShell {
		for _, a := range list {
			if a.name == name {
				return a
			}
		}
		a := &askedShell{name: name}
		if len(list) < mostAskedNames {
			list = append(list, a)
		}
		return a
	}
	syntax.Walk(st, func(n syntax.Node) bool {
		switch n := n.(type) {
		case *syntax.CmdSubst, *syntax.ProcSubst:
			return false
		case *syntax.ParamExp:
			if n.Param != nil && !n.Excl && s.isRead(n.Param.Value, n.Pos()) {
				of(n.Param.Value).expanded(n)
			}
		case *syntax.UnaryTest:
			if word, is := n.X.(*syntax.Word); is && n.Op == syntax.TsVarSet && s.isRead(word.Lit(), n.Pos()) {
				of(word.Lit())
			}
		case *syntax.ArithmCmd:
			if word, is := n.X.(*syntax.Word); is {
				name := word.Lit()
				if p := expansionAlone(word); p != nil {
					name = p.Param.Value
				}
				if s.isRead(name, n.Pos()) {
					of(name).add("0", true)
				}
			}
		case *syntax.BinaryTest:
			x, first := n.X.(*syntax.Word)
			y, second := n.Y.(*syntax.Word)
			if first && second {
				s.held(of, x, n.Op.String(), y)
			}
		case *syntax.CallExpr:
			for i := 1; i+1 < len(n.Args); i++ {
				s.held(of, n.Args[i-1], n.Args[i].Lit(), n.Args[i+1])
			}
			if len(n.Args) != 1 {
				break
			}
			if p := expansionAlone(n.Args[0]); p != nil && s.isRead(p.Param.Value, n.Pos()) { // $ok
				of(p.Param.Value).add("true", false)
				of(p.Param.Value).add("false", false)
			}
		}
		return true
	})
	return list
}

// held notes what a variable is held against.
func (s *script) held(of func(string) *askedShell, x *syntax.Word, operator string, y *syntax.Word) {
	_, counted := counts[operator]
	if counted = counted && strings.HasPrefix(operator, "-"); !counted && operator != "=" && operator != "==" && operator != "!=" {
		return
	}
	for _, pair := range [][2]*syntax.Word{{x, y}, {y, x}} {
		before, name := leadOf(pair[0])
		text, plain := shellText(pair[1])
		if name == "" || !s.isRead(name, pair[0].Pos()) {
			continue
		}
		a := of(name)
		if rest, has := strings.CutPrefix(text, before); plain && has { // "x$X" = xa
			a.add(rest, counted)
		} else {
			a.changed = a.changed || !plain
		}
		if counted {
			a.add("0", true)
			if operator != "-eq" && operator != "-ne" {
				a.ordered = true
				a.add("1", true)
			}
		}
	}
}

// leadOf returns the name of the variable that a word expands, and the text before it.
func leadOf(word *syntax.Word) (before, name string) {
	parts := word.Parts
	if len(parts) == 1 {
		if quoted, is := parts[0].(*syntax.DblQuoted); is {
			parts = quoted.Parts
		}
	}
	for _, part := range parts {
		switch p := part.(type) {
		case *syntax.Lit:
			before += p.Value
		case *syntax.ParamExp:
			if p.Param == nil {
				return "", ""
			}
			return before, p.Param.Value
		default:
			return "", ""
		}
	}
	return "", ""
}

// add adds a text, or a number, that a variable is held against.
func (a *askedShell) add(text string, counted bool) {
	a.counted = a.counted || counted
	if text != "" && len(a.texts) < mostAskedTexts && !isGlob(text) && !slices.Contains(a.texts, text) {
		a.texts = append(a.texts, text)
	}
}

// expanded notes how a variable is expanded.
func (a *askedShell) expanded(p *syntax.ParamExp) {
	switch {
	case p.Slice != nil || p.Repl != nil || p.Index != nil:
		a.changed = true
	case p.Exp == nil:
	case p.Exp.Op == syntax.UpperAll || p.Exp.Op == syntax.LowerAll:
		a.folded = true
	default:
		a.changed = a.changed || p.Exp.Op >= syntax.RemSmallPrefix
	}
}

// stageOf returns in which stages a comparison with a parameter holds, and whether a condition is one: [ "$1" = production ].
func (s *script) stageOf(st *syntax.Stmt) (w reads.When, asks bool) {
	var x, y *syntax.Word
	not := st.Negated
	switch n := st.Cmd.(type) {
	case *syntax.CallExpr:
		if args := n.Args; len(args) == 5 && args[0].Lit() == "[" || len(args) == 4 && args[0].Lit() == "test" {
			op := args[2].Lit()
			if op == "=" || op == "==" || op == "!=" {
				x, y, not = args[1], args[3], not != (op == "!=")
			}
		}
	case *syntax.TestClause:
		if b, is := n.X.(*syntax.BinaryTest); is && (b.Op == syntax.TsMatch || b.Op == syntax.TsMatchShort || b.Op == syntax.TsNoMatch) {
			x, _ = b.X.(*syntax.Word)
			y, _ = b.Y.(*syntax.Word)
			not = not != (b.Op == syntax.TsNoMatch)
		}
	}
	if x == nil || y == nil || !isAnyParameter(x) {
		return w, false
	}
	if _, _, known := s.decider(x); known {
		return w, false
	}
	text, plain := shellText(y)
	of, sure := stage.Of(text)
	if w.Come = []string{of}; not {
		w = w.Contrary()
	}
	return w, plain && sure
}

// isAnyParameter reports whether a word is what a parameter holds, of which nothing is known: "$1", "$stage".
func isAnyParameter(word *syntax.Word) bool {
	p := onlyParameter(word)
	return p != nil && p.Param != nil && !p.Excl && !p.Length && p.Repl == nil && p.Slice == nil
}

// decider returns the variable whose value a word is, and what stands there where it has none.
func (s *script) decider(word *syntax.Word) (name, usual string, known bool) {
	p := onlyParameter(word)
	if p == nil || p.Param == nil || p.Excl || p.Length || p.Repl != nil || p.Slice != nil || !s.isRead(p.Param.Value, p.Pos()) {
		return "", "", false
	}
	if p.Exp == nil {
		return p.Param.Value, "", true
	}
	switch p.Exp.Op {
	case syntax.DefaultUnset, syntax.DefaultUnsetOrNull, syntax.AssignUnset, syntax.AssignUnsetOrNull:
		if p.Exp.Word != nil {
			usual, known = shellText(p.Exp.Word)
			return p.Param.Value, usual, known
		}
		return p.Param.Value, "", true
	}
	return "", "", false
}

func isGlob(text string) bool {
	return slices.ContainsFunc([]byte(text), func(c byte) bool { return c == '*' || c == '?' || c == '[' })
}

// cases notes what each item of a choice is come to for.
func (s *script) cases(n *syntax.CaseClause) {
	name, usual, known := s.decider(n.Word)
	sure := false // of what is not known, that it is the stage
	if !known && !isAnyParameter(n.Word) {
		return
	}
	var all []string
	patterns := make([][]string, len(n.Items))
	for i, item := range n.Items {
		for _, p := range item.Patterns {
			text, plain := shellText(p)
			if !plain || isGlob(text) && text != "*" {
				return
			}
			if of, is := stage.Of(text); !known && of != "" {
				text, sure = of, sure || is
			}
			if slices.Contains(patterns[i], text) {
				continue
			}
			patterns[i] = append(patterns[i], text)
			if text != "*" {
				all = append(all, text)
			}
		}
	}
	if !known && !sure {
		return
	}
	for i, item := range n.Items {
		if len(item.Stmts) == 0 {
			continue
		}
		others := slices.DeleteFunc(slices.Clone(all), func(text string) bool { return slices.Contains(patterns[i], text) })
		w := reads.When{Name: name, Come: patterns[i], Not: others, Unset: slices.Contains(patterns[i], usual)}
		if slices.Contains(patterns[i], "*") {
			w.Come, w.Other, w.Unset = nil, true, !slices.Contains(others, usual)
		}
		s.comesTo(w, spanOf(item.Stmts))
	}
}

// whenAt returns for which values of other variables than a read's own a place is come to.
func (s *script) whenAt(name string, at uint) (list []reads.When) {
	for _, w := range s.whens {
		if w.when.Name != name && at >= w.from && at < w.to {
			list = append(list, w.when)
		}
	}
	return list
}
