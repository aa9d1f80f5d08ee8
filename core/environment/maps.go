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
	load: func(f *finder, s Spec) ([]*Layer, error) {
		documents, err := f.documentsOf(s.Map)
		if err != nil {
			return nil, specError(s.Map, err)
		}
		l := &Layer{Kind: "map", Label: s.Map, File: s.Map, Component: f.tree.ComponentOf(s.Map), Tracked: f.tracked[s.Map], Values: map[string]Value{}, Changed: f.tree.Changed(s.Map)}
		for _, d := range documents {
			n := d.root
			if s.At != "" {
				l.Label = s.Map + ", at " + s.At
				n = at(n, strings.Split(s.At, ".")...)
			}
			if n == nil || n.Kind != yaml.MappingNode {
				return nil, &SpecError{s.Map, "no mapping of names to values stands there", `Give the path to it, such as at = "staging.variables".`}
			}
			for _, e := range entries(n) {
				if envfile.IsName(e.key.Value) && e.value.Kind == yaml.ScalarNode {
					v := scalarValue(e.value, s.Map)
					v.Line, v.Column = e.key.Line, e.key.Column
					l.Values[e.key.Value] = v
				}
			}
		}
		return []*Layer{l}, nil
	},
}
