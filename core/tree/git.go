package tree

import (
	"bytes"
	"context"
	"os"
	"os/exec"
	"path"
	"time"
)

// gitTime bounds how long git may take to list the files.
const gitTime = 2 * time.Minute

// safeGit are options with which git runs nothing that the tree configures.
var safeGit = []string{"--no-optional-locks", "-c", "core.fsmonitor=false", "-c", "core.hooksPath=/dev/null", "-c", "core.untrackedCache=false"}

// Git prepares a question to git about the work tree that root is in, with
// options under which nothing configured there is run.
func Git(ctx context.Context, root string, arguments ...string) *exec.Cmd {
	command := exec.CommandContext(ctx, "git", append(append(append([]string{}, safeGit...), "-C", root), arguments...)...)
	command.Env = append(os.Environ(), "GIT_TERMINAL_PROMPT=0", "LC_ALL=C", "GIT_NO_LAZY_FETCH=1")
	return command
}

// listWithGit takes the list of files from git: what it tracks and what is
// neither tracked nor ignored. It reports whether there was such a list.
func (t *Tree) listWithGit(options Options) bool {
	ctx, cancel := context.WithTimeout(context.Background(), gitTime)
	defer cancel()
	out, err := Git(ctx, t.Root, "ls-files", "-z", "-t", "--cached", "--others", "--exclude-standard").Output()
	if err != nil || len(out) == 0 {
		return false // no git, no work tree, or a folder that git ignores
	}
	skipped := map[string]bool{}
	for _, record := range bytes.Split(out, []byte{0}) {
		if len(record) < 3 {
			continue
		}
		file, tracked := string(record[2:]), record[0] != '?'
		if folder, reason := skippedFolder(file, tracked); folder != "" && !options.NoSkip {
			if !skipped[folder] {
				skipped[folder] = true
				t.Skipped = append(t.Skipped, Skip{folder, reason})
			}
			continue
		}
		t.Files = append(t.Files, File{Path: path.Clean(file), Tracked: tracked, Loose: !tracked})
	}
	t.Git = true
	return true
}
