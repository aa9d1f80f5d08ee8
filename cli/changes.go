package cli

import (
	"context"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"

	"github.com/spf13/cobra"

	"inzicht/core/baseline"
	"inzicht/core/changes"
	"inzicht/core/dependencies"
	"inzicht/core/files"
	"inzicht/core/survey"
	"inzicht/core/tree"
	"inzicht/report"
)

func newChanges() *cobra.Command {
	var s shared
	var failOnRequired bool
	var packages string
	show := func(f report.Format) shower { return f.Changes }
	c := &cobra.Command{
		Use:   "changes [REV[..REV]] [PATH]",
		Short: "What changed in the contract, and what is to be done before deploying",
		Long: `Holds what the source below PATH (the present folder without one) reads against
what it read at the revision REV (the last commit without one); with REV..REV, one
revision against another. Says what is new, gone, renamed, needed more than
before, or falls back to something else, and what each environment and example
file still lacks for it. Revisions are read from git; nothing is checked out.

--dependencies says too what the packages that are installed now read and did not
when inzicht contract --dependencies --format json wrote FILE: what an upgrade adds.

Exit status: 0, or with --fail-on-new-required 1 where the code newly stops
without a variable; 2 it could not be done.`,
		Example: `  inzicht changes
  inzicht changes main
  inzicht changes v1.4..v1.5 --format markdown
  inzicht changes main --fail-on-new-required
  inzicht changes main --dependencies packages.json`,
		Args: func(c *cobra.Command, arguments []string) error { return atMost(c, arguments, 2) },
		RunE: func(c *cobra.Command, arguments []string) error {
			list, err := s.outputs(show)
			if err != nil {
				return err
			}
			p, err := s.changed(c, arguments)
			if err != nil {
				return err
			}
			if packages != "" {
				if err := s.addPackages(p, packages); err != nil {
					return err
				}
			}
			if err := s.write(c, list, p); err != nil {
				return err
			}
			if err := whole(p); err != nil {
				return err
			}
			if failOnRequired && slices.ContainsFunc(p.Changes.List, changes.Change.NewlyRequired) {
				return errFindings
			}
			return nil
		},
	}
	c.Flags().BoolVar(&failOnRequired, "fail-on-new-required", false, "exit with 1 where the code newly stops without a variable")
	c.Flags().StringVar(&packages, "dependencies", "", "hold the installed packages against the list in this `FILE`")
	s.register(c, show)
	return c
}

// mostPackages bounds a list of packages, in bytes.
const mostPackages = 64 << 20

// addPackages adds what installed packages newly read, by a list of before.
func (s *shared) addPackages(p *report.Page, file string) error {
	const hint = "Give a file that inzicht contract --dependencies --format json wrote."
	src, err := files.ReadFile(filepath.Dir(file), filepath.Base(file), mostPackages)
	if err != nil {
		return &usageError{fmt.Sprintf("%s cannot be read: %s", file, files.Reason(err)), hint}
	}
	before, err := dependencies.Parse(src)
	if err != nil {
		return &usageError{fmt.Sprintf("%s: %s", file, err), hint}
	}
	now, err := dependencies.Of(p.Survey, s.options())
	if err != nil {
		return err
	}
	p.Changes.Packages, p.Unseen = dependencies.Between(before, now), unseen(p)
	return nil
}

// lastCommit is the revision that the present state is held against where none
// is given.
const lastCommit = "HEAD"

// presentState is what the present state of a tree is called.
const presentState = "work tree"

// revisions takes the arguments apart. A single one that is a folder is PATH.
func revisions(arguments []string) (from, to string, path []string, err error) {
	given := lastCommit
	switch len(arguments) {
	case 2:
		given, path = arguments[0], arguments[1:]
	case 1:
		if info, err := os.Stat(arguments[0]); err == nil && info.IsDir() {
			path = arguments
		} else {
			given = arguments[0]
		}
	}
	from, to, both := strings.Cut(given, "..")
	switch {
	case both && strings.HasPrefix(to, "."):
		return "", "", nil, &usageError{fmt.Sprintf("%s has three dots", given), "Write REV..REV, for the states at these two revisions."}
	case both && to == "":
		to = lastCommit
	}
	if from == "" {
		from = lastCommit
	}
	return from, to, path, nil
}

// changed surveys both states, and returns a page of the later one.
func (s *shared) changed(c *cobra.Command, arguments []string) (*report.Page, error) {
	from, to, path, err := revisions(arguments)
	if err != nil {
		return nil, err
	}
	s.memory = &survey.Memory{}
	p, now, finished, err := s.later(c, to, path)
	if err != nil {
		return nil, err
	}
	defer finished()
	if to == "" {
		to = presentState
	}
	return p, s.compare(c.Context(), p, now, from, to, path)
}

// compare returns a page, of the state called to, what changed in it since the
// revision from of the tree now.
func (s *shared) compare(ctx context.Context, p *report.Page, now *tree.Tree, from, to string, path []string) error {
	o := s.options()
	o.ReadsOnly = true
	before, done, err := baseline.At(ctx, now, from, o)
	if err != nil {
		return err
	}
	defer done()
	list := changes.Between(before, p.Survey, s.component)
	for _, change := range list {
		pasted(change.ToDo, path)
	}
	p.Changes = &report.Changes{From: from, To: to, List: list}
	return nil
}

// later surveys the later state, at a revision or at present, and returns the
// tree as it is now. done is to be called when the page is no longer asked.
func (s *shared) later(c *cobra.Command, revision string, path []string) (p *report.Page, now *tree.Tree, done func(), err error) {
	done = func() {}
	if revision == "" {
		if p, err = s.page(c, path, false); err != nil {
			return nil, nil, nil, err
		}
		return p, p.Survey.Tree, done, nil
	}
	if now, err = tree.Open(placeOf(path), tree.Options{NoSkip: s.noSkip}); err != nil {
		return nil, nil, nil, err
	}
	p, err = s.pageOf(c, func(o survey.Options) (*survey.Survey, error) {
		taken, closing, err := baseline.At(c.Context(), now, revision, o)
		if err == nil {
			done = closing
		}
		return taken, err
	})
	return p, now, done, err
}
