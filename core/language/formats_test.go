package language

import (
	"strings"
	"testing"
)

// Files that are no programs are told by their names: here they are given such.

func TestComposeSays(t *testing.T) {
	holds(t, "compose.yaml", "", []saying{
		{"services:\n  gate:\n    image: x:${TAG}\n", "TAG expected"},
		{"services:\n  gate:\n    image: x:${TAG:-latest}\n", "TAG optional =latest"},
		{"services:\n  gate:\n    image: x:${TAG-latest}\n", "TAG optional =latest"},
		{"services:\n  gate:\n    image: x:${TAG:?must}\n", "TAG required"},
		{"services:\n  gate:\n    image: x:${TAG:+y}\n", "TAG optional"},
		{"services:\n  gate:\n    image: x:$TAG\n", "TAG expected"},
		{"services:\n  gate:\n    image: x:$$TAG\n", ""},
		{"# ${TAG}\n", ""},
		{"services:\n  gate:\n    environment:\n      - TOKEN\n", "TOKEN optional"},
		{"services:\n  gate:\n    environment:\n      - TOKEN=x\n", ""},
		{"services:\n  gate:\n    environment:\n      TOKEN:\n", "TOKEN optional"},
		{"services:\n  gate:\n    environment:\n      TOKEN: x\n", ""},
		{"services:\n  gate:\n    environment:\n      TOKEN: ${OTHER}\n", "OTHER expected"},
		{"services: [\n", "problem: line 2 cannot be understood as YAML"},
		{"services:\n  gate:\n    environment:\n      TOKEN: *Pa55word\n", "problem: line 4 cannot be understood as YAML"},
		{"", ""},
	})
}

func TestDockerfileSays(t *testing.T) {
	holds(t, "Dockerfile", "", []saying{
		{"ARG TAG\nFROM x:${TAG}\n", "TAG expected"},
		{"ARG TAG=1\nFROM x:${TAG}\n", "TAG optional =1"},
		{"ARG TAG=\"1 2\" MORE\nFROM x\n", "TAG optional =1 2; MORE expected"},
		{"FROM x\nENV GATE=1\nLABEL a=${GATE}\n", ""},
		{"FROM x\nENV\t GATE 1\nLABEL a=${GATE}\n", ""},
		{"FROM x\nLABEL a=${GATE}\n", "GATE expected"},
		{"FROM x\nLABEL a=${GATE:-b}\n", "GATE optional =b"},
		{"FROM x\nRUN echo $GATE ${POST}\n", ""},
		{"FROM x\nARG TARGETARCH\nCOPY x-$TARGETARCH /\n", ""},
		{"# ARG GATE\nFROM x\n", ""},
		{"FROM x\nLABEL a=\\${GATE}\n", ""},
	})
}

func TestMakefileSays(t *testing.T) {
	holds(t, "Makefile", "", []saying{
		{"all:\n\techo $(GATE)\n", "GATE expected"},
		{"all:\n\techo ${GATE}\n", "GATE expected"},
		{"GATE = x\nall:\n\techo $(GATE)\n", ""},
		{"GATE := x\nall:\n\techo $(GATE)\n", ""},
		{"GATE ?= x\nall:\n\techo $(GATE)\n", "GATE optional =x"},
		{"GATE ?= $(OTHER)\n", "GATE optional [$(OTHER)]; OTHER expected"},
		{"export GATE = x\nall:\n\techo $(GATE)\n", ""},
		{"all:\n\techo $$GATE\n", "GATE expected"},
		{"all:\n\t@test -n \"$$GATE\" || (echo none; exit 1)\n\tVERSION=$${TIDE:-dev} ./build $(X)\n\t[ -z \"$${SEA}\" ] || echo $${SEA}\n", "GATE required; TIDE optional =dev; SEA optional; SEA optional"},
		{"x := $(or $(GATE),cc)\n", "GATE optional =cc"},
		{"ifeq ($(GATE),1)\nx := y\nendif\n", "GATE optional"},
		{"ifeq ($(GATE),)\n$(error no gate)\nendif\n", "GATE required"},
		{"x := $(or $(GATE),$(TIDE),$(shell date))\ny := $(if $(SEA),a,b)\n", "GATE optional; TIDE optional; SEA optional"},
		{"# $(GATE)\n", ""},
		{"all:\n\t$(CC) $(CFLAGS) $@\n", ""},
	})
}

func TestWorkflowSays(t *testing.T) {
	holds(t, ".github/workflows/x.yml", "", []saying{
		{"x: ${{ secrets.GATE }}\n", "GATE expected"},
		{"x: ${{ vars.GATE }}\n", "GATE expected"},
		{"x: ${{ env.GATE }}\n", "GATE expected"},
		{"env:\n  GATE: x\nx: ${{ env.GATE }}\n", ""},
		{"x: ${{ vars.GATE || 'x' }}\n", "GATE optional"},
		{"x: ${{ secrets.GITHUB_TOKEN }}\n", ""},
		{"x: ${{ github.sha }}\n", ""},
		{"# ${{ secrets.GATE }}\n", ""},
		{"x: ${{ format('{0}', secrets.A, vars.B) }}\n", "A expected; B expected"},
		{"x: $GATE\n", ""},
	})
}

func TestUnitSays(t *testing.T) {
	holds(t, "gate.service", "", []saying{
		{"[Service]\nExecStart=/bin/x ${GATE}\n", "GATE expected"},
		{"[Service]\nExecStart=/bin/x $GATE\n", "GATE expected"},
		{"[Service]\nEnvironment=GATE=1\nExecStart=/bin/x $GATE\n", ""},
		{"[Service]\nPassEnvironment=A B\n", "A expected; B expected"},
		{"[Service]\nExecReload=/bin/kill $MAINPID\n", ""},
		{"# ${GATE}\n; ${GATE}\n", ""},
		{"[Unit]\nDescription=$GATE\n", ""},
	})
}

func TestOtherFormatsSay(t *testing.T) {
	holds(t, "x.tf", "", []saying{
		{"variable \"gate\" {}\n", "TF_VAR_gate required"},
		{"variable \"gate\" {\n  default = \"x\"\n}\n", "TF_VAR_gate optional =x"},
		{"variable \"gate\" {\n  type = object({ default = number })\n}\n", "TF_VAR_gate required json"},
		{"# variable \"gate\" {}\n", ""},
		{"resource \"x\" \"y\" { a = var.gate }\n", ""},
	})
	holds(t, "x.gitlab-ci.yml", "", []saying{
		{"build:\n  script:\n    - echo $GATE_URL\n", "GATE_URL expected"},
		{"build:\n  rules:\n    - if: $GATE_RUN != null\n", "GATE_RUN optional"},
		{"build:\n  script:\n    - scan${GATE_V:+-$GATE_V} ${GATE_W:-1}\n", "GATE_V optional; GATE_V optional; GATE_W optional =1"},
	})
	holds(t, "x.sh", "", []saying{
		{"eval \"OPTIONS=( $GATE_GIVEN )\"\nrun \"${OPTIONS[@]}\"\n", "GATE_GIVEN expected"},
	})
	holds(t, "x.php", "", []saying{
		{"<?php\nif ($m) go();\nelseif (isset($_ENV['GATE_K'])) use($_ENV['GATE_K']);\n", "GATE_K optional; GATE_K optional"},
	})
	holds(t, "x.prisma", "", []saying{
		{"datasource d { url = env(\"GATE_URL\") }\n", "GATE_URL required url"},
		{"// env(\"GATE_URL\")\n", ""},
		{"datasource d { url = \"env('GATE_URL')\" }\n", ""},
	})
	holds(t, "config/x.yaml", "", []saying{
		{"a: '%env(GATE)%'\n", "GATE required"},
		{"a: '%env(int:GATE)%'\n", "GATE required integer"},
		{"a: '%env(default:x:GATE)%'\n", "GATE optional"},
		{"env(GATE): x\na: '%env(GATE)%'\n", "GATE optional =x"},
		{"# '%env(GATE)%'\n", ""},
		{"a: env(GATE)\n", ""},
	})
	holds(t, "package.json", "", []saying{
		{"{\n \"scripts\": {\n  \"a\": \"x $GATE\"\n }\n}\n", "GATE expected"},
		{"{\n \"scripts\": {\n  \"a\": \"GATE=1 x $GATE\"\n }\n}\n", ""},
		{"{\n \"other\": \"$GATE\"\n}\n", ""},
	})
	holds(t, "package.json", "", []saying{
		{`{"name": "x", "scripts": {"a": "x $GATE_A", "start": "test -n \"$GATE_B\" || exit 1"}, "scripts2": {"a": "$GATE"}}`, "GATE_A expected; GATE_B required"},
		{`{"a": {"scripts": {"b": "$GATE"}}}`, ""},
		{`{"scripts": {"a": ["x $GATE_A", "x \u0041 ${GATE_B:-\tb}"], "b": `, "GATE_A expected; GATE_B optional =\tb"},
	})
	holds(t, "deno.jsonc", "", []saying{{`{"tasks": {"dev": {"command": "x $GATE"}}}`, "GATE expected"}})
	holds(t, "Procfile.dev", "", []saying{
		{"web: gate --port $GATE_PORT --workers ${GATE_N:-2}\n# old: $GATE_OLD\n$GATE_NONE\n", "GATE_PORT expected; GATE_N optional =2"},
	})
	holds(t, "x.awk", "", []saying{
		{"{ print ENVIRON[\"GATE_A\"] } # ENVIRON[\"GATE_NO\"]\n\"GATE_B\" in ENVIRON { print ENVIRON[\"GATE_B\"]; ENVIRON[\"GATE_C\"] = 1; print ENVIRON[\"GATE_C\"] }\n", "GATE_A expected; GATE_B optional; GATE_B optional; GATE_C optional"},
	})
	holds(t, "justfile", "", []saying{
		{"export GATE_SET := 'a'\nrun $GATE_P:\n\t@gate {{'$GATE_NO'}} $GATE_A $GATE_SET $GATE_P\n", "GATE_A expected"},
		{"run:\n    #!/bin/sh\n    A=1\n\n    gate $A ${GATE_B:?needed}\n\nother:\n    #!/usr/bin/env python3\n    print('$GATE_NO')\n", "GATE_B required"},
	})
	holds(t, "x.properties", "", []saying{
		{"a=${GATE:x}\n", "GATE optional =x"},
		{"a=${GATE}\n", "GATE expected"},
		{"a=${gate.other}\n", ""},
		{"# ${GATE}\n", ""},
	})
	holds(t, "application.yaml", "", []saying{
		{"a {\n  b { port = 8080\n    port = ${?GATE_PORT}\n  }\n}\n", "GATE_PORT optional =8080"},
		{"ktor:\n  port: $GATE_PORT:8080\n  key: \"$GATE_KEY\"\n  note: \"$?GATE_NOTE\"\n", "GATE_PORT optional =8080; GATE_KEY required; GATE_NOTE optional"},
		{"other:\n  port: $GATE_PORT:8080\n", ""},
	})
	holds(t, "conf.yaml", "", []saying{
		{"url: http://${oc.env:GATE_HOST,north}:${oc.env:GATE_PORT}\n", "GATE_HOST optional =north; GATE_PORT expected"},
		{"size: !ENV ${GATE_SIZE:10}\nname: !ENV ${GATE_NAME}\n", "GATE_SIZE optional =10; GATE_NAME expected"},
	})
	holds(t, "gate.yml", "", []saying{
		{"store:\n  url: ${STORE_URL}\n  user: ${STORE_USER:-lock}\n  run: echo ${OTHER_NAME:-x}\n  at: x$(date)${LATE_AT:-y}\n", "STORE_URL expected; STORE_USER optional =lock"},
		{"apiVersion: v1\nargs: echo\nname: ${STORE_USER:-lock}\n", ""},
		{"url: ${STORE_URL}\nlookup: x\n", ""},
	})
	holds(t, "application.conf", "", []saying{
		{"gate {\n  port = 80\n  port = ${?GATE_PORT}\n  host = \"north\"\n  host = ${?GATE_HOST}\n  key = ${GATE_KEY}\n  note = ${?GATE_NOTE}\n}\n", "GATE_PORT optional =80; GATE_HOST optional =north; GATE_KEY required; GATE_NOTE optional"},
		{"server {\n  name ${GATE_KEY};\n}\n", "GATE_KEY expected"},
	})
	holds(t, "x.conf.template", "", []saying{
		{"listen ${GATE};\n", "GATE expected"},
		{"uri $uri;\n", ""},
	})
	holds(t, "x.ps1", "", []saying{
		{"$a = $env:GATE", "GATE expected"},
		{"$env:GATE = 'x'", ""},
		{"\"$env:GATE\"", "GATE expected"},
		{"'$env:GATE'", ""},
		{"\"`$env:GATE\"", ""},
		{"[Environment]::GetEnvironmentVariable('GATE')", "GATE expected"},
		{"<# $env:GATE #>", ""},
		{"Test-Path env:GATE", "GATE optional"},
		{"Remove-Item env:GATE", ""},
	})
}

// What a script sets where something is missing ends it later.
func TestShellGathers(t *testing.T) {
	holds(t, "x.sh", "", []saying{
		{"echo $GATE\nf() { echo $LOCK; }\nset -u\necho $SEA\nf\n", "GATE expected; LOCK required; SEA required"},
		{"for v in \"${!GATE_@}\"; do echo \"${!v}\"; done\ncompgen -A variable LOCK_\n", "GATE_* optional; LOCK_* optional"},
		{"env | grep '^GATE_' | sort\nprintenv | awk -F= '/^LOCK_/ { print $1 }'\nenv | grep SEA_\ncat x | grep '^TIDE_'\n", "GATE_* optional; LOCK_* optional"},
		{"missing=0\n[ -z \"$GATE\" ] && missing=1\nif [ $missing -ne 0 ]; then exit 1; fi\n", "GATE required"},
		{"if [ -z \"$GATE\" ]; then echo no; bad=1; fi\n[ \"$bad\" = 1 ] && exit 1\n", "GATE required"},
		{"for v in GATE LOCK; do if [ -z \"${!v}\" ]; then no=\"$no $v\"; fi; done\nif [ -n \"$no\" ]; then exit 1; fi\n", "GATE required; LOCK required"},
		{"for v in GATE; do [[ -n \"${!v:-}\" ]] || no+=(\"$v\"); done\nif (( ${#no[@]} > 0 )); then exit 1; fi\n", "GATE required"},
		{"ok=true\nif [ -z \"$GATE\" ]; then ok=false; fi\n$ok || exit 1\n", "GATE required"},
		{"[ -n \"$GATE\" ] || { echo no; fail=1; }\nexit $fail\n", "GATE required"},
		{"[ -n \"$GATE\" ] || n=$((n+1))\n[ -n \"$LOCK\" ] || ((n++))\nif [[ $n -gt 0 ]]; then exit 1; fi\n", "GATE required; LOCK required"},
		{"check() { rc=0; for v in \"$@\"; do if [[ -z \"${!v:-}\" ]]; then rc=1; fi; done; return $rc; }\ncheck GATE || exit 1\n", "GATE required"},
		{"need() { if [[ -z \"${!1:-}\" ]]; then return 1; fi; }\nif ! need GATE; then exit 1; fi\n", "GATE required"},
		// What is not proven is not said.
		{"[ -z \"$GATE\" ] && no=1\nif [ $no = 1 ]; then echo careful; fi\n", "GATE optional"},
		{"[ -z \"$GATE\" ] && no=1\nif [ $no = 1 ]; then exit 0; fi\n", "GATE optional"},
		{"[ -z \"$GATE\" ] && no=1\nif $strict; then\n  if [ $no = 1 ]; then exit 1; fi\nfi\n", "GATE optional"},
		{"[ -z \"$GATE\" ] && no=1\nif [ $no = 1 ] && $strict; then exit 1; fi\n", "GATE optional"},
		{"[ -z \"$GATE\" ] && no=1\nno=0\nif [ $no = 1 ]; then exit 1; fi\n", "GATE optional"},
		{"[ -z \"$GATE\" ] && mode=dev\nif [ $mode = prod ]; then exit 1; fi\n", "GATE optional"},
		{"if [ -z \"$GATE\" ]; then test -f x && no=1; fi\nif [ $no = 1 ]; then exit 1; fi\n", "GATE optional"},
		{"need() { if [[ -z \"${!1:-}\" ]]; then return 1; fi; }\nneed GATE || echo none\n", "GATE optional"},
	})
}

// Settings name the environment in forms of their own.
func TestReferredSays(t *testing.T) {
	holds(t, "gate.yaml", "", []saying{
		{"url: ${env:GATE_URL}\nkey: \"${env:GATE_KEY:-none}\"\nstage: ${env:STAGE, 'dev'}\n", "GATE_URL expected; GATE_KEY optional =none; STAGE optional =dev"},
		{"a: '{{ env \"GATE\" }}'\nb: '{{ env \"LOCK\" | default \"x\" }}'\nc: '{{ default .Env.TIDE \"t\" }}'\n", "GATE expected; LOCK optional =x; TIDE optional =t"},
		{"a: '{{ mustEnv \"GATE\" }}{{ getenv \"LOCK\" \"x\" }}{{ .Env.SEA }}{{ if .Env.TIDE }}{{ end }}'\n", "GATE required; LOCK optional =x; SEA expected; TIDE optional"},
		{"a: {{ lookup(\"env\", 1) }}\nb: env \"GATE\"\nc: {env:}\n# ${env:GATE}\n", ""},
	})
	holds(t, "tox.ini", "", []saying{
		{"[testenv]\ncommands = run {env:GATE_ARGS:} {env:GATE_PORT:80} {env:GATE}\n", "GATE_ARGS optional =; GATE_PORT optional =80; GATE expected"},
		{"[program:gate]\ncommand=gate --key %(ENV_GATE_KEY)s %(here)s ; not %(ENV_LOCK)s\n", "GATE_KEY required"},
		{"[program:gate]\ncommand=gate --key %(ENV_GATE_KEY)s --to %(ENV_GATE)s --in %(ENV_SEA)s\nenvironment=GATE_KEY=\"1\",\n  SEA='x=y'\n", "GATE_KEY optional; GATE required; SEA optional"},
		{"[database]\npassword = $__env{GATE_KEY}\n", "GATE_KEY expected"},
	})
	holds(t, "tox.ini", "", []saying{
		{"[testenv]\npassenv = GATE, LOCK_*\n    SEA\nsetenv =\n    X = 1\n", "GATE optional; LOCK_* optional; SEA optional"},
		{"[testenv]\npassenv =\n    GATE\n    SEA\ndeps = TIDE\n", "GATE optional; SEA optional"},
	})
	holds(t, "gate.conf", "", []saying{
		{"PassEnv GATE SEA\n# PassEnv NOT\nenv LOCK;\nenv TIDE=x;\nenvelope A;\n", "GATE expected; SEA expected; LOCK expected"},
		{"host \"#{ENV['GATE']}\"\nport \"#{ENV.fetch('LOCK', 80)}\"\nkey \"#{ENV[\"SEA\"] || 'x'}\"\nb \"#{ENV.fetch('TIDE')}\"\n", "GATE expected; LOCK optional =80; SEA optional =x; TIDE required"},
	})
	holds(t, ".npmrc", "", []saying{{"//x/:_authToken=${GATE}\na=${LOCK?}\nb=${SEA:-x}\n# ${NOT}\n", "GATE expected; LOCK optional; SEA optional =x"}})
	holds(t, "requirements/base.txt", "", []saying{{"--index-url https://${GATE}@x\n", "GATE expected"}})
	holds(t, "logback.xml", "", []saying{
		{"<configuration><property name=\"GATE_DIR\" value=\"${LOCK_DIR:-x}\"/>\n<root level=\"${SEA_LEVEL}\"/><x a=\"${GATE_DIR} ${small}\"/></configuration>\n", "LOCK_DIR optional =x; SEA_LEVEL expected"},
		{"<web><x a=\"${SEA_LEVEL}\"/></web>\n", ""},
	})
	holds(t, "gate.csproj", "", []saying{{"<V>$([System.Environment]::GetEnvironmentVariable('GATE'))</V>\n<W>$(LOCK)</W>\n", "GATE expected"}})
	holds(t, "gate.yml", "", []saying{{"a: '{{ ansible_env.GATE }}'\nb: \"{{ ansible_facts['env']['LOCK'] | default('x') }}\"\nc: '{{ ansible_env.SEA | d(\"y\") }}'\n", "GATE expected; LOCK optional =x; SEA optional =y"}})
	holds(t, "gate.toml", "", []saying{
		{"uri = \"${GATE_URI:-http://x}\"\nkey = \"${GATE_KEY:?none}\"\nx = \"${gate}\"\n", "GATE_URI optional =http://x; GATE_KEY required"},
		{"x = '{{ env \"GATE\" }}'\n", "GATE expected"},
		{"[env]\nGATE = \"x\"\n", ""},
	})
	holds(t, "terragrunt.hcl", "", []saying{
		{"a = get_env(\"GATE\", \"x\")\nb = get_env(\"LOCK\")\nc = other_env(\"SEA\")\n", "GATE optional =x; LOCK expected"},
	})
	holds(t, "gate.pkr.hcl", "", []saying{
		{"variable \"key\" { default = env(\"GATE_KEY\") }\nvariable \"size\" {}\n", "PKR_VAR_key optional; GATE_KEY expected; PKR_VAR_size required"},
	})
	holds(t, "docker-bake.hcl", "", []saying{
		{"variable \"TAG\" { default = \"latest\" }\nvariable \"GATE\" {}\n", "TAG optional =latest; GATE expected"},
	})
	holds(t, ".gitlab-ci.yml", "", []saying{
		{"deploy:\n  script:\n    - test -n \"$GATE\" || exit 1\n    - |\n      if [ -n \"$SEA\" ]; then\n        up \"$SEA\"\n      fi\n    - echo '$NOT'\n", "GATE required; SEA optional; SEA optional"},
		{"deploy:\n  before_script: [ 'LOCK=$(git describe)' ]\n  script:\n    - >\n      up $LOCK\n      \"${TIDE:-x}\"\n  after_script:\n    - echo $LAST\n", "TIDE optional =x; LAST expected"},
		{"deploy:\n  script:\n    - if [ x\n    - up $GATE\n", "GATE expected"},
	})
	holds(t, ".circleci/config.yml", "", []saying{
		{"jobs:\n  a:\n    environment:\n      SEA: x\n    steps:\n      - run: up $GATE ${LOCK:?none} $SEA ${CIRCLE_SHA1} ${TIDE:-t}\n", "GATE expected; LOCK required; TIDE optional =t"},
	})
}

// What the commands of tasks read, in the words of a shell.
func TestTaskfile(t *testing.T) {
	holds(t, "Taskfile.yml", "", []saying{
		{"vars:\n  OUT: bin\ntasks:\n  run:\n    env:\n      SEA: x\n    cmds:\n      - run $GATE_URL ${LOCK:-l} $SEA {{.OUT}}\n", "GATE_URL expected; LOCK optional =l"},
	})
}

// A file's language is told by its name, its ending, its place or its first line.
func TestOf(t *testing.T) {
	for file, want := range map[string]string{
		"a.go": "go", "a.py": "python", "a.PY": "python", "a.js": "javascript", "a.tsx": "typescript", "a.vue": "javascript", "a.rb": "ruby", "Rakefile": "ruby", "a.php": "php", "a.blade.php": "php",
		"a.java": "java", "a.kt": "kotlin", "a.rs": "rust", "a.c": "c", "a.hpp": "c", "a.sh": "shell", ".bashrc": "shell", "Makefile": "make", "a.mk": "make", "Dockerfile": "dockerfile", "Dockerfile.dev": "dockerfile",
		"x/compose.yml": "compose", "docker-compose.prod.yaml": "compose", ".github/workflows/a.yml": "workflow", "a.service": "unit", "a.tf": "terraform", "package.json": "package-scripts", "a.prisma": "prisma",
		"config/a.yaml": "service configuration", "a.yaml": "playbook", "README.md": "", "a.toml": "toml", "x/pyproject.toml": "", "inzicht.toml": "", "a.nomad": "hcl", "terragrunt.hcl": "hcl", "x/docker-bake.hcl": "bake file", "a.pkr.hcl": "image builds",
		"Taskfile.yml": "taskfile", ".gitlab-ci.yml": "pipeline", "ci/.gitlab/ci/a.yml": "pipeline", "bitbucket-pipelines.yml": "pipeline", ".circleci/config.yml": "pipeline", ".woodpecker/a.yaml": "pipeline", "circleci/config.yml": "playbook", "a": "", "a.txt": "", "a.json": "",
	} {
		got := ""
		if l := Of(file); l != nil {
			got = l.Name
		}
		if got != want {
			t.Errorf("%s: %q, want %q", file, got, want)
		}
	}
}

func TestOfScript(t *testing.T) {
	for head, want := range map[string]string{
		"#!/bin/sh\n": "shell", "#!/usr/bin/env python3\n": "python", "#!/usr/bin/env -S node --x\n": "javascript", "#!/usr/bin/env -S deno run -A\n": "typescript", "#!/usr/bin/perl -w\n": "perl", "#!/usr/bin/ruby2.7\n": "ruby", "#!/usr/bin/env X=1 bash\n": "shell",
		"#! /bin/bash": "shell", "#!/usr/bin/unknown\n": "", "no script\n": "", "": "", "#!": "", "#!\n": "",
	} {
		got := ""
		if l := known().OfScript([]byte(head)); l != nil {
			got = l.Name
		}
		if got != want {
			t.Errorf("%q: %q, want %q", head, got, want)
		}
	}
}

// A script is read as files of its language are, and not as the templates in it.
func TestScriptsAreNoTemplates(t *testing.T) {
	for command, extension := range map[string]string{"ruby": ".rb", "php": ".php", "python": ".py", "node": ".js", "deno": ".ts", "perl": ".pl", "elixir": ".exs"} {
		if of := known().OfScript([]byte("#!/usr/bin/env " + command + "\n")); of == nil || of != known().byExtension[extension] {
			t.Errorf("%s: not what reads %s", command, extension)
		}
	}
}

// Every language can be read, and says what it goes by.
func TestAllAreComplete(t *testing.T) {
	for _, l := range All {
		if l.Name == "" || len(l.Extensions)+len(l.Names) == 0 && l.OfFile == nil {
			t.Errorf("%q: nothing is in it", l.Name)
		}
		if len(l.Triggers) == 0 || l.Own == nil && (l.Table == nil || l.Outline == nil || len(l.Idioms) == 0) {
			t.Errorf("%s: incomplete", l.Name)
		}
		for _, i := range l.Idioms {
			if !i.Sets && !l.Triggered([]byte(i.Access+"\n"+strings.Join(append(l.With, i.Behind...), "\n"))) {
				t.Errorf("%s: a file with nothing but %s is not looked at", l.Name, i.Access)
			}
		}
		if l.OfFile != nil && len(l.Extensions)+len(l.Names) == 0 && l.Where == "" {
			t.Errorf("%s: it does not say which files", l.Name)
		}
	}
}
