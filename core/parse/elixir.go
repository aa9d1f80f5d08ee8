package parse

import "inzicht/core/syntax"

// What is written in Elixir alone: functions in short, structs, and patterns that have a name as well.

// isElixir reports whether braces hold maps and arrows are those of clauses.
func (p *parser) isElixir() bool { return p.g.Layout == Worded && p.g.Records && p.g.Arrow != "" }

// capture parses a function of Elixir in short, &f(&1, a), or what it is given, &1, whose name is its number. It
// returns 0 where neither is at hand, as in &f/1.
func (p *parser) capture() int32 {
	from, mark := p.at, len(p.stack)
	if p.kindAt(from+1) == syntax.Number && !p.f.Tokens[from+1].SpaceAhead {
		p.at += 2
		return p.make(Name, from, from+1, mark)
	}
	if !p.placedWithin(from + 1) {
		return 0
	}
	p.at++
	p.add(p.expression(p.prefixLevel("&")))
	return p.make(Lambda, from, -1, mark)
}

// mostCaptured is how many tokens of a function in short are looked at for what it is given.
const mostCaptured = 200

// placedWithin reports whether what a function in short is given stands in it: in the brackets, or the names and
// brackets, that begin at a token.
func (p *parser) placedWithin(i int) bool {
	for p.kindAt(i) == syntax.Word || p.textAt(i) == "." || p.textAt(i) == ":" || p.textAt(i) == "!" || p.textAt(i) == "%" {
		i++
	}
	if p.kindAt(i) != syntax.Open && p.kindAt(i) != syntax.Quote {
		return p.textAt(i) == "&"
	}
	for end := min(p.mate(i), i+mostCaptured); i < end; i++ {
		if p.textAt(i) == "&" && p.kindAt(i+1) == syntax.Number {
			return true
		}
	}
	return false
}

// structOpen returns the brace that opens the struct of Elixir which begins here, or 0: %Gate.Config{url: a}
func (p *parser) structOpen() int {
	if !p.isElixir() || !p.is("%") || p.kindAt(p.at+1) != syntax.Word {
		return 0
	}
	i := p.at + 2
	for ; p.textAt(i) == "." && p.kindAt(i+1) == syntax.Word; i += 2 {
	}
	if p.textAt(i) != "{" {
		return 0
	}
	return i
}

// isPatternOfTwo reports whether what is to be parsed, in place of a parameter, is a struct of Elixir, or a pattern
// and a name for the same: %Gate{url: nil}, %{url: nil} = gate.
func (p *parser) isPatternOfTwo() bool {
	if !p.isElixir() {
		return false
	}
	if p.structOpen() > 0 {
		return true
	}
	for i := p.at; i < p.end; i++ {
		if p.kindAt(i) == syntax.Open || p.kindAt(i) == syntax.Quote {
			i = max(i, p.mate(i))
		} else if p.textAt(i) == "=" {
			return true
		}
	}
	return false
}
