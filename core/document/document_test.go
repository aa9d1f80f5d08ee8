package document

import (
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"inzicht/core/survey"
	"inzicht/core/testtree"
	"inzicht/core/verify"
)

// taken surveys a folder.
func taken(t *testing.T, root string) *survey.Survey {
	t.Helper()
	s, err := survey.Take(root, survey.Options{})
	if err != nil {
		t.Fatal(err)
	}
	return s
}

const gate = "-- gate.py --\nimport os\n# Where the gate answers. More of it.\nurl = os.environ['GATE_URL']\nport = int(os.environ.get('GATE_PORT', '80'))\n# TODO: think\ntoken = os.environ['GATE_TOKEN']\n" +
	"mode = os.environ.get('MODE', 'tidal')\nif mode == 'tidal' or mode == 'river':\n    pass\nkey = os.environ.get('LEVEL_KEY', 'weir-8823')\nos.environ['PATH']\nlower = os.environ.get('gate_name', 'two words')\n"

func TestPlan(t *testing.T) {
	for _, c := range []struct {
		name, tree string
		options    Options
		want       string // each file with its text
	}{
		{"the first one", gate, Options{}, ".env.example\n# What T reads. Copy it to .env and fill it in; what is commented out is optional.\n\n# optional, integer; read in gate.py:4\n# GATE_PORT=80\n# required, secret; read in gate.py:6\nGATE_TOKEN=\n" +
			"# Where the gate answers.\n# required; read in gate.py:3\nGATE_URL=\n# optional, secret; read in gate.py:10\n# LEVEL_KEY=\n# optional, one of river, tidal; read in gate.py:7\n# MODE=tidal\n# optional; read in gate.py:12\n# gate_name='two words'\n"},
		{"beside what is alike", gate + "-- .env.example --\n# Ours\nGATE_URL=x # beside\nGATE_KEY='a'\n\nLEVEL_A=1\nLEVEL_B=1\n\n# the end\n", Options{}, ".env.example\n# Ours\nGATE_URL=x # beside\nGATE_KEY='a'\n# optional, integer; read in gate.py:4\n# GATE_PORT=80\n" +
			"# required, secret; read in gate.py:6\nGATE_TOKEN=\n\nLEVEL_A=1\nLEVEL_B=1\n# optional, secret; read in gate.py:10\n# LEVEL_KEY=\n\n# the end\n\n# optional, one of river, tidal; read in gate.py:7\n# MODE=tidal\n# optional; read in gate.py:12\n# gate_name='two words'\n"},
		{"what nothing reads", "-- gate.py --\nimport os\nos.environ['GATE_URL']\n-- .env.example --\nGATE_URL=\n# The fax\nFAX=1\n\nGATE_OLD=1\n", Options{RemoveUnused: true}, ".env.example\nGATE_URL=\n\n"},
		{"needed for one value of another", "-- gate.py --\nimport os\nif os.getenv('MODE') == 'deep':\n    os.environ['GATE_URL']\n-- b.ts --\nimport { z } from 'zod';\nz.object({ GATE_KEY: process.env.MODE === 'low' ? z.string() : z.string().optional() }).parse(process.env);\n-- .env.example --\nMODE=\n", Options{},
			".env.example\nMODE=\n\n# optional, required where MODE is low, secret; read in b.ts:2\n# GATE_KEY=\n# required where MODE is deep; read in gate.py:3\nGATE_URL=\n"},
		{"what stays", "-- gate.py --\nimport os\nos.environ['GATE_URL']\n-- .env.example --\nGATE_URL=\nGATE_OLD=1\n", Options{}, ""},
		{"components", "-- a/go.mod --\nmodule a\n-- a/a.go --\npackage a\nimport \"os\"\nvar A = os.Getenv(\"A_URL\")\n-- b/go.mod --\nmodule b\n-- b/b.go --\npackage b\nimport \"os\"\nvar B = os.Getenv(\"B_URL\")\n-- b/.env.example --\n-- c.py --\nimport os\nos.environ['C_URL']\n", Options{},
			"b/.env.example\n# required; read in c.py:2\nC_URL=\n\n# a\n# expected; read in a/a.go:3\nA_URL=\n\n# b\n# expected; read in b/b.go:3\nB_URL=\n"},
	} {
		root := testtree.Tree(t, c.tree)
		var out []string
		for _, change := range Plan(taken(t, root), c.options) {
			out = append(out, change.File+"\n"+strings.Replace(string(change.After), "What "+filepath.Base(root)+" reads", "What T reads", 1))
		}
		if got := strings.Join(out, "---\n"); got != c.want {
			t.Errorf("%s: have\n%s\nwant\n%s", c.name, got, c.want)
		}
	}
}

// What is written leaves nothing undocumented, loses no byte that a person
// wrote, and is the same when it is done again.
func TestRoundTrip(t *testing.T) {
	for _, own := range []string{"", "-- .env.example --\n# by hand\nGATE_URL='x'   # beside\nOTHER = 1\nbroken line\n\n\n# end"} {
		root := testtree.Tree(t, gate+own)
		before := taken(t, root)
		for _, change := range Plan(before, Options{}) {
			rest := string(change.After)
			for line := range strings.Lines(string(change.Before)) {
				n := strings.Index(rest, line)
				if n < 0 {
					t.Fatalf("%q is lost in %q", line, change.After)
				}
				rest = rest[n+len(line):]
			}
			if err := os.WriteFile(filepath.Join(root, change.File), change.After, 0o644); err != nil {
				t.Fatal(err)
			}
		}
		after := taken(t, root)
		for _, f := range verify.Run(after, nil) {
			if f.Rule == "undocumented" || f.Rule == "duplicate" {
				t.Errorf("%s %s: %s", f.Rule, f.Variable, f.Message)
			}
		}
		if again := Plan(after, Options{}); len(again) > 0 {
			t.Errorf("again: %s", fmt.Sprint(again[0].Added))
		}
	}
}

func TestSentence(t *testing.T) {
	for said, want := range map[string]string{
		"Where the gate answers. More of it.": "Where the gate answers.", "Where it is": "Where it is", "the end of another": "", "X = 1; y": "", strings.Repeat("Long ", 40): "", "": "",
	} {
		if got := sentence(said); got != want {
			t.Errorf("%q: %q", said, got)
		}
	}
}

// A reference has a table for each component, with nothing secret in it.
func TestReference(t *testing.T) {
	s := taken(t, testtree.Tree(t, `-- go.mod --
module lockside
-- tolls/composer.json --
{}
-- tolls/t.php --
<?php
// The store that tolls are kept in.
$a = getenv('TOLL_STORE') ?: 'a|b';
$b = getenv('TOLL_TOKEN') ?: 'q8Zr41LmXw92TbKd77Yh';
-- main.go --
package main
import "os"
var _ = os.Getenv("GATE_URL")
`))
	text, err := Reference(s, "", []byte("Ours.\n"))
	want := "Ours.\n\n<!-- inzicht: reference begin. Written by: inzicht document --reference FILE -->\n\n" +
		"### Environment variables\n\n| variable | need | kind | fallback | about | read in |\n| --- | --- | --- | --- | --- | --- |\n" +
		"| `GATE_URL` | expected | text |  |  | `main.go` |\n\n" +
		"### tolls\n\n| variable | need | kind | fallback | about | read in |\n| --- | --- | --- | --- | --- | --- |\n" +
		"| `TOLL_STORE` | optional | text | `a\\|b` | The store that tolls are kept in. | `tolls/t.php` |\n" +
		"| `TOLL_TOKEN` | optional | text, secret | `••••••` |  | `tolls/t.php` |\n\n<!-- inzicht: reference end -->\n"
	if string(text) != want || err != nil {
		t.Errorf("it is %s, %v", text, err)
	}
}

// A schema demands what the code stops without whatever else is set, and takes
// what the code takes.
func TestSchema(t *testing.T) {
	s := taken(t, testtree.Tree(t, `-- a.py --
import os
port = int(os.environ["GATE_PORT"])
url = os.environ.get("GATE_URL") or os.environ["GATE_OLD_URL"]
token = os.environ.get("GATE_TOKEN", "q8Zr41LmXw92TbKd77Yh")
mode = os.environ.get("GATE_MODE", "calm")
`))
	text, err := Schema(s, "")
	if err != nil {
		t.Fatal(err)
	}
	var got struct {
		Properties map[string]map[string]any
		Required   []string
	}
	if err := json.Unmarshal(text, &got); err != nil {
		t.Fatal(err)
	}
	if !slices.Equal(got.Required, []string{"GATE_PORT"}) || len(got.Properties) != 5 {
		t.Errorf("it is %s", text)
	}
	if got.Properties["GATE_MODE"]["default"] != "calm" || got.Properties["GATE_TOKEN"]["default"] != nil || got.Properties["GATE_TOKEN"]["writeOnly"] != true || got.Properties["GATE_PORT"]["pattern"] == nil {
		t.Errorf("it is %s", text)
	}
}
