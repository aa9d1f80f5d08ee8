// Package environment finds the environments of a tree and says where each
// gets its values: layers in order of precedence. There is one file for each
// kind of layer.
package environment

import (
	"cmp"
	"path"
	"slices"
	"strings"
	"sync"
	"time"

	"inzicht/core/envfile"
	"inzicht/core/sorting"
	"inzicht/core/stage"
	"inzicht/core/tree"
)

// State is what a layer makes of a variable.
type State string

// The states.
const (
	Set     State = "set"
	Empty   State = "empty"   // set to nothing
	Sealed  State = "sealed"  // set to ciphertext
	Given   State = "given"   // set, with a value that is not seen here
	Removed State = "removed" // taken away again
)

// Value is what one layer gives to one variable.
type Value struct {
	State       State
	Text        string // the value; only where State is Set
	File        string // where it stands; "" where it is in no file
	Line        int    // 0 where it is in no line
	Column      int
	Why         string   // of a value that is not seen: where it comes from
	Fingerprint string   // of a record
	Lacks       []string // names that it is made with and that are set nowhere
}

// textValue returns the value that a text is.
func textValue(text, file string, line, column int) Value {
	v := Value{State: Set, Text: text, File: file, Line: line, Column: column}
	switch {
	case text == "":
		v.State = Empty
	case IsSealed(text):
		v.State, v.Text = Sealed, ""
	}
	return v
}

// Layer is one source of values.
type Layer struct {
	Kind      string // as in inzicht.toml: env, compose, dockerfile, …
	Label     string // for people
	File      string // the file that a person would edit; "" where there is none
	Component tree.Component
	Tracked   bool
	Document  *envfile.Document // of an env file
	Dialect   *envfile.Dialect  // of an env file
	Refused   []envfile.Problem // what its reader does not take of an env file, besides what none would
	Values    map[string]Value
	Changed   time.Time // when the file was last written, or the process started
	Open      string    // what else it gets values from that are not seen here, or ""
	// Entrypoint and Command are what an image starts.
	Entrypoint, Command []string
	Gaps                map[string]string // of names that it takes from somewhere which has none: from where
}

// Names returns the names that a layer says something of, sorted.
func (l *Layer) Names() []string {
	names := make([]string, 0, len(l.Values))
	for name := range l.Values { // in any order
		names = append(names, name)
	}
	slices.Sort(names)
	return names
}

// Environment is a named set of values.
type Environment struct {
	Name      string
	Component tree.Component // whose reads it is to satisfy
	Declared  bool           // in inzicht.toml
	Started   string         // the folder of the script that is started with it, where it is known by that alone: what lies there and below is of it
	Command   []string       // what is started with it, where that is known
	Loaded    bool           // the code loads a file of it by itself
	Partial   bool           // what it lacks is given when it is started: it is judged by what it has
	Only      bool           // for that component alone, not for others of the tree
	Layers    []*Layer       // later ones win
	Live      *Environment   // of a live process: the environment that it was to be started with
}

// startedIn returns the command that a container is started with: what is said of the container itself, and else what
// its image says, if that is known.
func startedIn(entrypoint, command []string, image *Layer) []string {
	if image != nil && len(entrypoint) == 0 {
		if len(command) == 0 {
			command = image.Command
		}
		entrypoint = image.Entrypoint
	}
	return slices.Concat(entrypoint, command)
}

// Gap returns from where an environment is to take a name that is not there, or "".
func (e *Environment) Gap(name string) string {
	for _, l := range slices.Backward(e.Layers) {
		if from := l.Gaps[name]; from != "" {
			return from
		}
	}
	return ""
}

// Local reports whether it is a developer's own.
func (e *Environment) Local() bool {
	return e.Name == "local" || e.Name == "dev" || e.Name == "development" || strings.HasPrefix(e.Name, "compose/")
}

// Lookup returns the value in force for a name, and the layer it comes from.
func (e *Environment) Lookup(name string) (value Value, layer *Layer, found bool) {
	for i := len(e.Layers) - 1; i >= 0; i-- {
		if value, found := e.Layers[i].Values[name]; found {
			return value, e.Layers[i], value.State != Removed
		}
	}
	return Value{}, nil, false
}

// Has reports whether a name has a value other than nothing.
func (e *Environment) Has(name string) bool {
	v, _, found := e.Lookup(name)
	return found && v.State != Empty
}

// Off reports whether a switch is off: without a value, or with one that says no.
func (e *Environment) Off(name string) bool {
	v, _, _ := e.Lookup(name)
	return !e.Has(name) || v.State == Set && SaysNo(v.Text)
}

// SaysNo reports whether the value of a switch turns it off.
func SaysNo(value string) bool {
	return slices.Contains([]string{"0", "false", "no", "off", "none", "disabled"}, strings.ToLower(value))
}

// Link is what one layer says of a variable.
type Link struct {
	Layer *Layer
	Value Value
}

// Chain returns all that the layers say of a name: the value in force first,
// then those that it hides.
func (e *Environment) Chain(name string) (chain []Link) {
	for i := len(e.Layers) - 1; i >= 0; i-- {
		if value, found := e.Layers[i].Values[name]; found {
			chain = append(chain, Link{e.Layers[i], value})
		}
	}
	return chain
}

// Open says what else the environment gets values from that are not seen here, or "".
func (e *Environment) Open() string {
	for _, l := range e.Layers {
		if l.Open != "" {
			return l.Open
		}
	}
	return ""
}

// File returns the file that a person would add a value to: the one that bears the
// environment's name, or the first layer that is a file, since later ones are often
// personal; "" where there is none.
func (e *Environment) File() string {
	for _, l := range e.Layers {
		if kind, isEnv := tree.EnvFileName(l.File); isEnv && kind.Environment == e.Name && !kind.Override && !kind.Base && l.Traits().EnvFile {
			return l.File
		}
	}
	for _, l := range e.Layers {
		if l.File != "" && l.Traits().EnvFile {
			return l.File
		}
	}
	for _, l := range slices.Backward(e.Layers) {
		if l.File != "" {
			return l.File
		}
	}
	return ""
}

// Problem is something that could not be read: where, why, and what to do.
type Problem struct {
	File         string
	Line, Column int
	Reason, Hint string
	Absent       string // a file of the tree that is named and not there, or ""
	Lived        bool   // what names it goes on without it
}

// Untied is something that gives values to a program of which nothing says that
// it is of this tree.
type Untied struct {
	Environment string // what the environment would be called
	What        string // a workload gate, a unit, a service gate
	File        string
	Layer       string // that inzicht.toml names it by, as TOML
}

// All is what a tree says about environments.
type All struct {
	Examples     []*Layer
	Environments []Environment // sorted by name, then component
	Problems     []Problem
	Images       []string // the Dockerfiles found
	EnvFiles     []*Layer // every env file that is no example, by file; also those that serve no code here
	Untied       []Untied // what gives values to programs that are not known to be of this tree, by file

	readers  map[string][]*envfile.Dialect // of an env file: who else reads it, and how
	shared   map[string]bool               // env files that services without code here get too
	contexts map[string][]string           // of a Dockerfile: the folders that it is built in, where a compose file tells
	users    map[string][]string           // of the folder of a shared component, the components that use it
	served   map[[2]string]bool            // names of environments with the component that each is for

	layersOnce sync.Once
	layerFiles map[string]bool // of all layers
}

// IsShared reports whether an env file is given to a service without code here.
func (s *All) IsShared(file string) bool { return s.shared[file] }

// newExample is the example file to be written where a tree has none.
const newExample = ".env.example"

// ExampleFor returns the example file that what a component reads belongs into:
// its own, or else the one nearest to the root, or else one to be written.
func (s *All) ExampleFor(component string) string {
	nearest := ""
	for _, example := range s.Examples {
		if example.Component.Name == component {
			return example.File
		}
		if nearest == "" || strings.Count(example.File, "/") < strings.Count(nearest, "/") {
			nearest = example.File
		}
	}
	return cmp.Or(nearest, newExample)
}

// Exemplified reports whether an example file gives a variable a value, which
// may be nothing: a line that is commented out does not.
func (s *All) Exemplified(name string) bool {
	return slices.ContainsFunc(s.Examples, func(l *Layer) bool { _, found := l.Values[name]; return found })
}

// add takes up an environment.
func (s *All) add(e Environment) {
	s.Environments, s.served = append(s.Environments, e), nil
}

func (s *All) sort() {
	sorting.By(s.Environments, func(a, b Environment) int {
		if c := strings.Compare(a.Name, b.Name); c != 0 {
			return c
		}
		return strings.Compare(a.Component.Folder, b.Component.Folder)
	})
	sorting.By(s.Examples, func(a, b *Layer) int { return strings.Compare(a.File, b.File) })
}

// clean takes out what cannot be the name of a variable: such as a line of a
// key, which is not to be shown as one.
func (s *All) clean() {
	for _, l := range s.Examples {
		l.clean()
	}
	for _, l := range s.EnvFiles {
		l.clean()
	}
	for _, e := range s.Environments {
		for _, l := range e.Layers {
			l.clean()
		}
	}
}

func (l *Layer) clean() {
	for name := range l.Values { // in any order
		if exact := l.Traits().AnyName; exact && envfile.LikeKey(name) || !exact && !envfile.IsName(name) {
			delete(l.Values, name)
		}
	}
}

// Drop leaves out the environments made of one file that says something of
// no variable that is read: it is for something else.
func (s *All) Drop(read func(name string) bool) {
	s.served = nil
	s.Environments = slices.DeleteFunc(s.Environments, func(e Environment) bool {
		if of, _ := stage.Of(e.Name); of != "" || e.Declared || e.Only || e.Loaded {
			return false
		}
		for _, l := range e.Layers {
			if slices.ContainsFunc(l.Names(), read) {
				return false
			}
		}
		return true
	})
}

// Names returns the names of all environments, sorted.
func (s *All) Names() (names []string) {
	for _, e := range s.Environments {
		names = append(names, e.Name)
	}
	slices.Sort(names)
	return slices.Compact(names)
}

// ReadersOf returns the dialects in which what is described in the tree reads an env file.
func (s *All) ReadersOf(file string) []*envfile.Dialect { return s.readers[file] }

// Named reports whether the pattern is the name of an environment, or a glob of it.
func Named(pattern, name string) bool {
	ok, _ := path.Match(pattern, name)
	return ok || pattern == name
}

// Layers returns every layer once: of example files, with environment "", and
// of environments, with the name of the one that it belongs to. A file that
// is a layer of several is given once.
func (s *All) Layers(f func(l *Layer, environment string)) {
	for _, example := range s.Examples {
		f(example, "")
	}
	seen := map[string]bool{}
	for _, borrowed := range []bool{false, true} { // environments of their own before what is started with their files
		for _, e := range s.Environments {
			for _, l := range e.Layers {
				if key := l.Kind + "\x00" + l.Label; borrowed == e.Only && !seen[key] {
					seen[key] = true
					f(l, e.Name)
				}
			}
		}
	}
}

// IsLayer reports whether a file of the tree is, or is a part of, a layer: what
// is in it is set, and not read. It may be asked side by side.
func (s *All) IsLayer(file string) bool {
	s.layersOnce.Do(func() {
		s.layerFiles = map[string]bool{}
		s.Layers(func(l *Layer, _ string) { s.layerFiles[l.File] = true })
	})
	return s.layerFiles[file]
}

// Serves reports whether the environment is to satisfy the reads of a
// component: its own, those of a shared component that its own uses, and, for
// one of the root, those of every component without an environment of that name.
func (s *All) Serves(e *Environment, component string) bool {
	if e.Component.Name == component || slices.Contains(s.users[component], e.Component.Name) {
		return true
	}
	if e.Component.Folder != "" || e.Only {
		return false
	}
	if s.served == nil {
		s.served = map[[2]string]bool{}
		for _, other := range s.Environments {
			s.served[[2]string{other.Name, other.Component.Name}] = true
		}
	}
	return !s.served[[2]string{e.Name, component}]
}

// Replace makes an environment of one layer, in place of those of that name.
func (s *All) Replace(name string, l *Layer) {
	e := Environment{Name: name, Declared: true, Layers: []*Layer{l}}
	for _, old := range s.Environments {
		if old.Name == name && old.Only {
			e.Component, e.Only = old.Component, true
		}
	}
	s.Environments = slices.DeleteFunc(s.Environments, func(old Environment) bool { return old.Name == name })
	s.add(e)
	s.sort()
}

// Lay lays what a layer gives over the environments of a name, and reports
// whether there is one.
func (s *All) Lay(name string, l *Layer) (found bool) {
	for i := range s.Environments {
		if e := &s.Environments[i]; e.Name == name {
			e.Layers = append(slices.Clip(e.Layers), l)
			found = true
		}
	}
	return found
}

// Watch takes a live process up beside the environment that it should have,
// and returns the name it has there.
func (s *All) Watch(name string, process *Layer) string {
	for _, e := range s.Environments {
		if Named(name, e.Name) {
			s.add(Environment{Name: process.Label, Component: e.Component, Only: e.Only, Declared: true, Layers: []*Layer{process}, Live: &e})
			break
		}
	}
	s.sort()
	return process.Label
}
