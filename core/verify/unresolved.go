package verify

import "fmt"

var unresolved = Rule{
	Name: "unresolved", Level: Note, Placed: true,
	Says: "a read whose name could not be worked out",
	Do:   "See which variables it reads, and whether the example file names them.",
	About: `A read's name is worked out while the program runs, from something that is not
in the source: which variables it reads cannot be known here. It is named, so
that nothing is passed over in silence.

  def plugin_setting(key):
      return environ.get(key)      services/waterlevel/waterlevel/settings.py

Mend it by constants, by a list of names to loop over, or by an [[idiom]] in
inzicht.toml for the helper that it goes through.`,
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
