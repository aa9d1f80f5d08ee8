package language

import (
	"bytes"

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
			for _, p := range placeholders(line.text, line.offset, style{open: "${", close: "}", bare: true}) {
				if !bytes.Contains(text, []byte(p.name+"=")) {
					r := p.read(f, "${…}")
					r.Scope = reads.Build
					list = append(list, r)
				}
			}
			if bytes.Contains(text, []byte("}")) && !bytes.Contains(text, []byte(`"scripts"`)) && bytes.IndexByte(text, '}') == 0 {
				inside = false
			}
		}
		return list, nil
	},
}
