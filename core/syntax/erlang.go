package syntax

// erlangWords are the words of Erlang that are no atoms, though they are written so: those
// that begin or part expressions, operators, and those of which a value is known.
var erlangWords = map[string]bool{
	"case": true, "of": true, "end": true, "if": true, "when": true, "fun": true, "begin": true, "receive": true, "after": true, "try": true, "catch": true,
	"maybe": true, "else": true, "andalso": true, "orelse": true, "not": true, "and": true, "or": true, "xor": true, "div": true, "rem": true, "band": true, "bor": true,
	"bxor": true, "bnot": true, "bsl": true, "bsr": true, "true": true, "false": true,
}

// ErlangHook reads atoms, words that stand for themselves, as texts of one form of the table,
// and characters, $a.
func ErlangHook(form int) func(*Scanner) bool {
	return func(s *Scanner) bool {
		if s.Src[s.Pos] == '$' { // $a, $\n
			return s.character()
		}
		end := s.wordEnd(s.Pos)
		if s.Pos > 0 && (s.Src[s.Pos-1] == '?' || s.Src[s.Pos-1] == '#' || s.Src[s.Pos-1] == '.') || erlangWords[string(s.Src[s.Pos:end])] {
			return false // a macro, a record or its field
		}
		if end < len(s.Src) && (s.Src[end] == '(' || s.Src[end] == ':' || s.Src[end] == '/') {
			return false // a function or its module
		}
		if end+1 < len(s.Src) && s.Src[end] == '.' && isLetterOrDigit(s.Src[end+1]) {
			return false // a path, as patterns write it
		}
		s.emit(String, end, form+1)
		return true
	}
}
