package parse

import (
	"strings"

	"inzicht/core/syntax"
)

// suffix parses what is behind an operand and belongs to it: a member, a
// key, arguments; 0 where nothing does.
func (p *parser) suffix(node int32, from int) int32 {
	if p.newLine() {
		return 0
	}
	token := p.f.Tokens[p.at]
	mark, at := len(p.stack), p.at
	text := p.text()
	switch {
	case text == "{" && p.g.BraceKeys && at-1 == from && p.textAt(from) == "bless": // bless { a => b }, $class
		p.add(node)
		p.add(p.bracket())
		for p.take(",") {
			p.add(p.expression(levelChoice))
		}
		return p.make(Call, from, at, mark)
	case text == "::" && p.g.Rooted && p.g.Commands && token.SpaceAhead && at+1 < p.end && !p.f.Tokens[at+1].SpaceAhead: // f ::T
		return p.commandBefore(node, from)
	case text != "" && p.g.sets[setMember][text]:
		return p.member(node, from)
	case text == "?." && p.g.sets[setSuffix]["?"]: // x?.y, where ? is an operator of its own
		p.add(node)
		return p.member(p.make(Wrapper, from, at, mark), from)
	case text == "?:" && p.textAt(at+1) == ":" && p.g.sets[setMember]["::"] && !p.f.Tokens[at+1].SpaceAhead: // String?::trim
		p.at++
		return p.member(node, from)
	case token.Kind == syntax.Open && text == "(" && !(token.NewLine && p.g.LineEnds && p.inside == 0):
		if p.g.Commands && token.SpaceAhead && !p.g.BraceKeys {
			return p.commandBefore(node, from)
		}
		if p.g.BraceKeys && token.SpaceAhead && !p.isFunctionName(node) { // foreach $x (…)
			return 0
		}
		p.add(node)
		p.arguments()
		p.trailing()
		return p.make(Call, from, at, mark)
	case token.Kind == syntax.Open && text == "[":
		if p.g.Commands && token.SpaceAhead {
			return p.commandBefore(node, from)
		}
		if token.NewLine && p.inside == 0 && p.g.LineEnds {
			return 0
		}
		p.add(node)
		p.elements()
		return p.make(Index, from, at, mark)
	case text == "{" && p.g.ArrayTypes && !token.SpaceAhead && (p.textAt(at+1) == "." || p.textAt(at+1) == "}"): // T{ .a = b }
		p.add(node)
		p.within(p.at, func() { p.inside++; p.list(p.initial) })
		return p.make(Record, from, at, mark)
	case text == "{" && p.g.Structs && !p.head && p.structAhead(node):
		p.add(node)
		p.within(p.at, func() { p.inside++; p.list(p.entry) })
		return p.make(Record, from, at, mark)
	case text == "@" && p.g.Receivers && p.at > 0 && !token.SpaceAhead && !token.NewLine && p.kindAt(p.at+1) == syntax.Word && p.t.Nodes[node].Kind == Name: // this@A
		p.at += 2
		p.add(node)
		return p.make(Wrapper, from, at, mark)
	case text == "{" && p.takesBlock(node):
		return p.blockCall(node, from)
	case text == ":" && p.takesLines(node):
		p.add(node)
		p.add(p.lineClosure())
		return p.make(Call, from, at, mark)
	case text == "{" && p.g.BraceKeys && !token.SpaceAhead && p.t.Nodes[node].Kind != Number && p.t.Nodes[node].Kind != Text:
		p.add(node)
		p.within(p.at, func() { p.inside++; p.all() })
		return p.make(Index, from, at, mark)
	case text == "{" && p.g.Closures && !p.head && !token.NewLine && p.isCallee(node):
		p.add(node)
		p.trailing()
		return p.make(Call, from, at, mark)
	case text == "{" && p.g.BraceInit && p.isCallee(node) && !p.head && !token.NewLine && p.endsInit(): // T{a, b}
		p.add(node)
		p.within(p.at, func() { p.inside++; p.all() })
		return p.make(Call, from, at, mark)
	case text == "do" && p.g.Layout == Worded && p.g.Closures && !p.head && (p.bare == 0 || p.bare != p.inside+1): // a block behind arguments without parentheses is of what is called
		p.add(node)
		p.trailing()
		return p.make(Call, from, at, mark)
	case text == "<" && p.g.Angles && p.angles() > 0:
		end := p.angles()
		if p.textAt(end) != "(" && p.textAt(end) != "{" && !p.g.sets[setMember][p.textAt(end)] {
			return 0
		}
		p.at = end
		p.add(node)
		return p.make(Wrapper, from, at, mark)
	case text != "" && p.g.sets[setSuffix][text] && !p.suffixIsMore(text) && !(text == "?" && p.g.Ternary && token.SpaceAhead):
		p.at++
		p.add(node)
		return p.make(Wrapper, from, at, mark)
	case p.g.Texts && (token.Kind == syntax.Quote || token.Kind == syntax.String) && p.isCallee(node): // f "text"
		p.add(node)
		p.add(p.oneString())
		return p.make(Call, from, at, mark)
	case (token.Kind == syntax.Quote || token.Kind == syntax.String) && !token.SpaceAhead && p.t.Nodes[node].Kind <= Member && p.t.Nodes[node].Kind != Text && p.t.Nodes[node].Kind != Template:
		p.add(node)
		p.add(p.primary())
		return p.make(Call, from, at, mark)
	case p.g.Commands && p.isCallee(node) && p.beginsArgument():
		return p.command(node, from)
	}
	return 0
}

// structAhead reports whether the braces that open here hold the fields of a value of
// a type: T { a: b, c, ..d }.
func (p *parser) structAhead(node int32) bool {
	if k := p.t.Nodes[node].Kind; k != Name && k != Member {
		return false
	}
	name, next := p.textAt(p.at-1), p.textAt(p.at+2)
	if name == "" || name[0] < 'A' || name[0] > 'Z' {
		return false
	}
	return p.textAt(p.at+1) == "}" || p.textAt(p.at+1) == ".." || p.kindAt(p.at+1) == syntax.Word && (next == ":" || next == "," || next == "}")
}

// endsInit reports whether the braces that open here are those of a value:
// what is behind them goes on with an expression, or ends it.
func (p *parser) endsInit() bool {
	switch next := p.textAt(p.mate(p.at) + 1); next {
	case ";", ",", ")", "]", "}", ".":
		return true
	case ":", "?", "==", "!=", "+":
		return !p.f.Tokens[p.at].SpaceAhead
	}
	return false
}

// suffixIsMore reports whether what may be a suffix goes on as a binary operator.
func (p *parser) suffixIsMore(text string) bool {
	return p.g.ops[text].level > 0 && p.at+1 < p.end && !p.f.Tokens[p.at+1].NewLine && p.beginsOperand(p.at+1)
}

// isCallee reports whether a node can be called without parentheses.
func (p *parser) isCallee(node int32) bool {
	switch p.t.Nodes[node].Kind {
	case Name, Member, Call:
		return true
	case Wrapper: // f<T>
		return p.textAt(int(p.t.Nodes[node].To)-1) == ">"
	}
	return false
}

// member parses .name, ?.name, ::name, .[key] and .(arguments).
func (p *parser) member(object int32, from int) int32 {
	mark := len(p.stack)
	p.at++
	p.add(object)
	switch token := p.kind(); {
	case p.is("["):
		at := p.at
		p.elements()
		return p.make(Index, from, at, mark)
	case p.is("("):
		at := p.at
		p.arguments()
		if object == 0 { // nothing is called
			return p.make(Unknown, from, -1, mark)
		}
		return p.make(Call, from, at, mark)
	case p.is("{"): // $x->{name}, ${name}: and the like
		at := p.at
		if p.g.BraceKeys {
			p.within(at, func() { p.inside++; p.all() })
		} else {
			p.braced()
		}
		return p.make(Index, from, at, mark)
	case p.is("?.") && object != 0: // x.?.y
		return p.member(p.make(Wrapper, from, p.at, mark), from)
	case p.is("?") && object != 0: // x.?
		p.at++
		return p.make(Wrapper, from, p.at-1, mark)
	case p.is("<") && p.angles() > 0: // ::<T>
		p.at = p.angles()
		if at := p.at; p.kind() == syntax.Word { // .<T>name
			p.at++
			return p.make(Member, from, at, mark)
		}
		return p.make(Wrapper, from, from, mark)
	case token == syntax.Word || token == syntax.Number || token == syntax.String || token == syntax.Quote:
		at := p.at
		p.at++
		if token == syntax.Quote {
			p.at = min(p.mate(at)+1, p.end)
		}
		return p.make(Member, from, at, mark)
	case p.at < p.end && !p.f.Tokens[p.at].NewLine && token == syntax.Punct && (p.is("*") || p.is("#") || p.is("!")):
		p.at++
		if p.kind() == syntax.Word && !p.f.Tokens[p.at].SpaceAhead {
			p.at++
		}
		return p.make(Member, from, p.at-1, mark)
	}
	return p.make(Wrapper, from, from, mark)
}

// arguments parses what is in parentheses behind what is called.
func (p *parser) arguments() {
	p.within(p.at, func() {
		p.inside++
		p.list(p.argument)
	})
}

// elements parses what is in brackets.
func (p *parser) elements() {
	p.within(p.at, func() {
		p.inside++
		p.list(p.argument)
	})
}

// list parses elements between commas, to the end.
func (p *parser) list(element func() int32) {
	for p.at < p.end {
		before := p.at
		if p.take(",") || p.take(";") {
			continue
		}
		if p.directive(p.at) != "" { // among the elements
			p.skipLine()
			continue
		}
		p.add(element())
		if p.at < p.end && !p.is(",") && !p.is(";") && p.directive(p.at) == "" && !(p.g.TextKeys && p.f.Tokens[p.at].NewLine) {
			p.rest()
		}
		if p.at == before {
			p.at++
		}
	}
}

// rest parses what an element leaves over, up to the next comma: the for of a
// comprehension, and what is not understood.
func (p *parser) rest() {
	from, mark := p.at, len(p.stack)
	if p.g.Comprehends && (p.is("for") || p.is("async")) {
		for p.at < p.end && !p.is(",") {
			if word := p.text(); word == "for" || word == "async" || word == "in" || word == "if" {
				p.at++
				continue
			}
			before := p.at
			p.loopHead = p.textAt(p.at-1) == "for"
			p.add(p.expression(levelBinary))
			for p.loopHead && p.take(",") {
				p.add(p.expression(levelBinary))
			}
			p.loopHead = false
			if p.at == before {
				p.at++
			}
		}
		p.add(p.make(Loop, from, from, mark))
		return
	}
	for p.at < p.end && !p.is(",") && !p.is(";") {
		before := p.at
		p.add(p.expression(levelAssign))
		if p.at == before {
			p.at++
		}
	}
	p.add(p.make(Unknown, from, -1, mark))
}

// argument parses one argument: name: value, name=value or an expression.
func (p *parser) argument() int32 {
	from, mark := p.at, len(p.stack)
	if p.g.Closures && p.g.Labels && p.wordAt(p.at) == wordDeclare && p.kindAt(p.at+1) == syntax.Word { // .some(let v)
		return p.declaration(from, mark)
	}
	if p.kind() == syntax.Word {
		next := p.textAt(p.at + 1)
		if p.g.Labels && next == ":" && p.textAt(p.at+2) != ":" || p.g.Keywords && next == "=" {
			p.at += 2
			p.add(p.expression(levelAssign))
			return p.make(Pair, from, from, mark)
		}
	}
	node := p.expression(levelAssign)
	if sign := p.text(); sign == "=>" || sign == "->" && p.g.Records || sign == ":" && p.g.Labels {
		return p.pair(from, node, mark)
	}
	return node
}

// pair parses what is behind the sign that a key ends with.
func (p *parser) pair(from int, key int32, mark int) int32 {
	at := p.at
	p.at++
	p.add(key)
	p.add(p.expression(levelAssign))
	return p.make(Pair, from, at, mark)
}

// trailing parses the block behind a call, as a Lambda.
func (p *parser) trailing() {
	for p.g.Closures && !p.head && p.at < p.end {
		switch {
		case p.is("{") && !p.f.Tokens[p.at].NewLine:
			p.add(p.closure())
		case p.is("do") && p.g.Layout == Worded:
			p.add(p.doBlock())
		default:
			return
		}
	}
}

// beginsArgument reports whether what follows a name is the first argument of a
// call without parentheses.
func (p *parser) beginsArgument() bool {
	t := p.f.Tokens[p.at]
	if !t.SpaceAhead || t.NewLine || p.head && p.is("{") {
		return false
	}
	switch t.Kind {
	case syntax.Word:
		w := p.wordAt(p.at)
		_, isOp := p.g.ops[p.text()]
		return !isOp && !p.has(setLater) && !p.has(setThen) && (w == wordNone || w == wordNothing || w == wordBool || w == wordLambda || w == wordIf && p.g.Choices && !p.has(setLater))
	case syntax.Number, syntax.String, syntax.Quote, syntax.Regex:
		return true
	case syntax.Open:
		return p.is("[") || p.is("(") || p.g.Blocks != "" && !p.is("{") || strings.HasPrefix(p.text(), "%") // qw(a b), %w[a b]
	}
	text := p.text()
	tight := p.at+1 < p.end && !p.f.Tokens[p.at+1].SpaceAhead
	return tight && (text == ":" || text == "*" || text == "&" || text == "-" || text == "::" || text == "->" || text == "!" || text == "**" || text == "%" || text == "\\")
}

// commandBefore parses the arguments without parentheses of a call, which begin with a bracket
// that a space is before, where a function may stand before it: f [a], f (a).b. Otherwise it
// returns 0.
func (p *parser) commandBefore(node int32, from int) int32 {
	if p.g.Layout != Worded || !p.isFunctionName(node) || !p.beginsArgument() || p.at+1 < p.end && p.f.Tokens[p.at+1].SpaceAhead {
		return 0
	}
	return p.command(node, from)
}

// isFunctionName reports whether a node may be the name of a function: print, but not $x.
func (p *parser) isFunctionName(node int32) bool {
	name := ""
	if k := p.t.Nodes[node].Kind; k == Name || k == Member {
		name = p.textAt(int(p.t.Nodes[node].At))
	}
	return name != "" && (name[0] == '_' || name[0] >= 'a' && name[0] <= 'z' || name[0] >= 'A' && name[0] <= 'Z' && p.g.BraceKeys)
}

// command parses the arguments of a call without parentheses.
func (p *parser) command(callee int32, from int) int32 {
	mark, at := len(p.stack), p.at
	p.add(callee)
	bare := p.bare
	p.bare = p.inside + 1
	if p.takesOne(callee) {
		p.add(p.expression(p.g.ops["<"].level + 1))
		p.bare = bare
		return p.make(Call, from, at, mark)
	}
	for begun := p.at; p.at < p.end && (p.at > begun || !p.newLine()); { // behind a comma on the next line, too
		before := p.at
		p.add(p.argument())
		if !p.take(",") || p.at == before {
			break
		}
	}
	p.bare = bare
	p.trailing()
	return p.make(Call, from, at, mark)
}

// takesBlock reports whether a block may be the first argument of what is called:
// map { … } @list.
func (p *parser) takesBlock(callee int32) bool {
	node := p.t.Nodes[callee]
	return node.Kind == Name && p.g.sets[setBlocks][p.textAt(int(node.From))]
}

// blockCall parses a call whose first argument is a block, as a Lambda.
func (p *parser) blockCall(callee int32, from int) int32 {
	mark, at := len(p.stack), p.at
	p.add(callee)
	own := len(p.stack)
	head, inside := p.head, p.inside
	p.head, p.inside = false, 0
	p.add(p.block())
	p.head, p.inside = head, inside
	p.add(p.make(Lambda, at, -1, own))
	if p.at < p.end && p.beginsArgument() {
		p.moreArguments()
	}
	return p.make(Call, from, at, mark)
}

// moreArguments parses arguments without parentheses.
func (p *parser) moreArguments() {
	bare := p.bare
	p.bare = p.inside + 1
	for p.at < p.end {
		before := p.at
		p.add(p.argument())
		if !p.take(",") || p.at == before {
			break
		}
	}
	p.bare = bare
}

// takesOne reports whether a call without parentheses takes one operand, which ends
// before a comparison: defined x, -e x.
func (p *parser) takesOne(callee int32) bool {
	node := p.t.Nodes[callee]
	if node.Kind != Name || len(p.g.sets[setSingle]) == 0 {
		return false
	}
	at := int(node.From)
	text := p.textAt(at)
	return p.g.sets[setSingle][text] || len(text) == 1 && at > 0 && p.textAt(at-1) == "-" && !p.f.Tokens[at].SpaceAhead
}
