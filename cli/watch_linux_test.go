package cli_test

import (
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"syscall"
	"testing"

	"inzicht/core/testtree"
)

// The screen shows the present state, whatever changes, and the terminal is left
// as it was found.
func TestWatch(t *testing.T) {
	dir := t.TempDir()
	put(t, dir, "g.py", "import os\nos.environ['GATE_URL']\n")
	put(t, dir, ".env.example", "GATE_URL=\n")
	command := exec.Command(program, "verify", "--watch", "--color", "never")
	command.Dir = dir
	terminal := testtree.OnTerminal(t, command)
	at := 0
	step := func(what, shown string) {
		t.Helper()
		text := terminal.Await(at, shown)
		at += len(text)
		if strings.Contains(text, "\x1b[2J") {
			t.Errorf("%s: the screen flickers", what)
		}
	}
	step("at first", "Nothing to mend")
	put(t, dir, "g.py", "import os\nos.environ['GATE_URL'], os.environ['GATE_HORN']\n")
	step("a read more", "GATE_HORN")
	put(t, dir, ".env.example", "GATE_URL=\nGATE_HORN=\n")
	step("documented", "Nothing to mend")
	os.MkdirAll(filepath.Join(dir, "sub", "below"), 0o755)
	put(t, dir, "sub/below/more.py", "import os\nos.environ['GATE_MORE']\n")
	step("a file in a new folder", "GATE_MORE")
	put(t, dir, "sub/below/more.py", "")
	step("changed there", "Nothing to mend")
	put(t, dir, "inzicht.toml", "nonsense")
	step("a broken configuration", "inzicht.toml")
	os.Remove(filepath.Join(dir, "inzicht.toml"))
	step("taken away", "Nothing to mend")
	put(t, dir, "g.py", "import os\nos.environ['GATE_URL'], os.environ['GATE_HORN'], os.environ['GATE_LAST']\n")
	step("once more", "GATE_LAST")
	terminal.Type("q")
	if err := command.Wait(); err != nil {
		t.Error(err)
	}
	terminal.Await(at, "\x1b[?1049l")
	if shown := terminal.Shown(); !terminal.Echoes() || strings.Count(shown, "\x1b[?1049h") != 1 || strings.Count(shown, "\x1b[?25h") != 1 || strings.Count(shown, "\x1b[?25l") != 1 {
		t.Error("the terminal is not left as it was found")
	}
	ended := exec.Command(program, "verify", "--watch")
	ended.Dir = dir
	terminal = testtree.OnTerminal(t, ended)
	terminal.Await(0, "q ends")
	ended.Process.Signal(syscall.SIGTERM)
	if ended.Wait(); !terminal.Echoes() || !strings.Contains(terminal.Await(0, "\x1b[?1049l"), "\x1b[?1049h") {
		t.Error("ended from outside, it does not leave the terminal as it was found")
	}
	if _, errOut, status := run(t, dir, "verify", "--watch"); status != 2 || !strings.Contains(errOut, "needs a terminal") {
		t.Errorf("without a terminal: status %d: %s", status, errOut)
	}
}
