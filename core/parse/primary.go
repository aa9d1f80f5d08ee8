package parse

import "inzicht/core/syntax"

// primary parses a name, a literal, what is in brackets, or what a word
// begins.
func (p *parser) primary() int32 {
	from, mark := p.at, len(p.stack)
	switch p.kind() {
	case syntax.String, syntax.Quote:
		return p.strings()
	case syntax.Number:
		p.at++
		return p.make(Number, from, from, mark)
	case syntax.Regex:
		p.at++
		return p.make(Pattern, from, from, mark)
	case syntax.Text, syntax.Unquote, syntax.Close:
		p.at++
		return p.make(Unknown, from, -1, mark)
	case syntax.Open:
		if open := p.arrayOf(); open > 0 {
			p.at = open
			return p.initialiser()
		}
		return p.bracket()
	case syntax.Word:
		if p.g.Rules != "" && p.is("$") && p.textAt(p.at+1) == "(" {
			return p.repeated()
		}
		if p.has(setLists) && p.textAt(p.at+1) == "(" {
			p.at++
			p.elements()
			return p.make(List, from, -1, mark)
		}
		return p.named()
	}
	switch text := p.text(); {
	case text == "#" && p.g.Macros && p.inside > 0 && p.kindAt(p.at+1) == syntax.Word: // in a macro: the source of an argument
		p.at += 2
		return p.make(Unary, from, from, mark)
	case text == "@" && p.g.Messages && p.at+1 < p.end && (p.kindAt(p.at+1) == syntax.Open || p.kindAt(p.at+1) == syntax.String || p.kindAt(p.at+1) == syntax.Quote || p.kindAt(p.at+1) == syntax.Number):
		p.at++
		return p.primary()
	case text == "@" || text == "#" && p.textAt(p.at+1) == "[":
		return p.decorator()
	case (text == "|" || text == "||") && p.g.Bars:
		return p.bars()
	case text == ":" && p.g.Commands && p.at+1 < p.end && !p.f.Tokens[p.at+1].SpaceAhead: // a symbol
		p.at += 2
		if k := p.kindAt(p.at - 1); k == syntax.Quote || k == syntax.Open {
			p.at = min(p.mate(p.at-1)+1, p.end)
		}
		return p.make(Text, from, from+1, mark)
	case text == ":=" && p.g.Commands && p.textAt(p.at+1) == "=" && !p.f.Tokens[p.at+1].SpaceAhead: // the symbol :==
		p.at += 2
		return p.make(Text, from, from+1, mark)
	case text == "->" && p.g.Commands && (p.textAt(p.at+1) == "(" || p.textAt(p.at+1) == "{" || p.kindAt(p.at+1) == syntax.Word), text == "\\" && !p.g.Commands:
		return p.lambda()
	case text == "." && p.g.ArrayTypes && p.textAt(p.at+1) == "{": // .{ a, b }, .{ .a = b }
		p.at++
		return p.initialiser()
	case p.g.sets[setMember][text]: // .member of what is at hand
		return p.member(0, from)
	case text == "<" && p.g.Angles && p.angles() > 0 && p.textAt(p.angles()) == "(": // <T>(x) => x
		p.at = p.angles()
		return p.bracket()
	case text == "<" && p.g.Angles && p.angles() > 0 && p.beginsOperand(p.angles()): // <T>x
		p.at = p.angles()
		p.add(p.operand())
		return p.make(Wrapper, from, from, mark)
	case text == "," || text == ";" || text == ":" || p.g.sets[setAssign][text]:
		return 0
	}
	p.at++
	if from < p.end && p.f.Is(from, "...") { // in Python a value
		return p.make(Name, from, from, mark)
	}
	return p.make(Unknown, from, -1, mark)
}

// strings parses a string, or several side by side that are one.
func (p *parser) strings() int32 {
	from, mark := p.at, len(p.stack)
	node := p.oneString()
	if p.at >= p.end || p.newLine() || !p.g.Comprehends && p.g.Layout != Indented && !p.g.Typed {
		return node
	}
	p.add(node)
	for k := p.kind(); (k == syntax.String || k == syntax.Quote) && !p.newLine(); k = p.kind() {
		p.add(p.oneString())
	}
	if len(p.stack) == mark+1 {
		p.stack = p.stack[:mark]
		return node
	}
	return p.make(Template, from, from, mark)
}

// oneString parses one string, with what fills its holes.
func (p *parser) oneString() int32 {
	from, mark := p.at, len(p.stack)
	if p.kind() == syntax.String {
		p.at++
		return p.make(Text, from, from, mark)
	}
	close := p.mate(p.at)
	end, inside, head := p.end, p.inside, p.head
	p.at, p.end, p.inside, p.head = p.at+1, close, p.inside+1, false
	for p.at < p.end {
		switch p.kind() {
		case syntax.Open:
			p.within(p.at, func() {
				for p.at < p.end {
					before := p.at
					p.add(p.expression(levelAssign))
					if p.at == before {
						p.at++
					}
				}
			})
		case syntax.Word:
			p.add(p.operand())
		default:
			p.at++
		}
	}
	p.at, p.end, p.inside, p.head = min(close+1, end), end, inside, head
	return p.make(Template, from, from, mark)
}

// bracket parses what begins with a bracket.
func (p *parser) bracket() int32 {
	switch p.text() {
	case "(":
		return p.parenthesis()
	case "[":
		return p.inBrackets()
	case "{":
		return p.braced()
	}
	from, mark := p.at, len(p.stack) // a tag, or a hole by itself
	p.within(p.at, func() {
		p.inside++
		p.all()
	})
	return p.make(Unknown, from, -1, mark)
}

// inBrackets parses a list, or a lambda with what it captures.
func (p *parser) inBrackets() int32 {
	if p.isMessage() {
		return p.message()
	}
	from, mark := p.at, len(p.stack)
	p.elements()
	if body := p.capturedBody(); body > 0 { // [&](int x) { … }
		if p.is("(") {
			p.parameters()
		}
		p.at = body
		p.add(p.block())
		return p.make(Lambda, from, -1, mark)
	}
	return p.make(List, from, -1, mark)
}

// capturedBody returns where the body begins of a lambda of C++, behind what it captures: [&](int x) {,
// [] {, [x]() mutable -> bool {. It returns 0 where none does.
func (p *parser) capturedBody() int {
	if p.g.Arrow != "" || !p.g.Typed || !p.g.Macros {
		return 0
	}
	at := p.at
	if p.textAt(at) == "(" {
		at = p.mate(at) + 1
	}
	for end := at + longestResult; at < min(end, p.end) && (p.kindAt(at) == syntax.Word || p.textAt(at) == "->" || p.textAt(at) == "::" || p.textAt(at) == "*" || p.textAt(at) == "&"); at++ {
	}
	if p.textAt(at) != "{" {
		return 0
	}
	return at
}

// longestResult is how many tokens stand before the body of a lambda of C++, behind its parameters.
const longestResult = 12

// all parses whatever is there to the end.
func (p *parser) all() {
	for p.at < p.end {
		before := p.at
		if p.take(",") || p.take(";") || p.take(":") {
			continue
		}
		p.add(p.expression(levelAssign))
		if p.at == before {
			p.at++
		}
	}
}

// parenthesis parses (a), (a, b), (int) x, and (a, b) => c.
func (p *parser) parenthesis() int32 {
	from, mark := p.at, len(p.stack)
	close := p.mate(p.at)
	if p.arrowBehind(close) {
		return p.arrow(from, mark)
	}
	p.arguments()
	elements := len(p.stack) - mark
	last := p.kindAt(close - 1)
	if p.g.ParenCasts && (elements == 1 || p.oneType(from+1, close)) && !p.newLine() && p.isType(from+1, close) && p.castOperand() {
		p.stack = p.stack[:mark]
		p.add(p.expression(levelBinary + len(p.g.Binary)))
		return p.make(Wrapper, from, -1, mark)
	}
	if elements == 1 && last != syntax.Punct && !(p.g.BraceKeys && p.t.Nodes[p.stack[mark]].Kind == Pair) { // (a => b) is a list
		return p.make(Wrapper, from, -1, mark)
	}
	return p.make(List, from, -1, mark)
}

// castOperand reports whether what follows parentheses is what they cast.
func (p *parser) castOperand() bool {
	switch p.kind() {
	case syntax.Word:
		_, isOp := p.g.ops[p.text()]
		return !isOp && !p.g.sets[setCasts][p.text()]
	case syntax.String, syntax.Quote, syntax.Number:
		return true
	}
	return p.is("(") || p.is("!") || p.is("~") || p.is("@") && p.g.sets[setPrefix]["@"] || p.is("\\") && p.g.Qualifies != ""
}

// oneType reports whether tokens of which some other sense could be made are those of a type: T<A, B>,
// struct t *, unsigned int.
func (p *parser) oneType(from, to int) bool {
	switch p.textAt(to - 1) {
	case ">", ">>", "*":
		return true
	}
	for i := from; i+1 < to; i++ {
		_, first := p.g.ops[p.textAt(i)]
		_, second := p.g.ops[p.textAt(i+1)]
		if p.kindAt(i) == syntax.Word && p.kindAt(i+1) == syntax.Word && !first && !second {
			return true
		}
	}
	return false
}

// named parses what begins with a word.
func (p *parser) named() int32 {
	from, mark := p.at, len(p.stack)
	text := p.text()
	next := p.textAt(p.at + 1)
	if p.g.sets[setArrow][next] && p.g.Arrow != "" && p.wordAt(p.at) == wordNone && p.kindAt(p.at+1) == syntax.Punct && !p.inCase() {
		return p.arrow(from, mark)
	}
	if p.g.LabelBlocks && next == ":" && p.textAt(p.at+2) == "{" {
		return p.labelled()
	}
	if text == "async" && p.g.Angles && next == "<" && p.angleEnd(p.at+1) > 0 && p.textAt(p.angleEnd(p.at+1)) == "(" { // async <T>(x) => x
		p.at = p.angleEnd(p.at + 1)
		return p.bracket()
	}
	if text == "static" && p.g.Arrow != "" && (p.wordAt(p.at+1) == wordFunction || p.wordAt(p.at+1) == wordLambda) && p.textAt(p.at+2) == "(" { // static fn (x) => y
		p.at++
		return p.lambdaFrom(from, mark)
	}
	if text == "async" && p.g.Arrow != "" {
		switch {
		case next == "(" && p.arrowBehind(p.mate(p.at+1)), p.kindAt(p.at+1) == syntax.Word && p.g.sets[setArrow][p.textAt(p.at+2)]:
			p.at++
			return p.arrow(from, mark)
		case p.wordAt(p.at+1) == wordFunction:
			p.at++
			return p.lambdaFrom(from, mark)
		}
	}
	w := p.wordAt(p.at)
	if p.at == p.begun && w != wordNothing && w != wordLambda && w != wordFunction { // what began with it is no statement of its own
		w = wordNone
	}
	switch w {
	case wordNothing, wordBool:
		p.at++
		return p.make(Name, from, from, mark)
	case wordLambda, wordFunction:
		if w == wordLambda || next == "(" || next == "{" || next == "*" || next == "&" || next == "<" && p.angleEnd(p.at+1) > 0 || p.kindAt(p.at+1) == syntax.Word && (p.textAt(p.at+2) == "(" || p.textAt(p.at+2) == "<" && p.angleEnd(p.at+2) > 0) {
			return p.lambda()
		}
	case wordIf, wordUnless, wordSwitch, wordTry, wordLoop, wordWith:
		if p.g.Choices && !p.g.sets[setMember][next] {
			return p.statement()
		}
		if w == wordSwitch && next == "(" && p.textAt(p.mate(p.at+1)+1) == "{" {
			return p.switching()
		}
	case wordThrow:
		if !p.g.Commands {
			return p.statement()
		}
	case wordReturn, wordLeave:
		if p.g.Choices || p.g.Commands && p.inside == 0 { // a and return b
			return p.statement()
		}
	case wordClass:
		if behind := p.textAt(p.at + 2); next == ":" && p.g.Receivers || next == "{" || next == "extends" || next == "implements" || next == "(" && p.textAt(p.at-1) == "new" || next == "<<" || p.kindAt(p.at+1) == syntax.Word && (behind == "{" || p.g.ObjectTypes && (behind == "extends" || behind == "implements" || behind == "<")) || p.g.ObjectTypes && next == "<" && p.angleEnd(p.at+1) > 0 {
			return p.statement()
		}
	}
	if text == "new" && (p.g.Angles && (!p.g.Closures || p.kindAt(p.at+1) == syntax.Word) || p.g.SquareTypes) {
		return p.creation()
	}
	if text == "do" && p.g.BraceKeys && next == "{" {
		p.at++
		return p.block()
	}
	p.at++
	return p.make(Name, from, from, mark)
}

// inCase reports whether an arrow that follows is that of a case.
func (p *parser) inCase() bool {
	return p.head && (p.g.Switch != "" || p.g.Matches != "") && p.inside == 0
}

// braced parses what is in braces where an operand is wanted: a record, a
// lambda, or a block.
func (p *parser) braced() int32 {
	switch {
	case p.g.Closures && !p.g.Records:
		return p.closure()
	case !p.g.Records && p.g.Typed && p.isInitialiser():
		return p.initialiser()
	case !p.g.Records && !p.hasTextKeys():
		return p.block()
	}
	return p.fields(p.at, -1)
}

// fields parses the entries of a record in the braces that open here, which begins at from and has its
// name before at.
func (p *parser) fields(from, at int) int32 {
	mark := len(p.stack)
	p.within(p.at, func() {
		p.inside++
		p.class = p.g.Layout == Braces && !p.g.Typed
		p.list(p.entry)
	})
	return p.make(Record, from, at, mark)
}

// hasTextKeys reports whether the braces that open here hold what texts are the keys of.
func (p *parser) hasTextKeys() bool {
	key := p.at + 1
	if p.kindAt(key) == syntax.Quote {
		key = p.mate(key)
	}
	return p.g.TextKeys && p.textAt(key+1) == ":" && p.kindAt(key+1) == syntax.Punct
}

// isInitialiser reports whether the braces that open here hold values, rather than
// statements or nothing.
func (p *parser) isInitialiser() bool {
	if p.textAt(p.at+1) == "}" {
		return false
	}
	for i, close := p.at+1, p.mate(p.at); i < close; i++ {
		if p.textAt(i) == ";" {
			return false
		}
		if p.kindAt(i) == syntax.Open {
			i = max(i, p.mate(i))
		}
	}
	return true
}

// longestArrayType is how many tokens the type of an array has that is looked at.
const longestArrayType = 16

// arrayOf returns where the values of an array begin whose type begins here, [_][]const u8{ a, b },
// or 0.
func (p *parser) arrayOf() int {
	if !p.g.ArrayTypes || !p.is("[") {
		return 0
	}
	i := p.mate(p.at) + 1
	for last := i + longestArrayType; i > 0 && i < min(last, p.end) && !p.f.Tokens[i].NewLine; i++ {
		switch text := p.textAt(i); {
		case text == "{":
			return i
		case text == "[":
			i = p.mate(i)
		case p.kindAt(i) != syntax.Word && text != "." && text != "*" && text != "?":
			return 0
		}
	}
	return 0
}

// initialiser parses the values of an array, as a List, or of an object's fields, as
// a Record: {"a", "b"}, {.name = "a"}.
func (p *parser) initialiser() int32 {
	from, mark, kind := p.at, len(p.stack), List
	if p.textAt(p.at+1) == "." || p.kindAt(p.at+1) == syntax.Word && p.textAt(p.at+2) == "=" || p.isElement(p.at+1) && !p.g.Macros {
		kind = Record
	}
	p.within(p.at, func() { p.inside++; p.list(p.initial) })
	return p.make(kind, from, -1, mark)
}

// isElement reports whether the element that a value belongs to is named at a token:
// ["a"] = b.
func (p *parser) isElement(i int) bool {
	return p.textAt(i) == "[" && p.textAt(p.mate(i)+1) == "="
}

// initial parses one value of an array or an object: a, .name = a, name = a, ["a"] = a.
func (p *parser) initial() int32 {
	from, mark := p.at, len(p.stack)
	if end := p.mate(p.at) + 1; p.isElement(p.at) {
		if p.g.Macros { // of an array of C: its place says nothing more
			p.at = min(end+1, p.end)
			return p.expression(levelAssign)
		}
		p.within(p.at, func() { p.add(p.expression(levelAssign)) })
		p.at = min(end+1, p.end)
		p.add(p.expression(levelAssign))
		return p.make(Pair, from, end, mark)
	}
	if p.is(".") && p.textAt(p.at+2) == "=" {
		p.at++
	}
	if p.kind() == syntax.Word && p.textAt(p.at+1) == "=" {
		name := p.at
		p.at += 2
		p.add(p.expression(levelAssign))
		return p.make(Pair, from, name, mark)
	}
	return p.expression(levelAssign)
}

// entry parses one entry of a record.
func (p *parser) entry() int32 {
	from, mark := p.at, len(p.stack)
	if p.class {
		if method := p.methodAt(p.at); method > 0 {
			return p.function(method)
		}
		p.class = false
		defer func() { p.class = true }()
	}
	sign := p.textAt(p.at + 1)
	if k := p.kind(); k == syntax.Word && (sign == ":" || sign == "=>" || sign == "=" && !p.g.Commands) {
		p.at += 2
		p.add(p.expression(levelAssign))
		return p.make(Pair, from, from, mark)
	}
	key := p.expression(levelChoice)
	if s := p.text(); s == ":" || s == "=>" || s == "=" || s == "->" {
		return p.pair(from, key, mark)
	}
	return key
}
