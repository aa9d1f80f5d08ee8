package language

import (
	"bytes"
	"slices"
	"strings"

	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// Unit files read what their commands expand without the unit setting it.
var unitfile = &reads.Language{
	Name:       "unit",
	Extensions: []string{".service", ".socket", ".timer", ".mount"},
	Triggers:   []string{"$", "PassEnvironment"},
	Own:        readUnit,
}

func readUnit(src []byte) (list []reads.Read, err error) {
	lines := linesOf(src, "#;")
	f, set := &syntax.File{Src: src}, map[string]bool{}
	for _, line := range lines {
		if value, found := bytes.CutPrefix(line.text, []byte("Environment=")); found {
			for _, field := range strings.Fields(string(value)) {
				name, _, _ := strings.Cut(strings.Trim(field, `"'`), "=")
				set[name] = true
			}
		}
	}
	for _, line := range lines {
		if value, found := bytes.CutPrefix(line.text, []byte("PassEnvironment=")); found {
			for _, name := range wordsOf(value) {
				r := reads.Read{Name: name.text, Access: "PassEnvironment"}
				r.Line, r.Column = f.Position(line.offset + len(line.text) - len(value) + name.offset)
				list = append(list, r)
			}
		}
		for _, p := range expandedIn(line) {
			if !set[p.name] && p.name != "MAINPID" {
				list = append(list, p.read(f, "${…}"))
			}
		}
	}
	return list, nil
}

// expandedIn returns what a line of a unit expands in a command.
func expandedIn(line textLine) []placeholder {
	if !bytes.HasPrefix(line.text, []byte("Exec")) {
		return nil
	}
	return placeholders(line.text, line.offset, style{open: "${", close: "}", bare: true})
}

// UnitExpands reports whether a command of a unit file expands a variable.
func UnitExpands(src []byte, name string) bool {
	return slices.ContainsFunc(linesOf(src, "#;"), func(line textLine) bool {
		return slices.ContainsFunc(expandedIn(line), func(p placeholder) bool { return p.name == name })
	})
}
