package programs

import (
	"bytes"
	"path"
	"slices"
	"strings"
	"sync"

	"inzicht/core/environment"
	"inzicht/core/reads"
	"inzicht/core/tree"
)

// A tree may hold more than the one program that a service, a workload or a unit
// starts: further programs of the same module, and scripts that people run. What
// those read, the environment of the one need not have.

// Owners know what belongs to which program of a tree. They are for one goroutine at a time.
type Owners struct {
	tree   *tree.Tree
	mains  func() map[string]bool   // folders with a main.go
	starts func() map[string][]byte // what describes how images and packages are started
	named  map[string]bool          // whether a script is named there, or in a file of an environment

	parts    *Programs
	commands map[string][][]string        // of the environments, by the folder of their component
	inline   map[string]map[string]string // by folder: variables that commands give values, with the file that does
	others   map[string]bool              // whether a file is of another program than that of an environment
}

// NewOwners returns what is known of a tree and its environments.
func NewOwners(t *tree.Tree, environments []environment.Environment) *Owners {
	p := &Owners{tree: t, named: map[string]bool{}, parts: New(t), commands: map[string][][]string{}, others: map[string]bool{}, inline: map[string]map[string]string{}}
	for _, e := range environments {
		if len(e.Command) > 0 {
			p.commands[e.Component.Folder] = append(p.commands[e.Component.Folder], e.Command)
		}
	}
	p.mains = sync.OnceValue(func() map[string]bool {
		folders := map[string]bool{}
		for _, f := range t.Files {
			if path.Base(f.Path) == "main.go" {
				folders[path.Dir(f.Path)] = true
			}
		}
		return folders
	})
	p.starts = sync.OnceValue(p.starting)
	return p
}

// starting returns the texts of the files that say how something is started.
func (p *Owners) starting() map[string][]byte {
	texts := map[string][]byte{}
	for _, f := range p.tree.Files {
		base := path.Base(f.Path)
		if environment.IsDockerfile(f.Path) || base == "package.json" || base == "Procfile" {
			if src, err := p.tree.ReadFile(f.Path); err == nil {
				if environment.IsDockerfile(f.Path) {
					src = entered(src)
				}
				texts[f.Path] = src
			}
		}
	}
	return texts
}

// entered returns the lines of a Dockerfile that say what a container is started
// with: what is run while it is built is another matter.
func entered(src []byte) (lines []byte) {
	on := false
	for line := range bytes.Lines(src) {
		words := bytes.Fields(line)
		if !on && (len(words) == 0 || !bytes.EqualFold(words[0], []byte("ENTRYPOINT")) && !bytes.EqualFold(words[0], []byte("CMD"))) {
			continue
		}
		lines = append(lines, line...)
		on = bytes.HasSuffix(bytes.TrimSpace(line), []byte{'\\'})
	}
	return lines
}

// Concerns reports whether a read may be of the program that an environment is
// that of: always, where the environment is not of one program.
func (p *Owners) Concerns(r reads.Read, e *environment.Environment) bool {
	if e.Started != "" && e.Started != "." && !strings.HasPrefix(r.File, e.Started+"/") {
		return false
	}
	one := len(e.Layers) == 0 && !e.Declared // a workload that is given nothing
	if !one && !slices.ContainsFunc(e.Layers, func(l *environment.Layer) bool { return l.Traits().Starts }) {
		return true
	}
	if scripts[r.Language] {
		return p.isStarted(r.File, e)
	}
	if r.Language == "go" {
		return !p.ofOther(r.File, e)
	}
	return !p.isPartOfOther(r.File, e)
}

// isPartOfOther reports whether a file is loaded by another program alone than the one of an environment.
func (p *Owners) isPartOfOther(file string, e *environment.Environment) bool {
	key := file + "\x00" + e.Name + "\x00" + e.Component.Folder
	known, asked := p.others[key]
	if !asked {
		known = p.parts.OfOther(file, e.Component.Folder, e.Command, p.commands[e.Component.Folder])
		p.others[key] = known
	}
	return known
}

// scripts are the languages of scripts, which something else starts.
var scripts = map[string]bool{"shell": true, "powershell": true, "batch": true, "fish": true}

// isStarted reports whether something names a script: the image or package, or
// the file that describes the environment.
func (p *Owners) isStarted(file string, e *environment.Environment) bool {
	key := file + "\x00" + e.Name
	known, asked := p.named[key]
	if asked {
		return known
	}
	base := []byte(path.Base(file))
	if !bytes.ContainsRune(base, '.') { // ./build: by itself it is a word like others
		base = append([]byte{'/'}, base...)
	}
	unit := slices.ContainsFunc(e.Layers, func(l *environment.Layer) bool { return l.Kind == "unit" })
	names := func(src []byte) bool { return holdsWord(src, base) }
	for _, l := range e.Layers {
		if l.File == "" || known {
			continue
		}
		if src, err := p.tree.ReadFile(l.File); err == nil {
			known = names(src)
		}
	}
	if !known && !unit { // a unit starts no image
		for _, src := range p.starts() { // in any order
			known = known || names(src)
		}
	}
	p.named[key] = known
	return known
}

// holdsWord reports whether a word is in a text with nothing of a name beside
// it.
func holdsWord(src, word []byte) bool {
	part := func(c byte) bool {
		return c == '_' || c == '-' || c >= '0' && c <= '9' || c >= 'A' && c <= 'Z' || c >= 'a' && c <= 'z'
	}
	for at := 0; ; {
		n := bytes.Index(src[at:], word)
		if n < 0 {
			return false
		}
		from, to := at+n, at+n+len(word)
		if (from == 0 || !part(src[from-1])) && (to == len(src) || !part(src[to]) && src[to] != '.') {
			return true
		}
		at = to
	}
}

// ofOther reports whether a file lies with another program than the one of an
// environment, which must have a folder with a main.go of its own.
func (p *Owners) ofOther(file string, e *environment.Environment) bool {
	mains, root := p.mains(), e.Component.Folder
	if root == "" {
		root = "."
	}
	program, _, _ := strings.Cut(path.Base(e.Name), "@")
	own := mains[root]
	for folder := range mains { // in any order
		own = own || path.Base(folder) == program
	}
	for folder := path.Dir(file); own && folder != root && folder != "."; folder = path.Dir(folder) {
		if mains[folder] {
			return path.Base(folder) != program
		}
	}
	return false
}
