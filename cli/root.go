// Package cli holds the commands: flags, wording and exit status. What they
// compute is in core, how it is shown in report.
package cli

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"runtime"
	"runtime/debug"

	"github.com/spf13/cobra"

	"inzicht/core/accepted"
	"inzicht/core/config"
	"inzicht/core/environment"
	"inzicht/core/history"
	"inzicht/core/tree"
)

// The exit statuses.
const (
	statusOK       = 0
	statusFindings = 1
	statusFailed   = 2
)

// Version is the version of the program.
const Version = "0.1.0"

// findingsError ends a command whose result is at or above the threshold.
var errFindings = errors.New("findings")

// usageError is a mistake in how the command was called.
type usageError struct {
	reason, hint string
}

func (e *usageError) Error() string { return e.reason }

// Run runs the program with arguments and gives its exit status.
func Run(arguments []string, in io.Reader, out, errOut io.Writer) int {
	root := newRoot()
	written := &result{Writer: out}
	root.SetArgs(arguments)
	root.SetIn(in)
	root.SetOut(written)
	root.SetErr(errOut)
	done := endOnSignals()
	defer done()
	command, err := root.ExecuteContextC(context.Background())
	if written.err != nil {
		err = writeError("the result", written.err)
	}
	switch {
	case err == nil:
		return statusOK
	case errors.Is(err, errFindings):
		return statusFindings
	}
	explain(errOut, command, err)
	return statusFailed
}

// explain says what went wrong and what to do next.
func explain(w io.Writer, command *cobra.Command, err error) {
	fmt.Fprintf(w, "inzicht: %s\n", visibleLines(err.Error()))
	var path *tree.PathError
	var usage *usageError
	var spec *environment.SpecError
	var list *accepted.Error
	var past *history.Error
	var configuration *config.Error
	var lacking *unseenError
	hint := "See: " + command.CommandPath() + " --help"
	switch {
	case errors.As(err, &configuration):
		hint = configuration.Hint
	case errors.As(err, &list):
		hint = list.Hint
	case errors.As(err, &past):
		hint = past.Hint
	case errors.As(err, &spec):
		hint = spec.Hint
	case errors.As(err, &path):
		hint = path.Hint
	case errors.As(err, &usage):
		hint = usage.hint
	case errors.As(err, &lacking):
		hint = lacking.hint()
	}
	fmt.Fprintf(w, "  %s\n", visibleLines(hint))
}

func newRoot() *cobra.Command {
	cobra.EnableCommandSorting = false
	root := &cobra.Command{
		Use:   "inzicht",
		Short: "Which environment variables does this code read, and are they set?",
		Long: `Inzicht finds every environment variable that the source of a project reads,
and holds that contract against the example files that document it and the
environments that should satisfy it: env files, compose files, images, manifests,
units, a platform's listing, a process. It shows no value unless asked to.`,
		Example: `  inzicht verify            what is missing, unused, undocumented or wrong here
  inzicht contract          every variable, one a row
  inzicht reads src         every place that reads one
  inzicht matrix            variables against environments
  inzicht trace GATE_URL    all about one
  inzicht report            all of it as a page to look at
  inzicht document          bring the example files up to the code
  inzicht fill .env         make a private file from example and code
  inzicht changes main      what a change brings, and what is to be done for it
  inzicht demo              all of it on a sample project`,
		Version:       versionText(),
		RunE:          begin,
		SilenceUsage:  true,
		SilenceErrors: true,
	}
	root.SetVersionTemplate("{{.Version}}\n")
	root.AddCommand(newVerify(), newContract(), newReads(), newMatrix(), newTrace(), newReport(), newDocument(), newFill(), newChanges(), newLaunch(), newCapture(), newAccept(), newLanguages(), newRules(), newDemo())
	root.SetHelpCommand(&cobra.Command{Hidden: true})
	return root
}

// Root returns the command that holds all others, for what is made of their help.
func Root() *cobra.Command { return newRoot() }

// versionText tells version, commit, its date and the Go version it was built with.
func versionText() string {
	commit, date := buildCommit, buildDate
	if info, ok := debug.ReadBuildInfo(); ok {
		for _, s := range info.Settings {
			switch {
			case s.Key == "vcs.revision" && len(s.Value) >= 12 && buildCommit == "":
				commit = s.Value[:12]
			case s.Key == "vcs.time" && len(s.Value) >= 10 && buildDate == "":
				date = s.Value[:10]
			}
		}
	}
	return fmt.Sprintf("inzicht %s, commit %s of %s, %s", Version, cmp.Or(commit, "unknown"), cmp.Or(date, "unknown date"), runtime.Version())
}

// buildCommit and buildDate may be set when linking, where the build does not
// record them.
var buildCommit, buildDate string

// isTerminal reports whether a writer is a terminal.
func isTerminal(w any) bool {
	f, ok := beneath(w).(*os.File)
	return ok && isTerminalFile(f)
}
