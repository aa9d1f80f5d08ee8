package syntax

// PHPHook reads heredocs and nowdocs.
func PHPHook(plain, interpolated int) func(*Scanner) bool {
	return func(s *Scanner) bool {
		rest := s.Src[s.Pos:]
		if !hasPrefix(rest, "<<<") {
			return false
		}
		at := 3
		for at < len(rest) && (rest[at] == ' ' || rest[at] == '\t') {
			at++
		}
		quote, form := byte(0), interpolated
		if at < len(rest) && (rest[at] == '\'' || rest[at] == '"') {
			if quote = rest[at]; quote == '\'' {
				form = plain
			}
			at++
		}
		end := at
		for end < len(rest) && isLetterOrDigit(rest[end]) {
			end++
		}
		if end == at {
			return false
		}
		tag := string(rest[at:end])
		if quote != 0 {
			end++
		}
		s.heredoc = append(s.heredoc, pendingHeredoc{tag: tag, indent: true, tail: true, form: form})
		s.Emit(Number, min(s.Pos+end, len(s.Src)))
		return true
	}
}
