package report

import (
	"fmt"
	"io"
	"slices"
	"strings"

	"github.com/charmbracelet/x/ansi"

	"inzicht/core/bounds"
	"inzicht/core/environment"
	"inzicht/core/reads"
	"inzicht/core/secrecy"
	"inzicht/core/trace"
)

// textTrace shows all about one variable, for people.
func textTrace(w io.Writer, p *Page) error {
	t, width := p.Trace, p.Width
	title := strong.Styled(Visible(t.Name))
	if v := t.Variable; v != nil {
		about := string(v.Need) + ", " + bounds.Behind(shownKind(v.Secret, v.Kind, v.Literals), bounds.Narrow(v.Bounds))
		if v.Secret {
			about += ", secret"
		}
		if v.Ambient {
			about += ", supplied by the system"
		}
		fmt.Fprintf(w, "%s  %s\n", title, quiet.Styled(about))
		if v.About != "" {
			fmt.Fprintf(w, "  %s\n", Visible(v.About))
		}
	} else {
		fmt.Fprintf(w, "%s\n", title)
	}
	traceReads(w, t, width)
	traceDocumented(w, t, width)
	traceEnvironments(w, p, t)
	if len(t.Near) > 0 {
		fmt.Fprintf(w, "\n%s %s\n", strong.Styled("Nearly alike:"), Visible(strings.Join(t.Near, ", ")))
	}
	if c := t.Added; c != nil {
		fmt.Fprintf(w, "\n%s %s\n", strong.Styled("Came in with"), Visible(fmt.Sprintf("%s on %s: %s", c.ID, c.Date, c.Subject)))
	}
	return nil
}

func traceReads(w io.Writer, t *trace.Trace, width int) {
	fmt.Fprintf(w, "\n%s\n", strong.Styled("Read in"))
	if len(t.Reads) == 0 {
		if t.Pattern != nil {
			fmt.Fprintf(w, "  %s\n", Visible(fmt.Sprintf("%s:%d, which reads names like %s", t.Pattern.File, t.Pattern.Line, t.Pattern.Pattern)))
			return
		}
		fmt.Fprintf(w, "  %s\n", caution.Styled("nothing"))
		return
	}
	for _, r := range t.Reads {
		fmt.Fprintf(w, "  %s  %s\n", Visible(fmt.Sprintf("%s:%d:%d", r.File, r.Line, r.Column)), quiet.Styled(Visible(readSays(r.Read))))
		if r.Source != "" {
			fmt.Fprintf(w, "      %s\n", shortenEnd(Visible(r.Source), width-6))
		}
	}
}

// readSays says in a line what the code says of a variable at a read.
func readSays(r reads.Read) string {
	said := []string{string(r.Need)}
	if r.Fallback != nil {
		said = append(said, "falls back to "+shownFallback(r.Secret, r.Fallback, r.FallbackComputed))
	}
	if r.Scope != reads.Runtime {
		said = append(said, "in "+string(r.Scope))
	}
	if r.Through != "" {
		said = append(said, "through "+r.Through)
	}
	if r.SaidIn != "" {
		said = append(said, "as "+Visible(r.SaidIn)+" says")
	}
	for _, w := range r.When {
		said = append(said, "only where "+Visible(w.String()))
	}
	for _, w := range r.Demanded {
		if !slices.ContainsFunc(r.When, func(other reads.When) bool { return other.String() == w.String() }) {
			said = append(said, "required where "+Visible(w.String()))
		}
	}
	if r.Under != "" && len(r.When) == 0 {
		said = append(said, "under a condition on "+r.Under)
	}
	if len(r.InsteadOf) > 0 {
		said = append(said, "where "+strings.Join(r.InsteadOf, " and ")+" has no value")
	}
	return strings.Join(said, ", ")
}

// shortenEnd cuts text at its end.
func shortenEnd(s string, room int) string {
	if runes := []rune(s); len(runes) > room && room > 1 {
		return string(runes[:room-1]) + "…"
	}
	return s
}

func traceDocumented(w io.Writer, t *trace.Trace, width int) {
	fmt.Fprintf(w, "\n%s\n", strong.Styled("Documented in"))
	if len(t.Documented) == 0 {
		fmt.Fprintf(w, "  %s\n", caution.Styled("no example file"))
	}
	for _, m := range t.Documented {
		fmt.Fprintf(w, "  %s  %s\n", Visible(fmt.Sprintf("%s:%d", m.File, m.Line)), quiet.Styled(shortenEnd(Visible(mentionSays(m)), width-len(m.File)-10)))
	}
}

// mentionSays says what an example file says of a variable.
func mentionSays(m trace.Mention) string {
	about := strings.Join(m.About, " ")
	if m.Commented {
		about = strings.TrimSpace("commented out. " + about)
	}
	return about
}

func traceEnvironments(w io.Writer, p *Page, t *trace.Trace) {
	if len(t.Environments) == 0 {
		return
	}
	fmt.Fprintf(w, "\n%s\n", strong.Styled("In each environment"))
	for _, s := range t.Environments {
		of := ""
		if s.Component != "" {
			of = " of " + s.Component
		}
		fmt.Fprintf(w, "  %s%s\n", strong.Styled(Visible(s.Environment)), quiet.Styled(Visible(of)))
		if len(s.Chain) == 0 {
			var need reads.Need
			if t.Variable != nil {
				need = t.Variable.Need
			}
			says, style := noValue(need, s)
			fmt.Fprintf(w, "    %s\n", style.Styled(Visible(says)))
		}
		for i, link := range s.Chain {
			sign, says := "→", stateWord(t, link.Value)
			if i > 0 {
				sign, says = " ", "hidden: "+says
			}
			line := fmt.Sprintf("%s %-8s %s", sign, says, placeOf(link))
			if text, asked := p.linkValue(t, link.Value); asked {
				line += `  "` + text + `"`
			}
			style := plain
			if i > 0 {
				style = quiet
			}
			fmt.Fprintf(w, "    %s\n", style.Styled(Visible(line)))
		}
	}
}

// noValue says what an environment without a value means, and how it looks.
func noValue(need reads.Need, s trace.Source) (says string, style ansi.Style) {
	switch {
	case s.Open != "":
		return "perhaps from " + s.Open, aside
	case need == reads.Optional:
		return "has no value; the code manages without", quiet
	}
	return "has no value", alarm
}

// stateWord says what a value is, never the value.
func stateWord(t *trace.Trace, v environment.Value) string {
	secret := t.Variable != nil && t.Variable.Secret
	if v.State == environment.Set && secrecy.IsStandIn(v.Text, secret) {
		return "stand-in"
	}
	return string(v.State)
}

// linkValue returns the value that a layer gives, where it is to be shown.
func (p *Page) linkValue(t *trace.Trace, v environment.Value) (text string, asked bool) {
	secret := secrecy.IsSecretName(t.Name)
	if t.Variable != nil {
		secret = t.Variable.Secret
	}
	if v.State != environment.Set {
		return "", false
	}
	return p.value(secret, v.Text)
}

func placeOf(link environment.Link) string {
	place := link.Layer.Label
	v := link.Value
	if v.File != "" && v.Line > 0 {
		place = fmt.Sprintf("%s:%d", v.File, v.Line)
		if link.Layer.Kind != "env" && strings.HasPrefix(link.Layer.Label, v.File) {
			place += strings.TrimPrefix(link.Layer.Label, v.File)
		}
	}
	if v.Why != "" {
		place += " (" + v.Why + ")"
	}
	return place
}

// jsonTrace shows the same for programs.
func jsonTrace(w io.Writer, p *Page) error {
	t := p.Trace
	type link struct {
		State string  `json:"state"`
		Layer string  `json:"layer"`
		Kind  string  `json:"kind"`
		File  *string `json:"file"`
		Line  *int    `json:"line"`
		Why   *string `json:"why"`
		Value *string `json:"value,omitempty"`
	}
	type source struct {
		Environment string  `json:"environment"`
		Component   *string `json:"component"`
		Serves      bool    `json:"serves"`
		Chain       []link  `json:"chain"`
	}
	type mention struct {
		File      string `json:"file"`
		Line      int    `json:"line"`
		Commented bool   `json:"commented"`
	}
	type tracedRead struct {
		jsonRead
		Source string `json:"source"`
	}
	type commit struct {
		ID      string `json:"id"`
		Date    string `json:"date"`
		Subject string `json:"subject"`
	}
	out := struct {
		Schema       string       `json:"schema"`
		Name         string       `json:"name"`
		Need         *string      `json:"need"`
		Kind         *string      `json:"kind"`
		Secret       bool         `json:"secret"`
		Reads        []tracedRead `json:"reads"`
		Documented   []mention    `json:"documented"`
		Environments []source     `json:"environments"`
		Near         []string     `json:"near"`
		Added        *commit      `json:"added"`
	}{Schema: "inzicht/trace/1", Name: t.Name, Reads: []tracedRead{}, Documented: []mention{}, Environments: []source{}, Near: orEmpty(t.Near)}
	if v := t.Variable; v != nil {
		out.Need, out.Kind, out.Secret = orNull(string(v.Need)), orNull(string(v.Kind)), v.Secret
	}
	for _, r := range t.Reads {
		out.Reads = append(out.Reads, tracedRead{newJSONRead(r.Read), r.Source})
	}
	for _, m := range t.Documented {
		out.Documented = append(out.Documented, mention{m.File, m.Line, m.Commented})
	}
	for _, s := range t.Environments {
		one := source{s.Environment, orNull(s.Component), s.Serves, []link{}}
		for _, l := range s.Chain {
			of := link{stateWord(t, l.Value), l.Layer.Label, l.Layer.Kind, orNull(l.Value.File), numberOrNull(l.Value.Line), orNull(l.Value.Why), nil}
			if text, asked := p.linkValue(t, l.Value); asked {
				of.Value = &text
			}
			one.Chain = append(one.Chain, of)
		}
		out.Environments = append(out.Environments, one)
	}
	if c := t.Added; c != nil {
		out.Added = &commit{c.ID, c.Date, c.Subject}
	}
	return encode(w, out)
}
