package cli

import (
	"fmt"
	"slices"

	"github.com/spf13/cobra"

	"inzicht/core/environment"
	"inzicht/core/similarity"
	"inzicht/core/trace"
	"inzicht/report"
)

func newTrace() *cobra.Command {
	var s shared
	show := func(f report.Format) shower { return f.Trace }
	c := &cobra.Command{
		Use:   "trace NAME [PATH]",
		Short: "All about one variable: reads, documentation, and where each environment gets it",
		Long: `Shows of one variable where it is read and what the code says about it there,
where it is documented, and for each environment which layer gives the value in
force and which others it hides. Values are shown only with --show-values, those
of secrets only with --show-secrets.`,
		Example: `  inzicht trace GATE_URL
  inzicht trace GATE_URL -e production
  inzicht trace GATE_URL --show-values
  inzicht trace GATE_URL --format json`,
		Args: func(c *cobra.Command, arguments []string) error {
			if len(arguments) == 0 {
				return &usageError{"the name of a variable is expected", "Such as: inzicht trace GATE_URL"}
			}
			return atMost(c, arguments, 2)
		},
		ValidArgsFunction: completeVariables,
		RunE: func(c *cobra.Command, arguments []string) error {
			list, err := s.outputs(show)
			if err != nil {
				return err
			}
			if err := s.checkValues(c, list); err != nil {
				return err
			}
			p, err := s.page(c, arguments[1:], false)
			if err != nil {
				return err
			}
			globs, err := s.choose(c, p)
			if err != nil {
				return err
			}
			t := trace.Of(c.Context(), p.Survey, arguments[0])
			if !t.Known() {
				return unknownVariable(p, t)
			}
			t.Environments = slices.DeleteFunc(t.Environments, func(source trace.Source) bool {
				return len(globs) > 0 && !slices.ContainsFunc(globs, func(g string) bool { return environment.Named(g, source.Environment) })
			})
			p.Trace = t
			if err := s.write(c, list, p); err != nil {
				return err
			}
			return whole(p)
		},
	}
	s.registerEnvironments(c)
	s.registerValues(c)
	s.register(c, show)
	return c
}

// unknownVariable names the nearest of the variables that are known.
func unknownVariable(p *report.Page, t *trace.Trace) error {
	hint := "See inzicht contract for those that are read."
	var names []string
	for _, v := range p.Survey.Contract.Variables {
		names = append(names, v.Name)
	}
	closest := similarity.Closest(t.Name, names)
	for _, name := range t.Near {
		if slices.Contains(names, name) {
			closest = name
		}
	}
	if closest != "" {
		hint = fmt.Sprintf("Is %s meant? %s", closest, hint)
	}
	return &usageError{fmt.Sprintf("nothing here reads or sets %s", t.Name), hint}
}
