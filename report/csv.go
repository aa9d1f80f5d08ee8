package report

import (
	"encoding/csv"
	"fmt"
	"io"
	"strings"

	"inzicht/core/secrecy"
)

// commas are comma-separated values, for spreadsheets.
var commas = Format{Name: "csv", Reads: csvReads, Contract: csvContract, Findings: csvFindings, Matrix: csvMatrix}

// writeRows writes rows. A cell that a spreadsheet would take for a formula
// gets an apostrophe before it.
func writeRows(w io.Writer, rows [][]string) error {
	out := csv.NewWriter(w)
	for _, row := range rows {
		for i, cell := range row {
			if cell = Visible(cell); cell != "" && strings.ContainsRune("=+-@", rune(cell[0])) {
				cell = "'" + cell
			}
			row[i] = cell
		}
		if err := out.Write(row); err != nil {
			return err
		}
	}
	out.Flush()
	return out.Error()
}

func csvReads(w io.Writer, p *Page) error {
	rows := [][]string{{"name", "pattern", "file", "line", "column", "language", "access", "need", "kind", "fallback", "scope", "component", "through"}}
	for _, r := range p.Reads {
		j := newJSONRead(r)
		fallback := ""
		if j.Fallback != nil {
			fallback = *j.Fallback
		}
		rows = append(rows, []string{r.Name, r.Pattern, r.File, fmt.Sprint(r.Line), fmt.Sprint(r.Column), r.Language, r.Access, string(r.Need), string(r.Kind), fallback, string(r.Scope), r.Component, r.Through})
	}
	return writeRows(w, rows)
}

func csvContract(w io.Writer, p *Page) error {
	rows := [][]string{{"variable", "need", "kind", "fallbacks", "secret", "components", "documented_in", "first_read"}}
	for _, v := range p.Variables {
		var fallbacks []string
		for _, f := range v.Fallbacks {
			fallbacks = append(fallbacks, secrecy.Shown(v.Secret, f))
		}
		rows = append(rows, []string{v.Name, string(v.Need), string(v.Kind), strings.Join(fallbacks, " "), fmt.Sprint(v.Secret), strings.Join(v.Components, " "),
			strings.Join(p.documentedIn(v.Name), " "), fmt.Sprintf("%s:%d", v.Reads[0].File, v.Reads[0].Line)})
	}
	return writeRows(w, rows)
}

func csvFindings(w io.Writer, p *Page) error {
	rows := [][]string{{"rule", "level", "variable", "environment", "component", "file", "line", "message", "hint"}}
	for _, f := range p.Findings {
		line := ""
		if f.Line > 0 {
			line = fmt.Sprint(f.Line)
		}
		rows = append(rows, []string{f.Rule, string(f.Level), f.Variable, f.Environment, f.Component, f.File, line, f.Message, f.Hint})
	}
	for _, place := range p.Unseen {
		rows = append(rows, []string{"", "", "", "", "", "", "", notLookedAt + place, ""})
	}
	return writeRows(w, rows)
}

func csvMatrix(w io.Writer, p *Page) error {
	head := []string{"variable", "need"}
	for _, c := range p.Matrix.Columns {
		head = append(head, c.Name)
	}
	rows := [][]string{head}
	for _, row := range p.Matrix.Rows {
		cells := []string{row.Name, string(row.Need)}
		for _, c := range row.Cells {
			cells = append(cells, p.cellWord(row, c))
		}
		rows = append(rows, cells)
	}
	return writeRows(w, rows)
}
