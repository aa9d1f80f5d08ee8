package language

import (
	"path"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// Starlark describes builds, and is written as Python is; rules read the environment
// through the context that they are given.
var starlark = &reads.Language{
	Name: "starlark", Extensions: []string{".bzl", ".star", ".bazel"}, Names: []string{"BUILD", "WORKSPACE", "Tiltfile", "BUCK"},
	Grammar:  starlarkGrammar(),
	Table:    python.Table,
	Outline:  reads.IndentOutline,
	Imports:  starlarkLoads,
	LineEnds: true,
	Triggers: []string{"environ", "getenv"},
	Idioms: []reads.Idiom{
		{Access: `os.environ[$name]`, Need: reads.Required, Scope: reads.Build},
		{Access: `os.environ.get($name)`, Scope: reads.Build},
		{Access: `os.environ.get($name, $fallback)`, Scope: reads.Build},
		{Access: `$name in os.environ`, Test: true, Scope: reads.Build},
		{Access: `$any.os.environ[$name]`, Need: reads.Required, Scope: reads.Build},
		{Access: `$any.os.environ.get($name)`, Scope: reads.Build},
		{Access: `$any.os.environ.get($name, $fallback)`, Scope: reads.Build},
		{Access: `$name in $any.os.environ`, Test: true, Scope: reads.Build},
		{Access: `$any.getenv($name)`, Scope: reads.Build},
		{Access: `$any.getenv($name, $fallback)`, Scope: reads.Build},
	},
	Uses: []reads.Idiom{
		{Access: `int($read)`, Kind: reads.Integer},
		{Access: `bool($read)`, Kind: reads.Boolean},
		{Access: `json.decode($read)`, Kind: reads.JSON},
		{Access: `$read.split($rest)`, Kind: reads.List},
	},
	Rewrites:    pythonRewrites,
	Runs:        reads.Runs{Explicit: true, Joins: []string{"+"}, EmptyLists: true, Raises: true, OwnScopes: true},
	Transparent: []string{"str", ".strip", ".rstrip", ".lstrip", ".lower", ".upper"},
	Stops:       []string{"fail"},
	Nothing:     []string{"None"},
	WordOr:      []string{"or"},
}

// starlarkGrammar is that of Python without what Starlark leaves out.
func starlarkGrammar() *parse.Grammar {
	g := newPythonGrammar()
	g.Try, g.Catch, g.Finally, g.Throw, g.Class, g.With, g.Import = "", "", "", "", "", "", ""
	return g
}

// starlarkLoads records what load("//tools:env.bzl", "env") binds.
func starlarkLoads(f *syntax.File, o *reads.Outline) {
	for i := range f.Tokens {
		file, ok := f.Value(i + 2)
		if !ok || !f.Is(i, "load") || !f.Tokens[i].NewLine || !f.Is(i+1, "(") {
			continue
		}
		o.Skip(reads.Range{Lo: i, Hi: f.Mate(i+1) + 1})
		base := file[strings.LastIndexAny(file, ":/")+1:]
		module := strings.TrimSuffix(base, path.Ext(base))
		for at := i + 4; f.Is(at-1, ","); at += 2 {
			if name, ok := f.Value(at); ok {
				o.Import(name, module+"."+name, at)
			}
		}
	}
}
