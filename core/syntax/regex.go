package syntax

import "bytes"

// RegexHook is a hook for languages in which / begins a regular-expression
// literal where an operand is expected, and divides elsewhere.
func RegexHook(s *Scanner) bool {
	if s.Src[s.Pos] != '/' || !s.OperandExpected() {
		return false
	}
	if s.tired() {
		return false
	}
	end, ok := regexEnd(s.Src, s.Pos)
	if !ok {
		s.vain(end - s.Pos)
		return false
	}
	s.Emit(Regex, s.flagsEnd(end))
	return true
}

// regexEnd finds the closing slash on the same line, outside character classes.
func regexEnd(src []byte, at int) (end int, ok bool) {
	class := false
	for i := at + 1; i < len(src); i++ {
		switch src[i] {
		case '\n':
			return i, false
		case '\\':
			i++
		case '[':
			class = true
		case ']':
			class = false
		case '/':
			if !class {
				return i + 1, i > at+1
			}
		}
	}
	return len(src), false
}

func (s *Scanner) flagsEnd(at int) int {
	for at < len(s.Src) && s.Src[at] >= 'a' && s.Src[at] <= 'z' {
		at++
	}
	return at
}

// operandWords are keywords after which an operand follows.
var operandWords = map[string]bool{
	"return": true, "typeof": true, "case": true, "in": true, "of": true, "do": true, "else": true,
	"void": true, "delete": true, "throw": true, "new": true, "instanceof": true, "await": true,
	"yield": true, "default": true, "extends": true, "and": true, "or": true, "not": true, "if": true,
	"unless": true, "when": true, "while": true, "until": true, "then": true, "elsif": true, "export": true,
}

// OperandExpected reports whether the token at s.Pos is where a value may
// begin, judged by the token before it.
func (s *Scanner) OperandExpected() bool {
	last := s.Last()
	if last < 0 {
		return true
	}
	t := s.Tokens[last]
	switch t.Kind {
	case Number, String, Regex, Unquote, Text:
		return false
	case Word:
		return operandWords[string(s.Src[t.Start:t.End])] && !s.isMember(last)
	case Close:
		return s.closedStatement(t)
	case Punct:
		text := string(s.Src[t.Start:t.End])
		return text != "++" && text != "--"
	}
	return true
}

func (s *Scanner) isMember(word int) bool {
	return word > 0 && s.Tokens[word-1].Kind == Punct && bytes.HasSuffix(s.Src[s.Tokens[word-1].Start:s.Tokens[word-1].End], []byte{'.'})
}

// closedStatement reports whether a closing bracket ended a statement's head or
// a block, so that a new expression begins after it: if (x) /re/, { } /re/.
func (s *Scanner) closedStatement(t Token) bool {
	if t.Mate < 1 {
		return t.Mate == 0 && s.Src[t.Start] == '}'
	}
	before := s.Tokens[t.Mate-1]
	text := string(s.Src[before.Start:before.End])
	switch s.Src[t.Start] {
	case ')':
		return text == "if" || text == "while" || text == "for" || text == "with"
	case '}':
		if before.Kind == Punct {
			return text == ";" || text == "=>"
		}
		if before.Kind == Word {
			return text == "else" || text == "do" || text == "try" || text == "finally"
		}
		return before.Kind == Close && s.Src[before.Start] == ')' || before.Kind == Open && text == "{" || before.Kind == Close && text == "}"
	}
	return false
}
