package language

import (
	"mvdan.cc/sh/v3/syntax"

	"inzicht/core/reads"
)

// markAsked marks the reads of variables of which a script only asks whether
// they are set.
func (s *script) markAsked() {
	for i := range s.reads {
		if r := &s.reads[i]; s.onlyAsked[r.Name] && (r.Kind == "" || r.Kind == reads.Text) {
			r.Asked = true
		}
	}
}

// onlyAsked returns the variables of which a script only asks whether they are set:
// [ -n "$NAME" ], and nowhere else.
func onlyAsked(nodes []syntax.Node) map[string]bool {
	asked := map[*syntax.ParamExp]bool{}
	ask := func(operator string, word *syntax.Word) {
		if operator == "-n" || operator == "-z" {
			if p := onlyParameter(word); p != nil {
				asked[p] = true
			}
		}
	}
	for _, n := range nodes {
		switch n := n.(type) {
		case *syntax.TestClause: // [[ $NAME ]]
			for _, word := range wordsOfTest(n.X, 0) {
				ask("-n", word)
			}
		case *syntax.UnaryTest:
			if word, ok := n.X.(*syntax.Word); ok {
				ask(n.Op.String(), word)
			}
		case *syntax.CallExpr:
			if name := firstWord(n); name == "[" && len(n.Args) == 3 || name == "test" && len(n.Args) == 2 { // [ "$NAME" ]
				ask("-n", n.Args[1])
			}
			for _, word := range n.Args[min(1, len(n.Args)):] { // : "${NAME:=}"
				if p := onlyParameter(word); firstWord(n) == ":" && p != nil && p.Exp != nil && p.Exp.Op == syntax.AssignUnsetOrNull && p.Exp.Word == nil {
					asked[p] = true
				}
			}
			for i := 1; i+1 < len(n.Args) && (firstWord(n) == "[" || firstWord(n) == "test"); i++ {
				ask(n.Args[i].Lit(), n.Args[i+1])
			}
		}
	}
	only := map[string]bool{}
	for _, n := range nodes {
		if p, ok := n.(*syntax.ParamExp); ok && p.Param != nil {
			before, known := only[p.Param.Value]
			only[p.Param.Value] = asked[p] && (before || !known)
		}
	}
	return only
}

// wordsOfTest returns the words that a test consists of, which ask whether they are empty.
func wordsOfTest(x syntax.TestExpr, depth int) []*syntax.Word {
	if depth > 40 {
		return nil
	}
	switch x := x.(type) {
	case *syntax.Word:
		return []*syntax.Word{x}
	case *syntax.ParenTest:
		return wordsOfTest(x.X, depth+1)
	case *syntax.UnaryTest:
		if x.Op == syntax.TsNot {
			return wordsOfTest(x.X, depth+1)
		}
	case *syntax.BinaryTest:
		if x.Op == syntax.AndTest || x.Op == syntax.OrTest {
			return append(wordsOfTest(x.X, depth+1), wordsOfTest(x.Y, depth+1)...)
		}
	}
	return nil
}

// firstWord returns the plain word that a command begins with, or "".
func firstWord(n *syntax.CallExpr) string {
	if len(n.Args) == 0 {
		return ""
	}
	return n.Args[0].Lit()
}

// onlyParameter returns the expansion that a word consists of, or nil.
func onlyParameter(word *syntax.Word) *syntax.ParamExp {
	parts := word.Parts
	if len(parts) == 1 {
		if quoted, ok := parts[0].(*syntax.DblQuoted); ok {
			parts = quoted.Parts
		}
	}
	if len(parts) != 1 {
		return nil
	}
	p, _ := parts[0].(*syntax.ParamExp)
	return p
}
