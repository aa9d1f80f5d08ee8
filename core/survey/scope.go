package survey

import (
	"path"
	"strings"

	"inzicht/core/reads"
)

// folderScopes says of names of folders when the code in them runs.
var folderScopes = scopesOf(map[reads.Scope]string{
	reads.Test: `test tests testing testutil testutils test_utils testenv testcases testdata t spec specs __tests__ __mocks__ fixtures e2e
		cypress benches bench xt testsuite selftest selftests unittest unittests testlib testprogs`,
	reads.Tooling: `tools tool scripts script hack .github .circleci ci .ci .gitlab examples example docs doc misc contrib .githooks githooks
		.husky packaging debian devstack dev-bin maint maintainer`,
	reads.Build: "build-aux buildtools build-tools build_tools buildscripts build-scripts autotools install-scripts install_scripts",
})

// Names of files and endings of names that say the same.
var (
	testHelpers = words("testutil testutils testhelper testhelpers testenv")
	testEnds    = words("test tests testing testsuite") // of a folder whose name has several words
	buildFile   = words(`build.rs setup.py makefile.pl build.pl webpack.config.js vite.config.js vite.config.ts rollup.config.js
		next.config.js next.config.mjs next.config.ts nuxt.config.ts nuxt.config.js svelte.config.js babel.config.js
		postcss.config.js tailwind.config.js tailwind.config.ts gulpfile.js gruntfile.js esbuild.js metro.config.js
		configure bootstrap autogen.sh build.sh build.ps1 make.sh compile.sh build.gradle build.gradle.kts
		settings.gradle settings.gradle.kts build.sbt magefile.go package.swift mix.exs sconstruct sconscript wscript
		gradlew gradlew.bat mvnw mvnw.cmd bootstrap.sh buildconf
		ltmain.sh ltconfig libtool depcomp compile missing mdate-sh ylwrap ar-lib py-compile elisp-comp test-driver mkinstalldirs texi2dvi shtool
		config.guess config.sub config.rpath config.status`)
	toolFile = words(`rakefile capfile guardfile vagrantfile fastfile dangerfile brewfile thorfile justfile install.sh install-sh uninstall.sh setup.sh release.sh package.sh publish.sh
		postinstall.js preinstall.js noxfile.py tasks.py fabfile.py tox.ini tiltfile serverless.yml serverless.yaml`)
	buildEnding = words(".gemspec .podspec .cabal .spec .mk .cmake .props .targets")
)

func scopesOf(lists map[reads.Scope]string) map[string]reads.Scope {
	m := map[string]reads.Scope{}
	for scope, list := range lists { // in any order: each name is in one list
		for _, name := range strings.Fields(list) {
			m[name] = scope
		}
	}
	return m
}

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
	case buildFile[base] || buildEnding[path.Ext(base)]:
		return reads.Build
	case isTestName(base, stem):
		return reads.Test
	case toolFile[base] || path.Ext(base) == ".rake":
		return reads.Tooling
	}
	if before, _, found := strings.Cut(file, "src/main/"); found && (before == "" || strings.HasSuffix(before, "/")) { // what follows are packages, whatever they are called
		file = before + "src/main/" + base
	}
	return scopeOfFolders(file)
}

// scopeOfFolders says by the folders that a file lies in when its reads happen: those
// for tests come before those of the build, and these before tools.
func scopeOfFolders(file string) reads.Scope {
	scope := reads.Runtime
	for {
		folder, rest, more := strings.Cut(file, "/")
		if !more {
			return scope
		}
		switch of := scopeOfFolder(folder); {
		case of == reads.Test:
			return reads.Test
		case of == reads.Build || of == reads.Tooling && scope == reads.Runtime:
			scope = of
		}
		file = rest
	}
}

// isTestName reports whether a file is for tests by its name, which is in small letters.
func isTestName(base, stem string) bool {
	for _, mark := range []string{"_test", "-test", ".test", "_spec", ".spec"} {
		if strings.HasSuffix(stem, mark) {
			return true
		}
	}
	for _, mark := range []string{"test_", "test-", "jest.", "vitest.", "playwright."} {
		if strings.HasPrefix(base, mark) {
			return true
		}
	}
	return stem == "conftest" || stem == "test" || testHelpers[stem]
}

// scopeOfFolder says by the name of one folder when what lies in it is read, or "":
// for tests are tests, gate-tests, Gate.Tests, GateTests.
func scopeOfFolder(name string) reads.Scope {
	small := strings.ToLower(name)
	if scope := folderScopes[small]; scope != "" {
		return scope
	}
	last := strings.LastIndexAny(small, "-_.") + 1
	if last > 0 && testEnds[small[last:]] || strings.HasSuffix(name, "Tests") || strings.HasSuffix(name, "Test") {
		return reads.Test
	}
	return ""
}
