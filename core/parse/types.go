package parse

import "inzicht/core/syntax"

// angles returns where type arguments that begin here end, or 0 where these are
// none.
func (p *parser) angles() int {
	open := 0
	for i := p.at; i < p.end && i < p.at+120; i++ {
		switch text := p.textAt(i); {
		case text == "<":
			open++
		case text == ">":
			open--
		case text == ">>":
			open -= 2
		case text == ">>>":
			open -= 3
		case p.kindAt(i) == syntax.Open && (text != "{" || p.g.ObjectTypes):
			i = p.mate(i)
		case p.kindAt(i) == syntax.Word, text == ",", text == ".", text == "?", text == "::", text == "|", text == "&", text == "*", text == "'", text == "=>", text == ":", p.kindAt(i) == syntax.String:
		case text == "->" && p.g.Closures && p.textAt(i-1) == ")": // (T) -> T
		case text == "=" && p.g.ObjectTypes: // <T = string>
		case p.g.Rules != "" && (text == "=" || text == "->" || text == "+"): // Iterator<Item = T>, Fn(T) -> T
		default:
			return 0
		}
		if open <= 0 {
			if open < 0 {
				return 0
			}
			return i + 1
		}
	}
	return 0
}

// angleEnd returns where type arguments end that begin at a token, or 0.
func (p *parser) angleEnd(i int) int {
	at := p.at
	p.at = i
	end := p.angles()
	p.at = at
	return end
}

// skipType goes on behind a type.
func (p *parser) skipType() {
	word := false // the last token was a word that ends a type
	for begun := p.at; p.at < p.end; {
		text := p.text()
		switch kind := p.kind(); {
		case text == "const" && p.textAt(p.at-1) == "*": // char *const x
			p.at++
		case text == "const" && p.at == begun: // [] as const
			word = p.g.Records && p.g.sets[setCasts]["as"]
			p.at++
		case p.g.ObjectTypes && (word && (text == "is" || text == "extends") || !word && text == "import" && p.textAt(p.at+1) == "("): // a is T
			p.at++
			word = false
		case kind == syntax.Word:
			if word || p.g.words[text] != wordNone && p.g.words[text] != wordNothing && p.g.words[text] != wordBool && p.g.words[text] != wordFunction && p.g.words[text] != wordModifier {
				return
			}
			switch text {
			case "any":
				word = p.g.ObjectTypes // elsewhere a word before a type
			case "long", "unsigned", "signed", "short":
				word = !p.goesOnType()
			case "keyof", "typeof", "readonly", "mut", "dyn", "impl", "const", "struct", "infer", "is", "asserts", "extends", "some", "inout", "unique", "fn", "Fn", "abstract", "new":
			default:
				word = true
			}
			p.at++
		case text == "<":
			end := p.angles()
			if end == 0 {
				return
			}
			p.at, word = end, word || !p.g.ObjectTypes // <T>(a: T) => T
		case text == "[" || text == "(":
			if word && text == "(" && p.textAt(p.at-1) != "fn" && p.textAt(p.at-1) != "Fn" {
				return
			}
			p.at, word = min(p.mate(p.at)+1, p.end), true
		case text == "{" && p.g.ObjectTypes && !word:
			p.at, word = min(p.mate(p.at)+1, p.end), true
		case text == "{":
			if word || p.at != begun && !p.g.sets[setMember][p.textAt(p.at-1)] && p.textAt(p.at-1) != "|" && p.textAt(p.at-1) != "&" && p.textAt(p.at-1) != ":" || p.head || !p.g.Records || p.g.Layout != Braces {
				return
			}
			p.at, word = min(p.mate(p.at)+1, p.end), true
		case kind == syntax.String && !word:
			p.at++
			word = true
		case text == "." || text == "::" || text == "|" && !p.g.Bars || text == "&" || text == "->" || text == "=>" && word && p.typeArrow() || text == "?." || text == "\\":
			p.at++
			word = false
		case text == "'" && p.kindAt(p.at+1) == syntax.Word: // a lifetime
			p.at += 2
		case text == "?" || text == "*" || text == "**" || text == "!" || text == "..." || text == "@" && !p.f.Tokens[p.at].NewLine:
			p.at++
		default:
			return
		}
	}
}

// goesOnType reports whether the word of a type is one of several: unsigned int x, but
// not long x = 1.
func (p *parser) goesOnType() bool {
	next := p.textAt(p.at + 2)
	return p.kindAt(p.at+1) == syntax.Word && (p.kindAt(p.at+2) == syntax.Word || next == "*" || next == "&")
}

// typeArrow reports whether => belongs to the type of a function: what stands
// before it is the end of parentheses, and not of a type in parentheses: (A | B) => c.
func (p *parser) typeArrow() bool {
	if p.textAt(p.at-1) != ")" || !p.g.Angles {
		return false
	}
	if !p.g.ObjectTypes {
		return p.head
	}
	open := p.f.Mate(p.at - 1)
	switch first, second := p.textAt(open+1), p.textAt(open+2); {
	case first == ")", first == "...", first == "{", first == "[":
		return true
	default:
		return p.kindAt(open+1) == syntax.Word && (second == ":" || second == "?:" || second == ",")
	}
}

// isType reports whether tokens are those of a type and nothing else.
func (p *parser) isType(from, to int) bool {
	words := 0
	for i := from; i < to; i++ {
		switch text := p.textAt(i); {
		case i == from && p.kindAt(i) != syntax.Word && text != "\\":
			return false
		case p.kindAt(i) == syntax.Word:
			if p.g.words[text] == wordNothing || p.g.words[text] == wordBool {
				return false
			}
			words++
		case text == "*" || text == "." || text == "::" || text == "<" || text == ">" || text == ">>" || text == "[" || text == "]" || text == "?" || text == "," || text == "&" || text == "\\":
		default:
			return false
		}
	}
	return words > 0
}

// signsType reports whether a colon with space before it, and a type, are behind a name: a : T.
func (p *parser) signsType() bool {
	return p.g.TypeSign == ":" && p.is(":") && p.choosing != p.inside+1 && p.f.Tokens[p.at].SpaceAhead && p.kindAt(p.at+1) == syntax.Word
}

// signedType goes on behind the sign of a type and the type, which may stand up to the end of its
// line.
func (p *parser) signedType() {
	for p.at++; p.at < p.end && !p.newLine() && !p.is("=") && !p.is(";") && !p.is(","); p.at++ {
		if p.kind() == syntax.Open {
			p.at = min(p.mate(p.at), p.end-1)
		}
	}
}

// isTuple reports whether parentheses hold the types of a tuple that a function returns:
// (string, int) Read(string name) { … }.
func (p *parser) isTuple(open int) bool {
	name := p.mate(open) + 1
	parameters := name + 1
	if p.textAt(parameters) == "<" && p.angleEnd(parameters) > 0 {
		parameters = p.angleEnd(parameters)
	}
	return p.kindAt(name) == syntax.Word && p.wordAt(name) == wordNone && p.textAt(parameters) == "(" && p.methodBodyAt(p.mate(parameters)+1)
}
