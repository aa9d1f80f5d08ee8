// Package matrix lays variables against example files and environments.
package matrix

import (
	"path"
	"slices"

	"inzicht/core/contract"
	"inzicht/core/environment"
	"inzicht/core/programs"
	"inzicht/core/reads"
	"inzicht/core/secrecy"
	"inzicht/core/survey"
)

// State is what a cell says. It is never a value.
type State string

// The states of cells.
const (
	Set         State = "set"
	Same        State = "same" // set, to what an earlier column has
	Empty       State = "empty"
	Sealed      State = "sealed"
	Given       State = "given"    // set, to something that is not seen here
	Placeholder State = "stand-in" // set to what plainly stands in for a value
	Fallback    State = "fallback" // not set; the code falls back
	Missing     State = "missing"  // not set, and needed
	Unset       State = "unset"    // not set, and not needed
	Documented  State = "named"    // an example file names it
	Elsewhere   State = ""         // no code that runs there reads it
)

// Column is an example file or an environment.
type Column struct {
	Name      string
	Component string
	Example   bool
}

// Cell is one variable in one column.
type Cell struct {
	State State
	As    int    // of Same: the column with the same value
	Text  string // the value, for who asks for it
}

// Row is one variable.
type Row struct {
	Name   string
	Need   reads.Need // "" where nothing reads it
	Secret bool
	Cells  []Cell
}

// Table is variables against columns.
type Table struct {
	Columns []Column
	Rows    []Row
}

// Options says what to show.
type Options struct {
	Names        []string // globs of variables; all where empty
	Environments []string // globs of environments; all where empty
	Component    string   // only what this component reads, and what it is given
	Differences  bool     // only rows whose environments differ
	Values       bool     // in their values too
}

// Build makes the table of a survey.
func Build(s *survey.Survey, o Options) *Table {
	t := &Table{}
	b := &builder{survey: s, table: t, programs: programs.NewOwners(s.Tree, s.Environments.Environments)}
	for _, example := range s.Environments.Examples {
		if o.Component == "" || example.Component.Name == o.Component || example.Component.Name == "" {
			t.Columns = append(t.Columns, Column{Name: example.File, Component: example.Component.Name, Example: true})
			b.examples = append(b.examples, example)
		}
	}
	for i := range s.Environments.Environments {
		e := &s.Environments.Environments[i]
		if len(o.Environments) > 0 && !slices.ContainsFunc(o.Environments, func(p string) bool { return environment.Named(p, e.Name) }) {
			continue
		}
		if o.Component == "" || s.Environments.Serves(e, o.Component) {
			t.Columns = append(t.Columns, Column{Name: e.Name, Component: e.Component.Name})
			b.environments = append(b.environments, e)
		}
	}
	for _, name := range b.names(o) {
		row := b.row(name)
		if !o.Differences || differs(row.Cells[len(b.examples):], o.Values) {
			t.Rows = append(t.Rows, row)
		}
	}
	return t
}

type builder struct {
	survey       *survey.Survey
	table        *Table
	programs     *programs.Owners
	examples     []*environment.Layer
	environments []*environment.Environment
}

// names returns the variables to show: those that are read, and those that are set.
func (b *builder) names(o Options) (names []string) {
	for _, v := range b.survey.Contract.Variables {
		if !v.Ambient && (o.Component == "" || slices.Contains(v.Components, o.Component)) {
			names = append(names, v.Name)
		}
	}
	add := func(l *environment.Layer) {
		if l.Traits().Shared {
			return
		}
		for _, name := range l.Names() {
			if !contract.IsAmbient(name) && (o.Component == "" || b.survey.Contract.Lookup(name) == nil && l.Component.Name == o.Component) {
				names = append(names, name)
			}
		}
	}
	for _, l := range b.examples {
		add(l)
	}
	for _, e := range b.environments {
		for _, l := range e.Layers {
			add(l)
		}
	}
	slices.Sort(names)
	names = slices.Compact(names)
	if len(o.Names) == 0 {
		return names
	}
	return slices.DeleteFunc(names, func(name string) bool {
		return !slices.ContainsFunc(o.Names, func(glob string) bool { ok, _ := path.Match(glob, name); return ok })
	})
}

func (b *builder) row(name string) Row {
	row := Row{Name: name, Secret: secrecy.IsSecretName(name)}
	v := b.survey.Contract.Lookup(name)
	if v != nil {
		row.Need, row.Secret = v.Need, v.Secret
	}
	for _, example := range b.examples {
		cell := Cell{State: Unset}
		if example.Document.Documents(name) {
			cell.State = Documented
		} else if v == nil {
			cell.State = Elsewhere
		}
		row.Cells = append(row.Cells, cell)
	}
	texts := map[string]int{}
	for i, e := range b.environments {
		cell, text := b.cell(name, v, e, row.Secret)
		if text != "" && cell.State == Set {
			if first, known := texts[text]; known {
				cell = Cell{Same, first, cell.Text}
			} else {
				texts[text] = len(b.examples) + i
			}
		}
		row.Cells = append(row.Cells, cell)
	}
	return row
}

// cell judges one variable in one environment, and returns what it is compared by.
func (b *builder) cell(name string, v *contract.Variable, e *environment.Environment, secret bool) (cell Cell, compare string) {
	value, _, found := e.Lookup(name)
	if found {
		compare = value.Text
		if value.Fingerprint != "" {
			compare = value.Fingerprint
		}
		switch {
		case value.State == environment.Empty:
			return Cell{State: Empty}, ""
		case value.State == environment.Sealed:
			return Cell{State: Sealed}, ""
		case value.State == environment.Given:
			return Cell{State: Given}, ""
		case secrecy.IsStandIn(value.Text, secret):
			return Cell{State: Placeholder, Text: value.Text}, ""
		}
		return Cell{State: Set, Text: value.Text}, compare
	}
	if v == nil {
		return Cell{State: Elsewhere}, ""
	}
	wanted := slices.DeleteFunc(contract.Wanted(v.Reads, e), func(r reads.Read) bool {
		return !contract.Counts(r) || !b.survey.Environments.Concerns(e, r.Component, r.File) || !b.programs.Concerns(r, e)
	})
	if len(wanted) == 0 {
		return Cell{State: Elsewhere}, ""
	}
	switch need := contract.Build(wanted).Variables[0].Need; {
	case need != reads.Optional:
		return Cell{State: Missing}, ""
	case len(v.Fallbacks) > 0:
		return Cell{State: Fallback}, ""
	}
	return Cell{State: Unset}, ""
}

// differs reports whether environments do not all say the same.
func differs(cells []Cell, values bool) bool {
	var seen []Cell
	for _, c := range cells {
		if !values {
			c.Text = ""
		} else if c.State == Same {
			c = Cell{State: Set, Text: c.Text}
		}
		if c.State != Elsewhere && !slices.Contains(seen, c) {
			seen = append(seen, c)
		}
	}
	if len(seen) == 2 && (seen[0].State == Set && seen[1].State == Same) {
		return false
	}
	return len(seen) > 1
}
