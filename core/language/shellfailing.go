package language

import (
	"slices"
	"strings"

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
	apart  []shellBody // functions that the script does not call itself
	failed []shellBody // what is run where a command fails, or a file is there or not
	hedged []shellBody // what is run where a script's own variables are something
}

// shellBody is where the body of a function is.
type shellBody struct {
	name     string
	from, to uint
}

// has reports whether an offset is within a body.
func (b shellBody) has(at uint) bool { return b.from <= at && at < b.to }

// reach notes which functions a script does not call itself, and what is run only where
// something else holds.
func (f *shellFailing) reach(nodes []syntax.Node) {
	named := map[string][]uint{} // where a word stands by itself
	any := []uint(nil)           // where what is called is worked out
	var all []shellBody
	for _, n := range nodes {
		switch n := n.(type) {
		case *syntax.FuncDecl:
			all = append(all, shellBody{calledAs(n), n.Pos().Offset(), n.End().Offset()})
		case *syntax.CallExpr:
			for i, word := range n.Args {
				if text := word.Lit(); text != "" {
					named[text] = append(named[text], word.Pos().Offset())
				} else if i == 0 {
					any = append(any, word.Pos().Offset())
				}
			}
		case *syntax.IfClause:
			if len(n.Cond) != 1 || len(n.Then) == 0 {
				continue
			}
			if isCheck(n.Cond[0]) {
				f.failed = append(f.failed, spanOf(n.Then))
			} else if names := testedNames(n.Cond[0]); len(names) > 0 && !slices.ContainsFunc(names, isEnvironmentName) {
				f.hedged = append(f.hedged, shellBody{from: n.Then[0].Pos().Offset(), to: n.End().Offset()})
			}
		case *syntax.BinaryCmd:
			if n.Op == syntax.OrStmt && isCheck(n.X) {
				f.failed = append(f.failed, spanOf([]*syntax.Stmt{n.Y}))
			}
		}
	}
	f.apart = unreached(all, named, any)
}

// unreached returns the functions that nothing calls which is run, of all functions of a
// script; named is where a word stands, any where what is called is worked out.
func unreached(all []shellBody, named map[string][]uint, any []uint) (apart []shellBody) {
	apart = all
	for changed := true; changed; {
		changed = false
		isRun := func(at uint) bool {
			return !slices.ContainsFunc(apart, func(b shellBody) bool { return b.has(at) })
		}
		if slices.ContainsFunc(any, isRun) {
			return nil
		}
		var left []shellBody
		for _, b := range apart {
			if b.name == "" || slices.ContainsFunc(named[b.name], isRun) {
				changed = true
			} else {
				left = append(left, b)
			}
		}
		apart = left
	}
	return apart
}

// spanOf returns where statements stand.
func spanOf(list []*syntax.Stmt) shellBody {
	return shellBody{from: list[0].Pos().Offset(), to: list[len(list)-1].End().Offset()}
}

// isCheck reports whether a condition asks for nothing but whether a command fails, or what
// a file is.
func isCheck(st *syntax.Stmt) bool {
	call, is := st.Cmd.(*syntax.CallExpr)
	if !is || len(call.Args) == 0 {
		test, is := st.Cmd.(*syntax.TestClause)
		if !is {
			return false
		}
		x := test.X
		for {
			unary, is := x.(*syntax.UnaryTest)
			if !is {
				return false
			}
			if unary.Op != syntax.TsNot {
				return unary.Op >= syntax.TsExists && unary.Op <= syntax.TsSocket
			}
			x = unary.X
		}
	}
	switch name := call.Args[0].Lit(); name {
	case "[", "test":
		i := 1
		if call.Args[i].Lit() == "!" {
			i++
		}
		return len(call.Args) > i+1 && strings.Contains("-e-f-d-r-w-x-s-L-h-S-p-b-c", call.Args[i].Lit()) && len(call.Args[i].Lit()) == 2
	}
	return true
}

// apartAt returns the function that an offset is in, if the script does not call it itself.
func (f *shellFailing) apartAt(at uint) *shellBody {
	for i := range f.apart {
		if f.apart[i].has(at) {
			return &f.apart[i]
		}
	}
	return nil
}

// isFailed reports whether an offset is run only where a command fails, or a file is there or not.
func (f *shellFailing) isFailed(at uint) bool { return within(f.failed, at) }

// isHedged reports whether an offset is run only where variables of the script's own are
// something.
func (f *shellFailing) isHedged(at uint) bool { return within(f.hedged, at) }

func within(list []shellBody, at uint) bool {
	return slices.ContainsFunc(list, func(b shellBody) bool { return b.has(at) })
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
