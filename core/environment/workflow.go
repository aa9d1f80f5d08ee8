package environment

import (
	"fmt"
	"strings"

	"go.yaml.in/yaml/v4"
)

// workflows are what hosted pipelines set: env of the workflow, then of the
// job, then of the step.
var workflows = kind{
	key: "workflow", says: "a job of a workflow file, or one of its steps",
	further: []Key{{Name: "job"}, {Name: "step", With: "job"}},
	load: func(f *finder, s Spec) ([]*Layer, error) {
		documents, err := f.documentsOf(s.text("workflow"))
		if err != nil {
			return nil, specError(s.text("workflow"), err)
		}
		if len(documents) == 0 {
			return nil, &SpecError{s.text("workflow"), "it is empty", "Name a workflow file."}
		}
		root := documents[0].root
		layers := []*Layer{f.block(s.text("workflow"), "workflow", at(root, "env"))}
		if s.text("job") == "" {
			return layers, nil
		}
		job := at(root, "jobs", s.text("job"))
		if job == nil {
			return nil, &SpecError{s.text("workflow"), fmt.Sprintf("there is no job %q", s.text("job")), "It has: " + strings.Join(keysOf(at(root, "jobs")), ", ") + "."}
		}
		layers = append(layers, f.block(s.text("workflow"), "job "+s.text("job"), at(job, "env")))
		if s.text("step") == "" {
			return layers, nil
		}
		for _, step := range items(at(job, "steps")) {
			if text(step, "name") == s.text("step") || text(step, "id") == s.text("step") {
				return append(layers, f.block(s.text("workflow"), "step "+s.text("step"), at(step, "env"))), nil
			}
		}
		return nil, &SpecError{s.text("workflow"), fmt.Sprintf("job %s has no step %q", s.text("job"), s.text("step")), "Give the step's name or id."}
	},
}

// block makes a layer of a mapping of names to values.
func (f *finder) block(file, what string, n *yaml.Node) *Layer {
	l := &Layer{Label: file + ", " + what, Kind: "workflow", File: file, Component: f.tree.ComponentOf(file), Tracked: f.tracked[file], Values: map[string]Value{}, Changed: f.tree.Changed(file)}
	for _, e := range entries(n) {
		v := scalarValue(e.value, file)
		v.Line, v.Column = e.key.Line, e.key.Column
		if v.State == Set && strings.Contains(v.Text, "${{") {
			v.State, v.Text, v.Why = Given, "", "worked out when the workflow runs"
		}
		l.Values[e.key.Value] = v
	}
	return l
}

func keysOf(n *yaml.Node) (keys []string) {
	for _, e := range entries(n) {
		keys = append(keys, e.key.Value)
	}
	return keys
}
