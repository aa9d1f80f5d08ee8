package language

import (
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// pythonDeclared finds reads through objects of settings libraries that are made
// with arguments: env = environ.Env(DEBUG=(bool, False)).
func pythonDeclared(f *syntax.File, _ *reads.Outline) []reads.Declared { return pythonObjects(f) }

// pythonMakers are the classes of settings objects; a call of an object reads.
var pythonMakers = map[string]string{"Env": "env", "FileAwareEnv": "env", "Config": "config", "AutoConfig": "config"}

var pythonMethods = map[string]reads.Kind{
	"str": reads.Text, "int": reads.Integer, "float": reads.Number, "bool": reads.Boolean, "list": reads.List, "tuple": reads.List, "json": reads.JSON, "dict": reads.JSON,
	"url": reads.URL, "db": reads.URL, "db_url": reads.URL, "cache": reads.URL, "cache_url": reads.URL, "email_url": reads.URL, "decimal": reads.Number, "path": reads.Text,
}

func pythonObjects(f *syntax.File) (list []reads.Declared) {
	objects := map[string]map[string]bool{} // name, and the names it has a scheme for
	for i := range f.Tokens {
		made := pythonMakers[f.Text(i)]
		if made == "" || f.Kind(i) != syntax.Word || !f.Is(i+1, "(") || f.Is(i+2, ")") || f.Mate(i+1) < 0 {
			continue
		}
		start := i
		for f.Is(start-1, ".") {
			start -= 2
		}
		library := hasWord(f, 0, len(f.Tokens), "environ") || hasWord(f, 0, len(f.Tokens), "environs") || hasWord(f, 0, len(f.Tokens), "decouple") || hasWord(f, 0, len(f.Tokens), "starlette")
		if f.Is(start-1, "=") && f.Kind(start-2) == syntax.Word && library {
			schemes := map[string]bool{}
			for j := i + 2; j < f.Mate(i+1); j++ {
				if f.Kind(j) == syntax.Word && f.Is(j+1, "=") {
					schemes[f.Text(j)] = true
				}
			}
			objects[f.Text(start-2)] = schemes
		}
	}
	for i := range f.Tokens {
		schemes, known := objects[f.Text(i)]
		if !known || f.Kind(i) != syntax.Word || f.Is(i-1, ".") {
			continue
		}
		open, kind := i+1, reads.Text
		if f.Is(i+1, ".") {
			method := false
			if kind, method = pythonMethods[f.Text(i+2)]; !method {
				continue
			}
			open = i + 3
		}
		name, ok := f.Value(open + 1)
		if !f.Is(open, "(") || f.Mate(open) < 0 || !ok || !isEnvironmentName(name) {
			continue
		}
		d := reads.Declared{At: i, Name: name, Access: f.Text(i), Need: reads.Required, Kind: kind}
		if schemes[name] {
			d.Need = reads.Optional
		}
		for j := open + 2; j < f.Mate(open); j++ {
			if f.Is(j, "default") && f.Is(j+1, "=") {
				d.Need, d.Fallback = reads.Optional, literalAt(f, j+2)
			}
			if f.Is(j, "cast") && f.Is(j+1, "=") {
				d.Kind = pythonKinds[f.Text(j+2)]
			}
		}
		list = append(list, d)
	}
	return list
}
