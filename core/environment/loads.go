package environment

import (
	"bytes"
	"encoding/json"
	"fmt"
	"path"
	"regexp"
	"strings"

	"inzicht/core/late"
	"inzicht/core/tree"
)

// Scripts of packages and of shells load env files by their names. One that is
// not there is a problem, unless it is a person's own.

var (
	scriptLoads = late.Regexp(`--env-file[= ]["']?([^\s"']+)|\benv-cmd\b[^&|;]*?\s(?:-f|--file)[= ]["']?([^\s"']+)|\bdotenv\b[^&|;]*?\s(?:-e|-p)[= ]["']?([^\s"']+)`)
	shellLoads  = late.Regexp(`^\s*(?:\.|source)\s+["']?([^\s"';&|]+)["']?\s*$`)
)

// loads notes the env files that scripts load and that are not there.
func (f *finder) loads() {
	for _, file := range f.tree.Files {
		look := f.shellLoads
		switch base := path.Base(file.Path); {
		case base == "package.json":
			look = f.packageLoads
		case path.Ext(base) != ".sh" && path.Ext(base) != ".bash":
			continue
		}
		if !tree.IsTestPath(file.Path) {
			look(file.Path)
		}
	}
}

// packageLoads looks at the scripts of a package.
func (f *finder) packageLoads(file string) {
	src, err := f.tree.ReadFile(file)
	if err != nil {
		return
	}
	var manifest struct {
		Scripts map[string]any `json:"scripts"`
	}
	if json.Unmarshal(src, &manifest) != nil {
		return
	}
	for _, name := range sortedKeys(manifest.Scripts) {
		script, _ := manifest.Scripts[name].(string)
		for _, found := range scriptLoads().FindAllStringSubmatch(script, -1) {
			for _, loaded := range strings.Split(found[1]+found[2]+found[3], ",") {
				f.loaded(loaded, file, lineOf(src, loaded), fmt.Sprintf("the script %q", name))
			}
		}
	}
}

// shellLoads looks at what a script sources, without asking first whether it is
// there.
func (f *finder) shellLoads(file string) {
	src, err := f.tree.ReadFile(file)
	if err != nil || len(src) > maxYAML {
		return
	}
	number := 0
	for line := range bytes.Lines(src) {
		number++
		found := shellLoads().FindSubmatch(line)
		if found == nil {
			continue
		}
		name := string(found[1])
		if _, isEnv := tree.EnvFileName(name); !isEnv {
			continue
		}
		asked := regexp.MustCompile(`-[efrs]\s+["']?` + regexp.QuoteMeta(name))
		if !asked.Match(src) {
			f.loaded(name, file, number, "this script")
		}
	}
}

// loaded notes that a file is loaded, if it is not there and is no person's own.
func (f *finder) loaded(name, by string, line int, who string) {
	if name == "" || strings.ContainsAny(name, "$`*?{") || path.IsAbs(name) {
		return
	}
	beside, fromRoot := path.Join(path.Dir(by), name), path.Clean(name)
	if strings.HasPrefix(beside, "..") || f.tree.Has(beside) || f.tree.Has(fromRoot) {
		return
	}
	if kind, isEnv := tree.EnvFileName(beside); !isEnv || kind.Environment == "local" || kind.Override {
		return
	}
	f.set.Problems = append(f.set.Problems, Problem{
		File: by, Line: line, Column: 1, Absent: beside,
		Reason: fmt.Sprintf("%s is not there, and %s loads it", beside, who),
		Hint:   fmt.Sprintf("Make %s, or correct its name in %s:%d.", beside, by, line),
	})
}

// lineOf returns the line on which a text first stands, or 1.
func lineOf(src []byte, text string) int {
	at := bytes.Index(src, []byte(text))
	return bytes.Count(src[:max(at, 0)], []byte{'\n'}) + 1
}
