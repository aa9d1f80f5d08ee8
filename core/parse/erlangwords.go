package parse

import "inzicht/core/syntax"

// worded parses an expression that a word begins.
func (p *erlang) worded() int32 {
	from, mark := p.at, len(p.stack)
	switch p.text() {
	case "case":
		p.at++
		p.add(p.expression(0))
		p.take("of")
		p.cases(Case)
		p.take("end")
		return p.behind(p.make(Switch, from, from, mark), from)
	case "if":
		p.at++
		node := p.conditional(from)
		p.take("end")
		return node
	case "begin", "maybe":
		p.at++
		p.add(p.block())
		p.take("end")
		return p.make(Wrapper, from, -1, mark)
	case "fun":
		return p.lambda()
	case "try":
		return p.trying()
	case "receive":
		p.at++
		p.cases(Case)
		if p.take("after") {
			p.cases(Case)
		}
		p.take("end")
		return p.make(Unknown, from, from, mark)
	case "of", "end", "when", "after", "catch", "else", "div", "rem", "and", "or", "andalso", "orelse":
		return 0
	}
	return p.behind(p.name(), from)
}

// cases adds what is done in each case: a when b -> c; d -> e.
func (p *erlang) cases(kind Kind) {
	for p.at < p.end && !p.is("end") && !p.is("after") && !p.is("catch") {
		from, mark := p.at, len(p.stack)
		p.add(p.expression(0))
		if kind == Catch { // Class:Reason:Stack
			for p.take(":") {
				p.add(p.expression(0))
			}
		}
		p.guarded()
		p.add(p.make(kind, from, from, mark))
		if !p.take(";") {
			if p.at == from {
				p.unknown()
			}
			return
		}
	}
}

// conditional parses the branches of if: a -> b; true -> c.
func (p *erlang) conditional(head int) int32 {
	from, mark := p.at, len(p.stack)
	p.add(p.alternatives())
	p.take("->")
	p.add(p.block())
	if p.take(";") && p.at < p.end && !p.is("end") && p.depth < deepest {
		p.depth++
		if p.is("true") && p.textAt(p.at+1) == "->" {
			p.at += 2
			p.add(p.block())
		} else {
			p.add(p.conditional(head))
		}
		p.depth--
	}
	return p.make(If, from, head, mark)
}

// lambda parses fun(X) -> a end, fun name/1 and fun module:name/1.
func (p *erlang) lambda() int32 {
	from, mark := p.at, len(p.stack)
	if p.at++; p.kind() != syntax.Word && !p.is("(") && !p.is("?") {
		return p.make(Unknown, from, -1, mark)
	}
	if !p.is("(") && p.textAt(p.at+1) != "(" { // a function by its name
		name := p.name()
		name = p.behind(name, from+1)
		if p.take("/") && p.at < p.end {
			p.at++
		}
		p.add(name)
		return p.make(Wrapper, from, -1, mark)
	}
	if !p.is("(") {
		p.at++
	}
	for first := true; p.at < p.end; first = false {
		own, begin := len(p.stack), p.at
		p.way()
		if !first {
			p.add(p.make(Unknown, begin, -1, own)) // another way, which is not run
		}
		if !p.take(";") {
			break
		}
		if !p.is("(") && p.at < p.end {
			p.at++
		}
	}
	p.take("end")
	return p.make(Lambda, from, -1, mark)
}

// trying parses try a of b -> c catch d:e -> f after g end.
func (p *erlang) trying() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	own := p.at
	inner := len(p.stack)
	p.sequence()
	if p.take("of") {
		subject := len(p.stack)
		p.cases(Case)
		if subject > inner {
			p.add(p.make(Switch, own, own-1, subject-1))
		}
	}
	p.add(p.make(Block, own, -1, inner))
	if p.take("catch") {
		p.cases(Catch)
	}
	if p.take("after") {
		p.add(p.block())
	}
	p.take("end")
	return p.make(Try, from, from, mark)
}
