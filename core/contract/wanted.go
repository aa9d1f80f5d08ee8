package contract

import (
	"slices"

	"inzicht/core/reads"
)

// Wanted returns of some reads of one variable those that need it where an
// environment has what has and off tell: not those that only stand in for
// another variable that has a value, nor those under a condition that is off.
func Wanted(list []reads.Read, has, off func(name string) bool) []reads.Read {
	return slices.DeleteFunc(slices.Clone(list), func(r reads.Read) bool {
		return slices.ContainsFunc(r.InsteadOf, has) || r.Under != "" && off(r.Under)
	})
}
