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

// beside parses what is beside a text or a name within parentheses and is one
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
		if p.is("#") && p.kindAt(p.at+1) == syntax.Word && p.directive(p.at) == "" {
			if len(p.stack) == mark {
				p.add(node)
			}
			p.add(p.primary())
			continue
		}
		word := p.kind() == syntax.Word && p.wordAt(p.at) == wordNone && text && p.textAt(p.at+1) != "(" && !(p.g.Messages && p.textAt(p.at+1) == ":")
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

// oldStyleBody returns where the body begins of a function whose parameters are
// declared behind their list, f(a, b) int a; char *b; { … }, or 0. open is where
// the list begins.
func (p *parser) oldStyleBody(open int) int {
	close := p.f.Mate(open)
	if !p.g.Macros || close <= open+1 || close+1 >= p.end || !p.f.Tokens[close+1].NewLine || p.kindAt(close+1) != syntax.Word {
		return 0
	}
	for i := open + 1; i < close; i++ {
		if comma := (i-open)%2 == 0; comma && p.textAt(i) != "," || !comma && p.kindAt(i) != syntax.Word {
			return 0
		}
	}
	for i := close + 1; i < p.end && i < close+mostDeclared; i++ {
		switch text := p.textAt(i); {
		case text == "{" && p.textAt(i-1) == ";":
			return i
		case text == "(" || text == "[":
			i = p.mate(i)
		case p.kindAt(i) == syntax.Word, text == "*", text == ",", text == ";":
		default:
			return 0
		}
	}
	return 0
}

// mostDeclared bounds how many tokens such declarations have.
const mostDeclared = 150

// openBefore returns the parenthesis that is closed right before a token, or -1.
func (p *parser) openBefore(at int) int {
	if at > 0 && p.textAt(at-1) == ")" {
		return p.f.Mate(at - 1)
	}
	return -1
}

// castsByName reports whether a name in capitals is before another one that is
// called: US getenv("X").
func (p *parser) castsByName() bool {
	if p.kind() != syntax.Word || p.kindAt(p.at+1) != syntax.Word || p.f.Tokens[p.at+1].NewLine || p.textAt(p.at+2) != "(" || p.wordAt(p.at+1) != wordNone {
		return false
	}
	t := p.f.Tokens[p.at]
	for _, c := range p.f.Src[t.Start:t.End] {
		if (c < 'A' || c > 'Z') && c != '_' {
			return false
		}
	}
	return true
}
