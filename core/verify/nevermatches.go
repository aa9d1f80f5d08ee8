package verify

import (
	"fmt"
	"slices"
	"strings"

	"inzicht/core/environment"
	"inzicht/core/reads"
	"inzicht/core/secrecy"
	"inzicht/core/similarity"
)

var neverMatches = Rule{
	Name: "never-matches", Level: Warning,
	Says: "the code compares with certain literals, and the value is none of them",
	Do:   "Write one of the values that the code compares with.",
	About: `Values of the environment are text. Code that compares with "true" does not take
1, yes or True for it: the comparison is silently false.

  GATE_HORN=0              gatekeeper compares with "off"
  NEXT_PUBLIC_STORM_BANNER=1   skipper-web compares with "true"

It is a finding where the value means what a literal means but is written
otherwise, where it differs from one by a slip, or where the code lists several
values and this is none. Mend the value, or compare with all ways of saying yes.`,
	check: func(j *job) []Finding {
		return j.collect(func(s *setting) *Finding {
			if s.value.State != environment.Set || s.variable.Secret {
				return nil
			}
			for _, component := range componentsOf(s.reads) {
				literals, at := literalsOf(s.reads, component)
				if len(literals) == 0 || takes(s.reads, component, literals, s.value.Text) || !cannotMatch(s.value.Text, literals) {
					continue
				}
				f := s.finding()
				f.Component = component
				f.Message = fmt.Sprintf("%s is compared with %s in %s:%d, and its value in %s is %s",
					s.variable.Name, quoted(s.variable.Secret, literals), at.File, at.Line, s.environment.Name, noneOf(literals))
				f.Hint = "Write one of: " + quoted(s.variable.Secret, literals) + "."
				f.Pointed = true
				f.Related = places([]reads.Read{at})
				return &f
			}
			return nil
		})
	},
}

func noneOf(literals []string) string {
	if len(literals) == 1 {
		return "not that"
	}
	return "none of them"
}

func quoted(secret bool, literals []string) string {
	var out []string
	for _, l := range literals {
		out = append(out, `"`+secrecy.Shown(secret, l)+`"`)
	}
	return strings.Join(out, ", ")
}

func componentsOf(list []reads.Read) (names []string) {
	for _, r := range list {
		names = append(names, r.Component)
	}
	slices.Sort(names)
	return slices.Compact(names)
}

// literalsOf returns all that a component compares with, and the first place.
// Where one read of it goes without comparing, any value may be meant.
func literalsOf(list []reads.Read, component string) (literals []string, at reads.Read) {
	for _, r := range list {
		if r.Component != component || len(r.Literals) == 0 {
			continue
		}
		if len(literals) == 0 {
			at = r
		}
		literals = append(literals, r.Literals...)
	}
	slices.Sort(literals)
	return slices.Compact(literals), at
}

// takes reports whether a value is one of the literals as the code compares them:
// some compare in small letters.
func takes(list []reads.Read, component string, literals []string, value string) bool {
	folded := slices.ContainsFunc(list, func(r reads.Read) bool { return r.Component == component && r.Folded })
	return slices.ContainsFunc(literals, func(l string) bool { return l == value || folded && strings.EqualFold(l, value) })
}

// cannotMatch reports whether a value that is none of the literals is meant to
// be one: it says yes or no in another way, or nearly is one, or several are
// listed and it is none of them.
func cannotMatch(value string, literals []string) bool {
	isYesNo := true
	for _, l := range literals {
		if l == "" {
			continue
		}
		isYesNo = isYesNo && isBoolean(l)
		if strings.EqualFold(l, value) || len(l) > 3 && similarity.Slip(l, value) {
			return true
		}
		if isBoolean(l) && (isYes(l) && isYes(value) || isNo(l) && isNo(value)) {
			return true
		}
	}
	return !isYesNo && len(literals) > 1
}
