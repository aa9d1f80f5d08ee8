package module

import (
	_ "embed"

	"inzicht/core/reads"
)

//go:embed php.tmpl
var phpSource string

var php = &Language{
	Name: "php", reads: []string{"php", "blade"}, comment: "//", source: phpSource, name: camelCase,
	taken: []string{"this"},
	kinds: map[reads.Kind]form{
		reads.Text: {"text", "string"}, reads.Integer: {"integer", "int"}, reads.Number: {"number", "float"},
		reads.Boolean: {"boolean", "bool"}, reads.Duration: {"seconds", "float"}, reads.URL: {"url", "string"},
		reads.List: {"list", "array"}, reads.JSON: {"json", "mixed"},
	},
	optional: func(plain string) string {
		if plain == "mixed" {
			return plain
		}
		return "?" + plain
	},
}
