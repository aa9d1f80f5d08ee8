package syntax

import "bytes"

// longestInfix is how many bytes an operator has at most that a program of R defines itself.
const longestInfix = 16

// RHook reads the operators that R alone has: the sign that gives a variable round a function a
// value, x <<- 1, and those between two percent signs, x %in% y.
func RHook(s *Scanner) bool {
	rest := s.Src[s.Pos:]
	if hasPrefix(rest, "<<-") {
		s.emit(Punct, s.Pos+3, 0)
		return true
	}
	if rest[0] != '%' {
		return false
	}
	end := bytes.IndexByte(rest[1:min(len(rest), longestInfix)], '%')
	if end < 0 || bytes.IndexByte(rest[:end+1], '\n') >= 0 {
		return false
	}
	s.emit(Punct, s.Pos+end+2, 0)
	return true
}
