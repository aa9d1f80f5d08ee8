package cli

import (
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"sync/atomic"
	"time"

	"github.com/charmbracelet/colorprofile"
	"github.com/spf13/cobra"
	"golang.org/x/term"

	"inzicht/core/reads"
	"inzicht/core/survey"
	"inzicht/core/tree"
	"inzicht/report"
)

// shared are the flags that the commands have in common.
type shared struct {
	formats   []string
	color     string
	component string
	config    string
	noSkip    bool
	afresh    bool
	quiet     bool
	verbose   bool

	environments     []string
	pid              int
	withSurroundings bool
	withProcesses    bool
	showValues       bool
	showSecrets      bool

	memory *survey.Memory // of a command that surveys two states
}

// shower shows one thing in one format.
type shower func(io.Writer, *report.Page) error

func (s *shared) register(c *cobra.Command, show func(report.Format) shower) {
	f := c.Flags()
	f.StringArrayVar(&s.formats, "format", []string{"text"}, "how to show the result, by the `NAME` of a format: "+strings.Join(formatNames(show), ", ")+"; NAME=FILE writes to a file, and may be given several times")
	s.registerPlace(c)
	s.registerReading(c)
	f.BoolVarP(&s.verbose, "verbose", "v", false, "show everything, and what was left out and why")
	s.registerColor(c)
	c.RegisterFlagCompletionFunc("format", cobra.FixedCompletions(formatNames(show), cobra.ShellCompDirectiveNoFileComp))
}

// registerPlace adds the flags that say which part of the tree counts, and how
// it is configured.
func (s *shared) registerPlace(c *cobra.Command) {
	c.Flags().StringVar(&s.component, "component", "", "only this part of the tree, a `COMPONENT`")
	c.Flags().StringVar(&s.config, "config", "", "read this `FILE` in place of inzicht.toml")
	c.RegisterFlagCompletionFunc("component", s.completeComponents)
}

// registerReading adds the flags that say how a tree is read.
func (s *shared) registerReading(c *cobra.Command) {
	f := c.Flags()
	f.BoolVar(&s.noSkip, "no-skip", false, "read dependency folders, build outputs and bundles too")
	f.BoolVar(&s.afresh, "afresh", false, "read every file again, also those that have not changed since the last run")
	f.BoolVarP(&s.quiet, "quiet", "q", false, "show no progress and no remarks")
}

// registerPlain adds the flags of a command that shows no report.
func (s *shared) registerPlain(c *cobra.Command) {
	s.registerPlace(c)
	c.Flags().BoolVarP(&s.quiet, "quiet", "q", false, "show no progress and no remarks")
	s.registerColor(c)
}

func (s *shared) registerColor(c *cobra.Command) {
	c.Flags().StringVar(&s.color, "color", "auto", "use colour, as `WHEN` says: auto, always or never")
	c.Flags().SortFlags = false
	c.RegisterFlagCompletionFunc("color", cobra.FixedCompletions([]string{"auto", "always", "never"}, cobra.ShellCompDirectiveNoFileComp))
	c.SetFlagErrorFunc(func(c *cobra.Command, err error) error {
		return &usageError{err.Error(), "See: " + c.CommandPath() + " --help"}
	})
}

func formatNames(show func(report.Format) shower) (names []string) {
	for _, f := range report.Formats {
		if show(f) != nil {
			names = append(names, f.Name)
		}
	}
	return names
}

// pathArgument takes at most one path.
func pathArgument(c *cobra.Command, arguments []string) error { return atMost(c, arguments, 1) }

func atMost(c *cobra.Command, arguments []string, most int) error {
	if len(arguments) > most {
		return &usageError{fmt.Sprintf("%s expected, not %d arguments", map[int]string{0: "no argument is", 1: "one path is", 2: "a name and one path are"}[most], len(arguments)), "See: " + c.CommandPath() + " --help"}
	}
	return nil
}

// page surveys the tree that the arguments name.
func (s *shared) page(c *cobra.Command, arguments []string, readsOnly bool) (*report.Page, error) {
	return s.pageOf(c, func(o survey.Options) (*survey.Survey, error) {
		o.ReadsOnly = readsOnly
		return survey.Take(placeOf(arguments), o)
	})
}

// pageOf returns the page of a survey that is taken as the flags have it.
func (s *shared) pageOf(c *cobra.Command, take func(survey.Options) (*survey.Survey, error)) (*report.Page, error) {
	if err := s.checkColor(c); err != nil {
		return nil, err
	}
	options, done := s.options(), func() {}
	if !s.quiet {
		options.Progress, done = progress(c.ErrOrStderr())
	}
	taken, err := take(options)
	done()
	if err != nil {
		return nil, err
	}
	p := &report.Page{
		Survey: taken, Reads: taken.Reads, Variables: taken.Contract.Variables,
		Verbose: s.verbose, Terminal: isTerminal(c.OutOrStdout()), Width: width(c.OutOrStdout()),
	}
	p.Unseen, p.Values, p.Secrets = unseen(p), s.showValues || s.showSecrets, s.showSecrets
	return p, s.restrict(p)
}

// options says what to look at, as the flags have it.
func (s *shared) options() survey.Options {
	o := survey.Options{Options: tree.Options{NoSkip: s.noSkip}, ConfigFile: s.config, Keep: s.keep(), Memory: s.memory, Unwatched: s.memory != nil}
	if s.withSurroundings {
		o.Surroundings = os.Environ()
	}
	if s.withProcesses {
		o.Present = os.Environ()
	}
	return o
}

// keep returns the folder in which results are kept for the next run.
func (s *shared) keep() string {
	folder, err := os.UserCacheDir()
	if err != nil || s.afresh {
		return ""
	}
	return filepath.Join(folder, "inzicht")
}

func (s *shared) checkColor(c *cobra.Command) error {
	if !slices.Contains([]string{"auto", "always", "never"}, s.color) {
		return &usageError{fmt.Sprintf("--color is auto, always or never, not %q", s.color), "See: " + c.CommandPath() + " --help"}
	}
	return nil
}

// restrict keeps what belongs to the component asked for.
func (s *shared) restrict(p *report.Page) error {
	if s.component == "" {
		return nil
	}
	names := p.Survey.Tree.ComponentNames()
	if !slices.Contains(names, s.component) {
		known := "This tree has no components: no folder below its root holds a manifest."
		if len(names) > 0 {
			known = "This tree has: " + report.Visible(strings.Join(names, ", ")) + "."
		}
		return &usageError{fmt.Sprintf("there is no component %q", s.component), known}
	}
	p.Component = s.component
	p.Reads = keep(p.Reads, s.component)
	p.Variables = nil
	for i := range p.Survey.Contract.Variables {
		if v := p.Survey.Contract.Variables[i].Of(s.component); v != nil {
			p.Variables = append(p.Variables, *v)
		}
	}
	return nil
}

// keep returns the reads of one component.
func keep(list []reads.Read, component string) (kept []reads.Read) {
	for _, r := range list {
		if r.Component == component {
			kept = append(kept, r)
		}
	}
	return kept
}

// output is one format with where it goes.
type output struct {
	show   shower
	styled bool
	file   string // "" for standard output
}

// outputs returns the formats asked for, if they can show what show picks from them.
func (s *shared) outputs(show func(report.Format) shower) (list []output, err error) {
	for _, asked := range s.formats {
		name, file, _ := strings.Cut(asked, "=")
		i := slices.IndexFunc(report.Formats, func(f report.Format) bool { return f.Name == name && show(f) != nil })
		if i < 0 {
			return nil, &usageError{fmt.Sprintf("there is no format %q here", name), "Formats: " + strings.Join(formatNames(show), ", ") + "."}
		}
		list = append(list, output{show(report.Formats[i]), report.Formats[i].Styled, file})
	}
	return list, nil
}

// registerValues adds the flags that have values shown.
func (s *shared) registerValues(c *cobra.Command) {
	c.Flags().BoolVar(&s.showValues, "show-values", false, "show values that are not secret")
	c.Flags().BoolVar(&s.showSecrets, "show-secrets", false, "show the values of secrets too, on a terminal or in a file that --format names")
}

// checkValues refuses to show secrets to what is neither a terminal nor a file
// that was named.
func (s *shared) checkValues(c *cobra.Command, list []output) error {
	for _, o := range list {
		if s.showSecrets && o.file == "" && !isTerminal(c.OutOrStdout()) {
			return &usageError{"--show-secrets shows secrets on a terminal, or in a file that is named", "Such as: --format text=FILE. The file is for its owner's eyes only."}
		}
	}
	return nil
}

// write shows a page in every format asked for.
func (s *shared) write(c *cobra.Command, list []output, p *report.Page) error {
	for _, o := range list {
		if o.file == "" {
			out := c.OutOrStdout()
			if o.styled {
				out = s.paint(out)
			}
			if err := o.show(out, p); err != nil {
				return err
			}
			continue
		}
		mode := os.FileMode(0o666)
		if p.Secrets {
			mode = 0o600
		}
		file, err := os.OpenFile(o.file, os.O_RDWR|os.O_CREATE|os.O_TRUNC, mode)
		if err != nil {
			return &usageError{fmt.Sprintf("%s cannot be written", o.file), "Give a file in a folder that is there and may be written."}
		}
		page := *p
		page.Terminal, page.Width, page.Verbose = false, 100, true
		out := io.Writer(file)
		if o.styled {
			out = &colorprofile.Writer{Forward: file, Profile: colorprofile.NoTTY}
		}
		written := &result{Writer: out}
		err = o.show(written, &page)
		if err = errors.Join(err, written.err, file.Close()); err != nil {
			return writeError(o.file, err)
		}
	}
	return nil
}

// paint returns a writer that keeps as much colour as the reader can see.
func (s *shared) paint(w io.Writer) io.Writer {
	to, _ := beneath(w).(io.Writer)
	painted := colorprofile.NewWriter(to, os.Environ())
	painted.Forward = w
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
	const fallback, widest = 100, 140
	if f, ok := beneath(w).(*os.File); ok {
		if columns, _, err := term.GetSize(int(f.Fd())); err == nil && columns > 0 {
			return min(columns, widest)
		}
	}
	return fallback
}

// progressDelay is how long work may take before it is worth a line.
const progressDelay = 400 * time.Millisecond

// progress shows on a terminal how far long work has come, and what is being
// done. done removes it.
func progress(w io.Writer) (tell func(survey.Progress), done func()) {
	if !isTerminal(w) {
		return nil, func() {}
	}
	var now atomic.Pointer[survey.Progress]
	stop, stopped := make(chan struct{}), make(chan struct{})
	go func() {
		defer close(stopped)
		showProgress(w, &now, stop)
	}()
	return func(p survey.Progress) { now.Store(&p) }, func() {
		close(stop)
		<-stopped
	}
}

// showProgress writes a line now and then until stop, and then removes it.
func showProgress(w io.Writer, now *atomic.Pointer[survey.Progress], stop chan struct{}) {
	wait := time.NewTimer(progressDelay)
	defer wait.Stop()
	for shown := false; ; shown = true {
		select {
		case <-stop:
			if shown {
				fmt.Fprint(w, "\r\x1b[K")
			}
			return
		case <-wait.C:
			if p := now.Load(); p != nil {
				fmt.Fprintf(w, "\r\x1b[K%s", progressLine(*p))
			}
			wait.Reset(progressDelay / 4)
		}
	}
}

// progressLine says in a line how far a survey has come.
func progressLine(p survey.Progress) string {
	switch p.Doing {
	case "reading":
		return fmt.Sprintf("reading %d of %d files, %d MB", p.Files, p.Of, p.Bytes>>20)
	case "following":
		return fmt.Sprintf("following names from file to file, %d files", p.Of)
	}
	return "listing files"
}

// visibleLines makes a text fit for a terminal, line by line.
func visibleLines(text string) string {
	lines := strings.Split(text, "\n")
	for i := range lines {
		lines[i] = report.Visible(lines[i])
	}
	return strings.Join(lines, "\n")
}
