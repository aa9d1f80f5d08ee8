package syntax

// CrystalHook reads the mark behind brackets by which what is asked for may be missing, and
// which is no part of the dot behind it: a["b"]?.c.
func CrystalHook(s *Scanner) bool {
	if s.Pos == 0 || s.Src[s.Pos-1] != ']' {
		return false
	}
	s.emit(Punct, s.Pos+1, 0)
	return true
}
