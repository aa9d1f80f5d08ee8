package report

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"

	"inzicht/core/contract"
	"inzicht/core/document"
	"inzicht/core/environment"
	"inzicht/core/reads"
	"inzicht/core/secrecy"
	"inzicht/core/verify"
)

// machine is JSON; docs/schema describes each form.
var machine = Format{Name: "json", Reads: jsonReads, Contract: jsonContract, Findings: jsonFindings, Matrix: jsonMatrix, Changes: jsonChanges, Trace: jsonTrace, Packages: jsonDependencies}

type jsonRead struct {
	Name             *string     `json:"name"`
	Pattern          *string     `json:"pattern"`
	Whole            bool        `json:"whole"`
	File             string      `json:"file"`
	Line             int         `json:"line"`
	Column           int         `json:"column"`
	Language         string      `json:"language"`
	Access           string      `json:"access"`
	Need             reads.Need  `json:"need"`
	Fallback         *string     `json:"fallback"`
	FallbackComputed bool        `json:"fallback_computed"`
	Kind             reads.Kind  `json:"kind"`
	Literals         []string    `json:"literals"`
	Bounds           []string    `json:"bounds"`
	Scope            reads.Scope `json:"scope"`
	Component        *string     `json:"component"`
	Through          *string     `json:"through"`
	SaidIn           *string     `json:"said_in"`
}

// orNull returns nil for "", which JSON shows as null.
func orNull(s string) *string {
	if s == "" {
		return nil
	}
	return &s
}

func numberOrNull(n int) *int {
	if n == 0 {
		return nil
	}
	return &n
}

// shownLiterals returns literals with those masked that look secret.
func shownLiterals(secret bool, literals []string) []string {
	shown := []string{}
	for _, l := range literals {
		shown = append(shown, secrecy.Shown(secret, l))
	}
	return shown
}

func newJSONRead(r reads.Read) jsonRead {
	out := jsonRead{
		Name: orNull(r.Name), Pattern: orNull(r.Pattern), Whole: r.Whole, File: r.File, Line: r.Line, Column: r.Column,
		Language: r.Language, Access: r.Access, Need: r.Need, FallbackComputed: r.FallbackComputed, Kind: r.Kind,
		Literals: shownLiterals(r.Secret, r.Literals), Bounds: orEmpty(r.Bounds), Scope: r.Scope, Component: orNull(r.Component), Through: orNull(r.Through), SaidIn: orNull(r.SaidIn),
	}
	if r.Fallback != nil {
		shown := secrecy.Shown(r.Secret, *r.Fallback)
		if r.FallbackComputed {
			shown = secrecy.ShownSource(r.Secret, *r.Fallback)
		}
		out.Fallback = &shown
	}
	return out
}

func orEmpty(list []string) []string {
	if list == nil {
		return []string{}
	}
	return list
}

func encode(w io.Writer, v any) error {
	var out bytes.Buffer
	e := json.NewEncoder(&out)
	e.SetEscapeHTML(false)
	e.SetIndent("", "  ")
	if err := e.Encode(v); err != nil {
		return err
	}
	_, err := w.Write(escapeHidden(out.Bytes()))
	return err
}

// Record shows a record of an environment.
func Record(w io.Writer, r *environment.Record) error { return encode(w, r) }

// escapeHidden writes the control characters that JSON allows as they stand,
// such as marks that turn the reading direction, as escapes.
func escapeHidden(encoded []byte) []byte {
	if isASCII(encoded) {
		return encoded
	}
	isRaw := func(r rune) bool { return r >= 0x7f && r <= 0xffff && isHidden(r) }
	if bytes.IndexFunc(encoded, isRaw) < 0 {
		return encoded
	}
	var out bytes.Buffer
	for _, r := range string(encoded) {
		if isRaw(r) {
			fmt.Fprintf(&out, `\u%04x`, r)
		} else {
			out.WriteRune(r)
		}
	}
	return out.Bytes()
}

func isASCII(text []byte) bool {
	for _, c := range text {
		if c >= 0x7f {
			return false
		}
	}
	return true
}

func jsonReads(w io.Writer, p *Page) error {
	list := []jsonRead{}
	for _, r := range p.Reads {
		list = append(list, newJSONRead(r))
	}
	return encode(w, struct {
		Schema string     `json:"schema"`
		Reads  []jsonRead `json:"reads"`
	}{"inzicht/reads/1", list})
}

type jsonVariable struct {
	Name         string     `json:"name"`
	Need         reads.Need `json:"need"`
	Kind         reads.Kind `json:"kind"`
	Literals     []string   `json:"literals"`
	Bounds       []string   `json:"bounds"`
	Fallbacks    []string   `json:"fallbacks"`
	Secret       bool       `json:"secret"`
	Ambient      bool       `json:"ambient"`
	Components   []string   `json:"components"`
	DocumentedIn []string   `json:"documented_in"`
	Reads        []jsonRead `json:"reads"`
}

func newJSONVariable(p *Page, v contract.Variable) jsonVariable {
	out := jsonVariable{
		Name: v.Name, Need: v.Need, Kind: v.Kind, Literals: shownLiterals(v.Secret, v.Literals), Bounds: orEmpty(v.Bounds), Fallbacks: []string{}, Secret: v.Secret,
		Ambient: v.Ambient, Components: []string{}, DocumentedIn: p.documentedIn(v.Name), Reads: []jsonRead{},
	}
	for _, f := range v.Fallbacks {
		out.Fallbacks = append(out.Fallbacks, secrecy.Shown(v.Secret, f))
	}
	for _, c := range v.Components {
		if c != "" {
			out.Components = append(out.Components, c)
		}
	}
	for _, r := range v.Reads {
		out.Reads = append(out.Reads, newJSONRead(r))
	}
	return out
}

func jsonContract(w io.Writer, p *Page) error {
	list := []jsonVariable{}
	for _, v := range p.Variables {
		list = append(list, newJSONVariable(p, v))
	}
	return encode(w, struct {
		Schema    string         `json:"schema"`
		Variables []jsonVariable `json:"variables"`
	}{"inzicht/contract/1", list})
}

type jsonPlace struct {
	File string `json:"file"`
	Line int    `json:"line"`
}

type jsonFinding struct {
	Rule        string       `json:"rule"`
	Level       verify.Level `json:"level"`
	Variable    *string      `json:"variable"`
	Environment *string      `json:"environment"`
	Component   *string      `json:"component"`
	File        *string      `json:"file"`
	Line        *int         `json:"line"`
	Column      *int         `json:"column"`
	Message     string       `json:"message"`
	Hint        string       `json:"hint"`
	Related     []jsonPlace  `json:"related"`
}

func newJSONFinding(f verify.Finding) jsonFinding {
	out := jsonFinding{
		Rule: f.Rule, Level: f.Level, Variable: orNull(f.Variable), Environment: orNull(f.Environment),
		Component: orNull(f.Component), File: orNull(f.File), Line: numberOrNull(f.Line), Column: numberOrNull(f.Column),
		Message: f.Message, Hint: f.Hint, Related: []jsonPlace{},
	}
	for _, place := range f.Related {
		out.Related = append(out.Related, jsonPlace(place))
	}
	return out
}

func jsonFindings(w io.Writer, p *Page) error {
	list := []jsonFinding{}
	summary := map[verify.Level]int{verify.Error: 0, verify.Warning: 0, verify.Note: 0}
	for _, f := range p.Findings {
		summary[f.Level]++
		list = append(list, newJSONFinding(f))
	}
	return encode(w, struct {
		Schema   string               `json:"schema"`
		Findings []jsonFinding        `json:"findings"`
		Summary  map[verify.Level]int `json:"summary"`
		Unseen   []string             `json:"unseen,omitempty"`
	}{"inzicht/findings/1", list, summary, p.Unseen})
}

// jsonSchema is a JSON Schema of the environment that the contract asks for.
var jsonSchema = Format{Name: "json-schema", Contract: func(w io.Writer, p *Page) error {
	text, err := document.Schema(p.Survey, p.Component)
	if err != nil {
		return err
	}
	_, err = w.Write(text)
	return err
}}
