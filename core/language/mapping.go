package language

import (
	"path"

	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// mapping are files that say which variable replaces which setting:
// custom-environment-variables.json.
var mapping = &reads.Language{
	Name: "settings mapping", Where: "custom-environment-variables.json and the like", Triggers: []string{"\"", ":"},
	OfFile: func(file string) bool {
		switch path.Base(file) {
		case "custom-environment-variables.json", "custom-environment-variables.json5", "custom-environment-variables.yaml", "custom-environment-variables.yml":
			return true
		}
		return false
	},
	Own: func(src []byte) (list []reads.Read, err error) {
		f := mappingTable.Scan(src, false)
		for i := range f.Tokens {
			name, ok := f.Value(i)
			if !ok {
				name = f.Text(i)
			}
			if !f.Is(i-1, ":") || !variableName().MatchString(name) {
				continue
			}
			r := reads.Read{Name: name, Access: "mapping", Need: reads.Optional, Kind: reads.Text}
			if format, _ := f.Value(i + 4); f.Is(i+3, ":") && mappingFormats[format] != "" { // "__name": …, "__format": "json"
				r.Kind = mappingFormats[format]
			}
			r.Line, r.Column = f.Position(int(f.Tokens[i].Start))
			list = append(list, r)
		}
		return list, nil
	},
}

var mappingFormats = map[string]reads.Kind{"json": reads.JSON, "number": reads.Number, "boolean": reads.Boolean}

var mappingTable = &syntax.Table{
	LineComments: []string{"//", "#"}, BlockComments: cBlocks,
	Strings: []syntax.StringForm{{Open: `"`, Close: `"`, Backslash: true}, {Open: `'`, Close: `'`, Backslash: true}},
}
