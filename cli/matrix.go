package cli

import (
	"github.com/spf13/cobra"

	"inzicht/core/matrix"
	"inzicht/report"
)

func newMatrix() *cobra.Command {
	var s shared
	var o matrix.Options
	show := func(f report.Format) shower { return f.Matrix }
	c := &cobra.Command{
		Use:   "matrix [PATH]",
		Short: "Variables against example files and environments",
		Long: `Lays the variables that are read or set below PATH against its example files and
environments: where each is set, empty, missing, or the same as elsewhere. It
shows states; values only with --show-values, those of secrets only with
--show-secrets.`,
		Example: `  inzicht matrix
  inzicht matrix --differences -e staging -e production
  inzicht matrix --show-values --name LEVEL_ALARM_CM
  inzicht matrix --name 'GATE_*' --format markdown`,
		Args: pathArgument,
		RunE: func(c *cobra.Command, arguments []string) error {
			list, err := s.outputs(show)
			if err != nil {
				return err
			}
			if err := s.checkValues(c, list); err != nil {
				return err
			}
			p, err := s.page(c, arguments, false)
			if err != nil {
				return err
			}
			if o.Environments, err = s.choose(c, p); err != nil {
				return err
			}
			o.Component, o.Values = s.component, s.showValues || s.showSecrets
			p.Matrix = matrix.Build(p.Survey, o)
			if err := s.write(c, list, p); err != nil {
				return err
			}
			return whole(p)
		},
	}
	s.registerEnvironments(c)
	s.registerValues(c)
	c.Flags().StringArrayVar(&o.Names, "name", nil, "only variables whose names fit this `GLOB`; may be given several times")
	c.Flags().BoolVar(&o.Differences, "differences", false, "only variables in which environments differ")
	s.register(c, show)
	return c
}
