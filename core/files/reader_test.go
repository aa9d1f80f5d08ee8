package files

import (
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"inzicht/core/testtree"
)

// grow writes files below a folder, each with its own path as contents.
func grow(t *testing.T, root string, files ...string) {
	t.Helper()
	for _, file := range files {
		testtree.Write(t, root, file, file)
	}
}

func TestReader(t *testing.T) {
	root, outside := t.TempDir(), t.TempDir()
	grow(t, root, "gate.go", "lib/a.go", "lib/b.go", "lib/deep/er/c.go", "other/d.go")
	grow(t, outside, "secret")
	for link, target := range map[string]string{"out": outside, "lib/out": outside, "lib/to": "../other", "file": filepath.Join(outside, "secret")} {
		if err := os.Symlink(target, filepath.Join(root, link)); err != nil {
			t.Skip("links cannot be made here: ", err)
		}
	}
	r := NewReader(root)
	defer r.Close()
	for _, file := range []string{"gate.go", "lib/a.go", "lib/b.go", "gate.go", "lib/deep/er/c.go", "other/d.go", "lib/a.go"} {
		src, err := r.Read(file)
		if err != nil || string(src) != file {
			t.Errorf("%s gives %q, %v", file, src, err)
		}
	}
	for _, file := range []string{
		"out/secret", "lib/out/secret", "lib/to/d.go", "file", // through links
		"../" + filepath.Base(outside) + "/secret", "lib/../gate.go", "/etc/hostname", "", ".", // out of the tree, or not plain
		"nothing.go", "lib/nothing.go", "no/folder.go", "gate.go/x",
	} {
		if src, err := r.Read(file); err == nil {
			t.Errorf("%q gives %q", file, src)
		}
	}
	if _, err := NewReader(filepath.Join(root, "nothing")).Read("gate.go"); !errors.Is(err, fs.ErrNotExist) {
		t.Errorf("a root that is not there: %v", err)
	}
}

// A reader gives a file whole, whatever was in its buffer before.
func TestReaderBuffer(t *testing.T) {
	root := t.TempDir()
	sizes := []int{0, 1, 64<<10 - 1, 64 << 10, 64<<10 + 1, 300_000, 10, MaxSize, 5}
	for n, size := range sizes {
		if err := os.WriteFile(filepath.Join(root, fmt.Sprint(n)), []byte(strings.Repeat(fmt.Sprint(n), size)), 0o644); err != nil {
			t.Fatal(err)
		}
	}
	if err := os.WriteFile(filepath.Join(root, "large"), make([]byte, MaxSize+1), 0o644); err != nil {
		t.Fatal(err)
	}
	r := NewReader(root)
	defer r.Close()
	for n, size := range sizes {
		src, err := r.Read(fmt.Sprint(n))
		if err != nil || len(src) != size || strings.Trim(string(src), fmt.Sprint(n)) != "" {
			t.Errorf("%d bytes: %d, %v", size, len(src), err)
		}
	}
	if _, err := r.Read("large"); !errors.Is(err, ErrTooLarge) {
		t.Errorf("a file over the limit: %v", err)
	}
}

func TestListing(t *testing.T) {
	root := t.TempDir()
	var names []string
	for n := range 3000 { // more than one buffer of records
		names = append(names, fmt.Sprintf("a-file-with-quite-a-long-name-%d.go", n))
	}
	grow(t, root, names...)
	grow(t, root, "folder/inside.go", "ünïcode.go", ".hidden", "with space")
	want := map[string]fs.FileMode{"folder": fs.ModeDir, "ünïcode.go": 0, ".hidden": 0, "with space": 0}
	if os.Symlink("gate.go", filepath.Join(root, "link")) == nil {
		want["link"] = fs.ModeSymlink
	}
	for _, name := range names {
		want[name] = 0
	}
	top, err := OpenFolder(root, "")
	if err != nil {
		t.Fatal(err)
	}
	defer top.Close()
	l := &Listing{}
	for range 2 { // the second time into what the first one used
		entries, err := l.Read(top, "")
		if err != nil {
			t.Fatal(err)
		}
		if len(entries) != len(want) {
			t.Fatalf("%d entries, want %d", len(entries), len(want))
		}
		for _, e := range entries {
			if kind, known := want[e.Name]; !known || e.Kind.Type() != kind {
				t.Errorf("%q of kind %v", e.Name, e.Kind)
			}
		}
	}
	for _, name := range []string{".hidden", "link", "nothing"} {
		if _, err := l.Read(top, name); err == nil {
			t.Errorf("%s was listed like a folder", name)
		}
	}
}

func TestStamp(t *testing.T) {
	root := testtree.Files(t, map[string]string{"a/b.txt": "x"})
	folder, err := OpenFolder(root, "")
	if err != nil {
		t.Fatal(err)
	}
	defer folder.Close()
	before := folder.Stamp("a/b.txt")
	if before == (Stamp{}) || folder.Stamp("nowhere") != (Stamp{}) || folder.Stamp("a/b.txt") != before {
		t.Errorf("stamps: %v", before)
	}
	os.WriteFile(filepath.Join(root, "a", "b.txt"), []byte("xy"), 0o644)
	if folder.Stamp("a/b.txt") == before {
		t.Error("a longer file has the same stamp")
	}
}

func TestTooLarge(t *testing.T) {
	root := testtree.Files(t, map[string]string{"big": strings.Repeat("x", MaxSize+1), "fits": strings.Repeat("x", MaxSize)})
	folder, err := OpenFolder(root, "")
	if err != nil {
		t.Fatal(err)
	}
	defer folder.Close()
	if _, err := folder.ReadFile("big", nil); !errors.Is(err, ErrTooLarge) {
		t.Errorf("big: %v", err)
	}
	if src, err := folder.ReadFile("fits", nil); err != nil || len(src) != MaxSize {
		t.Errorf("fits: %d bytes, %v", len(src), err)
	}
}
