package files

import "io/fs"

// Reader reads files of a tree one after the other: it keeps the folder that
// the last one lies in, and its buffer.
type Reader struct {
	root   *Folder
	err    error // the root cannot be opened
	at     string
	folder *Folder // nil where it is the root, or none yet
	buffer []byte
}

// NewReader returns a reader of the files below root. It is to be closed.
func NewReader(root string) *Reader {
	r := &Reader{}
	r.root, r.err = OpenFolder(root, "")
	return r
}

// Read returns the contents of a file, by its path, until the next one is read.
func (r *Reader) Read(file string) ([]byte, error) {
	folder, name, err := r.enter(file)
	if err != nil {
		return nil, err
	}
	src, err := folder.ReadFile(name, r.buffer)
	if cap(src) > cap(r.buffer) {
		r.buffer = src[:0]
	}
	return src, err
}

// Stamp returns what tells a file from what it was before; nothing where it is
// not there.
func (r *Reader) Stamp(file string) Stamp {
	folder, name, err := r.enter(file)
	if err != nil {
		return Stamp{}
	}
	return folder.Stamp(name)
}

// enter opens the folder of a file, and gives its name in there.
func (r *Reader) enter(file string) (folder *Folder, name string, err error) {
	if r.err != nil {
		return nil, "", r.err
	}
	if !fs.ValidPath(file) { // it would leave the tree
		return nil, "", fs.ErrNotExist
	}
	at := FolderOf(file)
	if at == "" {
		return r.root, file, nil
	}
	if r.folder == nil || at != r.at {
		r.leave()
		below, err := r.root.Open(at)
		if err != nil {
			return nil, "", err
		}
		r.at, r.folder = at, below
	}
	return r.folder, file[len(at)+1:], nil
}

// leave closes the present folder.
func (r *Reader) leave() {
	if r.folder != nil {
		r.folder.Close()
		r.folder = nil
	}
}

// Close closes what is open.
func (r *Reader) Close() {
	r.leave()
	if r.root != nil {
		r.root.Close()
	}
}
