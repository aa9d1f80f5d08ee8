package environment

import (
	"strings"

	"go.yaml.in/yaml/v4"

	"inzicht/core/envfile"
)

// mappings are flat mappings of names to values in JSON or YAML, at the top of
// the file or at a dotted path in it.
var mappings = kind{
	key: "map", says: "a mapping of names to values in JSON or YAML",
	further: []Key{{Name: "at"}},
	load: func(f *finder, s Spec) ([]*Layer, error) {
		documents, err := f.documentsOf(s.text("map"))
		if err != nil {
			return nil, specError(s.text("map"), err)
		}
		l := &Layer{Kind: "map", Label: s.text("map"), File: s.text("map"), Component: f.tree.ComponentOf(s.text("map")), Tracked: f.tracked[s.text("map")], Values: map[string]Value{}, Changed: f.tree.Changed(s.text("map"))}
		for _, d := range documents {
			n := d.root
			if s.text("at") != "" {
				l.Label = s.text("map") + ", at " + s.text("at")
				n = at(n, strings.Split(s.text("at"), ".")...)
			}
			if n == nil || n.Kind != yaml.MappingNode {
				return nil, &SpecError{s.text("map"), "there is no mapping of names to values", `Give the path to it, such as at = "staging.variables".`}
			}
			for _, e := range entries(n) {
				if envfile.IsName(e.key.Value) && e.value.Kind == yaml.ScalarNode {
					v := scalarValue(e.value, s.text("map"))
					v.Line, v.Column = e.key.Line, e.key.Column
					l.Values[e.key.Value] = v
				}
			}
		}
		return []*Layer{l}, nil
	},
}
