package environment

import (
	"path"
	"strings"
)

// stages are names that environments have even where nothing they set is read, with what each is called most.
var stages = map[string]string{
	"local": "development", "dev": "development", "development": "development", "test": "test", "testing": "test",
	"staging": "staging", "stage": "staging", "qa": "qa", "preview": "preview", "uat": "uat",
	"prod": "production", "production": "production", "live": "production",
}

// holders are folders in which frameworks have a file for each stage: config/environments/production.rb,
// settings/production.py, config/prod.exs.
var holders = map[string]bool{"environments": true, "settings": true, "config": true, "configs": true, "configuration": true}

// stageOf returns the stage in which alone a framework loads a file, or "".
func stageOf(file string) string {
	folder, base := path.Split(strings.ToLower(file))
	name, _, _ := strings.Cut(base, ".")
	parent, grandparent := path.Base(folder), path.Base(path.Dir(path.Clean(folder)))
	switch {
	case holders[parent]:
		return stages[name]
	case grandparent == "packages" && holders[path.Base(path.Dir(path.Dir(path.Clean(folder))))]: // config/packages/prod/mail.yaml
		return stages[parent]
	}
	profile, found := strings.CutPrefix(name, "application-") // application-prod.yml
	if !found {
		return ""
	}
	return stages[profile]
}

// Concerns reports whether an environment is to satisfy what a file of a component reads: it serves the component,
// and is not of another stage than the one in which alone the file is loaded.
func (s *All) Concerns(e *Environment, component, file string) bool {
	if !s.Serves(e, component) {
		return false
	}
	own, only := stages[strings.ToLower(path.Base(e.Name))], stageOf(file)
	return own == "" || only == "" || own == only
}

// Stages returns the words for the stage that an environment is of, or none where its name does not say it.
func (e *Environment) Stages() (words []string) {
	own := stages[strings.ToLower(path.Base(e.Name))]
	for word, stage := range stages { // in any order
		if own != "" && stage == own {
			words = append(words, word)
		}
	}
	return words
}

// Says returns the value of a variable, or "" where it has none, and whether that is known.
func (e *Environment) Says(name string) (value string, known bool) {
	v, _, found := e.Lookup(name)
	switch {
	case !found:
		return "", e.Open() == "" && (e.Live == nil || !e.Live.Has(name))
	case v.State == Set, v.State == Empty:
		return v.Text, true
	}
	return "", false
}
