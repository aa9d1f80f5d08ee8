package syntax

import "bytes"

// Strings whose delimiter the writer chooses: each hook reads those of one
// language. Raw is the index of the form that such strings are written in.

// RustHook reads r"…", r#"…"#, br#"…"# and c"…", and tells lifetimes from
// characters, which the table does.
func RustHook(raw int) func(*Scanner) bool {
	return func(s *Scanner) bool {
		at := s.Pos
		for at < len(s.Src) && at < s.Pos+2 && (s.Src[at] == 'b' || s.Src[at] == 'c') {
			at++
		}
		if at >= len(s.Src) || s.Src[at] != 'r' {
			return false
		}
		at++
		hashes := 0
		for at < len(s.Src) && s.Src[at] == '#' {
			hashes++
			at++
		}
		if at >= len(s.Src) || s.Src[at] != '"' {
			return false
		}
		return s.rawUntil(raw, at+1, append([]byte{'"'}, bytes.Repeat([]byte{'#'}, hashes)...))
	}
}

// repeated counts how often a byte follows itself from at on. What is
// counted again at every byte of a long run is counted as looked at in vain.
func (s *Scanner) repeated(c byte, at int) int {
	if s.tired() {
		return 0
	}
	end := at
	for end < len(s.Src) && s.Src[end] == c {
		end++
	}
	if end-at > longRun {
		s.vain(end - at)
	}
	return end - at
}

// longRun is how often a delimiter is repeated at most by a person.
const longRun = 40

// rawUntil reads a raw string whose contents begin at body and end at close.
func (s *Scanner) rawUntil(raw, body int, close []byte) bool {
	if s.tired() {
		return false
	}
	n := bytes.Index(s.Src[body:], close)
	if n < 0 {
		s.vain(len(s.Src) - body)
		return false
	}
	s.Quoted(raw, body, body+n, body+n+len(close))
	return true
}

// CppHook reads R"delimiter(…)delimiter".
func CppHook(raw int) func(*Scanner) bool {
	return func(s *Scanner) bool {
		rest := s.Src[s.Pos:]
		for _, prefix := range []string{`R"`, `LR"`, `uR"`, `UR"`, `u8R"`} {
			if !hasPrefix(rest, prefix) {
				continue
			}
			n := bytes.IndexByte(rest[len(prefix):min(len(rest), len(prefix)+17)], '(')
			if n < 0 {
				return false
			}
			delimiter := rest[len(prefix) : len(prefix)+n]
			return s.rawUntil(raw, s.Pos+len(prefix)+n+1, append(append([]byte{')'}, delimiter...), '"'))
		}
		return false
	}
}

// SwiftHook reads #"…"# and #"""…"""#.
func SwiftHook(raw int) func(*Scanner) bool {
	return func(s *Scanner) bool {
		at := s.Pos + s.repeated('#', s.Pos)
		hashes := s.Src[s.Pos:at]
		if len(hashes) == 0 || at >= len(s.Src) || s.Src[at] != '"' {
			return false
		}
		quotes := []byte{'"'}
		if hasPrefix(s.Src[at:], `"""`) {
			quotes = []byte(`"""`)
		}
		return s.rawUntil(raw, at+len(quotes), append(quotes, hashes...))
	}
}

// LuaHook reads [[…]] and [==[…]==], and the comments: --[[…]], --[==[…]==],
// and -- to the end of the line.
func LuaHook(raw int) func(*Scanner) bool {
	return func(s *Scanner) bool {
		if !hasPrefix(s.Src[s.Pos:], "--") {
			body, close := longBracket(s.Src, s.Pos)
			return close != nil && s.rawUntil(raw, body, close)
		}
		end, stop := s.Pos+2, []byte("\n")
		if body, close := longBracket(s.Src, end); close != nil {
			end, stop = body, close
		}
		switch n := bytes.Index(s.Src[end:], stop); {
		case n < 0:
			end = len(s.Src)
		case len(stop) == 1:
			end += n
		default:
			end += n + len(stop)
		}
		s.Skip(end)
		return true
	}
}

// longBracket returns where the text of a bracket such as [==[ starts and what
// closes it, or nil where none stands.
func longBracket(src []byte, at int) (body int, close []byte) {
	if at >= len(src) || src[at] != '[' {
		return 0, nil
	}
	level := at + 1
	for level < len(src) && src[level] == '=' {
		level++
	}
	if level >= len(src) || src[level] != '[' {
		return 0, nil
	}
	return level + 1, append(append([]byte{']'}, src[at+1:level]...), ']')
}

// CSharpHook reads raw strings of three or more quotes, and passes over
// preprocessor lines other than conditions.
func CSharpHook(raw, interpolated int) func(*Scanner) bool {
	return func(s *Scanner) bool {
		dollars := s.repeated('$', s.Pos)
		at := s.Pos + dollars
		quotes := at + s.repeated('"', at)
		if quotes-at < 3 {
			return false
		}
		form := raw
		if dollars == 1 {
			form = interpolated
		}
		return s.rawUntil(form, quotes, s.Src[at:quotes])
	}
}
