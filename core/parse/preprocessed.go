package parse

import "inzicht/core/syntax"

// Lines that the preprocessor of C decides by: #if … #else … #endif. Which of several
// parts is compiled is not known, so that they are the blocks of a condition.

// mostPart bounds how many tokens the parts have together.
const mostPart = 4000

// directive returns the word of a line of the preprocessor that decides, which begins
// at a token, or "".
func (p *parser) directive(i int) string {
	if !p.g.Macros || p.textAt(i) != "#" || !p.f.Tokens[i].NewLine && i > 0 {
		return ""
	}
	switch word := p.textAt(i + 1); word {
	case "if", "ifdef", "ifndef", "else", "elif", "endif":
		return word
	}
	return ""
}

// directed parses what a line of the preprocessor decides: a condition with its parts
// where there are several, each complete. Else the line alone is passed over.
func (p *parser) directed(word string) int32 {
	from, mark := p.at, len(p.stack)
	line := min(syntax.LineEnd(p.f, p.at), p.end)
	next := 0
	if word == "if" || word == "ifdef" || word == "ifndef" || word == "elif" {
		next = p.nextPart(line)
	}
	if next == 0 || p.end == len(p.f.Tokens) || p.textAt(next+1) == "endif" && word != "elif" {
		p.at = line
		return p.make(Unknown, from, -1, mark)
	}
	p.at = line
	p.add(p.make(Unknown, from, -1, mark))
	p.add(p.part(next))
	switch p.textAt(next + 1) {
	case "else":
		p.at = min(syntax.LineEnd(p.f, next), p.end)
		last := p.nextPart(p.at)
		if last == 0 {
			last = p.at
		}
		p.add(p.part(last))
		p.at = min(syntax.LineEnd(p.f, last), p.end)
	case "elif":
		p.add(p.directed("elif"))
	case "endif":
		p.at = min(syntax.LineEnd(p.f, next), p.end)
	}
	return p.make(If, from, from, mark)
}

// part parses the statements up to a token as a block.
func (p *parser) part(end int) int32 {
	from, mark, outer := p.at, len(p.stack), p.end
	p.end = end
	p.statements()
	p.end = outer
	return p.make(Block, from, -1, mark)
}

// nextPart returns where the line is that ends the part which begins at a token, or 0
// where brackets are open there.
func (p *parser) nextPart(i int) int {
	within, open := 0, 0
	for last := min(p.end, i+mostPart); i < last; i++ {
		switch p.kindAt(i) {
		case syntax.Open, syntax.Quote:
			open++
		case syntax.Close, syntax.Unquote:
			if open--; open < 0 {
				return 0
			}
		}
		switch word := p.directive(i); word {
		case "if", "ifdef", "ifndef":
			within++
		case "else", "elif", "endif":
			if within == 0 {
				if open != 0 {
					return 0
				}
				return i
			}
			if word == "endif" {
				within--
			}
		}
	}
	return 0
}
