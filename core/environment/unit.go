package environment

import (
	"fmt"
	"path"
	"slices"
	"strings"

	"inzicht/core/envfile"
	"inzicht/core/tree"
)

// units are systemd's service units with their drop-ins: Environment=, over
// which the files of EnvironmentFile= win, and what PassEnvironment= hands on.
var units = kind{
	key: "unit", says: "a systemd unit, its drop-ins included",
	discover: (*finder).discoverUnits,
	load: func(f *finder, s Spec) ([]*Layer, error) {
		layers, err := f.unit(s.Unit)
		if err != nil {
			return nil, specError(s.Unit, err)
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
		if !known {
			continue
		}
		layers, err := f.unit(file.Path)
		if err != nil {
			f.unreadable(file.Path, err)
			continue
		}
		f.set.add(Environment{Name: "unit/" + name, Component: component, Only: true, Layers: layers})
	}
}

// setting is one NAME=value line of a unit file.
type setting struct {
	key, value string
	line       int
}

// settings reads the [Service] section of a unit file.
func settings(src []byte) (list []setting) {
	section := ""
	lines := strings.Split(string(src), "\n")
	for n := 0; n < len(lines); n++ {
		line, first := strings.TrimSpace(lines[n]), n+1
		for strings.HasSuffix(line, "\\") && n+1 < len(lines) {
			n++
			line = strings.TrimSuffix(line, "\\") + " " + strings.TrimSpace(lines[n])
		}
		switch {
		case line == "" || line[0] == '#' || line[0] == ';':
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

// unit reads a unit and its drop-ins as layers in systemd's order.
func (f *finder) unit(file string) ([]*Layer, error) {
	files := []string{file}
	for _, other := range f.tree.Files {
		if path.Dir(other.Path) == file+".d" && path.Ext(other.Path) == ".conf" {
			files = append(files, other.Path)
		}
	}
	slices.Sort(files[1:])
	own := &Layer{Kind: "unit", Label: file + ", Environment=", File: file, Component: f.tree.ComponentOf(file), Tracked: f.tracked[file], Values: map[string]Value{}, Changed: f.tree.Changed(file)}
	var envFiles []*Layer
	for _, file := range files {
		src, err := f.tree.ReadFile(file)
		if err != nil {
			return nil, err
		}
		for _, s := range settings(src) {
			switch s.key {
			case "Environment":
				if s.value == "" {
					own.Values = map[string]Value{}
				}
				for _, word := range unitWords(s.value) {
					if name, value, found := strings.Cut(word, "="); found {
						own.Values[name] = textValue(value, file, s.line, 1)
					}
				}
			case "PassEnvironment":
				for _, name := range strings.Fields(s.value) {
					own.Values[name] = Value{State: Given, File: file, Line: s.line, Column: 1, Why: "handed on by the system's manager"}
				}
			case "UnsetEnvironment":
				for _, name := range strings.Fields(s.value) {
					own.Values[name] = Value{State: Removed, File: file, Line: s.line, Column: 1}
				}
			case "EnvironmentFile":
				if s.value == "" {
					envFiles = nil
				} else {
					envFiles = append(envFiles, f.unitEnvFile(s.value, file))
				}
			}
		}
	}
	return append([]*Layer{own}, slices.DeleteFunc(envFiles, func(l *Layer) bool { return l == nil })...), nil
}

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

// unitWords splits the value of Environment= as systemd does: at spaces,
// quotes taken away.
func unitWords(s string) (words []string) {
	var word strings.Builder
	quote, inWord := byte(0), false
	for i := 0; i < len(s); i++ {
		c := s[i]
		switch {
		case c == '\\' && i+1 < len(s) && quote != '\'':
			i++
			word.WriteByte(s[i])
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
	if inWord {
		words = append(words, word.String())
	}
	return words
}
