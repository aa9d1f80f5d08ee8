package report

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"io"
	"net/url"
	"strconv"
	"strings"
	"unicode/utf8"

	"inzicht/core/verify"
)

// sarifLog is the standard's log of static analysis, version 2.1.0.
var sarifLog = Format{Name: "sarif", Findings: sarifFindings}

// The parts of the format that are written here. What is empty is left out.
type (
	sarifReport struct {
		Version string     `json:"version"`
		Schema  string     `json:"$schema"`
		Runs    []sarifRun `json:"runs"`
	}
	sarifRun struct {
		Tool        sarifTool         `json:"tool"`
		Invocations []sarifInvocation `json:"invocations,omitempty"`
		ColumnKind  string            `json:"columnKind"`
		Results     []sarifResult     `json:"results"`
	}
	sarifTool struct {
		Driver sarifDriver `json:"driver"`
	}
	sarifDriver struct {
		Name  string      `json:"name"`
		Rules []sarifRule `json:"rules"`
	}
	sarifRule struct {
		ID            string        `json:"id"`
		Name          string        `json:"name"`
		Short         sarifText     `json:"shortDescription"`
		Full          sarifText     `json:"fullDescription"`
		Help          sarifText     `json:"help"`
		Configuration sarifSettings `json:"defaultConfiguration"`
	}
	sarifSettings struct {
		Level string `json:"level"`
	}
	sarifText struct {
		Text string `json:"text"`
	}
	sarifInvocation struct {
		Successful    bool                `json:"executionSuccessful"`
		Notifications []sarifNotification `json:"toolExecutionNotifications"`
	}
	sarifNotification struct {
		Level   string    `json:"level"`
		Message sarifText `json:"message"`
	}
	sarifResult struct {
		Rule         string            `json:"ruleId"`
		Level        string            `json:"level"`
		Message      sarifText         `json:"message"`
		Locations    []sarifLocation   `json:"locations,omitempty"`
		Related      []sarifLocation   `json:"relatedLocations,omitempty"`
		Fingerprints map[string]string `json:"partialFingerprints"`
	}
	sarifLocation struct {
		Place sarifPlace `json:"physicalLocation"`
	}
	sarifPlace struct {
		Artifact sarifArtifact `json:"artifactLocation"`
		Region   *sarifRegion  `json:"region,omitempty"`
	}
	sarifArtifact struct {
		URI string `json:"uri"`
	}
	sarifRegion struct {
		Line   int `json:"startLine"`
		Column int `json:"startColumn,omitempty"`
	}
)

const sarifSchema = "https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json"

func sarifFindings(w io.Writer, p *Page) error {
	run := sarifRun{ColumnKind: "unicodeCodePoints", Tool: sarifTool{sarifDriver{Name: "inzicht"}}, Results: []sarifResult{}}
	for _, r := range verify.Rules {
		run.Tool.Driver.Rules = append(run.Tool.Driver.Rules, sarifRule{r.Name, r.Name, sarifText{r.Says}, sarifText{r.About}, sarifText{r.Do}, sarifSettings{string(r.Level)}})
	}
	for _, f := range p.Findings {
		run.Results = append(run.Results, p.sarifResult(f))
	}
	if len(p.Unseen) > 0 {
		var invocation sarifInvocation
		for _, place := range p.Unseen {
			invocation.Notifications = append(invocation.Notifications, sarifNotification{"error", sarifText{notLookedAt + Visible(place)}})
		}
		run.Invocations = append(run.Invocations, invocation)
	}
	encoder := json.NewEncoder(w)
	encoder.SetIndent("", "  ")
	return encoder.Encode(sarifReport{"2.1.0", sarifSchema, []sarifRun{run}})
}

func (p *Page) sarifResult(f verify.Finding) sarifResult {
	r := sarifResult{
		Rule: f.Rule, Level: string(f.Level), Message: sarifText{Visible(f.Message + ". " + f.Hint)},
		Fingerprints: map[string]string{"inzicht/1": fingerprint(f)},
	}
	if f.File != "" {
		r.Locations = append(r.Locations, location(f.File, f.Line, p.runeColumn(f)))
	}
	for _, place := range f.Related {
		if place.File != "" {
			r.Related = append(r.Related, location(place.File, place.Line, 0))
		}
	}
	return r
}

// fingerprint is the same for the same finding whatever its line.
func fingerprint(f verify.Finding) string {
	id := f.Identity()
	sum := sha256.Sum256([]byte(strings.Join([]string{id.Rule, id.Variable, id.Environment, id.Component, id.File, id.About, strconv.Itoa(id.Again)}, "\x00")))
	return hex.EncodeToString(sum[:16])
}

func location(file string, line, column int) (l sarifLocation) {
	l.Place.Artifact.URI = (&url.URL{Path: file}).EscapedPath()
	if line > 0 {
		l.Place.Region = &sarifRegion{line, max(column, 0)}
	}
	return l
}

// runeColumn returns the column of a finding in characters rather than bytes.
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
