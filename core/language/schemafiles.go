package language

import (
	"bytes"
	"cmp"
	"strings"
	"sync"

	"inzicht/core/late"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// prisma files describe databases; the address comes from env("NAME").
var prisma = &reads.Language{
	Name: "prisma", Extensions: []string{".prisma"}, Triggers: []string{"env"},
	Own: func(src []byte) (list []reads.Read, err error) {
		f := prismaTable.Scan(src, false)
		for i := range f.Tokens {
			name, ok := f.Value(i + 2)
			if !f.Is(i, "env") || !f.Is(i+1, "(") || !ok || !f.Is(i+3, ")") {
				continue
			}
			r := reads.Read{Name: name, Access: "env", Need: reads.Required, Kind: reads.URL}
			r.Line, r.Column = f.Position(int(f.Tokens[i].Start))
			list = append(list, r)
		}
		return list, nil
	},
}

var prismaTable = &syntax.Table{
	LineComments: []string{"//"}, Strings: []syntax.StringForm{{Open: `"`, Close: `"`, Backslash: true}},
}

// serviceConfig are YAML files in config folders with %env(NAME)% in them.
var serviceConfig = &reads.Language{
	Name: "service configuration", Where: "YAML in config folders, with %env(NAME)% or <%= … %>", Triggers: append([]string{"%env(", "<%", "env:"}, references...),
	OfFile: func(file string) bool {
		return isYAML(file) && (strings.HasPrefix(file, "config/") || strings.Contains(file, "/config/"))
	},
	Own: alsoTables(together(readReferred, func(src []byte) ([]reads.Read, error) {
		list, err := readServiceConfig(src)
		if err != nil || !bytes.Contains(src, []byte("<%")) {
			return list, err
		}
		within, err := readEmbedded(src)
		return append(list, within...), err
	})),
}

// erbReady is Ruby in templates with its idioms compiled.
var erbReady = sync.OnceValues(func() (*reads.Language, error) { return erb.Compiled() })

// readEmbedded reads the Ruby that is in a file of another kind.
func readEmbedded(src []byte) ([]reads.Read, error) {
	l, err := erbReady()
	if err != nil || !l.Triggered(src) {
		return nil, err
	}
	return l.Analyse("config.yml", src, nil).Reads, nil
}

var envParameter = late.Regexp(`%env\(([^()%]+)\)%`)

var processorKinds = map[string]reads.Kind{"int": reads.Integer, "float": reads.Number, "bool": reads.Boolean, "not": reads.Boolean, "json": reads.JSON, "csv": reads.List, "url": reads.URL}

// processed takes int:PORT and default:fallback:KEY apart.
func processed(parameter string) (name string, need reads.Need, kind reads.Kind) {
	parts := strings.Split(parameter, ":")
	if name = parts[len(parts)-1]; !isEnvironmentName(name) {
		return "", "", ""
	}
	need = reads.Required
	for _, part := range parts[:len(parts)-1] {
		if part == "default" {
			need = reads.Optional
		}
		kind = cmp.Or(kind, processorKinds[part])
	}
	return name, need, kind
}

func readServiceConfig(src []byte) (list []reads.Read, err error) {
	f := &syntax.File{Src: src}
	defaults := map[string]string{}
	for _, line := range linesOf(src, "#") {
		if name, value, found := bytes.Cut(bytes.TrimSpace(line.text), []byte(":")); found && bytes.HasPrefix(name, []byte("env(")) {
			defaults[strings.TrimSuffix(string(name[4:]), ")")] = strings.Trim(string(bytes.TrimSpace(value)), `"'`) // env(NAME): fallback
		}
	}
	for _, line := range linesOf(src, "#") {
		for _, found := range envParameter().FindAllSubmatchIndex(line.text, -1) {
			name, need, kind := processed(string(line.text[found[2]:found[3]]))
			if name == "" {
				continue
			}
			r := reads.Read{Name: name, Access: "%env()%", Need: need, Kind: kind}
			if value, has := defaults[r.Name]; has {
				r.Need, r.Fallback = reads.Optional, &value
			}
			r.Line, r.Column = f.Position(line.offset + found[0])
			list = append(list, r)
		}
	}
	return list, nil
}
