// Package contract merges reads into variables: for each name what the whole
// tree says about it.
package contract

import (
	"path"
	"slices"
	"strings"

	"inzicht/core/bounds"
	"inzicht/core/reads"
	"inzicht/core/secrecy"
	"inzicht/core/sorting"
)

// Variable is one environment variable that the tree reads.
type Variable struct {
	Name       string
	Need       reads.Need // the strictest that a read outside tests and tooling has
	Kind       reads.Kind
	Literals   []string // values the code compares it with
	Bounds     []string // between which numbers the code wants it, as package bounds has them
	Fallbacks  []string // different literal fallbacks, sorted
	Secret     bool
	Ambient    bool     // supplied by the system, shell or platform
	Components []string // that read it, sorted; "" is the root
	Reads      []reads.Read
	About      string // what the configuration says it is for
}

// Statement is what the configuration states of a variable. It holds over
// what the code says; what it leaves empty is as in the code.
type Statement struct {
	Name    string
	Need    reads.Need
	Kind    reads.Kind
	Allowed []string
	Secret  *bool
	About   string
}

// State lays statements over the contract. Names that nothing reads stay out of it.
func (c *Contract) State(list []Statement) {
	for _, s := range list {
		v := c.Lookup(s.Name)
		if v == nil {
			continue
		}
		for i := range v.Reads {
			if s.Need != "" && Counts(v.Reads[i]) {
				v.Reads[i].Need = s.Need
			}
			if s.Kind != "" {
				v.Reads[i].Kind = s.Kind
			}
			if len(s.Allowed) > 0 {
				v.Reads[i].Kind, v.Reads[i].Literals = reads.Choice, s.Allowed
			}
		}
		stated := merge(v.Name, v.Reads)
		v.Need, v.Kind, v.Literals, v.About = stated.Need, stated.Kind, stated.Literals, s.About
		if s.Need != "" {
			v.Need = s.Need
		}
		if s.Secret != nil {
			v.Secret = *s.Secret
		}
	}
}

// Contract is what a tree reads.
type Contract struct {
	Variables  []Variable   // sorted by name
	Patterns   []reads.Read // names known in part
	Unresolved []reads.Read // names not known at all
	Wholes     []reads.Read // the environment passed on as a whole

	beginnings map[string][]int // of Patterns: those that begin with a text
}

// Build merges reads.
func Build(all []reads.Read) *Contract {
	c := &Contract{}
	byName := map[string][]reads.Read{}
	for _, r := range all {
		switch {
		case r.Whole:
			c.Wholes = append(c.Wholes, r)
		case r.Name != "":
			byName[r.Name] = append(byName[r.Name], r)
		case r.Pattern != "":
			c.Patterns = append(c.Patterns, r)
		default:
			c.Unresolved = append(c.Unresolved, r)
		}
	}
	for name, list := range byName { // sorted below
		c.Variables = append(c.Variables, merge(name, list))
	}
	c.beginnings = map[string][]int{}
	for n, r := range c.Patterns {
		begin := r.Pattern[:max(strings.IndexAny(r.Pattern+"*", `*?[\`), 0)]
		c.beginnings[begin] = append(c.beginnings[begin], n)
	}
	sorting.By(c.Variables, func(a, b Variable) int { return strings.Compare(a.Name, b.Name) })
	return c
}

// Lookup returns the variable of that name, or nil.
func (c *Contract) Lookup(name string) *Variable {
	i, found := slices.BinarySearchFunc(c.Variables, name, func(v Variable, n string) int { return strings.Compare(v.Name, n) })
	if !found {
		return nil
	}
	return &c.Variables[i]
}

// Covers returns a read whose pattern the name fits, or nil.
func (c *Contract) Covers(name string) *reads.Read {
	first := -1
	for end := range len(name) + 1 {
		for _, n := range c.beginnings[name[:end]] {
			if first >= 0 && n > first {
				break
			}
			if ok, _ := path.Match(c.Patterns[n].Pattern, name); ok {
				first = n
			}
		}
	}
	if first < 0 {
		return nil
	}
	return &c.Patterns[first]
}

func merge(name string, list []reads.Read) Variable {
	v := Variable{Name: name, Reads: list, Secret: secrecy.IsSecretName(name), Ambient: IsAmbient(name) || isNote(name, list)}
	live := slices.DeleteFunc(slices.Clone(list), func(r reads.Read) bool { return !Counts(r) })
	if len(live) == 0 {
		live = list
	}
	v.Need = strictest(live)
	v.Kind = agreedKind(live)
	for _, r := range list {
		v.Components = append(v.Components, r.Component)
		v.Literals = append(v.Literals, r.Literals...)
		if r.Fallback != nil && !r.FallbackComputed {
			v.Fallbacks = append(v.Fallbacks, *r.Fallback)
		}
	}
	for _, r := range live {
		v.Bounds = bounds.Both(v.Bounds, r.Bounds)
	}
	v.Components = sortedSet(v.Components)
	v.Literals = sortedSet(v.Literals)
	v.Fallbacks = sortedSet(v.Fallbacks)
	return v
}

// Of returns what one component reads of the variable, or nil for nothing.
func (v *Variable) Of(component string) *Variable {
	list := slices.DeleteFunc(slices.Clone(v.Reads), func(r reads.Read) bool { return r.Component != component })
	if len(list) == 0 {
		return nil
	}
	part := merge(v.Name, list)
	part.Secret, part.Ambient, part.About = v.Secret, v.Ambient, v.About
	return &part
}

// Counts reports whether a read makes its variable wanted in an environment:
// reads in tests and tooling do not, nor what the one who builds an image or
// hosts a pipeline supplies.
func Counts(r reads.Read) bool {
	return (r.Scope == reads.Runtime || r.Scope == reads.Build) && !Elsewhere(r)
}

// Elsewhere reports whether a read is of what no env file supplies: arguments of
// an image's build, secrets and settings of a hosted pipeline.
func Elsewhere(r reads.Read) bool {
	switch r.Language {
	case "dockerfile", "workflow", "pipeline":
		return true
	case "groovy":
		return path.Base(r.File) == "Jenkinsfile" || path.Ext(r.File) == ".jenkinsfile"
	}
	return false
}

func sortedSet(list []string) []string {
	slices.Sort(list)
	return slices.Compact(list)
}

// strictest returns the strictest need. A read that only asks whether the
// variable is set says nothing against another with a fallback. Where a schema
// of a component says that it may do without, what goes on with nothing does so
// as is meant.
func strictest(list []reads.Read) reads.Need {
	without := map[string]bool{} // components
	for _, r := range list {
		if r.Access == "schema" && r.Need == reads.Optional && r.Fallback == nil {
			without[r.Component] = true
		}
	}
	need := reads.Optional
	for _, r := range list {
		switch {
		case r.Need == reads.Required:
			return reads.Required
		case r.Need == reads.Expected && !without[r.Component]:
			need = reads.Expected
		}
	}
	return need
}

// agreedKind returns the kind that says most: text gives way to any other.
func agreedKind(list []reads.Read) reads.Kind {
	kind := reads.Text
	for _, r := range list {
		if r.Kind != reads.Text && r.Kind != "" && kind == reads.Text {
			kind = r.Kind
		}
	}
	return kind
}
