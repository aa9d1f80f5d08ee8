package parse

import "inzicht/core/syntax"

// arrowBehind reports whether an arrow follows parentheses, perhaps behind a
// type of what is returned.
func (p *parser) arrowBehind(close int) bool {
	i := close + 1
	if len(p.g.sets[setArrow]) == 0 || i >= p.end {
		return false
	}
	if p.g.sets[setArrow][p.textAt(i)] {
		return true
	}
	if p.textAt(i) == "async" || p.textAt(i) == "async*" {
		return p.g.sets[setArrow][p.textAt(i+1)] || p.textAt(i+1) == "{"
	}
	if p.textAt(i) == "{" && p.g.Typed && p.g.Records && !p.head && p.textAt(close) == ")" && p.kindAt(i-1) == syntax.Close { // Dart: (x) { … }
		return p.g.Angles && p.g.Labels
	}
	if p.textAt(i) != ":" || !p.g.Angles && p.g.Layout != Braces {
		return false
	}
	at, head := p.at, p.head
	p.at, p.head = i+1, true
	p.skipType()
	found := p.g.sets[setArrow][p.text()]
	p.at, p.head = at, head
	return found
}

// returnType goes on behind a colon and the type of what a function returns.
func (p *parser) returnType() {
	head := p.head
	p.at, p.head = p.at+1, true
	p.skipType()
	p.head = head
}

// arrow parses a lambda from its parameters on: in parentheses, or one name.
func (p *parser) arrow(from, mark int) int32 {
	if p.is("(") {
		p.parameters()
	} else {
		name, own := p.at, len(p.stack)
		p.at++
		p.add(p.make(Parameter, name, name, own))
	}
	if p.is(":") {
		p.returnType()
	}
	for p.is("async") || p.is("throws") || p.is("rethrows") {
		p.at++
	}
	if p.has(setArrow) {
		p.at++
	}
	p.add(p.lambdaBody())
	return p.make(Lambda, from, -1, mark)
}

// lambdaBody parses a block, or an expression that is returned.
func (p *parser) lambdaBody() int32 {
	if p.is("{") && (!p.g.Closures || p.g.Choices) {
		return p.block()
	}
	return p.expression(levelAssign)
}

// bars parses |a, b| body.
func (p *parser) bars() int32 {
	from, mark := p.at, len(p.stack)
	if p.take("||") {
		p.add(p.lambdaBody())
		return p.make(Lambda, from, -1, mark)
	}
	p.barred()
	if p.take("->") {
		p.skipType()
	}
	p.add(p.lambdaBody())
	return p.make(Lambda, from, -1, mark)
}

// barred parses parameters between bars.
func (p *parser) barred() {
	p.at++
	for p.at < p.end && !p.is("|") {
		at := p.at
		if p.kind() == syntax.Open || p.kind() == syntax.Word && p.kindAt(at+1) == syntax.Open { // |(k, v)|, |Some(x)|
			mark := len(p.stack)
			if p.kind() == syntax.Word {
				p.at++
			}
			p.add(p.operandPattern())
			p.add(p.make(Parameter, at, -1, mark))
			if p.take(":") {
				p.skipType()
			}
			continue
		}
		p.at++
		if p.kindAt(at) == syntax.Word {
			p.add(p.make(Parameter, at, at, len(p.stack)))
			if p.take(":") {
				p.skipType()
			}
		}
	}
	p.take("|")
}

// labelled parses a block with a label, which gives what it is left with, as a
// Lambda that is called.
func (p *parser) labelled() int32 {
	from, mark := p.at, len(p.stack)
	p.at += 2
	p.add(p.block())
	p.add(p.make(Lambda, from, -1, mark))
	return p.make(Call, from, from, mark)
}

// closure parses { a, b -> body }, { |a| body } or { body } as a Lambda.
func (p *parser) closure() int32 {
	from, mark := p.at, len(p.stack)
	p.within(p.at, func() {
		p.inside = 0
		if p.hasCases() {
			p.casesOf(from)
			return
		}
		p.closureHead()
		p.statements()
	})
	return p.make(Lambda, from, -1, mark)
}

// hasCases reports whether a closure consists of several cases, as a switch does:
// { case A(b) => c; case _ => d }.
func (p *parser) hasCases() bool {
	if p.wordAt(p.at) != wordCase || p.g.Matches == "" {
		return false
	}
	for i := p.at + 1; i < p.end; i++ {
		if mate := p.f.Mate(i); mate > i {
			i = mate
		} else if p.wordAt(i) == wordCase {
			return true
		}
	}
	return false
}

// casesOf parses the cases of a closure as those of a switch over what it is given, which
// its brace stands for.
func (p *parser) casesOf(open int) {
	mark := len(p.stack)
	given := p.make(Name, open, open, mark)
	p.t.Nodes[given].To = int32(open + 1)
	p.add(given)
	p.cases()
	p.add(p.make(Switch, open, open, mark))
}

// closureHead parses the parameters of a closure, if it has any.
func (p *parser) closureHead() {
	if p.is("|") {
		p.barred()
		return
	}
	if next := p.mate(p.at) + 1; p.is("[") && p.g.Default == "default" && next > 0 && (p.kindAt(next) == syntax.Word || p.textAt(next) == "(") { // { [weak self] a in … }
		p.at = next
	}
	guarded := p.wordAt(p.at) == wordCase && p.g.Matches != ""
	if guarded { // { case (k, v) if … => … }
		p.at++
	}
	for i := p.at; i < p.end && i < p.at+40; i++ {
		text := p.textAt(i)
		if text == "if" && guarded {
			p.closureParameters(i)
			p.at = i + 1
			p.closureGuard()
			if p.has(setArrow) {
				p.at++
			}
			return
		}
		if text == "->" || text == "in" || text == "=>" {
			if text == "in" && p.g.Default != "default" {
				return
			}
			p.closureParameters(i)
			p.at = i + 1
			if text == "->" && p.g.Default == "default" { // { (a: B) -> C in … }
				for i++; i < p.end && !p.f.Tokens[i].NewLine; i++ {
					if p.textAt(i) == "in" {
						p.at = i + 1
						break
					}
				}
			}
			return
		}
		if k := p.kindAt(i); k != syntax.Word && text != "," && text != ":" && text != "?" && text != "." && text != "(" && text != ")" && text != "<" && text != ">" && text != ">>" && text != "*" && text != "_" {
			return
		}
		if p.f.Tokens[i].NewLine && i > p.at {
			return
		}
	}
}

// closureParameters adds the parameters up to a token.
func (p *parser) closureParameters(end int) {
	depth := 0 // of type arguments
	for ; p.at < end; p.at++ {
		switch p.text() {
		case "<":
			depth++
		case ">":
			depth--
		case ">>":
			depth -= 2
		}
		if depth == 0 && p.kind() == syntax.Word && (p.at == 0 || p.textAt(p.at-1) != ":" && p.textAt(p.at-1) != ".") {
			at := p.at
			p.at++
			p.add(p.make(Parameter, at, at, len(p.stack)))
			p.at--
		}
	}
}

// closureGuard parses what a closure asks of its parameters, up to the arrow: if a => b.
func (p *parser) closureGuard() {
	end, arrow := p.end, p.at
	for arrow < end && !p.g.sets[setArrow][p.textAt(arrow)] {
		arrow = max(arrow, p.f.Mate(arrow)) + 1
	}
	p.end = min(arrow, end)
	p.add(p.expression(levelChoice))
	p.at, p.end = max(p.at, p.end), end
}

// doBlock parses do |a| … end as a Lambda.
func (p *parser) doBlock() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	if p.is("|") {
		p.barred()
	}
	for !p.g.Commands && p.kind() == syntax.Word && !p.f.Tokens[p.at].NewLine { // do a, b
		at := p.at
		p.at++
		p.add(p.make(Parameter, at, at, len(p.stack)))
		p.take(",")
	}
	head, inside := p.head, p.inside
	p.head, p.inside = false, 0
	p.add(p.guardedBody())
	p.head, p.inside = head, inside
	p.take("end")
	return p.make(Lambda, from, -1, mark)
}

// lambda parses a lambda that a word or sign begins: lambda x: y, fn(x) => y,
// function (x) { y }, ->(x) { y }.
func (p *parser) lambda() int32 { return p.lambdaFrom(p.at, len(p.stack)) }

func (p *parser) lambdaFrom(from, mark int) int32 {
	p.at++
	p.take("*")
	p.take("&")
	if next := p.textAt(p.at + 1); p.kind() == syntax.Word && (next == "(" || next == "<" && p.angleEnd(p.at+1) > 0) { // a function with a name, as an expression
		p.at++
	}
	if p.is("<") && p.angles() > 0 { // function <T>(x: T)
		p.at = p.angles()
	}
	if p.is("(") {
		p.parameters()
	} else {
		p.bareParameters()
	}
	if p.is("use") && p.textAt(p.at+1) == "(" {
		p.at++
		p.at = min(p.mate(p.at)+1, p.end)
	}
	if p.take(":") && p.g.Layout == Braces || p.take("->") && p.g.Layout == Braces && !p.g.Commands {
		p.skipType()
	}
	for p.kind() == syntax.Word && !p.is("do") && p.g.Layout == Braces && !p.has(setArrow) && p.wordAt(p.at) == wordModifier {
		p.at++
	}
	if p.g.EqualsBody {
		p.toEquals()
	}
	switch {
	case p.g.EqualsBody && p.is("="):
		p.add(p.indented())
	case p.has(setArrow):
		p.at++
		p.add(p.lambdaBody())
	case p.is("{") && p.f.Is(from, "->"): // ->(x) { y }
		p.add(p.block())
	case p.is("do") && p.f.Is(from, "->"):
		p.at++
		p.add(p.guardedBody())
		p.take("end")
	case p.is("{") && p.g.Layout == Worded && !p.g.Records:
		p.add(p.closure())
	case p.is("{") && p.g.Layout != Worded:
		p.add(p.block())
	case p.is("do") && p.g.Layout == Worded:
		p.add(p.doBlock())
	case p.g.Layout == Worded:
		p.add(p.worded())
		p.take("end")
	default:
		p.add(p.expression(levelChoice))
	}
	return p.make(Lambda, from, -1, mark)
}

// patternAhead reports whether the bracket that opens here is a parameter that is
// taken apart: fn {a, b} -> c end.
func (p *parser) patternAhead() bool {
	if p.g.Layout != Worded || p.g.Arrow == "" {
		return false
	}
	behind := p.mate(p.at) + 1
	return behind > p.at && (p.g.sets[setArrow][p.textAt(behind)] || p.textAt(behind) == ",")
}

// operandPattern parses { … } or [ … ] as a pattern.
func (p *parser) operandPattern() int32 {
	from, mark, kind := p.at, len(p.stack), List
	if p.is("{") {
		kind = Record
	}
	p.within(p.at, func() {
		p.inside++
		p.list(p.argument)
	})
	return p.make(kind, from, -1, mark)
}

// bareParameters parses parameters without parentheses, up to a colon, an arrow
// or a block.
func (p *parser) bareParameters() {
	for p.at < p.end && !p.is(":") && (!p.is("{") || p.patternAhead()) && !p.is("do") && !p.has(setArrow) && !p.newLine() {
		at := p.at
		if p.is("{") || p.is("[") && p.patternAhead() {
			mark := len(p.stack)
			p.add(p.operandPattern())
			p.add(p.make(Parameter, at, -1, mark))
			continue
		}
		p.at++
		if p.kindAt(at) != syntax.Word {
			continue
		}
		mark := len(p.stack)
		if p.take("=") {
			p.add(p.expression(levelBinary))
		}
		p.add(p.make(Parameter, at, at, mark))
	}
}
