package reads

import (
	"strings"
)

// A text is what a string expression may be: a few alternatives, each a row
// of parts of which some are unknown.
type text []part

// part is literal text, or anything at all.
type part struct {
	text string
	any  bool
}

var unknown = []text{{{any: true}}}

// plain returns the text where all of it is known.
func (t text) plain() (string, bool) {
	var out strings.Builder
	for _, p := range t {
		if p.any {
			return "", false
		}
		out.WriteString(p.text)
	}
	return out.String(), true
}

// pattern returns the text with * for what is not known, and whether anything is.
func (t text) pattern() (string, bool) {
	var out strings.Builder
	known := false
	for _, p := range t {
		if p.any {
			if !strings.HasSuffix(out.String(), "*") {
				out.WriteByte('*')
			}
			continue
		}
		known = known || p.text != ""
		out.WriteString(p.text)
	}
	return out.String(), known
}

func word(s string) []text { return []text{{{text: s}}} }

func join(left, right []text) (out []text) {
	for _, l := range left {
		for _, r := range right {
			if len(out) == maxAlternatives {
				return out
			}
			out = append(out, append(append(text{}, l...), r...))
		}
	}
	return out
}
