package report

import (
	"fmt"
	"io"
	"strings"

	"github.com/charmbracelet/x/ansi"

	"inzicht/core/contract"
	"inzicht/core/reads"
	"inzicht/core/secrecy"
	"inzicht/core/survey"
)

// text is for people: aligned columns, colour with restraint.
var text = Format{Name: "text", Styled: true, Reads: textReads, Contract: textContract, Findings: textFindings, Matrix: textMatrix, Changes: textChanges, Trace: textTrace, Packages: textDependencies}

// The styles use the terminal's own sixteen colours, so that they suit any theme.
var (
	plain   = ansi.NewStyle()
	strong  = ansi.NewStyle(ansi.AttrBold)
	quiet   = ansi.NewStyle(ansi.AttrFaint)
	alarm   = ansi.NewStyle(ansi.AttrBold, ansi.AttrRedForegroundColor)
	caution = ansi.NewStyle(ansi.AttrBold, ansi.AttrYellowForegroundColor)
	aside   = ansi.NewStyle(ansi.AttrCyanForegroundColor)
	good    = ansi.NewStyle(ansi.AttrBold, ansi.AttrGreenForegroundColor)
)

// cell is one cell of a table with its style.
type cell struct {
	text  string
	style ansi.Style
}

// columns lays out rows under headings, two spaces apart and indented by two.
// The columns numbered shrink give way, one after the other, where a row would
// be wider than width.
func columns(headings []string, rows [][]cell, width int, shrink ...int) string {
	return layOut(headings, rows, width, 2, shrink)
}

// layOut is columns with gap spaces between two columns.
func layOut(headings []string, rows [][]cell, width, gap int, shrink []int) string {
	widest := fit(headings, rows, width, gap, shrink)
	var out strings.Builder
	line := func(row []cell) {
		out.WriteString("  ")
		for i, c := range row {
			out.WriteString(c.style.Styled(c.text))
			if i+1 < len(row) {
				out.WriteString(strings.Repeat(" ", widest[i]-ansi.StringWidth(c.text)+gap))
			}
		}
		out.WriteByte('\n')
	}
	if headings != nil {
		var row []cell
		for _, h := range headings {
			row = append(row, cell{h, quiet})
		}
		line(row)
	}
	for _, row := range rows {
		line(row)
	}
	return strings.TrimSuffix(out.String(), "\n")
}

// least is how narrow a column becomes before the next one gives way.
const least = 14

// fit cuts the texts of some columns so that rows fit into width, and gives
// the width of each column.
func fit(headings []string, rows [][]cell, width, gap int, shrink []int) (widest []int) {
	for _, h := range headings {
		widest = append(widest, ansi.StringWidth(h))
	}
	for _, row := range rows {
		for len(widest) < len(row) {
			widest = append(widest, 0)
		}
		for i := range row {
			row[i].text = Visible(row[i].text)
			widest[i] = max(widest[i], ansi.StringWidth(row[i].text))
		}
	}
	total := 2 - gap // the indent, and no gap behind the last
	for _, w := range widest {
		total += w + gap
	}
	for _, column := range shrink {
		over := total - width
		if over <= 0 || column >= len(widest) {
			continue
		}
		room := max(widest[column]-over, min(least, widest[column]))
		total -= widest[column] - room
		widest[column] = room
		for _, row := range rows {
			if column < len(row) {
				row[column].text = shorten(row[column].text, room)
			}
		}
	}
	return widest
}

// shorten cuts text in the middle, which for paths is the part that says least.
func shorten(s string, room int) string {
	w := ansi.StringWidth(s)
	if w <= room {
		return s
	}
	tail := room * 2 / 3
	return ansi.Truncate(s, room-tail-1, "") + "…" + ansi.TruncateLeft(s, w-tail, "")
}

// needStyle makes what stops a program stand out.
func needStyle(n reads.Need) ansi.Style {
	switch n {
	case reads.Required:
		return strong
	case reads.Expected:
		return plain
	}
	return quiet
}

// Count writes a number with what it counts: 1 read, 2,000 reads.
func Count(n int, one, many string) string {
	if n == 1 {
		return "1 " + one
	}
	return fmt.Sprintf("%s %s", thousands(n), many)
}

func thousands(n int) string {
	s := fmt.Sprint(n)
	for i := len(s) - 3; i > 0; i -= 3 {
		s = s[:i] + "," + s[i:]
	}
	return s
}

// shownName is how a read's variable is shown.
func shownName(r reads.Read) cell {
	switch {
	case r.Whole:
		return cell{"(the whole environment)", aside}
	case r.Name != "":
		return cell{r.Name, needStyle(r.Need)}
	case r.Pattern != "":
		return cell{r.Pattern, aside}
	}
	return cell{"(name not known)", caution}
}

// shownFallback is how a fallback is shown: literals in quotes, source as it stands.
func shownFallback(secret bool, fallback *string, computed bool) string {
	switch {
	case fallback == nil:
		return ""
	case computed:
		return ansi.Truncate(secrecy.ShownSource(secret, *fallback), 28, "…")
	}
	return `"` + ansi.Truncate(secrecy.Shown(secret, *fallback), 26, "…") + `"`
}

func textReads(w io.Writer, p *Page) error {
	if len(p.Reads) == 0 {
		fmt.Fprintf(w, "%s\n", nothingRead(p.Survey))
		return nil
	}
	var rows [][]cell
	var files []string // of each row
	for _, r := range p.Reads {
		through := r.Access
		if r.Through != "" {
			through = r.Through + " → " + r.Access
		}
		if r.SaidIn != "" {
			through += ", asked in " + r.SaidIn
		}
		place := fmt.Sprintf("%d:%d", r.Line, r.Column)
		files = append(files, r.File)
		rows = append(rows, []cell{
			{place, quiet}, shownName(r), {string(r.Need), needStyle(r.Need)}, {shownKind(r.Secret, r.Kind, r.Literals), plain},
			{shownFallback(r.Secret, r.Fallback, r.FallbackComputed), plain}, {through, quiet},
		})
	}
	lines := strings.Split(columns([]string{"line", "variable", "need", "kind", "fallback", "read by"}, rows, p.Width, 4, 5, 1), "\n")
	fmt.Fprintln(w, lines[0])
	for i, line := range lines[1:] {
		if i == 0 || files[i] != files[i-1] {
			fmt.Fprintf(w, "%s\n", strong.Styled(Visible(files[i])))
		}
		fmt.Fprintln(w, line)
	}
	fmt.Fprintf(w, "\n%s\n", quiet.Styled(fmt.Sprintf("  %s of %s in %s.", Count(len(p.Reads), "read", "reads"),
		Count(len(p.Variables), "variable", "variables"), Count(p.Survey.Sources, "source file", "source files"))))
	return skippedLines(w, p)
}

func nothingRead(s *survey.Survey) string {
	if s.Sources == 0 {
		return "No file here is in a language that is understood."
	}
	return fmt.Sprintf("Nothing reads an environment variable in %s.", Count(s.Sources, "source file", "source files"))
}

func shownKind(secret bool, kind reads.Kind, literals []string) string {
	if kind == reads.Choice {
		return ansi.Truncate(strings.Join(shownLiterals(secret, literals), "|"), 24, "…")
	}
	return string(kind)
}

func textContract(w io.Writer, p *Page) error {
	var rows [][]cell
	for _, v := range p.Variables {
		rows = append(rows, contractRow(p, v))
	}
	if len(rows) == 0 {
		fmt.Fprintf(w, "%s\n", nothingRead(p.Survey))
		return nil
	}
	fmt.Fprintln(w, columns([]string{"variable", "need", "kind", "fallback", "example", "read in"}, rows, p.Width, 3, 5))
	c := p.Survey.Contract
	fmt.Fprintf(w, "\n%s\n", quiet.Styled("  "+Count(len(p.Variables), "variable", "variables")+", "+Count(len(p.Reads), "read", "reads")+". * secret, ~ supplied by the system"))
	for _, r := range c.Patterns {
		fmt.Fprintf(w, "  %s\n", Visible(fmt.Sprintf("Also reads names like %s (%s:%d).", r.Pattern, r.File, r.Line)))
	}
	if n := len(c.Unresolved); n > 0 {
		fmt.Fprintf(w, "  %s\n", caution.Styled(Count(n, "read has", "reads have")+" a name that could not be worked out; see inzicht reads."))
	}
	return skippedLines(w, p)
}

func contractRow(p *Page, v contract.Variable) []cell {
	var fallbacks []string
	for _, f := range v.Fallbacks {
		fallbacks = append(fallbacks, shownFallback(v.Secret, &f, false))
	}
	name := v.Name
	if v.Secret {
		name += " *"
	}
	documented, style := "no", caution
	switch files := p.documentedIn(v.Name); {
	case v.Ambient:
		documented, style = "~", quiet
	case len(files) > 0:
		documented, style = "yes", quiet
	case v.Need != reads.Optional:
		style = alarm
	}
	where := fmt.Sprintf("%s:%d", v.Reads[0].File, v.Reads[0].Line)
	if more := len(v.Reads) - 1; more > 0 {
		where += fmt.Sprintf(" +%d", more)
	}
	return []cell{
		{name, needStyle(v.Need)}, {string(v.Need), needStyle(v.Need)}, {shownKind(v.Secret, v.Kind, v.Literals), plain},
		{ansi.Truncate(strings.Join(fallbacks, " "), 28, "…"), plain}, {documented, style}, {where, quiet},
	}
}

// skippedLines says under -v what was left out.
func skippedLines(w io.Writer, p *Page) error {
	if !p.Verbose || len(p.Survey.Skipped) == 0 {
		return nil
	}
	fmt.Fprintf(w, "\n%s\n", strong.Styled("Left out"))
	var rows [][]cell
	for _, s := range p.Survey.Skipped {
		rows = append(rows, []cell{{s.Path, plain}, {s.Reason, quiet}})
	}
	fmt.Fprintln(w, columns(nil, rows, p.Width, 0))
	return nil
}
