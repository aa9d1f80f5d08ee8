package survey

import (
	"os"
	"path/filepath"
	"testing"
	"time"

	"inzicht/core/testtree"
)

// An answer about the whole tree is taken up again where the question and all files
// are the same, and never else.
func TestAnswers(t *testing.T) {
	root := testtree.Tree(t, `-- package.json --
{"name": "lock"}
-- lock.js --
use(process.env.LOCK_A);
-- data.json --
{"a": "LOCK_B"}
-- node_modules/winch/index.js --
use(process.env.WINCH_A);
`)
	keep := t.TempDir()
	settle := func() { time.Sleep(150 * time.Millisecond) } // what was written just now is not kept
	settle()
	ask := func() (mentioned, read string) {
		s, err := Take(root, Options{Keep: keep})
		if err != nil {
			t.Fatal(err)
		}
		names := []string{"LOCK_B", "LOCK_C", "WINCH_A", "WINCH_B"}
		for _, name := range names {
			if at, found := s.Mentions(names)[name]; found {
				mentioned += name + " " + at.File + "; "
			}
			if at, found := s.InLibraries(names)[name]; found {
				read += name + " " + at.Library + "; "
			}
		}
		return mentioned, read
	}
	for _, step := range []struct {
		name, file, content, mentioned, read string
	}{
		{"at first", "", "", "LOCK_B data.json; ", "WINCH_A winch; "},
		{"again", "", "", "LOCK_B data.json; ", "WINCH_A winch; "},
		{"one more mention", "more.json", `["LOCK_C"]`, "LOCK_B data.json; LOCK_C more.json; ", "WINCH_A winch; "},
		{"another library", "node_modules/brake/index.js", "use(process.env.WINCH_B);\n", "LOCK_B data.json; LOCK_C more.json; ", "WINCH_A winch; WINCH_B brake; "},
		{"no mention any more", "data.json", `{"a": "LOCK_X"}`, "LOCK_C more.json; ", "WINCH_A winch; WINCH_B brake; "},
	} {
		if step.file != "" {
			file := filepath.Join(root, step.file)
			if err := os.MkdirAll(filepath.Dir(file), 0o755); err != nil {
				t.Fatal(err)
			}
			if err := os.WriteFile(file, []byte(step.content), 0o644); err != nil {
				t.Fatal(err)
			}
			settle()
		}
		for _, round := range []string{"", " once more"} {
			if mentioned, read := ask(); mentioned != step.mentioned || read != step.read {
				t.Errorf("%s%s: mentioned %q, read %q", step.name, round, mentioned, read)
			}
		}
	}
}

// Another question has another answer, whatever was asked before.
func TestAnswersToOtherQuestions(t *testing.T) {
	root, keep := testtree.Tree(t, "-- lock.js --\nuse(process.env.LOCK_A);\n-- data.json --\n[\"LOCK_B\", \"LOCK_C\"]\n"), t.TempDir()
	time.Sleep(150 * time.Millisecond)
	s, err := Take(root, Options{Keep: keep})
	if err != nil {
		t.Fatal(err)
	}
	for _, name := range []string{"LOCK_B", "LOCK_C", "LOCK_B"} {
		if found := s.Mentions([]string{name}); len(found) != 1 || found[name].File != "data.json" {
			t.Errorf("%s: %v", name, found)
		}
	}
}

// A library folder within another is looked through with that.
func TestLibraryFolders(t *testing.T) {
	root := testtree.Tree(t, `-- package.json --
{"name": "lock"}
-- node_modules/winch/package.json --
{"name": "winch"}
-- node_modules/winch/node_modules/rope/package.json --
{"name": "rope"}
-- services/gate/package.json --
{"name": "gate"}
-- services/gate/node_modules/brake/index.js --
use(process.env.BRAKE_A);
`)
	options := Options{}
	options.NoSkip = true
	s, err := Take(root, options)
	if err != nil {
		t.Fatal(err)
	}
	folders := s.LibraryFolders()
	if len(folders) != 2 || folders[0] != "node_modules" || folders[1] != "services/gate/node_modules" {
		t.Errorf("%v", folders)
	}
}
