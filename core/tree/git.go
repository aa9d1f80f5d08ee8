package tree

import (
	"errors"
	"path"
	"path/filepath"

	"inzicht/core/git"
)

// view is what git knows of the tree.
type view struct {
	prefix  string   // of the root in the work tree, with a slash at its end, or ""
	tracked []string // from the work tree on, sorted
	modules map[string]bool
	ignore  git.Ignore // what holds in the root, without its own .gitignore
}

// Identity returns what the repository that the tree lies in is called, and the
// commit that is checked out in it. Without one the name is that of the folder,
// and the commit "".
func (t *Tree) Identity() (repository, revision string) {
	if r, err := git.Find(t.Root); err == nil && r != nil {
		return r.Name(), r.Revision()
	}
	return filepath.Base(t.Root), ""
}

// look finds out what git knows of the tree, or gives nil where there is no
// repository, or one that ignores the tree. What could not be found out is
// noted.
func (t *Tree) look() *view {
	r, err := git.Find(t.Root)
	if r == nil {
		t.unchecked(err)
		return nil
	}
	v := &view{modules: map[string]bool{}}
	if r.Prefix != "" {
		v.prefix = r.Prefix + "/"
	}
	tracked, modules, err := r.Tracked()
	if err != nil {
		t.unchecked(err)
		return nil
	}
	v.tracked = tracked
	for _, m := range modules {
		v.modules[m] = true
	}
	var unread []string
	v.ignore, unread = r.Ignored()
	for _, what := range unread {
		t.Unchecked = append(t.Unchecked, Unchecked{"which files git ignores was not checked to the end: " + what, "Put a readable file in its place."})
	}
	if v.outside(r) {
		return nil
	}
	return v
}

// outside takes up the ignore files of the folders above the root, and
// reports whether the root is ignored with all that it holds.
func (v *view) outside(r *git.Repository) bool {
	ignored := false
	if r.Prefix != "" {
		v.ignore, ignored = r.Below(v.ignore, r.Prefix, true)
	}
	w := walker{prefix: v.prefix, tracked: v.tracked}
	low, high := w.within(0, len(v.tracked), "")
	return ignored && low == high
}

// unchecked notes that what git tracks and ignores could not be found out.
func (t *Tree) unchecked(err error) {
	var bad *git.Error
	if errors.As(err, &bad) {
		t.Unchecked = append(t.Unchecked, Unchecked{"what git tracks and ignores was not checked: " + bad.Reason, bad.Hint})
	}
}

// Ignores reports whether git ignores a file, which may be one that is not
// there yet.
func (t *Tree) Ignores(file string) bool {
	r, err := git.Find(t.Root)
	return err == nil && r != nil && r.Ignores(path.Join(r.Prefix, file))
}
