package syntax

import (
	"bytes"
	"strconv"
	"strings"
)

// literal reads a string that begins at s.Pos without a prefix.
func (s *Scanner) literal(c byte, at int) bool {
	for _, index := range s.table.strings[c] {
		form := &s.table.Strings[index]
		if (form.Prefix == "" || form.Bare) && hasPrefix(s.Src[at:], form.Open) && s.begin(index, form, at+len(form.Open), form.Close) {
			return true
		}
	}
	return false
}

// literalWithPrefix reads a string whose prefix is in Src[from:at].
func (s *Scanner) literalWithPrefix(c byte, from, at int) bool {
	for _, index := range s.table.strings[c] {
		form := &s.table.Strings[index]
		if form.Prefix == "" || !hasPrefix(s.Src[at:], form.Open) {
			continue
		}
		for _, prefix := range strings.Fields(form.Prefix) {
			if strings.EqualFold(prefix, string(s.Src[from:at])) && s.begin(index, form, at+len(form.Open), form.Close) {
				return true
			}
		}
	}
	return false
}

// begin reads a string from s.Pos whose contents start at body. Without an
// interpolated part it becomes one String token, otherwise a Quote.
func (s *Scanner) begin(index int, form *StringForm, body int, close string) bool {
	at, hole := s.stringEnd(form, close, body)
	if form.Char && !isChar(s.Src[body:min(at, len(s.Src))], close) {
		return false
	}
	if hole == nil {
		s.emit(String, at, index+1)
		return true
	}
	s.Tokens = append(s.Tokens, Token{
		Kind: Quote, NewLine: s.newLine, SpaceAhead: s.space, Form: uint8(index + 1),
		Start: int32(s.Pos), End: int32(body), Mate: -1,
	})
	s.newLine, s.space = false, false
	s.Pos = body
	s.stack = append(s.stack, frame{token: int32(len(s.Tokens) - 1), mode: modeQuote, form: form, close: close})
	return true
}

// isChar reports whether contents (with delimiter) are those of a character
// literal: it is what sets 'a' apart from a lifetime or a digit separator.
func isChar(contents []byte, close string) bool {
	inner, closed := bytes.CutSuffix(contents, []byte(close))
	if !closed || len(inner) == 0 {
		return false
	}
	return inner[0] == '\\' || len(inner) <= 4 && len([]rune(string(inner))) == 1
}

// stringEnd looks from at for the end of a string. It gives the offset behind
// the closing delimiter and nil, or the offset of the first interpolated part
// and its form. A string that may not span lines ends before a line's end.
func (s *Scanner) stringEnd(form *StringForm, close string, at int) (int, *Hole) {
	for at < len(s.Src) {
		c := s.Src[at]
		if form.stops != nil && !form.stops[c] && (close == "" || c != close[0]) {
			at++
			continue
		}
		if hole, skip := s.holeAt(form, at); hole != nil {
			return at, hole
		} else if skip > 0 {
			at += skip
			continue
		}
		switch {
		case c == '\\' && form.Backslash:
			at += 2
			if at-1 < len(s.Src) && s.Src[at-1] == '\r' && at < len(s.Src) && s.Src[at] == '\n' {
				at++
			}
			continue
		case c == form.Escape && form.Escape != 0:
			at += 2
			continue
		case c == '\n' && !form.Lines:
			return at, nil
		case close != "" && c == close[0] && hasPrefix(s.Src[at:], close):
			if form.Doubled && hasPrefix(s.Src[at+len(close):], close) {
				at += 2 * len(close)
				continue
			}
			// """" closes with the last three: the quote before belongs to the text.
			if len(close) == 3 && at+3 < len(s.Src) && s.Src[at+3] == c && form.Lines && !form.Backslash {
				at++
				continue
			}
			return at + len(close), nil
		}
		at++
	}
	return len(s.Src), nil
}

// holeAt reports whether an interpolated part begins at at, or how many bytes
// of an escaped opener to pass over.
func (s *Scanner) holeAt(form *StringForm, at int) (hole *Hole, skip int) {
	rest := s.Src[at:]
	for i := range form.Holes {
		h := &form.Holes[i]
		if !hasPrefix(rest, h.Open) {
			continue
		}
		after := rest[len(h.Open):]
		if h.Doubled && hasPrefix(after, h.Open) {
			return nil, 2 * len(h.Open)
		}
		if h.Close != "" {
			if hasPrefix(after, h.Peek) {
				return h, 0
			}
			continue
		}
		if len(after) > 0 && (s.table.class[after[0]] == classWord && !isSigil(s.table, after[0])) {
			return h, 0
		}
	}
	return nil, 0
}

// quoted goes on with a string that has interpolated parts: text up to the
// next part or the end.
func (s *Scanner) quoted(top frame) {
	at, hole := s.stringEnd(top.form, top.close, s.Pos)
	if hole == nil {
		closed := at - len(top.close)
		if closed < s.Pos || !hasPrefix(s.Src[closed:], top.close) {
			closed = at // ran into the end of the line or of the file
		}
		s.text(closed)
		s.pop(Unquote, at)
		return
	}
	s.text(at)
	if hole.Close != "" {
		s.open(Open, s.Pos+len(hole.Open), frame{mode: modeHole, end: hole.Close[0]})
		return
	}
	s.nameHole(hole)
}

// nameHole reads "$name" inside a string as Open, Word, Close, so that every
// interpolated part looks alike. A sigil that belongs to names stays with the word.
func (s *Scanner) nameHole(hole *Hole) {
	end := s.wordEnd(s.Pos + len(hole.Open) + 1)
	sigil := isSigil(s.table, hole.Open[0])
	opened := s.Pos + len(hole.Open)
	if sigil {
		opened = s.Pos
	}
	s.open(Open, opened, frame{mode: modeHole})
	s.Emit(Word, end)
	for hole.Members && end+1 < len(s.Src) && s.Src[end] == '.' && s.table.class[s.Src[end+1]] == classWord {
		s.Emit(Punct, end+1)
		end = s.wordEnd(end + 1)
		s.Emit(Word, end)
	}
	if hole.Subscript && end < len(s.Src) && s.Src[end] == '{' {
		s.subscript()
	}
	s.pop(Close, s.Pos)
}

// subscript reads {NAME}, {$name}, {'NAME'} or {"NAME"} behind a name in a string, if it
// is no more than that. What is in quotes is of the language's first two forms.
func (s *Scanner) subscript() {
	at := s.Pos + 1
	kind, form, end := Word, 0, s.wordEnd(at)
	if at+1 < len(s.Src) && s.Src[at] == '$' && isSigil(s.table, '$') {
		if end = s.wordEnd(at + 1); end == at+1 {
			return
		}
	}
	if end == at && at < len(s.Src) && (s.Src[at] == '\'' || s.Src[at] == '"') {
		if kind, form, end = String, 1, s.wordEnd(at+1)+1; end > len(s.Src) || s.Src[end-1] != s.Src[at] {
			return
		}
		if s.Src[at] == '"' {
			form = 2
		}
	}
	if end == at || end >= len(s.Src) || s.Src[end] != '}' {
		return
	}
	s.open(Open, s.Pos+1, frame{mode: modeCode})
	s.emit(kind, end, form)
	s.pop(Close, end+1)
}

func (s *Scanner) text(end int) {
	if end > s.Pos {
		s.Emit(Text, end)
	}
}

// Value returns the text that a String token stands for. ok is false where it
// is not plain text.
func (f *File) Value(i int) (value string, ok bool) {
	if f.Kind(i) != String {
		return "", false
	}
	t := f.Tokens[i]
	form := f.Table.Form(t)
	if form == nil || form.Bytes {
		return "", form != nil
	}
	if form.Word {
		return f.text[t.Start:t.End], true
	}
	_, body, found := strings.Cut(f.text[t.Start:t.End], form.Open)
	if !found {
		return "", false
	}
	return form.unescape(strings.TrimSuffix(body, form.Close)), true
}

// TextValue returns the text that a Text token stands for.
func (f *File) TextValue(i int, quote int) string {
	if form := f.Table.Form(f.Tokens[quote]); form != nil {
		return form.unescape(f.Text(i))
	}
	return f.Text(i)
}

var escapes = map[byte]string{'n': "\n", 't': "\t", 'r': "\r", '0': "\x00", '\n': ""}

// codePoint reads x41, u0041 or u{41}, what may follow a backslash, and gives
// its length, or 0 where it is none.
func codePoint(s string) (r rune, length int) {
	digits := map[byte]int{'x': 2, 'u': 4, 'U': 8}[s[0]]
	hex, length := s[1:min(len(s), 1+digits)], 1+digits
	if s[0] == 'u' && len(s) > 2 && s[1] == '{' {
		end := strings.IndexByte(s, '}')
		if end < 0 {
			return 0, 0
		}
		hex, length = s[2:end], end+1
	}
	n, err := strconv.ParseUint(hex, 16, 32)
	if digits == 0 || err != nil || length > len(s) {
		return 0, 0
	}
	return rune(n), length
}

// unescape resolves the escapes that matter for names and fallbacks.
func (form *StringForm) unescape(body string) string {
	if form.Doubled && form.Close != "" {
		body = strings.ReplaceAll(body, form.Close+form.Close, form.Close)
	}
	if !form.Backslash || form.Raw || strings.IndexByte(body, '\\') < 0 {
		return body
	}
	var out strings.Builder
	for i := 0; i < len(body); i++ {
		if body[i] != '\\' || i+1 == len(body) {
			out.WriteByte(body[i])
			continue
		}
		i++
		if form.Verbatim {
			if body[i] != '\\' && !strings.HasPrefix(body[i:], form.Close) {
				out.WriteByte('\\')
			}
			out.WriteByte(body[i])
		} else if r, length := codePoint(body[i:]); length > 0 {
			out.WriteRune(r)
			i += length - 1
		} else if text, known := escapes[body[i]]; known {
			out.WriteString(text)
		} else {
			out.WriteByte(body[i])
		}
	}
	return out.String()
}
