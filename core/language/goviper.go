package language

import (
	"strings"

	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// goDeclared finds what is declared in Go: struct tags, and the keys of a
// settings library that takes them from variables.
func goDeclared(f *syntax.File, _ *reads.Outline) []reads.Declared {
	list, _ := processedStructs(f)
	return append(list, viperKeys(f)...)
}

var viperKinds = map[string]reads.Kind{
	"Get": reads.Text, "GetString": reads.Text, "GetInt": reads.Integer, "GetInt32": reads.Integer, "GetInt64": reads.Integer, "GetUint": reads.Integer,
	"GetFloat64": reads.Number, "GetBool": reads.Boolean, "GetDuration": reads.Duration, "GetStringSlice": reads.List,
}

// viperKeys finds the keys that viper reads from variables: with AutomaticEnv
// all of them, otherwise those bound with BindEnv by their key alone.
func viperKeys(f *syntax.File) (list []reads.Declared) {
	if !hasWord(f, 0, len(f.Tokens), "viper") {
		return nil
	}
	prefix, automatic, dots := "", false, false
	objects := map[string]bool{"viper": true}
	for i := range f.Tokens {
		switch {
		case f.Is(i, "SetEnvPrefix") && f.Is(i+1, "("):
			if value, ok := f.Value(i + 2); ok && value != "" {
				prefix = strings.ToUpper(value) + "_"
			}
		case f.Is(i, "AutomaticEnv"):
			automatic = true
		case f.Is(i, "SetEnvKeyReplacer"):
			dots = true
		case f.Is(i, "viper") && f.Is(i+1, ".") && (f.Is(i+2, "New") || f.Is(i+2, "NewWithOptions")) && (f.Is(i-1, ":=") || f.Is(i-1, "=")):
			objects[f.Text(i-2)] = true
		}
	}
	defaults := map[string]*string{}
	name := func(key string) string {
		key = strings.ToUpper(key)
		if dots {
			key = strings.NewReplacer(".", "_", "-", "_").Replace(key)
		}
		return prefix + key
	}
	for i := 2; i < len(f.Tokens); i++ {
		if f.Kind(i) != syntax.Word || !f.Is(i-1, ".") || !objects[f.Text(i-2)] || !f.Is(i+1, "(") {
			continue
		}
		key, ok := f.Value(i + 2)
		if !ok {
			continue
		}
		kind, isGet := viperKinds[f.Text(i)]
		switch {
		case f.Is(i, "SetDefault"):
			defaults[key] = literalAt(f, i+4)
		case f.Is(i, "BindEnv") && f.Is(i+3, ")"):
			list = append(list, reads.Declared{At: i - 2, Name: name(key), Access: "viper.BindEnv", Need: reads.Optional})
		case isGet && automatic && isEnvironmentName(name(key)) && f.Is(i+3, ")"):
			d := reads.Declared{At: i - 2, Name: name(key), Access: "viper." + f.Text(i), Need: reads.Expected, Kind: kind}
			if fallback, has := defaults[key]; has {
				d.Need, d.Fallback = reads.Optional, fallback
			}
			list = append(list, d)
		}
	}
	return list
}
