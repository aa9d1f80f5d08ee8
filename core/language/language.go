// Package language knows the languages: one file each, with the language's
// lexical table, its idioms, and its own parser where it has one.
package language

import (
	"bytes"
	"path"
	"slices"
	"strings"
	"sync"

	"inzicht/core/reads"
)

// All lists every language that is understood. A new one is one more line.
var All = []*reads.Language{
	golang,
	python,
	javascript,
	typescript,
	typescriptJSX,
	pageScripts, pagesInBraces,
	java,
	kotlin,
	scala,
	csharp,
	rust,
	clang,
	swift,
	dart,
	ruby,
	erb,
	php,
	blade,
	perl,
	lua,
	elixir,
	shell,
	powershell,
	makefile,
	dockerfile,
	compose,
	workflow,
	unitfile,
	properties,
	fetching,
	template,
	packageScripts,
	terraform,
	images,
	bake,
	hcl,
	toml,
	prisma,
	serviceConfig,
	groovy,
	crystal,
	dlang,
	vlang,
	gleam,
	vala,
	zig,
	nim,
	julia,
	rLanguage,
	haskell,
	ocaml,
	fsharp,
	visualBasic,
	erlang,
	clojure,
	nix,
	fortran,
	starlark,
	cmake,
	justfile,
	procfile,
	mapping,
	pipeline,
	taskfile,
	xmlFiles,
	pages,
	caddyfile,
	awk,
	playbook,
	notebook,
	fish,
	batch,
	tcl,
}

// Set is languages, found by the files that are in them. It never changes.
type Set struct {
	list                           []*reads.Language
	byExtension, byName, byCommand map[string]*reads.Language
	byPath                         []*reads.Language
}

func newSet(list []*reads.Language) *Set {
	s := &Set{list: list, byExtension: map[string]*reads.Language{}, byName: map[string]*reads.Language{}, byCommand: map[string]*reads.Language{}}
	for _, l := range list {
		if l.OfFile != nil {
			s.byPath = append(s.byPath, l)
		}
		for _, extension := range l.Extensions {
			s.byExtension[extension] = l
		}
		for _, name := range l.Names {
			s.byName[name] = l
		}
		for _, command := range l.Interpreters {
			if s.byCommand[command] == nil { // and not its templates
				s.byCommand[command] = l
			}
		}
	}
	return s
}

// known are the languages as they are written down here.
var known = sync.OnceValue(func() *Set { return newSet(All) })

// Compiled returns the languages, ready to find reads, with further idioms by
// the name of the language. The first idiom that cannot be understood is the
// error.
func Compiled(idioms map[string][]reads.Idiom) (*Set, error) {
	list := slices.Clone(standard())
	for n, l := range All {
		if further := idioms[l.Name]; len(further) > 0 {
			ready, err := l.Compiled(further...)
			if err != nil {
				return nil, err
			}
			list[n] = ready
		}
	}
	return newSet(list), nil
}

// standard are the languages without further idioms, which all surveys share.
var standard = sync.OnceValue(func() (list []*reads.Language) {
	for _, l := range All {
		ready, _ := l.Compiled() // fails for further idioms alone
		list = append(list, ready)
	}
	return list
})

// Of returns the language of a file by its name, or nil. Its patterns are not
// prepared.
func Of(file string) *reads.Language { return known().Of(file) }

// Of returns the language of a file by its name, or nil.
func (s *Set) Of(file string) *reads.Language {
	base := path.Base(file)
	for _, l := range s.byPath {
		if l.OfFile(file) {
			return l
		}
	}
	if l := s.byName[base]; l != nil {
		return l
	}
	base = strings.ToLower(base)
	extension := path.Ext(base)
	if l := s.byExtension[path.Ext(strings.TrimSuffix(base, extension))+extension]; l != nil && extension != "" {
		return l // .blade.php
	}
	return s.byExtension[extension]
}

// OfScript returns the language that the first line of a file without a known
// name asks for with #!, or nil.
func (s *Set) OfScript(head []byte) *reads.Language {
	line, _, _ := bytes.Cut(head, []byte{'\n'})
	rest, isScript := bytes.CutPrefix(line, []byte("#!"))
	if !isScript {
		return nil
	}
	for word := range strings.FieldsSeq(string(rest)) {
		command := strings.TrimRight(path.Base(word), "0123456789.")
		if command == "env" || strings.HasPrefix(word, "-") || strings.Contains(word, "=") {
			continue
		}
		return s.byCommand[command]
	}
	return nil
}
