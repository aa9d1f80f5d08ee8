package git

import (
	"errors"
	"io/fs"
	"path"
	"path/filepath"
	"strings"

	"github.com/bmatcuk/doublestar/v4"

	"inzicht/core/files"
)

// MaxGlobs bounds how many patterns with wildcards one file may add.
const MaxGlobs = 2000

// Ignore is what is ignored: the patterns of several files, later ones winning.
type Ignore struct{ lists []*ignoreList }

// ignoreList is the patterns of one file.
type ignoreList struct {
	domain string             // the folder that they hold in, with a slash at its end, or ""
	names  map[string]pattern // those that are plain names, by the name: the last one of each
	globs  []pattern
}

// pattern is one line of an ignore file.
type pattern struct {
	number   int // of the line
	glob     string
	begins   string // what all that fits begins with, and what it ends with
	ends     string
	anchored bool // it is a path from its folder on, and not any name below it
	negated  bool
	folders  bool // it holds for folders alone
}

// None reports whether there is no pattern at all.
func (g Ignore) None() bool { return len(g.lists) == 0 }

// With adds the patterns of an ignore file of a folder ("" for the root).
// whole reports whether all of them were taken up.
func (g Ignore) With(folder string, src []byte) (added Ignore, whole bool) {
	list := &ignoreList{names: map[string]pattern{}}
	if folder != "" {
		list.domain = folder + "/"
	}
	number := 0
	for line := range strings.Lines(strings.TrimPrefix(string(src), "\ufeff")) {
		number++
		p, plain, ok := parsePattern(strings.TrimSuffix(strings.TrimSuffix(line, "\n"), "\r"))
		p.number = number
		switch {
		case !ok:
		case plain:
			key := p.glob
			if p.folders {
				key += "/"
			}
			list.names[key] = p
		case len(list.globs) < MaxGlobs:
			list.globs = append(list.globs, p)
		default:
			return Ignore{append(g.lists[:len(g.lists):len(g.lists)], list)}, false
		}
	}
	if len(list.names)+len(list.globs) == 0 {
		return g, true
	}
	return Ignore{append(g.lists[:len(g.lists):len(g.lists)], list)}, true
}

// classes are the classes of characters that git knows by a name.
var classes = strings.NewReplacer("[:digit:]", "0-9", "[:alpha:]", "a-zA-Z", "[:alnum:]", "a-zA-Z0-9", "[:upper:]", "A-Z", "[:lower:]", "a-z",
	"[:space:]", " \t", "[:xdigit:]", "0-9a-fA-F", "[:punct:]", "!-/:-@", "{", `\{`, "}", `\}`)

// parsePattern reads one line. plain says that it is a name without wildcards.
func parsePattern(line string) (p pattern, plain, ok bool) {
	if strings.HasPrefix(line, "#") {
		return p, false, false
	}
	for strings.HasSuffix(line, " ") && !strings.HasSuffix(line, `\ `) {
		line = line[:len(line)-1]
	}
	line, p.negated = strings.CutPrefix(line, "!")
	line, p.folders = strings.CutSuffix(line, "/")
	p.anchored = strings.Contains(line, "/")
	line = strings.TrimPrefix(line, "/")
	if line == "" {
		return p, false, false
	}
	if !p.anchored && !strings.ContainsAny(line, `*?[\`) {
		p.glob = line
		return p, true, true
	}
	p.glob = classes.Replace(line)
	if p.anchored && strings.HasSuffix(p.glob, "/**") { // what is in the folder, not itself
		p.glob += "/*"
	}
	p.begins, p.ends = literalEnds(p.glob)
	return p, false, true
}

// literalEnds returns what is before the first and behind the last wildcard
// of a glob: all that fits begins and ends so. Slashes beside ** may be missing.
func literalEnds(glob string) (begins, ends string) {
	first, last := strings.IndexAny(glob, `*?[\{`), strings.LastIndexAny(glob, `*?]\}`)
	if first < 0 {
		return glob, glob
	}
	begins = strings.TrimSuffix(glob[:first], "/")
	if last >= first && glob[last] != '\\' {
		ends = strings.TrimPrefix(glob[last+1:], "/")
	}
	return begins, ends
}

// Match reports whether a path from the root on is ignored by itself. What
// lies in an ignored folder is ignored with it, whatever this says.
func (g Ignore) Match(path string, folder bool) bool {
	base := path[strings.LastIndexByte(path, '/')+1:]
	for i := len(g.lists) - 1; i >= 0; i-- {
		if p := g.lists[i].last(path, base, folder); p != nil {
			return !p.negated
		}
	}
	return false
}

// last returns the last pattern of a list that fits, or nil.
func (l *ignoreList) last(path, base string, folder bool) (found *pattern) {
	path, inside := strings.CutPrefix(path, l.domain)
	if !inside {
		return nil
	}
	if p, known := l.names[base]; known {
		found = &p
	}
	if p, known := l.names[base+"/"]; known && folder && (found == nil || p.number > found.number) {
		found = &p
	}
	for i := len(l.globs) - 1; i >= 0; i-- {
		p := &l.globs[i]
		if found != nil && p.number < found.number {
			break
		}
		if p.folders && !folder {
			continue
		}
		name := base
		if p.anchored {
			name = path
		}
		if !strings.HasPrefix(name, p.begins) || !strings.HasSuffix(name, p.ends) {
			continue
		}
		if doublestar.MatchUnvalidated(p.glob, name) {
			return p
		}
	}
	return found
}

// Ignored returns what is ignored in the whole work tree, apart from its
// .gitignore files: by whoever runs this, and by the repository's own list.
// unread names the files that could not be read, and why.
func (r *Repository) Ignored() (g Ignore, unread []string) {
	take := func(what string, src []byte, err error) {
		switch {
		case err == nil:
			g, _ = g.With("", src)
		case !errors.Is(err, fs.ErrNotExist):
			unread = append(unread, what+": "+files.Reason(err))
		}
	}
	if named, set := r.config["core.excludesfile"]; !set {
		file := userExcludes()
		src, err := ownFile(file)
		take(file, src, err)
	} else if inside, err := filepath.Rel(r.WorkTree, below(r.WorkTree, named)); err == nil && filepath.IsLocal(inside) {
		src, err := files.ReadFile(r.WorkTree, filepath.ToSlash(inside), files.MaxSize)
		take(inside, src, err)
	} else {
		unread = append(unread, "the ignore file that the repository's configuration names: it lies outside this tree")
	}
	src, err := files.ReadFile(r.common, "info/exclude", files.MaxSize)
	take(filepath.Join(r.common, "info", "exclude"), src, err)
	return g, unread
}

// Ignores reports whether git ignores a file, which may be one that is not
// there yet. Its path is from the work tree on.
func (r *Repository) Ignores(file string) bool {
	g, _ := r.Ignored()
	_, ignored := r.Below(g, file, false)
	return ignored
}

// Below adds the ignore files of the folders that a path from the work tree on
// leads through, and reports whether it is ignored, by itself or with one of
// them. folder says that a folder is there.
func (r *Repository) Below(g Ignore, file string, folder bool) (added Ignore, ignored bool) {
	names := strings.Split(file, "/")
	for n := range names {
		above := path.Join(names[:n]...)
		if src, err := files.ReadFile(r.WorkTree, path.Join(above, ".gitignore"), files.MaxSize); err == nil {
			g, _ = g.With(above, src)
		}
		ignored = ignored || g.Match(path.Join(names[:n+1]...), folder || n < len(names)-1)
	}
	return g, ignored
}
