package parse

import "inzicht/core/syntax"

// functionName returns where the name of a function is that begins here
// with a word, or 0.
func (p *parser) functionName() int {
	for i, last := p.at+1, p.at+12; i < p.end && i < last; i++ {
		text := p.textAt(i)
		switch {
		case text == "[" && p.g.Layout == Worded && (i == p.at+1 || p.textAt(i-1) == "."): // def [](key), def []=(key, value)
			if i = p.mate(i); p.textAt(i+1) == "=" && !p.f.Tokens[i+1].SpaceAhead {
				i++
			}
			return min(i, p.end-1)
		case text == "(" && p.kindAt(i-1) == syntax.Open:
			return 0
		case (text == "(" || text == "[") && i > p.at+2 && p.g.EqualsBody && p.textAt(i-1) == "*": // name*(, which others may call
			return i - 2
		case text == "(" && i > p.at+1, text == "{" && i > p.at+1, text == ":" && i > p.at+1 && p.g.Layout == Indented:
			return i - 1
		case (text == "=" || text == ":") && i == p.at+2 && p.is("def") && p.g.Layout == Braces: // def name: T = x
			return i - 1
		case text == "<" && p.g.Angles:
			behind := p.angleEnd(i)
			if i > p.at+1 && !(behind > 0 && p.textAt(behind) == ".") {
				return i - 1
			}
			if behind <= 0 || p.textAt(behind) == "(" {
				return 0
			}
			i, last = behind-1, behind+12 // fun <T> name(, fun List<T>.name(
		case text == "[" && (p.g.Layout == Indented || p.g.SquareTypes):
			return i - 1
		case text == "(" && p.g.LineEnds && p.mate(i)+1 < p.end && p.kindAt(p.mate(i)+1) == syntax.Word: // func (r T) name(
			i = p.mate(i)
		case p.kindAt(i) == syntax.Word && p.g.Layout == Worded && (i+1 >= p.end || p.f.Tokens[i+1].NewLine || p.textAt(i+1) == "=" || p.textAt(i+1) == ";" || p.kindAt(i+1) == syntax.Word || p.textAt(i+1) == "*" || p.textAt(i+1) == "&" || p.textAt(i+1) == ","):
			return i
		case p.kindAt(i) == syntax.Word, text == ".", text == "&", text == "*", text == ":", text == "::", p.g.Receivers && (text == "?" || text == "?."):
		case p.kindAt(i) == syntax.Punct && (p.g.Layout == Worded || p.g.SquareTypes && text != "="): // def ==(other)
		default:
			return 0
		}
	}
	return 0
}

// isInit reports whether a constructor without a word for functions begins at a token:
// init(a: B), init?(a: B).
func (p *parser) isInit(i int) bool {
	if p.textAt(i) != "init" || p.g.Default != "default" || !p.g.Closures {
		return false
	}
	next := p.textAt(i + 1)
	return next == "(" || (next == "?" || next == "!") && p.textAt(i+2) == "("
}

// methodAt returns where the name of a function is that begins here without
// a word for functions: name(a, b) { in a class, int name(a, b) { elsewhere.
func (p *parser) methodAt(i int) int {
	if !p.class && !p.g.Typed || p.g.Layout != Braces || i > 0 && i == p.at && p.g.sets[setMember][p.textAt(i-1)] {
		return 0
	}
	if p.class && p.isInit(i) {
		return i
	}
	words := 0
	for from := i; i < p.end && i < from+30; i++ {
		text := p.textAt(i)
		switch {
		case text == "(" && p.g.Typed && (i == from || p.wordAt(i-1) == wordModifier) && p.isTuple(i):
			words++
			i = p.mate(i)
		case text == "(" && i > from && (p.kindAt(i-1) == syntax.Word || p.textAt(i-1) == ">" || p.textAt(i-1) == "]" || p.kindAt(i-1) == syntax.String):
			if p.textAt(p.mate(i)+1) == ";" && words < 2 && !syntax.IsCapital(p.textAt(from)) { // port('8080'); of an enumeration
				return 0
			}
			if (p.class || words > 1) && (p.methodBodyAt(p.mate(i)+1) || p.oldStyleBody(i) > 0 || words > 1 && p.isAbstract(i)) {
				name := p.beforeAngles(i - 1)
				for name > from && p.kindAt(name) != syntax.Word && p.kindAt(name) != syntax.String && p.textAt(name) != "]" {
					name--
				}
				if p.g.Closures && !p.g.Typed && p.textAt(name) != "constructor" && p.textAt(name) != "subscript" {
					return 0 // functions begin with a word: this is a call
				}
				return max(name, from)
			}
			return 0
		case text == "[" && p.class, text == "<" && p.angleEnd(i) > 0:
			if text == "<" {
				i = p.angleEnd(i) - 1
			} else {
				i = p.mate(i)
			}
		case text == "[" && p.textAt(i+1) == "]":
			i++
		case text == "get" && (p.class || p.g.Records && p.g.Typed && i > from) && p.kindAt(i+1) == syntax.Word && (p.textAt(i+2) == "=>" || p.textAt(i+2) == "{"): // T get name => x
			return i + 1
		case text == "this" && p.class && p.textAt(i+1) == "[" && p.methodBodyAt(p.mate(i+1)+1): // T this[string name] => x
			return i
		case p.kindAt(i) == syntax.Word:
			switch p.g.words[text] {
			case wordNone, wordModifier, wordNothing, wordBool, wordDeclare:
				words++
			default:
				if !p.class || !p.g.ObjectTypes || p.textAt(i+1) != "(" { // import(x) { … } is a method where one is
					return 0
				}
				words++
			}
		case text == "*" || text == "&" || text == "?" || text == "." || text == "::" || text == "~" || text == "#" || p.kindAt(i) == syntax.String && p.class:
		default:
			return 0
		}
	}
	return 0
}

// isAbstract reports whether parameters are those of a method that is only declared:
// String get(String name);
func (p *parser) isAbstract(open int) bool {
	if !p.class || !p.g.Typed {
		return false
	}
	i := p.mate(open) + 1
	for p.g.Macros && behindHead[p.textAt(i)] {
		i++
	}
	if p.g.Macros && p.textAt(i) == "=" && p.textAt(i+2) == ";" { // = 0, = default
		i += 2
	}
	if p.textAt(i) == "throws" {
		for i++; p.kindAt(i) == syntax.Word || p.textAt(i) == "," || p.textAt(i) == "."; i++ {
		}
	}
	return p.textAt(i) == ";"
}

// behindHead are words that follow the parameters of a method of C++.
var behindHead = set("const override final noexcept volatile")

// beforeAngles returns the token before type arguments that end at a token, or
// that token.
func (p *parser) beforeAngles(i int) int {
	depth := 0
	for j := i; j > 0 && j > i-60; j-- {
		switch p.textAt(j) {
		case ">":
			depth++
		case ">>":
			depth += 2
		case "<":
			depth--
		}
		if depth == 0 {
			if j == i {
				return i
			}
			return j - 1
		}
	}
	return i
}

// methodBodyAt reports whether the body of a function follows its parameters.
func (p *parser) methodBodyAt(i int) bool {
	for from := i; i < p.end && i < from+30; i++ {
		switch text := p.textAt(i); {
		case text == "{", (text == ";" || text == ":") && i == from && p.class && p.hasConstructors():
			return true
		case text == "=>" && p.g.Typed:
			return true
		case text == ":" || text == "->" || text == "," && i > from || text == "." || text == "::" || text == "?" || text == "&" || text == "|" || text == "*" || text == "async":
		case text == "<" && p.angleEnd(i) > 0:
			i = p.angleEnd(i) - 1
		case text == "(" || text == "[":
			i = p.mate(i)
		case p.kindAt(i) == syntax.Word && p.g.words[text] != wordIf && p.g.words[text] != wordElse:
			if p.f.Tokens[i].NewLine && !p.g.Typed {
				return false
			}
		case p.kindAt(i) == syntax.String:
		default:
			return false
		}
	}
	return false
}

// function parses a function whose name is at a token.
func (p *parser) function(name int) int32 {
	from, mark := p.at, len(p.stack)
	class := p.class
	p.class = false
	p.at = min(name+1, p.end)
	if p.g.EqualsBody {
		p.take("*")
	}
	if p.textAt(name) == "init" && (p.is("?") || p.is("!")) {
		p.at++
	}
	if p.is("<") && p.g.Angles && p.angles() > 0 {
		p.at = p.angles()
	}
	if p.is("[") && (p.g.Layout == Indented || p.g.SquareTypes) {
		p.at = min(p.mate(p.at)+1, p.end)
	}
	if p.is("[") && p.textAt(name) == "this" {
		p.parameters()
	}
	for p.is("(") && !(p.g.Commands && p.f.Tokens[p.at].NewLine) { // of Scala there may be several
		p.parameters()
		if p.g.Layout == Worded {
			break
		}
	}
	if p.g.Layout == Worded && p.at < p.end && !p.f.Tokens[p.at].NewLine && !p.has(setThen) && !p.is("=") && !p.is(";") && !p.is(",") && !p.is("do") && p.textAt(p.at-1) != ")" {
		p.wordParameters()
	}
	if p.g.TypeSign != "" && p.is(p.g.TypeSign) { // of what it gives
		p.signedType()
	}
	if open := p.oldStyleBody(p.openBefore(p.at)); open > 0 {
		p.at = open
	} else {
		p.toBody()
	}
	if p.g.EqualsBody {
		p.toEquals()
	}
	switch {
	case p.is("{"):
		p.add(p.block())
	case p.is("=") && p.g.Macros: // = 0, = default
		p.at = min(p.at+3, p.end)
	case p.g.EqualsBody && p.is("="):
		p.add(p.indented())
	case p.has(setArrow) && p.g.Typed, p.is("=") && !p.g.sets[setThen]["="]:
		p.at++
		p.add(p.value(levelAssign))
	case p.g.Layout == Indented && p.is(":"):
		p.add(p.block())
	case p.g.Layout == Worded:
		if p.take(",") { // def name(x), do: y
			p.add(p.argument())
			break
		}
		if p.g.Records && p.g.Arrow != "" && !p.is("do") { // def name(x \\ 1), which is defined below
			break
		}
		p.add(p.guardedBody())
		p.closed()
	default:
		p.take(";")
	}
	p.class = class
	return p.make(Function, from, name, mark)
}

// toEquals goes on behind the type of what is returned, and remarks on the function.
func (p *parser) toEquals() {
	for p.at < p.end && !p.is("=") && !p.f.Tokens[p.at].NewLine {
		if p.kind() == syntax.Open {
			p.at = min(p.mate(p.at), p.end-1)
		}
		p.at++
	}
}

// toBody goes on behind what is between parameters and a body: the type of
// what is returned, what is thrown, conditions on types, initialisers.
func (p *parser) toBody() {
	if p.g.Layout == Worded {
		if p.is("when") {
			from, mark, head := p.at, len(p.stack), p.head
			p.at, p.head = p.at+1, true
			p.add(p.expression(levelChoice))
			p.head = head
			p.add(p.make(If, from, from, mark))
			for p.at < p.end && !p.is("do") && !p.is(",") {
				p.at++
			}
		}
		return
	}
	for p.at < p.end {
		text := p.text()
		switch {
		case text == ":" && p.g.Macros && p.kindAt(p.at+1) == syntax.Word:
			p.initialisers()
		case text == ":" && p.hasConstructors(): // C(this.a) : b = a, super(a);
			for p.is(":") || p.is(",") {
				p.at++
				from, mark := p.at, len(p.stack)
				p.add(p.assigned(p.expression(levelAssign), from, mark))
			}
		case text == "{" || text == ";" || text == "=" || text == "=>" && p.g.Typed || text == "}":
			return
		case text == ":" && p.g.Layout == Indented:
			return
		case text == ":" && p.g.ObjectTypes:
			p.returnType()
		case text == "<" && p.g.Angles && p.angles() > 0: // Result<()>
			p.at = p.angles()
		case text == "->" && p.g.Layout == Indented: // -> T:
			p.at++
			p.add(p.expression(levelBinary))
			return
		case (text == "base" || text == "super" || text == "this") && p.textAt(p.at-1) == ":" && p.textAt(p.at+1) == "(" && (p.g.Typed || p.g.Receivers): // C() : base(x) { … }
			mark, own := len(p.stack), p.at
			p.at++
			p.add(p.make(Name, own, own, mark))
			p.arguments()
			p.add(p.make(Call, own, own+1, mark))
		case text == "(" || text == "[":
			if text == "(" && p.textAt(p.at-1) != ":" && p.kindAt(p.at-1) != syntax.Word && p.textAt(p.at-1) != "->" {
				return
			}
			mark, own := len(p.stack), p.at
			p.within(p.at, p.all)
			p.add(p.make(Unknown, own, -1, mark))
		case p.f.Tokens[p.at].NewLine && p.g.LineEnds && p.kind() == syntax.Word && !p.is("where") && p.textAt(p.at-1) != ":" && p.textAt(p.at-1) != "->" && p.textAt(p.at-1) != ",":
			return
		case p.kind() == syntax.Close:
			return
		default:
			p.at++
		}
	}
}

// parameters parses what is in parentheses as parameters.
func (p *parser) parameters() {
	p.within(p.at, func() {
		p.inside++
		for p.at < p.end {
			if p.take(",") || p.take(";") {
				continue
			}
			if p.g.Typed && p.g.Labels && (p.is("{") || p.is("[") && p.mate(p.at)+1 == p.end) { // {int named = 1}, [int placed = 1]
				p.parameters()
				continue
			}
			p.parameter(p.parameterEnd())
		}
	})
}

// wordParameters parses parameters up to the end of the line.
func (p *parser) wordParameters() {
	end := p.end
	for i := p.at; i < end; i++ {
		if p.f.Tokens[i].NewLine && i > p.at || p.textAt(i) == ";" || p.textAt(i) == "do" && p.g.Arrow != "" {
			end = i
		}
	}
	outer := p.end
	p.end = end
	for p.at < p.end {
		if p.take(",") {
			continue
		}
		if end := p.parameterEnd(); end > p.at {
			p.parameter(end)
		} else {
			p.at++
		}
	}
	p.end = outer
}

// parameterEnd returns where one parameter ends.
func (p *parser) parameterEnd() int {
	for i := p.at; i < p.end; i++ {
		switch {
		case p.textAt(i) == "," || p.textAt(i) == ";":
			return i
		case p.textAt(i) == "<" && p.angleEnd(i) > 0:
			i = p.angleEnd(i) - 1
		case p.kindAt(i) == syntax.Open || p.kindAt(i) == syntax.Quote:
			i = p.mate(i)
		}
	}
	return p.end
}

// parameter parses one parameter: its name, and its default where it has one.
// Whatever is in brackets beside the name is kept.
func (p *parser) parameter(end int) {
	from, mark, outer := p.at, len(p.stack), p.end
	p.end = end
	if p.isLiteral() { // def name(nil), do: …
		p.add(p.expression(levelChoice))
		p.at, p.end = end, outer
		p.add(p.make(Parameter, from, -1, mark))
		return
	}
	if p.isPatternOfTwo() { // def name(%Gate{} = gate)
		own := len(p.stack)
		p.add(p.assigned(p.expression(levelChoice), from, own))
		p.at, p.end = end, outer
		p.add(p.make(Parameter, from, -1, mark))
		return
	}
	name, equals, colon := -1, -1, -1
	for i := from; i < end && equals < 0; i++ {
		switch text := p.textAt(i); {
		case text == "=" || text == "\\":
			equals = i
		case (text == ":" || text == "?:") && colon < 0 && p.g.Layout != Worded, text != "" && text == p.g.TypeSign:
			colon = i
		case text == ":" && p.g.Layout == Worded && i > from && colon < 0:
			colon, equals = i, i
		case p.g.NameFirst && (name >= 0 || p.g.words[text] == wordModifier):
		case p.kindAt(i) == syntax.Word && colon < 0 && p.g.words[text] != wordDeclare:
			name = i
		case text == "<" && p.angleEnd(i) > 0:
			i = p.angleEnd(i) - 1
		case p.g.ObjectTypes && colon >= 0 && p.kindAt(i) == syntax.Open: // a: { b: T }
			i = p.mate(i)
		case p.kindAt(i) == syntax.Open || p.kindAt(i) == syntax.Quote:
			p.at = i
			p.add(p.primary()) // a pattern, or what is beside the name
			i = p.at - 1
		}
	}
	p.at = end
	if equals >= 0 {
		p.at = equals + 1
		if p.textAt(equals) == "\\" && p.is("\\") {
			p.at++
		}
		p.add(p.expression(levelAssign))
		p.at = end
	}
	p.add(p.make(Parameter, from, name, mark))
	p.end = outer
}

// isLiteral reports whether what is to be parsed, in place of a parameter, is a literal:
// what a function is given must be that.
func (p *parser) isLiteral() bool {
	if p.g.Layout != Worded || !p.g.Records {
		return false
	}
	left := p.end - p.at
	switch p.kind() {
	case syntax.Word:
		w := p.wordAt(p.at)
		return left == 1 && (w == wordNothing || w == wordBool)
	case syntax.String, syntax.Number:
		return left == 1
	case syntax.Quote:
		return p.mate(p.at) == p.end-1
	}
	return left == 2 && p.is(":") && p.kindAt(p.at+1) == syntax.Word
}

// Default returns the default of a parameter, or 0.
func (t *Tree) Default(parameter int32) (value int32) {
	t.Children(parameter, func(child int32) bool {
		if before := t.File.Text(int(t.Nodes[child].From) - 1); before == "=" || before == ":" || before == "\\" {
			value = child
		}
		return true
	})
	return value
}

// hasConstructors reports whether a constructor may end without a body, and set fields
// before that, as in Dart.
func (p *parser) hasConstructors() bool { return p.g.Typed && p.g.Records }

// initialisers parses what a constructor of C++ gives its fields before its body, as
// calls of these: : a(x), b{y}.
func (p *parser) initialisers() {
	for p.is(":") || p.is(",") {
		p.at++
		from, mark := p.at, len(p.stack)
		for p.kind() == syntax.Word && p.textAt(p.at+1) == "::" {
			p.at += 2
		}
		own := p.at
		if p.kind() != syntax.Word {
			return
		}
		p.at++
		p.add(p.make(Name, own, own, mark))
		if p.is("<") && p.angles() > 0 {
			p.at = p.angles()
		}
		if !p.is("(") && !p.is("{") {
			return
		}
		open := p.at
		p.arguments()
		p.add(p.make(Call, from, open, mark))
	}
}
