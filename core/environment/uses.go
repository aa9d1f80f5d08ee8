package environment

import (
	"path"
	"regexp"
	"slices"
	"strings"

	"inzicht/core/tree"
)

// maxManifest is the size in bytes up to which a manifest is looked at.
const maxManifest = 256 << 10

// ownName are the places where manifests of different languages name the
// package that they describe.
var ownName = regexp.MustCompile(`(?m)^module\s+(\S+)|^\s{0,2}\{?\s*"name"\s*:\s*"([^"]+)"|^name\s*=\s*["']([^"']+)["']|<artifactId>([^<]+)</artifactId>|spec\.name\s*=\s*["']([^"']+)["']`)

// usersOf finds, for the folder of each component that others name in their
// manifests as a dependency or by its path, the components that use it,
// directly or through others. The keys and values are names of components.
func usersOf(t *tree.Tree) map[string][]string {
	texts, names := map[string]string{}, map[string]string{}
	for _, c := range t.Components {
		if c.Manifest == "" {
			continue
		}
		src, err := t.ReadFile(c.Manifest)
		if err != nil || len(src) > maxManifest {
			continue
		}
		texts[c.Name] = string(src)
		if found := ownName.FindStringSubmatch(string(src)); found != nil {
			names[c.Name] = strings.Join(found[1:], "")
		}
	}
	direct := map[string][]string{}
	for _, user := range t.Components {
		direct[user.Name] = append(direct[user.Name], user.Uses...)
		for _, used := range t.Components {
			if user.Name != used.Name && used.Folder != "" && names[used.Name] != "" && uses(texts[user.Name], user, used, names[used.Name]) {
				direct[user.Name] = append(direct[user.Name], used.Name)
			}
		}
	}
	users := map[string][]string{}
	for user := range direct {
		for _, used := range reachable(direct, user) {
			users[used] = append(users[used], user)
		}
	}
	for _, list := range users {
		slices.Sort(list)
	}
	return users
}

// uses tells whether a manifest names a component, by its package's name in
// quotes or as a word, or by the way to its folder.
func uses(manifest string, user, used tree.Component, name string) bool {
	if manifest == "" {
		return false
	}
	for _, way := range []string{`"` + name + `"`, `'` + name + `'`, " " + name + " ", "\n" + name + " ", "<artifactId>" + name + "</artifactId>"} {
		if len(name) > 2 && strings.Contains(manifest, way) && !strings.Contains(manifest, `"name": `+way) {
			return true
		}
	}
	way := relative(user.Folder, used.Folder)
	return strings.Contains(way, "../") && (strings.Contains(manifest, way+`"`) || strings.Contains(manifest, way+"'") || strings.Contains(manifest, way+"\n"))
}

// relative gives the way from one folder of the tree to another.
func relative(from, to string) string {
	ups := ""
	for from != "" && from != "." && to != from && !strings.HasPrefix(to, from+"/") {
		from, ups = path.Dir(from), ups+"../"
	}
	if from == "." || from == "" {
		return ups + to
	}
	return ups + strings.TrimPrefix(strings.TrimPrefix(to, from), "/")
}

func reachable(direct map[string][]string, from string) (list []string) {
	for queue := direct[from]; len(queue) > 0; queue = queue[1:] {
		if !slices.Contains(list, queue[0]) && queue[0] != from {
			list = append(list, queue[0])
			queue = append(slices.Clone(queue), direct[queue[0]]...)
		}
	}
	return list
}
