package cli_test

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"inzicht/core/testtree"
)

// What an upgrade of an installed package adds is told, by a list of before.
func TestChangesOfPackages(t *testing.T) {
	dir := t.TempDir()
	testtree.Write(t, dir, "package.json", "{}\n")
	testtree.Write(t, dir, "gate.js", "console.log(process.env.GATE_URL)\n")
	testtree.Write(t, dir, "node_modules/tide/package.json", `{"version": "1.0.0"}`)
	testtree.Write(t, dir, "node_modules/tide/index.js", "process.env.TIDE_URL\n")
	testtree.Write(t, dir, ".gitignore", "node_modules\npackages.json\n")
	testtree.Git(t, dir, "init", "-q")
	testtree.Git(t, dir, "add", "-A")
	testtree.Git(t, dir, "commit", "-qm", "gates")
	out, errOut, status := run(t, dir, "contract", "--dependencies")
	if status != 0 || !strings.Contains(out, "tide 1.0.0  node_modules/tide") || !strings.Contains(out, "1 variable of 1 package") || strings.Contains(out, "GATE_URL") {
		t.Errorf("status %d: %s%s", status, out, errOut)
	}
	if _, errOut, status := run(t, dir, "contract", "--dependencies", "--format", "json=packages.json"); status != 0 {
		t.Fatal(errOut)
	}
	testtree.Write(t, dir, "node_modules/tide/package.json", `{"version": "1.1.0"}`)
	testtree.Write(t, dir, "node_modules/tide/index.js", "process.env.TIDE_URL; process.env.AWS_SECRET_ACCESS_KEY\n")
	for command, want := range map[string]string{
		"changes --dependencies packages.json":               "tide 1.1.0  was 1.0.0\n      begins to read AWS_SECRET_ACCESS_KEY, a secret  node_modules/tide/index.js:1\n",
		"changes --dependencies packages.json --format json": `"before": "1.0.0"`,
		"changes --dependencies gate.js":                     "gate.js: it is no list of packages\n  Give a file that inzicht contract --dependencies --format json wrote.",
		"changes --dependencies nowhere.json":                "nowhere.json cannot be read: it is not there",
		"contract --dependencies --format csv":               "there is no format \"csv\" here\n  Formats: text, json.",
	} {
		out, errOut, _ := run(t, dir, strings.Fields(command)...)
		if !strings.Contains(out+errOut, want) {
			t.Errorf("%s: %s%s", command, out, errOut)
		}
	}
}

func TestChanges(t *testing.T) {
	dir := t.TempDir()
	put(t, dir, "gate.py", "import os\nos.environ.get('GATE_URL')\nos.environ['OLD_FAX']\n")
	put(t, dir, ".env.example", "GATE_URL=\nOLD_FAX=\n")
	testtree.Git(t, dir, "init", "-q", "-b", "main")
	testtree.Git(t, dir, "add", "-A")
	testtree.Git(t, dir, "commit", "-qm", "Gates")
	testtree.Git(t, dir, "tag", "v1")
	put(t, dir, "gate.py", "import os\nos.environ['GATE_URL']\n")
	testtree.Git(t, dir, "commit", "-qam", "Mail")
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
