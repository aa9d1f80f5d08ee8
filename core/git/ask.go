package git

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"time"

	"inzicht/core/files"
	"inzicht/core/scratch"
)

// Asker puts questions to the git program about the objects of one
// repository. Git is shown a repository of our own making: it has the
// references and borrows the objects, and has none of the configuration,
// attributes, hooks and filters of the one asked about. So nothing that the
// tree brings along is run, whatever it is called.
type Asker struct {
	program     string
	shown       string // the folder of the repository that git is shown
	environment []string
}

// Asker prepares questions. It is to be closed. The error is an *Error.
func (r *Repository) Asker() (*Asker, error) {
	program, err := gitProgram(r.WorkTree)
	if err != nil {
		return nil, err
	}
	if err := r.plainObjects(); err != nil {
		return nil, err
	}
	shown, err := scratch.Folder()
	if err != nil {
		return nil, &Error{"no temporary folder can be made", "Make room there, or set TMPDIR."}
	}
	a := &Asker{program: program, shown: shown}
	if err := r.show(shown); err != nil {
		a.Close()
		return nil, err
	}
	a.environment = []string{
		"PATH=" + filepath.Dir(program), "SYSTEMROOT=" + os.Getenv("SYSTEMROOT"), "HOME=" + shown, "XDG_CONFIG_HOME=" + shown, "LC_ALL=C",
		"GIT_DIR=" + shown, "GIT_OBJECT_DIRECTORY=" + filepath.Join(r.common, "objects"),
		"GIT_CONFIG_NOSYSTEM=1", "GIT_CONFIG_GLOBAL=" + os.DevNull, "GIT_ATTR_NOSYSTEM=1", "GIT_NO_REPLACE_OBJECTS=1", "GIT_LITERAL_PATHSPECS=1",
		"GIT_OPTIONAL_LOCKS=0", "GIT_NO_LAZY_FETCH=1", "GIT_ALLOW_PROTOCOL=none", "GIT_TERMINAL_PROMPT=0", "GIT_PAGER=cat", "PAGER=cat",
	}
	return a, nil
}

// plainObjects refuses a store of objects in which something is no plain file
// that git would open and wait for.
func (r *Repository) plainObjects() error {
	for _, part := range []string{"objects/info", "objects/pack"} {
		top, err := files.OpenFolder(r.common, "")
		if err != nil {
			return &Error{r.common + " cannot be read: " + files.Reason(err), "Give permission to read it."}
		}
		entries, err := new(files.Listing).Read(top, part)
		top.Close()
		if err != nil && files.Refused(err) {
			return &Error{filepath.Join(r.common, part) + " cannot be read: " + files.Reason(err), "Give permission to read it."}
		}
		for _, e := range entries {
			if !e.Kind.IsRegular() && !e.Kind.IsDir() {
				return &Error{filepath.Join(r.common, part, e.Name) + " is no regular file", "Check that the repository is whole: git fsck."}
			}
		}
	}
	return nil
}

// Close removes what was made for the questions.
func (a *Asker) Close() { scratch.Remove(a.shown) }

// gitProgram finds git on the path, but never in the work tree asked about.
func gitProgram(workTree string) (string, error) {
	for _, folder := range filepath.SplitList(os.Getenv("PATH")) {
		if !filepath.IsAbs(folder) {
			continue
		}
		file, err := exec.LookPath(filepath.Join(folder, "git"))
		if err != nil {
			continue
		}
		if real, err := filepath.EvalSymlinks(file); err == nil && !lies(real, workTree) && !lies(file, workTree) {
			return file, nil
		}
	}
	return "", &Error{"the git program is not there", "Install git; earlier states of the tree are known to it alone."}
}

// lies reports whether a file lies in a folder.
func lies(file, folder string) bool {
	relative, err := filepath.Rel(folder, file)
	return err == nil && filepath.IsLocal(relative)
}

// show writes the repository that git is shown: HEAD, the references, where
// history is cut off, and nothing else.
func (r *Repository) show(folder string) error {
	config := "[core]\n\trepositoryformatversion = 0\n\tbare = true\n"
	if r.hashLen == 32 {
		config = "[core]\n\trepositoryformatversion = 1\n\tbare = true\n[extensions]\n\tobjectformat = sha256\n"
	}
	references, err := r.references()
	if err != nil {
		return err
	}
	head, err := r.head()
	if err != nil {
		return err
	}
	var packed strings.Builder
	for _, ref := range references {
		fmt.Fprintf(&packed, "%s %s\n", ref.id, ref.name)
	}
	content := map[string]string{"config": config, "HEAD": head, "packed-refs": packed.String()}
	if shallow, err := files.ReadFile(r.common, "shallow", maxPacked); err == nil {
		content["shallow"] = string(shallow)
	}
	for _, part := range []string{"refs", "objects"} {
		err = errors.Join(err, scratch.Mkdir(filepath.Join(folder, part)))
	}
	for name, text := range content { // in any order
		err = errors.Join(err, scratch.Write(filepath.Join(folder, name), []byte(text)))
	}
	if err != nil {
		return &Error{"the temporary folder cannot be written", "Make room there, or set TMPDIR."}
	}
	return nil
}

// askTime bounds how long git may take for one answer.
const askTime = 20 * time.Second

// errLong says that git said more than was asked for.
var errLong = errors.New("git says more than is read of it")

// Output returns what git answers, if it is no longer than limit bytes. Git is
// ended when ctx is, and together with this program.
func (a *Asker) Output(ctx context.Context, limit int, arguments ...string) ([]byte, error) {
	ctx, cancel := context.WithTimeout(ctx, askTime)
	defer cancel()
	command := a.command(ctx, arguments...)
	out, err := command.StdoutPipe()
	if err != nil {
		return nil, err
	}
	if err := command.Start(); err != nil {
		return nil, err
	}
	answer, err := io.ReadAll(io.LimitReader(out, int64(limit)+1))
	if len(answer) > limit {
		answer, err = nil, errLong
	}
	if err != nil {
		cancel()
		command.Wait()
		return nil, err
	}
	if err := command.Wait(); err != nil {
		return nil, err
	}
	return answer, nil
}

func (a *Asker) command(ctx context.Context, arguments ...string) *exec.Cmd {
	command := exec.CommandContext(ctx, a.program, append([]string{"--no-pager"}, arguments...)...)
	command.Dir, command.Env = a.shown, a.environment
	command.WaitDelay = time.Second
	bind(command)
	return command
}
