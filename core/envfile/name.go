package envfile

import (
	"bytes"
	"strings"
)

// IsName reports whether s can be the name of a variable: letters, digits and
// _, or . and - as some libraries take them. A line of a key is none, though
// it may be written with the same letters.
func IsName(s string) bool {
	if s == "" || len(s) > 255 || s[0] >= '0' && s[0] <= '9' {
		return false
	}
	for i := range len(s) {
		if !isNameByte(s[i]) {
			return false
		}
	}
	return !LikeKey(s)
}

// keyLength is from how many characters on a word may be a line of a key.
const keyLength = 16

// LikeKey reports whether a word looks like base64 rather than like a name
// that a person gave: long, in one piece, and changing between capitals, small
// letters and digits far more often than words do.
func LikeKey(s string) bool {
	if len(s) < keyLength {
		return false
	}
	changes, kinds := 0, [3]bool{}
	last := -1
	for i := range len(s) {
		kind := 0
		switch c := s[i]; {
		case c == '_' || c == '-' || c == '.':
			return false
		case c >= 'a' && c <= 'z':
			kind = 1
		case c >= '0' && c <= '9':
			kind = 2
		}
		kinds[kind] = true
		if last >= 0 && kind != last {
			changes++
		}
		last = kind
	}
	return kinds[0] && kinds[1] && changes*20 >= len(s)*9 || len(s) >= 60 && kinds[0] && kinds[1]
}

// isKeyLine reports whether a whole line is of the letters of base64. likely
// says that it can hardly be anything else.
func isKeyLine(line []byte) (is, likely bool) {
	body := bytes.TrimRight(bytes.TrimSpace(line), "=")
	if len(body) == 0 || len(bytes.TrimSpace(line))-len(body) > 2 {
		return false, false
	}
	odd := false
	for _, c := range body {
		switch {
		case c == '+' || c == '/':
			odd = true
		case c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '0' && c <= '9':
		default:
			return false, false
		}
	}
	return true, LikeKey(string(body)) || odd && len(body) >= keyLength
}

// holdsKey reports whether a text of several lines is that of a key.
func holdsKey(text string) bool {
	if strings.Contains(text, string(keyBegins)) {
		return true
	}
	for line := range strings.Lines(text) {
		if _, likely := isKeyLine([]byte(strings.Trim(line, "\"' \t\r\n"))); likely {
			return true
		}
	}
	return false
}

// The marks round a key as it is written in text.
var (
	keyBegins = []byte("-----BEGIN ")
	keyEnds   = []byte("-----END ")
)

// keyBlock returns the offset behind a key that is written over several lines
// from at on, the beginning of a line, or at where there is none: all to the
// mark of its end, or the lines in base64 that follow each other.
func keyBlock(src []byte, at int) int {
	begun := false
	likely := false
	end := at
	for next := at; next < len(src); {
		line := src[next:]
		after := len(src)
		if n := bytes.IndexByte(line, '\n'); n >= 0 {
			line, after = line[:n], next+n+1
		}
		text := bytes.TrimSpace(line)
		is, sure := isKeyLine(line)
		switch {
		case bytes.HasPrefix(text, keyEnds):
			return after
		case bytes.HasPrefix(text, keyBegins):
			begun = true
		case begun && (len(text) == 0 || bytes.IndexByte(text, ':') > 0 && bytes.IndexByte(text, '=') < 0): // its headers
		case !is:
			if begun || likely {
				return end
			}
			return at
		}
		likely = likely || sure
		next, end = after, after
	}
	if begun || likely {
		return end
	}
	return at
}
