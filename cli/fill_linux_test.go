package cli_test

import (
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"inzicht/core/testtree"
)

// In a fresh clone a private file is made, for its owner's eyes only; filling it
// again changes nothing, and then nothing is missing.
func TestFill(t *testing.T) {
	dir := lockside(t)
	file := filepath.Join(dir, ".env")
	os.Remove(file)
	out, errOut, status := run(t, dir, "fill", ".env", "--generate")
	if status != 0 || !strings.Contains(out, "Made up: LOGBOOK_SESSION_SECRET.") || !strings.Contains(out, "BOOKING_API_TOKEN    required, secret  skipper-web") {
		t.Errorf("status %d: %s%s", status, out, errOut)
	}
	first, _ := os.ReadFile(file)
	if info, err := os.Stat(file); err != nil || info.Mode().Perm() != 0o600 {
		t.Errorf("%v, %v", info.Mode(), err)
	}
	if out, _, _ := run(t, dir, "fill", ".env", "--generate"); !strings.Contains(out, "nothing to add") {
		t.Errorf("again: %s", out)
	}
	if again, _ := os.ReadFile(file); string(again) != string(first) {
		t.Error("again it is changed")
	}
	if out, _, status := run(t, dir, "verify", "-e", "local", "--only", "missing"); status != 0 {
		t.Errorf("missing after it: %s", out)
	}
	secret := ""
	for line := range strings.Lines(string(first)) {
		if value, found := strings.CutPrefix(line, "LOGBOOK_SESSION_SECRET="); found {
			secret = strings.TrimSpace(value)
		}
	}
	if len(secret) < 40 || strings.Contains(out, secret) {
		t.Errorf("the secret is %d long, or shown", len(secret))
	}
}

func TestFillElsewhere(t *testing.T) {
	dir := lockside(t)
	if out, errOut, status := run(t, t.TempDir(), "fill", filepath.Join(dir, "odd name.env"), dir); status != 0 || !strings.Contains(out, "echo '/odd name.env' >> ") {
		t.Errorf("status %d: %s%s", status, out, errOut)
	}
	for _, c := range []struct{ arguments, errPart string }{
		{"fill", "file to fill is expected"}, {"fill .env.example", "inzicht document"}, {"fill ../x.env .", "is not in the tree"},
		{"fill .env --from nowhere", "This tree has"}, {"fill .env --ask", "needs a terminal"}, {"fill nowhere/.env", "no such folder"},
	} {
		if _, errOut, status := run(t, dir, strings.Fields(c.arguments)...); status != 2 || !strings.Contains(errOut, c.errPart) {
			t.Errorf("%s: status %d: %s", c.arguments, status, errOut)
		}
	}
}

// On a terminal each value is asked for; secrets are not seen, and what is wrong
// is said at once.
func TestFillAsking(t *testing.T) {
	dir := testtree.Files(t, map[string]string{"g.py": "import os\nint(os.environ['GATE_PORT'])\nos.environ['GATE_TOKEN']\nos.environ['GATE_URL']\n", ".env.example": "GATE_URL=http://gate\n"})
	command := exec.Command(program, "fill", ".env", "--ask")
	command.Dir = dir
	terminal := testtree.OnTerminal(t, command)
	terminal.Await(0, "value [http://gate]: ")
	terminal.Type("\n")
	terminal.Await(0, "GATE_PORT")
	terminal.Await(0, "value: ")
	terminal.Type("many\n")
	terminal.Await(0, "not an integer")
	terminal.Type("7000\n")
	terminal.Await(0, "(unseen): ")
	for terminal.Echoes() {
	}
	terminal.Type("hush-hush\n")
	terminal.Await(0, "Wrote .env: 3 variables.")
	if err := command.Wait(); err != nil || strings.Contains(terminal.Shown(), "hush") || !terminal.Echoes() {
		t.Errorf("%v: %s", err, terminal.Shown())
	}
	got, _ := os.ReadFile(filepath.Join(dir, ".env"))
	if want := "GATE_URL=http://gate\n\n# required, integer; read in g.py:2\nGATE_PORT=7000\n\n# required, secret; read in g.py:3\nGATE_TOKEN=hush-hush\n"; string(got) != want {
		t.Errorf("it becomes %s", got)
	}
}

// Ended from outside while it asks for a secret, it leaves the terminal as it was.
func TestFillInterrupted(t *testing.T) {
	dir := testtree.Files(t, map[string]string{"g.py": "import os\nos.environ['GATE_TOKEN']\n"})
	command := exec.Command(program, "fill", ".env", "--ask")
	command.Dir = dir
	terminal := testtree.OnTerminal(t, command)
	terminal.Await(0, "(unseen): ")
	for terminal.Echoes() {
	}
	terminal.Type("\x03")
	if err := command.Wait(); err == nil || !terminal.Echoes() {
		t.Errorf("%v, and what is typed is shown: %v", err, terminal.Echoes())
	}
	if _, err := os.Stat(filepath.Join(dir, ".env")); err == nil {
		t.Error("the file is there")
	}
}
