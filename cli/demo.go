package cli

import (
	"bytes"
	"cmp"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"slices"
	"strings"

	"github.com/spf13/cobra"

	"inzicht/core/scratch"
	"inzicht/demo"
	"inzicht/report"
)

// step is one command that the demo shows, run in the sample project.
type step struct {
	name      string
	says      string
	shown     string // the command as a person would type it
	arguments []string
	feed      string // a script of the sample project whose output is piped in
	live      bool   // with the number of a process that runs on old values
	fresh     bool   // in a clone that has no private files yet
	lines     int    // how many are shown among other steps; 0 for a screenful
}

var steps = []step{
	{name: "reads", says: "Six services in six languages: which environment variables does one of them read, and where?",
		shown: "inzicht reads services/waterlevel", arguments: []string{"reads", "services/waterlevel"}},
	{name: "contract", says: "All of it as a contract: one row a variable, what the code needs, and whether an example file names it.",
		shown: "inzicht contract", arguments: []string{"contract"}},
	{name: "verify", says: "And does it hold? The code against the example file, env files, compose, manifests and units.",
		shown: "inzicht verify -e staging", arguments: []string{"verify", "-e", "staging"}, lines: 60},
	{name: "matrix", says: "What is set where? States; values only if they are asked for.",
		shown: "inzicht matrix --differences", arguments: []string{"matrix", "--differences"}},
	{name: "trace", says: "Which of several layers gives the value in force?",
		shown: "inzicht trace LEVEL_ALARM_CM", arguments: []string{"trace", "LEVEL_ALARM_CM"}},
	{name: "document", says: "What is not documented yet, as it would stand in the example file.",
		shown: "inzicht document --dry-run", arguments: []string{"document", "--dry-run"}},
	{name: "fill", says: "A colleague has cloned it: a private file from the example and the code, with a session key of its own.",
		shown: "inzicht fill .env --generate", arguments: []string{"fill", ".env", "--generate"}, fresh: true},
	{name: "changes", says: "What came in with the last commit, and what is to be done before it is deployed.",
		shown: "inzicht changes HEAD~1", arguments: []string{"changes", "HEAD~1"}},
	{name: "hosted", says: "Deployed, and one variable not set: the hosting service's own listing, piped in.",
		shown:     "ops/platform.sh list production | inzicht verify --component skipper-web -e hosted=-",
		arguments: []string{"verify", "--component", "skipper-web", "-e", "hosted=-"}, feed: "ops/platform.sh"},
	{name: "launch", says: "Start nothing that would not start: a required variable has no value.",
		shown: "inzicht launch -e production --component skipper-web -- npm start", arguments: []string{"launch", "-e", "production", "--component", "skipper-web", "--", "npm", "start"}},
	{name: "stale", says: ".env was changed after the program was started: what does it still run with?",
		shown: "inzicht verify --only stale -e local --pid", arguments: []string{"verify", "--only", "stale", "-e", "local", "--pid"}, live: true},
}

// demonstration is what inzicht demo is asked for.
type demonstration struct {
	shared
	into string
	keep bool
	step string
}

func newDemo() *cobra.Command {
	var d demonstration
	c := &cobra.Command{
		Use:   "demo",
		Short: "The whole job on the sample project Lockside",
		Long: `Unpacks Lockside, software for keepers of canal locks, into a temporary folder
and runs the main commands on it, a screen each. The findings are the mistakes
that real teams leave behind; the demo itself ends with exit status 0.`,
		Example: `  inzicht demo
  inzicht demo --step verify
  inzicht demo --into lockside`,
		Args: cobra.NoArgs,
		RunE: d.run,
	}
	c.Flags().StringVar(&d.step, "step", "", "only this step, by its `NAME`, whole: "+strings.Join(stepNames(), ", "))
	c.Flags().StringVar(&d.into, "into", "", "unpack into this `FOLDER`, and leave it there")
	c.Flags().BoolVar(&d.keep, "keep", false, "leave the temporary folder for playing with")
	d.registerColor(c)
	c.RegisterFlagCompletionFunc("step", cobra.FixedCompletions(stepNames(), cobra.ShellCompDirectiveNoFileComp))
	return c
}

func stepNames() (names []string) {
	for _, s := range steps {
		names = append(names, s.name)
	}
	return names
}

func (d *demonstration) run(c *cobra.Command, _ []string) error {
	chosen := steps
	if d.step != "" {
		n := slices.Index(stepNames(), d.step)
		if n < 0 {
			return &usageError{fmt.Sprintf("the demo has no step %q", d.step), "Steps: " + strings.Join(stepNames(), ", ") + "."}
		}
		chosen = steps[n : n+1]
	}
	dir, done, err := d.folder()
	if err != nil {
		return err
	}
	defer done()
	if err := demo.Unpack(dir); err != nil {
		return &usageError{err.Error(), "Give --into a folder that is empty or not there yet."}
	}
	if dir, err = filepath.Abs(dir); err != nil {
		return err
	}
	return d.show(c, dir, chosen)
}

// folder returns the folder to unpack into, and what to do with it in the end.
func (d *demonstration) folder() (dir string, done func(), err error) {
	if d.into != "" {
		return d.into, func() {}, nil
	}
	if d.keep {
		temporary, err := os.MkdirTemp("", "inzicht-demo-")
		return filepath.Join(temporary, "lockside"), func() {}, err
	}
	temporary, err := scratch.Folder()
	return filepath.Join(temporary, "lockside"), func() { scratch.Remove(temporary) }, err
}

// show runs the steps, after a table of contents.
func (d *demonstration) show(c *cobra.Command, dir string, chosen []step) error {
	out := d.paint(c.OutOrStdout())
	report.Title(out, "Lockside, software for keepers of canal locks", "unpacked into "+dir)
	if len(chosen) > 1 {
		var contents [][2]string
		for _, s := range chosen {
			contents = append(contents, [2]string{s.name, s.shown})
		}
		report.Contents(out, contents)
	}
	for _, s := range chosen {
		if err := d.runStep(c, out, s, dir, len(chosen) > 1); err != nil {
			return err
		}
	}
	if len(chosen) == 1 {
		return nil
	}
	last := "Try it on your own: inzicht verify PATH. To play with Lockside: inzicht demo --into lockside."
	if d.into != "" || d.keep {
		last = fmt.Sprintf("Lockside stays in %s: change something there and verify again.", dir)
	}
	report.Title(out, "That was the whole job.", last)
	return nil
}

// screenful is how many lines of a step's output are shown among others.
const screenful = 30

// runStep runs one command in the sample project, as a person would; findings
// are what it is to show. A step for which this system has not what it takes is
// left out.
func (d *demonstration) runStep(c *cobra.Command, out io.Writer, step step, dir string, cut bool) error {
	arguments := slices.Clone(step.arguments)
	inner := newRoot()
	shown := step.shown
	if step.fresh {
		fresh, done, err := clone()
		if err != nil {
			return nil
		}
		defer done()
		dir = fresh
	}
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
	if step.name == "changes" {
		if _, err := os.Stat(filepath.Join(dir, ".git")); err != nil {
			return nil
		}
	}
	here, err := os.Getwd()
	if err == nil {
		err = os.Chdir(dir)
	}
	if err != nil {
		return err
	}
	defer os.Chdir(here)
	report.Step(out, shown, step.says)
	var said bytes.Buffer
	inner.SetArgs(slices.Concat(arguments[:1], []string{"--color", "always"}, arguments[1:]))
	inner.SetOut(&said)
	inner.SetErr(&said)
	if err := inner.Execute(); err != nil && err != errFindings {
		return err
	}
	return report.Excerpt(out, said.String(), cut, cmp.Or(step.lines, screenful), "inzicht demo --step "+step.name)
}

// clone unpacks the sample project once more, as who has just cloned it has it.
func clone() (dir string, done func(), err error) {
	temporary, err := scratch.Folder()
	if err != nil {
		return "", nil, err
	}
	dir = filepath.Join(temporary, "lockside")
	done = func() { scratch.Remove(temporary) }
	if err = demo.Unpack(dir); err == nil {
		err = os.Remove(filepath.Join(dir, ".env"))
	}
	return dir, done, err
}
