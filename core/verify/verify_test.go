package verify_test

import (
	"fmt"
	"strings"
	"testing"

	"inzicht/core/survey"
	"inzicht/core/testtree"
	"inzicht/core/verify"
)

// A tree is written as files, each begun by a line "-- path --".
func findings(t *testing.T, tree string) []verify.Finding {
	t.Helper()
	s, err := survey.Take(testtree.Tree(t, tree), survey.Options{})
	if err != nil {
		t.Fatal(err)
	}
	return verify.Run(s, nil)
}

// brief writes a finding in one line.
func brief(f verify.Finding) string {
	return strings.TrimSpace(fmt.Sprintf("%s %s %s %s %s:%d", f.Level, f.Rule, f.Variable, f.Environment, f.File, f.Line))
}

const gate = `-- gate.py --
import os
url = os.environ["GATE_URL"]
name = os.environ.get("GATE_NAME", "north")
`

func TestRules(t *testing.T) {
	for _, c := range []struct {
		name, tree string
		want       []string
	}{
		{"all is well", gate + "-- .env.example --\nGATE_URL=\n# GATE_NAME=\n-- .env --\nGATE_URL=x\n", nil},
		{"missing", gate + "-- .env.example --\nGATE_URL=\nGATE_NAME=\n-- .env --\n-- staging.env --\nGATE_URL=x\n",
			[]string{"error missing GATE_URL local .env:0"}},
		{"set by a later layer", gate + "-- .env.example --\nGATE_URL=\nGATE_NAME=\n-- .env --\n-- .env.local --\nGATE_URL=x\n", nil},
		{"undocumented", gate + "-- .env.example --\n",
			[]string{"error undocumented GATE_URL  gate.py:2", "warning undocumented GATE_NAME  gate.py:3"}},
		{"unused", gate + "-- .env.example --\nGATE_URL=\nGATE_NAME=\nOLD=1\n-- .env --\nGATE_URL=x\nOLD=${USED}\nUSED=1\nPATH=/bin\n",
			[]string{"warning unused OLD  .env.example:3", "warning unused OLD local .env:2"}},
		{"known in part", "-- g.py --\nimport os\nos.getenv('GATE_' + g)\n-- .env --\nGATE_NORTH=1\nOTHER=1\n",
			[]string{"warning unused OTHER local .env:2"}},
		{"what compose reads", gate + "-- .env.example --\nGATE_URL=\nGATE_NAME=\n-- compose.yaml --\nservices: {db: {image: tide, environment: {A: \"$GATE_URL\"}}}\n-- .env --\nGATE_URL=x\nCOMPOSE_PROJECT_NAME=gate\n-- .env.stage --\nGATE_URL=x\nCOMPOSE_PROJECT_NAME=gate\n",
			[]string{"note unused COMPOSE_PROJECT_NAME stage .env.stage:2"}},
		{"malformed and duplicate", gate + "-- .env.example --\nGATE_URL=\nGATE_NAME=\nGATE_URL=\noh dear\n",
			[]string{"error malformed   .env.example:4", "warning duplicate GATE_URL  .env.example:3"}},
		{"unresolved", "-- g.py --\nimport os\nfor n in names(): os.getenv(n)\n", []string{"note unresolved   g.py:2"}},
		{"tests make nothing missing", "-- tests/g.py --\nimport os\nos.environ['A_FIXTURE']\n-- .env --\n",
			[]string{"note undocumented A_FIXTURE  tests/g.py:2"}},
		{"ambient", "-- g.py --\nimport os\nos.environ['HOME']\n-- .env --\n", nil},
		{"a component's own environment", "-- a/go.mod --\nmodule a\n-- a/m.py --\nimport os\nos.environ['A_URL']\n-- a/.env --\nA_URL=1\n-- .env --\n-- .env.example --\nA_URL=\n", nil},
		{"the root's environment serves components", "-- a/go.mod --\nmodule a\n-- a/m.py --\nimport os\nos.environ['A_URL']\n-- .env --\n-- .env.example --\nA_URL=\n",
			[]string{"error missing A_URL local .env:0"}},
	} {
		t.Run(c.name, func(t *testing.T) {
			var got []string
			for _, f := range findings(t, c.tree) {
				got = append(got, brief(f))
				if f.Message == "" || f.Hint == "" {
					t.Errorf("%s has no message or no hint", brief(f))
				}
			}
			if strings.Join(got, "\n") != strings.Join(c.want, "\n") {
				t.Errorf("have %s\nwant %s", strings.Join(got, "\n     "), strings.Join(c.want, "\n     "))
			}
		})
	}
}

// Each pair is a name that is read and one that is set: both findings name
// the other where it is a slip of the pen.
func TestSlips(t *testing.T) {
	for _, c := range []struct {
		read, set string
		slip      bool
	}{
		{"GATE_SECRET", "GATE_SECERT", true},
		{"GATE_URL", "gate_url", true},
		{"GATE_PASSWORD", "GATE_PASSWD", true},
		{"LOCK_GATE_URL", "GATE_LOCK_URL", true},
		{"DATABASE_URL", "DB_URL", true},
		{"GATE_URL", "GATEURL", true},
		{"GATE_1", "GATE_2", false},
		{"GATE_URL", "GAUGE_LEVEL", false},
		{"GATE_HOST", "GATE_PORT", false},
	} {
		tree := fmt.Sprintf("-- g.py --\nimport os\nos.environ[%q]\n-- .env --\n%s=1\n", c.read, c.set)
		for _, f := range findings(t, tree) {
			if f.Rule == "undocumented" {
				continue
			}
			if named := strings.Contains(f.Hint, "slip"); named != c.slip {
				t.Errorf("%s and %s: %s says %q", c.read, c.set, f.Rule, f.Hint)
			}
		}
	}
}
