// Package attack holds what a hostile tree may try against who looks at it,
// and that none of it succeeds. It runs the built program, always for a bounded
// time.
package attack

import (
	"bytes"
	"context"
	"errors"
	"os/exec"
	"strings"
	"testing"
	"time"

	"inzicht/core/testtree"
	"inzicht/report"
)

var program string

func TestMain(m *testing.M) { testtree.Main(m, &program) }

// patience is how long a command may take. It is no measure of speed: what
// grows without end passes it by far.
const patience = 2 * time.Minute

// answer is what a command did.
type answer struct {
	out, errOut string
	status      int
	memory      int64 // bytes at most, where the system tells; otherwise 0
}

// all is everything that it printed.
func (a answer) all() string { return a.out + a.errOut }

// strike runs the program in a folder. It fails the test where the program does
// not end by itself, or not with one of its statuses.
func strike(t testing.TB, dir string, arguments ...string) answer {
	t.Helper()
	return strikeWith(t, dir, func(*exec.Cmd) {}, arguments...)
}

func strikeWith(t testing.TB, dir string, prepare func(*exec.Cmd), arguments ...string) answer {
	t.Helper()
	ctx, cancel := context.WithTimeout(context.Background(), patience)
	defer cancel()
	command := exec.CommandContext(ctx, program, arguments...)
	command.Dir, command.WaitDelay = dir, time.Second
	var out, errOut bytes.Buffer
	command.Stdout, command.Stderr = &out, &errOut
	prepare(command)
	err := command.Run()
	var exit *exec.ExitError
	if err != nil && !errors.As(err, &exit) {
		t.Fatalf("inzicht %s: %v", strings.Join(arguments, " "), err)
	}
	a := answer{out.String(), errOut.String(), command.ProcessState.ExitCode(), memoryOf(command.ProcessState)}
	if ctx.Err() != nil {
		t.Errorf("inzicht %s does not end", strings.Join(arguments, " "))
	} else if a.status < 0 || a.status > 2 {
		t.Errorf("inzicht %s ends with status %d: %.400s", strings.Join(arguments, " "), a.status, a.errOut)
	}
	return a
}

// commands are the commands that look at a tree, each in every format that it
// has. Those that change the tree come last.
func commands() (list [][]string) {
	for _, f := range report.Formats {
		for name, shows := range map[string]bool{"reads": f.Reads != nil, "contract": f.Contract != nil, "verify": f.Findings != nil, "matrix": f.Matrix != nil} {
			if shows {
				list = append(list, []string{name, "-v", "--format", f.Name})
			}
		}
	}
	return append(list,
		[]string{"report"}, []string{"report", "--changes", "HEAD"}, []string{"contract", "--dependencies"}, []string{"contract", "--suggest-config"}, []string{"trace", "GATE_TOKEN"}, []string{"trace", "GATE_TOKEN", "--format", "json"},
		[]string{"verify", "--since", "HEAD"}, []string{"changes"}, []string{"launch", "-e", "local", "--", "true"}, []string{"launch", "-e", "local", "--anyway", "--only-contract", "--", "true"}, []string{"changes", "HEAD..HEAD", "--format", "json"}, []string{"verify", "-e", "*", "--with-surroundings"}, []string{"verify", "-e", "nobody"}, []string{"verify", "--component", "nobody"},
		[]string{"capture", "--read-by", "."}, []string{"trace", "NOBODY"}, []string{"__complete", "trace", ""}, []string{"__complete", "verify", "-e", ""}, []string{"__complete", "verify", "--component", ""},
		[]string{"document", "--dry-run"}, []string{"document", "--require"}, []string{"document", "--remove-unused", "--dry-run"},
		[]string{"document", "--dry-run", "--settings", "go=attack.go", "--settings", "python=attack.py", "--reference", "attack.md", "--json-schema", "attack.json"}, []string{"fill", "attack.env", "--generate"}, []string{"accept", "--reason", "x", "--level", "note"}, []string{"accept", "--prune"})
}

// gate is a tree with a read, a private file and an example.
func gate(t testing.TB) string {
	t.Helper()
	return testtree.Files(t, map[string]string{
		"go.mod": "module gate\n", "gate.go": "package gate\n\nimport \"os\"\n\nvar Token, URL = os.Getenv(\"GATE_TOKEN\"), os.Getenv(\"GATE_URL\")\n",
		".env": "GATE_TOKEN=q8Zr41LmXw92TbKd77Yh\nGATE_URL=http://gate\n", ".env.example": "GATE_TOKEN=\nGATE_URL=\n",
	})
}

// underGit puts a tree under git, with everything tracked.
func underGit(t testing.TB, dir string) {
	t.Helper()
	testtree.Git(t, dir, "init", "-q", "-b", "main")
	testtree.Git(t, dir, "add", "-A", "-f")
	testtree.Git(t, dir, "commit", "-qm", "Gates")
}
