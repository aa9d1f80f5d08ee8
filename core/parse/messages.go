package parse

import "inzicht/core/syntax"

// Messages of Objective-C, and what else it has beyond C: [a b:c d:e] is the call
// a.b(c, e), and what begins with @.

// isMessage reports whether the bracket at hand opens a message: a receiver, and a word
// that ends it or that a colon is behind.
func (p *parser) isMessage() bool {
	if !p.g.Messages {
		return false
	}
	close := p.mate(p.at)
	i := p.receiverEnd(p.at+1, close)
	if p.kindAt(i) == syntax.Word && !p.endsMessage(i, close) && p.textAt(p.at+1) == "(" { // (T *)a b
		i = p.receiverEnd(i, close)
	}
	return i > p.at+1 && i < close && p.kindAt(i) == syntax.Word && p.endsMessage(i, close)
}

// endsMessage reports whether a word is the only or the first one of a message.
func (p *parser) endsMessage(i, close int) bool {
	return i+1 == close || p.textAt(i+1) == ":"
}

// receiverEnd returns where an operand ends that begins at a token, or that token.
func (p *parser) receiverEnd(i, close int) int {
	from := i
	if p.textAt(i) == "@" {
		i++
	}
	switch p.kindAt(i) {
	case syntax.Open, syntax.Quote:
		i = max(i, p.mate(i)) + 1
	case syntax.Word, syntax.String:
		i++
	default:
		return from
	}
	for i < close {
		switch text := p.textAt(i); {
		case p.g.sets[setMember][text] && p.kindAt(i+1) == syntax.Word:
			i += 2
		case text == "[", text == "(":
			i = max(i, p.mate(i)) + 1
		case text == "<" && p.angleEnd(i) > 0:
			i = p.angleEnd(i)
		default:
			return i
		}
	}
	return from
}

// message parses a message.
func (p *parser) message() int32 {
	from, mark := p.at, len(p.stack)
	p.within(p.at, func() {
		p.inside++
		begin := p.at
		p.add(p.operand())
		name := p.at
		p.at = min(name+1, p.end) // what is before it may have taken all
		p.add(p.make(Member, begin, name, mark))
		for p.take(":") {
			p.add(p.expression(levelAssign))
			for p.take(",") {
				p.add(p.expression(levelAssign))
			}
			if p.kind() == syntax.Word && p.textAt(p.at+1) == ":" { // the next part of its name
				p.at++
			}
		}
		p.all()
	})
	return p.make(Call, from, from, mark)
}

// marked parses a statement that begins with @ or the sign of a method, or a line that
// takes in another file, and reports whether there is one.
func (p *parser) marked() (node int32, is bool) {
	if !p.g.Messages {
		return 0, false
	}
	from, mark := p.at, len(p.stack)
	next := p.textAt(p.at + 1)
	switch {
	case p.is("#") && next == "import":
		p.at = min(syntax.LineEnd(p.f, p.at), p.end)
		return p.make(Unknown, from, -1, mark), true
	case (p.is("-") || p.is("+")) && p.class && next == "(" && p.kindAt(p.mate(p.at+1)+1) == syntax.Word:
		return p.messageMethod(), true
	case !p.is("@"):
		return 0, false
	}
	switch next {
	case "implementation", "interface", "protocol":
		return p.implementation(), true
	case "property", "import", "class", "synthesize", "dynamic":
		for p.at < p.end && !p.is(";") {
			p.at++
		}
		return p.make(Unknown, from, -1, mark), true
	case "optional", "required", "public", "private", "protected", "package", "end":
		p.at += 2
		return p.make(Unknown, from, -1, mark), true
	case "autoreleasepool", "synchronized":
		if p.at += 2; p.is("(") {
			p.at = min(p.mate(p.at)+1, p.end)
		}
		return p.oneStatement(), true
	case "try", "throw":
		p.at++
		return p.oneStatement(), true
	}
	node = p.simple(from, mark)
	return node, true
}

// implementation parses a class from @implementation to @end.
func (p *parser) implementation() int32 {
	from, mark, class, head := p.at, len(p.stack), p.class, p.head
	name := p.at + 2
	for p.at = min(name+1, p.end); p.at < p.end && !p.f.Tokens[p.at].NewLine && !p.is("{"); { // (Category), : Base <Protocol>
		if p.is(":") && p.kindAt(p.at+1) == syntax.Word {
			p.at += 2
			p.add(p.make(Name, p.at-1, p.at-1, len(p.stack)))
			continue
		}
		p.at++
	}
	if p.is("{") { // its fields
		p.at = min(p.mate(p.at)+1, p.end)
	}
	own, inner := p.at, len(p.stack)
	p.class, p.head = true, false
	for p.at < p.end && !(p.is("@") && p.textAt(p.at+1) == "end") {
		if !p.take(";") {
			p.add(p.statement())
		}
	}
	p.class, p.head = class, head
	p.add(p.make(Block, own, -1, inner))
	p.at = min(p.at+2, p.end)
	return p.make(Class, from, name, mark)
}

// messageMethod parses a method: - (T)name:(T)a more:(T)b { … }, or what only declares
// one.
func (p *parser) messageMethod() int32 {
	from, mark := p.at, len(p.stack)
	name := p.mate(p.at+1) + 1
	p.at = min(name+1, p.end)
	for p.at < p.end && !p.is("{") && !p.is(";") {
		if p.is(":") {
			begin, inner := p.at, len(p.stack)
			if p.at++; p.is("(") {
				p.at = min(p.mate(p.at)+1, p.end)
			}
			if p.kind() == syntax.Word && p.at < p.end {
				p.at++
				p.add(p.make(Parameter, begin, p.at-1, inner))
			}
			continue
		}
		p.at++
	}
	if !p.is("{") {
		p.stack = p.stack[:mark]
		return p.make(Unknown, from, -1, mark)
	}
	class := p.class
	p.class = false
	p.add(p.block())
	p.class = class
	return p.make(Function, from, name, mark)
}
