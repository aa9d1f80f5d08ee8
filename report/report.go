// Package report shows what was found: one file a format, each registered in Formats.
package report

import (
	"io"
	"strings"

	"inzicht/core/contract"
	"inzicht/core/dependencies"
	"inzicht/core/matrix"
	"inzicht/core/reads"
	"inzicht/core/secrecy"
	"inzicht/core/survey"
	"inzicht/core/trace"
	"inzicht/core/verify"
)

// Page is what is to be shown, and for whom.
type Page struct {
	Survey    *survey.Survey
	Reads     []reads.Read
	Variables []contract.Variable
	Component string // the only one that is shown; "" for all
	Findings  []verify.Finding
	Accepted  int      // findings that were accepted and are not shown
	Remarks   []string // what else a person should know
	Unseen    []string // what should have been looked at and could not be
	Matrix    *matrix.Table
	Changes   *Changes
	Trace     *trace.Trace
	Packages  []dependencies.Package // what is installed

	Values  bool // values are to be shown
	Secrets bool // and so are those of secrets

	Width    int  // columns to fit in
	Verbose  bool // show everything
	Terminal bool // a person is reading
}

// notLookedAt begins what is said of a place that could not be looked at.
const notLookedAt = "not looked at: "

// Format is one way to show a page. What it cannot show is nil.
type Format struct {
	Name     string
	Styled   bool // it is written with colour and the like, which a reader may not want
	Reads    func(io.Writer, *Page) error
	Contract func(io.Writer, *Page) error
	Findings func(io.Writer, *Page) error
	Matrix   func(io.Writer, *Page) error
	Changes  func(io.Writer, *Page) error
	Trace    func(io.Writer, *Page) error
	Packages func(io.Writer, *Page) error
}

// Formats lists every format. A new one is one more line.
var Formats = []Format{text, machine, lines, markdown, commas, sarifLog, junit, annotations, jsonSchema}

// documentedIn returns the example files that name a variable.
func (p *Page) documentedIn(name string) []string {
	files := []string{}
	if p.Survey.Environments == nil {
		return files
	}
	for _, example := range p.Survey.Environments.Examples {
		if example.Document.Documents(name) {
			files = append(files, example.File)
		}
	}
	return files
}

// brief says of a finding what its variable and environment do not say already.
func brief(f verify.Finding) string {
	s := f.Message
	if f.Variable != "" {
		s = strings.TrimPrefix(s, f.Variable+" ")
		if rest, ends := strings.CutSuffix(s, " "+f.Variable); ends {
			s = rest + " it"
		}
	}
	if f.Environment != "" {
		s = strings.Replace(s, " in "+f.Environment, "", 1)
	}
	return s
}

// value returns a value as it is to be shown, or false where none is asked for.
func (p *Page) value(secret bool, text string) (shown string, asked bool) {
	if p.Secrets || text == "" {
		return text, p.Values
	}
	return secrecy.Shown(secret, text), p.Values
}
