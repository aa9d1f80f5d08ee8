package verify

import (
	"fmt"

	"inzicht/core/environment"
	"inzicht/core/secrecy"
)

var placeholder = Rule{
	Name: "placeholder", Level: Error,
	Says: "still the example's value, or plainly a stand-in, where a real one is needed",
	Do:   "Put the real value in its place.",
	About: `The value is still the one of the example file, for a secret, or plainly a
stand-in such as change-me or <your token>. In a developer's own environment that
is a note; elsewhere it is an error.

  KEEPER_BADGE_SECRET=change-me      deploy/production.env

Mend it by putting the real value in.`,
	check: func(j *job) []Finding {
		return j.collect(func(s *setting) *Finding {
			if s.value.State != environment.Set || s.variable.Ambient {
				return nil
			}
			f := s.finding()
			switch {
			case secrecy.IsStandIn(s.value.Text, s.variable.Secret):
				f.Message = fmt.Sprintf("%s still has a stand-in for its value in %s", s.variable.Name, s.environment.Name)
			case s.variable.Secret && j.isExampleValue(s):
				f.Message = fmt.Sprintf("%s still has the example's value in %s, and it is a secret", s.variable.Name, s.environment.Name)
			default:
				return nil
			}
			f.Hint = fmt.Sprintf("Put the real value of %s in its place.", s.variable.Name)
			if s.environment.Local() {
				f.Level = Note
			}
			return &f
		})
	},
}

// isExampleValue reports whether a value is that of an example file.
func (j *job) isExampleValue(s *setting) bool {
	for _, example := range j.environments.Examples {
		if v, found := example.Values[s.variable.Name]; found && v.State == environment.Set && v.Text == s.value.Text && len(v.Text) > 3 {
			return true
		}
	}
	return false
}
