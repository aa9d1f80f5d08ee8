// Package history knows earlier states of a tree, as git keeps them. They are
// read into memory: nothing is checked out.
package history

import (
	"bytes"
	"context"
	"errors"
	"io/fs"
	"strings"
	"sync"
	"time"

	"inzicht/core/files"
	"inzicht/core/git"
	"inzicht/core/tree"
)

// Commit is one commit.
type Commit struct {
	ID, Date, Subject string
}

const (
	askTime   = 10 * time.Second // for one question
	maxAnswer = 8 << 20          // bytes of an answer
)

// Added returns the commit in which a name first came into the tree. It reports
// false where there is no git, or no commit has it.
func Added(ctx context.Context, root, name string) (Commit, bool) {
	ctx, cancel := context.WithTimeout(ctx, askTime)
	defer cancel()
	r, err := git.Find(root)
	if r == nil || err != nil {
		return Commit{}, false
	}
	a, err := r.Asker()
	if err != nil {
		return Commit{}, false
	}
	defer a.Close()
	arguments := []string{"log", "--no-show-signature", "--no-ext-diff", "--no-textconv", "--no-mailmap", "--reverse", "--format=%h%x00%as%x00%s", "-S" + name, "HEAD", "--"}
	if r.Prefix != "" {
		arguments = append(arguments, r.Prefix)
	}
	out, err := a.Output(ctx, maxAnswer, arguments...)
	line, _, _ := bytes.Cut(out, []byte{'\n'})
	parts := strings.SplitN(string(line), "\x00", 3)
	if err != nil || len(parts) < 3 {
		return Commit{}, false
	}
	return Commit{parts[0], parts[1], parts[2]}, true
}

// Error says why an earlier state cannot be had, and what to do.
type Error struct{ Reason, Hint string }

func (e *Error) Error() string { return e.Reason }

// asError makes an error of git's data one of this package.
func asError(err error) error {
	var bad *git.Error
	if errors.As(err, &bad) {
		return &Error{bad.Reason, bad.Hint}
	}
	return &Error{"git does not give the files of that revision", "Check that the repository is whole: git fsck."}
}

// State is the tree at a revision. Its contents are read from git when they
// are asked for.
type State struct {
	Files []tree.File // in no order

	asker    *git.Asker
	contents *git.Contents
	blobs    map[string]git.Blob
	present  *tree.Tree      // whose files stand in for those that git does not keep
	standIns map[string]bool // by path
	readers  chan *files.Reader
	same     *Same
}

// Same is which present files were found to hold what git knows by a name.
// States of one tree may share it; the zero value knows nothing.
type Same struct {
	known sync.Map
	noted sync.Once
	clean git.Clean
}

// sameFile is a file with what its contents are known by.
type sameFile struct{ file, id string }

// maxReaders is how many readers of present files are kept open.
const maxReaders = 16

// At returns the tree at a revision, as far as wanted accepts its files. Those
// that git does not keep, of which kept names some, are taken from the tree as
// it is now. What same, which may be nil, knows of other states is used. It is
// to be closed. The error is an *Error.
func At(ctx context.Context, present *tree.Tree, revision string, wanted func(file string) bool, kept []tree.File, same *Same) (*State, error) {
	r, err := git.Find(present.Root)
	if err != nil {
		return nil, asError(err)
	}
	if r == nil {
		return nil, &Error{"this is no git work tree", "An earlier state is known only where git keeps it."}
	}
	s := &State{blobs: map[string]git.Blob{}, present: present, standIns: map[string]bool{}, readers: make(chan *files.Reader, maxReaders), same: same}
	if same == nil {
		s.same = &Same{}
	}
	if s.asker, err = r.Asker(); err != nil {
		return nil, asError(err)
	}
	s.same.noted.Do(func() { s.same.clean = r.Clean() })
	list, err := s.asker.Blobs(ctx, r, revision)
	if err == nil {
		s.contents, err = s.asker.Contents(ctx)
	}
	if err != nil {
		s.Close()
		return nil, asError(err)
	}
	for _, b := range list {
		if wanted(b.Path) {
			s.blobs[b.Path] = b
			s.Files = append(s.Files, tree.File{Path: b.Path, Tracked: true})
		}
	}
	for _, f := range kept {
		if _, known := s.blobs[f.Path]; !known {
			s.standIns[f.Path] = true
			s.Files = append(s.Files, f)
		}
	}
	return s, nil
}

// Read appends the contents of a file of the state to buffer.
func (s *State) Read(file string, buffer []byte) ([]byte, error) {
	if s.standIns[file] {
		src, err := s.present.ReadFile(file)
		return append(buffer, src...), err
	}
	b, found := s.blobs[file]
	switch {
	case !found:
		return buffer, fs.ErrNotExist
	case b.Size > files.MaxSize:
		return buffer, files.ErrTooLarge
	}
	if src, same := s.unchanged(file, b, buffer); same {
		return src, nil
	}
	return s.contents.Read(b.ID, files.MaxSize, buffer)
}

// unchanged appends the contents of a file of the state to buffer, where the
// file still has them: most do, and are had much sooner than from git. What
// they are known by says so.
func (s *State) unchanged(file string, b git.Blob, buffer []byte) (src []byte, same bool) {
	var in *files.Reader
	select {
	case in = <-s.readers:
	default:
		in = files.NewReader(s.present.Root)
	}
	defer func() {
		select {
		case s.readers <- in:
		default:
			in.Close()
		}
	}()
	now, err := in.Read(file)
	if err != nil || len(now) != b.Size {
		return nil, false
	}
	key := sameFile{file, b.ID}
	if _, known := s.same.known.Load(key); !known {
		if !s.same.clean.Holds(file, b.ID, in.Stamp(file)) && git.BlobID(now, len(b.ID)) != b.ID {
			return nil, false
		}
		s.same.known.Store(key, true)
	}
	return append(buffer, now...), true
}

// ID returns what git knows the contents of a file of the state by, or "".
func (s *State) ID(file string) string { return s.blobs[file].ID }

// Has reports whether the state has a file.
func (s *State) Has(file string) bool {
	_, found := s.blobs[file]
	return found || s.standIns[file]
}

// Close ends what reads the state.
func (s *State) Close() {
	for len(s.readers) > 0 {
		(<-s.readers).Close()
	}
	if s.contents != nil {
		s.contents.Close()
	}
	s.asker.Close()
}
