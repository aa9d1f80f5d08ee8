package verify

import (
	"fmt"
	"slices"
	"strings"

	"inzicht/core/contract"
	"inzicht/core/environment"
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
	add := func(source environment.Source, key string) {
		for _, entry := range source.Document.Entries {
			if !j.isUsed(entry.Name, source) && !contract.IsAmbient(entry.Name) {
				s.set[key] = append(s.set[key], slipCandidate{entry.Name, source.File, entry.Line})
			}
		}
	}
	for _, example := range j.environments.Examples {
		add(example, "")
	}
	for i := range j.environments.Environments {
		for _, layer := range j.environments.Environments[i].Layers {
			add(layer, j.environments.Environments[i].Name)
		}
	}
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
		if isSlip(name, c.name) {
			return fmt.Sprintf("%s:%d sets %s, which nothing reads: is one of the two a slip?", c.file, c.line, c.name), true
		}
	}
	return otherwise, false
}

// unusedHint says which name that is read may be meant by name.
func (s *slips) unusedHint(name, otherwise string) (hint string, pointed bool) {
	var near []string
	for read := range s.read {
		if isSlip(read, name) {
			near = append(near, read)
		}
	}
	if len(near) == 0 {
		return otherwise, false
	}
	slices.Sort(near)
	return fmt.Sprintf("The code reads %s: is one of the two a slip?", near[0]), true
}

// isSlip tells whether two names differ only by case, by one letter, by the
// order of their words, or by one word that abbreviates the other.
func isSlip(a, b string) bool {
	if a == b || len(a) < 4 || len(b) < 4 {
		return false
	}
	left, right := strings.ToUpper(a), strings.ToUpper(b)
	if left == right || oneEdit(left, right) && min(len(a), len(b)) >= 6 && !differInDigits(left, right) {
		return true
	}
	words, others := strings.Split(left, "_"), strings.Split(right, "_")
	if len(words) != len(others) || len(words) < 2 {
		return strings.ReplaceAll(left, "_", "") == strings.ReplaceAll(right, "_", "")
	}
	slices.Sort(words)
	slices.Sort(others)
	differ := 0
	for i := range words {
		if words[i] != others[i] {
			if differ++; !abbreviates(words[i], others[i]) {
				return false
			}
		}
	}
	return differ <= 1
}

// abbreviates tells whether one word is a shortening of the other: PASSWD and
// PASSWORD, DB and DATABASE.
func abbreviates(a, b string) bool {
	if len(a) > len(b) {
		a, b = b, a
	}
	if len(a) < 2 || a[0] != b[0] {
		return false
	}
	at := 0
	for i := 0; i < len(b) && at < len(a); i++ {
		if b[i] == a[at] {
			at++
		}
	}
	return at == len(a)
}

// differInDigits tells names that are numbered on purpose: GATE_1, GATE_2.
func differInDigits(a, b string) bool {
	strip := func(s string) string { return strings.Trim(s, "0123456789") }
	return strip(a) == strip(b)
}

// oneEdit tells whether one letter added, left out, changed, or swapped with
// its neighbour makes one of the other.
func oneEdit(a, b string) bool {
	if len(a) > len(b) {
		a, b = b, a
	}
	if len(b)-len(a) > 1 {
		return false
	}
	i := 0
	for i < len(a) && a[i] == b[i] {
		i++
	}
	if len(a) < len(b) {
		return a[i:] == b[i+1:]
	}
	return i < len(a) && (a[i+1:] == b[i+1:] || i+1 < len(a) && a[i] == b[i+1] && a[i+1] == b[i] && a[i+2:] == b[i+2:])
}
