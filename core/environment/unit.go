package environment

import (
	"fmt"
	"path"
	"slices"
	"strconv"
	"strings"

	"inzicht/core/envfile"
	"inzicht/core/sorting"
	"inzicht/core/tree"
)

// units are systemd's service units with their drop-ins: Environment=, over
// which the files of EnvironmentFile= win, and what PassEnvironment= hands on.
var units = kind{
	key: "unit", says: "a systemd unit, its drop-ins included",
	traits:   Traits{Starts: true},
	discover: (*finder).discoverUnits,
	load: func(f *finder, s Spec) ([]*Layer, error) {
		layers, err := f.unit(s.text("unit"))
		if err != nil {
			return nil, specError(s.text("unit"), err)
		}
		return layers, nil
	},
}

func (f *finder) discoverUnits() {
	for _, file := range f.tree.Files {
		name, isUnit := strings.CutSuffix(path.Base(file.Path), ".service")
		if !isUnit || tree.IsTestPath(file.Path) {
			continue
		}
		component, known := f.componentNamed(strings.TrimSuffix(name, "@"))
		started, command := "", f.unitCommand(file.Path)
		if !known {
			component, started, known = f.componentStarted(command)
		}
		layers, err := f.unit(file.Path)
		if err != nil {
			if known {
				f.unreadable(file.Path, err)
			}
			continue
		}
		if !known {
			f.untied("unit/"+name, "a unit", file.Path, fmt.Sprintf("{ unit = %q }", file.Path), layers)
			continue
		}
		f.set.add(Environment{Name: "unit/" + name, Component: component, Only: true, Started: started, Command: command, Layers: layers})
	}
}

// unitCommand returns the words of what a unit starts.
func (f *finder) unitCommand(unit string) (words []string) {
	src, err := f.tree.ReadFile(unit)
	if err != nil {
		return nil
	}
	for _, s := range settings(src) {
		if s.key == "ExecStart" {
			words = append(words, strings.Fields(s.value)...)
		}
	}
	return words
}

// componentStarted finds the component whose script a command starts, by the script's name,
// and the folder that this lies in: /usr/bin/python3 /opt/gate/gate.py.
func (f *finder) componentStarted(command []string) (component tree.Component, folder string, known bool) {
	started := map[string]bool{}
	for _, word := range command {
		if base := path.Base(strings.Trim(word, `"'`)); scriptEndings[path.Ext(base)] {
			started[base] = true
		}
	}
	script := ""
	for _, file := range f.tree.Files {
		if len(started) == 0 || !started[path.Base(file.Path)] || tree.IsTestPath(file.Path) {
			continue
		}
		if script != "" { // of two, none is known to be meant
			return component, "", false
		}
		script = file.Path
	}
	return f.tree.ComponentOf(script), path.Dir(script), script != ""
}

// scriptEndings are those of scripts that a unit may start.
var scriptEndings = map[string]bool{".py": true, ".js": true, ".mjs": true, ".cjs": true, ".ts": true, ".rb": true, ".pl": true, ".php": true, ".sh": true, ".lua": true, ".jar": true, ".dll": true}

// setting is one NAME=value line of a unit file.
type setting struct {
	key, value string
	line       int
}

// settings reads the [Service] section of a unit file. A comment within a line
// that goes on is passed over.
func settings(src []byte) (list []setting) {
	section := ""
	lines := strings.Split(string(src), "\n")
	for n := 0; n < len(lines); n++ {
		line, first := strings.TrimSpace(lines[n]), n+1
		if line == "" || isUnitComment(line) {
			continue
		}
		for strings.HasSuffix(line, "\\") && n+1 < len(lines) {
			n++
			next := strings.TrimSpace(lines[n])
			if isUnitComment(next) {
				continue
			}
			line = strings.TrimSuffix(line, "\\") + " " + next
		}
		switch {
		case line[0] == '[':
			section = line
		case section == "[Service]":
			if key, value, found := strings.Cut(line, "="); found {
				list = append(list, setting{strings.TrimSpace(key), strings.TrimSpace(value), first})
			}
		}
	}
	return list
}

func isUnitComment(line string) bool { return line != "" && (line[0] == '#' || line[0] == ';') }

// unitLayers are what a unit and its drop-ins say, as it is gathered.
type unitLayers struct {
	name               string
	file               string
	passed, own, unset map[string]Value
	only               map[string]string // of what is taken away: the value that it must have
	files              []*Layer
}

// inForce returns the value that a name has before anything is taken away.
func (u *unitLayers) inForce(name string) string {
	for _, l := range slices.Backward(u.files) {
		if l != nil {
			if v, found := l.Values[name]; found {
				return v.Text
			}
		}
	}
	return u.own[name].Text
}

// unit reads a unit and its drop-ins as layers in systemd's order: what is
// passed on, its own lines, its files, what is taken away.
func (f *finder) unit(file string) ([]*Layer, error) {
	files := []string{file}
	for _, other := range f.tree.Below(file + ".d") {
		if path.Dir(other.Path) == file+".d" && path.Ext(other.Path) == ".conf" {
			files = append(files, other.Path)
		}
	}
	sorting.By(files[1:], func(a, b string) int { return strings.Compare(path.Base(a), path.Base(b)) })
	u := &unitLayers{name: path.Base(file), passed: map[string]Value{}, own: map[string]Value{}, unset: map[string]Value{}, only: map[string]string{}}
	for _, file := range files {
		src, err := f.tree.ReadFile(file)
		if err != nil {
			return nil, err
		}
		u.file = file
		for _, s := range settings(src) {
			f.unitSetting(u, s)
		}
	}
	layer := func(label string, values map[string]Value) *Layer {
		return &Layer{Kind: "unit", Label: file + ", " + label, File: file, Component: f.tree.ComponentOf(file), Tracked: f.tracked[file], Values: values, Changed: f.tree.Changed(file)}
	}
	for name, value := range u.only { // in any order: this value alone is taken away
		if u.inForce(name) != value {
			delete(u.unset, name)
		}
	}
	var layers []*Layer
	if len(u.passed) > 0 {
		layers = append(layers, layer("PassEnvironment=", u.passed))
	}
	layers = append(layers, layer("Environment=", u.own))
	layers = append(layers, slices.DeleteFunc(u.files, func(l *Layer) bool { return l == nil })...)
	if len(u.unset) > 0 {
		layers = append(layers, layer("UnsetEnvironment=", u.unset))
	}
	return layers, nil
}

// unitSetting takes one line of a unit.
func (f *finder) unitSetting(u *unitLayers, s setting) {
	switch s.key {
	case "Environment":
		if s.value == "" {
			clear(u.own)
		}
		for _, word := range unitWords(s.value) {
			word, known, valid := specified(word, u.name)
			name, value, found := strings.Cut(word, "=")
			switch {
			case !valid || !found || !isUnitName(name):
			case known:
				u.own[name] = textValue(value, u.file, s.line, 1)
			default:
				u.own[name] = Value{State: Given, File: u.file, Line: s.line, Column: 1, Why: "made of what the machine or the instance is called"}
			}
		}
	case "PassEnvironment":
		if s.value == "" {
			clear(u.passed)
		}
		for _, name := range unitWords(s.value) {
			u.passed[name] = Value{State: Given, File: u.file, Line: s.line, Column: 1, Why: "handed on by the system's manager"}
		}
	case "UnsetEnvironment":
		if s.value == "" {
			clear(u.unset)
			clear(u.only)
		}
		for _, word := range unitWords(s.value) {
			name, value, only := strings.Cut(word, "=")
			if _, all := u.unset[name]; only && (!all || u.only[name] != "") {
				u.only[name] = value
			} else {
				delete(u.only, name)
			}
			u.unset[name] = Value{State: Removed, File: u.file, Line: s.line, Column: 1}
		}
	case "EnvironmentFile":
		if s.value == "" {
			u.files = nil
		} else if written, _, valid := specified(s.value, u.name); valid {
			u.files = append(u.files, f.unitEnvFile(written, u.file))
		}
	}
}

// specified fills in the specifiers of a word, as far as the name of the unit
// says them; known is false where something is not known here, valid where a
// specifier is none: then the word is passed over.
func specified(word, unit string) (text string, known, valid bool) {
	var out strings.Builder
	known = true
	for i := 0; i < len(word); i++ {
		if word[i] != '%' || i+1 == len(word) {
			out.WriteByte(word[i])
			continue
		}
		i++
		c := word[i]
		name := strings.TrimSuffix(unit, ".service")
		prefix, instance, template := strings.Cut(name, "@")
		switch {
		case c == '%':
			out.WriteByte('%')
		case c == 'n':
			out.WriteString(unit)
		case c == 'N':
			out.WriteString(name)
		case c == 'p' || c == 'P':
			out.WriteString(prefix)
		case c == 'j' || c == 'J':
			out.WriteString(prefix[strings.LastIndexByte(prefix, '-')+1:])
		case c == 'i' || c == 'I':
			out.WriteString(instance)
			known = known && !(template && instance == "")
		case systemFolders[c] != "":
			out.WriteString(systemFolders[c])
		case strings.IndexByte("abABcdDfgGhHlmMoqsuUvwWyY", c) >= 0:
			known = false
		case c >= '0' && c <= '9' || c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z':
			return "", false, false
		default:
			out.WriteByte('%')
			out.WriteByte(c)
		}
	}
	return out.String(), known, true
}

// systemFolders are the folders of a service of the system by their specifiers.
var systemFolders = map[byte]string{'t': "/run", 'S': "/var/lib", 'C': "/var/cache", 'L': "/var/log", 'E': "/etc", 'T': "/tmp", 'V': "/var/tmp"}

// unitEnvFile finds the env file that a unit names by its place on the system
// it is installed on: the one file of the tree that is called so.
func (f *finder) unitEnvFile(written, unit string) *Layer {
	name, optional := strings.CutPrefix(written, "-")
	var found []string
	for _, file := range f.tree.Files {
		if path.Base(file.Path) == path.Base(name) {
			found = append(found, file.Path)
		}
	}
	beside := path.Join(path.Dir(unit), path.Base(name))
	if slices.Contains(found, beside) {
		found = []string{beside}
	}
	if len(found) == 1 {
		if l, err := f.envFile(found[0], envfile.Systemd, nil); err == nil {
			f.claimed[found[0]] = true
			f.reads(found[0], envfile.Systemd)
			return l
		}
	}
	if optional {
		return nil
	}
	return &Layer{Kind: "env", Label: name, Values: map[string]Value{}, Open: fmt.Sprintf("the env file %s, which is not in this tree", name)}
}

// unitWords splits a value as systemd does: at spaces, with quotes and escapes
// taken away. What is behind an escape that is none is not read.
func unitWords(s string) (words []string) {
	var word strings.Builder
	quote, inWord := byte(0), false
	for i := 0; i < len(s); i++ {
		c := s[i]
		switch {
		case c == '\\' && i+1 < len(s):
			text, length := unescaped(s[i+1:])
			if length == 0 {
				return words
			}
			word.WriteString(text)
			i += length
			inWord = true
		case quote != 0 && c == quote:
			quote = 0
		case quote != 0:
			word.WriteByte(c)
		case c == '"' || c == '\'':
			quote, inWord = c, true
		case c == ' ' || c == '\t':
			if inWord {
				words = append(words, word.String())
			}
			word.Reset()
			inWord = false
		default:
			word.WriteByte(c)
			inWord = true
		}
	}
	if inWord && quote == 0 {
		words = append(words, word.String())
	}
	return words
}

// simpleEscapes are those of one letter.
var simpleEscapes = map[byte]string{'a': "\a", 'b': "\b", 'f': "\f", 'n': "\n", 'r': "\r", 't': "\t", 'v': "\v", '\\': "\\", '"': `"`, '\'': "'", 's': " "}

// unescaped returns what stands for what follows a backslash, and how many
// bytes that is; none where it is no escape.
func unescaped(rest string) (text string, length int) {
	if text, known := simpleEscapes[rest[0]]; known {
		return text, 1
	}
	base, from, digits := 16, 1, map[byte]int{'x': 2, 'u': 4, 'U': 8}[rest[0]]
	if digits == 0 {
		base, from, digits = 8, 0, 3
	}
	if from+digits > len(rest) {
		return "", 0
	}
	code, err := strconv.ParseUint(rest[from:from+digits], base, 32)
	if err != nil || code == 0 {
		return "", 0
	}
	if rest[0] == 'u' || rest[0] == 'U' {
		return string(rune(code)), from + digits
	}
	return string([]byte{byte(code)}), from + digits
}

// isUnitName reports whether systemd takes a text for the name of a variable.
func isUnitName(name string) bool {
	for i := 0; i < len(name); i++ {
		if c := name[i]; c != '_' && (c < 'a' || c > 'z') && (c < 'A' || c > 'Z') && (i == 0 || c < '0' || c > '9') {
			return false
		}
	}
	return name != ""
}
