package language

import (
	"bytes"
	"cmp"
	"encoding/json"
	"path"
	"slices"
	"strings"

	"inzicht/core/late"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// Files that name commands for a shell: what the commands expand is read.
var (
	packageScripts = &reads.Language{
		Name: "package-scripts", Names: []string{"package.json", "composer.json", "deno.json", "deno.jsonc"}, Triggers: []string{"$"},
		Own: readManifest,
	}
	procfile = &reads.Language{
		Name: "procfile", Where: "Procfile, Procfile.dev and the like", Triggers: []string{"$"},
		OfFile: func(file string) bool {
			base := path.Base(file)
			return base == "Procfile" || strings.HasPrefix(base, "Procfile.")
		},
		Own: readProcfile,
	}
	justfile = &reads.Language{
		Name: "justfile", Extensions: []string{".just"}, Names: []string{"justfile", "Justfile", ".justfile", "JUSTFILE"}, Triggers: []string{"env", "env_var", "env_var_or_default", "$"},
		Own: together(justFunctions, readRecipes),
	}
)

// command is a script within another file.
type command struct {
	text  []byte
	at    int   // where it begins in the file
	moved []int // where each byte is behind that, unless all are where they were
	scope reads.Scope
}

// reads returns what a command reads, as the shell has it.
func (c command) reads(f *syntax.File) (list []reads.Read) {
	found, err := readShell(c.text)
	if err != nil {
		return nil
	}
	begins := []int{0} // of its lines
	for n, b := range c.text {
		if b == '\n' {
			begins = append(begins, n+1)
		}
	}
	for _, r := range found {
		at := begins[r.Line-1] + r.Column - 1
		if c.moved != nil {
			at = c.moved[at]
		}
		r.Line, r.Column = f.Position(c.at + at)
		r.Scope = c.scope
		list = append(list, r)
	}
	return list
}

// readProcfile reads lines of "name: command".
func readProcfile(src []byte) (list []reads.Read, err error) {
	f := &syntax.File{Src: src}
	for _, line := range linesOf(src, "#") {
		if m := processLine().FindSubmatchIndex(line.text); m != nil {
			c := command{text: line.text[m[4]:], at: line.offset + m[4]}
			if string(line.text[m[2]:m[3]]) == "release" {
				c.scope = reads.Build
			}
			list = append(list, c.reads(f)...)
		}
	}
	return list, nil
}

var processLine = late.Regexp(`^([A-Za-z0-9_-]+):\s*(\S.*)$`)

var (
	commandKeys = map[string]bool{"scripts": true, "tasks": true}                 // of a manifest: below them are commands
	startNames  = map[string]bool{"start": true, "serve": true, "prestart": true} // of commands that start a program
)

// deepestManifest bounds how deep a manifest is gone into.
const deepestManifest = 16

// readManifest reads the commands of a manifest in JSON. Of one that is damaged it
// reads what is before that.
func readManifest(src []byte) ([]reads.Read, error) {
	m := manifest{f: &syntax.File{Src: src}, d: json.NewDecoder(bytes.NewReader(src))}
	m.value("", false, 0)
	return m.list, nil
}

// manifest is a manifest in JSON that is gone through.
type manifest struct {
	f    *syntax.File
	d    *json.Decoder
	list []reads.Read
}

// value goes on to the end of a value, of the command of that name or somewhere
// else. It reports whether it came there.
func (m *manifest) value(name string, within bool, depth int) bool {
	from := int(m.d.InputOffset())
	t, err := m.d.Token()
	if err != nil || depth > deepestManifest {
		return false
	}
	switch t := t.(type) {
	case string:
		if within {
			m.command(name, from)
		}
	case json.Delim:
		for m.d.More() {
			below, inside := name, within
			if t == '{' {
				key, err := m.d.Token()
				if err != nil {
					return false
				}
				word, _ := key.(string)
				if inside = within || depth == 0 && commandKeys[word]; within {
					below = cmp.Or(name, word)
				}
			}
			if !m.value(below, inside, depth+1) {
				return false
			}
		}
		_, err = m.d.Token()
	}
	return err == nil
}

// command reads the command that was just gone past and begins behind an offset.
// What it sets itself is not read.
func (m *manifest) command(name string, from int) {
	raw := m.f.Src[from:m.d.InputOffset()]
	open := bytes.IndexByte(raw, '"')
	c := command{at: from + open + 1, scope: reads.Build}
	c.text, c.moved = unescaped(raw[open+1 : len(raw)-1])
	if word, _, _ := strings.Cut(name, ":"); startNames[word] {
		c.scope = ""
	}
	m.list = append(m.list, slices.DeleteFunc(c.reads(m.f), func(r reads.Read) bool { return bytes.Contains(c.text, []byte(r.Name+"=")) })...)
}

// unescaped returns what is between the quotes of a text of JSON, and where each
// byte of it is there. A character by its number is one that no name has.
func unescaped(raw []byte) (text []byte, from []int) {
	for n := 0; n < len(raw); n++ {
		from = append(from, n)
		c := raw[n]
		if c == '\\' && n+1 < len(raw) {
			n++
			switch c = raw[n]; c {
			case 'n':
				c = '\n'
			case 'r', 't':
				c = '\t'
			case 'u':
				c, n = '?', n+4
			}
		}
		text = append(text, c)
	}
	return text, from
}

var justFunctions = byLine("#", reads.Tooling, nil, nil,
	form{late.Regexp(`\benv(?:_var)?\(\s*["']([A-Za-z0-9_]+)["']\s*\)`), "env", reads.Required},
	form{late.Regexp(`\benv(?:_var_or_default)?\(\s*["']([A-Za-z0-9_]+)["']\s*,\s*(?:["']([^"']*)["'])?`), "env", reads.Optional})

var (
	justSets  = late.Regexp(`(?:^|\s)\$([A-Za-z_][A-Za-z0-9_]*)|^\s*export\s+([A-Za-z_][A-Za-z0-9_]*)\s*:=`)
	justFills = late.Regexp(`\{\{[^{}]*\}\}`)
	shellLine = late.Regexp(`^\s*#!.*\b(?:ba|da|k|z)?sh\b`)
)

// readRecipes reads the recipes of a justfile: each line is a script, or all lines
// are one where the first says by what it is run.
func readRecipes(src []byte) (list []reads.Read, err error) {
	f := &syntax.File{Src: src}
	set := map[string]bool{}
	var recipe []textLine
	end := func() {
		for _, c := range scriptsOf(recipe) {
			list = append(list, c.reads(f)...)
		}
		recipe = nil
	}
	for _, line := range linesOf(src, "") {
		switch {
		case len(bytes.TrimSpace(line.text)) == 0:
		case line.text[0] == ' ' || line.text[0] == '\t':
			recipe = append(recipe, line)
		default:
			end()
			for _, m := range justSets().FindAllSubmatch(line.text, -1) {
				set[string(m[1])], set[string(m[2])] = true, true
			}
		}
	}
	end()
	return slices.DeleteFunc(list, func(r reads.Read) bool { return set[r.Name] }), nil
}

// scriptsOf returns the scripts that the lines of a recipe are.
func scriptsOf(lines []textLine) (list []command) {
	whole := len(lines) > 0 && bytes.HasPrefix(bytes.TrimSpace(lines[0].text), []byte("#!"))
	if whole && !shellLine().Match(lines[0].text) {
		return nil
	}
	for _, line := range lines {
		text := justFills().ReplaceAllFunc(line.text, func(fill []byte) []byte { return bytes.Repeat([]byte("x"), len(fill)) })
		begins := len(text) - len(bytes.TrimLeft(text, "@- \t"))
		if !whole {
			list = append(list, command{text: text[begins:], at: line.offset + begins, scope: reads.Tooling})
			continue
		}
		if len(list) == 0 {
			list = append(list, command{at: line.offset, scope: reads.Tooling})
		}
		c := &list[0]
		for c.at+len(c.text) < line.offset {
			c.text = append(c.text, '\n')
		}
		c.text = append(c.text, text...)
	}
	return list
}
