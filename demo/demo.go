// Package demo holds Lockside, the sample project: software for keepers of
// canal locks, with the mistakes that a real team would leave behind.
package demo

import (
	"embed"
	"fmt"
	"io/fs"
	"os"
	"os/exec"
	"path"
	"path/filepath"
	"strings"
)

//go:embed all:lockside all:earlier
var files embed.FS

// names are files that stand in the project under another name than here,
// where they would be taken for this project's own.
var names = map[string]string{"gitignore": ".gitignore", "env.example": ".env.example", "env.local": ".env", "dockerignore": ".dockerignore"}

// Unpack writes the sample project into dir, which must be empty or not there
// yet, and makes a git work tree of it where git is installed.
func Unpack(dir string) error {
	if err := os.MkdirAll(dir, 0o755); err != nil {
		return err
	}
	entries, err := os.ReadDir(dir)
	if err != nil {
		return err
	}
	if len(entries) > 0 {
		return fmt.Errorf("%s is not empty", dir)
	}
	if err := write("lockside", dir); err != nil {
		return err
	}
	return commit(dir)
}

// write unpacks one of the embedded folders into dir.
func write(folder, dir string) error {
	return fs.WalkDir(files, folder, func(name string, entry fs.DirEntry, err error) error {
		if err != nil || entry.IsDir() {
			return err
		}
		content, err := files.ReadFile(name)
		if err != nil {
			return err
		}
		target := filepath.Join(dir, filepath.FromSlash(targetName(strings.TrimPrefix(name, folder+"/"))))
		if err := os.MkdirAll(filepath.Dir(target), 0o755); err != nil {
			return err
		}
		return os.WriteFile(target, content, mode(target))
	})
}

// targetName returns the name that a file of the sample project has when unpacked.
func targetName(name string) string {
	name = strings.TrimSuffix(name, ".txt")
	if other, found := names[path.Base(name)]; found {
		return path.Join(path.Dir(name), other)
	}
	return name
}

// mode keeps private files private, and lets scripts be run.
func mode(file string) os.FileMode {
	switch base := filepath.Base(file); {
	case base == ".env" || base == "production.env":
		return 0o600
	case strings.HasSuffix(base, ".sh"):
		return 0o755
	}
	return 0o644
}

// steps of the project's history: what was added in each, and why.
var steps = []struct {
	paths   []string
	message string
}{
	{[]string{".gitignore", "README.md", ".env.example", "services/gatekeeper", "services/waterlevel", "services/harbour"}, "Gates, levels, and a fax to the harbour"},
	{[]string{"services/skipper-web", "deploy/staging.env", "ops"}, "Let skippers book a passage"},
	{[]string{"."}, "Tolls, logbook and sensors; the fax is gone"},
}

// commit puts the project under git, with a history in which variables come
// and go. Without git the demo works all the same.
func commit(dir string) error {
	if _, err := exec.LookPath("git"); err != nil {
		return nil
	}
	if err := git(dir, "init", "--quiet", "--initial-branch=main"); err != nil {
		return err
	}
	if err := write("earlier", dir); err != nil {
		return err
	}
	for n, step := range steps {
		if n == len(steps)-1 {
			if err := os.RemoveAll(filepath.Join(dir, "services", "harbour")); err != nil {
				return err
			}
		}
		if err := git(dir, append([]string{"add", "--all", "--"}, step.paths...)...); err != nil {
			return err
		}
		if err := git(dir, "-c", "user.name=Lockside", "-c", "user.email=keeper@lockside.example", "-c", "commit.gpgsign=false", "commit", "--quiet", "--message="+step.message); err != nil {
			return err
		}
	}
	return nil
}

func git(dir string, arguments ...string) error {
	command := exec.Command("git", append([]string{"-C", dir, "-c", "core.hooksPath=/dev/null"}, arguments...)...)
	if out, err := command.CombinedOutput(); err != nil {
		return fmt.Errorf("git %s: %w: %s", arguments[0], err, out)
	}
	return nil
}
