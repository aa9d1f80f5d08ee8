package survey

import (
	"path"
	"strings"

	"inzicht/core/reads"
	"inzicht/core/tree"
)

// testParts, toolParts and buildParts are names of folders that say when the
// code in them runs.
var (
	testHelpers = words("testutil testutils testhelper testhelpers testenv")
	testParts   = words("test tests testing testutil testutils test_utils testenv testcases testdata t spec specs __tests__ __mocks__ fixtures e2e cypress benches bench")
	toolParts   = words("tools tool scripts script hack .github .circleci ci examples example docs doc misc contrib .githooks githooks .husky packaging debian devstack")
	buildFile   = words(`build.rs setup.py conftest.py webpack.config.js vite.config.js vite.config.ts rollup.config.js
		next.config.js next.config.mjs next.config.ts nuxt.config.ts nuxt.config.js svelte.config.js babel.config.js
		postcss.config.js tailwind.config.js tailwind.config.ts gulpfile.js gruntfile.js esbuild.js metro.config.js
		configure bootstrap autogen.sh build.sh build.ps1 make.sh compile.sh package.sh release.sh build.gradle build.gradle.kts
		settings.gradle settings.gradle.kts build.sbt magefile.go package.swift mix.exs sconstruct sconscript wscript`)
	toolFile = words(`rakefile capfile guardfile vagrantfile fastfile dangerfile brewfile thorfile justfile install.sh install-sh uninstall.sh setup.sh
		postinstall.js preinstall.js noxfile.py tasks.py fabfile.py`)
	buildEnding = words(".gemspec .podspec .cabal .spec .mk .cmake .props .targets")
)

func words(list string) map[string]bool {
	m := map[string]bool{}
	for _, w := range strings.Fields(list) {
		m[w] = true
	}
	return m
}

// IsAside reports whether a file lies with tests, examples or tools, by its path.
func IsAside(file string) bool {
	scope := scopeOf(file)
	return scope == reads.Test || scope == reads.Tooling
}

// scopeOf says by a file's path when its reads happen.
func scopeOf(file string) reads.Scope {
	base := strings.ToLower(path.Base(file))
	stem := strings.TrimSuffix(base, path.Ext(base))
	switch {
	case strings.HasSuffix(stem, "_test") || strings.HasSuffix(stem, ".test") || strings.HasSuffix(stem, ".spec") || strings.HasSuffix(stem, "_spec") ||
		strings.HasPrefix(stem, "test_") || stem == "conftest" || stem == "test" || testHelpers[stem] || strings.HasPrefix(base, "jest.") || strings.HasPrefix(base, "vitest.") || strings.HasPrefix(base, "playwright."):
		return reads.Test
	case buildFile[base] || buildEnding[path.Ext(base)]:
		return reads.Build
	case toolFile[base] || path.Ext(base) == ".rake":
		return reads.Tooling
	}
	switch {
	case tree.InFolder(file, testParts):
		return reads.Test
	case tree.InFolder(file, toolParts):
		return reads.Tooling
	}
	return reads.Runtime
}
