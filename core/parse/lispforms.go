package parse

import "inzicht/core/syntax"

// special are the forms of Clojure that say how what is in them is run: each adds what it
// is made of, from behind its name on, and returns what it is, with the token that matters most.
var special map[string]func(p *lisp, head int) (Kind, int)

// worksOut are the forms that work something out of what they are given, whatever they are
// written in: each adds it, and returns what it is.
var worksOut map[string]func(p *lisp, head int, operands []int32) (Kind, int)

func init() {
	special = map[string]func(p *lisp, head int) (Kind, int){
		"def": (*lisp).define, "defonce": (*lisp).define,
		"defn": (*lisp).function, "defn-": (*lisp).function, "defmacro": (*lisp).function, "fn": (*lisp).lambda, "fn*": (*lisp).lambda,
		"let": (*lisp).let, "let*": (*lisp).let, "loop": (*lisp).let, "binding": (*lisp).let, "with-open": (*lisp).let, "with-redefs": (*lisp).let,
		"if-let": (*lisp).ifLet, "if-some": (*lisp).ifLet, "when-let": (*lisp).ifLet, "when-some": (*lisp).ifLet, "when-first": (*lisp).ifLet,
		"if": (*lisp).branch, "when": (*lisp).branch, "if-not": (*lisp).unless, "when-not": (*lisp).unless,
		"cond": (*lisp).cond, "case": (*lisp).cases, "do": (*lisp).body, "try": (*lisp).try, "for": (*lisp).loop, "doseq": (*lisp).loop,
		"defrecord": (*lisp).methods, "deftype": (*lisp).methods, "reify": (*lisp).methods, "extend-type": (*lisp).methods, "extend-protocol": (*lisp).methods,
		"quote": (*lisp).passed, "comment": (*lisp).passed, "ns": (*lisp).passed, "in-ns": (*lisp).passed, "declare": (*lisp).passed, "import": (*lisp).passed, "require": (*lisp).passed, "defprotocol": (*lisp).passed,
	}
	worksOut = map[string]func(p *lisp, head int, operands []int32) (Kind, int){
		"or": (*lisp).chain, "and": (*lisp).chain, "str": (*lisp).chain,
		"=": (*lisp).compared, "==": (*lisp).compared, "not=": (*lisp).compared, "<": (*lisp).compared, ">": (*lisp).compared, "<=": (*lisp).compared, ">=": (*lisp).compared,
		"not": made(Unary), "throw": made(Throw), "get": (*lisp).get, "aget": (*lisp).get,
	}
}

// passed passes over all of a form.
func (p *lisp) passed(head int) (Kind, int) {
	p.at = p.end
	return Import, head
}

// body adds the forms that are left, as the statements of a block.
func (p *lisp) body(head int) (Kind, int) {
	p.forms()
	return Block, head
}

// block parses the forms that are left as a block.
func (p *lisp) block() int32 {
	from, mark := p.at, len(p.stack)
	p.forms()
	return p.make(Block, from, -1, mark)
}

// one parses one form as a block.
func (p *lisp) one() int32 {
	from, mark := p.at, len(p.stack)
	p.add(p.form())
	return p.make(Block, from, -1, mark)
}

// define parses (def name "what it is" value).
func (p *lisp) define(head int) (Kind, int) {
	p.add(p.form())
	if p.kind() == syntax.String && p.at+1 < p.end {
		p.at++
	}
	p.forms()
	return Declare, head
}

// function parses (defn name [a b] …), and (defn name ([a] …) ([a b] …)).
func (p *lisp) function(head int) (Kind, int) {
	p.passMeta()
	name := p.at
	p.at++
	for p.at < p.end && !p.is("[") && !p.is("(") { // what is said of it
		p.pass()
	}
	if p.is("[") {
		p.way()
		return Function, name
	}
	for p.at < p.end {
		from, mark := p.at, len(p.stack)
		if !p.is("(") {
			p.pass()
			continue
		}
		p.within(p.at, p.way)
		p.add(p.make(Function, from, name, mark))
	}
	return Block, head
}

// way adds what a function is given, and what it does then: [a] …
func (p *lisp) way() {
	p.parameters()
	p.add(p.block())
}

// parameters adds what a function is given: [a & more].
func (p *lisp) parameters() {
	if !p.is("[") {
		return
	}
	p.within(p.at, func() {
		for p.at < p.end {
			p.passMeta()
			from, mark := p.at, len(p.stack)
			p.take("&")
			at := p.at
			if p.kind() != syntax.Word {
				at = -1
			}
			p.pass()
			p.add(p.make(Parameter, from, at, mark))
		}
	})
}

// lambda parses (fn [a] …).
func (p *lisp) lambda(head int) (Kind, int) {
	if p.kind() == syntax.Word {
		p.at++
	}
	if !p.is("(") {
		p.way()
		return Lambda, head
	}
	p.within(p.at, p.way)
	p.at = p.end
	return Lambda, head
}

// bindings adds what names are bound to: [a 1 b 2].
func (p *lisp) bindings() {
	if !p.is("[") {
		return
	}
	p.within(p.at, func() {
		for p.at < p.end {
			from, mark := p.at, len(p.stack)
			p.add(p.form())
			p.add(p.form())
			p.add(p.make(Declare, from, -1, mark))
		}
	})
}

// let parses (let [a 1] …).
func (p *lisp) let(head int) (Kind, int) {
	p.bindings()
	p.forms()
	return Block, head
}

// ifLet parses (if-let [a b] c d): what is done where b has a value, and where it has none.
func (p *lisp) ifLet(head int) (Kind, int) {
	name := -1
	if p.is("[") && p.kindAt(p.at+1) == syntax.Word {
		name = p.at + 1
	}
	p.bindings()
	from, mark := p.at, len(p.stack)
	if name >= 0 {
		p.add(p.nothingAt(Name, name))
	} else {
		p.add(p.nothingAt(Unknown, from))
	}
	p.branches(p.f.Text(head)[0] == 'w')
	p.add(p.make(If, from, head, mark))
	return Block, head
}

// branches adds what is done, and what else: all that is left is one of them where there is
// no other.
func (p *lisp) branches(all bool) {
	if all {
		p.add(p.block())
		return
	}
	p.add(p.one())
	if p.at < p.end {
		p.add(p.block())
	}
}

// branch parses (if a b c) and (when a b).
func (p *lisp) branch(head int) (Kind, int) {
	p.add(p.form())
	p.branches(p.f.Text(head) == "when")
	return If, head
}

// unless parses (if-not a b c) and (when-not a b): the branches stand the other way round.
func (p *lisp) unless(head int) (Kind, int) {
	p.add(p.form())
	mark := len(p.stack)
	p.branches(p.f.Text(head) == "when-not")
	if len(p.stack) == mark+2 {
		p.stack[mark], p.stack[mark+1] = p.stack[mark+1], p.stack[mark]
	} else {
		then := p.stack[mark]
		p.stack = append(p.stack[:mark], p.make(Block, p.at, -1, len(p.stack)), then)
	}
	return If, head
}

// cond parses (cond a b c d :else e).
func (p *lisp) cond(head int) (Kind, int) {
	if p.at >= p.end {
		return Block, head
	}
	p.add(p.form())
	p.add(p.one())
	if p.at < p.end {
		if p.depth++; p.depth > deepest {
			p.add(p.tooDeep())
		} else {
			from, mark := p.at, len(p.stack)
			kind, _ := p.cond(head)
			p.add(p.make(kind, from, head, mark))
		}
		p.depth--
	}
	return If, head
}

// cases parses (case x "a" 1 ("b" "c") 2 3).
func (p *lisp) cases(head int) (Kind, int) {
	p.add(p.form())
	for p.at < p.end {
		from, mark := p.at, len(p.stack)
		pattern := p.pattern()
		if p.at >= p.end { // what is given else
			p.add(pattern)
			p.add(p.make(Block, from, -1, mark))
			p.add(p.make(Case, from, -1, mark))
			return Switch, head
		}
		if pattern != 0 {
			p.add(pattern)
		}
		p.add(p.one())
		p.add(p.make(Case, from, from, mark))
	}
	return Switch, head
}

// pattern parses what a case is for, of which several are in parentheses; these are added.
func (p *lisp) pattern() int32 {
	if !p.is("(") || p.mate(p.at)+1 >= p.end {
		return p.form()
	}
	p.within(p.at, p.forms)
	return 0
}

// try parses (try a (catch E e b) (finally c)).
func (p *lisp) try(head int) (Kind, int) {
	from, mark := p.at, len(p.stack)
	for p.at < p.end && !(p.is("(") && (p.textAt(p.at+1) == "catch" || p.textAt(p.at+1) == "finally")) {
		p.add(p.form())
	}
	p.add(p.make(Block, from, -1, mark))
	for p.at < p.end {
		from, mark := p.at, len(p.stack)
		if !p.is("(") {
			p.pass()
			continue
		}
		last := p.textAt(p.at+1) == "finally"
		p.within(p.at, func() {
			if p.at++; !last {
				p.add(p.form()) // of which class
				p.add(p.form())
			}
			p.add(p.block())
		})
		if !last {
			p.add(p.make(Catch, from, from, mark))
		}
	}
	return Try, head
}

// loop parses (for [x xs :when y] …).
func (p *lisp) loop(head int) (Kind, int) {
	if p.is("[") {
		p.within(p.at, p.forms)
	}
	p.add(p.block())
	return Loop, head
}

// methods parses (defrecord Name [a] Protocol (method [this] …)).
func (p *lisp) methods(head int) (Kind, int) {
	for p.at < p.end {
		if !p.is("(") || p.kindAt(p.at+1) != syntax.Word || p.textAt(p.at+2) != "[" {
			p.pass()
			continue
		}
		from, mark := p.at, len(p.stack)
		p.within(from, func() {
			p.at++
			p.way()
		})
		p.add(p.make(Function, from, from+1, mark))
	}
	return Block, head
}

// chain makes (or a b c) the operator between two, again and again.
func (p *lisp) chain(head int, operands []int32) (Kind, int) {
	if len(operands) == 0 {
		return List, -1
	}
	left := operands[0]
	for _, right := range operands[1:] {
		left = p.between(head, left, right)
	}
	p.add(left)
	return Wrapper, -1
}

// between makes an operator with what it is between.
func (p *lisp) between(at int, left, right int32) int32 {
	mark := len(p.stack)
	p.add(left)
	p.add(right)
	a, b := p.t.Nodes[left], p.t.Nodes[right]
	return p.upTo(max(a.To, b.To), p.make(Binary, int(min(a.From, b.From)), at, mark))
}

// compared makes (= a b) a comparison.
func (p *lisp) compared(head int, operands []int32) (Kind, int) {
	p.stack = append(p.stack, operands...)
	if len(operands) == 2 {
		return Binary, head
	}
	return Unknown, head
}

// made makes a node of a kind of what a form is given: (not a), (throw a).
func made(kind Kind) func(p *lisp, head int, operands []int32) (Kind, int) {
	return func(p *lisp, head int, operands []int32) (Kind, int) {
		p.stack = append(p.stack, operands...)
		return kind, head
	}
}

// get makes (get m k) the call of a map with a key, and with what is given else a method of it.
func (p *lisp) get(head int, operands []int32) (Kind, int) {
	if len(operands) < 2 {
		p.stack = append(p.stack, operands...)
		return Unknown, head
	}
	p.asked(int(p.t.Nodes[operands[0]].From), head, p.t.Nodes[operands[0]].To, operands)
	return Call, head
}
