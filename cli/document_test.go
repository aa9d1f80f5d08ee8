package cli_test

import (
	"os"
	"path/filepath"
	"strings"
	"testing"
)

// The example file is brought up to the code, and only where that is asked for.
func TestDocument(t *testing.T) {
	dir := t.TempDir()
	put(t, dir, "g.py", "import os\nos.environ['GATE_URL'], os.environ['GATE_HORN']\n")
	put(t, dir, ".env.example", "# Ours\r\nGATE_URL=http://gate\r\nGATE_TOKEN=q8Zr41LmXw92TbKd77Yh\r\nOLD=1\r\n")
	file := filepath.Join(dir, ".env.example")
	os.Chmod(file, 0o640)
	before, _ := os.ReadFile(file)
	out, _, status := run(t, dir, "document", "--dry-run")
	if status != 0 || !strings.Contains(out, "+GATE_HORN=") || !strings.Contains(out, "--- .env.example") || strings.Contains(out, "q8Zr41Lm") || !strings.Contains(out, "Would change .env.example: 1 added (GATE_HORN).") {
		t.Errorf("status %d: %s", status, out)
	}
	if _, _, status := run(t, dir, "document", "--require"); status != 1 {
		t.Errorf("--require: status %d", status)
	}
	if now, _ := os.ReadFile(file); string(now) != string(before) {
		t.Error("it was changed without being asked for")
	}
	if out, errOut, status := run(t, dir, "document", "--remove-unused"); status != 0 || !strings.Contains(out, "1 added (GATE_HORN), 2 removed (GATE_TOKEN, OLD)") {
		t.Errorf("status %d: %s%s", status, out, errOut)
	}
	now, _ := os.ReadFile(file)
	if string(now) != "# Ours\r\nGATE_URL=http://gate\r\n# required; read in g.py:2\r\nGATE_HORN=\r\n" {
		t.Errorf("the file is %q", now)
	}
	if info, _ := os.Stat(file); info.Mode().Perm() != 0o640 {
		t.Errorf("its mode is %v", info.Mode())
	}
	for _, arguments := range [][]string{{"document"}, {"document", "--require"}} {
		if out, _, status := run(t, dir, arguments...); status != 0 || !strings.Contains(out, "is documented") {
			t.Errorf("again: status %d: %s", status, out)
		}
	}
	os.Remove(file)
	os.Symlink("elsewhere", file)
	if _, errOut, status := run(t, dir, "document"); status != 2 || !strings.Contains(errOut, "nothing is changed") {
		t.Errorf("a link in its place: status %d: %s", status, errOut)
	}
}

// In the sample project, one command documents everything.
func TestDocumentLockside(t *testing.T) {
	dir := lockside(t)
	if _, errOut, status := run(t, dir, "document"); status != 0 {
		t.Fatal(errOut)
	}
	if out, _, status := run(t, dir, "verify", "--only", "undocumented", "--fail-on", "note"); status != 0 {
		t.Errorf("status %d: %s", status, out)
	}
}

// A reference, a schema and a settings module are written beside what a person
// wrote, and only where that is asked for; the example files are left alone.
func TestDocumentInto(t *testing.T) {
	dir := t.TempDir()
	put(t, dir, "g.py", "import os\nos.environ['GATE_URL'], int(os.environ.get('GATE_PORT', '80'))\n")
	put(t, dir, "README.md", "Ours.\n")
	into := []string{"document", "--reference", "README.md", "--json-schema", "env.json", "--settings", "python=app/env.py"}
	out, _, status := run(t, dir, append(into, "--dry-run", "--require")...)
	if status != 1 || !strings.Contains(out, "+| `GATE_URL` | required |") || !strings.Contains(out, `+from_environment`) && !strings.Contains(out, `from_environment.required("GATE_URL", _text)`) {
		t.Errorf("status %d: %s", status, out)
	}
	if _, err := os.Stat(filepath.Join(dir, "app/env.py")); err == nil {
		t.Error("it was written without being asked for")
	}
	if out, errOut, status := run(t, dir, into...); status != 0 || !strings.Contains(out, "Wrote app/env.py: the settings module.") {
		t.Errorf("status %d: %s%s", status, out, errOut)
	}
	run(t, dir, into...) // the module reads too, which the reference says from now on
	if out, _, status := run(t, dir, append(into, "--require")...); status != 0 || !strings.Contains(out, "Nothing to change") {
		t.Errorf("again: status %d: %s", status, out)
	}
	if _, err := os.Stat(filepath.Join(dir, ".env.example")); err == nil {
		t.Error("an example file was written")
	}
	if out, _, _ := run(t, dir, "reads"); strings.Count(out, "GATE_PORT  optional  integer  \"80\"") != 2 {
		t.Errorf("of the module it reads %s", out)
	}
	for _, wrong := range []string{"python", "cobol=x", "python=../x.py", "python="} {
		if _, errOut, status := run(t, dir, "document", "--settings", wrong); status != 2 || !strings.Contains(errOut, "Such as") && !strings.Contains(errOut, "Give PATH") {
			t.Errorf("--settings %s: status %d: %s", wrong, status, errOut)
		}
	}
	put(t, dir, "README.md", "<!-- inzicht: reference begin -->\n")
	if _, errOut, status := run(t, dir, "document", "--reference", "README.md"); status != 2 || !strings.Contains(errOut, "once each") {
		t.Errorf("half a mark: status %d: %s", status, errOut)
	}
}
