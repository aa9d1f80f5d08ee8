package environment

import (
	"cmp"
	"errors"
	"fmt"
	"io/fs"
	"slices"
	"strings"

	"inzicht/core/envfile"
	"inzicht/core/sorting"
	"inzicht/core/tree"
)

// kind is one kind of layer: how it is found without configuration, and how
// one that inzicht.toml names is read.
type kind struct {
	key      string // its key in inzicht.toml
	says     string // what it is, for people
	several  bool   // the key holds a list
	further  []Key  // what else may be said
	traits   Traits
	discover func(*finder)
	load     func(*finder, Spec) ([]*Layer, error)
}

// kinds lists every kind of layer. A new one is one more line. Those that
// claim env files of others come before env files themselves.
var kinds = []kind{
	dockerfiles,
	composeFiles,
	manifests,
	units,
	workflows,
	specifications,
	mappings,
	scripts,
	records,
	processes,
	envFiles,
}

// Options says what environments are made of.
type Options struct {
	Declared     []Declared // in inzicht.toml
	NamesOnly    bool       // only the names of environments are asked for
	Surroundings []string   // NAME=value of who runs this, where compose files and env files are to be filled in from them
	Present      []string   // NAME=value of who runs this, where the configuration may name live processes; otherwise nil
}

// Declared is one environment that inzicht.toml names.
type Declared struct {
	Name      string
	Component string // "" for all
	Layers    []Spec
}

// SpecError says which layer of the configuration cannot be read.
type SpecError struct {
	What, Reason, Hint string
}

func (e *SpecError) Error() string { return e.What + ": " + e.Reason }

// specError makes an error of reading a file one of the configuration.
func specError(file string, err error) error {
	reason := "it cannot be read"
	switch {
	case errors.Is(err, fs.ErrNotExist):
		reason = "there is no such file in this tree"
	case errors.Is(err, fs.ErrPermission):
		reason = "it may not be read"
	}
	var own *SpecError
	if errors.As(err, &own) {
		return own
	}
	return &SpecError{file, reason, "Give the path from the root of the tree."}
}

// finder is the work of finding the environments of one tree.
type finder struct {
	tree    *tree.Tree
	options Options
	set     *All

	tracked   map[string]bool
	read      map[string]*Layer
	documents map[string]*envfile.Document
	claimed   map[string]bool // env files that something else names as its layer
	yaml      map[string][]*yamlDocument
	images    map[string]*Layer           // of Dockerfiles, without stage and arguments
	badImages map[string]bool             // that could not be read
	outer     map[string]Value            // of the surroundings, where they count
	ofRoot    map[string]bool             // names of the program at the root, once asked for
	ofImages  map[string][]tree.Component // what images are built of, by their names, once asked for
	composed  int                         // bytes of compose files that were resolved
}

func newFinder(t *tree.Tree, options Options) *finder {
	f := &finder{
		tree: t, options: options, set: &All{users: usersOf(t), readers: map[string][]*envfile.Dialect{}, contexts: map[string][]string{}, shared: map[string]bool{}}, tracked: map[string]bool{}, read: map[string]*Layer{},
		documents: map[string]*envfile.Document{}, claimed: map[string]bool{}, yaml: map[string][]*yamlDocument{}, images: map[string]*Layer{}, badImages: map[string]bool{},
	}
	for _, file := range t.Files {
		f.tracked[file.Path] = file.Tracked
	}
	return f
}

// Discover finds the environments of a tree. Those that the configuration
// names take the place of found ones with the same name. The error is a
// *SpecError; what cannot be read of what was found is a problem of the set.
func Discover(t *tree.Tree, options Options) (*All, error) {
	f := newFinder(t, options)
	for _, k := range kinds {
		if k.discover != nil {
			k.discover(f)
		}
	}
	if !options.NamesOnly {
		f.discoverReaders()
	}
	for _, d := range options.Declared {
		f.set.Environments = slices.DeleteFunc(f.set.Environments, func(e Environment) bool {
			return e.Name == d.Name && (d.Component == "" || e.Component.Name == d.Component)
		})
	}
	for _, d := range options.Declared {
		if err := f.declared(d); err != nil {
			return nil, err
		}
	}
	f.loneImages()
	f.set.sort()
	f.set.tie()
	f.loads()
	f.set.clean()
	return f.set, nil
}

// untied notes what gives values to a program of which nothing says that it is
// of this tree.
func (f *finder) untied(environment, what, file, layer string, layers []*Layer) {
	for _, l := range layers {
		if len(l.Values) > 0 || l.Open != "" {
			f.set.Untied = append(f.set.Untied, Untied{environment, what, file, layer})
			return
		}
	}
}

// tie takes out of what is tied to nothing what the configuration names.
func (s *All) tie() {
	used := map[string]bool{}
	for _, e := range s.Environments {
		for _, l := range e.Layers {
			used[l.File] = used[l.File] || e.Declared
		}
	}
	s.Untied = slices.DeleteFunc(s.Untied, func(u Untied) bool { return used[u.File] })
	sorting.By(s.Untied, func(a, b Untied) int {
		return cmp.Or(strings.Compare(a.File, b.File), strings.Compare(a.Environment, b.Environment))
	})
}

func (f *finder) declared(d Declared) error {
	e := Environment{Name: d.Name, Declared: true}
	if d.Component != "" {
		i := slices.IndexFunc(f.tree.Components, func(c tree.Component) bool { return c.Name == d.Component })
		if i < 0 {
			return &SpecError{fmt.Sprintf("component = %q", d.Component), "there is no such component", componentHint(f.tree)}
		}
		e.Component, e.Only = f.tree.Components[i], true
	}
	for _, spec := range d.Layers {
		layers, err := f.load(spec)
		if err != nil {
			return err
		}
		e.Layers = append(e.Layers, layers...)
	}
	if len(e.Layers) == 0 {
		return &SpecError{"environment " + d.Name, "it has no layers", `Give at least one, such as layers = [{ env = "deploy/staging.env" }].`}
	}
	e.Layers = f.chained(e.Layers)
	f.set.add(e)
	return nil
}

func (f *finder) load(s Spec) ([]*Layer, error) {
	k, err := s.kind()
	if err != nil {
		return nil, err
	}
	return k.load(f, s)
}

// LayerKinds returns key and meaning of every kind of layer, for people.
func LayerKinds() (list [][2]string) {
	for _, k := range kinds {
		list = append(list, [2]string{k.key, k.says})
	}
	return list
}

// componentHint says which components there are.
func componentHint(t *tree.Tree) string {
	names := componentNames(t)
	if len(names) == 0 {
		return "This tree is one, without a name: leave component out."
	}
	return "This tree has: " + strings.Join(names, ", ") + "."
}

func componentNames(t *tree.Tree) (names []string) {
	for _, c := range t.Components {
		if c.Name != "" {
			names = append(names, c.Name)
		}
	}
	return names
}
