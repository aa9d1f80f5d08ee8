package environment

import (
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"
)

// inForce writes what an environment gives, a variable a line.
func inForce(e *Environment) string {
	names := map[string]bool{}
	for _, l := range e.Layers {
		for name := range l.Values {
			names[name] = true
		}
	}
	var lines []string
	for _, name := range sortedKeys(names) {
		v, _, found := e.Lookup(name)
		switch {
		case !found:
			lines = append(lines, name+" removed")
		case v.State == Set:
			lines = append(lines, fmt.Sprintf("%s=%s %s:%d", name, v.Text, v.File, v.Line))
		default:
			lines = append(lines, fmt.Sprintf("%s %s %s:%d", name, v.State, v.File, v.Line))
		}
	}
	if open := e.Open(); open != "" {
		lines = append(lines, "open: "+open)
	}
	return strings.Join(lines, "\n")
}

const gate = "-- gate/go.mod --\nmodule gate\n"

func workloadOf(kind, spec string) string {
	return gate + "-- k8s/gate.yaml --\napiVersion: apps/v1\nkind: " + kind + "\nmetadata: {name: gate}\n" + spec
}

const container = "spec:\n  template:\n    spec:\n      containers:\n        - name: gate\n          image: lockside/gate:1\n"

// One fixture for each rule of precedence that the real systems document.
func TestDiscovered(t *testing.T) {
	for _, c := range []struct{ name, tree, environment, want string }{
		{".env, then .env.local, then .envrc", "-- .env --\nA=1\nB=1\nC=1\n-- .env.local --\nB=2\nC=2\n-- .envrc --\nexport C=3\n", "local", "A=1 .env:1\nB=2 .env.local:1\nC=3 .envrc:1"},
		{"deeper files later", "-- staging.env --\nA=1\nB=1\n-- deploy/staging.env --\nB=2\n", "staging", "A=1 staging.env:1\nB=2 deploy/staging.env:1"},
		{"the image's own environment comes first", gate + "-- gate/Dockerfile --\nFROM x\nENV A=image B=image\n-- compose.yaml --\nservices:\n  gate:\n    build: gate\n    environment: {B: compose}\n", "compose/gate", "A=image gate/Dockerfile:2\nB=compose compose.yaml:4"},
		{"compose's override file is laid over", gate + "-- compose.yaml --\nservices:\n  gate:\n    build: gate\n    environment: {A: 1, B: 1}\n-- compose.override.yaml --\nservices:\n  gate:\n    environment: {B: 2}\n", "compose/gate", "A=1 compose.yaml:4\nB=2 compose.override.yaml:3"},
		{"a variant of compose is laid over the base", gate + "-- compose.yaml --\nservices:\n  gate:\n    build: gate\n    environment: {A: 1}\n-- compose.staging.yaml --\nservices:\n  gate:\n    environment: {A: 2}\n", "compose.staging/gate", "A=2 compose.staging.yaml:3"},
		{"a service found by its image's name", gate + "-- compose.yaml --\nservices:\n  web:\n    image: registry.example/lockside-gate:2\n    environment: {A: 1}\n", "compose/web", "A=1 compose.yaml:4"},

		{"env wins over envFrom", workloadOf("Deployment", container+"          envFrom:\n            - configMapRef: {name: m}\n          env:\n            - {name: A, value: own}\n---\napiVersion: v1\nkind: ConfigMap\nmetadata: {name: m}\ndata: {A: map, B: map}\n"), "kubernetes/gate", "A=own k8s/gate.yaml:13\nB=map k8s/gate.yaml:18"},
		{"later envFrom wins, and prefix", workloadOf("StatefulSet", container+"          envFrom:\n            - configMapRef: {name: m}\n            - secretRef: {name: s}\n            - prefix: P_\n              configMapRef: {name: m}\n---\napiVersion: v1\nkind: ConfigMap\nmetadata: {name: m}\ndata: {A: map, B: map}\n---\napiVersion: v1\nkind: Secret\nmetadata: {name: s}\ndata: {B: c2VjcmV0}\n"), "kubernetes/gate", "A=map k8s/gate.yaml:19\nB=secret k8s/gate.yaml:24\nP_A=map k8s/gate.yaml:19\nP_B=map k8s/gate.yaml:19"},
		{"later env wins", workloadOf("DaemonSet", container+"          env:\n            - {name: A, value: one}\n            - {name: A, value: two}\n"), "kubernetes/gate", "A=two k8s/gate.yaml:12"},
		{"keys of maps and secrets, stringData over data, the cluster's own", workloadOf("Job", container+"          env:\n            - {name: A, valueFrom: {configMapKeyRef: {name: m, key: a}}}\n            - {name: B, valueFrom: {secretKeyRef: {name: s, key: b}}}\n            - {name: C, valueFrom: {secretKeyRef: {name: no, key: c}}}\n            - {name: D, valueFrom: {secretKeyRef: {name: no, key: c, optional: true}}}\n            - {name: E, valueFrom: {fieldRef: {fieldPath: metadata.name}}}\n            - {name: F}\n---\napiVersion: v1\nkind: ConfigMap\nmetadata: {name: m}\ndata: {a: map}\n---\napiVersion: v1\nkind: Secret\nmetadata: {name: s}\ndata: {b: c2VjcmV0}\nstringData: {b: plain}\n"), "kubernetes/gate", "A=map k8s/gate.yaml:21\nB=plain k8s/gate.yaml:27\nC given k8s/gate.yaml:13\nE given k8s/gate.yaml:15\nF empty k8s/gate.yaml:16"},
		{"$(A) refers to what comes before", workloadOf("Deployment", container+"          env:\n            - {name: A, value: one}\n            - {name: B, value: $(A)-two}\n"), "kubernetes/gate", "A=one k8s/gate.yaml:11\nB=one-two k8s/gate.yaml:12"},
		{"a map that is not in the tree", workloadOf("Deployment", container+"          envFrom:\n            - configMapRef: {name: elsewhere}\n            - secretRef: {name: perhaps, optional: true}\n"), "kubernetes/gate", "open: ConfigMap elsewhere, which is not in this tree"},
		{"a job on a schedule", gate + "-- k8s/gate.yaml --\napiVersion: batch/v1\nkind: CronJob\nmetadata: {name: gate}\nspec: {jobTemplate: {spec: {template: {spec: {containers: [{name: gate, env: [{name: A, value: one}]}]}}}}}\n", "kubernetes/gate", "A=one k8s/gate.yaml:4"},
		{"a pod, in a folder that tells the stage", gate + "-- deploy/staging/gate.yaml --\napiVersion: v1\nkind: Pod\nmetadata: {name: gate}\nspec: {containers: [{name: gate, env: [{name: A, value: one}]}]}\n", "kubernetes.staging/gate", "A=one deploy/staging/gate.yaml:4"},
		{"generators of a kustomization", workloadOf("Deployment", container+"          envFrom:\n            - configMapRef: {name: m}\n-- k8s/kustomization.yaml --\nconfigMapGenerator:\n  - name: m\n    envs: [gate.env]\n    literals: [B=two, \"C='three'\"]\n-- k8s/gate.env --\nA=\"raw\"\n"), "kubernetes/gate", "A=\"raw\" k8s/gate.env:1\nB=two k8s/kustomization.yaml:4\nC=three k8s/kustomization.yaml:4"},

		{"a unit: files win over Environment=, drop-ins over the unit", gate + "-- ops/gate.service --\n[Service]\nEnvironment=A=unit B=unit \"C=two words\"\nEnvironmentFile=/etc/gate.env\nPassEnvironment=D\n-- ops/gate.service.d/10.conf --\n[Service]\nEnvironment=C=drop\n-- ops/gate.env --\nB=file\n", "unit/gate", "A=unit ops/gate.service:2\nB=file ops/gate.env:1\nC=drop ops/gate.service.d/10.conf:2\nD given ops/gate.service:4"},
		{"a unit: an empty Environment= takes all away, UnsetEnvironment one", gate + "-- gate.service --\n[Service]\nEnvironment=A=1\nEnvironment=\nEnvironment=B=1 C=1\nUnsetEnvironment=C\nEnvironmentFile=-/etc/no.env\n", "unit/gate", "B=1 gate.service:4\nC removed"},
		{"a unit whose file is not in the tree", gate + "-- gate.service --\n[Service]\nEnvironmentFile=/etc/no.env\n", "unit/gate", "open: the env file /etc/no.env, which is not in this tree"},
		{"sealed values", "-- .env --\nA=encrypted:BAx3\nB=ENC[AES256,data]\nC=plain\n", "local", "A sealed .env:1\nB sealed .env:2\nC=plain .env:3"},
	} {
		t.Run(c.name, func(t *testing.T) {
			all, err := Discover(plant(t, c.tree), Options{})
			if err != nil {
				t.Fatal(err)
			}
			for i := range all.Environments {
				if e := &all.Environments[i]; e.Name == c.environment {
					if got := inForce(e); got != c.want {
						t.Errorf("have\n%s\nwant\n%s", got, c.want)
					}
					return
				}
			}
			t.Errorf("there is no environment %s among %v; problems %v", c.environment, all.Names(), all.Problems)
		})
	}
}

// Each kind of layer that inzicht.toml can name, and what is wrong with it.
func TestDeclared(t *testing.T) {
	files := gate + `-- a.env --
A=1
-- gate/Dockerfile --
ARG BASE=1
FROM x AS build
ARG BASE
ENV A=$BASE B=build
FROM build
ARG C=arg
ENV C=${C}-env A="two words"
ENV OLD form
-- .github/workflows/ci.yml --
env: {A: top, B: top}
jobs:
  test:
    env: {B: job, C: "${{ secrets.C }}"}
    steps:
      - {name: run it, env: {D: step}}
-- host.yaml --
services:
  - name: gate
    envVars:
      - key: A
        value: one
      - key: B
        sync: false
  - name: level
    envVars: [{key: C, value: three}]
-- map.json --
{"staging": {"A": "one", "B": 2, "nested": {"C": 3}}}
-- profile.sh --
export A=one
B=${A}-two
if true; then :; fi
-- compose.yaml --
services:
  gate: {image: x, environment: {A: one}}
  other: {image: x, profiles: [p], environment: {A: two}}
-- gate.service --
[Service]
Environment=A=unit
-- pod.yaml --
kind: Pod
metadata: {name: p}
spec: {containers: [{name: c, image: x, env: [{name: A, value: one}]}]}
`
	for _, c := range []struct {
		spec    Spec
		present []string
		want    string
		problem string
	}{
		{spec: Spec{"env": "a.env"}, want: "A=1 a.env:1"},
		{spec: Spec{"env": "a.env", "dialect": "latin"}, problem: "no dialect latin"},
		{spec: Spec{"env": "no.env"}, problem: "no such file"},
		{spec: Spec{"env": "../a.env"}, problem: "no such file"},
		{spec: Spec{"dockerfile": "gate/Dockerfile"}, want: "A=two words gate/Dockerfile:7\nB=build gate/Dockerfile:4\nC=arg-env gate/Dockerfile:7\nOLD=form gate/Dockerfile:8"},
		{spec: Spec{"dockerfile": "gate/Dockerfile", "stage": "build"}, want: "A=1 gate/Dockerfile:4\nB=build gate/Dockerfile:4"},
		{spec: Spec{"dockerfile": "gate/Dockerfile", "stage": "no"}, problem: `no stage "no"`},
		{spec: Spec{"workflow": ".github/workflows/ci.yml"}, want: "A=top .github/workflows/ci.yml:1\nB=top .github/workflows/ci.yml:1"},
		{spec: Spec{"workflow": ".github/workflows/ci.yml", "job": "test", "step": "run it"}, want: "A=top .github/workflows/ci.yml:1\nB=job .github/workflows/ci.yml:4\nC given .github/workflows/ci.yml:4\nD=step .github/workflows/ci.yml:6"},
		{spec: Spec{"workflow": ".github/workflows/ci.yml", "job": "no"}, problem: "It has"},
		{spec: Spec{"spec": "host.yaml", "service": "gate"}, want: "A=one host.yaml:4\nB given host.yaml:6"},
		{spec: Spec{"spec": "host.yaml"}, want: "A=one host.yaml:4\nB given host.yaml:6\nC=three host.yaml:9"},
		{spec: Spec{"map": "map.json", "at": "staging"}, want: "A=one map.json:1\nB=2 map.json:1"},
		{spec: Spec{"map": "map.json", "at": "nowhere"}, problem: "no mapping"},
		{spec: Spec{"script": "profile.sh"}, want: "A=one profile.sh:1"},
		{spec: Spec{"compose": []string{"compose.yaml"}, "service": "other", "profiles": []string{"p"}}, want: "A=two compose.yaml:3"},
		{spec: Spec{"compose": []string{"compose.yaml"}, "service": "nobody"}, problem: "It has: gate"},
		{spec: Spec{"unit": "gate.service"}, want: "A=unit gate.service:2"},
		{spec: Spec{"manifests": []string{"*.yaml"}, "workload": "no"}, problem: `no workload "no"`},
		{spec: Spec{"manifests": "pod.yaml", "workload": "p", "container": "c"}, want: "A=one pod.yaml:3"},
		{spec: Spec{"manifests": "pod.yaml", "workload": "p", "container": "no"}, problem: `workload p has no container "no"`},
		{spec: Spec{"process": "later"}, present: []string{}, problem: "neither present nor a number"},
		{spec: Spec{"process": "present"}, problem: "not looked at unasked"},
		{spec: Spec{"process": "1"}, problem: "not looked at unasked"},
		{spec: Spec{"process": "present"}, present: []string{"A=one"}, want: "A=one :0"},
		{spec: Spec{}, problem: "does not say what it is"},
		{spec: Spec{"env": "a.env", "unit": "gate.service"}, problem: "env and unit"},
	} {
		all, err := Discover(plant(t, files), Options{Present: c.present, Declared: []Declared{{Name: "mine", Layers: []Spec{c.spec}}}})
		if c.problem != "" {
			bad, ok := err.(*SpecError)
			if !ok || !strings.Contains(bad.Error()+bad.Hint, c.problem) || bad.Hint == "" {
				t.Errorf("%+v: %v", c.spec, err)
			}
			continue
		}
		if err != nil {
			t.Errorf("%+v: %v", c.spec, err)
			continue
		}
		for i := range all.Environments {
			if e := &all.Environments[i]; e.Name == "mine" && inForce(e) != c.want {
				t.Errorf("%+v: have\n%s\nwant\n%s", c.spec, inForce(e), c.want)
			}
		}
	}
}

func TestListings(t *testing.T) {
	for _, c := range []struct{ listing, want, problem string }{
		{"A=1\x00B=two\nlines\x00", "A=1 :0\nB=two\nlines :0", ""},
		{"A=1\nB=x y\nC=\n", "A=1 :0\nB=x y :0\nC empty :0", ""},
		{"export A=\"1\"\n", "A=1 :0", ""},
		{`{"A": "1", "B": 2, "C": null}`, "A=1 :0\nB=2 :0\nC given :0", ""},
		{`[{"name": "A", "value": "1"}, {"key": "B", "value": null}]`, "A=1 :0\nB given :0", ""},
		{`{"service": {"env": [{"key": "A", "value": "1"}]}}`, "A=1 :0", ""},
		{`["A=1", "B=2"]`, "A=1 :0\nB=2 :0", ""},
		{`{"A": "hunter22`, "", "no complete JSON"},
		{"\xff\xfe hunter22", "", "no variable"},
		{`{"schema": "inzicht/record/1", "variables": [`, "", "no complete record"},
		{"", "", "it is empty"},
		{"\xef\xbb\xbfA=1\n", "A=1 :0", ""},
		{"\xff\xfeA\x00=\x001\x00\n\x00", "A=1 :0", ""},
		{"{\"name\": \"A\", \"value\": \"1\"}\n{\"key\": \"B\"}\n", "A=1 :0\nB given :0", ""},
		{`{"service": "web", "variables": {"A": "1"}}`, "A=1 :0", ""},
		{`{"A": {"value": "1", "isSecret": false}}`, "A=1 :0", ""},
		{`[{"Id": "8f", "Name": "/web", "Config": {"Env": ["A=1", "B=x y"]}}]`, "A=1 :0\nB=x y :0", ""},
		{`{"kind": "Secret", "data": {"A": "MQ=="}}`, "A=1 :0", ""},
		{"A: \"1\"\nB: two words\n", "A=1 :0\nB=two words :0", ""},
		{"=== web\nA:    1\nB_C:  x y\n", "A=1 :0\nB_C=x y :0", ""},
		{"| Name | Value |\n| A | 1 |\n", "A=1 :0", ""},
		{"A=one\ntwo\nB={\"x\"=\"y\"}\n", "A=one\ntwo :0\nB={\"x\"=\"y\"} :0", ""},
		{"export A='it'\\''s'\nexport B='two\nlines'\n", "A=it's :0\nB=two\nlines :0", ""},
		{"declare -rx A=\"x \\\"y\\\"\"\ndeclare -x B\n", "A=x \"y\" :0", ""},
		{"export A=x y\n", "A=x y :0", ""},
		{"A=1\r\nProgramFiles(x86)=C:\\x\r\nB=2\r\n", "A=1 :0\nB=2 :0", ""},
		{"Name                 Value\n----                 -----\nA                    1\nB_C                  x y\n", "A=1 :0\nB_C=x y :0", ""},
		{"scope,name,value\nweb,A,1\nweb,B,\"x, y\"\n", "A=1 :0\nB=x, y :0", ""},
		{"Key\tValue\nA\t1\n", "A=1 :0", ""},
		{"kind: Service\nmetadata:\n  name: web\nspec:\n  env:\n  - name: A\n    value: '1'\n", "A=1 :0", ""},
		{"Error: token=abc expired\n", "", "no variable"},
		{"<html>Login</html>", "", "no variable"},
	} {
		l, err := ReadListing("standard input", strings.NewReader(c.listing))
		if c.problem != "" {
			bad, ok := err.(*SpecError)
			if !ok || !strings.Contains(bad.Error(), c.problem) || strings.Contains(bad.Error()+bad.Hint, "hunter22") {
				t.Errorf("%q: %v", c.listing, err)
			}
			continue
		}
		if err != nil {
			t.Errorf("%q: %v", c.listing, err)
		} else if got := inForce(&Environment{Layers: []*Layer{l}}); got != c.want {
			t.Errorf("%q: have %s", c.listing, got)
		}
	}
}

func TestRecord(t *testing.T) {
	layer := Present([]string{"GATE_URL=https://lock.example", "GATE_TOKEN=hunter22", "GATE_EMPTY="})
	key := []byte("0123456789abcdef")
	record := Capture(layer, time.Unix(0, 0), key, nil)
	written, err := json.Marshal(record)
	if err != nil {
		t.Fatal(err)
	}
	for _, value := range []string{"hunter22", "lock.example"} {
		if strings.Contains(string(written), value) {
			t.Errorf("the record holds %s: %s", value, written)
		}
	}
	for _, v := range Capture(layer, time.Unix(0, 0), nil, nil).Variables {
		if v.Fingerprint != "" {
			t.Errorf("%s has a fingerprint without a key", v.Name)
		}
	}
	read, err := ReadListing("record.json", strings.NewReader(string(written)))
	if err != nil {
		t.Fatal(err)
	}
	if got := inForce(&Environment{Layers: []*Layer{read}}); got != "GATE_EMPTY empty :0\nGATE_TOKEN given :0\nGATE_URL given :0" {
		t.Errorf("read back as %s", got)
	}
	if read.Values["GATE_URL"].Fingerprint == "" || read.Values["GATE_URL"].Fingerprint == read.Values["GATE_TOKEN"].Fingerprint {
		t.Error("fingerprints are missing, or alike")
	}
	if CheckKey("x", []byte("short")) == nil {
		t.Error("a short key was taken")
	}
}

func TestProcess(t *testing.T) {
	if _, err := os.Stat("/proc/self/environ"); err != nil {
		t.Skip("this system shows no process's environment")
	}
	l, err := Process(os.Getpid())
	if err != nil || len(l.Values) == 0 || l.Changed.IsZero() || time.Since(l.Changed) > time.Hour {
		t.Errorf("%v, started %v", err, l)
	}
	if _, err := Process(1 << 30); err == nil || !strings.Contains(err.Error(), "no such process") {
		t.Errorf("an unknown process: %v", err)
	}
}

func TestUses(t *testing.T) {
	tr := plant(t, "-- gate/package.json --\n{\"name\": \"gate\", \"dependencies\": {\"@lockside/shared\": \"workspace:*\"}}\n-- shared/package.json --\n{\"name\": \"@lockside/shared\"}\n-- level/pyproject.toml --\n[project]\nname = \"level\"\ndependencies = [\"tides @ ../tides\"]\n-- tides/pyproject.toml --\n[project]\nname = \"tides\"\n-- other/package.json --\n{\"name\": \"other\"}\n-- s/Cargo.toml --\n[package]\nname = \"sens\"\n[dependencies]\nbus = { path = \"../bus\" }\n-- bus/Cargo.toml --\n[package]\nname = \"bus\"\n")
	users := usersOf(tr)
	if got := fmt.Sprint(users); got != "map[bus:[s] shared:[gate] tides:[level]]" {
		t.Errorf("have %s", got)
	}
}

// A link is not followed, whatever names it.
func TestNoLinkIsFollowed(t *testing.T) {
	secret := filepath.Join(t.TempDir(), "secret.env")
	os.WriteFile(secret, []byte("STOLEN=1\n"), 0o600)
	tr := plant(t, gate+"-- compose.yaml --\nservices:\n  gate:\n    build: gate\n    env_file: linked.env\n    environment: {A: \"${STOLEN:-no}\"}\n")
	os.Symlink(secret, filepath.Join(tr.Root, "linked.env"))
	os.Symlink(secret, filepath.Join(tr.Root, ".env"))
	all, err := Discover(tr, Options{})
	if err != nil {
		t.Fatal(err)
	}
	for _, e := range all.Environments {
		if got := inForce(&e); strings.Contains(got, "STOLEN") || strings.Contains(got, "A=1") {
			t.Errorf("%s: %s", e.Name, got)
		}
	}
	if len(all.Problems) == 0 {
		t.Error("the links are not named")
	}
}
