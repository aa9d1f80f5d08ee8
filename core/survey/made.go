package survey

import (
	"slices"

	"inzicht/core/language"
	"inzicht/core/reads"
)

// dropMade drops what makefiles expand and another makefile of the tree sets:
// they take in each other.
func (s *Survey) dropMade() {
	expands := func(r reads.Read) bool { return r.Language == "make" && r.Access == "$(…)" }
	if !slices.ContainsFunc(s.Reads, expands) {
		return
	}
	set := map[string]bool{}
	for n, f := range s.Tree.Files {
		if l := s.languages[n]; l == nil || l.Name != "make" {
			continue
		}
		src, err := s.Tree.ReadFile(f.Path)
		if err != nil {
			continue // it was noted where it was looked at
		}
		for _, name := range language.MakeNames(src) {
			set[name] = true
		}
	}
	s.Reads = slices.DeleteFunc(s.Reads, func(r reads.Read) bool { return expands(r) && set[r.Name] })
}
