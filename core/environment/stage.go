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
	parts := strings.Split("///"+strings.ToLower(file), "/")
	from := func(end int) string { return parts[len(parts)-1-end] } // the name of the file, its folder, and those round it
	name, _, _ := strings.Cut(from(0), ".")
	switch {
	case holders[from(1)]:
		return stages[name]
	case from(2) == "packages" && holders[from(3)]: // config/packages/prod/mail.yaml
		return stages[from(1)]
	}
	if profile, found := strings.CutPrefix(name, "application-"); found { // application-prod.yml
		return stages[profile]
	}
	return ""
}

// stage returns the stage that an environment is of, or "" where its name does not say it.
func (e *Environment) stage() string { return stages[strings.ToLower(path.Base(e.Name))] }

// Concerns reports whether an environment is to satisfy what a file of a component reads: it serves the component,
// and is not of another stage than the one in which alone the file is loaded.
func (s *All) Concerns(e *Environment, component, file string) bool {
	if !s.Serves(e, component) {
		return false
	}
	own, only := e.stage(), stageOf(file)
	return own == "" || only == "" || own == only
}

// Stages returns the words for the stage that an environment is of, or none where its name does not say it.
func (e *Environment) Stages() (words []string) {
	own := e.stage()
	for word, stage := range stages { // in any order
		if stage == own {
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
