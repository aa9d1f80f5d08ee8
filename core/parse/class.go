package parse

import "inzicht/core/syntax"

func (p *parser) classDeclaration() int32 {
	from, mark := p.at, len(p.stack)
	name := -1
	for p.at++; p.kind() == syntax.Word && p.wordAt(p.at) == wordClass; p.at++ { // enum class, case class
	}
	if p.is("<") && p.angles() > 0 { // impl<T>
		p.at = p.angles()
	}
	if at := p.typeNamed(); at >= 0 && p.textAt(at) != "extends" && p.textAt(at) != "implements" {
		name = at
	} else if at >= 0 { // class extends T { … }
		p.at = at
	}
	if p.g.Rules != "" && p.is("<") && p.angles() > 0 && p.textAt(p.angles()) == "for" {
		p.at = p.angles()
	}
	if p.g.Rules != "" && p.take("for") { // impl Trait for Type
		for p.take("&") || p.take("mut") || p.take("dyn") {
		}
		if at := p.typeNamed(); at >= 0 {
			name = at
		}
	}
	if p.g.Layout == Worded && p.is("{") { // struct A{T} <: B
		p.at = min(p.mate(p.at)+1, p.end)
	}
	p.classHead()
	if p.colonBlock() {
		p.at++
	} else if p.g.Offside && !p.is("{") {
		return p.make(Class, from, name, mark)
	}
	if p.startsBlock(p.at) || p.g.Layout == Worded {
		p.add(p.body())
		p.closed()
	} else {
		p.take(";")
	}
	return p.make(Class, from, name, mark)
}

// typeNamed goes on behind the name of a type, which may be in modules, and returns
// the token of the name, or -1.
func (p *parser) typeNamed() int {
	if p.kind() != syntax.Word || p.wordAt(p.at) != wordNone {
		return -1
	}
	name := p.at
	for p.at++; (p.is(".") || p.is("::")) && p.kindAt(p.at+1) == syntax.Word; p.at += 2 {
		name = p.at + 1
	}
	return name
}

// classHead parses what is between the name of a class and its body: bases,
// parameters, types.
func (p *parser) classHead() {
	head := p.head
	p.head = true
	for p.at < p.end && !p.is("{") && !p.is(";") {
		if p.g.Layout == Indented && p.is(":") || p.colonBlock() || p.f.Tokens[p.at].NewLine && p.g.LineEnds && !p.is(":") && !p.is("extends") && !p.is("where") && !p.is("with") && p.textAt(p.at-1) != "," && p.textAt(p.at-1) != ":" {
			break
		}
		switch {
		case p.is("("):
			if p.g.Layout == Indented || p.textAt(p.at-1) != "" && p.wordAt(p.at-1) != wordNone {
				p.arguments()
			} else {
				p.parameters()
			}
		case p.is("<") && p.angles() > 0:
			p.at = p.angles()
		case p.is("constructor") && p.textAt(p.at+1) == "(":
			p.at++
		case p.kind() == syntax.Word && p.wordAt(p.at) == wordNone && p.text() != "extends" && p.text() != "implements" && p.text() != "with" && p.text() != "where":
			before := p.at
			p.add(p.operand())
			if p.at == before {
				p.at++
			}
		case p.kind() == syntax.Open:
			p.add(p.bracket())
		default:
			p.at++
		}
	}
	p.head = head
}

// body parses the block of a class, in which functions need no word.
func (p *parser) body() int32 {
	class := p.class
	from, mark := p.at, len(p.stack)
	defer func() { p.class = class }()
	if !p.is("{") {
		p.class = true
		return p.block()
	}
	p.within(p.at, func() {
		p.inside, p.class = 0, true
		if p.g.SquareTypes {
			p.ownName()
		}
		p.statements()
	})
	return p.make(Block, from, -1, mark)
}

// ownName goes on behind the name that a class has for itself: self =>, self: T =>.
func (p *parser) ownName() {
	for i := p.at; i < p.end && i < p.at+20 && (i == p.at || !p.f.Tokens[i].NewLine); i++ {
		switch text := p.textAt(i); {
		case text == "=>" && i > p.at:
			p.at = i + 1
			return
		case i == p.at && p.kindAt(i) != syntax.Word, i == p.at+1 && text != ":", text == "=":
			return
		}
	}
}

// creation parses new T(arguments), with a body or an initialiser.
func (p *parser) creation() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	if p.g.ObjectTypes && p.wordAt(p.at) == wordClass { // new class { … }(…)
		p.add(p.classDeclaration())
	} else if p.g.ObjectTypes && p.is("(") { // new (f())(a)
		p.add(p.bracket())
	} else if p.kind() == syntax.Word {
		callee := p.at
		p.at++
		name := p.make(Name, callee, callee, len(p.stack))
		for p.has(setMember) && p.kindAt(p.at+1) == syntax.Word {
			at := p.at + 1
			p.at += 2
			own := len(p.stack)
			p.add(name)
			name = p.make(Member, callee, at, own)
		}
		p.add(name)
	}
	if p.is("<>") { // new HashMap<>(…)
		p.at++
	} else if p.is("<") && p.angles() > 0 {
		p.at = p.angles()
	}
	if p.is("[") && p.g.SquareTypes {
		p.at = min(p.mate(p.at)+1, p.end)
	}
	at := p.at
	for p.is("[") {
		p.elements()
	}
	if p.is("(") {
		p.arguments()
	}
	for p.g.SquareTypes && p.take("with") {
		p.typeNamed()
		if p.is("[") {
			p.at = min(p.mate(p.at)+1, p.end)
		}
	}
	if p.is("{") && !p.head && (!p.f.Tokens[p.at].NewLine || p.g.Typed) {
		if p.g.SquareTypes || p.g.Typed && p.methodBody() {
			return p.createdClass(from, at, mark)
		}
		p.add(p.braced())
	}
	return p.make(Call, from, at, mark)
}

// createdClass parses the body of a class without a name behind what it extends, which is
// parsed: new T(a) { … }. It is a call of the class.
func (p *parser) createdClass(from, at, mark int) int32 {
	p.add(p.make(Call, from, at, mark))
	p.add(p.body())
	p.add(p.make(Class, from, -1, mark))
	return p.make(Call, from, from, mark)
}

// methodBody reports whether braces hold the body of a class: declarations, and
// no list of values.
func (p *parser) methodBody() bool {
	close := p.mate(p.at)
	for i := p.at + 1; i < close; i++ {
		if p.textAt(i) == ";" || p.textAt(i) == "{" && p.bodyAt(i) {
			return true
		}
		if p.kindAt(i) == syntax.Open {
			i = p.mate(i)
		}
	}
	return false
}

// bodyAt reports whether the braces that open at a token are those of a method, and
// not of values, which a type made anew, or another value, is before.
func (p *parser) bodyAt(i int) bool {
	name := i - 1
	if p.textAt(name) == ")" {
		name = p.f.Mate(name) - 1
	}
	return p.kindAt(name) == syntax.Word && p.textAt(name) != "new" && p.textAt(name-1) != "new"
}
