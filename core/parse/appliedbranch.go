package parse

import (
	"slices"

	"inzicht/core/syntax"
)

// worded parses an expression that a word begins: if, match, let, fun, do. It reports
// whether one does.
func (p *applied) worded() (node int32, is bool) {
	if p.at >= p.end || p.kind() != syntax.Word && !p.is("\\") {
		return 0, false
	}
	if p.depth > deepest {
		return p.tooDeep(), true
	}
	p.depth++
	defer func() { p.depth-- }()
	switch text := p.text(); text {
	case "\\":
		return p.lambda(), true
	case "fun":
		return p.lambda(), !p.d.equations
	case "if":
		return p.conditional(), true
	case "case", "match":
		if (text == "case") == p.d.equations {
			return p.matched(), true
		}
	case "function":
		if !p.d.equations {
			return p.matching(), true
		}
	case "try":
		if !p.d.equations {
			return p.trying(), true
		}
	case "let", "use":
		if text == "let" || p.d.tupled {
			return p.letIn(), true
		}
	case "do":
		if p.d.equations {
			return p.doing(), true
		}
	case "begin":
		if !p.d.equations {
			return p.enclosed(), true
		}
	case "while", "for":
		if !p.d.equations {
			return p.loop(), true
		}
	case "return", "yield":
		if p.d.tupled {
			p.at++
			p.take("!")
			return p.expression(0), true
		}
	}
	return 0, false
}

// doing parses do, with the statements behind it.
func (p *applied) doing() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	if p.is("{") {
		p.freely(p.at, p.statements)
	} else {
		p.statements()
	}
	return p.make(Block, from, -1, mark)
}

// block parses what is given behind a sign: one expression, or in F# lines that are set
// in alike, or in OCaml what semicolons part.
func (p *applied) block() int32 {
	from, mark := p.at, len(p.stack)
	switch {
	case !p.d.offside:
		p.sequence()
	case p.d.equations || p.at < p.end && !p.f.Tokens[p.at].NewLine:
		return p.blockOf(p.tuple())
	default:
		p.statements()
	}
	return p.make(Block, from, -1, mark)
}

// conditional parses if, with what else is given.
func (p *applied) conditional() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	p.add(p.expression(0))
	if p.take(";"); p.take("then") {
		p.add(p.branch())
	}
	p.take(";")
	switch {
	case p.is("elif"):
		p.add(p.nested(p.conditional))
	case p.is("else") && p.textAt(p.at+1) == "if" && !(p.d.offside && p.f.Tokens[p.at+1].NewLine):
		p.at++
		p.add(p.nested(p.conditional))
	case p.take("else"):
		p.add(p.branch())
	}
	return p.make(If, from, from, mark)
}

// branch parses one side of an if.
func (p *applied) branch() int32 {
	if p.d.offside {
		return p.block()
	}
	return p.blockOf(p.expression(0))
}

// matched parses match a with …, and case a of ….
func (p *applied) matched() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	if p.d.equations && p.f.Is(p.at-2, "\\") { // \case
		p.add(p.make(Name, from, from, mark))
	} else {
		p.add(p.tuple())
	}
	if !p.take("with") {
		p.take("of")
	}
	p.arms(Case)
	return p.caught(p.make(Switch, from, from, mark))
}

// caught has the cases of a match that are for exceptions catch them. Where they are the
// last, they catch what the match does; where they are the first, what its subject does;
// else it is only known that they catch.
func (p *applied) caught(match int32) int32 {
	first, last, some := true, true, false
	p.t.Children(match, func(c int32) bool {
		isCatch := p.t.Nodes[c].Kind == Catch
		last = last && (isCatch || !some) // none behind the first that is for one
		first = first && (!isCatch || some || p.t.Nodes[p.t.Nodes[match].First].Next == c)
		some = some || isCatch
		return true
	})
	if !some {
		return match
	}
	from, at, mark := int(p.t.Nodes[match].From), int(p.t.Nodes[match].At), len(p.stack)
	parts := p.takenApart(match)
	kept := slices.IndexFunc(parts, func(c int32) bool { return p.t.Nodes[c].Kind == Catch })
	switch {
	case last:
		p.stack = append(p.stack, parts[:kept]...)
		p.add(p.blockOf(p.upTo(p.t.Nodes[parts[kept-1]].To, p.make(Switch, from, at, mark))))
		p.stack = append(p.stack, parts[kept:]...)
		return p.make(Try, from, from, mark)
	case first && kept == 1:
		for kept < len(parts) && p.t.Nodes[parts[kept]].Kind == Catch {
			kept++
		}
		p.add(p.blockOf(parts[0]))
		p.stack = append(p.stack, parts[1:kept]...)
		p.add(p.upTo(p.t.Nodes[parts[kept-1]].To, p.make(Try, int(p.t.Nodes[parts[0]].From), -1, mark)))
		parts = parts[kept:]
	}
	for _, c := range parts {
		if p.t.Nodes[c].Kind == Catch {
			p.t.Nodes[c].Kind = Case
		}
		p.add(c)
	}
	node := p.make(Switch, from, at, mark)
	if first && kept > 1 {
		return node
	}
	p.add(p.blockOf(node))
	p.add(p.make(Catch, p.at, -1, len(p.stack)))
	return p.make(Try, from, from, mark)
}

// matching parses function | a -> b, which is given what it matches.
func (p *applied) matching() int32 {
	from, mark := p.at, len(p.stack)
	p.add(p.make(Parameter, from, from, mark)) // which has no token of its own
	p.at++
	own := len(p.stack)
	p.add(p.make(Name, from, from, own))
	p.arms(Case)
	p.add(p.make(Switch, from, from, own))
	return p.make(Lambda, from, -1, mark)
}

// arms adds the cases of a match: bars before them, or each on a line of its own.
func (p *applied) arms(kind Kind) {
	if p.d.equations {
		p.armLines()
		return
	}
	if p.is("[") && !p.d.offside && p.holdsArms() { // of another way to write OCaml
		p.freely(p.at, func() { p.arms(kind) })
		return
	}
	column := -1
	for first := true; p.at < p.end && (first || p.is("|")); first = false {
		if p.d.offside && p.is("|") && p.f.Tokens[p.at].NewLine {
			if column < 0 {
				column = p.column(p.at)
			}
			if p.column(p.at) != column { // of a match round this one
				return
			}
		}
		p.take("|")
		p.arm(kind)
	}
}

// holdsArms reports whether cases stand in the brackets that open here.
func (p *applied) holdsArms() bool {
	for i := p.at + 1; i < p.mate(p.at); i++ {
		if p.textAt(i) == "->" {
			return true
		}
		if mate := p.f.Mate(i); mate > i {
			i = mate
		}
	}
	return false
}

// armLines adds the cases that stand one below the other.
func (p *applied) armLines() {
	if p.is("{") {
		p.freely(p.at, func() {
			for p.at < p.end {
				p.arm(Case)
				p.skipSemicolons()
			}
		})
		return
	}
	if p.ended() {
		return
	}
	margin := p.margin
	p.margin = p.column(p.at)
	for column := p.margin; p.at < p.end && !p.is("where"); {
		p.arm(Case)
		p.skipSemicolons()
		if p.at >= p.end || !p.f.Tokens[p.at].NewLine || p.column(p.at) != column {
			break
		}
	}
	p.margin = margin
}

// arm adds one case: its patterns, what must hold besides, and what it gives.
func (p *applied) arm(kind Kind) {
	from, mark := p.at, len(p.stack)
	if !p.d.equations && p.take("exception") {
		kind = Catch
	}
	for p.at < p.end && !p.is("->") && !p.is("|") && !p.is("when") {
		before := p.at
		p.pattern()
		if p.take("|") && p.d.equations {
			p.at--
		}
		if p.at == before {
			p.at++
		}
	}
	if p.d.equations && p.is("|") {
		p.guarded("->")
		p.whereBehind(mark)
		p.add(p.make(kind, from, from, mark))
		return
	}
	if at := p.at; p.take("when") {
		own := len(p.stack)
		p.add(p.expression(0))
		p.add(p.make(If, at, at, own))
	}
	p.take("->")
	p.add(p.block())
	if p.d.equations {
		p.whereBehind(len(p.stack) - 1)
	}
	p.add(p.make(kind, from, from, mark))
}

// pattern adds a pattern up to an arrow or a bar.
func (p *applied) pattern() {
	from, mark := p.at, len(p.stack)
	p.add(p.expression(levelsOfPatterns))
	if p.is(",") {
		for p.take(",") {
			p.add(p.expression(levelsOfPatterns))
		}
		p.add(p.make(List, from, -1, mark))
	}
	if p.is("as") && len(p.stack) == mark+1 {
		at := p.at
		p.at++
		p.add(p.operand())
		p.add(p.make(Binary, from, at, mark))
	}
}

// levelsOfPatterns is the level above which operators may stand in patterns.
const levelsOfPatterns = 5

// trying parses try a with | b -> c.
func (p *applied) trying() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	p.add(p.block())
	if p.take("with") {
		p.arms(Catch)
	}
	if p.take("finally") {
		p.add(p.block())
	}
	return p.make(Try, from, from, mark)
}

// lambda parses fun x -> y and \x -> y.
func (p *applied) lambda() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	if p.is("case") {
		p.add(p.make(Parameter, p.at, p.at, mark)) // which has no token of its own
		p.add(p.matched())
		return p.make(Lambda, from, -1, mark)
	}
	p.parameters("->")
	p.take("->")
	p.add(p.block())
	return p.make(Lambda, from, -1, mark)
}

// enclosed parses begin … end.
func (p *applied) enclosed() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	p.add(p.block())
	p.take("end")
	return p.make(Wrapper, from, -1, mark)
}

// loop parses for x in xs do … done, and while x do … done.
func (p *applied) loop() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	for p.at < p.end && !p.is("do") && !p.is("->") {
		before := p.at
		if p.take("in") || p.take("=") || p.take("to") || p.take("downto") || p.take("..") {
			continue
		}
		p.add(p.expression(levelsOfPatterns))
		if p.at == before {
			p.at++
		}
	}
	if p.at < p.end {
		p.at++
		p.add(p.block())
	}
	p.take("done")
	return p.make(Loop, from, from, mark)
}
