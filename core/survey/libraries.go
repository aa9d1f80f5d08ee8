package survey

import (
	"maps"
	"path"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"sync/atomic"

	"inzicht/core/files"
	"inzicht/core/tree"
)

// LibraryRead is a read by an installed library.
type LibraryRead struct {
	Library string
	File    string // from the root of the tree
	Line    int
}

// libraryFolders are folders of a component in which libraries are installed.
var libraryFolders = []string{"node_modules", "vendor", ".venv", "venv", ".bundle"}

// InLibraries looks for names in the installed libraries of the tree, and
// gives for each that one of them reads where it does.
func (s *Survey) InLibraries(names []string) map[string]LibraryRead {
	found := map[string]LibraryRead{}
	if len(names) == 0 {
		return found
	}
	for _, folder := range s.LibraryFolders() {
		libraries, err := tree.Open(filepath.Join(s.Tree.Root, filepath.FromSlash(folder)), tree.Options{NoSkip: true, NoGit: true})
		if err != nil {
			s.note(folder, err)
			continue
		}
		for _, skip := range libraries.Skipped {
			if skip.Refused {
				skip.Path = path.Join(folder, skip.Path)
				s.Skipped = append(s.Skipped, skip)
			}
		}
		wanted := func(n int) bool { return s.mayRead(libraries.Files[n].Path) }
		in := answered(s, question{what: "libraries", about: names, of: libraries, wanted: wanted}, func() (map[string]LibraryRead, bool) {
			return s.inLibrary(folder, libraries, searchFor(newWordSet(names)))
		})
		for name, read := range in { // in any order
			if before, known := found[name]; !known || read.before(before) {
				found[name] = read
			}
		}
	}
	return found
}

// before reports whether a read is before another.
func (r LibraryRead) before(other LibraryRead) bool {
	return r.File < other.File || r.File == other.File && r.Line < other.Line
}

// mayRead reports whether a file of a library is in a language whose reads are
// looked for there.
func (s *Survey) mayRead(file string) bool {
	l := s.known.Of(file)
	return l != nil && l.Own == nil && scopeOf(file) != "test"
}

// LibraryFolders returns the folders of installed libraries that there are, from the
// root of the tree: those that lie in no other one.
func (s *Survey) LibraryFolders() (folders []string) {
	all := map[string]bool{}
	for _, c := range s.Tree.Components {
		for _, name := range libraryFolders {
			all[path.Join(c.Folder, name)] = true
		}
	}
	for _, folder := range s.Config.Dependencies {
		if clean, inside := s.Tree.Inside(folder); inside {
			all[clean] = true
		}
	}
	maps.DeleteFunc(all, func(folder string, _ bool) bool { return !s.Tree.HasFolder(folder) })
	for folder := range all { // sorted below
		if !liesIn(folder, all) {
			folders = append(folders, folder)
		}
	}
	slices.Sort(folders)
	return folders
}

// liesIn reports whether a folder lies in one of some others.
func liesIn(folder string, others map[string]bool) bool {
	for above := path.Dir(folder); above != "." && above != "/"; above = path.Dir(above) {
		if others[above] {
			return true
		}
	}
	return false
}

// inLibrary looks through one folder of libraries, and reports whether all of it
// could be read.
func (s *Survey) inLibrary(folder string, libraries *tree.Tree, words *search) (found map[string]LibraryRead, whole bool) {
	found = map[string]LibraryRead{}
	var mutex sync.Mutex
	var refused atomic.Bool
	withReaders(libraries, len(libraries.Files), 1, func(n int, in *tree.Reader) {
		file := libraries.Files[n].Path
		if !s.mayRead(file) {
			return
		}
		src, err := in.Read(file)
		if err != nil {
			s.note(path.Join(folder, file), err)
			if files.Refused(err) {
				refused.Store(true)
			}
			return
		}
		l := s.known.Of(file)
		if !l.Triggered(src) || words.in(nil, file, src) == 0 {
			return
		}
		for _, r := range analyse(l, file, src, nil).Reads {
			if words.words[r.Name] == 0 {
				continue
			}
			read := LibraryRead{libraryOf(file), path.Join(folder, file), r.Line}
			mutex.Lock()
			if before, known := found[r.Name]; !known || read.before(before) {
				found[r.Name] = read
			}
			mutex.Unlock()
		}
	})
	return found, !refused.Load()
}

// libraryOf returns the name of the library that a file of a library folder
// belongs to.
func libraryOf(file string) string {
	for _, inner := range []string{"site-packages/", "node_modules/", "gems/"} {
		if n := strings.LastIndex(file, inner); n >= 0 {
			file = file[n+len(inner):]
		}
	}
	parts := strings.Split(file, "/")
	keep := 1
	switch {
	case strings.HasPrefix(parts[0], "@"):
		keep = 2
	case strings.Contains(parts[0], ".") && !strings.HasSuffix(parts[0], ".py"): // a module path: host, owner, name
		keep = 3
	}
	return strings.Join(parts[:min(keep, len(parts))], "/")
}
