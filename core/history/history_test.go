package history

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"inzicht/core/planted"
)

// repository makes one with two commits, and gives its folder.
func repository(t *testing.T) string {
	t.Helper()
	root := t.TempDir()
	git := func(arguments ...string) { planted.Git(t, root, arguments...) }
	write := func(name, content string) { planted.Write(t, root, name, content) }
	git("init", "-q", "-b", "main")
	write("gate/g.py", "os.environ['GATE_URL']\r\n")
	write("odd name\n.py", "x")
	write("big.bin", strings.Repeat("x", 5000))
	os.Symlink("/etc/passwd", filepath.Join(root, "link"))
	write(".gitattributes", "*.py filter=evil\n")
	git("add", "-A")
	git("commit", "-qm", "Gates | and \"more\"")
	git("config", "filter.evil.smudge", "touch "+filepath.Join(root, "ran")+"; cat")
	write("gate/g.py", "os.environ['LEVEL_URL']\n")
	git("-c", "filter.evil.clean=cat", "commit", "-qam", "Levels")
	return root
}

func TestCheckout(t *testing.T) {
	root, dir := repository(t), t.TempDir()
	files, err := Checkout(root, "HEAD~1", dir, func(file string, size int) bool { return size < 1000 })
	if err != nil {
		t.Fatal(err)
	}
	var names []string
	for _, f := range files {
		if !f.Tracked {
			t.Errorf("%s is not tracked", f.Path)
		}
		names = append(names, f.Path)
	}
	if got := strings.Join(names, "|"); got != ".gitattributes|gate/g.py|odd name\n.py" {
		t.Errorf("files %q", got)
	}
	if src, err := os.ReadFile(filepath.Join(dir, "gate", "g.py")); err != nil || string(src) != "os.environ['GATE_URL']\r\n" {
		t.Errorf("%v: %q", err, src)
	}
	if _, err := os.Lstat(filepath.Join(dir, "link")); err == nil {
		t.Error("a link was written")
	}
	if _, err := os.Stat(filepath.Join(root, "ran")); err == nil {
		t.Error("a filter of the repository was run")
	}
	if info, err := os.Stat(filepath.Join(dir, "gate", "g.py")); err != nil || info.Mode().Perm() != 0o600 {
		t.Errorf("others may read it: %v", info.Mode())
	}
}

// In a folder of the repository, only that folder is taken.
func TestCheckoutBelow(t *testing.T) {
	root, dir := repository(t), t.TempDir()
	files, err := Checkout(filepath.Join(root, "gate"), "HEAD", dir, func(string, int) bool { return true })
	if err != nil || len(files) != 1 || files[0].Path != "g.py" {
		t.Errorf("%v: %v", err, files)
	}
}

func TestCheckoutErrors(t *testing.T) {
	root := repository(t)
	all := func(string, int) bool { return true }
	for _, c := range []struct{ root, revision, part string }{
		{root, "nowhere", "no revision"}, {root, "--output=x", "no revision"}, {root, "HEAD~9", "no revision"}, {t.TempDir(), "HEAD", "no git work tree"},
	} {
		_, err := Checkout(c.root, c.revision, t.TempDir(), all)
		bad, ok := err.(*Error)
		if !ok || !strings.Contains(bad.Reason, c.part) || bad.Hint == "" {
			t.Errorf("%s: %v", c.revision, err)
		}
	}
}

func TestAdded(t *testing.T) {
	root := repository(t)
	for name, want := range map[string]string{"GATE_URL": "Gates | and \"more\"", "LEVEL_URL": "Levels"} {
		commit, found := Added(root, name)
		if !found || commit.Subject != want || len(commit.ID) < 7 || len(commit.Date) != 10 {
			t.Errorf("%s: %+v", name, commit)
		}
	}
	if _, found := Added(root, "NOBODY"); found {
		t.Error("NOBODY was added")
	}
	if _, found := Added(t.TempDir(), "GATE_URL"); found {
		t.Error("a folder without git has a history")
	}
}
