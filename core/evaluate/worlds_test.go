package evaluate_test

import (
	"fmt"
	"strings"
	"testing"

	"inzicht/core/evaluate"
	"inzicht/core/language"
	"inzicht/core/reads"
)

// For which values of a variable that decides others are read, in every language: where it says disk, or none.
func TestWorlds(t *testing.T) {
	holdWhen(t, []whenCase{
		{"a.js", "if (process.env.STORE === 'disk') { use(process.env.DISK); } else { use(process.env.REST); }", "DISK: disk; REST: not disk, or other, or none"},
		{"a.js", "const s = process.env.STORE || 'disk';\nif (s === 'disk') use(process.env.DISK);\nelse use(process.env.REST);", "DISK: disk, or none; REST: not disk, or other"},
		{"a.js", "const s = (process.env.STORE ?? '').toUpperCase();\nif (s === 'DISK') use(process.env.DISK);", "DISK: DISK folded"},
		{"a.js", "switch (process.env.STORE) { case 'disk': use(process.env.DISK); break; case 's3': use(process.env.S3); break; default: use(process.env.REST); }", "DISK: disk, not s3; S3: s3, not disk; REST: not disk, s3, or other, or none"},
		{"a.js", "function disk() { return process.env.DISK; }\nfunction s3() { return process.env.S3; }\nexport function store() {\n  if (process.env.STORE === 'disk') return disk();\n  if (process.env.STORE === 's3') return s3();\n  return process.env.REST;\n}", "DISK: disk, not s3; S3: s3, not disk; REST: not disk, s3, or other, or none"},
		{"a.js", "const stores = { disk: () => process.env.DISK, s3: () => process.env.S3 };\nif (process.env.STORE === 'disk') stores.disk();\nstores.s3();", "DISK: disk"},
		{"a.js", "if (process.env.STORE) use(process.env.DISK);", "DISK: or other"},
		{"a.js", "use(process.env.STORE === 'disk' ? process.env.DISK : process.env.REST);", "DISK: disk; REST: not disk, or other, or none"},
		{"a.py", "import os\ndef store():\n    s = os.getenv('STORE')\n    if s not in ('disk', 's3'):\n        return None\n    if s != 'disk':\n        return os.environ['S3']\n    return os.environ['DISK']\n", "S3: s3, not disk; DISK: disk, not s3"},
		{"a.py", "import os\nmatch os.getenv('STORE', 'disk'):\n    case 'disk' | 'tape':\n        use(os.environ['DISK'])\n", "DISK: disk, tape, or none"},
		{"a.py", "import os\ns = os.environ['STORE']\nif s == 'disk':\n    use(os.environ['DISK'])\nuse(os.environ['REST'])\n", "DISK: disk"},
		{"a.py", "import os, sys\ns = os.environ['STORE']\nif s not in ('disk', 's3'):\n    sys.exit(1)\nuse(os.environ['REST'])\n", "REST: disk, s3, or none"},
		{"a.go", "package a\nimport \"os\"\nfunc f() string {\n\tswitch s := os.Getenv(\"STORE\"); s {\n\tcase \"disk\":\n\t\treturn os.Getenv(\"DISK\")\n\tcase \"\":\n\t\treturn os.Getenv(\"NONE\")\n\t}\n\treturn \"\"\n}", "DISK: disk; NONE: not disk, or none"},
		{"a.rb", "case ENV['STORE']\nwhen 'disk' then use ENV.fetch('DISK')\nend\nuse ENV.fetch('PROD') if Rails.env.production?\n", "DISK: disk; PROD: production"},
		{"a.php", "<?php $s = getenv('STORE') ?: 'disk';\nif ($s === 'disk') { f(getenv('DISK')); }", "DISK: disk, or none"},
		{"A.java", "class A { void f() { String s = System.getenv().getOrDefault(\"STORE\", \"none\"); if (\"disk\".equals(s)) { g(System.getenv(\"DISK\")); } else if (s.equalsIgnoreCase(\"S3\")) { g(System.getenv(\"S3\")); } } }", "DISK: disk, not S3 folded; S3: S3, not disk folded"},
		{"A.cs", "class A { void F(IHostEnvironment env) { if (env.IsProduction()) { G(Environment.GetEnvironmentVariable(\"PROD\")); } } }", "PROD: Production"},
		{"a.rs", "fn f() { match std::env::var(\"STORE\").as_deref() { Ok(\"disk\") => g(std::env::var(\"DISK\").unwrap()), Err(_) => g(std::env::var(\"NONE\").unwrap()), _ => {} } }", "DISK: disk; NONE: not disk, or none"},
		{"a.kt", "fun f() = when (System.getenv(\"STORE\") ?: \"none\") { \"disk\" -> System.getenv(\"DISK\")!!; else -> null }", "DISK: disk"},
		{"a.exs", "import Config\nif config_env() in [:prod, :stage] do\n  config :a, b: System.fetch_env!(\"PROD\")\nend\n", "PROD: prod, stage"},
		{"a.swift", "import Foundation\nlet env = ProcessInfo.processInfo.environment\nif env[\"STORE\"] == \"disk\" { use(env[\"DISK\"]!) }", "DISK: disk"},
		{"a.scala", "object A { sys.env.getOrElse(\"STORE\", \"disk\") match { case \"disk\" => use(sys.env(\"DISK\")); case _ => } }", "DISK: disk, or none"},
		{"a.dart", "import 'dart:io';\nvoid main() { if (Platform.environment['STORE'] == 'disk') { use(Platform.environment['DISK']!); } }", "DISK: disk"},
		{"a.pl", "if (($ENV{STORE} // 'disk') eq 'disk') { use_it($ENV{DISK}); }", "DISK: disk, or none"},
		{"a.lua", "if os.getenv('STORE') == 'disk' then use(os.getenv('DISK')) end", "DISK: disk"},
		{"a.cpp", "#include <cstdlib>\n#include <string>\nint main() { std::string s = getenv(\"STORE\") ? getenv(\"STORE\") : \"none\"; if (s == \"disk\") use(getenv(\"DISK\")); }", "DISK: disk"},
		{"a.sh", "case \"${STORE:-disk}\" in disk|tape) : \"${DISK:?}\" ;; s3) : \"${S3:?}\" ;; *) echo \"$REST\" ;; esac", "DISK: disk, tape, not s3, or none; S3: s3, not disk, tape; REST: not disk, tape, s3, or other"},
		{"a.sh", "if [ \"$STORE\" = disk ] && [[ $MODE != dry ]]; then echo \"$DISK\"; else echo \"$REST\"; fi\n[[ \"$STORE\" == s3 ]] && echo \"$S3\"", "MODE: disk; DISK: disk; DISK: not dry, or other, or none; S3: s3"},
		{"a.sh", "if [ \"$STORE\" != disk ]; then echo \"$REST\"; elif true; then echo \"$DISK\"; fi", "REST: not disk, or other, or none; DISK: disk"},
		{"a.sh", "if [[ $STORE == d* ]]; then echo \"$DISK\"; fi", "DISK: or other"},
		{"a.exs", "import Config\ncase config_env() do\n  :prod -> config :a, b: System.fetch_env!(\"PROD\")\n  _ -> :ok\nend\n", "PROD: prod"},
		{"a.js", "const names = { disk: ['DISK'], tape: ['REEL', 'DRUM'] };\nfor (const n of names[process.env.STORE]) use(process.env[n]);", "DISK: disk, not tape; REEL: tape, not disk; DRUM: tape, not disk"},
		{"a.rb", "use ENV.fetch('PROD') if Rails.env.in?(%w[production staging])\nuse ENV.fetch('DEV') if Rails.env.local?\n", "PROD: production, staging, not development, test; DEV: development, test, not production, staging"},
	})
}

// whenCase is a file with what it says of when its variables are read.
type whenCase struct{ file, src, want string }

// holdWhen holds what files say of when their variables are read to what is wanted.
func holdWhen(t *testing.T, list []whenCase) {
	t.Helper()
	for _, c := range list {
		if said := whenRead(t, c.file, c.src); said != c.want {
			t.Errorf("%s:\n%s\nhave %s\nwant %s", c.file, c.src, said, c.want)
		}
	}
}

// whenRead says for which values of which others each variable of a file is read.
func whenRead(t *testing.T, file, src string) (said string) {
	t.Helper()
	for _, r := range readsIn(t, file, src) {
		for _, w := range r.When {
			said += fmt.Sprintf("%s: %s; ", r.Name, valuesOf(w))
		}
	}
	return strings.TrimSuffix(said, "; ")
}

// readsIn returns the reads of a file, by whatever reads its language.
func readsIn(t *testing.T, file, src string) []reads.Read {
	t.Helper()
	l, err := language.Of(file).Compiled()
	if err != nil {
		t.Fatal(err)
	}
	if l.Own == nil {
		return l.Analyse(file, []byte(src), nil).Reads
	}
	list, _ := l.Own([]byte(src))
	return list
}

// valuesOf returns for which values it is: disk, not s3, or none.
func valuesOf(w evaluate.When) string {
	var list []string
	for _, part := range []struct {
		is   bool
		says string
	}{{len(w.Come) > 0, strings.Join(w.Come, ", ")}, {len(w.Not) > 0, "not " + strings.Join(w.Not, ", ")}, {w.Other, "or other"}, {w.Unset, "or none"}} {
		if part.is {
			list = append(list, part.says)
		}
	}
	if w.Folded {
		return strings.Join(list, ", ") + " folded"
	}
	return strings.Join(list, ", ")
}
