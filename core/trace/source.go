package trace

import (
	"bytes"
	"strings"

	"inzicht/core/late"
	"inzicht/core/reads"
	"inzicht/core/secrecy"
	"inzicht/core/sorting"
	"inzicht/core/survey"
	"inzicht/core/syntax"
)

// widestLine is how many characters of a line of source are shown.
const widestLine = 200

// span is a part of a line to be masked, in bytes of the file.
type span struct{ from, to int }

// line is one line of source that is to be shown.
type line struct {
	src      []byte
	from, to int             // where it stands
	names    map[string]bool // of the variables read on it
	secret   bool            // something on it, or just before, concerns a secret
	masks    []span
}

// sourceLine returns the line of a read without what is secret on it: on a line
// that concerns a secret no literal is shown but the names of variables, on
// another none that looks like a secret.
func sourceLine(s *survey.Survey, r reads.Read) string {
	src, err := s.Tree.ReadFile(r.File)
	if err != nil {
		return ""
	}
	l := line{src: src, names: map[string]bool{}}
	if !l.find(r.Line) {
		return ""
	}
	for _, other := range s.Reads {
		if other.File == r.File && other.Line == r.Line {
			l.names[other.Name] = true
			l.secret = l.secret || other.Secret
		}
	}
	l.secret = l.secret || r.Secret || secretWord(src[l.begin():l.to])
	if table := s.TableOf(r.File); table != nil {
		l.literals(table)
	} else if l.secret {
		l.written()
	}
	return l.shown()
}

// find finds the line by its number.
func (l *line) find(number int) bool {
	for n := 1; ; n++ {
		end := bytes.IndexByte(l.src[l.from:], '\n')
		l.to = len(l.src)
		if end >= 0 {
			l.to = l.from + end
		}
		if n == number || end < 0 {
			return n == number
		}
		l.from = l.to + 1
	}
}

// begin returns where the line before begins: what a literal belongs to may
// stand there.
func (l *line) begin() int {
	if l.from == 0 {
		return 0
	}
	return bytes.LastIndexByte(l.src[:l.from-1], '\n') + 1
}

// everyday are words of programming languages that name secrets elsewhere.
var everyday = map[string]bool{"key": true, "keys": true, "pass": true, "private": true, "pin": true, "signature": true, "cookie": true}

// secretWord reports whether a name in source is that of a secret.
func secretWord(source []byte) bool {
	isName := func(r rune) bool {
		return r == '_' || r == '-' || r >= '0' && r <= '9' || r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z'
	}
	for word := range bytes.FieldsFuncSeq(source, func(r rune) bool { return !isName(r) }) {
		if name := string(word); secrecy.IsSecretName(name) && !everyday[name] {
			return true
		}
	}
	return false
}

// literals masks by the tokens of the language.
func (l *line) literals(table *syntax.Table) {
	f := table.Scan(l.src, true)
	for i, t := range f.Tokens {
		from, to := int(t.Start), int(t.End)
		if to <= l.from || from >= l.to {
			continue
		}
		if !l.secret && from < l.from { // it begins on a line above: what it belongs to may stand there
			l.secret = secretWord(l.src[bytes.LastIndexByte(l.src[:from], '\n')+1 : l.to])
		}
		switch t.Kind {
		case syntax.String, syntax.Text, syntax.Regex, syntax.Comment:
			l.text(t.Kind, from, to)
		case syntax.Number:
			if l.secret {
				l.masks = append(l.masks, span{from, to})
			}
		case syntax.Word:
			if l.secret && l.isSymbol(from) && (l.src[from] == ':' || !f.Tokens[i].SpaceAhead) && !l.names[strings.TrimPrefix(string(l.src[from:to]), ":")] {
				l.masks = append(l.masks, span{from, to})
			}
		}
	}
}

// isSymbol reports whether the word at an offset is a symbol: :north.
func (l *line) isSymbol(at int) bool {
	if l.src[at] != ':' {
		at--
	}
	return at >= 0 && l.src[at] == ':' && (at == 0 || l.src[at-1] != ':')
}

// text masks in a string, a piece of one, or a comment.
func (l *line) text(kind syntax.Kind, from, to int) {
	if kind == syntax.String {
		from, to = inside(l.src, from, to)
	}
	text := string(l.src[from:to])
	switch {
	case l.names[text] || to-from < 2:
	case l.secret && l.holdsName(text):
		l.words(from, to, true)
	case l.secret:
		l.masks = append(l.masks, span{from, to})
	default:
		l.words(from, to, false)
	}
}

// inside returns what is between the delimiters of a string.
func inside(src []byte, from, to int) (int, int) {
	open := from
	for open < to && (isWordByte(src[open]) || strings.IndexByte("#@$~%", src[open]) >= 0) { // a prefix: r#"…"#, %q(…)
		open++
	}
	if open == to || strings.IndexByte("\"'`", src[open]) < 0 {
		return from, to
	}
	for from, to = open, open+bytes.LastIndexByte(src[open:to], src[open])+1; from+1 < to-1 && src[from] == src[to-1] && src[from] == src[open]; {
		from, to = from+1, to-1
	}
	return from, to
}

func (l *line) holdsName(text string) bool {
	for name := range l.names { // in any order
		if name != "" && strings.Contains(text, name) {
			return true
		}
	}
	return false
}

var (
	anyWord    = late.Regexp(`[^\s"'` + "`" + `(){}\[\]<>,;|&$:=?!-]+`)
	likeSecret = late.Regexp(`[A-Za-z0-9+/_~=-]{16,}|://[^\s@'"]+@`)
)

// words masks words of a text: all but names of variables and the keys of
// tags, or only those that look secret.
func (l *line) words(from, to int, all bool) {
	pattern := likeSecret
	if all {
		pattern = anyWord
	}
	for _, at := range pattern().FindAllIndex(l.src[from:to], -1) {
		word := string(l.src[from+at[0] : from+at[1]])
		behind := l.src[from+at[1] : to]
		isKey := bytes.HasPrefix(behind, []byte(`:"`)) || bytes.HasPrefix(behind, []byte(`:\"`))
		if l.names[word] || all && isKey || !all && !secrecy.HoldsSecret(word) {
			continue
		}
		l.masks = append(l.masks, span{from + at[0], from + at[1]})
	}
}

// shellWords are words of files whose every other word is a value.
var shellWords = map[string]bool{"export": true, "if": true, "then": true, "fi": true, "test": true, "ENV": true, "ARG": true, "RUN": true, "env": true,
	"environment": true, "value": true, "name": true, "secrets": true, "vars": true, "local": true, "readonly": true, "variable": true, "url": true}

// written masks in a language that is read in a way of its own: every word but
// names of variables, keys, and a few words of the language.
func (l *line) written() {
	for _, at := range anyWord().FindAllIndex(l.src[l.from:l.to], -1) {
		from, to := l.from+at[0], l.from+at[1]
		word, behind := string(l.src[from:to]), bytes.TrimLeft(l.src[to:l.to], " \t")
		first := len(bytes.Trim(l.src[l.from:from], " \t\"'-")) == 0
		isKey := first && len(behind) > 0 && (behind[0] == '=' && len(behind) > 1 || behind[0] == ':' && (len(behind) == 1 || behind[1] == ' '))
		if l.names[word] || l.names[word[strings.LastIndexByte(word, '.')+1:]] || shellWords[word] || isKey && !secrecy.HoldsSecret(word) {
			continue
		}
		l.masks = append(l.masks, span{from, to})
	}
}

// shown returns the line with its masks, without white space round it.
func (l *line) shown() string {
	sorting.By(l.masks, func(a, b span) int { return a.from - b.from })
	var out strings.Builder
	at := l.from
	for _, m := range l.masks {
		if m.to <= at || m.from >= l.to {
			continue
		}
		out.Write(l.src[at:max(m.from, at)])
		out.WriteString(secrecy.Mask)
		at = min(m.to, l.to)
	}
	out.Write(l.src[at:l.to])
	text := strings.TrimSpace(strings.ToValidUTF8(out.String(), "�"))
	if !l.secret {
		text = secrecy.MaskParts(text)
	}
	if runes := []rune(text); len(runes) > widestLine {
		text = string(runes[:widestLine]) + "…"
	}
	return text
}

func isWordByte(c byte) bool {
	return c == '_' || c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '0' && c <= '9'
}
