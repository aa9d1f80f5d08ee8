package cli

import (
	"bytes"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"

	"github.com/aymanbagabas/go-udiff"
	"github.com/spf13/cobra"

	"inzicht/core/document"
	"inzicht/core/envfile"
	"inzicht/core/files"
	"inzicht/core/module"
	"inzicht/core/secrecy"
	"inzicht/core/survey"
	"inzicht/report"
)

// documents is what inzicht document is asked to bring up to the contract.
type documents struct {
	shared
	examples          document.Options
	references        []string
	schemas           []string
	modules           []string // LANGUAGE=FILE
	dryRun, mustMatch bool
}

func newDocument() *cobra.Command {
	var d documents
	c := &cobra.Command{
		Use:   "document [PATH]",
		Short: "Bring example files, a reference or a settings module up to the code",
		Long: `Adds to the example files below PATH (the present folder without one) every
variable that the code reads and none of them names, or writes the first one:
beside the names it has most in common with, with what the code says of it, and
with its fallback where that is no secret. What the code lives without is
commented out. What a person wrote stays as it is.

With one of the options that name a FILE, that file is brought up to the code in
place of the example files:

  --reference     a Markdown table for each component, between two marks; the
                  rest of the file stays as it is
  --json-schema   a JSON Schema (2020-12) of the environment
  --settings      source that reads each variable once, with its kind and its
                  fallback, and reports all that is wrong in one list; what
                  stands outside of its two marks stays as it is

Exit status: 0, or with --require 1 where something is to be changed; 2 it could
not be done.`,
		Example: `  inzicht document --dry-run
  inzicht document
  inzicht document --remove-unused
  inzicht document --require         in a pipeline: is everything documented?
  inzicht document --reference README.md
  inzicht document --settings python=app/settings.py`,
		Args: pathArgument,
		RunE: d.run,
	}
	c.Flags().BoolVar(&d.dryRun, "dry-run", false, "show what would be changed, as a unified diff, and change nothing")
	c.Flags().BoolVar(&d.mustMatch, "require", false, "change nothing, and exit with 1 where something is to be changed")
	c.Flags().BoolVar(&d.examples.RemoveUnused, "remove-unused", false, "take out of the example files what nothing reads")
	c.Flags().StringArrayVar(&d.references, "reference", nil, "write a Markdown reference into this `FILE`")
	c.Flags().StringArrayVar(&d.schemas, "json-schema", nil, "write a JSON Schema of the environment to this `FILE`")
	c.Flags().StringArrayVar(&d.modules, "settings", nil, "write a settings module, `LANGUAGE=FILE`: "+strings.Join(moduleLanguages(), ", "))
	d.registerPlain(c)
	return c
}

func moduleLanguages() (names []string) {
	for _, l := range module.Languages {
		names = append(names, l.Name)
	}
	return names
}

// edit is a file that is to be changed.
type edit struct {
	path          string // to write to
	shown         string // for people
	before, after []byte
	isNew         bool
	says          string // what is changed in it
	env           bool   // it is an env file of the tree, whose values may be secret; others were named
}

func (d *documents) run(c *cobra.Command, arguments []string) error {
	p, err := d.page(c, arguments, false)
	if err != nil {
		return err
	}
	if err := whole(p); err != nil { // what was not looked at may read more
		return err
	}
	edits, err := d.edits(p.Survey)
	if err != nil {
		return err
	}
	done := "Every variable that the code reads is documented."
	if d.named() {
		done = "Nothing to change: it says what the code reads."
	}
	if err := apply(c.OutOrStdout(), edits, done, d.dryRun, d.mustMatch); err != nil {
		return err
	}
	if d.mustMatch && len(edits) > 0 {
		return errFindings
	}
	return nil
}

// named reports whether files are named that are not example files.
func (d *documents) named() bool { return len(d.references)+len(d.schemas)+len(d.modules) > 0 }

// edits works out what is to be changed.
func (d *documents) edits(s *survey.Survey) (list []edit, err error) {
	if !d.named() {
		d.examples.Component = d.component
		for _, change := range document.Plan(s, d.examples) {
			list = append(list, edit{filepath.Join(s.Tree.Root, filepath.FromSlash(change.File)), change.File, change.Before, change.After, change.New, says(change), true})
		}
		return list, nil
	}
	asked, err := d.asked(s)
	if err != nil {
		return nil, err
	}
	for _, w := range asked {
		e, err := w.edit()
		if err != nil {
			return nil, err
		}
		if e.isNew || !bytes.Equal(e.before, e.after) {
			list = append(list, e)
		}
	}
	return list, nil
}

// writing is a file that a person named, and what is to be written into it.
type writing struct {
	file, what string
	write      func(before []byte) ([]byte, error)
}

// asked returns what is to be written into the files that are named.
func (d *documents) asked(s *survey.Survey) (list []writing, err error) {
	for _, file := range d.references {
		list = append(list, writing{file, "the reference", func(before []byte) ([]byte, error) { return document.Reference(s, d.component, before) }})
	}
	for _, file := range d.schemas {
		list = append(list, writing{file, "the JSON Schema", func([]byte) ([]byte, error) { return document.Schema(s, d.component) }})
	}
	for _, asked := range d.modules {
		name, file, _ := strings.Cut(asked, "=")
		n := slices.IndexFunc(module.Languages, func(l *module.Language) bool { return l.Name == name })
		if n < 0 || file == "" {
			return nil, &usageError{fmt.Sprintf("--settings is LANGUAGE=FILE, not %q", asked), "Languages: " + strings.Join(moduleLanguages(), ", ") + ". Such as --settings go=internal/settings/settings.go."}
		}
		inside, err := insideTree(s, file)
		if err != nil {
			return nil, err
		}
		list = append(list, writing{file, "the settings module", func(before []byte) ([]byte, error) {
			return module.Languages[n].Write(s, module.Options{File: inside, Component: d.component}, before)
		}})
	}
	return list, nil
}

// insideTree returns the path from the root of the tree of a file that a person
// named.
func insideTree(s *survey.Survey, file string) (string, error) {
	if full, err := filepath.Abs(file); err == nil {
		folder, rest := filepath.Dir(full), filepath.Base(full)
		for folder != filepath.Dir(folder) { // what is not there yet is no link
			if real, err := filepath.EvalSymlinks(folder); err == nil {
				folder = real
				break
			}
			folder, rest = filepath.Dir(folder), filepath.Join(filepath.Base(folder), rest)
		}
		if inside, err := filepath.Rel(s.Tree.Root, filepath.Join(folder, rest)); err == nil && filepath.IsLocal(inside) {
			return filepath.ToSlash(inside), nil
		}
	}
	return "", &usageError{fmt.Sprintf("%s is not in the tree below %s", file, s.Tree.Root), "Give PATH, the root of the tree, and a file below it."}
}

// edit works out what becomes of the file.
func (w writing) edit() (edit, error) {
	before, err := given(w.file)
	isNew := errors.Is(err, fs.ErrNotExist)
	if err != nil && !isNew {
		return edit{}, &usageError{w.file + ": " + files.Reason(err), "Give a regular file, or one that is not there yet."}
	}
	after, err := w.write(before)
	if err != nil {
		return edit{}, &usageError{w.file + ": " + err.Error(), "See: inzicht document --help"}
	}
	return edit{w.file, filepath.ToSlash(w.file), before, after, isNew, w.what, false}, nil
}

// given reads a regular file that is to be changed.
func given(file string) ([]byte, error) {
	info, err := os.Lstat(file)
	switch {
	case err != nil:
		return nil, err
	case info.Mode()&fs.ModeSymlink != 0:
		return nil, files.ErrLink
	case !info.Mode().IsRegular():
		return nil, files.ErrNotRegular
	}
	return files.ReadGiven(file, files.MaxSize)
}

// apply makes the edits, or shows what they would be, and says what was done;
// where there are none, that all is done.
func apply(out io.Writer, edits []edit, done string, dryRun, only bool) error {
	if len(edits) == 0 {
		_, err := fmt.Fprintln(out, done)
		return err
	}
	for _, e := range edits {
		verb := "Changed"
		if e.isNew {
			verb = "Wrote"
		}
		switch {
		case dryRun:
			if err := showDifference(out, e); err != nil {
				return err
			}
			fallthrough
		case only:
			verb = map[bool]string{false: "Would change", true: "Would write"}[e.isNew]
		default:
			before := e.before
			if e.isNew {
				before = nil
			}
			if !e.env { // a file that was named may lie in a folder that is not there yet
				os.MkdirAll(filepath.Dir(e.path), 0o755)
			}
			if err := replace(e.path, before, e.after, 0o644); err != nil {
				return err
			}
		}
		if _, err := fmt.Fprintf(out, "%s %s: %s.\n", verb, report.Visible(e.shown), report.Visible(e.says)); err != nil {
			return err
		}
	}
	return nil
}

// showDifference shows what becomes of a file, without what is secret in it.
func showDifference(w io.Writer, e edit) error {
	before, old, after := e.shown, e.before, e.after
	if e.isNew {
		before = "/dev/null"
	}
	if e.env {
		old, after = maskedValues(old), maskedValues(after)
	}
	difference := udiff.Unified(before, e.shown, string(old), string(after))
	_, err := fmt.Fprintln(w, strings.TrimSuffix(visibleLines(difference), "\n"))
	return err
}

// maskedValues returns an env file with the values of secrets masked that are
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

// says says what is changed in an example file.
func says(change document.Change) string {
	var parts []string
	if len(change.Added) > 0 {
		parts = append(parts, fmt.Sprintf("%d added (%s)", len(change.Added), report.Enumerate(change.Added, shownNames)))
	}
	if len(change.Removed) > 0 {
		parts = append(parts, fmt.Sprintf("%d removed (%s)", len(change.Removed), report.Enumerate(change.Removed, shownNames)))
	}
	return strings.Join(parts, ", ")
}
