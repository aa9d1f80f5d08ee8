package git

import (
	"bytes"
	"encoding/binary"
	"encoding/hex"
	"path"
	"strings"
	"time"

	"inzicht/core/files"
)

// Clean is what git noted of the files of a work tree when it last looked at
// them: as long as a file's stamp is the one noted, it holds what git knows by
// that name. The zero value knows nothing.
type Clean struct {
	files   map[string]cleanFile
	written time.Time // when that was noted
}

type cleanFile struct {
	id    string
	stamp files.Stamp // with 32 bits of each number, as git notes them
}

// Clean returns what the index notes, by paths from the folder asked about. It
// knows nothing where contents may have been changed on their way into the work
// tree, or where the index cannot be read.
func (r *Repository) Clean() (c Clean) {
	src, err := files.ReadFile(r.dir, "index", maxIndex)
	if err != nil {
		return c
	}
	entries, err := parseIndex(src, r.hashLen)
	if err != nil || converts(r.common, "info/attributes") {
		return c
	}
	folder, err := files.OpenFolder(r.dir, "")
	if err != nil {
		return c
	}
	defer folder.Close()
	c.written = time.Unix(0, folder.Stamp("index")[1])
	c.files = make(map[string]cleanFile, len(entries))
	prefix := ""
	if r.Prefix != "" {
		prefix = r.Prefix + "/"
	}
	for _, e := range entries {
		if path.Base(e.path) == ".gitattributes" && converts(r.WorkTree, e.path) {
			return Clean{}
		}
		if name, inside := strings.CutPrefix(e.path, prefix); inside {
			c.files[name] = cleanFile{hex.EncodeToString(e.record[recordHash:]), noted(e.record)}
		}
	}
	return c
}

// converts reports whether a file of attributes may have contents changed by
// something else than their line ends, which their size would tell.
func converts(root, file string) bool {
	src, err := files.ReadFile(root, file, files.MaxSize)
	if err != nil {
		return false
	}
	for _, word := range []string{"filter", "ident", "encoding"} {
		if bytes.Contains(src, []byte(word)) {
			return true
		}
	}
	return false
}

// noted returns the stamp in the record of an index.
func noted(record []byte) files.Stamp {
	number := func(at int) int64 { return int64(binary.BigEndian.Uint32(record[at:])) }
	const billion = 1_000_000_000
	return files.Stamp{number(36), number(8)*billion + number(12), number(0)*billion + number(4), number(20)}
}

// Holds reports whether a file with a stamp, at a path, still holds what git
// knows by a name. Without certainty it does not.
func (c Clean) Holds(file, id string, stamp files.Stamp) bool {
	known, found := c.files[file]
	stamp[0], stamp[3] = stamp[0]&0xffffffff, stamp[3]&0xffffffff
	return found && known.id == id && known.stamp == stamp && time.Unix(0, stamp[1]).Before(c.written)
}
