package tree

import (
	"bytes"
	"strings"
)

// dependencies are folders with other people's code, left out even where git tracks them.
var dependencies = names(`node_modules bower_components jspm_packages vendor .venv venv virtualenv site-packages
	Pods Carthage .bundle .eggs`)

// outputs are folders that builds write, left out unless git tracks what is in them.
var outputs = names(`target dist __pycache__ .next .nuxt .svelte-kit .output .tox .nox .mypy_cache .pytest_cache
	.ruff_cache .gradle .terraform .cache .parcel-cache .turbo .dart_tool DerivedData _build coverage htmlcov`)

// control are folders of version control itself.
var control = names(".git .hg .svn .jj")

func names(list string) map[string]bool {
	m := map[string]bool{}
	for _, name := range strings.Fields(list) {
		m[name] = true
	}
	return m
}

// skipName says why a folder of this name is left out, or nothing.
func skipName(name string, tracked bool) string {
	switch {
	case control[name]:
		return "version control"
	case dependencies[name]:
		return "dependencies"
	case outputs[name] && !tracked:
		return "build output"
	}
	return ""
}

// skippedFolder returns the folder on the way to file that is left out, and why.
func skippedFolder(file string, tracked bool) (folder, reason string) {
	for at := 0; ; {
		n := strings.IndexByte(file[at:], '/')
		if n < 0 {
			return "", ""
		}
		if reason := skipName(file[at:at+n], tracked); reason != "" {
			return file[:at+n], reason
		}
		at += n + 1
	}
}

// IsBundle tells by name and contents whether a script was made by a bundler
// or minifier: its lines are far longer than people write.
func IsBundle(file string, src []byte) bool {
	if strings.Contains(file, ".min.") || strings.HasSuffix(file, ".bundle.js") {
		return true
	}
	if !strings.HasSuffix(file, "js") || len(src) < 16<<10 {
		return false
	}
	return len(src)/(1+bytes.Count(src, []byte{'\n'})) > 400
}

// IsDependency reports whether a file lies in a folder of other people's code.
func IsDependency(file string) bool {
	_, reason := skippedFolder(file, true)
	return reason != ""
}
