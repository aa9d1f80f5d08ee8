package cli

import (
	"io"

	"github.com/spf13/cobra"

	"inzicht/report"
)

func newContract() *cobra.Command {
	var s shared
	c := &cobra.Command{
		Use:   "contract [PATH]",
		Short: "Every variable that the source reads, one a row",
		Long: `Merges the reads below PATH (the present folder without one) into variables.

  required   the code stops without a value
  expected   no fallback and no check: the code goes on with nothing
  optional   there is a fallback, or the code asks whether it is set`,
		Example: `  inzicht contract
  inzicht contract --component gatekeeper
  inzicht contract --format json`,
		Args: pathArgument,
		RunE: func(c *cobra.Command, arguments []string) error {
			show, err := s.choose(c, func(f report.Format) func(io.Writer, *report.Page) error { return f.Contract })
			if err != nil {
				return err
			}
			p, err := s.page(c, arguments, false)
			if err != nil {
				return err
			}
			return show(s.paint(c.OutOrStdout()), p)
		},
	}
	s.register(c)
	return c
}
