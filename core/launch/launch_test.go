package launch

import (
	"slices"
	"strings"
	"testing"

	"inzicht/core/survey"
	"inzicht/core/testtree"
)

const tree = `-- a.py --
import os
url = os.environ['GATE_URL']
port = int(os.environ.get('GATE_PORT', '80'))
horn = os.environ.get('GATE_HORN')
for n in range(3):
    os.environ.get(f'LEVEL_{n}')
-- local.env --
GATE_URL=http://gate
GATE_PORT=many
OTHER=1
HOME=/here
MADE=${OUTER}/x
SEALED=encrypted:BDb4r2mZq8Zr41LmXw92TbKd77YhAAAA
LEVEL_1=2
`

func TestWork(t *testing.T) {
	s, err := survey.Take(testtree.Tree(t, tree), survey.Options{Surroundings: []string{"OUTER=there"}})
	if err != nil {
		t.Fatal(err)
	}
	e := &s.Environments.Environments[0]
	for _, c := range []struct {
		name    string
		options Options
		environ string
		stops   string
		slips   string
	}{
		{"layers over what surrounds it", Options{Surroundings: []string{"GATE_URL=x", "HOME=/there", "TERM=dumb", "SEALED=open"}},
			"GATE_PORT=many GATE_URL=http://gate HOME=/here LEVEL_1=2 MADE=there/x OTHER=1 SEALED=open TERM=dumb", "ill-typed GATE_PORT", ""},
		{"overrides over both", Options{Overrides: map[string]string{"GATE_PORT": "90", "GATE_URL": ""}},
			"GATE_PORT=90 GATE_URL= HOME=/here LEVEL_1=2 MADE=there/x OTHER=1", "empty GATE_URL", ""},
		{"only the contract", Options{OnlyContract: true, Surroundings: []string{"TERM=dumb", "EXTRA=1", "LEVEL_2=1"}, Overrides: map[string]string{"MINE": "1"}},
			"GATE_PORT=many GATE_URL=http://gate HOME=/here LEVEL_1=2 LEVEL_2=1 MINE=1 TERM=dumb", "ill-typed GATE_PORT", ""},
		{"slips", Options{Surroundings: []string{"GATE_HRON=1"}, Overrides: map[string]string{"GATE_PROT": "1", "GATE_PORT": "1"}, Command: []string{"/usr/bin/env", "-i", "GATE_HORNS=1", "x", "GATE_HOR=1"}},
			"GATE_HRON=1 GATE_PORT=1 GATE_PROT=1 GATE_URL=http://gate HOME=/here LEVEL_1=2 MADE=there/x OTHER=1", "", "GATE_HORNS~GATE_HORN GATE_HRON~GATE_HORN GATE_PROT~GATE_PORT"},
		{"a slip for one that has a value", Options{Surroundings: []string{"GATE_ULR=x"}, Overrides: map[string]string{"GATE_PROT": "1"}},
			"GATE_PORT=many GATE_PROT=1 GATE_ULR=x GATE_URL=http://gate HOME=/here LEVEL_1=2 MADE=there/x OTHER=1", "ill-typed GATE_PORT", "GATE_PROT~GATE_PORT"},
		{"slips in a script", Options{Overrides: map[string]string{"GATE_PORT": "1"}, Command: []string{"sh", "-ec", "export GATE_HRON=1; x GATE_HORM=1; if GATE_HORNE=1 y; then LATER=1; fi"}},
			"GATE_PORT=1 GATE_URL=http://gate HOME=/here LEVEL_1=2 MADE=there/x OTHER=1", "", "GATE_HORNE~GATE_HORN GATE_HRON~GATE_HORN"},
	} {
		c.options.Environment = e
		p := Work(s, c.options)
		if got := strings.Join(p.Environ, " "); got != c.environ {
			t.Errorf("%s: it is given %s", c.name, got)
		}
		var stops, slips []string
		for _, f := range p.Stops {
			stops = append(stops, f.Rule+" "+f.Variable)
		}
		for _, s := range p.Slips {
			slips = append(slips, s.Name+"~"+s.Meant)
		}
		if got := strings.Join(stops, ", "); got != c.stops {
			t.Errorf("%s: it is stopped by %s", c.name, got)
		}
		if got := strings.Join(slips, " "); got != c.slips {
			t.Errorf("%s: slips are %s", c.name, got)
		}
	}
	e.Layers[0].Values = nil
	if p := Work(s, Options{Environment: e}); len(p.Stops) != 1 || p.Stops[0].Variable != "GATE_URL" {
		t.Errorf("without anything it is stopped by %v", p.Stops)
	}
	if p := Work(s, Options{Environment: e, Surroundings: []string{"GATE_URL=x"}}); len(p.Stops) != 0 || !slices.Equal(p.Environ, []string{"GATE_URL=x"}) {
		t.Errorf("with what surrounds it, it is stopped by %v", p.Stops)
	}
}
