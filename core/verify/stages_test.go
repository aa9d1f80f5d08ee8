package verify_test

import (
	"slices"
	"strings"
	"testing"
)

// What a file reads that a framework loads in one stage alone is missing there alone.
func TestStages(t *testing.T) {
	values := "-- .env --\nOTHER=1\n-- .env.test --\nOTHER=1\n-- .env.production --\nOTHER=1\n-- gate.env --\nOTHER=1\n-- use.rb --\nuse ENV[\"OTHER\"]\n"
	for _, c := range []struct{ file, src, want string }{
		{"config/environments/production.rb", "x = ENV.fetch('GATE_TIDE')\n", "gate production"},
		{"lock/settings/prod.py", "import os\nos.environ['GATE_TIDE']\n", "gate production"},
		{"lock/settings/local.py", "import os\nos.environ['GATE_TIDE']\n", "gate local"},
		{"config/dev.exs", "import Config\nconfig :a, b: System.fetch_env!(\"GATE_TIDE\")\n", "gate local"},
		{"config/packages/prod/mail.yaml", "mail: '%env(GATE_TIDE)%'\n", "gate production"},
		{"src/main/resources/application-prod.yml", "a: ${GATE_TIDE}\n", "gate production"},
		{"lock/settings/base.py", "import os\nos.environ['GATE_TIDE']\n", "gate local production test"},
		{"lib/production.rb", "x = ENV.fetch('GATE_TIDE')\n", "gate local production test"},
	} {
		var where []string
		for _, f := range findings(t, "-- "+c.file+" --\n"+c.src+values) {
			if f.Rule == "missing" && f.Variable == "GATE_TIDE" {
				where = append(where, f.Environment)
			}
		}
		slices.Sort(where)
		if got := strings.Join(where, " "); got != c.want {
			t.Errorf("%s: missing in %s, want %s", c.file, got, c.want)
		}
	}
}

// A key that a manifest takes of a secret which has none of that name is told where the variable is missing.
func TestKeyNotThere(t *testing.T) {
	tree := func(optional string) string {
		return `-- gate/go.mod --
module gate
-- gate/main.go --
package main

import "os"

func main() { use(os.Getenv("GATE_URL"), os.Getenv("GATE_NAME")) }
-- k8s/gate.yaml --
apiVersion: apps/v1
kind: Deployment
metadata: {name: gate}
spec:
  template:
    spec:
      containers:
        - name: gate
          image: lockside/gate:1
          env:
            - {name: GATE_NAME, value: north}
            - {name: GATE_URL, valueFrom: {secretKeyRef: {name: lock, key: ulr` + optional + `}}}
---
apiVersion: v1
kind: Secret
metadata: {name: lock}
stringData: {url: tide}
`
	}
	want := "k8s/gate.yaml:12 takes it from the key ulr of Secret lock, which has no such key."
	if f := of(t, "missing", findings(t, tree(""))); f.Hint != want {
		t.Errorf("%s (%s), want %s", f.Message, f.Hint, want)
	}
	for _, f := range findings(t, tree(", optional: true")) {
		if f.Hint == want {
			t.Errorf("of an optional key: %s", f.Message)
		}
	}
}

// What is read for one value of another variable is missing where that has the value.
func TestWaysChosen(t *testing.T) {
	for _, c := range []struct{ env, want string }{
		{".env.production -- STORE=disk", "GATE_DISK GATE_SEAL"},
		{".env.production -- STORE=reef", "GATE_REEF GATE_SEAL"},
		{".env.production -- STORE=tide", "GATE_SEAL"},
		{".env.production -- OTHER=1", "GATE_DISK GATE_SEAL"},
		{".env.production -- OTHER=1 STORE=reef APP_ENV=development", "GATE_REEF"},
		{".env -- STORE=tide", ""},
		{".env -- STORE=tide APP_ENV=production", "GATE_SEAL"},
		{"gate.env -- STORE=tide", "GATE_SEAL"}, // of a stage that is not known
		{"gate.env -- STORE=encrypted:BA7x", "GATE_DISK GATE_REEF GATE_SEAL"},
	} {
		file, values, _ := strings.Cut(c.env, " -- ")
		var missing []string
		for _, f := range findings(t, `-- gate.py --
import os
store = os.environ.get("STORE", "disk")
if store == "disk":
    disk = os.environ["GATE_DISK"]
elif store == "reef":
    reef = os.environ["GATE_REEF"]
if os.environ.get("APP_ENV") == "production":
    seal = os.environ["GATE_SEAL"]
use(os.environ.get("OTHER"))
-- `+file+" --\n"+strings.ReplaceAll(values, " ", "\n")+"\n") {
			if f.Rule == "missing" && strings.HasPrefix(f.Variable, "GATE_") {
				missing = append(missing, f.Variable)
			}
		}
		slices.Sort(missing)
		if got := strings.Join(missing, " "); got != c.want {
			t.Errorf("%s: missing %s, want %s", c.env, got, c.want)
		}
	}
}

// What is required for one value of another variable is missing there alone, in each of the ways to say so.
func TestDemanded(t *testing.T) {
	for file, src := range map[string]string{
		"a.js":               "if (!process.env.GATE_SEAL && process.env.NODE_ENV === 'production') { throw new Error('x'); }",
		"b.js":               "const seal = process.env.GATE_SEAL || (process.env.NODE_ENV === 'production' ? fail() : 'dev');\nfunction fail() { throw new Error('x'); }",
		"c.js":               "function seal() {\n  const s = process.env.GATE_SEAL;\n  if (s) return s;\n  if (process.env.NODE_ENV === 'production') throw new Error('x');\n  return 'dev';\n}\nseal();",
		"a.py":               "import os\nENV = os.getenv('APP_ENV', 'development')\nseal = os.getenv('GATE_SEAL')\nif ENV == 'production' and not seal:\n    raise RuntimeError('x')\n",
		"b.py":               "import os\nprod = os.environ.get('ENVIRONMENT') in ('production', 'prod')\nseal = os.environ['GATE_SEAL'] if prod else os.environ.get('GATE_SEAL', 'dev')\n",
		"a.go":               "package a\nimport (\"log\"; \"os\")\nfunc f() {\n\tenv, seal := os.Getenv(\"APP_ENV\"), os.Getenv(\"GATE_SEAL\")\n\tif env == \"production\" && seal == \"\" {\n\t\tlog.Fatal(seal)\n\t}\n}",
		"b.go":               "package a\nimport (\"errors\"; \"os\")\ntype T struct{ Env, Seal string }\nfunc Load() (*T, error) {\n\tt := &T{Env: os.Getenv(\"APP_ENV\"), Seal: os.Getenv(\"GATE_SEAL\")}\n\tif t.Env == \"production\" && t.Seal == \"\" {\n\t\treturn nil, errors.New(\"x\")\n\t}\n\treturn t, nil\n}",
		"a.rb":               "seal = ENV['GATE_SEAL']\nraise 'x' if Rails.env.production? && seal.nil?\n",
		"a.php":              "<?php $seal = getenv('GATE_SEAL');\nif (getenv('APP_ENV') === 'production' && !$seal) { throw new Exception('x'); }",
		"A.cs":               "class A { void F() { var seal = Environment.GetEnvironmentVariable(\"GATE_SEAL\"); if (env.IsProduction() && string.IsNullOrEmpty(seal)) throw new Exception(\"x\"); } }",
		"A.java":             "class A { void f() { String seal = System.getenv(\"GATE_SEAL\"); if (\"production\".equals(System.getenv(\"APP_ENV\")) && seal == null) throw new IllegalStateException(\"x\"); } }",
		"a.rs":               "fn main() { let prod = std::env::var(\"APP_ENV\").unwrap_or_default() == \"production\"; let seal = std::env::var(\"GATE_SEAL\").ok(); if prod && seal.is_none() { panic!(\"x\"); } }",
		"config/runtime.exs": "import Config\nseal = System.get_env(\"GATE_SEAL\") || (if config_env() == :prod, do: raise(\"x\"), else: \"dev\")\n",
	} {
		var missing []string
		for _, f := range findings(t, "-- "+file+" --\n"+src+"\n-- .env --\nOTHER=1\n-- .env.production --\nOTHER=1\n") {
			if f.Rule == "missing" && f.Variable == "GATE_SEAL" {
				missing = append(missing, f.Environment+" "+string(f.Level))
			}
		}
		if got := strings.Join(missing, ", "); got != "production error" {
			t.Errorf("%s: missing in %s\n%s", file, got, src)
		}
	}
}

// What a program is told of by its own framework, its own unit, or an object that is there without.
func TestNotWanted(t *testing.T) {
	for _, c := range []struct{ name, tree, rule, want string }{
		{"the env file that Symfony has everybody share", "-- composer.json --\n{\"require\": {\"symfony/runtime\": \"7\"}}\n-- a.php --\n<?php f($_ENV['GATE_A']); f($_ENV['GATE_B']);\n-- .env --\nGATE_A=1\n", "undocumented", "GATE_B"},
		{"another one", "-- composer.json --\n{}\n-- a.php --\n<?php f($_ENV['GATE_A']);\n-- .env --\nGATE_A=1\n", "undocumented", "GATE_A"},
		{"what a unit expands itself", "-- gate.service --\n[Service]\nEnvironment=GATE_A=1 GATE_B=2\nExecStart=/bin/python3 a.py --port ${GATE_A}\n-- a.py --\nprint(1)\nimport os\nos.environ['GATE_C']\n", "unused", "GATE_B"},
		{"settings that are made without", "-- a.py --\nfrom pydantic_settings import BaseSettings, SettingsConfigDict\nclass Store(BaseSettings):\n    key: str\nclass Settings(BaseSettings):\n    model_config = SettingsConfigDict(env_nested_delimiter='__')\n    store: Store = Store()\n    other: Store\n-- .env --\nKEY=1\n", "missing", "OTHER__KEY"},
	} {
		var names []string
		for _, f := range findings(t, c.tree) {
			if f.Rule == c.rule {
				names = append(names, f.Variable)
			}
		}
		if got := strings.Join(names, " "); got != c.want {
			t.Errorf("%s: %s %s, want %s", c.name, c.rule, got, c.want)
		}
	}
}

// Of two services of one image neither lacks what only the other's program reads, and both what they share.
func TestServicesOfOneImage(t *testing.T) {
	var said []string
	for _, f := range findings(t, `-- package.json --
{"scripts": {"fill": "node fill.js"}}
-- shared.js --
use(process.env.GATE_URL)
-- web.js --
require('./shared'); use(process.env.WEB_KEY)
-- worker.js --
require('./shared'); use(process.env.WORKER_KEY)
-- fill.js --
use(process.env.FILL_KEY)
-- loose.js --
use(process.env.LOOSE_KEY)
-- Dockerfile --
FROM node
COPY . .
ENTRYPOINT ["node"]
CMD ["web.js"]
-- compose.yaml --
services:
  web: {build: ., environment: {A: "1"}}
  worker: {build: ., command: worker.js, environment: {A: "1"}}
`) {
		if f.Rule == "missing" {
			said = append(said, strings.TrimPrefix(f.Environment, "compose/")+" "+f.Variable)
		}
	}
	slices.Sort(said)
	if got := strings.Join(said, ", "); got != "web GATE_URL, web LOOSE_KEY, web WEB_KEY, worker GATE_URL, worker LOOSE_KEY, worker WORKER_KEY" {
		t.Errorf("missing are %s", got)
	}
}

// Where it is not known whether the code comes to a read, what lacks is a warning, however much it is wanted there.
func TestPerhapsMissing(t *testing.T) {
	tree := func(branch string) string {
		return "-- gate.js --\nif (isProduction()) need(process.env.GATE_KEY);\n" + branch + "function need(v) { if (!v) throw new Error(); }\n-- package.json --\n{}\n-- Dockerfile --\nFROM node\n-- compose.yaml --\nservices:\n  gate: {build: ., environment: {A: \"1\"}}\n  works: {build: ., environment: {NODE_ENV: production}}\n"
	}
	for branch, want := range map[string]string{"": "compose/gate warning, compose/works error", "need(process.env.GATE_KEY);\n": "compose/gate error, compose/works error"} {
		var said []string
		for _, f := range findings(t, tree(branch)) {
			if f.Rule == "missing" && f.Variable == "GATE_KEY" {
				said = append(said, f.Environment+" "+string(f.Level))
			}
		}
		slices.Sort(said)
		if got := strings.Join(said, ", "); got != want {
			t.Errorf("%q: %s, want %s", branch, got, want)
		}
	}
}
