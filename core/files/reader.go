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

// NewReader gives a reader of the files below root. It is to be closed.
func NewReader(root string) *Reader {
	r := &Reader{}
	r.root, r.err = OpenFolder(root, "")
	return r
}

// Read gives the contents of a file, by its path, until the next one is read.
func (r *Reader) Read(file string) ([]byte, error) {
	if r.err != nil {
		return nil, r.err
	}
	if !fs.ValidPath(file) { // it would leave the tree
		return nil, fs.ErrNotExist
	}
	at := FolderOf(file)
	folder := r.root
	if at != "" {
		if r.folder == nil || at != r.at {
			r.leave()
			below, err := r.root.Open(at)
			if err != nil {
				return nil, err
			}
			r.at, r.folder = at, below
		}
		folder = r.folder
	}
	name := file
	if at != "" {
		name = file[len(at)+1:]
	}
	src, err := folder.ReadFile(name, r.buffer)
	if cap(src) > cap(r.buffer) {
		r.buffer = src[:0]
	}
	return src, err
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
