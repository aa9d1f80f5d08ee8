package syntax

// PowerShellHook reads the names of commands, which have hyphens in them: a verb,
// and what it is done to.
func PowerShellHook(s *Scanner) bool {
	end := s.wordEnd(s.Pos)
	hyphens := false
	for end > s.Pos && end+1 < len(s.Src) && s.Src[end] == '-' && isLetter(s.Src[end+1]) {
		hyphens = true
		end = s.wordEnd(end + 1)
	}
	if !hyphens || s.Pos > 0 && s.Src[s.Pos-1] == '-' { // --flag-name
		return false
	}
	s.emit(Word, end, 0)
	return true
}

func isLetter(c byte) bool { return c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' }
