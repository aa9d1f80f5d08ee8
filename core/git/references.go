package git

import (
	"io/fs"
	"path/filepath"
	"strings"

	"inzicht/core/files"
	"inzicht/core/late"
)

// reference is a name with the object that it stands for.
type reference struct{ name, id string }

const (
	maxReferences = 200_000
	maxRefDepth   = 20
)

var (
	referenceName = late.Regexp(`^refs/[^\x00-\x20\x7f~^:?*\[\\]+$`)
	objectID      = late.Regexp(`^([0-9a-f]{40}|[0-9a-f]{64})$`)
)

// references returns the references of a repository, those in files of their
// own over packed ones. The error is an *Error.
func (r *Repository) references() ([]reference, error) {
	if r.config["extensions.refstorage"] != "" && r.config["extensions.refstorage"] != "files" {
		return nil, &Error{"the repository keeps its references in a form that is not understood", "Have git keep them in files: git refs migrate --ref-format=files."}
	}
	known := map[string]int{}
	var list []reference
	take := func(name, id string) {
		if len(list) >= maxReferences || !referenceName().MatchString(name) || strings.Contains(name, "..") || !objectID().MatchString(id) {
			return
		}
		if at, found := known[name]; found {
			list[at].id = id
			return
		}
		known[name] = len(list)
		list = append(list, reference{name, id})
	}
	packed, err := files.ReadFile(r.common, "packed-refs", maxPacked)
	if err != nil && files.Refused(err) {
		return nil, &Error{filepath.Join(r.common, "packed-refs") + " cannot be read: " + files.Reason(err), "Give permission to read it."}
	}
	for line := range strings.Lines(string(packed)) {
		id, name, _ := strings.Cut(strings.TrimSpace(line), " ")
		take(name, id)
	}
	return list, r.loose("refs", 0, func(name string) {
		if src, err := files.ReadFile(r.common, name, maxSmall); err == nil {
			take(name, strings.TrimSpace(string(src)))
			if target, isLink := strings.CutPrefix(strings.TrimSpace(string(src)), "ref: "); isLink { // such as origin/HEAD
				if at, found := known[target]; found {
					take(name, list[at].id)
				}
			}
		}
	})
}

// loose calls f for the references that are files of their own.
func (r *Repository) loose(folder string, depth int, f func(name string)) error {
	top, err := files.OpenFolder(r.common, "")
	if err != nil {
		return &Error{r.common + " cannot be read: " + files.Reason(err), "Give permission to read it."}
	}
	defer top.Close()
	entries, err := new(files.Listing).Read(top, folder)
	if err != nil || depth > maxRefDepth {
		return nil
	}
	var below []string
	for _, e := range entries {
		switch name := folder + "/" + e.Name; {
		case e.Kind == 0:
			f(name)
		case e.Kind == fs.ModeDir:
			below = append(below, name)
		}
	}
	for _, name := range below {
		if err := r.loose(name, depth+1, f); err != nil {
			return err
		}
	}
	return nil
}

// head returns what HEAD is to hold: the branch or commit that is checked out.
func (r *Repository) head() (string, error) {
	src, err := files.ReadFile(r.dir, "HEAD", maxSmall)
	if err != nil {
		return "", &Error{filepath.Join(r.dir, "HEAD") + " cannot be read: " + files.Reason(err), "Check that the repository is whole: git fsck."}
	}
	line := strings.TrimSpace(string(src))
	branch, isBranch := strings.CutPrefix(line, "ref: ")
	switch {
	case isBranch && referenceName().MatchString(branch):
		return "ref: " + branch + "\n", nil
	case objectID().MatchString(line):
		return line + "\n", nil
	}
	return "", &Error{filepath.Join(r.dir, "HEAD") + " names no branch and no commit", "Check that the repository is whole: git fsck."}
}
