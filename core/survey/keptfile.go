package survey

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"time"

	"inzicht/core/files"
	"inzicht/core/late"
	"inzicht/core/sorting"
)

// keptFile is a file of kept results: a checksum, then what was kept.
type keptFile struct{ folder, name string }

// keptAs returns the file in which something is kept, by all that tells it from
// other things.
func keptAs(folder string, what ...string) keptFile {
	name := sha256.Sum256([]byte(strings.Join(what, "\x00")))
	return keptFile{folder, hex.EncodeToString(name[:16])}
}

// maxKept is the size in bytes over which a file of kept results is not read.
const maxKept = 64 << 20

// read reads what was kept, and reports whether it is there and whole.
func (f keptFile) read(into any) bool {
	src, err := files.ReadFile(f.folder, f.name, maxKept)
	if err != nil || len(src) < sha256.Size {
		return false
	}
	content := src[sha256.Size:]
	if sum := sha256.Sum256(content); !bytes.Equal(sum[:], src[:sha256.Size]) || json.Unmarshal(content, into) != nil {
		return false
	}
	os.Chtimes(filepath.Join(f.folder, f.name), time.Time{}, time.Now()) // it was of use today
	return true
}

// keptForm returns the form in which something is kept, and whether it can be
// made again from that: text that is no UTF-8 cannot.
func keptForm(what any) (form []byte, exact bool) {
	form, err := json.Marshal(what)
	return form, err == nil && !bytes.Contains(form, []byte(`\ufffd`))
}

// write puts something in the place of what was kept, and reports whether it can be made
// again from that. What cannot be written is found anew next time.
func (f keptFile) write(what any) (exact bool) {
	content, exact := keptForm(what)
	if !exact || os.MkdirAll(f.folder, 0o700) != nil {
		return exact
	}
	sum := sha256.Sum256(content)
	out, err := os.CreateTemp(f.folder, newKept+"*") // only the user may read it: source may hold secrets
	if err != nil {
		return true
	}
	defer os.Remove(out.Name())
	if _, err = out.Write(sum[:]); err == nil {
		_, err = out.Write(content)
	}
	if closed := out.Close(); err == nil && closed == nil {
		os.Rename(out.Name(), filepath.Join(f.folder, f.name))
	}
	f.tidy()
	return true
}

// What was not of use for long goes.
const (
	newKept    = ".new-"
	maxFiles   = 180 // a tree has one, and one for each question about all of it
	keptFor    = 30 * 24 * time.Hour
	maxAllKept = 512 << 20 // bytes
)

var keptName = late.Regexp(`^[0-9a-f]{32}$|^` + regexp.QuoteMeta(newKept))

// tidy removes other files: the oldest, where it is too old,
// too many or too much.
func (f keptFile) tidy() {
	entries, err := os.ReadDir(f.folder)
	if err != nil {
		return
	}
	var all []fs.FileInfo
	for _, e := range entries {
		if info, err := e.Info(); err == nil && info.Mode().IsRegular() && keptName().MatchString(e.Name()) && e.Name() != f.name {
			all = append(all, info)
		}
	}
	sorting.By(all, func(a, b fs.FileInfo) int { return b.ModTime().Compare(a.ModTime()) })
	size := int64(0)
	for n, info := range all {
		size += info.Size()
		age := time.Since(info.ModTime())
		if n >= maxFiles || age > keptFor || size > maxAllKept || strings.HasPrefix(info.Name(), newKept) && age > time.Hour {
			os.Remove(filepath.Join(f.folder, info.Name()))
		}
	}
}
