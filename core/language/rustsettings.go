package language

import (
	"strings"

	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// rustSettings finds options of command lines that are bound to variables:
// #[arg(long, env = "NAME", default_value = "x")], and #[arg(env)], which takes
// the field's name in upper case.
func rustSettings(f *syntax.File, _ *reads.Outline) (list []reads.Declared) {
	for i := range f.Tokens {
		if !f.Is(i, "#") || !f.Is(i+1, "[") || f.Mate(i+1) < 0 || !(f.Is(i+2, "arg") || f.Is(i+2, "clap") || f.Is(i+2, "structopt")) || !f.Is(i+3, "(") {
			continue
		}
		end := f.Mate(i + 1)
		d := reads.Declared{Need: reads.Required, Access: f.Text(i+2) + " env", Kind: reads.Text}
		for j := i + 4; j < end; j++ {
			switch {
			case f.Is(j, "env") && f.Is(j+1, "="):
				if name, ok := f.Value(j + 2); ok {
					d.At, d.Name = j, name
				}
			case f.Is(j, "env") && (f.Is(j+1, ")") || f.Is(j+1, ",")):
				d.At, d.Name = j, strings.ToUpper(fieldBehind(f, end+1))
			case f.Is(j, "default_value") || f.Is(j, "default_value_t"):
				d.Need, d.Fallback = reads.Optional, literalAt(f, j+2)
			}
		}
		for j := end + 1; j < min(end+12, len(f.Tokens)); j++ {
			if f.Is(j, "Option") {
				d.Need = reads.Optional
			}
			if f.Is(j, ",") || f.Is(j, "#") {
				break
			}
		}
		if isEnvironmentName(d.Name) {
			list = append(list, d)
		}
	}
	return list
}

// fieldBehind gives the name of the field that stands behind its attributes.
func fieldBehind(f *syntax.File, i int) string {
	for f.Is(i, "#") && f.Mate(i+1) > 0 {
		i = f.Mate(i+1) + 1
	}
	if f.Is(i, "pub") {
		i++
		if f.Is(i, "(") {
			i = f.Mate(i) + 1
		}
	}
	return f.Text(i)
}
