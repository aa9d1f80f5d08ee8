package report

import (
	"encoding/xml"
	"fmt"
	"io"

	"inzicht/core/verify"
)

// junit is the XML that pipelines show test results from: a case for each
// finding, and one that passes for each rule without any.
var junit = Format{Name: "junit", Findings: junitFindings}

type junitSuites struct {
	XMLName  xml.Name     `xml:"testsuites"`
	Name     string       `xml:"name,attr"`
	Tests    int          `xml:"tests,attr"`
	Failures int          `xml:"failures,attr"`
	Suites   []junitSuite `xml:"testsuite"`
}

type junitSuite struct {
	Name     string      `xml:"name,attr"`
	Tests    int         `xml:"tests,attr"`
	Failures int         `xml:"failures,attr"`
	Errors   int         `xml:"errors,attr"`
	Skipped  int         `xml:"skipped,attr"`
	Cases    []junitCase `xml:"testcase"`
}

type junitCase struct {
	Name      string        `xml:"name,attr"`
	Classname string        `xml:"classname,attr"`
	File      string        `xml:"file,attr,omitempty"`
	Line      int           `xml:"line,attr,omitempty"`
	Failure   *junitFailure `xml:"failure"`
}

type junitFailure struct {
	Message string `xml:"message,attr"`
	Type    string `xml:"type,attr"`
	Text    string `xml:",chardata"`
}

func junitFindings(w io.Writer, p *Page) error {
	all := junitSuites{Name: "inzicht verify"}
	for _, r := range verify.Rules {
		suite := junitSuite{Name: r.Name}
		for _, f := range p.Findings {
			if f.Rule == r.Name {
				suite.Cases = append(suite.Cases, junitFinding(f))
				suite.Failures++
			}
		}
		if len(suite.Cases) == 0 {
			suite.Cases = []junitCase{{Name: r.Says, Classname: r.Name}}
		}
		suite.Tests = len(suite.Cases)
		all.Tests += suite.Tests
		all.Failures += suite.Failures
		all.Suites = append(all.Suites, suite)
	}
	if len(p.Unseen) > 0 {
		suite := junitSuite{Name: "not looked at", Tests: len(p.Unseen), Failures: len(p.Unseen)}
		for _, place := range p.Unseen {
			suite.Cases = append(suite.Cases, junitCase{Name: Visible(place), Classname: "not looked at", Failure: &junitFailure{Message: notLookedAt + Visible(place), Type: "error"}})
		}
		all.Tests += suite.Tests
		all.Failures += suite.Failures
		all.Suites = append(all.Suites, suite)
	}
	fmt.Fprint(w, xml.Header)
	out := xml.NewEncoder(w)
	out.Indent("", "  ")
	if err := out.Encode(all); err != nil {
		return err
	}
	_, err := fmt.Fprintln(w)
	return err
}

func junitFinding(f verify.Finding) junitCase {
	name := f.Variable
	if f.Environment != "" {
		name += " in " + f.Environment
	}
	if f.Variable == "" {
		name = f.Message
	}
	return junitCase{
		Name: Visible(name), Classname: f.Rule, File: Visible(f.File), Line: f.Line,
		Failure: &junitFailure{Message: Visible(f.Message), Type: string(f.Level), Text: Visible(where(f) + ": " + f.Hint)},
	}
}
