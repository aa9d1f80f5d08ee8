package survey

import (
	"os"
	"path/filepath"
	"strings"

	"inzicht/core/reads"
	"inzicht/core/tree"
)

// Where a folder in the middle of a module is asked for, the helpers and
// constants that its code uses may lie above it: then the whole module is read,
// and what concerns the folder is taken from that.

// maxAbove bounds how many folders above the one asked for are looked at.
const maxAbove = 8

// modules are manifests whose folder holds all that a program of theirs is made
// of.
var modules = []string{"go.mod", "Cargo.toml", "pyproject.toml", "mix.exs"}

// moduleAbove returns the folder of the module that a folder lies in the middle
// of, and the folder's place in it; or "". A repository's root ends the search.
func moduleAbove(dir string) (folder, inside string) {
	at, err := filepath.Abs(dir)
	if err != nil {
		return "", ""
	}
	home, _ := os.UserHomeDir()
	from := at
	for range maxAbove {
		for _, name := range modules {
			if info, err := os.Lstat(filepath.Join(at, name)); err == nil && info.Mode().IsRegular() {
				if at == from {
					return "", ""
				}
				relative, err := filepath.Rel(at, from)
				if err != nil {
					return "", ""
				}
				return at, filepath.ToSlash(relative)
			}
		}
		above := filepath.Dir(at)
		if _, err := os.Lstat(filepath.Join(at, ".git")); err == nil || above == at || above == home {
			return "", ""
		}
		at = above
	}
	return "", ""
}

// widen takes the reads of the folder from a survey of the module round it. An
// idiom that the folder's own configuration names keeps what was found without.
func (s *Survey) widen(dir string, options Options) {
	if options.within || options.Past != nil || s.Tree.RootManifest || len(s.Config.Idioms) > 0 {
		return
	}
	folder, inside := moduleAbove(dir)
	if folder == "" {
		return
	}
	wide, err := Take(folder, Options{Options: tree.Options{NoSkip: options.NoSkip}, ReadsOnly: true, Keep: options.Keep, within: true})
	if err != nil {
		return
	}
	var list []reads.Read
	for _, r := range wide.Reads {
		file, below := strings.CutPrefix(r.File, inside+"/")
		if !below || !s.Tree.Has(file) {
			continue
		}
		r.File, r.Component = file, s.Tree.ComponentOf(file).Name
		if scope := s.Config.ScopeOf(file); scope != "" {
			r.Scope = scope
		}
		list = append(list, r)
	}
	if len(list) > 0 {
		s.Reads = list
	}
}
