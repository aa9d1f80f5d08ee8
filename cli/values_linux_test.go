package cli_test

import (
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"inzicht/core/testtree"
)

// Values are shown where that is asked for, and those of secrets only where it
// is asked for twice: on a terminal, or in a file that is named.
func TestValues(t *testing.T) {
	dir := testtree.Files(t, map[string]string{
		"g.py": "import os\nos.environ['GATE_PLACE'], os.environ['GATE_TOKEN'], os.environ['GATE_STORE']\n",
		".env": "GATE_PLACE=Oosterhaven\nGATE_TOKEN=hush-4711\nGATE_STORE=pg://u:hush-4712@h/d\n",
	})
	for _, command := range []string{"matrix", "matrix --format markdown", "matrix --format csv", "matrix --format json", "trace GATE_PLACE", "trace GATE_TOKEN", "trace GATE_STORE", "trace GATE_TOKEN --format json"} {
		arguments := strings.Fields(command)
		isPlace := arguments[0] == "matrix" || arguments[1] == "GATE_PLACE"
		if out, _, _ := run(t, dir, arguments...); strings.Contains(out, "Oosterhaven") || strings.Contains(out, "hush") {
			t.Errorf("%s shows values unasked: %s", command, out)
		}
		if out, _, status := run(t, dir, append(arguments, "--show-values")...); status != 0 || isPlace != strings.Contains(out, "Oosterhaven") || strings.Contains(out, "hush") {
			t.Errorf("%s --show-values: status %d: %s", command, status, out)
		}
		if out, errOut, status := run(t, dir, append(arguments, "--show-secrets")...); status != 2 || strings.Contains(out+errOut, "hush") {
			t.Errorf("%s --show-secrets into a pipe: status %d: %s", command, status, out)
		}
	}
	if _, errOut, status := run(t, dir, "trace", "GATE_TOKEN", "--show-secrets", "--format", "json=found.json"); status != 0 {
		t.Errorf("status %d: %s", status, errOut)
	}
	found, _ := os.ReadFile(filepath.Join(dir, "found.json"))
	if info, err := os.Stat(filepath.Join(dir, "found.json")); err != nil || info.Mode().Perm() != 0o600 || !strings.Contains(string(found), `"value": "hush-4711"`) {
		t.Errorf("%v: %s", err, found)
	}
	command := exec.Command(program, "matrix", "--show-secrets")
	command.Dir = dir
	terminal := testtree.OnTerminal(t, command)
	for _, value := range []string{`"Oosterhaven"`, `"hush-4711"`, `"pg://u:hush-4712@h/d"`} {
		terminal.Await(0, value)
	}
	command.Wait()
}
