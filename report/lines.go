package report

import (
	"bufio"
	"encoding/json"
	"io"
)

// lines is one JSON object a line, with the repository and its revision, for
// loading the lines of many repositories into one table.
var lines = Format{Name: "jsonl", Reads: lineReads, Contract: lineVariables, Findings: lineFindings}

// origin is where a line comes from.
type origin struct {
	Schema     string  `json:"schema"`
	Repository string  `json:"repository"`
	Revision   *string `json:"revision"`
}

func newOrigin(p *Page, schema string) origin {
	repository, revision := p.Survey.Tree.Identity()
	return origin{schema, Visible(repository), orNull(revision)}
}

// writeLines writes values, each on a line.
func writeLines[T any](w io.Writer, list []T) error {
	out := bufio.NewWriter(w)
	for _, v := range list {
		encoded, err := json.Marshal(v)
		if err != nil {
			return err
		}
		out.Write(escapeHidden(encoded))
		out.WriteByte('\n')
	}
	return out.Flush()
}

func lineReads(w io.Writer, p *Page) error {
	type line struct {
		origin
		jsonRead
	}
	of, list := newOrigin(p, "inzicht/reads-line/1"), []line{}
	for _, r := range p.Reads {
		list = append(list, line{of, newJSONRead(r)})
	}
	return writeLines(w, list)
}

func lineVariables(w io.Writer, p *Page) error {
	type line struct {
		origin
		jsonVariable
	}
	of, list := newOrigin(p, "inzicht/contract-line/1"), []line{}
	for _, v := range p.Variables {
		list = append(list, line{of, newJSONVariable(p, v)})
	}
	return writeLines(w, list)
}

// lineFindings ends with what could not be looked at, a line each.
func lineFindings(w io.Writer, p *Page) error {
	type line struct {
		origin
		jsonFinding
	}
	type unseen struct {
		origin
		Unseen string `json:"unseen"`
	}
	of, list := newOrigin(p, "inzicht/findings-line/1"), []any{}
	for _, f := range p.Findings {
		list = append(list, line{of, newJSONFinding(f)})
	}
	for _, place := range p.Unseen {
		list = append(list, unseen{of, place})
	}
	return writeLines(w, list)
}
