package cli_test

import (
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	plant "inzicht/core/planted"
)

// planted are secrets, each in a place of its own.
var planted = map[string]string{
	"in an env file":        "sluice-4471-Qr9x",
	"in a source literal":   "hT7Zq28LmXw92TbKd77Y",
	"in a compose file":     "weir-8823-Lp0z",
	"in an address":         "lockpass-5519-Vb2n",
	"in a key of lines":     "MIIBOgIBAAJBAKj34GkxFhD90vcN",
	"handed on by a shell":  "shell-7710-Ks8d",
	"piped in":              "piped-3305-Wm1c",
	"in an env file twice":  "again-9942-Hj6f",
	"in a broken line":      "broken-6127-Tz5g",
	"in a manifest":         "manifest-2288-Rx3b",
	"in a tracked document": "sluice-4471-Qr9x",
}

// plantSecrets makes a tree that holds all of them, under git.
func plantSecrets(t *testing.T) string {
	t.Helper()
	dir := t.TempDir()
	for name, content := range map[string]string{
		"gate/go.mod": "module gate\n",
		"gate/main.go": "package main\n\nimport \"os\"\n\nvar a, b, c, d = os.Getenv(\"GATE_TOKEN\"), os.Getenv(\"GATE_STORE\"), os.Getenv(\"GATE_KEY\"), os.Getenv(\"GATE_PIPED\")\n" +
			"\nfunc main() {\n\tif a == \"" + planted["in a source literal"] + "\" {\n\t}\n}\n",
		"gate/more.py": "import os\nos.environ.get('GATE_TOKEN', '" + planted["in a source literal"] + "')\nos.environ.get('GATE_STORE', 'store://keeper:" + planted["in an address"] + "@host/db')\nint(os.environ['GATE_TOKEN'])\n",
		".env": "GATE_TOKEN=" + planted["in an env file"] + "\nGATE_TOKEN=" + planted["in an env file twice"] + "\nGATE_STORE=store://keeper:" + planted["in an address"] + "@host/db\n" +
			"GATE_KEY=\"-----BEGIN KEY-----\n" + planted["in a key of lines"] + "\n-----END KEY-----\"\nOLD_TOKEN=" + planted["in an env file"] + "\n",
		"staging.env": "GATE_TOKEN=" + planted["in an env file"] + "\nGATE_STORE=\"" + planted["in a broken line"] + "\n1X=" + planted["in a broken line"] + "\n" + planted["in a broken line"] + "\n",
		"compose.yaml": "services:\n  gate:\n    build: gate\n    environment:\n      GATE_TOKEN: " + planted["in a compose file"] + "\n      GATE_STORE: ${SHELL_SECRET}\n      GATE_KEY: ${NOBODY:?" +
			planted["in a compose file"] + "}\n",
		"compose.two.yaml": "services:\n  gate:\n    build: gate\n    environment:\n      GATE_TOKEN: " + planted["in a compose file"] + "\n      GATE_STORE: ${SHELL_SECRET}\n",
		"compose.bad.yaml": "services:\n  gate:\n\tenvironment: " + planted["in a compose file"] + "\n",
		"k8s/gate.yaml":    "apiVersion: v1\nkind: Pod\nmetadata: {name: gate}\nspec: {containers: [{name: gate, env: [{name: GATE_TOKEN, value: " + planted["in a manifest"] + "}]}]}\n",
		"notes.md":         "The token is " + planted["in a tracked document"] + ", and the store store://keeper:" + planted["in an address"] + "@host/db\n",
		"x.sh":             ". ./.env\ndocker run --env-file .env x\n",
	} {
		plant.Write(t, dir, name, content)
	}
	plant.Git(t, dir, "init", "-q")
	plant.Git(t, dir, "add", "-A")
	plant.Git(t, dir, "commit", "-qm", "gates")
	return dir
}

// No command shows a secret, in any format, whatever place it stands in.
func TestNoSecretIsShown(t *testing.T) {
	dir := plantSecrets(t)
	t.Setenv("SHELL_SECRET", planted["handed on by a shell"])
	key := filepath.Join(t.TempDir(), "key")
	os.WriteFile(key, []byte("0123456789abcdef0123456789abcdef"), 0o600)
	commands := []string{
		"reads -v", "reads --format json", "reads --format csv", "contract -v", "contract --format json", "contract --format markdown", "contract --format csv",
		"contract --suggest-config", "verify -v", "verify --format json", "verify --format sarif", "verify --format junit", "verify --format markdown",
		"verify --format csv", "verify --format annotations", "verify --since HEAD -v", "verify -e piped=-", "verify -e compose.two/gate -v", "matrix -v", "matrix --format json", "matrix --format markdown", "matrix --format csv",
		"trace GATE_TOKEN", "trace GATE_TOKEN --format json", "trace GATE_STORE", "trace GATE_KEY", "capture", "capture - --key-file " + key, "capture -",
		"accept --reason x --level note", "verify nowhere", "languages", "rules",
	}
	for _, command := range commands {
		c := exec.Command(program, strings.Fields(command)...)
		c.Dir = dir
		c.Stdin = strings.NewReader("GATE_PIPED=" + planted["piped in"] + "\nGATE_TOKEN=" + planted["piped in"] + "\n")
		out, _ := c.CombinedOutput()
		if len(out) == 0 {
			t.Errorf("%s prints nothing", command)
		}
		for where, secret := range planted {
			if strings.Contains(string(out), secret) {
				at := strings.Index(string(out), secret)
				t.Errorf("%s shows the secret %s: …%s", command, where, out[max(0, at-80):min(len(out), at+40)])
			}
		}
	}
	file, err := os.ReadFile(filepath.Join(dir, "inzicht.accepted.toml"))
	if err != nil {
		t.Fatal(err)
	}
	for where, secret := range planted {
		if strings.Contains(string(file), secret) {
			t.Errorf("the accepted findings hold the secret %s", where)
		}
	}
	if out, _, _ := run(t, dir, "verify", "-e", "staging"); !strings.Contains(out, "Nothing to mend") {
		t.Errorf("accepted findings are still shown: %s", out)
	}
}
