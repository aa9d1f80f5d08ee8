//go:build !linux

package files

// Listing reads folders.
type Listing struct{ entries []Entry }

// Read returns what the folder at a path below top holds, until the next call.
// The path is "" for top itself.
func (l *Listing) Read(top *Folder, folder string) ([]Entry, error) {
	if folder == "" {
		folder = "."
	}
	f, err := top.file(folder)
	if err != nil {
		return nil, err
	}
	defer f.Close()
	list, err := f.ReadDir(-1)
	l.entries = l.entries[:0]
	for _, e := range list {
		l.entries = append(l.entries, Entry{e.Name(), e.Type()})
	}
	return l.entries, err
}
