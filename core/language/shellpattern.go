package language

import (
	"inzicht/core/late"
	"inzicht/core/reads"

	"mvdan.cc/sh/v3/syntax"
)

// What a script asks of all variables whose names begin with something: "${!GATE_@}",
// compgen -v GATE_, env | grep '^GATE_'.

// begun makes a read of all variables whose names begin with a text.
func (s *script) begun(begins, access string, at syntax.Pos) {
	if len(begins) < 2 || !isEnvironmentName(begins) {
		return
	}
	s.reads = append(s.reads, reads.Read{Pattern: begins + "*", Access: access, Line: int(at.Line()), Column: int(at.Col()), Need: reads.Optional, Kind: reads.Text})
}

// listsAll are the commands that list the environment, without arguments.
var listsAll = wordSet("env printenv export set declare")

// filtered is how a filter of lines says what they begin with.
var filtered = late.Regexp(`\^(?:declare -x |export )?([A-Z][A-Z0-9_]*_)`)

// filters makes a read of what a filter leaves of the environment: env | grep '^GATE_'.
func (s *script) filters(n *syntax.BinaryCmd) {
	if n.Op != syntax.Pipe && n.Op != syntax.PipeAll {
		return
	}
	from, is := n.X.Cmd.(*syntax.CallExpr)
	to, filters := n.Y.Cmd.(*syntax.CallExpr)
	if !is || !filters || len(from.Args) != 1 || len(to.Args) < 2 || !listsAll[from.Args[0].Lit()] {
		return
	}
	for _, word := range to.Args[1:] {
		text, plain := shellText(word)
		if m := filtered().FindStringSubmatch(text); plain && m != nil {
			s.begun(m[1], from.Args[0].Lit(), n.Pos())
			return
		}
	}
}

// completed makes a read of what a completion of variables is asked for: compgen -v GATE_.
func (s *script) completed(n *syntax.CallExpr) {
	last := n.Args[len(n.Args)-1].Lit()
	for _, word := range n.Args[1 : len(n.Args)-1] {
		if option := word.Lit(); option == "-v" || option == "-e" || option == "variable" || option == "export" {
			s.begun(last, "compgen", n.Pos())
			return
		}
	}
}
