package report

import (
	"fmt"
	"io"
	"slices"
	"strings"

	"github.com/charmbracelet/x/ansi"

	"inzicht/core/sorting"
	"inzicht/core/verify"
)

const (
	shownRows = 12 // findings of one group that a terminal shows without -v
	foldedAt  = 3  // findings that say the same from which on they share a heading
)

// group is the findings of one environment, or of code and example files.
type group struct {
	environment string
	findings    []verify.Finding
}

// groups orders findings for people: code and example files first, then
// environment by environment, each worst first.
func groups(findings []verify.Finding) (list []group) {
	for _, f := range findings {
		i := slices.IndexFunc(list, func(g group) bool { return g.environment == f.Environment })
		if i < 0 {
			list = append(list, group{environment: f.Environment})
			i = len(list) - 1
		}
		list[i].findings = append(list[i].findings, f)
	}
	sorting.By(list, func(a, b group) int { return strings.Compare(a.environment, b.environment) })
	return list
}

func levelStyle(l verify.Level) (sign string, style ansi.Style) {
	switch l {
	case verify.Error:
		return "✗", alarm
	case verify.Warning:
		return "!", caution
	}
	return "·", aside
}

func textFindings(w io.Writer, p *Page) error {
	for _, g := range groups(p.Findings) {
		textGroup(w, p, g)
	}
	for _, remark := range p.Remarks {
		for n, line := range wrap(Visible(remark), p.Width-2) {
			mark := "  "
			if n == 0 {
				mark = "→ "
			}
			fmt.Fprintf(w, "%s\n", aside.Styled(mark+line))
		}
	}
	unseenLines(w, p)
	for _, line := range wrap(summary(p), p.Width) {
		fmt.Fprintln(w, line)
	}
	return skippedLines(w, p)
}

// unseenLines says what should have been looked at and could not be.
func unseenLines(w io.Writer, p *Page) {
	if len(p.Unseen) == 0 {
		return
	}
	fmt.Fprintf(w, "%s\n", caution.Styled("? Not looked at"))
	for n, place := range p.Unseen {
		if n == shownRows && !p.Verbose {
			fmt.Fprintf(w, "  %s\n", quiet.Styled(fmt.Sprintf("… and %d more; -v shows all.", len(p.Unseen)-n)))
			break
		}
		for _, line := range wrap(Visible(place), p.Width-2) {
			fmt.Fprintf(w, "  %s\n", line)
		}
	}
	fmt.Fprintln(w)
}

func textGroup(w io.Writer, p *Page, g group) {
	title := "Code and example files"
	if g.environment != "" {
		title = "Environment " + Visible(g.environment)
	}
	fmt.Fprintf(w, "%s  %s\n", strong.Styled(title), quiet.Styled(totals(g.findings)))
	shown, folded := fold(g.findings, p.Verbose)
	left := 0
	if p.Terminal && !p.Verbose && len(shown) > shownRows {
		left = len(shown) - shownRows
		shown = shown[:shownRows]
	}
	l := layoutOf(shown, p.Width)
	for len(shown) > 0 {
		n := alike(shown)
		if n >= foldedAt {
			l.block(w, shown[:n])
		} else {
			n = 1
			l.single(w, shown[0])
		}
		shown = shown[n:]
	}
	for _, line := range folded {
		fmt.Fprintf(w, "  %s\n", quiet.Styled(line))
	}
	if left > 0 {
		fmt.Fprintf(w, "  %s\n", quiet.Styled(fmt.Sprintf("… and %d more; -v shows all.", left)))
	}
	fmt.Fprintln(w)
}

// alike counts the findings at the beginning that say the same of different
// variables.
func alike(findings []verify.Finding) int {
	first := findings[0]
	for n, f := range findings {
		if f.Rule != first.Rule || f.Level != first.Level || brief(f) != brief(first) || f.Variable == "" {
			return n
		}
	}
	return len(findings)
}

// layout is how wide the columns of a group are.
type layout struct {
	width, rule, name int
}

func layoutOf(findings []verify.Finding, width int) layout {
	l := layout{width: width}
	for _, f := range findings {
		l.rule = max(l.rule, len(f.Rule))
		l.name = max(l.name, ansi.StringWidth(Visible(f.Variable)))
	}
	l.name = min(l.name, 34)
	return l
}

// head is the sign and the rule, and indent as much white space.
func (l layout) head(f verify.Finding) string {
	sign, style := levelStyle(f.Level)
	return "  " + style.Styled(sign+" "+f.Rule) + strings.Repeat(" ", l.rule-len(f.Rule)+2)
}

func (l layout) indent() int { return l.rule + 6 }

// named is the variable, as wide as its column.
func (l layout) named(f verify.Finding) string {
	name := shorten(Visible(f.Variable), l.name)
	return strong.Styled(name) + strings.Repeat(" ", l.name-ansi.StringWidth(name)+2)
}

// single shows one finding on two lines: what, and below it where it stands
// and what to do.
func (l layout) single(w io.Writer, f verify.Finding) {
	name, indent := "", l.indent()
	if f.Variable != "" {
		name, indent = l.named(f), l.indent()+l.name+2
	}
	what := wrap(Visible(brief(f)), l.width-indent)
	fmt.Fprintf(w, "%s%s%s\n", l.head(f), name, what[0])
	for _, more := range what[1:] {
		fmt.Fprintf(w, "%s%s\n", strings.Repeat(" ", indent), more)
	}
	below := where(f)
	if f.Hint != "" {
		below = strings.TrimSpace(below + "  ↳ " + held(f))
	}
	l.below(w, below, l.indent())
}

// below writes quiet lines under a finding.
func (l layout) below(w io.Writer, s string, indent int) {
	for _, line := range wrap(Visible(s), l.width-indent) {
		fmt.Fprintf(w, "%s%s\n", strings.Repeat(" ", indent), quiet.Styled(line))
	}
}

// block shows findings that say the same: what they say once, then a line a
// variable.
func (l layout) block(w io.Writer, findings []verify.Finding) {
	fmt.Fprintf(w, "%s%s\n", l.head(findings[0]), Visible(brief(findings[0])))
	same := !slices.ContainsFunc(findings, func(f verify.Finding) bool { return !f.Pointed || f.Hint != findings[0].Hint })
	for _, f := range findings {
		place := shorten(Visible(where(f)), max(l.width-l.indent()-l.name-2, 20))
		fmt.Fprintf(w, "%s%s%s\n", strings.Repeat(" ", l.indent()), l.named(f), quiet.Styled(place))
		if f.Pointed && !same {
			l.below(w, "↳ "+held(f), l.indent()+l.name+2)
		}
	}
	if same {
		l.below(w, "↳ "+held(findings[0]), l.indent())
	} else if r := verify.RuleNamed(findings[0].Rule); r != nil && slices.ContainsFunc(findings, func(f verify.Finding) bool { return !f.Pointed }) {
		l.below(w, "↳ "+sharedAdvice(findings, r.Do), l.indent())
	}
}

// sharedAdvice returns what to do about several findings: the hint that all have,
// where it names a command, or else the rule's own advice.
func sharedAdvice(findings []verify.Finding, otherwise string) string {
	for _, f := range findings {
		if len(f.Command) == 0 || f.Hint != findings[0].Hint {
			return otherwise
		}
	}
	return held(findings[0])
}

// Unbroken returns a command as it is in a remark, so that it stays on one
// line and can be pasted.
func Unbroken(command string) string { return strings.ReplaceAll(command, " ", noBreak) }

// noBreak stands for a space at which a line is not broken.
const noBreak = "\u00a0"

// held returns the hint of a finding, with its command in one piece.
func held(f verify.Finding) string {
	command := verify.Typed(f.Command)
	return strings.Replace(f.Hint, command, Unbroken(command), 1)
}

// where says where a person finds what a finding is about.
func where(f verify.Finding) string {
	switch {
	case f.Rule == "missing" && len(f.Related) > 0:
		return fmt.Sprintf("read in %s:%d", f.Related[0].File, f.Related[0].Line)
	case f.File == "":
		return ""
	case f.Line == 0:
		return f.File
	case f.Column > 1 && f.Variable == "":
		return fmt.Sprintf("%s:%d:%d", f.File, f.Line, f.Column)
	}
	return fmt.Sprintf("%s:%d", f.File, f.Line)
}

// wrap breaks text into lines of at most width columns, between words; the
// hyphens of paths and names hold together.
func wrap(s string, width int) []string {
	const hold = "\u2011"
	wrapped := ansi.Wordwrap(strings.ReplaceAll(s, "-", hold), max(width, 30), " ")
	return strings.Split(strings.NewReplacer(hold, "-", noBreak, " ").Replace(wrapped), "\n")
}

// fold takes notes that many variables share into one line a rule.
func fold(findings []verify.Finding, verbose bool) (shown []verify.Finding, lines []string) {
	names := map[string][]string{}
	for _, f := range findings {
		if f.Level == verify.Note {
			name := f.Variable
			if name == "" {
				name = fmt.Sprintf("%s:%d", f.File, f.Line)
			}
			names[f.Rule] = append(names[f.Rule], Visible(name))
		}
	}
	for _, f := range findings {
		if verbose || f.Level != verify.Note || len(names[f.Rule]) < foldedAt {
			shown = append(shown, f)
		}
	}
	for _, r := range verify.Rules {
		if list := names[r.Name]; !verbose && len(list) >= foldedAt {
			lines = append(lines, fmt.Sprintf("· %s: %d notes, for %s; -v shows all.", r.Name, len(list), Enumerate(list, 3)))
		}
	}
	return shown, lines
}

// Enumerate names the first of a list, and how many more there are.
func Enumerate(list []string, most int) string {
	if len(list) <= most {
		return strings.Join(list, ", ")
	}
	return fmt.Sprintf("%s and %d more", strings.Join(list[:most], ", "), len(list)-most)
}

// totals counts findings by level: 2 errors, 1 warning.
func totals(findings []verify.Finding) string {
	var parts []string
	for _, level := range []verify.Level{verify.Error, verify.Warning, verify.Note} {
		if n := countLevel(findings, level); n > 0 {
			parts = append(parts, Count(n, string(level), string(level)+"s"))
		}
	}
	return strings.Join(parts, ", ")
}

func countLevel(findings []verify.Finding, level verify.Level) (n int) {
	for _, f := range findings {
		if f.Level == level {
			n++
		}
	}
	return n
}

// summary is the last line: how many of what, and what was looked at.
func summary(p *Page) string {
	s := p.Survey
	scale := fmt.Sprintf("%s, %s, %s, %s, %s", Count(s.Sources, "source file", "source files"), Count(len(s.Reads), "read", "reads"),
		Count(len(s.Contract.Variables), "variable", "variables"), Count(len(s.Environments.Examples), "example file", "example files"),
		Count(len(s.Environments.Environments), "environment", "environments"))
	if p.Accepted > 0 {
		scale += "; " + Count(p.Accepted, "accepted finding", "accepted findings") + " not shown"
	}
	switch {
	case len(p.Findings) == 0 && len(p.Unseen)+len(s.Unknown()) > 0:
		return caution.Styled("Nothing to mend in what could be looked at.") + " In " + scale + "."
	case len(p.Findings) == 0 && len(s.Reads) == 0 && len(s.Environments.Environments)+len(s.Environments.Examples) > 0:
		return caution.Styled("Nothing that could be read here reads a variable, so nothing was compared.") + " In " + scale + "."
	case len(p.Findings) == 0:
		return good.Styled("✓ Nothing to mend.") + " In " + scale + "."
	}
	var parts []string
	for _, level := range []verify.Level{verify.Error, verify.Warning, verify.Note} {
		if n := countLevel(p.Findings, level); n > 0 {
			_, style := levelStyle(level)
			parts = append(parts, style.Styled(Count(n, string(level), string(level)+"s")))
		}
	}
	return strings.Join(parts, ", ") + " in " + scale + "."
}
