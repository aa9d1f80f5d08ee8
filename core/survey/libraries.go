package survey

import (
	"path"
	"path/filepath"
	"slices"
	"strings"
	"sync"

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
		s.inLibrary(folder, libraries, newWordSet(names), found)
	}
	return found
}

// LibraryFolders returns the folders of installed libraries that there are, from the
// root of the tree.
func (s *Survey) LibraryFolders() (folders []string) {
	add := func(folder string) {
		if s.Tree.HasFolder(folder) && !slices.Contains(folders, folder) {
			folders = append(folders, folder)
		}
	}
	for _, c := range s.Tree.Components {
		for _, name := range libraryFolders {
			add(path.Join(c.Folder, name))
		}
	}
	for _, folder := range s.Config.Dependencies {
		if clean, inside := s.Tree.Inside(folder); inside {
			add(clean)
		}
	}
	return folders
}

// inLibrary looks through one folder of libraries.
func (s *Survey) inLibrary(folder string, libraries *tree.Tree, words *wordSet, found map[string]LibraryRead) {
	var mutex sync.Mutex
	withReaders(libraries, len(libraries.Files), 1, func(n int, in *tree.Reader) {
		file := libraries.Files[n].Path
		l := s.known.Of(file)
		if l == nil || l.Own != nil || scopeOf(file) == "test" {
			return
		}
		src, err := in.Read(file)
		if err != nil {
			s.note(path.Join(folder, file), err)
			return
		}
		if !l.Triggered(src) || !words.in(file, src) {
			return
		}
		for _, r := range analyse(l, file, src, nil).Reads {
			if !words.words[r.Name] {
				continue
			}
			read := LibraryRead{libraryOf(file), path.Join(folder, file), r.Line}
			mutex.Lock()
			if before, known := found[r.Name]; !known || read.File < before.File || read.File == before.File && read.Line < before.Line {
				found[r.Name] = read
			}
			mutex.Unlock()
		}
	})
}

// libraryOf gives the name of the library that a file of a library folder
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
