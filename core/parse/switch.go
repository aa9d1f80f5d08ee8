package parse

import "inzicht/core/syntax"

// isSwitch reports whether a word that may be a name begins a switch.
func (p *parser) isSwitch() bool {
	next := p.textAt(p.at + 1)
	if p.g.Layout != Indented || p.g.EqualsBody {
		return next != "=" && next != "." && next != "," && next != ")"
	}
	for i := p.at + 1; i < p.end && !p.f.Tokens[i].NewLine; i++ { // match subject:
		if p.kindAt(i) == syntax.Open {
			i = p.mate(i)
			continue
		}
		if p.textAt(i) == ":" && i > p.at+1 {
			return i+1 >= p.end || p.f.Tokens[i+1].NewLine
		}
	}
	return false
}

// switching parses switch, match, when and case, with what they hold.
func (p *parser) switching() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	if p.g.EqualsBody {
		p.add(p.expression(levelBinary))
	} else if !p.startsBlock(p.at) || p.g.Layout == Worded && p.is("{") { // case {a, b} do
		head, own := p.at, len(p.stack)
		p.condition()
		if len(p.stack) > own+1 && p.textAt(int(p.t.Nodes[p.stack[own]].To)) == "," { // match (a, b)
			p.add(p.make(List, head, -1, own))
		}
	}
	switch {
	case p.g.EqualsBody:
		p.take(":")
		for margin := p.margin(); p.at < p.end && p.column(p.at) >= margin; {
			if w := p.wordAt(p.at); w != wordCase && w != wordElse {
				break
			}
			p.caseAt()
		}
	case p.is("{"):
		p.within(p.at, p.cases)
	case p.g.Layout == Braces && p.is(":"): // switch ($a): … endswitch;
		p.at++
		for p.at < p.end && !p.is("endswitch") {
			before := p.at
			if p.take(";") {
				continue
			}
			p.caseAt()
			if p.at == before {
				p.at++
			}
		}
		p.take("endswitch")
	case p.g.Layout == Indented && p.is(":"):
		margin, end := p.margin(), p.end
		p.at++
		p.end = p.blockEnd(margin)
		p.cases()
		p.end = end
	case p.g.Layout == Worded:
		p.take("do")
		for p.at < p.end && p.wordAt(p.at) != wordEnd {
			before := p.at
			p.caseAt()
			if p.at == before {
				p.at++
			}
		}
		p.closed()
	}
	return p.make(Switch, from, from, mark)
}

// cases parses cases up to where tokens end.
func (p *parser) cases() {
	p.inside = 0
	p.separated(p.caseAt)
}

// caseAt parses one case: its patterns, and the statements up to the next one.
func (p *parser) caseAt() {
	from, mark := p.at, len(p.stack)
	p.first = from
	w := p.wordAt(p.at)
	marked := w == wordCase || w == wordDefault || w == wordElse
	if marked {
		p.at++
	}
	if w == wordCase || !marked {
		head := p.head
		p.head = true
		for begun := p.at; p.at < p.end && (p.at == begun && !marked || !p.caseBody()); {
			before := p.at
			if p.at > begun && (p.is("if") || p.is("where") || p.is("when") && p.g.Layout == Braces) {
				p.guard()
				continue
			}
			own := len(p.stack)
			p.add(p.casePattern())
			if p.is("as") && p.g.Layout == Indented { // case pattern as name
				at := p.at
				p.at++
				p.add(p.operand())
				p.add(p.make(Binary, before, at, own))
			}
			if p.at == before || p.is(",") || p.is("|") {
				p.at++
			}
		}
		p.head = head
	}
	p.add(p.caseStatements(marked))
	p.add(p.make(Case, from, from, mark))
}

// casePattern parses one pattern of a case: an expression, a name with a word or a
// type before it (var v, String s), or what a value must be in or of (in list, is
// String).
func (p *parser) casePattern() int32 {
	from, mark := p.at, len(p.stack)
	if asks := p.text(); p.g.Layout == Braces && (asks == "in" || asks == "is" || asks == "!in" || asks == "!is") {
		p.at++
		p.add(p.expression(levelBinary))
		return p.make(Unary, from, from, mark)
	}
	if next := p.textAt(p.at + 1); p.g.Layout == Braces && p.is("!") && (next == "in" || next == "is") { // !in list, in two tokens
		p.at++
		p.add(p.casePattern())
		return p.make(Unary, from, from, mark)
	}
	if p.g.Layout == Braces && p.kind() == syntax.Word && p.kindAt(p.at+1) == syntax.Word && p.wordAt(p.at+1) == wordNone && p.g.ops[p.textAt(p.at+1)].level == 0 && !p.guards(p.at+1) {
		p.at++
		p.target()
		p.take("?")
		return p.make(Declare, from, from, mark)
	}
	node := p.negatable()
	if p.g.Matches != "" && p.g.LineEnds && p.take(":") { // e: Type
		p.skipType()
	}
	p.take("?") // .some(x)?
	return p.joinedPatterns(from, mark, node)
}

// negatable parses a pattern that may have not before it.
func (p *parser) negatable() int32 {
	from, mark := p.at, len(p.stack)
	if p.g.Patterns && p.take("not") {
		p.add(p.expression(levelBinary))
		return p.make(Unary, from, from, mark)
	}
	return p.expression(levelBinary)
}

// joinedPatterns parses what and and or put behind a pattern: null or "".
func (p *parser) joinedPatterns(from, mark int, node int32) int32 {
	for p.g.Patterns && (p.is("or") || p.is("and")) {
		at := p.at
		p.at++
		p.add(node)
		p.add(p.negatable())
		node = p.make(Binary, from, at, mark)
	}
	return node
}

// guards reports whether a word begins what must hold for a case besides its
// pattern.
func (p *parser) guards(i int) bool {
	switch p.textAt(i) {
	case "if", "where", "when", "as", "is", "in", "and", "or":
		return true
	}
	return false
}

// guard parses what must hold for a case besides its pattern.
func (p *parser) guard() {
	from, mark := p.at, len(p.stack)
	p.at++
	p.add(p.expression(levelBinary))
	p.add(p.make(If, from, from, mark))
}

// caseBody reports whether the statements of a case begin.
func (p *parser) caseBody() bool {
	if p.g.Layout == Worded && p.g.Switch != "" && (p.at < p.end && p.f.Tokens[p.at].NewLine || p.has(setThen)) && !p.is("->") {
		return true
	}
	return p.is(":") || p.optionalPattern() || p.is("->") || p.is("=>") || p.is("{") && p.g.Layout == Braces && (p.g.Closures || p.g.CaseBlocks)
}

// optionalPattern reports whether a pattern of Swift ends here that wants a value, with the colon behind it: case let x?:
func (p *parser) optionalPattern() bool {
	return p.is("?:") && p.g.Closures && p.g.Default == "default"
}

// caseStatements parses what a case does.
func (p *parser) caseStatements(marked bool) int32 {
	from, mark := p.at, len(p.stack)
	if p.is(":") && p.g.Layout == Indented {
		return p.block()
	}
	if p.g.CaseBlocks && p.is("{") { // 'a', 'b' { … }
		return p.block()
	}
	arrow := p.is("->") || p.is("=>")
	if arrow || p.is(":") || p.optionalPattern() || p.has(setThen) {
		p.at++
	}
	if arrow && !marked || arrow && p.g.Default == "default" {
		switch {
		case p.is("{"):
			p.add(p.block())
		case p.g.Layout == Braces && p.wordAt(p.at) == wordNone:
			p.add(p.expression(levelAssign))
		default:
			p.add(p.statement())
		}
		for p.g.Layout == Worded && p.at < p.end && !p.closes() && !p.caseAhead() {
			p.add(p.statement())
		}
		return p.make(Block, from, -1, mark)
	}
	for p.skipSemicolons(); p.at < p.end && p.wordAt(p.at) != wordCase && p.wordAt(p.at) != wordDefault && p.wordAt(p.at) != wordEnd && !(p.wordAt(p.at) == wordElse && p.g.Layout == Worded) && !p.is("endswitch"); p.skipSemicolons() {
		p.add(p.statement())
	}
	return p.make(Block, from, -1, mark)
}

// caseAhead reports whether an arrow is on the line that begins here.
func (p *parser) caseAhead() bool {
	for i := p.at; i < p.end && (i == p.at || !p.f.Tokens[i].NewLine); i++ {
		if p.textAt(i) == "->" {
			return true
		}
		if p.kindAt(i) == syntax.Open {
			i = p.mate(i)
		}
	}
	return false
}
