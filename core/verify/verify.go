// Package verify holds a contract against example files and environments.
// Each rule is one value in a file of its own; Rules lists them.
package verify

import (
	"cmp"
	"slices"

	"inzicht/core/contract"
	"inzicht/core/environment"
	"inzicht/core/reads"
	"inzicht/core/survey"
)

// Level says how bad a finding is.
type Level string

// The levels, worst first.
const (
	Error   Level = "error"
	Warning Level = "warning"
	Note    Level = "note"
)

// Rank orders levels: the worse, the lower.
func (l Level) Rank() int {
	return slices.Index([]Level{Error, Warning, Note}, l)
}

// Finding is one difference worth a person's time. It never holds a value.
type Finding struct {
	Rule        string
	Level       Level
	Variable    string     // "" where it is not about one
	Need        reads.Need // of the variable, where that matters
	Environment string
	Component   string
	File        string
	Line        int // 0 where it is about the whole file
	Column      int
	Message     string
	Hint        string // what to do
	Pointed     bool   // Hint says more than the rule's own advice
	Related     []Place
}

// Place is where something stands.
type Place struct {
	File string
	Line int
}

// Rule is one thing that is checked.
type Rule struct {
	Name  string
	Level Level
	Says  string // what a finding under it means
	Do    string // what to do about it
	check func(*job) []Finding
}

// Rules lists every rule. A new one is one more line.
var Rules = []Rule{
	missing,
	undocumented,
	unused,
	malformed,
	duplicate,
	unresolved,
}

// job is what the rules look at.
type job struct {
	*survey.Survey
	contract     *contract.Contract
	environments *environment.Set
	slips        *slips
}

// Run checks a survey against all rules. Findings come worst first, then by
// rule, environment, file and line.
func Run(s *survey.Survey) []Finding {
	j := &job{Survey: s, contract: s.Contract, environments: s.Environments}
	j.slips = findSlips(j)
	var all []Finding
	for _, rule := range Rules {
		for _, f := range rule.check(j) {
			f.Rule = rule.Name
			if f.Level == "" {
				f.Level = rule.Level
			}
			all = append(all, f)
		}
	}
	order := map[string]int{}
	for i, rule := range Rules {
		order[rule.Name] = i
	}
	slices.SortStableFunc(all, func(a, b Finding) int {
		return cmp.Or(
			cmp.Compare(a.Level.Rank(), b.Level.Rank()),
			cmp.Compare(order[a.Rule], order[b.Rule]),
			cmp.Compare(a.Environment, b.Environment),
			cmp.Compare(a.File, b.File),
			cmp.Compare(a.Line, b.Line),
			cmp.Compare(a.Variable, b.Variable),
		)
	})
	return all
}

// places gives where reads stand, at most a few.
func places(list []reads.Read) (out []Place) {
	for _, r := range list {
		if len(out) == 5 {
			break
		}
		out = append(out, Place{r.File, r.Line})
	}
	return out
}

// wanted gives the reads of a variable that an environment of the component
// must satisfy.
func (j *job) wanted(v *contract.Variable, e *environment.Environment) (list []reads.Read) {
	if v.Ambient {
		return nil
	}
	for _, r := range v.Reads {
		if contract.Counts(r) && j.environments.Serves(e, r.Component) {
			list = append(list, r)
		}
	}
	return list
}

// need gives the strictest need of some reads of one variable.
func need(list []reads.Read) reads.Need {
	if len(list) == 0 {
		return reads.Optional
	}
	return contract.Build(list).Variables[0].Need
}

// documentedIn gives the example files that name a variable.
func (j *job) documentedIn(name string) (files []string) {
	for _, example := range j.environments.Examples {
		if example.Document.Documents(name) {
			files = append(files, example.File)
		}
	}
	return files
}
