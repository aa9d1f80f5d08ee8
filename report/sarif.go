package report

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"io"
	"net/url"
	"strconv"
	"strings"
	"unicode/utf8"

	"github.com/owenrumney/go-sarif/v3/pkg/report/v210/sarif"

	"inzicht/core/verify"
)

// sarifLog is the standard's log of static analysis, version 2.1.0.
var sarifLog = Format{Name: "sarif", Findings: sarifFindings}

func sarifFindings(w io.Writer, p *Page) error {
	log := sarif.NewReport()
	run := sarif.NewRun()
	name, kind := "inzicht", "unicodeCodePoints"
	run.ColumnKind = &kind
	run.Tool = sarif.NewTool()
	run.Tool.Driver = sarif.NewToolComponent()
	run.Tool.Driver.Name = &name
	for _, r := range verify.Rules {
		run.Tool.Driver.AddRule(sarifRule(r))
	}
	for _, f := range p.Findings {
		run.AddResult(p.sarifResult(f))
	}
	if len(p.Unseen) > 0 {
		invocation := sarif.NewInvocation().WithExecutionSuccessful(false)
		for _, place := range p.Unseen {
			invocation.ToolExecutionNotifications = append(invocation.ToolExecutionNotifications,
				sarif.NewNotification().WithLevel("error").WithMessage(sarif.NewMessage().WithText(notLookedAt+Visible(place))))
		}
		run.AddInvocation(invocation)
	}
	log.AddRun(run)
	return log.PrettyWrite(w)
}

func message(text string) *sarif.MultiformatMessageString {
	return &sarif.MultiformatMessageString{Text: &text}
}

func sarifRule(r verify.Rule) *sarif.ReportingDescriptor {
	d := sarif.NewReportingDescriptor().WithID(r.Name).WithName(r.Name)
	d.ShortDescription, d.FullDescription, d.Help = message(r.Says), message(r.About), message(r.Do)
	d.DefaultConfiguration = sarif.NewReportingConfiguration()
	d.DefaultConfiguration.Level = string(r.Level)
	return d
}

func (p *Page) sarifResult(f verify.Finding) *sarif.Result {
	text := f.Message + ". " + f.Hint
	rule := f.Rule
	r := sarif.NewResult()
	r.RuleID, r.Level = &rule, string(f.Level)
	r.Message = sarif.NewMessage().WithText(Visible(text))
	if f.File != "" {
		r.Locations = append(r.Locations, location(f.File, f.Line, p.runeColumn(f)))
	}
	for _, place := range f.Related {
		if place.File != "" {
			r.RelatedLocations = append(r.RelatedLocations, location(place.File, place.Line, 0))
		}
	}
	r.PartialFingerprints = map[string]string{"inzicht/1": fingerprint(f)}
	return r
}

// fingerprint is the same for the same finding whatever its line.
func fingerprint(f verify.Finding) string {
	id := f.Identity()
	sum := sha256.Sum256([]byte(strings.Join([]string{id.Rule, id.Variable, id.Environment, id.Component, id.File, id.About, strconv.Itoa(id.Again)}, "\x00")))
	return hex.EncodeToString(sum[:16])
}

func location(file string, line, column int) *sarif.Location {
	uri := (&url.URL{Path: file}).EscapedPath()
	place := sarif.NewPhysicalLocation()
	place.ArtifactLocation = sarif.NewArtifactLocation()
	place.ArtifactLocation.URI = &uri
	if line > 0 {
		place.Region = sarif.NewRegion()
		place.Region.StartLine = &line
		if column > 0 {
			place.Region.StartColumn = &column
		}
	}
	l := sarif.NewLocation()
	l.PhysicalLocation = place
	return l
}

// runeColumn gives the column of a finding in characters rather than bytes.
func (p *Page) runeColumn(f verify.Finding) int {
	if f.Line == 0 || f.Column <= 1 || p.Survey == nil {
		return f.Column
	}
	src, err := p.Survey.Tree.ReadFile(f.File)
	if err != nil {
		return f.Column
	}
	lines := bytes.SplitN(src, []byte{'\n'}, f.Line+1)
	if f.Line > len(lines) || f.Column-1 > len(lines[f.Line-1]) {
		return f.Column
	}
	return utf8.RuneCount(lines[f.Line-1][:f.Column-1]) + 1
}
