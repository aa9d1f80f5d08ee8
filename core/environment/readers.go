package environment

import (
	"bytes"
	"path"
	"regexp"
	"slices"
	"strings"

	"inzicht/core/envfile"
	"inzicht/core/late"
	"inzicht/core/tree"
)

// maxScripts bounds how many scripts are looked through for env files they use.
const maxScripts = 2000

var (
	sourced   = late.Regexp(`(?m)(?:^|[;&|]|\bdo\b|\bthen\b|\{)\s*(?:\.|source)\s+["']?([^\s"';&|]+)`)
	enginesOf = late.Regexp(`(?m)\b(?:docker|podman|nerdctl)\b[^\n]*?--env-file[= ]+["']?([^\s"']+)`)
)

// reads notes that something reads an env file in a dialect.
func (f *finder) reads(file string, dialect *envfile.Dialect) {
	if !slices.Contains(f.set.readers[file], dialect) {
		f.set.readers[file] = append(f.set.readers[file], dialect)
	}
}

// discoverReaders looks through scripts for env files that they source or
// give to a container engine.
func (f *finder) discoverReaders() {
	var envs []string
	for _, file := range f.tree.Files {
		if _, isEnv := tree.EnvFileName(file.Path); isEnv {
			envs = append(envs, file.Path)
		}
	}
	looked := 0
	for _, file := range f.tree.Files {
		if len(envs) == 0 || looked > maxScripts || !isScript(file.Path) {
			continue
		}
		looked++
		src, err := f.tree.ReadFile(file.Path)
		if err != nil || !bytes.Contains(src, []byte("env")) {
			continue
		}
		for _, reader := range []struct {
			pattern *regexp.Regexp
			dialect *envfile.Dialect
		}{{sourced(), envfile.Shell}, {enginesOf(), envfile.Docker}} {
			for _, found := range matchesIn(src, "env", reader.pattern) {
				if env := meant(found, file.Path, envs); env != "" {
					f.reads(env, reader.dialect)
				}
			}
		}
	}
}

// matchesIn returns what the first group of an expression matches in those lines
// of a file that hold a word.
func matchesIn(src []byte, word string, expression *regexp.Regexp) (list []string) {
	for len(list) < 50 {
		at := bytes.Index(src, []byte(word))
		if at < 0 {
			break
		}
		from := bytes.LastIndexByte(src[:at], '\n') + 1
		to := len(src)
		if end := bytes.IndexByte(src[at:], '\n'); end >= 0 {
			to = at + end
		}
		for _, found := range expression.FindAllSubmatch(src[from:to], 50) {
			list = append(list, string(found[1]))
		}
		src = src[to:]
	}
	return list
}

func isScript(file string) bool {
	base := path.Base(file)
	return strings.HasSuffix(base, ".sh") || strings.HasSuffix(base, ".bash") || base == "Makefile" || base == "justfile" || base == "Procfile"
}

// meant finds the env file that a script names: from its own folder, from the
// root, or, where a variable is before it, the only one that ends so.
func meant(written, script string, envs []string) string {
	if n := strings.LastIndexAny(written, "}$)"); n >= 0 {
		written = strings.TrimLeft(written[n+1:], "/")
	}
	var endings []string
	for _, env := range envs {
		if env == path.Clean(written) || env == path.Join(path.Dir(script), written) {
			return env
		}
		if written != "" && (env == written || strings.HasSuffix(env, "/"+written)) {
			endings = append(endings, env)
		}
	}
	if len(endings) == 1 {
		return endings[0]
	}
	return ""
}
