package verify

import (
	"fmt"

	"inzicht/core/environment"
	"inzicht/core/tree"
)

var duplicate = Rule{
	Name: "duplicate", Level: Warning, Placed: true,
	Says: "one file sets it twice",
	Do:   "Most readers take the last line, some the first: keep one.",
	About: `One env file sets the same variable on two lines. Most readers take the last,
some the first, and whoever edits the other one wonders why nothing changes.

  LEVEL_ALARM_CM=380
  LEVEL_ALARM_CM=400      deploy/staging.env

Mend it by removing one of the lines.`,
	check: func(j *job) (list []Finding) {
		j.eachFile(func(l *environment.Layer, name string) {
			first := map[string]int{}
			for _, entry := range l.Document.Entries {
				if entry.Commented {
					continue
				}
				line, again := first[entry.Name]
				if !again {
					first[entry.Name] = entry.Line
					continue
				}
				list = append(list, Finding{
					Variable: entry.Name, Environment: name, Component: l.Component.Name,
					File: l.File, Line: entry.Line, Column: entry.Column,
					Message: fmt.Sprintf("%s is set here again; line %d sets it too", entry.Name, line),
					Hint:    "Most readers take the last line, some the first: keep one.",
					Related: []Place{{l.File, line}},
				})
			}
		})
		return list
	},
}

func isEnvFile(file string) bool {
	_, isEnv := tree.EnvFileName(file)
	return isEnv
}
