package survey

import (
	"path"
	"slices"
	"strings"

	"inzicht/core/reads"
	"inzicht/core/tree"
)

// Functions that are looked for since they are given what was read, or stand in for it.

// functions returns the functions that were looked for, from the files that may
// define them.
func (s *secondLook) functions(defining []bool, names map[string]bool) (list []*reads.Helper) {
	byFile := make([][]*reads.Helper, len(s.files))
	s.sideBySide(defining, func(n int, in *tree.Reader) {
		wanted := wantedOf(s.path(n), names)
		if len(wanted) == 0 || s.isTest(n) {
			return
		}
		src, err := in.Read(s.path(n))
		if err != nil {
			s.survey.note(s.path(n), err)
			return
		}
		byFile[n] = functionsOf(s.survey.languages[s.files[n]], s.path(n), src, wanted)
	})
	return slices.Concat(byFile...)
}

// sought returns the names of the functions that are looked for: those of
// modules that files of the part make up.
func (s *secondLook) sought(functions map[string]bool) (names []string) {
	if len(functions) == 0 {
		return nil
	}
	modules := map[string]bool{".": true}
	for n := range s.files {
		stem, folder := reads.Origin(s.path(n))
		modules[stem], modules[folder] = true, true
		if reads.StandsForFolder(stem) { // a package by its name
			modules[path.Base(s.survey.packageNamed(s.path(n)))] = true
		}
	}
	for name := range functions { // in any order
		if at := strings.LastIndexByte(name, '.'); modules[name[:at]] {
			names = append(names, name[at+1:])
		}
	}
	return names
}

// wantedOf returns those of some functions that are looked for in a file, and whether
// they may make what reads.
func wantedOf(file string, functions map[string]bool) map[string]bool {
	stem, _ := reads.Origin(file)
	wanted := map[string]bool{}
	for name, makes := range functions { // in any order
		at := strings.LastIndexByte(name, '.')
		if module := name[:at]; module == "." || reads.IsOf(module, file) || reads.StandsForFolder(stem) {
			wanted[name[at+1:]] = wanted[name[at+1:]] || makes
		}
	}
	return wanted
}
