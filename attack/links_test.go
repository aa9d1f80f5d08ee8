//go:build unix

package attack

import (
	"os"
	"path/filepath"
	"strings"
	"syscall"
	"testing"

	"inzicht/core/testtree"
)

// inPlace are what may stand in the place of a file.
var inPlace = map[string]func(path string) error{
	"a link":         func(path string) error { return os.Symlink("/etc/hostname", path) },
	"a link nowhere": func(path string) error { return os.Symlink("nowhere", path) },
	"a link round":   func(path string) error { return os.Symlink(filepath.Base(path), path) },
	"a folder":       func(path string) error { return os.Mkdir(path, 0o755) },
	"a pipe":         func(path string) error { return syscall.Mkfifo(path, 0o644) },
	"a device":       func(path string) error { return os.Symlink("/dev/zero", path) },
	"a large file":   func(path string) error { return os.WriteFile(path, []byte(strings.Repeat("#", 5<<20)), 0o644) },
}

// What the tree says of itself and cannot be read is an error, never passed over.
func TestConfigurationIsNoFile(t *testing.T) {
	for name, put := range inPlace {
		for _, file := range []string{"inzicht.toml", "inzicht.accepted.toml"} {
			dir := gate(t)
			if err := put(filepath.Join(dir, file)); err != nil {
				t.Fatal(err)
			}
			before, _ := os.Lstat(filepath.Join(dir, file))
			for _, command := range [][]string{{"verify"}, {"accept", "--reason", "x"}, {"accept", "--prune"}} {
				if a := strike(t, dir, command...); a.status != 2 || !strings.Contains(a.errOut, file) {
					t.Errorf("%s for %s, %v: status %d: %s", name, file, command, a.status, a.all())
				}
			}
			if after, err := os.Lstat(filepath.Join(dir, file)); err != nil || after.Mode() != before.Mode() {
				t.Errorf("%s for %s was replaced", name, file)
			}
		}
	}
}

// Whatever is in the place of a file keeps nobody waiting, and what a link
// leads to is not read.
func TestAnyFileIsNoFile(t *testing.T) {
	for name, put := range inPlace {
		dir := gate(t)
		testtree.Write(t, dir, "keep/go.mod", "module keep\n")
		for _, file := range []string{".env.staging", "main.py", "compose.yaml", "compose.override.yaml", "Dockerfile", ".dockerignore", "k.yaml", "gate.service", "gate.service.d",
			"package.json", "x.sh", "Makefile", ".github/workflows/ci.yml", "sub/.gitignore", "node_modules", ".envrc", "notes.md", "keep/.env", "config/services.yaml"} {
			path := filepath.Join(dir, file)
			os.MkdirAll(filepath.Dir(path), 0o755)
			if err := put(path); err != nil {
				t.Fatal(err)
			}
		}
		host, _ := os.ReadFile("/etc/hostname")
		for _, command := range commands() {
			a := strike(t, dir, command...)
			if a.memory > 1<<30 {
				t.Errorf("%s, %v: %d MiB", name, command, a.memory>>20)
			}
			if text := strings.TrimSpace(string(host)); len(text) > 4 && strings.Contains(a.all(), text) {
				t.Errorf("%s, %v: shows what a link leads to", name, command)
			}
		}
	}
}

// Nothing outside the tree is listed, read or written, though the index, a
// compose file or the configuration name it.
func TestNothingOutside(t *testing.T) {
	outside := testtree.Files(t, map[string]string{
		".env.example": "OUTSIDE_EXAMPLE=\n", ".env": "OUTSIDE_PRIVATE=1\n", "x.py": "import os\nos.environ['OUTSIDE_READ']\n", "package.json": "{}", "node_modules/l/i.js": "process.env.GATE_UNREAD",
		"compose.yaml": "services: {gate: {environment: {OUTSIDE_COMPOSE: x}}}\n", "inzicht.toml": "fail_on = 'never'\n",
	})
	dir := gate(t)
	testtree.Write(t, dir, ".env", "GATE_TOKEN=q8Zr41LmXw92TbKd77Yh\nGATE_URL=x\nGATE_UNREAD=1\n")
	for _, file := range []string{"link/.env.example", "link/x.py", "link/package.json", "link/compose.yaml"} {
		testtree.Write(t, dir, file, "")
	}
	underGit(t, dir)
	os.RemoveAll(filepath.Join(dir, "link"))
	if err := os.Symlink(outside, filepath.Join(dir, "link")); err != nil {
		t.Fatal(err)
	}
	os.Symlink(filepath.Join(outside, "node_modules"), filepath.Join(dir, "node_modules"))
	testtree.Write(t, dir, "compose.yaml", "include: ["+outside+"/compose.yaml]\nservices:\n  gate:\n    build: .\n    env_file: ["+outside+"/.env, link/.env, ../.env]\n")
	testtree.Write(t, dir, "compose.two.yaml", "services:\n  gate:\n    extends: {file: link/compose.yaml, service: gate}\n    build: .\n")
	testtree.Write(t, dir, "x.sh", ". link/.env\n. "+outside+"/.env\n")
	testtree.Write(t, dir, "load.py", "load_dotenv('link/.env')\nload_dotenv('"+outside+"/.env')\nload_dotenv(Path(__file__).parent / '..' / '..' / 'x.env')\n")
	for _, command := range commands() {
		a := strike(t, dir, command...)
		for _, word := range []string{"OUTSIDE_", "i.js"} {
			if strings.Contains(a.all(), word) {
				t.Errorf("%v: something outside is read: %s", command, a.all())
			}
		}
	}
	for _, layers := range []string{`{ env = "link/.env" }`, `{ env = "../x.env" }`, `{ env = "` + outside + `/.env" }`, `{ compose = ["link/compose.yaml"], service = "gate" }`,
		`{ map = "link/package.json" }`, `{ script = "link/.env" }`, `{ record = "link/.env" }`, `{ process = "1" }`, `{ process = "present" }`} {
		testtree.Write(t, dir, "inzicht.toml", "[[environment]]\nname = \"mine\"\nlayers = ["+layers+"]\n")
		if a := strike(t, dir, "verify"); a.status != 2 || strings.Contains(a.all(), "OUTSIDE_") {
			t.Errorf("%s: status %d: %s", layers, a.status, a.all())
		}
	}
}

// Control characters in names, paths and texts never reach a terminal.
func TestControlCharacters(t *testing.T) {
	const evil = "\x1b]0;owned\x07\u009b31m\u202e"
	dir := testtree.Files(t, map[string]string{
		"gate" + evil + "/go.mod":  "module gate\n",
		"gate" + evil + "/gate.go": "package gate\n\nimport \"os\"\n\nvar A, B = os.Getenv(\"GATE_" + "\\x1b[31m" + "TOKEN\"), os.Getenv(\"GATE_TOKEN" + "\\u009b" + "X\")\n",
		"x" + evil + ".py":         "import os\nos.environ['GATE_TOKEN" + evil + "']\nos.environ.get('GATE_TOKEN', 'a" + evil + "')  # " + evil + "\nos.environ['GATE_TOKEM']\n",
		".env":                     "GATE_TOKEN=" + evil + "\nGATE" + evil + "=1\nGATE_TOKENS=1\n",
		".env." + evil + "x":       "GATE_TOKEN=1\n",
		".env.example":             "# " + evil + "\nGATE_TOKEN=\nOLD_" + evil + "=1\n",
		"compose.yaml":             "services:\n  \"gate\\e[31m\":\n    build: \"gate" + evil + "\"\n    env_file: \"" + evil + ".env\"\n    environment: {\"GATE\\e_X\": 1}\n",
		"load.js":                  "require('dotenv').config({ path: 'conf" + evil + ".env' })\n",
		"inzicht.toml":             "[[component]]\nname = \"keep\\u001b[31m\\u009b\"\nfolder = \"gate" + evil + "\"\n[variable.GATE_TOKEN]\nabout = \"\\u001b[2J\"\n",
		"k" + evil + ".yaml":       "apiVersion: v1\nkind: Pod\nmetadata: {name: \"gate\\e\"}\nspec: {containers: [{name: \"c\\e\", image: gate, envFrom: [{configMapRef: {name: \"m\\e\"}}]}]}\n",
	})
	underGit(t, dir)
	testtree.Git(t, dir, "commit", "--allow-empty", "-qm", "Gates "+evil)
	list := append(commands(), []string{"trace", "GATE_TOKEN" + evil}, []string{"trace", "GATE_TOKEMM"}, []string{"verify", "-e", evil}, []string{"verify", "--component", evil},
		[]string{"capture", "-", "--key-file", evil}, []string{"verify", evil}, []string{"verify", "--config", evil}, []string{"verify", "--since", evil}, []string{"verify", "--" + evil},
		[]string{"verify", "-e", "x=" + evil}, []string{"reads", "--format", evil}, []string{evil})
	for _, command := range list {
		a := strike(t, dir, command...)
		for _, r := range a.all() {
			if r < ' ' && r != '\n' && r != '\t' || r >= 0x7f && r < 0xa0 || r == '\u202e' {
				t.Errorf("inzicht %q sends %U: %.300q", command, r, a.all())
				break
			}
		}
	}
}
