package report

import (
	"fmt"
	"io"
	"slices"
	"strings"

	"charm.land/lipgloss/v2"

	"inzicht/core/verify"
)

// shownRows is how many findings of one group a terminal shows without -v.
const shownRows = 15

// section is the findings of one rule and level.
type section struct {
	rule     verify.Rule
	level    verify.Level
	findings []verify.Finding
}

func sections(findings []verify.Finding) (list []section) {
	rules := map[string]verify.Rule{}
	for _, r := range verify.Rules {
		rules[r.Name] = r
	}
	for _, f := range findings {
		if n := len(list); n == 0 || list[n-1].rule.Name != f.Rule || list[n-1].level != f.Level {
			list = append(list, section{rule: rules[f.Rule], level: f.Level})
		}
		last := &list[len(list)-1]
		last.findings = append(last.findings, f)
	}
	return list
}

func levelStyle(l verify.Level) (sign string, style lipgloss.Style) {
	switch l {
	case verify.Error:
		return "✗", alarm
	case verify.Warning:
		return "!", caution
	}
	return "·", aside
}

func textFindings(w io.Writer, p *Page) error {
	totals := map[verify.Level]int{}
	for _, s := range sections(p.Findings) {
		totals[s.level] += len(s.findings)
		textSection(w, p, s)
	}
	fmt.Fprintln(w, summary(p, totals))
	return skippedLines(w, p)
}

func textSection(w io.Writer, p *Page, s section) {
	sign, style := levelStyle(s.level)
	fmt.Fprintf(w, "%s %s\n", style.Render(sign+" "+s.rule.Name), quiet.Render("("+count(len(s.findings), string(s.level), string(s.level)+"s")+")"))
	fmt.Fprintf(w, "  %s\n", quiet.Render(s.rule.Do))
	shown := s.findings
	if p.Terminal && !p.Verbose && len(shown) > shownRows {
		shown = shown[:shownRows]
	}
	var rows [][]cell
	var hints []string
	for _, f := range shown {
		rows = append(rows, findingRow(f))
		hint := ""
		if f.Pointed {
			hint = f.Hint
		}
		hints = append(hints, hint)
	}
	lines := strings.Split(columns(nil, dropEmpty(rows), p.Width, 0), "\n")
	for i, line := range lines {
		fmt.Fprintln(w, line)
		if i < len(hints) && hints[i] != "" {
			fmt.Fprintf(w, "      %s\n", aside.Render("↳ "+Visible(hints[i])))
		}
	}
	if left := len(s.findings) - len(shown); left > 0 {
		fmt.Fprintf(w, "  %s\n", quiet.Render(fmt.Sprintf("… and %d more; -v shows all.", left)))
	}
	fmt.Fprintln(w)
}

// dropEmpty leaves out the columns in which no row has anything.
func dropEmpty(rows [][]cell) [][]cell {
	for column := len(rows[0]) - 1; column >= 0; column-- {
		if !slices.ContainsFunc(rows, func(row []cell) bool { return row[column].text != "" }) {
			for i := range rows {
				rows[i] = slices.Delete(rows[i], column, column+1)
			}
		}
	}
	return rows
}

// findingRow says of one finding what, where it matters, and where it stands.
func findingRow(f verify.Finding) []cell {
	where := f.File
	if f.Line > 0 {
		where = fmt.Sprintf("%s:%d", f.File, f.Line)
	}
	first := cell{f.Variable, strong}
	second, needed := cell{f.Environment, plain}, cell{}
	switch f.Rule {
	case "missing":
		second.text = "in " + f.Environment
		needed = cell{string(f.Need), needStyle(f.Need)}
		if len(f.Related) > 0 {
			where = fmt.Sprintf("%s:%d", f.Related[0].File, f.Related[0].Line)
		}
		where = "read in " + where
	case "undocumented":
		needed = cell{string(f.Need), needStyle(f.Need)}
		where = "read in " + where
	case "duplicate":
		where += fmt.Sprintf(", and on line %d", f.Related[0].Line)
	case "malformed", "unresolved":
		first = cell{f.Message, plain}
		if f.Line > 0 && f.Column > 0 {
			where += fmt.Sprintf(":%d", f.Column)
		}
	}
	return []cell{first, second, needed, {where, quiet}}
}

// summary is the last line: how many of what, and from how much.
func summary(p *Page, totals map[verify.Level]int) string {
	s := p.Survey
	scale := fmt.Sprintf("%s, %s, %s, %s", count(len(s.Contract.Variables), "variable", "variables"),
		count(len(s.Reads), "read", "reads"), count(len(s.Environments.Examples), "example file", "example files"),
		count(len(s.Environments.Environments), "environment", "environments"))
	if len(p.Findings) == 0 {
		return good.Render("✓ Nothing to mend.") + " " + quiet.Render(scale+".")
	}
	var parts []string
	for _, level := range []verify.Level{verify.Error, verify.Warning, verify.Note} {
		if n := totals[level]; n > 0 {
			_, style := levelStyle(level)
			parts = append(parts, style.Render(count(n, string(level), string(level)+"s")))
		}
	}
	return strings.Join(parts, ", ") + " " + quiet.Render("in "+scale+".")
}
