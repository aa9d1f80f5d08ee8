package module

import (
	_ "embed"
	"strings"
	"unicode/utf8"

	"inzicht/core/reads"
)

//go:embed typescript.tmpl
var typescriptSource string

var typescript = &Language{
	Name: "typescript", reads: []string{"typescript", "javascript"}, comment: "//", source: typescriptSource, name: camelCase, read: typescriptRead,
	taken: []string{"constructor"},
	kinds: map[reads.Kind]form{
		reads.Text: {"asText", "string"}, reads.Integer: {"asInteger", "number"}, reads.Number: {"asNumber", "number"},
		reads.Boolean: {"asBoolean", "boolean"}, reads.Duration: {"asMilliseconds", "number"}, reads.URL: {"asURL", "URL"},
		reads.List: {"asList", "string[]"}, reads.JSON: {"asJSON", "unknown"},
	},
	optional: func(plain string) string { return plain + " | undefined" },
}

// camelCase joins words, each but the first with a capital.
func camelCase(words []string) string {
	name := words[0]
	for _, word := range words[1:] {
		if word[0] >= '0' && word[0] <= '9' {
			name += "_"
		}
		name += capital(word)
	}
	return name
}

const typescriptWidth = 80

// declaration declares a setting in its class, broken as formatters break it.
func declaration(e setting) string {
	line := "  readonly " + e.Setting + ": " + e.Type + ";"
	if len(line) > typescriptWidth && strings.Contains(e.Type, "|") {
		return "  readonly " + e.Setting + ":\n    " + e.Type + ";"
	}
	return line
}

// typescriptRead reads a setting in its class, broken as formatters break it:
// its arguments one a line, and behind the sign where that is not enough.
func typescriptRead(e setting) string {
	margin := "    "
	begin := margin + "this." + e.Setting + " = "
	call := "fromEnvironment." + e.Way + "("
	if line := begin + call + strings.Join(e.arguments(), ", ") + ");"; utf8.RuneCountInString(line) <= typescriptWidth {
		return line
	}
	if len(begin+call) > typescriptWidth {
		margin += "  "
		begin = strings.TrimSuffix(begin, " ") + "\n" + margin
	}
	if line := margin + call + strings.Join(e.arguments(), ", ") + ");"; len(margin) > 4 && utf8.RuneCountInString(line) <= typescriptWidth {
		return begin + strings.TrimLeft(line, " ")
	}
	return begin + call + "\n" + margin + "  " + strings.Join(e.arguments(), ",\n"+margin+"  ") + ",\n" + margin + ");"
}
