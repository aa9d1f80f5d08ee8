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

//go:embed all:lockside
var files embed.FS

// names are files that stand in the project under another name than here,
// where they would be taken for this project's own.
var names = map[string]string{"gitignore": ".gitignore", "env.example": ".env.example", "env.local": ".env"}

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
	err = fs.WalkDir(files, "lockside", func(name string, entry fs.DirEntry, err error) error {
		if err != nil || entry.IsDir() {
			return err
		}
		content, err := files.ReadFile(name)
		if err != nil {
			return err
		}
		target := filepath.Join(dir, filepath.FromSlash(targetName(name)))
		if err := os.MkdirAll(filepath.Dir(target), 0o755); err != nil {
			return err
		}
		return os.WriteFile(target, content, mode(target))
	})
	if err != nil {
		return err
	}
	return commit(dir)
}

// targetName gives the name that a file of the sample project has when unpacked.
func targetName(name string) string {
	name = strings.TrimSuffix(strings.TrimPrefix(name, "lockside/"), ".txt")
	if other, found := names[path.Base(name)]; found {
		return path.Join(path.Dir(name), other)
	}
	return name
}

// mode keeps private files private.
func mode(file string) os.FileMode {
	if base := filepath.Base(file); base == ".env" || base == "production.env" {
		return 0o600
	}
	return 0o644
}

// commit puts the project under git, as a team would have it. Without git
// the demo works all the same.
func commit(dir string) error {
	if _, err := exec.LookPath("git"); err != nil {
		return nil
	}
	for _, arguments := range [][]string{
		{"init", "--quiet", "--initial-branch=main"},
		{"add", "--all"},
		{"-c", "user.name=Lockside", "-c", "user.email=keeper@lockside.example", "-c", "commit.gpgsign=false", "commit", "--quiet", "--message=Lockside"},
	} {
		command := exec.Command("git", append([]string{"-C", dir, "-c", "core.hooksPath=/dev/null"}, arguments...)...)
		if out, err := command.CombinedOutput(); err != nil {
			return fmt.Errorf("git %s: %w: %s", arguments[0], err, out)
		}
	}
	return nil
}
