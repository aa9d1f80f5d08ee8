package parse

import "inzicht/core/syntax"

// Statements of Haskell: functions are equations, with guards, and what is bound
// stands behind.

// longestHead bounds how many tokens may stand before the sign of an equation.
const longestHead = 200

// skips are words that begin declarations of which nothing is run.
var skips = set("import data newtype type deriving infixl infixr infix foreign default pattern")

// equation adds one statement.
func (p *applied) equation() {
	from, mark := p.at, len(p.stack)
	switch text := p.text(); {
	case text == "module":
		for p.at < p.end && !p.take("where") {
			p.at++
		}
		p.add(p.make(Import, from, from, mark))
		return
	case skips[text] && p.kindAt(p.at+1) == syntax.Word:
		p.skipped(Import)
		return
	case text == "class" || text == "instance":
		for p.at++; !p.ended() && !p.is("where"); p.at++ {
		}
		body, own := p.at, len(p.stack)
		if p.take("where") && !p.ended() {
			p.statements()
		}
		p.add(p.make(Block, body, -1, own))
		p.add(p.make(Class, from, from+1, mark))
		return
	case text == "let":
		p.bindings()
		return
	}
	sign := p.sign()
	switch p.textAt(sign) {
	case "::":
		p.skipped(Import)
	case "<-":
		p.pattern()
		p.at = sign + 1
		p.add(p.expression(0))
		p.add(p.make(Declare, from, -1, mark))
	case "=", "|":
		p.defined(sign)
	default:
		p.add(p.expression(0))
	}
}

// bindings adds what let binds, and what behind in is worked out with it.
func (p *applied) bindings() {
	p.at++
	p.statements()
	p.skipSemicolons()
	if p.take("in") {
		p.add(p.expression(0))
	}
}

// sign returns the token of the sign that says what the statement is: = or | of an
// equation, <- or ::, or the end.
func (p *applied) sign() int {
	for i := p.at; i < p.end && i < p.at+longestHead; i++ {
		if i > p.at && p.f.Tokens[i].NewLine && p.column(i) <= p.margin {
			break
		}
		switch text := p.textAt(i); text {
		case "=", "<-", "|", "::":
			return i
		case "->", "$", "\\", "<$>", ";", ">>=":
			return p.end
		case "then", "of", "do", "let", "if", "case", "where":
			if p.kindAt(i) == syntax.Word {
				return p.end
			}
		}
		if p.kindAt(i) == syntax.Open {
			i = p.mate(i)
		}
	}
	return p.end
}

// defined adds what an equation defines, whose sign is a token.
func (p *applied) defined(sign int) {
	from, mark := p.at, len(p.stack)
	name, end := p.at, p.end
	if p.kind() != syntax.Word || syntax.IsCapital(p.text()) || p.textAt(p.at+1) == "," { // (a, b) = c
		p.end = sign
		p.pattern()
		p.at, p.end = sign+1, end
		p.add(p.expression(0))
		p.whereBehind(len(p.stack) - 1)
		p.add(p.make(Declare, from, -1, mark))
		return
	}
	p.at++
	p.end = sign
	p.parameters("=")
	p.at, p.end = sign, end
	if p.is("|") {
		p.guarded("=")
	} else {
		p.at++
		p.add(p.block())
	}
	p.whereBehind(len(p.stack) - 1)
	if p.margin > 0 && sign == name+1 { // a name of an inner block is worked out where it stands
		inner := p.only(p.stack[len(p.stack)-1])
		p.stack = p.stack[:len(p.stack)-1]
		p.add(p.nameAt(name))
		p.add(inner)
		p.add(p.make(Declare, from, -1, mark))
		return
	}
	p.add(p.make(Function, from, name, mark))
}

// guarded adds the ways that guards part, as an if within an if: | a = b | c = d.
func (p *applied) guarded(sign string) {
	if p.depth > deepest {
		p.add(p.tooDeep())
		return
	}
	p.depth++
	defer func() { p.depth-- }()
	from, mark := p.at, len(p.stack)
	p.at++
	if p.is("otherwise") {
		p.at++
		p.take(sign)
		p.add(p.block())
		return
	}
	for !p.ended() && !p.is(sign) {
		before := p.at
		p.add(p.expression(0))
		if p.take("<-") { // | Just x <- y
			p.add(p.expression(0))
		}
		p.take(",")
		if p.at == before {
			p.unknown()
		}
	}
	if len(p.stack) > mark+1 {
		p.add(p.make(Unknown, from, -1, mark))
	}
	p.take(sign)
	p.add(p.block())
	if !p.ended() && p.is("|") {
		other, rest := p.at, len(p.stack)
		p.guarded(sign)
		if k := p.t.Nodes[p.stack[rest]].Kind; k != Block && k != If {
			p.add(p.make(Block, other, -1, rest))
		}
	}
	p.add(p.make(If, from, from, mark))
}

// whereBehind has what where binds stand before what the stack holds above mark.
func (p *applied) whereBehind(mark int) {
	if p.ended() || !p.is("where") || mark < 0 || mark >= len(p.stack) {
		return
	}
	p.at++
	body := append([]int32(nil), p.stack[mark:]...)
	p.stack = p.stack[:mark]
	if !p.ended() {
		p.statements()
	}
	p.stack = append(p.stack, body...)
	p.add(p.make(Block, int(p.t.Nodes[body[0]].From), -1, mark))
}
