package language

import (
	"slices"
	"strings"

	"inzicht/core/late"
	"inzicht/core/reads"

	"mvdan.cc/sh/v3/syntax"
)

// Whether a script stops at whatever is not set: set -u.

// strictShebang matches a first line that has the shell stop at what is not set.
var strictShebang = late.Regexp(`^#!\S*sh +-[a-z]*u`)

// strictness notes set -u and set -e.
func (s *script) strictness(n syntax.Node) {
	call, ok := n.(*syntax.CallExpr)
	if ok && len(call.Args) > 1 && call.Args[0].Lit() == "eval" && !s.evals && isPrinted(call.Args[1]) {
		s.evals, s.evalsAt = true, n.Pos().Offset()
	}
	if !ok || len(call.Args) == 0 || call.Args[0].Lit() != "set" {
		return
	}
	for _, word := range call.Args[1:] {
		if word.Lit() == "--" { // what follows are arguments
			break
		}
		if option := word.Lit(); strings.HasPrefix(option, "-") && strings.Contains(option, "u") && !strings.HasPrefix(option, "--") || option == "nounset" {
			if !s.strict {
				s.strictAt = n.Pos().Offset()
			}
			s.strict = true
		}
		if option := word.Lit(); strings.HasPrefix(option, "-") && strings.Contains(option, "e") && !strings.HasPrefix(option, "--") || option == "errexit" {
			s.failing.ends = true
		}
	}
}

// isPrinted reports whether a word is what a command prints.
func isPrinted(word *syntax.Word) (is bool) {
	syntax.Walk(word, func(n syntax.Node) bool {
		_, printed := n.(*syntax.CmdSubst)
		is = is || printed
		return !is
	})
	return is
}

// isStrict reports whether a variable without a value ends the script at a place: behind
// set -u, or within a function, which may run later; but not behind what may set it.
func (s *script) isStrict(at syntax.Pos) bool {
	if s.evals && at.Offset() > s.evalsAt {
		return false
	}
	return s.strict && (at.Offset() >= s.strictAt || slices.ContainsFunc(s.failing.bodies, func(b shellBody) bool { return b.from <= at.Offset() && at.Offset() < b.to }))
}

// strictly makes required what nothing else is said of, where the script stops without it.
func (s *script) strictly(r reads.Read, at syntax.Pos) reads.Read {
	if r.Need == "" && s.isStrict(at) {
		r.Need, r.Strict = reads.Required, true
	}
	return r
}
