package syntax

import "bytes"

// PerlForms are the indexes of the string forms that PerlHook reads.
type PerlForms struct{ Plain, Interpolated int }

// PerlHook reads quote operators, regular expressions, heredocs and POD.
func PerlHook(forms PerlForms) func(*Scanner) bool {
	return func(s *Scanner) bool {
		rest := s.Src[s.Pos:]
		switch c := rest[0]; {
		case c == '=' && s.atLineStart() && len(rest) > 1 && s.table.class[rest[1]] == classWord:
			end := bytes.Index(rest, []byte("\n=cut"))
			if end < 0 {
				s.Skip(len(s.Src))
				return true
			}
			if n := bytes.IndexByte(rest[end+1:], '\n'); n >= 0 {
				s.Skip(s.Pos + end + 1 + n)
			} else {
				s.Skip(len(s.Src))
			}
			return true
		case c == '_' && s.atLineStart() && (hasPrefix(rest, "__END__") || hasPrefix(rest, "__DATA__")):
			s.Skip(len(s.Src))
			return true
		case c == '$':
			return s.specialVariable("'\"&`/;,#!@")
		case c == '/' && (s.OperandExpected() || s.patternWordBefore()):
			return s.interpolatedRegex(forms.Interpolated)
		case c == '<' && hasPrefix(rest, "<<"):
			return s.perlHeredoc(forms)
		case c == 'q' || c == 'm' || c == 's' || c == 't' || c == 'y':
			return s.quoteOperator(forms)
		}
		return false
	}
}

// patternWords are followed by a pattern, where other languages' words of the
// same spelling are names.
var patternWords = map[string]bool{"split": true, "grep": true, "map": true, "join": true, "x": true, "eq": true, "ne": true, "cmp": true}

func (s *Scanner) patternWordBefore() bool {
	last := s.Last()
	return last >= 0 && s.Tokens[last].Kind == Word && patternWords[string(s.Src[s.Tokens[last].Start:s.Tokens[last].End])] && !s.isMember(last)
}

var perlOperators = map[string]int{"q": 1, "qq": 1, "qw": 1, "qr": 1, "qx": 1, "m": 1, "s": 2, "tr": 2, "y": 2}

func (s *Scanner) quoteOperator(forms PerlForms) bool {
	last := s.Last()
	if last >= 0 {
		if t := s.Tokens[last]; t.Kind == Punct && s.Src[t.End-1] == '-' && int(t.End) == s.Pos { // -s FILE
			return false
		}
		if t := s.Tokens[last]; t.Kind == Punct && (string(s.Src[t.Start:t.End]) == "->" || s.Src[t.End-1] == '$' || s.Src[t.End-1] == '%' || s.Src[t.End-1] == '@') {
			return false
		}
	}
	end := s.wordEnd(s.Pos + 1)
	name := string(s.Src[s.Pos:end])
	parts := perlOperators[name]
	at := end
	for at < len(s.Src) && (s.Src[at] == ' ' || s.Src[at] == '\t') {
		at++
	}
	if parts == 0 || at >= len(s.Src) || isLetterOrDigit(s.Src[at]) || s.table.class[s.Src[at]] == classSpace ||
		bytes.IndexByte([]byte(",;)}=>"), s.Src[at]) >= 0 ||
		at > end && s.Src[at] == '#' {
		return false
	}
	close := s.Delimited(at)
	if close < 0 {
		return false
	}
	form := forms.Interpolated
	if name == "q" || name == "qw" || name == "tr" || name == "y" {
		form = forms.Plain
	}
	if name == "qw" {
		s.wordList(at, close, form)
		return true
	}
	if parts == 2 {
		return s.substitution(form, at, close)
	}
	s.Quoted(form, at+1, close, s.flagsEnd(close+1))
	return true
}

// substitution reads what follows the operator s or tr: its pattern stands
// between the delimiters at open and close. s/a/b/ is one string, s{a}{b} two.
func (s *Scanner) substitution(form, open, close int) bool {
	second := close
	if s.Src[open] != s.Src[close] {
		second = close + 1
		for second < len(s.Src) && s.table.class[s.Src[second]] == classSpace {
			second++
		}
	}
	finish := s.Delimited(second)
	if finish < 0 {
		return false
	}
	if second == close {
		s.Quoted(form, open+1, finish, s.flagsEnd(finish+1))
		return true
	}
	s.Quoted(form, open+1, close, close+1)
	s.Quoted(form, second+1, finish, s.flagsEnd(finish+1))
	return true
}

func (s *Scanner) perlHeredoc(forms PerlForms) bool {
	rest := s.Src[s.Pos:]
	at, indent := 2, false
	if at < len(rest) && rest[at] == '~' {
		at, indent = 3, true
	}
	quote, form := byte(0), forms.Interpolated
	if at < len(rest) && (rest[at] == '"' || rest[at] == '\'') {
		quote = rest[at]
		if quote == '\'' {
			form = forms.Plain
		}
		at++
	}
	end := at
	for end < len(rest) && (isLetterOrDigit(rest[end]) || quote != 0 && rest[end] != quote && rest[end] != '\n') {
		end++
	}
	if quote == 0 && (end == at || rest[at] < 'A' || rest[at] > 'Z') || quote != 0 && (end >= len(rest) || rest[end] != quote) {
		return false
	}
	tag := string(rest[at:end])
	if quote != 0 {
		end++
	}
	s.heredoc = append(s.heredoc, pendingHeredoc{tag: tag, indent: indent, form: form})
	s.Emit(Number, s.Pos+end)
	return true
}
