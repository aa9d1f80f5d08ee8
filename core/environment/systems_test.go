package environment

import (
	"fmt"
	"strings"
	"testing"
)

// Trees as the real systems see them: what each environment that is found gives.
func TestSystems(t *testing.T) {
	const unit = gate + "-- deploy/gate.service --\n[Service]\n"
	const pod = gate + "-- gate/main.go --\npackage main\n"
	for _, c := range []struct{ name, tree, environment, want string }{
		{"specifiers of a unit", unit + "Environment=A=%n B=%N C=%p D=%% E=%t/x\nEnvironment=G=%4 H=1\nEnvironment=I=%H\n", "unit/gate",
			"A=gate.service deploy/gate.service:2\nB=gate deploy/gate.service:2\nC=gate deploy/gate.service:2\nD=% deploy/gate.service:2\nE=/run/x deploy/gate.service:2\nH=1 deploy/gate.service:3\nI given deploy/gate.service:4"},
		{"a unit's escapes, comments and bad names", unit + "Environment=\"A=x y\" 'B=\\x41\\n' C=a\\sb \\\n# not this\n  D=1\nEnvironment=1X=1 OK=1\nEnvironment=E=\\q F=1\n", "unit/gate",
			"A=x y deploy/gate.service:2\nB=A\n deploy/gate.service:2\nC=a b deploy/gate.service:2\nD=1 deploy/gate.service:2\nOK=1 deploy/gate.service:5"},
		{"what a unit passes on and takes away", unit + "UnsetEnvironment=B\nPassEnvironment=A P\nEnvironment=A=1 B=2\n", "unit/gate",
			"A=1 deploy/gate.service:4\nB removed\nP given deploy/gate.service:3"},
		{"what is taken away, by its last value", unit + "UnsetEnvironment=A=2 B=2\nUnsetEnvironment=C C=9\nEnvironment=A=2 B=1 C=1\n", "unit/gate", "A removed\nB=1 deploy/gate.service:4\nC removed"},
		{"drop-ins reset and go by their names", unit + "Environment=A=1\n-- deploy/gate.service.d/20.conf --\n[Service]\nEnvironment=C=3\n-- deploy/gate.service.d/10.conf --\n[Service]\nEnvironment=\nEnvironment=B=2\n", "unit/gate",
			"B=2 deploy/gate.service.d/10.conf:3\nC=3 deploy/gate.service.d/20.conf:2"},
		{"a program at the root, by its module", "-- go.mod --\nmodule example.org/lock/v2\n-- main.go --\npackage main\n-- lock.service --\n[Service]\nEnvironment=A=1\n", "unit/lock", "A=1 lock.service:2"},
		{"a program at the root, by its package", "-- package.json --\n{\"name\": \"@lockside/lock\"}\n-- lock.service --\n[Service]\nEnvironment=A=1\n", "unit/lock", "A=1 lock.service:2"},
		{"init containers and sidecars are of others", pod + "-- k8s/gate.yaml --\napiVersion: v1\nkind: Pod\nmetadata: {name: gate}\nspec:\n  initContainers: [{name: wait, image: busybox, env: [{name: W, value: '1'}]}]\n  containers:\n  - {name: proxy, image: proxy, env: [{name: P, value: '1'}]}\n  - {name: main, image: lock/gate, env: [{name: A, value: '1'}]}\n", "kubernetes/gate",
			"A=1 k8s/gate.yaml:8"},
		{"an overlay merges a map and patches a container", pod + `-- k8s/base/gate.yaml --
apiVersion: apps/v1
kind: Deployment
metadata: {name: gate}
spec: {template: {spec: {containers: [{name: gate, image: gate, envFrom: [{configMapRef: {name: m}}], env: [{name: E, value: base}]}]}}}
-- k8s/base/kustomization.yaml --
resources: [gate.yaml]
configMapGenerator: [{name: m, literals: [A=base, B=base]}]
-- k8s/overlays/prod/kustomization.yaml --
resources: [../../base]
configMapGenerator: [{name: m, behavior: merge, literals: [B=prod]}]
patches:
- path: patch.yaml
- target: {kind: Deployment, name: gate}
  patch: "[{op: add, path: /spec/template/spec/containers/0/env/-, value: {name: G, value: added}}]"
-- k8s/overlays/prod/patch.yaml --
apiVersion: apps/v1
kind: Deployment
metadata: {name: gate}
spec: {template: {spec: {containers: [{name: gate, env: [{name: E, value: prod}, {name: F, value: new}]}]}}}
`, "kubernetes.prod/gate",
			"A=base k8s/base/kustomization.yaml:2\nB=prod k8s/overlays/prod/kustomization.yaml:2\nE=prod k8s/overlays/prod/patch.yaml:4\nF=new k8s/overlays/prod/patch.yaml:4\nG=added k8s/overlays/prod/kustomization.yaml:1"},
		{"what a patch lays over a container comes first", pod + `-- k8s/base/gate.yaml --
apiVersion: apps/v1
kind: Deployment
metadata: {name: gate}
spec: {template: {spec: {containers: [{name: gate, image: gate, env: [{name: D, value: $(A)}]}]}}}
-- k8s/base/kustomization.yaml --
resources: [gate.yaml]
-- k8s/overlays/prod/kustomization.yaml --
resources: [../../base]
patches: [{path: patch.yaml}]
-- k8s/overlays/prod/patch.yaml --
apiVersion: apps/v1
kind: Deployment
metadata: {name: gate}
spec: {template: {spec: {containers: [{name: gate, env: [{name: A, value: patched}]}]}}}
`, "kubernetes.prod/gate", "A=patched k8s/overlays/prod/patch.yaml:4\nD=patched k8s/base/gate.yaml:4"},
		{"a chart and its values by stage", pod + `-- chart/Chart.yaml --
name: gate
-- chart/values.yaml --
url: http://weir.example
level: 2
-- chart/values-works.yaml --
url: http://works.example
-- chart/templates/_helpers.tpl --
{{- define "gate.name" }}gate{{ end }}
-- chart/templates/gate.yaml --
apiVersion: apps/v1
kind: Deployment
metadata:
  name: {{ include "gate.fullname" . }}
spec:
  template:
    spec:
      containers:
        - name: {{ .Chart.Name }}
          image: "{{ .Values.image.name }}:{{ .Values.image.tag | default .Chart.AppVersion }}"
          env:
            - name: A
              value: {{ .Values.url | quote }}
            {{- if .Values.level }}
            - {name: B, value: "{{ .Values.level }}"}
            {{- end }}
            - {name: C, value: "{{ .Values.a.b }}/x"}
            - {name: D, value: {{ .Values.none | default "d" | quote }}}
            {{- range $k, $v := .Values.more }}
            - name: {{ $k }}
              value: {{ $v }}
            {{- end }}
`, "kubernetes.works/gate", "A=http://works.example chart/templates/gate.yaml:12\nB=2 chart/templates/gate.yaml:15\nC given chart/templates/gate.yaml:17\nD=d chart/templates/gate.yaml:18\nopen: what the template chart/templates/gate.yaml gives besides"},
		{"braces in a value are no template", pod + "-- k8s/gate.yaml --\napiVersion: v1\nkind: Pod\nmetadata: {name: gate}\nspec:\n  containers:\n  - {name: gate, image: gate, args: ['{{.Names}}'], env: [{name: A, value: '{{name}} 1'}]}\n", "kubernetes/gate", "A={{name}} 1 k8s/gate.yaml:6"},
		{"a base for all", "-- .env.defaults --\nA=1\nB=1\nC=1\n-- .env --\nB=2\n-- .env.local --\nC=3\n", "local", "A=1 .env.defaults:1\nB=2 .env:1\nC=3 .env.local:1"},
		{"a base for a stage", "-- .env.defaults --\nA=1\nB=1\n-- .env.staging --\nB=2\n", "staging", "A=1 .env.defaults:1\nB=2 .env.staging:1"},
		{"an image that nothing of the tree starts", "-- Dockerfile --\nFROM x\nENV A=1\n", "image", "A=1 Dockerfile:2\nopen: what it is started with"},
		{"a compose file under another name", gate + "-- works.yaml --\nservices:\n  gate: {build: gate, environment: {A: one}}\n", "works/gate", "A=one works.yaml:2"},
		{"files that the env file names", gate + "-- compose.yaml --\nservices:\n  gate: {build: gate, environment: {A: one}}\n-- more.yaml --\nservices:\n  gate: {environment: {A: two, B: two}}\n-- .env --\nCOMPOSE_FILE=compose.yaml:more.yaml\n", "compose/gate",
			"A=two more.yaml:2\nB=two more.yaml:2"},
		{"a stage's file knows its base", "-- .env.example --\nA=\n-- a.env --\nX=1\n-- production.env --\nURL=${HOST:-none}/x\n", "production", "URL=none/x production.env:1"},
		{"what a folder's own file exports", "-- .envrc --\nexport A=1\nB=2\nC=3; export C\nsource_env_if_exists .envrc.private\nexport D=${NOT:-d} E=\"${A:+set}\"\nfoo() { export F=1; }\nif true; then export G=1; fi\n-- .envrc.private --\nexport P=private\n", "local",
			"A=1 .envrc:1\nC=3 .envrc:3\nD=d .envrc:5\nE=set .envrc:5\nG given .envrc:7\nP=private .envrc:4"},
	} {
		t.Run(c.name, func(t *testing.T) {
			all, err := Discover(plant(t, c.tree), Options{})
			if err != nil {
				t.Fatal(err)
			}
			var names []string
			for i := range all.Environments {
				e := &all.Environments[i]
				names = append(names, e.Name)
				if e.Name == c.environment {
					if got := inForce(e); got != c.want {
						t.Errorf("have\n%s\nwant\n%s", got, c.want)
					}
					return
				}
			}
			t.Errorf("there is no %s, but %s", c.environment, strings.Join(names, ", "))
		})
	}
}

// Stages, arguments and triggers of an image's recipe.
func TestRecipes(t *testing.T) {
	for _, c := range []struct{ recipe, want string }{
		{"ARG A=1\nARG B=${A}2\nFROM x\nARG B\nARG C=${B}3\nENV X=$B Y=$C\n", "X=12 Dockerfile:6\nY=123 Dockerfile:6"},
		{"FROM x\nENV A=1\nENV A=2 B=$A\n", "A=2 Dockerfile:3\nB=1 Dockerfile:3"},
		{"ARG S=base\nFROM x AS base\nENV A=1\nFROM ${S}\nENV B=2\n", "A=1 Dockerfile:3\nB=2 Dockerfile:5"},
		{"FROM x AS base\nONBUILD ENV A=1\nENV B=1\nFROM base\n", "A=1 Dockerfile:2\nB=1 Dockerfile:3"},
		{"FROM x\nARG N=NAME\nENV ${N}_2=2\n", "NAME_2=2 Dockerfile:3"},
		{"FROM x AS a\nARG N=n\nFROM a AS b\nFROM b\nENV A=${N:+set}\n", "A=set Dockerfile:5"},
		{"FROM x\nARG TARGETARCH\nARG TARGETOS=none\nENV A=bin-$TARGETARCH B=$TARGETOS\n", "A given Dockerfile:4\nB=none Dockerfile:4"},
	} {
		all, err := Discover(plant(t, "-- Dockerfile --\n"+c.recipe), Options{Declared: []Declared{{Name: "image", Layers: []Spec{{"dockerfile": "Dockerfile"}}}}})
		if err != nil {
			t.Fatal(err)
		}
		for i := range all.Environments {
			if e := &all.Environments[i]; e.Name == "image" && inForce(e) != c.want {
				t.Errorf("%s: have\n%s\nwant\n%s", c.recipe, inForce(e), c.want)
			}
		}
	}
}

// Files that scripts load and that are not there are told of, a developer's own
// excepted.
func TestLoads(t *testing.T) {
	for _, c := range []struct{ tree, want string }{
		{"-- package.json --\n{\"scripts\": {\"seed\": \"node --env-file=seed.env x.js\"}}\n", "seed.env package.json:1"},
		{"-- package.json --\n{\"scripts\": {\"a\": \"env-cmd -f ./conf/a.env node x.js\", \"b\": \"dotenv -e .env -- node x.js\"}}\n", "conf/a.env package.json:1"},
		{"-- web/package.json --\n{\"scripts\": {\"a\": \"node --env-file=a.env x.js\"}}\n-- web/a.env --\nA=1\n", ""},
		{"-- run.sh --\nset -a\n. ./deploy/prod.env\n", "deploy/prod.env run.sh:2"},
		{"-- run.sh --\n[ -f prod.env ] && echo\n. prod.env\n. ./lib.sh\n. \"$FILE.env\"\n", ""},
	} {
		all, err := Discover(plant(t, c.tree), Options{})
		if err != nil {
			t.Fatal(err)
		}
		var got []string
		for _, p := range all.Problems {
			if p.Absent != "" {
				got = append(got, p.Absent+" "+p.File+":"+itoa(p.Line))
			}
		}
		if strings.Join(got, "\n") != c.want {
			t.Errorf("%s: have %v", c.tree, got)
		}
	}
}

// A listing is laid over what an environment has.
func TestLay(t *testing.T) {
	all, err := Discover(plant(t, "-- production.env --\nA=1\nB=1\n"), Options{})
	if err != nil {
		t.Fatal(err)
	}
	l, err := ReadListing("x", strings.NewReader("B=2\nC=2\n"))
	if err != nil || !all.Lay("production", l) || all.Lay("staging", l) {
		t.Fatalf("it cannot be laid over: %v", err)
	}
	if got := inForce(&all.Environments[0]); got != "A=1 production.env:1\nB=2 :0\nC=2 :0" {
		t.Errorf("have %s", got)
	}
}

func itoa(n int) string { return fmt.Sprint(n) }
