package survey

import (
	"path"
	"strings"
)

// A program reaches as far as its region: names that a file leaves open are looked for there.

// part is the files of one region in one language. A region is a component, or
// where no manifest says how far a program reaches, two folders of the tree.
type part struct {
	region   string
	language string
}

// region returns the folder within which the names of a file's program live.
func (s *Survey) region(file string) string {
	folder := path.Dir(file)
	s.regionLock.Lock()
	defer s.regionLock.Unlock()
	known, found := s.regions[folder]
	if !found {
		if s.regions == nil {
			s.regions = map[string]string{}
			s.link()
		}
		known = s.regionOf(file)
		if linked := s.links[known]; linked != "" {
			known = linked
		}
		s.regions[folder] = known
	}
	return known
}

func (s *Survey) regionOf(file string) string {
	if installed := packageOf(file); installed != "" {
		return installed
	}
	if c := s.Tree.ComponentOf(file); c.Folder != "" || s.Tree.RootManifest {
		return c.Folder
	}
	if len(s.Tree.Files) <= fewFiles {
		return ""
	}
	segments := strings.SplitN(path.Dir(file), "/", 3)
	return strings.Join(segments[:min(len(segments), 2)], "/")
}

// fewFiles is up to how many files a tree without a manifest is one program.
const fewFiles = 3000

// packageOf returns the folder of the installed package that a file belongs to, or "".
func packageOf(file string) string {
	const folder = "node_modules/"
	at := strings.LastIndex(file, folder)
	if at < 0 {
		return ""
	}
	end := at + len(folder)
	segments := 1
	if strings.HasPrefix(file[end:], "@") { // of an owner: @owner/name
		segments = 2
	}
	for ; segments > 0; segments-- {
		n := strings.IndexByte(file[end:], '/')
		if n < 0 {
			return ""
		}
		end += n + 1
	}
	return file[:end-1]
}
