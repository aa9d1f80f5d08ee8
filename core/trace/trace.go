// Package trace gathers all that is known of one variable.
package trace

import (
	"context"
	"slices"

	"inzicht/core/contract"
	"inzicht/core/environment"
	"inzicht/core/history"
	"inzicht/core/programs"
	"inzicht/core/reads"
	"inzicht/core/secrecy"
	"inzicht/core/similarity"
	"inzicht/core/survey"
)

// Trace is all that is known of one variable.
type Trace struct {
	Name         string
	Variable     *contract.Variable // nil where nothing reads it by that name
	Pattern      *reads.Read        // a read of names like it, or nil
	Reads        []Read
	Documented   []Mention
	Environments []Source
	Near         []string // names that are read or set, and nearly alike
	Added        *history.Commit
}

// Read is a read with its line of source, in which what looks secret is masked.
type Read struct {
	reads.Read
	Source string
}

// Mention is a place in an example file.
type Mention struct {
	File      string
	Line      int
	Commented bool
	About     []string // the comment above it
}

// Source is where one environment gets the variable: the value in force
// first, then those that it hides.
type Source struct {
	Environment string
	Component   string
	Chain       []environment.Link
	Serves      bool   // some code that runs there reads it
	Open        string // what else the environment gets values from, or ""
}

// All gathers what is known of some variables, in their order. Git is asked when
// each came in until ctx ends; of the rest that is not known.
func All(ctx context.Context, s *survey.Survey, names []string) (list []*Trace) {
	known := knownNames(s)
	for _, name := range names {
		t := present(s, name, known)
		if ctx.Err() == nil {
			t.ask(ctx, s)
		}
		list = append(list, t)
	}
	return list
}

// Of gathers what is known of a variable. Git is asked until ctx ends.
func Of(ctx context.Context, s *survey.Survey, name string) *Trace {
	t := present(s, name, knownNames(s))
	t.ask(ctx, s)
	return t
}

// ask asks git in which commit the name came in.
func (t *Trace) ask(ctx context.Context, s *survey.Survey) {
	if !s.Tree.Git {
		return
	}
	if commit, found := history.Added(ctx, s.Tree.Root, t.Name); found {
		commit.Subject = secrecy.MaskParts(commit.Subject)
		t.Added = &commit
	}
}

// present gathers what the tree says of a variable as it is now.
func present(s *survey.Survey, name string, known []string) *Trace {
	t := &Trace{Name: name, Variable: s.Contract.Lookup(name), Pattern: s.Contract.Covers(name)}
	if t.Variable != nil {
		for _, r := range t.Variable.Reads {
			t.Reads = append(t.Reads, Read{r, sourceLine(s, r)})
		}
	}
	for _, example := range s.Environments.Examples {
		for _, e := range example.Document.Entries {
			if e.Name == name {
				var about []string
				for _, line := range e.Above {
					about = append(about, secrecy.MaskParts(line))
				}
				t.Documented = append(t.Documented, Mention{example.File, e.Line, e.Commented, about})
			}
		}
	}
	owners := programs.NewOwners(s.Tree, s.Environments.Environments)
	for i := range s.Environments.Environments {
		e := &s.Environments.Environments[i]
		source := Source{Environment: e.Name, Component: e.Component.Name, Chain: e.Chain(name), Open: e.Open()}
		for _, r := range t.Reads {
			source.Serves = source.Serves || contract.Counts(r.Read) && s.Environments.Concerns(e, r.Component, r.File) && owners.Concerns(r.Read, e)
		}
		if source.Serves || len(source.Chain) > 0 {
			t.Environments = append(t.Environments, source)
		}
	}
	t.Near = slices.DeleteFunc(slices.Clone(known), func(other string) bool { return !similarity.Slip(name, other) })
	return t
}

// Known reports whether anything is known of the name.
func (t *Trace) Known() bool {
	return t.Variable != nil || t.Pattern != nil || len(t.Documented) > 0 || slices.ContainsFunc(t.Environments, func(s Source) bool { return len(s.Chain) > 0 })
}

// knownNames returns the names that are read or set, sorted.
func knownNames(s *survey.Survey) (list []string) {
	for _, v := range s.Contract.Variables {
		list = append(list, v.Name)
	}
	s.Environments.Layers(func(l *environment.Layer, _ string) {
		if l.Kind != "process" {
			list = append(list, l.Names()...)
		}
	})
	slices.Sort(list)
	return slices.Compact(list)
}
