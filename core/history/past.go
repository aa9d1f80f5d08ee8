package history

import (
	"bytes"
	"context"
	"path/filepath"
	"strings"

	"inzicht/core/files"
	"inzicht/core/git"
)

// Past is one file as it was in some earlier state.
type Past struct {
	Path string // from the root of the tree
	ID   string // what git knows its contents by
}

// Each calls f for the contents of every file of every earlier state, each
// contents once, until ctx is done. Files over the limit of those of a tree are
// left out. progress, which may be nil, is told how many of all are done. The
// error is an *Error.
func Each(ctx context.Context, root string, progress func(done, all int), f func(p Past, src []byte)) error {
	r, err := git.Find(root)
	if err != nil {
		return asError(err)
	}
	if r == nil {
		return &Error{"this is no git work tree", "Earlier states are known only where git keeps them."}
	}
	a, err := r.Asker()
	if err != nil {
		return asError(err)
	}
	defer a.Close()
	list, err := a.Objects(ctx)
	if err != nil {
		return asError(err)
	}
	contents, err := a.Contents(ctx)
	if err != nil {
		return asError(err)
	}
	defer contents.Close()
	prefix := ""
	if r.Prefix != "" {
		prefix = r.Prefix + "/"
	}
	var buffer []byte
	for n, object := range list {
		if progress != nil && n%500 == 0 {
			progress(n, len(list))
		}
		name, inside := strings.CutPrefix(object.Path, prefix)
		if !inside || !filepath.IsLocal(filepath.FromSlash(name)) {
			continue
		}
		src, ok, err := contents.Blob(object.ID, files.MaxSize, buffer[:0])
		if err != nil {
			return asError(err)
		}
		if ok {
			f(Past{name, object.ID}, src)
			buffer = src
		}
	}
	return nil
}

// Holding returns the last commit that changed a file to or from contents, or
// reports false.
func Holding(ctx context.Context, root, id string) (Commit, bool) {
	ctx, cancel := context.WithTimeout(ctx, askTime)
	defer cancel()
	r, err := git.Find(root)
	if r == nil || err != nil {
		return Commit{}, false
	}
	a, err := r.Asker()
	if err != nil {
		return Commit{}, false
	}
	defer a.Close()
	out, err := a.Output(ctx, maxAnswer, "log", "--no-show-signature", "--no-ext-diff", "--no-textconv", "--no-mailmap", "--all", "--reverse", "--format=%h%x00%as%x00%s", "--find-object="+id)
	line, _, _ := bytes.Cut(out, []byte{'\n'})
	parts := strings.SplitN(string(line), "\x00", 3)
	if err != nil || len(parts) < 3 {
		return Commit{}, false
	}
	return Commit{parts[0], parts[1], parts[2]}, true
}
