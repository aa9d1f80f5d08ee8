package environment

import (
	"maps"
	"path"
	"slices"
	"strconv"
	"strings"

	"go.yaml.in/yaml/v4"
)

// An overlay takes the manifests of other folders, and changes them: it merges
// generated maps and patches containers.

// maxOverlays bounds how deep overlays are laid over each other.
const maxOverlays = 8

// kustomization returns the file that makes a folder one of a kustomization, or "".
func (f *finder) kustomization(folder string) string {
	for _, base := range []string{"kustomization.yaml", "kustomization.yml", "Kustomization"} {
		if file := path.Join(folder, base); f.tree.Has(file) {
			return file
		}
	}
	return ""
}

// overlays takes up the folders with a kustomization as it puts them together:
// files that it does not take in are patches, or nothing.
func (f *finder) overlays(folders map[string]*cluster) {
	for _, folder := range sortedKeys(folders) {
		file := f.kustomization(folder)
		if file == "" {
			continue
		}
		c := f.kustomized(file, 0)
		if c == nil || len(c.workloads) == 0 {
			continue
		}
		folders[folder] = c
	}
}

// kustomized returns what a kustomization describes, or nil where it cannot be
// read.
func (f *finder) kustomized(file string, depth int) *cluster {
	documents, err := f.documentsOf(file)
	if err != nil || depth > maxOverlays {
		return nil
	}
	c := &cluster{}
	for _, d := range documents {
		for _, key := range []string{"resources", "bases", "components"} {
			for _, item := range items(at(d.root, key)) {
				f.resource(c, path.Join(path.Dir(file), item.Value), depth)
			}
		}
		c.generators(f, d)
		c.patches(f, d)
	}
	return c
}

// resource takes in a file or another folder.
func (f *finder) resource(c *cluster, name string, depth int) {
	if f.tree.Has(name) {
		if documents, err := f.documentsOf(name); err == nil {
			c.take(f, documents)
		}
		return
	}
	file := f.kustomization(name)
	if file == "" {
		return
	}
	if inner := f.kustomized(file, depth+1); inner != nil {
		c.workloads = append(c.workloads, inner.workloads...)
		for _, s := range inner.stores {
			c.add(s)
		}
	}
}

// patches changes the containers of workloads.
func (c *cluster) patches(f *finder, d *yamlDocument) {
	var list []*yamlDocument
	read := func(name string) {
		if documents, err := f.documentsOf(path.Join(path.Dir(d.file), name)); err == nil {
			list = append(list, documents...)
		}
	}
	for _, item := range items(at(d.root, "patchesStrategicMerge")) {
		if strings.Contains(item.Value, "\n") {
			if documents, problem := parseYAML(d.file, []byte(item.Value)); problem == nil {
				list = append(list, documents...)
			}
			continue
		}
		read(item.Value)
	}
	for _, patch := range items(at(d.root, "patches")) {
		before := len(list)
		if name := text(patch, "path"); name != "" {
			read(name)
		} else if documents, problem := parseYAML(d.file, []byte(text(patch, "patch"))); problem == nil {
			list = append(list, documents...)
		}
		target := text(patch, "target", "name")
		for _, p := range list[before:] {
			if p.root.Kind == yaml.SequenceNode {
				c.operations(p, target)
			}
		}
	}
	for _, p := range list {
		if p.root.Kind == yaml.MappingNode {
			c.merge(f, p)
		}
	}
}

// merge lays a part of a workload, or of a map, over it.
func (c *cluster) merge(f *finder, p *yamlDocument) {
	name := text(p.root, "metadata", "name")
	switch kind := text(p.root, "kind"); kind {
	case "ConfigMap", "Secret":
		c.mergeStore(readStore(p, kind, name))
		return
	}
	part := &cluster{}
	part.take(f, []*yamlDocument{p})
	for _, over := range part.workloads {
		for i := range c.workloads {
			w := &c.workloads[i]
			if w.name != over.name || w.container != over.container {
				continue
			}
			w.env = mergedByName(w.env, over.env)
			for _, e := range items(over.env) {
				w.brought(e, p.file)
			}
			if over.from != nil {
				w.from = over.from
			}
		}
	}
}

// mergeStore lays a map over one of its name, or adds it.
func (c *cluster) mergeStore(over store) {
	n, known := c.known[over.kind+"\x00"+over.name]
	if !known {
		c.add(over)
		return
	}
	merged := c.stores[n]
	values := map[string]Value{}
	for name, v := range merged.values { // in any order
		values[name] = v
	}
	for name, v := range over.values { // in any order
		values[name] = v
	}
	merged.values = values
	c.stores[n] = merged
}

// mergedByName lays a list of named entries over another: what is laid over it
// comes first, and the rest as it was.
func mergedByName(under, over *yaml.Node) *yaml.Node {
	if over == nil {
		return under
	}
	merged := &yaml.Node{Kind: yaml.SequenceNode, Tag: "!!seq"}
	names := map[string]bool{}
	for _, e := range items(over) {
		names[text(e, "name")] = true
		if text(e, "$patch") != "delete" {
			merged.Content = append(merged.Content, e)
		}
	}
	for _, e := range items(under) {
		if !names[text(e, "name")] {
			merged.Content = append(merged.Content, e)
		}
	}
	return merged
}

// operations changes workloads by a list of operations on paths, as far as they
// concern the variables of a container.
func (c *cluster) operations(p *yamlDocument, target string) {
	for _, op := range items(p.root) {
		segments := strings.Split(strings.Trim(text(op, "path"), "/"), "/")
		n := slices.Index(segments, "containers")
		if n < 0 || n+2 >= len(segments) {
			continue
		}
		for i := range c.workloads {
			w := &c.workloads[i]
			if (target == "" || w.name == target) && strconv.Itoa(w.number) == segments[n+1] {
				w.operate(segments[n+2:], text(op, "op"), at(op, "value"), p.file)
			}
		}
	}
}

// brought notes which file an entry comes from.
func (w *workload) brought(entry *yaml.Node, file string) {
	origins := map[*yaml.Node]string{entry: file}
	maps.Copy(origins, w.origins) // that of other overlays stays as it is
	origins[entry] = file
	w.origins = origins
}

// operate changes env or envFrom of a container: the whole list, or an entry.
func (w *workload) operate(segments []string, op string, value *yaml.Node, file string) {
	list := map[string]**yaml.Node{"env": &w.env, "envFrom": &w.from}[segments[0]]
	if list == nil {
		return
	}
	if len(segments) == 1 {
		if *list = value; op == "remove" {
			*list = nil
		}
		return
	}
	changed := &yaml.Node{Kind: yaml.SequenceNode, Tag: "!!seq", Content: slices.Clone(items(*list))}
	w.brought(value, file)
	index, err := strconv.Atoi(segments[1])
	switch {
	case segments[1] == "-" && value != nil:
		changed.Content = append(changed.Content, value)
	case err != nil || index < 0 || index > len(changed.Content):
		return
	case op == "add" && len(segments) == 2 && value != nil:
		changed.Content = slices.Insert(changed.Content, index, value)
	case index == len(changed.Content):
		return
	case op == "remove" && len(segments) == 2:
		changed.Content = slices.Delete(changed.Content, index, index+1)
	case len(segments) == 2 && value != nil:
		changed.Content[index] = value
	case segments[2] == "value" && value != nil:
		name := at(changed.Content[index], "name")
		changed.Content[index] = &yaml.Node{Kind: yaml.MappingNode, Tag: "!!map", Content: []*yaml.Node{
			{Kind: yaml.ScalarNode, Tag: "!!str", Value: "name"}, name, {Kind: yaml.ScalarNode, Tag: "!!str", Value: "value"}, value,
		}}
		if name == nil {
			return
		}
	}
	*list = changed
}
