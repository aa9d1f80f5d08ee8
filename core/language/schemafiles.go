package language

import (
	"bytes"
	"regexp"
	"strings"

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
	Name: "service configuration", Where: "YAML in config folders, with %env(NAME)%", Triggers: []string{"%env("},
	OfFile: func(file string) bool {
		return isYAML(file) && (strings.HasPrefix(file, "config/") || strings.Contains(file, "/config/"))
	},
	Own: readServiceConfig,
}

var envParameter = regexp.MustCompile(`%env\(([^()%]+)\)%`)

var processorKinds = map[string]reads.Kind{"int": reads.Integer, "float": reads.Number, "bool": reads.Boolean, "not": reads.Boolean, "json": reads.JSON, "csv": reads.List, "url": reads.URL}

func readServiceConfig(src []byte) (list []reads.Read, err error) {
	f := &syntax.File{Src: src}
	defaults := map[string]bool{}
	for _, line := range linesOf(src, "#") {
		if name, _, found := bytes.Cut(bytes.TrimSpace(line.text), []byte(":")); found && bytes.HasPrefix(name, []byte("env(")) {
			defaults[strings.TrimSuffix(string(name[4:]), ")")] = true // env(NAME): fallback
		}
	}
	for _, line := range linesOf(src, "#") {
		for _, found := range envParameter.FindAllSubmatchIndex(line.text, -1) {
			parts := strings.Split(string(line.text[found[2]:found[3]]), ":")
			r := reads.Read{Name: parts[len(parts)-1], Access: "%env()%", Need: reads.Required, Kind: processorKinds[parts[0]]}
			if !isEnvironmentName(r.Name) {
				continue
			}
			if parts[0] == "default" || defaults[r.Name] {
				r.Need = reads.Optional
			}
			r.Line, r.Column = f.Position(line.offset + found[0])
			list = append(list, r)
		}
	}
	return list, nil
}
