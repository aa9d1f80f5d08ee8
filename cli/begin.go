package cli

import (
	"cmp"
	"fmt"
	"io"
	"path"
	"slices"
	"strings"

	"github.com/spf13/cobra"

	"inzicht/core/language"
	"inzicht/core/sorting"
	"inzicht/core/tree"
	"inzicht/report"
)

// begin says in five lines what to type first in a folder.
func begin(c *cobra.Command, _ []string) error {
	t, err := tree.Open(".", tree.Options{})
	if err != nil {
		return err
	}
	f := look(t)
	out := c.OutOrStdout()
	if f.sources == 0 {
		fmt.Fprintf(out, "No file here is in a language that is understood. Go to the folder of a project, or:\n")
		return suggest(out, []suggestion{{"inzicht demo", "the whole job on a sample project"}, {"inzicht languages", "what is understood"}, {"inzicht --help", "every command"}})
	}
	fmt.Fprintln(out, report.Visible(f.says(path.Base(t.Root))))
	return suggest(out, f.steps(t))
}

// suggestion is a command with what it is for.
type suggestion struct{ command, says string }

func suggest(w io.Writer, list []suggestion) (err error) {
	for _, s := range list {
		_, err = fmt.Fprintf(w, "  %-26s %s\n", report.Visible(s.command), s.says)
	}
	return err
}

// found is what a folder holds, by the names of its files.
type found struct {
	sources   int
	languages []string // the most frequent first
	example   string   // an example file, or ""
	private   []string // environments with a file of their own
}

// look tells what a folder holds. No file is opened.
func look(t *tree.Tree) (f found) {
	counts := map[string]int{}
	for _, file := range t.Files {
		if e, isEnv := tree.EnvFileName(file.Path); isEnv {
			switch {
			case e.Example && (f.example == "" || strings.Count(file.Path, "/") < strings.Count(f.example, "/")):
				f.example = file.Path
			case !e.Example && !slices.Contains(f.private, e.Environment):
				f.private = append(f.private, e.Environment)
			}
		}
		if l := language.Of(file.Path); l != nil && l.Own == nil {
			f.sources++
			counts[l.Name]++
		}
	}
	for name := range counts { // sorted below
		f.languages = append(f.languages, name)
	}
	sorting.By(f.languages, func(a, b string) int { return cmp.Or(counts[b]-counts[a], strings.Compare(a, b)) })
	slices.Sort(f.private)
	return f
}

// says tells in a line what was found.
func (f found) says(name string) string {
	line := fmt.Sprintf("%s: %s in %s", name, report.Count(f.sources, "source file", "source files"), report.Enumerate(f.languages, 3))
	if f.example != "" {
		line += "; " + f.example + " documents"
	}
	if len(f.private) > 0 {
		line += "; env files for " + report.Enumerate(f.private, 3)
	}
	return line + "."
}

// steps returns what to type first, and then.
func (f found) steps(t *tree.Tree) []suggestion {
	list := []suggestion{{"inzicht contract", "every variable that the code reads"}}
	switch {
	case f.example == "":
		list = append(list, suggestion{"inzicht document", "an example file that names them all"})
	case len(f.private) == 0:
		list = append(list, suggestion{"inzicht fill " + path.Join(path.Dir(f.example), ".env"), "a private file from example and code"})
	default:
		list = append(list, suggestion{"inzicht verify", "what is missing, unused, wrong or exposed"})
	}
	if t.Git {
		list = append(list, suggestion{"inzicht changes", "what the last edits change, and what is to be done"})
	} else {
		list = append(list, suggestion{"inzicht matrix", "what is set where"})
	}
	return append(list, suggestion{"inzicht --help", "every command"})
}
