package parse

import (
	"strings"

	"inzicht/core/syntax"
)

// Languages whose functions are applied without parentheses, f a b, and in which
// nearly all is an expression: Haskell, OCaml and F#.

// dialect is what tells one of these languages from the others.
type dialect struct {
	offside   bool            // lines that are set in as far as each other make a block
	equations bool            // f x = y is a function, x <- y binds a name
	tupled    bool            // f (a, b) is given a and b
	alone     string          // marks that are never part of a longer operator
	signs     map[string]bool // what stands between parts of the program, and is no operator
	others    int             // how tight operators bind that are not among these
	levels    []string        // the operators between two operands, those that bind loosest first
	right     map[string]bool // those of them that group from the right
	piped     map[string]bool // x |> f a is f a x
	given     map[string]bool // f a $ x is f a x
	behind    map[string]bool // f >> g first does f
	before    map[string]bool // f . g first does g
	reserved  map[string]bool // words that begin no operand
}

// Haskell returns the tree of a file in Haskell.
func Haskell(f *syntax.File) *Tree { return haskell.tree(f) }

// OCaml returns the tree of a file in OCaml.
func OCaml(f *syntax.File) *Tree { return ocaml.tree(f) }

// FSharp returns the tree of a file in F#.
func FSharp(f *syntax.File) *Tree { return fsharp.tree(f) }

var (
	haskell = &dialect{
		offside: true, equations: true, others: 8, alone: "\\,;`", signs: set("= -> <- | :: , ; .. @ ~ \\ => ` ?"),
		levels: []string{"$ $! <$!>", ">>= >> =<< <&> >=> &", "||", "&&", "== /= < > <= >=", "<|>", "<$> <$ $> <*> *> <*", ": ++ <>", "+ -", "* /", "^ **", "."},
		right:  set("$ $! <$!> =<< : ++ <> ."),
		piped:  set(">>= <&> &"), given: set("$ $! <$!> <$> =<< <*>"), before: set("."),
		reserved: set("then else of in where let case if do deriving module import data newtype type class instance infixl infixr infix"),
	}
	ocaml = &dialect{
		others: 7, alone: ",;~?", signs: set("= -> <- | : , ; ;; .. ~ ? ! => # . ` &"),
		levels: []string{"<- :=", "@@", "||", "&&", "= == <> != < > <= >= |> >>= >>| >|=", "^ @", "::", "+ - +. -.", "* / *. /. mod", "**"},
		right:  set("@@ ^ @ ::"),
		piped:  set("|> >>= >>| >|="), given: set("@@"),
		reserved: set("then else in with and do done end of to downto when as let match if try fun function begin while for type module open exception external include struct sig class object method val constraint rec"),
	}
	fsharp = &dialect{
		offside: true, tupled: true, others: 5, alone: ",;~?", signs: set("= -> <- | : , ; .. ~ ? ! => # . _ ` &"),
		levels: []string{"<- :=", "<|", "||", "&&", "= <> < > <= >= |> >>=", ">> <<", "^ @", "::", "+ -", "* / %", "**"},
		right:  set("^ @ ::"),
		piped:  set("|> >>="), given: set("<|"), behind: set(">>"), before: set("<<"),
		reserved: set("then else elif in with and do done end of to downto when as let use match if try fun function begin while for type module open exception namespace member static override abstract inherit interface finally yield return rec mutable"),
	}
)

// applied makes the tree of one file.
type applied struct {
	*parser
	d      *dialect
	margin int // a line that is not set in deeper ends what stands before it

	counted, columns int // up to which byte columns were counted, and how many there are in its line
}

func (d *dialect) tree(f *syntax.File) *Tree {
	p := &applied{parser: ownParser(f, ownGrammar), d: d, margin: -1}
	for p.at < p.end { // also behind what was not understood
		before := p.at
		if p.statements(); p.at == before {
			p.unknown()
		}
	}
	return p.finish()
}

// ended reports whether the next token belongs to something else, for it begins a
// line that is not set in deeper.
func (p *applied) ended() bool {
	return p.at >= p.end || p.d.offside && p.at > 0 && p.f.Tokens[p.at].NewLine && p.column(p.at) <= p.margin
}

// column returns how far a token is set in. It goes on from where it counted last, for a line
// may be as long as a file.
func (p *applied) column(i int) int {
	start := int(p.f.Tokens[i].Start)
	if start < p.counted {
		return p.parser.column(i)
	}
	for ; p.counted < start; p.counted++ {
		switch p.f.Src[p.counted] {
		case '\n':
			p.columns = 0
		case '\t':
			p.columns += 8 - p.columns%8
		default:
			p.columns++
		}
	}
	return p.columns
}

// freely parses what is between an opening token and its partner, where lines end
// nothing.
func (p *applied) freely(open int, parse func()) {
	margin := p.margin
	p.margin = -1
	p.within(open, parse)
	p.margin = margin
}

// operator returns the operator that is next, how tight it binds, from 1, and the
// token behind it. What stands together without spaces is one operator.
func (p *applied) operator() (text string, level, end int) {
	if p.at >= p.end || p.f.Tokens[p.at].NewLine && p.d.offside && p.column(p.at) < p.margin {
		return "", 0, p.at
	}
	if p.is("`") && p.d.equations { // a `div` b
		for end = p.at + 1; end < p.end && end < p.at+8 && (p.kindAt(end) == syntax.Word || p.textAt(end) == "."); end++ {
		}
		if end > p.at+1 && p.textAt(end) == "`" {
			return "`", len(p.d.levels), end + 1
		}
		return "", 0, p.at
	}
	end = p.at + 1
	switch {
	case p.kind() == syntax.Word:
	case p.kind() != syntax.Punct:
		return "", 0, p.at
	default:
		for end < p.end && p.f.Tokens[end].Kind == syntax.Punct && !p.f.Tokens[end].SpaceAhead && !p.f.Tokens[end].NewLine && !strings.Contains(p.d.alone, p.f.Text(end)) {
			end++
		}
	}
	text = p.f.Span(p.at, end-1)
	for n, ops := range p.d.levels {
		if strings.Contains(" "+ops+" ", " "+text+" ") {
			return text, n + 1, end
		}
	}
	if p.d.signs[text] || p.kind() == syntax.Word || text == "!" && end < p.end && !p.f.Tokens[end].SpaceAhead {
		return "", 0, p.at
	}
	return text, p.d.others, end
}

// expression parses operands with operators between them that bind tighter than
// a level.
func (p *applied) expression(above int) int32 {
	return p.nested(func() int32 { return p.operation(above) })
}

// operation is expression, at a depth that is allowed.
func (p *applied) operation(above int) int32 {
	from := p.at
	left := p.application()
	for left != 0 {
		op, level, end := p.operator()
		if level <= above {
			break
		}
		at := p.at
		p.at = end
		if p.d.right[op] {
			level--
		}
		left = p.combined(op, at, from, left, p.expression(level))
	}
	if left != 0 && (p.is(":") && !p.d.equations || p.is("::") && p.d.equations) { // of a type
		p.skipAnnotation()
	}
	return left
}

// skipAnnotation goes on behind the type of an expression.
func (p *applied) skipAnnotation() {
	for p.at++; !p.ended(); p.pass() {
		switch p.text() {
		case "=", ",", ";", "<-", "|", "|>":
			return
		}
		if p.kind() == syntax.Word && p.d.reserved[p.text()] {
			return
		}
	}
}

// pass goes on behind the next token, and what is in the brackets that it opens.
func (p *applied) pass() {
	if p.kind() == syntax.Open {
		p.at = min(p.mate(p.at), p.end-1)
	}
	p.at++
}

// between makes a call of the function whose name stands between what it is given, in
// marks: a `f` b.
func (p *applied) between(at, from int, left, right int32) int32 {
	mark, behind, end := len(p.stack), p.at, p.end
	p.at, p.end = at+1, at+1
	for p.textAt(p.end) != "`" && p.end < end {
		p.end++
		if p.end >= behind {
			break
		}
	}
	name := p.operand()
	p.at, p.end = behind, end
	switch p.t.Name(name) {
	case "fmap":
		return p.call(left, right, from)
	case "catch", "catchIO", "catchAny":
		return p.catching(left, right, from)
	}
	p.add(name)
	p.add(left)
	p.add(right)
	return p.make(Call, from, at+1, mark)
}

// catching makes a try of what is run and of the function that is given what it throws.
func (p *applied) catching(run, handler int32, from int) int32 {
	mark := len(p.stack)
	p.add(p.blockOf(run))
	inner := handler
	for p.t.Nodes[inner].Kind == Wrapper && p.t.Child(inner, 0) != 0 {
		inner = p.t.Child(inner, 0)
	}
	own, at, end := len(p.stack), int(p.t.Nodes[handler].From), p.t.Nodes[handler].To
	if p.t.Nodes[inner].Kind == Lambda {
		list := p.takenApart(inner)
		p.add(list[len(list)-1])
	} else {
		p.add(p.blockOf(handler))
	}
	p.add(p.upTo(end, p.make(Catch, at, at, own)))
	return p.make(Try, from, at, mark)
}

// nested parses something that may lie in itself, unless it lies too deep.
func (p *applied) nested(parse func() int32) int32 {
	p.depth++
	defer func() { p.depth-- }()
	if p.depth > deepest {
		return p.tooDeep()
	}
	return parse()
}

// combined makes one node of an operator's two sides.
func (p *applied) combined(op string, at, from int, left, right int32) int32 {
	mark := len(p.stack)
	switch {
	case right == 0:
		return left
	case p.d.piped[op]:
		return p.call(right, left, from)
	case p.d.given[op]:
		return p.call(left, right, from)
	case op == "`": // a `f` b
		return p.between(at, from, left, right)
	}
	p.add(left)
	p.add(right)
	if op == ">>" && p.d.equations || op == "*>" { // one after the other
		return p.make(Block, from, -1, mark)
	}
	if op == ":=" || op == "<-" {
		return p.make(Assign, from, at, mark)
	}
	return p.make(Binary, from, at, mark)
}

// call makes a call of a function that may have been given other things before.
func (p *applied) call(f, x int32, from int) int32 {
	inner := f
	for p.t.Nodes[inner].Kind == Wrapper && p.t.Child(inner, 0) != 0 && p.t.Child(inner, 1) == 0 {
		inner = p.t.Child(inner, 0)
	}
	node := p.t.Nodes[inner]
	mark := len(p.stack)
	if op := p.t.Name(inner); node.Kind == Binary && (p.d.before[op] || p.d.behind[op]) {
		first, second := p.t.Child(inner, 1), p.t.Child(inner, 0)
		if p.d.behind[op] {
			first, second = second, first
		}
		if given := p.t.Nodes[x].From; given < p.t.Nodes[second].From && p.t.Nodes[second].From < p.t.Nodes[first].From { // x & f . g
			p.add(f)
			p.add(x)
			return p.makeCall(from, int(node.At), mark)
		}
		if p.depth++; p.depth < deepest {
			begin, end := p.t.Nodes[first], p.t.Nodes[x]
			x = p.upTo(max(begin.To, end.To), p.call(first, x, int(min(begin.From, end.From))))
			x = p.call(second, x, from)
		}
		p.depth--
		return x
	}
	if node.Kind != Call {
		p.add(f)
		if !p.isUnit(x) {
			p.add(x)
		}
		return p.finished(p.makeCall(from, int(p.t.Nodes[f].At), mark))
	}
	var named []int32
	for _, c := range p.takenApart(inner) {
		if p.t.Nodes[c].Kind == Pair {
			named = append(named, c)
		} else {
			p.add(c)
		}
	}
	p.add(x)
	p.stack = append(p.stack, named...)
	return p.finished(p.makeCall(from, int(node.At), mark))
}

// takenApart returns the children of a node of which nothing else is left.
func (p *applied) takenApart(n int32) (children []int32) {
	p.t.Children(n, func(c int32) bool { children = append(children, c); return true })
	for _, c := range children {
		p.t.Nodes[c].Next = 0
	}
	gone := int32(len(p.f.Tokens))
	p.t.Nodes[n] = Node{From: gone, To: gone, At: -1}
	return children
}

// makeCall makes a call; of something with nothing to give it, too.
func (p *applied) makeCall(from, at, mark int) int32 {
	n := p.make(Call, from, at, mark)
	p.t.Nodes[n].Kind = Call
	return n
}

// isUnit reports whether a node is (), which a function is given that wants nothing.
func (p *applied) isUnit(n int32) bool {
	return p.t.Nodes[n].Kind == List && p.t.Nodes[n].First == 0 && p.textAt(int(p.t.Nodes[n].From)) == "("
}

// finished makes of a call what a word stands for that other languages have
// statements for: when a b, unless a b, not a.
func (p *applied) finished(call int32) int32 {
	callee, first, second := p.t.Child(call, 0), p.t.Child(call, 1), p.t.Child(call, 2)
	if p.d.equations && second != 0 && p.t.Nodes[second].Next == 0 {
		switch from := int(p.t.Nodes[call].From); p.t.Name(callee) {
		case "catch", "catchIO":
			p.takenApart(call)
			return p.catching(first, second, from)
		case "handle":
			p.takenApart(call)
			return p.catching(second, first, from)
		}
	}
	if p.t.Nodes[callee].Kind != Name || first == 0 {
		return call
	}
	from, at, mark := int(p.t.Nodes[call].From), int(p.t.Nodes[callee].At), len(p.stack)
	switch word := p.t.Name(callee); {
	case word == "not" && second == 0:
		p.takenApart(call)
		p.add(first)
		return p.make(Unary, from, at, mark)
	case p.d.equations && (word == "when" || word == "unless") && second != 0 && p.t.Nodes[second].Next == 0:
		p.takenApart(call)
		p.add(first)
		if word == "unless" {
			p.add(p.upTo(p.t.Nodes[first].To, p.make(Unary, from, at, mark)))
		}
		p.add(p.blockOf(second))
		return p.make(If, from, at, mark)
	}
	return call
}

// blockOf makes a block of an expression, unless it is one.
func (p *applied) blockOf(n int32) int32 {
	if n != 0 && p.t.Nodes[n].Kind == Block {
		return n
	}
	from, mark := p.at, len(p.stack)
	if n == 0 {
		return p.make(Block, from, -1, mark)
	}
	p.add(n)
	return p.upTo(p.t.Nodes[n].To, p.make(Block, int(p.t.Nodes[n].From), -1, mark))
}

// application parses a function with what it is given, or what stands for itself.
func (p *applied) application() int32 {
	if p.at >= p.end {
		return 0
	}
	if node, is := p.worded(); is {
		return node
	}
	from, mark := p.at, len(p.stack)
	if p.is("-") || p.is("!") || p.is("~-") || p.is("&") {
		p.at++
		p.add(p.nested(p.application))
		if p.f.Is(from, "!") {
			return p.make(Wrapper, from, -1, mark)
		}
		return p.make(Unary, from, from, mark)
	}
	head := p.operand()
	if head == 0 || !applicable[p.t.Nodes[head].Kind] {
		return head
	}
	var given, named []int32
	for !p.ended() {
		if p.is("~") || p.is("?") {
			named = append(named, p.labelled())
			continue
		}
		if p.is("@") && p.d.equations && p.kindAt(p.at+1) == syntax.Word && !p.f.Tokens[p.at+1].SpaceAhead { // f @Int x
			p.at += 2
			continue
		}
		node := int32(0)
		if p.is("\\") || p.is("fun") && !p.d.equations || p.is("function") && !p.d.equations || p.is("do") && p.d.equations {
			node, _ = p.worded()
		} else {
			node = p.operand()
		}
		if node == 0 {
			break
		}
		given = append(given, node)
	}
	if len(given)+len(named) == 0 {
		return head
	}
	at := int(p.t.Nodes[head].At)
	if p.t.Nodes[head].Kind == Call && len(given) == 1 && len(named) == 0 {
		return p.call(head, given[0], from)
	}
	p.add(head)
	for _, n := range given {
		switch {
		case p.isUnit(n) && len(given) == 1:
		case p.d.tupled && p.t.Nodes[n].Kind == List && p.textAt(int(p.t.Nodes[n].From)) == "(":
			p.stack = append(p.stack, p.takenApart(n)...)
		default:
			p.add(n)
		}
	}
	for _, n := range named {
		p.add(n)
	}
	return p.finished(p.makeCall(from, at, mark))
}

// applicable are the kinds of what may be a function.
var applicable = map[Kind]bool{Name: true, Member: true, Wrapper: true, Call: true, Index: true, Lambda: true}

// labelled parses what is given by name: ~name:value, ~name.
func (p *applied) labelled() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	name := p.at
	if p.kind() != syntax.Word {
		return p.make(Unknown, from, -1, mark)
	}
	p.at++
	if p.is(":") && p.at+1 < p.end {
		p.at++
		p.add(p.operand())
	} else {
		p.add(p.make(Name, name, name, mark))
	}
	return p.make(Pair, from, name, mark)
}
