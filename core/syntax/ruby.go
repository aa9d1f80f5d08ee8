package syntax

import (
	"bytes"
	"strings"
)

// RubyForms are the indexes of the string forms that RubyHook reads.
type RubyForms struct{ Plain, Interpolated int }

// RubyHook reads what a table cannot say of Ruby: regular expressions,
// %-literals, heredocs, symbols and character literals.
func RubyHook(forms RubyForms) func(*Scanner) bool {
	return func(s *Scanner) bool {
		rest := s.Src[s.Pos:]
		switch rest[0] {
		case '/':
			if s.valueExpected() {
				return s.interpolatedRegex(forms.Interpolated)
			}
		case '%':
			return s.valueExpected() && s.percentLiteral(forms)
		case '<':
			return s.rubyHeredoc(forms)
		case '$':
			return s.specialVariable("'\"&`+~!@/\\;,.<>*$?:")
		case ':':
			return s.symbol()
		case '?':
			if len(rest) > 2 && s.OperandExpected() && s.table.class[rest[1]] != classSpace && !isLetterOrDigit(rest[2]) {
				s.emit(Number, s.Pos+2, 0)
				return true
			}
		case '_':
			if s.atLineStart() && hasPrefix(rest, "__END__\n") {
				s.Skip(len(s.Src))
				return true
			}
		}
		return false
	}
}

// valueExpected is OperandExpected, and for a word before it, whether it
// begins an argument: puts /x/, puts %w(a).
func (s *Scanner) valueExpected() bool {
	if s.newLine || s.OperandExpected() {
		return true
	}
	last := s.Last()
	if s.Tokens[last].Kind != Word || !s.space || s.Pos+1 >= len(s.Src) {
		return false
	}
	next := s.Src[s.Pos+1]
	return s.table.class[next] != classSpace && next != '=' && !s.isMember(last)
}

func (s *Scanner) interpolatedRegex(form int) bool {
	if s.tired() {
		return false
	}
	end, ok := regexEnd(s.Src, s.Pos)
	if !ok {
		s.vain(end - s.Pos)
		return false
	}
	s.Quoted(form, s.Pos+1, end-1, s.flagsEnd(end))
	return true
}

// percentLiteral reads %q( %Q( %w[ %i{ %r| %( and the like.
func (s *Scanner) percentLiteral(forms RubyForms) bool {
	at, form := s.Pos+1, forms.Interpolated
	if at < len(s.Src) && bytes.IndexByte([]byte("qQwWiIrxs"), s.Src[at]) >= 0 {
		if bytes.IndexByte([]byte("qwis"), s.Src[at]) >= 0 {
			form = forms.Plain
		}
		at++
	}
	if at >= len(s.Src) || isLetterOrDigit(s.Src[at]) || s.table.class[s.Src[at]] == classSpace || s.Src[at] == '=' {
		return false
	}
	close := s.Delimited(at)
	if close < 0 {
		return false
	}
	if kind := s.Src[s.Pos+1]; kind == 'w' || kind == 'W' || kind == 'i' || kind == 'I' {
		s.wordList(at, close, form)
		return true
	}
	s.Quoted(form, at+1, close, s.flagsEnd(close+1))
	return true
}

// wordList reads the words between at and close as a list in brackets: each
// is a string of its own.
func (s *Scanner) wordList(at, close, form int) {
	s.open(Open, at+1, frame{mode: modeCode})
	for s.Pos < close {
		end := s.Pos
		for end < close && s.table.class[s.Src[end]] == classSpace {
			end++
		}
		if end > s.Pos {
			s.skip(Space, end)
			continue
		}
		for end < close && s.table.class[s.Src[end]] != classSpace {
			end++
		}
		s.Quoted(form, s.Pos, end, end)
	}
	s.pop(Close, close+1)
}

// rubyHeredoc reads <<~TAG, <<-TAG and <<TAG; the body follows on the next line.
func (s *Scanner) rubyHeredoc(forms RubyForms) bool {
	rest := s.Src[s.Pos:]
	if !hasPrefix(rest, "<<") || len(rest) < 4 {
		return false
	}
	at, indent := 2, false
	if rest[2] == '~' || rest[2] == '-' {
		at, indent = 3, true
	}
	quote := byte(0)
	if at < len(rest) && (rest[at] == '"' || rest[at] == '\'' || rest[at] == '`') {
		quote = rest[at]
		at++
	}
	end := at
	for end < len(rest) && isLetterOrDigit(rest[end]) {
		end++
	}
	if end == at || rest[at] >= '0' && rest[at] <= '9' || !indent && (rest[at] < 'A' || rest[at] > 'Z' || !s.valueExpected()) {
		return false
	}
	tag := string(rest[at:end])
	if quote != 0 {
		if end >= len(rest) || rest[end] != quote {
			return false
		}
		end++
	}
	form := forms.Interpolated
	if quote == '\'' {
		form = forms.Plain
	}
	s.heredoc = append(s.heredoc, pendingHeredoc{tag: tag, indent: indent, form: form})
	s.Emit(Number, s.Pos+end) // stands for the text that follows
	return true
}

// specialVariable reads a variable whose name is a single mark: $', $", $/.
func (s *Scanner) specialVariable(marks string) bool {
	if s.Pos+1 >= len(s.Src) || strings.IndexByte(marks, s.Src[s.Pos+1]) < 0 {
		return false
	}
	s.Emit(Word, s.Pos+2)
	return true
}

// symbol reads :name; "a ? b :c" is rarer than it.
func (s *Scanner) symbol() bool {
	rest := s.Src[s.Pos:]
	if len(rest) < 2 || s.table.class[rest[1]] != classWord || s.Pos > 0 && (s.Src[s.Pos-1] == ':' || isLetterOrDigit(s.Src[s.Pos-1])) {
		return false
	}
	end := s.wordEnd(s.Pos + 2)
	if end < len(s.Src) && (s.Src[end] == '?' || s.Src[end] == '!') {
		end++
	}
	s.Emit(Word, end)
	return true
}
