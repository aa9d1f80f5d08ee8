package attack

import (
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"inzicht/core/testtree"
)

// hidden are secrets, each in a place of its own.
var hidden = map[string]string{
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
			"\nfunc main() {\n\tif a == \"" + hidden["in a source literal"] + "\" {\n\t}\n}\n",
		"gate/more.py": "import os\nos.environ.get('GATE_TOKEN', '" + hidden["in a source literal"] + "')\nos.environ.get('GATE_STORE', 'store://keeper:" + hidden["in an address"] + "@host/db')\nint(os.environ['GATE_TOKEN'])\n",
		".env": "GATE_TOKEN=" + hidden["in an env file"] + "\nGATE_TOKEN=" + hidden["in an env file twice"] + "\nGATE_STORE=store://keeper:" + hidden["in an address"] + "@host/db\n" +
			"GATE_KEY=\"-----BEGIN KEY-----\n" + hidden["in a key of lines"] + "\n-----END KEY-----\"\nOLD_TOKEN=" + hidden["in an env file"] + "\n",
		"staging.env": "GATE_TOKEN=" + hidden["in an env file"] + "\nGATE_STORE=\"" + hidden["in a broken line"] + "\n1X=" + hidden["in a broken line"] + "\n" + hidden["in a broken line"] + "\n",
		"compose.yaml": "services:\n  gate:\n    build: gate\n    environment:\n      GATE_TOKEN: " + hidden["in a compose file"] + "\n      GATE_STORE: ${SHELL_SECRET}\n      GATE_KEY: ${NOBODY:?" +
			hidden["in a compose file"] + "}\n",
		"compose.two.yaml": "services:\n  gate:\n    build: gate\n    environment:\n      GATE_TOKEN: " + hidden["in a compose file"] + "\n      GATE_STORE: ${SHELL_SECRET}\n",
		"compose.bad.yaml": "services:\n  gate:\n\tenvironment: " + hidden["in a compose file"] + "\n",
		"k8s/gate.yaml":    "apiVersion: v1\nkind: Pod\nmetadata: {name: gate}\nspec: {containers: [{name: gate, env: [{name: GATE_TOKEN, value: " + hidden["in a manifest"] + "}]}]}\n",
		"notes.md":         "The token is " + hidden["in a tracked document"] + ", and the store store://keeper:" + hidden["in an address"] + "@host/db\n",
		"x.sh":             ". ./.env\ndocker run --env-file .env x\n",
	} {
		testtree.Write(t, dir, name, content)
	}
	testtree.Git(t, dir, "init", "-q")
	testtree.Git(t, dir, "add", "-A")
	testtree.Git(t, dir, "commit", "-qm", "gates")
	return dir
}

// No command shows a secret, in any format, whatever place it is in.
func TestNoSecretIsShown(t *testing.T) {
	dir := plantSecrets(t)
	t.Setenv("SHELL_SECRET", hidden["handed on by a shell"])
	key := filepath.Join(t.TempDir(), "key")
	os.WriteFile(key, []byte("0123456789abcdef0123456789abcdef"), 0o600)
	list := append(commands(), []string{"trace", "GATE_STORE"}, []string{"trace", "GATE_KEY"}, []string{"verify", "-e", "piped=-"}, []string{"verify", "-e", "compose.two/gate", "-v"},
		[]string{"matrix", "-e", "piped=-"}, []string{"capture"}, []string{"capture", "-"}, []string{"capture", "-", "--key-file", key})
	for _, command := range list {
		a := strikeWith(t, dir, func(c *exec.Cmd) {
			c.Stdin = strings.NewReader("GATE_PIPED=" + hidden["piped in"] + "\nGATE_TOKEN=" + hidden["piped in"] + "\n")
		}, command...)
		hides(t, strings.Join(command, " "), a.all())
	}
	file, err := os.ReadFile(filepath.Join(dir, "inzicht.accepted.toml"))
	if err != nil {
		t.Fatal(err)
	}
	hides(t, "the file of accepted findings", string(file))
}

// hides fails where a text holds one of the hidden secrets.
func hides(t *testing.T, what, text string) {
	t.Helper()
	for where, secret := range hidden {
		if at := strings.Index(text, secret); at >= 0 {
			t.Errorf("%s shows the secret %s: …%s", what, where, text[max(0, at-80):min(len(text), at+40)])
		}
	}
}

// secret is what no line that is shown may hold; a letter is added at each place.
const secret = "hunter2Weir77"

// lines are lines of source that hold a secret, by the file that they stand
// in. Each reads GATE_PASSWORD, or GATE_PORT beside something secret.
var lines = []struct{ file, text string }{
	{"a.py", "import os\np = os.environ.get('GATE_PASSWORD', 'SECRET')\n"},
	{"b.py", "import os\np = os.environ.get('GATE_PASSWORD') or \"SECRET\"[:9]\n"},
	{"c.py", "import os\np = os.environ.get('GATE_PASSWORD', \"\"\"\nSECRET\n\"\"\")\n"},
	{"d.py", "import os\npassword, port = 'SECRET', os.environ['GATE_PORT']\n"},
	{"e.py", "import os\nport = os.environ['GATE_PORT']  # the password is SECRET\n"},
	{"f.py", "import os\nconnect(password='SECRET',\n  port=os.environ['GATE_PORT'], x='SECRET')\n"},
	{"g.py", "import os\np = os.environ.get('GATE_PASSWORD', b'SECRET'.decode() + f'SECRET{os.environ[\"GATE_PORT\"]}SECRET')\n"},
	{"h.py", "import os\np = os.environ.get('GATE_PASSWORD', 771234567)\n"},
	{"a.rb", "p = ENV.fetch('GATE_PASSWORD', %q(SECRET))\n"},
	{"b.rb", "p = ENV.fetch('GATE_PASSWORD', :SECRET)\n"},
	{"c.rb", "p = ENV.fetch('GATE_PASSWORD') { <<~EOS }\n  SECRET\nEOS\n"},
	{"d.rb", "password = <<~EOS\n  SECRET #{ENV['GATE_PORT']} SECRET\nEOS\n"},
	{"e.rb", "p = ENV['GATE_PASSWORD'] || %w[SECRET x].first\n"},
	{"a.go", "package a\n\nimport \"os\"\n\nvar a = cmp.Or(os.Getenv(\"GATE_PASSWORD\"), `SECRET`)\n"},
	{"b.go", "package a\n\ntype C struct {\n\tP string `env:\"GATE_PASSWORD\" envDefault:\"SECRET\" default:\"SECRET\"`\n}\n\nfunc f() { env.Parse(&C{}) }\n"},
	{"a.js", "const p = process.env.GATE_PASSWORD || 'SECRET';\n"},
	{"b.js", "const p = `${process.env.GATE_PASSWORD ?? 'SECRET'}SECRET`;\n"},
	{"c.js", "const c = { password: 'SECRET', port: process.env.GATE_PORT };\n"},
	{"d.js", "const p = process.env.GATE_PASSWORD === 'SECRET' ? /SECRET/ : \"SECRET\";\n"},
	{"a.php", "<?php\n$p = getenv('GATE_PASSWORD') ?: 'SECRET';\n$q = ['password' => 'SECRET', 'port' => getenv('GATE_PORT')];\n"},
	{"A.java", "class A { @Value(\"${GATE_PASSWORD:SECRET}\") String p; String q = System.getenv().getOrDefault(\"GATE_PASSWORD\", \"SECRET\"); }\n"},
	{"a.rs", "fn f() { let p = std::env::var(\"GATE_PASSWORD\").unwrap_or(r#\"SECRET\"#.to_string()); }\n"},
	{"a.cs", "class A { string p = Environment.GetEnvironmentVariable(\"GATE_PASSWORD\") ?? @\"SECRET\"; }\n"},
	{"a.kt", "val p = System.getenv(\"GATE_PASSWORD\") ?: \"SECRET\"\n"},
	{"a.ex", "p = System.get_env(\"GATE_PASSWORD\", ~s(SECRET))\n"},
	{"a.pl", "my $p = $ENV{GATE_PASSWORD} // q{SECRET};\n"},
	{"a.lua", "local p = os.getenv('GATE_PASSWORD') or [[SECRET]]\n"},
	{"a.c", "char *p = getenv(\"GATE_PASSWORD\") ? getenv(\"GATE_PASSWORD\") : \"SECRET\";\n"},
	{"a.swift", "let p = ProcessInfo.processInfo.environment[\"GATE_PASSWORD\"] ?? #\"SECRET\"#\n"},
	{"a.scala", "object A { val p = sys.env.getOrElse(\"GATE_PASSWORD\", \"SECRET\") }\n"},
	{"a.dart", "import 'dart:io';\nfinal p = Platform.environment['GATE_PASSWORD'] ?? 'SECRET';\n"},
	{"a.ps1", "$p = if ($env:GATE_PASSWORD) { $env:GATE_PASSWORD } else { 'SECRET' }\n"},
	{"a.sh", "#!/bin/sh\np=${GATE_PASSWORD:-SECRET}\nq=${GATE_PASSWORD:?SECRET}\npassword=SECRET port=$GATE_PORT\ncurl -u keeper:SECRET http://x:$GATE_PASSWORD\n"},
	{"compose.yaml", "services:\n  a:\n    image: x\n    environment:\n      P: ${GATE_PASSWORD:-SECRET}\n      Q: ${GATE_PASSWORD:?SECRET}\n      PASSWORD_PORT: SECRET${GATE_PORT}\n"},
	{"Dockerfile", "FROM x\nARG GATE_PASSWORD=SECRET\nRUN x --password SECRET ${GATE_PASSWORD:-SECRET}\nENV P=${GATE_PASSWORD:-SECRET}\n"},
	{"application.properties", "gate.password=${GATE_PASSWORD:SECRET}\ngate.x=SECRET${GATE_PASSWORD}\n"},
	{"application.yml", "gate:\n  password: ${GATE_PASSWORD:SECRET}\n"},
	{"gate.service", "[Service]\nExecStart=/x --password SECRET ${GATE_PASSWORD}\n"},
	{"Makefile", "GATE_PASSWORD ?= SECRET\nx:\n\techo SECRET $(GATE_PASSWORD)\n"},
	{".github/workflows/a.yml", "jobs:\n  a:\n    env:\n      PASSWORD: SECRET${{ secrets.GATE_PASSWORD }}\n      P: ${{ secrets.GATE_PASSWORD || 'SECRET' }}\n"},
	{"package.json", "{\n \"scripts\": {\n  \"a\": \"x --password SECRET $GATE_PASSWORD ${GATE_PASSWORD:-SECRET}\"\n }\n}\n"},
	{"a.tf", "variable \"GATE_PASSWORD\" {\n  default = \"SECRET\"\n}\n"},
}

// No line of source is shown with what belongs to a secret on it, nor a
// fallback of one.
func TestSourceLines(t *testing.T) {
	files, n := map[string]string{}, 0
	for _, line := range lines {
		text := line.text
		for strings.Contains(text, "SECRET") && strings.Contains(strings.ReplaceAll(text, "SECRETS", ""), "SECRET") {
			n++
			text = strings.Replace(text, "SECRET", fmt.Sprintf("%sx%d", secret, n), 1)
		}
		files["f"+fmt.Sprint(n)+"/"+line.file] = text
	}
	files["inzicht.toml"] = "[variable.GATE_LABEL]\nsecret = true\n"
	files["stated.py"] = "import os\nos.environ.get('GATE_LABEL', '" + secret + "')\nos.environ.get('GATE_LABEL') or str('" + secret + "')\n"
	dir := testtree.Files(t, files)
	list := append(commands(), []string{"trace", "GATE_PASSWORD"}, []string{"trace", "GATE_PASSWORD", "--format", "json"}, []string{"trace", "GATE_PORT"},
		[]string{"trace", "GATE_PORT", "--format", "json"}, []string{"trace", "GATE_LABEL"}, []string{"trace", "GATE_LABEL", "--format", "json"})
	for _, command := range list {
		a := strike(t, dir, command...)
		for rest := a.all(); ; {
			at := strings.Index(rest, secret)
			if at < 0 {
				break
			}
			t.Errorf("%v shows a secret: …%s", command, rest[max(0, at-100):min(len(rest), at+30)])
			rest = rest[at+len(secret):]
		}
		if strings.Contains(a.all(), "771234567") {
			t.Errorf("%v shows a number that is a secret", command)
		}
	}
	if a := strike(t, dir, "trace", "GATE_PASSWORD"); strings.Count(a.out, "GATE_PASSWORD") < 40 {
		t.Errorf("lines of source are not shown at all: %s", a.out)
	}
}

// What the environment of the process gives to a compose file is not shown,
// even where it is asked for: not as a value, a name, a path or a place.
func TestSurroundings(t *testing.T) {
	t.Setenv("CI_SECRET", secret)
	for _, body := range []string{
		"    env_file: \"${CI_SECRET}\"\n", "    env_file: [\"${CI_SECRET}.env\"]\n", "    env_file: [{path: \"x/${CI_SECRET}\"}]\n",
		"    ports: \"services.${CI_SECRET}\"\n", "    ports: [\"${CI_SECRET}\"]\n", "    environment: [\"${CI_SECRET}=1\"]\n", "    environment: [\"A=${CI_SECRET}\", \"${CI_SECRET}\"]\n",
		"    extends: {file: \"${CI_SECRET}\", service: a}\n", "    extends: \"${CI_SECRET}\"\n", "    image: \"${CI_SECRET}\"\n", "    profiles: [\"${CI_SECRET}\"]\n", "    depends_on: [\"${CI_SECRET}\"]\n",
		"    deploy: {replicas: \"${CI_SECRET}\"}\n", "    container_name: \"services.${CI_SECRET}\"\n    ports: {\"${CI_SECRET}\": 1}\n", "    environment: {A: \"${CI_SECRET:?x}\", B: \"${NOBODY:?${CI_SECRET}}\"}\n",
		"    build: {context: \"${CI_SECRET}\", args: [\"X=${CI_SECRET}\"]}\n", "    volumes: [\"${CI_SECRET}\"]\n    networks: {\"x\": \"${CI_SECRET}\"}\n",
	} {
		dir := gate(t)
		testtree.Write(t, dir, "compose.yaml", "services:\n  gate:\n    build: .\n"+body)
		testtree.Write(t, dir, "compose.two.yaml", "include: [\"${CI_SECRET}\"]\nservices:\n  gate:\n    build: .\n"+body)
		for _, command := range [][]string{{"verify", "-v"}, {"verify", "-v", "--with-surroundings"}, {"verify", "--format", "json", "--with-surroundings"}, {"matrix", "--with-surroundings"},
			{"trace", "GATE_TOKEN", "--with-surroundings"}, {"trace", "A", "--with-surroundings"}, {"contract", "--suggest-config"}, {"accept", "--reason", "x", "--level", "note"}} {
			if a := strike(t, dir, command...); strings.Contains(a.all(), secret) {
				t.Errorf("%q, %v: %s", body, command, a.all())
			}
		}
		if file, _ := os.ReadFile(filepath.Join(dir, "inzicht.accepted.toml")); strings.Contains(string(file), secret) {
			t.Errorf("%q: it is accepted: %s", body, file)
		}
	}
}

// Damaged files are told of without a word of what is in them.
func TestErrorsQuoteNothing(t *testing.T) {
	for file, texts := range map[string][]string{
		"compose.yaml":          {"services:\n  gate:\n    environment:\n      DB_PASSWORD: *SECRET\n", "a: &SECRET\n b: *SECRET\n", "services: !SECRET {}\n", "services:\n  gate: {SECRET: {a: b}}\n", "a: \"SECRET\n", "%SECRET\n---\n", "services: {gate: {environment: {A: [SECRET]}}}\n"},
		"k.yaml":                {"apiVersion: v1\nkind: Pod\ndata: *SECRET\n", "apiVersion: v1\nkind: Secret\nmetadata: {name: a}\ndata: {A: \"SECRET\"}\n"},
		"Dockerfile":            {"SECRET x\n", "FROM x\nENV A=\"SECRET\n", "FROM x\nENV SECRET\n", "FROM x\nCOPY <<SECRET x\n"},
		"x.sh":                  {"#!/bin/sh\necho $A\nif SECRET\n", "#!/bin/sh\necho $A '\nSECRET\n", "#!/bin/sh\necho $A ${SECRET!!}\n"},
		".env":                  {"SECRET\n", "A=\"SECRET\n", "A B=SECRET\n", "1SECRET=x\n", "A=SECRET' x\n", "A='SECRET'x\n", "A=${SECRET\n", "A=$(SECRET)\n", "A=${B:?SECRET}\n", "SECRET: x\n"},
		".envrc":                {"A=(SECRET\n", "SECRET --x\n", "export A=`SECRET`\n", "A=${B?SECRET}\n", "A=$((SECRET+))\n"},
		"inzicht.toml":          {"fail_on = SECRET\n", "fail_on = \"SECRET\n", "fail_on = 7SECRET\n", "[rules]\nunused = [\"SECRET\"]\n"},
		"inzicht.accepted.toml": {"reason = SECRET\n", "[[accepted]]\nrule = SECRET\n", "[[accepted]]\nrule = [\"SECRET\"]\n"},
		"package.json":          {"{\"scripts\": SECRET"},
		"gate.service":          {"[Service]\nEnvironment=\"SECRET\nSECRET\n"},
	} {
		for _, text := range texts {
			dir := gate(t)
			testtree.Write(t, dir, file, strings.ReplaceAll(text, "SECRET", secret))
			for _, command := range [][]string{{"verify", "-v"}, {"verify", "--format", "json"}, {"reads", "-v"}, {"matrix"}, {"trace", "A"}, {"verify", "--config", file}, {"verify", "-e", "x=" + file}} {
				if a := strike(t, dir, command...); strings.Contains(a.all(), secret) {
					t.Errorf("%s, %q, %v: %s", file, text, command, a.all())
				}
			}
		}
	}
}
