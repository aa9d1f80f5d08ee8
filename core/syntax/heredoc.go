package syntax

import "bytes"

// pendingHeredoc is a heredoc whose body begins on the next line.
type pendingHeredoc struct {
	tag    string
	indent bool // the closing tag may be indented
	form   int  // index into Table.Strings of the form its body is written in
}

// Heredoc announces that a body closed by tag begins on the next line; the
// body is read as the string form with this index. For hooks.
func (s *Scanner) Heredoc(tag string, indent bool, form int) {
	s.heredoc = append(s.heredoc, pendingHeredoc{tag, indent, form})
}

// heredocBodies reads the announced bodies from the beginning of a line. A
// body is scanned on its own, so that interpolated parts cannot run past it.
func (s *Scanner) heredocBodies() {
	pending := s.heredoc
	s.heredoc = nil
	for _, h := range pending {
		end, next := heredocEnd(s.Src, s.Pos, h)
		s.Body(end, h.form)
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
		if h.indent {
			line = bytes.TrimLeft(line, " \t")
		}
		if string(line) == h.tag {
			return at, lineEnd
		}
		at = min(lineEnd+1, len(src))
	}
	return len(src), len(src)
}

// Body reads Src[Pos:end] as the contents of a string form: a String token,
// or Quote, parts and Unquote.
func (s *Scanner) Body(end, form int) {
	f := s.table.Strings[form]
	f.Close, f.Doubled, f.Lines = "", false, true
	inner := &Scanner{Src: s.Src[:end], Pos: s.Pos, Tokens: s.Tokens, table: s.table, trivia: s.trivia, newLine: s.newLine, space: s.space}
	inner.begin(form, &f, s.Pos, "")
	inner.run()
	for len(inner.stack) > 0 {
		inner.pop(Unquote, end)
	}
	s.Tokens, s.Pos = inner.Tokens, end
}
