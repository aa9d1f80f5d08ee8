package cli

import (
	"fmt"

	"github.com/spf13/cobra"

	"inzicht/core/config"
	"inzicht/core/dependencies"
	"inzicht/report"
)

func newContract() *cobra.Command {
	var s shared
	var suggest, installed bool
	show := func(f report.Format) shower { return f.Contract }
	c := &cobra.Command{
		Use:   "contract [PATH]",
		Short: "Every variable that the source reads, one a row",
		Long: `Merges the reads below PATH (the present folder without one) into variables.

  required   the code stops without a value
  expected   no fallback and no check: the code goes on with nothing
  optional   there is a fallback, or the code asks whether it is set

--suggest-config prints a commented inzicht.toml for what was found in the tree.
--dependencies shows what the packages read that are installed in the tree
(node_modules, vendor, a virtual environment), by package and version, and which
of them hand the whole environment on.`,
		Example: `  inzicht contract
  inzicht contract --component gatekeeper
  inzicht contract --format markdown
  inzicht contract --suggest-config > inzicht.toml
  inzicht contract --dependencies
  inzicht contract --dependencies --format json > packages.json`,
		Args: pathArgument,
		RunE: func(c *cobra.Command, arguments []string) error {
			if installed {
				return s.showPackages(c, arguments)
			}
			if !suggest {
				return s.showPage(c, arguments, show, false)
			}
			p, err := s.page(c, arguments, false)
			if err != nil {
				return err
			}
			if _, err = fmt.Fprint(c.OutOrStdout(), config.Suggest(p.Survey.Tree, p.Survey.Environments, p.Survey.Contract)); err != nil {
				return err
			}
			return whole(p)
		},
	}
	s.register(c, show)
	c.Flags().BoolVar(&suggest, "suggest-config", false, "print a commented inzicht.toml for this tree")
	c.Flags().BoolVar(&installed, "dependencies", false, "what the installed packages read, in place of the source")
	return c
}

// showPackages shows what installed packages read.
func (s *shared) showPackages(c *cobra.Command, arguments []string) error {
	list, err := s.outputs(func(f report.Format) shower { return f.Packages })
	if err != nil {
		return err
	}
	p, err := s.page(c, arguments, true)
	if err != nil {
		return err
	}
	if p.Packages, err = dependencies.Of(p.Survey, s.options()); err != nil {
		return err
	}
	p.Unseen = unseen(p)
	if err := s.write(c, list, p); err != nil {
		return err
	}
	return whole(p)
}
