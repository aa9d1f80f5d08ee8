package parse

import "inzicht/core/syntax"

// expression parses operators that bind at least as tight as a level.
func (p *parser) expression(level int) int32 {
	if p.depth++; p.depth > deepest {
		defer func() { p.depth-- }()
		return p.tooDeep()
	}
	defer func() { p.depth-- }()
	from := p.at
	left := p.operand()
	for left != 0 && p.at < p.end && !p.newLine() {
		next := p.after(left, from, level)
		if next == 0 {
			break
		}
		left = next
	}
	return left
}

// tooDeep takes all that is left as one unknown node.
func (p *parser) tooDeep() int32 {
	from := p.at
	p.at = p.end
	return p.make(Unknown, from, -1, len(p.stack))
}

// after parses an operator behind an operand, with what belongs to it; 0 where
// none follows that binds as tight.
func (p *parser) after(left int32, from, level int) int32 {
	text, mark := p.text(), len(p.stack)
	at := p.at
	switch {
	case text == "":
		return 0
	case p.g.sets[setAssign][text] && level <= levelAssign:
		p.at++
		p.add(left)
		p.add(p.expression(levelAssign))
		return p.make(Assign, from, at, mark)
	case p.g.Ternary && text == "?" && level <= levelChoice:
		return p.ternary(left, from)
	case p.g.IfLater && text == "if" && level <= levelChoice:
		p.at++
		condition := p.expression(levelBinary)
		p.add(condition)
		p.add(left)
		if p.take("else") {
			p.add(p.expression(levelChoice))
		}
		return p.make(Choice, from, at, mark)
	case level <= levelAssign && p.signsType(): // a : T = b
		p.signedType()
		return p.upTo(int32(p.at), left)
	case p.g.sets[setCasts][text] && level <= levelBinary+len(p.g.Binary):
		p.at++
		p.skipType()
		p.add(left)
		return p.make(Wrapper, from, at, mark)
	}
	if p.g.sets[setMatches][text] && p.textAt(p.at+1) == "{" { // x match { case … }
		p.at++
		p.add(left)
		p.within(p.at, p.cases)
		return p.make(Switch, from, at, mark)
	}
	if p.g.Offside && p.g.sets[setMatches][text] && p.wordAt(p.at+1) == wordCase {
		p.at++
		return p.offsideCases(left, from, at)
	}
	if level <= levelBinary && p.isInfix() {
		return p.infixCall(left, from)
	}
	op, width := p.binary(text)
	if width == 0 || op.level < level {
		return 0
	}
	p.at += width
	p.add(left)
	tighter := op.level + 1
	if op.right {
		tighter = op.level
	}
	if p.g.Patterns && (text == "is" || text == "instanceof") && p.typePattern() {
		return p.make(Binary, from, at, mark)
	}
	right, own := p.at, len(p.stack)
	node := p.expression(tighter)
	if p.g.Patterns && text == "is" {
		node = p.joinedPatterns(right, own, node)
	}
	p.add(node)
	return p.make(Binary, from, at, mark)
}

// typePattern parses what a value is held against, where that is a type or
// members, with the name that it then gets: string s, { Length: > 0 } s. It
// reports whether there is one.
func (p *parser) typePattern() bool {
	from, mark := p.at, len(p.stack)
	next := p.kindAt(p.at + 1)
	switch {
	case p.is("{"):
		p.at = min(p.mate(p.at)+1, p.end)
	case p.kind() == syntax.Word && p.textAt(p.at+1) == "<" && p.angleEnd(p.at+1) > 0: // Map<?, ?> m
		p.at = p.angleEnd(p.at + 1)
	case p.kind() == syntax.Word && p.wordAt(p.at) == wordNone && next == syntax.Word && !joinsPatterns[p.textAt(p.at+1)]:
		p.at++
	default:
		return false
	}
	p.add(p.make(Name, from, from, mark))
	if at := p.at; p.kind() == syntax.Word && p.wordAt(at) == wordNone && !joinsPatterns[p.text()] {
		own := len(p.stack)
		p.at++
		p.add(p.make(Name, at, at, own))
	}
	return true
}

var joinsPatterns = map[string]bool{"and": true, "or": true, "when": true, "as": true}

// binary returns the binary operator that the next tokens are, and how many.
func (p *parser) binary(text string) (op operator, width int) {
	if p.loopHead && (text == "in" || text == "of") {
		return operator{}, 0
	}
	if p.choosing == p.inside+1 && text == ":" { // a ? b : c
		return operator{}, 0
	}
	if p.bare == p.inside+1 && (text == "or" || text == "and" || text == "xor") { // these go on behind the call
		return operator{}, 0
	}
	if next := p.textAt(p.at + 1); next != "" && (text == "not" || text == "is" || text == "!") {
		if op, known := p.g.ops[text+" "+next]; known {
			return op, 2
		}
		if joined, known := p.g.ops[text+"_"+next]; known { // is not, not in, !in
			return joined, 2
		}
	}
	if op, known := p.g.ops[text]; known {
		return op, 1
	}
	return operator{}, 0
}

// ternary parses ? a : b behind a condition.
func (p *parser) ternary(condition int32, from int) int32 {
	mark, at := len(p.stack), p.at
	p.at++
	p.add(condition)
	head := p.head
	p.head = false
	choosing := p.choosing
	p.choosing = p.inside + 1
	if !p.is(":") {
		p.add(p.expression(levelAssign))
	}
	p.head, p.choosing = head, choosing
	if p.take(":") {
		p.add(p.expression(levelAssign))
	}
	return p.make(Choice, from, at, mark)
}

// operand parses what is between operators.
func (p *parser) operand() int32 {
	if p.at >= p.end {
		return 0
	}
	p.skipQualifiers()
	for p.g.Macros && p.is("#") && p.f.Tokens[p.at].NewLine && p.directive(p.at) != "" { // among the elements of a list
		if p.skipLine(); p.at >= p.end {
			return 0
		}
	}
	if p.is("@") && p.g.Rooted && p.at+1 < p.end && p.f.Tokens[p.at+1].Kind == syntax.Word && p.textAt(p.at + 1)[0] == '@' { // @@name
		p.at++
	}
	from, mark := p.at, len(p.stack)
	text := p.text()
	if text == "&" && p.isElixir() {
		if node := p.capture(); node != 0 {
			return node
		}
	}
	if open := p.structOpen(); open > 0 {
		p.at = open
		return p.fields(from, open)
	}
	if text != "" && p.g.sets[setPrefix][text] && !p.isPlainName(text) {
		p.at++
		if text == "out" && p.kind() == syntax.Word && p.kindAt(p.at+1) == syntax.Word { // out var n
			p.at++
		}
		own, right := len(p.stack), p.at
		switch text {
		case "yield":
			p.take("*")
		case "try": // try? x, try! x
			_ = p.take("?") || p.take("!")
		}
		node := p.expression(p.prefixLevel(text))
		if text == "!" && p.is("=") && p.g.sets[setAssign]["="] { // !x = y
			at := p.at
			p.at++
			p.add(node)
			p.add(p.expression(levelAssign))
			node = p.make(Assign, right, at, own)
		}
		p.add(node)
		kind := Unary
		switch text {
		case "await", "const", "yield", "try", "&", "*", "ref", "move", "...", "..", "..=", "..<", "inout", "async", "unsafe", "lazy", "clone", "print", "echo", "suspend":
			kind = Wrapper
		}
		return p.make(kind, from, from, mark)
	}
	if p.g.Macros && p.castsByName() { // #define US (unsigned char *)
		p.at++
		p.add(p.operand())
		return p.make(Wrapper, from, from, mark)
	}
	node := p.primary()
	if p.g.Macros && p.inside > 0 {
		node = p.beside(node, from, mark)
	}
	for node != 0 && p.at < p.end {
		next := p.suffix(node, from)
		if next == 0 {
			return node
		}
		node = next
	}
	return node
}

// skipLine goes on to the next line.
func (p *parser) skipLine() {
	for p.at++; p.at < p.end && !p.f.Tokens[p.at].NewLine; p.at++ {
	}
}

// skipQualifiers goes on to the last of names that stand in namespaces: \A\B.
func (p *parser) skipQualifiers() {
	if p.g.Rooted && p.is("::") && p.kindAt(p.at+1) == syntax.Word { // ::std::env
		p.at++
	}
	if p.g.Qualifies == "" {
		return
	}
	for p.is(p.g.Qualifies) || p.kind() == syntax.Word && p.textAt(p.at+1) == p.g.Qualifies && p.kindAt(p.at+2) == syntax.Word {
		p.at++
	}
}

// prefixLevel is how tight the operand of a prefix operator binds: a word such
// as not takes more than a sign does.
func (p *parser) prefixLevel(text string) int {
	switch text {
	case "!":
		if op, known := p.g.ops["=="]; known && p.g.LooseNot {
			return op.level
		}
	case "not":
		if op, known := p.g.ops["and"]; known {
			return op.level + 1
		}
	case "await", "yield", "print", "echo", "throw", "...", "async", "assert":
		return levelChoice
	}
	return levelBinary + len(p.g.Binary)
}

// isPlainName reports whether a word that may be an operator is a name here: it
// is assigned, called or a member is taken of it.
func (p *parser) isPlainName(text string) bool {
	if p.f.Tokens[p.at].Kind != syntax.Word || text == "not" {
		return false
	}
	next := p.textAt(p.at + 1)
	return next == "" && p.at+1 >= p.end || next == "=" || next == ")" || next == "," || next == ";" || p.g.sets[setMember][next] || next == "(" && text != "await" && text != "new" && text != "yield" && text != "typeof" && text != "assert"
}

// beginsOperand reports whether a token can begin an operand.
func (p *parser) beginsOperand(i int) bool {
	switch p.kindAt(i) {
	case syntax.Word:
		_, isOp := p.g.ops[p.f.Text(i)]
		return !isOp && !p.g.sets[setLater][p.f.Text(i)] && !p.g.sets[setThen][p.f.Text(i)]
	case syntax.Number, syntax.String, syntax.Quote, syntax.Regex:
		return true
	case syntax.Open:
		return true
	}
	return p.g.sets[setPrefix][p.textAt(i)]
}
