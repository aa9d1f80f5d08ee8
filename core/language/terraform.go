package language

import (
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// A variable of a Terraform module is read from TF_VAR_ and its name.
var terraform = &reads.Language{
	Name: "terraform", Extensions: []string{".tf"}, Triggers: []string{"variable"},
	Own: func(src []byte) (list []reads.Read, err error) {
		f := terraformTable.Scan(src, false)
		for i := range f.Tokens {
			name, ok := f.Value(i + 1)
			if !f.Is(i, "variable") || !f.Tokens[i].NewLine || !ok || !f.Is(i+2, "{") || f.Mate(i+2) < 0 {
				continue
			}
			r := reads.Read{Name: "TF_VAR_" + name, Access: "variable", Need: reads.Required, Scope: reads.Tooling}
			for j := i + 3; j < f.Mate(i+2); j++ {
				if m := f.Mate(j); m > j {
					j = m
					continue
				}
				if f.Is(j, "default") && f.Is(j+1, "=") {
					r.Need = reads.Optional
					if value, ok := f.Value(j + 2); ok {
						r.Fallback = &value
					}
				}
			}
			r.Line, r.Column = f.Position(int(f.Tokens[i].Start))
			list = append(list, r)
		}
		return list, nil
	},
}

var terraformTable = &syntax.Table{
	LineComments: []string{"#", "//"}, BlockComments: cBlocks,
	Strings: []syntax.StringForm{{Open: `"`, Close: `"`, Backslash: true, Holes: []syntax.Hole{{Open: "${", Close: "}", Doubled: false}}}},
}
