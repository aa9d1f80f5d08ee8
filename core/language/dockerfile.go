package language

import (
	"bytes"
	"path"
	"strings"

	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// Dockerfiles read their arguments, and what they interpolate without having
// declared it.
var dockerfile = &reads.Language{
	Name:       "dockerfile",
	Extensions: []string{".dockerfile"},
	Names:      []string{"Dockerfile", "Containerfile"},
	Triggers:   []string{"ARG", "arg", "$"},
	OfFile: func(file string) bool {
		base := path.Base(file)
		return strings.HasPrefix(base, "Dockerfile.") || strings.HasPrefix(base, "Containerfile.")
	},
	Own: readDockerfile,
}

// builtArguments are those that every build has.
var builtArguments = wordSet("TARGETPLATFORM TARGETOS TARGETARCH TARGETVARIANT BUILDPLATFORM BUILDOS BUILDARCH BUILDVARIANT")

func readDockerfile(src []byte) (list []reads.Read, err error) {
	declared := map[string]bool{}
	f := &syntax.File{Src: src}
	instruction := ""
	for _, line := range linesOf(src, "#") {
		text := bytes.TrimSpace(line.text)
		if len(text) == 0 {
			continue
		}
		if instruction == "" {
			instruction = strings.ToUpper(strings.Fields(string(text))[0])
		}
		switch instruction {
		case "ARG":
			list = append(list, declareArguments(f, line, declared)...)
		case "ENV":
			for _, field := range strings.Fields(string(text)) {
				name, _, _ := strings.Cut(field, "=")
				declared[name] = true
			}
		}
		if instruction != "RUN" && !isExecForm(text, instruction) { // what a shell sets while it builds is its own
			for _, p := range placeholders(line.text, line.offset, style{open: "${", close: "}", bare: true}) {
				if !declared[p.name] && !builtArguments[p.name] {
					list = append(list, p.read(f, "${…}"))
				}
			}
		}
		if !bytes.HasSuffix(text, []byte("\\")) {
			instruction = ""
		}
	}
	return list, nil
}

// isExecForm reports whether a line starts a program without a shell, which
// would expand nothing: CMD ["gate", "$NAME"].
func isExecForm(line []byte, instruction string) bool {
	switch instruction {
	case "CMD", "ENTRYPOINT", "HEALTHCHECK":
	default:
		return false
	}
	_, list, found := bytes.Cut(line, []byte("["))
	if before, _, _ := bytes.Cut(line, []byte("[")); !found || bytes.ContainsAny(before, "$\"'") {
		return false
	}
	first, rest, _ := bytes.Cut(list, []byte(","))
	shell := path.Base(strings.Trim(string(bytes.TrimSpace(first)), `"'`))
	return !(strings.HasSuffix(shell, "sh") && bytes.Contains(rest, []byte("-c")))
}

// declareArguments reads "ARG NAME=fallback OTHER".
func declareArguments(f *syntax.File, line textLine, declared map[string]bool) (list []reads.Read) {
	for _, field := range wordsOf(line.text) {
		name, fallback, has := strings.Cut(field.text, "=")
		if !isShellName(name) || strings.EqualFold(name, "ARG") || field.text == "\\" {
			continue
		}
		if !declared[name] && !builtArguments[name] {
			r := reads.Read{Name: name, Access: "ARG", Scope: reads.Build}
			if has {
				fallback = strings.Trim(fallback, `"'`)
				r.Need, r.Fallback = reads.Optional, &fallback
			}
			r.Line, r.Column = f.Position(line.offset + field.offset)
			list = append(list, r)
		}
		declared[name] = true
	}
	return list
}
