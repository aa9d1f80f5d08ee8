package cli

import (
	"fmt"
	"io"
	"slices"
	"strings"

	"github.com/spf13/cobra"

	"inzicht/core/verify"
	"inzicht/report"
)

func newVerify() *cobra.Command {
	var s shared
	var environments []string
	var failOn string
	c := &cobra.Command{
		Use:   "verify [PATH]",
		Short: "What is missing, unused, undocumented or broken",
		Long: `Holds what the source below PATH reads against its example files and its
environments: .env is the environment local, .env.NAME and NAME.env are NAME,
and files with example, sample, template or dist in their name document.

Exit status: 0 nothing at or above --fail-on, 1 findings, 2 it could not be done.`,
		Example: `  inzicht verify
  inzicht verify -e staging
  inzicht verify --fail-on warning
  inzicht verify --format json > findings.json`,
		Args: pathArgument,
		RunE: func(c *cobra.Command, arguments []string) error {
			threshold := verify.Level(failOn)
			if failOn != "never" && threshold.Rank() < 0 {
				return &usageError{fmt.Sprintf("--fail-on is error, warning, note or never, not %q", failOn), "See: inzicht verify --help"}
			}
			show, err := s.choose(c, func(f report.Format) func(io.Writer, *report.Page) error { return f.Findings })
			if err != nil {
				return err
			}
			p, err := s.page(c, arguments, false)
			if err != nil {
				return err
			}
			if err := knownEnvironments(p, environments); err != nil {
				return err
			}
			p.Findings = slices.DeleteFunc(verify.Run(p.Survey, nil), func(f verify.Finding) bool {
				return len(environments) > 0 && f.Environment != "" && !slices.Contains(environments, f.Environment) ||
					s.component != "" && f.Component != s.component
			})
			if err := show(s.paint(c.OutOrStdout()), p); err != nil {
				return err
			}
			if slices.ContainsFunc(p.Findings, func(f verify.Finding) bool { return f.Level.Rank() <= threshold.Rank() }) {
				return errFindings
			}
			return nil
		},
	}
	c.Flags().StringSliceVarP(&environments, "environment", "e", nil, "only this environment; may be given several times")
	c.Flags().StringVar(&failOn, "fail-on", "error", "exit with 1 from this level on: error, warning, note or never")
	s.register(c)
	return c
}

// knownEnvironments refuses the name of an environment that the tree has not.
func knownEnvironments(p *report.Page, wanted []string) error {
	var known []string
	for _, e := range p.Survey.Environments.Environments {
		known = append(known, e.Name)
	}
	for _, name := range wanted {
		if slices.Contains(known, name) {
			continue
		}
		hint := "This tree has none: no .env, .env.NAME or NAME.env was found."
		if len(known) > 0 {
			hint = "This tree has: " + report.Visible(strings.Join(slices.Compact(known), ", ")) + "."
		}
		return &usageError{fmt.Sprintf("there is no environment %q", name), hint}
	}
	return nil
}
