package parse

import (
	"strings"

	"inzicht/core/syntax"
)

// VisualBasic returns the tree of a file in Visual Basic, in which a statement is a line, and
// words that may be written in any case begin and end blocks.
func VisualBasic(f *syntax.File) *Tree {
	p := &basic{ownParser(f, basicGrammar)}
	for p.at < p.end {
		if p.statements(); p.at < p.end { // an end of what was never begun
			p.line()
		}
	}
	p.choose()
	return p.finish()
}

// basic makes the tree of one file.
type basic struct{ *parser }

// choose makes of calls of If what they are: If(a, b) is a, or else b; If(a, b, c) asks a.
func (p *basic) choose() {
	for n := range p.t.Nodes {
		call := &p.t.Nodes[n]
		callee := call.First
		if call.Kind != Call || callee == 0 || p.t.Nodes[callee].Kind != Name {
			continue
		}
		name := strings.ToLower(p.t.Name(callee))
		first, second, third := p.t.Child(int32(n), 1), p.t.Child(int32(n), 2), p.t.Child(int32(n), 3)
		switch {
		case name == "if" && second != 0 && third == 0:
			call.Kind, call.At, call.First = Binary, p.t.Nodes[callee].At, first
		case (name == "if" || name == "iif") && third != 0:
			call.Kind, call.First = Choice, first
		}
	}
}

// given parses what something is given in its line, which may be a list in braces.
func (p *basic) given(level int) int32 {
	from, mark := p.at, len(p.stack)
	if !p.is("{") {
		return p.expression(level)
	}
	p.within(from, func() {
		for p.at < p.end {
			before := p.at
			if p.take(",") {
				continue
			}
			if p.add(p.given(levelBinary)); p.at == before {
				p.at++
			}
		}
	})
	return p.make(List, from, from, mark)
}

// basicGrammar is how expressions are written, whatever the case of their words.
var basicGrammar = &Grammar{
	LineEnds: true, Prefix: "Not not NOT - + New new Await AddressOf", Member: ". ?. !",
	Binary: []string{"Xor xor", "OrElse orelse Or or", "AndAlso andalso And and", "= <> < > <= >= Is is IsNot Like like", "<< >>", "&", "+ -", "Mod mod", "\\", "* /", "^"},
	Assign: "+= -= &= *= /=", Leading: ". &",
}

// lower returns the next word in small letters.
func (p *basic) lower() string { return strings.ToLower(p.text()) }

// lowerAt is lower for another token.
func (p *basic) lowerAt(i int) string { return strings.ToLower(p.textAt(i)) }

// line goes on to the next line.
func (p *basic) line() {
	if p.at < p.end {
		p.at++
	}
	for p.at < p.end && !p.f.Tokens[p.at].NewLine {
		p.at++
	}
}

// isLineEnd reports whether the line ends before the next token.
func (p *basic) isLineEnd() bool { return p.at >= p.end || p.f.Tokens[p.at].NewLine || p.is(":") }

// basicEnds are words that end a block, or a part of one.
var basicEnds = set("end else elseif case catch finally next loop wend")

// statements adds the statements up to what ends the block that they are in.
func (p *basic) statements() {
	for p.at < p.end {
		if p.take(":") {
			continue
		}
		if basicEnds[p.lower()] && !(p.lower() == "end" && (p.at+1 >= p.end || p.f.Tokens[p.at+1].NewLine)) {
			return
		}
		before := p.at
		p.add(p.statement())
		if p.at == before {
			p.unknown()
		}
	}
}

// block parses statements up to what ends them, behind the line that they begin in.
func (p *basic) block() int32 {
	from, mark := p.at, len(p.stack)
	p.statements()
	return p.make(Block, from, -1, mark)
}

// ends passes over End and what it ends, or another word for it.
func (p *basic) ends(words ...string) {
	for _, word := range words {
		if p.lower() == word {
			p.line()
			return
		}
	}
}

// basicModifiers are words before a declaration.
var basicModifiers = set("public private protected friend shared overridable overrides mustoverride notoverridable overloads readonly writeonly default async iterator partial static shadows withevents notinheritable mustinherit")

// statement parses one statement.
func (p *basic) statement() int32 {
	if p.depth++; p.depth > deepest {
		defer func() { p.depth-- }()
		return p.tooDeep()
	}
	defer func() { p.depth-- }()
	from, mark := p.at, len(p.stack)
	for basicModifiers[p.lower()] && p.kindAt(p.at+1) == syntax.Word && !p.f.Tokens[p.at+1].NewLine {
		p.at++
	}
	declares := p.at > from
	switch word := p.lower(); word {
	case "if":
		return p.conditional()
	case "sub", "function", "property", "operator":
		return p.function(word)
	case "class", "module", "structure", "interface":
		name := p.at + 1
		p.line()
		p.add(p.block())
		p.ends("end")
		return p.make(Class, from, name, mark)
	case "namespace", "with", "using", "synclock", "region":
		return p.around()
	case "dim", "const":
		p.at++
		return p.declaration(from)
	case "return":
		p.at++
		p.value()
		return p.make(Return, from, from, mark)
	case "throw":
		p.at++
		p.value()
		return p.make(Throw, from, from, mark)
	case "exit":
		kind := Leave
		if next := p.lowerAt(p.at + 1); next == "sub" || next == "function" || next == "property" {
			kind = Return
		}
		p.line()
		return p.make(kind, from, from, mark)
	case "continue":
		p.line()
		return p.make(Leave, from, from, mark)
	case "imports", "option", "implements", "inherits", "enum", "declare", "attribute", "on", "goto":
		if word == "enum" {
			p.line()
			p.statements()
		}
		p.line()
		return p.make(Import, from, from, mark)
	case "for", "while", "do":
		return p.loop(word)
	case "select":
		return p.selected()
	case "try":
		return p.trying()
	case "set", "let", "call", "raiseevent":
		p.at++
	}
	if declares && p.kind() == syntax.Word { // a field
		if next := p.lowerAt(p.at + 1); next == "as" || next == "=" || next == "," {
			return p.declaration(from)
		}
	}
	return p.expressed()
}

// value adds what is behind a word in its line.
func (p *basic) value() {
	if !p.isLineEnd() {
		p.add(p.expression(levelAssign))
	}
}

// expressed parses an expression, what it gives a variable, or a call without parentheses.
func (p *basic) expressed() int32 {
	from, mark := p.at, len(p.stack)
	left := p.expression(levelBinary + len(p.g.Binary))
	if left == 0 {
		return 0
	}
	at := p.at
	switch {
	case p.is("=") || p.has(setAssign):
		p.at++
		p.add(left)
		p.add(p.given(levelBinary))
		return p.make(Assign, from, at, mark)
	case !p.isLineEnd() && p.kind() != syntax.Punct && p.kind() != syntax.Close && !basicEnds[p.lower()]: // MsgBox "x", y
		p.add(left)
		p.row()
		return p.make(Call, from, int(p.t.Nodes[left].At), mark)
	}
	return left
}

// row adds what stands between commas up to where the line, or a branch in it, ends.
func (p *basic) row() {
	for !p.isLineEnd() && p.lower() != "else" {
		before := p.at
		if p.take(",") || p.take("=") {
			continue
		}
		if p.add(p.expression(levelBinary)); p.at == before {
			p.at++
		}
	}
}

// conditional parses If, with its block or in one line.
func (p *basic) conditional() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	p.add(p.expression(levelBinary))
	if p.lower() == "then" {
		p.at++
	}
	if !p.isLineEnd() { // in one line
		p.add(p.oneLine())
		if p.lower() == "else" && !p.f.Tokens[p.at].NewLine {
			p.at++
			p.add(p.oneLine())
		}
		return p.make(If, from, from, mark)
	}
	p.add(p.block())
	switch {
	case p.lower() == "elseif", p.lower() == "else" && p.lowerAt(p.at+1) == "if" && !p.f.Tokens[p.at+1].NewLine:
		if p.lower() == "else" {
			p.at++
		}
		if p.depth++; p.depth > deepest {
			p.add(p.tooDeep())
		} else {
			p.add(p.conditional()) // which ends with this one
		}
		p.depth--
		return p.make(If, from, from, mark)
	case p.lower() == "else":
		p.at++
		p.add(p.block())
	}
	p.ends("end")
	return p.make(If, from, from, mark)
}

// oneLine parses the statements of a branch that is in the line of its If.
func (p *basic) oneLine() int32 {
	from, mark := p.at, len(p.stack)
	for p.at < p.end && !(p.f.Tokens[p.at].NewLine && p.at > from) && p.lower() != "else" {
		before := p.at
		if p.take(":") {
			continue
		}
		if p.add(p.statement()); p.at == before {
			p.at++
		}
	}
	return p.make(Block, from, -1, mark)
}

// function parses Sub and Function, with what they are given, up to their end.
func (p *basic) function(word string) int32 {
	from, mark := p.at, len(p.stack)
	name := min(p.at+1, p.end-1)
	for p.at = name + 1; p.at < p.end && !p.f.Tokens[p.at].NewLine && !p.is("("); p.at++ {
	}
	if p.is("(") {
		p.parameters()
	}
	p.at--
	p.line()
	if word == "property" && !basicEnds[p.lower()] && p.lower() != "get" && p.lower() != "set" { // one that is kept, and not worked out
		return p.make(Declare, from, -1, mark)
	}
	p.add(p.block())
	for word == "property" && p.lower() == "end" && (p.lowerAt(p.at+1) == "get" || p.lowerAt(p.at+1) == "set") {
		p.line()
		p.add(p.block())
	}
	p.ends("end")
	return p.make(Function, from, name, mark)
}

// parameters adds what a function is given: (ByVal a As String, Optional b As String = "x").
func (p *basic) parameters() {
	p.within(p.at, func() {
		for p.at < p.end {
			from, mark, name := p.at, len(p.stack), -1
			for ; p.at < p.end && !p.is(",") && !p.is("="); p.at++ {
				if word := p.lower(); p.kind() == syntax.Word && name < 0 && word != "byval" && word != "byref" && word != "optional" && word != "paramarray" {
					name = p.at
				} else if p.is("(") {
					p.at = min(p.mate(p.at), p.end-1)
				}
			}
			if p.take("=") {
				p.add(p.expression(levelBinary))
			}
			p.add(p.make(Parameter, from, name, mark))
			for p.at < p.end && !p.take(",") {
				p.at++
			}
		}
	})
}

// declaration parses what is declared: Dim a As String = b, c As New T(d).
func (p *basic) declaration(from int) int32 {
	mark := len(p.stack)
	for !p.isLineEnd() {
		before := p.at
		if p.kind() == syntax.Word {
			name := p.at
			p.at++
			p.add(p.make(Name, name, name, len(p.stack)))
		}
		for !p.isLineEnd() && !p.is("=") && !p.is(",") {
			if p.lower() == "new" {
				p.add(p.expression(levelBinary))
				continue
			}
			if p.is("(") {
				p.at = min(p.mate(p.at), p.end-1)
			}
			p.at++
		}
		if p.take("=") {
			p.add(p.given(levelBinary))
		}
		if p.take(","); p.at == before {
			p.at++
		}
	}
	return p.make(Declare, from, -1, mark)
}

// around parses With, Using and the like: what is in their line, and their statements.
func (p *basic) around() int32 {
	from, mark := p.at, len(p.stack)
	word := p.lower()
	if p.at++; word == "using" && p.kindAt(p.at) == syntax.Word && (p.lowerAt(p.at+1) == "as" || p.textAt(p.at+1) == "=") {
		p.add(p.declaration(p.at))
	} else if word != "namespace" && word != "region" {
		p.value()
	}
	if p.at > from && !p.isLineEnd() {
		p.line()
	}
	p.statements()
	p.ends("end")
	return p.make(Block, from, -1, mark)
}

// loop parses For, While and Do, up to their end.
func (p *basic) loop(word string) int32 {
	from, mark := p.at, len(p.stack)
	for p.at++; !p.isLineEnd(); {
		before := p.at
		switch p.lower() {
		case "each", "in", "to", "step", "while", "until", "=":
			p.at++
			continue
		case "as":
			for p.at++; !p.isLineEnd() && p.lower() != "in" && !p.is("="); p.at++ {
			}
			continue
		}
		if p.add(p.given(levelBinary + 4)); p.at == before {
			p.at++
		}
	}
	p.add(p.block())
	p.ends("next", "loop", "wend", "end")
	return p.make(Loop, from, from, mark)
}

// selected parses Select Case, with its cases.
func (p *basic) selected() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	if p.lower() == "case" {
		p.at++
	}
	p.value()
	for p.lower() == "case" {
		begin, own := p.at, len(p.stack)
		if p.at++; p.lower() == "else" {
			p.at++
		}
		p.row()
		p.add(p.block())
		p.add(p.make(Case, begin, begin, own))
	}
	p.ends("end")
	return p.make(Switch, from, from, mark)
}

// trying parses Try, with what it catches.
func (p *basic) trying() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	p.add(p.block())
	for p.lower() == "catch" {
		begin, own := p.at, len(p.stack)
		for p.at++; !p.isLineEnd(); {
			at := p.at
			if p.at++; p.lowerAt(at-1) == "as" {
				p.add(p.make(Name, at, at, len(p.stack)))
			}
		}
		p.add(p.block())
		p.add(p.make(Catch, begin, begin, own))
	}
	if p.lower() == "finally" {
		p.at++
		p.add(p.block())
	}
	p.ends("end")
	return p.make(Try, from, from, mark)
}
