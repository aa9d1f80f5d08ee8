package report

import (
	"fmt"
	"io"
	"strings"

	tables "inzicht/core/markdown"
	"inzicht/core/secrecy"
	"inzicht/core/verify"
)

// markdown is for comments on proposed changes, and for documentation.
var markdown = Format{Name: "markdown", Contract: markdownContract, Findings: markdownFindings, Matrix: markdownMatrix, Changes: markdownChanges}

// inCell makes text fit for a cell of a Markdown table.
func inCell(s string) string { return tables.Cell(Visible(s)) }

func code(s string) string { return tables.Code(Visible(s)) }

func markdownFindings(w io.Writer, p *Page) error {
	for _, place := range p.Unseen {
		fmt.Fprintf(w, "**%s**%s\n\n", strings.TrimSuffix(notLookedAt, " "), " "+inCell(place))
	}
	if len(p.Findings) == 0 && len(p.Unseen) > 0 {
		_, err := fmt.Fprintf(w, "**Environment variables**: nothing to mend in what could be looked at.\n")
		return err
	}
	if len(p.Findings) == 0 {
		_, err := fmt.Fprintf(w, "**Environment variables**: nothing to mend (%s).\n", Count(len(p.Survey.Contract.Variables), "variable", "variables"))
		return err
	}
	fmt.Fprintf(w, "**Environment variables**: %s.\n", totals(p.Findings))
	for _, g := range groups(p.Findings) {
		title := "Code and example files"
		if g.environment != "" {
			title = "Environment " + code(g.environment)
		}
		fmt.Fprintf(w, "\n### %s\n\n", title)
		tables.Head(w, "", "rule", "variable", "what", "where", "what to do")
		for _, f := range g.findings {
			sign, _ := levelStyle(f.Level)
			tables.Row(w, sign+" "+string(f.Level), f.Rule, code(f.Variable), inCell(brief(f)), codePlace(where(f)), inCell(f.Hint))
		}
	}
	return nil
}

// codePlace writes a place as code, without the words before it.
func codePlace(place string) string {
	if name, read := strings.CutPrefix(place, "read in "); read {
		return "read in " + code(name)
	}
	return code(place)
}

func markdownContract(w io.Writer, p *Page) error {
	tables.Head(w, "variable", "need", "kind", "fallback", "documented", "read in")
	for _, v := range p.Variables {
		var fallbacks []string
		for _, f := range v.Fallbacks {
			fallbacks = append(fallbacks, code(secrecy.Shown(v.Secret, f)))
		}
		documented := strings.Join(p.documentedIn(v.Name), ", ")
		where := fmt.Sprintf("%s:%d", v.Reads[0].File, v.Reads[0].Line)
		tables.Row(w, code(v.Name), string(v.Need), inCell(shownKind(v.Secret, v.Kind, v.Literals)), strings.Join(fallbacks, ", "), code(documented), code(where))
	}
	return nil
}

func markdownMatrix(w io.Writer, p *Page) error {
	head := []string{"variable", "need"}
	for _, c := range p.Matrix.Columns {
		head = append(head, code(c.Name))
	}
	tables.Head(w, head...)
	for _, row := range p.Matrix.Rows {
		cells := []string{code(row.Name), string(row.Need)}
		for _, c := range row.Cells {
			cells = append(cells, inCell(p.cellWord(row, c)))
		}
		tables.Row(w, cells...)
	}
	return nil
}

// annotations are lines that hosted pipelines show beside the code.
var annotations = Format{Name: "annotations", Findings: annotateFindings}

func annotateFindings(w io.Writer, p *Page) error {
	property := strings.NewReplacer("%", "%25", "\r", "%0D", "\n", "%0A", ":", "%3A", ",", "%2C")
	message := strings.NewReplacer("%", "%25", "\r", "%0D", "\n", "%0A")
	for _, f := range p.Findings {
		kind := map[verify.Level]string{verify.Error: "error", verify.Warning: "warning", verify.Note: "notice"}[f.Level]
		var properties []string
		if f.File != "" {
			properties = append(properties, "file="+property.Replace(Visible(f.File)))
		}
		if f.Line > 0 {
			properties = append(properties, fmt.Sprintf("line=%d", f.Line))
			if f.Column > 0 {
				properties = append(properties, fmt.Sprintf("col=%d", p.runeColumn(f)))
			}
		}
		properties = append(properties, "title="+property.Replace(f.Rule))
		fmt.Fprintf(w, "::%s %s::%s\n", kind, strings.Join(properties, ","), message.Replace(Visible(f.Message+". "+f.Hint)))
	}
	for _, place := range p.Unseen {
		fmt.Fprintf(w, "::error title=not looked at::%s\n", message.Replace(Visible(place)))
	}
	return nil
}
