// Package history asks git about earlier states of a tree. Nothing that the
// tree or its repository configures is run.
package history

import (
	"bufio"
	"bytes"
	"context"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"time"

	"inzicht/core/tree"
)

// Commit is one commit.
type Commit struct {
	ID, Date, Subject string
}

const (
	askTime      = 10 * time.Second // for one question
	checkoutTime = 5 * time.Minute
)

// Added gives the commit in which a name first came into the tree. It reports
// false where there is no git, or no commit has it.
func Added(root, name string) (Commit, bool) {
	ctx, cancel := context.WithTimeout(context.Background(), askTime)
	defer cancel()
	out, err := tree.Git(ctx, root, "log", "--no-ext-diff", "--no-textconv", "--reverse", "--format=%h%x00%as%x00%s", "-S"+name, "--", ".").Output()
	line, _, _ := bytes.Cut(out, []byte{'\n'})
	parts := strings.SplitN(string(line), "\x00", 3)
	if err != nil && len(parts) < 3 || len(parts) < 3 {
		return Commit{}, false
	}
	return Commit{parts[0], parts[1], parts[2]}, true
}

// Error says why an earlier state cannot be had, and what to do.
type Error struct{ Reason, Hint string }

func (e *Error) Error() string { return e.Reason }

// Checkout writes the regular files of a revision below root into dir, without
// filters and links, and gives their list. Only files that wanted accepts are
// written. The error is an *Error.
func Checkout(root, revision, dir string, wanted func(file string, size int) bool) ([]tree.File, error) {
	ctx, cancel := context.WithTimeout(context.Background(), checkoutTime)
	defer cancel()
	if strings.HasPrefix(revision, "-") {
		return nil, &Error{fmt.Sprintf("%q is no revision", revision), "Give a branch, a tag or a commit, such as main or HEAD~1."}
	}
	prefix, err := tree.Git(ctx, root, "rev-parse", "--show-prefix").Output()
	if err != nil {
		return nil, &Error{"this is no git work tree", "An earlier state is known only where git keeps it."}
	}
	listing, err := tree.Git(ctx, root, "ls-tree", "-r", "-z", "--long", revision+"^{tree}", "--", ".").Output()
	if err != nil {
		if listing, err = tree.Git(ctx, root, "ls-tree", "-r", "-z", "--long", "--end-of-options", revision).Output(); err != nil {
			return nil, &Error{fmt.Sprintf("there is no revision %q", revision), "Give a branch, a tag or a commit, such as main or HEAD~1."}
		}
	}
	var files []tree.File
	var ids []string
	for _, record := range bytes.Split(listing, []byte{0}) {
		about, name, found := strings.Cut(string(record), "\t")
		fields := strings.Fields(about)
		if !found || len(fields) < 4 || fields[1] != "blob" || !strings.HasPrefix(fields[0], "100") {
			continue
		}
		name = strings.TrimPrefix(name, strings.TrimSpace(string(prefix)))
		size, _ := strconv.Atoi(fields[3])
		if filepath.IsLocal(filepath.FromSlash(name)) && wanted(name, size) {
			files, ids = append(files, tree.File{Path: name, Tracked: true}), append(ids, fields[2])
		}
	}
	return files, writeBlobs(ctx, root, dir, files, ids)
}

// writeBlobs writes blobs, asked for one after the other, into files.
func writeBlobs(ctx context.Context, root, dir string, files []tree.File, ids []string) error {
	failed := &Error{"git does not give the files of that revision", "Check that the repository is whole: git fsck."}
	command := tree.Git(ctx, root, "cat-file", "--batch")
	command.Stdin = strings.NewReader(strings.Join(ids, "\n") + "\n")
	out, err := command.StdoutPipe()
	if err != nil || command.Start() != nil {
		return failed
	}
	defer command.Wait()
	defer io.Copy(io.Discard, out)
	in := bufio.NewReader(out)
	for _, f := range files {
		head, err := in.ReadString('\n')
		fields := strings.Fields(head)
		if err != nil || len(fields) != 3 {
			return failed
		}
		size, err := strconv.ParseInt(fields[2], 10, 64)
		if err != nil {
			return failed
		}
		content := make([]byte, size)
		if _, err := io.ReadFull(in, content); err != nil {
			return failed
		}
		in.Discard(1)
		target := filepath.Join(dir, filepath.FromSlash(f.Path))
		if os.MkdirAll(filepath.Dir(target), 0o700) != nil || os.WriteFile(target, content, 0o600) != nil {
			return &Error{"the files of that revision cannot be written to a temporary folder", "Make room there, or set TMPDIR."}
		}
	}
	return nil
}
