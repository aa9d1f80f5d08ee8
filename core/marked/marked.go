// Package marked writes the part of a file anew that is between two marks,
// and leaves what a person wrote round it.
package marked

import (
	"fmt"
	"strings"
	"unicode"
)

// Replace returns a text in which a part takes the place of what it holds from a
// line that begins with begin to one that begins with end. The part has these
// lines itself. Without them it is added at the end of the text. Line ends are
// those of the text.
func Replace(text, begin, end, part string) (string, error) {
	part = strings.ReplaceAll(part, "\n", lineEnd(text))
	from, to := lineWith(text, begin, 0), -1
	if from >= 0 {
		to = lineWith(text, end, from)
	}
	switch {
	case from < 0 && lineWith(text, end, 0) < 0:
		if strings.TrimSpace(text) == "" {
			return part, nil
		}
		return strings.TrimRight(text, "\r\n") + strings.Repeat(lineEnd(text), 2) + part, nil
	case to < 0, lineWith(text, begin, from+1) >= 0, lineWith(text, end, to+1) >= 0:
		return "", fmt.Errorf("a line that begins with %q and one with %q are to be there once each, in this order", begin, end)
	}
	rest := text[to:]
	if n := strings.IndexByte(rest, '\n'); n >= 0 {
		return text[:from] + part + rest[n+1:], nil
	}
	return text[:from] + part, nil
}

// lineWith returns the offset of the first line from an offset on that begins
// with a text, or -1.
func lineWith(text, begin string, from int) int {
	for at := from; ; at++ {
		n := strings.Index(text[at:], begin)
		if n < 0 {
			return -1
		}
		if at += n; at == 0 || text[at-1] == '\n' {
			return at
		}
	}
}

func lineEnd(text string) string {
	if strings.Contains(text, "\r\n") {
		return "\r\n"
	}
	return "\n"
}

// Line returns a text fit for one line of a comment: without control characters
// and marks that a reader does not see.
func Line(text string) string {
	return strings.TrimSpace(strings.Map(func(r rune) rune {
		if unicode.IsControl(r) || unicode.In(r, unicode.Cf, unicode.Zl, unicode.Zp) {
			return ' '
		}
		return r
	}, strings.ToValidUTF8(text, "�")))
}
