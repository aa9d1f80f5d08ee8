package language

import (
	"slices"

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
	case *syntax.IfClause:
		if len(n.Cond) == 0 || len(n.Then) == 0 {
			return
		}
		for _, w := range s.whenOf(n.Cond[len(n.Cond)-1], 0) {
			s.comesTo(w, spanOf(n.Then))
			if n.Else != nil && len(n.Cond) == 1 && n.Cond[0].Cmd != nil && !isJoined(n.Cond[0]) {
				s.comesTo(w.Contrary(), shellBody{from: n.Else.Pos().Offset(), to: n.Else.End().Offset()})
			}
		}
	case *syntax.BinaryCmd:
		if n.Op == syntax.AndStmt {
			for _, w := range s.whenOf(n.X, 0) {
				s.comesTo(w, spanOf([]*syntax.Stmt{n.Y}))
			}
		}
	case *syntax.CaseClause:
		s.cases(n)
	}
}

// comesTo notes a part of a script.
func (s *script) comesTo(w reads.When, at shellBody) {
	if len(w.Come)+len(w.Not) > 0 && len(s.whens) < mostWhen {
		s.whens = append(s.whens, shellWhen{w, at.from, at.to})
	}
}

// isJoined reports whether a condition is made of several.
func isJoined(st *syntax.Stmt) bool {
	_, joined := st.Cmd.(*syntax.BinaryCmd)
	test, is := st.Cmd.(*syntax.TestClause)
	if is {
		x, binary := test.X.(*syntax.BinaryTest)
		joined = binary && (x.Op == syntax.AndTest || x.Op == syntax.OrTest)
	}
	return joined
}

// whenOf returns for which values of variables a condition holds. All of them must.
func (s *script) whenOf(st *syntax.Stmt, depth int) (list []reads.When) {
	if depth > 8 {
		return nil
	}
	switch n := st.Cmd.(type) {
	case *syntax.BinaryCmd:
		if n.Op == syntax.AndStmt && !st.Negated {
			return append(s.whenOf(n.X, depth+1), s.whenOf(n.Y, depth+1)...)
		}
	case *syntax.CallExpr: // [ "$X" = a ]
		if args := n.Args; len(args) > 4 && args[0].Lit() == "[" || len(args) == 4 && args[0].Lit() == "test" {
			op := args[2].Lit()
			if op == "=" || op == "==" || op == "!=" {
				list = append(list, s.whenSame(args[1], args[3], (op == "!=") != st.Negated))
			}
			if args[0].Lit() == "[" && len(args) != 5 {
				return nil
			}
		}
	case *syntax.TestClause:
		return s.whenTest(n.X, st.Negated, depth)
	}
	return list
}

// whenTest does so of [[ … ]].
func (s *script) whenTest(x syntax.TestExpr, not bool, depth int) []reads.When {
	n, is := x.(*syntax.BinaryTest)
	if !is || depth > 8 {
		return nil
	}
	switch n.Op {
	case syntax.AndTest:
		if !not {
			return append(s.whenTest(n.X, false, depth+1), s.whenTest(n.Y, false, depth+1)...)
		}
	case syntax.TsMatch, syntax.TsMatchShort, syntax.TsNoMatch:
		x, first := n.X.(*syntax.Word)
		y, second := n.Y.(*syntax.Word)
		if first && second {
			return []reads.When{s.whenSame(x, y, (n.Op == syntax.TsNoMatch) != not)}
		}
	}
	return nil
}

// whenSame returns when a variable is the text that it is held against, or when it is not.
func (s *script) whenSame(word, with *syntax.Word, not bool) reads.When {
	name, usual, known := s.decider(word)
	text, plain := shellText(with)
	if !known && plain && isAnyParameter(word) {
		if of, sure := stage.Of(text); sure {
			name, text, known = "", of, true
		}
	}
	if !known || !plain || text == "" || isGlob(text) {
		return reads.When{}
	}
	w := reads.When{Name: name, Come: []string{text}, Unset: usual == text}
	if not {
		return w.Contrary()
	}
	return w
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
