package parse

import (
	"slices"

	"inzicht/core/syntax"
)

// condition parses the head of a statement, up to its block.
func (p *parser) condition() {
	head := p.head
	p.head = true
	if close := p.mate(p.at) + 1; p.is("(") && p.g.Layout == Braces && !(p.loopHead && p.textAt(close) == "in") && (p.headEnds(close) || p.captures(close)) {
		from, mark := p.at, len(p.stack)
		p.within(p.at, p.headParts)
		if p.captures(p.at) {
			p.captured(from, mark)
		}
		if p.g.ArrayTypes && p.is(":") && p.textAt(p.at+1) == "(" { // while (a) : (i += 1) { … }
			p.at++
			p.add(p.bracket())
		}
	} else {
		p.headPart()
		for p.at < p.end && !p.newLine() && (p.take(",") || p.g.Layout != Worded && p.take(";")) {
			p.headPart()
		}
	}
	p.head = head
}

// captures reports whether a head gives its value names: if (a) |b| { … }, for (a) |*b, i| c().
func (p *parser) captures(i int) bool {
	if p.textAt(i) != "|" {
		return false
	}
	for i++; p.kindAt(i) == syntax.Word || p.textAt(i) == "," || p.textAt(i) == "*"; i++ {
	}
	return p.textAt(i) == "|" && p.kindAt(i-1) == syntax.Word
}

// captured declares the names that the value of a head is given behind it.
func (p *parser) captured(from, mark int) {
	at := mark
	for p.at++; !p.is("|"); p.at++ {
		if p.kind() == syntax.Word {
			p.stack = slices.Insert(p.stack, at, p.nameAt(p.at))
			at++
		}
	}
	p.at++
	if p.textAt(from-1) == "for" && at == mark+1 { // one name, for each element
		return
	}
	p.add(p.make(Declare, from, from, mark))
}

// spaceBefore reports whether white space is before a token.
func (p *parser) spaceBefore(i int) bool {
	return i < p.end && (p.f.Tokens[i].SpaceAhead || p.f.Tokens[i].NewLine)
}

// headEnds reports whether a head in parentheses ends before a token.
func (p *parser) headEnds(i int) bool {
	text := p.textAt(i)
	_, isOp := p.g.ops[text]
	if isOp && (p.g.Heads || p.g.sets[setPrefix][text] && p.spaceBefore(i) && !p.spaceBefore(i+1)) { // if (a) -1 else 1
		return true
	}
	return !isOp && !p.g.sets[setMember][text] && !(text == "?" && p.g.Ternary)
}

// headParts parses what a head holds in parentheses.
func (p *parser) headParts() {
	p.inside++
	p.separated(p.headPart)
}

// separated parses parts up to where tokens end, which commas or semicolons
// may stand between. What is no part is passed over.
func (p *parser) separated(part func()) {
	for p.at < p.end {
		before := p.at
		if p.take(";") || p.take(",") {
			continue
		}
		part()
		if p.at == before {
			p.at++
		}
	}
}

// headPart parses a condition, or a declaration in a head.
func (p *parser) headPart() {
	from, mark := p.at, len(p.stack)
	switch {
	case p.wordAt(p.at) == wordDeclare || p.is("let"):
		p.add(p.declaration(from, mark))
	case p.g.Typed && p.typedName(p.at) > 0:
		p.at = p.typedName(p.at)
		p.add(p.declared(from, mark))
	case p.wordAt(p.at) == wordCase && p.g.Closures && p.g.Layout == Braces: // if case .some(let v) = x
		p.at++
		if p.wordAt(p.at) == wordDeclare {
			p.add(p.declaration(from, mark))
			break
		}
		p.add(p.casePattern())
		if p.take("=") {
			p.add(p.expression(levelAssign))
		}
		p.add(p.make(Declare, from, from, mark))
	default:
		node := p.argument()
		if at := p.at; p.wordAt(at) == wordCase && p.g.Typed && p.inside > 0 { // if (x case final v?)
			p.at++
			p.add(p.casePattern())
			p.add(node)
			node = p.make(Declare, from, at, mark)
		}
		p.add(node)
	}
	if p.loopHead {
		p.loopHead = false
		for p.is(",") && !(p.g.Labels && p.textAt(p.at+2) == ":") {
			p.at++
			p.loopHead = true
			p.add(p.expression(levelBinary))
			p.loopHead = false
		}
	}
	if p.is("(") && p.g.BraceKeys { // for my $x (@list)
		p.add(p.operand())
	}
	for p.is("in") && !(p.g.Layout == Worded && p.f.Tokens[p.at].NewLine) || p.is("of") || p.is(":") && p.inside > 0 && p.g.Layout != Indented || p.is("as") || p.is("<-") {
		p.at++
		p.add(p.expression(levelAssign))
	}
}

// conditional parses if, with what follows it.
func (p *parser) conditional() int32 {
	from, mark := p.at, len(p.stack)
	unless := p.wordAt(p.at) == wordUnless
	p.at++
	own := len(p.stack)
	if p.g.Layout == Worded && p.g.Records && p.is("(") && p.textAt(p.mate(p.at)+1) != "do" && !p.f.Tokens[p.at].SpaceAhead { // if(a, do: b, else: c)
		p.arguments()
		return p.make(If, from, from, mark)
	}
	p.condition()
	if unless && len(p.stack) > own {
		var behind []int32
		to := int32(p.at)
		if p.g.Layout == Worded && p.g.Records { // unless a, do: b
			behind = slices.Clone(p.stack[own+1:])
			p.stack = p.stack[:own+1]
			to = p.t.Nodes[p.stack[own]].To
		}
		node := p.make(Unary, from, from, own)
		p.t.Nodes[node].To = to
		p.add(node)
		p.stack = append(p.stack, behind...)
	}
	if p.g.Layout == Worded && len(p.stack) > mark+1 && p.t.Nodes[p.stack[len(p.stack)-1]].Kind == Pair { // if a, do: b, else: c
		return p.make(If, from, from, mark)
	}
	p.take("then")
	if unless && p.g.Layout == Braces {
		p.take("else") // guard … else { … }
	}
	p.add(p.block())
	if w := p.wordAt(p.at + 1); p.is(";") && (w == wordElse || w == wordElif) {
		p.at++
	}
	p.otherwise()
	return p.make(If, from, from, mark)
}

// otherwise parses elif and else.
func (p *parser) otherwise() {
	switch {
	case p.wordAt(p.at) == wordElif:
		p.first = p.at
		p.add(p.conditional()) // which takes the end
	case p.wordAt(p.at) == wordElse && p.wordAt(p.at+1) == wordIf && p.g.Layout != Worded:
		p.at++
		p.add(p.conditional())
	case p.wordAt(p.at) == wordElse && !p.g.sets[setArrow][p.textAt(p.at+1)]:
		p.first = p.at
		p.at++
		p.add(p.block())
		p.closed()
	default:
		p.closed()
	}
}

func (p *parser) loop() int32 {
	from, mark := p.at, len(p.stack)
	word := p.text()
	p.at++
	if p.is("await") || p.is("each") {
		p.at++
	}
	if word == "do" || word == "repeat" || word == "loop" && p.is("{") {
		p.add(p.block())
		if p.is("while") || p.is("until") {
			p.at++
			p.condition()
		}
		p.closed()
		return p.make(Loop, from, from, mark)
	}
	if p.g.Infix && word == "for" {
		p.generators()
	} else if p.g.Layout == Worded && p.g.Records && p.is("(") && p.textAt(p.mate(p.at)+1) != "do" { // for(a <- b, do: c)
		p.within(p.at, p.condition)
	} else if !p.startsBlock(p.at) || p.g.Layout == Worded {
		p.loopHead = word == "for" || word == "foreach"
		p.condition()
		p.loopHead = false
	}
	if p.g.Layout == Worded && len(p.stack) > mark+1 && p.isDoPair(p.stack[len(p.stack)-1]) { // for a <- b, do: c
		return p.make(Loop, from, from, mark)
	}
	if !p.take("do") {
		p.take("yield")
	}
	if word == "for" && p.is("where") && p.textAt(p.at+1) != "(" { // for x in list where a { … }
		p.add(p.filtered())
	} else {
		p.add(p.block())
	}
	if p.is("else") && p.g.Commands && p.g.Layout == Worded && word == "with" {
		p.add(p.withElse())
	}
	if p.g.Layout == Indented && p.wordAt(p.at) == wordElse {
		p.first = p.at
		p.at++
		p.add(p.block())
	}
	p.closed()
	return p.make(Loop, from, from, mark)
}

// filtered parses the body of a loop with a condition before it, as a block in which the condition is asked.
func (p *parser) filtered() int32 {
	from, mark := p.at, len(p.stack)
	p.add(p.conditional())
	return p.make(Block, from, from, mark)
}

// isDoPair reports whether a node is do: x, or what else: x follows it.
func (p *parser) isDoPair(n int32) bool {
	node := p.t.Nodes[n]
	return node.Kind == Pair && (p.textAt(int(node.At)) == "do" || p.textAt(int(node.At)) == "else")
}

// withElse parses the cases behind a word: of what no clause of a with fits, of what
// was raised.
func (p *parser) withElse() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	for p.at < p.end && p.wordAt(p.at) != wordEnd && p.wordAt(p.at) != wordFinally && p.wordAt(p.at) != wordCatch {
		before := p.at
		p.caseAt()
		if p.at == before {
			p.at++
		}
	}
	return p.make(Switch, from, from, mark)
}

func (p *parser) trying() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	if p.is("(") && p.g.Layout == Braces { // try (resource) { … }
		p.condition()
	}
	p.add(p.block())
	p.catches()
	p.closed()
	return p.make(Try, from, from, mark)
}

// catches parses catch, rescue, else and finally behind a block.
func (p *parser) catches() {
	for p.at < p.end {
		if p.g.Messages && p.is("@") && (p.wordAt(p.at+1) == wordCatch || p.wordAt(p.at+1) == wordFinally) {
			p.at++
		}
		from, mark := p.at, len(p.stack)
		p.first = from
		switch p.wordAt(p.at) {
		case wordCatch:
			p.at++
			head := p.head
			p.head = true
			switch {
			case p.is("(") && p.g.Layout == Braces:
				p.within(p.at, func() { p.inside++; p.all() })
			case !p.startsBlock(p.at) && !(p.g.Offside && p.wordAt(p.at) == wordCase):
				for p.at < p.end && !p.startsBlock(p.at) && !p.has(setThen) && !p.newLine() && !p.is(";") {
					before := p.at
					p.add(p.expression(levelChoice))
					if p.is("=>") || p.is("as") || p.is(",") || p.at == before {
						p.at++
					}
				}
			}
			p.head = head
			switch {
			case p.g.Layout == Worded && p.g.Records && p.caseAhead():
				p.at--
				p.add(p.withElse())
			case p.is("{") && p.g.Matches != "" && p.wordAt(p.at+1) == wordCase: // catch { case e: X => … }
				own := len(p.stack)
				p.within(p.at, p.cases)
				p.add(p.make(Switch, from, from, own))
			case p.g.Offside && p.wordAt(p.at) == wordCase:
				p.add(p.offsideCases(0, from, from))
			default:
				p.add(p.block())
			}
			p.add(p.make(Catch, from, from, mark))
		case wordFinally, wordElse:
			p.at++
			p.add(p.block())
		default:
			return
		}
	}
}
