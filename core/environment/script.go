package environment

import (
	"path"

	"inzicht/core/envfile"
)

// script reads a script or profile for what it exports.
func (f *finder) script(file string) (*Layer, error) {
	l, err := f.envFile(file, envfile.Shell, nil)
	if err != nil {
		return nil, err
	}
	src, err := f.tree.ReadFile(file)
	if err != nil {
		return nil, err
	}
	open := func(name string) ([]byte, bool) {
		inside := path.Join(path.Dir(file), name)
		if path.IsAbs(name) || !f.tree.Has(inside) {
			return nil, false
		}
		src, err := f.tree.ReadFile(inside)
		return src, err == nil
	}
	script := *l
	script.Kind = "script"
	script.Document = nil // a script has lines of other kinds
	script.Values = valuesOf(envfile.ReadScript(src, f.surroundings(), open), file, nil)
	return &script, nil
}

// scripts are shell scripts and profiles whose export lines set variables.
// They are read, not run.
var scripts = kind{
	key: "script", says: "a shell script or profile with export lines, read and not run",
	load: func(f *finder, s Spec) ([]*Layer, error) {
		l, err := f.script(s.text("script"))
		if err != nil {
			return nil, specError(s.text("script"), err)
		}
		return []*Layer{l}, nil
	},
}
