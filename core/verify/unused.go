package verify

import (
	"fmt"
	"strings"

	"inzicht/core/contract"
	"inzicht/core/environment"
)

var unused = Rule{
	Name: "unused", Level: Warning,
	Says: "an example file or environment sets it, nothing reads it",
	Do:   "Remove it, if nothing outside this tree reads it.",
	check: func(j *job) (list []Finding) {
		for _, example := range j.environments.Examples {
			list = append(list, j.unusedIn(example, "")...)
		}
		for i := range j.environments.Environments {
			e := &j.environments.Environments[i]
			for _, layer := range e.Layers {
				list = append(list, j.unusedIn(layer, e.Name)...)
			}
		}
		return list
	},
}

// unusedIn finds the entries of one file that nothing reads.
func (j *job) unusedIn(source environment.Source, name string) (list []Finding) {
	seen := map[string]bool{}
	for _, entry := range source.Document.Entries {
		if seen[entry.Name] || contract.IsAmbient(entry.Name) || j.isUsed(entry.Name, source) {
			continue
		}
		if entry.Commented && name != "" {
			continue
		}
		seen[entry.Name] = true
		hint, pointed := j.slips.unusedHint(entry.Name, "Remove it, if nothing outside this tree reads it.")
		list = append(list, Finding{
			Variable: entry.Name, Environment: name, Component: source.Component.Name,
			File: source.File, Line: entry.Line, Column: entry.Column,
			Message: fmt.Sprintf("nothing reads %s", entry.Name),
			Hint:    hint, Pointed: pointed,
		})
	}
	return list
}

// isUsed tells whether anything reads a name: code, a name known in part, or
// another value of the same file that refers to it.
func (j *job) isUsed(name string, source environment.Source) bool {
	if j.contract.Lookup(name) != nil || j.contract.Covers(name) != nil {
		return true
	}
	for _, other := range source.Document.Entries {
		if other.Quote != '\'' && (strings.Contains(other.Raw, "${"+name+"}") || strings.Contains(other.Raw, "${"+name+":") || strings.HasSuffix(other.Raw, "$"+name)) {
			return true
		}
	}
	return false
}
