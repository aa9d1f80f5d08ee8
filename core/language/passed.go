package language

import (
	"bytes"
	"path"
	"strings"

	"inzicht/core/late"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// Settings of programs that name the variables which they pass on to what they run, or
// put into what they fetch with.

// passes are lines that name what is passed on, in the group: "PassEnv A B" and "env A;"
// of servers, "passenv = A, B" of runners of tests.
var passes = []form{
	{late.Regexp(`^\s*PassEnv\s+([A-Za-z0-9_ \t]+?)\s*$`), "PassEnv", reads.Expected},
	{late.Regexp(`^\s*env\s+([A-Za-z_][A-Za-z0-9_]*)\s*;`), "env", reads.Expected},
	{late.Regexp(`^pass_?env\s*=\s*(.*)$`), "passenv", reads.Optional},
}

// passWords are what a file holds that may have such a line.
var passWords = []string{"PassEnv", "env ", "passenv", "pass_env"}

// continued is a line that belongs to the one before it.
var continued = late.Regexp(`^\s+[^\s=]+\s*$|^\s+[A-Za-z0-9_*,\s]+$`)

// readPassed reads the settings of a program that name what it passes on.
func readPassed(src []byte) (list []reads.Read, err error) {
	f := &syntax.File{Src: src}
	var of *form // of the line before
	for _, line := range linesOf(src, "#;") {
		if len(line.text) > longestLine {
			continue
		}
		from := 0
		if of == nil || of.access != "passenv" || !continued().Match(line.text) {
			of = nil
			for n := range passes {
				if m := passes[n].expression().FindSubmatchIndex(line.text); m != nil {
					of, from = &passes[n], m[2]
					line.text = line.text[:m[3]]
				}
			}
		}
		if of == nil {
			continue
		}
		for _, w := range namesIn(line.text[from:]) {
			r := reads.Read{Name: w.text, Access: of.access, Need: of.need, Kind: reads.Text}
			if of.access == "passenv" {
				r.Scope = reads.Test
			}
			if strings.HasSuffix(w.text, "*") {
				r.Name, r.Pattern, r.Need = "", w.text, reads.Optional
			}
			r.Line, r.Column = f.Position(line.offset + from + w.offset)
			list = append(list, r)
		}
	}
	return list, nil
}

// namesIn returns the names in a text, and the beginnings of names with a star, which
// commas or spaces divide.
func namesIn(text []byte) (list []word) {
	for at := 0; at < len(text); {
		end := at
		for end < len(text) && strings.IndexByte(", \t\r", text[end]) < 0 {
			end++
		}
		if name := string(text[at:end]); isShellName(strings.TrimSuffix(name, "*")) {
			list = append(list, word{name, at})
		}
		at = end + 1
	}
	return list
}

// fetching are the settings by which package managers fetch, where a key of the registry
// is put in: //registry/:_authToken=${KEY}.
var fetching = &reads.Language{
	Name: "package sources", Where: ".npmrc, requirements.txt and the like", Triggers: []string{"${"},
	OfFile: func(file string) bool {
		base := path.Base(file)
		return base == ".npmrc" || base == ".yarnrc.yml" || strings.HasSuffix(base, ".txt") && (strings.Contains(base, "requirements") || strings.Contains(base, "constraints") || path.Base(path.Dir(file)) == "requirements")
	},
	Own: byLine("#;", reads.Tooling, nil, nil,
		form{late.Regexp(`\$\{([A-Za-z_][A-Za-z0-9_]*)\}`), "${…}", reads.Expected},
		form{late.Regexp(`\$\{([A-Za-z_][A-Za-z0-9_]*)\?\}`), "${…?}", reads.Optional},
		form{late.Regexp(`\$\{([A-Za-z_][A-Za-z0-9_]*):?-([^}]*)\}`), "${…}", reads.Optional}),
}

// logging is how the settings of a logging library begin; its placeholders are
// variables where no property of that name is set.
var (
	logging     = late.Regexp(`<configuration\b[\s\S]*<(?:appender|root|logger|property|springProperty|variable)\b`)
	loggingName = late.Regexp(`\bname="([A-Za-z0-9_]+)"`)
	logged      = byLine("", "", loggingName, nil, form{late.Regexp(`\$\{([A-Z][A-Z0-9]*_[A-Z0-9_]+)\}`), "${…}", reads.Expected})
)

// readLogging reads what the settings of a logging library take from the environment.
func readLogging(src []byte) ([]reads.Read, error) {
	if !bytes.Contains(src, []byte("<configuration")) || !logging().Match(src) {
		return nil, nil
	}
	return logged(src)
}
