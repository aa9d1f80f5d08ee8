package tree

import (
	"bufio"
	"bytes"
	"io/fs"
	"os"
	"path/filepath"
	"runtime"
	"strings"
	"sync"

	"github.com/go-git/go-git/v5/plumbing/format/gitignore"
)

// maxIgnoreLines bounds how many patterns one .gitignore may add.
const maxIgnoreLines = 2000

// walker lists a tree without git, one folder a worker.
type walker struct {
	options Options
	root    string

	mutex   sync.Mutex
	ready   *sync.Cond
	queue   []walkFolder
	busy    int
	files   []File
	skipped []Skip
}

// walkFolder is a folder still to be listed, with the ignore patterns above it.
type walkFolder struct {
	path   string // relative, "" for the root
	ignore []gitignore.Pattern
}

func (t *Tree) walk(options Options) {
	w := &walker{options: options, root: t.Root, queue: []walkFolder{{}}}
	w.ready = sync.NewCond(&w.mutex)
	var workers sync.WaitGroup
	for range runtime.GOMAXPROCS(0) {
		workers.Go(w.work)
	}
	workers.Wait()
	t.Files, t.Skipped = w.files, w.skipped
}

// entry is one name in a folder.
type entry struct {
	name string
	kind fs.FileMode // its type bits
}

func (w *walker) work() {
	listing := &listing{}
	for {
		w.mutex.Lock()
		for len(w.queue) == 0 && w.busy > 0 {
			w.ready.Wait()
		}
		if len(w.queue) == 0 {
			w.mutex.Unlock()
			w.ready.Broadcast()
			return
		}
		folder := w.queue[len(w.queue)-1]
		w.queue = w.queue[:len(w.queue)-1]
		w.busy++
		w.mutex.Unlock()

		files, folders, skipped := w.list(listing, folder)

		w.mutex.Lock()
		w.files = append(w.files, files...)
		w.queue = append(w.queue, folders...)
		w.skipped = append(w.skipped, skipped...)
		w.busy--
		w.mutex.Unlock()
		w.ready.Broadcast()
	}
}

// list reads one folder.
func (w *walker) list(listing *listing, folder walkFolder) (files []File, folders []walkFolder, skipped []Skip) {
	entries, err := listing.read(filepath.Join(w.root, filepath.FromSlash(folder.path)))
	if err != nil {
		return nil, nil, []Skip{{folder.path, reasonOf(err)}}
	}
	ignore := folder.ignore
	virtual := false
	for _, e := range entries {
		switch e.name {
		case ".gitignore":
			if e.kind.IsRegular() {
				ignore = append(ignore[:len(ignore):len(ignore)], w.patterns(folder.path)...)
			}
		case "pyvenv.cfg":
			virtual = folder.path != ""
		}
	}
	if virtual && !w.options.NoSkip {
		return nil, nil, []Skip{{folder.path, "virtual environment"}}
	}
	matcher := gitignore.NewMatcher(ignore)
	files = make([]File, 0, len(entries))
	for _, e := range entries {
		name := e.name
		if folder.path != "" {
			name = folder.path + "/" + name
		}
		_, isEnv := EnvFileName(name)
		switch {
		case e.kind.IsDir() && isEnv && e.name == ".env":
			skipped = append(skipped, Skip{name, unreadable(e.kind)})
		case e.kind.IsDir():
			if reason := skipName(e.name, false); reason != "" && (!w.options.NoSkip || control[e.name]) {
				skipped = append(skipped, Skip{name, reason})
			} else if len(ignore) == 0 || !matcher.Match(strings.Split(name, "/"), true) {
				folders = append(folders, walkFolder{name, ignore})
			}
		case !e.kind.IsRegular():
			if isEnv || e.kind&fs.ModeSymlink == 0 {
				skipped = append(skipped, Skip{name, unreadable(e.kind)})
			}
		case isEnv || len(ignore) == 0 || !matcher.Match(strings.Split(name, "/"), false):
			files = append(files, File{Path: name})
		}
	}
	return files, folders, skipped
}

// patterns reads the .gitignore of a folder.
func (w *walker) patterns(folder string) (list []gitignore.Pattern) {
	d, err := OpenFolder(w.root, folder)
	if err != nil {
		return nil
	}
	defer d.Close()
	src, err := d.ReadFile(".gitignore", nil)
	if err != nil {
		return nil
	}
	var domain []string
	if folder != "" {
		domain = strings.Split(folder, "/")
	}
	for lines := bufio.NewScanner(bytes.NewReader(src)); lines.Scan() && len(list) < maxIgnoreLines; {
		if line := strings.TrimRight(lines.Text(), " \t\r"); line != "" && !strings.HasPrefix(line, "#") {
			list = append(list, gitignore.ParsePattern(line, domain))
		}
	}
	return list
}

func reasonOf(err error) string {
	if os.IsPermission(err) {
		return "it may not be read"
	}
	return "cannot be listed"
}
