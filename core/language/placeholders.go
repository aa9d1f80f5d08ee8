package language

import (
	"bytes"
	"strings"

	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// placeholder is one ${NAME}, $NAME or $(NAME) in text that is no program.
type placeholder struct {
	name     string
	offset   int
	operator string // what follows the name: ":-", "-", ":?", "?", ":+", "+", ":" or ""
	argument string
}

// style says which placeholders a format has.
type style struct {
	open, close string // "${" and "}", "$(" and ")"
	bare        bool   // $NAME too
	colon       bool   // ${NAME:fallback}
	asks        bool   // ${?NAME}, which may be missing
}

var dollarBraces = style{open: "${", close: "}"}

// placeholders finds those of a style in src from offset on. A doubled dollar
// stands for itself.
func placeholders(src []byte, from int, s style) (list []placeholder) {
	unclosed := 0 // up to where nothing is closed
	for at := 0; at < len(src); {
		n := bytes.IndexByte(src[at:], '$')
		if n < 0 {
			return list
		}
		at += n
		rest := src[at:]
		switch {
		case bytes.HasPrefix(rest, []byte("$$")) || at > 0 && src[at-1] == '\\':
			at += 2
			continue
		case bytes.HasPrefix(rest, []byte(s.open)):
			if at < unclosed {
				at += 2
				continue
			}
			end := bytes.IndexAny(rest[:min(len(rest), maxPlaceholder)], s.close+"\n")
			if end < 0 && len(rest) > maxPlaceholder {
				at += 2
				continue
			}
			if end < 0 || rest[end] == '\n' {
				unclosed = at + max(end, 2) // nor is any before the line's end
				if end < 0 {
					unclosed = len(src)
				}
				at += 2
				continue
			}
			inside := string(rest[len(s.open):end])
			asked := s.asks && strings.HasPrefix(inside, "?")
			if asked {
				inside = inside[1:]
			}
			name := leading(inside)
			p := placeholder{name: name, offset: from + at}
			p.operator, p.argument = operatorOf(inside[len(name):], s.colon)
			if asked {
				p.operator = "+"
			}
			if isEnvironmentName(name) && (p.operator != "" || name == inside) {
				list = append(list, p)
			}
			at += len(s.open)
		case s.bare && len(rest) > 1:
			if name := leading(string(rest[1:min(len(rest), 128)])); isEnvironmentName(name) {
				list = append(list, placeholder{name: name, offset: from + at})
			}
			at++
		default:
			at++
		}
	}
	return list
}

func leading(s string) string {
	end := 0
	for end < len(s) && (s[end] == '_' || s[end] >= 'a' && s[end] <= 'z' || s[end] >= 'A' && s[end] <= 'Z' || s[end] >= '0' && s[end] <= '9') {
		end++
	}
	return s[:end]
}

func operatorOf(s string, colon bool) (operator, argument string) {
	for _, op := range []string{":-", ":?", ":+", ":=", "-", "?", "+", "="} {
		if rest, found := strings.CutPrefix(s, op); found && !colon {
			return strings.Replace(op, "=", "-", 1), rest
		}
	}
	if rest, found := strings.CutPrefix(s, ":"); found && colon {
		return ":-", rest
	}
	return "", ""
}

// read makes a read of a placeholder.
func (p placeholder) read(f *syntax.File, access string) reads.Read {
	r := reads.Read{Name: p.name, Access: access}
	r.Line, r.Column = f.Position(p.offset)
	switch {
	case strings.HasSuffix(p.operator, "-"):
		fallback := p.argument
		r.Need, r.Fallback = reads.Optional, &fallback
	case strings.HasSuffix(p.operator, "?"):
		r.Need = reads.Required
	case strings.HasSuffix(p.operator, "+"):
		r.Need = reads.Optional
	}
	return r
}

// maxPlaceholder is how many bytes a placeholder may have.
const maxPlaceholder = 4096

// word is one word of a text with where it begins.
type word struct {
	text   string
	offset int
}

// wordsOf returns the words of a text that white space divides, but for that in quotes.
func wordsOf(text []byte) (list []word) {
	for at := 0; at < len(text); {
		begin := at + len(text[at:]) - len(bytes.TrimLeft(text[at:], " \t\r"))
		end, quote := begin, byte(0)
		for ; end < len(text) && (quote != 0 || strings.IndexByte(" \t\r", text[end]) < 0); end++ {
			switch c := text[end]; {
			case c == quote:
				quote = 0
			case quote == 0 && (c == '"' || c == '\''):
				quote = c
			}
		}
		if end > begin {
			list = append(list, word{string(text[begin:end]), begin})
		}
		at = end
	}
	return list
}

// textLine is one line of a file with the offset it begins at.
type textLine struct {
	text   []byte
	offset int
}

// linesOf splits src, and blanks out comments, which begin with one of marks
// at the beginning of a line or behind a space.
func linesOf(src []byte, marks string) (list []textLine) {
	for at := 0; at < len(src); {
		end := len(src)
		if n := bytes.IndexByte(src[at:], '\n'); n >= 0 {
			end = at + n
		}
		text := src[at:end]
		trimmed := bytes.TrimLeft(text, " \t")
		if len(trimmed) > 0 && strings.IndexByte(marks, trimmed[0]) >= 0 {
			text = nil
		} else if n := trailing(text, marks); n >= 0 {
			text = text[:n]
		}
		list = append(list, textLine{text, at})
		at = end + 1
	}
	return list
}

// trailing returns where a comment begins behind what a line holds, or -1.
func trailing(text []byte, marks string) int {
	for _, mark := range []string{" #", " ;"} {
		if n := bytes.Index(text, []byte(mark)); n >= 0 && strings.Contains(marks, mark[1:]) && bytes.Count(text[:n], []byte{'"'})%2 == 0 {
			return n
		}
	}
	return -1
}

// readPlaceholders reads a file line by line for the placeholders of a style.
func readPlaceholders(marks string, s style, access string) func([]byte) ([]reads.Read, error) {
	return func(src []byte) (list []reads.Read, err error) {
		f := &syntax.File{Src: src}
		for _, line := range linesOf(src, marks) {
			for _, p := range placeholders(line.text, line.offset, s) {
				list = append(list, p.read(f, access))
			}
		}
		return list, nil
	}
}
