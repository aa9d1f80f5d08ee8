package verify_test

import (
	"strings"
	"testing"

	"inzicht/core/survey"
	"inzicht/core/testtree"
	"inzicht/core/verify"
)

// of returns the only finding of a rule.
func of(t *testing.T, rule string, list []verify.Finding) verify.Finding {
	t.Helper()
	var found []verify.Finding
	for _, f := range list {
		if f.Rule == rule {
			found = append(found, f)
		}
	}
	if len(found) != 1 {
		t.Fatalf("%d findings of %s among %+v", len(found), rule, list)
	}
	return found[0]
}

// A value that its readers take differently: the finding says what in the line
// they take differently, and never the value.
func TestAmbiguousHints(t *testing.T) {
	for _, c := range []struct{ line, hint string }{
		{`GATE_URL="tide 7"`, "quotes"},
		{`GATE_URL=tide$RIVER`, "$"},
		{`GATE_URL="a\ntide"`, "backslash"},
		{`GATE_URL=tide # north`, "#"},
		{`GATE_URL=tide north`, "an assignment at all"}, // a shell takes it for a command
		{`export GATE_URL=tide`, "an assignment at all"},
	} {
		list := findings(t, `-- gate.py --
import os
os.environ.get("GATE_URL")
-- .env.example --
GATE_URL=
-- staging.env --
`+c.line+`
-- run.sh --
. ./staging.env
docker run --env-file staging.env lockside/gate
`)
		f := of(t, "ambiguous", list)
		if !strings.Contains(f.Hint, c.hint) || f.File != "staging.env" || f.Line != 1 {
			t.Errorf("%s: %s:%d %s (%s)", c.line, f.File, f.Line, f.Message, f.Hint)
		}
		if strings.Contains(f.Message+f.Hint, "tide") {
			t.Errorf("%s: the value is shown: %s (%s)", c.line, f.Message, f.Hint)
		}
	}
}

// One value that two components take for different things.
func TestOneValueForTwo(t *testing.T) {
	for _, c := range []struct {
		name, gate, level string
		parts             []string // of the message; none where there is no finding
	}{
		{"a number and an address", `int(os.environ["LOCK_AT"])`, `urllib.parse.urlparse(os.environ["LOCK_AT"])`, []string{"gate", "level", "an integer", "LOCK_AT"}},
		{"choices without one in common", `os.environ["LOCK_AT"] == "north"`, `os.environ["LOCK_AT"] == "south"`, []string{"one of north", "one of south"}},
		{"choices with one in common", `os.environ["LOCK_AT"] in ("north", "south")`, `os.environ["LOCK_AT"] in ("south", "west")`, nil},
		{"two numbers", `int(os.environ["LOCK_AT"])`, `float(os.environ["LOCK_AT"])`, nil},
		{"a number and a text", `int(os.environ["LOCK_AT"])`, `print(os.environ["LOCK_AT"])`, nil},
	} {
		t.Run(c.name, func(t *testing.T) {
			list := findings(t, `-- gate/pyproject.toml --
[project]
name = "gate"
-- gate/gate.py --
import os, urllib.parse
x = `+c.gate+`
-- level/pyproject.toml --
[project]
name = "level"
-- level/level.py --
import os, urllib.parse
x = `+c.level+`
-- .env.example --
LOCK_AT=
-- .env --
LOCK_AT=7
`)
			var said []string
			for _, f := range list {
				if strings.HasPrefix(f.Message, "one value of") {
					said = append(said, f.Message)
				}
			}
			if len(c.parts) == 0 && len(said) > 0 || len(c.parts) > 0 && len(said) != 1 {
				t.Fatalf("said is %q", said)
			}
			for _, part := range c.parts {
				if !strings.Contains(said[0], part) {
					t.Errorf("%q is not in %q", part, said[0])
				}
			}
		})
	}
}

// Secrets written into files that git tracks, other than env files.
func TestWrittenSecrets(t *testing.T) {
	files := map[string]string{
		"gate/go.mod":   "module gate\n",
		"gate/main.go":  "package main\n\nimport \"os\"\n\nvar a, b = os.Getenv(\"GATE_TOKEN\"), os.Getenv(\"GATE_PASSWORD\")\n",
		".env.example":  "GATE_TOKEN=\nGATE_PASSWORD=\n",
		"compose.yaml":  "services:\n  gate:\n    build: gate\n    environment:\n      GATE_TOKEN: tk-83hfk29dk1xyzq7\n      GATE_PASSWORD: ${GATE_PASSWORD}\n",
		"k8s/gate.yaml": "apiVersion: v1\nkind: Secret\nmetadata: {name: s}\ndata: {GATE_PASSWORD: cHctODNoZmsyOWRrMXh5enE3}\n---\napiVersion: apps/v1\nkind: Deployment\nmetadata: {name: gate}\nspec:\n  template:\n    spec:\n      containers:\n        - name: gate\n          image: lockside/gate:1\n          envFrom: [{secretRef: {name: s}}]\n",
	}
	root := testtree.Files(t, files)
	written := func() (list []string) {
		s, err := survey.Take(root, survey.Options{})
		if err != nil {
			t.Fatal(err)
		}
		for _, f := range verify.Run(s, nil) {
			if strings.Contains(f.Message+f.Hint, "83hfk") || strings.Contains(f.Message+f.Hint, "ODNoZm") {
				t.Errorf("a value is shown: %s (%s)", f.Message, f.Hint)
			}
			if f.Rule == "exposed" && strings.Contains(f.Message, "is written into") {
				list = append(list, brief(f))
			}
		}
		return list
	}
	if list := written(); len(list) != 0 {
		t.Errorf("without git nothing is tracked, and yet: %v", list)
	}
	testtree.Git(t, root, "init", "-q")
	testtree.Git(t, root, "add", ".")
	want := "error exposed GATE_TOKEN compose/gate compose.yaml:5\nerror exposed GATE_PASSWORD kubernetes/gate k8s/gate.yaml:4"
	if have := strings.Join(written(), "\n"); have != want {
		t.Errorf("have\n%s\nwant\n%s", have, want)
	}
}
