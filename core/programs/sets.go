package programs

import (
	"path"
	"strings"

	"inzicht/core/late"
)

// Commands may give what they start variables: "start": "GATE_MODE=fast node index.js", and lines of a Procfile or a makefile.

var (
	givenInline = late.Regexp(`(?:^|[;&|(]\s*|\b(?:env|cross-env|cross-env-shell)\s+)((?:[A-Za-z_][A-Za-z0-9_]*=(?:"[^"]*"|'[^']*'|[^\s;&|"']*)\s+)+)[^\s=]`)
	oneGiven    = late.Regexp(`([A-Za-z_][A-Za-z0-9_]*)=(\S*)`)
)

// SetsIn returns the file of a folder in which a command gives a variable a value for what it starts, or "". What is
// handed on from outside, PORT=$PORT, is given by nobody here.
func (p *Owners) SetsIn(folder, name string) string {
	known, is := p.inline[folder]
	if !is {
		known = map[string]string{}
		for _, script := range p.parts.scriptsOf(folder) { // in any order
			noteInline(known, "package.json", script)
		}
		for _, base := range []string{"Procfile", "Makefile", "makefile"} {
			src, err := p.tree.ReadFile(path.Join(folder, base))
			if err != nil {
				continue
			}
			for line := range strings.Lines(string(src)) {
				if recipe, is := strings.CutPrefix(line, "\t"); is && base != "Procfile" {
					noteInline(known, base, strings.TrimLeft(recipe, "@-+ "))
				} else if _, command, found := strings.Cut(line, ":"); found && base == "Procfile" {
					noteInline(known, base, strings.TrimSpace(command))
				}
			}
		}
		p.inline[folder] = known
	}
	if base := known[name]; base != "" {
		return path.Join(folder, base)
	}
	return ""
}

// noteInline notes the variables that a command gives values.
func noteInline(known map[string]string, base, command string) {
	for _, found := range givenInline().FindAllStringSubmatch(command, -1) {
		for _, one := range oneGiven().FindAllStringSubmatch(found[1], -1) {
			if !strings.Contains(one[2], "$") {
				known[one[1]] = base
			}
		}
	}
}
