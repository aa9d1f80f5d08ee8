package parse

import "inzicht/core/syntax"

// declaration parses const a = b, let {a, b} = c, var x: T.
func (p *parser) declaration(from, mark int) int32 {
	p.at++
	for w := p.wordAt(p.at); (w == wordDeclare || w == wordModifier) && p.kindAt(p.at+1) == syntax.Word; w = p.wordAt(p.at) {
		p.at++
	}
	if w := p.wordAt(p.at); w == wordFunction || w == wordClass {
		return p.oneStatement()
	}
	if p.g.Typed && p.typedName(p.at) > 0 {
		p.at = p.typedName(p.at)
	}
	if name, open := p.at, p.typeValue(); open > 0 {
		p.at = open
		p.add(p.body())
		p.closed()
		return p.make(Class, from, name, mark)
	}
	return p.declared(from, mark)
}

// typeValue returns the brace that opens the type which a name is given, or 0: a = struct {
func (p *parser) typeValue() int {
	at := p.at + 2
	if !p.g.TypeValues || p.textAt(p.at+1) != "=" {
		return 0
	}
	if p.textAt(at) == "packed" || p.textAt(at) == "extern" {
		at++
	}
	if !typeWords[p.textAt(at)] {
		return 0
	}
	if at++; p.textAt(at) == "(" { // union(enum)
		at = p.mate(at) + 1
	}
	if p.textAt(at) != "{" {
		return 0
	}
	return at
}

// typeWords begin types that are values.
var typeWords = set("struct union enum opaque")

// declared parses names or patterns with their types and values.
func (p *parser) declared(from, mark int) int32 {
	if p.g.Receivers {
		p.ofReceiver()
	}
	for {
		p.target()
		if p.is("<") && p.g.Layout == Worded && p.textAt(p.at+2) == ">" { // local x <const> = y
			p.at += 3
		}
		if p.is("?:") || p.is("!") || p.is("?") {
			if !p.is("?:") {
				p.at++
			}
		}
		if (p.is(":") || p.is("?:")) && p.textAt(p.at+1) != ":" && !p.g.Typed {
			p.at++
			head := p.head
			p.head = true
			p.skipType()
			for p.g.Infix && p.take("=>") { // val f: A => B = …
				p.skipType()
			}
			p.head = head
		}
		if p.is("{") && p.g.Closures && p.g.Labels && !p.head && len(p.stack) == mark+1 { // var x: T { … }
			return p.computed(from, mark)
		}
		if p.is("get") && p.textAt(p.at+1) == "(" && p.textAt(p.at+2) == ")" && p.g.Closures && len(p.stack) == mark+1 { // val x: T get() = y
			return p.getter(from, mark)
		}
		if p.has(setAssign) || p.is("by") && p.g.Closures || p.is("=>") && p.g.BraceKeys { // Readonly my $x => y
			p.at++
			p.add(p.values(len(p.stack) - mark))
		}
		if p.is("else") && p.g.Layout == Braces && p.textAt(p.at+1) == "{" && !p.head { // let … else { … }
			p.at++
			p.add(p.block())
		}
		if !p.is(",") || p.newLine() || p.head && p.inside == 0 && !(p.kindAt(p.at+1) == syntax.Word && p.g.sets[setAssign][p.textAt(p.at+2)]) {
			break
		}
		p.at++
		if p.is("#") && p.textAt(p.at+1) == "[" || p.nextField(from) {
			break
		}
	}
	if p.is("=>") && p.class && p.g.Typed && len(p.stack) == mark+1 { // T name => x
		return p.shortGetter(from, mark)
	}
	if p.is("{") && p.g.Typed && !p.head && p.at > from { // a property with accessors
		if at := p.accessor(); at > 0 && len(p.stack) == mark+1 {
			return p.accessors(at, from, mark)
		}
		if p.textAt(p.at+1) == "get" && p.g.Patterns { // { get; set; }
			p.at = min(p.mate(p.at)+1, p.end)
		} else {
			p.add(p.block())
		}
		if p.take("=") {
			p.add(p.expression(levelAssign))
		}
	}
	return p.make(Declare, from, from, mark)
}

// endsName reports whether the name of what is declared ends before a token: unsigned n = 1.
func (p *parser) endsName(i int) bool {
	text := p.textAt(i)
	return text == "=" || text == ";" || text == ","
}

// takeName takes the name of what is declared off the stack, and returns its token: it names the
// function that works it out.
func (p *parser) takeName(mark int) int {
	name := int(p.t.Nodes[p.stack[mark]].At)
	p.stack = p.stack[:mark]
	return name
}

// shortGetter parses what a property is worked out by, as a function of its name.
func (p *parser) shortGetter(from, mark int) int32 {
	name := p.takeName(mark)
	p.at++
	class := p.class
	p.class = false
	p.add(p.value(levelAssign))
	p.class = class
	return p.make(Function, from, name, mark)
}

// accessor returns where what works a property out begins, in braces that open here: { get { … } },
// { get => x; }; 0 where nothing does.
func (p *parser) accessor() int {
	for i, close := p.at+1, p.mate(p.at); i < close; i++ {
		if next := p.textAt(i + 1); p.textAt(i) == "get" && (next == "{" || next == "=>") {
			return i + 1
		}
		if p.kindAt(i) == syntax.Open {
			i = p.mate(i)
		}
	}
	return 0
}

// accessors parses what works a property out, which begins at a token, as a function of its name.
func (p *parser) accessors(at, from, mark int) int32 {
	name, close := p.takeName(mark), p.mate(p.at)
	class := p.class
	p.class, p.at = false, at
	if p.take("=>") {
		p.add(p.expression(levelAssign))
	} else {
		p.add(p.block())
	}
	p.class, p.at = class, min(close+1, p.end)
	return p.make(Function, from, name, mark)
}

// ofReceiver goes on to the name of a property of another type: val <T> List<T>.name.
func (p *parser) ofReceiver() {
	i := p.at
	if p.textAt(i) == "<" && p.angleEnd(i) > 0 {
		i = p.angleEnd(i)
	}
	for p.kindAt(i) == syntax.Word {
		name := i
		if i++; p.textAt(i) == "<" && p.angleEnd(i) > 0 {
			i = p.angleEnd(i)
		}
		if p.textAt(i) == "?" {
			i++
		}
		if p.textAt(i) != "." && p.textAt(i) != "?." {
			p.at = name
			return
		}
		i++
	}
}

// values parses the value of what is declared: one, or where several names stand
// before it, as many as there are, as a list: local a, b = x, y.
func (p *parser) values(names int) int32 {
	from, mark := p.at, len(p.stack)
	value := p.value(levelAssign)
	if p.g.Layout != Worded || names < 2 || !p.is(",") {
		return value
	}
	p.add(value)
	for n := 1; n < names && p.take(","); n++ {
		p.add(p.expression(levelAssign))
	}
	return p.make(List, from, -1, mark)
}

// computed parses the body of a property that is worked out, as a function of its
// name: var x: T { … }, var x: T { get { … } }.
func (p *parser) computed(from, mark int) int32 {
	name := p.takeName(mark)
	body := p.at + 2 // get async throws { … }
	for p.textAt(body) == "async" || p.textAt(body) == "throws" {
		body++
	}
	if p.textAt(p.at+1) == "get" && p.textAt(body) == "{" {
		open := p.at
		p.at = body
		p.add(p.block())
		p.at = min(p.mate(open)+1, p.end)
	} else {
		p.add(p.block())
	}
	return p.make(Function, from, name, mark)
}

// getter parses what works a property out, behind its type, as a function of its
// name: get() = y, get() { … }.
func (p *parser) getter(from, mark int) int32 {
	name := p.takeName(mark)
	p.at += 3
	if p.take(":") {
		p.skipType()
	}
	if p.take("=") {
		p.add(p.expression(levelAssign))
	} else {
		p.add(p.block())
	}
	return p.make(Function, from, name, mark)
}

// nextField reports whether a field with a type of its own follows, behind a
// declaration that no word began: host: String, port: u16.
func (p *parser) nextField(from int) bool {
	if p.wordAt(from) == wordDeclare || p.kind() != syntax.Word {
		return false
	}
	return p.textAt(p.at+1) == ":" || p.wordAt(p.at) == wordModifier && p.textAt(p.at+2) == ":"
}

// target parses what is declared: a name, or a pattern in brackets.
func (p *parser) target() {
	from := p.at
	if p.is("%") && p.g.BraceKeys { // my %x
		p.at++
		from = p.at
	}
	switch p.kind() {
	case syntax.Word:
		for p.g.Bars && p.textAt(p.at+1) == "::" && p.kindAt(p.at+2) == syntax.Word { // let Read::Found(x) = y
			p.at += 2
		}
		name := p.at
		p.at++
		p.add(p.make(Name, from, name, len(p.stack)))
		for p.is("[") && p.g.Typed { // int a[10]
			p.elements()
		}
		if p.is("(") && !p.f.Tokens[p.at].SpaceAhead || p.is("{") && p.constructs(p.at) { // Some(x), or a constructor
			open, mark := p.at, len(p.stack)
			p.arguments()
			p.add(p.make(Unknown, open, -1, mark))
		}
	case syntax.Open:
		p.add(p.bracket())
	default:
		p.at = min(p.at+1, p.end)
	}
}

// typeDeclaration goes on behind the declaration of a type.
func (p *parser) typeDeclaration() int32 {
	from, mark := p.at, len(p.stack)
	p.at += 2
	if p.is("<") && p.angles() > 0 {
		p.at = p.angles()
	}
	switch {
	case p.is("=") && p.g.ObjectTypes:
		p.skipAlias()
	case p.take("="):
		p.take("|")
		p.skipType()
	}
	return p.make(Declare, from, from, mark)
}

// skipAlias goes on behind all that a type is declared to be, which may be conditions and
// functions, over several lines.
func (p *parser) skipAlias() {
	for begun := p.at; p.at < p.end && !p.is(";"); {
		if before := p.textAt(p.at - 1); p.f.Tokens[p.at].NewLine && p.at > begun && !typeGoesOn[p.text()] && (before == ">" || !typeGoesOn[before]) { // Record<A, B>
			return
		}
		if p.kind() == syntax.Open {
			p.at = p.mate(p.at)
		}
		p.at = min(p.at+1, p.end)
	}
}

// typeGoesOn are what a type goes on with, or behind, on the next line.
var typeGoesOn = map[string]bool{"=": true, "|": true, "&": true, "?": true, ":": true, "=>": true, "<": true, ">": true, ",": true, "extends": true, "keyof": true, "typeof": true, "readonly": true, "infer": true, "is": true}

// typedName returns where the name is of a declaration that begins with a
// type, String x = y; 0 where it is none.
func (p *parser) typedName(i int) int {
	if p.namesType(i) {
		i++
	}
	if p.kindAt(i) != syntax.Word || p.g.sets[setPrefix]["assert"] && p.f.Is(i, "assert") || p.g.words[p.f.Text(i)] > wordNone && p.g.words[p.f.Text(i)] != wordModifier {
		return 0
	}
	at, end := p.at, p.end
	p.at = i
	for p.wordAt(p.at) == wordModifier && p.kindAt(p.at+1) == syntax.Word && !p.endsName(p.at+2) {
		p.at++
	}
	p.skipType()
	name := p.at
	p.at, p.end = at, end
	if name == i || p.kindAt(name) != syntax.Word || p.textAt(name) == "in" || p.g.words[p.f.Text(name)] != wordNone || p.f.Tokens[name].NewLine && p.textAt(name-1) != ">" && p.textAt(name-1) != "]" {
		return 0
	}
	switch next := p.textAt(name + 1); next {
	case "(":
		if p.constructs(name + 1) {
			return name
		}
	case "=", ";", ",", "in", ":", "[", "{", "=>":
		if next == "=>" {
			if p.class && p.g.Patterns {
				return name
			}
			return 0
		}
		if next == "{" && p.constructs(name+1) {
			return name
		}
		if next == "{" && !p.class {
			return 0
		}
		return name
	case "":
		if name+1 >= p.end {
			return name
		}
	case ")":
		return name
	}
	return 0
}

// constructs reports whether the bracket at a token holds what a variable is made with:
// Reader reader("GATE_"); and no parameters.
func (p *parser) constructs(open int) bool {
	close := p.mate(open)
	if !p.g.Macros || p.class || close <= open || p.textAt(close+1) != ";" {
		return false
	}
	switch p.kindAt(open + 1) {
	case syntax.String, syntax.Quote, syntax.Number:
		return true
	case syntax.Word:
		next := p.textAt(open + 2)
		return p.textAt(open) == "{" || next == "." || next == "->" || next == "(" || next == ")" && p.inside > 0
	}
	return p.textAt(open) == "{"
}

// namesType reports whether the word at a token says of what kind the type behind it
// is, of something that is declared: struct row *rows;
func (p *parser) namesType(i int) bool {
	if !p.g.Macros || p.wordAt(i) != wordClass || p.kindAt(i+1) != syntax.Word {
		return false
	}
	name := i + 2
	for text := p.textAt(name); text == "*" || text == "**" || text == "const"; text = p.textAt(name) {
		name++
	}
	switch p.textAt(name + 1) {
	case "=", "[", ";", ",", "(", ")":
		return p.kindAt(name) == syntax.Word
	}
	return false
}

// attribute reports whether brackets hold an attribute of what follows them.
func (p *parser) attribute() bool {
	next := p.mate(p.at) + 1
	return p.kindAt(p.at+1) == syntax.Word && next < p.end && (p.kindAt(next) == syntax.Word || p.textAt(next) == "[")
}

// decoratedStatement parses decorators, and what they stand before.
func (p *parser) decoratedStatement() int32 {
	from, mark := p.at, len(p.stack)
	for p.at < p.end {
		switch {
		case p.is("["):
			own := p.at
			ownMark := len(p.stack)
			p.elements()
			p.add(p.make(Wrapper, own, -1, ownMark))
			continue
		case p.is("@"), p.is("#") && p.textAt(p.at+1) == "[":
			p.add(p.decorator())
			continue
		case p.is("#") && p.textAt(p.at+1) == "!" && p.textAt(p.at+2) == "[":
			p.at += 2
			p.elements()
			continue
		}
		break
	}
	if p.at < p.end && !p.closes() {
		p.add(p.oneStatement())
	}
	return p.make(Wrapper, from, -1, mark)
}

// decorator parses @name(arguments) or #[attribute], as a Wrapper.
func (p *parser) decorator() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	if p.is("[") {
		p.elements()
		return p.make(Wrapper, from, -1, mark)
	}
	if p.kind() == syntax.Word && !p.f.Tokens[p.at].SpaceAhead {
		head := p.head
		p.head = true // no block belongs to it
		node := p.decorated()
		p.head = head
		p.add(node)
	}
	return p.make(Wrapper, from, -1, mark)
}

// decorated parses the name of a decorator with its members and arguments.
func (p *parser) decorated() int32 {
	from := p.at
	p.at++
	node := p.make(Name, from, from, len(p.stack))
	for p.at < p.end && !p.f.Tokens[p.at].NewLine {
		mark := len(p.stack)
		switch {
		case p.has(setMember) && p.kindAt(p.at+1) == syntax.Word:
			at := p.at + 1
			p.at += 2
			p.add(node)
			node = p.make(Member, from, at, mark)
		case p.is("(") && (!p.f.Tokens[p.at].SpaceAhead || !p.g.Typed):
			at := p.at
			p.add(node)
			p.arguments()
			node = p.make(Call, from, at, mark)
		case p.is(":") && p.kindAt(p.at+1) == syntax.Word && !p.f.Tokens[p.at+1].SpaceAhead: // @get:Name
			p.at += 2
		default:
			return node
		}
	}
	return node
}
