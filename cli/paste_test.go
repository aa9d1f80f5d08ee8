package cli_test

import (
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
)

// What verify says is to be done is done by the commands that it names, pasted
// where it was printed.
func TestPasted(t *testing.T) {
	if _, err := exec.LookPath("sh"); err != nil {
		t.Skip(err)
	}
	outer := t.TempDir()
	dir := filepath.Join(outer, "it's odd")
	os.Mkdir(dir, 0o755)
	put(t, outer, "it's odd/g.py", "import os\nos.environ['GATE_URL'], os.environ['GATE_PLACE']\n")
	put(t, outer, "it's odd/.env.example", "GATE_PLACE=here\nOLD=1\n")
	put(t, outer, "it's odd/stage two.env", "GATE_PLACE=there\n")
	out, _, _ := run(t, outer, "verify", "it's odd")
	commands := regexp.MustCompile(`inzicht (document|fill) ("[^"]*"|[^ \n]*)( "[^"]*"| --remove-unused)?`).FindAllString(out, -1)
	if len(commands) < 4 {
		t.Errorf("it names %q in %s", commands, out)
	}
	for _, line := range commands {
		command := exec.Command("sh", "-c", line)
		command.Dir, command.Env = outer, append(os.Environ(), "PATH="+filepath.Dir(program)+":"+os.Getenv("PATH"))
		if out, err := command.CombinedOutput(); err != nil {
			t.Errorf("%s: %v: %s", line, err, out)
		}
	}
	if out, _, status := run(t, dir, "verify", "--only", "missing", "--only", "undocumented", "--only", "unused"); status != 0 || strings.Contains(out, "unused") {
		t.Errorf("after them: status %d: %s", status, out)
	}
}
