// Package git reads a git repository that may be hostile. The index, the
// ignore files and the references are read here, without the git program and
// without a word of the repository's configuration being obeyed. Objects are
// asked of the git program, which is shown a repository of our own making that
// borrows the objects alone.
package git

import (
	"bytes"
	"errors"
	"io/fs"
	"os"
	"path/filepath"

	"inzicht/core/files"
)

// Repository is the repository that a folder lies in.
type Repository struct {
	WorkTree string // absolute
	Prefix   string // the folder asked about, from the work tree; "" for the work tree itself

	dir     string // what belongs to this work tree alone: HEAD, index
	common  string // what all work trees share: objects, refs, config
	config  settings
	hashLen int // in bytes
}

// Error says why git's own data could not be read, and what to do.
type Error struct{ Reason, Hint string }

func (e *Error) Error() string { return e.Reason }

// Find finds the repository that an absolute folder lies in. Without one it
// gives nil. The error is an *Error: there is a repository, and it cannot be
// read.
func Find(folder string) (*Repository, error) {
	for at := folder; ; {
		r, err := open(at)
		if r != nil {
			relative, relErr := filepath.Rel(at, folder)
			if relErr != nil {
				return nil, &Error{"the folder's place in its repository cannot be told", "Give the path in another form."}
			}
			if relative != "." {
				r.Prefix = filepath.ToSlash(relative)
			}
		}
		if r != nil || err != nil {
			return r, err
		}
		above := filepath.Dir(at)
		if above == at {
			return nil, nil
		}
		at = above
	}
}

// open opens the repository of which a folder is the work tree, or gives nil.
func open(workTree string) (*Repository, error) {
	name := filepath.Join(workTree, ".git")
	info, err := os.Lstat(name)
	switch {
	case errors.Is(err, fs.ErrNotExist):
		return nil, nil
	case err != nil:
		return nil, &Error{name + " cannot be looked at: " + files.Reason(err), "Give permission to read it."}
	case info.Mode()&fs.ModeSymlink != 0:
		return nil, &Error{name + " is a link, which is not followed", "Run inzicht in the folder that the link leads to, or put a .git file in its place."}
	case info.IsDir():
		return repositoryIn(workTree, name, name)
	case info.Mode().IsRegular():
		return elsewhere(workTree, name)
	}
	return nil, &Error{name + " is neither a folder nor a file", "Remove it, if this is no repository."}
}

// repositoryIn opens a repository by its folders, or gives nil where they are
// none: git passes over those too.
func repositoryIn(workTree, dir, common string) (*Repository, error) {
	if !hasHead(dir) {
		return nil, nil
	}
	for _, part := range []string{"objects", "refs"} {
		info, err := os.Lstat(filepath.Join(common, part))
		if err != nil || !info.IsDir() {
			return nil, &Error{filepath.Join(common, part) + " is not there, or is no folder", "Check that the repository is whole: git fsck."}
		}
	}
	r := &Repository{WorkTree: workTree, dir: dir, common: common, hashLen: 20}
	src, err := files.ReadFile(common, "config", maxConfig)
	if err != nil && files.Refused(err) {
		return nil, &Error{filepath.Join(common, "config") + " cannot be read: " + files.Reason(err), "Give permission to read it."}
	}
	r.config = parseSettings(src)
	if r.config["extensions.objectformat"] == "sha256" {
		r.hashLen = 32
	}
	return r, nil
}

// hasHead reports whether a folder has what git knows a repository by.
func hasHead(dir string) bool {
	info, err := os.Lstat(filepath.Join(dir, "HEAD"))
	return err == nil && !info.IsDir()
}

// elsewhere opens the repository that a .git file names: of a linked work
// tree or a submodule. It is followed only where it names this folder in turn,
// so that no tree can pass another's repository off as its own.
func elsewhere(workTree, name string) (*Repository, error) {
	src, err := files.ReadFile(workTree, ".git", maxSmall)
	if err != nil {
		return nil, &Error{name + " cannot be read: " + files.Reason(err), "Give permission to read it."}
	}
	written, found := bytes.CutPrefix(bytes.TrimSpace(src), []byte("gitdir:"))
	if !found {
		return nil, &Error{name + " does not say where the repository is", "It is to hold one line: gitdir: PATH."}
	}
	dir := below(workTree, string(bytes.TrimSpace(written)))
	common, back := dir, ""
	if shared, err := files.ReadFile(dir, "commondir", maxSmall); err == nil {
		common = below(dir, string(bytes.TrimSpace(shared)))
		if pointer, err := files.ReadFile(dir, "gitdir", maxSmall); err == nil {
			back = filepath.Dir(below(dir, string(bytes.TrimSpace(pointer))))
		}
	}
	r, err := repositoryIn(workTree, dir, common)
	if r == nil && err == nil {
		return nil, &Error{name + " names a repository that is not there", "Check its path, or remove it."}
	}
	if r == nil {
		return nil, err
	}
	if named := r.config["core.worktree"]; back == "" && named != "" {
		back = below(dir, named)
	}
	if back == "" || !sameFolder(back, workTree) {
		return nil, &Error{name + " names a repository that does not name this folder in turn, and is not followed", "Make the work tree anew with git worktree add or git submodule update."}
	}
	return r, nil
}

// below returns a path as it is written in a folder.
func below(folder, written string) string {
	written = filepath.FromSlash(written)
	if filepath.IsAbs(written) {
		return filepath.Clean(written)
	}
	return filepath.Join(folder, written)
}

func sameFolder(a, b string) bool {
	first, err := os.Stat(a)
	if err != nil {
		return false
	}
	second, err := os.Stat(b)
	return err == nil && os.SameFile(first, second)
}

const (
	maxSmall  = 64 << 10  // bytes of a file that holds a line or two
	maxConfig = 1 << 20   // bytes of a configuration
	maxIndex  = 512 << 20 // bytes of an index
	maxPacked = 64 << 20  // bytes of packed references
)
