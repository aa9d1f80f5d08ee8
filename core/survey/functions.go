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
	handing := s.handing()
	s.sideBySide(defining, func(n int, in *tree.Reader) {
		wanted := wantedOf(s.path(n), names, handing)
		if len(wanted) == 0 || s.isTest(n) {
			return
		}
		src, err := in.Read(s.path(n))
		if err != nil {
			s.survey.note(s.path(n), err)
			return
		}
		if len(src) > mostHandedOn { // a program has put it together
			wanted = wantedOf(s.path(n), names, nil)
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
// they may make what reads; handing are the folders that a file stands for, which may hand on what lies
// below.
func wantedOf(file string, functions map[string]bool, handing map[string]bool) map[string]bool {
	stem, _ := reads.Origin(file)
	wanted := map[string]bool{}
	for name, makes := range functions { // in any order
		at := strings.LastIndexByte(name, '.')
		if module := name[:at]; module == "." || reads.IsOf(module, file) || reads.StandsForFolder(stem) || isBelow(file, module, handing) {
			wanted[name[at+1:]] = wanted[name[at+1:]] || makes
		}
	}
	return wanted
}

// mostHandedOn is up to how many bytes a file has whose functions another one hands on.
const mostHandedOn = 64 << 10

// handing returns the folders of the part that a file stands for: a/index.js.
func (s *secondLook) handing() map[string]bool {
	folders := map[string]bool{}
	for n := range s.files {
		if stem, _ := reads.Origin(s.path(n)); reads.StandsForFolder(stem) {
			folders[path.Dir(s.path(n))] = true
		}
	}
	return folders
}

// isBelow reports whether a file lies below one of some folders that has a name.
func isBelow(file, name string, folders map[string]bool) bool {
	for folder := path.Dir(file); folder != "." && folder != "/"; folder = path.Dir(folder) {
		if path.Base(folder) == name && folders[folder] {
			return true
		}
	}
	return false
}
