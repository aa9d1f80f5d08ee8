// Package language knows the languages: one file each, with the language's
// lexical table, its idioms, and its own parser where it has one.
package language

import (
	"bytes"
	"path"
	"strings"

	"inzicht/core/reads"
)

// All lists every language that is understood. A new one is one more line.
var All = []*reads.Language{
	golang,
	python,
	javascript,
	typescript,
	typescriptJSX,
	pageScripts,
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
	template,
	packageScripts,
	terraform,
	prisma,
	serviceConfig,
}

var (
	byExtension = map[string]*reads.Language{}
	byName      = map[string]*reads.Language{}
	byPath      []*reads.Language
	byCommand   = map[string]*reads.Language{}
)

func init() {
	for _, l := range All {
		if l.OfFile != nil {
			byPath = append(byPath, l)
		}
		for _, extension := range l.Extensions {
			byExtension[extension] = l
		}
		for _, name := range l.Names {
			byName[name] = l
		}
		for _, command := range l.Interpreters {
			byCommand[command] = l
		}
	}
}

// Of gives the language of a file by its name, or nil.
func Of(file string) *reads.Language {
	base := path.Base(file)
	for _, l := range byPath {
		if l.OfFile(file) {
			return l
		}
	}
	if l := byName[base]; l != nil {
		return l
	}
	base = strings.ToLower(base)
	if strings.HasSuffix(base, ".blade.php") {
		return blade
	}
	return byExtension[path.Ext(base)]
}

// OfScript gives the language that the first line of a file without a known
// name asks for with #!, or nil.
func OfScript(head []byte) *reads.Language {
	line, _, _ := bytes.Cut(head, []byte{'\n'})
	rest, isScript := bytes.CutPrefix(line, []byte("#!"))
	if !isScript {
		return nil
	}
	for _, word := range strings.Fields(string(rest)) {
		command := strings.TrimRight(path.Base(word), "0123456789.")
		if command == "env" || strings.HasPrefix(word, "-") || strings.Contains(word, "=") {
			continue
		}
		return byCommand[command]
	}
	return nil
}
