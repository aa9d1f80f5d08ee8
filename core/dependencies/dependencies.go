// Package dependencies tells which variables the packages read that are
// installed in a tree.
package dependencies

import (
	"cmp"
	"path"
	"path/filepath"
	"slices"
	"strings"

	"inzicht/core/contract"
	"inzicht/core/reads"
	"inzicht/core/secrecy"
	"inzicht/core/sorting"
	"inzicht/core/survey"
)

// Package is an installed package that reads the environment.
type Package struct {
	Name, Version string // Version is "" where it is not told
	Folder        string // from the root of the tree
	Variables     []Variable
	Whole         []Place // where it hands the whole environment on, or goes through it
}

// Variable is one that a package reads.
type Variable struct {
	Name    string
	Pattern bool // Name stands for names like it
	Secret  bool
	Ambient bool // the surroundings supply it
	Need    reads.Need
	Reads   int
	First   Place
}

// Place is where something stands, from the root of the tree.
type Place struct {
	File string
	Line int
}

// Of returns the packages installed in a tree that read the environment, by name,
// version and folder. Their tests, examples and tools are left out. The error is
// one of survey.Take.
func Of(s *survey.Survey, options survey.Options) ([]Package, error) {
	var list []Package
	for _, folder := range s.LibraryFolders() {
		options.NoSkip, options.NoGit, options.ReadsOnly, options.Keep, options.ConfigFile, options.Memory = true, true, true, "", "", nil
		installed, err := survey.Take(filepath.Join(s.Tree.Root, filepath.FromSlash(folder)), options)
		if err != nil {
			return nil, err
		}
		for _, skip := range installed.Refused() {
			skip.Path = path.Join(folder, skip.Path)
			s.Skipped = append(s.Skipped, skip)
		}
		list = append(list, packagesIn(folder, installed)...)
	}
	sorting.By(list, func(a, b Package) int {
		return cmp.Or(strings.Compare(a.Name, b.Name), strings.Compare(a.Version, b.Version), strings.Compare(a.Folder, b.Folder))
	})
	return list, nil
}

// packagesIn groups the reads below a folder by package.
func packagesIn(folder string, installed *survey.Survey) (list []Package) {
	versions := newVersions(installed.Tree)
	at := map[string]int{}
	for _, r := range installed.Reads {
		if r.Scope != reads.Runtime {
			continue
		}
		name, within := packageOf(r.File, versions)
		if name == "" {
			continue
		}
		key := path.Join(folder, within)
		n, known := at[key]
		if !known {
			n = len(list)
			at[key] = n
			list = append(list, Package{Name: name, Version: versions.of(name, within), Folder: key})
		}
		list[n].add(r, Place{path.Join(folder, r.File), r.Line})
	}
	for n := range list {
		sorting.By(list[n].Variables, func(a, b Variable) int { return strings.Compare(a.Name, b.Name) })
	}
	return list
}

// needs are the needs, the most pressing first.
var needs = []reads.Need{reads.Required, reads.Expected, reads.Optional}

// add adds a read to what is known of its package.
func (p *Package) add(r reads.Read, place Place) {
	name := cmp.Or(r.Name, r.Pattern)
	if r.Whole {
		p.Whole = append(p.Whole, place)
		return
	}
	if name == "" {
		return
	}
	n := slices.IndexFunc(p.Variables, func(v Variable) bool { return v.Name == name })
	if n < 0 {
		n = len(p.Variables)
		p.Variables = append(p.Variables, Variable{Name: name, Pattern: r.Name == "", Secret: secrecy.IsSecretName(name), Ambient: contract.IsAmbient(name), Need: r.Need, First: place})
	}
	v := &p.Variables[n]
	v.Reads++
	if slices.Index(needs, r.Need) < slices.Index(needs, v.Need) {
		v.Need = r.Need
	}
}

// Added is what an upgrade of a package brings.
type Added struct {
	Package   Package    // as it is now, with what is new alone
	Before    string     // the version before; "" for a package that was not there
	Variables []Variable // that it did not read before
	Whole     bool       // it did not hand the whole environment on before
}

// Between returns what packages newly read, from one list to another.
func Between(before, now []Package) (list []Added) {
	for _, p := range now {
		old := slices.DeleteFunc(slices.Clone(before), func(o Package) bool { return o.Name != p.Name })
		added := Added{Package: p, Whole: len(p.Whole) > 0}
		for _, o := range old {
			added.Before = o.Version
			added.Whole = added.Whole && len(o.Whole) == 0
		}
		for _, v := range p.Variables {
			reads := func(o Package) bool {
				return slices.ContainsFunc(o.Variables, func(w Variable) bool { return w.Name == v.Name })
			}
			if !v.Ambient && !slices.ContainsFunc(old, reads) {
				added.Variables = append(added.Variables, v)
			}
		}
		if added.Whole || len(added.Variables) > 0 {
			list = append(list, added)
		}
	}
	return list
}
