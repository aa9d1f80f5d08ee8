package parse

import "inzicht/core/syntax"

// What the parsers of languages of their own share.

// ownGrammar is all that such a parser leaves to a grammar, where it says nothing else.
var ownGrammar = &Grammar{LineEnds: true}

// ownParser returns what such a parser is built on.
func ownParser(f *syntax.File, g *Grammar) *parser {
	g.prepare()
	return &parser{g: g, f: f, t: &Tree{File: f, Nodes: make([]Node, 1, len(f.Tokens)/2+8)}, end: len(f.Tokens)}
}

// unknown adds one token of which nothing is known.
func (p *parser) unknown() {
	from := p.at
	p.at++
	p.add(p.make(Unknown, from, -1, len(p.stack)))
}

// upTo has a node end before a token, and returns it: more may have been taken behind what it is
// made of.
func (p *parser) upTo(end, n int32) int32 {
	p.t.Nodes[n].To = end
	return n
}

// nameAt makes a name of one token, wherever the parser is.
func (p *parser) nameAt(i int) int32 {
	return p.upTo(int32(i+1), p.make(Name, i, i, len(p.stack)))
}
