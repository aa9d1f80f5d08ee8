// Package changes tells how a contract differs from what it was, and what is
// still to be done for the difference.
package changes

import (
	"cmp"
	"slices"
	"strings"

	"inzicht/core/bounds"
	"inzicht/core/contract"
	"inzicht/core/reads"
	"inzicht/core/similarity"
	"inzicht/core/sorting"
	"inzicht/core/survey"
	"inzicht/core/verify"
)

// Sort says how a variable has changed.
type Sort string

// The sorts.
const (
	New     Sort = "new"
	Renamed Sort = "renamed"
	Changed Sort = "changed"
	Gone    Sort = "gone"
)

// Sorts lists them in that order.
var Sorts = []Sort{New, Renamed, Changed, Gone}

// Change is what has become of one variable in one component.
type Change struct {
	Sort      Sort
	Name      string
	From      string // of one that was renamed: its earlier name
	Component string
	Before    *contract.Variable // nil of one that is new
	After     *contract.Variable // nil of one that is gone
	Aspects   []Aspect           // of one that changed or was renamed
	ToDo      []verify.Finding   // what is still to be mended for it
}

// Aspect is one thing that is said otherwise of a variable. Values are masked
// where they may be secret.
type Aspect struct {
	What          string // need, kind, bounds, literals or fallback
	Before, After string
}

// NewlyRequired reports whether code stops without the variable that did not
// do so before.
func (c Change) NewlyRequired() bool {
	return c.After != nil && c.After.Need == reads.Required && (c.Before == nil || c.Sort == Renamed || c.Before.Need != reads.Required)
}

// Between returns the changes from one survey to another, with what the second
// still lacks for them: by sort, component and name. Reads in tests and tooling
// do not count, and neither do variables that the surroundings supply.
func Between(before, after *survey.Survey, component string) []Change {
	old, now := byComponent(before, component), byComponent(after, component)
	var list []Change
	for key, v := range now { // sorted below
		was := old[key]
		c := Change{Sort: Changed, Name: key.name, Component: key.component, Before: was, After: v}
		if was == nil {
			c.Sort = New
		} else if c.Aspects = aspects(was, v); len(c.Aspects) == 0 {
			continue
		}
		list = append(list, c)
	}
	for key, v := range old { // sorted below
		if now[key] == nil {
			list = append(list, Change{Sort: Gone, Name: key.name, Component: key.component, Before: v})
		}
	}
	order(list)
	list = renamed(list)
	order(list)
	toDo(list, after)
	return list
}

// key is a variable in a component.
type key struct{ component, name string }

// byComponent returns what counts of each variable, by component.
func byComponent(s *survey.Survey, component string) map[key]*contract.Variable {
	found := map[key]*contract.Variable{}
	for i := range s.Contract.Variables {
		v := &s.Contract.Variables[i]
		if v.Ambient {
			continue
		}
		for _, name := range v.Components {
			if component != "" && name != component {
				continue
			}
			part := v.Of(name)
			if slices.ContainsFunc(part.Reads, contract.Counts) {
				found[key{name, v.Name}] = part
			}
		}
	}
	return found
}

func order(list []Change) {
	sorting.By(list, func(a, b Change) int {
		return cmp.Or(slices.Index(Sorts, a.Sort)-slices.Index(Sorts, b.Sort), strings.Compare(a.Component, b.Component), strings.Compare(a.Name, b.Name))
	})
}

// aspects returns what is said otherwise of a variable.
func aspects(was, v *contract.Variable) (list []Aspect) {
	add := func(what, before, after string) {
		if before != after {
			list = append(list, Aspect{what, before, after})
		}
	}
	secret := was.Secret || v.Secret
	add("need", string(was.Need), string(v.Need))
	add("kind", string(was.Kind), string(v.Kind))
	add("bounds", bounds.Said(bounds.Narrow(was.Bounds)), bounds.Said(bounds.Narrow(v.Bounds)))
	if !slices.Equal(was.Literals, v.Literals) {
		add("literals", Shown(secret, was.Literals), Shown(secret, v.Literals))
	}
	if !slices.Equal(was.Fallbacks, v.Fallbacks) {
		list = append(list, Aspect{"fallback", Shown(secret, was.Fallbacks), Shown(secret, v.Fallbacks)})
	}
	return list
}

// renamed makes one change of one that is gone and one that is new where they
// are read in the same file, and their names are alike.
func renamed(list []Change) []Change {
	taken := make([]bool, len(list))
	for g := range list {
		if list[g].Sort != Gone {
			continue
		}
		best, n := 0, -1
		for i := range list {
			if list[i].Sort != New || taken[i] || list[i].Component != list[g].Component || !together(list[g].Before, list[i].After) {
				continue
			}
			if score := alike(list[g].Name, list[i].Name); score > best {
				best, n = score, i
			}
		}
		if n < 0 {
			continue
		}
		taken[g], taken[n] = true, true
		c := &list[n]
		c.Sort, c.From, c.Before, c.Aspects = Renamed, list[g].Name, list[g].Before, aspects(list[g].Before, c.After)
	}
	kept := list[:0]
	for i := range list {
		if !taken[i] || list[i].Sort == Renamed {
			kept = append(kept, list[i])
		}
	}
	return kept
}

// together reports whether two variables are read in one file, and taken for
// the same kind.
func together(a, b *contract.Variable) bool {
	return a.Kind == b.Kind && slices.ContainsFunc(a.Reads, func(r reads.Read) bool {
		return slices.ContainsFunc(b.Reads, func(other reads.Read) bool { return other.File == r.File })
	})
}

// alike says how much two names have in common: 0 for too little.
func alike(a, b string) int {
	const slip = 1000
	if similarity.Slip(a, b) {
		return slip
	}
	words, others := strings.Split(a, "_"), strings.Split(b, "_")
	common := 0
	for _, word := range words {
		if slices.Contains(others, word) {
			common++
		}
	}
	if common*2 < max(len(words), len(others)) {
		return 0
	}
	return common
}

// toDoRules are the rules whose findings about a variable that has changed are
// to be mended before a deployment.
var toDoRules = []string{"missing", "undocumented", "unused", "ill-typed", "never-matches", "empty", "placeholder", "weak-fallback"}

// toDo adds to each change what is still to be done for it.
func toDo(list []Change, after *survey.Survey) {
	levels := map[string]verify.Level{}
	for _, r := range verify.Rules {
		if !slices.Contains(toDoRules, r.Name) {
			levels[r.Name] = verify.Off
		}
	}
	byName := map[string][]verify.Finding{}
	for _, f := range verify.Run(after, levels) {
		if f.Level.Rank() <= verify.Warning.Rank() {
			byName[f.Variable] = append(byName[f.Variable], f)
		}
	}
	told := map[string]bool{}
	for i := range list {
		for _, name := range []string{list[i].Name, list[i].From} {
			if name != "" && !told[name] { // what two components share is told once
				told[name] = true
				list[i].ToDo = append(list[i].ToDo, byName[name]...)
			}
		}
	}
}
