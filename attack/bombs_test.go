package attack

import (
	"fmt"
	"os/exec"
	"strings"
	"testing"

	"inzicht/core/testtree"
)

// doubled makes lines of which each is made of the one before, four times.
func doubled(first, format string, lines int) string {
	var out strings.Builder
	out.WriteString(first)
	for n := 1; n < lines; n++ {
		fmt.Fprintf(&out, strings.ReplaceAll(format, "P", fmt.Sprint(n-1)), n)
	}
	return out.String()
}

// bombs are trees of a few hundred bytes to a few megabytes that would take
// far more when they are written out.
var bombs = map[string]map[string]string{
	"an env file":           {".env": doubled("V0=aaaaaaaa\n", "V%d=${VP}${VP}${VP}${VP}\n", 30), "compose.yaml": "services: {gate: {build: ., env_file: .env, environment: {A: \"${V29}\"}}}\n"},
	"a shell file":          {".envrc": doubled("V0=aaaaaaaa\n", "V%d=$VP$VP$VP$VP\n", 30)},
	"a shell file, a line":  {".envrc": doubled("V0=aaaaaaaa;", "V%d=$VP$VP$VP$VP;", 30) + "\n"},
	"an image":              {"Dockerfile": doubled("FROM x\nENV V0=aaaaaaaa\n", "ENV V%d=$VP$VP$VP$VP\n", 30), "compose.yaml": "services: {gate: {build: .}}\n"},
	"an image, replacing":   {"Dockerfile": doubled("FROM x\nENV V0=aaaaaaaa\n", "ENV V%d=${VP//a/$VP}\n", 30), "compose.yaml": "services: {gate: {build: .}}\n"},
	"arguments of an image": {"Dockerfile": doubled("FROM x\nARG V0=aaaaaaaa\n", "ARG V%d=$VP$VP$VP$VP\n", 30), "compose.yaml": "services: {gate: {build: .}}\n"},
	"one long value":        {".env": "V=" + strings.Repeat("a", 1<<20) + "\n", "compose.yaml": "services:\n  gate:\n    build: .\n    environment:\n      A: " + strings.Repeat("${V}", 100_000) + "\n"},
	"aliases":               {"compose.yaml": doubled("x0: &a0 [a]\n", "x%[1]d: &a%[1]d [*aP, *aP, *aP, *aP]\n", 30) + "services: {gate: {build: ., command: *a29}}\n"},
	"aliases far below":     {"k.yaml": "apiVersion: v1\nkind: Pod\n" + doubled("x0: &a0 [a]\n", "x%[1]d: &a%[1]d "+strings.Repeat("[", 80)+"*aP, *aP, *aP"+strings.Repeat("]", 80)+"\n", 30)},
	"merges":                {"compose.yaml": doubled("x0: &a0 {k: v}\n", "x%[1]d: &a%[1]d {<<: [*aP, *aP, *aP], k%[1]d: v}\n", 30) + "services: {gate: {build: ., environment: *a29}}\n"},
	"a manifest":            {"gate.yaml": "apiVersion: v1\nkind: Pod\nmetadata: {name: gate}\nspec:\n  containers:\n  - name: gate\n    image: gate\n    env:\n" + doubled("    - {name: V0, value: aaaaaaaa}\n", "    - {name: V%d, value: \"$(VP)$(VP)$(VP)$(VP)\"}\n", 30), "gate/go.mod": ""},
	"braces in braces":      {"compose.yaml": "services: {gate: {build: ., environment: {A: \"" + strings.Repeat("${B:-", 5000) + strings.Repeat("}", 5000) + "\"}}}\n"},
	"extending":             {"compose.yaml": doubled("services:\n  s0: {build: ., environment: {A: b}}\n", "  s%[1]d: {extends: sP, environment: {A%[1]d: b}}\n", 3000)},
	"including":             {"compose.yaml": "include: [compose.yaml, compose.yaml]\nservices: {gate: {build: .}}\n"},
	"stages":                {"Dockerfile": doubled("FROM x AS s0\n", "ENV A%[1]d=b\nFROM sP AS s%[1]d\n", 20000), "compose.yaml": "services: {gate: {build: .}}\n"},
	"nested YAML":           {"k.yaml": "apiVersion: v1\nkind: Pod\na: " + strings.Repeat("[", 500_000), "compose.yaml": "a: " + strings.Repeat("{a: ", 200_000)},
	"nested TOML":           {"inzicht.toml": "a = " + strings.Repeat("[", 4_000_000)},
	"tables of TOML":        {"inzicht.toml": strings.Repeat("[variable.A]\n", 1) + doubled("", "[variable.A%d]\nabout = \"x\"\n", 100_000)},
	"a key of TOML":         {"inzicht.toml": "a" + strings.Repeat(".a", 1_000_000) + " = 1\n"},
	"a table of TOML":       {"inzicht.toml": "rules = {" + doubled("a = 'note'", ", a%d = 'note'", 200_000) + "}\n"},
	"keys of acceptances":   {"inzicht.accepted.toml": "[[accepted]]\n" + doubled("", "a%d = 1\n", 200_000)},
	"nested scripts": {"a.sh": "echo $A_B\n" + strings.Repeat("if a; then ", 300_000), "b.sh": "echo $A_B\n" + strings.Repeat("case a in b) ", 300_000), "c.sh": "echo $A_B\n" + strings.Repeat("for a in b; do\n", 200_000),
		"d.sh": "echo $A_B\n" + strings.Repeat("$[ ", 1_000_000), "e.sh": "echo $A_B\nif a; then b;" + strings.Repeat("elif a; then b; ", 200_000), "f.sh": "echo $A_B\n" + strings.Repeat("time\t", 700_000), ".envrc": "export A=$B\n" + strings.Repeat("while a; do ", 300_000)},
	"long scripts":        {"a.sh": "echo $A_B\n" + strings.Repeat("a | ", 900_000), "b.sh": "echo $A_B\n" + strings.Repeat("f()\n", 19_000), "c.sh": "echo $A_B\n" + strings.Repeat("`", 3_000_000), ".envrc": strings.Repeat("export A=b && ", 100_000)},
	"globs":               {"inzicht.toml": "[exclude]\nfiles = [\"" + strings.Repeat("{a,a}", 40) + "b\"]\nvariables = [\"" + strings.Repeat("{A,A}", 40) + "B\"]\n", strings.Repeat("a", 60): ""},
	"globs of stars":      {"inzicht.toml": "[exclude]\nfiles = [\"" + strings.Repeat("**/a/", 4) + strings.Repeat("*/", 15) + "\", \"" + strings.Repeat("a*", 20) + "b\"]\n", strings.Repeat("a/", 60) + "x.py": "", strings.Repeat("a", 200) + ".py": ""},
	"a glob of manifests": {"inzicht.toml": "[[environment]]\nname = \"x\"\nlayers = [{ manifests = [\"" + strings.Repeat("{a,a}", 40) + "b\"], workload = \"x\" }]\n", strings.Repeat("a", 60): ""},
	"nested JSON":         {"package.json": strings.Repeat("{\"scripts\":", 100_000), "map.json": strings.Repeat("[", 2_000_000)},
	"nested source":       {"a.js": "process.env.A;" + strings.Repeat("(", 300_000), "a.py": "import os\nos.environ['A']\n" + strings.Repeat("[", 300_000), "a.go": "package a\nimport \"os\"\nvar a = os.Getenv(\"A\")\nvar b = " + strings.Repeat("(", 300_000), "a.sh": "#!/bin/sh\necho $A_B " + strings.Repeat("$(", 19_000)},
}

// No tree takes more memory or time than its size is good for, nor stops the
// program.
func TestBombs(t *testing.T) {
	const most = 700 << 20 // bytes; the program itself is content with a quarter
	for name, files := range bombs {
		t.Run(name, func(t *testing.T) {
			t.Parallel()
			dir := testtree.Files(t, files)
			testtree.Write(t, dir, "main.py", "import os\nos.environ['GATE_TOKEN'], os.environ['V29']\n")
			for _, command := range [][]string{{"verify", "--format", "json"}, {"matrix"}, {"trace", "V29"}, {"reads"}} {
				if a := strike(t, dir, command...); a.memory > most {
					t.Errorf("%v takes %d MiB", command, a.memory>>20)
				}
			}
		})
	}
}

// A listing from standard input is bounded as well.
func TestListings(t *testing.T) {
	dir := gate(t)
	for name, text := range map[string]string{
		"deep":    strings.Repeat("[", 4_000_000),
		"wide":    "{" + doubled("\"A\":\"b\"", ",\"A%d\":\"b\"", 300_000) + "}",
		"large":   strings.Repeat("A=b\n", 5_000_000),
		"keys":    strings.Repeat("q7Zr41LmXw92TbKd77Yh=\n", 100_000),
		"doubled": doubled("export V0=aaaaaaaa\n", "export V%d=\"$VP$VP$VP$VP\"\n", 30),
	} {
		a := strikeWith(t, dir, func(c *exec.Cmd) { c.Stdin = strings.NewReader(text) }, "verify", "-e", "piped=-", "--format", "json")
		if a.memory > 1<<30 || strings.Contains(a.all(), "q7Zr41Lm") {
			t.Errorf("%s: %d MiB: %.300s", name, a.memory>>20, a.all())
		}
	}
}
