package report

import (
	"encoding/xml"
	"io"
	"strings"
	"text/template"

	"inzicht/core/verify"
)

// junit is the XML that pipelines show test results from: a case for each
// finding, and one that passes for each rule without any.
var junit = Format{Name: "junit", Findings: junitFindings}

type junitSuites struct {
	Name            string
	Tests, Failures int
	Suites          []junitSuite
}

type junitSuite struct {
	Name            string
	Tests, Failures int
	Cases           []junitCase
}

type junitCase struct {
	Name, Classname string
	File            string
	Line            int
	Failure         *junitFailure
}

type junitFailure struct{ Message, Type, Text string }

// junitText is how it is written.
var junitText = template.Must(template.New("junit").Funcs(template.FuncMap{"xml": escapedXML}).Parse(`<?xml version="1.0" encoding="UTF-8"?>
<testsuites name="{{xml .Name}}" tests="{{.Tests}}" failures="{{.Failures}}">
{{- range .Suites}}
  <testsuite name="{{xml .Name}}" tests="{{.Tests}}" failures="{{.Failures}}" errors="0" skipped="0">
{{- range .Cases}}
    <testcase name="{{xml .Name}}" classname="{{xml .Classname}}"{{with .File}} file="{{xml .}}"{{end}}{{with .Line}} line="{{.}}"{{end}}>
{{- with .Failure}}
      <failure message="{{xml .Message}}" type="{{xml .Type}}">{{xml .Text}}</failure>
    {{end}}</testcase>
{{- end}}
  </testsuite>
{{- end}}
</testsuites>
`))

// escapedXML returns a text as it is written in XML; what may not stand there is replaced.
func escapedXML(text string) string {
	var b strings.Builder
	xml.EscapeText(&b, []byte(text)) // which cannot fail
	return b.String()
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
	return junitText.Execute(w, all)
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
