package survey

import (
	"encoding/json"
	"path"
	"regexp"
	"slices"
	"strings"

	"inzicht/core/files"
	"inzicht/core/late"
)

// Components may be parts of one program: packages of a workspace, modules that name each
// other in their manifests. A helper of the one is called by the other.

// mostLinked bounds how many components are held against each other.
const mostLinked = 400

// manifestKind is how manifests of a kind name what they are of, and what that needs.
type manifestKind struct {
	name  func() *regexp.Regexp
	needs []string // what is before and behind the name of something that is needed, by a bar
}

var manifestKinds = map[string]manifestKind{
	"package.json":   {late.Regexp(`(?m)^\s*\{?\s*"name"\s*:\s*"([^"]+)"`), nil}, // by its dependencies
	"composer.json":  {late.Regexp(`(?m)^\s*\{?\s*"name"\s*:\s*"([^"]+)"`), []string{`"|":`}},
	"go.mod":         {late.Regexp(`(?m)^module\s+"?([^\s"]+)`), []string{" | ", "\t| "}},
	"Cargo.toml":     {late.Regexp(`(?m)^name\s*=\s*"([^"]+)"`), []string{"\n| =", "\n|=", "\n|."}},
	"pyproject.toml": {late.Regexp(`(?m)^name\s*=\s*["']([^"']+)`), []string{`"|"`, `'|'`, "\n| ="}},
	"pubspec.yaml":   {late.Regexp(`(?m)^name:\s*["']?([\w.-]+)`), []string{"\n  |:"}},
	"mix.exs":        {late.Regexp(`app:\s*:(\w+)`), []string{"{:|,"}},
	"pom.xml":        {late.Regexp(`<artifactId>([^<]+)</artifactId>`), []string{"<artifactId>|</artifactId>"}},
}

// ofParent is what a manifest says of the one above it.
var ofParent = late.Regexp(`(?s)<parent>.*?</parent>`)

// otherPath is a path to the folder or the project file of another component.
var otherPath = late.Regexp(`\.\.[/\\][\w./\\@-]+`)

// link finds which components are one program: of each that is linked to another, by its
// folder, the folder that stands for all of them; and the names that packages have.
func (s *Survey) link() {
	s.links, s.packages = map[string]string{}, map[string]string{}
	if len(s.Tree.Components) > mostLinked {
		return
	}
	s.nameCrate("")
	manifests := map[string]*manifest{}
	for _, c := range s.Tree.Components {
		s.nameCrate(c.Folder)
		if src, err := s.Tree.ReadFile(c.Manifest); c.Folder != "" && c.Manifest != "" && err == nil {
			manifests[c.Folder] = newManifest(path.Base(c.Manifest), src)
		}
	}
	of := joined{}
	for folder, m := range manifests { // in any order
		for other, n := range manifests { // in any order
			if other != folder && n.base == m.base && m.asks(n.name) {
				of.join(folder, other)
			}
		}
		for _, to := range otherPath().FindAllString(m.text, -1) {
			if other := s.componentAt(path.Join(folder, strings.ReplaceAll(to, `\`, "/"))); other != "" {
				of.join(folder, other)
			}
		}
	}
	s.joinUsed(of)
	for folder := range of { // in any order
		s.links[folder] = of.root(folder)
		if m := manifests[folder]; m != nil && m.dependencies != nil {
			s.packages[folder] = m.name
		}
	}
}

// used is how a workspace of Go names the folder of a module.
var used = late.Regexp(`(?m)^[ \t]*(?:use[ \t]+)?"?\./([^\s"]+)`)

// joinUsed joins the modules that a workspace of Go uses together, whether they require each
// other or not.
func (s *Survey) joinUsed(of joined) {
	src, err := s.Tree.ReadFile("go.work")
	if err != nil {
		return
	}
	first := ""
	for _, m := range used().FindAllSubmatch(src, mostLinked) {
		folder := s.componentAt(path.Clean(string(m[1])))
		switch {
		case folder == "":
		case first == "":
			first = folder
		default:
			of.join(first, folder)
		}
	}
}

// nameCrate notes the name of a crate, by which its own programs, too, take in its library.
func (s *Survey) nameCrate(folder string) {
	if src, err := s.Tree.ReadFile(path.Join(folder, "Cargo.toml")); err == nil {
		s.packages[folder] = strings.ReplaceAll(newManifest("Cargo.toml", src).name, "-", "_")
	}
}

// componentAt returns the folder of the component that a path leads to, by its folder or by
// a file right in it, or "".
func (s *Survey) componentAt(to string) string {
	folder := s.Tree.ComponentOf(path.Join(to, "x")).Folder
	if folder == to || folder == files.FolderOf(to) {
		return folder
	}
	return ""
}

// joined are folders in groups: of each the one that is known to stand for it, or itself.
type joined map[string]string

func (of joined) root(folder string) string {
	for of[folder] != "" && of[folder] != folder {
		folder = of[folder]
	}
	return folder
}

// join makes one group of the groups of two folders: the first in order stands for it.
func (of joined) join(a, b string) {
	if a, b = of.root(a), of.root(b); a != b {
		of[max(a, b)], of[min(a, b)] = min(a, b), min(a, b)
	}
}

// packageNamed returns the name by which other packages of the tree import what the one
// of a file has, or "".
func (s *Survey) packageNamed(file string) string {
	return s.packages[s.Tree.ComponentOf(file).Folder]
}

// packagesOf returns the names by which packages of a region are imported, each behind its
// folder, in order.
func (s *Survey) packagesOf(region string) (list []string) {
	for folder, name := range s.packages { // in any order
		if s.links[folder] == region || folder == region {
			list = append(list, folder+" "+name)
		}
	}
	slices.Sort(list)
	return list
}

// manifest is what is known of one manifest.
type manifest struct {
	base, text, name string
	kind             manifestKind
	dependencies     map[string]bool // of a package.json
}

func newManifest(base string, src []byte) *manifest {
	m := &manifest{base: base, text: string(ofParent().ReplaceAll(src, nil)), kind: manifestKinds[base]}
	if m.kind.name == nil {
		return m
	}
	if found := m.kind.name().FindStringSubmatch(m.text); found != nil {
		m.name = found[1]
	}
	if base == "package.json" {
		var of struct {
			Name                                            string
			Dependencies, DevDependencies, PeerDependencies map[string]any
		}
		if json.Unmarshal(src, &of) == nil {
			m.name, m.dependencies = of.Name, map[string]bool{}
			for _, list := range []map[string]any{of.Dependencies, of.DevDependencies, of.PeerDependencies} {
				for name := range list { // in any order
					m.dependencies[name] = true
				}
			}
		}
	}
	return m
}

// asks reports whether a manifest says that what it is of needs something by a name.
func (m *manifest) asks(name string) bool {
	if name == "" {
		return false
	}
	return m.dependencies[name] || slices.ContainsFunc(m.kind.needs, func(need string) bool {
		before, behind, _ := strings.Cut(need, "|")
		return strings.Contains(m.text, before+name+behind)
	})
}
