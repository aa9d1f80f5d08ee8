package cli

import (
	"cmp"
	"fmt"
	"maps"
	"path"
	"slices"
	"time"

	"github.com/spf13/cobra"

	"inzicht/core/accepted"
	"inzicht/core/baseline"
	"inzicht/core/environment"
	"inzicht/core/survey"
	"inzicht/core/verify"
	"inzicht/report"
)

// check is what verify and accept have in common: which findings are asked for.
type check struct {
	shared
	only, skip []string
	failOn     string
	since      string
	watch      bool
	history    bool

	globs  []string                // of the environments asked for; none where all are
	levels map[string]verify.Level // of rules that have another than their own
}

// asksFor reports whether a finding is one that the flags ask for.
func (k *check) asksFor(id verify.Identity) bool {
	inEnvironment := id.Environment == "" || len(k.globs) == 0 || slices.ContainsFunc(k.globs, func(g string) bool { return environment.Named(g, id.Environment) })
	return inEnvironment && k.levels[id.Rule] != verify.Off && (k.component == "" || id.Component == k.component)
}

func (k *check) registerRules(c *cobra.Command) {
	f := c.Flags()
	f.StringArrayVar(&k.only, "only", nil, "only this `RULE`; may be given several times")
	f.StringArrayVar(&k.skip, "skip", nil, "all but this `RULE`; may be given several times")
	names := cobra.FixedCompletions(ruleNames(), cobra.ShellCompDirectiveNoFileComp)
	c.RegisterFlagCompletionFunc("only", names)
	c.RegisterFlagCompletionFunc("skip", names)
}

func newVerify() *cobra.Command {
	var k check
	show := func(f report.Format) shower { return f.Findings }
	c := &cobra.Command{
		Use:   "verify [PATH]",
		Short: "What is missing, unused, undocumented, wrong or exposed",
		Long: `Holds what the source below PATH reads against its example files and its
environments: .env is the environment local, .env.NAME and NAME.env are NAME,
files with example, sample, template or dist in their name document, and each
service of compose files, manifests and units that runs code of the tree is an
environment of its own. inzicht.toml can name others.

Exit status: 0 nothing at or above --fail-on, 1 findings, 2 it could not be done.`,
		Example: `  inzicht verify
  inzicht verify -e staging --skip unused
  inzicht verify --since main
  inzicht verify --history --only leaked
  inzicht verify --watch
  env | inzicht verify -e production=-
  inzicht verify -e local --pid 4711
  inzicht verify --format text --format sarif=findings.sarif`,
		Args: pathArgument,
		RunE: k.run(show),
	}
	k.registerEnvironments(c)
	k.registerRules(c)
	c.Flags().StringVar(&k.failOn, "fail-on", "", "exit with 1 from this `LEVEL` on: error (the default), warning, note or never")
	c.Flags().StringVar(&k.since, "since", "", "only what the change since the revision `REV` brings, such as main or HEAD~1")
	c.Flags().BoolVar(&k.history, "history", false, "look for the values of present secrets in all earlier commits too")
	c.Flags().BoolVar(&k.watch, "watch", false, "show the present state on the terminal, again whenever something changes")
	k.register(c, show)
	return c
}

func (k *check) run(show func(report.Format) shower) func(*cobra.Command, []string) error {
	return func(c *cobra.Command, arguments []string) error {
		if !slices.Contains([]string{"", "error", "warning", "note", "never"}, k.failOn) {
			return &usageError{fmt.Sprintf("--fail-on is error, warning, note or never, not %q", k.failOn), "See: inzicht verify --help"}
		}
		list, err := k.outputs(show)
		if err != nil {
			return err
		}
		if k.watch {
			return k.watched(c, arguments)
		}
		p, err := k.judged(c, arguments)
		if err != nil {
			return err
		}
		if err := k.write(c, list, p); err != nil {
			return err
		}
		if err := whole(p); err != nil {
			return err
		}
		threshold := verify.Level(cmp.Or(k.failOn, p.Survey.Config.FailOn, "error"))
		if slices.ContainsFunc(p.Findings, func(f verify.Finding) bool { return f.Level.Rank() <= threshold.Rank() }) {
			return errFindings
		}
		return nil
	}
}

// judged returns the findings asked for that are not accepted.
func (k *check) judged(c *cobra.Command, arguments []string) (*report.Page, error) {
	p, err := k.findings(c, arguments)
	if err != nil {
		return nil, err
	}
	acceptable, err := accepted.Read(p.Survey.Tree)
	if err != nil {
		return nil, err
	}
	var taken []verify.Finding
	p.Findings, taken = acceptable.Split(p.Survey.Tree, p.Findings, time.Now())
	p.Accepted = len(taken)
	if !k.quiet || k.watch {
		p.Remarks = remarks(p.Survey, arguments)
	}
	return p, nil
}

// findings surveys a tree and returns the findings asked for, accepted ones
// among them.
func (k *check) findings(c *cobra.Command, arguments []string) (*report.Page, error) {
	if err := knownRules(append(slices.Clone(k.only), k.skip...)); err != nil {
		return nil, err
	}
	p, err := k.page(c, arguments, false)
	if err != nil {
		return nil, err
	}
	if k.history {
		if err := p.Survey.SearchHistory(c.Context(), nil); err != nil {
			return nil, err
		}
	}
	if k.globs, err = k.choose(c, p); err != nil {
		return nil, err
	}
	levels := map[string]verify.Level{}
	k.levels = levels
	for _, rule := range slices.Sorted(maps.Keys(p.Survey.Config.Rules)) {
		if err := knownRules([]string{rule}); err != nil {
			return nil, err
		}
		levels[rule] = verify.Level(p.Survey.Config.Rules[rule])
	}
	for _, r := range verify.Rules {
		if slices.Contains(k.skip, r.Name) || len(k.only) > 0 && !slices.Contains(k.only, r.Name) {
			levels[r.Name] = verify.Off
		}
	}
	all := verify.Run(p.Survey, levels)
	p.Unseen = append(unseen(p), ungit(p, levels)...)
	if k.since != "" {
		before, err := baseline.Findings(c.Context(), p.Survey, k.since, k.options(), levels)
		if err != nil {
			return nil, err
		}
		all = baseline.New(before, all)
	}
	p.Findings = slices.DeleteFunc(all, func(f verify.Finding) bool { return !k.asksFor(f.Identity()) })
	pasted(p.Findings, arguments)
	return p, nil
}

// remarks says which source files were not looked into, and where an example
// file stands for a private file that is not there, and how to make it.
func remarks(s *survey.Survey, arguments []string) (list []string) {
	if line := unknownOf(s); line != "" {
		list = append(list, line)
	}
	for _, example := range s.Environments.Examples {
		folder := path.Dir(example.File)
		private := path.Join(folder, ".env")
		loaded := func(e environment.Environment) bool { return e.Loaded && e.Component.Name == example.Component.Name }
		if path.Base(example.File)[:4] != ".env" || s.Tree.Exists(private) || slices.ContainsFunc(s.Environments.Environments, loaded) {
			continue
		}
		fill := verify.Finding{Hint: "{}", Command: []string{"inzicht", "fill", private}}
		fill.Hint = verify.Typed(fill.Command)
		list = append(list, fmt.Sprintf("There is no %s yet: %s", private, report.Unbroken(fill.At(placeOf(arguments)).Hint)))
	}
	if line := untied(s, arguments); line != "" {
		list = append(list, line)
	}
	return list
}

// unknownOf says which source files were not looked into and how to see all, or "".
func unknownOf(s *survey.Survey) string {
	line := report.NotLookedInto(s)
	if line != "" {
		line += "; -v names all"
	}
	return line
}

// untied says what was found and gives values to nothing that is known here,
// where no environment is; "" where there is nothing to say.
func untied(s *survey.Survey, arguments []string) string {
	all := s.Environments
	if len(all.Environments) > 0 || len(all.Untied) == 0 {
		return ""
	}
	var list []string
	for _, u := range all.Untied {
		if one := fmt.Sprintf("%s in %s", u.What, u.File); !slices.Contains(list, one) {
			list = append(list, one)
		}
	}
	suggest := verify.Finding{Command: []string{"inzicht", "contract", "--suggest-config"}}
	suggest.Hint = verify.Typed(suggest.Command)
	return fmt.Sprintf("Not compared, since nothing ties it to code of this tree: %s. The lines that do are in %s", report.Enumerate(list, 3), report.Unbroken(suggest.At(placeOf(arguments)).Hint))
}
