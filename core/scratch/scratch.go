// Package scratch makes temporary folders that are gone when the program is,
// however it ends but for a kill.
package scratch

import (
	"os"
	"path/filepath"
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

// Write writes a file into a folder that Folder made, with the folders on the
// way to it. Nothing is written once the program ends.
func Write(file string, content []byte) error {
	mutex.Lock()
	defer mutex.Unlock()
	if ended {
		return os.ErrClosed
	}
	if err := os.MkdirAll(filepath.Dir(file), 0o700); err != nil {
		return err
	}
	return os.WriteFile(file, content, 0o600)
}

// Mkdir makes a folder in one that Folder made, with those on the way to it.
func Mkdir(folder string) error {
	mutex.Lock()
	defer mutex.Unlock()
	if ended {
		return os.ErrClosed
	}
	return os.MkdirAll(folder, 0o700)
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
