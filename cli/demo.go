package cli

import (
	"bytes"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"slices"

	"github.com/spf13/cobra"

	"inzicht/core/scratch"
	"inzicht/demo"
	"inzicht/report"
)

// step is one command that the demo shows.
type step struct {
	says      string
	shown     string // the command as a person would type it
	arguments []string
	feed      string // a script of the sample project whose output is piped in
	live      bool   // with the number of a process that runs on old values
}

var steps = []step{
	{says: "Six services in six languages: which environment variables does one of them read, and where?",
		shown: "inzicht reads services/waterlevel", arguments: []string{"reads", "services/waterlevel"}},
	{says: "All of it as a contract: one row a variable, what the code needs, and whether an example file names it.",
		shown: "inzicht contract", arguments: []string{"contract"}},
	{says: "And does it hold? The code against the example file, env files, compose, manifests and units.",
		shown: "inzicht verify", arguments: []string{"verify"}},
	{says: "What is set where? States, never values.",
		shown: "inzicht matrix --differences", arguments: []string{"matrix", "--differences"}},
	{says: "Which of several layers gives the value in force?",
		shown: "inzicht trace LEVEL_ALARM_CM", arguments: []string{"trace", "LEVEL_ALARM_CM"}},
	{says: "What is not documented yet, as it would stand in the example file.",
		shown: "inzicht document --dry-run", arguments: []string{"document", "--dry-run"}},
	{says: "Deployed, and one variable not set: the hosting service's own listing, piped in.",
		shown:     "ops/platform.sh list production | inzicht verify --component skipper-web -e hosted=-",
		arguments: []string{"verify", "--component", "skipper-web", "-e", "hosted=-"}, feed: "ops/platform.sh"},
	{says: ".env was changed after the program was started: what does it still run with?",
		shown: "inzicht verify --only stale -e local --pid", arguments: []string{"verify", "--only", "stale", "-e", "local", "--pid"}, live: true},
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
	if keep {
		temporary, err := os.MkdirTemp("", "inzicht-demo-")
		return filepath.Join(temporary, "lockside"), func() {}, err
	}
	temporary, err := scratch.Folder()
	return filepath.Join(temporary, "lockside"), func() { scratch.Remove(temporary) }, err
}

func (s *shared) showDemo(c *cobra.Command, dir string, stays bool) error {
	out := s.paint(c.OutOrStdout())
	report.Title(out, "Lockside, software for keepers of canal locks", "unpacked into "+dir)
	for _, step := range steps {
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
// A step for which this system has not what it takes is left out.
func (s *shared) runStep(c *cobra.Command, out io.Writer, step step, dir string) error {
	arguments := slices.Clone(step.arguments)
	inner := newRoot()
	shown := step.shown
	if step.feed != "" {
		listing, err := demo.Run(dir, step.feed, "list", "production")
		if err != nil {
			return nil
		}
		inner.SetIn(bytes.NewReader(listing))
	}
	if step.live {
		pid, stop, err := demo.Live(dir)
		if err != nil {
			return nil
		}
		defer stop()
		arguments = append(arguments, fmt.Sprint(pid))
		shown += fmt.Sprintf(" %d", pid)
	}
	if step.arguments[0] == "reads" {
		arguments[1] = filepath.Join(dir, filepath.FromSlash(arguments[1]))
	} else {
		arguments = append(arguments, dir)
	}
	report.Step(out, shown, step.says)
	inner.SetArgs(append(arguments, "--color", "always"))
	inner.SetOut(out)
	inner.SetErr(c.ErrOrStderr())
	if err := inner.Execute(); err != nil && err != errFindings {
		return err
	}
	return nil
}
