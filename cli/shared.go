package cli

import (
	"fmt"
	"io"
	"os"
	"slices"
	"strings"
	"time"

	"github.com/charmbracelet/colorprofile"
	"github.com/spf13/cobra"
	"golang.org/x/term"

	"inzicht/core/survey"
	"inzicht/core/tree"
	"inzicht/report"
)

// shared are the flags that the commands have in common.
type shared struct {
	format    string
	color     string
	component string
	noSkip    bool
	quiet     bool
	verbose   bool
}

func (s *shared) register(c *cobra.Command) {
	f := c.Flags()
	f.StringVar(&s.format, "format", "text", "how to show the result: "+strings.Join(formatNames(), " or "))
	f.StringVar(&s.color, "color", "auto", "use colour: auto, always or never")
	f.StringVar(&s.component, "component", "", "only this part of the tree")
	f.BoolVar(&s.noSkip, "no-skip", false, "read dependency folders, build outputs and bundles too")
	f.BoolVarP(&s.quiet, "quiet", "q", false, "show no progress and no remarks")
	f.BoolVarP(&s.verbose, "verbose", "v", false, "show everything, and what was left out and why")
	c.Flags().SortFlags = false
	c.SetFlagErrorFunc(func(c *cobra.Command, err error) error {
		return &usageError{err.Error(), "See: " + c.CommandPath() + " --help"}
	})
}

func formatNames() (names []string) {
	for _, f := range report.Formats {
		names = append(names, f.Name)
	}
	return names
}

// pathArgument takes at most one path.
func pathArgument(c *cobra.Command, arguments []string) error {
	if len(arguments) > 1 {
		return &usageError{fmt.Sprintf("one path is expected, not %d", len(arguments)), "See: " + c.CommandPath() + " --help"}
	}
	return nil
}

// page surveys the tree that the arguments name.
func (s *shared) page(c *cobra.Command, arguments []string, readsOnly bool) (*report.Page, error) {
	if !slices.Contains([]string{"auto", "always", "never"}, s.color) {
		return nil, &usageError{fmt.Sprintf("--color is auto, always or never, not %q", s.color), "See: " + c.CommandPath() + " --help"}
	}
	dir := "."
	if len(arguments) > 0 {
		dir = arguments[0]
	}
	options := survey.Options{Options: tree.Options{NoSkip: s.noSkip}, ReadsOnly: readsOnly}
	done := func() {}
	if !s.quiet {
		options.Progress, done = progress(c.ErrOrStderr())
	}
	taken, err := survey.Take(dir, options)
	done()
	if err != nil {
		return nil, err
	}
	p := &report.Page{
		Survey: taken, Reads: taken.Reads, Variables: taken.Contract.Variables,
		Verbose: s.verbose, Terminal: isTerminal(c.OutOrStdout()), Width: width(c.OutOrStdout()),
	}
	return p, s.restrict(c, p)
}

// restrict keeps what belongs to the component asked for.
func (s *shared) restrict(c *cobra.Command, p *report.Page) error {
	if s.component == "" {
		return nil
	}
	var names []string
	for _, component := range p.Survey.Tree.Components {
		if component.Name != "" {
			names = append(names, component.Name)
		}
	}
	if !slices.Contains(names, s.component) {
		known := "This tree has no components: no folder below its root holds a manifest."
		if len(names) > 0 {
			known = "This tree has: " + report.Visible(strings.Join(names, ", ")) + "."
		}
		return &usageError{fmt.Sprintf("there is no component %q", s.component), known}
	}
	p.Reads = keep(p.Reads, s.component)
	p.Variables = nil
	for _, v := range p.Survey.Contract.Variables {
		if slices.Contains(v.Components, s.component) {
			v.Reads = keep(v.Reads, s.component)
			p.Variables = append(p.Variables, v)
		}
	}
	return nil
}

// choose gives the format asked for, if it can show what show picks from it.
func (s *shared) choose(c *cobra.Command, show func(report.Format) func(io.Writer, *report.Page) error) (func(io.Writer, *report.Page) error, error) {
	for _, f := range report.Formats {
		if f.Name == s.format && show(f) != nil {
			return show(f), nil
		}
	}
	return nil, &usageError{fmt.Sprintf("there is no format %q here", s.format), "Formats: " + strings.Join(formatNames(), ", ") + "."}
}

// paint gives a writer that keeps as much colour as the reader can see.
func (s *shared) paint(w io.Writer) io.Writer {
	painted := colorprofile.NewWriter(w, os.Environ())
	switch {
	case s.color == "never" || s.color == "auto" && (os.Getenv("NO_COLOR") != "" || !isTerminal(w)):
		painted.Profile = colorprofile.NoTTY
	case s.color == "always" && painted.Profile < colorprofile.ANSI:
		painted.Profile = colorprofile.ANSI
	}
	return painted
}

func isTerminalFile(f *os.File) bool { return term.IsTerminal(int(f.Fd())) }

// width is how many columns to fit in: those of the terminal, within reason.
func width(w any) int {
	const fallback, widest = 120, 160
	if f, ok := w.(*os.File); ok {
		if columns, _, err := term.GetSize(int(f.Fd())); err == nil && columns > 0 {
			return min(columns, widest)
		}
	}
	return fallback
}

// progressDelay is how long work may take before it is worth a line.
const progressDelay = 400 * time.Millisecond

// progress shows on a terminal how far long work has come. done removes it.
func progress(w io.Writer) (tell func(done, all int), done func()) {
	if !isTerminal(w) {
		return nil, func() {}
	}
	begun, last := time.Now(), time.Time{}
	shown := false
	tell = func(done, all int) {
		if now := time.Now(); now.Sub(begun) > progressDelay && now.Sub(last) > 100*time.Millisecond {
			last, shown = now, true
			fmt.Fprintf(w, "\r\x1b[Kreading %d of %d files", done, all)
		}
	}
	return tell, func() {
		if shown {
			fmt.Fprint(w, "\r\x1b[K")
		}
	}
}

// visibleError makes an error fit for a terminal, line by line.
func visibleError(err error) string {
	lines := strings.Split(err.Error(), "\n")
	for i := range lines {
		lines[i] = report.Visible(lines[i])
	}
	return strings.Join(lines, "\n")
}
