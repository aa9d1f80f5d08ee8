package cli_test

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"inzicht/core/planted"
)

func TestChanges(t *testing.T) {
	dir := t.TempDir()
	put(t, dir, "gate.py", "import os\nos.environ.get('GATE_URL')\nos.environ['OLD_FAX']\n")
	put(t, dir, ".env.example", "GATE_URL=\nOLD_FAX=\n")
	planted.Git(t, dir, "init", "-q", "-b", "main")
	planted.Git(t, dir, "add", "-A")
	planted.Git(t, dir, "commit", "-qm", "Gates")
	planted.Git(t, dir, "tag", "v1")
	put(t, dir, "gate.py", "import os\nos.environ['GATE_URL']\n")
	planted.Git(t, dir, "commit", "-qam", "Mail")
	put(t, dir, "more.py", "import os\nos.environ['GATE_TOKEN']\n")
	os.Mkdir(filepath.Join(dir, "sub"), 0o755)
	for _, c := range []struct {
		arguments string
		status    int
		parts     string // what is printed, each apart by |
	}{
		{"changes", 0, "HEAD → work tree|GATE_TOKEN  required, secret|more.py:2|☐ document GATE_TOKEN: inzicht document|1 thing to do"},
		{"changes .", 0, "HEAD → work tree|1 new"},
		{"changes sub", 0, "the contract is the same"},
		{"changes v1", 0, "1 new, 1 changed, 1 gone|GATE_URL  expected → required|OLD_FAX  was required|take OLD_FAX out of .env.example:2"},
		{"changes v1..main .", 0, "v1 → main|1 changed, 1 gone"},
		{"changes v1..", 0, "v1 → HEAD|1 changed, 1 gone"},
		{"changes main..v1", 0, "1 new, 1 changed|GATE_URL  required → expected"},
		{"changes v1 --fail-on-new-required", 1, "GATE_TOKEN"},
		{"changes main..v1 --fail-on-new-required", 1, "OLD_FAX"},
		{"changes HEAD..HEAD --fail-on-new-required", 0, "the same"},
		{"changes v1 --format markdown", 0, "**Environment variables, v1 → work tree**: 1 new, 1 changed, 1 gone.|| `GATE_URL` |  | **newly required**|- [ ] document GATE_TOKEN"},
		{"changes nowhere", 2, "no revision"},
		{"changes v1...main", 2, "three dots"},
		{"changes v1 --format sarif", 2, "no format"},
	} {
		out, errOut, status := run(t, dir, strings.Fields(c.arguments)...)
		for _, part := range strings.Split(c.parts, "|") {
			if status != c.status || !strings.Contains(out+errOut, part) {
				t.Errorf("%s: status %d, no %q in %s%s", c.arguments, status, part, out, errOut)
			}
		}
	}
	if _, errOut, status := run(t, t.TempDir(), "changes"); status != 2 || !strings.Contains(errOut, "no git work tree") {
		t.Errorf("without git: status %d: %s", status, errOut)
	}
}
