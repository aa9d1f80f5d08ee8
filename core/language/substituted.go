package language

import (
	"bytes"

	"inzicht/core/late"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var (
	// substitutes is a value of a settings file in YAML with something to use instead,
	// which shows that a program puts variables into the file before it reads it.
	substitutes = late.Regexp(`\$\{[A-Z][A-Z0-9]*_[A-Z0-9_]+:-`)
	settingLine = late.Regexp(`^\s*(?:-\s+)?["']?([A-Za-z0-9_.-]+)["']?\s*:\s+[^|>&*]`)
	commandKey  = late.Regexp(`^(?i:run|script|command|cmd|args|entrypoint|shell|exec|before_script|after_script|test)$`)
	described   = late.Regexp(`(?m)^(?:apiVersion|kind|jobs|steps|stages|services):`)
)

// readSubstituted reads what a program puts into the values of its settings in YAML:
// url: ${STORE_URL:-sqlite://}. Files of systems that run commands, whose shell
// would do it, are not such settings.
func readSubstituted(src []byte) (list []reads.Read, err error) {
	if !substitutes().Match(src) || described().Match(src) {
		return nil, nil
	}
	f := &syntax.File{Src: src}
	for _, line := range linesOf(src, "#") {
		key := settingLine().FindSubmatch(line.text)
		if key == nil || commandKey().Match(key[1]) || bytes.Contains(line.text, []byte("$(")) {
			continue
		}
		for _, p := range placeholders(line.text, line.offset, dollarBraces) {
			if variableName().MatchString(p.name) {
				list = append(list, p.read(f, "${…}"))
			}
		}
	}
	return list, nil
}
