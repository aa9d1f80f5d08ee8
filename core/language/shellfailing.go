package language

import (
	"inzicht/core/late"

	"mvdan.cc/sh/v3/syntax"
)

// failingShebang matches a first line that has the shell stop at a command that fails.
var failingShebang = late.Regexp(`^#!\S*sh +-[a-z]*e`)

// shellFailing is what a script does where one of its functions fails.
type shellFailing struct {
	ends   bool // set -e: it ends, unless something asks whether that failed
	asked  map[string]bool
	wanted map[string]bool // where one of these functions fails, what asks for it ends the script: f || exit 1
	bodies []shellBody
}

// shellBody is where the body of a function is.
type shellBody struct {
	name     string
	from, to uint
}

// note notes the functions of a script, and those that something asks whether they fail.
func (f *shellFailing) note(n syntax.Node) {
	switch n := n.(type) {
	case *syntax.FuncDecl:
		f.bodies = append(f.bodies, shellBody{calledAs(n), n.Pos().Offset(), n.End().Offset()})
	case *syntax.IfClause:
		if len(n.Cond) == 1 && n.Cond[0].Negated && stops(n.Then) {
			noteCalled(&f.wanted, n.Cond[0])
			return
		}
		noteCalled(&f.asked, n.Cond...)
	case *syntax.WhileClause:
		noteCalled(&f.asked, n.Cond...)
	case *syntax.BinaryCmd:
		switch {
		case n.Op == syntax.OrStmt && !n.X.Negated && stops([]*syntax.Stmt{n.Y}):
			noteCalled(&f.wanted, n.X)
		case n.Op == syntax.AndStmt || n.Op == syntax.OrStmt:
			noteCalled(&f.asked, n.X)
		}
	}
}

// noteCalled notes what statements call, in a map that is made with its first name.
func noteCalled(called *map[string]bool, list ...*syntax.Stmt) {
	for _, st := range list {
		if call, is := st.Cmd.(*syntax.CallExpr); is && len(call.Args) > 0 {
			if *called == nil {
				*called = map[string]bool{}
			}
			(*called)[call.Args[0].Lit()] = true
		}
	}
}

// leaves reports whether statements at an offset leave their function with a failure
// that ends the script.
func (f *shellFailing) leaves(list []*syntax.Stmt, at uint) bool {
	if f.ends && subshellFails(list) {
		return true
	}
	return returnsFailure(list) && f.endsAt(at)
}

// endsAt reports whether the script ends where the function that an offset is in fails.
func (f *shellFailing) endsAt(at uint) bool {
	name := ""
	for _, b := range f.bodies { // the innermost comes last
		if b.from <= at && at < b.to {
			name = b.name
		}
	}
	return name != "" && !f.asked[name] && (f.ends || f.wanted[name])
}

// subshellFails reports whether the last of some statements is a shell of its own that
// fails: (echo no; exit 1).
func subshellFails(list []*syntax.Stmt) bool {
	if len(list) == 0 {
		return false
	}
	sub, is := list[len(list)-1].Cmd.(*syntax.Subshell)
	return is && stops(sub.Stmts)
}

// returnsFailure reports whether statements return with a status that is written and
// not 0.
func returnsFailure(list []*syntax.Stmt) bool {
	for _, st := range list {
		switch n := st.Cmd.(type) {
		case *syntax.Block:
			if returnsFailure(n.Stmts) {
				return true
			}
		case *syntax.CallExpr:
			if len(n.Args) == 2 && n.Args[0].Lit() == "return" {
				return n.Args[1].Lit() != "" && n.Args[1].Lit() != "0"
			}
		case *syntax.BinaryCmd: // echo … && return 1
			if n.Op == syntax.AndStmt && says(n.X) && returnsFailure([]*syntax.Stmt{n.Y}) {
				return true
			}
		}
	}
	return false
}
