package verify

import (
	"fmt"
	"slices"

	"inzicht/core/environment"
	"inzicht/core/near"
)

// slips pairs names that are read but not set with names that are set but not
// read, where they differ only by a slip of the pen.
type slips struct {
	read map[string]bool            // read, and wanted in environments
	set  map[string][]slipCandidate // set and not read, by where
}

type slipCandidate struct {
	name string
	file string
	line int
}

func findSlips(j *job) *slips {
	s := &slips{read: map[string]bool{}, set: map[string][]slipCandidate{}}
	for i := range j.contract.Variables {
		if v := &j.contract.Variables[i]; !v.Ambient {
			s.read[v.Name] = true
		}
	}
	j.environments.Layers(func(l *environment.Layer, name string) {
		for _, unread := range j.unusedNames(l) {
			if _, library := j.libraries[unread]; !library {
				v := l.Values[unread]
				s.set[name] = append(s.set[name], slipCandidate{unread, v.File, v.Line})
			}
		}
	})
	return s
}

// hint says which unread name of an environment may be meant for name.
func (s *slips) hint(name string, e *environment.Environment, otherwise string) (hint string, pointed bool) {
	return s.among(s.set[e.Name], name, otherwise)
}

// exampleHint does the same for example files.
func (s *slips) exampleHint(name, otherwise string) (hint string, pointed bool) {
	return s.among(s.set[""], name, otherwise)
}

func (s *slips) among(candidates []slipCandidate, name, otherwise string) (hint string, pointed bool) {
	for _, c := range candidates {
		if near.Slip(name, c.name) {
			return fmt.Sprintf("%s:%d sets %s, which nothing reads: is one of the two a slip?", c.file, c.line, c.name), true
		}
	}
	return otherwise, false
}

// unusedHint says which name that is read may be meant by name.
func (s *slips) unusedHint(name, otherwise string) (hint string, pointed bool) {
	var close []string
	for read := range s.read {
		if near.Slip(read, name) {
			close = append(close, read)
		}
	}
	if len(close) == 0 {
		return otherwise, false
	}
	slices.Sort(close)
	return fmt.Sprintf("The code reads %s: is one of the two a slip?", close[0]), true
}
