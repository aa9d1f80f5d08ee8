package language

import (
	"path"
	"strings"

	"inzicht/core/reads"
)

// Settings files and templates with placeholders.
var (
	properties = &reads.Language{
		Name: "properties", Extensions: []string{".properties", ".ini", ".cfg", ".conf"}, Triggers: []string{"${"},
		OfFile: func(file string) bool {
			base := path.Base(file)
			return (strings.HasPrefix(base, "application") || strings.HasPrefix(base, "bootstrap")) && isYAML(base)
		},
		Own: readPlaceholders("#;!", style{open: "${", close: "}", colon: true, asks: true}, "${…}"),
	}
	template = &reads.Language{
		Name: "template", Extensions: []string{".tmpl", ".template", ".tpl", ".envsubst"}, Triggers: []string{"$"},
		Own: readPlaceholders("", style{open: "${", close: "}"}, "${…}"),
	}
)

func isYAML(file string) bool {
	return strings.HasSuffix(file, ".yml") || strings.HasSuffix(file, ".yaml")
}
