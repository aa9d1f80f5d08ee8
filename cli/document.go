package cli

import (
	"fmt"
	"io"
	"path/filepath"
	"strings"

	"github.com/aymanbagabas/go-udiff"
	"github.com/spf13/cobra"

	"inzicht/core/document"
	"inzicht/core/envfile"
	"inzicht/core/secrecy"
	"inzicht/report"
)

func newDocument() *cobra.Command {
	var s shared
	var o document.Options
	var dryRun, require bool
	c := &cobra.Command{
		Use:   "document [PATH]",
		Short: "Bring the example files up to what the code reads",
		Long: `Adds to the example files below PATH (the present folder without one) every
variable that the code reads and none of them names, or writes the first one:
beside the names it has most in common with, with what the code says of it, and
with its fallback where that is no secret. What the code lives without is
commented out. What a person wrote stays as it is.

Exit status: 0, or with --require 1 where something is to be changed; 2 it could
not be done.`,
		Example: `  inzicht document --dry-run
  inzicht document
  inzicht document --remove-unused
  inzicht document --require         in a pipeline: is everything documented?`,
		Args: pathArgument,
		RunE: func(c *cobra.Command, arguments []string) error {
			p, err := s.page(c, arguments, false)
			if err != nil {
				return err
			}
			if err := whole(p); err != nil { // what was not looked at may read more
				return err
			}
			o.Component = s.component
			changes := document.Plan(p.Survey, o)
			out := c.OutOrStdout()
			if dryRun {
				for _, change := range changes {
					if err := showDifference(out, change); err != nil {
						return err
					}
				}
			}
			if !dryRun && !require {
				for _, change := range changes {
					file := filepath.Join(p.Survey.Tree.Root, filepath.FromSlash(change.File))
					if err := replaceFile(file, change.After, 0o644); err != nil {
						return &usageError{fmt.Sprintf("%s cannot be written", file), "Check that it is a regular file in a folder that may be written and has room; it is as it was."}
					}
				}
			}
			if err := tellChanges(out, changes, dryRun || require); err != nil {
				return err
			}
			if require && len(changes) > 0 {
				return errFindings
			}
			return nil
		},
	}
	c.Flags().BoolVar(&dryRun, "dry-run", false, "show what would be changed, as a unified diff, and change nothing")
	c.Flags().BoolVar(&require, "require", false, "change nothing, and exit with 1 where something is to be changed")
	c.Flags().BoolVar(&o.RemoveUnused, "remove-unused", false, "take out what nothing reads")
	c.Flags().StringVar(&s.component, "component", "", "only what this part of the tree reads")
	c.Flags().StringVar(&s.config, "config", "", "read this file in place of inzicht.toml")
	c.Flags().BoolVarP(&s.quiet, "quiet", "q", false, "show no progress")
	s.registerColor(c)
	c.RegisterFlagCompletionFunc("component", s.completeComponents)
	return c
}

// showDifference shows what becomes of a file, without what is secret in it.
func showDifference(w io.Writer, change document.Change) error {
	before := change.File
	if change.New {
		before = "/dev/null"
	}
	difference := udiff.Unified(before, change.File, string(maskedValues(change.Before)), string(maskedValues(change.After)))
	_, err := fmt.Fprintln(w, strings.TrimSuffix(visibleLines(difference), "\n"))
	return err
}

// maskedValues gives an env file with the values of secrets masked that are
// no stand-ins.
func maskedValues(src []byte) []byte {
	d := envfile.Parse(src)
	text := string(src)
	for _, e := range d.Entries {
		if e.Value != "" && (secrecy.IsSecretName(e.Name) && !secrecy.IsStandIn(e.Value, true) || secrecy.HoldsSecret(e.Value)) {
			text = strings.ReplaceAll(text, e.Raw, secrecy.Mask)
		}
	}
	return []byte(text)
}

// shownNames is how many of the names that change are told.
const shownNames = 4

// tellChanges says what was changed, or would be.
func tellChanges(w io.Writer, changes []document.Change, would bool) error {
	if len(changes) == 0 {
		_, err := fmt.Fprintln(w, "Every variable that the code reads is documented.")
		return err
	}
	for _, change := range changes {
		verb := map[bool]string{false: "Changed ", true: "Would change "}[would]
		if change.New {
			verb = map[bool]string{false: "Wrote ", true: "Would write "}[would]
		}
		var parts []string
		if len(change.Added) > 0 {
			parts = append(parts, fmt.Sprintf("%d added (%s)", len(change.Added), report.Enumerate(change.Added, shownNames)))
		}
		if len(change.Removed) > 0 {
			parts = append(parts, fmt.Sprintf("%d removed (%s)", len(change.Removed), report.Enumerate(change.Removed, shownNames)))
		}
		if _, err := fmt.Fprintf(w, "%s%s: %s.\n", verb, report.Visible(change.File), report.Visible(strings.Join(parts, ", "))); err != nil {
			return err
		}
	}
	return nil
}
