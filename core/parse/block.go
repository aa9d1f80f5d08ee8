package parse

import (
	"strings"

	"inzicht/core/syntax"
)

// startsBlock reports whether a block begins at a token.
func (p *parser) startsBlock(i int) bool {
	switch p.g.Layout {
	case Braces:
		return p.textAt(i) == "{" || p.deeper(i)
	case Indented:
		return p.textAt(i) == ":"
	}
	return i >= p.end || p.f.Tokens[i].NewLine || p.textAt(i) == "do" || p.textAt(i) == "{" || p.textAt(i) == ";"
}

// block parses a block that begins at the next token.
func (p *parser) block() int32 {
	from, mark := p.at, len(p.stack)
	switch {
	case p.is("{"):
		p.within(p.at, func() {
			p.inside = 0
			p.statements()
		})
	case p.deeper(p.at):
		return p.deeperBlock()
	case p.g.Layout == Braces && p.is(":"): // if (a): … endif;
		p.at++
		for p.skipSemicolons(); p.at < p.end && !p.endsColonBlock(); p.skipSemicolons() {
			before := p.at
			p.add(p.statement())
			if p.at == before {
				p.at++
			}
		}
		if strings.HasPrefix(p.text(), "end") {
			p.at++
		}
	case p.g.Layout == Indented && p.is(":"):
		return p.indented()
	case p.g.Layout == Worded:
		return p.worded()
	case p.at < p.end && !p.is(";"):
		p.add(p.statement())
	default:
		p.take(";")
	}
	return p.make(Block, from, -1, mark)
}

// endsColonBlock reports whether a block that a colon began ends at a token.
func (p *parser) endsColonBlock() bool {
	switch p.text() {
	case "endif", "endforeach", "endfor", "endwhile":
		return true
	}
	w := p.wordAt(p.at)
	return w == wordElse || w == wordElif
}

// indented parses what is behind a colon: the rest of the line, or the
// lines that are set in deeper.
func (p *parser) indented() int32 {
	from, mark := p.at, len(p.stack)
	margin := p.margin()
	p.at++
	end, inside, class := p.end, p.inside, p.class
	p.end, p.inside = p.blockEnd(margin), 0
	p.statements()
	p.end, p.inside, p.class = end, inside, class
	return p.make(Block, from, -1, mark)
}

// blockEnd returns where the lines end that are set in deeper than margin, or
// the line where the block is on it.
func (p *parser) blockEnd(margin int) int {
	sameLine := p.at < p.end && !p.f.Tokens[p.at].NewLine
	for i := p.at; i < p.end; i++ {
		t := p.f.Tokens[i]
		if t.NewLine && (sameLine || p.column(i) <= margin) {
			return i
		}
		if sameLine && (p.wordAt(i) == wordElif || p.wordAt(i) == wordElse && p.textAt(i+1) == ":") { // if a: b else: c
			return i
		}
		if (t.Kind == syntax.Open || t.Kind == syntax.Quote) && int(t.Mate) > i {
			i = min(int(t.Mate), p.end)
		}
	}
	return p.end
}

// margin returns how far the line is set in on which the head of a block begins.
func (p *parser) margin() int {
	line := p.first
	for line > 0 && !p.f.Tokens[line].NewLine {
		line--
	}
	return p.column(line)
}

// worded parses statements up to a word that ends a block, which it leaves.
func (p *parser) worded() int32 {
	from, mark := p.at, len(p.stack)
	if p.has(setThen) {
		p.at++
	}
	for p.skipSemicolons(); p.at < p.end && !p.closes(); p.skipSemicolons() {
		p.add(p.statement())
	}
	return p.make(Block, from, -1, mark)
}

// guardedBody parses the body of a function up to end, with what it does where that
// fails: def a … rescue … end.
func (p *parser) guardedBody() int32 {
	from, mark := p.at, len(p.stack)
	node := p.worded()
	if w := p.wordAt(p.at); w != wordCatch && w != wordFinally {
		return node
	}
	p.add(node)
	p.catches()
	p.add(p.make(Try, from, from, mark))
	return p.make(Block, from, -1, mark)
}

func (p *parser) skipSemicolons() {
	for p.take(";") {
	}
}

// closes reports whether the next token ends a block of words.
func (p *parser) closes() bool {
	if p.at > 0 && p.g.sets[setMember][p.textAt(p.at-1)] {
		return false
	}
	switch p.wordAt(p.at) {
	case wordEnd, wordElse, wordElif, wordCase, wordDefault, wordCatch, wordFinally:
		return p.textAt(p.at+1) != ":" || p.f.Tokens[min(p.at+1, p.end-1)].SpaceAhead
	}
	return p.is("}") || p.is(")") || p.is("]")
}

// closed goes on behind the word that ends a block of words.
func (p *parser) closed() {
	if p.g.Layout == Worded {
		p.take("end")
	}
}
