// Package launch works out what a program is started with, and whether the code
// would start with it.
package launch

import (
	"slices"
	"strings"

	"inzicht/core/contract"
	"inzicht/core/environment"
	"inzicht/core/near"
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

// slips finds the names that the person who starts it gave and that nothing
// reads, where one that is read and has no value differs by a slip.
func slips(s *survey.Survey, o Options, all *environment.Layer) (list []Slip) {
	var wanted []string
	for i := range s.Contract.Variables {
		v := &s.Contract.Variables[i]
		if _, set := all.Values[v.Name]; !v.Ambient && !set || o.Overrides[v.Name] != "" {
			wanted = append(wanted, v.Name)
		}
	}
	index := near.NewIndex(wanted)
	for _, name := range given(o) {
		if isRead(s.Contract, name) || contract.IsAmbient(name) {
			continue
		}
		if meant := index.Slips(name); len(meant) > 0 {
			list = append(list, Slip{name, meant[0]})
		}
	}
	return list
}

// given returns the names that a person gave: as an override, in the shell's
// own environment, or in an assignment of the command.
func given(o Options) (names []string) {
	for name := range o.Overrides { // sorted below
		names = append(names, name)
	}
	for _, entry := range o.Surroundings {
		name, _, _ := strings.Cut(entry, "=")
		names = append(names, name)
	}
	names = append(names, assigned(o.Command)...)
	slices.Sort(names)
	return slices.Compact(names)
}
