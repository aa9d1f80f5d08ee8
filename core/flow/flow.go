// Package flow tells how values come from layers through environments to the
// components that read them, for a drawing.
package flow

import (
	"slices"

	"inzicht/core/contract"
	"inzicht/core/environment"
	"inzicht/core/survey"
)

// Flow is what flows: in three columns, with arrows between them.
type Flow struct {
	Layers, Environments, Components []string
	Given                            []Arrow // from layers to environments
	Read                             []Arrow // from environments to components
}

// Arrow leads from one column's node to the next one's, by their indices, and
// stands for a number of variables.
type Arrow struct {
	From, To  int
	Variables int
}

// most bounds how many environments a drawing shows.
const most = 40

// Of returns the flow of a tree. Variables that the surroundings supply are left
// out, and so are layers that give nothing which is read.
func Of(s *survey.Survey) *Flow {
	f := &Flow{}
	for i := range s.Environments.Environments {
		if e := &s.Environments.Environments[i]; len(f.Environments) < most {
			f.add(s, e)
		}
	}
	return f
}

// add adds an environment with what leads to it and from it.
func (f *Flow) add(s *survey.Survey, e *environment.Environment) {
	given, read := map[string]int{}, map[string]int{}
	for _, v := range s.Contract.Variables {
		if v.Ambient {
			continue
		}
		_, layer, found := e.Lookup(v.Name)
		if !found {
			continue
		}
		readers := readersOf(s, e, v)
		for _, component := range readers {
			read[component]++
		}
		if len(readers) > 0 {
			given[layer.Label]++
		}
	}
	if len(given) == 0 {
		return
	}
	name := e.Name
	if slices.Contains(f.Environments, name) && e.Component.Name != "" { // each component may have its own
		name += " of " + e.Component.Name
	}
	f.Environments = append(f.Environments, name)
	at := len(f.Environments) - 1
	for _, label := range sorted(given) {
		f.Given = append(f.Given, Arrow{indexIn(&f.Layers, label), at, given[label]})
	}
	for _, component := range sorted(read) {
		f.Read = append(f.Read, Arrow{at, indexIn(&f.Components, component), read[component]})
	}
}

// readersOf returns the components that read a variable in an environment.
func readersOf(s *survey.Survey, e *environment.Environment, v contract.Variable) (list []string) {
	for _, r := range v.Reads {
		if contract.Counts(r) && s.Environments.Serves(e, r.Component) && !slices.Contains(list, r.Component) {
			list = append(list, r.Component)
		}
	}
	return list
}

// indexIn returns where a name is in a list, to which it is added if need be.
func indexIn(list *[]string, name string) int {
	if at := slices.Index(*list, name); at >= 0 {
		return at
	}
	*list = append(*list, name)
	return len(*list) - 1
}

func sorted(counts map[string]int) (names []string) {
	for name := range counts { // sorted below
		names = append(names, name)
	}
	slices.Sort(names)
	return names
}
