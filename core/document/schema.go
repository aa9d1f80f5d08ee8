package document

import (
	"bytes"
	"encoding/json"
	"path"
	"slices"

	"inzicht/core/contract"
	"inzicht/core/marked"
	"inzicht/core/reads"
	"inzicht/core/survey"
)

// schema is a JSON Schema (2020-12) of an environment: of an object with a text
// for each variable.
type schema struct {
	Schema     string              `json:"$schema"`
	Title      string              `json:"title"`
	Type       string              `json:"type"`
	Properties map[string]property `json:"properties"`
	Required   []string            `json:"required"`
}

type property struct {
	Type        string  `json:"type"`
	Description string  `json:"description,omitempty"`
	Pattern     string  `json:"pattern,omitempty"`
	Media       string  `json:"contentMediaType,omitempty"`
	Default     *string `json:"default,omitempty"`
	WriteOnly   bool    `json:"writeOnly,omitempty"` // of a secret
}

// patterns are what the texts of a kind look like. They refuse nothing that
// code of some language takes.
var patterns = map[reads.Kind]string{
	reads.Integer: `^\s*[+-]?[0-9]`,
	reads.Number:  `^\s*[+-]?\.?[0-9]`,
}

// Schema returns a JSON Schema of the environment that a component reads, or
// the whole tree for "".
func Schema(s *survey.Survey, component string) ([]byte, error) {
	title := "Environment of " + marked.Line(path.Base(s.Tree.Root))
	if component != "" {
		title = "Environment of " + marked.Line(component)
	}
	out := schema{Schema: "https://json-schema.org/draft/2020-12/schema", Title: title, Type: "object", Properties: map[string]property{}, Required: []string{}}
	for i := range s.Contract.Variables {
		v := &s.Contract.Variables[i]
		if component != "" {
			v = v.Of(component)
		}
		if v == nil || v.Ambient {
			continue
		}
		out.Properties[v.Name] = propertyOf(s, v)
		if alwaysRequired(v) {
			out.Required = append(out.Required, v.Name)
		}
	}
	var text bytes.Buffer
	e := json.NewEncoder(&text)
	e.SetEscapeHTML(false)
	e.SetIndent("", "  ")
	err := e.Encode(out)
	return text.Bytes(), err
}

func propertyOf(s *survey.Survey, v *contract.Variable) property {
	p := property{Type: "string", Description: aboutOf(s, v, leading(v)), Pattern: patterns[v.Kind], WriteOnly: v.Secret}
	if v.Kind == reads.JSON {
		p.Media = "application/json"
	}
	if value := harmless(v); value != "" {
		p.Default = &v.Fallbacks[0]
	}
	if facts := kindOf(v); v.Kind != reads.Text {
		if p.Description != "" {
			p.Description += " "
		}
		p.Description += "(" + facts + ")"
	}
	return p
}

// alwaysRequired reports whether code stops without the variable, whatever
// else is set.
func alwaysRequired(v *contract.Variable) bool {
	return slices.ContainsFunc(v.Reads, func(r reads.Read) bool {
		return contract.Counts(r) && r.Need == reads.Required && len(r.InsteadOf) == 0 && r.Under == ""
	})
}
