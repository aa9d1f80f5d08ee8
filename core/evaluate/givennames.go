package evaluate

import (
	"slices"
	"strings"
)

// A name is told of where it becomes known: at the outermost call that is given a part
// of it. What a variable of the file says is given by no call.

// isKnownFrom reports whether the parts of a name that come from a frame are known.
func (r Row) isKnownFrom(frame int32) bool {
	return !slices.ContainsFunc(r, func(p part) bool { return p.param || p.any && p.frame <= frame })
}

// isGivenNone reports whether a function that is called, and no part of another one, is
// given nothing that may be a name, or give one, and is asked of no object that holds a
// part of this one.
func (fr *frame) isGivenNone(name Row) bool {
	return fr.fn != nil && fr.fn.within == nil && !fr.fn.isMacro() &&
		!slices.ContainsFunc(fr.arguments, func(a argument) bool { return a.value.hasText("", maxNesting) }) &&
		!fr.of.hasText(lettersOf(name), maxNesting) && !fr.self.hasText(lettersOf(name), maxNesting)
}

// maxNesting bounds how deep what something holds is looked into.
const maxNesting = 4

// hasText reports whether a value may be a text that is known, here or by other files, hold
// one, or give one where it is called. A text of which the letters are no part of those of
// within is none, unless that is "".
func (v Value) hasText(within string, depth int) bool {
	return v.some(func(x alt) bool {
		switch x.form {
		case function, class:
			return within == ""
		case record:
			return x.members.hasText(within, depth)
		case sequence:
			return depth == 0 || slices.ContainsFunc(x.list, func(e Value) bool { return e.hasText(within, depth-1) })
		}
		return x.name != "" || slices.ContainsFunc(x.parts, func(p part) bool {
			return p.ref != "" || !p.any && p.text != "" && (within == "" || strings.Contains(within, lettersOf(Row{p})))
		})
	})
}

// hasText reports whether one of the members may be such a text, hold or give one.
func (m *members) hasText(within string, depth int) bool {
	if m == nil || depth == 0 {
		return m != nil
	}
	for _, v := range m.value { // in any order
		if v.hasText(within, depth-1) {
			return true
		}
	}
	return false
}

// lettersOf returns the letters and digits that are known of a name, small: what is left
// of a text however it is written otherwise.
func lettersOf(name Row) string {
	letters := func(r rune) rune {
		if r >= 'a' && r <= 'z' || r >= '0' && r <= '9' {
			return r
		}
		return -1
	}
	var all strings.Builder
	for _, p := range name {
		all.WriteString(strings.Map(letters, strings.ToLower(p.text)))
	}
	return all.String()
}
