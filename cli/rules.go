package cli

import (
	"github.com/spf13/cobra"

	"inzicht/report"
)

func newRules() *cobra.Command {
	var s shared
	c := &cobra.Command{
		Use:     "rules",
		Short:   "What verify checks",
		Example: "  inzicht rules",
		Args:    cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			return report.Rules(s.paint(c.OutOrStdout()), width(c.OutOrStdout()))
		},
	}
	c.Flags().StringVar(&s.color, "color", "auto", "use colour: auto, always or never")
	return c
}
