// Package environment finds the environments of a tree and says where each
// gets its values: layers in order of precedence.
package environment

import (
	"path"
	"slices"
	"strings"

	"inzicht/core/envfile"
	"inzicht/core/tree"
)

// Source is an env file of the tree, read.
type Source struct {
	File      string
	Component tree.Component
	Tracked   bool
	Document  *envfile.Document
}

// Environment is a named set of values.
type Environment struct {
	Name      string
	Component tree.Component // whose reads it is to satisfy
	Layers    []Source       // later ones win
}

// Lookup gives the entry in force for a name and the layer it comes from.
func (e *Environment) Lookup(name string) (entry envfile.Entry, layer *Source, found bool) {
	for i := len(e.Layers) - 1; i >= 0; i-- {
		if entry, found := e.Layers[i].Document.Lookup(name); found {
			return entry, &e.Layers[i], true
		}
	}
	return envfile.Entry{}, nil, false
}

// File gives the file that a person would add a value to: the layer that
// wins least, since overrides are personal.
func (e *Environment) File() string { return e.Layers[0].File }

// Set is what a tree says about environments.
type Set struct {
	Examples     []Source
	Environments []Environment // sorted by name, then component
}

// Discover groups env files by what their names say.
func Discover(sources []Source) *Set {
	s := &Set{}
	type key struct{ name, folder string }
	groups := map[key][]Source{}
	for _, source := range sources {
		kind, _ := tree.EnvFileName(source.File)
		if kind.Example {
			s.Examples = append(s.Examples, source)
			continue
		}
		k := key{kind.Environment, source.Component.Folder}
		groups[k] = append(groups[k], source)
	}
	for k, layers := range groups {
		slices.SortFunc(layers, compareLayers)
		s.Environments = append(s.Environments, Environment{Name: k.name, Component: layers[0].Component, Layers: layers})
	}
	slices.SortFunc(s.Environments, func(a, b Environment) int {
		if c := strings.Compare(a.Name, b.Name); c != 0 {
			return c
		}
		return strings.Compare(a.Component.Folder, b.Component.Folder)
	})
	return s
}

// compareLayers orders the files of one environment: .local files last, and
// otherwise the deeper file later.
func compareLayers(a, b Source) int {
	left, _ := tree.EnvFileName(a.File)
	right, _ := tree.EnvFileName(b.File)
	switch {
	case left.Override != right.Override:
		if left.Override {
			return 1
		}
		return -1
	case path.Dir(a.File) != path.Dir(b.File):
		return strings.Count(a.File, "/") - strings.Count(b.File, "/")
	}
	return strings.Compare(a.File, b.File)
}

// Serves tells whether the environment is to satisfy the reads of a
// component: its own, or, for one of the root, those of every component that
// has no environment of that name.
func (s *Set) Serves(e *Environment, component string) bool {
	if e.Component.Name == component {
		return true
	}
	if e.Component.Folder != "" {
		return false
	}
	return !slices.ContainsFunc(s.Environments, func(other Environment) bool {
		return other.Name == e.Name && other.Component.Name == component
	})
}
