package parse

import "inzicht/core/syntax"

// operand parses what a function may be given: a name, a literal, or what is in
// brackets, with its members; 0 where nothing of it is next.
func (p *applied) operand() int32 {
	from, mark := p.at, len(p.stack)
	if p.at >= p.end {
		return 0
	}
	var node int32
	switch k, text := p.kind(), p.text(); {
	case k == syntax.String || k == syntax.Quote:
		node = p.oneString()
	case k == syntax.Number:
		p.at++
		node = p.make(Number, from, from, mark)
	case text == "begin" && k == syntax.Word && !p.d.equations:
		node = p.enclosed()
	case k == syntax.Word && !p.d.reserved[text]:
		p.at++
		node = p.make(Name, from, from, mark)
	case text == "(":
		node = p.parenthesised()
	case text == "[":
		node = p.listed()
	case text == "{":
		node = p.record()
	case text == "\\":
		return p.lambda()
	case text == "!" && !p.d.equations && from+1 < p.end && !p.f.Tokens[from+1].SpaceAhead:
		p.at++
		p.add(p.nested(p.operand))
		return p.make(Wrapper, from, -1, mark)
	default:
		return 0
	}
	return p.membersOf(node, from, mark)
}

// membersOf parses what is directly behind an operand: .name, .[0], (a, b), { a = b }.
func (p *applied) membersOf(node int32, from, mark int) int32 {
	for p.at < p.end {
		spaced := p.f.Tokens[p.at].SpaceAhead || p.f.Tokens[p.at].NewLine
		next := p.at + 1
		switch text := p.text(); {
		case text == "." && (!spaced || p.d.tupled && p.f.Tokens[p.at].NewLine && p.column(p.at) > p.margin) && p.kindAt(next) == syntax.Word && !p.f.Tokens[next].SpaceAhead:
			if p.d.equations && p.t.Nodes[node].Kind == Name && !syntax.IsCapital(p.t.Name(node)) && !syntax.IsCapital(p.textAt(next)) { // f.g
				return node
			}
			p.at += 2
			p.add(node)
			node = p.make(Member, from, next, mark)
		case text == "." && !spaced && (p.textAt(next) == "[" || p.textAt(next) == "("):
			p.at++
			node = p.indexed(node, from, mark)
		case text == "[" && !spaced && p.d.tupled:
			node = p.indexed(node, from, mark)
		case text == "(" && !spaced && p.d.tupled:
			p.add(node)
			at := p.at
			p.freely(p.at, p.elements)
			node = p.finished(p.makeCall(from, at, mark))
		case text == "{" && p.d.equations && p.t.Nodes[node].Kind == Name && !p.ended(): // T { a = b }
			p.add(node)
			p.add(p.record())
			node = p.makeCall(from, int(p.t.Nodes[node].At), mark)
		case text == "{" && p.d.tupled && p.t.Nodes[node].Kind == Name && !p.ended(): // task { … }
			p.at = int(p.t.Nodes[node].To)
			return p.braced()
		default:
			return node
		}
	}
	return node
}

// indexed parses [key] behind an operand.
func (p *applied) indexed(node int32, from, mark int) int32 {
	at := p.at
	p.add(node)
	p.freely(p.at, p.elements)
	return p.make(Index, from, at, mark)
}

// braced parses the statements of a block that something else runs: task { … }.
func (p *applied) braced() int32 {
	from, mark := p.at, len(p.stack)
	p.freely(p.at, p.statements)
	return p.make(Block, from, -1, mark)
}

// elements adds what stands between commas or semicolons.
func (p *applied) elements() {
	for p.at < p.end {
		before := p.at
		if p.take(",") || p.take(";") {
			continue
		}
		p.add(p.expression(0))
		if p.at == before {
			p.unknown()
		}
	}
}

// parenthesised parses (a), the tuple (a, b), (), (+ a) and (a; b).
func (p *applied) parenthesised() int32 {
	from, mark, kind := p.at, len(p.stack), Wrapper
	p.freely(p.at, func() {
		if p.at >= p.end {
			kind = List
			return
		}
		if op, level, end := p.operator(); level > 0 && end < p.end && !p.is("-") {
			p.add(p.section(op, level, end))
		}
		for p.at < p.end {
			before, own := p.at, len(p.stack)
			switch {
			case p.take(","):
				kind = List
				continue
			case p.is(";"), p.is("let") && !p.d.offside:
				p.sequence()
			default:
				p.add(p.expression(0))
			}
			for at := p.at; len(p.stack) > own && !p.d.equations && p.take("|"); at = p.at { // ("a" | "b")
				p.add(p.expression(0))
				p.add(p.make(Binary, before, at, own))
			}
			if at := p.at; len(p.stack) > own && p.take("as") { // (x as y)
				p.add(p.operand())
				p.add(p.make(Binary, before, at, own))
			}
			if p.at == before {
				p.unknown()
			}
		}
	})
	if kind == Wrapper && len(p.stack) > mark+1 {
		return p.make(Block, from, -1, mark)
	}
	return p.make(kind, from, -1, mark)
}

// section parses an operator with what is right of it, which is a function of what is
// left: (== a).
func (p *applied) section(op string, level, end int) int32 {
	from, mark := p.at, len(p.stack)
	p.add(p.make(Parameter, from, from, mark)) // which has no token of its own
	p.at = end
	left := p.make(Name, from, from, len(p.stack)) // of all marks of the operator
	p.add(p.combined(op, from, from, left, p.expression(level)))
	return p.make(Lambda, from, -1, mark)
}

// listed parses [a; b], [a, b] and [| a; b |].
func (p *applied) listed() int32 {
	from, mark := p.at, len(p.stack)
	p.freely(p.at, func() {
		p.take("|")
		for p.at < p.end {
			before, own := p.at, len(p.stack)
			if p.take(",") || p.take(";") || p.take("|") || p.take("..") {
				continue
			}
			if p.d.offside {
				p.margin = p.column(p.at) // each on a line of its own
			}
			p.add(p.expression(0))
			if at := p.at; p.d.equations && p.take("|") { // [x | x <- xs, y]
				p.generators(at)
				continue
			}
			if p.is(",") && !p.d.equations { // of tuples: ["a", b; "c", d]
				for p.take(",") {
					p.add(p.expression(0))
				}
				p.add(p.make(List, before, -1, own))
			}
			p.margin = -1
			if p.at == before {
				p.unknown()
			}
		}
	})
	return p.make(List, from, -1, mark)
}

// generators adds what a list is made by, as loops.
func (p *applied) generators(from int) {
	mark, loops := len(p.stack), 0
	for p.at < p.end {
		before := p.at
		p.take(",")
		p.take("let")
		p.add(p.expression(0))
		if p.take("<-") {
			loops++
			p.add(p.expression(0))
		} else if p.take("=") {
			p.add(p.expression(0))
		}
		if p.at == before {
			p.unknown()
		}
	}
	if loops > 0 {
		p.add(p.make(Loop, from, -1, mark))
	}
}

// record parses { a = b; c = d } and { x with a = b }.
func (p *applied) record() int32 {
	from, mark := p.at, len(p.stack)
	p.freely(p.at, func() {
		for p.at < p.end {
			before, own := p.at, len(p.stack)
			switch {
			case p.take(",") || p.take(";") || p.take("with") || p.take("mutable"):
				continue
			case p.kind() == syntax.Word && p.fieldSign() > 0:
				name := p.fieldSign() - 1
				p.at = name + 2
				if p.d.offside {
					p.margin = p.column(before)
				}
				p.add(p.expression(0))
				p.margin = -1
				p.add(p.make(Pair, before, name, own))
			default:
				p.add(p.expression(0))
			}
			if p.at == before {
				p.unknown()
			}
		}
	})
	return p.make(Record, from, from, mark)
}

// fieldSign returns the token of = behind the name of a field, which may be behind the
// name of its module, or 0.
func (p *applied) fieldSign() int {
	i := p.at + 1
	for p.textAt(i) == "." && p.kindAt(i+1) == syntax.Word {
		i += 2
	}
	if p.textAt(i) == "=" {
		return i
	}
	return 0
}
