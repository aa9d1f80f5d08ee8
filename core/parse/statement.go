package parse

import "inzicht/core/syntax"

// statements adds the statements up to where tokens end.
func (p *parser) statements() {
	for p.at < p.end {
		p.add(p.statement())
	}
}

// statement parses one statement. It always goes on.
func (p *parser) statement() int32 {
	if p.depth++; p.depth > deepest {
		defer func() { p.depth-- }()
		return p.tooDeep()
	}
	defer func() { p.depth-- }()
	from := p.at
	for p.take(";") || p.take(",") && p.at > from {
	}
	if p.at >= p.end {
		return 0
	}
	head, inside, begun := p.head, p.inside, p.begun
	p.head, p.begun = false, p.at
	node := p.oneStatement()
	p.head, p.inside, p.begun = head, inside, begun
	if p.at == from {
		p.at++
		node = p.make(Unknown, from, -1, len(p.stack))
	}
	return node
}

func (p *parser) oneStatement() int32 {
	from, mark := p.at, len(p.stack)
	p.first, p.bare = from, 0
	if p.endMarker() {
		p.at += 2
		return 0
	}
	if p.isRules() {
		return p.rules()
	}
	if p.isExtension() {
		return p.extension()
	}
	if p.is("@") && p.textAt(p.at+1) != "" && p.textAt(p.at + 1)[0] == '@' && p.g.Layout == Worded { // @@name
		p.at++
	}
	if node, is := p.marked(); is {
		return node
	}
	if p.is("@") || p.is("#") && p.textAt(p.at+1) == "[" || p.is("[") && p.g.Brackets && p.attribute() {
		return p.decoratedStatement()
	}
	if word := p.directive(p.at); word != "" {
		return p.directed(word)
	}
	if p.is("#") && p.g.Macros && syntax.DefinesMacro(p.f, p.at) {
		return p.macro()
	}
	if p.is("{") && p.g.Layout == Braces && !p.g.Closures {
		return p.block()
	}
	if method := p.methodAt(p.at); method > 0 {
		return p.function(method)
	}
	if p.class && p.g.Receivers && p.is("constructor") && p.textAt(p.at+1) == "(" { // of Kotlin, besides the head of the class
		return p.function(p.at)
	}
	if end := p.signatureEnd(); end > 0 {
		p.at = end
		return p.make(Unknown, from, -1, mark)
	}
	if p.g.Equations && p.isEquation() {
		return p.function(p.at)
	}
	if p.is("await") && p.wordAt(p.at+1) == wordLoop { // await foreach (var a in b)
		p.at++
	}
	if p.is("yield") && p.g.Typed && p.g.Layout == Braces && (p.wordAt(p.at+1) == wordReturn || p.wordAt(p.at+1) == wordLeave) {
		return p.yields()
	}
	switch w := p.wordAt(p.at); w {
	case wordIf, wordUnless:
		return p.conditional()
	case wordLoop:
		return p.loop()
	case wordSwitch:
		if p.isSwitch() {
			return p.switching()
		}
	case wordTry:
		if p.startsBlock(p.at+1) || p.g.Offside || p.textAt(p.at+1) == "(" || p.g.Layout == Worded && !p.g.Commands {
			return p.trying()
		}
	case wordWith:
		return p.with()
	case wordReturn, wordThrow, wordLeave:
		if w != wordThrow || !p.g.Commands || p.textAt(p.at+1) != "(" {
			return p.leaving(w)
		}
	case wordFunction:
		if p.textAt(p.at+1) == "interface" && p.wordAt(p.at+1) == wordClass { // fun interface A
			p.at++
			return p.oneStatement()
		}
		if at := p.functionName(); at > 0 {
			return p.function(at)
		}
	case wordClass:
		if p.namesType(p.at) {
			p.at++
			return p.oneStatement()
		}
		if p.kindAt(p.at+1) == syntax.Word || p.textAt(p.at+1) == "{" || p.textAt(p.at+1) == "<<" || p.textAt(p.at+1) == "(" && p.textAt(p.at-1) == "new" || p.textAt(p.at+1) == ":" && p.g.Receivers || p.textAt(p.at+1) == "::" || (p.g.Rules != "" || p.g.ObjectTypes) && p.angleEnd(p.at+1) > 0 {
			return p.classDeclaration()
		}
	case wordImport:
		if p.textAt(p.at+1) == "(" && p.g.Typed && p.g.Layout == Braces { // using (var a = b) { … }
			return p.with()
		}
		if p.g.Typed && p.kindAt(p.at+1) == syntax.Word && p.kindAt(p.at+2) == syntax.Word && p.textAt(p.at+3) == "=" { // using var a = b;
			p.at++
			return p.oneStatement()
		}
		if p.textAt(p.at+1) != "(" && !p.g.sets[setMember][p.textAt(p.at+1)] && p.textAt(p.at+1) != "=" {
			return p.imports()
		}
	case wordDefault: // export default { … }
		if next := p.textAt(p.at + 1); p.g.Layout == Braces && p.at > 0 && p.textAt(p.at-1) == "export" && next != ":" {
			p.at++
			if p.is("{") {
				return p.simple(p.at, mark)
			}
			return p.oneStatement()
		}
	case wordDeclare:
		if p.g.BraceKeys && p.kindAt(p.at+1) == syntax.Word && p.textAt(p.at+2) == "{" && !p.f.Tokens[p.at+2].SpaceAhead { // local $ENV{X} = y
			p.at++
			return p.oneStatement()
		}
		if p.kindAt(p.at+1) == syntax.Word || p.kindAt(p.at+1) == syntax.Open || p.g.BraceKeys && p.textAt(p.at+1) == "%" {
			return p.declaration(from, mark)
		}
	case wordModifier:
		if p.class && p.textAt(p.at+1) == "?" && p.kindAt(p.at+2) == syntax.Word && p.kindAt(p.at+3) == syntax.Word { // static ?self $a = null
			p.at += 3
			return p.oneStatement()
		}
		if k := p.kindAt(p.at + 1); k == syntax.Word || k == syntax.Open && (p.textAt(p.at+1) == "{" || p.textAt(p.at+1) == "[" && p.g.SquareTypes) || p.textAt(p.at+1) == "(" && p.textAt(p.mate(p.at+1)+1) != "" && p.kindAt(p.mate(p.at+1)+1) == syntax.Word {
			p.at++
			if p.is("(") || p.is("[") && p.g.SquareTypes {
				p.at = min(p.mate(p.at)+1, p.end)
			}
			if p.at < p.end {
				return p.oneStatement()
			}
		}
	}
	if next := p.textAt(p.at + 1); p.class && p.kind() == syntax.Word && p.g.Angles && !p.g.Typed && (next == ":" || next == "?:" || (next == "!" || next == "?") && p.textAt(p.at+2) == ":") {
		return p.declared(from, mark)
	}
	if (p.is("type") || p.is("typealias")) && p.g.Angles && p.kindAt(p.at+1) == syntax.Word {
		return p.typeDeclaration()
	}
	if p.g.Typed {
		if name := p.typedName(p.at); name > 0 {
			p.at = name
			return p.declared(from, mark)
		}
	}
	return p.simple(from, mark)
}

// signatureEnd returns where the signature of a method ends that is at hand, of which another
// one is the body: get(name: string): string; or 0.
func (p *parser) signatureEnd() int {
	if !p.class || !p.g.ObjectTypes || p.kind() != syntax.Word || p.textAt(p.at+1) != "(" && p.textAt(p.at+1) != "<" {
		return 0
	}
	open := p.at + 1
	if p.textAt(open) == "<" {
		open = p.angleEnd(open)
	}
	if open <= 0 || p.textAt(open) != "(" || p.textAt(p.mate(open)+1) != ":" {
		return 0
	}
	for i := p.mate(open) + 1; i < p.end; i++ {
		switch {
		case p.textAt(i) == ";", p.f.Tokens[i].NewLine && i > p.mate(open)+2:
			return i
		case p.kindAt(i) == syntax.Open:
			i = max(i, p.mate(i))
		}
	}
	return p.end
}

// simple parses an expression or an assignment, with what is behind it: a
// type, a condition or a loop.
func (p *parser) simple(from, mark int) int32 {
	node := p.tuple(from, mark)
	if p.g.Layout == Indented && p.is(":") && node != 0 && !p.newLine() { // a: T = b
		p.at++
		p.add(node)
		p.add(p.expression(levelChoice))
		if p.has(setAssign) {
			p.at++
			p.add(p.tuple(p.at, len(p.stack)))
		}
		return p.make(Declare, from, from, mark)
	}
	if node != 0 && p.signsType() && !p.newLine() { // a : T = b
		p.signedType()
	}
	node = p.assigned(node, from, mark)
	for p.has(setLater) && !p.newLine() && node != 0 {
		node = p.later(node, from)
	}
	return node
}

// assigned parses = value, and = value again, behind what it is assigned to.
func (p *parser) assigned(node int32, from, mark int) int32 {
	if node == 0 || p.newLine() || !p.has(setAssign) {
		return node
	}
	at := p.at
	p.at++
	p.add(node)
	if value := p.at; p.deeper(value) {
		p.add(p.value(levelAssign))
	} else {
		p.add(p.assigned(p.tuple(value, len(p.stack)), value, len(p.stack)))
	}
	return p.make(Assign, from, at, mark)
}

// tuple parses an expression, or several between commas where that is a list
// without brackets.
func (p *parser) tuple(from, mark int) int32 {
	level := levelAssign
	bare := p.inside == 0 && (p.g.Layout == Indented || p.g.Commands || p.g.Layout == Worded)
	if bare {
		level = levelChoice
	}
	node := p.expression(level)
	for bare && node != 0 && p.is(",") && !p.newLine() {
		p.at++
		p.add(node)
		if node = 0; p.at < p.end && !p.has(setAssign) && !p.newLine() {
			node = p.expression(level)
		}
	}
	if len(p.stack) == mark {
		return node
	}
	p.add(node)
	return p.make(List, from, -1, mark)
}

// later parses a condition or loop behind a statement.
func (p *parser) later(node int32, from int) int32 {
	mark, at := len(p.stack), p.at
	text := p.text()
	p.at++
	condition := p.expression(levelAssign)
	kind := If
	switch text {
	case "while", "until", "for", "foreach", "rescue":
		kind = Loop
	case "unless":
		own := len(p.stack)
		p.add(condition)
		condition = p.make(Unary, at, at, own)
	}
	p.add(condition)
	p.add(node)
	return p.make(kind, from, at, mark)
}

// leaving parses return, throw, break and continue.
func (p *parser) leaving(w word) int32 {
	from, mark := p.at, len(p.stack)
	kind := map[word]Kind{wordReturn: Return, wordThrow: Throw, wordLeave: Leave}[w]
	p.at++
	if p.g.Receivers && p.is("@") { // return@map x
		p.at = min(p.at+2, p.end)
	}
	if w == wordLeave && p.g.LabelBlocks && p.is(":") { // break :a b
		p.at = min(p.at+2, p.end)
		kind = Return
	}
	if p.at < p.end && !p.is(";") && !p.is("}") && !(p.f.Tokens[p.at].NewLine && p.inside == 0) && !p.has(setLater) && !p.closes() {
		value := p.at
		p.add(p.assigned(p.tuple(value, len(p.stack)), value, len(p.stack)))
		if p.is("from") { // raise x from y
			p.at++
			p.add(p.expression(levelAssign))
		}
	}
	node := p.make(kind, from, from, mark)
	for p.has(setLater) && !p.newLine() {
		node = p.later(node, from)
	}
	return node
}

// yields parses yield return a, which goes on behind it, and yield break.
func (p *parser) yields() int32 {
	from, mark := p.at, len(p.stack)
	leaves := p.wordAt(p.at+1) == wordLeave
	p.at += 2
	if leaves {
		return p.make(Return, from, from, mark)
	}
	p.add(p.expression(levelAssign))
	return p.make(Wrapper, from, from, mark)
}

// imports takes what is imported.
func (p *parser) imports() int32 {
	from, mark := p.at, len(p.stack)
	if p.g.Constants != "" && p.textAt(p.at+1) == p.g.Constants {
		return p.constants(from, mark)
	}
	space := p.is("namespace") || p.is("package")
	for p.at++; p.at < p.end && !p.is(";") && !p.f.Tokens[p.at].NewLine; p.at++ {
		if space && p.is("{") { // namespace a { … }
			break
		}
		if p.kind() == syntax.Open {
			p.at = min(p.mate(p.at), p.end-1)
		}
	}
	return p.make(Import, from, from, mark)
}

// constants parses use constant A => b, or a record of them.
func (p *parser) constants(from, mark int) int32 {
	p.at += 2
	if p.kindAt(p.at) != syntax.Word || p.textAt(p.at+1) != "=>" {
		return p.simple(p.at, mark)
	}
	p.target()
	p.at++
	p.add(p.expression(levelAssign))
	return p.make(Declare, from, from, mark)
}

// with parses a block with a head: with, using, begin, synchronized, do.
func (p *parser) with() int32 {
	from, mark := p.at, len(p.stack)
	next := p.textAt(p.at + 1)
	if p.g.sets[setMember][next] || p.g.sets[setAssign][next] || next == ")" || next == "," {
		return p.simple(from, mark)
	}
	p.at++
	if p.g.Records && p.is("do") && p.textAt(p.at+1) == ":" { // quote do: x
		p.at += 2
		p.add(p.expression(levelAssign))
		return p.make(Try, from, from, mark)
	}
	if !p.startsBlock(p.at) {
		p.condition()
	}
	if !p.startsBlock(p.at) && p.g.Layout != Worded { // using x; and the like
		return p.make(Wrapper, from, from, mark)
	}
	p.take("do")
	p.add(p.block())
	p.catches()
	p.closed()
	return p.make(Try, from, from, mark)
}

// isEquation reports whether a function begins here that is written as an equation: f(x) = y,
// f(x)::T = y.
func (p *parser) isEquation() bool {
	if p.kind() != syntax.Word || p.textAt(p.at+1) != "(" || p.f.Tokens[p.at+1].SpaceAhead {
		return false
	}
	next := p.mate(p.at+1) + 1
	if next > 0 && p.textAt(next) == p.g.TypeSign && p.kindAt(next+1) == syntax.Word {
		if next += 2; p.textAt(next) == "{" {
			next = p.mate(next) + 1
		}
	}
	return p.textAt(next) == "="
}
