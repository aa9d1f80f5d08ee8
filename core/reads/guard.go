package reads

import "inzicht/core/syntax"

// guarded tells whether the n-th read is reached only where its variable is
// set, since the program asked before, or whether it lives without it. rounds
// are the conditions under which it is reached.
func (a *analysis) guarded(n int, rounds []Range, near *neighbours) bool {
	token, name := a.spots[n], a.reads[n].Name
	if a.caught(token) {
		return true
	}
	for _, c := range rounds {
		for _, m := range near.within(c) {
			if other := &a.reads[m]; other.Name == name && other.Need != Required && !a.asksForNone(a.spots[m]) {
				return true
			}
		}
	}
	before, behind := near.ofName(name, token)
	for _, m := range before {
		if a.reads[m].Need != Required && (a.asksFirst(a.spots[m], token) || a.leavesWithout(a.spots[m], token)) {
			return true
		}
	}
	return len(behind) > 0 && a.reads[behind[0]].Need != Required && a.asksBehind(token, a.spots[behind[0]])
}

// maxGuard bounds how far a guard and what it guards lie apart.
const maxGuard = 200

// asksFirst tells whether the read at token m decides, in the same expression,
// over the one at token n: A && f(A), A ? f(A) : 0, if (A) f(A).
func (a *analysis) asksFirst(m, n int) bool {
	f := a.f
	if n-m > maxGuard {
		return false
	}
	asked := false
	for i := m; i < n; i++ {
		if mate := f.Mate(i); mate > i {
			if mate > n {
				return asked
			}
			i = mate
			continue
		}
		switch f.Kind(i) {
		case syntax.Close:
			open := f.Mate(i)
			if asked = open >= 0 && f.Is(open, "(") && conditionWords[f.Text(open-1)] && !a.asksForNone(m); asked && i+1 == n {
				return true
			}
		case syntax.Punct, syntax.Word:
			switch f.Text(i) {
			case "&&", "and", "?":
				asked = !a.asksForNone(m)
			case "||", "or", ",", ";", ":", "??", "else":
				return false
			}
			if i > m && f.Tokens[i].NewLine && a.lang.LineEnds && !continuesLine(f, i) && !a.bracketed(i) {
				return false
			}
		}
	}
	return asked
}

// asksBehind tells whether the read at token m is the condition behind the
// statement that the one at token n is in: f(A) if A.
func (a *analysis) asksBehind(n, m int) bool {
	if !a.lang.Modifiers || m-n > maxGuard {
		return false
	}
	head := a.conditionHead(m)
	return head > n && a.f.Is(head, "if") && a.statementStart(m) <= n && !a.asksForNone(m)
}

// asksForNone tells whether the read at token m is asked for its absence.
func (a *analysis) asksForNone(m int) bool {
	f := a.f
	if f.Is(m-1, "!") || f.Is(m-1, "not") || f.Is(m-1, "in") && f.Is(m-2, "not") {
		return true
	}
	for i := m + 1; i < m+14 && i < len(f.Tokens); i++ {
		if mate := f.Mate(i); mate > i {
			i = mate
			continue
		}
		switch f.Text(i) {
		case "==", "===", "is":
			value, isText := f.Value(i + 1)
			return a.c.nothing[f.Text(i+1)] || isText && value == ""
		case "not", "!":
			return f.Is(i+1, "in")
		case "&&", "||", "and", "or", ")", ":", "{", ";", "?", ",":
			return false
		}
	}
	return false
}

// leaves are the words that end a function or a turn of a loop in peace.
var leaves = map[string]bool{"return": true, "continue": true, "break": true, "next": true}

// leavesWithout tells whether the function is left before token n where the
// read at token m has no value: if (!A) return; … A.
func (a *analysis) leavesWithout(m, n int) bool {
	f := a.f
	head := a.conditionHead(m)
	if head < 0 || m-head > 40 || !(a.asksForNone(m) != f.Is(head, "unless")) {
		return false
	}
	for i := head + 1; i < m; i++ {
		if f.Is(i, "&&") || f.Is(i, "and") {
			return false
		}
	}
	outer := a.o.blockOf[head]
	if b := &a.o.blocks[outer]; b.Lo == head && !b.contains(n) { // the condition is in a block of its own
		outer = a.o.blocks[outer].parent
	}
	if outer < 0 || !a.o.blocks[outer].contains(n) || a.o.functionBlock(outer) != a.o.functionBlock(a.o.blockOf[n]) {
		return false
	}
	if leaves[f.Text(a.statementStart(m))] {
		return true
	}
	for i := m; i < n && i < m+maxGuard; i++ {
		if t := &f.Tokens[i]; t.Kind != syntax.Word {
			continue
		}
		switch {
		case leaves[f.Text(i)]:
			return true
		case f.Is(i, "else"), f.Is(i, "elif"), f.Is(i, "elsif"):
			return false
		}
		if i > m+30 {
			return false
		}
	}
	return false
}

// caught tells whether an error of the read at token i is caught, and the
// program goes on: try … except KeyError.
func (a *analysis) caught(i int) bool {
	if !a.lang.Catches || i >= len(a.o.blockOf) {
		return false
	}
	f := a.f
	for b := a.o.blockOf[i]; b > 0; b = a.o.blocks[b].parent {
		block := &a.o.blocks[b]
		if block.function {
			return false
		}
		if !f.Is(block.Lo-2, "try") {
			continue
		}
		for except := block.Hi; f.Is(except, "except"); {
			body := except + 1
			for body < len(f.Tokens) && !f.Is(body, ":") {
				body++
			}
			end := a.bodyEnd(body)
			if a.catches(Range{except + 1, body}) {
				return !a.stopsIn(Range{body, end})
			}
			except = end
		}
	}
	return false
}

// catches tells whether one of the named classes of errors is that of a
// missing key, or whether none is named.
func (a *analysis) catches(classes Range) bool {
	for i := classes.Lo; i < classes.Hi; i++ {
		switch a.f.Text(i) {
		case "KeyError", "LookupError", "Exception", "BaseException":
			return true
		}
	}
	return classes.empty()
}
