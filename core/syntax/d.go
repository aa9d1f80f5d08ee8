package syntax

// DHook reads what D writes with an exclamation mark: what is not, a !is b, and the one
// argument of a template, which is a part of its name: to!int.
func DHook(s *Scanner) bool {
	end := s.Pos + 1
	for end < len(s.Src) && isLetterOrDigit(s.Src[end]) {
		end++
	}
	switch word := string(s.Src[s.Pos+1 : end]); {
	case word == "":
		return false
	case word == "is" || word == "in":
		s.emit(Punct, end, 0)
		return true
	}
	if last := len(s.Tokens) - 1; last >= 0 && s.Tokens[last].Kind == Word && int(s.Tokens[last].End) == s.Pos {
		s.Tokens[last].End = int32(end)
		s.Pos = end
		return true
	}
	return false
}
