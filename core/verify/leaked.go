package verify

import (
	"fmt"

	"inzicht/core/survey"
)

var leaked = Rule{
	Name: "leaked", Level: Error, Placed: true,
	Says: "the value of a secret in an env file also appears in a tracked file",
	Do:   "Take it out of the file, and renew the secret.",
	About: `The value of a secret, from a private env file, stands in a file that is tracked:
in a test, a script, a page of documentation. Plain, in base64, and as part of an
address. The value itself is never shown.

  ops/smoke-test.sh:4      holds the value of BOOKING_API_TOKEN in staging

With verify --history all earlier commits are searched too: what was taken out of
a file still stands there for everybody who has the repository.

Values of fewer than 8 characters, and stand-ins, are not looked for. Mend it by
taking the value out and by renewing the secret, since history keeps it.`,
	check: func(j *job) (list []Finding) {
		for _, hit := range j.Leaks {
			if hit.Past {
				list = append(list, j.pastLeak(hit))
				continue
			}
			list = append(list, Finding{
				Variable: hit.Variable, Environment: hit.Environment, Component: j.Tree.ComponentOf(hit.File).Name,
				File: hit.File, Line: hit.Line, Column: hit.Column,
				Message: fmt.Sprintf("the value of %s in %s appears here%s", hit.Variable, hit.Environment, hit.How),
				Hint:    fmt.Sprintf("Take it out, and renew %s: history keeps it.", hit.Variable),
				Related: []Place{{hit.From.File, hit.From.Line}},
			})
		}
		return list
	},
}

// pastLeak tells of a value in an earlier state.
func (j *job) pastLeak(hit survey.Leak) Finding {
	where := "an earlier commit"
	if hit.Commit != "" {
		where = "commit " + hit.Commit
	}
	return Finding{
		Variable: hit.Variable, Environment: hit.Environment, Component: j.Tree.ComponentOf(hit.File).Name, File: hit.File,
		Message: fmt.Sprintf("the value of %s in %s appears in %s, on line %d of %s%s", hit.Variable, hit.Environment, where, hit.Line, hit.File, hit.How),
		Hint:    fmt.Sprintf("Renew %s: whoever has the repository has the old value.", hit.Variable),
		Related: []Place{{hit.From.File, hit.From.Line}},
	}
}
