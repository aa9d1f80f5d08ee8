//go:build unix

package attack

import (
	"fmt"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"sync"
	"syscall"
	"testing"
	"time"

	"inzicht/core/testtree"
)

// editing are commands that change a file of the tree, with that file.
var editing = []struct {
	arguments []string
	file      string
}{
	{[]string{"document"}, ".env.example"},
	{[]string{"document", "--reference", "README.md"}, "README.md"},
	{[]string{"document", "--settings", "go=settings.go"}, "settings.go"},
	{[]string{"fill", ".env"}, ".env"},
	{[]string{"accept", "--reason", "x", "--level", "note"}, "inzicht.accepted.toml"},
}

// edited is a tree in which each of those commands has something to change.
func edited(t testing.TB) string {
	dir := gate(t)
	source := "package gate\n\nimport \"os\"\n\nvar More = []string{\n"
	for n := range 200 {
		source += fmt.Sprintf("\tos.Getenv(\"GATE_MORE_%d\"),\n", n)
	}
	testtree.Write(t, dir, "more.go", source+"}\n")
	testtree.Write(t, dir, "README.md", "Ours.\n")
	return dir
}

// Whenever a run is killed, a file is as it was or as it is to be.
func TestKilledWhileEditing(t *testing.T) {
	for _, edit := range editing {
		dir := edited(t)
		file := filepath.Join(dir, edit.file)
		old, _ := os.ReadFile(file)
		begun := time.Now()
		strike(t, dir, edit.arguments...)
		took := time.Since(begun)
		whole, err := os.ReadFile(file)
		if err != nil || string(whole) == string(old) {
			t.Fatalf("%v changes nothing: %v", edit.arguments, err)
		}
		unfinished := 0
		for range 25 {
			restore(t, file, old)
			command := exec.Command(program, edit.arguments...)
			command.Dir = dir
			if err := command.Start(); err != nil {
				t.Fatal(err)
			}
			time.Sleep(time.Duration(rand.Float64() * float64(took) * 1.2))
			command.Process.Kill()
			command.Wait()
			now, err := os.ReadFile(file)
			if string(now) != string(old) && string(now) != string(whole) || err != nil && old != nil {
				t.Fatalf("%v was killed, and the file is %d bytes long, %v", edit.arguments, len(now), err)
			}
			left, _ := filepath.Glob(filepath.Join(dir, ".inzicht-*"))
			unfinished += len(left)
		}
		restore(t, file, old)
		strike(t, dir, edit.arguments...)
		if left, _ := filepath.Glob(filepath.Join(dir, ".inzicht-*")); len(left) > 0 {
			t.Errorf("%v leaves %v (%d by runs that were killed)", edit.arguments, left, unfinished)
		}
	}
}

func restore(t *testing.T, file string, content []byte) {
	t.Helper()
	os.Remove(file)
	if content != nil {
		if err := os.WriteFile(file, content, 0o600); err != nil {
			t.Fatal(err)
		}
	}
}

// Many runs at once lose nothing: each changes the file, or says that another
// has.
func TestEditingAtOnce(t *testing.T) {
	dir := edited(t)
	var group sync.WaitGroup
	for n := range 8 {
		group.Go(func() {
			testtree.Write(t, dir, fmt.Sprintf("one%d.go", n), fmt.Sprintf("package gate\n\nimport \"os\"\n\nvar One%d = os.Getenv(\"GATE_ONE_%d\")\n", n, n))
			for range 20 {
				a := strike(t, dir, "fill", ".env")
				if a.status == 0 {
					return
				}
				if a.status != 2 || !strings.Contains(a.errOut, "meanwhile") {
					t.Errorf("status %d: %s", a.status, a.all())
				}
			}
		})
	}
	group.Wait()
	now, _ := os.ReadFile(filepath.Join(dir, ".env"))
	for n := range 8 {
		if strings.Count(string(now), fmt.Sprintf("GATE_ONE_%d=", n)) != 1 {
			t.Errorf("GATE_ONE_%d is not there once", n)
		}
	}
	if !strings.HasPrefix(string(now), "GATE_TOKEN=q8Zr41LmXw92TbKd77Yh\nGATE_URL=http://gate\n") {
		t.Error("what was there is not there any more")
	}
}

// Where a file cannot be written, that is an error, and the file is as it was.
func TestUnwritable(t *testing.T) {
	for _, edit := range editing {
		for name, spoil := range map[string]func(dir, file string) func(*exec.Cmd){
			"a folder that may not be written": func(dir, file string) func(*exec.Cmd) {
				open(t, dir)
				os.Chmod(file, 0o644)
				os.Chmod(dir, 0o555)
				return asNobody
			},
			"no room": func(dir, file string) func(*exec.Cmd) {
				return func(c *exec.Cmd) {
					c.Args = append([]string{"sh", "-c", `ulimit -f 0; exec "$0" "$@"`, program}, c.Args[1:]...)
					c.Path = "/bin/sh"
				}
			},
			"a link": func(dir, file string) func(*exec.Cmd) {
				os.Rename(file, filepath.Join(dir, "away"))
				os.Symlink("away", file)
				return func(*exec.Cmd) {}
			},
			"a pipe": func(dir, file string) func(*exec.Cmd) {
				os.Remove(file)
				syscall.Mkfifo(file, 0o644)
				return func(*exec.Cmd) {}
			},
		} { // in any order
			dir := edited(t)
			file := filepath.Join(dir, edit.file)
			old, _ := os.ReadFile(file)
			a := strikeWith(t, dir, spoil(dir, file), edit.arguments...)
			os.Chmod(dir, 0o755)
			if a.status != 2 || strings.TrimSpace(a.errOut) == "" {
				t.Errorf("%v, %s: status %d: %s", edit.arguments, name, a.status, a.all())
			}
			if info, err := os.Lstat(file); name != "a pipe" && err == nil && info.Mode().IsRegular() {
				if now, _ := os.ReadFile(file); string(now) != string(old) {
					t.Errorf("%v, %s: the file is changed", edit.arguments, name)
				}
			}
		}
	}
}
