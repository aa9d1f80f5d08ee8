package cli

import (
	"context"
	"errors"
	"fmt"
	"os"
	"time"

	"github.com/spf13/cobra"

	"inzicht/core/flow"
	"inzicht/core/matrix"
	"inzicht/core/trace"
	"inzicht/report"
)

// historyTime is how long git is asked when variables came in.
const historyTime = 8 * time.Second

// pageFile is the file that a page goes to where standard output is a terminal.
const pageFile = "inzicht.html"

func newReport() *cobra.Command {
	var k check
	var into, from string
	c := &cobra.Command{
		Use:   "report [PATH]",
		Short: "All of it as one page to look at, to send and to print",
		Long: `Writes one HTML page about the tree below PATH: what could not be seen, the
findings with what to do, the matrix, a drawing of how values flow from layers to
components, and all about each variable. The page needs nothing beside itself, no
request leaves it, and it holds no value. It is read offline, in any browser.

It goes to standard output, or into the file that --into names.`,
		Example: `  inzicht report --into inzicht.html
  inzicht report services/tolls --into tolls.html
  inzicht report --changes HEAD~1 --into inzicht.html
  inzicht report -e production > production.html`,
		Args: pathArgument,
		RunE: func(c *cobra.Command, arguments []string) error {
			if into == "" && isTerminal(c.OutOrStdout()) {
				return &usageError{"a page is not shown on a terminal", "Name the file that it goes to: inzicht report --into " + pageFile}
			}
			p, err := k.judged(c, arguments)
			if err != nil {
				return err
			}
			gathered, err := k.whole(c.Context(), p, arguments, from)
			if err != nil {
				return err
			}
			if err := writePage(c, into, p, gathered); err != nil {
				return err
			}
			return whole(p)
		},
	}
	k.registerEnvironments(c)
	c.Flags().StringVar(&into, "into", "", "write the page into this `FILE`")
	c.Flags().StringVar(&from, "changes", "", "show what changed since the revision `REV` too, such as main or HEAD~1")
	k.registerPlace(c)
	k.registerReading(c)
	k.registerColor(c)
	return c
}

// whole gathers what a page shows besides findings.
func (k *check) whole(ctx context.Context, p *report.Page, arguments []string, from string) (report.Whole, error) {
	p.Matrix = matrix.Build(p.Survey, matrix.Options{Environments: k.globs, Component: k.component})
	var names []string
	for _, v := range p.Variables {
		names = append(names, v.Name)
	}
	asked, cancel := context.WithTimeout(ctx, historyTime)
	defer cancel()
	w := report.Whole{Traces: trace.All(asked, p.Survey, names), Flow: flow.Of(p.Survey), Made: time.Now()}
	if from == "" {
		return w, nil
	}
	return w, k.compare(ctx, p, p.Survey.Tree, from, presentState, arguments)
}

// writePage writes a page to standard output, or into a file.
func writePage(c *cobra.Command, into string, p *report.Page, w report.Whole) error {
	if into == "" {
		return report.HTML(c.OutOrStdout(), p, w)
	}
	file, err := os.Create(into)
	if err != nil {
		return &usageError{fmt.Sprintf("%s cannot be written", into), "Give a file in a folder that is there and may be written."}
	}
	written := &result{Writer: file}
	err = report.HTML(written, p, w)
	if closing := file.Close(); err != nil || written.err != nil || closing != nil {
		return writeError(into, errors.Join(err, written.err, closing))
	}
	fmt.Fprintf(c.ErrOrStderr(), "%s holds the page; open it in a browser.\n", report.Visible(into))
	return nil
}
