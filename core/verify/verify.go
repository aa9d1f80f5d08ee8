// Package verify holds a contract against example files and environments.
// Each rule is one value in a file of its own; Rules lists them.
package verify

import (
	"cmp"
	"slices"
	"strings"

	"inzicht/core/environment"
	"inzicht/core/reads"
	"inzicht/core/sorting"
	"inzicht/core/survey"
)

// Level says how bad a finding is.
type Level string

// The levels, worst first. A rule that is off finds nothing.
const (
	Error   Level = "error"
	Warning Level = "warning"
	Note    Level = "note"
	Off     Level = "off"
)

// Rank orders levels: the worse, the lower; -1 for what is none.
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
	Column      int // from 1, in bytes; 0 where it is not known
	Message     string
	Hint        string   // what to do
	Command     []string // that does it, typed in the root of the tree; Hint holds it as it is typed
	Pointed     bool     // Hint says more than the rule's own advice
	Related     []Place
	Again       int // how many of the same identity come before it
}

// Identity is what a finding is known by from one run to the next, whatever
// its line: by accepted findings, by what a change brings, and by the logs of
// static analysis.
type Identity struct {
	Rule, Variable, Environment, Component string
	File                                   string // where the rule is about places, or about no variable
	About                                  string // what is said, where it is about no variable
	Again                                  int    // how many of the same come before it
}

// Identity returns what the finding is known by.
func (f Finding) Identity() Identity {
	id := Identity{Rule: f.Rule, Variable: f.Variable, Environment: f.Environment, Component: f.Component, Again: f.Again}
	if r := RuleNamed(f.Rule); f.Variable == "" || r != nil && r.Placed {
		id.File = f.File
	}
	if f.Variable == "" {
		id.About = f.Message
	}
	return id
}

// number tells findings of one identity apart, in the order of their lines.
func number(all []Finding) {
	seen := map[Identity]int{}
	for n := range all {
		id := all[n].Identity()
		all[n].Again = seen[id]
		seen[id]++
	}
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
	About string // what, why, an example and how to mend it, for inzicht rules NAME
	// Placed says that the file belongs to what a finding is about: the same of
	// the same variable in another file is another finding.
	Placed bool
	check  func(*job) []Finding
}

// Rules lists every rule. A new one is one more line.
var Rules = []Rule{
	missing,
	undocumented,
	unused,
	absent,
	malformed,
	duplicate,
	ambiguous,
	empty,
	placeholder,
	illTyped,
	neverMatches,
	alwaysTrue,
	conflictingFallback,
	weakFallback,
	exposed,
	leaked,
	sharedSecret,
	stale,
	unresolved,
}

// RuleNamed returns the rule of that name, or nil.
func RuleNamed(name string) *Rule {
	for i := range Rules {
		if Rules[i].Name == name {
			return &Rules[i]
		}
	}
	return nil
}

// Stops returns what keeps code from starting in an environment, which need not
// be one of the survey's: variables that it does not start without and that have
// no value or an empty one, and values that are not of their kind. With a
// component, only its code counts.
func Stops(s *survey.Survey, e *environment.Environment, component string) (list []Finding) {
	j := newJob(s)
	j.only = e
	for _, rule := range []Rule{missing, empty, illTyped} {
		for _, f := range rule.check(j) {
			f.Rule, f.Level = rule.Name, cmp.Or(f.Level, rule.Level)
			stops := f.Need == reads.Required && f.Level != Note || f.Rule == illTyped.Name && f.Level == Error
			if stops && (component == "" || f.Component == component) {
				list = append(list, f)
			}
		}
	}
	return list
}

// Run checks a survey against all rules. levels gives rules another level
// than their own, or Off. Findings come worst first, then by rule,
// environment, file and line.
func Run(s *survey.Survey, levels map[string]Level) []Finding {
	j := newJob(s)
	var all []Finding
	for _, rule := range Rules {
		level, given := levels[rule.Name]
		if level == Off {
			continue
		}
		for _, f := range rule.check(j) {
			f.Rule = rule.Name
			if f.Level == "" {
				f.Level = rule.Level
			}
			if given && f.Level != Note {
				f.Level = level
			}
			if len(f.Command) > 0 {
				f.Hint = strings.Replace(f.Hint, "{}", Typed(f.Command), 1)
			}
			all = append(all, f)
		}
	}
	sortFindings(all)
	number(all)
	return all
}

func sortFindings(all []Finding) {
	order := map[string]int{}
	for i, rule := range Rules {
		order[rule.Name] = i
	}
	sorting.By(all, func(a, b Finding) int {
		return cmp.Or(
			cmp.Compare(a.Level.Rank(), b.Level.Rank()),
			cmp.Compare(order[a.Rule], order[b.Rule]),
			cmp.Compare(a.Environment, b.Environment),
			cmp.Compare(a.File, b.File),
			cmp.Compare(a.Line, b.Line),
			cmp.Compare(a.Variable, b.Variable),
			cmp.Compare(a.Component, b.Component),
		)
	})
}
