package tree

import (
	"io/fs"
	"runtime"
	"slices"
	"strings"
	"sync"

	"inzicht/core/files"
	"inzicht/core/git"
)

// walker lists a tree, one folder a worker.
type walker struct {
	options Options
	at      string // the root, absolute
	root    *files.Folder
	prefix  string   // of the root in its repository, with a slash at its end, or ""
	tracked []string // what git tracks, from the work tree on, sorted
	modules map[string]bool
	git     bool

	mutex   sync.Mutex
	ready   *sync.Cond
	queue   []walkFolder
	busy    int
	files   []File
	skipped []Skip
}

// walkFolder is a folder still to be listed.
type walkFolder struct {
	path        string     // relative, "" for the root
	ignore      git.Ignore // of the folders above it
	low, high   int        // the range of tracked that lies in it
	trackedOnly bool       // it is ignored, or holds what builds write
}

// walk lists the files below the root that are neither ignored nor left out.
func (t *Tree) walk(options Options, view *view) error {
	root, err := files.OpenFolder(t.Root, "")
	if err != nil {
		return err
	}
	defer root.Close()
	w := &walker{options: options, at: t.Root, root: root}
	first := walkFolder{}
	if view != nil {
		w.git, w.prefix, w.tracked, w.modules = true, view.prefix, view.tracked, view.modules
		first.ignore = view.ignore
		first.low, first.high = w.within(0, len(w.tracked), "")
	}
	w.queue = []walkFolder{first}
	w.ready = sync.NewCond(&w.mutex)
	var workers sync.WaitGroup
	for range runtime.GOMAXPROCS(0) {
		workers.Go(w.work)
	}
	workers.Wait()
	t.Files, t.Skipped = w.files, append(t.Skipped, w.skipped...)
	return nil
}

// within narrows a range of what is tracked to what lies in a folder of the tree.
func (w *walker) within(low, high int, folder string) (int, int) {
	begin := w.prefix
	if folder != "" {
		begin += folder + "/"
	}
	list := w.tracked[low:high]
	from, _ := slices.BinarySearch(list, begin)
	to := from
	if begin == "" {
		return low, high
	}
	end := begin[:len(begin)-1] + "0" // what follows the slash
	to, _ = slices.BinarySearch(list, end)
	return low + from, low + to
}

func (w *walker) isTracked(f walkFolder, file string) bool {
	_, found := slices.BinarySearch(w.tracked[f.low:f.high], w.prefix+file)
	return found
}

func (w *walker) work() {
	listing := &files.Listing{}
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

		l := w.list(listing, folder)

		w.mutex.Lock()
		w.files = append(w.files, l.files...)
		w.queue = append(w.queue, l.folders...)
		w.skipped = append(w.skipped, l.skipped...)
		w.busy--
		w.mutex.Unlock()
		w.ready.Broadcast()
	}
}

// listed is what one folder holds.
type listed struct {
	files   []File
	folders []walkFolder
	skipped []Skip
}

func (l *listed) skip(path, reason string) {
	l.skipped = append(l.skipped, Skip{Path: path, Reason: reason})
}

// list reads one folder.
func (w *walker) list(listing *files.Listing, folder walkFolder) (l listed) {
	entries, err := listing.Read(w.root, folder.path)
	if err != nil {
		refused := files.Refused(err) && !(w.options.Excluded != nil && w.options.Excluded(folder.path+"/x"))
		l.skipped = []Skip{{Path: orDot(folder.path), Reason: files.Reason(err), Refused: refused}}
		return l
	}
	virtual, repository := false, false
	for _, e := range entries {
		switch e.Name {
		case ".gitignore":
			if !folder.trackedOnly {
				w.ignore(&folder, &l)
			}
		case "pyvenv.cfg":
			virtual = folder.path != ""
		case ".git":
			repository = folder.path != "" && w.git && folder.low == folder.high
		}
	}
	switch {
	case virtual && !w.options.NoSkip:
		l.skip(folder.path, "virtual environment")
		return l
	case repository:
		l.skip(folder.path, "a repository of its own")
		return l
	}
	l.files = make([]File, 0, len(entries))
	paths := pathsOf(folder.path, entries)
	for n, e := range entries {
		if e.Kind.IsDir() {
			w.folder(&l, folder, paths[n], e.Name)
		} else {
			w.file(&l, folder, paths[n], e.Kind)
		}
	}
	return l
}

// pathsOf returns the paths of what lies in a folder. They are parts of one text:
// a large tree has so many that each by itself would cost more than its bytes.
func pathsOf(folder string, entries []files.Entry) []string {
	if folder != "" {
		folder += "/"
	}
	size := 0
	for _, e := range entries {
		size += len(folder) + len(e.Name)
	}
	var all strings.Builder
	all.Grow(size)
	paths := make([]string, len(entries))
	for n, e := range entries {
		from := all.Len()
		all.WriteString(folder)
		all.WriteString(e.Name)
		paths[n] = all.String()[from:]
	}
	return paths
}

// ignore takes up the .gitignore of a folder for what lies in it.
func (w *walker) ignore(folder *walkFolder, l *listed) {
	name := strings.TrimPrefix(folder.path+"/.gitignore", "/")
	src, err := files.ReadFile(w.at, name, files.MaxSize)
	if err != nil {
		l.skipped = append(l.skipped, Skip{Path: name, Reason: "this ignore file was not read: " + files.Reason(err), Refused: files.Refused(err)})
		return
	}
	whole := true
	if folder.ignore, whole = folder.ignore.With(strings.TrimSuffix(w.prefix+folder.path, "/"), src); !whole {
		l.skip(name, "it holds more patterns than are looked at")
	}
}

// ofSystem are the folders below the root of a file system, such as that of an
// image, whose files are made up by the system.
var ofSystem = map[string]bool{"proc": true, "sys": true, "dev": true}

// folder decides about a folder in a folder.
func (w *walker) folder(l *listed, in walkFolder, path, name string) {
	next := walkFolder{path: path, ignore: in.ignore, trackedOnly: in.trackedOnly}
	next.low, next.high = w.within(in.low, in.high, path)
	tracked := next.high > next.low
	reason := skipName(name, tracked)
	switch {
	case name == ".env":
		l.skip(path, unreadable(fs.ModeDir))
	case in.path == "" && w.at == "/" && ofSystem[name]:
		l.skip(path, "of the system's own")
	case reason != "" && (!w.options.NoSkip || control[name]):
		l.skip(path, reason)
	case w.modules[w.prefix+path]:
		l.skip(path, "a repository of its own")
	case outputs[name] && tracked && !w.options.NoSkip:
		next.trackedOnly = true
		l.folders = append(l.folders, next)
	case in.trackedOnly, !in.ignore.None() && in.ignore.Match(w.prefix+path, true):
		if next.trackedOnly = true; tracked {
			l.folders = append(l.folders, next)
		}
	default:
		l.folders = append(l.folders, next)
	}
}

// file decides about what is no folder. Env files are taken up also where
// they are ignored: private ones usually are.
func (w *walker) file(l *listed, in walkFolder, path string, kind fs.FileMode) {
	_, isEnv := EnvFileName(path)
	if !kind.IsRegular() {
		if isEnv || kind&fs.ModeSymlink == 0 {
			l.skip(path, unreadable(kind))
		}
		return
	}
	if w.isTracked(in, path) {
		l.files = append(l.files, File{Path: path, Tracked: true})
		return
	}
	ignored := in.trackedOnly || !in.ignore.None() && in.ignore.Match(w.prefix+path, false)
	if isEnv || !ignored {
		l.files = append(l.files, File{Path: path, Loose: w.git && !ignored})
	}
}

func orDot(folder string) string {
	if folder == "" {
		return "."
	}
	return folder
}
