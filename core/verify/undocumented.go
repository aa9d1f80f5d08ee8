package verify

import (
	"bytes"
	"fmt"
	"path"
	"slices"

	"inzicht/core/contract"
	"inzicht/core/envfile"
	"inzicht/core/environment"
	"inzicht/core/reads"
	"inzicht/core/survey"
	"inzicht/core/tree"
)

var undocumented = Rule{
	Name: "undocumented", Level: Error,
	Says: "code reads it, no example file names it; an error where it is required, else a warning",
	Do:   "inzicht document adds it to the example file; by hand, a line that is commented out is enough.",
	About: `Code reads a variable that no example file names. A colleague who pulls and
copies the example does not get it, and the start fails or, worse, does not.

  services/waterlevel/waterlevel/settings.py reads HARBOUR_MAIL_FROM
  .env.example does not name it

Mend it by a line in the example file, with a harmless value; a commented-out
line documents too. It is only a note where tests and tooling alone read the
variable, and where the tree has no env files at all.`,
	check: func(j *job) (list []Finding) {
		for _, v := range Undocumented(j.Survey) {
			here := readHere(v)
			first := strictFirst(counted(here))[0]
			hint, pointed := j.slips().exampleHint(v.Name, fmt.Sprintf("{} adds it to %s.", j.environments.ExampleFor(v.Reads[0].Component)))
			f := Finding{
				Variable: v.Name, Need: v.Need, Component: first.Component,
				Message: fmt.Sprintf("%s is read, but no example file names it", v.Name),
				Hint:    hint, Pointed: pointed, Related: places(here),
				File: first.File, Line: first.Line, Column: first.Column,
			}
			if !pointed {
				f.Command = []string{"inzicht", "document"}
			}
			switch {
			case !slices.ContainsFunc(here, contract.Counts), !slices.ContainsFunc(here, isUnset), len(j.environments.Examples) == 0 && !j.goesByEnvFiles():
				f.Level = Note
			case v.Need != reads.Required, !slices.ContainsFunc(here, func(r reads.Read) bool { return r.Need == reads.Required && isUnset(r) }):
				f.Level = Warning
			}
			list = append(list, f)
		}
		return list
	},
}

// isUnset reports whether nothing in the tree gives the variable of a read a value.
func isUnset(r reads.Read) bool { return r.SetIn == "" }

// Undocumented returns the variables that the code reads and no example file
// names, sorted by name: those that an env file can set, and whoever starts the
// program supplies.
func Undocumented(s *survey.Survey) (list []*contract.Variable) {
	documents := slices.Clone(s.Environments.Examples)
	for _, l := range s.Environments.EnvFiles {
		if kind, _ := tree.EnvFileName(l.File); kind.Base || isOfFramework(s.Tree, l.File) { // .env.defaults is for everyone to read
			documents = append(documents, l)
		}
	}
	for n := range s.Contract.Variables {
		v := &s.Contract.Variables[n]
		documented := slices.ContainsFunc(documents, func(l *environment.Layer) bool { return l.Document != nil && l.Document.Documents(v.Name) })
		if !v.Ambient && len(readHere(v)) > 0 && !documented && envfile.IsName(v.Name) {
			list = append(list, v)
		}
	}
	return list
}

// isOfFramework reports whether an env file is one that a framework has everybody share: the .env of Symfony, over
// which .env.local is laid.
func isOfFramework(t *tree.Tree, file string) bool {
	if path.Base(file) != ".env" {
		return false
	}
	manifest, err := t.ReadFile(path.Join(path.Dir(file), "composer.json"))
	return err == nil && bytes.Contains(manifest, []byte(`"symfony/`))
}

// readHere returns the reads of what whoever starts the program supplies.
func readHere(v *contract.Variable) []reads.Read {
	return slices.DeleteFunc(slices.Clone(v.Reads), contract.Elsewhere)
}

// counted returns the reads outside tests and tooling, or all where there are none.
func counted(list []reads.Read) []reads.Read {
	live := slices.DeleteFunc(slices.Clone(list), func(r reads.Read) bool { return !contract.Counts(r) })
	if len(live) == 0 {
		return list
	}
	return live
}

// goesByEnvFiles reports whether an environment is made of env files: a file of
// another purpose with such a name does not count.
func (j *job) goesByEnvFiles() bool {
	return slices.ContainsFunc(j.environments.Environments, func(e environment.Environment) bool {
		return slices.ContainsFunc(e.Layers, func(l *environment.Layer) bool { return isEnvFile(l.File) && l.Traits().EnvFile })
	})
}
