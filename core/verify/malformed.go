package verify

import "inzicht/core/environment"

var malformed = Rule{
	Name: "malformed", Level: Error,
	Says: "a line of an env file cannot be understood",
	Do:   "Write NAME=value, one a line.",
	check: func(j *job) (list []Finding) {
		j.eachFile(func(source environment.Source, name string) {
			for _, p := range source.Document.Problems {
				f := Finding{
					Environment: name, Component: source.Component.Name,
					File: source.File, Line: p.Line, Column: p.Column, Message: p.Reason, Hint: p.Hint, Pointed: true,
				}
				if p.Mild {
					f.Level = Warning
				}
				list = append(list, f)
			}
		})
		for _, skip := range j.Skipped {
			if isEnvFile(skip.Path) {
				list = append(list, Finding{File: skip.Path, Message: "this env file was not read: " + skip.Reason, Hint: "Put a readable file in its place, or remove it.", Pointed: true})
			}
		}
		return list
	},
}
