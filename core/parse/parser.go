package parse

import "inzicht/core/syntax"

// deepest is how deep nodes may lie in each other; what is deeper is Unknown.
const deepest = 250

// parser makes the tree of one file.
//
// What is asked for at each of hundreds of places is not copied to them (noinline): the program
// is 150 KB smaller so, and not slower.
type parser struct {
	g     *Grammar
	f     *syntax.File
	t     *Tree
	stack []int32 // children of nodes that are not finished

	first    int // where the statement, or the part of it that has a block, begins
	begun    int // where the innermost statement begins
	at, end  int // the next token, and where those end that may be taken
	depth    int
	inside   int  // brackets in which the end of a line means nothing
	bare     int  // inside + 1 where arguments of a call without parentheses are parsed
	choosing int  // the same where what is between ? and : is
	head     bool // in the head of a statement: a brace begins its block
	class    bool // directly in the body of a class

	loopHead bool // before the in of a loop, which is no operator there
}

// File returns the tree of a file by a grammar. It never fails.
func File(f *syntax.File, g *Grammar) *Tree { return Into(nil, f, g) }

// Into is File with a slice of nodes to be reused.
func Into(reuse []Node, f *syntax.File, g *Grammar) *Tree {
	g.prepare()
	if cap(reuse) < len(f.Tokens)/2 {
		reuse = make([]Node, 0, len(f.Tokens)+8)
	}
	p := &parser{g: g, f: f, t: &Tree{File: f, Nodes: append(reuse[:0], Node{})}, end: len(f.Tokens)}
	for p.at < p.end {
		p.add(p.statement())
	}
	return p.finish()
}

// finish makes what was noted the statements of the tree, and returns it.
func (p *parser) finish() *Tree {
	p.t.Nodes[0] = Node{Kind: Block, To: int32(len(p.f.Tokens)), At: -1}
	p.link(0, 0)
	return p.t
}

// add notes a child of the node that is being made; 0 is none.
//
//go:noinline
func (p *parser) add(child int32) {
	if child != 0 {
		p.stack = append(p.stack, child)
	}
}

// link makes what was noted since mark the children of a node.
func (p *parser) link(node int32, mark int) {
	last := int32(0)
	for _, child := range p.stack[mark:] {
		if last == 0 {
			p.t.Nodes[node].First = child
		} else {
			p.t.Nodes[last].Next = child
		}
		last = child
	}
	p.stack = p.stack[:mark]
}

// make makes a node of the tokens from from to the next one, with what was
// noted since mark as its children.
//
//go:noinline
func (p *parser) make(kind Kind, from, at, mark int) int32 {
	n := int32(len(p.t.Nodes))
	if kind == Call && len(p.stack) == mark { // of nothing
		kind = Unknown
	}
	p.t.Nodes = append(p.t.Nodes, Node{Kind: kind, From: int32(from), To: int32(p.at), At: int32(at)})
	p.link(n, mark)
	return n
}

// text returns the text of the next token, or "" behind the last.
func (p *parser) text() string { return p.textAt(p.at) }

//go:noinline
func (p *parser) textAt(i int) string {
	if i < 0 || i >= p.end {
		return ""
	}
	switch p.f.Tokens[i].Kind {
	case syntax.String, syntax.Text, syntax.Quote, syntax.Unquote, syntax.Regex:
		return ""
	}
	return p.f.Text(i)
}

//go:noinline
func (p *parser) is(text string) bool { return p.at < p.end && p.f.Is(p.at, text) }

// take goes on to the next token where it has a text.
//
//go:noinline
func (p *parser) take(text string) bool {
	if !p.is(text) {
		return false
	}
	p.at++
	return true
}

// has reports whether the next token is in one of the grammar's sets.
func (p *parser) has(which int) bool {
	return p.at < p.end && len(p.g.sets[which]) > 0 && p.g.sets[which][p.text()]
}

// wordAt returns what a token begins, if it is a word.
//
//go:noinline
func (p *parser) wordAt(i int) word {
	if i < 0 || i >= p.end || p.f.Tokens[i].Kind != syntax.Word {
		return wordNone
	}
	return p.g.words[p.f.Text(i)]
}

func (p *parser) kind() syntax.Kind { return p.kindAt(p.at) }

//go:noinline
func (p *parser) kindAt(i int) syntax.Kind {
	if i < 0 || i >= p.end {
		return syntax.Space
	}
	return p.f.Tokens[i].Kind
}

// mate returns the partner of an opening token, or where tokens end.
//
//go:noinline
func (p *parser) mate(i int) int {
	if m := p.f.Mate(i); m > i && m < p.end {
		return m
	}
	return p.end
}

// newLine reports whether the next token begins a line that ends what stands
// before it.
func (p *parser) newLine() bool {
	if p.at >= p.end || !p.f.Tokens[p.at].NewLine || p.inside > 0 || !p.g.LineEnds {
		return false
	}
	return !p.has(setLeading)
}

// within parses what is between an opening token and its partner, and goes
// on behind it.
func (p *parser) within(open int, parse func()) {
	close := p.mate(open)
	end, inside, bare, head, class := p.end, p.inside, p.bare, p.head, p.class
	p.at, p.end, p.bare, p.head, p.class = open+1, close, 0, false, false
	parse()
	p.at, p.end, p.inside, p.bare, p.head, p.class = min(close+1, end), end, inside, bare, head, class
}

// column returns how far a token is set in.
//
//go:noinline
func (p *parser) column(i int) int {
	start := int(p.f.Tokens[i].Start)
	at := start
	for at > 0 && p.f.Src[at-1] != '\n' {
		at--
	}
	columns := 0
	for ; at < start; at++ {
		if p.f.Src[at] == '\t' {
			columns += 8 - columns%8
		} else {
			columns++
		}
	}
	return columns
}
