package environment

import (
	"path"
	"slices"
	"strings"

	"inzicht/core/stage"
)

// holders are folders in which frameworks have a file for each stage: config/environments/production.rb,
// settings/production.py, config/prod.exs.
var holders = map[string]bool{"environments": true, "settings": true, "config": true, "configs": true, "configuration": true}

// stageOf returns the stage in which alone a framework loads a file, or "".
func stageOf(file string) string {
	parts := strings.Split("///"+strings.ToLower(file), "/")
	from := func(end int) string { return parts[len(parts)-1-end] } // the name of the file, its folder, and those round it
	name, _, _ := strings.Cut(from(0), ".")
	profile, found := strings.CutPrefix(name, "application-") // application-prod.yml
	word := ""
	switch {
	case holders[from(1)]:
		word = name
	case from(2) == "packages" && holders[from(3)]: // config/packages/prod/mail.yaml
		word = from(1)
	case found:
		word = profile
	}
	only, _ := stage.Of(word)
	return only
}

// saying are the variables that say in which stage a program runs, whatever it is written in.
var saying = []string{"APP_ENV", "ENVIRONMENT", "ENV", "STAGE", "NODE_ENV", "RAILS_ENV", "RACK_ENV", "MIX_ENV", "ASPNETCORE_ENVIRONMENT", "DOTNET_ENVIRONMENT", "DJANGO_ENV", "FLASK_ENV"}

// stage returns the stage that an environment is of, or "" where neither a variable that says it nor its name does:
// production, kubernetes.staging/api.
func (e *Environment) stage() string {
	var said []string
	for _, name := range saying {
		if v, _, found := e.Lookup(name); found && v.State == Set {
			if of, sure := stage.Of(v.Text); sure && !slices.Contains(said, of) {
				said = append(said, of)
			}
		}
	}
	if len(said) == 1 {
		return said[0]
	}
	for _, part := range strings.FieldsFunc(e.Name, func(r rune) bool { return r == '/' || r == '.' }) {
		if of, _ := stage.Of(part); of != "" {
			return of
		}
	}
	return ""
}

// Concerns reports whether an environment is to satisfy what a file of a component reads: it serves the component,
// and is not of another stage than the one in which alone the file is loaded.
func (s *All) Concerns(e *Environment, component, file string) bool {
	if !s.Serves(e, component) {
		return false
	}
	own, only := e.stage(), stageOf(file)
	return own == "" || only == "" || own == only
}

// Stages returns the words for the stage that an environment is of, or none where that is not known.
func (e *Environment) Stages() []string {
	if own := e.stage(); own != "" {
		return stage.Words(own)
	}
	return nil
}

// Starts returns the words of the command that is started with the environment, or none where that is not known.
func (e *Environment) Starts() (words []string) {
	for _, word := range e.Command {
		for one := range strings.FieldsSeq(word) {
			words = append(words, path.Base(one))
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
