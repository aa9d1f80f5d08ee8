// Package accepted keeps the findings that people decided to live with: in a
// committed file, or in a comment on the line itself.
package accepted

import (
	"bytes"
	"fmt"
	"regexp"
	"slices"
	"strings"
	"time"

	"github.com/pelletier/go-toml/v2"

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
	File        string `toml:"file,omitempty"` // only where it is about no variable
	Reason      string `toml:"reason"`
	Since       string `toml:"since"`           // a day, 2006-01-02
	Until       string `toml:"until,omitempty"` // the last day on which it holds
}

// List is all accepted findings of a tree.
type List struct {
	Entries []Entry `toml:"accepted"`
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
	if err != nil {
		return l, nil
	}
	decoder := toml.NewDecoder(bytes.NewReader(src))
	decoder.DisallowUnknownFields()
	if err := decoder.Decode(l); err != nil {
		return nil, &Error{"it cannot be understood", "Each entry is [[accepted]] with rule, variable, environment, component, reason, since and until."}
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

// Bytes gives the file.
func (l *List) Bytes() []byte {
	out := []byte("# Findings of inzicht verify that were accepted, with the reason.\n# inzicht accept adds to this file; inzicht accept --prune drops what no longer occurs.\n\n")
	src, err := toml.Marshal(l)
	if err != nil || len(l.Entries) == 0 {
		return out
	}
	return append(out, src...)
}

// EntryOf gives the entry that accepts a finding.
func EntryOf(f verify.Finding) Entry {
	e := Entry{Rule: f.Rule, Variable: f.Variable, Environment: f.Environment, Component: f.Component}
	if f.Variable == "" {
		e.File = f.File
	}
	return e
}

// same tells whether two entries are about the same.
func (e Entry) same(other Entry) bool {
	return e.Rule == other.Rule && e.Variable == other.Variable && e.Environment == other.Environment && e.Component == other.Component && e.File == other.File
}

// holds tells whether the entry still counts on a day.
func (e Entry) holds(today time.Time) bool {
	until, err := time.Parse(Day, e.Until)
	return e.Until == "" || err != nil || !today.After(until.Add(24*time.Hour))
}

// Add accepts findings. Those accepted already get the new reason.
func (l *List) Add(findings []verify.Finding, reason, until string, today time.Time) (added int) {
	for _, f := range findings {
		e := EntryOf(f)
		e.Reason, e.Since, e.Until = reason, today.Format(Day), until
		if i := slices.IndexFunc(l.Entries, e.same); i >= 0 {
			l.Entries[i] = e
			continue
		}
		l.Entries = append(l.Entries, e)
		added++
	}
	l.sort()
	return added
}

func (l *List) sort() {
	slices.SortStableFunc(l.Entries, func(a, b Entry) int {
		return strings.Compare(a.Rule+"\x00"+a.Variable+"\x00"+a.Environment+"\x00"+a.File, b.Rule+"\x00"+b.Variable+"\x00"+b.Environment+"\x00"+b.File)
	})
}

// Prune drops the entries that no finding fits, and gives how many.
func (l *List) Prune(findings []verify.Finding) int {
	before := len(l.Entries)
	l.Entries = slices.DeleteFunc(l.Entries, func(e Entry) bool {
		return !slices.ContainsFunc(findings, func(f verify.Finding) bool { return e.same(EntryOf(f)) })
	})
	return before - len(l.Entries)
}

// Split divides findings into those that count, and those that are accepted:
// by the list, or by a comment on their line.
func (l *List) Split(t *tree.Tree, findings []verify.Finding, today time.Time) (open, accepted []verify.Finding) {
	comments := &comments{in: tree.NewReader(t.Root), files: map[string][]comment{}}
	defer comments.in.Close()
	for _, f := range findings {
		e := EntryOf(f)
		listed := slices.ContainsFunc(l.Entries, func(other Entry) bool { return e.same(other) && other.holds(today) })
		if listed || comments.accept(f) {
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
var commentForm = regexp.MustCompile(commentWords + `([a-z-]+): *(\S.*)`)

// accept tells whether a comment accepts a finding.
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
		if found := commentForm.FindSubmatchIndex(text); found != nil && begin+found[0] == at {
			before := bytes.Trim(text[:found[0]], " \t#/*-;!<")
			list = append(list, comment{line, string(text[found[2]:found[3]]), len(before) == 0})
		}
	}
}
