// Package accepted keeps the findings that people decided to live with: in a
// committed file, or in a comment on the line itself.
package accepted

import (
	"bytes"
	"cmp"
	"errors"
	"fmt"
	"io/fs"
	"slices"
	"strings"
	"time"

	"github.com/pelletier/go-toml/v2"

	"inzicht/core/files"
	"inzicht/core/late"
	"inzicht/core/settings"
	"inzicht/core/sorting"
	"inzicht/core/tree"
	"inzicht/core/verify"
)

// FileName is the name of the file in the root of a tree.
const FileName = "inzicht.accepted.toml"

// Entry is one accepted finding. It is matched by what it is about, not by
// its line, so that it survives edits.
type Entry struct {
	Rule        string `toml:"rule"`
	Variable    string `toml:"variable,omitempty"`
	Environment string `toml:"environment,omitempty"`
	Component   string `toml:"component,omitempty"`
	File        string `toml:"file,omitempty"`  // where the rule is about places, or about no variable
	About       string `toml:"about,omitempty"` // what is said, where it is about no variable
	Again       int    `toml:"again,omitempty"` // how many of the same come before it
	Reason      string `toml:"reason"`
	Since       string `toml:"since"`           // a day, 2006-01-02
	Until       string `toml:"until,omitempty"` // the last day on which it holds
}

// List is all accepted findings of a tree.
type List struct {
	Entries []Entry `toml:"accepted"`
	Source  []byte  `toml:"-"` // what the file holds; nil where it is not there
}

// Error says what is wrong with the file.
type Error struct{ Reason, Hint string }

func (e *Error) Error() string { return FileName + ": " + e.Reason }

// Day is how days are written.
const Day = "2006-01-02"

// Read reads the accepted findings of a tree; without the file there are none.
// The error is an *Error.
func Read(t *tree.Tree) (*List, error) {
	l := &List{}
	src, err := t.ReadFile(FileName)
	switch {
	case errors.Is(err, fs.ErrNotExist):
		return l, nil
	case err != nil:
		return nil, &Error{"it cannot be read: " + files.Reason(err), "Put a regular file of at most 4 MiB in its place; without it nothing is accepted."}
	}
	l.Source = append([]byte{}, src...)
	if err := settings.Decode(src, l); err != nil {
		return nil, notUnderstood(err)
	}
	for _, e := range l.Entries {
		if verify.RuleNamed(e.Rule) == nil {
			return nil, &Error{fmt.Sprintf("there is no rule %q", e.Rule), "See inzicht rules."}
		}
		for _, day := range []string{e.Since, e.Until} {
			if _, err := time.Parse(Day, day); day != "" && err != nil {
				return nil, &Error{fmt.Sprintf("%q is no day", day), "Write days such as 2027-01-31."}
			}
		}
		if strings.TrimSpace(e.Reason) == "" {
			return nil, &Error{fmt.Sprintf("an entry for %s %s has no reason", e.Rule, e.Variable), "Say why it is accepted."}
		}
	}
	return l, nil
}

// notUnderstood says where the file goes wrong.
func notUnderstood(err error) error {
	reason := "it cannot be understood: " + err.Error()
	var bad *settings.Error
	if errors.As(err, &bad) && bad.Line > 0 {
		reason = fmt.Sprintf("line %d cannot be understood: %s", bad.Line, bad.Reason)
	}
	return &Error{reason, "Each entry is [[accepted]] with rule, variable, environment, component, file, about, reason, since and until."}
}

// Bytes returns the file.
func (l *List) Bytes() []byte {
	out := []byte("# Findings of inzicht verify that were accepted, with the reason.\n# inzicht accept adds to this file; inzicht accept --prune drops what no longer occurs.\n\n")
	src, err := toml.Marshal(l)
	if err != nil || len(l.Entries) == 0 {
		return out
	}
	return append(out, src...)
}

// identity returns what the entry is about.
func (e Entry) identity() verify.Identity {
	return verify.Identity{Rule: e.Rule, Variable: e.Variable, Environment: e.Environment, Component: e.Component, File: e.File, About: e.About, Again: e.Again}
}

// entryOf returns the entry that accepts a finding.
func entryOf(id verify.Identity, reason, since, until string) Entry {
	return Entry{
		Rule: id.Rule, Variable: id.Variable, Environment: id.Environment, Component: id.Component, File: id.File, About: id.About, Again: id.Again,
		Reason: reason, Since: since, Until: until,
	}
}

// holds reports whether the entry still counts on a day.
func (e Entry) holds(today time.Time) bool {
	until, err := time.Parse(Day, e.Until)
	return e.Until == "" || err != nil || !today.After(until.Add(24*time.Hour))
}

// Add accepts findings. Those accepted already get the new reason.
func (l *List) Add(findings []verify.Finding, reason, until string, today time.Time) (added int) {
	at := map[verify.Identity]int{}
	for n, e := range l.Entries {
		at[e.identity()] = n
	}
	for _, f := range findings {
		id := f.Identity()
		e := entryOf(id, reason, today.Format(Day), until)
		if n, known := at[id]; known {
			l.Entries[n] = e
			continue
		}
		at[id] = len(l.Entries)
		l.Entries = append(l.Entries, e)
		added++
	}
	l.sort()
	return added
}

func (l *List) sort() {
	sorting.By(l.Entries, func(a, b Entry) int {
		return cmp.Or(strings.Compare(a.Rule, b.Rule), strings.Compare(a.Variable, b.Variable), strings.Compare(a.Environment, b.Environment),
			strings.Compare(a.Component, b.Component), strings.Compare(a.File, b.File), strings.Compare(a.About, b.About), a.Again-b.Again)
	})
}

// Prune drops the entries that no finding fits, of those that were asked
// about, and gives how many.
func (l *List) Prune(findings []verify.Finding, asked func(verify.Identity) bool) int {
	occurs := map[verify.Identity]bool{}
	for _, f := range findings {
		occurs[f.Identity()] = true
	}
	before := len(l.Entries)
	l.Entries = slices.DeleteFunc(l.Entries, func(e Entry) bool { return asked(e.identity()) && !occurs[e.identity()] })
	return before - len(l.Entries)
}

// Split divides findings into those that count, and those that are accepted:
// by the list, or by a comment on their line.
func (l *List) Split(t *tree.Tree, findings []verify.Finding, today time.Time) (open, accepted []verify.Finding) {
	comments := &comments{in: t.Reader(), files: map[string][]comment{}}
	defer comments.in.Close()
	listed := map[verify.Identity]bool{}
	for _, e := range l.Entries {
		if e.holds(today) {
			listed[e.identity()] = true
		}
	}
	for _, f := range findings {
		if listed[f.Identity()] || comments.accept(f) {
			accepted = append(accepted, f)
		} else {
			open = append(open, f)
		}
	}
	return open, accepted
}

// comments are what files say of findings in them.
type comments struct {
	in    *tree.Reader
	files map[string][]comment
}

// comment accepts findings on its line, and where it has that for itself, on
// the next.
type comment struct {
	line  int
	rule  string
	alone bool
}

const commentWords = "inzicht accepts "

// commentForm is what accepts a finding: inzicht accepts RULE: reason.
var commentForm = late.Regexp(commentWords + `([a-z-]+): *(\S.*)`)

// accept reports whether a comment accepts a finding.
func (c *comments) accept(f verify.Finding) bool {
	if f.Line == 0 || f.File == "" {
		return false
	}
	list, known := c.files[f.File]
	if !known {
		if src, err := c.in.Read(f.File); err == nil {
			list = commentsIn(src)
		}
		c.files[f.File] = list
	}
	return slices.ContainsFunc(list, func(one comment) bool {
		return one.rule == f.Rule && (one.line == f.Line || one.alone && one.line == f.Line-1)
	})
}

// commentsIn finds the comments of one file, one a line.
func commentsIn(src []byte) (list []comment) {
	line, done := 1, 0
	for at := 0; ; at++ {
		n := bytes.Index(src[at:], []byte(commentWords))
		if n < 0 {
			return list
		}
		at += n
		line += bytes.Count(src[done:at], []byte{'\n'})
		done = at
		begin := bytes.LastIndexByte(src[:at], '\n') + 1
		text, _, _ := bytes.Cut(src[begin:], []byte{'\n'})
		if found := commentForm().FindSubmatchIndex(text); found != nil && begin+found[0] == at {
			before := bytes.Trim(text[:found[0]], " \t#/*-;!<")
			list = append(list, comment{line, string(text[found[2]:found[3]]), len(before) == 0})
		}
	}
}
