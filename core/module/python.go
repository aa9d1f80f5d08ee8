package module

import (
	_ "embed"
	"strings"
	"unicode/utf8"

	"inzicht/core/reads"
)

//go:embed python.tmpl
var pythonSource string

var python = &Language{
	Name: "python", reads: []string{"python"}, comment: "#", source: pythonSource, name: snakeCase,
	read:  pythonRead,
	taken: strings.Fields("and as assert async await break class continue def del elif else except finally for from global if import in is lambda nonlocal not or pass raise return try while with yield none true false"),
	kinds: map[reads.Kind]form{
		reads.Text: {"_text", "str"}, reads.Integer: {"_integer", "int"}, reads.Number: {"_number", "float"},
		reads.Boolean: {"_boolean", "bool"}, reads.Duration: {"_duration", "timedelta"}, reads.URL: {"_url", "str"},
		reads.List: {"_list", "List[str]"}, reads.JSON: {"_json", "Any"},
	},
	optional: func(plain string) string { return "Optional[" + plain + "]" },
}

// snakeCase joins words with underscores.
func snakeCase(words []string) string { return strings.Join(words, "_") }

// pythonRead reads a setting in its class, broken as formatters break it: its
// arguments on a line of their own, or one a line.
func pythonRead(e setting) string {
	const width, margin, inner = 88, "        ", "            "
	begin := "self." + e.Setting + ": " + e.Type + " = from_environment." + e.Way + "("
	if len(margin+begin) > width {
		begin = "self." + e.Setting + " = from_environment." + e.Way + "("
	}
	arguments := strings.Join(e.arguments(), ", ")
	switch {
	case utf8.RuneCountInString(margin+begin+arguments+")") <= width:
		return margin + begin + arguments + ")"
	case utf8.RuneCountInString(inner+arguments) <= width:
		return margin + begin + "\n" + inner + arguments + "\n" + margin + ")"
	}
	return margin + begin + "\n" + inner + strings.Join(e.arguments(), ",\n"+inner) + ",\n" + margin + ")"
}
