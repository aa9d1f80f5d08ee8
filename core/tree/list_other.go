//go:build !linux

package tree

import "os"

// listing reads folders.
type listing struct{ entries []entry }

// read gives what a folder holds, until the next call.
func (l *listing) read(folder string) ([]entry, error) {
	list, err := os.ReadDir(folder)
	l.entries = l.entries[:0]
	for _, e := range list {
		l.entries = append(l.entries, entry{e.Name(), e.Type()})
	}
	return l.entries, err
}
