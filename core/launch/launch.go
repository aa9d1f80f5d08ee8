// Package launch works out what a program is started with, and whether the code
// would start with it.
package launch

import (
	"strings"

	"inzicht/core/contract"
	"inzicht/core/environment"
	"inzicht/core/similarity"
	"inzicht/core/sorting"
	"inzicht/core/survey"
	"inzicht/core/verify"
)

// Options says what to start.
type Options struct {
	Environment  *environment.Environment
	Component    string            // whose code it is; "" for all that the environment serves
	Surroundings []string          // NAME=value of whoever starts it
	Overrides    map[string]string // values over those of the environment
	OnlyContract bool              // give it nothing that its code does not read, but what is ambient
	Command      []string
}

// Plan is what a program is to be started with.
type Plan struct {
	Environ []string         // NAME=value, sorted
	Stops   []verify.Finding // what keeps its code from starting
	Slips   []Slip
}

// Slip is a name that nothing reads, beside one that is read and was not set.
type Slip struct{ Name, Meant string }

// Work works the environment out: what surrounds it, over that what its layers
// give, and over that the overrides. A value that is not seen in the tree, such
// as one that is sealed, is taken from the surroundings.
func Work(s *survey.Survey, o Options) *Plan {
	surroundings := environment.Present(o.Surroundings)
	all := &environment.Layer{Kind: "process", Label: "what it is started with", Values: map[string]environment.Value{}}
	for name, v := range surroundings.Values { // in any order
		all.Values[name] = v
	}
	for _, l := range o.Environment.Layers {
		for name, v := range l.Values { // in any order
			switch v.State {
			case environment.Set, environment.Empty:
				all.Values[name] = v
			case environment.Removed:
				delete(all.Values, name)
			default:
				if outer, found := surroundings.Values[name]; found {
					all.Values[name] = outer
				} else {
					delete(all.Values, name)
				}
			}
		}
	}
	for name, value := range o.Overrides { // in any order
		all.Values[name] = environment.Value{State: environment.Set, Text: value}
		if value == "" {
			all.Values[name] = environment.Value{State: environment.Empty}
		}
	}
	if o.OnlyContract {
		for name := range all.Values { // in any order
			if _, given := o.Overrides[name]; !given && !isRead(s.Contract, name) && !contract.IsAmbient(name) {
				delete(all.Values, name)
			}
		}
	}
	whole := *o.Environment
	whole.Layers, whole.Live = []*environment.Layer{all}, nil
	p := &Plan{Stops: verify.Stops(s, &whole, o.Component), Slips: slips(s, o, all)}
	for _, name := range all.Names() {
		p.Environ = append(p.Environ, name+"="+all.Values[name].Text)
	}
	return p
}

// isRead reports whether code reads a variable, as far as its name is known.
func isRead(c *contract.Contract, name string) bool {
	return c.Lookup(name) != nil || c.Covers(name) != nil
}

// slips finds the names that nothing reads and that differ by a slip from one
// that is read: of those that a person gave with the command any, of those that
// surround it only where the other has no value.
func slips(s *survey.Survey, o Options, all *environment.Layer) (list []Slip) {
	var read, unset []string
	for i := range s.Contract.Variables {
		v := &s.Contract.Variables[i]
		if v.Ambient {
			continue
		}
		read = append(read, v.Name)
		if _, set := all.Values[v.Name]; !set {
			unset = append(unset, v.Name)
		}
	}
	told := map[string]bool{}
	look := func(names []string, index *similarity.Index) {
		for _, name := range names {
			if isRead(s.Contract, name) || contract.IsAmbient(name) || told[name] {
				continue
			}
			if meant := index.Slips(name); len(meant) > 0 {
				told[name] = true
				list = append(list, Slip{name, meant[0]})
			}
		}
	}
	given := assigned(o.Command)
	for name := range o.Overrides { // sorted below
		given = append(given, name)
	}
	look(given, similarity.NewIndex(read))
	look(environment.Present(o.Surroundings).Names(), similarity.NewIndex(unset))
	sorting.By(list, func(a, b Slip) int { return strings.Compare(a.Name, b.Name) })
	return list
}
