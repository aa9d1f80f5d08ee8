package syntax

import "bytes"

// JSXHook is a hook that reads tags where an operand is expected, and regular
// expressions as RegexHook does.
func JSXHook(s *Scanner) bool {
	if s.Src[s.Pos] != '<' {
		return RegexHook(s)
	}
	if !s.OperandExpected() || s.Pos+1 >= len(s.Src) || s.notTag(s.Pos) {
		return false
	}
	next := s.Src[s.Pos+1]
	if next != '>' && s.table.class[next] != classWord || s.isTypeParameter() {
		return false
	}
	s.open(Open, s.Pos+1, frame{mode: modeTag, end: '>'})
	return true
}

// isTypeParameter tells <T,>(x) => … and <T extends U>(x) => … from a tag.
func (s *Scanner) isTypeParameter() bool {
	at := s.wordEnd(s.Pos + 1)
	rest := bytes.TrimLeft(s.Src[at:min(at+32, len(s.Src))], " \t")
	return hasPrefix(rest, ",") || hasPrefix(rest, "extends ")
}

// tag reads one token inside a JSX tag.
func (s *Scanner) tag() {
	c := s.Src[s.Pos]
	top := len(s.stack) - 1
	switch {
	case s.table.class[c] == classSpace:
		s.white()
	case s.comment():
	case c == '{':
		s.open(Open, s.Pos+1, frame{mode: modeCode, end: '}'})
	case c == '"' || c == '\'':
		s.attribute(c)
	case c == '/' && s.Pos+1 < len(s.Src) && s.Src[s.Pos+1] == '>':
		s.pop(Close, s.Pos+2)
	case c == '>':
		// The element goes on: its children are read until the closing tag.
		s.Emit(Punct, s.Pos+1)
		s.stack[top].mode = modeChildren
	case s.table.class[c] == classWord:
		end := s.wordEnd(s.Pos + 1)
		for end < len(s.Src) && (s.Src[end] == '-' || s.Src[end] == ':') {
			end = s.wordEnd(end + 1)
		}
		s.Emit(Word, end)
	default:
		s.Emit(Punct, s.Pos+1)
	}
}

func (s *Scanner) attribute(quote byte) {
	end := bytes.IndexByte(s.Src[s.Pos+1:], quote)
	if end < 0 {
		s.Emit(Text, len(s.Src))
		return
	}
	s.Emit(Text, s.Pos+1+end+1)
}

// children reads what is between tags: text, {expressions} and elements.
func (s *Scanner) children() {
	rest := s.Src[s.Pos:]
	switch {
	case rest[0] == '{':
		s.open(Open, s.Pos+1, frame{mode: modeCode, end: '}'})
	case hasPrefix(rest, "</"):
		end := bytes.IndexByte(rest, '>')
		if end < 0 {
			end = len(rest) - 1
		}
		s.pop(Close, s.Pos+end+1)
	case rest[0] == '<':
		s.open(Open, s.Pos+1, frame{mode: modeTag, end: '>'})
	default:
		end := bytes.IndexAny(rest, "{<")
		if end < 0 {
			end = len(rest)
		}
		s.Emit(Text, s.Pos+end)
	}
}

// maxNotTags bounds how often a tag that never closes is taken back.
const maxNotTags = 16

func (s *Scanner) notTag(offset int) bool {
	if len(s.notTags) >= maxNotTags {
		return true
	}
	for _, o := range s.notTags {
		if o == offset {
			return true
		}
	}
	return false
}

// takeBackTag goes back to the outermost tag that was never closed, which
// then cannot have been one (a type parameter, a damaged file), so that the
// rest of the file is read as code. It reports whether there was any.
func (s *Scanner) takeBackTag() bool {
	for i, f := range s.stack {
		if f.mode != modeTag && f.mode != modeChildren {
			continue
		}
		t := s.Tokens[f.token]
		s.Tokens, s.stack = s.Tokens[:f.token], s.stack[:i]
		s.Pos, s.newLine, s.space = int(t.Start), t.NewLine, t.SpaceAhead
		s.notTags = append(s.notTags, s.Pos)
		return true
	}
	return false
}
