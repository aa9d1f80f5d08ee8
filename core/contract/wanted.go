package contract

import (
	"slices"
	"strings"

	"inzicht/core/reads"
)

// World is what is known of the variables that a program is started with.
type World interface {
	// Has reports whether a variable has a value, and Off whether it has none, or one that says no.
	Has(name string) bool
	Off(name string) bool
	// Says returns the value of a variable, "" for one that has none, and whether that is known.
	Says(name string) (value string, known bool)
	// Stages returns other words for the stage that the world is of, its own among them; none where that is not known.
	Stages() []string
}

// Wanted returns of some reads of one variable those that need it in a world: not those that only stand in for
// another variable that has a value, nor those that are not come to there.
func Wanted(list []reads.Read, in World) []reads.Read {
	return slices.DeleteFunc(slices.Clone(list), func(r reads.Read) bool {
		return slices.ContainsFunc(r.InsteadOf, in.Has) || isUnder(r, in) || slices.ContainsFunc(r.When, func(w reads.When) bool { return isPassed(w, in) })
	})
}

// isUnder reports whether a read stands under a condition on a variable that is off. What is known better by the
// values that the variable is compared with goes by these.
func isUnder(r reads.Read, in World) bool {
	return r.Under != "" && in.Off(r.Under) && !slices.ContainsFunc(r.When, func(w reads.When) bool { return w.Name == r.Under })
}

// isPassed reports whether a read is not come to by the value of a variable.
func isPassed(w reads.When, in World) bool {
	value, known := in.Says(w.Name)
	is := func(other string) bool { return value == other || w.Folded && strings.EqualFold(value, other) }
	switch {
	case !known:
		return false
	case value == "" && isStage(w.Name):
		return isPassedBy(w, in.Stages())
	case value == "":
		return !w.Unset
	case slices.ContainsFunc(w.Come, is):
		return false
	case slices.ContainsFunc(w.Not, is):
		return true
	}
	return !w.Other
}

// isPassedBy reports whether a read is not come to in a stage, of which there are some words.
func isPassedBy(w reads.When, words []string) bool {
	is := func(value string) bool { return slices.Contains(words, strings.ToLower(value)) }
	switch {
	case len(words) == 0 || slices.ContainsFunc(w.Come, is):
		return false
	case slices.ContainsFunc(w.Not, is):
		return true
	}
	return !w.Other
}

// isStage reports whether a variable says by its name in which stage a program runs: NODE_ENV, APP_ENV, ENVIRONMENT.
func isStage(name string) bool {
	return strings.HasSuffix(name, "_ENV") || name == "ENV" || strings.HasSuffix(name, "ENVIRONMENT") || strings.HasSuffix(name, "_STAGE") || name == "STAGE"
}
