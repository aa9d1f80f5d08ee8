package verify

import (
	"fmt"
	"slices"

	"inzicht/core/environment"
	"inzicht/core/reads"
)

var alwaysTrue = Rule{
	Name: "always-true", Level: Warning,
	Says: "the value says no, but the code only asks whether it is set",
	Do:   "Leave it unset to say no, or compare the value in the code.",
	About: `Values of the environment are text, and text that is not empty counts as true:
code that only asks whether a variable is set takes false, 0 and off for yes.

  if (env.BOOKING_TRACE) …      services/skipper-web/src/booking.ts
  BOOKING_TRACE=false           deploy/staging.env, and every answer is logged

What counts as no is the language's: the text 0 does in PHP and Perl, false does to
the env() of some frameworks.

Mend it by taking the line away, or by comparing the value in the code.`,
	check: func(j *job) []Finding {
		return j.collect(func(s *setting) *Finding {
			if s.value.State != environment.Set || s.variable.Secret || !isNo(s.value.Text) {
				return nil
			}
			for _, component := range componentsOf(s.reads) {
				at := onlyAsked(s.reads, component)
				if at == nil || slices.Contains(at.No, s.value.Text) {
					continue
				}
				f := s.finding()
				f.Component = component
				f.Message = fmt.Sprintf("%s says no in %s, and %s:%d only asks whether it is set: it counts as yes", s.variable.Name, s.environment.Name, at.File, at.Line)
				f.Hint, f.Pointed = "Leave it unset to say no, or compare the value in the code.", true
				f.Related = places([]reads.Read{*at})
				return &f
			}
			return nil
		})
	},
}

// onlyAsked returns the first read of a component where all of them only ask
// whether the variable is set, or nil.
func onlyAsked(list []reads.Read, component string) (first *reads.Read) {
	for i := range list {
		r := &list[i]
		switch {
		case r.Component != component:
		case !r.Asked:
			return nil
		case first == nil:
			first = r
		}
	}
	return first
}
