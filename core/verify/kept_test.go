package verify

import (
	"fmt"
	"math/rand"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"inzicht/core/survey"
	"inzicht/core/testtree"
)

// editable are the files that a round may write, each in a few ways. They depend
// on each other: constants, helpers, roles, manifests and the configuration.
var editable = map[string][]string{
	"go.mod":                {"module gate\n", "module other\n"},
	"keys/keys.go":          {"package keys\n\nconst URL = \"GATE_URL\"\n", "package keys\n\nconst URL = \"TIDE_URL\"\n", "package keys\n"},
	"config.go":             {"package gate\n\nimport \"os\"\n\nfunc must(n string) string {\n\tv := os.Getenv(n)\n\tif v == \"\" {\n\t\tpanic(n)\n\t}\n\treturn v\n}\n", "package gate\n\nimport \"os\"\n\nfunc must(n string) string { return os.Getenv(n) }\n", "package gate\n\nfunc must(n string) string { return n }\n"},
	"main.go":               {"package gate\n\nimport (\n\t\"gate/keys\"\n\t\"os\"\n)\n\nvar a, b = os.Getenv(keys.URL), must(\"GATE_TOKEN\")\n", "package gate\n\nvar b = must(\"GATE_TOKEN\") + must(\"GATE_PORT\")\n"},
	"web/package.json":      {"{}\n", "{\"scripts\": {\"start\": \"node -r dotenv/config a.js\"}}\n"},
	"web/env.js":            {"export const need = (n) => { const v = process.env[n]; if (!v) throw new Error(n); return v };\n", "export const need = (n) => process.env[n] ?? 'x';\n"},
	"web/a.js":              {"import { need } from './env.js';\nneed('BERTH_URL');\nprocess.env.BERTH_MODE === 'a';\n", "import { need } from './env.js';\nneed('BERTH_URL'); need('BERTH_PORT');\n", "// nothing\n"},
	"py/pyproject.toml":     {"[project]\nname = \"py\"\n", ""},
	"py/settings.py":        {"import os\nPREFIX = 'LEVEL_'\ndef get(n, d=None):\n    return os.environ.get(PREFIX + n, d)\n", "import os\nPREFIX = 'SEA_'\ndef get(n, d=None):\n    return os.environ[PREFIX + n]\n"},
	"py/main.py":            {"from settings import get\nint(get('ALARM'))\nget('MODEL', 'tidal')\n", "from settings import get\nget('ALARM', '4')\n"},
	".env.example":          {"GATE_URL=\nOLD=1\n", "GATE_URL=\nGATE_TOKEN=\nBERTH_URL=\n", "LEVEL_ALARM=4\n"},
	"deploy/staging.env":    {"GATE_URL=http://gate\nGATE_TOKEN=changeme\n", "BERTH_URL=x\nLEVEL_ALARM=four\n"},
	"inzicht.toml":          {"", "[exclude]\nvariables = [\"OLD\"]\n", "[rules]\nunused = \"note\"\n", "[[scope]]\nfiles = [\"py/**\"]\nscope = \"tooling\"\n"},
	"web/node_modules/x.js": {"process.env.OLD\n", "1\n"},
}

// What is kept of a survey gives the findings that reading everything again gives,
// whatever was edited in between.
func TestKeptAfterEdits(t *testing.T) {
	rng := rand.New(rand.NewSource(7))
	root, kept := t.TempDir(), t.TempDir()
	var names []string
	for name := range editable { // sorted below
		names = append(names, name)
	}
	slices.Sort(names)
	stamp := time.Now().Add(-1000 * time.Hour)
	edit := func(name string) {
		stamp = stamp.Add(time.Minute) // older than what is too young to be kept
		path := filepath.Join(root, name)
		if rng.Intn(6) == 0 {
			os.Remove(path)
			return
		}
		testtree.Write(t, root, name, editable[name][rng.Intn(len(editable[name]))])
		os.Chtimes(path, stamp, stamp)
	}
	for _, name := range names {
		edit(name)
	}
	differ, before := 0, ""
	for round := range 300 {
		for range 1 + rng.Intn(3) {
			edit(names[rng.Intn(len(names))])
		}
		warm, afresh := saidOf(t, root, kept), saidOf(t, root, "")
		if warm != afresh {
			t.Fatalf("round %d: with what was kept\n%s\nafresh\n%s", round, warm, afresh)
		}
		if afresh != before {
			differ++
		}
		before = afresh
	}
	if files, _ := filepath.Glob(filepath.Join(kept, "*")); differ < 150 || len(files) == 0 {
		t.Errorf("%d rounds differ from the one before, %d files are kept", differ, len(files))
	}
}

// saidOf returns the reads and findings of a tree, as text.
func saidOf(t *testing.T, root, keep string) string {
	t.Helper()
	s, err := survey.Take(root, survey.Options{Keep: keep})
	if err != nil {
		t.Fatal(err)
	}
	var out strings.Builder
	for _, r := range s.Reads {
		fmt.Fprintln(&out, r.File, r.Line, r.Column, r.Name, r.Pattern, r.Need, r.Kind, r.Scope, r.Component)
	}
	for _, f := range Run(s, nil) {
		fmt.Fprintln(&out, f.Rule, f.Level, f.Variable, f.Environment, f.File, f.Line, f.Message, f.Hint)
	}
	return out.String()
}
