package environment

import (
	"fmt"
	"path"
	"path/filepath"
	"slices"

	"github.com/compose-spec/compose-go/v2/template"
	"go.yaml.in/yaml/v4"
)

// What compose's library is given is looked at before: it follows any path and
// knows no bound.

// maxComposed bounds in bytes the compose files of one tree that are resolved,
// each as often as others are laid over it.
const maxComposed = 24 << 20

// maxComposeFiles bounds how many files one project may take in.
const maxComposeFiles = 60

// vet looks at a compose file, and at all that it takes in, before compose's
// library opens them: YAML of bounded size, files of the tree, no links.
// Relative paths start from folder.
func (f *finder) vet(p *composeProject, file, folder string) error {
	documents, err := f.documentsOf(file)
	if err != nil {
		return err
	}
	for _, d := range documents {
		if p.weigh(d.root, 0); !p.growth.Bounded() {
			return &yamlError{Problem: Problem{File: file, Reason: "its values, filled in, would be over 16 MiB, or are nested too deep", Hint: "Write the values out instead of making each of others."}}
		}
	}
	taken := func(node *yaml.Node, why string) (string, error) {
		name, _ := template.Substitute(node.Value, p.lookup)
		if !filepath.IsAbs(name) {
			name = path.Join(folder, name)
		}
		clean, inside := f.tree.Inside(name)
		if !inside || !f.tree.Has(clean) {
			return "", &yamlError{Problem: Problem{File: file, Line: node.Line, Column: node.Column, Reason: why + " is not a file of this tree", Hint: "Correct the path; links are not followed."}}
		}
		return clean, nil
	}
	more := func(node *yaml.Node, why, from string) error {
		clean, err := taken(node, why)
		if err != nil || slices.Contains(p.files, clean) {
			return err
		}
		if p.files = append(p.files, clean); len(p.files) > maxComposeFiles {
			return &yamlError{Problem: Problem{File: file, Reason: "it takes in too many files", Hint: "Break the circle under include or extends."}}
		}
		if from == "" {
			from = path.Dir(clean)
		}
		return f.vet(p, clean, from)
	}
	for _, d := range documents {
		for _, include := range items(at(d.root, "include")) {
			for _, node := range includedFiles(include) {
				if err := more(node, "what it includes", ""); err != nil {
					return err
				}
			}
			for _, node := range oneOrMore(at(include, "env_file")) {
				clean, err := taken(node, "the env file of what it includes")
				if err != nil && node.Value != "/dev/null" {
					return err
				}
				if err == nil {
					p.beside = append(p.beside, clean)
				}
			}
		}
		if p.nodes > maxComposeNodes {
			return &yamlError{Problem: Problem{File: file, Reason: "it holds more than a person writes, and was not resolved", Hint: "Split it."}}
		}
		if extendsDeep(d.root) {
			return &yamlError{Problem: Problem{File: file, Reason: fmt.Sprintf("its services extend each other over more than %d steps", maxExtends), Hint: "Extend the first of them."}}
		}
		for _, service := range entries(at(d.root, "services")) {
			if node := at(service.value, "extends", "file"); node != nil {
				if err := more(node, "the file of a service that it extends", ""); err != nil {
					return err
				}
			}
		}
	}
	if beside := path.Join(path.Dir(file), ".env"); !f.tree.Has(beside) && f.tree.Exists(beside) {
		return &yamlError{Problem: Problem{File: beside, Reason: "compose would interpolate from it, and it is no plain file", Hint: "Put a regular file in its place."}}
	}
	return nil
}

// maxComposeNodes bounds how many keys and values the files of one project
// may hold: the library's time grows with the square of some.
const maxComposeNodes = 30_000

// maxExtends bounds over how many steps services of one file extend each
// other: the library merges all of them at each step.
const maxExtends = 40

// extendsDeep reports whether services extend each other over too many steps.
func extendsDeep(root *yaml.Node) bool {
	extended := map[string]string{}
	for _, s := range entries(at(root, "services")) {
		name := text(s.value, "extends")
		if name == "" {
			name = text(s.value, "extends", "service")
		}
		extended[s.key.Value] = name
	}
	steps := map[string]int{"": 0}
	for name := range extended { // in any order
		var way []string
		for at := name; ; at = extended[at] {
			if known, done := steps[at]; done {
				for n, passed := range slices.Backward(way) {
					if steps[passed] = known + len(way) - n; steps[passed] > maxExtends {
						return true
					}
				}
				break
			}
			if slices.Contains(way, at) { // in a circle, which the library refuses
				break
			}
			if way = append(way, at); len(way) > maxExtends+1 {
				return true
			}
		}
	}
	return false
}

// weigh adds up how long the values of a document become when they are filled
// in and its aliases written out.
func (p *composeProject) weigh(n *yaml.Node, depth int) {
	if n = follow(n); n == nil || depth > maxYAMLDepth || !p.growth.Bounded() {
		return
	}
	if p.nodes++; p.nodes > maxComposeNodes {
		return
	}
	if n.Kind == yaml.ScalarNode {
		p.growth.Text(n.Value)
	}
	for _, child := range n.Content {
		p.weigh(child, depth+1)
	}
}

// includedFiles returns the paths of one entry of include.
func includedFiles(include *yaml.Node) []*yaml.Node {
	if include != nil && include.Kind == yaml.ScalarNode {
		return []*yaml.Node{include}
	}
	return oneOrMore(at(include, "path"))
}
