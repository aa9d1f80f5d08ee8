package document

import (
	"bytes"
	"slices"
	"strings"

	"inzicht/core/bounds"
	"inzicht/core/contract"
	"inzicht/core/markdown"
	"inzicht/core/marked"
	"inzicht/core/reads"
	"inzicht/core/secrecy"
	"inzicht/core/survey"
)

// The marks round a reference.
const (
	referenceBegins = "<!-- inzicht: reference begin"
	referenceEnds   = "<!-- inzicht: reference end"
)

// Reference returns a Markdown text with a reference of the contract between
// its marks, where it has them, or else at its end: a table for each component.
func Reference(s *survey.Survey, component string, before []byte) ([]byte, error) {
	var out bytes.Buffer
	out.WriteString(referenceBegins + ". Written by: inzicht document --reference FILE -->\n")
	for _, c := range componentsOf(s, component) {
		rows := rowsOf(s, c)
		if len(rows) == 0 {
			continue
		}
		title := c
		if title == "" {
			title = "Environment variables"
		}
		out.WriteString("\n### " + markdown.Cell(marked.Line(title)) + "\n\n")
		markdown.Head(&out, "variable", "need", "kind", "fallback", "about", "read in")
		for _, row := range rows {
			markdown.Row(&out, row...)
		}
	}
	out.WriteString("\n" + referenceEnds + " -->\n")
	text, err := marked.Replace(string(before), referenceBegins, referenceEnds, out.String())
	return []byte(text), err
}

// componentsOf returns the names of the components that read something, the
// root first; or the one asked for.
func componentsOf(s *survey.Survey, component string) (names []string) {
	if component != "" {
		return []string{component}
	}
	for i := range s.Contract.Variables {
		names = append(names, s.Contract.Variables[i].Components...)
	}
	slices.Sort(names)
	return slices.Compact(names)
}

// rowsOf returns a row for each variable of a component.
func rowsOf(s *survey.Survey, component string) (rows [][]string) {
	for i := range s.Contract.Variables {
		v := s.Contract.Variables[i].Of(component)
		if v == nil || v.Ambient {
			continue
		}
		var fallbacks, files []string
		for _, f := range v.Fallbacks {
			fallbacks = append(fallbacks, markdown.Code(marked.Line(secrecy.Shown(v.Secret, f))))
		}
		for _, r := range v.Reads {
			if file := markdown.Code(marked.Line(r.File)); !slices.Contains(files, file) {
				files = append(files, file)
			}
		}
		slices.Sort(files)
		rows = append(rows, []string{
			markdown.Code(marked.Line(v.Name)), string(v.Need), markdown.Cell(kindOf(v)), strings.Join(fallbacks, ", "),
			markdown.Cell(aboutOf(s, v, leading(v))), strings.Join(files, ", "),
		})
	}
	return rows
}

// bounded says the kind of a variable, and between which numbers it lies.
func bounded(v *contract.Variable) string {
	return bounds.Behind(string(v.Kind), bounds.Narrow(v.Bounds))
}

// kindOf says the kind of a variable, and the literals of one that is none but
// those.
func kindOf(v *contract.Variable) string {
	text := bounded(v)
	if v.Kind == reads.Choice && !v.Secret && len(v.Literals) > 0 {
		text = "one of " + marked.Line(strings.Join(plainOnes(v.Literals), ", "))
	}
	if v.Secret {
		text += ", secret"
	}
	return text
}
