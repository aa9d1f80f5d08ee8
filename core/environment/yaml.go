package environment

import (
	"bytes"
	"path"
	"strconv"
	"strings"

	"go.yaml.in/yaml/v4"

	"inzicht/core/late"
)

const (
	maxYAML      = 1 << 20 // bytes of a YAML file that is looked at
	maxDocuments = 500     // in one file
	maxYAMLDepth = 60      // of nodes that are looked at
	maxYAMLFiles = 4000    // that are looked at in one tree
	maxAliases   = 1000    // in one file, before it is taken for a bomb
	maxNodes     = 1 << 20 // of one file, written out
)

// yamlDocument is one document of a YAML or JSON file.
type yamlDocument struct {
	file string
	root *yaml.Node
}

func isYAML(file string) bool {
	ext := path.Ext(file)
	return ext == ".yaml" || ext == ".yml"
}

// documentsOf returns the documents of a YAML or JSON file of the tree; each
// file is read once.
func (f *finder) documentsOf(file string) ([]*yamlDocument, error) {
	if list, known := f.yaml[file]; known {
		return list, nil
	}
	src, err := f.tree.ReadFile(file)
	if err != nil {
		return nil, err
	}
	list, problem := parseYAML(file, src)
	if problem != nil {
		return nil, problem
	}
	f.yaml[file] = list
	return list, nil
}

// yamlError says where a YAML file cannot be understood. It repeats nothing
// of the file: what is there may be a secret.
type yamlError struct {
	Problem
	needed string // the name without whose value compose stops, or ""
}

func (e *yamlError) Error() string { return e.Reason }

var yamlLine = late.Regexp(`line (\d+)`)

func parseYAML(file string, src []byte) (list []*yamlDocument, problem *yamlError) {
	fail := func(line int, reason, hint string) ([]*yamlDocument, *yamlError) {
		return nil, &yamlError{Problem: Problem{File: file, Line: line, Column: 1, Reason: reason, Hint: hint}}
	}
	if len(src) > maxYAML {
		return fail(0, "this file is over 1 MiB and was not read", "Split it.")
	}
	defer func() {
		if recover() != nil {
			list, problem = fail(0, "this file cannot be understood as YAML", "Check its indentation and quotes.")
		}
	}()
	decoder := yaml.NewDecoder(bytes.NewReader(src))
	for len(list) < maxDocuments {
		root := &yaml.Node{}
		err := decoder.Decode(root)
		if err != nil && err.Error() == "EOF" {
			break
		}
		if err != nil {
			line := 0
			if found := yamlLine().FindStringSubmatch(err.Error()); found != nil {
				line, _ = strconv.Atoi(found[1])
			}
			hint := "Check its indentation and quotes."
			if lines := bytes.Split(src, []byte("\n")); line > 0 && line <= len(lines) && bytes.HasPrefix(bytes.TrimLeft(lines[line-1], " "), []byte("\t")) || bytes.Contains(src, []byte("\n\t")) {
				hint = "Indent with spaces: YAML takes no tabs."
			}
			return fail(line, "this file cannot be understood as YAML", hint)
		}
		if !(&bulk{}).takes(root, 0) {
			return fail(0, "this file is nested deeper or holds more aliases than a person writes, and was not read", "Write the values out.")
		}
		if len(root.Content) > 0 {
			list = append(list, &yamlDocument{file, root.Content[0]})
		}
	}
	return list, nil
}

// bulk is how much a document is when its aliases are written out.
type bulk struct{ nodes, aliases int }

// takes reports whether a document is of a size that a person writes.
func (b *bulk) takes(n *yaml.Node, depth int) bool {
	if b.nodes++; depth > maxYAMLDepth && len(n.Content) > 0 || b.nodes > maxNodes {
		return false
	}
	for _, child := range n.Content {
		if child.Kind == yaml.AliasNode && child.Alias != nil {
			if b.aliases++; b.aliases > maxAliases {
				return false
			}
			child = child.Alias
		}
		if !b.takes(child, depth+1) {
			return false
		}
	}
	return true
}

// follow returns what an alias stands for.
func follow(n *yaml.Node) *yaml.Node {
	for steps := 0; n != nil && n.Kind == yaml.AliasNode && steps < 10; steps++ {
		n = n.Alias
	}
	return n
}

// entry is one entry of a mapping.
type entry struct {
	key, value *yaml.Node
}

// entries returns the entries of a mapping, those of merged mappings first.
func entries(n *yaml.Node) (list []entry) {
	if n = follow(n); n == nil || n.Kind != yaml.MappingNode {
		return nil
	}
	for i := 0; i+1 < len(n.Content); i += 2 {
		key, value := n.Content[i], follow(n.Content[i+1])
		if key.Tag != "!!merge" {
			continue
		}
		sources := []*yaml.Node{value}
		if value.Kind == yaml.SequenceNode {
			sources = value.Content
		}
		for _, source := range sources {
			if source = follow(source); source != nil && source != n {
				for j := 0; j+1 < len(source.Content) && source.Kind == yaml.MappingNode; j += 2 {
					list = append(list, entry{source.Content[j], follow(source.Content[j+1])})
				}
			}
		}
	}
	for i := 0; i+1 < len(n.Content); i += 2 {
		if key := n.Content[i]; key.Tag != "!!merge" {
			list = append(list, entry{key, follow(n.Content[i+1])})
		}
	}
	return list
}

// at returns what is at a path of keys, or nil.
func at(n *yaml.Node, keys ...string) *yaml.Node {
	for _, key := range keys {
		var next *yaml.Node
		for _, e := range entries(n) {
			if e.key.Value == key {
				next = e.value
			}
		}
		if next == nil {
			return nil
		}
		n = next
	}
	return follow(n)
}

// text returns the text of a scalar at a path of keys, or "".
func text(n *yaml.Node, keys ...string) string {
	if found := at(n, keys...); found != nil && found.Kind == yaml.ScalarNode {
		return found.Value
	}
	return ""
}

// items returns the items of a list.
func items(n *yaml.Node) []*yaml.Node {
	if n = follow(n); n == nil || n.Kind != yaml.SequenceNode {
		return nil
	}
	list := make([]*yaml.Node, len(n.Content))
	for i, item := range n.Content {
		list[i] = follow(item)
	}
	return list
}

// scalarValue returns the value that a scalar is, as a program gets it.
func scalarValue(n *yaml.Node, file string) Value {
	if n == nil || n.Kind != yaml.ScalarNode {
		return Value{State: Given, File: file, Why: "written as a structure"}
	}
	if n.Tag == "!!null" {
		return textValue("", file, n.Line, n.Column)
	}
	if strings.Contains(n.Value, unfilled) {
		return Value{State: Given, File: file, Line: n.Line, Column: n.Column, Why: "filled in by a template"}
	}
	return textValue(n.Value, file, n.Line, n.Column)
}

// oneOrMore returns the scalars of what may be written as one or as a list.
func oneOrMore(n *yaml.Node) (list []*yaml.Node) {
	if n != nil && n.Kind == yaml.ScalarNode {
		return []*yaml.Node{n}
	}
	for _, item := range items(n) {
		if item != nil && item.Kind == yaml.ScalarNode {
			list = append(list, item)
		}
	}
	return list
}

// scalars returns the texts of a list.
func scalars(n *yaml.Node) (list []string) {
	for _, item := range items(n) {
		if item != nil && item.Kind == yaml.ScalarNode {
			list = append(list, item.Value)
		}
	}
	return list
}
