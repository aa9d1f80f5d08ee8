package environment

import (
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"inzicht/core/testtree"
	"inzicht/core/tree"
)

// What cannot be read is named, with its place and what to do, and nothing of
// it is repeated: what is there may be a secret.
func TestProblemsAreNamed(t *testing.T) {
	for _, c := range []struct{ name, tree, file, reason string }{
		{"a manifest that is no YAML", `-- k8s/gate.yaml --
apiVersion: v1
kind: Secret
metadata: {name: gate
data:
  token: hunter22
`, "k8s/gate.yaml", "YAML"},
		{"a compose file that is no YAML", `-- compose.yaml --
services:
  gate:
    environment:
      TOKEN: "hunter22
`, "compose.yaml", ""},
		{"a compose file whose services are no mapping", `-- compose.yaml --
services: [hunter22]
`, "compose.yaml", ""},
		{"a compose file that takes in what is not there", `-- gate/go.mod --
module gate
-- compose.yaml --
services:
  gate:
    build: gate
    env_file: missing.env
    environment: {TOKEN: hunter22}
`, "compose.yaml", "missing.env"},
	} {
		t.Run(c.name, func(t *testing.T) {
			all, err := Discover(plant(t, c.tree), Options{})
			if err != nil {
				t.Fatal(err)
			}
			found := false
			for _, p := range all.Problems {
				if strings.Contains(p.Reason+p.Hint, "hunter22") {
					t.Errorf("a value is repeated: %+v", p)
				}
				if p.Hint == "" {
					t.Errorf("nothing is said to do: %+v", p)
				}
				found = found || p.File == c.file && strings.Contains(p.Reason+p.Hint, c.reason)
			}
			if !found {
				t.Errorf("no problem with %s among %+v", c.file, all.Problems)
			}
		})
	}
}

// Which dialect reads an env file is seen from what reads it in the tree.
func TestReadersOf(t *testing.T) {
	all, err := Discover(plant(t, `-- .env --
A=1
-- deploy/staging.env --
A=1
-- deploy/production.env --
A=1
-- ops/keeper.env --
A=1
-- ops/other/keeper.env --
A=1
-- run.sh --
#!/bin/sh
set -a
. ./.env
source "deploy/staging.env"
docker run --rm --env-file deploy/production.env lockside/gate
-- deploy/up.sh --
podman run --env-file=staging.env lockside/gate
[ -f "$HERE/.env" ] && . "$HERE/.env"
-- start.sh --
. ${OPS}/keeper.env
. missing.env
`), Options{})
	if err != nil {
		t.Fatal(err)
	}
	for file, want := range map[string]string{
		".env":                  "shell",
		"deploy/staging.env":    "docker shell",
		"deploy/production.env": "docker",
		"ops/keeper.env":        "", // two files end so: it cannot be told which is meant
		"ops/other/keeper.env":  "",
		"missing.env":           "",
	} {
		names := map[string]bool{}
		for _, dialect := range all.ReadersOf(file) {
			names[dialect.Name] = true
		}
		if have := strings.Join(sortedKeys(names), " "); have != want {
			t.Errorf("%s is read by %q, want %q", file, have, want)
		}
	}
}

// A declared environment that names what is not there says what is.
func TestDeclaredProblems(t *testing.T) {
	tree := `-- gate/go.mod --
module gate
-- level/go.mod --
module level
-- a.env --
A=1
`
	layers := []Spec{{"env": "a.env"}}
	for _, c := range []struct {
		declared Declared
		parts    []string
	}{
		{Declared{Name: "mine", Component: "gat", Layers: layers}, []string{`component = "gat"`, "no such component", "gate, level"}},
		{Declared{Name: "mine"}, []string{"mine", "no layers", "a.env"}},
		{Declared{Name: "mine", Layers: []Spec{{"env": "b.env"}}}, []string{"no such file"}},
	} {
		_, err := Discover(plant(t, tree), Options{Declared: []Declared{c.declared}})
		bad, ok := err.(*SpecError)
		if !ok {
			t.Errorf("%+v: %v", c.declared, err)
			continue
		}
		said := fmt.Sprint(bad.What, " ", bad.Error(), " ", bad.Hint)
		for _, part := range c.parts {
			if !strings.Contains(strings.ReplaceAll(said, "staging.env", "a.env"), part) {
				t.Errorf("%+v: %s", c.declared, said)
			}
		}
	}
}

func TestReplaceAndWatch(t *testing.T) {
	all, err := Discover(plant(t, `-- gate/go.mod --
module gate
-- compose.yaml --
services:
  gate:
    build: gate
    environment: {A: "1", B: "1"}
-- staging.env --
A=2
`), Options{})
	if err != nil {
		t.Fatal(err)
	}
	if have := strings.Join(all.Names(), " "); have != "compose/gate staging" {
		t.Fatalf("environments are %s", have)
	}
	listing, err := ReadListing("standard input", strings.NewReader("A=3\n"))
	if err != nil {
		t.Fatal(err)
	}
	all.Replace("compose/gate", listing)
	all.Replace("new", listing)
	if have := strings.Join(all.Names(), " "); have != "compose/gate new staging" {
		t.Errorf("environments are %s", have)
	}
	for _, e := range all.Environments {
		if e.Name == "compose/gate" && (inForce(&e) != "A=3 :0" || e.Component.Name != "gate" || !e.Only) {
			t.Errorf("in place of the service stands %s of %q", inForce(&e), e.Component.Name)
		}
	}
	live := &Layer{Kind: "process", Label: "process 7", Values: map[string]Value{"A": {State: Set, Text: "9"}}}
	if name := all.Watch("stag*", live); name != "process 7" {
		t.Errorf("the process is called %s", name)
	}
	for _, e := range all.Environments {
		if e.Name == "process 7" && (e.Live == nil || e.Live.Name != "staging") {
			t.Errorf("the process is held against %+v", e.Live)
		}
	}
}

func TestReadKey(t *testing.T) {
	folder := t.TempDir()
	write := func(name, content string) string {
		file := filepath.Join(folder, name)
		if err := os.WriteFile(file, []byte(content), 0o600); err != nil {
			t.Fatal(err)
		}
		return file
	}
	key, err := ReadKey(write("good", "0123456789abcdef0123\n"))
	if err != nil || string(key) != "0123456789abcdef0123" {
		t.Errorf("have %q, %v", key, err)
	}
	for _, file := range []string{write("short", "0123456789abcde\n"), write("blank", strings.Repeat(" ", 40)), filepath.Join(folder, "nothing")} {
		_, err := ReadKey(file)
		bad, ok := err.(*SpecError)
		if !ok || bad.What != file || !strings.Contains(bad.Hint, "head -c 32") {
			t.Errorf("%s: %v", file, err)
		}
	}
}

func TestNamed(t *testing.T) {
	for _, c := range []struct {
		pattern, name string
		want          bool
	}{
		{"staging", "staging", true}, {"stag*", "staging", true}, {"compose/*", "compose/gate", true}, {"compose/[ga]*", "compose/gate", true},
		{"compose.[x", "compose.[x", true}, {"*", "compose/gate", false}, {"stag", "staging", false}, {"", "", true},
	} {
		if have := Named(c.pattern, c.name); have != c.want {
			t.Errorf("Named(%q, %q) is %v", c.pattern, c.name, have)
		}
	}
}

// Every layer that people can name has a key of its own and is explained.
func TestLayerKinds(t *testing.T) {
	seen := map[string]bool{}
	for _, kind := range LayerKinds() {
		if kind[0] == "" || len(kind[1]) < 10 || seen[kind[0]] {
			t.Errorf("%q says %q", kind[0], kind[1])
		}
		seen[kind[0]] = true
	}
	if !seen["env"] || !seen["compose"] {
		t.Errorf("only %v are known", seen)
	}
}

// What a manifest names: in quotes, between spaces, as an artifact, by its way.
func TestMentions(t *testing.T) {
	for manifest, want := range map[string]string{
		`{"name": "gate", "dependencies": {"shared": "workspace:*"}}`: "shared",
		`deps = ['shared', "level @ ../level"]`:                       "shared ../level",
		"require shared v1\nshared v2\n":                              "shared",
		"<dependency><artifactId>shared</artifactId></dependency>":    "shared",
		"shared = { path = \"../../shared\" }":                        "../../shared",
		`{"name": "shared"}`:                                          "",
		"'it\"s'":                                                     "",
		"":                                                            "",
	} {
		list := mentions(manifest)
		for _, word := range strings.Fields(want) {
			if !slices.Contains(list, word) {
				t.Errorf("%s: no %s among %q", manifest, word, list)
			}
		}
		if want == "" && slices.Contains(list, "shared") {
			t.Errorf("%s: %q", manifest, list)
		}
	}
}

// Installed libraries are nobody's components, however many there are of one
// name, and a ring of components that name each other comes to an end.
func TestUsesOfMany(t *testing.T) {
	const many = 40
	var files strings.Builder
	for n := range many {
		fmt.Fprintf(&files, "-- part%d/package.json --\n{\"name\": \"part%d\", \"dependencies\": {\"part%d\": \"*\", \"tide\": \"*\"}}\n", n, n, (n+1)%many)
		fmt.Fprintf(&files, "-- part%d/node_modules/tide/package.json --\n{\"name\": \"tide\", \"dependencies\": {\"tide\": \"*\"}}\n", n)
	}
	all, err := tree.Open(testtree.Tree(t, files.String()), tree.Options{NoSkip: true})
	if err != nil {
		t.Fatal(err)
	}
	users := usersOf(all)
	if len(all.Components) < 2*many || len(users) != many || len(users["part0"]) != many-1 || len(users["tide"]) != 0 {
		t.Errorf("%d are used, part0 by %d, tide by %d", len(users), len(users["part0"]), len(users["tide"]))
	}
}
