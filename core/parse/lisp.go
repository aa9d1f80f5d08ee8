package parse

import (
	"strings"

	"inzicht/core/syntax"
)

// Clojure returns the tree of a file in Clojure, in which all is a form: a literal, a name, or
// forms in brackets, (f a b), of which the first says what is done with the others.
func Clojure(f *syntax.File) *Tree {
	p := &lisp{ownParser(f, ownGrammar)}
	p.forms()
	return p.finish()
}

// lisp makes the tree of one file.
type lisp struct{ *parser }

// forms adds the forms up to where tokens end.
func (p *lisp) forms() {
	for p.at < p.end {
		p.add(p.form())
	}
}

// form parses what is next; it is 0 where that is none, such as a comment. It goes on in any case.
func (p *lisp) form() int32 {
	if p.depth++; p.depth > deepest {
		defer func() { p.depth-- }()
		return p.tooDeep()
	}
	defer func() { p.depth-- }()
	p.passMeta()
	from, mark := p.at, len(p.stack)
	switch k := p.kind(); {
	case p.at >= p.end:
		return 0
	case k == syntax.String || k == syntax.Quote:
		return p.oneString()
	case k == syntax.Number:
		p.at++
		return p.make(Number, from, from, mark)
	case k == syntax.Word:
		return p.name()
	case p.is("("):
		return p.list()
	case p.is("["):
		return p.vector()
	case p.is("{"):
		p.within(from, p.pairs)
		return p.make(Record, from, from, mark)
	}
	return p.marked()
}

// passMeta passes over what is said of the form behind it: ^String x, ^{:a b} x.
func (p *lisp) passMeta() {
	for p.is("^") && p.at+1 < p.end {
		p.at++
		p.pass()
	}
}

// pass passes over one form.
func (p *lisp) pass() {
	if p.at < p.end && p.kind() == syntax.Open || p.kind() == syntax.Quote {
		p.at = min(p.mate(p.at)+1, p.end)
	} else if p.at < p.end {
		p.at++
	}
}

// name parses a name, with those of its namespace or class before it: gate.env/need.
func (p *lisp) name() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	node := p.make(Name, from, from, mark)
	for (p.is(".") || p.is("/")) && !p.f.Tokens[p.at].SpaceAhead && !p.f.Tokens[p.at].NewLine {
		next := p.at + 1
		if p.kindAt(next) != syntax.Word || p.f.Tokens[next].SpaceAhead || p.f.Tokens[next].NewLine {
			p.at++ // (Reader. x) makes one
			break
		}
		p.at += 2
		p.add(node)
		node = p.make(Member, from, next, mark)
	}
	return node
}

// vector parses [a b].
func (p *lisp) vector() int32 {
	from, mark := p.at, len(p.stack)
	p.within(from, p.forms)
	return p.make(List, from, from, mark)
}

// pairs adds what is in the braces of a map.
func (p *lisp) pairs() {
	for p.at < p.end {
		from, mark := p.at, len(p.stack)
		key := p.form()
		if key == 0 {
			continue
		}
		if p.at >= p.end {
			p.add(key)
			return
		}
		value := p.form()
		if k := p.t.Nodes[key]; k.Kind != Name {
			p.add(key)
		}
		p.add(value)
		p.add(p.make(Pair, from, int(p.t.Nodes[key].At), mark))
	}
}

// marked parses a form behind a mark: 'a, @a, #(f %), or a sign that is a name, such as -.
func (p *lisp) marked() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	switch p.f.Text(from) {
	case "'", "`":
		if p.is("(") {
			p.within(p.at, p.forms)
			return p.make(List, from, from, mark)
		}
		return p.form()
	case "@", "~":
		p.take("@")
		p.add(p.form())
		return p.make(Wrapper, from, -1, mark)
	case "#":
		return p.dispatched(from)
	}
	for p.at < p.end && (p.kind() == syntax.Punct || p.kind() == syntax.Word) && !p.f.Tokens[p.at].SpaceAhead && !p.f.Tokens[p.at].NewLine {
		p.at++
	}
	return p.make(Name, from, from, mark)
}

// dispatched parses what is behind #: a function, a set, a pattern, or a form that is left out.
func (p *lisp) dispatched(from int) int32 {
	mark := len(p.stack)
	switch {
	case p.is("("):
		return p.short(from)
	case p.is("{"):
		p.within(p.at, p.forms)
		return p.make(List, from, from, mark)
	case p.kind() == syntax.String || p.kind() == syntax.Quote:
		p.pass()
		return p.make(Pattern, from, from, mark)
	case p.take("'"):
		return p.form()
	case p.take("_"):
		p.passMeta()
		p.pass()
		return 0
	case p.is("?"): // #?(:clj a :cljs b)
		if p.at++; p.take("@") || p.is("(") {
			p.within(p.at, p.forms)
		}
		return p.make(Unknown, from, -1, mark)
	case p.kind() == syntax.Word && p.text()[0] == '_':
		p.at++
		return 0
	case p.kind() == syntax.Word: // #js {}, #inst "…"
		p.at++
	}
	p.add(p.form())
	return p.make(Wrapper, from, -1, mark)
}

// short parses #(f %), whose parameters are named by their places.
func (p *lisp) short(from int) int32 {
	mark := len(p.stack)
	for _, name := range []string{"%", "%1", "%2", "%3"} {
		for i := p.at; i < p.mate(p.at); i++ {
			if p.f.Is(i, name) && p.kindAt(i) == syntax.Word {
				p.add(p.nothingAt(Parameter, i))
				break
			}
		}
	}
	p.add(p.list())
	return p.make(Lambda, from, -1, mark)
}

// nothingAt makes a node that has no token of its own, and is named by one.
func (p *lisp) nothingAt(kind Kind, i int) int32 {
	return p.make(kind, p.at, i, len(p.stack))
}

// threads are the forms that give what one form makes to the next.
var threads = set("-> ->> some-> some->>")

// threading is what a form is given besides what is in its brackets: (-> x (f a)).
type threading struct {
	node int32 // 0 for nothing
	from int   // where what it is begins
	last bool  // it is the last that is given, and not the first
}

// list parses (f a b).
func (p *lisp) list() int32 { return p.given(threading{}) }

// given parses a list that is given something more.
func (p *lisp) given(x threading) int32 {
	open, mark := p.at, len(p.stack)
	from := open
	if x.node != 0 {
		from = x.from
	}
	kind, at := Wrapper, -1
	p.within(open, func() {
		p.passMeta()
		head, text := p.at, p.head()
		switch form, works := special[text], worksOut[text]; {
		case form != nil && x.node == 0:
			p.at = head + 1
			kind, at = form(p, head)
		case works != nil:
			p.at = head + 1
			kind, at = works(p, head, p.operands(x))
		case threads[text]:
			p.threaded(head, text, x)
		case p.at < p.end:
			p.add(p.call(x, from))
		default:
			kind = List
		}
	})
	return p.make(kind, from, at, mark)
}

// head returns the text of the first form of a list, where that is a name without others before it.
func (p *lisp) head() string {
	text, i := p.text(), p.at+1
	if p.kind() != syntax.Word && text != "-" && text != "->" || (p.textAt(i) == "." || p.textAt(i) == "/") && !p.f.Tokens[i].SpaceAhead {
		return ""
	}
	if p.kind() == syntax.Punct {
		for ; p.kindAt(i) == syntax.Word || p.kindAt(i) == syntax.Punct; i++ {
			if p.f.Tokens[i].SpaceAhead || p.f.Tokens[i].NewLine {
				break
			}
			text += p.textAt(i)
		}
	}
	return text
}

// operands returns what a form is given.
func (p *lisp) operands(x threading) (list []int32) {
	if x.node != 0 && !x.last {
		list = append(list, x.node)
	}
	for p.at < p.end {
		if n := p.form(); n != 0 {
			list = append(list, n)
		}
	}
	if x.node != 0 && x.last {
		list = append(list, x.node)
	}
	return list
}

// call parses the call that a list is: of a function, or of a method of what it is given,
// (.trim x). What stands before a map or what holds the environment is asked of it: (:port x).
func (p *lisp) call(x threading, from int) int32 {
	mark, head := len(p.stack), p.at
	if x.node == 0 {
		from = head
	}
	if p.is(".") && (p.kindAt(p.at+1) == syntax.Word || p.textAt(p.at+1) == "-" && p.kindAt(p.at+2) == syntax.Word) {
		return p.member(x, from)
	}
	key := p.kind() == syntax.Word && p.text()[0] == ':'
	callee := p.form()
	operands := p.operands(x)
	if key && len(operands) == 1 {
		p.add(operands[0])
		p.add(callee)
		return p.make(Call, from, head, mark)
	}
	p.add(callee)
	p.stack = append(p.stack, operands...)
	return p.make(Call, from, head, mark)
}

// member parses the call of a method of what comes first, (.trim x), or a field of it, (.-x y).
func (p *lisp) member(x threading, from int) int32 {
	mark := len(p.stack)
	p.at++
	field := p.take("-")
	head := p.at
	p.at++
	operands := p.operands(x)
	if len(operands) == 0 {
		return p.make(Unknown, from, -1, mark)
	}
	if field && len(operands) == 1 {
		p.add(operands[0])
		return p.make(Member, from, head, mark)
	}
	p.asked(from, head, max(int32(head+1), p.t.Nodes[operands[0]].To), operands)
	return p.make(Call, from, head, mark)
}

// asked adds the member of the first operand that a token names, which is between two
// tokens, and the other operands.
func (p *lisp) asked(from, head int, to int32, operands []int32) {
	mark := len(p.stack)
	p.add(operands[0])
	p.add(p.upTo(to, p.make(Member, from, head, mark)))
	p.stack = append(p.stack, operands[1:]...)
}

// threaded adds what a value becomes that goes through several forms: (-> x f (g a)).
func (p *lisp) threaded(head int, text string, x threading) {
	for p.at = head + 1; p.at < p.end && !p.f.Tokens[p.at].SpaceAhead && !p.f.Tokens[p.at].NewLine; p.at++ {
	}
	begin, value := x.from, x.node
	if value == 0 {
		begin = p.at
		value = p.form()
	}
	last := strings.HasSuffix(text, ">>")
	for p.at < p.end && value != 0 {
		step := threading{value, begin, last}
		if text[0] == 's' {
			value = p.unlessNothing(head, step)
		} else {
			value = p.step(step)
		}
	}
	p.add(value)
}

// step parses a form that is given a value.
func (p *lisp) step(x threading) int32 {
	p.passMeta()
	if p.is("(") {
		return p.given(x)
	}
	mark, at := len(p.stack), p.at
	callee := p.form()
	if callee == 0 {
		return x.node
	}
	if p.f.Text(at) != "" && p.f.Text(at)[0] == ':' {
		p.add(x.node)
		p.add(callee)
	} else {
		p.add(callee)
		p.add(x.node)
	}
	return p.make(Call, x.from, at, mark)
}

// unlessNothing parses a form that is given a value where there is one: what it makes of it is
// the value of a block that names it.
func (p *lisp) unlessNothing(head int, x threading) int32 {
	mark := len(p.stack)
	p.add(p.nothingAt(Name, head))
	p.add(x.node)
	p.add(p.make(Declare, x.from, -1, mark))
	branch := len(p.stack)
	begin := p.at
	p.add(p.nothingAt(Name, head))
	block := len(p.stack)
	p.add(p.step(threading{p.nothingAt(Name, head), begin, x.last}))
	p.add(p.make(Block, begin, -1, block))
	p.add(p.make(If, begin, head, branch))
	return p.make(Block, x.from, -1, mark)
}
