package parse

import (
	"strings"

	"inzicht/core/syntax"
)

// PowerShell returns the tree of a file in PowerShell, in which a statement is
// a row of commands, and a command has arguments without parentheses.
func PowerShell(f *syntax.File) *Tree {
	p := &powershell{ownParser(f, ownGrammar)}
	p.statements()
	return p.finish()
}

// powershell makes the tree of one file.
type powershell struct{ *parser }

// statements adds the statements up to where tokens end.
func (p *powershell) statements() {
	for p.at < p.end {
		before := p.at
		if p.take(";") {
			continue
		}
		p.add(p.statement())
		if p.at == before {
			p.unknown()
		}
	}
}

func (p *powershell) lower() string { return strings.ToLower(p.text()) }

// statement parses one statement, or what an assignment gives.
func (p *powershell) statement() int32 {
	if p.depth++; p.depth > deepest {
		defer func() { p.depth-- }()
		return p.tooDeep()
	}
	defer func() { p.depth-- }()
	from, mark := p.at, len(p.stack)
	if p.kind() == syntax.Word {
		switch next := p.textAt(p.at + 1); p.lower() {
		case "function", "filter":
			return p.function()
		case "if":
			return p.conditional()
		case "foreach", "while", "for", "until":
			if next == "(" {
				return p.loop()
			}
		case "do":
			if next == "{" {
				return p.doLoop()
			}
		case "switch":
			return p.switching()
		case "try":
			if next == "{" {
				return p.trying()
			}
		case "param":
			if next == "(" {
				return p.defaults()
			}
		case "begin", "process", "end", "class":
			for i := p.at + 1; i < p.end && i < p.at+6; i++ {
				if p.textAt(i) == "{" {
					p.at = i
					return p.block()
				}
			}
		case "return":
			return p.leaving(Return)
		case "throw":
			return p.leaving(Throw)
		case "break", "continue":
			p.at++
			return p.make(Leave, from, from, mark)
		case "using":
			for p.at++; p.at < p.end && !p.newLine() && !p.is(";"); p.at++ {
			}
			return p.make(Import, from, from, mark)
		}
	}
	return p.assignment()
}

// assigns are the operators that give a variable a value.
var assigns = set("= += -= *= /= ??=")

// assignment parses commands, and what they are assigned to.
func (p *powershell) assignment() int32 {
	from, mark := p.at, len(p.stack)
	left := p.pipeline()
	if left == 0 || p.newLine() || !assigns[p.text()] {
		return left
	}
	at := p.at
	p.at++
	p.add(left)
	p.add(p.statement())
	return p.make(Assign, from, at, mark)
}

// pipeline parses commands between bars: what one gives, the next is called
// with, as a method of it.
func (p *powershell) pipeline() int32 {
	from, mark := p.at, len(p.stack)
	left := p.commas(p.element)
	for left != 0 && p.at < p.end {
		at := p.at
		switch {
		case p.is("|") && p.at+1 < p.end && p.kindAt(p.at+1) != syntax.Close:
			p.at++
			name := p.at
			p.at++
			p.add(left)
			p.add(p.make(Member, from, name, mark))
			p.arguments()
			left = p.make(Call, from, name, mark)
		case p.is("&&") || p.is("||"):
			p.at++
			p.add(left)
			p.add(p.commas(p.element))
			left = p.make(Binary, from, at, mark)
		default:
			return left
		}
	}
	return left
}

// commas parses one part, or a list of several between commas.
func (p *powershell) commas(part func() int32) int32 {
	from, mark := p.at, len(p.stack)
	node := part()
	if node == 0 || !p.is(",") {
		return node
	}
	p.add(node)
	for p.take(",") {
		p.add(part())
	}
	return p.make(List, from, -1, mark)
}

// element parses a command with its arguments, or an expression.
func (p *powershell) element() int32 {
	from, mark := p.at, len(p.stack)
	called := (p.is("&") || p.is(".")) && p.at+1 < p.end && p.kindAt(p.at+1) != syntax.Close
	if !called && !p.isCommand() {
		return p.expression(0)
	}
	if called {
		p.at++
	}
	at := p.at
	p.add(p.operand())
	p.arguments()
	return p.make(Call, from, at, mark)
}

// isCommand reports whether a command begins: a word that is no variable, and is
// not worked with.
func (p *powershell) isCommand() bool {
	text := p.text()
	if p.kind() != syntax.Word || text == "" || text[0] == '$' {
		return false
	}
	next := p.textAt(p.at + 1)
	return next != ":" && next != "::" && !assigns[next] || p.at+1 < p.end && p.f.Tokens[p.at+1].NewLine
}

// ends reports whether nothing more belongs to a command.
func (p *powershell) ends() bool {
	if p.is("`") && p.at+1 < p.end && p.f.Tokens[p.at+1].NewLine { // it goes on with the next line
		p.at++
		return false
	}
	if p.at >= p.end || p.newLine() && !p.goesOn() {
		return true
	}
	switch p.text() {
	case "|", ";", "&&", "||", "}", ")":
		return true
	}
	return false
}

// goesOn reports whether the line before ends with the mark that has a command
// go on with this one.
func (p *powershell) goesOn() bool { return p.at > 0 && p.f.Is(p.at-1, "`") }

// arguments adds the arguments of a command.
func (p *powershell) arguments() {
	for !p.ends() {
		before := p.at
		if p.isOption(p.at) {
			p.option()
		} else {
			p.add(p.commas(p.argument))
		}
		if p.at == before {
			p.at++
		}
	}
}

// isOption reports whether the name of a parameter is at a token: -Name.
func (p *powershell) isOption(i int) bool {
	return p.textAt(i) == "-" && p.kindAt(i+1) == syntax.Word && !p.f.Tokens[i+1].SpaceAhead && p.textAt(i + 1)[0] != '$'
}

// option adds -Name value; what has no value stands by itself.
func (p *powershell) option() {
	from, mark := p.at, len(p.stack)
	p.at += 2
	p.take(":")
	if !p.ends() && !p.isOption(p.at) {
		p.add(p.commas(p.argument))
	}
	p.add(p.make(Pair, from, from+1, mark))
}

// argument parses one argument: an operand, or whatever is there up to the
// next space.
func (p *powershell) argument() int32 {
	text := p.text()
	switch k := p.kind(); {
	case k == syntax.Word && text != "" && text[0] != '$', k == syntax.Punct && text != "@" && text != "$", k == syntax.Open && text == "[":
		return p.bare()
	}
	return p.operand()
}

// bare parses an argument without quotes: env:NAME, some/path, --flag=value.
func (p *powershell) bare() int32 {
	from, mark := p.at, len(p.stack)
	for p.at++; p.at < p.end && !p.f.Tokens[p.at].SpaceAhead && !p.f.Tokens[p.at].NewLine; {
		switch text := p.text(); text {
		case ",", ";", "|", ")", "}":
			return p.make(Text, from, from, mark)
		}
		switch k := p.kind(); {
		case k == syntax.Open, k == syntax.Quote, k == syntax.String, k == syntax.Word && p.text()[0] == '$':
			p.add(p.operand())
		default:
			p.at++
		}
	}
	if len(p.stack) > mark {
		return p.make(Unknown, from, -1, mark)
	}
	return p.make(Text, from, from, mark)
}

// block parses the statements between braces.
func (p *powershell) block() int32 {
	from, mark := p.at, len(p.stack)
	if !p.is("{") {
		return 0
	}
	p.within(p.at, p.statements)
	return p.make(Block, from, -1, mark)
}

// lambda parses a block that something else runs.
func (p *powershell) lambda() int32 {
	from, mark := p.at, len(p.stack)
	p.body()
	return p.make(Lambda, from, -1, mark)
}

// body adds the parameters that a block names, and the rest of it.
func (p *powershell) body() {
	p.within(p.at, func() {
		at := p.at
		for p.textAt(at) == "[" && p.mate(at) < p.end { // what is said of the function
			at = p.mate(at) + 1
		}
		if strings.EqualFold(p.textAt(at), "param") && p.textAt(at+1) == "(" {
			p.at = at + 1
			p.parameters()
		}
		from, mark := p.at, len(p.stack)
		p.statements()
		p.add(p.make(Block, from, -1, mark))
	})
}

// function parses a function, whose parameters stand behind its name or in it.
func (p *powershell) function() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	name := p.at
	for p.at < p.end && !p.is("(") && !p.is("{") && !(p.at > name && p.newLine()) {
		p.at++
	}
	if p.is("(") {
		p.parameters()
	}
	if p.is("{") {
		p.body()
	}
	return p.make(Function, from, name, mark)
}

// parameters adds the parameters in parentheses, with their defaults.
func (p *powershell) parameters() {
	p.eachParameter(func(from, at, mark int) { p.add(p.make(Parameter, from, at, mark)) })
}

// defaults parses the parameters of a script: what they are where nothing is
// given.
func (p *powershell) defaults() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	p.eachParameter(func(from, at, mark int) {
		if len(p.stack) > mark {
			value := p.stack[mark]
			p.stack = p.stack[:mark]
			to := p.at
			p.at = at + 1
			name := p.make(Name, at, at, mark)
			p.at = to
			p.stack = append(p.stack, name, value)
			p.add(p.make(Assign, at, at+1, mark))
		}
	})
	return p.make(Block, from, -1, mark)
}

// eachParameter calls f for each parameter in parentheses, whose default is on
// the stack above mark.
func (p *powershell) eachParameter(f func(from, at, mark int)) {
	p.within(p.at, func() {
		for p.at < p.end {
			from, mark := p.at, len(p.stack)
			for p.is("[") && p.mate(p.at) < p.end {
				p.at = p.mate(p.at) + 1
			}
			if at := p.at; strings.HasPrefix(p.text(), "$") {
				p.at++
				if p.take("=") {
					p.add(p.expression(0))
				}
				f(from, at, mark)
			}
			for p.at < p.end && !p.is(",") {
				p.at++
			}
			p.take(",")
		}
	})
}

// conditional parses if, with what else is run.
func (p *powershell) conditional() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	p.condition()
	p.add(p.block())
	switch p.lower() {
	case "elseif":
		p.add(p.conditional())
	case "else":
		p.at++
		p.add(p.block())
	}
	return p.make(If, from, from, mark)
}

// condition adds what is in parentheses.
func (p *powershell) condition() {
	if p.is("(") {
		p.add(p.grouped(p.at, false))
	}
}

// loop parses foreach, for and while.
func (p *powershell) loop() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	p.within(p.at, func() {
		for p.at < p.end {
			before := p.at
			if p.take(";") {
				continue
			}
			if strings.EqualFold(p.textAt(p.at+1), "in") {
				p.add(p.variable())
				p.at++
			}
			p.add(p.assignment())
			if p.at == before {
				p.at++
			}
		}
	})
	p.add(p.block())
	return p.make(Loop, from, from, mark)
}

// doLoop parses do { … } while (…).
func (p *powershell) doLoop() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	p.add(p.block())
	if word := p.lower(); word == "while" || word == "until" {
		p.at++
		p.condition()
	}
	return p.make(Try, from, from, mark)
}

// switching parses switch, with its cases.
func (p *powershell) switching() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	for p.isOption(p.at) { // -Regex
		p.at += 2
	}
	p.condition()
	if p.is("{") {
		p.within(p.at, func() {
			for p.at < p.end {
				before := p.at
				p.oneCase()
				if p.at == before {
					p.at++
				}
			}
		})
	}
	return p.make(Switch, from, from, mark)
}

// oneCase adds what a switch does for one pattern.
func (p *powershell) oneCase() {
	from, mark := p.at, len(p.stack)
	if p.take(";") {
		return
	}
	if p.lower() == "default" {
		p.at++
	} else {
		p.add(p.operand())
	}
	if !p.is("{") {
		return
	}
	p.add(p.block())
	p.add(p.make(Case, from, from, mark))
}

// trying parses try, with what catches.
func (p *powershell) trying() int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	p.add(p.block())
	for p.lower() == "catch" {
		at, own := p.at, len(p.stack)
		for p.at++; p.at < p.end && !p.is("{"); p.at++ {
		}
		p.add(p.block())
		p.add(p.make(Catch, at, at, own))
	}
	if p.lower() == "finally" {
		p.at++
		p.add(p.block())
	}
	return p.make(Try, from, from, mark)
}

// leaving parses return and throw.
func (p *powershell) leaving(kind Kind) int32 {
	from, mark := p.at, len(p.stack)
	p.at++
	if p.at < p.end && !p.newLine() && !p.is(";") && !p.is("}") {
		p.add(p.assignment())
	}
	return p.make(kind, from, from, mark)
}
