package cli

import (
	"errors"
	"fmt"
	"io"
	"os"
	"os/exec"
	"slices"
	"strings"

	"github.com/spf13/cobra"

	"inzicht/core/environment"
	"inzicht/core/launch"
	"inzicht/core/verify"
	"inzicht/report"
)

// launcher is what inzicht launch is asked for.
type launcher struct {
	shared
	overrides    []string
	anyway       bool
	onlyContract bool
}

func newLaunch() *cobra.Command {
	var l launcher
	c := &cobra.Command{
		Use:   "launch -e NAME [flags] [PATH] -- COMMAND …",
		Short: "Check an environment, and start a program with it",
		Long: `Works out the environment NAME of the tree below PATH (the present folder without
one), checks that the code starts with it, and becomes COMMAND: its signals, exit
status and terminal are its own. What surrounds it stays; the values of the
environment come over that, and those of --override over both.

Where a required variable has no value or an empty one, or a value is not of the
kind that the code converts it to, it is not started; --anyway starts it all the
same.

Exit status: that of COMMAND; 1 it would not start; 2 it could not be started.`,
		Example: `  inzicht launch -e local -- python3 -m waterlevel
  inzicht launch -e staging --component tolls -- php -S localhost:8000
  inzicht launch -e local --override GATE_PORT=7001 -- ./gatekeeper
  inzicht launch -e production --only-contract -- env`,
		DisableFlagsInUseLine: true,
		Args: func(c *cobra.Command, arguments []string) error {
			n := c.ArgsLenAtDash()
			if n < 0 || n == len(arguments) {
				return &usageError{"a command is expected behind --", "Such as: inzicht launch -e local -- python3 app.py"}
			}
			return atMost(c, arguments[:n], 1)
		},
		RunE: l.run,
	}
	f := c.Flags()
	f.StringArrayVarP(&l.environments, "environment", "e", nil, "the environment `NAME`; NAME=FILE takes its values from a listing, NAME=- from standard input")
	f.StringArrayVar(&l.overrides, "override", nil, "`NAME=VALUE`, over what the environment has; may be given several times")
	f.BoolVar(&l.anyway, "anyway", false, "start it even where the code would stop")
	f.BoolVar(&l.onlyContract, "only-contract", false, "give it nothing but what its code reads, and what is ambient")
	l.registerPlain(c)
	c.RegisterFlagCompletionFunc("environment", l.completeEnvironments)
	return c
}

func (l *launcher) run(c *cobra.Command, arguments []string) error {
	at := c.ArgsLenAtDash()
	command := arguments[at:]
	overrides, err := l.given()
	if err != nil {
		return err
	}
	if len(l.environments) != 1 {
		return &usageError{"one environment is expected", "Give it with -e, such as: inzicht launch -e local -- " + command[0]}
	}
	l.withSurroundings = true // they are given to the command as well
	p, err := l.page(c, arguments[:at], false)
	if err != nil {
		return err
	}
	globs, err := l.choose(c, p)
	if err != nil {
		return err
	}
	e, err := l.one(p, globs[0])
	if err != nil {
		return err
	}
	plan := launch.Work(p.Survey, launch.Options{
		Environment: e, Component: l.component, Surroundings: os.Environ(), Overrides: overrides, OnlyContract: l.onlyContract, Command: command,
	})
	if err := l.tell(c.ErrOrStderr(), p, e, plan); err != nil {
		return err
	}
	return start(command, plan.Environ)
}

// given takes the overrides apart.
func (l *launcher) given() (map[string]string, error) {
	overrides := map[string]string{}
	for _, o := range l.overrides {
		name, value, found := strings.Cut(o, "=")
		if !found || name == "" || strings.ContainsRune(value, 0) {
			return nil, &usageError{"--override is NAME=VALUE", "Such as: --override GATE_PORT=7001"}
		}
		overrides[name] = value
	}
	return overrides, nil
}

// one returns the environment that is meant: of several with that name the one
// of the component asked for, or else that of the root.
func (l *launcher) one(p *report.Page, glob string) (*environment.Environment, error) {
	var fits []*environment.Environment
	names := map[string]bool{}
	for i := range p.Survey.Environments.Environments {
		e := &p.Survey.Environments.Environments[i]
		if environment.Named(glob, e.Name) && (l.component == "" || p.Survey.Environments.Serves(e, l.component)) {
			fits = append(fits, e)
			names[e.Name] = true
		}
	}
	of := func(component string) *environment.Environment {
		n := slices.IndexFunc(fits, func(e *environment.Environment) bool { return e.Component.Name == component })
		if n < 0 {
			return nil
		}
		return fits[n]
	}
	switch {
	case len(fits) == 0:
		return nil, &usageError{fmt.Sprintf("%s is no environment of %s", glob, l.component), "See: inzicht matrix"}
	case len(names) > 1:
		return nil, &usageError{fmt.Sprintf("%s is more than one environment", glob), "Give the name of one."}
	case len(fits) == 1:
		return fits[0], nil
	case l.component != "" && of(l.component) != nil:
		return of(l.component), nil
	case of("") != nil:
		return of(""), nil
	}
	var components []string
	for _, e := range fits {
		components = append(components, e.Component.Name)
	}
	return nil, &usageError{fmt.Sprintf("%s is an environment of more than one component", glob), "Give one with --component: " + report.Visible(strings.Join(components, ", ")) + "."}
}

// tell says what a person should know before the command starts. The error is
// that it is not to be started.
func (l *launcher) tell(w io.Writer, p *report.Page, e *environment.Environment, plan *launch.Plan) error {
	if !l.quiet {
		for _, s := range plan.Slips {
			fmt.Fprintf(w, "inzicht: nothing reads %s; is %s meant?\n", report.Visible(s.Name), report.Visible(s.Meant))
		}
	}
	if err := whole(p); err != nil && !l.anyway {
		return err
	}
	if len(plan.Stops) == 0 || l.anyway && l.quiet {
		return nil
	}
	verdict := "the code would not start in"
	if l.anyway {
		verdict = "started all the same, though the code may stop in"
	}
	fmt.Fprintf(w, "inzicht: %s %s\n", verdict, report.Visible(e.Name))
	for _, f := range plan.Stops {
		fmt.Fprintf(w, "  %s\n", report.Visible(stop(f)))
	}
	if l.anyway {
		return nil
	}
	hint := "Give each a value where " + e.Name + " gets its own, or with --override NAME=VALUE"
	if file := e.File(); file != "" {
		hint = "Give each a value in " + file + ", or with --override NAME=VALUE"
	}
	fmt.Fprintf(w, "  %s; --anyway starts it all the same.\n", report.Visible(hint))
	return errFindings
}

// stop says in a line what keeps the code from starting.
func stop(f verify.Finding) string {
	if len(f.Related) == 0 || f.Rule == "ill-typed" {
		return f.Message
	}
	what := "has no value"
	if f.Rule == "empty" {
		what = "is set to nothing"
	}
	return fmt.Sprintf("%s is required and %s  (%s:%d)", f.Variable, what, f.Related[0].File, f.Related[0].Line)
}

// start becomes the command, or where the system cannot do that waits for it.
// It returns where it could not be started.
func start(command, environ []string) error {
	for _, entry := range environ {
		if path, found := strings.CutPrefix(entry, "PATH="); found {
			os.Setenv("PATH", path)
		}
	}
	program, err := exec.LookPath(command[0])
	switch {
	case errors.Is(err, exec.ErrDot):
		return &usageError{fmt.Sprintf("%s is found in the present folder alone", command[0]), "Write it as ./" + command[0] + "."}
	case errors.Is(err, os.ErrPermission):
		return &usageError{fmt.Sprintf("%s may not be started", command[0]), "Check that it is a program that you may run."}
	case err != nil:
		return &usageError{fmt.Sprintf("there is no program %s", command[0]), "Check its name, and the PATH of the environment."}
	}
	err = become(program, command, environ)
	return &usageError{fmt.Sprintf("%s could not be started: %s", command[0], systemReason(err)), "Check that it is a program of this system."}
}
