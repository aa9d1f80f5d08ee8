package language

import (
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// Variables of modules and builds are read from the environment under their names, behind
// what the tool puts before these.
var (
	terraform = &reads.Language{
		Name: "terraform", Extensions: []string{".tf"}, Triggers: []string{"variable"},
		Own: readVariables("TF_VAR_"),
	}
	images = &reads.Language{
		Name: "image builds", Extensions: []string{".pkr.hcl"}, Triggers: []string{"variable", "env("},
		Own: together(readVariables("PKR_VAR_"), readCalls),
	}
	bake = &reads.Language{
		Name: "bake file", Names: []string{"docker-bake.hcl", "docker-bake.override.hcl"}, Triggers: []string{"variable"},
		Own: readVariables(""),
	}
)

// readVariables makes the reader of files that declare variables, which are read under
// a prefix.
func readVariables(prefix string) func([]byte) ([]reads.Read, error) {
	return func(src []byte) (list []reads.Read, err error) {
		f := terraformTable.Scan(src, false)
		for i := range f.Tokens {
			name, ok := f.Value(i + 1)
			if !f.Is(i, "variable") || !f.Tokens[i].NewLine || !ok || !f.Is(i+2, "{") || f.Mate(i+2) < 0 {
				continue
			}
			r := reads.Read{Name: prefix + name, Access: "variable", Need: reads.Required, Scope: reads.Tooling}
			for j := i + 3; j < f.Mate(i+2); j++ {
				if m := f.Mate(j); m > j {
					j = m
					continue
				}
				switch {
				case f.Is(j, "default") && f.Is(j+1, "="):
					r.Need, r.Fallback = reads.Optional, literalAt(f, j+2)
				case f.Is(j, "type") && f.Is(j+1, "="):
					r.Kind = terraformKinds[f.Text(j+2)]
				}
			}
			if prefix == "" && r.Need == reads.Required { // what nothing gives a value is empty
				r.Need = reads.Expected
			}
			r.Line, r.Column = f.Position(int(f.Tokens[i].Start))
			list = append(list, r)
		}
		return list, nil
	}
}

// terraformKinds are the kinds of the types that a variable may have.
var terraformKinds = map[string]reads.Kind{
	"number": reads.Number, "bool": reads.Boolean, "list": reads.List, "set": reads.List, "tuple": reads.List, "map": reads.JSON, "object": reads.JSON,
}

var terraformTable = &syntax.Table{
	LineComments: []string{"#", "//"}, BlockComments: cBlocks,
	Strings: []syntax.StringForm{{Open: `"`, Close: `"`, Backslash: true, Holes: []syntax.Hole{{Open: "${", Close: "}", Doubled: false}}}},
}
