package verify

import (
	"fmt"
	"slices"
	"strings"

	"inzicht/core/envfile"
	"inzicht/core/environment"
)

var ambiguous = Rule{
	Name: "ambiguous", Level: Warning, Placed: true,
	Says: "the dialects that will read this line disagree on its value",
	Do:   "Write it so that every reader takes it alike: plain, or in quotes that all of them know.",
	About: `The same line of an env file is not the same value to every reader of env files:
quotes, #, export, spaces, ${X} and escapes differ between a shell, compose, a
container engine's --env-file, systemd, and the libraries that load env files.
This line is read by more than one of them, and they take it for different values.

  GATE_HORN_TEXT="mind the gate"    sourced by ops/start.sh, and given to --env-file:
                                    one takes the quotes away, the other keeps them

Mend it by writing the value without what they disagree on, or by a file for each.`,
	check: func(j *job) (list []Finding) {
		j.eachFile(func(l *environment.Layer, name string) {
			list = append(list, j.disagreements(l, name)...)
		})
		return list
	},
}

// disagreements finds the entries of an env file that its readers take differently.
func (j *job) disagreements(l *environment.Layer, name string) (list []Finding) {
	readers := j.readersOf(l)
	if len(readers) < 2 {
		return nil
	}
	src := l.Document.Bytes()
	readings := make([]*envfile.Reading, len(readers))
	for i, d := range readers {
		readings[i] = d.Read(src, nil)
	}
	seen := map[string]bool{}
	for _, entry := range l.Document.Entries {
		if entry.Commented || seen[entry.Name] {
			continue
		}
		seen[entry.Name] = true
		first, found := readings[0].Values[entry.Name]
		for i, r := range readings[1:] {
			other, also := r.Values[entry.Name]
			if found == also && first.Value == other.Value && first.Passed == other.Passed || first.Computed || other.Computed {
				continue
			}
			list = append(list, Finding{
				Variable: entry.Name, Environment: name, Component: l.Component.Name, File: l.File, Line: entry.Line, Column: entry.Column,
				Message: fmt.Sprintf("%s has another value for %s than for %s", entry.Name, readers[i+1].Reader, readers[0].Reader),
				Hint:    disagreeOn(entry, found == also), Pointed: true,
			})
			break
		}
	}
	return list
}

// disagreeOn guesses what in a line its readers take differently.
func disagreeOn(entry envfile.Entry, both bool) string {
	switch {
	case !both:
		return "One of them does not take this line for an assignment at all."
	case strings.Contains(entry.Raw, "$"):
		return "They disagree on $: write the value out, or put it in single quotes for those that know them."
	case strings.Contains(entry.Raw, `\`):
		return "They disagree on the backslash."
	case entry.Quote != 0:
		return "They disagree on the quotes: a container engine's --env-file keeps them."
	case entry.Comment != "" || strings.Contains(entry.Raw, "#"):
		return "They disagree on #: put the comment on a line of its own."
	case strings.ContainsAny(entry.Raw, " \t"):
		return "They disagree on the spaces."
	}
	return "Write the value plainly, without quotes, # and spaces."
}

// readersOf returns the dialects in which an env file will be read.
func (j *job) readersOf(l *environment.Layer) (list []*envfile.Dialect) {
	list = append(list, l.Dialect)
	for _, d := range j.environments.ReadersOf(l.File) {
		if !slices.Contains(list, d) {
			list = append(list, d)
		}
	}
	return list
}
