package language

import (
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
	if ok && len(call.Args) > 1 && firstWord(call) == "eval" && !s.evals && isPrinted(call.Args[1]) {
		s.evals, s.evalsAt = true, n.Pos().Offset()
	}
	if !ok || firstWord(call) != "set" {
		return
	}
	for _, word := range call.Args[1:] {
		option := word.Lit()
		if option == "--" { // what follows are arguments
			break
		}
		if turnsOn(option, "u", "nounset") && !s.strict {
			s.strict, s.strictAt = true, n.Pos().Offset()
		}
		if turnsOn(option, "e", "errexit") {
			s.failing.ends = true
		}
	}
}

// turnsOn reports whether an argument of set turns an option on, which has a letter and a
// name: -eu, nounset.
func turnsOn(argument, letter, name string) bool {
	return argument == name || strings.HasPrefix(argument, "-") && !strings.HasPrefix(argument, "--") && strings.Contains(argument, letter)
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
	return s.strict && (at.Offset() >= s.strictAt || s.failing.bodies.at(at.Offset()) >= 0)
}

// strictly makes required what nothing else is said of, where the script stops without it.
func (s *script) strictly(r reads.Read, at syntax.Pos) reads.Read {
	if r.Need == "" && s.isStrict(at) && !s.isContained(at.Offset()) {
		r.Need, r.Strict = reads.Required, true
	}
	return r
}
