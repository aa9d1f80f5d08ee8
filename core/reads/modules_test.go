package reads_test

import (
	"strings"
	"testing"

	"inzicht/core/reads"
)

// What a file is called by those that import it.
func TestModules(t *testing.T) {
	for _, c := range []struct{ file, stem, folder, module string }{
		{"gate.py", "gate", ".", "gate"},
		{"lock/gate.py", "gate", "lock", "gate"},
		{"lock/__init__.py", "__init__", "lock", "lock"},
		{"src/lock/index.ts", "index", "lock", "lock"},
		{"index.js", "index", ".", "."},
		{"lock/gate.server.ts", "gate.server", "lock", "gate.server"},
	} {
		if stem, folder := reads.Origin(c.file); stem != c.stem || folder != c.folder {
			t.Errorf("%s: of %q in %q, want %q in %q", c.file, stem, folder, c.stem, c.folder)
		}
		if module := reads.ModuleOf(c.file); module != c.module {
			t.Errorf("%s: module %q, want %q", c.file, module, c.module)
		}
	}
	for name, want := range map[string]string{"./gate.js": "./gate", "node:process": "process", "node:assert/strict": "assert", "../lib/gate.mjs": "../lib/gate", "gate": "gate", "gate.d": "gate.d"} { // in any order
		if have := reads.ModuleName(name); have != want {
			t.Errorf("%s is %q, want %q", name, have, want)
		}
	}
}

// A module may be a file, or what a folder is known by.
func TestModulesAndFiles(t *testing.T) {
	for _, c := range []struct {
		module, file string
		want         bool
	}{
		{"gate", "lock/gate.py", true},
		{"gate", "lock/weir.py", false},
		{"lock", "lock/gate.py", true},
		{"src", "src/lock/gate.py", false},
		{"lock", "lock/__init__.py", true},
		{"lock", "weir/__init__.py", false},
	} {
		if have := reads.IsOf(c.module, c.file); have != c.want {
			t.Errorf("%s is of %s: %v", c.module, c.file, have)
		}
	}
}

// at marks the word of interest with «».
func at(t *testing.T, marked string) (src []byte, from, to int) {
	t.Helper()
	from = strings.Index(marked, "«")
	to = strings.Index(marked, "»") - len("«")
	if from < 0 || to < from {
		t.Fatalf("no mark in %q", marked)
	}
	return []byte(strings.NewReplacer("«", "", "»", "").Replace(marked)), from, to
}

// Told by the bytes round a word alone, before a file is taken apart.
func TestCallsAndModules(t *testing.T) {
	for _, c := range []struct {
		source               string
		call, member, module bool // it may be called, or may be a member that is called; a module that is imported
	}{
		{"x = «need»('A')", true, false, false},
		{"x = «need»<string>('A')", true, false, false},
		{"x = lock.«need»('A')", true, true, false},
		{"x = lock::«need»(\"A\")", true, true, false},
		{"x = lock?.«need»('A')", true, true, false},
		{"names.map(«need»)", true, false, false},
		{"const x = require('./«need»')", false, false, true},
		{"import x from \"../lib/«need»\";", false, false, true},
		{"import x from \"../lib/«need».js\";", false, false, true},
		{"«need» = 5", false, false, false},
	} {
		src, from, to := at(t, c.source)
		if have := (&reads.Callers{}).IsCall(src, from, to, true); have != c.call {
			t.Errorf("%s: it may be called: %v", c.source, have)
		}
		if have := (&reads.Callers{}).IsCall(src, from, to, false); have != c.member {
			t.Errorf("%s: a member may be called: %v", c.source, have)
		}
		if have := reads.IsModule(src, from, to); have != c.module {
			t.Errorf("%s: a module: %v", c.source, have)
		}
	}
	for source, want := range map[string]bool{"a gate b": true, "gate": true, "gates": false, "my_gate": false, "gate.x": true, "": false} { // in any order
		if have := reads.HasWord([]byte(source), "gate"); have != want {
			t.Errorf("%q has the word: %v", source, have)
		}
	}
}
