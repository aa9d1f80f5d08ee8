package parse

import (
	"strings"

	"inzicht/core/syntax"
)

// operators are the operators between two operands by how tight they bind,
// those of words without the sign before them.
var operators = map[string]int{
	"??": 1, "or": 2, "xor": 2, "and": 3, "band": 4, "bor": 4,
	"eq": 5, "ne": 5, "gt": 5, "ge": 5, "lt": 5, "le": 5, "like": 5, "notlike": 5, "match": 5, "notmatch": 5, "contains": 5, "notcontains": 5, "in": 5, "notin": 5,
	"is": 5, "isnot": 5, "as": 5, "split": 5, "join": 5, "replace": 5,
	"+": 6, "-": 6, "*": 7, "/": 7, "%": 7, "f": 8, "..": 9,
}

// asMethods are the operators that are methods of what is left of them.
var asMethods = set("split join replace contains match")

// operator returns the operator that is next, and how tight it binds, or 0.
func (p *powershell) operator() (at, level int) {
	if p.at >= p.end || p.newLine() {
		return 0, 0
	}
	if p.is("-") && p.kindAt(p.at+1) == syntax.Word && !p.f.Tokens[p.at+1].SpaceAhead {
		if level := operators[strings.ToLower(p.textAt(p.at+1))]; level > 0 {
			return p.at + 1, level
		}
	}
	if k := p.kind(); k != syntax.Punct {
		return 0, 0
	}
	return p.at, operators[p.text()]
}

// expression parses operands with operators between them that bind tighter than
// a level.
func (p *powershell) expression(above int) int32 {
	if p.depth++; p.depth > deepest {
		defer func() { p.depth-- }()
		return p.tooDeep()
	}
	defer func() { p.depth-- }()
	from, mark := p.at, len(p.stack)
	left := p.unary()
	for left != 0 {
		at, level := p.operator()
		if level <= above {
			break
		}
		p.at = at + 1
		if asMethods[strings.ToLower(p.textAt(at))] {
			p.add(left)
			p.add(p.make(Member, from, at, mark))
			p.add(p.commas(func() int32 { return p.expression(level) }))
			left = p.make(Call, from, at, mark)
			continue
		}
		p.add(left)
		if level == operators["f"] || level == operators["in"] {
			p.add(p.commas(func() int32 { return p.expression(level) }))
		} else {
			p.add(p.expression(level))
		}
		left = p.make(Binary, from, at, mark)
	}
	if above == 0 && left != 0 && p.is("?") && !p.newLine() {
		at := p.at
		p.at++
		p.add(left)
		p.add(p.expression(0))
		if p.take(":") {
			p.add(p.expression(0))
		}
		return p.make(Choice, from, at, mark)
	}
	return left
}

// unary parses an operand with what is before it: an operator, a type.
func (p *powershell) unary() int32 {
	from, mark := p.at, len(p.stack)
	word := strings.ToLower(p.textAt(p.at + 1))
	switch {
	case p.is("!"):
		p.at++
		p.add(p.unary())
		return p.make(Unary, from, from, mark)
	case p.isOption(p.at) && word == "not":
		p.at += 2
		p.add(p.unary())
		return p.make(Unary, from, from+1, mark)
	case p.isOption(p.at) && (word == "split" || word == "join"):
		p.at += 2
		p.add(p.unary())
		return p.make(Wrapper, from, from+1, mark)
	case p.is("-") || p.is("+") || p.is(",") || p.is("++") || p.is("--"):
		p.at++
		p.add(p.unary())
		return p.make(Wrapper, from, from, mark)
	case p.is("["):
		return p.typed()
	}
	return p.operand()
}

// typed parses [type]operand, which converts, and [type]::member.
func (p *powershell) typed() int32 {
	from, mark := p.at, len(p.stack)
	close := p.mate(p.at)
	if close >= p.end {
		p.at++
		return p.make(Unknown, from, -1, mark)
	}
	last := close - 1
	if last > from+1 && p.textAt(last) == "]" { // string[]
		last = from + 1
	}
	if p.textAt(close+1) == "::" {
		p.at = close
		name := p.make(Name, from+1, last, mark)
		p.at = close + 1
		return p.suffixes(name, from, mark)
	}
	if next := p.kindAt(close + 1); close+1 >= p.end || p.f.Tokens[close+1].NewLine || next == syntax.Close || next == syntax.Punct && !set("@ $ - + ! [")[p.textAt(close+1)] {
		p.at = close + 1
		return p.make(Name, from, last, mark)
	}
	p.at = close
	name := p.make(Name, from+1, last, mark)
	p.at = close + 1
	target := p.isTarget()
	if !target {
		p.add(name)
	}
	p.add(p.unary())
	if target {
		return p.make(Wrapper, from, -1, mark)
	}
	return p.make(Call, from, last, mark)
}

// isTarget reports whether a variable is next that is given a value.
func (p *powershell) isTarget() bool {
	i := p.at
	for p.textAt(i) == "[" && p.mate(i) < p.end {
		i = p.mate(i) + 1
	}
	return strings.HasPrefix(p.textAt(i), "$") && assigns[p.textAt(i+1)]
}

// operand parses a variable, a literal, or what is in brackets, with its
// members, indexes and calls.
func (p *powershell) operand() int32 {
	from, mark := p.at, len(p.stack)
	if p.at >= p.end {
		return 0
	}
	var node int32
	switch k, text := p.kind(), p.text(); {
	case k == syntax.String:
		p.at++
		node = p.make(Text, from, from, mark)
	case k == syntax.Quote:
		node = p.template()
	case k == syntax.Number:
		p.at++
		node = p.make(Number, from, from, mark)
	case (text == "$" || text == "@") && p.textAt(p.at+1) == "(":
		p.at++
		node = p.grouped(from, text == "@")
	case text == "@" && p.textAt(p.at+1) == "{":
		p.at++
		node = p.hashtable(from)
	case text == "@" && p.kindAt(p.at+1) == syntax.Word: // splatted
		p.at += 2
		node = p.make(Wrapper, from, from+1, mark)
	case text == "(":
		node = p.grouped(from, false)
	case text == "{":
		node = p.lambda()
	case text == "[":
		return p.typed()
	case strings.HasPrefix(text, "${") && k == syntax.Open, text == "$" && p.textAt(p.at+1) == "{": // ${name}
		if text == "$" {
			p.at++
		}
		p.within(p.at, func() {
			if p.kind() == syntax.Word {
				p.add(p.variable())
			}
		})
		node = p.make(Wrapper, from, -1, mark)
	case k == syntax.Word:
		node = p.variable()
	default:
		return 0
	}
	return p.suffixes(node, from, mark)
}

// variable parses a name, with the space that it belongs to: $env:NAME.
func (p *powershell) variable() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	if p.is(":") && p.kindAt(p.at+1) == syntax.Word && !p.f.Tokens[p.at].SpaceAhead && !p.f.Tokens[p.at+1].SpaceAhead {
		p.add(p.make(Name, from, from, mark))
		p.at += 2
		return p.make(Member, from, p.at-1, mark)
	}
	return p.make(Name, from, from, mark)
}

// suffixes parses what is directly behind an operand.
func (p *powershell) suffixes(node int32, from, mark int) int32 {
	for p.at < p.end && !p.f.Tokens[p.at].SpaceAhead && !p.f.Tokens[p.at].NewLine {
		at := p.at
		switch text := p.text(); {
		case (text == "." || text == "::" || text == "?.") && p.at+1 < p.end && p.kindAt(p.at+1) != syntax.Close:
			p.at++
			name := p.at
			p.add(node)
			if p.kind() == syntax.Word {
				p.at++
			} else {
				p.add(p.operandAlone())
			}
			node = p.make(Member, from, name, mark)
		case text == "[" || text == "(" && p.t.Nodes[node].Kind == Member:
			p.add(node)
			p.within(p.at, func() {
				for p.at < p.end {
					before := p.at
					if p.take(",") {
						continue
					}
					p.add(p.expression(0))
					if p.at == before {
						p.at++
					}
				}
			})
			kind := Index
			if text == "(" {
				kind = Call
			}
			node = p.make(kind, from, at, mark)
		case text == "++" || text == "--":
			p.at++
			p.add(node)
			node = p.make(Wrapper, from, at, mark)
		default:
			return node
		}
	}
	return node
}

// operandAlone parses one token as an operand: a name that is worked out.
func (p *powershell) operandAlone() int32 {
	end := p.end
	p.end = min(p.end, max(p.mate(p.at), p.at)+1)
	if p.f.Mate(p.at) < 0 {
		p.end = min(end, p.at+1)
	}
	node := p.operand()
	p.end = end
	return node
}

// template parses a text with variables and commands in it.
func (p *powershell) template() int32 {
	from, mark := p.at, len(p.stack)
	p.within(p.at, func() {
		for p.at < p.end {
			switch before := p.at; p.kind() {
			case syntax.Open:
				p.within(p.at, p.statements)
			case syntax.Word:
				p.add(p.variable())
			default:
				p.at = before + 1
			}
		}
	})
	return p.make(Template, from, from, mark)
}

// grouped parses what is in parentheses: (…), $(…), @(…).
func (p *powershell) grouped(from int, list bool) int32 {
	mark := len(p.stack)
	p.within(p.at, p.statements)
	if !list {
		return p.make(Wrapper, from, -1, mark)
	}
	if children := p.stack[mark:]; len(children) == 1 && p.t.Nodes[children[0]].Kind == List {
		return p.make(Wrapper, from, -1, mark)
	}
	return p.make(List, from, -1, mark)
}

// hashtable parses @{ key = value }.
func (p *powershell) hashtable(from int) int32 {
	mark := len(p.stack)
	p.within(p.at, func() {
		for p.at < p.end {
			before, own := p.at, len(p.stack)
			if p.take(";") {
				continue
			}
			if p.textAt(p.at+1) == "=" {
				p.at += 2
				p.add(p.statement())
				p.add(p.make(Pair, before, before, own))
			} else {
				p.add(p.statement())
			}
			if p.at == before {
				p.at++
			}
		}
	})
	return p.make(Record, from, from, mark)
}
