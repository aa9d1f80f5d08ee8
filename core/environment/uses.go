package environment

import (
	"path"
	"slices"
	"strings"

	"inzicht/core/late"
	"inzicht/core/tree"
)

// maxManifest is the size in bytes up to which a manifest is looked at.
const maxManifest = 256 << 10

// maxUses is the number of pairs of components, one of which uses the other,
// directly or through others, up to which they are taken up.
const maxUses = 1 << 20

// ownName are the places where manifests of different languages name the
// package that they describe.
var ownName = late.Regexp(`(?m)^module\s+(\S+)|^\s{0,2}\{?\s*"name"\s*:\s*"([^"]+)"|^name\s*=\s*["']([^"']+)["']|<artifactId>([^<]+)</artifactId>|spec\.name\s*=\s*["']([^"']+)["']`)

// usersOf finds, for the folder of each component that others name in their
// manifests as a dependency or by its path, the components that use it,
// directly or through others. The keys and values are names of components.
func usersOf(t *tree.Tree) map[string][]string {
	texts, byName, byFolder := map[string]string{}, map[string][]string{}, map[string]string{}
	for _, c := range t.Components {
		if c.Manifest == "" || tree.IsDependency(c.Manifest) { // an installed library is nobody's component
			continue
		}
		src, err := t.ReadFile(c.Manifest)
		if err != nil || len(src) > maxManifest {
			continue
		}
		texts[c.Name] = string(src)
		found := ownName().FindStringSubmatch(string(src))
		if found == nil || c.Folder == "" {
			continue
		}
		byFolder[c.Folder] = c.Name
		if name := strings.Join(found[1:], ""); len(name) > 2 {
			byName[name] = append(byName[name], c.Name)
		}
	}
	direct := map[string][]string{}
	for _, user := range t.Components {
		used := slices.Clone(user.Uses)
		for _, word := range mentions(texts[user.Name]) {
			used = append(used, byName[word]...)
			if strings.HasPrefix(word, "../") {
				if name, known := byFolder[path.Join(user.Folder, word)]; known {
					used = append(used, name)
				}
			}
		}
		direct[user.Name] = append(direct[user.Name], used...)
	}
	users, left := map[string][]string{}, maxUses
	for _, user := range t.Components {
		for _, used := range reachable(direct, user.Name, left) {
			users[used] = append(users[used], user.Name)
			left--
		}
	}
	for used, list := range users { // in any order
		slices.Sort(list)
		users[used] = slices.Compact(list) // of two that are configured by one name
	}
	return users
}

// mentions returns what a manifest may name a component by: what is in
// quotes, words between spaces, artifacts, and ways that lead upward. What it
// names itself is left out.
func mentions(manifest string) (list []string) {
	last := -1
	for at := 0; at < len(manifest); at++ {
		if c := manifest[at]; c == '"' || c == '\'' {
			if last >= 0 && manifest[last] == c && !strings.HasSuffix(manifest[:last], `"name": `) {
				list = append(list, manifest[last+1:at])
			}
			last = at
		}
	}
	for _, line := range strings.Split(manifest, "\n") {
		words := strings.Split(line, " ")
		list = append(list, words[:len(words)-1]...) // a space is behind each
		if n := strings.Index(line, "../"); n >= 0 {
			way, _, _ := strings.Cut(line[n:], `"`)
			way, _, _ = strings.Cut(way, "'")
			list = append(list, way)
		}
	}
	for _, found := range artifact().FindAllStringSubmatch(manifest, -1) {
		list = append(list, found[1])
	}
	return list
}

var artifact = late.Regexp(`<artifactId>([^<]+)</artifactId>`)

// reachable returns what can be come to from a component, one step after the
// other, up to a number.
func reachable(direct map[string][]string, from string, most int) (list []string) {
	seen := map[string]bool{from: true}
	for queue := direct[from]; len(queue) > 0; {
		var next []string
		for _, name := range queue {
			if !seen[name] && len(list) < most {
				seen[name] = true
				list = append(list, name)
				next = append(next, direct[name]...)
			}
		}
		queue = next
	}
	return list
}
