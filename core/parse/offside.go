package parse

import "inzicht/core/syntax"

// Blocks of a language with braces in which lines set in deeper may stand in their
// place: def f(x: Int): Int =, and the lines below it.

// deeper reports whether lines begin at a token that are set in deeper than the
// statement at hand: a block without braces.
func (p *parser) deeper(i int) bool {
	return p.g.Offside && i < p.end && p.inside == 0 && p.f.Tokens[i].NewLine && p.column(i) > p.margin()
}

// offside parses the lines up to one that is set in no deeper than a column.
func (p *parser) offside(column int, parse func()) {
	first, end, inside, head := p.first, p.end, p.inside, p.head
	p.end, p.inside, p.head = p.blockEnd(column), 0, false
	parse()
	p.at, p.first, p.end, p.inside, p.head = max(p.at, p.end), first, end, inside, head
}

// deeperBlock parses lines that are set in deeper.
func (p *parser) deeperBlock() int32 {
	from, mark := p.at, len(p.stack)
	p.offside(p.margin(), p.statements)
	return p.make(Block, from, -1, mark)
}

// value parses an expression, or the lines set in deeper that give it.
func (p *parser) value(level int) int32 {
	if !p.deeper(p.at) {
		return p.expression(level)
	}
	from, mark := p.at, len(p.stack)
	p.offside(p.margin(), p.statements)
	if len(p.stack) == mark+1 {
		only := p.stack[mark]
		p.stack = p.stack[:mark]
		return only
	}
	return p.make(Block, from, -1, mark)
}

// colonBlock reports whether a colon ends the line, and the lines behind it are set in
// deeper.
func (p *parser) colonBlock() bool { return p.g.Offside && p.is(":") && p.deeper(p.at+1) }

// offsideCases parses the cases that begin here, as far as they stand below each other.
func (p *parser) offsideCases(left int32, from, at int) int32 {
	mark := len(p.stack)
	p.add(left)
	p.offside(p.column(p.at)-1, p.cases)
	return p.make(Switch, from, at, mark)
}

// isExtension reports whether a word adds methods to a type: extension (x: T).
func (p *parser) isExtension() bool {
	if !p.g.Offside || !p.is("extension") {
		return false
	}
	open := p.at + 1
	if p.textAt(open) == "[" {
		open = p.mate(open) + 1
	}
	body := p.mate(open) + 1
	return p.textAt(open) == "(" && (p.textAt(body) == "{" || p.wordAt(body) == wordFunction || p.deeper(body))
}

// extension parses the methods that are added to a type, as a class without a name
// that has what they are asked of as its parameter.
func (p *parser) extension() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	if p.is("[") {
		p.at = min(p.mate(p.at)+1, p.end)
	}
	p.parameters()
	if p.is("{") || p.deeper(p.at) {
		p.add(p.body())
	} else {
		p.add(p.statement())
	}
	return p.make(Class, from, -1, mark)
}

// endMarker reports whether a line says no more than what ends before it: end need.
func (p *parser) endMarker() bool {
	return p.g.Offside && p.is("end") && p.f.Tokens[p.at].NewLine && p.kindAt(p.at+1) == syntax.Word && !p.f.Tokens[p.at+1].NewLine &&
		(p.at+2 >= p.end || p.f.Tokens[p.at+2].NewLine)
}

// lineClosure parses what a call is given behind a colon that ends the line, with the
// parameters that it has there: list.map: x =>.
func (p *parser) lineClosure() int32 {
	p.at++
	from, mark := p.at, len(p.stack)
	if at := p.at; p.kind() == syntax.Word && !p.f.Tokens[at].NewLine { // the colon before it is none of a type
		p.at++
		p.add(p.make(Parameter, at, at, len(p.stack)))
		p.take(",")
	}
	p.closureHead()
	p.offside(p.margin(), p.statements)
	return p.make(Lambda, from, -1, mark)
}

// takesLines reports whether a colon, and perhaps parameters and an arrow, end the line
// of a call, and what it is given stands below.
func (p *parser) takesLines(node int32) bool {
	if !p.g.Offside || p.head || p.inside > 0 || !p.is(":") || !p.isCallee(node) && p.t.Nodes[node].Kind != Call {
		return false
	}
	for i := p.at + 1; i < p.end; i++ {
		if p.f.Tokens[i].NewLine {
			return p.deeper(i) && (i == p.at+1 || p.g.sets[setArrow][p.textAt(i-1)])
		}
	}
	return false
}
