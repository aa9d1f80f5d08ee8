package reads

import (
	"strings"
)

// A text is what a string expression may be: a few alternatives, each a row
// of parts of which some are unknown.
type text []part

// part is literal text, the value of a parameter, or anything at all.
type part struct {
	text  string
	param *paramRef
	any   bool
}

// paramRef is a parameter of a function of this file.
type paramRef struct {
	function, index int
	fold            func(string) string // what is done to the argument: upper case
}

var unknown = []text{{{any: true}}}

// plain gives the text where all of it is known.
func (t text) plain() (string, bool) {
	var out strings.Builder
	for _, p := range t {
		if p.any || p.param != nil {
			return "", false
		}
		out.WriteString(p.text)
	}
	return out.String(), true
}

// pattern gives the text with * for what is not known, and whether anything is.
func (t text) pattern() (string, bool) {
	var out strings.Builder
	known := false
	for _, p := range t {
		if p.any || p.param != nil {
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

// param gives the parameter that the text depends on, or nil.
func (t text) param() *paramRef {
	for _, p := range t {
		if p.param != nil {
			return p.param
		}
	}
	return nil
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

func folded(values []text, fold func(string) string) (out []text) {
	for _, t := range values {
		var row text
		for _, p := range t {
			if p.param != nil {
				p.param = &paramRef{p.param.function, p.param.index, fold}
			}
			p.text = fold(p.text)
			row = append(row, p)
		}
		out = append(out, row)
	}
	return out
}

// starFormat puts "anything" for each directive of a format string.
func starFormat(values []text) (out []text) {
	for _, t := range values {
		var row text
		for _, p := range t {
			row = append(row, directives(p)...)
		}
		out = append(out, row)
	}
	return out
}

func directives(p part) (row text) {
	s := p.text
	if p.any || p.param != nil {
		return text{p}
	}
	for {
		n := strings.IndexAny(s, "%{")
		if n < 0 {
			return append(row, part{text: s})
		}
		end := n + 1
		if s[n] == '{' {
			if close := strings.IndexByte(s[n:], '}'); close > 0 {
				end = n + close + 1
			}
		} else {
			end = n + 1 + strings.IndexFunc(s[n+1:]+"s", func(r rune) bool { return r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z' }) + 1
		}
		row = append(row, part{text: s[:n]}, part{any: true})
		s = s[min(end, len(s)):]
	}
}
