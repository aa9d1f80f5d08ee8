package verify

import (
	"fmt"

	"inzicht/core/reads"
)

var missing = Rule{
	Name: "missing", Level: Error,
	Says: "a required or expected variable has no value in an environment",
	Do:   "Give it a value in the environment's file, or the code a fallback.",
	check: func(j *job) (list []Finding) {
		for i := range j.environments.Environments {
			e := &j.environments.Environments[i]
			for n := range j.contract.Variables {
				v := &j.contract.Variables[n]
				wanted := j.wanted(v, e)
				if len(wanted) == 0 || need(wanted) == reads.Optional {
					continue
				}
				if _, _, found := e.Lookup(v.Name); found {
					continue
				}
				hint, pointed := j.slips.hint(v.Name, e, fmt.Sprintf("Set %s in %s.", v.Name, e.File()))
				list = append(list, Finding{
					Variable: v.Name, Need: need(wanted), Environment: e.Name, Component: wanted[0].Component, File: e.File(),
					Message: fmt.Sprintf("%s has no value in %s, and %s", v.Name, e.Name, consequence(need(wanted), v.Secret)),
					Hint:    hint, Pointed: pointed,
					Related: places(strictFirst(wanted)),
				})
			}
		}
		return list
	},
}

// strictFirst puts the reads that need a value before the others.
func strictFirst(list []reads.Read) []reads.Read {
	var strict, lax []reads.Read
	for _, r := range list {
		if r.Need == reads.Optional {
			lax = append(lax, r)
		} else {
			strict = append(strict, r)
		}
	}
	return append(strict, lax...)
}

// consequence says what follows where a variable has no value.
func consequence(n reads.Need, secret bool) string {
	if n == reads.Required {
		return "the code stops without it"
	}
	if secret {
		return "the code goes on without this secret"
	}
	return "the code goes on with nothing"
}
