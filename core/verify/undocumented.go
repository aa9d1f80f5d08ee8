package verify

import (
	"fmt"
	"path"

	"inzicht/core/contract"
	"inzicht/core/reads"
)

var undocumented = Rule{
	Name: "undocumented", Level: Error,
	Says: "code reads it, no example file names it; an error where it is required or expected, else a warning",
	Do:   "Add it to the example file with a harmless value; commented out is enough.",
	check: func(j *job) (list []Finding) {
		for n := range j.contract.Variables {
			v := &j.contract.Variables[n]
			if v.Ambient || len(j.documentedIn(v.Name)) > 0 {
				continue
			}
			hint, pointed := j.slips.exampleHint(v.Name, fmt.Sprintf("Add %s= with a harmless value to %s.", v.Name, j.exampleFor(v)))
			f := Finding{
				Variable: v.Name, Need: v.Need, Component: v.Reads[0].Component,
				Message: fmt.Sprintf("%s is read, but no example file names it", v.Name),
				Hint:    hint, Pointed: pointed,
				Related: places(v.Reads),
			}
			f.File, f.Line, f.Column = v.Reads[0].File, v.Reads[0].Line, v.Reads[0].Column
			if v.Need == reads.Optional || !anyCounts(v) {
				f.Level = Warning
			}
			list = append(list, f)
		}
		return list
	},
}

func anyCounts(v *contract.Variable) bool {
	for _, r := range v.Reads {
		if contract.Counts(r) {
			return true
		}
	}
	return false
}

// exampleFor gives the example file that a variable belongs into: that of its
// component, otherwise the first, otherwise one to be made.
func (j *job) exampleFor(v *contract.Variable) string {
	component := v.Reads[0].Component
	for _, example := range j.environments.Examples {
		if example.Component.Name == component {
			return example.File
		}
	}
	if len(j.environments.Examples) > 0 {
		return j.environments.Examples[0].File
	}
	return path.Join(j.Tree.ComponentOf(v.Reads[0].File).Folder, ".env.example")
}
