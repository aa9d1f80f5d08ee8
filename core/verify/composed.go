package verify

import (
	"slices"
	"strings"

	"inzicht/core/contract"
	"inzicht/core/envfile"
	"inzicht/core/environment"
	"inzicht/core/reads"
)

// The .env beside a compose file may be there for what compose fills in alone: it is
// no environment of the programs that the file's services are given theirs by.

// isForCompose reports whether an environment is what compose fills into its files and
// nothing else: what else is known to read anything reads no name in it, and no other
// reader of the file is known.
func (j *job) isForCompose(e *environment.Environment) bool {
	if e.Name != "local" || e.Declared || len(e.Layers) == 0 {
		return false
	}
	for _, l := range e.Layers {
		readers := j.environments.ReadersOf(l.File)
		other := slices.ContainsFunc(readers, func(d *envfile.Dialect) bool { return d != envfile.Compose })
		if l.Document == nil || len(readers) == 0 || other {
			return false
		}
		for _, name := range l.Names() {
			if v := j.contract.Lookup(name); v != nil && !slices.ContainsFunc(v.Reads, isOfCompose) {
				return false
			}
		}
	}
	return true
}

func isOfCompose(r reads.Read) bool { return r.Language == "compose" }

// isComposed reports whether a service of a compose file is given an environment for
// the component that a read is of.
func (j *job) isComposed(r reads.Read) bool {
	return contract.Counts(r) && !configures(r) && slices.ContainsFunc(j.environments.Environments, func(e environment.Environment) bool {
		return strings.HasPrefix(e.Name, "compose/") && j.environments.Serves(&e, r.Component)
	})
}
