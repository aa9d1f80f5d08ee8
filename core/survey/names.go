package survey

import (
	"inzicht/core/config"
	"inzicht/core/contract"
	"inzicht/core/environment"
	"inzicht/core/tree"
)

// Names are the names that a tree has, for who types one. They are had sooner
// than by a survey, and may lag behind the tree a little.
type Names struct {
	dir     string
	options Options
	config  *config.Config
	recent  *contract.Contract // as the last survey found it, or nil
}

// NamesOf begins to ask for the names of a tree. The error is one of Take.
func NamesOf(dir string, options Options) (*Names, error) {
	c, err := readConfig(dir, options)
	if err != nil {
		return nil, err
	}
	n := &Names{dir: dir, options: options, config: c}
	if _, err := tree.RootOf(dir); err != nil {
		return nil, err
	}
	if k := remember(dir, c, options); k != nil {
		if k.reading.Wait(); len(k.old) > 0 {
			n.recent = contract.Build(k.reads())
		}
	}
	return n, nil
}

// Variables returns the names that the code read when it was last looked at,
// sorted, or false where it was not yet.
func (n *Names) Variables() (names []string, known bool) {
	if n.recent == nil {
		return nil, false
	}
	for i := range n.recent.Variables {
		names = append(names, n.recent.Variables[i].Name)
	}
	return names, true
}

// Environments returns the names of environments, sorted.
func (n *Names) Environments() []string {
	t := n.open()
	if t == nil {
		return nil
	}
	all, err := environment.Discover(t, environment.Options{Declared: n.config.Declared(), NamesOnly: true})
	if err != nil {
		return nil
	}
	if c := n.recent; c != nil {
		all.Drop(func(name string) bool { return c.Lookup(name) != nil || c.Covers(name) != nil })
	}
	return all.Names()
}

// Components returns the names of components, sorted by their folders.
func (n *Names) Components() []string {
	t := n.open()
	if t == nil {
		return nil
	}
	return t.ComponentNames()
}

// open opens the tree, or returns nil where it cannot be.
func (n *Names) open() *tree.Tree {
	o := n.options.Options
	o.Components, o.Excluded = n.config.TreeComponents(), n.config.ExcludesFile
	t, err := tree.Open(n.dir, o)
	if err != nil {
		return nil
	}
	return t
}
