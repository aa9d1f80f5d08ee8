package language

import (
	"strings"

	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var powershellHoles = []syntax.Hole{{Open: "$(", Close: ")"}, {Open: "${", Close: "}"}, {Open: "$"}}

var powershellTable = &syntax.Table{
	LineComments: []string{"#"}, BlockComments: []syntax.BlockComment{{Open: "<#", Close: "#>"}}, WordStart: "$", WordPart: ":",
	Strings: []syntax.StringForm{
		{Open: "@'", Close: "'@", Lines: true},
		{Open: `@"`, Close: `"@`, Lines: true, Holes: powershellHoles},
		{Open: "'", Close: "'", Doubled: true, Lines: true},
		{Open: `"`, Close: `"`, Doubled: true, Lines: true, Holes: powershellHoles},
	},
}

var powershell = &reads.Language{
	Name: "powershell", Extensions: []string{".ps1", ".psm1", ".psd1"}, Interpreters: []string{"pwsh", "powershell"},
	Triggers: []string{"env", "Env", "ENV", "GetEnvironmentVariable"},
	Own:      readPowershell,
}

// readPowershell finds $env:NAME, env:NAME as a path, and the calls of the
// library beneath.
func readPowershell(src []byte) (list []reads.Read, err error) {
	f := powershellTable.Scan(src, false)
	for i := range f.Tokens {
		if f.Kind(i) != syntax.Word {
			continue
		}
		text := f.Text(i)
		name, access := "", ""
		switch lower := strings.ToLower(text); {
		case strings.HasPrefix(lower, "$env:"):
			name, access = text[5:], "$env:"
			if f.Is(i+1, "=") || f.Tokens[i].Start > 0 && src[f.Tokens[i].Start-1] == '`' {
				continue // a write, or an escaped dollar sign
			}
		case strings.HasPrefix(lower, "env:") && (f.Kind(i-1) == syntax.Word || f.Is(i-1, "{") && f.Is(i-2, "$") || f.Is(i-1, "${")):
			name, access = text[4:], "env:"
		case text == "GetEnvironmentVariable" && f.Is(i+1, "("):
			if value, ok := f.Value(i + 2); ok {
				name, access = value, "GetEnvironmentVariable"
			}
		}
		if name == "" || access == "env:" && f.Is(i-2, "-") && changes(f.Text(i-3)) {
			continue
		}
		r := reads.Read{Name: name, Access: access}
		if f.Is(i-1, "Path") || strings.EqualFold(f.Text(i-1), "Test-Path") || f.Is(i-1, "!") || f.Is(i-1, "not") {
			r.Need = reads.Optional
		}
		r.Line, r.Column = f.Position(int(f.Tokens[i].Start))
		list = append(list, r)
	}
	return list, nil
}

// changes tells the verbs of commands that set or remove what they name.
func changes(verb string) bool {
	switch strings.ToLower(verb) {
	case "set", "remove", "new", "clear":
		return true
	}
	return false
}
