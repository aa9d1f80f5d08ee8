package survey

import (
	"encoding/json"
	"path"
	"strings"

	"inzicht/core/late"
	"inzicht/core/tree"
)

// A library may read variables by itself. Where one is installed in the tree,
// that is looked for (InLibraries); one that is only named cannot be looked into.

// naming is how a manifest names the libraries that a program runs with, and in
// which folders beside it they are installed.
type naming struct {
	file    string // the manifest, or its ending
	names   func(src []byte) bool
	folders string
}

var namings = []naming{
	{"package.json", keys("dependencies", "devDependencies"), "node_modules"},
	{"composer.json", keys("require"), "vendor"},
	{"go.mod", lines(`^(require\s+)?[\w.-]+\.[\w.-]+/\S+ v\d`), "vendor"},
	{"requirements.txt", lines(`^[A-Za-z]`), ".venv venv"},
	{"pyproject.toml", lines(`^(dependencies\s*=\s*\[\s*["']|\[tool\.poetry\.dependencies\])`), ".venv venv"},
	{"Pipfile", lines(`^\[packages\]`), ".venv venv"},
	{"setup.py", lines(`install_requires`), ".venv venv"},
	{"setup.cfg", lines(`^install_requires`), ".venv venv"},
	{"Gemfile", lines(`^gem\s`), "vendor .bundle"},
	{"Cargo.toml", lines(`^\[([^\]]+\.)?dependencies`), "vendor"},
	{"pom.xml", lines(`<dependency>`), ""},
	{"build.gradle", lines(`^(implementation|api|compile|runtimeOnly)\b`), ""},
	{"build.gradle.kts", lines(`^(implementation|api|compile|runtimeOnly)\b`), ""},
	{"build.sbt", lines(`libraryDependencies`), ""},
	{"mix.exs", lines(`\{:\w+,\s*["'~\w]`), "deps"},
	{".csproj", lines(`<PackageReference`), ""},
	{"Package.swift", lines(`^\.package\(`), ".build"},
}

// lines reports whether a line matches an expression, apart from the space
// before it.
func lines(expression string) func([]byte) bool {
	if rest, whole := strings.CutPrefix(expression, "^"); whole {
		expression = `(?m)^[ \t]*(?:` + rest + `)`
	}
	line := late.Regexp(expression)
	return func(src []byte) bool { return line().Match(src) }
}

// keys reports whether one of some objects of a JSON file names a library:
// platform packages, php and ext-json, are none.
func keys(objects ...string) func([]byte) bool {
	return func(src []byte) bool {
		var manifest map[string]json.RawMessage
		if json.Unmarshal(src, &manifest) != nil {
			return false
		}
		for _, object := range objects {
			var list map[string]json.RawMessage
			if json.Unmarshal(manifest[object], &list) != nil {
				continue
			}
			for name := range list { // in any order
				if name != "php" && !strings.HasPrefix(name, "ext-") {
					return true
				}
			}
		}
		return false
	}
}

// Uninstalled returns the manifest by which a component names libraries that
// are not installed in the tree, so that what they read is not known; or "".
func (s *Survey) Uninstalled(component string) string {
	if manifest, known := s.uninstalled[component]; known {
		return manifest
	}
	if s.uninstalled == nil {
		s.uninstalled = map[string]string{}
	}
	for _, c := range s.Tree.Components {
		if c.Name == component {
			s.uninstalled[component] = s.namesLibraries(c)
		}
	}
	if s.uninstalled[component] == "" { // a library of the root serves the components below it
		for _, c := range s.Tree.Components {
			if c.Folder == "" {
				s.uninstalled[component] = s.namesLibraries(c)
			}
		}
	}
	return s.uninstalled[component]
}

// namesLibraries returns the manifest of a component that names libraries which
// are installed neither beside it nor above it, or "".
func (s *Survey) namesLibraries(c tree.Component) string {
	for _, n := range namings {
		file := path.Join(c.Folder, n.file)
		if strings.HasPrefix(n.file, ".") {
			if file = c.Manifest; !strings.HasSuffix(file, n.file) {
				continue
			}
		}
		if !s.Tree.Has(file) || s.installedAbove(c.Folder, strings.Fields(n.folders)) {
			continue
		}
		if src, err := s.Tree.ReadFile(file); err == nil && n.names(src) {
			return file
		}
	}
	return ""
}

// installedAbove reports whether one of some folders lies in a folder or above
// it.
func (s *Survey) installedAbove(folder string, names []string) bool {
	for {
		for _, name := range names {
			if s.Tree.HasFolder(path.Join(folder, name)) {
				return true
			}
		}
		if folder == "" || folder == "." {
			return false
		}
		folder = path.Dir(folder)
	}
}
