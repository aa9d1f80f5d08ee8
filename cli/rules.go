package cli

import (
	"fmt"

	"github.com/spf13/cobra"

	"inzicht/core/similarity"
	"inzicht/core/verify"
	"inzicht/report"
)

func newRules() *cobra.Command {
	var s shared
	c := &cobra.Command{
		Use:   "rules [NAME]",
		Short: "What verify checks, and why",
		Example: `  inzicht rules
  inzicht rules never-matches`,
		Args:      cobra.MaximumNArgs(1),
		ValidArgs: ruleNames(),
		RunE: func(c *cobra.Command, arguments []string) error {
			if err := s.checkColor(c); err != nil {
				return err
			}
			if len(arguments) == 0 {
				return report.Rules(s.paint(c.OutOrStdout()), width(c.OutOrStdout()))
			}
			if err := knownRules(arguments); err != nil {
				return err
			}
			return report.Rule(s.paint(c.OutOrStdout()), verify.RuleNamed(arguments[0]))
		},
	}
	s.registerColor(c)
	return c
}

func ruleNames() (names []string) {
	for _, r := range verify.Rules {
		names = append(names, r.Name)
	}
	return names
}

// knownRules refuses the name of a rule that there is not.
func knownRules(names []string) error {
	for _, name := range names {
		if verify.RuleNamed(name) != nil {
			continue
		}
		hint := "See inzicht rules."
		if closest := similarity.Closest(name, ruleNames()); closest != "" {
			hint = fmt.Sprintf("Is %s meant? %s", closest, hint)
		}
		return &usageError{fmt.Sprintf("there is no rule %q", name), hint}
	}
	return nil
}
