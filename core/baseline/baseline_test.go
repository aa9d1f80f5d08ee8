package baseline

import (
	"errors"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"inzicht/core/history"
	"inzicht/core/survey"
	"inzicht/core/testtree"
	"inzicht/core/tree"
	"inzicht/core/verify"
)

// brief writes findings in one line each.
func brief(list []verify.Finding) string {
	var out []string
	for _, f := range list {
		out = append(out, f.Rule+" "+f.Variable)
	}
	return strings.Join(out, ", ")
}

func TestNew(t *testing.T) {
	missing := func(name, environment string) verify.Finding {
		return verify.Finding{Rule: "missing", Variable: name, Environment: environment}
	}
	broken := func(file, message string) verify.Finding {
		return verify.Finding{Rule: "malformed", File: file, Message: message}
	}
	for _, c := range []struct {
		name        string
		before, now []verify.Finding
		want        string
	}{
		{"nothing before", nil, []verify.Finding{missing("A", "local")}, "missing A"},
		{"the same", []verify.Finding{missing("A", "local")}, []verify.Finding{missing("A", "local")}, ""},
		{"in another environment", []verify.Finding{missing("A", "local")}, []verify.Finding{missing("A", "staging")}, "missing A"},
		{"on another line", []verify.Finding{{Rule: "unused", Variable: "A", Line: 3}}, []verify.Finding{{Rule: "unused", Variable: "A", Line: 9}}, ""},
		{"in another file", []verify.Finding{{Rule: "unused", Variable: "A", File: "a"}}, []verify.Finding{{Rule: "unused", Variable: "A", File: "b"}}, ""},
		{"one more", []verify.Finding{{Rule: "unused", Variable: "A"}}, []verify.Finding{{Rule: "unused", Variable: "A"}, {Rule: "unused", Variable: "A", Again: 1}}, "unused A"},
		{"of no variable", []verify.Finding{broken(".env", "a")}, []verify.Finding{broken(".env", "a"), broken(".env", "b"), broken("x.env", "a")}, "malformed , malformed "},
		{"mended", []verify.Finding{missing("A", "local")}, nil, ""},
	} {
		if got := brief(New(c.before, c.now)); got != c.want {
			t.Errorf("%s: %q, want %q", c.name, got, c.want)
		}
	}
}

// A change brings what it makes wrong; what git does not keep is taken as it is.
func TestFindings(t *testing.T) {
	root := t.TempDir()
	write := func(name, content string) {
		if err := os.WriteFile(filepath.Join(root, name), []byte(content), 0o600); err != nil {
			t.Fatal(err)
		}
	}
	git := func(arguments ...string) {
		command := exec.Command("git", append([]string{"-C", root, "-c", "user.name=K", "-c", "user.email=k@lockside.example"}, arguments...)...)
		if out, err := command.CombinedOutput(); err != nil {
			t.Skipf("git: %s", out)
		}
	}
	git("init", "-q", "-b", "main")
	write(".gitignore", ".env\n")
	write(".env", "GATE_URL=x\n")
	write(".env.example", "GATE_URL=\nOLD=\n")
	write("gate.py", "import os\nos.environ['GATE_URL']\n")
	git("add", "-A")
	git("commit", "-qm", "Gates")
	write("gate.py", "import os\n\nos.environ['GATE_URL'], os.environ['GATE_HORN']\n")

	now, err := survey.Take(root, survey.Options{})
	if err != nil {
		t.Fatal(err)
	}
	before, err := Findings(t.Context(), now, "HEAD", survey.Options{}, nil)
	if err != nil {
		t.Fatal(err)
	}
	if got := brief(before); got != "unused OLD" {
		t.Errorf("before: %s", got)
	}
	if got := brief(New(before, verify.Run(now, nil))); got != "missing GATE_HORN, undocumented GATE_HORN" {
		t.Errorf("new: %s", got)
	}
	var wrong *history.Error
	if _, err := Findings(t.Context(), now, "nowhere", survey.Options{}, nil); !errors.As(err, &wrong) || wrong.Hint == "" {
		t.Errorf("no revision: %v", err)
	}
}

// Compose files that take in others are resolved as they were.
func TestFindingsOfCompose(t *testing.T) {
	root := testtree.Tree(t, "-- compose.yaml --\ninclude: [{path: sub/more.yaml, env_file: sub/more.env}]\nservices:\n  gate: {build: ., extends: {file: base.yaml, service: base}}\n"+
		"-- base.yaml --\nservices: {base: {environment: {GATE_URL: x}}}\n-- sub/more.yaml --\nservices: {level: {build: ., environment: {GATE_URL: \"${FROM}\"}}}\n-- sub/more.env --\nFROM=x\n"+
		"-- gate.py --\nimport os\nos.environ['GATE_URL']\n-- .env.example --\nGATE_URL=\n-- package.json --\n{}\n")
	testtree.Git(t, root, "init", "-q")
	testtree.Git(t, root, "add", "-A")
	testtree.Git(t, root, "commit", "-qm", "Gates")
	testtree.Write(t, root, "base.yaml", "services: {base: {environment: {OTHER: x}}}\n")
	testtree.Write(t, root, "sub/more.yaml", "services: {level: {build: ., environment: {OTHER: x}}}\n")
	temporary := t.TempDir()
	t.Setenv("TMPDIR", temporary)
	now, err := survey.Take(root, survey.Options{})
	if err != nil {
		t.Fatal(err)
	}
	before, err := Findings(t.Context(), now, "HEAD", survey.Options{}, nil)
	if err != nil || brief(before) != "" {
		t.Errorf("before: %s, %v", brief(before), err)
	}
	if got := brief(New(before, verify.Run(now, nil))); got != "missing GATE_URL, missing GATE_URL, unused OTHER, unused OTHER" {
		t.Errorf("new: %s", got)
	}
	if left, _ := os.ReadDir(temporary); len(left) > 0 {
		t.Errorf("left behind: %v", left)
	}
}

// Surveys that share what they remember find what each would find by itself.
func TestMemory(t *testing.T) {
	root := t.TempDir()
	states := []map[string]string{
		{"go.mod": "module gate\n", "main.go": "package main\n\nimport (\n\t\"gate/keys\"\n\t\"os\"\n)\n\nvar url, token = os.Getenv(keys.URL), must(\"GATE_TOKEN\")\n",
			"keys/keys.go": "package keys\n\nconst URL = \"GATE_URL\"\n", "must.go": "package main\n\nimport \"os\"\n\nfunc must(name string) string { return os.Getenv(name) }\n", "web/a.js": "process.env.WEB\n"},
		{"keys/keys.go": "package keys\n\nconst URL = \"GATE_ADDRESS\"\n"},
		{"must.go": "package main\n\nimport \"os\"\n\nfunc must(name string) string {\n\tv := os.Getenv(\"A_\" + name)\n\tif v == \"\" {\n\t\tpanic(name)\n\t}\n\treturn v\n}\n"},
		{"web/package.json": "{}"},
		{"inzicht.toml": "[[idiom]]\nlanguage = \"go\"\naccess = \"keys.Read($name)\"\n", "other.go": "package main\n\nimport \"gate/keys\"\n\nvar x = keys.Read(\"GATE_OTHER\")\n"},
	}
	testtree.Git(t, root, "init", "-q")
	for n, files := range states {
		for name, content := range files { // in any order
			testtree.Write(t, root, name, content)
		}
		testtree.Git(t, root, "add", "-A")
		testtree.Git(t, root, "commit", "-qm", "x")
		testtree.Git(t, root, "tag", fmt.Sprint("v", n))
	}
	now, err := tree.Open(root, tree.Options{})
	if err != nil {
		t.Fatal(err)
	}
	memory := &survey.Memory{}
	for _, state := range []int{4, 3, 2, 1, 0, 2, 4, 0} {
		var found [2]string
		for n, m := range []*survey.Memory{memory, nil} {
			s, done, err := At(t.Context(), now, fmt.Sprint("v", state), survey.Options{Memory: m, ReadsOnly: true})
			if err != nil {
				t.Fatal(err)
			}
			for _, r := range s.Reads {
				found[n] += fmt.Sprintln(r.File, r.Line, r.Column, r.Name, r.Need, r.Through, r.Component)
			}
			found[n] += fmt.Sprintln(s.Sources, s.Bytes, s.Skipped)
			done()
		}
		if found[0] != found[1] || !strings.Contains(found[1], "TOKEN") {
			t.Errorf("v%d: what is remembered gives\n%swithout it there is\n%s", state, found[0], found[1])
		}
	}
}
