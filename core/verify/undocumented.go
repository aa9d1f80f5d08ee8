package verify

import (
	"fmt"
	"slices"

	"inzicht/core/contract"
	"inzicht/core/envfile"
	"inzicht/core/environment"
	"inzicht/core/reads"
)

var undocumented = Rule{
	Name: "undocumented", Level: Error,
	Says: "code reads it, no example file names it; an error where it is required or expected, else a warning",
	Do:   "inzicht document adds it to the example file; by hand, a line that is commented out is enough.",
	About: `Code reads a variable that no example file names. A colleague who pulls and
copies the example does not get it, and the start fails or, worse, does not.

  services/waterlevel/waterlevel/settings.py reads HARBOUR_MAIL_FROM
  .env.example does not name it

Mend it by a line in the example file, with a harmless value; a commented-out
line documents too. It is only a note where tests and tooling alone read the
variable, and where the tree has no env files at all.`,
	check: func(j *job) (list []Finding) {
		for n := range j.contract.Variables {
			v := &j.contract.Variables[n]
			here := slices.DeleteFunc(slices.Clone(v.Reads), contract.Elsewhere)
			if v.Ambient || len(here) == 0 || len(j.documentedIn(v.Name)) > 0 || !envfile.IsName(v.Name) {
				continue
			}
			first := strictFirst(counted(here))[0]
			hint, pointed := j.slips.exampleHint(v.Name, fmt.Sprintf("inzicht document adds it to %s.", j.environments.ExampleFor(v.Reads[0].Component)))
			f := Finding{
				Variable: v.Name, Need: v.Need, Component: first.Component,
				Message: fmt.Sprintf("%s is read, but no example file names it", v.Name),
				Hint:    hint, Pointed: pointed, Related: places(here),
				File: first.File, Line: first.Line, Column: first.Column,
			}
			switch {
			case !slices.ContainsFunc(here, contract.Counts), len(j.environments.Examples) == 0 && !j.goesByEnvFiles():
				f.Level = Note
			case v.Need == reads.Optional:
				f.Level = Warning
			}
			list = append(list, f)
		}
		return list
	},
}

// counted gives the reads outside tests and tooling, or all where there are none.
func counted(list []reads.Read) []reads.Read {
	live := slices.DeleteFunc(slices.Clone(list), func(r reads.Read) bool { return !contract.Counts(r) })
	if len(live) == 0 {
		return list
	}
	return live
}

// goesByEnvFiles tells whether an environment is made of env files: a file of
// another purpose with such a name does not count.
func (j *job) goesByEnvFiles() bool {
	return slices.ContainsFunc(j.environments.Environments, func(e environment.Environment) bool {
		return slices.ContainsFunc(e.Layers, func(l *environment.Layer) bool { return l.Kind == "env" })
	})
}
