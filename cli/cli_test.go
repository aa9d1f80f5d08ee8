package cli_test

import (
	"bytes"
	"encoding/json"
	"errors"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"inzicht/core/testtree"
)

var program string

func TestMain(m *testing.M) { testtree.Main(m, &program) }

// run runs the built program in dir.
func run(t *testing.T, dir string, arguments ...string) (out, errOut string, status int) {
	t.Helper()
	command := exec.Command(program, arguments...)
	command.Dir = dir
	var stdout, stderr bytes.Buffer
	command.Stdout, command.Stderr = &stdout, &stderr
	err := command.Run()
	var exit *exec.ExitError
	if err != nil && !errors.As(err, &exit) {
		t.Fatal(err)
	}
	return stdout.String(), stderr.String(), command.ProcessState.ExitCode()
}

// lockside unpacks the sample project.
func lockside(t *testing.T) string {
	t.Helper()
	dir := filepath.Join(t.TempDir(), "lockside")
	if _, errOut, status := run(t, ".", "demo", "--into", dir); status != 0 {
		t.Fatalf("demo --into: status %d: %s", status, errOut)
	}
	return dir
}

func TestStatus(t *testing.T) {
	dir := lockside(t)
	for _, c := range []struct {
		arguments string
		status    int
		errPart   string
	}{
		{"verify", 1, ""},
		{"verify --fail-on never", 0, ""},
		{"verify -e local", 1, ""},
		{"verify -e compose/gatekeeper --component gatekeeper", 0, ""},
		{"verify -e compose/* --component gatekeeper --fail-on warning", 1, ""},
		{"verify -e nowhere", 2, "This tree has: compose/gatekeeper, "},
		{"verify -e local=nowhere.env", 2, "cannot be read"},
		{"verify --only missing -e unit/sensors", 0, ""},
		{"verify --only mising", 2, "Is missing meant?"},
		{"verify --skip mising", 2, "Is missing meant?"},
		{"verify --since nowhere", 2, "no revision"},
		{"verify --since HEAD", 0, ""},
		{"verify --pid 1", 2, "Give it with -e"},
		{"verify -e local --pid 99999999", 2, "no such process"},
		{"verify --config nowhere.toml", 2, "cannot be read"},
		{"matrix", 0, ""},
		{"matrix --differences -e staging -e production --format csv", 0, ""},
		{"matrix -e nowhere", 2, "no environment"},
		{"trace GATE_HORN", 0, ""},
		{"trace KEEPER_BADGE_SECRT", 2, "Is KEEPER_BADGE_SECRET meant?"},
		{"trace", 2, "the name of a variable is expected"},
		{"capture", 0, ""},
		{"capture --key-file nowhere", 2, "cannot be read"},
		{"capture --key-variable NO_SUCH_KEY", 2, "too short"},
		{"accept", 2, "a reason is expected"},
		{"accept --reason x --until soon", 2, "is no day"},
		{"rules never-matches", 0, ""},
		{"rules never-match", 2, "Is never-matches meant?"},
		{"verify --component nowhere", 2, "This tree has: gatekeeper"},
		{"verify --fail-on sometimes", 2, "--fail-on is error"},
		{"verify nowhere", 2, "no such folder"},
		{"verify README.md", 2, "a file, not a folder"},
		{"verify a b", 2, "one path is"},
		{"reads", 0, ""},
		{"reads --format crayon", 2, "Formats: text, json, jsonl, csv."},
		{"reads --color mauve", 2, "--color is auto"},
		{"contract", 0, ""},
		{"rules", 0, ""},
		{"languages", 0, ""},
		{"languages --format json", 0, ""},
		{"reads --nonsense", 2, "--help"},
		{"nonsense", 2, "unknown command"},
		{"demo --into .", 2, "is not empty"},
		{"--version", 0, ""},
		{"--help", 0, ""},
	} {
		out, errOut, status := run(t, dir, strings.Fields(c.arguments)...)
		if status != c.status || !strings.Contains(errOut, c.errPart) {
			t.Errorf("%s: status %d, want %d; said %q", c.arguments, status, c.status, errOut)
		}
		if status == 2 && out != "" {
			t.Errorf("%s failed and printed a result: %s", c.arguments, out)
		}
	}
}

func TestJSON(t *testing.T) {
	dir := lockside(t)
	var reads struct {
		Schema string
		Reads  []map[string]any
	}
	decode(t, dir, &reads, "reads")
	if reads.Schema != "inzicht/reads/1" {
		t.Errorf("schema %s", reads.Schema)
	}
	found := false
	for _, r := range reads.Reads {
		if r["name"] == "GATE_CLOSE_AFTER" && r["fallback"] == "90s" {
			found = true
			want := map[string]any{"pattern": nil, "file": "services/gatekeeper/main.go", "line": 16.0, "column": 40.0, "language": "go", "access": "os.LookupEnv",
				"need": "optional", "fallback": "90s", "kind": "duration", "scope": "runtime", "component": "gatekeeper", "through": "getenv"}
			for key, value := range want {
				if r[key] != value {
					t.Errorf("%s is %v, want %v", key, r[key], value)
				}
			}
		}
	}
	if !found {
		t.Error("GATE_CLOSE_AFTER is not read")
	}
	var findings struct {
		Schema   string
		Findings []map[string]any
		Summary  map[string]int
	}
	decode(t, dir, &findings, "verify")
	if findings.Schema != "inzicht/findings/1" || findings.Summary["error"]+findings.Summary["warning"]+findings.Summary["note"] != len(findings.Findings) {
		t.Errorf("schema %s, summary %v of %d findings", findings.Schema, findings.Summary, len(findings.Findings))
	}
	var contract struct {
		Schema    string
		Variables []map[string]any
	}
	decode(t, dir, &contract, "contract")
	if contract.Schema != "inzicht/contract/1" || len(contract.Variables) == 0 {
		t.Errorf("schema %s, %d variables", contract.Schema, len(contract.Variables))
	}
}

func decode(t *testing.T, dir string, into any, command string) {
	t.Helper()
	out, _, _ := run(t, dir, command, "--format", "json")
	if err := json.Unmarshal([]byte(out), into); err != nil {
		t.Fatalf("%s: %v in %s", command, err, out)
	}
}

// The sample project holds at least one instance of every rule; stale needs a
// live process, which the demo itself starts.
func TestDemoHasEveryRule(t *testing.T) {
	dir := lockside(t)
	rules, _, _ := run(t, dir, "rules")
	out, _, _ := run(t, dir, "verify", "--format", "json")
	for _, line := range strings.Split(rules, "\n")[1:] {
		if fields := strings.Fields(line); len(fields) > 2 && fields[0] != "inzicht" && fields[0] != "stale" && !strings.Contains(out, `"rule": "`+fields[0]+`"`) {
			t.Errorf("no finding under %s", fields[0])
		}
	}
}

func TestWidthAndColour(t *testing.T) {
	dir := lockside(t)
	for _, command := range []string{"verify", "contract", "reads", "matrix"} {
		out, _, _ := run(t, dir, command)
		for _, line := range strings.Split(out, "\n") {
			if n := len([]rune(line)); n > 100 {
				t.Errorf("%s: %d columns: %s", command, n, line)
			}
		}
		if strings.Contains(out, "\x1b") {
			t.Errorf("%s sends colour through a pipe", command)
		}
		if painted, _, _ := run(t, dir, command, "--color", "always"); !strings.Contains(painted, "\x1b[") {
			t.Errorf("%s --color always sends none", command)
		}
	}
}

// Whatever is in a tree, the terminal gets no control character of it.
func TestHostileNames(t *testing.T) {
	dir := t.TempDir()
	os.WriteFile(filepath.Join(dir, "a\x1b[31m\nb.py"), []byte("import os\nos.environ['A\\x1b[2J\\u202eB']\n"), 0o644)
	os.WriteFile(filepath.Join(dir, ".env"), []byte("\x1b]0;x\x07=1\nOLD\xff=2\n"), 0o644)
	for _, command := range []string{"verify -v", "contract", "reads", "verify --format json", "reads --format json", "matrix", "verify --format sarif", "verify --format junit", "verify --format markdown", "verify --format annotations", "verify --format csv"} {
		out, errOut, status := run(t, dir, strings.Fields(command)...)
		if status == 2 || strings.ContainsAny(out+errOut, "\x1b\x07\u202e") {
			t.Errorf("%s: status %d, sent %q", command, status, out+errOut)
		}
	}
}

func TestDemo(t *testing.T) {
	out, errOut, status := run(t, t.TempDir(), "demo")
	if status != 0 || errOut != "" {
		t.Fatalf("status %d, %s", status, errOut)
	}
	for _, part := range []string{"$ inzicht reads", "$ inzicht contract", "$ inzicht verify", "KEEPER_BADGE_SECERT", "$ inzicht matrix", "$ inzicht trace", "platform.sh list production", "✗ missing        NEXT_PUBLIC_LOCK_NAME",
		"  11  stale     inzicht verify --only stale", "Made up: LOGBOOK_SESSION_SECRET", "gone", "BOOKING_API_TOKEN is required and has no value", "more lines: inzicht demo --step contract"} {
		if !strings.Contains(out, part) {
			t.Errorf("the demo does not show %q", part)
		}
	}
	if out, _, status := run(t, t.TempDir(), "demo", "--step", "contract"); status != 0 || strings.Contains(out, "more lines") || !strings.Contains(out, "TOLL_STORE_URL") || strings.Contains(out, "$ inzicht reads") {
		t.Errorf("one step: status %d: %s", status, out)
	}
	if _, errOut, status := run(t, t.TempDir(), "demo", "--step", "fax"); status != 2 || !strings.Contains(errOut, "Steps: reads, contract") {
		t.Errorf("no step: status %d: %s", status, errOut)
	}
}
