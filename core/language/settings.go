package language

import (
	"bytes"
	"cmp"
	"path"
	"slices"
	"strings"

	"inzicht/core/late"
	"inzicht/core/reads"
	"inzicht/core/sorting"
)

// Settings files and templates with placeholders.
var (
	properties = &reads.Language{
		Name: "properties", Extensions: []string{".properties", ".ini", ".cfg", ".conf"}, Triggers: slices.Concat([]string{"${", "ktor"}, passWords, references),
		OfFile: func(file string) bool {
			base := path.Base(file)
			return (strings.HasPrefix(base, "application") || strings.HasPrefix(base, "bootstrap")) && isYAML(base)
		},
		Own: together(readSettings, readKtor, readReferred, readPassed),
	}
	template = &reads.Language{
		Name: "template", Extensions: []string{".tmpl", ".template", ".tpl", ".ctmpl", ".gotmpl", ".envsubst"}, Triggers: append([]string{"$"}, references...),
		Own: together(readPlaceholders("", style{open: "${", close: "}"}, "${…}"), readReferred),
	}
)

// together makes one reader of several, each of which finds something else.
func together(readers ...func([]byte) ([]reads.Read, error)) func([]byte) ([]reads.Read, error) {
	return func(src []byte) (all []reads.Read, err error) {
		for _, read := range readers {
			list, failed := read(src)
			all, err = append(all, list...), cmp.Or(err, failed)
		}
		sorting.By(all, func(a, b reads.Read) int { return cmp.Or(a.Line-b.Line, a.Column-b.Column) })
		return all, err
	}
}

// readKtor reads the placeholders of a framework whose settings stand below its
// name: $PORT, $PORT:8080, $?KEY.
func readKtor(src []byte) ([]reads.Read, error) {
	if !bytes.HasPrefix(src, []byte("ktor:")) && !bytes.Contains(src, []byte("\nktor:")) {
		return nil, nil
	}
	return ktorPlaceholders(src)
}

var ktorPlaceholders = byLine("#", "", nil, nil,
	form{late.Regexp(`[:\-]\s*["']?\$([A-Z_][A-Z0-9_]*)(?::([^"'\s]+))?`), "$NAME", reads.Required},
	form{late.Regexp(`[:\-]\s*["']?\$\?([A-Z_][A-Z0-9_]*)(?::([^"'\s]+))?`), "$?NAME", reads.Optional})

// interpolated reads what libraries put into settings in YAML: ${oc.env:PORT,80},
// !ENV ${PORT:80}.
var interpolated = byLine("#", "", nil, nil,
	form{late.Regexp(`\$\{oc\.env:([A-Za-z0-9_]+)(?:,\s*([^{}]*))?\}`), "oc.env", reads.Expected},
	form{late.Regexp(`!ENV\s+["']?[^$\n]*\$\{([A-Za-z0-9_]+)(?::([^{}]*))?\}`), "!ENV", reads.Expected})

func isYAML(file string) bool {
	return strings.HasSuffix(file, ".yml") || strings.HasSuffix(file, ".yaml")
}
