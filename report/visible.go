package report

import (
	"fmt"
	"strings"
	"unicode"

	"github.com/charmbracelet/x/ansi"
)

// Visible makes control characters and marks that turn the reading direction
// visible: names, paths and values from a tree never reach a terminal raw.
func Visible(s string) string {
	s = strings.ToValidUTF8(s, string(unicode.ReplacementChar))
	if strings.IndexFunc(s, isHidden) < 0 {
		return s
	}
	var out strings.Builder
	for _, r := range s {
		switch {
		case r == '\n':
			out.WriteString(`\n`)
		case r == '\t':
			out.WriteString(`\t`)
		case r == '\r':
			out.WriteString(`\r`)
		case isHidden(r) && r < 0x100:
			fmt.Fprintf(&out, `\x%02x`, r)
		case isHidden(r):
			fmt.Fprintf(&out, `\u%04x`, r)
		default:
			out.WriteRune(r)
		}
	}
	return out.String()
}

func isHidden(r rune) bool {
	return unicode.IsControl(r) || unicode.Is(unicode.Cf, r) || r == '\u2028' || r == '\u2029'
}

// Cut returns a line that may be coloured, as far as it fits in columns.
func Cut(line string, columns int) string { return ansi.Truncate(line, columns, "…") }
