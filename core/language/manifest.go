package language

import (
	"bytes"
	"encoding/json"

	"inzicht/core/late"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// The scripts of a package.json are commands: what they expand is read.
var packageScripts = &reads.Language{
	Name:     "package-scripts",
	Names:    []string{"package.json"},
	Triggers: []string{"$"},
	Own: func(src []byte) (list []reads.Read, err error) {
		f, inside := &syntax.File{Src: src}, false
		for _, line := range linesOf(src, "") {
			text := bytes.TrimSpace(line.text)
			if bytes.HasPrefix(text, []byte(`"scripts"`)) {
				inside = true
			}
			if !inside {
				continue
			}
			list = append(list, scriptReads(f, line)...)
			if bytes.Contains(text, []byte("}")) && !bytes.Contains(text, []byte(`"scripts"`)) && bytes.IndexByte(text, '}') == 0 {
				inside = false
			}
		}
		return list, nil
	},
}

// packageScript is a line of a manifest that names a command.
var packageScript = late.Regexp(`^\s*(?:"scripts"\s*:\s*\{\s*)?"(?:[^"\\]|\\.)*"\s*:\s*("(?:[^"\\]|\\.)*")\s*,?\s*\}?\s*,?\s*$`)

// scriptReads returns what the command on a line of a manifest reads: as the shell
// has it, or, where there are several or it is none, all that it expands.
func scriptReads(f *syntax.File, line textLine) (list []reads.Read) {
	var command string
	m := packageScript().FindSubmatch(line.text)
	if m == nil || json.Unmarshal(m[1], &command) != nil {
		return expanded(f, line)
	}
	found, err := readShell([]byte(command))
	if err != nil {
		return expanded(f, line)
	}
	for _, r := range found {
		if bytes.Contains(line.text, []byte(r.Name+"=")) {
			continue
		}
		at := max(0, bytes.Index(line.text, []byte(r.Name)))
		r.Line, r.Column = f.Position(line.offset + at)
		r.Scope = reads.Build
		list = append(list, r)
	}
	return list
}

// expanded returns what a line expands.
func expanded(f *syntax.File, line textLine) (list []reads.Read) {
	for _, p := range placeholders(line.text, line.offset, style{open: "${", close: "}", bare: true}) {
		if !bytes.Contains(line.text, []byte(p.name+"=")) {
			r := p.read(f, "${…}")
			r.Scope = reads.Build
			list = append(list, r)
		}
	}
	return list
}
