package config

import (
	"encoding/json"
	"errors"
	"os"
	"path/filepath"
	"reflect"
	"strings"
	"testing"

	"inzicht/core/contract"
	"inzicht/core/environment"
	"inzicht/core/tree"
)

const whole = `
fail_on = "warning"
dependencies = ["third_party"]

[rules]
unused = "note"
stale = "off"

[exclude]
files = ["legacy/**", "*.gen.go"]
variables = ["LEGACY_*"]

[[component]]
name = "gatekeeper"
folder = "services/gatekeeper/"
uses = ["shared"]

[[environment]]
name = "staging"
component = "gatekeeper"
layers = [
  { dockerfile = "Dockerfile", stage = "final" },
  { env = "deploy/staging.env", dialect = "docker" },
]

[variable.GATE_URL]
about = "where the gate answers"
need = "required"
kind = "url"
secret = false

[[idiom]]
language = "python"
access = "keeper.setting($name, $fallback)"
need = "optional"
kind = "integer"

[[scope]]
files = ["jobs/**"]
scope = "tooling"
`

func TestParse(t *testing.T) {
	c, err := Parse("inzicht.toml", []byte(whole))
	if err != nil {
		t.Fatal(err)
	}
	if c.FailOn != "warning" || c.Rules["unused"] != "note" || c.Rules["stale"] != "off" || c.Dependencies[0] != "third_party" {
		t.Errorf("levels: %+v", c)
	}
	for file, want := range map[string]bool{"legacy/a/b.py": true, "legacy": true, "x.gen.go": true, "a/x.gen.go": false, "src/a.py": false} {
		if got := c.ExcludesFile(file); got != want {
			t.Errorf("%s is excluded: %v", file, got)
		}
	}
	for name, want := range map[string]bool{"LEGACY_PORT": true, "GATE_LEGACY_": false, "LEGACY": false} {
		if got := c.ExcludesVariable(name); got != want {
			t.Errorf("%s is excluded: %v", name, got)
		}
	}
	if scope := c.ScopeOf("jobs/a/b.py"); scope != "tooling" {
		t.Errorf("scope %q", scope)
	}
	if scope := c.ScopeOf("src/b.py"); scope != "" {
		t.Errorf("scope %q", scope)
	}
	components := c.TreeComponents()
	if len(components) != 1 || components[0].Folder != "services/gatekeeper" || components[0].Uses[0] != "shared" {
		t.Errorf("components: %+v", components)
	}
	declared := c.Declared()
	if len(declared) != 1 || declared[0].Name != "staging" || len(declared[0].Layers) != 2 || declared[0].Layers[1]["dialect"] != "docker" {
		t.Errorf("environments: %+v", declared)
	}
	v := c.Variables["GATE_URL"]
	if v.Need != "required" || v.Kind != "url" || v.Secret == nil || *v.Secret || v.About == "" {
		t.Errorf("variable: %+v", v)
	}
	if at := c.At("deploy/staging.env"); at != "inzicht.toml:23" {
		t.Errorf("at %s", at)
	}
	if at := c.At("nowhere"); at != "inzicht.toml" {
		t.Errorf("at %s", at)
	}
}

// What is wrong is said with its line, and with the nearest of what is known.
func TestErrors(t *testing.T) {
	for _, c := range []struct{ src, where, reason, hint string }{
		{"fail_on = \"eror\"\n", "inzicht.toml:1", `fail_on is "eror"`, "Is error meant?"},
		{"fial_on = \"error\"\n", "inzicht.toml:1:1", "no setting fial_on", "Is fail_on meant?"},
		{"\n[rules]\nunused = \"warnings\"\n", "inzicht.toml:3", `"warnings"`, "Is warning meant?"},
		{"[exclude]\nfile = [\"a\"]\n", "inzicht.toml:2:1", "no setting exclude.file", "Is files meant?"},
		{"[exclude]\nfiles = [\"a[\"]\n", "inzicht.toml:2", "no glob", "services/**"},
		{"[[component]]\nname = \"x\"\n", "inzicht.toml:1", "no folder", "services/gatekeeper"},
		{"[[environment]]\nlayers = []\n", "inzicht.toml:1", "no name", "staging"},
		{"[[environment]]\nname = \"x\"\nlayers = [{ envfile = \"a\" }]\n", "inzicht.toml:3", "no setting environment.layers.envfile", "docs/reference/configuration.md"},
		{"[[environment]]\nname = \"x\"\n[[environment]]\nname = \"x\"\n", "inzicht.toml:2", "two environments x", "another name"},
		{"[[environment]]\nname = \"x\"\nlayers = [{ unti = \"a\" }]\n", "inzicht.toml:3", "no setting environment.layers.unti", "Is unit meant?"},
		{"[[environment]]\nname = \"x\"\nlayers = [{ dialect = \"docker\" }]\n", "inzicht.toml:3", "does not say what it is", "A layer has one of"},
		{"[[environment]]\nname = \"x\"\nlayers = [\n{ env = \"a\", stage = \"b\" }]\n", "inzicht.toml:4", "stage is no setting of a layer with env", "env, dialect"},
		{"[[environment]]\nname = \"x\"\nlayers = [{ env = \"a\", dialect = \"dokker\" }]\n", "inzicht.toml:3", "no dialect dokker", "docker"},
		{"[[environment]]\nname = \"x\"\nlayers = [{ workflow = \"a\", step = \"b\" }]\n", "inzicht.toml:3", "step is given without job", "Write job"},
		{"[[environment]]\nname = \"x\"\nlayers = [{ env = [\"a\"] }]\n", "inzicht.toml:3", "env is no text", "Write env"},
		{"[[environment]]\nname = \"x\"\nlayers = [{ compose = [] }]\n", "inzicht.toml:3", "compose is empty", "Write compose"},
		{"[variable.X]\nneed = \"require\"\n", "inzicht.toml:2", `"require"`, "Is required meant?"},
		{"[variable.X]\nkind = \"int\"\n", "inzicht.toml:2", `"int"`, ""},
		{"[[scope]]\nfiles = [\"a\"]\n", "inzicht.toml:1", "no scope", "runtime"},
		{"[[scope]]\nfiles = [\"a\"]\nscope = \"tests\"\n", "inzicht.toml:3", `"tests"`, "Is test meant?"},
		{"[[idiom]]\nlanguage = \"pyton\"\naccess = \"x($name)\"\n", "inzicht.toml:2", `"pyton"`, "Is python meant?"},
		{"[[idiom]]\nlanguage = \"shell\"\naccess = \"x($name)\"\n", "inzicht.toml:2", "takes no idioms", ""},
		{"[[idiom]]\nlanguage = \"python\"\n", "inzicht.toml:1", "no access", "config.must($name)"},
		{"rules = 1\n", "inzicht.toml:1", "", ""},
		{"x = [\n", "inzicht.toml:1", "", ""},
		{"\x00", "inzicht.toml:1", "", ""},
	} {
		_, err := Parse("inzicht.toml", []byte(c.src))
		var bad *Error
		if !errors.As(err, &bad) {
			t.Errorf("%q: %v", c.src, err)
			continue
		}
		if !strings.HasPrefix(bad.File, c.where) || !strings.Contains(bad.Error(), c.reason) || !strings.Contains(bad.Hint, c.hint) || bad.Hint == "" {
			t.Errorf("%q: %s (%s)", c.src, bad, bad.Hint)
		}
	}
}

func TestIdiomIsCompiled(t *testing.T) {
	c, err := Parse("inzicht.toml", []byte("[[idiom]]\nlanguage = \"python\"\naccess = \"keeper.get($name\"\n"))
	if err != nil {
		t.Fatal(err)
	}
	var bad *Error
	if _, err := c.Languages(); !errors.As(err, &bad) || !strings.Contains(bad.Error(), "^") || bad.Hint == "" {
		t.Errorf("a pattern that is never closed: %v", err)
	}
	c.Idioms[0].Access = "keeper.get($name)"
	if _, err := c.Languages(); err != nil {
		t.Errorf("a good pattern: %v", err)
	}
	c.Idioms = nil
	if _, err := c.Languages(); err != nil {
		t.Error(err)
	}
}

func TestRead(t *testing.T) {
	dir := t.TempDir()
	if c, err := Read(dir, ""); err != nil || c.FailOn != "" {
		t.Errorf("without a file: %v", err)
	}
	os.WriteFile(filepath.Join(dir, Name), []byte("fail_on = \"note\"\n"), 0o644)
	if c, err := Read(dir, ""); err != nil || c.FailOn != "note" {
		t.Errorf("in the root: %v", err)
	}
	other := filepath.Join(dir, "other.toml")
	os.WriteFile(other, []byte("fail_on = \"never\"\n"), 0o644)
	if c, err := Read(dir, other); err != nil || c.FailOn != "never" {
		t.Errorf("named: %v", err)
	}
	if _, err := Read(dir, filepath.Join(dir, "nowhere.toml")); err == nil {
		t.Error("a file that is not there was read")
	}
	os.Remove(filepath.Join(dir, Name))
	os.Symlink(other, filepath.Join(dir, Name))
	if c, err := Read(dir, ""); err == nil {
		t.Errorf("a link was followed, or passed over: %v", c)
	}
}

// What is suggested is a configuration, and one that says nothing.
func TestSuggest(t *testing.T) {
	dir := t.TempDir()
	os.MkdirAll(filepath.Join(dir, "gate"), 0o755)
	os.WriteFile(filepath.Join(dir, "gate", "go.mod"), []byte("module gate\n"), 0o644)
	os.WriteFile(filepath.Join(dir, ".env"), []byte("A=1\n"), 0o644)
	os.WriteFile(filepath.Join(dir, "other.service"), []byte("[Service]\nEnvironment=A=1\n"), 0o644)
	os.WriteFile(filepath.Join(dir, "pod.yaml"), []byte("apiVersion: v1\nkind: Pod\nmetadata: {name: weir}\nspec: {containers: [{name: main, image: x/y, env: [{name: A, value: b}]}]}\n"), 0o644)
	os.WriteFile(filepath.Join(dir, "compose.yaml"), []byte("services: {sluice: {image: x/z, environment: {A: b}}}\n"), 0o644)
	opened, err := tree.Open(dir, tree.Options{})
	if err != nil {
		t.Fatal(err)
	}
	all, err := environment.Discover(opened, environment.Options{})
	if err != nil {
		t.Fatal(err)
	}
	suggested := Suggest(opened, all, contract.Build(nil))
	c, err := Parse("inzicht.toml", []byte(suggested))
	if err != nil || len(c.Environments)+len(c.Components)+len(c.Rules) != 0 {
		t.Errorf("it says something: %v", err)
	}
	for _, part := range []string{`# name = "gate"`, `# name = "local"`, `{ env = ".env" }`, "compose", "record"} {
		if !strings.Contains(suggested, part) {
			t.Errorf("it does not speak of %s", part)
		}
	}
	_, tied, _ := strings.Cut(suggested, "Name those that do:\n")
	tied, _, _ = strings.Cut(tied, "#\n")
	c, err = Parse("inzicht.toml", []byte(strings.ReplaceAll("\n"+tied, "\n# ", "\n")))
	if err != nil || len(c.Environments) != 3 {
		t.Fatalf("%s: %v", tied, err)
	}
	if all, err = environment.Discover(opened, environment.Options{Declared: c.Declared()}); err != nil || len(all.Untied) > 0 || len(all.Environments) != 4 {
		t.Errorf("the lines tie nothing: %v, %v, %v", all, err, tied)
	}
}

// The schema says of layers what the kinds say.
func TestSchemaOfLayers(t *testing.T) {
	src, err := os.ReadFile("../../docs/schema/config.json")
	if err != nil {
		t.Fatal(err)
	}
	var schema struct {
		Properties struct {
			Environment struct {
				Items struct {
					Properties struct {
						Layers struct {
							Items struct{ Properties map[string]any }
						}
					}
				}
			}
		}
	}
	if err := json.Unmarshal(src, &schema); err != nil {
		t.Fatal(err)
	}
	have := schema.Properties.Environment.Items.Properties.Layers.Items.Properties
	want := map[string]any{}
	for _, k := range environment.LayerKeys() {
		text := map[string]any{"type": "string"}
		switch {
		case len(k.Words) > 0:
			var words []any
			for _, w := range k.Words {
				words = append(words, w)
			}
			want[k.Name] = map[string]any{"enum": words}
		case k.Several:
			want[k.Name] = map[string]any{"anyOf": []any{text, map[string]any{"type": "array", "items": text, "minItems": 1.0}}}
		default:
			want[k.Name] = text
		}
	}
	if !reflect.DeepEqual(have, want) {
		wanted, _ := json.MarshalIndent(want, "", "  ")
		t.Errorf("docs/schema/config.json is to say of layers\n%s", wanted)
	}
}
