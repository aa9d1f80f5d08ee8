package cli_test

import (
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"
)

func put(t *testing.T, dir, name, content string) {
	t.Helper()
	if err := os.WriteFile(filepath.Join(dir, name), []byte(content), 0o644); err != nil {
		t.Fatal(err)
	}
}

// A tree is adopted with what it has, holds the line, and lets go again.
func TestAccept(t *testing.T) {
	dir := t.TempDir()
	put(t, dir, "g.py", "import os\nos.environ['GATE_URL']\n")
	put(t, dir, ".env.example", "GATE_URL=\nOLD=1\n")
	put(t, dir, ".env", "OLD=1\n")
	if _, _, status := run(t, dir, "verify"); status != 1 {
		t.Fatal("nothing to accept")
	}
	if out, errOut, status := run(t, dir, "accept", "--reason", "there before us"); status != 0 || !strings.Contains(out, "Accepted 3") {
		t.Fatalf("status %d: %s%s", status, out, errOut)
	}
	file := filepath.Join(dir, "inzicht.accepted.toml")
	put(t, dir, "g.py", "import os\n\n\nos.environ['GATE_URL']\n") // on another line
	if out, _, status := run(t, dir, "verify", "--fail-on", "warning"); status != 0 || !strings.Contains(strings.Join(strings.Fields(out), " "), "3 accepted findings not shown") {
		t.Errorf("accepted findings count: %s", out)
	}
	put(t, dir, "g.py", "import os\nos.environ['GATE_URL'], os.environ['NEW']\n")
	if out, _, status := run(t, dir, "verify"); status != 1 || strings.Contains(out, "GATE_URL") || !strings.Contains(out, "NEW") {
		t.Errorf("the line is not held: %s", out)
	}
	put(t, dir, ".env", "GATE_URL=x\nNEW=x\n")
	if out, _, _ := run(t, dir, "accept", "--prune"); !strings.Contains(out, "Dropped 2") {
		t.Errorf("prune: %s", out)
	}
	content, _ := os.ReadFile(file)
	if strings.Contains(string(content), "GATE_URL") || !strings.Contains(string(content), "OLD") || !strings.Contains(string(content), "there before us") {
		t.Errorf("after pruning: %s", content)
	}
	put(t, dir, "inzicht.accepted.toml", strings.Replace(string(content), "reason =", "until = '"+time.Now().AddDate(0, 0, -2).Format("2006-01-02")+"'\nreason =", 1))
	if out, _, _ := run(t, dir, "verify"); !strings.Contains(out, "OLD") {
		t.Errorf("an expired entry still counts: %s", out)
	}
	put(t, dir, "inzicht.accepted.toml", "[[accepted]]\nrule = 'unused'\nvariable = 'OLD'\n")
	if _, errOut, status := run(t, dir, "verify"); status != 2 || !strings.Contains(errOut, "no reason") {
		t.Errorf("status %d: %s", status, errOut)
	}
}

// A comment on the line accepts one finding, with a reason.
func TestAcceptedByComment(t *testing.T) {
	dir := t.TempDir()
	put(t, dir, "g.py", "import os\nos.environ.get('A_PORT', '1')\nos.environ.get('A_PORT', '2')  # inzicht accepts conflicting-fallback: the second lock\n")
	put(t, dir, ".env.example", "A_PORT=\nOLD=1 # inzicht accepts unused: ops reads it\n# inzicht accepts unused: and this\nOLDER=1\nOLDEST=1 # inzicht accepts unused:\n")
	out, _, _ := run(t, dir, "verify", "--fail-on", "warning")
	if strings.Contains(out, "OLD ") || strings.Contains(out, "OLDER") || strings.Contains(out, "conflicting") || !strings.Contains(out, "OLDEST") {
		t.Errorf("%s", out)
	}
}

// Only what a change brings is shown, computed at both its sides.
func TestSince(t *testing.T) {
	dir := t.TempDir()
	git := func(arguments ...string) {
		t.Helper()
		command := exec.Command("git", append([]string{"-C", dir, "-c", "user.name=K", "-c", "user.email=k@lockside.example"}, arguments...)...)
		if out, err := command.CombinedOutput(); err != nil {
			t.Skipf("git: %s", out)
		}
	}
	put(t, dir, "g.py", "import os\nos.environ['OLD_URL']\n")
	put(t, dir, ".env.example", "")
	put(t, dir, ".gitignore", ".env\n")
	put(t, dir, ".env", "")
	git("init", "-q")
	git("add", "-A")
	git("commit", "-qm", "gates")
	put(t, dir, "g.py", "import os\n\n\nos.environ['OLD_URL'], os.environ['NEW_URL']\n")
	out, errOut, status := run(t, dir, "verify", "--since", "HEAD")
	if status != 1 || strings.Contains(out, "OLD_URL") || strings.Count(out, "NEW_URL") < 2 {
		t.Errorf("status %d: %s%s", status, out, errOut)
	}
}

func TestCompletion(t *testing.T) {
	dir := lockside(t)
	for arguments, want := range map[string]string{
		"trace GATE_H":              "GATE_HORN\n",
		"verify -e stag":            "staging\n",
		"verify --component gatek":  "gatekeeper\n",
		"verify --only conflicting": "conflicting-fallback\n",
	} {
		words := strings.Fields(arguments)
		out, _, _ := run(t, dir, append([]string{"__complete"}, words...)...)
		if !strings.Contains("\n"+out, "\n"+want) {
			t.Errorf("%s completes to %q", arguments, out)
		}
	}
}

func TestListingsAndRecords(t *testing.T) {
	dir := t.TempDir()
	put(t, dir, "g.py", "import os\nos.environ['GATE_URL'], os.environ['GATE_TOKEN']\n")
	put(t, dir, ".env.example", "GATE_URL=\nGATE_TOKEN=\n")
	put(t, dir, "key", "0123456789abcdef0123")
	for _, name := range []string{"one", "two"} {
		put(t, dir, name+".listing", "GATE_TOKEN=hunter22\n")
		command := exec.Command(program, "capture", "-", "--key-file", "key")
		command.Dir, command.Stdin = dir, strings.NewReader("GATE_TOKEN=hunter22\n")
		record, err := command.Output()
		if err != nil {
			t.Fatal(err)
		}
		put(t, dir, name+".json", string(record))
	}
	out, _, status := run(t, dir, "verify", "-e", "production=one.json", "-e", "staging=two.json")
	if status != 1 || strings.Count(out, "GATE_URL ") < 2 || !strings.Contains(out, "shared-secret") {
		t.Errorf("status %d: %s", status, out)
	}
}

func TestSuggestedConfigChangesNothing(t *testing.T) {
	dir := lockside(t)
	before, _, _ := run(t, dir, "verify", "--format", "json")
	suggested, _, status := run(t, dir, "contract", "--suggest-config")
	if status != 0 || !strings.Contains(suggested, "[[environment]]") {
		t.Fatalf("status %d: %s", status, suggested)
	}
	put(t, dir, "inzicht.toml", suggested)
	if after, errOut, _ := run(t, dir, "verify", "--format", "json"); after != before {
		t.Errorf("it changes the findings: %s", errOut)
	}
	uncommented := strings.NewReplacer("# [[environment]]", "[[environment]]", "# name", "name", "# layers", "layers", "#   {", "  {", "# ]", "]", "# component", "component").Replace(suggested)
	if i := strings.Index(uncommented, "[[environment]]"); i >= 0 {
		put(t, dir, "inzicht.toml", uncommented[i:strings.Index(uncommented, "#\n# Layers are")])
	}
	if _, errOut, status := run(t, dir, "verify", "-e", "staging"); status == 2 && !strings.Contains(errOut, "workload") {
		t.Errorf("uncommented, it is no configuration: %s", errOut)
	}
}

// The hook of docs/recipes.md, with real git: it stops a commit that brings an
// error, and lets one pass that brings none.
func TestHook(t *testing.T) {
	recipes, err := os.ReadFile(filepath.Join("..", "docs", "recipes.md"))
	if err != nil {
		t.Fatal(err)
	}
	_, hook, found := strings.Cut(string(recipes), "```sh\n#!/bin/sh\n")
	hook, _, _ = strings.Cut(hook, "```")
	if !found || !strings.Contains(hook, "inzicht verify") {
		t.Fatal("docs/recipes.md has no hook")
	}
	dir := t.TempDir()
	git := func(arguments ...string) error {
		command := exec.Command("git", append([]string{"-C", dir, "-c", "user.name=K", "-c", "user.email=k@lockside.example"}, arguments...)...)
		command.Env = append(os.Environ(), "PATH="+filepath.Dir(program)+string(os.PathListSeparator)+os.Getenv("PATH"))
		return command.Run()
	}
	put(t, dir, "g.py", "import os\nos.environ['OLD_URL']\n")
	put(t, dir, ".env.example", "")
	if git("init", "-q") != nil {
		t.Skip("git is not here")
	}
	git("add", "-A")
	git("commit", "-qm", "gates")
	if err := os.WriteFile(filepath.Join(dir, ".git", "hooks", "pre-commit"), []byte("#!/bin/sh\n"+hook), 0o755); err != nil {
		t.Fatal(err)
	}
	put(t, dir, "g.py", "import os\nos.environ['OLD_URL'], os.environ['NEW_URL']\n")
	if git("commit", "-qam", "more") == nil {
		t.Error("a commit that brings an error passed")
	}
	put(t, dir, ".env.example", "NEW_URL=\n")
	if err := git("commit", "-qam", "more, and documented"); err != nil {
		t.Errorf("a commit that brings none was stopped: %v", err)
	}
}
