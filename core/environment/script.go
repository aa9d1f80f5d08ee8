package environment

import "inzicht/core/envfile"

// scripts are shell scripts and profiles whose export lines set variables.
// They are read, not run.
var scripts = kind{
	key: "script", says: "a shell script or profile with export lines, read and not run",
	load: func(f *finder, s Spec) ([]*Layer, error) {
		l, err := f.envFile(s.Script, envfile.Shell, nil)
		if err != nil {
			return nil, specError(s.Script, err)
		}
		script := *l
		script.Kind = "script"
		script.Document = nil // a script has lines of other kinds
		return []*Layer{&script}, nil
	},
}
