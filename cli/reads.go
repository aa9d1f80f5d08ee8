package cli

import (
	"fmt"

	"github.com/spf13/cobra"

	"inzicht/report"
)

func newReads() *cobra.Command {
	var s shared
	show := func(f report.Format) shower { return f.Reads }
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
			return s.showPage(c, arguments, show, true)
		},
	}
	s.register(c, show)
	return c
}

// showPage surveys a tree and shows one thing of it.
func (s *shared) showPage(c *cobra.Command, arguments []string, show func(report.Format) shower, readsOnly bool) error {
	list, err := s.outputs(show)
	if err != nil {
		return err
	}
	p, err := s.page(c, arguments, readsOnly)
	if err != nil {
		return err
	}
	if err := s.write(c, list, p); err != nil {
		return err
	}
	if line := unknownOf(p.Survey); line != "" && !s.verbose && !s.quiet { // what is listed is not all
		fmt.Fprintln(c.ErrOrStderr(), "→ "+report.Visible(line))
	}
	return whole(p)
}
