package cli

import (
	"fmt"
	"io"
	"os"
	"slices"
	"strings"
	"time"

	"github.com/spf13/cobra"

	"inzicht/core/environment"
	"inzicht/core/survey"
	"inzicht/report"
)

// registerEnvironments adds the flags that choose environments.
func (s *shared) registerEnvironments(c *cobra.Command) {
	f := c.Flags()
	f.StringArrayVarP(&s.environments, "environment", "e", nil, "only the environment `NAME`, or a glob of their names; NAME=FILE takes its values from a listing or record, NAME=- from standard input, NAME+=FILE lays them over what it has; may be given several times")
	f.IntVar(&s.pid, "pid", 0, "hold a running process, by its `NUMBER`, against the environment given with -e")
	f.BoolVar(&s.withSurroundings, "with-surroundings", false, "fill compose files in from the environment of this very process too")
	f.BoolVar(&s.withProcesses, "with-processes", false, "look at the live processes that inzicht.toml names")
	c.RegisterFlagCompletionFunc("environment", s.completeEnvironments)
}

// choose takes listings and processes up as environments, and returns the globs
// of those asked for; none stands for all.
func (s *shared) choose(c *cobra.Command, p *report.Page) (globs []string, err error) {
	all := p.Survey.Environments
	for _, asked := range s.environments {
		name, source, given := strings.Cut(asked, "=")
		if given {
			layer, err := listing(c.InOrStdin(), source)
			if err != nil {
				return nil, err
			}
			over := false
			if name, over = strings.CutSuffix(name, "+"); !over {
				all.Replace(name, layer)
			} else if !all.Lay(name, layer) {
				return nil, unknownEnvironment(name, all)
			}
		}
		globs = append(globs, name)
	}
	for _, glob := range globs {
		if !slices.ContainsFunc(all.Environments, func(e environment.Environment) bool { return environment.Named(glob, e.Name) }) {
			return nil, unknownEnvironment(glob, all)
		}
	}
	if s.pid != 0 {
		live, err := s.process(all, globs)
		if err != nil {
			return nil, err
		}
		globs = append(globs, live)
	}
	return globs, nil
}

// listing reads the values of an environment from a file, or from standard input.
func listing(in io.Reader, source string) (*environment.Layer, error) {
	if source == "-" {
		return environment.ReadListing("standard input", in)
	}
	file, err := os.Open(source)
	if err != nil {
		return nil, &usageError{fmt.Sprintf("%s cannot be read", source), "Give the file of a listing or record, or - for standard input."}
	}
	defer file.Close()
	layer, err := environment.ReadListing(source, file)
	if layer != nil {
		layer.File = source
	}
	return layer, err
}

// process takes a running process up as an environment of its own.
func (s *shared) process(all *environment.All, globs []string) (name string, err error) {
	if len(globs) != 1 {
		return "", &usageError{"--pid needs the environment that the process should have", "Give it with -e, such as: -e local --pid 4711"}
	}
	layer, err := environment.Process(s.pid)
	if err != nil {
		return "", err
	}
	return all.Watch(globs[0], layer), nil
}

func unknownEnvironment(name string, all *environment.All) error {
	hint := "This tree has none: no .env, .env.NAME or NAME.env was found."
	if known := all.Names(); len(known) > 0 {
		hint = "This tree has: " + report.Visible(strings.Join(known, ", ")) + "."
	}
	return &usageError{fmt.Sprintf("there is no environment %q", name), hint}
}

// patience is how long a completion waits for what is true now, where what was
// true last time is known.
const patience = 50 * time.Millisecond

// forCompletion opens the present folder, or the one among the arguments.
func forCompletion(arguments []string) *survey.Names {
	dir := "."
	if n := len(arguments); n > 0 {
		if info, err := os.Stat(arguments[n-1]); err == nil && info.IsDir() {
			dir = arguments[n-1]
		}
	}
	names, err := survey.NamesOf(dir, survey.Options{Keep: new(shared).keep()})
	if err != nil {
		return nil
	}
	return names
}

func beginning(names []string, prefix string) (list []string) {
	for _, name := range names {
		if strings.HasPrefix(name, prefix) {
			list = append(list, report.Visible(name))
		}
	}
	return list
}

func (s *shared) completeEnvironments(_ *cobra.Command, arguments []string, prefix string) ([]string, cobra.ShellCompDirective) {
	names := forCompletion(arguments)
	if names == nil {
		return nil, cobra.ShellCompDirectiveNoFileComp
	}
	return beginning(names.Environments(), prefix), cobra.ShellCompDirectiveNoFileComp
}

func (s *shared) completeComponents(_ *cobra.Command, arguments []string, prefix string) ([]string, cobra.ShellCompDirective) {
	names := forCompletion(arguments)
	if names == nil {
		return nil, cobra.ShellCompDirectiveNoFileComp
	}
	return beginning(names.Components(), prefix), cobra.ShellCompDirectiveNoFileComp
}

// completeVariables completes the first argument with the names of variables:
// those that are read now where that is found out soon, or else those that were
// read when the tree was last looked at.
func completeVariables(_ *cobra.Command, arguments []string, prefix string) ([]string, cobra.ShellCompDirective) {
	if len(arguments) > 0 {
		return nil, cobra.ShellCompDirectiveFilterDirs
	}
	wait := time.Hour
	var recent []string
	if names := forCompletion(nil); names != nil {
		known := false
		if recent, known = names.Variables(); known {
			wait = patience
		}
	}
	found := make(chan []string, 1)
	go func() { found <- variablesNow() }()
	select {
	case recent = <-found:
	case <-time.After(wait):
	}
	return beginning(recent, prefix), cobra.ShellCompDirectiveNoFileComp
}

// variablesNow returns the names of variables that are read in the present folder.
func variablesNow() (names []string) {
	taken, err := survey.Take(".", survey.Options{ReadsOnly: true, Keep: new(shared).keep()})
	if err != nil {
		return nil
	}
	for _, v := range taken.Contract.Variables {
		names = append(names, v.Name)
	}
	return names
}
