package parse

import "inzicht/core/syntax"

// Macros that are written as rules: macro_rules! f { ($a:expr, $b:ty) => { … } }. Each
// rule is a function of the macro's name.

// isRules reports whether rules of a macro begin here.
func (p *parser) isRules() bool {
	return p.g.Rules != "" && p.is(p.g.Rules) && p.textAt(p.at+1) == "!" && p.kindAt(p.at+2) == syntax.Word && p.kindAt(p.at+3) == syntax.Open
}

// rules parses the rules of a macro.
func (p *parser) rules() int32 {
	from, mark, name := p.at, len(p.stack), p.at+2
	p.at += 3
	p.within(p.at, func() {
		for p.inside = 0; p.at < p.end; {
			if p.kind() == syntax.Open && p.textAt(p.mate(p.at)+1) == "=>" {
				p.add(p.rule(name))
			} else {
				p.at++
			}
		}
	})
	return p.make(Block, from, -1, mark)
}

// rule parses one rule: what it is given, and what stands in its place.
func (p *parser) rule(name int) int32 {
	from, mark := p.at, len(p.stack)
	p.within(p.at, p.ruleParameters)
	p.at++ // =>
	if p.kind() == syntax.Open {
		own := p.at
		inner := len(p.stack)
		p.within(p.at, func() {
			p.inside = 0
			p.statements()
		})
		p.add(p.make(Block, own, -1, inner))
	}
	return p.make(Function, from, name, mark)
}

// ruleParameters parses $a:expr, $($b:ident),*, each as a parameter. What is given
// any number of times is one with the sign that says so.
func (p *parser) ruleParameters() {
	for p.at < p.end {
		from := p.at
		if p.is("$") && p.textAt(p.at+1) == "(" {
			close := p.mate(p.at + 1)
			p.at += 2
			for p.at < close && p.kind() != syntax.Word {
				p.at++
			}
			if at := p.at; at < close {
				for p.at = close + 1; p.at < p.end && !isRepeat(p.textAt(p.at)); p.at++ {
				}
				p.at = min(p.at+1, p.end)
				p.add(p.make(Parameter, at, at, len(p.stack)))
				continue
			}
			p.at = min(close+1, p.end)
			continue
		}
		if p.kind() == syntax.Word && p.text()[0] == '$' && p.textAt(p.at+1) == ":" {
			p.at = min(p.at+3, p.end)
			p.add(p.make(Parameter, from, from, len(p.stack)))
			continue
		}
		p.at++
	}
}

func isRepeat(text string) bool { return text == "*" || text == "+" || text == "?" }

// repeated parses what a rule gives once for each of several things: $( a; )*.
func (p *parser) repeated() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	p.within(p.at, func() {
		p.inside = 0
		p.statements()
	})
	for n := 0; n < 2 && p.at < p.end && !p.f.Tokens[p.at].NewLine && p.kind() == syntax.Punct; n++ { // a sign between them, and how often
		p.at++
		if isRepeat(p.textAt(p.at - 1)) {
			break
		}
	}
	return p.make(Block, from, -1, mark)
}
