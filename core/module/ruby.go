package module

import (
	_ "embed"
	"strings"

	"inzicht/core/reads"
)

//go:embed ruby.tmpl
var rubySource string

var ruby = &Language{
	Name: "ruby", reads: []string{"ruby"}, comment: "#", source: rubySource, name: snakeCase,
	taken: strings.Fields("alias and begin break case class def defined do else elsif end ensure false for hash if in initialize method methods module next nil not object_id or redo rescue retry return self send super then true undef unless until when while yield"),
	kinds: map[reads.Kind]form{
		reads.Text: {":text", ""}, reads.Integer: {":integer", ""}, reads.Number: {":number", ""}, reads.Boolean: {":boolean", ""},
		reads.Duration: {":seconds", ""}, reads.URL: {":url", ""}, reads.List: {":list", ""}, reads.JSON: {":json", ""},
	},
	optional: func(string) string { return "" },
}
