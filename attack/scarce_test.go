//go:build unix

package attack

import (
	"encoding/json"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"syscall"
	"testing"
	"time"

	"inzicht/core/testtree"
)

// A result that could not be written is no success.
func TestFullDevice(t *testing.T) {
	full, err := os.OpenFile("/dev/full", os.O_WRONLY, 0)
	if err != nil {
		t.Skip(err)
	}
	defer full.Close()
	dir := gate(t)
	testtree.Write(t, dir, "more.py", "import os\nos.environ['GATE_MORE']\n")
	for _, command := range append(commands(), []string{"languages"}, []string{"rules"}, []string{"rules", "missing"}, []string{"--help"}, []string{"--version"}, []string{"verify", "--help"}, []string{"capture"},
		[]string{"verify", "--format", "json=/dev/full"}, []string{"reads", "--format", "text=/dev/full"}) {
		a := strikeWith(t, dir, func(c *exec.Cmd) {
			if !strings.Contains(strings.Join(command, " "), "/dev/full") {
				c.Stdout = full
			}
		}, command...)
		if a.status != 2 && command[0] != "launch" && !(a.status == 0 && command[0] == "__complete") {
			t.Errorf("%v: status %d: %s", command, a.status, a.errOut)
		}
	}
}

// As another user, where the tests run as one who may read everything.
func asNobody(c *exec.Cmd) {
	if os.Getuid() == 0 {
		c.SysProcAttr = &syscall.SysProcAttr{Credential: &syscall.Credential{Uid: 65534, Gid: 65534}}
		c.Env = append(os.Environ(), "HOME=/nonexistent", "XDG_CACHE_HOME=/nonexistent")
	}
}

// open lets others into a temporary folder of the test's.
func open(t *testing.T, dir string) {
	t.Helper()
	for at := dir; strings.HasPrefix(at, os.TempDir()+"/"); at = filepath.Dir(at) {
		os.Chmod(at, 0o755)
	}
	os.Chmod(dir, 0o777)
}

// What may not be read is named, and no green result; accepting loses nothing.
func TestUnreadable(t *testing.T) {
	for name, file := range map[string]string{"a source file": "gate.go", "a folder": "lib", "a private file": ".env", "an example": ".env.example", "an ignore file": ".gitignore"} {
		dir := gate(t)
		testtree.Write(t, dir, "lib/more.py", "import os\nos.environ['GATE_URL']\n")
		testtree.Write(t, dir, ".gitignore", "*.log\n")
		open(t, dir)
		os.Chmod(filepath.Join(dir, file), 0)
		for _, format := range []string{"text", "json", "markdown", "csv", "sarif", "junit", "annotations"} {
			a := strikeWith(t, dir, asNobody, "verify", "--format", format, "--skip", "undocumented")
			if a.status == 0 || a.status == 2 && !strings.Contains(a.out, "not be read") && !strings.Contains(a.out, "not read") || strings.Contains(a.out, "✓") {
				t.Errorf("%s, %s: status %d: %s", name, format, a.status, a.all())
			}
		}
		if a := strikeWith(t, dir, asNobody, "reads"); file == "gate.go" && a.status != 2 {
			t.Errorf("%s: reads ends with %d", name, a.status)
		}
		os.Chmod(filepath.Join(dir, file), 0o755)
	}
	dir := gate(t)
	testtree.Write(t, dir, "inzicht.toml", "[exclude]\nfiles = [\"data/**\"]\n")
	os.Mkdir(filepath.Join(dir, "data"), 0o755)
	open(t, dir)
	os.Chmod(filepath.Join(dir, "data"), 0)
	if a := strikeWith(t, dir, asNobody, "verify"); a.status != 0 {
		t.Errorf("a folder that is excluded: status %d: %s", a.status, a.all())
	}
	os.Chmod(filepath.Join(dir, "data"), 0o755)
}

// Without room for open files, nothing is passed over in silence.
func TestFewOpenFiles(t *testing.T) {
	dir := gate(t)
	for n := range 50 {
		testtree.Write(t, dir, fmt.Sprintf("a%d/b/c/more.py", n), "import os\nos.environ['GATE_URL']\n")
	}
	testtree.Write(t, dir, "z/missing.py", "import os\nos.environ['GATE_MISSING']\n")
	for limit := 4; limit < 12; limit++ {
		for _, command := range []string{"reads --format json", "verify --format json"} {
			a := strikeWith(t, dir, func(c *exec.Cmd) {
				c.Path, c.Args = "/bin/sh", []string{"sh", "-c", fmt.Sprintf("ulimit -n %d; exec '%s' %s --afresh", limit, program, command)}
			})
			var found struct{ Reads []any }
			json.Unmarshal([]byte(a.out), &found)
			if whole := strings.Contains(a.out, "GATE_MISSING"); a.status == 0 && (command[0] == 'v' || len(found.Reads) != 53) || a.status == 1 && !whole {
				t.Errorf("%s with %d files: status %d, %d reads: %.200s", command, limit, a.status, len(found.Reads), a.errOut)
			}
		}
	}
}

// Accepting never loses what it could not read, and changes nothing that it
// was not asked to.
func TestAcceptLosesNothing(t *testing.T) {
	entries := ""
	for n := range 12 {
		entries += fmt.Sprintf("[[accepted]]\nrule = 'unused'\nvariable = 'OLD_%d'\nreason = 'x'\nsince = '2026-01-01'\n\n", n)
	}
	for name, spoil := range map[string]func(file string) error{
		"unreadable": func(file string) error { return os.Chmod(file, 0) },
		"too large": func(file string) error {
			return os.WriteFile(file, []byte(entries+strings.Repeat("# more\n", 700_000)), 0o644)
		},
		"a link": func(file string) error {
			os.Rename(file, file+".real")
			return os.Symlink(file+".real", file)
		},
		"broken": func(file string) error { return os.WriteFile(file, []byte(entries+"[[accepted]\n"), 0o644) },
	} {
		dir := gate(t)
		open(t, dir)
		file := filepath.Join(dir, "inzicht.accepted.toml")
		testtree.Write(t, dir, "inzicht.accepted.toml", entries)
		os.Chmod(file, 0o666)
		if err := spoil(file); err != nil {
			t.Fatal(err)
		}
		before, _ := os.ReadFile(file)
		for _, command := range [][]string{{"accept", "--reason", "y"}, {"accept", "--prune"}, {"verify"}} {
			if a := strikeWith(t, dir, asNobody, command...); a.status != 2 {
				t.Errorf("%s, %v: status %d: %s", name, command, a.status, a.all())
			}
		}
		if after, _ := os.ReadFile(file); string(after) != string(before) {
			t.Errorf("%s: the file has changed", name)
		}
		os.Chmod(file, 0o644)
	}
	dir := gate(t)
	open(t, dir)
	testtree.Write(t, dir, "gate.go", "package gate\n")
	if a := strikeWith(t, dir, asNobody, "accept", "--reason", "there"); a.status != 0 {
		t.Fatal(a.all())
	}
	os.Chmod(filepath.Join(dir, ".env.example"), 0)
	if a := strikeWith(t, dir, asNobody, "accept", "--prune"); a.status != 2 {
		t.Errorf("with an unreadable file it prunes: status %d: %s", a.status, a.all())
	}
	os.Chmod(filepath.Join(dir, ".env.example"), 0o644)
	if a := strike(t, dir, "accept", "--prune", "--only", "missing"); !strings.Contains(a.out, "Dropped 0") {
		t.Errorf("pruning one rule drops others: %s", a.all())
	}
	if a := strike(t, dir, "accept", "--prune", "-e", "staging=.env"); !strings.Contains(a.out, "Dropped 0") {
		t.Errorf("pruning one environment drops others: %s", a.all())
	}
	for _, level := range []string{"warnings", "", "off"} {
		if a := strike(t, dir, "accept", "--reason", "x", "--level", level); a.status != 2 {
			t.Errorf("--level %q: status %d", level, a.status)
		}
	}
}

// An accepted line that cannot be understood accepts no other.
func TestAcceptedLine(t *testing.T) {
	dir := gate(t)
	testtree.Write(t, dir, ".env", "GATE_TOKEN=q8Zr41LmXw92TbKd77Yh\nGATE_URL=x\nbroken line\n")
	if a := strike(t, dir, "accept", "--reason", "x"); a.status != 0 {
		t.Fatal(a.all())
	}
	if a := strike(t, dir, "verify"); a.status != 0 {
		t.Errorf("it is not accepted: %s", a.all())
	}
	testtree.Write(t, dir, ".env", "GATE_TOKEN=q8Zr41LmXw92TbKd77Yh\n\nGATE_URL=x\nbroken line\nanother line\n")
	if a := strike(t, dir, "verify"); a.status != 1 || strings.Count(a.out, "malformed") != 1 {
		t.Errorf("status %d: %s", a.status, a.all())
	}
}

// Ended from outside, the program leaves nothing behind.
func TestSignals(t *testing.T) {
	dir := gate(t)
	testtree.Write(t, dir, "compose.yaml", "include: [other.yaml]\nservices: {gate: {build: .}}\n")
	testtree.Write(t, dir, "other.yaml", "services: {other: {image: x}}\n")
	for n := range 400 {
		testtree.Write(t, dir, fmt.Sprintf("a%d.py", n), "import os\nos.environ['GATE_URL']\n")
	}
	underGit(t, dir)
	for _, how := range []syscall.Signal{syscall.SIGTERM, syscall.SIGINT, syscall.SIGHUP} {
		for _, after := range []time.Duration{0, 5, 15, 40, 90, 150, 250} {
			temporary := t.TempDir()
			command := exec.Command(program, "verify", "--since", "HEAD", dir)
			command.Env = append(os.Environ(), "TMPDIR="+temporary)
			if err := command.Start(); err != nil {
				t.Fatal(err)
			}
			time.Sleep(after * time.Millisecond)
			command.Process.Signal(how)
			command.Wait()
			left, _ := os.ReadDir(temporary)
			if len(left) > 0 && command.ProcessState.ExitCode() >= 0 { // -1: before it listens to signals
				t.Errorf("%v after %d ms leaves %v, status %d", how, after, left[0].Name(), command.ProcessState.ExitCode())
			}
		}
	}
}

// The same tree gives the same result, run by run.
func TestSameResult(t *testing.T) {
	dir := filepath.Join(t.TempDir(), "lockside")
	if a := strike(t, ".", "demo", "--into", dir); a.status != 0 {
		t.Fatal(a.all())
	}
	testtree.Write(t, dir, "deploy/k8s/chain.yaml", "apiVersion: v1\nkind: Pod\nmetadata: {name: gatekeeper}\nspec: {containers: [{name: gatekeeper, env: [{name: A, value: x$(B)}, {name: B, value: y$(C)}, {name: C, value: z}, {name: D, value: $(A)$(B)$(C)$$(A)}]}]}\n")
	for _, command := range append([][]string{{"languages", "--format", "json"}, {"languages", "-v"}, {"rules"}}, commands()[:len(commands())-3]...) {
		first := ""
		for n := range 20 {
			a := strike(t, dir, command...)
			if n == 0 {
				first = a.all()
			} else if a.all() != first && command[0] != "capture" {
				t.Errorf("%v gives another result at run %d", command, n)
				break
			}
		}
	}
}
