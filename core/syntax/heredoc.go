package syntax

import "bytes"

// pendingHeredoc is a heredoc whose body begins on the next line.
type pendingHeredoc struct {
	tag    string
	indent bool // the closing tag may be indented
	tail   bool // more may stand on the line of the closing tag
	form   int  // index into Table.Strings of the form its body is written in
}

// heredocBodies reads the announced bodies from the beginning of a line.
func (s *Scanner) heredocBodies() {
	pending := s.heredoc
	s.heredoc = nil
	for _, h := range pending {
		end, next := heredocEnd(s.Src, s.Pos, h)
		s.Quoted(h.form, s.Pos, end, end)
		s.skip(Comment, next)
	}
}

// heredocEnd finds the line that closes a heredoc: the offset where the body
// ends and the offset behind the closing tag.
func heredocEnd(src []byte, at int, h pendingHeredoc) (end, next int) {
	for at < len(src) {
		lineEnd := len(src)
		if n := bytes.IndexByte(src[at:], '\n'); n >= 0 {
			lineEnd = at + n
		}
		line := bytes.TrimRight(src[at:lineEnd], "\r")
		begin := at
		if h.indent {
			trimmed := bytes.TrimLeft(line, " \t")
			begin += len(line) - len(trimmed)
			line = trimmed
		}
		if string(line) == h.tag || h.tail && hasPrefix(line, h.tag) && (len(line) == len(h.tag) || !isLetterOrDigit(line[len(h.tag)])) {
			return at, begin + len(h.tag)
		}
		at = min(lineEnd+1, len(src))
	}
	return len(src), len(src)
}

func isLetterOrDigit(c byte) bool {
	return c == '_' || c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '0' && c <= '9'
}

// maxQuoted bounds how deep such strings are read within each other.
const maxQuoted = 40

// Quoted reads a string whose ends a hook has found: the contents
// Src[body:close] are written in the form with this index, and cannot run past
// their end. It becomes Quote, parts and Unquote.
func (s *Scanner) Quoted(form, body, close, end int) {
	quote := int32(len(s.Tokens))
	s.emit(Quote, body, form+1)
	f := s.table.Strings[form]
	f.Close, f.Doubled, f.Lines = "", false, true
	if s.depth >= maxQuoted {
		f.Holes = nil
	}
	inner := &Scanner{
		Src: s.Src[:close], Pos: s.Pos, Tokens: s.Tokens, table: s.table, trivia: s.trivia, island: s.island,
		depth: s.depth + 1, effort: s.effort, stack: []frame{{token: quote, mode: modeQuote, form: &f}},
	}
	for inner.Pos < close {
		inner.run()
		if inner.Pos < close { // cannot happen; never stand still
			inner.Emit(Text, close)
		}
	}
	s.Tokens, s.Pos, s.effort = inner.Tokens, close, inner.effort
	if s.Tokens[quote].Mate >= 0 {
		s.skip(Comment, end) // the contents closed themselves at their end
		return
	}
	unquote := int32(len(s.Tokens))
	s.emit(Unquote, end, 0)
	s.Tokens[quote].Mate, s.Tokens[unquote].Mate = unquote, quote
}

// Delimited reads what a quote operator begins, such as %w( in Ruby or q{ in
// Perl: its delimiter is at offset at. It gives the offset of the closing
// delimiter, which for brackets are counted, or -1.
func (s *Scanner) Delimited(at int) int {
	if at >= len(s.Src) || s.tired() {
		return -1
	}
	open, close := s.Src[at], s.Src[at]
	if n := bytes.IndexByte([]byte("([{<"), open); n >= 0 {
		close = ")]}>"[n]
	}
	depth := 1
	for i := at + 1; i < len(s.Src); i++ {
		switch c := s.Src[i]; {
		case c == '\\':
			i++
		case c == close:
			if depth--; depth == 0 {
				return i
			}
		case c == open:
			depth++
		}
	}
	s.vain(len(s.Src) - at)
	return -1
}
