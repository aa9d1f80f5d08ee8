package parse

import "inzicht/core/syntax"

// Methods that are called without a dot and brackets: a getOrElse b.

// isInfix reports whether a word behind an operand is the name of a method, and what
// it is given follows.
func (p *parser) isInfix() bool {
	next := p.at + 1
	if !p.g.Infix || p.kind() != syntax.Word || p.wordAt(p.at) != wordNone || next >= p.end || p.f.Tokens[next].NewLine && p.inside == 0 {
		return false
	}
	text := p.text()
	if p.g.ops[text].level > 0 || p.g.sets[setMatches][text] || p.g.sets[setThen][text] || p.g.sets[setArrow][p.textAt(next)] || infixEnds[text] {
		return false
	}
	return p.beginsOperand(next)
}

// infixEnds are words that go on with a statement.
var infixEnds = map[string]bool{"then": true, "do": true, "yield": true, "extends": true, "with": true, "derives": true}

// infixCall parses the name of such a method and what it is given.
func (p *parser) infixCall(left int32, from int) int32 {
	mark, at := len(p.stack), p.at
	p.at++
	p.add(left)
	p.add(p.make(Member, from, at, mark))
	switch {
	case p.is("("):
		p.arguments()
	case p.is("{"):
		p.trailing()
	default:
		p.add(p.expression(levelBinary + 1))
	}
	return p.make(Call, from, at+1, mark)
}

// generators parses what a loop goes through, in brackets of either kind, below its
// word or behind it: for { a <- b; c = d if e }.
func (p *parser) generators() {
	parts := func() {
		head, inside := p.head, p.inside
		p.head = true
		p.separated(p.generator)
		p.head, p.inside = head, inside
	}
	switch {
	case p.is("{"):
		p.within(p.at, parts)
	case p.is("(") && p.textAt(p.mate(p.at)+1) != "<-":
		p.within(p.at, func() { p.inside++; parts() })
	case p.deeper(p.at):
		p.offside(p.margin(), parts)
	default:
		end := p.end
		for i := p.at; i < p.end && !p.f.Tokens[i].NewLine; i++ {
			if p.textAt(i) == "do" || p.textAt(i) == "yield" || p.textAt(i) == "{" {
				p.end = i
				break
			}
			if p.kindAt(i) == syntax.Open {
				i = p.mate(i)
			}
		}
		parts()
		p.end = end
	}
}

// generator parses a <- b, a = b, or what must hold: if a.
func (p *parser) generator() {
	if p.wordAt(p.at) == wordIf {
		p.guard()
		return
	}
	from, mark := p.at, len(p.stack)
	if p.wordAt(p.at) == wordCase || p.wordAt(p.at) == wordDeclare {
		p.at++
	}
	p.add(p.expression(levelBinary))
	if at := p.at; p.is("<-") || p.is("=") {
		p.at++
		p.add(p.value(levelBinary))
		p.add(p.make(Assign, from, at, mark))
	}
}
