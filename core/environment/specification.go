package environment

import (
	"strings"

	"go.yaml.in/yaml/v4"

	"inzicht/core/envfile"
)

// specifications are what hosting services are told in YAML or JSON: lists of
// entries with a key (or name) and a value, wherever they stand in the file,
// or below the service asked for.
var specifications = kind{
	key: "spec", says: "a hosting service's specification: lists of key and value in YAML or JSON",
	further: []Key{{Name: "service"}},
	load: func(f *finder, s Spec) ([]*Layer, error) {
		documents, err := f.documentsOf(s.text("spec"))
		if err != nil {
			return nil, specError(s.text("spec"), err)
		}
		l := &Layer{Kind: "spec", Label: s.text("spec"), File: s.text("spec"), Component: f.tree.ComponentOf(s.text("spec")), Tracked: f.tracked[s.text("spec")], Values: map[string]Value{}, Changed: f.tree.Changed(s.text("spec"))}
		if s.text("service") != "" {
			l.Label += ", service " + s.text("service")
		}
		found := false
		for _, d := range documents {
			roots := []*yaml.Node{d.root}
			if s.text("service") != "" {
				roots = named(d.root, s.text("service"), 0)
			}
			for _, root := range roots {
				found = true
				keyed(root, s.text("spec"), l.Values, 0)
			}
		}
		if !found {
			return nil, &SpecError{s.text("spec"), "there is no service " + s.text("service"), "Give the name under which the file lists it."}
		}
		return []*Layer{l}, nil
	},
}

// named finds what is listed under a name: an entry with that name, or the
// value of a key of that name.
func named(n *yaml.Node, name string, depth int) (list []*yaml.Node) {
	if n = follow(n); n == nil || depth > maxYAMLDepth {
		return nil
	}
	for _, e := range entries(n) {
		if e.key.Value == name && e.value.Kind == yaml.MappingNode {
			list = append(list, e.value)
		} else {
			list = append(list, named(e.value, name, depth+1)...)
		}
	}
	for _, item := range items(n) {
		if text(item, "name") == name {
			list = append(list, item)
		} else {
			list = append(list, named(item, name, depth+1)...)
		}
	}
	return list
}

// keyed gathers the entries with a key and a value.
func keyed(n *yaml.Node, file string, values map[string]Value, depth int) {
	if n = follow(n); n == nil || depth > maxYAMLDepth {
		return
	}
	for _, item := range items(n) {
		name := at(item, "key")
		if name == nil {
			name = at(item, "name")
		}
		if name == nil || !envfile.IsName(name.Value) || !isEntry(item) {
			keyed(item, file, values, depth+1)
			continue
		}
		v := Value{State: Given, Why: "kept by the hosting service"}
		if value := at(item, "value"); value != nil {
			v = scalarValue(value, file)
		}
		v.File, v.Line, v.Column = file, name.Line, name.Column
		values[name.Value] = v
	}
	for _, e := range entries(n) {
		switch {
		case isBlock(e.key.Value) && e.value.Kind == yaml.MappingNode:
			for _, inner := range entries(e.value) {
				if envfile.IsName(inner.key.Value) && inner.value.Kind == yaml.ScalarNode {
					v := scalarValue(inner.value, file)
					v.Line, v.Column = inner.key.Line, inner.key.Column
					values[inner.key.Value] = v
				}
			}
		default:
			keyed(e.value, file, values, depth+1)
		}
	}
}

// isEntry tells an entry that sets a variable from one that only has a name.
func isEntry(item *yaml.Node) bool {
	for _, key := range []string{"value", "scope", "type", "sync", "secret", "fromDatabase", "fromService", "fromGroup", "generateValue", "valueFrom"} {
		if n := at(item, key); n != nil && (key != "type" || strings.EqualFold(n.Value, "secret")) {
			return true
		}
	}
	return len(entries(item)) == 1
}

// isBlock reports whether a key is one under which variables stand as a mapping.
func isBlock(key string) bool {
	switch strings.ToLower(strings.ReplaceAll(key, "_", "")) {
	case "env", "envs", "envvars", "environment", "variables", "vars", "envvariables", "environmentvariables":
		return true
	}
	return false
}
