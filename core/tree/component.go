package tree

import (
	"inzicht/core/files"
	"inzicht/core/sorting"
	"path"
	"slices"
	"strings"
)

// Component is a part of the tree with a contract of its own: a folder that
// holds a manifest.
type Component struct {
	Name     string   // "" for the root
	Folder   string   // relative, "" for the root
	Manifest string   // the file that makes it one
	Uses     []string // names of components whose reads count for it, as configured
}

// manifests are the files that make a folder a component.
var manifests = names(`go.mod package.json pyproject.toml setup.py setup.cfg requirements.txt Pipfile composer.json Gemfile
	Cargo.toml pom.xml build.gradle build.gradle.kts build.sbt mix.exs pubspec.yaml Package.swift deno.json
	CMakeLists.txt Makefile.PL cpanfile rebar.config`)

func isManifest(base string) bool {
	return manifests[base] || strings.HasSuffix(base, ".csproj") || strings.HasSuffix(base, ".gemspec") || strings.HasSuffix(base, ".rockspec")
}

// findComponents makes a component of each folder with a manifest, and of
// those given. The root is always one.
func (t *Tree) findComponents(given []Component) {
	t.Components = append([]Component{{}}, given...)
	seen := map[string]bool{"": true}
	for _, c := range given {
		seen[c.Folder] = true
	}
	count := map[string]int{}
	for _, f := range t.Files {
		folder, base := files.FolderOf(f.Path), path.Base(f.Path)
		if isManifest(base) && folder == "" {
			t.RootManifest = true
		}
		if !isManifest(base) || folder == "" || IsTestPath(f.Path) {
			continue
		}
		if i := slices.IndexFunc(given, func(c Component) bool { return c.Folder == folder }); i >= 0 {
			t.Components[1+i].Manifest = f.Path
			continue
		}
		if seen[folder] {
			continue
		}
		seen[folder] = true
		t.Components = append(t.Components, Component{Name: path.Base(folder), Folder: folder, Manifest: f.Path})
		count[path.Base(folder)]++
	}
	for i := range t.Components {
		if c := &t.Components[i]; count[c.Name] > 1 && c.Manifest != "" && i > len(given) {
			c.Name = c.Folder
		}
	}
	sorting.By(t.Components, func(a, b Component) int { return strings.Compare(a.Folder, b.Folder) })
}

// ComponentOf returns the component that a file belongs to: the one of the
// nearest folder above it.
func (t *Tree) ComponentOf(file string) Component {
	for folder := files.FolderOf(file); folder != ""; folder = files.FolderOf(folder) {
		i, found := slices.BinarySearchFunc(t.Components, folder, func(c Component, f string) int { return strings.Compare(c.Folder, f) })
		if found {
			return t.Components[i]
		}
	}
	return Component{}
}

// ComponentNames returns the names of the components that have one, sorted by
// their folders.
func (t *Tree) ComponentNames() (names []string) {
	for _, c := range t.Components {
		if c.Name != "" {
			names = append(names, c.Name)
		}
	}
	return names
}
