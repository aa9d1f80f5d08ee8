package cli

import (
	"io"

	"github.com/spf13/cobra"

	"inzicht/core/reads"
	"inzicht/report"
)

func newReads() *cobra.Command {
	var s shared
	c := &cobra.Command{
		Use:   "reads [PATH]",
		Short: "Every read of an environment variable, in file order",
		Long: `Lists every place in the source below PATH (the present folder without one)
that reads an environment variable: where it is, which variable, whether the
code needs a value, what it takes the value for, and what it falls back to.`,
		Example: `  inzicht reads
  inzicht reads services/gatekeeper
  inzicht reads --format json | jq -r '.reads[].name' | sort -u`,
		Args: pathArgument,
		RunE: func(c *cobra.Command, arguments []string) error {
			show, err := s.choose(c, func(f report.Format) func(io.Writer, *report.Page) error { return f.Reads })
			if err != nil {
				return err
			}
			p, err := s.page(c, arguments, true)
			if err != nil {
				return err
			}
			return show(s.paint(c.OutOrStdout()), p)
		},
	}
	s.register(c)
	return c
}

// keep gives the reads of one component.
func keep(list []reads.Read, component string) (kept []reads.Read) {
	for _, r := range list {
		if r.Component == component {
			kept = append(kept, r)
		}
	}
	return kept
}
