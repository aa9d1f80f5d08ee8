package language

import (
	"path"
	"strings"

	"inzicht/core/late"
	"inzicht/core/reads"
)

// Settings files that name the environment where they want a variable of it: what
// they are given to puts it in.

// referred are the forms that mean the environment in a file of any kind.
var referred = []form{
	{late.Regexp(`\$?\{env:([A-Za-z_][A-Za-z0-9_]*)(?:\s*(?::-?|,)\s*["']?([^{}"']*?)["']?\s*)?\}`), "{env:…}", reads.Expected},
	{late.Regexp(`\$__env\{([A-Za-z_][A-Za-z0-9_]*)\}`), "$__env{…}", reads.Expected},
	{late.Regexp(`#\{\s*ENV\[["']([A-Za-z_][A-Za-z0-9_]*)["']\]\s*(?:\|\|\s*["']([^"']*)["']\s*)?\}`), "ENV", reads.Expected},
	{late.Regexp(`#\{\s*ENV\.fetch\(["']([A-Za-z_][A-Za-z0-9_]*)["'](?:\s*,\s*["']?([^"',)]*?)["']?)?\s*\)\s*\}`), "ENV.fetch", reads.Required},
	{late.Regexp(`%\(ENV_([A-Za-z_][A-Za-z0-9_]*)\)s`), "%(ENV_…)s", reads.Required},
	{late.Regexp(`\{\{-?\s*(?:\w+\s+)*\(?\s*env\s+\\?["` + "`" + `]([A-Za-z_][A-Za-z0-9_]*)\\?["` + "`" + `]\s*\)?(?:\s*\|\s*(?:default|or)\s+\\?["` + "`" + `]([^"\\` + "`" + `]*)\\?["` + "`" + `])?`), "env", reads.Expected},
	{late.Regexp(`\{\{-?\s*(?:\w+\s+)*\(?\s*(?:getenv|envOrDefault)\s+\\?["` + "`" + `]([A-Za-z_][A-Za-z0-9_]*)\\?["` + "`" + `](?:\s+\\?["` + "`" + `]([^"\\` + "`" + `]*)\\?["` + "`" + `])?`), "getenv", reads.Expected},
	{late.Regexp(`\{\{-?\s*(?:\w+\s+)*\(?\s*(?:mustEnv|requiredEnv)\s+\\?["` + "`" + `]([A-Za-z_][A-Za-z0-9_]*)\\?["` + "`" + `]`), "mustEnv", reads.Required},
	{late.Regexp(`\{\{-?\s*default\s+\.Env\.([A-Za-z_][A-Za-z0-9_]*)\s+\\?["` + "`" + `]([^"\\` + "`" + `]*)\\?["` + "`" + `]`), ".Env", reads.Optional},
	{late.Regexp(`\{\{-?\s*(?:if|else if|with|and|or|not)\s[^}]*?\.Env\.([A-Za-z_][A-Za-z0-9_]*)`), ".Env", reads.Optional},
	{late.Regexp(`\{\{-?\s*(?:\w+\s+)?\.Env\.([A-Za-z_][A-Za-z0-9_]*)\s*(?:-?\}\}|\|)`), ".Env", reads.Expected},
}

// references are what a file holds that may hold such a form.
var references = []string{"{env:", "$__env{", ")s", "env \"", "env `", `env \"`, "getenv", "envOrDefault", "mustEnv", "requiredEnv", ".Env.", "{ENV"}

var (
	readReferred = onceEach(ownEnvironment(byLine("#;", "", nil, nil, referred...)))
	readCalls    = byLine("#", reads.Tooling, nil, nil,
		form{late.Regexp(`\b(?:get_env|env)\(\s*"([A-Za-z_][A-Za-z0-9_]*)"(?:\s*,\s*"([^"]*)")?`), "env()", reads.Expected})
	// What tools for infrastructure are told.
	hcl = &reads.Language{
		Name: "hcl", Extensions: []string{".hcl", ".nomad"}, Triggers: append([]string{"get_env", "env("}, references...),
		Own: together(readReferred, readCalls),
	}
	toml = &reads.Language{
		Name: "toml", Where: "settings in .toml, and no manifests", OfFile: isSettings, Triggers: append([]string{":-", ":?"}, references...),
		Own: together(readReferred, byLine("#", "", nil, nil,
			form{late.Regexp(`\$\{([A-Z][A-Z0-9]*_[A-Z0-9_]+):-([^}]*)\}`), "${…}", reads.Optional},
			form{late.Regexp(`\$\{([A-Z][A-Z0-9]*_[A-Z0-9_]+):\?[^}]*\}`), "${…}", reads.Required})),
	}
)

// manifests are files in TOML that say what a project is, and are no settings of a program.
var manifests = wordSet("inzicht.toml inzicht.accepted.toml Cargo.toml pyproject.toml Project.toml Manifest.toml rust-toolchain.toml clippy.toml rustfmt.toml .rustfmt.toml")

// isSettings reports whether a file holds settings in TOML.
func isSettings(file string) bool {
	base := path.Base(file)
	return strings.HasSuffix(base, ".toml") && !manifests[base]
}

var (
	environmentKey = late.Regexp(`(?m)^environment\s*[=:]([^\n]*(?:\n[ \t]+[^\n]*)*)`)
	givenName      = late.Regexp(`(?:^|[\s,])([A-Za-z_][A-Za-z0-9_]*)=`)
)

// ownEnvironment has what the file itself gives a program asked for as the file's own, and
// not required of who starts it: environment=GATE_KEY="1".
func ownEnvironment(read func([]byte) ([]reads.Read, error)) func([]byte) ([]reads.Read, error) {
	return func(src []byte) ([]reads.Read, error) {
		list, err := read(src)
		given := map[string]bool{}
		if len(list) > 0 {
			for _, line := range environmentKey().FindAllSubmatch(src, -1) {
				for _, name := range givenName().FindAllSubmatch(line[1], -1) {
					given[string(name[1])] = true
				}
			}
		}
		for i := range list {
			if given[list[i].Name] {
				list[i].Need = reads.Optional
			}
		}
		return list, err
	}
}

// onceEach leaves out, of several reads at one place, all but the first.
func onceEach(read func([]byte) ([]reads.Read, error)) func([]byte) ([]reads.Read, error) {
	type place struct {
		line, column int
		name         string
	}
	return func(src []byte) (once []reads.Read, err error) {
		list, err := read(src)
		seen := map[place]bool{}
		for _, r := range list {
			if at := (place{r.Line, r.Column, r.Name}); !seen[at] {
				seen[at], once = true, append(once, r)
			}
		}
		return once, err
	}
}
