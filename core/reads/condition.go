package reads

import (
	"inzicht/core/syntax"
)

// statementStart gives the tokens from the beginning of the statement that token i
// is in, up to i.
func (a *analysis) statementStart(i int) int {
	f := a.f
	for j := i; j > i-80; j-- {
		if j < 0 {
			return 0
		}
		if f.Tokens[j].Kind == syntax.Unquote && int(f.Tokens[j].Mate) >= 0 {
			j = int(f.Tokens[j].Mate)
			continue
		}
		if f.Tokens[j].Kind == syntax.Close && int(f.Tokens[j].Mate) >= 0 && j < i {
			if f.Is(j, "}") {
				return j + 1
			}
			j = int(f.Tokens[j].Mate)
			continue
		}
		if j < i && (f.Is(j, ";") && !a.inIfHead(j) || f.Is(j, "{") || f.Is(j, "then")) {
			return j + 1
		}
		if f.Tokens[j].NewLine && a.lang.LineEnds && (j == 0 || !continuesLine(f, j)) && !a.bracketed(j) {
			return j
		}
	}
	return i
}

// inIfHead tells whether a semicolon belongs to "if x := f(); x == nil {".
func (a *analysis) inIfHead(semicolon int) bool {
	for j := semicolon - 1; j >= 0 && j > semicolon-40; j-- {
		if a.f.Is(j, "if") || a.f.Is(j, "switch") {
			return true
		}
		if a.f.Tokens[j].NewLine || a.f.Is(j, "{") {
			return false
		}
	}
	return false
}

// bracketed tells whether token i stands between parentheses or square brackets.
func (a *analysis) bracketed(i int) bool {
	p := a.openerOf(i)
	return p >= 0 && !a.f.Is(p, "{")
}

var conditionWords = map[string]bool{"if": true, "elif": true, "elsif": true, "elseif": true, "unless": true, "while": true, "guard": true, "assert": true, "until": true}

// conditionHead finds the word that makes token i part of a condition, or -1.
func (a *analysis) conditionHead(i int) int {
	f := a.f
	for open := a.openerOf(i); open >= 0; open = a.openerOf(open) {
		if !f.Is(open, "(") {
			break
		}
		if conditionWords[f.Text(open-1)] {
			return open - 1
		}
		if isCall(f, open) {
			return -1
		}
	}
	start := a.statementStart(i)
	for j := start; j <= i && j < start+60; j++ {
		if m := f.Mate(j); m > j && m < i {
			j = m
			continue
		}
		if f.Kind(j) == syntax.Word && conditionWords[f.Text(j)] {
			if f.Is(j, "if") && j > start && !a.lang.Modifiers && !f.Is(j-1, "else") && !f.Is(j-1, "}") && !a.c.stops[f.Text(start)] {
				continue
			}
			return j
		}
	}
	return -1
}

func (a *analysis) inCondition(i int) bool { return a.conditionHead(i) >= 0 }

// condition judges a read that is itself the condition, or a part of it.
func (a *analysis) condition(r Range, out *facts) bool {
	head := a.conditionHead(r.Lo)
	if a.f.Is(r.Hi, "else") && a.stopsIn(Range{r.Hi, a.bodyEnd(r.Hi + 1)}) && (head < 0 || a.f.Is(head, "guard")) {
		out.required = true // let Ok(x) = read else { panic }
		return true
	}
	if head >= 0 && (a.f.Is(head+1, "let") || a.f.Is(head+1, "var")) && a.isAssigned(head, r.Lo) {
		out.tested = true // if let x = read
		return true
	}
	if head < 0 || a.isAssigned(head, r.Lo) {
		return false
	}
	out.tested = true
	switch a.f.Text(head) {
	case "unless", "guard", "assert":
		if a.f.Is(r.Lo-1, "assert") && !isMemberOp(a.f, r.Hi) || a.f.Is(head, "unless") && a.stopsWhen(r, true) || a.f.Is(head, "guard") && a.stopsWhen(r, true) {
			out.required = true
		}
	}
	return true
}

// switched takes the cases of a switch over the read for the literals it understands.
func (a *analysis) switched(r Range, out *facts) bool {
	f := a.f
	head, body := r.Lo-1, r.Hi
	if f.Is(head, "(") && f.Mate(head) == r.Hi {
		head, body = head-1, r.Hi+1
	}
	switch f.Text(head) {
	case "switch", "match", "when", "case":
	default:
		return false
	}
	end := a.bodyEnd(body)
	if a.stopsIn(Range{body, end}) && f.Is(head, "match") {
		out.required = true
	} else {
		out.tested = true
	}
	for i := body; i < min(end, body+400, len(f.Tokens)); i++ {
		if value, ok := f.Value(i); ok && (f.Is(i-1, "case") || f.Is(i-1, "when") || f.Is(i+1, "=>") || f.Is(i+1, "->") || f.Is(i-1, ",") || f.Is(i-1, "|")) && a.openerOf(i) == a.openerOf(body+1) {
			if value != "" {
				out.literals = append(out.literals, value)
			}
		}
	}
	return true
}

// isAssigned tells whether the value at i is assigned within an if's head:
// if x := read; x == "" {.
func (a *analysis) isAssigned(head, i int) bool {
	for j := head; j < i; j++ {
		if a.f.Is(j, ":=") || a.f.Is(j, "=") {
			return true
		}
	}
	return false
}

// stopsWhen tells whether the condition that r stands in leads to an end of
// the program. missing tells whether r is true where the variable is not set.
func (a *analysis) stopsWhen(r Range, missing bool) bool {
	f := a.f
	head := a.conditionHead(r.Lo)
	if head < 0 || !missing {
		return false
	}
	start := a.statementStart(r.Lo)
	if a.c.stops[f.Text(start)] || a.stopsIn(Range{start, min(head, start+4)}) { // raise "…" if x.nil?
		return true
	}
	body := head + 1
	if f.Is(body, "(") && f.Mate(body) >= r.Hi {
		body = f.Mate(body) + 1
	} else {
		for body = r.Hi; body < len(f.Tokens) && body < r.Hi+60; body++ {
			if f.Is(body, "{") || f.Is(body, ":") && !a.bracketed(body) || f.Is(body, "then") || f.Is(body, "else") ||
				f.Tokens[body].NewLine && !a.bracketed(body) && !continuesLine(f, body) {
				break
			}
			if m := f.Mate(body); m > body {
				body = m
			}
		}
		if f.Is(body, "else") {
			body++
		}
	}
	end := a.bodyEnd(body)
	return a.stopsIn(Range{body, end})
}

// bodyEnd gives the end of the block or statement that begins at token i.
func (a *analysis) bodyEnd(i int) int {
	f := a.f
	if f.Is(i, "{") && f.Mate(i) > i {
		return f.Mate(i)
	}
	if f.Is(i, ":") {
		if i+1 < len(f.Tokens) {
			return min(a.o.blocks[a.o.blockOf[i+1]].Hi, i+120)
		}
		return i
	}
	end := i + 1
	for end < len(f.Tokens) && end < i+40 && !f.Is(end, ";") && !f.Is(end, "end") && !f.Is(end, "}") && !f.Is(end, "fi") {
		end++
	}
	return end
}

// stopsIn tells whether a statement in r ends the program or the function with an error.
func (a *analysis) stopsIn(r Range) bool {
	for i := r.Lo; i < min(r.Hi, r.Lo+120, len(a.f.Tokens)); i++ {
		if a.f.Kind(i) != syntax.Word {
			continue
		}
		if text := a.f.Text(i); a.c.stops[text] {
			return true
		}
		if isMember(a.f, i) && a.c.stops[a.f.Text(i-2)+"."+a.f.Text(i)] {
			return true
		}
	}
	return false
}

// conditionBefore finds the "if" whose block token i begins, or -1.
func (a *analysis) conditionBefore(i int) int {
	for j := i - 1; j >= 0 && j > i-16; j-- {
		if conditionWords[a.f.Text(j)] {
			return j
		}
		if a.f.Is(j, "}") || a.f.Is(j, ";") {
			return -1
		}
	}
	return -1
}
