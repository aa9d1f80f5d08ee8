package cli

import (
	"bufio"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"slices"
	"strings"

	"github.com/spf13/cobra"
	"golang.org/x/term"

	"inzicht/core/environment"
	"inzicht/core/fill"
	"inzicht/core/survey"
	"inzicht/core/verify"
	"inzicht/report"
)

func newFill() *cobra.Command {
	var s shared
	var o fill.Options
	var ask bool
	var from string
	c := &cobra.Command{
		Use:   "fill FILE [PATH]",
		Short: "Make or complete a private env file from example and code",
		Long: `Adds to FILE, a private env file below PATH (the present folder without one),
what the example file names and what the code needs besides, in the example's
order and with its comments. What is there already stays as it is. A value is the
example's, where that is no stand-in; --from, --generate and --ask give others.
A new file is for its owner's eyes only (mode 0600).

  --from       takes values of another environment, but no secrets
  --generate   makes up the secrets that whoever runs the program invents, such
               as keys of sessions; never a token that a service hands out
  --ask        asks for each value that is missing, on a terminal

No secret is put into a file that git tracks. What is still to be filled in is
named in the end, and whether git ignores the file.`,
		Example: `  inzicht fill .env
  inzicht fill .env --generate
  inzicht fill .env --ask --from staging
  inzicht fill services/web/.env.local`,
		Args: func(c *cobra.Command, arguments []string) error {
			if len(arguments) == 0 {
				return &usageError{"the file to fill is expected", "Such as: inzicht fill .env"}
			}
			return atMost(c, arguments, 2)
		},
		RunE: func(c *cobra.Command, arguments []string) error {
			p, err := s.page(c, treeOf(arguments), false)
			if err != nil {
				return err
			}
			if err := whole(p); err != nil { // what was not looked at may need more
				return err
			}
			if o.File, err = insideTree(p.Survey, arguments[0]); err != nil {
				return err
			}
			if o.From, err = named(p.Survey, from); err != nil {
				return err
			}
			if ask {
				var done func()
				if o.Ask, done, err = asker(c); err != nil {
					return err
				}
				defer done()
			}
			return fillFile(c, p.Survey, o, arguments[0])
		},
	}
	c.Flags().BoolVar(&ask, "ask", false, "ask for each value that is missing")
	c.Flags().BoolVar(&o.Generate, "generate", false, "make up secrets such as keys of sessions")
	c.Flags().StringVar(&from, "from", "", "take values that are not secret from this `ENVIRONMENT`")
	c.Flags().StringVar(&s.config, "config", "", "read this `FILE` in place of inzicht.toml")
	c.Flags().BoolVarP(&s.quiet, "quiet", "q", false, "show no progress")
	s.registerColor(c)
	c.RegisterFlagCompletionFunc("from", s.completeEnvironments)
	return c
}

// treeOf returns the argument that names the tree: the one given, or else the
// folder of the file where that does not lie below the present folder.
func treeOf(arguments []string) []string {
	if len(arguments) > 1 {
		return arguments[1:]
	}
	here, err := filepath.Abs(".")
	full, err2 := filepath.Abs(arguments[0])
	if inside, err3 := filepath.Rel(here, full); errors.Join(err, err2, err3) != nil || !filepath.IsLocal(inside) {
		return []string{filepath.Dir(arguments[0])}
	}
	return nil
}

// named returns the one environment of that name, or nil for no name.
func named(s *survey.Survey, name string) (*environment.Environment, error) {
	if name == "" {
		return nil, nil
	}
	for i := range s.Environments.Environments {
		if e := &s.Environments.Environments[i]; e.Name == name {
			return e, nil
		}
	}
	return nil, unknownEnvironment(name, s.Environments)
}

// fillFile fills a file, and says what was done and what is left.
func fillFile(c *cobra.Command, s *survey.Survey, o fill.Options, shown string) error {
	r, err := fill.Plan(s, o)
	var usage *usageError
	switch {
	case errors.As(err, &usage):
		return err
	case errors.Is(err, fill.ErrExample):
		return &usageError{shown + ": " + fill.Reason(err), "Give a private file, such as .env; inzicht document brings example files up to the code."}
	case err != nil:
		return &usageError{shown + ": " + fill.Reason(err), "Give a regular file of text, or one that is not there yet."}
	}
	if len(r.Added) > 0 {
		before := append([]byte{}, r.Before...)
		if r.New {
			before = nil
		}
		if err := replace(shown, before, r.After, 0o600); err != nil {
			return err
		}
	}
	return tellFilled(c.OutOrStdout(), s, r, o, shown)
}

// tellFilled says what was put into a file, and what it still lacks.
func tellFilled(w io.Writer, s *survey.Survey, r *fill.Result, o fill.Options, shown string) error {
	var text strings.Builder
	switch {
	case len(r.Added) == 0:
		fmt.Fprintf(&text, "%s: nothing to add.\n", shown)
	case r.New:
		fmt.Fprintf(&text, "Wrote %s: %s.\n", shown, report.Count(len(r.Added), "variable", "variables"))
	default:
		fmt.Fprintf(&text, "Changed %s: %d added (%s).\n", shown, len(r.Added), report.Enumerate(r.Added, shownNames))
	}
	if len(r.Taken) > 0 {
		fmt.Fprintf(&text, "  As in %s: %s.\n", o.From.Name, report.Enumerate(r.Taken, shownNames))
	}
	if len(r.Invented) > 0 {
		fmt.Fprintf(&text, "  Made up: %s.\n", report.Enumerate(r.Invented, shownNames))
	}
	if len(r.Lacking) > 0 {
		text.WriteString("\nStill to be filled in:\n")
		tellLacking(&text, r.Lacking)
	}
	switch {
	case r.Tracked:
		fmt.Fprintf(&text, "\n%s is tracked by git: no secret was put into it.\n", shown)
	case r.Loose:
		fmt.Fprintf(&text, "\ngit does not ignore %s. To keep it out of commits:\n  %s >> %s\n", shown,
			verify.Typed([]string{"echo", "/" + o.File}), verify.Typed([]string{fromHere(filepath.Join(s.Tree.Root, ".gitignore"))}))
	}
	_, err := io.WriteString(w, visibleLines(text.String()))
	return err
}

// tellLacking names what still needs a value, by whom and where.
func tellLacking(w io.Writer, list []fill.Lack) {
	wide := 0
	for _, l := range list {
		wide = max(wide, len(l.Name))
	}
	for _, l := range list {
		facts := string(l.Need)
		if l.Secret {
			facts += ", secret"
		}
		by := slices.DeleteFunc(slices.Clone(l.By), func(name string) bool { return name == "" })
		where := fmt.Sprintf("%s:%d", l.At.File, l.At.Line)
		if len(by) > 0 {
			where = report.Enumerate(by, shownNames) + ", " + where
		}
		fmt.Fprintf(w, "  %-*s  %-16s  %s\n", wide, l.Name, facts, where)
	}
}

// asker returns what asks a person on the terminal. Secrets are not seen.
func asker(c *cobra.Command) (ask func(fill.Question) (string, error), done func(), err error) {
	terminal, isFile := c.InOrStdin().(*os.File)
	if !isFile || !isTerminalFile(terminal) {
		return nil, nil, &usageError{"--ask needs a terminal", "Start it on one, or leave --ask out."}
	}
	w, lines := c.ErrOrStderr(), bufio.NewReader(terminal)
	return func(q fill.Question) (string, error) {
		fmt.Fprintf(w, "\n%s\n", report.Visible(q.Name))
		for _, line := range q.Comment {
			fmt.Fprintf(w, "  %s\n", report.Visible(line))
		}
		for refused := ""; ; {
			answer, err := answerTo(w, terminal, lines, q)
			if err != nil || answer == "" || answer == refused {
				return answer, err
			}
			wrong := q.Wrong(answer)
			if wrong == "" {
				return answer, nil
			}
			fmt.Fprintf(w, "  %s. Give another, or the same again to keep it.\n", report.Visible(wrong))
			refused = answer
		}
	}, keepTerminal(terminal, func() {}), nil
}

// answerTo reads one answer.
func answerTo(w io.Writer, terminal *os.File, lines *bufio.Reader, q fill.Question) (string, error) {
	stopped := &usageError{"the input ended; nothing is changed", "Answer each question, with nothing to leave it open."}
	switch {
	case q.Secret:
		fmt.Fprint(w, "  value (unseen): ")
		answer, err := term.ReadPassword(int(terminal.Fd()))
		fmt.Fprintln(w)
		if err != nil {
			return "", stopped
		}
		return string(answer), nil
	case q.Offered != "":
		fmt.Fprintf(w, "  value [%s]: ", report.Visible(q.Offered))
	default:
		fmt.Fprint(w, "  value: ")
	}
	answer, err := lines.ReadString('\n')
	if err != nil {
		return "", stopped
	}
	return strings.TrimSpace(answer), nil
}
