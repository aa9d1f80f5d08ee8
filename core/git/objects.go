package git

import (
	"bufio"
	"context"
	"crypto/sha1"
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"hash"
	"io"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"sync"
	"time"
)

// Blob is a file of an earlier state.
type Blob struct {
	Path string // from the folder asked about
	ID   string
	Size int
}

// BlobID returns the name that git gives to contents, in a repository whose
// names have that many letters; "" where there is no such sort of repository.
func BlobID(contents []byte, letters int) string {
	var sum hash.Hash
	switch letters {
	case 2 * sha1.Size:
		sum = sha1.New()
	case 2 * sha256.Size:
		sum = sha256.New()
	default:
		return ""
	}
	fmt.Fprintf(sum, "blob %d\x00", len(contents))
	sum.Write(contents)
	return hex.EncodeToString(sum.Sum(nil))
}

// maxList bounds in bytes how long the list of a state's files may be.
const maxList = 256 << 20

// Blobs lists the regular files of a revision below the folder asked about.
// The error is an *Error.
func (a *Asker) Blobs(ctx context.Context, r *Repository, revision string) (list []Blob, err error) {
	unknown := &Error{fmt.Sprintf("there is no revision %q", revision), "Give a branch, a tag or a commit, such as main or HEAD~1."}
	if strings.HasPrefix(revision, "-") || strings.ContainsAny(revision, "\x00\n:") {
		return nil, unknown
	}
	id, err := a.Output(ctx, maxSmall, "rev-parse", "--verify", "--quiet", revision+"^{tree}")
	if err != nil {
		return nil, unknown
	}
	arguments := []string{"ls-tree", "-r", "-z", "--long", "--full-tree", strings.TrimSpace(string(id))}
	prefix := ""
	if r.Prefix != "" {
		prefix = r.Prefix + "/"
		arguments = append(arguments, "--", prefix)
	}
	listing, err := a.Output(ctx, maxList, arguments...)
	if err != nil {
		return nil, &Error{"git does not list the files of that revision", "Check that the repository is whole: git fsck."}
	}
	for record := range strings.SplitSeq(string(listing), "\x00") {
		about, name, found := strings.Cut(record, "\t")
		fields := strings.Fields(about)
		if !found || len(fields) != 4 || fields[1] != "blob" || !strings.HasPrefix(fields[0], "100") || !objectID().MatchString(fields[2]) {
			continue
		}
		name, inside := strings.CutPrefix(name, prefix)
		size, err := strconv.Atoi(fields[3])
		if inside && err == nil && filepath.IsLocal(filepath.FromSlash(name)) {
			list = append(list, Blob{name, fields[2], size})
		}
	}
	return list, nil
}

// Contents reads the contents of blobs, one after the other, from one run of git.
type Contents struct {
	mutex   sync.Mutex
	command *exec.Cmd
	ask     io.WriteCloser
	answer  *bufio.Reader
	cancel  context.CancelFunc
	broken  bool
}

// Contents begins to read contents. It is to be closed. The error is an *Error.
func (a *Asker) Contents(ctx context.Context) (*Contents, error) {
	ctx, cancel := context.WithCancel(ctx)
	command := a.command(ctx, "cat-file", "--batch")
	ask, err := command.StdinPipe()
	if err == nil {
		var out io.Reader
		if out, err = command.StdoutPipe(); err == nil {
			if err = command.Start(); err == nil {
				return &Contents{command: command, ask: ask, answer: bufio.NewReader(out), cancel: cancel}, nil
			}
		}
	}
	cancel()
	return nil, errContents
}

var errContents = &Error{"git does not give the files of that revision", "Check that the repository is whole: git fsck."}

// Read appends the contents of a blob, of at most limit bytes, to buffer. The
// error is an *Error.
func (c *Contents) Read(id string, limit int, buffer []byte) ([]byte, error) {
	c.mutex.Lock()
	defer c.mutex.Unlock()
	late := time.AfterFunc(askTime, c.cancel)
	defer late.Stop()
	src, err := c.read(id, limit, buffer)
	if err != nil { // what git says next is not known
		c.broken = true
		return nil, errContents
	}
	return src, nil
}

func (c *Contents) read(id string, limit int, buffer []byte) ([]byte, error) {
	if c.broken {
		return nil, errContents
	}
	if _, err := io.WriteString(c.ask, id+"\n"); err != nil {
		return nil, err
	}
	head, err := c.answer.ReadSlice('\n')
	fields := strings.Fields(string(head))
	if err != nil || len(fields) != 3 || fields[0] != id {
		return nil, errContents
	}
	size, err := strconv.Atoi(fields[2])
	if err != nil || size < 0 || size > limit {
		return nil, errContents
	}
	at := len(buffer)
	if cap(buffer)-at < size {
		grown := make([]byte, at, at+size)
		copy(grown, buffer)
		buffer = grown
	}
	buffer = buffer[:at+size]
	if _, err := io.ReadFull(c.answer, buffer[at:]); err != nil {
		return nil, err
	}
	_, err = c.answer.Discard(1)
	return buffer, err
}

// Blob appends the contents of an object to buffer. It reports false where the
// object is no blob, or one of more than limit bytes. The error is an *Error.
func (c *Contents) Blob(id string, limit int, buffer []byte) (src []byte, ok bool, err error) {
	c.mutex.Lock()
	defer c.mutex.Unlock()
	late := time.AfterFunc(askTime, c.cancel)
	defer late.Stop()
	if c.broken {
		return nil, false, errContents
	}
	if src, ok, err = c.blob(id, limit, buffer); err != nil {
		c.broken = true
		return nil, false, errContents
	}
	return src, ok, nil
}

func (c *Contents) blob(id string, limit int, buffer []byte) ([]byte, bool, error) {
	if _, err := io.WriteString(c.ask, id+"\n"); err != nil {
		return nil, false, err
	}
	head, err := c.answer.ReadSlice('\n')
	fields := strings.Fields(string(head))
	if err != nil || len(fields) != 3 || fields[0] != id {
		return nil, false, errContents
	}
	size, err := strconv.Atoi(fields[2])
	if err != nil || size < 0 {
		return nil, false, errContents
	}
	if fields[1] != "blob" || size > limit {
		_, err := c.answer.Discard(size + 1)
		return nil, false, err
	}
	at := len(buffer)
	buffer = append(buffer, make([]byte, size)...)
	if _, err := io.ReadFull(c.answer, buffer[at:]); err != nil {
		return nil, false, err
	}
	_, err = c.answer.Discard(1)
	return buffer, true, err
}

// Objects lists the objects that have had a path, in all states that any
// reference leads to; trees are among them. The error is an *Error.
func (a *Asker) Objects(ctx context.Context) (list []Blob, err error) {
	listing, err := a.Output(ctx, maxList, "rev-list", "--objects", "--all", "HEAD")
	if err != nil {
		return nil, &Error{"git does not list what earlier states hold", "Check that the repository is whole: git fsck."}
	}
	for line := range strings.SplitSeq(string(listing), "\n") {
		id, name, found := strings.Cut(line, " ")
		if found && name != "" && objectID().MatchString(id) {
			list = append(list, Blob{Path: name, ID: id})
		}
	}
	return list, nil
}

// Close ends the run of git.
func (c *Contents) Close() {
	c.ask.Close()
	c.cancel()
	c.command.Wait()
}
