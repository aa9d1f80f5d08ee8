package environment

import (
	"errors"
	"fmt"
	"path"
	"path/filepath"
	"slices"
	"strings"

	"github.com/compose-spec/compose-go/v2/template"
	"go.yaml.in/yaml/v4"

	"inzicht/core/late"
)

// Where a compose project says something, and how that is told without what is
// interpolated.

// writtenEnvFile names an env file as the project writes it. A path that is
// interpolated is not shown, for what it is made of may be a secret. whole is
// the path from the root of the tree where it is written as it is.
func (f *finder) writtenEnvFile(project *composeProject, file string) (name, whole string) {
	name = "an env file by an interpolated path"
	for _, from := range project.files {
		documents, _ := f.documentsOf(from)
		for _, d := range documents {
			for _, s := range entries(at(d.root, "services")) {
				for _, n := range envFilesOf(s.value) {
					if strings.Contains(n.Value, "$") || filepath.Base(n.Value) != filepath.Base(file) {
						continue
					}
					name = "the env file " + filepath.Base(file)
					if written, inside := f.tree.Inside(path.Join(path.Dir(from), n.Value)); inside && written == file {
						return name, written
					}
				}
			}
		}
	}
	return name, ""
}

// envFilesOf returns the paths under env_file of a service.
func envFilesOf(service *yaml.Node) (list []*yaml.Node) {
	n := at(service, "env_file")
	list = oneOrMore(n)
	for _, item := range items(n) {
		if path := at(item, "path"); path != nil && path.Kind == yaml.ScalarNode {
			list = append(list, path)
		}
	}
	return list
}

// find finds where a compose project says something of a service: in the
// file laid over last, or in one that is included or extended, where it may
// say it of another service.
func (f *finder) find(project *composeProject, service, key, name string) Value {
	if project.places == nil {
		project.places = map[string]Value{}
		for _, file := range project.files {
			documents, _ := f.documentsOf(file)
			for _, d := range documents {
				for _, s := range entries(at(d.root, "services")) {
					project.note(file, s)
				}
			}
		}
	}
	for _, of := range []string{service, ""} {
		if v, found := project.places[of+"\x00"+key+"\x00"+name]; found {
			return v
		}
	}
	return Value{File: project.files[0]}
}

// note notes where a file says something of a service: under its name, and
// under none for those that extend it.
func (p *composeProject) note(file string, service entry) {
	put := func(key, name string, n *yaml.Node) {
		v := Value{File: file, Line: n.Line, Column: n.Column}
		p.places[service.key.Value+"\x00"+key+"\x00"+name] = v
		p.places["\x00"+key+"\x00"+name] = v
	}
	for _, e := range entries(service.value) {
		key := e.key.Value
		put(key, "", e.key)
		if key != "environment" {
			continue
		}
		for _, inner := range entries(e.value) {
			put(key, inner.key.Value, inner.key)
		}
		for _, item := range items(e.value) {
			name, _, _ := strings.Cut(item.Value, "=")
			put(key, name, item)
		}
	}
}

var placeInProject = late.Regexp(`services\.[A-Za-z0-9_.-]+`)

// placeOf finds the place that the library's error names, in the file that
// says so. The names that it goes by must stand in the file: others may be
// interpolated.
func (f *finder) placeOf(p *composeProject, text string) (found Problem) {
	keys := strings.Split(placeInProject().FindString(text), ".")
	for _, file := range slices.Backward(p.files) {
		documents, _ := f.documentsOf(file)
		for _, d := range documents {
			n := d.root
			for _, key := range keys {
				i := slices.IndexFunc(entries(n), func(e entry) bool { return e.key.Value == key })
				if i < 0 {
					break
				}
				e := entries(n)[i]
				n, found = e.value, Problem{File: file, Line: e.key.Line, Column: e.key.Column}
			}
			if found.Line > 0 {
				return found
			}
		}
	}
	return Problem{File: p.files[0]}
}

// refused says why compose refuses a project, in words of our own: the
// library's may hold interpolated values.
func (f *finder) refused(p *composeProject, err error) error {
	file := p.files[0]
	refusal := &yamlError{Problem: Problem{File: file, Reason: "compose refuses this file: it does not follow the specification", Hint: "Run compose's own check on it; values are left out here."}}
	problem := &refusal.Problem
	var own *yamlError
	var required *template.MissingRequiredError
	var invalid *template.InvalidTemplateError
	switch {
	case err == nil:
	case errors.As(err, &own):
		return own
	case errors.As(err, &required):
		refusal.needed = required.Variable
		problem.Reason = fmt.Sprintf("compose stops here: %s is needed and has no value", required.Variable)
		problem.Hint = fmt.Sprintf("Set %s in the .env beside it; --with-surroundings takes it from the environment of who runs this.", required.Variable)
	case errors.As(err, &invalid):
		problem.Reason, problem.Hint = "compose cannot interpolate a value", "Close every ${, and write $$ for a dollar sign."
	case strings.Contains(err.Error(), "Circular reference"), strings.Contains(err.Error(), "cycle detected"):
		problem.Reason, problem.Hint = "files or services take in each other in a circle", "Break the circle under extends or include."
	case strings.Contains(err.Error(), "cannot extend service"):
		problem.Reason, problem.Hint = "a service extends another that is not there", "Check service and file under extends."
	default:
		where := f.placeOf(p, err.Error())
		problem.File, problem.Line, problem.Column = where.File, where.Line, where.Column
	}
	return refusal
}
