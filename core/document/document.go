// Package document brings example files up to the contract: what the code
// reads and no example names is added, and what nothing reads is taken out
// where that is asked for. What a person wrote stays as it is.
package document

import (
	"maps"
	"path"
	"slices"
	"strings"

	"inzicht/core/contract"
	"inzicht/core/envfile"
	"inzicht/core/marked"
	"inzicht/core/sorting"
	"inzicht/core/survey"
	"inzicht/core/verify"
)

// Options says what to do.
type Options struct {
	Component    string // only what this component reads; "" for all
	RemoveUnused bool   // take out what nothing reads
}

// Change is what becomes of one example file.
type Change struct {
	File           string // from the root of the tree
	New            bool   // it is not there yet
	Before, After  []byte
	Added, Removed []string
}

// Plan works out the changes that bring the example files of a tree up to its
// contract, in the order of their paths. Files that need none are left out.
func Plan(s *survey.Survey, o Options) []Change {
	p := &plan{survey: s, options: o, files: map[string]*draft{}}
	for _, example := range s.Environments.Examples {
		before := example.Document.Bytes()
		p.files[example.File] = &draft{document: envfile.Parse(before), change: Change{File: example.File, Before: before}, of: map[string]string{}}
	}
	if o.RemoveUnused {
		p.remove()
	}
	p.add()
	var list []Change
	for _, file := range slices.Sorted(maps.Keys(p.files)) {
		d := p.files[file]
		if d.change.After = d.document.Bytes(); len(d.change.Added)+len(d.change.Removed) > 0 {
			list = append(list, d.change)
		}
	}
	return list
}

type plan struct {
	survey  *survey.Survey
	options Options
	files   map[string]*draft
}

// draft is an example file as it is to be.
type draft struct {
	document *envfile.Document
	change   Change
	sections map[string]string // of what was added at its end: the last name of each component
	of       map[string]string // the component of each name that was added
}

// remove takes out the entries that nothing reads.
func (p *plan) remove() {
	for _, f := range verify.Unused(p.survey) {
		d := p.files[f.File]
		if d == nil || p.options.Component != "" && f.Component != p.options.Component {
			continue
		}
		for again := true; again; {
			again = false
			for _, e := range slices.Backward(d.document.Entries) {
				if e.Name == f.Variable {
					d.document.Remove(e)
					again = true
					break
				}
			}
		}
		d.change.Removed = append(d.change.Removed, f.Variable)
	}
}

// undocumented is a variable that no example file names, with the component
// that it is written down for.
type undocumented struct {
	*contract.Variable
	component string
}

// add adds what no example file names: by component, in the order of the names.
func (p *plan) add() {
	var list []undocumented
	for _, v := range verify.Undocumented(p.survey) {
		if p.options.Component == "" || slices.Contains(v.Components, p.options.Component) {
			list = append(list, undocumented{v, leading(v).Component})
		}
	}
	sorting.By(list, func(a, b undocumented) int { return strings.Compare(a.component, b.component) })
	for _, v := range list {
		d := p.draftFor(v.component)
		d.put(p.survey, v)
		d.change.Added = append(d.change.Added, v.Name)
	}
}

// draftFor returns the example file that what a component reads belongs into.
func (p *plan) draftFor(component string) *draft {
	file := p.survey.Environments.ExampleFor(component)
	if p.files[file] == nil {
		p.files[file] = &draft{document: envfile.Parse(nil), change: Change{File: file, New: true}, of: map[string]string{}}
	}
	return p.files[file]
}

// put adds one variable: behind the entry that its name has most in common
// with, or else in the section of its component at the end.
func (d *draft) put(s *survey.Survey, v undocumented) {
	lines := Lines(s, v.Variable)
	last, begun := d.sections[v.component]
	switch e := d.relative(v); {
	case e != nil && !d.change.New: // in a group of the person's own
		d.document.Insert(e, lines)
		return
	case e != nil:
		d.document.Insert(e, lines)
	case begun:
		d.document.Insert(d.entry(last), lines)
	default:
		d.document.Insert(nil, append(d.heading(s, v.component), lines...))
	}
	if d.sections == nil {
		d.sections = map[string]string{}
	}
	if at := d.entry(last); !begun || at == nil || d.entry(v.Name).Line > at.Line {
		d.sections[v.component] = v.Name
	}
	d.of[v.Name] = v.component
}

// heading begins a section at the end of the file.
func (d *draft) heading(s *survey.Survey, component string) (lines []string) {
	switch {
	case len(d.document.Bytes()) > 0:
		lines = append(lines, "")
	case d.change.New:
		lines = append(lines, "# What "+marked.Line(path.Base(s.Tree.Root))+" reads. Copy it to .env and fill it in; what is commented out is optional.", "")
	}
	if component != "" {
		lines = append(lines, "# "+marked.Line(component))
	}
	return lines
}

func (d *draft) entry(name string) *envfile.Entry {
	for i := range d.document.Entries {
		if d.document.Entries[i].Name == name {
			return &d.document.Entries[i]
		}
	}
	return nil
}

// relative returns the last of the entries whose names begin with most of the
// same words as that of a variable, and at least with one; or nil. In a new
// file it is one of the same component.
func (d *draft) relative(v undocumented) (found *envfile.Entry) {
	most := 0
	words := strings.Split(v.Name, "_")
	for i := range d.document.Entries {
		e := &d.document.Entries[i]
		if d.change.New && d.of[e.Name] != v.component {
			continue
		}
		same := 0
		for n, word := range strings.Split(e.Name, "_") {
			if n >= len(words)-1 || words[n] != word {
				break
			}
			same++
		}
		if same > 0 && same >= most {
			most, found = same, e
		}
	}
	return found
}
