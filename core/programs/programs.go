// Package programs says which files of a tree belong to which of its programs:
// those that a command starts, and what these load one from another. One image
// often holds several: a web server, a worker, scripts that people run. What the
// one reads another need not have.
package programs

import (
	"encoding/json"
	"path"
	"slices"
	"strings"

	"inzicht/core/tree"
)

// Programs knows the programs of one tree. It is for one goroutine at a time.
type Programs struct {
	tree     *tree.Tree
	files    map[string]bool
	source   []string                   // files that others load, sorted
	reached  map[string]map[string]bool // what a file loads, itself and others in between, by the file
	loads    map[string][]string        // what each file loads
	loaded   map[string]bool            // files that another one loads, of those that were looked into
	scripts  map[string]map[string]string
	commands map[string][][]string // by folder, those that its files name
	named    map[string][]string   // source by its name without an ending, for paths with a sign in front
}

// New returns the programs of a tree.
func New(t *tree.Tree) *Programs {
	return &Programs{
		tree: t, reached: map[string]map[string]bool{}, loads: map[string][]string{}, loaded: map[string]bool{},
		scripts: map[string]map[string]string{}, commands: map[string][][]string{},
	}
}

// index notes the files of the tree, once it is first asked for a program.
func (p *Programs) index() {
	if p.files != nil {
		return
	}
	p.files, p.named = make(map[string]bool, len(p.tree.Files)), map[string][]string{}
	for _, f := range p.tree.Files {
		p.files[f.Path] = true
		if scriptEndings[path.Ext(f.Path)] || path.Ext(f.Path) == ".py" {
			p.source = append(p.source, f.Path)
		}
		if name := nameOf(f.Path); scriptEndings[path.Ext(f.Path)] {
			p.named[name] = append(p.named[name], f.Path)
		}
	}
	slices.Sort(p.source)
}

// OfOther reports whether a file is of another program of a folder than the one
// that a command starts there: another command, of others or of the folder's own
// files, comes to it, and this one does not. A file that no command comes to may be
// of any.
func (p *Programs) OfOther(file, folder string, command []string, others [][]string) bool {
	if len(command) == 0 {
		return false
	}
	p.index()
	own := p.entries(command, folder, 0)
	if p.comesTo(own, file) {
		return false
	}
	for _, other := range append(slices.Clone(others), p.commandsIn(folder)...) {
		entries := p.entries(other, folder, 0)
		if len(entries) == 0 || slices.Equal(entries, own) {
			continue
		}
		if len(own) > 0 && p.comesTo(entries, file) {
			return true
		}
		if len(own) == 0 && slices.Contains(entries, file) && !p.loaded[file] && nameOf(file) != "__init__" { // of this one only what it is not is known
			return true
		}
	}
	return p.isCommand(file) && !slices.ContainsFunc(command, func(word string) bool { return strings.Contains(word, nameOf(file)) })
}

// comesTo reports whether some files load another one, or are it.
func (p *Programs) comesTo(entries []string, file string) bool {
	return slices.ContainsFunc(entries, func(entry string) bool { return p.reach(entry)[file] })
}

// isCommand reports whether a file is a command of its own by the folder that it lies in: one that a framework
// finds there, or a script that begins with what runs it.
func (p *Programs) isCommand(file string) bool {
	folder := path.Dir(file)
	switch path.Base(folder) {
	case "commands":
		return path.Ext(file) == ".py" && path.Base(path.Dir(folder)) == "management"
	case "bin", "script", "scripts", "tools":
		src, err := p.tree.ReadFile(file)
		return err == nil && strings.HasPrefix(string(src[:min(len(src), 2)]), "#!")
	}
	return false
}

func nameOf(file string) string { return strings.TrimSuffix(path.Base(file), path.Ext(file)) }

// mostReached bounds how many files one program is made of, and mostWords how many words of a command or a script are
// looked at.
const (
	mostReached = 20_000
	mostWords   = 20_000
)

// reach returns the files that a file loads, itself and those in between.
func (p *Programs) reach(entry string) map[string]bool {
	if known := p.reached[entry]; known != nil {
		return known
	}
	seen := map[string]bool{entry: true}
	p.reached[entry] = seen
	for queue := []string{entry}; len(queue) > 0 && len(seen) < mostReached; {
		file := queue[0]
		queue = queue[1:]
		for _, next := range p.loadsOf(file) {
			if next != file {
				p.loaded[next] = true
			}
			if !seen[next] {
				seen[next] = true
				queue = append(queue, next)
			}
		}
	}
	return seen
}

// starters are programs whose first word says that a script of package.json
// follows.
var starters = map[string]bool{"npm": true, "yarn": true, "pnpm": true, "bun": true}

// entries returns the files of a folder that a command names, sorted.
func (p *Programs) entries(command []string, folder string, depth int) (list []string) {
	var words []string
	for _, word := range command { // sh -c "node web.js"
		words = append(words, strings.FieldsFunc(word, func(r rune) bool { return strings.ContainsRune(" \t\n;&|()'\"", r) })...)
	}
	for i, word := range words[:min(len(words), mostWords)] {
		if starters[path.Base(word)] && depth < 4 {
			if script := p.script(words[i+1:], folder); script != "" {
				list = append(list, p.entries([]string{script}, folder, depth+1)...)
			}
			continue
		}
		list = append(list, p.entry(word, folder)...)
	}
	slices.Sort(list)
	return slices.Compact(list)
}

// script returns the script of package.json that is started with some words: run worker.
func (p *Programs) script(words []string, folder string) string {
	for _, word := range words {
		if word == "run" || word == "run-script" || strings.HasPrefix(word, "-") {
			continue
		}
		return p.scriptsOf(folder)[word]
	}
	return ""
}

// scriptsOf returns the scripts of the package.json of a folder.
func (p *Programs) scriptsOf(folder string) map[string]string {
	if known, is := p.scripts[folder]; is {
		return known
	}
	var manifest struct {
		Scripts map[string]string `json:"scripts"`
	}
	if src, err := p.tree.ReadFile(path.Join(folder, "package.json")); err == nil && json.Unmarshal(src, &manifest) != nil {
		manifest.Scripts = nil
	}
	p.scripts[folder] = manifest.Scripts
	return manifest.Scripts
}

// commandsIn returns the commands that files of a folder name: scripts of its
// package.json, and lines of its Procfile.
func (p *Programs) commandsIn(folder string) (list [][]string) {
	if known, is := p.commands[folder]; is {
		return known
	}
	for _, script := range p.scriptsOf(folder) { // in any order
		list = append(list, []string{script})
	}
	if src, err := p.tree.ReadFile(path.Join(folder, "Procfile")); err == nil {
		for line := range strings.Lines(string(src)) {
			if _, command, found := strings.Cut(line, ":"); found && !strings.HasPrefix(line, "#") {
				list = append(list, []string{command})
			}
		}
	}
	p.commands[folder] = list
	return list
}
