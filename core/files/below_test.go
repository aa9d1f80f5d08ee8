//go:build unix

package files

import (
	"os"
	"path/filepath"
	"testing"

	"golang.org/x/sys/unix"
)

// A folder is opened below another in one step where the system can, and name
// by name elsewhere: both refuse the same.
func TestOpenBelow(t *testing.T) {
	root, outside := t.TempDir(), t.TempDir()
	grow(t, root, "a/b/c/gate.go", "file")
	for link, target := range map[string]string{"out": outside, "a/in": "b", "a/b/up": ".."} {
		if err := os.Symlink(target, filepath.Join(root, link)); err != nil {
			t.Fatal(err)
		}
	}
	top, err := OpenFolder(root, "")
	if err != nil {
		t.Fatal(err)
	}
	defer top.Close()
	for name, open := range map[string]func(int, string) (int, error){"one step": openBelow, "name by name": openStepwise} {
		for folder, want := range map[string]bool{
			"a": true, "a/b": true, "a/b/c": true,
			"out": false, "a/in": false, "a/in/c": false, "a/b/up": false, "a/b/up/b": false, "file": false, "a/nothing": false,
		} {
			fd, err := open(top.fd, folder)
			if (err == nil) != want {
				t.Errorf("%s, %s: %v", name, folder, err)
			}
			if err == nil {
				unix.Close(fd)
			}
		}
	}
}
