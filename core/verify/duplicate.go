package verify

import (
	"fmt"

	"inzicht/core/environment"
	"inzicht/core/tree"
)

var duplicate = Rule{
	Name: "duplicate", Level: Warning,
	Says: "one file sets it twice",
	Do:   "Most readers take the last line, some the first: keep one.",
	check: func(j *job) (list []Finding) {
		j.eachFile(func(source environment.Source, name string) {
			first := map[string]int{}
			for _, entry := range source.Document.Entries {
				if entry.Commented {
					continue
				}
				line, again := first[entry.Name]
				if !again {
					first[entry.Name] = entry.Line
					continue
				}
				list = append(list, Finding{
					Variable: entry.Name, Environment: name, Component: source.Component.Name,
					File: source.File, Line: entry.Line, Column: entry.Column,
					Message: fmt.Sprintf("%s is set here again; line %d sets it too", entry.Name, line),
					Hint:    "Most readers take the last line, some the first: keep one.",
					Related: []Place{{source.File, line}},
				})
			}
		})
		return list
	},
}

// eachFile calls f for every env file, with the environment it belongs to.
func (j *job) eachFile(f func(environment.Source, string)) {
	for _, example := range j.environments.Examples {
		f(example, "")
	}
	for _, e := range j.environments.Environments {
		for _, layer := range e.Layers {
			f(layer, e.Name)
		}
	}
}

func isEnvFile(file string) bool {
	_, isEnv := tree.EnvFileName(file)
	return isEnv
}
