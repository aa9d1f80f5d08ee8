// Package watch tells when something in a tree changes.
package watch

import (
	"io/fs"
	"os"
	"path"
	"path/filepath"
	"strings"
	"sync"
	"time"

	"github.com/fsnotify/fsnotify"

	"inzicht/core/tree"
)

const (
	quiet   = 80 * time.Millisecond // after the last change, before it is told
	longest = time.Second           // that a change is kept back while others follow
	pause   = 2 * time.Second       // between two looks where not all folders can be watched
	most    = 20_000                // folders that are watched
)

// Watcher watches the folders of a tree.
type Watcher struct {
	Changes <-chan struct{} // one for a row of changes that follow each other closely

	root    string
	ignored []string // folders in which nothing counts
	system  *fsnotify.Watcher
	done    chan struct{}

	mutex   sync.Mutex
	watched map[string]bool
	partly  bool // some folders cannot be watched
	tree    *tree.Tree
}

// New watches the root of a tree, without what happens in the folders that are
// ignored. It is to be closed.
func New(root string, ignored ...string) (*Watcher, error) {
	system, err := fsnotify.NewWatcher()
	if err != nil {
		return nil, err
	}
	changes := make(chan struct{}, 1)
	w := &Watcher{Changes: changes, root: root, ignored: ignored, system: system, done: make(chan struct{}), watched: map[string]bool{}}
	w.add("")
	go w.run(changes)
	return w, nil
}

// Partly reports whether some folders cannot be watched, so that the tree is to
// be looked at now and then: a change is told every few seconds then.
func (w *Watcher) Partly() bool {
	w.mutex.Lock()
	defer w.mutex.Unlock()
	return w.partly
}

// Follow watches the folders that the files of a tree lie in.
func (w *Watcher) Follow(t *tree.Tree) {
	w.mutex.Lock()
	w.tree = t
	w.mutex.Unlock()
	w.add("")
	if t.Git {
		w.add(".git") // what is tracked is there
	}
	last := ""
	for _, f := range t.Files {
		folder := path.Dir(f.Path)
		if folder == last {
			continue
		}
		last = folder
		for at := folder; at != "."; at = path.Dir(at) {
			if !w.add(at) {
				break
			}
		}
	}
}

// Close ends watching.
func (w *Watcher) Close() {
	close(w.done)
	w.system.Close()
}

// add watches one folder, and reports whether that is new.
func (w *Watcher) add(folder string) bool {
	w.mutex.Lock()
	defer w.mutex.Unlock()
	if w.watched[folder] {
		return false
	}
	w.watched[folder] = true
	full := filepath.Join(w.root, filepath.FromSlash(folder))
	info, err := os.Lstat(full)
	if err != nil || !info.IsDir() { // no link is followed
		return false
	}
	if len(w.watched) > most || w.system.Add(full) != nil {
		w.partly = true
	}
	return true
}

// run tells changes.
func (w *Watcher) run(changes chan<- struct{}) {
	timer, look := time.NewTimer(time.Hour), time.NewTicker(pause)
	defer timer.Stop()
	defer look.Stop()
	var first time.Time // of the changes that are not told yet
	for {
		select {
		case <-w.done:
			return
		case event, open := <-w.system.Events:
			if !open {
				return
			}
			if !w.counts(event) {
				continue
			}
			if first.IsZero() {
				first = time.Now()
			}
			timer.Reset(min(quiet, max(0, longest-time.Since(first))))
		case <-w.system.Errors: // some changes may have been missed
			timer.Reset(quiet)
		case <-look.C:
			if w.Partly() {
				tell(changes)
			}
		case <-timer.C:
			first = time.Time{}
			tell(changes)
		}
	}
}

func tell(changes chan<- struct{}) {
	select {
	case changes <- struct{}{}:
	default: // one is waiting to be heard of already
	}
}

// counts reports whether something happened that may matter, and watches
// folders that are new.
func (w *Watcher) counts(event fsnotify.Event) bool {
	if event.Op == fsnotify.Chmod {
		return false
	}
	for _, folder := range w.ignored {
		if folder != "" && (event.Name == folder || strings.HasPrefix(event.Name, folder+string(filepath.Separator))) {
			return false
		}
	}
	inside, err := filepath.Rel(w.root, event.Name)
	if err != nil {
		return false
	}
	inside = filepath.ToSlash(inside)
	if strings.HasSuffix(inside, ".lock") && strings.HasPrefix(inside, ".git/") {
		return false
	}
	if event.Has(fsnotify.Remove) || event.Has(fsnotify.Rename) {
		w.mutex.Lock()
		delete(w.watched, inside)
		w.mutex.Unlock()
	}
	if event.Has(fsnotify.Create) {
		w.created(inside)
	}
	return true
}

// created watches a folder that has come, with those below it.
func (w *Watcher) created(folder string) {
	w.mutex.Lock()
	t := w.tree
	w.mutex.Unlock()
	filepath.WalkDir(filepath.Join(w.root, filepath.FromSlash(folder)), func(name string, entry fs.DirEntry, err error) error {
		inside, relErr := filepath.Rel(w.root, name)
		switch inside = filepath.ToSlash(inside); {
		case err != nil || relErr != nil || !entry.IsDir():
			return nil
		case tree.IsDependency(inside + "/x"), strings.HasPrefix(inside, ".git"), t != nil && t.Git && t.Ignores(inside+"/x"):
			return fs.SkipDir
		}
		w.add(inside)
		return nil
	})
}
