package language

import (
	"errors"
	"fmt"
	"path"
	"strconv"
	"strings"

	"inzicht/core/late"
	"inzicht/core/reads"

	"go.yaml.in/yaml/v4"
)

// Compose files read what they interpolate, and what they hand on to a
// service by its name alone.
var compose = &reads.Language{
	Name:     "compose",
	Where:    "compose.yaml, docker-compose.yml and the like",
	Triggers: []string{"$", "environment"},
	OfFile: func(file string) bool {
		base := path.Base(file)
		return isYAML(base) && (strings.HasPrefix(base, "compose") || strings.HasPrefix(base, "docker-compose"))
	},
	Own: func(src []byte) ([]reads.Read, error) {
		list, _ := readPlaceholders("#", style{open: "${", close: "}", bare: true}, "${…}")(src)
		root, err := parseYAML(src)
		if root != nil {
			handedOn(root, &list, 0)
		}
		return list, err
	},
}

// maxYAML is the size in bytes, and maxYAMLDepth how deep, YAML is looked at.
const (
	maxYAML      = 1 << 20
	maxYAMLDepth = 100
)

func parseYAML(src []byte) (*yaml.Node, error) {
	if len(src) > maxYAML {
		return nil, nil
	}
	var root yaml.Node
	if err := yaml.Unmarshal(src, &root); err != nil {
		line := 0 // the library's words may repeat a value
		if found := lineInError().FindStringSubmatch(err.Error()); found != nil {
			line, _ = strconv.Atoi(found[1])
		}
		return nil, notUnderstood("YAML", line)
	}
	return &root, nil
}

var lineInError = late.Regexp(`line (\d+)`)

// notUnderstood says in words of our own where a file cannot be understood. A
// line of 0 is not known.
func notUnderstood(what string, line int) error {
	if line == 0 {
		return errors.New("it cannot be understood as " + what)
	}
	return fmt.Errorf("line %d cannot be understood as %s", line, what)
}

// handedOn finds "environment:" entries without a value.
func handedOn(n *yaml.Node, list *[]reads.Read, depth int) {
	if depth > maxYAMLDepth {
		return
	}
	for i, child := range n.Content {
		if n.Kind == yaml.MappingNode && i%2 == 0 && child.Value == "environment" && i+1 < len(n.Content) {
			entries(n.Content[i+1], list)
		}
		handedOn(child, list, depth+1)
	}
}

func entries(n *yaml.Node, list *[]reads.Read) {
	for i, entry := range n.Content {
		switch {
		case n.Kind == yaml.SequenceNode && entry.Kind == yaml.ScalarNode && isShellName(entry.Value):
		case n.Kind == yaml.MappingNode && i%2 == 0 && n.Content[i+1].Tag == "!!null" && isShellName(entry.Value):
		default:
			continue
		}
		*list = append(*list, reads.Read{Name: entry.Value, Access: "environment", Need: reads.Optional, Line: entry.Line, Column: entry.Column})
	}
}
