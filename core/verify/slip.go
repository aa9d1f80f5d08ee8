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
	unread := map[string][]slipCandidate{} // by layer, of which several environments may have one
	note := func(l *environment.Layer, name string) {
		key := l.Kind + "\x00" + l.Label
		candidates, known := unread[key]
		if !known {
			candidates = j.slipsIn(l)
			unread[key] = candidates
		}
		if len(candidates) > 0 && s.set[name] == nil {
			s.set[name] = &unset{}
		}
		if len(candidates) > 0 {
			s.set[name].candidates = append(s.set[name].candidates, candidates...)
		}
	}
	for _, l := range j.environments.Examples {
		note(l, "")
	}
	for _, e := range j.environments.Environments {
		for _, l := range e.Layers {
			note(l, e.Name)
		}
	}
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

// slipsIn returns the names of a layer that nothing reads, with their places.
func (j *job) slipsIn(l *environment.Layer) (list []slipCandidate) {
	names := j.unusedNames(l)
	if l.Traits().Foreign || len(names) == 0 { // of which much is meant for others; or reads without a known name keep all from being unused
		names = j.unreadNames(l)
	}
	for _, name := range names {
		if _, library := j.libraries()[name]; !library {
			v := l.Values[name]
			list = append(list, slipCandidate{name, v.File, v.Line})
		}
	}
	return list
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
