package matrix

import (
	"fmt"
	"strings"
	"testing"

	"inzicht/core/survey"
	"inzicht/core/testtree"
)

func take(t *testing.T, text string) *survey.Survey {
	t.Helper()
	s, err := survey.Take(testtree.Tree(t, text), survey.Options{})
	if err != nil {
		t.Fatal(err)
	}
	return s
}

// drawn writes a table, a row a line.
func drawn(t *Table) string {
	var out []string
	for _, row := range t.Rows {
		line := row.Name + ":"
		for _, c := range row.Cells {
			switch {
			case c.State == Same:
				line += fmt.Sprintf(" =%d", c.As)
			case c.State == Elsewhere:
				line += " ."
			default:
				line += " " + string(c.State)
			}
		}
		out = append(out, line)
	}
	return strings.Join(out, "\n")
}

const locks = `-- a.py --
import os
os.environ["GATE_URL"], os.environ["GATE_TOKEN"], os.environ.get("GATE_PORT", "1"), os.environ.get("GATE_NAME")
if os.environ.get("GATE_HORN"): pass
-- b/go.mod --
module b
-- b/b.py --
import os
os.environ["LEVEL_URL"]
-- .env.example --
GATE_URL=
# GATE_PORT=
-- .env --
GATE_URL=x
GATE_TOKEN=change-me
GATE_NAME=
OLD=1
-- staging.env --
GATE_URL=x
GATE_TOKEN=encrypted:abc
GATE_PORT=2
LEVEL_URL=y
-- b/.env --
LEVEL_URL=z`

func TestBuild(t *testing.T) {
	s := take(t, locks)
	for _, c := range []struct {
		name    string
		options Options
		want    string
	}{
		{"all", Options{}, "GATE_HORN: unset unset . unset\nGATE_NAME: unset empty . missing\nGATE_PORT: named fallback . set\nGATE_TOKEN: unset stand-in . sealed\nGATE_URL: named set . =1\nLEVEL_URL: unset . set set\nOLD: . set . ."},
		{"by name", Options{Names: []string{"GATE_U*", "OLD"}}, "GATE_URL: named set . =1\nOLD: . set . ."},
		{"by environment", Options{Environments: []string{"stag*"}}, "GATE_HORN: unset unset\nGATE_NAME: unset missing\nGATE_PORT: named set\nGATE_TOKEN: unset sealed\nGATE_URL: named set\nLEVEL_URL: unset set"},
		{"by component", Options{Component: "b"}, "LEVEL_URL: unset set set"},
		{"differences", Options{Differences: true}, "GATE_NAME: unset empty . missing\nGATE_PORT: named fallback . set\nGATE_TOKEN: unset stand-in . sealed"},
	} {
		if got := drawn(Build(s, c.options)); got != c.want {
			t.Errorf("%s: have\n%s\nwant\n%s", c.name, got, c.want)
		}
	}
}

func TestColumns(t *testing.T) {
	table := Build(take(t, locks), Options{})
	var names []string
	for _, c := range table.Columns {
		names = append(names, fmt.Sprintf("%s/%s/%v", c.Name, c.Component, c.Example))
	}
	if got := strings.Join(names, " "); got != ".env.example//true local//false local/b/false staging//false" {
		t.Errorf("columns %s", got)
	}
}

// What stands in for another, or is read under a condition that is off, is not missing.
func TestRelations(t *testing.T) {
	s := take(t, "-- a.py --\nimport os\nx = os.getenv('A_URL') or os.getenv('B_URL')\nif os.getenv('STORM_MAIL') == 'yes':\n    os.environ['STORM_MAIL_TO']\n-- .env --\nA_URL=1\nSTORM_MAIL=no\n-- staging.env --\nSTORM_MAIL=yes\n")
	if got, want := drawn(Build(s, Options{})), "A_URL: set unset\nB_URL: . missing\nSTORM_MAIL: set set\nSTORM_MAIL_TO: . missing"; got != want {
		t.Errorf("have\n%s\nwant\n%s", got, want)
	}
}
