package language

import (
	"slices"
	"strings"

	"inzicht/core/reads"

	"mvdan.cc/sh/v3/syntax"
)

// Names in arithmetic, which stand without a sign: (( X > 3 )), $((X + 1)), let "n = X".

// arithmeticOf returns the expressions of a node that works with numbers.
func arithmeticOf(n syntax.Node) []syntax.ArithmExpr {
	switch n := n.(type) {
	case *syntax.ArithmExp:
		return []syntax.ArithmExpr{n.X}
	case *syntax.ArithmCmd:
		return []syntax.ArithmExpr{n.X}
	case *syntax.LetClause:
		return n.Exprs
	case *syntax.CStyleLoop:
		return []syntax.ArithmExpr{n.Init, n.Cond, n.Post}
	}
	return nil
}

// numbers makes a read of each name in arithmetic that is not set before it.
func (s *script) numbers(n syntax.Node) {
	for _, x := range arithmeticOf(n) {
		operands(x, 0, s.countedName)
	}
}

// operands calls f with each word of an expression whose value it takes.
func operands(x syntax.ArithmExpr, depth int, f func(*syntax.Word)) {
	if depth > 40 {
		return
	}
	switch x := x.(type) {
	case *syntax.Word:
		f(x)
	case *syntax.ParenArithm:
		operands(x.X, depth+1, f)
	case *syntax.UnaryArithm:
		if !steps(x) {
			operands(x.X, depth+1, f)
		}
	case *syntax.BinaryArithm:
		if !assigns[x.Op] {
			operands(x.X, depth+1, f)
		}
		operands(x.Y, depth+1, f)
	}
}

// steps reports whether an expression changes the variable that it is about: X++.
func steps(x *syntax.UnaryArithm) bool { return x.Op == syntax.Inc || x.Op == syntax.Dec }

// assigns are the operators that give what is before them a value.
var assigns = map[syntax.BinAritOperator]bool{
	syntax.Assgn: true, syntax.AddAssgn: true, syntax.SubAssgn: true, syntax.MulAssgn: true, syntax.QuoAssgn: true, syntax.RemAssgn: true,
	syntax.AndAssgn: true, syntax.OrAssgn: true, syntax.XorAssgn: true, syntax.ShlAssgn: true, syntax.ShrAssgn: true,
}

// countedName makes a read of a name that stands for a number.
func (s *script) countedName(word *syntax.Word) {
	name := word.Lit()
	if !s.isRead(name, word.Pos()) {
		return
	}
	r := s.judged(name, word.Pos(), reads.Read{Kind: reads.Integer})
	r = s.strictly(r, word.Pos())
	s.add(name, "((…))", word.Pos(), r)
}

// isRead reports whether a name is of the environment where it stands, and no variable
// that the shell or the script sets.
func (s *script) isRead(name string, at syntax.Pos) bool {
	return isEnvironmentName(name) && !shellOwn[name] && !strings.HasPrefix(name, "BASH") && !strings.HasPrefix(name, "COMP_") && !s.settings.has(name, at.Offset())
}

// counted is a name that is given a number, and the end of what gives it that.
type counted struct {
	name string
	end  uint
}

// countedIn returns the names that an expression gives numbers: X = 1, X += 1, X++.
func countedIn(x syntax.Node) (names []counted) {
	syntax.Walk(x, func(n syntax.Node) bool {
		var target syntax.ArithmExpr
		switch n := n.(type) {
		case *syntax.BinaryArithm:
			if assigns[n.Op] {
				target = n.X
			}
		case *syntax.UnaryArithm:
			if steps(n) {
				target = n.X
			}
		case *syntax.CmdSubst: // of a shell of its own
			return false
		}
		if word, is := target.(*syntax.Word); is && isShellName(word.Lit()) {
			names = append(names, counted{word.Lit(), n.End().Offset()})
		}
		return true
	})
	return names
}

// numberTests are the tests of test and [ that compare numbers.
var numberTests = wordSet("-eq -ne -lt -le -gt -ge")

// compared notes what a test holds a variable against: [ "$X" = true ], [[ $X -gt 3 ]].
func (s *script) compared(n syntax.Node) {
	switch n := n.(type) {
	case *syntax.BinaryTest:
		x, first := n.X.(*syntax.Word)
		y, second := n.Y.(*syntax.Word)
		if first && second {
			s.heldAgainst(x, n.Op.String(), y)
			s.heldAgainst(y, n.Op.String(), x)
		}
	case *syntax.CallExpr:
		if len(n.Args) == 0 || n.Args[0].Lit() != "[" && n.Args[0].Lit() != "test" {
			return
		}
		for i := 2; i+1 < len(n.Args); i++ {
			s.heldAgainst(n.Args[i-1], n.Args[i].Lit(), n.Args[i+1])
			s.heldAgainst(n.Args[i+1], n.Args[i].Lit(), n.Args[i-1])
		}
	case *syntax.CaseClause:
		for _, item := range n.Items {
			for _, pattern := range item.Patterns {
				if text, plain := shellText(pattern); !plain || text != "*" {
					s.heldAgainst(n.Word, "=", pattern)
				}
			}
		}
	}
	for _, x := range arithmeticOf(n) { // $(( ${X:-2} + 1 ))
		operands(x, 0, func(word *syntax.Word) { s.heldAgainst(word, "-eq", nil) })
	}
}

// heldAgainst notes that a word is compared with another: true, or a number.
func (s *script) heldAgainst(x *syntax.Word, operator string, y *syntax.Word) {
	p := expansionAlone(x)
	if p == nil || p.Length || !isEnvironmentName(p.Param.Value) || p.Exp != nil && !keepsMeaning[p.Exp.Op] {
		return
	}
	name := p.Param.Value
	if numberTests[operator] {
		s.numeric[name] = true
	} else if text, plain := shellText(y); operator == "=" || operator == "==" || operator == "!=" {
		switch {
		case !plain || text != "" && !booleanWords[strings.ToLower(text)]:
			s.words[name] = true
		case text != "" && !slices.Contains(s.truths[name], text):
			s.truths[name] = append(s.truths[name], text)
		}
	}
}

// keepsMeaning are the expansions that give the text of a variable, in another case or with another in its place.
var keepsMeaning = map[syntax.ParExpOperator]bool{
	syntax.DefaultUnset: true, syntax.DefaultUnsetOrNull: true, syntax.LowerAll: true, syntax.LowerFirst: true, syntax.UpperAll: true, syntax.UpperFirst: true,
}

// booleanWords are what a variable is compared with that says yes or no.
var booleanWords = wordSet("true false 1 0 yes no on off y n t f")

// kindOf returns what a script takes a variable for by what it compares it with.
func (s *script) kindOf(name string) reads.Kind {
	switch {
	case s.words[name]:
	case s.numeric[name]:
		return reads.Integer
	case slices.ContainsFunc(s.truths[name], func(text string) bool { return text != "0" }):
		return reads.Boolean
	}
	return ""
}
