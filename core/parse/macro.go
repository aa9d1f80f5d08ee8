package parse

import "inzicht/core/syntax"

// macro parses #define f(x) y: a function that gives the expression on the rest
// of its line, or runs the statements there.
func (p *parser) macro() int32 {
	from, mark, outer := p.at, len(p.stack), p.end
	name := from + 2
	p.end = min(syntax.LineEnd(p.f, from), outer)
	p.at = name + 1
	p.parameters()
	if p.macroGives() {
		p.add(p.expression(levelChoice))
		p.at = p.end // what cannot be a part of it
	} else {
		own, inner := p.at, len(p.stack)
		p.statements()
		p.add(p.make(Block, own, -1, inner))
	}
	p.end = outer
	return p.make(Function, from, name, mark)
}

// beside parses what stands beside a text or a name within parentheses and is one
// text with it: PREFIX "NAME".
func (p *parser) beside(node int32, from, mark int) int32 {
	if node == 0 || p.at >= p.end {
		return node
	}
	switch p.t.Nodes[node].Kind {
	case Name, Text, Template:
	default:
		return node
	}
	text := p.t.Nodes[node].Kind != Name
	for p.at < p.end {
		if p.is("#") && p.kindAt(p.at+1) == syntax.Word {
			if len(p.stack) == mark {
				p.add(node)
			}
			p.add(p.primary())
			continue
		}
		word := p.kind() == syntax.Word && p.wordAt(p.at) == wordNone && text && p.textAt(p.at+1) != "("
		if !word && p.kind() != syntax.String {
			break
		}
		if len(p.stack) == mark {
			p.add(node)
		}
		kind, at := Text, p.at
		if word {
			kind = Name
		}
		p.at++
		p.add(p.make(kind, at, at, len(p.stack)))
		text = true
	}
	if len(p.stack) == mark {
		return node
	}
	return p.make(Template, from, from, mark)
}

// macroGives reports whether what is left of the line is one expression.
func (p *parser) macroGives() bool {
	switch p.wordAt(p.at) {
	case wordIf, wordLoop, wordSwitch, wordReturn, wordLeave, wordThrow:
		return false
	}
	if p.is("{") {
		return false
	}
	for i := p.at; i < p.end; i++ {
		if text := p.textAt(i); text == ";" || p.g.sets[setAssign][text] {
			return false
		}
		i = max(i, p.f.Mate(i))
	}
	return p.at < p.end
}
