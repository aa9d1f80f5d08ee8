package verify

import (
	"fmt"

	"inzicht/core/environment"
)

var malformed = Rule{
	Name: "malformed", Level: Error, Placed: true,
	Says: "a line of an env file, or a file with an environment, cannot be understood",
	Do:   "Write NAME=value, one a line.",
	About: `A line is no assignment that readers of env files understand: a quote that is
never closed, = missing, a name that begins with a digit; or a compose file,
manifest or env file cannot be read at all. Some readers stop there, some leave
the line out without a word.

  NEXT_PUBLIC_LOCK_NAME="Oostersluis      deploy/production.env, never closed

A byte-order mark and line ends of CR LF are warnings: the values are understood,
but not by every reader. Mend the line; the finding says where and what was expected.`,
	check: func(j *job) (list []Finding) {
		j.eachFile(func(l *environment.Layer, name string) {
			for _, p := range l.Document.Problems {
				f := Finding{
					Environment: name, Component: l.Component.Name,
					File: l.File, Line: p.Line, Column: p.Column, Message: p.Reason, Hint: p.Hint, Pointed: true,
				}
				if p.Mild {
					f.Level = Warning
				}
				list = append(list, f)
			}
		})
		list = append(list, j.refused()...)
		for _, p := range j.environments.Problems {
			if p.Absent != "" {
				continue // absent tells
			}
			f := Finding{
				Component: j.Tree.ComponentOf(p.File).Name, File: p.File, Line: p.Line, Column: p.Column,
				Message: p.Reason, Hint: p.Hint, Pointed: true,
			}
			list = append(list, f)
		}
		for _, skip := range j.Skipped {
			if isEnvFile(skip.Path) {
				list = append(list, Finding{File: skip.Path, Message: "this env file was not read: " + skip.Reason, Hint: "Put a readable file in its place, or remove it.", Pointed: true})
			}
		}
		return list
	},
}

// refused returns what the reader of an environment does not take of an env
// file, though another would.
func (j *job) refused() (list []Finding) {
	type key struct{ file, reason string }
	seen := map[key]bool{}
	j.environments.Layers(func(l *environment.Layer, name string) {
		if !l.Traits().EnvFile {
			return
		}
		for _, p := range l.Refused {
			if at := (key{l.File, fmt.Sprint(p.Line, p.Reason)}); !seen[at] {
				seen[at] = true
				list = append(list, Finding{
					Environment: name, Component: l.Component.Name,
					File: l.File, Line: p.Line, Column: max(p.Column, 1), Message: p.Reason, Hint: p.Hint, Pointed: true,
				})
			}
		}
	})
	return list
}
