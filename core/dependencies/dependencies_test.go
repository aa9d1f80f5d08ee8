package dependencies

import (
	"fmt"
	"strings"
	"testing"

	"inzicht/core/survey"
	"inzicht/core/testtree"
)

const installed = `-- package.json --
{}
-- main.js --
process.env.OWN
-- node_modules/gate/package.json --
{"name": "gate", "version": "1.2.0"}
-- node_modules/gate/index.js --
const key = process.env.GATE_TOKEN; run(process.env.GATE_TOKEN, process.env.HOME);
spawn('gate', { env: process.env });
-- node_modules/gate/test/a.js --
process.env.GATE_TEST
-- node_modules/gate/node_modules/tide/package.json --
{"version": "0.1.0"}
-- node_modules/gate/node_modules/tide/a.js --
process.env.TIDE_URL || 'x'
-- node_modules/@locks/berth/package.json --
{"version": "3.0.0"}
-- node_modules/@locks/berth/a.js --
process.env.BERTH_MODE
-- php/composer.json --
{}
-- php/vendor/composer/installed.json --
{"packages": [{"name": "locks/toll", "version": "v2.1.0"}]}
-- php/vendor/locks/toll/src/a.php --
<?php getenv('TOLL_KEY');
-- go/go.mod --
module gate
-- go/vendor/modules.txt --
# lock.example/weir v1.4.0
## explicit
lock.example/weir
-- go/vendor/lock.example/weir/a.go --
package weir

import "os"

var a = os.Getenv("WEIR_URL")
-- py/pyproject.toml --
[project]
name = "x"
-- py/.venv/pyvenv.cfg --
home = /usr
-- py/.venv/bin/activate.py --
import os
os.environ["ACTIVATE"]
-- py/.venv/lib/python3.12/site-packages/Sluice_Kit-5.0.dist-info/METADATA --
Name: Sluice-Kit
Version: 5.0

Version: 9
-- py/.venv/lib/python3.12/site-packages/Sluice_Kit-5.0.dist-info/top_level.txt --
sluice
-- py/.venv/lib/python3.12/site-packages/sluice/a.py --
import os
os.environ["SLUICE_URL"]
-- rb/Gemfile --
-- rb/vendor/bundle/ruby/3.2.0/gems/quay-board-0.9/lib/a.rb --
ENV.fetch("QUAY_NAME")
`

func TestOf(t *testing.T) {
	s, err := survey.Take(testtree.Tree(t, installed), survey.Options{ReadsOnly: true})
	if err != nil {
		t.Fatal(err)
	}
	list, err := Of(s, survey.Options{})
	if err != nil {
		t.Fatal(err)
	}
	var have []string
	for _, p := range list {
		line := p.Name + " " + p.Version + ":"
		for _, v := range p.Variables {
			line += fmt.Sprintf(" %s %s %d at %s:%d", v.Name, v.Need, v.Reads, strings.TrimPrefix(v.First.File, p.Folder+"/"), v.First.Line)
			if v.Secret {
				line += " secret"
			}
		}
		if len(p.Whole) > 0 {
			line += fmt.Sprintf(" whole at %d", p.Whole[0].Line)
		}
		have = append(have, line)
	}
	want := `@locks/berth 3.0.0: BERTH_MODE expected 1 at a.js:1
Sluice-Kit 5.0: SLUICE_URL required 1 at a.py:2
gate 1.2.0: GATE_TOKEN expected 2 at index.js:1 secret HOME expected 1 at index.js:1 whole at 2
lock.example/weir v1.4.0: WEIR_URL expected 1 at a.go:5
locks/toll v2.1.0: TOLL_KEY expected 1 at src/a.php:1 secret
quay-board 0.9: QUAY_NAME required 1 at lib/a.rb:1
tide 0.1.0: TIDE_URL optional 1 at a.js:1`
	if strings.Join(have, "\n") != want {
		t.Errorf("have\n%s\nwant\n%s", strings.Join(have, "\n"), want)
	}
}

func TestBetween(t *testing.T) {
	v := func(name string) Variable { return Variable{Name: name} }
	before := []Package{{Name: "gate", Version: "1", Variables: []Variable{v("A")}}, {Name: "gone", Variables: []Variable{v("B")}}, {Name: "same", Whole: []Place{{"a", 1}}}}
	now := []Package{
		{Name: "gate", Version: "2", Variables: []Variable{v("A"), v("KEY"), {Name: "HOME", Ambient: true}}, Whole: []Place{{"a", 3}}},
		{Name: "new", Version: "1", Variables: []Variable{v("C")}}, {Name: "same", Whole: []Place{{"a", 2}}},
	}
	var have []string
	for _, a := range Between(before, now) {
		have = append(have, fmt.Sprintf("%s %q→%q %v %v", a.Package.Name, a.Before, a.Package.Version, len(a.Variables), a.Whole))
	}
	if want := `gate "1"→"2" 1 true, new ""→"1" 1 false`; strings.Join(have, ", ") != want {
		t.Errorf("have %s, want %s", strings.Join(have, ", "), want)
	}
}

func TestParse(t *testing.T) {
	list, err := Parse([]byte(`{"schema": "inzicht/dependencies/1", "packages": [{"package": "gate", "version": null, "variables": [{"name": "A", "secret": true, "file": "a.js", "line": 3}], "whole": []}]}`))
	if err != nil || len(list) != 1 || list[0].Variables[0] != (Variable{Name: "A", Secret: true, First: Place{"a.js", 3}}) {
		t.Errorf("%+v, %v", list, err)
	}
	for _, src := range []string{"", "[]", "{}", `{"schema": "inzicht/reads/1"}`, `{"schema": "inzicht/dependencies/1", "packages": 3}`} {
		if _, err := Parse([]byte(src)); err == nil {
			t.Errorf("%q is taken for a list", src)
		}
	}
}
