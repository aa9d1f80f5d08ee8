package contract

import (
	"slices"
	"strings"

	"inzicht/core/evaluate"
	"inzicht/core/reads"
	"inzicht/core/stage"
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
	// Starts returns the words of the command that is run there, or none where that is not known.
	Starts() []string
}

// Wanted returns of some reads of one variable those that need it in a world: not those that only stand in for
// another variable that has a value, nor those that are not come to there. What is required there alone is
// required in what it returns.
func Wanted(list []reads.Read, in World) []reads.Read {
	wanted := slices.DeleteFunc(slices.Clone(list), func(r reads.Read) bool {
		return slices.ContainsFunc(r.InsteadOf, in.Has) || isUnder(r, in) || slices.ContainsFunc(r.When, func(w reads.When) bool { return holds(w, in) == no })
	})
	for n := range wanted {
		if slices.ContainsFunc(wanted[n].Demanded, func(w reads.When) bool { return holds(w, in) == yes }) {
			wanted[n].Need = reads.Required
		}
	}
	return wanted
}

// Perhaps reports whether it is not known of any of some reads that are wanted in a world whether the program comes to
// it there: by the stage, or by a value that is not seen.
func Perhaps(wanted []reads.Read, in World) bool {
	return len(wanted) > 0 && !slices.ContainsFunc(wanted, func(r reads.Read) bool {
		return !slices.ContainsFunc(r.When, func(w reads.When) bool { return holds(w, in) == perhaps })
	})
}

// isUnder reports whether a read stands under a condition on a variable that is off. What is known better by the
// values that the variable is compared with goes by these, and the stage by the name of the world.
func isUnder(r reads.Read, in World) bool {
	return r.Under != "" && in.Off(r.Under) && !(stage.IsVariable(r.Under) && len(in.Stages()) > 0) && !slices.ContainsFunc(r.When, func(w reads.When) bool { return w.Name == r.Under })
}

// verdict says whether something is so, or that it is not known.
type verdict int

const (
	perhaps verdict = iota
	yes
	no
)

func verdictOf(is bool) verdict {
	if is {
		return yes
	}
	return no
}

// holds reports whether a variable has one of the values for which something is so.
func holds(w reads.When, in World) verdict {
	switch w.Name {
	case "":
		return holdsInStage(w, in)
	case evaluate.Argument:
		return holdsWith(w, in.Starts())
	}
	value, known := in.Says(w.Name)
	switch {
	case !known:
		return perhaps
	case value == "" && stage.IsVariable(w.Name):
		return holdsInStage(w, in)
	case value == "", w.OnlyAsks() && in.Off(w.Name): // whoever writes no means it
		return verdictOf(w.Unset)
	}
	return verdictKnown(w.Holds(value))
}

// holdsWith does so for the words of a command. One word says nothing of what the program is told.
func holdsWith(w reads.When, words []string) verdict {
	switch {
	case slices.ContainsFunc(w.Come, func(name string) bool { return slices.Contains(words, name) }):
		return yes
	case len(words) < 2:
		return perhaps
	}
	return no
}

// holdsInStage does so for the stage that a world is of.
func holdsInStage(w reads.When, in World) verdict {
	words := in.Stages()
	if len(words) == 0 {
		return perhaps
	}
	return verdictKnown(w.HoldsFor(func(other string) bool { return slices.Contains(words, strings.ToLower(other)) }))
}

// verdictKnown returns what is so, where that is known.
func verdictKnown(so, known bool) verdict {
	if !known {
		return perhaps
	}
	return verdictOf(so)
}
