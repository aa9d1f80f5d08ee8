package cli

import (
	"fmt"
	"slices"

	"github.com/spf13/cobra"

	"inzicht/core/environment"
	"inzicht/core/near"
	"inzicht/core/trace"
	"inzicht/report"
)

func newTrace() *cobra.Command {
	var s shared
	c := &cobra.Command{
		Use:   "trace NAME [PATH]",
		Short: "All about one variable: reads, documentation, and where each environment gets it",
		Long: `Shows of one variable where it is read and what the code says about it there,
where it is documented, and for each environment which layer gives the value in
force and which others it hides. Values are not shown.`,
		Example: `  inzicht trace GATE_URL
  inzicht trace GATE_URL -e production
  inzicht trace GATE_URL --format json`,
		Args: func(c *cobra.Command, arguments []string) error {
			if len(arguments) == 0 {
				return &usageError{"the name of a variable is expected", "Such as: inzicht trace GATE_URL"}
			}
			return atMost(c, arguments, 2)
		},
		ValidArgsFunction: completeVariables,
		RunE: func(c *cobra.Command, arguments []string) error {
			format := s.formats[0]
			if len(s.formats) > 1 || format != "text" && format != "json" {
				return &usageError{fmt.Sprintf("there is no format %q here", format), "Formats: text, json."}
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
			show := func() error { return report.Trace(s.paint(c.OutOrStdout()), t, p.Width) }
			if format == "json" {
				show = func() error { return report.TraceJSON(c.OutOrStdout(), t) }
			}
			if err := show(); err != nil {
				return err
			}
			return whole(p)
		},
	}
	s.registerEnvironments(c)
	s.register(c, func(f report.Format) shower {
		if f.Name == "text" || f.Name == "json" {
			return f.Reads
		}
		return nil
	})
	return c
}

// unknownVariable names the nearest of the variables that are known.
func unknownVariable(p *report.Page, t *trace.Trace) error {
	hint := "See inzicht contract for those that are read."
	var names []string
	for _, v := range p.Survey.Contract.Variables {
		names = append(names, v.Name)
	}
	closest := near.Closest(t.Name, names)
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
