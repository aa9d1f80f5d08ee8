package module

import (
	"fmt"
	"go/format"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"inzicht/core/survey"
	"inzicht/core/testtree"
)

// trial is how a module of one language is tried: by a source that reads, the
// module beside it, and a program that prints each setting, or what is wrong.
type trial struct {
	files   map[string]string // the last "%s" in a source is where it reads
	reads   string            // the file that reads
	read    string            // how it reads a variable, with %q or %s
	last    string            // how it reads the one with a fallback that wants quoting
	module  string
	command []string
	shows   string // what is printed where all is set
}

var values = map[string]string{
	"GATE_NAME": `Sluis "7"`, "GATE_PORT": "7001", "GATE_LEVEL": "-1.5", "GATE_HORN": "yes", "GATE_WAIT": "1m30s",
	"GATE_URL": "https://gate.lockside.example/a", "GATE_CREWS": "north, south", "GATE_MAP": `{"a": 1}`, "GATE_OPEN": "x",
}

const stated = `
variable.GATE_NAME = { need = "required", about = "What the gate ?> is called." }
variable.GATE_PORT = { need = "required", kind = "integer" }
variable.GATE_LEVEL = { need = "optional", kind = "number" }
variable.GATE_HORN = { need = "required", kind = "boolean" }
variable.GATE_WAIT = { need = "required", kind = "duration" }
variable.GATE_URL = { need = "required", kind = "url" }
variable.GATE_CREWS = { need = "required", kind = "list" }
variable.GATE_MAP = { need = "required", kind = "json" }
variable.GATE_OPEN = { need = "optional" }
`

var trials = map[string]trial{
	"go": {
		files: map[string]string{
			"go.mod":       "module lockside\n\ngo 1.24\n",
			"gate/read.go": "package barrier\n\nimport (\n\t\"cmp\"\n\t\"os\"\n)\n\n%s",
			"main.go": `package main

import (
	"fmt"
	gate "lockside/gate"
)

func main() {
	s, err := gate.Load()
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Println(s.GateName, s.GatePort, *s.GateLevel, s.GateHorn, s.GateWait, s.GateURL, s.GateCrews, string(s.GateMap), s.GateOpen, s.GateTide)
}
`},
		reads: "gate/read.go", read: "var _ = os.Getenv(%q)\n", last: `var _ = cmp.Or(os.Getenv("GATE_TIDE"), "it's \"high\"")`, module: "gate/settings.go",
		command: []string{"go", "run", "."},
		shows:   `Sluis "7" 7001 -1.5 true 1m30s https://gate.lockside.example/a [north south] {"a": 1} x it's "high"`,
	},
	"typescript": {
		files: map[string]string{"read.ts": "%s", "main.mts": `import { Settings } from "./settings.mts";
try {
  const s = new Settings();
  console.log(s.gateName, s.gatePort, s.gateLevel, s.gateHorn, s.gateWait, s.gateUrl.href, s.gateCrews.join(), JSON.stringify(s.gateMap), s.gateOpen, s.gateTide);
} catch (error) {
  console.log((error as Error).message);
}
`},
		reads: "read.ts", read: "process.env.%s;\n", last: `process.env.GATE_TIDE || "it's \"high\"";`, module: "settings.mts",
		command: []string{"node", "--experimental-strip-types", "--no-warnings", "main.mts"},
		shows:   `Sluis "7" 7001 -1.5 true 90000 https://gate.lockside.example/a north,south {"a":1} x it's "high"`,
	},
	"python": {
		files: map[string]string{"read.py": "import os\n%s", "main.py": `import settings
try:
    s = settings.Settings()
    print(s.gate_name, s.gate_port, s.gate_level, s.gate_horn, s.gate_wait, s.gate_url, s.gate_crews, s.gate_map, s.gate_open, s.gate_tide)
except settings.SettingsError as wrong:
    print(wrong)
`},
		reads: "read.py", read: "os.environ.get(%q)\n", last: `os.environ.get("GATE_TIDE", "it's \"high\"")`, module: "settings.py",
		command: []string{"python3", "-B", "main.py"},
		shows:   `Sluis "7" 7001 -1.5 True 0:01:30 https://gate.lockside.example/a ['north', 'south'] {'a': 1} x it's "high"`,
	},
	"php": {
		files: map[string]string{"read.php": "<?php\n%s", "main.php": `<?php
require 'Settings.php';
try {
    $s = new Settings();
    echo implode(' ', [$s->gateName, $s->gatePort, $s->gateLevel, json_encode($s->gateHorn), $s->gateWait, $s->gateUrl, json_encode($s->gateCrews), json_encode($s->gateMap), $s->gateOpen, $s->gateTide]);
} catch (SettingsError $wrong) {
    echo $wrong->getMessage();
}
`},
		reads: "read.php", read: "getenv(%q);\n", last: `getenv("GATE_TIDE") ?: "it's \"high\"";`, module: "Settings.php",
		command: []string{"php", "main.php"},
		shows:   `Sluis "7" 7001 -1.5 true 90 https://gate.lockside.example/a ["north","south"] {"a":1} x it's "high"`,
	},
	"ruby": {
		files: map[string]string{"read.rb": "%s", "main.rb": `require_relative 'settings'
begin
  s = Settings.new
  puts [s.gate_name, s.gate_port, s.gate_level, s.gate_horn, s.gate_wait, s.gate_url, s.gate_crews.inspect, s.gate_map['a'], s.gate_open, s.gate_tide].join(' ')
rescue Settings::Error => e
  puts e.message
end
`},
		reads: "read.rb", read: "ENV[%q]\n", last: `ENV.fetch("GATE_TIDE", "it's \"high\"")`, module: "settings.rb",
		command: []string{"ruby", "main.rb"},
		shows:   `Sluis "7" 7001 -1.5 true 90.0 https://gate.lockside.example/a ["north", "south"] 1 x it's "high"`,
	},
}

// A module of each language gives the values where all is set, names all that
// is wrong, and is the same when it is written again: also where nothing else
// reads the variables any more, and round what a person added.
func TestModules(t *testing.T) {
	for _, l := range Languages {
		t.Run(l.Name, func(t *testing.T) {
			trial, found := trials[l.Name]
			if !found {
				t.Fatal("it is not tried")
			}
			dir := trial.plant(t)
			file := filepath.Join(dir, trial.module)
			first := write(t, l, dir, trial.module)
			if again := write(t, l, dir, trial.module); again != first {
				t.Errorf("written again it is %s", again)
			}
			if formatted, err := format.Source([]byte(first)); l == golang && (err != nil || string(formatted) != first) {
				t.Errorf("%v: formatted it is %s", err, formatted)
			}
			os.WriteFile(file, []byte(first+"\n"+l.comment+" Ours.\n"), 0o644)
			os.Remove(filepath.Join(dir, trial.reads))
			if again := write(t, l, dir, trial.module); !strings.HasSuffix(again, "\n"+l.comment+" Ours.\n") || between(again) != between(first) {
				t.Errorf("where nothing else reads the variables it is %s\nand was %s", again, first)
			}
			os.WriteFile(file, []byte(first), 0o644)
			trial.try(t, dir)
		})
	}
}

func (tr trial) plant(t *testing.T) string {
	source := ""
	for name := range values { // in any order
		source += fmt.Sprintf(tr.read, name)
	}
	tr.files[tr.reads] = fmt.Sprintf(tr.files[tr.reads], source+tr.last+"\n")
	tr.files["inzicht.toml"] = stated
	return testtree.Files(t, tr.files)
}

// write writes the module of a tree, and returns it.
func write(t *testing.T, l *Language, dir, name string) string {
	t.Helper()
	s, err := survey.Take(dir, survey.Options{})
	if err != nil {
		t.Fatal(err)
	}
	before, _ := os.ReadFile(filepath.Join(dir, name))
	after, err := l.Write(s, Options{File: name}, before)
	if err != nil {
		t.Fatal(err)
	}
	os.WriteFile(filepath.Join(dir, name), after, 0o644)
	return string(after)
}

func between(text string) string {
	return text[strings.Index(text, begins):strings.Index(text, ends)]
}

// try runs the program with all set, and with three things wrong.
func (tr trial) try(t *testing.T, dir string) {
	if _, err := exec.LookPath(tr.command[0]); err != nil {
		t.Skipf("%s is not installed", tr.command[0])
	}
	if tr.command[0] == "node" && exec.Command("node", "--experimental-strip-types", "--version").Run() != nil {
		tr.command = compiled(t, dir)
	}
	if out := tr.run(t, dir, nil); out != tr.shows {
		t.Errorf("with all set it prints\n%s", out)
	}
	lines := strings.Split(tr.run(t, dir, []string{"GATE_PORT=seven", "GATE_NAME=", "GATE_HORN=perhaps"}), "\n")
	slices.Sort(lines)
	if got := strings.Join(lines, "; "); got != "GATE_HORN is not true or false; GATE_NAME is not set; GATE_PORT is not an integer" {
		t.Errorf("with three wrong it prints %s", got)
	}
}

// compiled compiles a program in TypeScript, and returns how it is run.
func compiled(t *testing.T, dir string) []string {
	if _, err := exec.LookPath("tsc"); err != nil {
		t.Skip("this node does not strip types, and tsc is not installed")
	}
	testtree.Write(t, dir, "global.d.ts", "declare const process: { env: Record<string, string | undefined> };\ndeclare const console: { log(...values: unknown[]): void };\n"+
		"declare class URL {\n  constructor(text: string);\n  readonly href: string;\n}\n")
	command := exec.Command("tsc", "--strict", "--outDir", "out", "--target", "es2022", "--lib", "es2022", "--types", "", "--module", "nodenext", "--rewriteRelativeImportExtensions", "main.mts", "global.d.ts")
	command.Dir = dir
	if out, err := command.CombinedOutput(); err != nil {
		t.Fatalf("%v: %s", err, out)
	}
	return []string{"node", "out/main.mjs"}
}

// run runs the program with the values, and others over them.
func (tr trial) run(t *testing.T, dir string, others []string) string {
	command := exec.Command(tr.command[0], tr.command[1:]...)
	command.Dir, command.Env = dir, os.Environ()
	for name, value := range values { // in any order
		command.Env = append(command.Env, name+"="+value)
	}
	command.Env = append(command.Env, others...)
	out, err := command.CombinedOutput()
	if err != nil {
		t.Fatalf("%v: %s", err, out)
	}
	return strings.TrimSpace(string(out))
}
