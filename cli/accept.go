package cli

import (
	"fmt"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"github.com/spf13/cobra"

	"inzicht/core/accepted"
	"inzicht/core/verify"
)

func newAccept() *cobra.Command {
	var k check
	var reason, until, level string
	var variables []string
	var prune bool
	c := &cobra.Command{
		Use:   "accept [PATH]",
		Short: "Accept present findings, with a reason, and hold the line from here",
		Long: `Writes the present findings of verify into ` + accepted.FileName + `, which is to be
committed. From then on verify shows only what is new. A finding is known again
by its rule, variable, environment and component, and where the rule is about
places by its file; not by its line. With --until it counts again after that
day. --prune drops only what the other flags ask for.

A comment on a line of an env file or of source accepts one finding there:

  LEGACY_PORT=7000   # inzicht accepts unused: the harbour's own scripts read it`,
		Example: `  inzicht accept --reason "there when we adopted inzicht"
  inzicht accept --only unused --variable FAX_GATEWAY_URL --reason "fax goes in March" --until 2027-03-31
  inzicht accept --prune
  inzicht accept --prune --only unused`,
		Args: pathArgument,
		RunE: func(c *cobra.Command, arguments []string) error {
			if err := checkAcceptance(reason, until, level, prune); err != nil {
				return err
			}
			p, err := k.findings(c, arguments)
			if err != nil {
				return err
			}
			if err := whole(p); err != nil { // what was not looked at may hold more, or less
				return err
			}
			list, err := accepted.Read(p.Survey.Tree)
			if err != nil {
				return err
			}
			about := func(variable string) bool { return len(variables) == 0 || slices.Contains(variables, variable) }
			var said string
			if prune {
				n := list.Prune(p.Findings, func(id verify.Identity) bool { return k.asksFor(id) && about(id.Variable) })
				said = fmt.Sprintf("Dropped %d that no longer occur; %d are accepted.", n, len(list.Entries))
			} else {
				open, _ := list.Split(p.Survey.Tree, p.Findings, time.Now())
				open = slices.DeleteFunc(open, func(f verify.Finding) bool {
					return !about(f.Variable) || f.Level.Rank() > verify.Level(level).Rank()
				})
				n := list.Add(open, reason, until, time.Now())
				said = fmt.Sprintf("Accepted %d; %d are accepted in all.", n, len(list.Entries))
			}
			file := filepath.Join(p.Survey.Tree.Root, accepted.FileName)
			if err := replace(file, list.Source, list.Bytes(), 0o644); err != nil {
				return err
			}
			_, err = fmt.Fprintf(c.OutOrStdout(), "%s Commit %s.\n", said, accepted.FileName)
			return err
		},
	}
	c.Flags().StringVar(&reason, "reason", "", "`WHY` they are accepted")
	c.Flags().StringVar(&until, "until", "", "the last `DAY` on which they are, such as 2027-03-31")
	c.Flags().StringArrayVar(&variables, "variable", nil, "only findings about this variable, its `NAME`; may be given several times")
	c.Flags().StringVar(&level, "level", "warning", "only findings of this `LEVEL` or worse: error, warning or note")
	c.Flags().BoolVar(&prune, "prune", false, "drop accepted findings that no longer occur")
	k.registerEnvironments(c)
	k.registerRules(c)
	k.registerPlain(c)
	return c
}

func checkAcceptance(reason, until, level string, prune bool) error {
	if verify.Level(level).Rank() < 0 {
		return &usageError{fmt.Sprintf("--level is error, warning or note, not %q", level), "See: inzicht accept --help"}
	}
	if prune {
		return nil
	}
	if strings.TrimSpace(reason) == "" {
		return &usageError{"a reason is expected", `Such as: --reason "there when we adopted inzicht"`}
	}
	if until != "" {
		if _, err := time.Parse(accepted.Day, until); err != nil {
			return &usageError{fmt.Sprintf("--until %s is no day", until), "Write it such as 2027-03-31."}
		}
	}
	return nil
}
