package parse

import "inzicht/core/syntax"

// statements adds what stands one below the other, set in as far as what is first, or
// in a language whose lines tell no blocks all declarations.
func (p *applied) statements() {
	if !p.d.offside {
		p.declarations()
		return
	}
	if p.at >= p.end || p.ended() {
		return
	}
	margin := p.margin
	p.margin = p.column(p.at)
	for column := p.margin; p.at < p.end && !(p.d.equations && (p.is("where") || p.is("in"))); {
		before := p.at
		p.statement()
		p.skipSemicolons()
		if p.at < p.end && p.at > before && !p.f.Tokens[p.at].NewLine && !p.f.Is(p.at-1, ";") {
			break
		}
		if p.at >= p.end || p.f.Tokens[p.at].NewLine && p.column(p.at) < column {
			break
		}
		if p.at == before || p.f.Tokens[p.at].NewLine && p.column(p.at) > column {
			if p.kind() == syntax.Word && p.d.reserved[p.text()] && p.at > before {
				break
			}
			p.unknown()
		}
	}
	p.margin = margin
}

// statement adds one statement of a language whose lines tell blocks.
func (p *applied) statement() {
	if p.depth > deepest {
		p.add(p.tooDeep())
		return
	}
	p.depth++
	defer func() { p.depth-- }()
	switch text := p.text(); {
	case p.d.equations:
		p.equation()
	case text == "let" || text == "use" || text == "and":
		p.letting()
		if p.take("in") {
			p.add(p.expression(0))
		}
	case text == "open" || text == "#" || text == "inherit" || text == "exception" || text == "namespace":
		p.skipped(Import)
	case text == "module":
		p.module()
	case text == "type":
		p.typed()
	case text == "member" || text == "static" || text == "override" || text == "abstract" || text == "interface" || text == "new" || text == "default" && p.kindAt(p.at+1) == syntax.Word:
		p.member()
	case text == "do":
		p.at++
		p.take("!")
		p.add(p.block())
	case text == "[" && p.textAt(p.at+1) == "<": // [<EntryPoint>]
		p.pass()
	default:
		p.add(p.tuple())
	}
}

// tuple parses an expression, or several with commas between them.
func (p *applied) tuple() int32 {
	from, mark := p.at, len(p.stack)
	first := p.expression(0)
	if first == 0 || !p.is(",") || p.ended() {
		return first
	}
	p.add(first)
	for p.take(",") {
		p.add(p.expression(0))
	}
	return p.make(List, from, -1, mark)
}

// skipped adds a statement of which nothing more is known.
func (p *applied) skipped(kind Kind) {
	from := p.at
	for p.at++; !p.ended(); p.at++ {
	}
	p.add(p.make(kind, from, from, len(p.stack)))
}

// sequence adds what semicolons part, with the names that are bound for what follows.
func (p *applied) sequence() {
	for p.at < p.end {
		before := p.at
		if p.is("let") {
			if p.letting(); !p.take("in") {
				return
			}
			continue
		}
		p.add(p.tuple())
		if !p.is(";") || p.textAt(p.at+1) == ";" || p.at == before {
			return
		}
		p.at++
	}
}

// declarations adds the declarations of a file or a module of OCaml.
func (p *applied) declarations() {
	for p.at < p.end && !p.is("end") {
		before := p.at
		switch text := p.text(); text {
		case ";":
			p.at++
		case "let", "and":
			p.sequence()
		case "value": // another way to write OCaml
			if p.kindAt(p.at+1) == syntax.Word && p.textAt(p.at+2) == "=" {
				p.letting()
			} else {
				p.sequence()
			}
		case "module":
			p.module()
		case "open", "include", "type", "exception", "external", "class", "val":
			p.toDeclaration()
		default:
			p.sequence()
		}
		if p.at == before {
			p.unknown()
		}
	}
}

// toDeclaration goes on to the next line that begins with a declaration.
func (p *applied) toDeclaration() {
	from := p.at
	for p.at++; p.at < p.end; p.at++ {
		if p.f.Tokens[p.at].NewLine && declares[p.text()] || p.is("end") {
			break
		}
	}
	p.add(p.make(Import, from, from, len(p.stack)))
}

// declares are the words that begin declarations of OCaml.
var declares = set("let and module open include type exception external class val")

// module parses a module with what it holds.
func (p *applied) module() {
	from, mark := p.at, len(p.stack)
	column := p.column(from)
	p.at++
	for p.is("private") || p.is("internal") || p.is("rec") || p.is("type") || p.is("public") {
		p.at++
	}
	name := p.at
	for p.at < p.end && !p.is("=") && !p.is("struct") && !(p.d.offside && p.at > name && p.f.Tokens[p.at].NewLine && p.column(p.at) <= column) {
		if p.is("sig") {
			p.skipEnclosed()
		} else {
			p.at++
		}
	}
	if !p.take("=") || p.at >= p.end { // module A.B, which the rest of the file is
		p.add(p.make(Import, from, from, mark))
		return
	}
	if p.isOtherName() { // module E = A.B
		p.add(p.nameAt(name))
		p.add(p.expression(0))
		p.add(p.make(Declare, from, -1, mark))
		return
	}
	own, body := p.at, len(p.stack)
	switch {
	case p.take("struct"):
		p.declarations()
		p.take("end")
	case p.d.offside:
		p.statements()
	case p.is("sig"):
		p.skipEnclosed()
	default:
		p.toDeclaration()
	}
	p.add(p.make(Block, own, -1, body))
	p.add(p.make(Class, from, name, mark))
}

// isOtherName reports whether a module is another one by a shorter name: what is left of the line names that.
func (p *applied) isOtherName() bool {
	i := p.at
	if !syntax.IsCapital(p.text()) {
		return false
	}
	for i++; p.textAt(i) == "." && syntax.IsCapital(p.textAt(i+1)); i += 2 {
	}
	return i >= p.end || p.f.Tokens[i].NewLine || p.textAt(i) == ";"
}

// skipEnclosed goes on behind the end of what a word begins.
func (p *applied) skipEnclosed() {
	for depth := 0; p.at < p.end; {
		switch p.text() {
		case "sig", "struct", "begin", "object":
			depth++
		case "end":
			depth--
		}
		if p.at++; depth == 0 {
			return
		}
	}
}

// typed parses a type of F#, with its members.
func (p *applied) typed() {
	from, mark := p.at, len(p.stack)
	name := p.at + 1
	for p.at++; !p.ended() && !p.is("="); {
		if p.is("(") { // what an object is made of
			p.parameter()
			continue
		}
		p.pass()
	}
	p.take("=")
	own, body := p.at, len(p.stack)
	if !p.ended() {
		margin := p.margin
		p.margin = p.column(p.at)
		for column := p.margin; p.at < p.end && !(p.f.Tokens[p.at].NewLine && p.column(p.at) < column); {
			before := p.at
			switch p.text() {
			case "let", "do", "member", "static", "override", "abstract", "new", "interface", "default":
				p.statement()
			default:
				p.skipped(Unknown)
			}
			if p.at == before {
				p.at++
			}
		}
		p.margin = margin
	}
	p.add(p.make(Block, own, -1, body))
	p.add(p.make(Class, from, name, mark))
}

// member parses a member of a type: member this.Name(a) = b.
func (p *applied) member() {
	from, mark := p.at, len(p.stack)
	for i := from; i < p.end && !(i > from && p.f.Tokens[i].NewLine && p.column(i) <= p.margin); i++ {
		if p.textAt(i) == "=" && i > from {
			p.at = from + 1
			for p.at < i && (p.is("member") || p.is("static") || p.is("override") || p.is("val") || p.is("let") || p.is("private") || p.is("inline") || p.is("public") || p.is("mutable")) {
				p.at++
			}
			if p.textAt(p.at+1) == "." {
				p.at += 2
			}
			name := p.at
			p.at++
			p.parameters("=")
			if p.take("=") {
				p.add(p.block())
			}
			p.add(p.make(Function, from, name, mark))
			return
		}
		if p.kindAt(i) == syntax.Open {
			i = p.mate(i)
		}
	}
	p.skipped(Unknown)
}

// letIn parses let a = b in c, as a block.
func (p *applied) letIn() int32 {
	from, mark := p.at, len(p.stack)
	if p.d.equations {
		p.bindings()
		return p.make(Block, from, -1, mark)
	}
	p.letting()
	if p.take("in") {
		p.add(p.block())
	}
	return p.make(Block, from, -1, mark)
}

// letting adds what let declares, with what and joins to it.
func (p *applied) letting() {
	for first := true; p.at < p.end && (first || p.is("and")); first = false {
		from, mark := p.at, len(p.stack)
		p.at++
		for p.at < p.end && (p.is("rec") || p.is("mutable") || p.is("inline") || p.is("private") || p.is("internal") || p.is("%") || p.is("!") || p.is("*") || p.is("+") || p.f.Is(p.at-1, "%")) {
			p.at++
		}
		if p.is("open") || p.is("module") || p.is("exception") { // let open M in
			for p.at < p.end && !p.is("in") {
				p.pass()
			}
			continue
		}
		name := p.at
		unit := p.is("(") && p.textAt(p.at+1) == ")"
		switch sign := p.textAt(p.at + 1); {
		case unit:
			p.at += 2
			p.take("=")
			p.add(p.block())
			continue
		case p.kind() == syntax.Word && sign != "=" && sign != ":" && sign != "," && !syntax.IsCapital(p.text()):
			p.at++
			p.parameters("=")
			p.skipReturn()
			p.take("=")
			p.add(p.block())
			p.add(p.make(Function, from, name, mark))
			continue
		}
		p.pattern()
		p.skipReturn()
		if p.take("=") {
			p.add(p.value())
		}
		p.add(p.make(Declare, from, -1, mark))
	}
}

// value parses what a name is given.
func (p *applied) value() int32 { return p.only(p.block()) }

// only returns the one expression that a block is, or the block.
func (p *applied) only(n int32) int32 {
	if p.t.Nodes[n].Kind != Block {
		return n
	}
	if only := p.t.Child(n, 0); only != 0 && p.t.Nodes[only].Next == 0 {
		if k := p.t.Nodes[only].Kind; k != Declare && k != Function {
			p.takenApart(n)
			return only
		}
	}
	return n
}

// skipReturn goes on behind the type of what a function gives.
func (p *applied) skipReturn() {
	if !p.is(":") {
		return
	}
	for p.at < p.end && !p.is("=") {
		p.pass()
	}
}

// parameters adds the parameters up to a sign, those that are given by name behind the
// others.
func (p *applied) parameters(sign string) {
	var named []int32
	for p.at < p.end && !p.is(sign) && !p.is(":") && !p.is("|") && !p.ended() {
		before, mark := p.at, len(p.stack)
		byName := !p.d.offside && (p.is("~") || p.is("?"))
		p.parameter()
		if byName {
			named = append(named, p.stack[mark:]...)
			p.stack = p.stack[:mark]
		}
		if p.at == before {
			p.at++
		}
	}
	p.stack = append(p.stack, named...)
}

// parameter adds one parameter: x, (x : t), ~x, ?(x = y), or a pattern.
func (p *applied) parameter() {
	from, mark := p.at, len(p.stack)
	if p.take("~") || p.take("?") || p.take("!") {
		for p.is(":") { // ~name:pattern
			p.at++
		}
	}
	switch at := p.at; {
	case p.kind() == syntax.Word:
		p.at++
		if p.f.Is(from, "~") && p.is(":") {
			p.at += 2
		}
		if p.f.Is(from, "?") { // it may be left out: the sign stands for nothing
			p.add(p.nameAt(from))
		}
		p.add(p.make(Parameter, from, at, mark))
	case p.is("(") && !p.d.equations:
		p.freely(p.at, p.typedParameters)
	default:
		p.add(p.operand())
		if len(p.stack) > mark {
			p.add(p.make(Parameter, from, -1, mark))
		}
	}
}

// typedParameters adds what is in the parentheses of parameters, of which each may say
// its type and its default.
func (p *applied) typedParameters() {
	for p.at < p.end {
		from, mark := p.at, len(p.stack)
		p.take("?")
		at := p.at
		if p.kind() == syntax.Word && !syntax.IsCapital(p.text()) {
			p.at++
			if p.is(":") {
				p.skipAnnotation()
			}
			if p.take("=") {
				p.add(p.expression(0))
			}
			p.add(p.make(Parameter, from, at, mark))
		} else if node := p.expression(levelsOfPatterns); node != 0 {
			p.add(node)
			p.add(p.make(Parameter, from, -1, mark))
		}
		for p.at < p.end && !p.take(",") {
			p.at++
		}
	}
}
