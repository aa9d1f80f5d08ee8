package syntax

import "bytes"

// ElixirHook reads sigils, ~s(…), ~S"""…""", ~w[…], and characters, ?".
func ElixirHook(plain, interpolated int) func(*Scanner) bool {
	return func(s *Scanner) bool {
		rest := s.Src[s.Pos:]
		if rest[0] == ':' {
			return s.symbol()
		}
		if rest[0] == '?' {
			return s.character()
		}
		if rest[0] != '~' || len(rest) < 3 || s.table.class[rest[1]] != classWord {
			return false
		}
		at := s.wordEnd(s.Pos + 1)
		if at >= len(s.Src) {
			return false
		}
		form := interpolated
		if rest[1] >= 'A' && rest[1] <= 'Z' {
			form = plain
		}
		if hasPrefix(s.Src[at:], `"""`) {
			return s.rawUntil(form, at+3, []byte(`"""`))
		}
		if bytes.IndexByte([]byte(`/|"'([{<`), s.Src[at]) < 0 {
			return false
		}
		close := s.Delimited(at)
		if close < 0 {
			return false
		}
		s.Quoted(form, at+1, close, s.flagsEnd(close+1))
		return true
	}
}

// character reads ?x and ?\n as one literal; the ? of a name belongs to it.
func (s *Scanner) character() bool {
	end := s.Pos + 2
	if end <= len(s.Src) && s.Src[end-1] == '\\' {
		end++
	}
	if end > len(s.Src) {
		return false
	}
	s.Emit(Number, end)
	return true
}
