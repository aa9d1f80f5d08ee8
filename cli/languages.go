package cli

import (
	"github.com/spf13/cobra"

	"inzicht/core/language"
	"inzicht/report"
)

func newLanguages() *cobra.Command {
	var s shared
	var format string
	c := &cobra.Command{
		Use:   "languages",
		Short: "What is understood, language by language",
		Long: `Lists the languages and file formats in which reads are found. An idiom is a
read as a person would write it, with $name for the variable's name; what code
does round it (constants, imports, helpers, checks) is seen through besides.

A tree's own wrappers are added in inzicht.toml:

  [[idiom]]
  language = "python"
  access = "keeper.setting($name, $fallback)"
  need = "optional"`,
		Example: `  inzicht languages
  inzicht languages -v
  inzicht languages --format json`,
		Args: cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			if format != "text" && format != "json" {
				return &usageError{"there is no format \"" + format + "\" here", "Formats: text, json."}
			}
			return report.Languages(s.paint(c.OutOrStdout()), language.All, format == "json", s.verbose, width(c.OutOrStdout()))
		},
	}
	c.Flags().StringVar(&format, "format", "text", "how to show the result, by the `NAME` of a format: text or json")
	s.registerColor(c)
	c.Flags().BoolVarP(&s.verbose, "verbose", "v", false, "name every idiom")
	return c
}
