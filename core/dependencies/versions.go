package dependencies

import (
	"encoding/json"
	"path"
	"strings"

	"inzicht/core/files"
	"inzicht/core/sorting"
	"inzicht/core/tree"
)

// versions tells the versions of the packages in a folder, by the files that the
// tools which install them leave there.
type versions struct {
	tree    *tree.Tree
	modules []module          // of Go's modules.txt, by length of their path, longest first
	known   map[string]string // by package: of Composer's list, and of Python's metadata
	modular map[string]string // Python: the package that a module belongs to
}

type module struct{ path, version string }

// mostListed bounds a list of packages, in bytes.
const mostListed = 8 << 20

func newVersions(t *tree.Tree) *versions {
	v := &versions{tree: t, known: map[string]string{}, modular: map[string]string{}}
	v.goModules()
	v.composer()
	for _, f := range t.Files {
		if strings.HasSuffix(path.Dir(f.Path), ".dist-info") && path.Base(f.Path) == "METADATA" {
			v.python(path.Dir(f.Path))
		}
	}
	return v
}

// read returns a file of the folder, or nothing.
func (v *versions) read(file string) []byte {
	src, err := files.ReadFile(v.tree.Root, file, mostListed)
	if err != nil {
		return nil
	}
	return src
}

// goModules reads what go mod vendor writes: # path version.
func (v *versions) goModules() {
	for line := range strings.Lines(string(v.read("modules.txt"))) {
		if parts := strings.Fields(line); len(parts) >= 3 && parts[0] == "#" {
			v.modules = append(v.modules, module{parts[1], parts[2]})
		}
	}
	sorting.By(v.modules, func(a, b module) int { return len(b.path) - len(a.path) })
}

// composer reads what Composer installed.
func (v *versions) composer() {
	var list struct {
		Packages []struct{ Name, Version string } `json:"packages"`
	}
	if json.Unmarshal(v.read("composer/installed.json"), &list) == nil {
		for _, p := range list.Packages {
			v.known[p.Name] = p.Version
		}
	}
}

// python reads the metadata of an installed distribution.
func (v *versions) python(folder string) {
	name, version := "", ""
	for line := range strings.Lines(string(v.read(folder + "/METADATA"))) {
		key, value, found := strings.Cut(strings.TrimSpace(line), ": ")
		switch {
		case !found:
		case key == "Name":
			name = value
		case key == "Version":
			version = value
		}
		if name != "" && version != "" || line == "\n" {
			break
		}
	}
	if name == "" {
		return
	}
	v.known[name] = version
	v.modular[strings.ReplaceAll(strings.ToLower(name), "-", "_")] = name
	for line := range strings.Lines(string(v.read(folder + "/top_level.txt"))) {
		v.modular[strings.TrimSpace(line)] = name
	}
}

// of returns the version of a package in a folder, or "".
func (v *versions) of(name, folder string) string {
	if version, known := v.known[name]; known {
		return version
	}
	for _, m := range v.modules {
		if m.path == name {
			return m.version
		}
	}
	if _, rest, isGem := strings.Cut("/"+folder, "/gems/"); isGem {
		return strings.TrimPrefix(strings.TrimPrefix(rest, name), "-")
	}
	var manifest struct{ Version string }
	if json.Unmarshal(v.read(path.Join(folder, "package.json")), &manifest) == nil {
		return manifest.Version
	}
	return ""
}

// packageOf returns the package that a file of a folder of packages belongs to,
// and the package's folder; "" where it belongs to none.
func packageOf(file string, v *versions) (name, folder string) {
	for _, m := range v.modules {
		if strings.HasPrefix(file, m.path+"/") {
			return m.path, m.path
		}
	}
	before, inner := "", file
	for _, mark := range []string{"site-packages/", "node_modules/", "gems/"} {
		if n := strings.LastIndex("/"+file, "/"+mark); n >= 0 {
			before, inner = file[:n+len(mark)], file[n+len(mark):]
			break
		}
	}
	parts := strings.Split(inner, "/")
	first := parts[0]
	switch {
	case before == "" && (first == "bin" || first == "Scripts") && v.tree.Exists("pyvenv.cfg"): // what makes a virtual environment
		return "", ""
	case strings.HasSuffix(before, "site-packages/"):
		module := strings.TrimSuffix(first, ".py")
		if name := v.modular[module]; name != "" {
			return name, before + first
		}
		return module, before + first
	case strings.HasSuffix(before, "gems/"):
		if n := strings.LastIndex(first, "-"); n > 0 {
			return first[:n], before + first
		}
	case strings.HasPrefix(first, "@") && len(parts) > 1, v.known[strings.Join(parts[:min(2, len(parts))], "/")] != "":
		return parts[0] + "/" + parts[1], before + parts[0] + "/" + parts[1]
	}
	return first, before + first
}
