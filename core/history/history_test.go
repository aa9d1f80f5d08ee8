package history

import (
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"inzicht/core/testtree"
	"inzicht/core/tree"
)

// repository makes one with two commits, and gives its folder.
func repository(t *testing.T) string {
	t.Helper()
	root := t.TempDir()
	git := func(arguments ...string) { testtree.Git(t, root, arguments...) }
	write := func(name, content string) { testtree.Write(t, root, name, content) }
	git("init", "-q", "-b", "main")
	write("gate/g.py", "os.environ['GATE_URL']\r\n")
	write("odd name\n.py", "x")
	os.Symlink("/etc/passwd", filepath.Join(root, "link"))
	write(".gitattributes", "*.py filter=evil\n")
	git("add", "-A")
	git("commit", "-qm", "Gates | and \"more\"")
	git("config", "filter.evil.smudge", "touch "+filepath.Join(root, "ran")+"; cat")
	write("gate/g.py", "os.environ['LEVEL_URL']\n")
	git("-c", "filter.evil.clean=cat", "commit", "-qam", "Levels")
	write("gate/.env", "GATE_URL=1")
	return root
}

func open(t *testing.T, root string) *tree.Tree {
	t.Helper()
	opened, err := tree.Open(root, tree.Options{})
	if err != nil {
		t.Fatal(err)
	}
	return opened
}

func everything(string) bool { return true }

func names(s *State) string {
	var list []string
	for _, f := range s.Files {
		list = append(list, f.Path)
	}
	slices.Sort(list)
	return strings.Join(list, "|")
}

func TestAt(t *testing.T) {
	root := repository(t)
	kept := []tree.File{{Path: "gate/.env"}}
	s, err := At(t.Context(), open(t, root), "HEAD~1", func(file string) bool { return file != ".gitattributes" }, kept, nil)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	if got := names(s); got != "gate/.env|gate/g.py|odd name\n.py" {
		t.Errorf("files %q", got)
	}
	for file, want := range map[string]string{"gate/g.py": "os.environ['GATE_URL']\r\n", "odd name\n.py": "x", "gate/.env": "GATE_URL=1"} {
		if src, err := s.Read(file, []byte("before ")); err != nil || string(src) != "before "+want || !s.Has(file) {
			t.Errorf("%s: %v: %q", file, err, src)
		}
	}
	for _, file := range []string{"link", ".gitattributes", "nowhere"} {
		if _, err := s.Read(file, nil); err == nil {
			t.Errorf("%s was read", file)
		}
	}
	if _, err := os.Stat(filepath.Join(root, "ran")); err == nil {
		t.Error("a filter of the repository was run")
	}
}

// In a folder of the repository, only that folder is taken.
func TestAtBelow(t *testing.T) {
	root := repository(t)
	s, err := At(t.Context(), open(t, filepath.Join(root, "gate")), "HEAD", everything, nil, nil)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	if src, err := s.Read("g.py", nil); names(s) != "g.py" || err != nil || !strings.Contains(string(src), "LEVEL_URL") {
		t.Errorf("%v: %q of %s", err, src, names(s))
	}
}

func TestAtErrors(t *testing.T) {
	root := repository(t)
	for _, c := range []struct{ root, revision, part string }{
		{root, "nowhere", "no revision"}, {root, "--output=x", "no revision"}, {root, "HEAD~9", "no revision"}, {root, "HEAD:gate", "no revision"}, {t.TempDir(), "HEAD", "no git work tree"},
	} {
		_, err := At(t.Context(), open(t, c.root), c.revision, everything, nil, nil)
		bad, ok := err.(*Error)
		if !ok || !strings.Contains(bad.Reason, c.part) || bad.Hint == "" {
			t.Errorf("%s: %v", c.revision, err)
		}
	}
}

func TestAdded(t *testing.T) {
	root := repository(t)
	for name, want := range map[string]string{"GATE_URL": "Gates | and \"more\"", "LEVEL_URL": "Levels"} {
		for _, folder := range []string{root, filepath.Join(root, "gate")} {
			commit, found := Added(t.Context(), folder, name)
			if !found || commit.Subject != want || len(commit.ID) < 7 || len(commit.Date) != 10 {
				t.Errorf("%s: %+v", name, commit)
			}
		}
	}
	if _, found := Added(t.Context(), root, "NOBODY"); found {
		t.Error("NOBODY was added")
	}
	if _, found := Added(t.Context(), t.TempDir(), "GATE_URL"); found {
		t.Error("a folder without git has a history")
	}
}
