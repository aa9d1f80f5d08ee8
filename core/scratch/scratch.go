// Package scratch makes temporary folders that are gone when the program is,
// however it ends but for a kill.
package scratch

import (
	"os"
	"sync"
)

var (
	mutex   sync.Mutex
	folders = map[string]bool{}
	ended   bool
)

// Folder makes a temporary folder that only this user can look into.
func Folder() (string, error) {
	mutex.Lock()
	defer mutex.Unlock()
	if ended {
		return "", os.ErrClosed
	}
	folder, err := os.MkdirTemp("", "inzicht-")
	if err == nil {
		folders[folder] = true
	}
	return folder, err
}

// Remove removes a folder that Folder made, with all that is in it.
func Remove(folder string) {
	mutex.Lock()
	defer mutex.Unlock()
	if folders[folder] {
		os.RemoveAll(folder)
		delete(folders, folder)
	}
}

// End removes all folders that are left. None is made after it.
func End() {
	mutex.Lock()
	defer mutex.Unlock()
	ended = true
	for folder := range folders { // in any order
		os.RemoveAll(folder)
	}
	clear(folders)
}
