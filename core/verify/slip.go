package verify

import (
	"fmt"

	"inzicht/core/environment"
	"inzicht/core/similarity"
)

// slips pairs names that are read but not set with names that are set but not
// read, where they differ only by a slip of the pen.
type slips struct {
	read *similarity.Index // read, and wanted in environments
	set  map[string]*unset // set and not read, by where
}

// unset are the names that are set in one environment and not read.
type unset struct {
	candidates []slipCandidate
	index      *similarity.Index
	at         map[string]int
}

type slipCandidate struct {
	name string
	file string
	line int
}

func findSlips(j *job) *slips {
	s := &slips{set: map[string]*unset{}}
	var read []string
	for i := range j.contract.Variables {
		if v := &j.contract.Variables[i]; !v.Ambient {
			read = append(read, v.Name)
		}
	}
	s.read = similarity.NewIndex(read)
	j.environments.Layers(func(l *environment.Layer, name string) {
		unreadNames := j.unusedNames(l)
		if l.Traits().Foreign || len(unreadNames) == 0 { // of which much is meant for others; or reads without a known name keep all from being unused
			unreadNames = j.unreadNames(l)
		}
		for _, unread := range unreadNames {
			if _, library := j.libraries()[unread]; !library {
				v := l.Values[unread]
				if s.set[name] == nil {
					s.set[name] = &unset{}
				}
				s.set[name].candidates = append(s.set[name].candidates, slipCandidate{unread, v.File, v.Line})
			}
		}
	})
	for _, u := range s.set { // in any order
		u.at = map[string]int{}
		var names []string
		for n, c := range u.candidates {
			if _, known := u.at[c.name]; !known {
				u.at[c.name] = n
				names = append(names, c.name)
			}
		}
		u.index = similarity.NewIndex(names)
	}
	return s
}

// hint says which unread name of an environment may be meant for name, or which
// name that has a value there.
func (s *slips) hint(name string, e *environment.Environment, otherwise string) (hint string, pointed bool) {
	if hint, pointed = s.among(s.set[e.Name], name, otherwise); pointed {
		return hint, true
	}
	for _, close := range s.read.Slips(name) {
		if close != name && len(name) > 5 && e.Has(close) {
			return fmt.Sprintf("The code also reads %s, which has a value there: is one of the two a slip?", close), true
		}
	}
	return otherwise, false
}

// exampleHint does the same for example files.
func (s *slips) exampleHint(name, otherwise string) (hint string, pointed bool) {
	return s.among(s.set[""], name, otherwise)
}

func (s *slips) among(u *unset, name, otherwise string) (hint string, pointed bool) {
	if u == nil {
		return otherwise, false
	}
	if close := u.index.Slips(name); len(close) > 0 {
		c := u.candidates[u.at[close[0]]]
		where := fmt.Sprintf("%s:%d sets", c.file, c.line)
		if c.line == 0 {
			where = "It has"
		}
		return fmt.Sprintf("%s %s, which nothing reads: is one of the two a slip?", where, c.name), true
	}
	return otherwise, false
}

// unusedHint says which name that is read may be meant by name.
func (s *slips) unusedHint(name, otherwise string) (hint string, pointed bool) {
	close := s.read.Slips(name)
	if len(close) == 0 {
		return otherwise, false
	}
	return fmt.Sprintf("The code reads %s: is one of the two a slip?", close[0]), true
}
