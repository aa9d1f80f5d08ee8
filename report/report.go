// Package report shows what was found: one file a format, each registered in Formats.
package report

import (
	"io"

	"inzicht/core/contract"
	"inzicht/core/reads"
	"inzicht/core/survey"
	"inzicht/core/verify"
)

// Page is what is to be shown, and for whom.
type Page struct {
	Survey    *survey.Survey
	Reads     []reads.Read
	Variables []contract.Variable
	Findings  []verify.Finding

	Width    int  // columns to fit in
	Verbose  bool // show everything
	Terminal bool // a person is reading
}

// Format is one way to show a page. What it cannot show is nil.
type Format struct {
	Name     string
	Reads    func(io.Writer, *Page) error
	Contract func(io.Writer, *Page) error
	Findings func(io.Writer, *Page) error
}

// Formats lists every format. A new one is one more line.
var Formats = []Format{text, machine}

// documentedIn gives the example files that name a variable.
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
