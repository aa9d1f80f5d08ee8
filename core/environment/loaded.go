package environment

import (
	"fmt"
	"path"
	"slices"
	"strings"

	"inzicht/core/envfile"
	"inzicht/core/loads"
	"inzicht/core/tree"
)

// Load takes up the env files that source loads by itself: such a file belongs to the
// component of the code, whatever it is called. One that is not there is a problem,
// unless it is a developer's own.
func (s *All) Load(t *tree.Tree, options Options, list []loads.Load) {
	f := newFinder(t, options)
	f.set = s
	for _, load := range list {
		if file := f.meantBy(load); file != "" {
			f.take(file, load)
		} else if load.Whole {
			f.lacks(load)
		}
	}
	s.sort()
}

// meantBy returns the file of the tree that source loads, or "".
func (f *finder) meantBy(load loads.Load) string {
	for _, folder := range f.foldersOf(load) {
		if file := path.Join(folder, load.Path); f.tree.Has(file) {
			return file
		}
	}
	if load.Whole {
		return ""
	}
	var ending []string
	for _, file := range f.tree.Files {
		if strings.HasSuffix(file.Path, "/"+load.Path) {
			ending = append(ending, file.Path)
		}
	}
	if len(ending) != 1 {
		return ""
	}
	return ending[0]
}

// foldersOf returns the folders that a path may begin in: where the program runs, which
// mostly is where its component begins.
func (f *finder) foldersOf(load loads.Load) []string {
	beside := path.Dir(load.File)
	if load.From {
		return []string{beside}
	}
	return slices.Compact([]string{f.tree.ComponentOf(load.File).Folder, "", beside})
}

// take makes a file that is loaded a part of an environment: of that which it is by its
// name, or of one of its own.
func (f *finder) take(file string, load loads.Load) {
	f.reads(file, envfile.Dotenv)
	component, known := f.tree.ComponentOf(load.File), false
	for n := range f.set.Environments {
		e := &f.set.Environments[n]
		if slices.ContainsFunc(e.Layers, func(l *Layer) bool { return l.File == file }) {
			e.Loaded, known = true, true
		}
	}
	if kind, isEnv := tree.EnvFileName(file); known || isEnv && kind.Example {
		return
	}
	l, err := f.envFile(file, envfile.Dotenv, nil)
	if err != nil {
		f.unreadable(file, err)
		return
	}
	f.set.EnvFiles = append(f.set.EnvFiles, l)
	f.set.add(Environment{Name: nameOfLoaded(file), Component: component, Loaded: true, Layers: []*Layer{l}})
}

// nameOfLoaded returns the name of the environment that a file is by itself.
func nameOfLoaded(file string) string {
	base := strings.TrimPrefix(path.Base(file), ".")
	if name := strings.TrimSuffix(base, path.Ext(base)); name != "" {
		return name
	}
	return base
}

// lacks notes that a file which is loaded is not there.
func (f *finder) lacks(load loads.Load) {
	name := path.Join(f.foldersOf(load)[0], load.Path)
	if kind, isEnv := tree.EnvFileName(name); strings.HasPrefix(name, "..") || isEnv && (kind.Environment == "local" || kind.Override) || f.isPrivate(name) {
		return
	}
	f.set.Problems = append(f.set.Problems, Problem{
		File: load.File, Line: load.Line, Column: 1, Absent: name, Lived: !load.Stops,
		Reason: fmt.Sprintf("%s is not there, and %s:%d loads it", name, load.File, load.Line),
		Hint:   fmt.Sprintf("Make %s, or correct its name in %s:%d.", name, load.File, load.Line),
	})
}

// isPrivate reports whether git ignores a file, which each developer then makes.
func (f *finder) isPrivate(name string) bool { return f.tree.Git && f.tree.Ignores(name) }
