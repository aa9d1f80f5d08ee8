package verify

import (
	"fmt"

	"inzicht/core/contract"
	"inzicht/core/environment"
	"inzicht/core/reads"
)

// keepsOut are accesses whose fallback is used only where the variable is not
// set at all: set to nothing, nothing is what the code gets.
var keepsOut = map[string]bool{
	"os.environ.get": true, "os.getenv": true, "ENV.fetch": true, "System.getenv().getOrDefault": true, "System.get_env": true, "sys.env.getOrElse": true, "os:getenv": true, "get": true,
}

// keptOut returns a read whose fallback an empty value keeps out, or nil.
func keptOut(list []reads.Read) *reads.Read {
	for i := range list {
		if r := &list[i]; r.Fallback != nil && *r.Fallback != "" && r.Through == "" && keepsOut[r.Access] {
			return r
		}
	}
	return nil
}

var empty = Rule{
	Name: "empty", Level: Warning,
	Says: "set to nothing where the code needs something",
	Do:   "Give it a value, or take the line away so that the code's own check speaks up.",
	About: `The variable is set, but to nothing, and the code has no fallback for it. Most
code does not tell set-to-nothing from a value: the start goes well, and a
request fails later.

  BOOKING_API_TOKEN=      .env, and the code needs it

Mend it by giving it a value.`,
	check: func(j *job) []Finding {
		return j.collect(func(s *setting) *Finding {
			if s.value.State != environment.Empty || s.variable.Ambient {
				return nil
			}
			wanted := contract.Wanted(s.reads, s.environment)
			if kept := keptOut(wanted); need(wanted) == reads.Optional && s.variable.Secret && kept != nil {
				f := s.finding()
				f.Message = fmt.Sprintf("%s is set to nothing in %s, which keeps the fallback in %s:%d out: the code goes on without this secret", s.variable.Name, s.environment.Name, kept.File, kept.Line)
				f.Hint = fmt.Sprintf("Give %s a value.", s.variable.Name)
				return &f
			}
			if need(wanted) == reads.Optional {
				return nil
			}
			f := s.finding()
			f.Need = need(wanted)
			f.Message = fmt.Sprintf("%s is set to nothing in %s, and %s", s.variable.Name, s.environment.Name, consequence(f.Need, s.variable.Secret))
			f.Hint = fmt.Sprintf("Give %s a value.", s.variable.Name)
			return &f
		})
	},
}
