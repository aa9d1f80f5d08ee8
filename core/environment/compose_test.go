package environment

import (
	"context"
	"fmt"
	"path/filepath"
	"sort"
	"strings"
	"testing"

	"github.com/compose-spec/compose-go/v2/cli"
	"github.com/compose-spec/compose-go/v2/loader"

	"inzicht/core/testtree"
	"inzicht/core/tree"
)

// plant writes a tree, each file of which begins with a line "-- path --".
func plant(t *testing.T, text string) *tree.Tree {
	t.Helper()
	opened, err := tree.Open(testtree.Tree(t, text), tree.Options{})
	if err != nil {
		t.Fatal(err)
	}
	return opened
}

// service writes a compose file with one service.
func service(body string) string {
	return "-- compose.yaml --\nservices:\n  gate:\n    image: gate\n" + body
}

// composeCases cover what the compose specification says about environments.
// What each should give is asked of compose's own library.
var composeCases = []struct {
	name, tree string
	files      string // others than compose.yaml, separated by spaces
	outer      string // of who runs it
}{
	{name: "a mapping", tree: service("    environment:\n      A: one\n      B: \"2\"\n      C: 3\n      D: true\n      E: \"\"\n")},
	{name: "a list", tree: service("    environment:\n      - A=one\n      - B=two=three\n      - C=\n")},
	{name: "handed on from outside", tree: service("    environment:\n      - A\n      - B\n"), outer: "A=shell"},
	{name: "handed on as null", tree: service("    environment:\n      A:\n      B:\n"), outer: "B=shell"},
	{name: "handed on from the file beside it", tree: service("    environment: [A, B]\n") + "-- .env --\nA=file"},
	{name: "the shell wins over the file beside it", tree: service("    environment: [A]\n") + "-- .env --\nA=file", outer: "A=shell"},
	{name: "interpolation", tree: service("    environment:\n      A: ${X}\n      B: $X-${Y}\n      C: $$X\n") + "-- .env --\nX=1"},
	{name: "fallbacks", tree: service("    environment:\n      A: ${X:-x}\n      B: ${X-x}\n      C: ${E:-e}\n      D: ${E-e}\n      F: ${S:+s}\n      G: ${E:+s}\n") + "-- .env --\nE=\nS=1"},
	{name: "nested fallbacks", tree: service("    environment:\n      A: ${X:-${Y:-y}}\n      B: ${X:-${S}}\n") + "-- .env --\nS=1"},
	{name: "required and set", tree: service("    environment:\n      A: ${S:?must}\n") + "-- .env --\nS=1"},
	{name: "an env file", tree: service("    env_file: gate.env\n") + "-- gate.env --\nA=1\nB='two'\nC=\"three\" # x\n"},
	{name: "several env files, later ones win", tree: service("    env_file: [a.env, b.env]\n") + "-- a.env --\nA=1\nB=1\n-- b.env --\nB=2\nC=2\n"},
	{name: "environment wins over env files", tree: service("    env_file: a.env\n    environment:\n      A: here\n") + "-- a.env --\nA=file\nB=file\n"},
	{name: "an env file that is not needed", tree: service("    env_file:\n      - path: nowhere.env\n        required: false\n      - path: a.env\n") + "-- a.env --\nA=1\n"},
	{name: "an env file that interpolates", tree: service("    env_file: a.env\n    environment:\n      OWN: own\n") + "-- .env --\nX=beside\n-- a.env --\nA=${X}\nB=${A}-b\nC=${OWN}\nD=${NOPE:-d}\n"},
	{name: "env files that fill in what those before them set", tree: service("    env_file: [a.env, b.env, c.env]\n    environment:\n      OWN: own\n") + "-- a.env --\nA=1\nOWN=file\n-- b.env --\nB=${A}-${OWN}\nN=${NOPE}\n-- c.env --\nA=late\nC=${A}-${B}\n"},
	{name: "an env file of names alone", tree: service("    env_file: a.env\n") + "-- a.env --\nX\nA=1\n", outer: "X=shell"},
	{name: "an override file", tree: service("    environment:\n      A: base\n      B: base\n") + "-- compose.override.yaml --\nservices:\n  gate:\n    environment:\n      B: over\n      C: over\n", files: "compose.yaml compose.override.yaml"},
	{name: "an override of a list by a mapping", tree: service("    environment:\n      - A=base\n      - B=base\n") + "-- o.yaml --\nservices:\n  gate:\n    environment:\n      A: over\n", files: "compose.yaml o.yaml"},
	{name: "env files of base and override add up", tree: service("    env_file: a.env\n") + "-- a.env --\nA=1\nB=1\n-- b.env --\nB=2\n-- o.yaml --\nservices:\n  gate:\n    env_file: b.env\n", files: "compose.yaml o.yaml"},
	{name: "three files", tree: service("    environment: {A: 1, B: 1, C: 1}\n") + "-- two.yaml --\nservices:\n  gate:\n    environment: {B: 2, C: 2}\n-- three.yaml --\nservices:\n  gate:\n    environment: {C: 3}\n", files: "compose.yaml two.yaml three.yaml"},
	{name: "extends in the same file", tree: "-- compose.yaml --\nservices:\n  base:\n    image: x\n    environment: {A: base, B: base}\n  gate:\n    extends: base\n    environment: {B: own}\n"},
	{name: "extends another file", tree: "-- compose.yaml --\nservices:\n  gate:\n    extends:\n      file: common/base.yaml\n      service: base\n    environment: {B: own}\n-- common/base.yaml --\nservices:\n  base:\n    image: x\n    env_file: base.env\n    environment: {A: base, B: base}\n-- common/base.env --\nF=file\n"},
	{name: "extends over two steps", tree: "-- compose.yaml --\nservices:\n  gate:\n    extends: {file: b.yaml, service: b}\n-- b.yaml --\nservices:\n  b:\n    extends: {file: c.yaml, service: c}\n    environment: {B: b}\n-- c.yaml --\nservices:\n  c:\n    image: x\n    environment: {A: c, B: c}\n"},
	{name: "include", tree: "-- compose.yaml --\ninclude:\n  - more/compose.yaml\nservices:\n  gate:\n    image: x\n    environment: {A: own}\n-- more/compose.yaml --\nservices:\n  level:\n    image: y\n    env_file: level.env\n    environment: {B: more}\n-- more/level.env --\nL=1\n"},
	{name: "include with an env file of its own", tree: "-- compose.yaml --\ninclude:\n  - path: more/compose.yaml\n    env_file: more/set.env\nservices:\n  gate:\n    image: x\n-- more/compose.yaml --\nservices:\n  level:\n    image: y\n    environment:\n      A: ${X}\n-- more/set.env --\nX=set\n"},
	{name: "include with the .env beside it", tree: "-- compose.yaml --\ninclude: [more/compose.yaml]\nservices:\n  gate:\n    image: x\n    environment: {A: \"${X:-none}\"}\n-- more/compose.yaml --\nservices:\n  level:\n    image: y\n    environment:\n      A: ${X:-none}\n-- more/.env --\nX=beside\n"},
	{name: "profiles", tree: "-- compose.yaml --\nservices:\n  gate:\n    image: x\n    environment: {A: 1}\n  debug:\n    image: y\n    profiles: [debug]\n    environment: {B: 1}\n"},
	{name: "anchors and merges", tree: "-- compose.yaml --\nx-common: &common\n  A: common\n  B: common\nservices:\n  gate:\n    image: x\n    environment:\n      <<: *common\n      B: own\n"},
	{name: "the project's name", tree: "-- compose.yaml --\nname: locks\nservices:\n  gate:\n    image: x\n    environment:\n      P: ${COMPOSE_PROJECT_NAME}\n"},
	{name: "the project's name from the file beside it", tree: service("    environment:\n      P: ${COMPOSE_PROJECT_NAME}\n") + "-- .env --\nCOMPOSE_PROJECT_NAME=mylocks\n"},
	{name: "values of several lines", tree: service("    environment:\n      A: |\n        one\n        two\n      B: >-\n        folded\n        text\n")},
	{name: "numbers and dates as they are written", tree: service("    environment:\n      A: 1.50\n      B: 0x1F\n      C: 1e3\n      D: 2026-11-24\n")},
	{name: "an env file with export, comments and blank lines", tree: service("    env_file: a.env\n") + "-- a.env --\n# gates\nexport A=1\n\nB = spaced \n"},
	{name: "a reset", tree: service("    environment: {A: base, B: base}\n") + "-- o.yaml --\nservices:\n  gate:\n    environment: !reset null\n", files: "compose.yaml o.yaml"},
	{name: "an override tag", tree: service("    environment: {A: base, B: base}\n") + "-- o.yaml --\nservices:\n  gate:\n    environment: !override\n      C: over\n", files: "compose.yaml o.yaml"},
}

func TestComposeAgainstItsLibrary(t *testing.T) {
	for _, c := range composeCases {
		t.Run(c.name, func(t *testing.T) {
			tr := plant(t, c.tree)
			files := strings.Fields(c.files)
			if len(files) == 0 {
				files = []string{"compose.yaml"}
			}
			outer := strings.Fields(c.outer)
			f := newFinder(tr, Options{Surroundings: outer})
			project, err := f.loadCompose(files, []string{"*"})
			if err != nil {
				t.Fatalf("%v", err)
			}
			var got []string
			for name, service := range project.services.Services {
				e := Environment{Layers: f.serviceLayers(project, service)}
				for _, l := range e.Layers {
					for variable := range l.Values {
						v, _, _ := e.Lookup(variable)
						text := fmt.Sprintf("%q", v.Text)
						if v.State == Given {
							text = "given"
						}
						got = append(got, name+"."+variable+"="+text)
					}
				}
			}
			if want := reference(t, tr.Root, files, outer); strings.Join(unique(got), "\n") != strings.Join(want, "\n") {
				t.Errorf("have %v\nwant %v", unique(got), want)
			}
		})
	}
}

// reference asks compose's library for the environments of all services.
func reference(t *testing.T, root string, files, outer []string) (list []string) {
	t.Helper()
	var paths []string
	for _, file := range files {
		paths = append(paths, filepath.Join(root, file))
	}
	options, err := cli.NewProjectOptions(paths, cli.WithWorkingDirectory(root), cli.WithEnv(outer), cli.WithEnvFiles(), cli.WithDotEnv, cli.WithProfiles([]string{"*"}),
		cli.WithLoadOptions(func(o *loader.Options) { o.SkipValidation = true }))
	if err != nil {
		t.Fatal(err)
	}
	project, err := options.LoadProject(context.Background())
	if err != nil {
		t.Fatal(err)
	}
	for name, service := range project.Services {
		for variable, value := range service.Environment {
			text := "given"
			if value != nil {
				text = fmt.Sprintf("%q", *value)
			}
			list = append(list, name+"."+variable+"="+text)
		}
	}
	return unique(list)
}

func unique(list []string) (out []string) {
	sort.Strings(list)
	for i, s := range list {
		if i == 0 || s != list[i-1] {
			out = append(out, s)
		}
	}
	return out
}

// What compose refuses, or what would lead out of the tree, is a problem with
// a place; no message holds a value.
func TestComposeProblems(t *testing.T) {
	bomb := "a: &a [x,x,x,x,x,x,x,x,x]\n"
	for i := 'b'; i < 'k'; i++ {
		bomb += fmt.Sprintf("%c: &%c [*%c,*%c,*%c,*%c,*%c,*%c,*%c,*%c,*%c]\n", i, i, i-1, i-1, i-1, i-1, i-1, i-1, i-1, i-1, i-1)
	}
	for _, c := range []struct{ name, tree, file, part string }{
		{"required and not set", service("    environment:\n      A: hunter22-${MUST:?sluice-key-77}\n"), "compose.yaml", "MUST is needed"},
		{"a tab", "-- compose.yaml --\nservices:\n\tgate: {}\n", "compose.yaml", "cannot be understood"},
		{"an alias bomb", "-- compose.yaml --\n" + bomb, "compose.yaml", "aliases"},
		{"extends in a circle", "-- compose.yaml --\nservices:\n  a: {extends: b}\n  b: {extends: a}\n", "compose.yaml", "circle"},
		{"extends what is not there", "-- compose.yaml --\nservices:\n  a: {extends: nobody}\n", "compose.yaml", "not there"},
		{"include outside the tree", "-- compose.yaml --\ninclude: [../../etc/compose.yaml]\n", "compose.yaml", "not a file of this tree"},
		{"extends a file that is not there", "-- compose.yaml --\nservices:\n  a: {extends: {file: no.yaml, service: b}}\n", "compose.yaml", "not a file of this tree"},
		{"an env file that is not there", "-- go.mod --\nmodule x\n-- compose.yaml --\nservices:\n  gate:\n    build: .\n    env_file: no.env\n", "compose.yaml", "no.env, which is not in this tree"},
		{"an open interpolation", service("    environment:\n      A: ${X\n"), "compose.yaml", "interpolate"},
		{"services that are none", "-- compose.yaml --\nservices: [hunter22]\n", "compose.yaml", "refuses"},
		{"bytes", "-- compose.yaml --\n\x00\xff\xfe\n", "compose.yaml", "cannot be understood"},
	} {
		all, err := Discover(plant(t, c.tree), Options{})
		if err != nil || len(all.Problems) == 0 {
			t.Errorf("%s: no problem, %v", c.name, err)
			continue
		}
		p := all.Problems[0]
		if p.File != c.file || !strings.Contains(p.Reason, c.part) || p.Hint == "" {
			t.Errorf("%s: %+v", c.name, p)
		}
		if said := p.Reason + p.Hint; strings.Contains(said, "hunter22") || strings.Contains(said, "sluice-key-77") {
			t.Errorf("%s: shows a value: %s", c.name, said)
		}
	}
}
