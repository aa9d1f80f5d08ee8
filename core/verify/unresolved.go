package verify

import "fmt"

var unresolved = Rule{
	Name: "unresolved", Level: Note,
	Says: "a read whose name could not be worked out",
	Do:   "See which variables it reads, and whether the example file names them.",
	check: func(j *job) (list []Finding) {
		for _, r := range j.contract.Unresolved {
			list = append(list, Finding{
				Component: r.Component, File: r.File, Line: r.Line, Column: r.Column,
				Message: fmt.Sprintf("the name that %s reads here could not be worked out", r.Access),
				Hint:    "See which variables it reads, and whether the example file names them.",
			})
		}
		return list
	},
}
