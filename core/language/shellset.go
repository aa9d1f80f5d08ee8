package language

import (
	"cmp"
	"slices"
	"strings"

	"mvdan.cc/sh/v3/syntax"

	"inzicht/core/sorting"
)

// shellSettings are the names that a script sets itself.
type shellSettings struct {
	names    map[string][]shellSpan
	words    map[string][]uint // where a word by itself stands: a call, a trap
	prefixes []string          // of names that are put together: eval HAVE_$name=yes
}

// made reports whether a script puts a name together that begins like this one.
func (s *shellSettings) made(name string) bool {
	return slices.ContainsFunc(s.prefixes, func(p string) bool { return strings.HasPrefix(name, p) })
}

// shellSpan is where a name that was set counts as set, by offsets.
type shellSpan struct {
	from, to uint
	block    uint // where the block begins that it is set in
	kept     bool // what it was is a part of it: X=${X:-y}
	inside   bool // it counts in a function alone, which is called behind where it is set
	local    bool // it is set for a function, and those that it calls
	called   bool // it is set within a function, which may have been called before any place
}

const shellEnd = 1 << 40

// maySet reports whether what is set may stand at a place, on some way to it.
func (s shellSpan) maySet(at uint) bool {
	return s.called || s.from <= at && (!s.inside || at < s.to)
}

// has reports whether a name is set by the script where it is used.
func (s *shellSettings) has(name string, at uint) bool {
	if s.made(name) {
		return true
	}
	for _, span := range s.names[name] {
		if at >= span.from && at < span.to {
			return true
		}
	}
	return false
}

// before reports whether a script may have set a name before it is used.
func (s *shellSettings) before(name string, at uint) bool {
	return slices.ContainsFunc(s.names[name], func(span shellSpan) bool { return span.maySet(at) })
}

// anew reports whether a script may have given a name a value of its own before a
// place.
func (s *shellSettings) anew(name string, at uint) bool {
	return slices.ContainsFunc(s.names[name], func(span shellSpan) bool { return !span.kept && span.maySet(at) })
}

// namedBy says which argument of a command names what it sets, where it is put
// together.
var namedBy = map[string]int{"eval": 1, "export": 1, "declare": 2, "typeset": 2, "printf": 2, "readonly": 1}

// setters returns the functions that set the variable which their first argument
// names: set_to() { eval "$1=\$2"; }
func setters(nodes []syntax.Node) map[string]bool {
	found := map[string]bool{}
	for _, n := range nodes {
		f, is := n.(*syntax.FuncDecl)
		if !is {
			continue
		}
		syntax.Walk(f.Body, func(n syntax.Node) bool {
			call, is := n.(*syntax.CallExpr)
			if !is || len(call.Args) < 2 {
				return true
			}
			if from, sets := namedBy[call.Args[0].Lit()]; sets && len(call.Args) > from {
				found[calledAs(f)] = found[calledAs(f)] || beginsWithFirst(call.Args[from])
			}
			return true
		})
	}
	return found
}

// firstParts returns the parts of a word, or those of the double-quoted text that
// it begins with.
func firstParts(word *syntax.Word) []syntax.WordPart {
	if quoted, is := word.Parts[0].(*syntax.DblQuoted); is {
		return quoted.Parts
	}
	return word.Parts
}

// beginsWithFirst reports whether a word begins with the first argument of the
// function that it is in.
func beginsWithFirst(word *syntax.Word) bool {
	parts := firstParts(word)
	if len(parts) == 0 {
		return false
	}
	p, is := parts[0].(*syntax.ParamExp)
	return is && p.Param.Value == "1" && p.Exp == nil
}

// of notes what a script sets, of which nodesOf returned the nodes.
func (s *shellSettings) of(file *syntax.File, nodes []syntax.Node) {
	s.names, s.words = map[string][]shellSpan{}, plainWords(nodes)
	w := &settingWalk{settings: s, setters: setters(nodes), worked: workedOut(nodes)}
	w.statements(file.Stmts, shellSpan{to: shellEnd})
	w.toCallees()
}

// toCallees has what is set where a function is called count within it, and within those
// that it calls.
func (w *settingWalk) toCallees() {
	if len(w.functions) == 0 {
		return
	}
	calls, left := w.calls(), mostCallees
	counts, names := make([]int, len(w.functions)), 0 // the last name that counts in each
	for name, spans := range w.settings.names {       // in any order
		names++
		count := func(n int, local bool) {
			if body := w.functions[n].shellSpan; counts[n] != names {
				counts[n], body.local = names, local
				spans = append(spans, body)
			}
		}
		behind := uint(0) // the last place from which on it is set
		for _, span := range spans {
			if span.to == shellEnd {
				behind = max(behind, span.from)
			}
		}
		for n, body := range w.functions {
			if body.from < behind {
				count(n, false)
			}
		}
		for i := 0; i < len(spans); i++ { // and what that adds
			span := spans[i]
			if span.to == shellEnd || span.inside && !span.local { // whoever else calls that has not set it
				continue
			}
			at, _ := slices.BinarySearchFunc(calls, span.block, func(c shellCall, at uint) int { return cmp.Compare(c.at, at) })
			for ; at < len(calls) && calls[at].at < span.to && left > 0; at++ {
				count(calls[at].of, span.local)
				left--
			}
		}
		w.settings.names[name] = spans
	}
}

// mostCallees bounds how many calls are looked at for what is set where they stand.
const mostCallees = 500_000

// shellCall is where one of a script's functions, by its number, is named.
type shellCall struct {
	at uint
	of int
}

// calls returns where the functions of a script are named, in order.
func (w *settingWalk) calls() (list []shellCall) {
	for n, body := range w.functions {
		for _, at := range w.settings.words[body.name] {
			list = append(list, shellCall{at, n})
		}
	}
	sorting.By(list, func(a, b shellCall) int { return cmp.Or(cmp.Compare(a.at, b.at), cmp.Compare(a.of, b.of)) })
	return list
}

// setterFunction is a function and where its body stands.
type setterFunction struct {
	name string
	shellSpan
}

// plainWords returns where the arguments of commands stand that are plain words.
func plainWords(nodes []syntax.Node) map[string][]uint {
	words := map[string][]uint{}
	for _, n := range nodes {
		if call, is := n.(*syntax.CallExpr); is {
			for _, word := range call.Args {
				if text := word.Lit(); text != "" {
					words[text] = append(words[text], word.Pos().Offset())
				}
			}
		}
	}
	return words
}

// settingWalk goes through a script with what counts where.
type settingWalk struct {
	settings  *shellSettings
	setters   map[string]bool // functions that set what their first argument names
	functions []setterFunction
	order     []string  // names, each time that one is set
	keeps     bool      // what is set now is made of what it was
	body      shellSpan // that of the innermost function, if it is in one
	local     bool      // what is set now is set for its function, and those that it calls
	anyCallee bool      // what the innermost function calls is worked out
	worked    []uint    // where what is called is, in order
}

func (w *settingWalk) set(name string, at uint, within shellSpan) {
	inside := w.body.to > 0
	from, leaves := at, inside && !w.local // whoever calls the function sees it
	switch {
	case within.to < shellEnd:
	case leaves:
		from = 0
	case inside:
		within = w.body
	}
	w.settings.names[name] = append(w.settings.names[name], shellSpan{from: from, to: within.to, block: within.from, kept: w.keeps, local: inside && w.local, called: leaves})
	w.order = append(w.order, name)
}

// assigned notes an assignment.
func (w *settingWalk) assigned(a *syntax.Assign, within shellSpan) {
	w.keeps = a.Value != nil && expands(a.Value, a.Name.Value)
	w.set(a.Name.Value, a.End().Offset(), within)
	w.keeps = false
}

// statements goes through statements; what they set counts up to within.to.
func (w *settingWalk) statements(list []*syntax.Stmt, within shellSpan) {
	for _, st := range list {
		w.statement(st, within)
	}
}

func (w *settingWalk) block(list []*syntax.Stmt) {
	if len(list) > 0 { // it counts within the block, for it may not be run
		w.statements(list, shellSpan{from: list[0].Pos().Offset(), to: list[len(list)-1].End().Offset()})
	}
}

func (w *settingWalk) statement(st *syntax.Stmt, within shellSpan) {
	switch n := st.Cmd.(type) {
	case *syntax.CallExpr:
		w.call(n, within)
	case *syntax.DeclClause:
		w.local = n.Variant.Value != "export" && n.Variant.Value != "readonly" && !isSaidGlobal(n) && !w.anyCallee
		for _, a := range n.Args {
			if a.Name != nil && (!a.Naked || n.Variant.Value != "export") {
				w.assigned(a, within)
			}
		}
		w.local = false
	case *syntax.ForClause:
		switch loop := n.Loop.(type) {
		case *syntax.WordIter:
			w.set(loop.Name.Value, loop.Name.End().Offset(), within)
		case *syntax.CStyleLoop:
			w.arithmetic(loop, within)
		}
		w.statements(n.Do, within)
	case *syntax.WhileClause:
		w.statements(n.Cond, within)
		w.statements(n.Do, within)
	case *syntax.IfClause:
		w.branches(n, within)
	case *syntax.CaseClause:
		for _, item := range n.Items {
			w.block(item.Stmts)
		}
	case *syntax.Block:
		w.statements(n.Stmts, within)
	case *syntax.Subshell:
		w.block(n.Stmts)
	case *syntax.BinaryCmd:
		w.statement(n.X, within)
		if n.Op == syntax.AndStmt || n.Op == syntax.OrStmt {
			w.block([]*syntax.Stmt{n.Y})
		} else {
			w.statement(n.Y, within)
		}
	case *syntax.FuncDecl:
		outer, called := w.body, w.anyCallee
		from, to := n.Body.Pos().Offset(), n.Body.End().Offset()
		w.functions = append(w.functions, setterFunction{calledAs(n), shellSpan{from: from, to: to, block: from, inside: true}})
		w.body, w.anyCallee = shellSpan{from: from, to: to}, w.callsAny(from, to)
		w.statement(n.Body, within)
		w.body, w.anyCallee = outer, called
	case *syntax.LetClause, *syntax.ArithmCmd:
		w.arithmetic(n, within)
	case *syntax.TimeClause:
		if n.Stmt != nil {
			w.statement(n.Stmt, within)
		}
	}
	w.expansions(st, within)
}

// workedOut returns where a command stands whose name is worked out, in order: $handler "$1".
func workedOut(nodes []syntax.Node) (list []uint) {
	for _, n := range nodes {
		if call, is := n.(*syntax.CallExpr); is && len(call.Args) > 0 && call.Args[0].Lit() == "" && expansionAlone(call.Args[0]) != nil {
			list = append(list, call.Pos().Offset())
		}
	}
	slices.Sort(list)
	return list
}

// callsAny reports whether what is called in a part of a script is worked out.
func (w *settingWalk) callsAny(from, to uint) bool {
	n, _ := slices.BinarySearch(w.worked, from)
	return n < len(w.worked) && w.worked[n] < to
}

// isSaidGlobal reports whether what is declared in a function is told to be known outside:
// declare -g X=1.
func isSaidGlobal(n *syntax.DeclClause) bool {
	return slices.ContainsFunc(n.Args, func(a *syntax.Assign) bool {
		return a.Name == nil && a.Value != nil && strings.Contains(a.Value.Lit(), "g")
	})
}

// branches goes through an if: what all of its branches set is set behind it.
func (w *settingWalk) branches(n *syntax.IfClause, within shellSpan) {
	counts, branches, whole := map[string]int{}, 0, false // a name counts once a branch
	for c := n; c != nil; c = c.Else {
		w.statements(c.Cond, within)
		begun := len(w.order)
		w.block(c.Then)
		for _, name := range w.order[begun:] {
			if counts[name] == branches {
				counts[name]++
			}
		}
		branches++
		whole = whole || len(c.Cond) == 0
	}
	if !whole {
		return
	}
	for name, count := range counts { // in any order
		if count == branches {
			w.set(name, n.End().Offset(), within)
		}
	}
}

// call notes what a command sets: assignments, read, getopts, mapfile, printf -v.
func (w *settingWalk) call(n *syntax.CallExpr, within shellSpan) {
	if len(n.Args) == 0 { // with a command behind it, only that command sees it
		for _, a := range n.Assigns {
			w.assigned(a, within)
		}
		return
	}
	if w.setters[n.Args[0].Lit()] && len(n.Args) > 1 && isShellName(n.Args[1].Lit()) {
		w.set(n.Args[1].Lit(), n.End().Offset(), within)
	}
	switch n.Args[0].Lit() {
	case "eval": // eval "OPTIONS=( $GIVEN )"
		for _, word := range n.Args[1:] {
			if name, found := setByText(word); found {
				w.set(name, n.End().Offset(), within)
			} else if prefix := madeByText(word); prefix != "" && len(w.settings.prefixes) < 100 {
				w.settings.prefixes = append(w.settings.prefixes, prefix)
			}
		}
	case "read", "getopts", "mapfile", "readarray", "printf", "unset", "local", "typeset", "select":
		for _, word := range n.Args[1:] {
			if name := word.Lit(); isShellName(name) {
				w.set(name, n.End().Offset(), within)
			}
		}
	}
}

// setByText returns the name that a text which is run as source sets, where it
// begins with that.
func setByText(word *syntax.Word) (name string, found bool) {
	parts := firstParts(word)
	text := ""
	if len(parts) > 0 {
		switch part := parts[0].(type) {
		case *syntax.Lit:
			text = part.Value
		case *syntax.SglQuoted:
			text = part.Value
		}
	}
	name, _, found = strings.Cut(text, "=")
	return name, found && isShellName(name)
}

// madeByText returns what a name begins with that a text puts together and sets:
// HAVE_ of HAVE_$name=yes.
func madeByText(word *syntax.Word) string {
	parts := firstParts(word)
	if len(parts) < 3 {
		return ""
	}
	begins, plain := parts[0].(*syntax.Lit)
	_, expands := parts[1].(*syntax.ParamExp)
	ends, also := parts[2].(*syntax.Lit)
	if !plain || !expands || !also || !strings.HasPrefix(ends.Value, "=") || len(begins.Value) < 3 || !isShellName(begins.Value) {
		return ""
	}
	return begins.Value
}

// arithmetic notes what is assigned in let, (( )) and the head of a loop.
func (w *settingWalk) arithmetic(n syntax.Node, within shellSpan) {
	for _, c := range countedIn(n) {
		w.set(c.name, c.end, within)
	}
}

// expansions notes what ${X:=value} sets, in a statement itself.
func (w *settingWalk) expansions(st *syntax.Stmt, within shellSpan) {
	call, ok := st.Cmd.(*syntax.CallExpr)
	if !ok {
		return
	}
	syntax.Walk(call, func(n syntax.Node) bool {
		if p, ok := n.(*syntax.ParamExp); ok && p.Param != nil && p.Exp != nil && (p.Exp.Op == syntax.AssignUnset || p.Exp.Op == syntax.AssignUnsetOrNull) {
			w.keeps = true
			w.set(p.Param.Value, p.End().Offset(), within)
			w.keeps = false
		}
		return true
	})
}

// expands reports whether a word expands a variable.
func expands(word *syntax.Word, name string) (does bool) {
	syntax.Walk(word, func(n syntax.Node) bool {
		p, is := n.(*syntax.ParamExp)
		does = does || is && p.Param != nil && p.Param.Value == name
		return true
	})
	return does
}
