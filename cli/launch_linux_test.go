package cli_test

import (
	"bytes"
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

// launched is a tree with a program that wants two variables.
func launched(t *testing.T) string {
	return testtree.Files(t, map[string]string{
		"g.py": "import os\nos.environ['GATE_URL']\nint(os.environ.get('GATE_PORT', '80'))\n", ".env": "GATE_URL='a secret that is shown nowhere'\n",
		"staging.env": "GATE_PORT=many\n", ".env.example": "GATE_URL=\n# GATE_PORT=80\n",
	})
}

func TestLaunch(t *testing.T) {
	dir := launched(t)
	for _, c := range []struct {
		arguments string
		status    int
		part, not string
	}{
		{"launch -e local -- printenv GATE_URL", 0, "a secret", ""},
		{"launch -e local -- sh -c exit${IFS}7", 7, "", ""},
		{"launch -e local . -- printenv GATE_URL", 0, "a secret", ""},
		{"launch -e staging -- printenv GATE_PORT", 1, "GATE_URL is required and has no value  (g.py:2)\n", "many"},
		{"launch -e staging -- printenv GATE_PORT", 1, "GATE_PORT is not an integer", "many\n"},
		{"launch -e staging --anyway -- printenv GATE_PORT", 0, "started all the same", ""},
		{"launch -e staging --anyway -q -- printenv GATE_PORT", 0, "many", "all the same"},
		{"launch -e staging --override GATE_PORT=7 --override GATE_URL=x -- printenv GATE_PORT", 0, "7", "many"},
		{"launch -e local --override GATE_URL= -- env", 1, "GATE_URL is required and is set to nothing  (g.py:2)", ""},
		{"launch -e local --only-contract --override GATE_PROT=9 -- env", 0, "nothing reads GATE_PROT; is GATE_PORT meant?", "LOCKSIDE_EXTRA"},
		{"launch -e local -- env", 0, "LOCKSIDE_EXTRA=1", ""},
		{"launch -e local", 2, "a command is expected", ""},
		{"launch -- env", 2, "one environment is expected", ""},
		{"launch -e nowhere -- env", 2, "This tree has: local, staging", ""},
		{"launch -e * -- env", 2, "more than one environment", ""},
		{"launch -e local -- nobody-has-this", 2, "there is no program", ""},
		{"launch -e local --override X -- env", 2, "NAME=VALUE", ""},
	} {
		command := exec.Command(program, strings.Fields(strings.ReplaceAll(c.arguments, "${IFS}", "\x00"))...)
		for i := range command.Args {
			command.Args[i] = strings.ReplaceAll(command.Args[i], "\x00", " ")
		}
		command.Dir, command.Env = dir, append(os.Environ(), "LOCKSIDE_EXTRA=1")
		out, _ := command.CombinedOutput()
		if status := command.ProcessState.ExitCode(); status != c.status || !strings.Contains(string(out), c.part) || c.not != "" && strings.Contains(string(out), c.not) {
			t.Errorf("%s: status %d: %s", c.arguments, status, out)
		}
	}
}

// The program is CMD itself: its number, its signals, its streams.
func TestLaunchBecomes(t *testing.T) {
	command := exec.Command(program, "launch", "-e", "local", "--", "sh", "-c", `trap 'echo got TERM; exit 9' TERM; trap 'echo got INT' INT; echo $$ >&2; echo ready; cat; while :; do sleep 0.05; done`)
	command.Dir = launched(t)
	var errOut bytes.Buffer
	command.Stderr = &errOut
	command.Stdin = strings.NewReader("piped\n")
	out, err := command.StdoutPipe()
	if err != nil || command.Start() != nil {
		t.Fatal(err)
	}
	read := func(want string) {
		t.Helper()
		buffer := make([]byte, len(want))
		for at := 0; at < len(want); {
			n, err := out.Read(buffer[at:])
			if at += n; err != nil {
				t.Fatal(err)
			}
		}
		if string(buffer) != want {
			t.Fatalf("%q is read", buffer)
		}
	}
	read("ready\npiped\n")
	command.Process.Signal(syscall.SIGINT)
	read("got INT\n")
	command.Process.Signal(syscall.SIGTERM)
	read("got TERM\n")
	command.Wait()
	if command.ProcessState.ExitCode() != 9 || errOut.String() != fmt.Sprintln(command.Process.Pid) {
		t.Errorf("status %d, number %s of %d", command.ProcessState.ExitCode(), errOut.String(), command.Process.Pid)
	}
}

// On a terminal, the program is told that the terminal has another size, and a
// signal that is ignored stays so.
func TestLaunchOnTerminal(t *testing.T) {
	command := exec.Command("sh", "-c", `trap '' HUP; exec "$0" launch -e local -- bash -c 'trap "stty size; exit 3" WINCH; trap -p HUP; tty; echo ready; while :; do sleep 0.05; done'`, program)
	command.Dir = launched(t)
	terminal := testtree.OnTerminal(t, command)
	shown := terminal.Await(0, "ready")
	terminal.Size(77, 33)
	terminal.Await(0, "33 77")
	if command.Wait(); command.ProcessState.ExitCode() != 3 || !strings.Contains(shown, "/dev/pts/") || !strings.Contains(shown, "trap -- '' SIGHUP") {
		t.Errorf("status %d: %s", command.ProcessState.ExitCode(), shown)
	}
}

// It is the entry point of an image in which there is nothing else.
func TestLaunchFromNothing(t *testing.T) {
	if os.Getuid() != 0 {
		t.Skip("only root may change the root folder")
	}
	root := testtree.Files(t, map[string]string{"app/production.env": "GATE_URL=x\n", "app/g.py": "import os\nos.environ['GATE_URL']\n", "sys/odd.py": "import os\nos.environ['ODD']\n"})
	src, err := os.ReadFile(program)
	if err == nil {
		err = os.WriteFile(filepath.Join(root, "inzicht"), src, 0o755)
	}
	if err != nil {
		t.Fatal(err)
	}
	for _, arguments := range [][]string{{"launch", "-e", "production", "/app"}, {"launch", "-e", "production"}} {
		command := exec.Command("/inzicht", append(arguments, "--", "/inzicht", "capture")...)
		command.Dir, command.Env, command.SysProcAttr = "/", []string{}, &syscall.SysProcAttr{Chroot: root}
		begun := time.Now()
		out, err := command.CombinedOutput()
		if err != nil || !strings.Contains(string(out), `"GATE_URL"`) || strings.Contains(string(out), "ODD") {
			t.Errorf("%v after %v: %v: %s", arguments, time.Since(begun), err, out)
		}
	}
}
