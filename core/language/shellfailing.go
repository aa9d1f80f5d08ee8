package language

import (
	"cmp"
	"slices"

	"inzicht/core/late"
	"inzicht/core/sorting"

	"mvdan.cc/sh/v3/syntax"
)

// failingShebang matches a first line that has the shell stop at a command that fails.
var failingShebang = late.Regexp(`^#!\S*sh +-[a-z]*e`)

// shellFailing is what a script does where one of its functions fails.
type shellFailing struct {
	ends   bool // set -e: it ends, unless something asks whether that failed
	asked  map[string]bool
	wanted map[string]bool // where one of these functions fails, what asks for it ends the script: f || exit 1
	bodies shellSpans      // all functions
	apart  shellSpans      // functions that the script does not call itself
	failed shellSpans      // what is run where a command fails, or a file is there or not
	hedged shellSpans      // what is run where a script's own variables are something
	// contained are shells of their own whose failure the script answers in peace.
	contained shellSpans
}

// shellBody is where the body of a function is.
type shellBody struct {
	name     string
	from, to uint
}

// has reports whether an offset is within a body.
func (b shellBody) has(at uint) bool { return b.from <= at && at < b.to }

// bodiesOf returns where the functions of a script are.
func bodiesOf(nodes []syntax.Node) shellSpans {
	var list []shellBody
	for _, n := range nodes {
		if fn, is := n.(*syntax.FuncDecl); is {
			list = append(list, shellBody{calledAs(fn), fn.Pos().Offset(), fn.End().Offset()})
		}
	}
	return spansOf(list)
}

// reach notes which functions a script does not call itself, and what is run only where
// something else holds; named is where a word stands by itself.
func (f *shellFailing) reach(nodes []syntax.Node, named map[string][]uint) {
	var worked []uint // where what is called is worked out
	var failed, hedged []shellBody
	for _, n := range nodes {
		switch n := n.(type) {
		case *syntax.CallExpr:
			if len(n.Args) > 0 && firstWord(n) == "" {
				worked = append(worked, n.Args[0].Pos().Offset())
			}
		case *syntax.IfClause:
			if len(n.Cond) != 1 || len(n.Then) == 0 {
				continue
			}
			if isCheck(n.Cond[0]) {
				failed = append(failed, spanOf(n.Then))
			} else if names := testedNames(n.Cond[0]); len(names) > 0 && !slices.ContainsFunc(names, isEnvironmentName) {
				hedged = append(hedged, shellBody{from: n.Then[0].Pos().Offset(), to: n.End().Offset()})
			}
		case *syntax.BinaryCmd:
			if n.Op == syntax.OrStmt && isCheck(n.X) {
				failed = append(failed, spanOf([]*syntax.Stmt{n.Y}))
			}
		}
	}
	f.apart, f.failed, f.hedged = unreached(f.bodies, named, worked), spansOf(failed), spansOf(hedged)
	f.contained = containedOf(nodes)
}

// unreached returns the functions that nothing calls which is run, of all functions of a
// script; named is where a word stands, worked where what is called is worked out.
func unreached(all shellSpans, named map[string][]uint, worked []uint) shellSpans {
	calls := make([][]int, len(all.list)+1) // which functions one calls, by number; the script itself comes last
	in := func(at uint) int {
		if n := all.at(at); n >= 0 {
			return n
		}
		return len(all.list)
	}
	for n, b := range all.list {
		for _, at := range named[b.name] {
			calls[in(at)] = append(calls[in(at)], n)
		}
		if b.name == "" { // it is run where it stands
			calls[len(all.list)] = append(calls[len(all.list)], n)
		}
	}
	any := make([]bool, len(all.list)+1) // calls what is worked out
	for _, at := range worked {
		any[in(at)] = true
	}
	run := make([]bool, len(all.list)+1)
	for open := []int{len(all.list)}; len(open) > 0; {
		n := open[len(open)-1]
		open = open[:len(open)-1]
		if run[n] {
			continue
		}
		run[n] = true
		if any[n] {
			return shellSpans{}
		}
		open = append(open, calls[n]...)
	}
	var apart []shellBody
	for n, b := range all.list {
		if !run[n] {
			apart = append(apart, b)
		}
	}
	return spansOf(apart)
}

// shellSpans are parts of a script, none of which overlaps another but lies within it.
type shellSpans struct {
	list  []shellBody // by where they begin
	outer []int       // the one that each lies in, by number, or -1
}

func spansOf(list []shellBody) shellSpans {
	sorting.By(list, func(a, b shellBody) int { return cmp.Or(cmp.Compare(a.from, b.from), cmp.Compare(b.to, a.to)) })
	s := shellSpans{list: list, outer: make([]int, len(list))}
	for n, b := range list {
		in := n - 1
		for in >= 0 && list[in].to < b.to {
			in = s.outer[in]
		}
		s.outer[n] = in
	}
	return s
}

// at returns the number of the innermost span that an offset is in, or -1.
func (s shellSpans) at(at uint) int {
	n, _ := slices.BinarySearchFunc(s.list, at+1, func(b shellBody, at uint) int { return cmp.Compare(b.from, at) })
	for n--; n >= 0 && !s.list[n].has(at); {
		n = s.outer[n]
	}
	return n
}

// spanOf returns where statements stand.
func spanOf(list []*syntax.Stmt) shellBody {
	return shellBody{from: list[0].Pos().Offset(), to: list[len(list)-1].End().Offset()}
}

// isCheck reports whether a condition asks for nothing but whether a command fails, or what
// a file is.
func isCheck(st *syntax.Stmt) bool {
	switch n := st.Cmd.(type) {
	case *syntax.TestClause:
		x, is := n.X.(*syntax.UnaryTest)
		for is && x.Op == syntax.TsNot {
			x, is = x.X.(*syntax.UnaryTest)
		}
		return is && x.Op >= syntax.TsExists && x.Op <= syntax.TsSocket
	case *syntax.CallExpr:
		if name := firstWord(n); name != "[" && name != "test" {
			return name != ""
		}
		words := n.Args[1:]
		if len(words) > 0 && words[0].Lit() == "!" {
			words = words[1:]
		}
		return len(words) > 1 && asksOfFile[words[0].Lit()]
	}
	return false
}

// asksOfFile are the operators of a test that ask what a file is.
var asksOfFile = wordSet("-e -f -d -r -w -x -s -L -h -S -p -b -c")

// apartAt returns the function that an offset is in, if the script does not call it itself.
func (f *shellFailing) apartAt(at uint) *shellBody {
	if n := f.apart.at(at); n >= 0 {
		return &f.apart.list[n]
	}
	return nil
}

// isFailed reports whether an offset is run only where a command fails, or a file is there or not.
func (f *shellFailing) isFailed(at uint) bool { return f.failed.at(at) >= 0 }

// isHedged reports whether an offset is run only where variables of the script's own are
// something.
func (f *shellFailing) isHedged(at uint) bool { return f.hedged.at(at) >= 0 }

// note notes the functions that something asks whether they fail.
func (f *shellFailing) note(n syntax.Node) {
	switch n := n.(type) {
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
	n := f.bodies.at(at)
	if n < 0 {
		return false
	}
	name := f.bodies.list[n].name
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
