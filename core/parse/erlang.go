package parse

import "inzicht/core/syntax"

// Erlang returns the tree of a file in Erlang: functions in clauses, whose bodies are expressions
// with commas between them.
func Erlang(f *syntax.File) *Tree {
	p := &erlang{ownParser(f, ownGrammar)}
	for p.at < p.end {
		before := p.at
		if p.form(); p.at == before {
			p.unknown()
		}
	}
	return p.finish()
}

// erlang makes the tree of one file.
type erlang struct{ *parser }

// form adds what ends with a full stop: an attribute, or a function with all its clauses.
func (p *erlang) form() {
	switch {
	case p.take("."):
	case p.is("-") && p.textAt(p.at+1) == "define" && p.textAt(p.at+2) == "(":
		p.define()
	case p.is("-"):
		from := p.at
		for p.at < p.end && !p.isStop() {
			p.at++
		}
		p.add(p.make(Import, from, -1, len(p.stack)))
	case p.kind() == syntax.Word && p.textAt(p.at+1) == "(":
		p.clause()
		for p.take(";") && p.at < p.end {
			p.clause()
		}
	default:
		p.sequence()
	}
}

// isStop reports whether the full stop of a form is next.
func (p *erlang) isStop() bool {
	return p.is(".") && (p.at+1 >= p.end || p.f.Tokens[p.at+1].NewLine || p.f.Tokens[p.at+1].SpaceAhead)
}

// define adds -define(NAME, value), and -define(NAME(X), value) as a function.
func (p *erlang) define() {
	from, mark := p.at, len(p.stack)
	p.at += 2
	p.within(p.at, func() {
		name := p.at
		p.at++
		if !p.is("(") {
			p.add(p.nameAt(name))
			p.take(",")
			p.elements()
			return
		}
		p.within(p.at, p.parameters)
		p.take(",")
		p.add(p.block())
		p.add(p.make(Function, name, name, mark))
	})
	if len(p.stack) == mark+1 && p.t.Nodes[p.stack[mark]].Kind == Function {
		return
	}
	p.add(p.make(Declare, from, -1, mark))
}

// clause adds one way in which a function is written: need(Name) when is_list(Name) -> …
func (p *erlang) clause() {
	name, mark := p.at, len(p.stack)
	p.at++
	p.way()
	p.add(p.make(Function, name, name, mark))
}

// way adds what a function is given, and what it does then: (Name) when is_list(Name) -> …
func (p *erlang) way() {
	if p.is("(") {
		p.within(p.at, p.parameters)
	}
	p.guarded()
}

// guarded adds what must be true besides, and what is done then.
func (p *erlang) guarded() {
	p.guard()
	p.take("->")
	p.add(p.block())
}

// parameters adds what a function is given: names, or what must be given.
func (p *erlang) parameters() {
	for p.at < p.end {
		from, mark := p.at, len(p.stack)
		if p.take(",") {
			continue
		}
		pattern := p.expression(0)
		if pattern == 0 {
			p.unknown()
			continue
		}
		at := -1
		if n := p.t.Nodes[pattern]; n.Kind == Name && p.isVariable(int(n.At)) {
			at = int(n.At)
		} else {
			p.add(pattern)
		}
		p.add(p.make(Parameter, from, at, mark))
	}
}

// isVariable reports whether a token is the name of a variable.
func (p *erlang) isVariable(i int) bool {
	text := p.textAt(i)
	return text != "" && (text[0] == '_' || syntax.IsCapital(text))
}

// guard adds what must be true besides: when a, b.
func (p *erlang) guard() {
	from, mark := p.at, len(p.stack)
	if !p.take("when") {
		return
	}
	p.add(p.alternatives())
	p.add(p.make(If, from, from, mark))
}

// alternatives parses conditions with commas or semicolons between them.
func (p *erlang) alternatives() int32 {
	from := p.at
	left := p.expression(0)
	for p.is(",") || p.is(";") {
		at, mark := p.at, len(p.stack)
		p.at++
		p.add(left)
		p.add(p.expression(0))
		left = p.make(Binary, from, at, mark)
	}
	return left
}

// block parses expressions with commas between them, as statements.
func (p *erlang) block() int32 {
	from, mark := p.at, len(p.stack)
	p.sequence()
	return p.make(Block, from, -1, mark)
}

// sequence adds expressions with commas between them.
func (p *erlang) sequence() {
	for p.at < p.end {
		n := p.expression(0)
		if n == 0 {
			return
		}
		p.add(n)
		if !p.take(",") {
			return
		}
	}
}

// elements adds what is between commas, up to where tokens end.
func (p *erlang) elements() {
	for p.at < p.end {
		before := p.at
		if p.sequence(); p.at == before {
			p.unknown()
		}
	}
}

// erlangLevels are the operators between two operands, those that bind loosest first.
var erlangLevels = levelsOf([]string{"= !", "orelse or", "andalso and", "== /= =:= =/= < > =< >=", "++ --", "+ - bor bxor bsl bsr xor", "* / div rem band"})

// levelsOf numbers operators by how tight they bind, from 1.
func levelsOf(rows []string) map[string]int {
	levels := map[string]int{}
	for i, row := range rows {
		for op := range set(row) { // in any order
			levels[op] = i + 1
		}
	}
	return levels
}

// operator returns the operator that is next, how tight it binds, or 0, and the token behind it.
func (p *erlang) operator() (level, end int) {
	text := ""
	for i := p.at; i < p.end && i < p.at+3; i++ {
		if i > p.at && (p.f.Tokens[i].SpaceAhead || p.f.Tokens[i].NewLine || p.kindAt(i) != syntax.Punct) {
			break
		}
		text += p.textAt(i)
		if l := erlangLevels[text]; l > 0 {
			level, end = l, i+1
		}
	}
	if text == "->" || text == "||" || text == "=>" || text == ":=" || text == "<-" || text == "<=" {
		return 0, p.at
	}
	return level, end
}

// expression parses an expression whose operators bind tighter than a level; 0 where none is next.
func (p *erlang) expression(level int) int32 {
	if p.depth++; p.depth > deepest {
		defer func() { p.depth-- }()
		return p.tooDeep()
	}
	defer func() { p.depth-- }()
	from := p.at
	if p.is("catch") {
		p.at++
		return p.catching(from)
	}
	left := p.operand()
	for left != 0 && p.at < p.end {
		own, end := p.operator()
		if own <= level {
			break
		}
		at, mark := end-1, len(p.stack) // of = and /= the second says what it is
		p.at = end
		right := own
		if own == 1 || p.textAt(at) == "++" { // which group from the right
			right--
		}
		p.add(left)
		p.add(p.expression(right))
		kind := Binary
		if own == 1 && p.textAt(at) == "=" {
			kind = Assign
		}
		left = p.make(kind, from, at, mark)
	}
	return left
}

// catching parses what is behind catch, of which an error is a value.
func (p *erlang) catching(from int) int32 {
	mark := len(p.stack)
	own := p.at
	p.add(p.expression(0))
	p.add(p.make(Block, own, -1, mark))
	p.add(p.make(Block, p.at, -1, len(p.stack)))
	p.add(p.make(Catch, p.at, from, len(p.stack)-1))
	return p.make(Try, from, from, mark)
}

// operand parses what stands for itself, with the calls behind it; 0 where none is next.
func (p *erlang) operand() int32 {
	from, mark := p.at, len(p.stack)
	switch text := p.text(); {
	case p.at >= p.end:
		return 0
	case p.kind() == syntax.String || p.kind() == syntax.Quote:
		return p.texts()
	case p.kind() == syntax.Number:
		p.at++
		return p.make(Number, from, from, mark)
	case text == "-" || text == "+" || text == "not" || text == "bnot":
		p.at++
		p.add(p.expression(len(erlangLevels)))
		return p.make(Unary, from, from, mark)
	case text == "?":
		p.at++
		if p.kind() != syntax.Word {
			return p.make(Unknown, from, -1, mark)
		}
		p.at++
		return p.behind(p.make(Name, from, from+1, mark), from)
	case text == "#":
		return p.behind(p.record(0, from), from)
	case text == "(":
		p.within(p.at, p.elements)
		return p.behind(p.make(Wrapper, from, -1, mark), from)
	case text == "[" || text == "{":
		return p.behind(p.list(), from)
	case text == "<" && p.textAt(p.at+1) == "<" || text == "<<":
		return p.binary()
	case p.kind() == syntax.Word:
		return p.worded()
	}
	return 0
}

// texts parses strings that stand side by side, which are one.
func (p *erlang) texts() int32 {
	from, mark := p.at, len(p.stack)
	first := p.oneString()
	if p.kind() != syntax.String || p.f.Src[p.f.Tokens[p.at].Start] != '"' {
		return first
	}
	p.add(first)
	for p.kind() == syntax.String {
		p.add(p.oneString())
	}
	return p.make(Template, from, from, mark)
}

// name parses one name.
func (p *erlang) name() int32 {
	from := p.at
	p.at++
	return p.make(Name, from, from, len(p.stack))
}

// behind parses what stands directly behind an operand: arguments, or what is changed of a record.
func (p *erlang) behind(node int32, from int) int32 {
	for p.at < p.end {
		mark, at := len(p.stack), p.at
		switch {
		case p.is("("):
			p.add(node)
			p.within(p.at, p.elements)
			node = p.make(Call, from, at, mark)
		case p.is(":") && (p.kindAt(p.at+1) == syntax.Word || p.kindAt(p.at+1) == syntax.String):
			p.at += 2
			p.add(node)
			node = p.make(Member, from, at+1, mark)
		case p.is("#"):
			node = p.record(node, from)
		default:
			return node
		}
	}
	return node
}

// list parses [a, b | c], {a, b}, and [a || b <- c].
func (p *erlang) list() int32 {
	from, mark := p.at, len(p.stack)
	p.within(from, func() {
		for p.at < p.end {
			before := p.at
			p.sequence()
			switch at := p.at; {
			case p.is("||") || p.is("|") && p.textAt(p.at+1) == "|":
				if p.at++; p.is("|") {
					p.at++
				}
				p.generators(at)
			case p.is("|") && len(p.stack) > mark:
				p.rest()
			case p.at == before:
				p.unknown()
			}
		}
	})
	return p.make(List, from, from, mark)
}

// rest adds what a list goes on with behind its last element: [a | b].
func (p *erlang) rest() {
	at, mark := p.at, len(p.stack)-1
	from := int(p.t.Nodes[p.stack[mark]].From)
	p.at++
	p.add(p.expression(0))
	p.add(p.make(Binary, from, at, mark))
}

// generators adds what a list is made by, as a loop.
func (p *erlang) generators(from int) {
	mark := len(p.stack)
	for p.at < p.end {
		before := p.at
		p.add(p.expression(0))
		if p.is("<-") || p.is("<=") {
			p.at++
		} else if p.take("<") {
			p.take("-")
		}
		if p.take(","); p.at == before {
			p.unknown()
		}
	}
	p.add(p.make(Loop, from, -1, mark))
}

// binary parses <<"a">>, of which the strings are kept.
func (p *erlang) binary() int32 {
	from, mark := p.at, len(p.stack)
	for depth := 0; p.at < p.end; {
		switch {
		case p.is("<"):
			depth++
		case p.is(">"):
			depth--
		case p.is("<<"):
			depth += 2
		case p.is(">>"):
			depth -= 2
		case p.is("/") && p.at+1 < p.end: // of what type
			p.at++
		case p.kind() == syntax.String || p.kind() == syntax.Quote:
			p.add(p.oneString())
			continue
		case p.isVariable(p.at):
			p.add(p.name())
			continue
		}
		if p.at++; depth <= 0 {
			break
		}
	}
	return p.make(Template, from, from, mark)
}

// record parses #{a => b}, #name{a = b} and X#name.a; of is what it belongs to, or 0.
func (p *erlang) record(of int32, from int) int32 {
	mark := len(p.stack)
	p.add(of)
	p.at++
	if p.kind() == syntax.Word {
		p.at++
	}
	if p.is(".") && p.kindAt(p.at+1) == syntax.Word && of != 0 {
		p.at += 2
		return p.make(Member, from, p.at-1, mark)
	}
	if p.is("{") {
		p.within(p.at, p.pairs)
	}
	return p.make(Record, from, from, mark)
}

// pairs adds a => b, a := b and a = b.
func (p *erlang) pairs() {
	for p.at < p.end {
		from, mark := p.at, len(p.stack)
		if p.take(",") {
			continue
		}
		key := p.operand()
		sign := p.at
		for i := 0; i < 2 && (p.is("=>") || p.is("=") || p.is(":=") || p.is(":") || p.is(">")); i++ {
			p.at++
		}
		if key == 0 || p.at == sign {
			p.add(key)
			if p.at == from {
				p.unknown()
			}
			continue
		}
		p.add(key)
		p.add(p.expression(0))
		p.add(p.make(Pair, from, sign, mark))
	}
}
