package syntax

// ClojureHook reads keywords, :gate-port, and characters, \".
func ClojureHook(s *Scanner) bool {
	switch s.Src[s.Pos] {
	case ':':
		return s.symbol()
	case '\\':
		end := s.Pos + 2
		if end > len(s.Src) {
			return false
		}
		s.Emit(Number, s.wordEnd(end))
		return true
	}
	return false
}
