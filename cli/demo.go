package cli

import (
	"fmt"
	"io"
	"os"
	"path/filepath"

	"github.com/spf13/cobra"

	"inzicht/demo"
	"inzicht/report"
)

// step is one command that the demo shows.
type step struct {
	says      string
	arguments []string
}

var steps = []step{
	{"Three services, three languages: which environment variables do they read, and where?", []string{"reads"}},
	{"The same as a contract: one row a variable, what the code needs, and whether an example file names it.", []string{"contract"}},
	{"And does it hold? The code against .env.example, .env, deploy/staging.env and deploy/production.env.", []string{"verify"}},
}

func newDemo() *cobra.Command {
	var s shared
	var into string
	var keep bool
	c := &cobra.Command{
		Use:   "demo",
		Short: "The whole job on the sample project Lockside",
		Long: `Unpacks Lockside, software for keepers of canal locks, into a temporary folder
and runs the main commands on it. The findings are the mistakes that real teams
leave behind; the demo itself ends with exit status 0.`,
		Example: `  inzicht demo
  inzicht demo --keep
  inzicht demo --into lockside`,
		Args: cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			dir, done, err := demoFolder(into, keep)
			if err != nil {
				return err
			}
			defer done()
			if err := demo.Unpack(dir); err != nil {
				return &usageError{err.Error(), "Give --into a folder that is empty or not there yet."}
			}
			return s.showDemo(c, dir, into != "" || keep)
		},
	}
	c.Flags().StringVar(&into, "into", "", "unpack into this folder, and leave it there")
	c.Flags().BoolVar(&keep, "keep", false, "leave the temporary folder for playing with")
	s.registerColor(c)
	return c
}

// demoFolder gives the folder to unpack into, and what to do with it in the end.
func demoFolder(into string, keep bool) (dir string, done func(), err error) {
	if into != "" {
		return into, func() {}, nil
	}
	temporary, err := os.MkdirTemp("", "inzicht-demo-")
	if err != nil {
		return "", nil, err
	}
	dir = filepath.Join(temporary, "lockside")
	if keep {
		return dir, func() {}, nil
	}
	return dir, func() { os.RemoveAll(temporary) }, nil
}

func (s *shared) showDemo(c *cobra.Command, dir string, stays bool) error {
	out := s.paint(c.OutOrStdout())
	report.Title(out, "Lockside, software for keepers of canal locks", "unpacked into "+dir)
	for _, step := range steps {
		report.Step(out, "inzicht "+step.arguments[0], step.says)
		if err := s.runStep(c, out, step, dir); err != nil {
			return err
		}
	}
	last := "Try it on your own: inzicht verify PATH. To play with Lockside: inzicht demo --into lockside."
	if stays {
		last = fmt.Sprintf("Lockside stays in %s: change something there and verify again.", dir)
	}
	report.Title(out, "That was the whole job.", last)
	return nil
}

// runStep runs one command as a person would; findings are what it is to show.
func (s *shared) runStep(c *cobra.Command, out io.Writer, step step, dir string) error {
	arguments := append(append([]string{}, step.arguments...), dir, "--color", "always")
	inner := newRoot()
	inner.SetArgs(arguments)
	inner.SetOut(out)
	inner.SetErr(c.ErrOrStderr())
	if err := inner.Execute(); err != nil && err != errFindings {
		return err
	}
	return nil
}
