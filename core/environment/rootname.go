package environment

import (
	"encoding/json"
	"path"
	"regexp"
	"strings"

	"inzicht/core/late"
)

// What runs the program at the root of a tree calls it by the name of its
// package, its module or its binary, and by no folder.

var (
	moduleLine  = late.Regexp(`(?m)^module\s+"?([^\s"]+)`)
	nameLine    = late.Regexp(`(?m)^\s*name\s*=\s*["']?([A-Za-z0-9._-]+)`)
	appLine     = late.Regexp(`\bapp:\s*:([a-z0-9_]+)`)
	majorFolder = late.Regexp(`^v[0-9]+$`)
)

// rootNames returns the names that the program at the root is called by.
func (f *finder) rootNames() map[string]bool {
	if f.ofRoot != nil {
		return f.ofRoot
	}
	f.ofRoot = map[string]bool{}
	add := func(name string) {
		if name = path.Base(name); name != "." && name != "/" && name != "" {
			f.ofRoot[strings.ToLower(name)] = true
		}
	}
	for _, file := range f.tree.Files {
		folder, base := path.Split(file.Path)
		if inner, found := strings.CutPrefix(folder, "cmd/"); found && base == "main.go" { // a binary
			add(strings.TrimSuffix(inner, "/"))
		}
		if folder != "" {
			continue
		}
		if strings.HasSuffix(base, ".csproj") {
			add(strings.TrimSuffix(base, ".csproj"))
		}
		if names := rootManifests[base]; names != nil {
			if src, err := f.tree.ReadFile(file.Path); err == nil {
				for _, name := range names(src) {
					add(name)
				}
			}
		}
	}
	return f.ofRoot
}

// rootManifests take the names out of the manifests of a root.
var rootManifests = map[string]func([]byte) []string{
	"go.mod": func(src []byte) []string {
		names := firstGroup(moduleLine)(src)
		for i, name := range names {
			if majorFolder().MatchString(path.Base(name)) {
				names[i] = path.Dir(name)
			}
		}
		return names
	},
	"package.json": jsonNames, "composer.json": jsonNames, "deno.json": jsonNames,
	"Cargo.toml": firstGroup(nameLine), "pyproject.toml": firstGroup(nameLine), "setup.cfg": firstGroup(nameLine), "mix.exs": firstGroup(appLine),
}

func firstGroup(expression func() *regexp.Regexp) func([]byte) []string {
	return func(src []byte) []string {
		if found := expression().FindSubmatch(src); found != nil {
			return []string{string(found[1])}
		}
		return nil
	}
}

// jsonNames returns the name of a package and those of its programs.
func jsonNames(src []byte) (names []string) {
	var manifest struct {
		Name string         `json:"name"`
		Bin  map[string]any `json:"bin"`
	}
	_ = json.Unmarshal(src, &manifest) // a damaged manifest has no names
	names = append(names, manifest.Name)
	for name := range manifest.Bin { // in any order: they go into a set
		names = append(names, name)
	}
	return names
}
