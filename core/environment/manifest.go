package environment

import (
	"bytes"
	"encoding/base64"
	"fmt"
	"path"
	"slices"
	"strings"

	"github.com/bmatcuk/doublestar/v4"
	"go.yaml.in/yaml/v4"

	"inzicht/core/envfile"
	"inzicht/core/late"
	"inzicht/core/tree"
)

// manifests are the workloads of Kubernetes manifests: envFrom in its order,
// then env, which wins; the image's own environment before both. Config maps
// and secrets are looked for in the same tree, generators of kustomizations
// included.
var manifests = kind{
	key: "manifests", says: "one workload of Kubernetes manifests",
	several: true, further: []Key{{Name: "workload"}, {Name: "container", With: "workload"}}, traits: Traits{Starts: true},
	discover: (*finder).discoverManifests,
	load: func(f *finder, s Spec) ([]*Layer, error) {
		var c cluster
		for _, pattern := range s.list("manifests") {
			if !tree.IsGlob(pattern) {
				return nil, &SpecError{pattern, "this is no glob, or one that leaves too much open", "Give a path or a glob such as deploy/staging/*.yaml."}
			}
			found := false
			for _, file := range f.tree.Files {
				if ok, _ := doublestar.Match(pattern, file.Path); ok {
					documents, err := f.documentsOf(file.Path)
					if err != nil {
						return nil, specError(file.Path, err)
					}
					c.take(f, documents)
					found = true
				}
			}
			if !found {
				return nil, &SpecError{pattern, "no file of this tree fits", "Give a path or a glob such as deploy/staging/*.yaml."}
			}
		}
		for _, w := range c.workloads {
			if w.name == s.text("workload") && (s.text("container") == "" || w.container == s.text("container")) {
				return f.workloadLayers(&c, w), nil
			}
		}
		var names, containers []string
		for _, w := range c.workloads {
			if names = append(names, w.name); w.name == s.text("workload") {
				containers = append(containers, w.container)
			}
		}
		if names = slices.Compact(names); len(containers) > 0 {
			return nil, &SpecError{strings.Join(s.list("manifests"), " "), fmt.Sprintf("workload %s has no container %q", s.text("workload"), s.text("container")), "It has: " + strings.Join(containers, ", ") + "."}
		}
		return nil, &SpecError{strings.Join(s.list("manifests"), " "), fmt.Sprintf("there is no workload %q", s.text("workload")), "It has: " + strings.Join(names, ", ") + "."}
	},
}

// workload is one container of a workload.
type workload struct {
	name, container, image string
	file                   string
	env, from              *yaml.Node
	origins                map[*yaml.Node]string // of entries of env that another file brought
	number                 int                   // which of the containers it is
	init                   bool                  // it is over before the others start
	open                   string                // what else it may be given, or ""
	command, args          []string              // over what its image starts
}

// store is a config map or a secret.
type store struct {
	kind, name, file string
	values           map[string]Value
}

// cluster is what some manifests describe together.
type cluster struct {
	workloads []workload
	stores    []store
	known     map[string]int // the last store of each kind and name
	outer     *cluster       // where those are looked for that are not here
}

func (c *cluster) add(s store) {
	if c.known == nil {
		c.known = map[string]int{}
	}
	c.known[s.kind+"\x00"+s.name] = len(c.stores)
	c.stores = append(c.stores, s)
}

// generic are names of folders that do not tell a stage.
var generic = late.Regexp(`^(k8s|kubernetes|kube|manifests?|deploy|deployments?|base|bases|overlays?|infra|ops|config|resources|yaml|charts?|templates)$`)

// isOfCluster reports whether a file is in JSON and lies where manifests do. Elsewhere much
// is in JSON, and none of that is one.
func isOfCluster(file string) bool {
	return path.Ext(file) == ".json" && slices.ContainsFunc(strings.Split(path.Dir(file), "/"), func(folder string) bool {
		switch folder {
		case "k8s", "kubernetes", "kube", "manifests", "deploy", "deployment", "deployments", "cluster":
			return true
		}
		return false
	})
}

// discoverManifests takes the manifests of each folder for one cluster.
func (f *finder) discoverManifests() {
	charts := f.charts()
	f.discoverCharts(charts)
	folders := map[string]*cluster{}
	looked := 0
	for _, file := range f.tree.Files {
		if !isYAML(file.Path) && !isOfCluster(file.Path) || looked > maxYAMLFiles || tree.IsTestPath(file.Path) {
			continue
		}
		looked++
		src, err := f.tree.ReadFile(file.Path)
		if err != nil || len(src) > maxYAML || !isManifest(src, file.Path) || inChart(charts, file.Path) || isTemplate(src) {
			continue
		}
		documents, err := f.documentsOf(file.Path)
		if err != nil {
			f.noteYAML(err)
			continue
		}
		folder := path.Dir(file.Path)
		if folders[folder] == nil {
			folders[folder] = &cluster{}
		}
		folders[folder].take(f, documents)
	}
	f.overlays(folders)
	all := &cluster{}
	for _, folder := range sortedKeys(folders) {
		for _, s := range folders[folder].stores {
			all.add(s)
		}
	}
	for _, folder := range sortedKeys(folders) {
		c := folders[folder]
		c.outer = all // those of its own folder are found first
		prefix := "kubernetes"
		if base := path.Base(folder); base != "." && !generic().MatchString(base) {
			prefix += "." + base
		}
		f.workloads(prefix, c)
	}
}

// isTemplate reports whether values of a manifest are actions of a template.
func isTemplate(src []byte) bool { return valueAction().Match(src) }

var valueAction = late.Regexp(`(?m)^\s*(?:- )?(?:[\w.\-]+:\s*)?\{\{`)

// holdsKey reports whether a file has a key, in YAML or in JSON.
func holdsKey(src []byte, key string) bool {
	return bytes.Contains(src, []byte(key+":")) || bytes.Contains(src, []byte(`"`+key+`"`))
}

func isManifest(src []byte, file string) bool {
	return holdsKey(src, "apiVersion") && holdsKey(src, "kind") || strings.HasPrefix(path.Base(file), "kustomization.")
}

// noteYAML takes up what was wrong with a YAML file.
func (f *finder) noteYAML(err error) {
	if own, ok := err.(*yamlError); ok {
		f.set.Problems = append(f.set.Problems, own.Problem)
	}
}

// workloads takes up those that run code of this tree.
func (f *finder) workloads(prefix string, c *cluster) {
	chosen, components := f.own(c)
	count := map[string]int{}
	for n, w := range c.workloads {
		if chosen[n] {
			count[w.name]++
		}
	}
	tied := map[string]bool{}
	for n, w := range c.workloads {
		tied[w.file+"\x00"+w.name] = tied[w.file+"\x00"+w.name] || chosen[n]
	}
	for n, w := range c.workloads {
		if !chosen[n] {
			if !tied[w.file+"\x00"+w.name] && w.open == "" {
				f.untied(prefix+"/"+w.name, "workload "+w.name, w.file, fmt.Sprintf("{ manifests = [%q], workload = %q, container = %q }", w.file, w.name, w.container), f.workloadLayers(c, w))
			}
			continue
		}
		component := components[n]
		name := prefix + "/" + w.name
		if count[w.name] > 1 {
			name += "." + w.container
		}
		layers := f.workloadLayers(c, w)
		var built *Layer
		for _, image := range f.set.Images {
			if f.tree.ComponentOf(image).Folder == component.Folder && component.Folder != "" && path.Base(image) == "Dockerfile" {
				l, err := f.image(image, "", nil)
				if f.noteImage(image, err); err == nil {
					built = l
				}
				if err == nil && len(l.Values) > 0 {
					layers = append([]*Layer{l}, layers...)
				}
			}
		}
		f.set.add(Environment{Name: name, Component: component, Only: true, Command: startedIn(w.command, w.args, built), Layers: layers})
	}
}

// own tells which containers run code of this tree, and which component: those
// whose image, or else whose own name, is that of one; else of a workload with
// such a name the first container that stays. What is beside it is of others.
func (f *finder) own(c *cluster) (chosen []bool, components []tree.Component) {
	chosen, components = make([]bool, len(c.workloads)), make([]tree.Component, len(c.workloads))
	found := map[string]bool{}
	key := func(w workload) string { return w.file + "\x00" + w.name }
	for _, by := range []struct {
		named func(workload) string
		find  func(string) (tree.Component, bool)
	}{
		{func(w workload) string { return imageName(w.image) }, f.componentOfImage},
		{func(w workload) string { return w.container }, f.componentNamed},
		{func(w workload) string { return w.name }, f.componentNamed},
	} {
		named := by.named
		now := map[string]bool{}
		for n, w := range c.workloads {
			byName := named(w) == w.name && named(w) != imageName(w.image) && named(w) != w.container
			if found[key(w)] || byName && (w.init || now[key(w)]) {
				continue
			}
			if component, known := by.find(named(w)); known {
				chosen[n], components[n], now[key(w)] = true, component, true
			}
		}
		for k := range now { // in any order
			found[k] = true
		}
	}
	return chosen, components
}

// take reads documents into the cluster.
func (c *cluster) take(f *finder, documents []*yamlDocument) {
	for _, d := range documents {
		name := text(d.root, "metadata", "name")
		spec := at(d.root, "spec")
		switch kind := text(d.root, "kind"); kind {
		case "Deployment", "StatefulSet", "DaemonSet", "Job", "ReplicaSet":
			c.pod(d, name, at(spec, "template", "spec"))
		case "CronJob":
			c.pod(d, name, at(spec, "jobTemplate", "spec", "template", "spec"))
		case "Pod":
			c.pod(d, name, spec)
		case "ConfigMap", "Secret":
			c.add(readStore(d, kind, name))
		case "List":
			for _, item := range items(at(d.root, "items")) {
				c.take(f, []*yamlDocument{{d.file, item}})
			}
		default:
			if kind == "Kustomization" || strings.HasPrefix(path.Base(d.file), "kustomization.") {
				c.generators(f, d)
			}
		}
	}
}

func (c *cluster) pod(d *yamlDocument, name string, spec *yaml.Node) {
	for _, key := range []string{"containers", "initContainers"} {
		for number, container := range items(at(spec, key)) {
			c.workloads = append(c.workloads, workload{
				name: name, container: text(container, "name"), image: text(container, "image"),
				file: d.file, env: at(container, "env"), from: at(container, "envFrom"), number: number, init: key == "initContainers",
				command: scalars(at(container, "command")), args: scalars(at(container, "args")),
			})
		}
	}
}

func readStore(d *yamlDocument, kind, name string) store {
	s := store{kind, name, d.file, map[string]Value{}}
	for _, e := range entries(at(d.root, "data")) {
		v := scalarValue(e.value, d.file)
		if kind == "Secret" && v.State == Set {
			decoded, err := base64.StdEncoding.DecodeString(strings.TrimSpace(v.Text))
			if err != nil {
				v.State, v.Text, v.Why = Given, "", "it is not base64"
			} else {
				v = textValue(string(decoded), d.file, v.Line, v.Column)
			}
		}
		s.values[e.key.Value] = v
	}
	for _, e := range entries(at(d.root, "stringData")) {
		s.values[e.key.Value] = scalarValue(e.value, d.file)
	}
	return s
}

// generators reads configMapGenerator and secretGenerator: literals and env files.
func (c *cluster) generators(f *finder, d *yamlDocument) {
	for _, of := range []struct{ key, kind string }{{"configMapGenerator", "ConfigMap"}, {"secretGenerator", "Secret"}} {
		for _, generator := range items(at(d.root, of.key)) {
			s := store{of.kind, text(generator, "name"), d.file, map[string]Value{}}
			named := oneOrMore(at(generator, "envs"))
			named = append(named, oneOrMore(at(generator, "env"))...)
			for _, n := range named {
				file := path.Join(path.Dir(d.file), n.Value)
				if l, err := f.envFile(file, envfile.Docker, nil); err == nil {
					f.claimed[file] = true
					for name, v := range l.Values { // in any order
						s.values[name] = v
					}
				}
			}
			for _, n := range items(at(generator, "literals")) {
				if name, value, found := strings.Cut(n.Value, "="); found {
					s.values[name] = textValue(strings.Trim(value, `"'`), d.file, n.Line, n.Column) // as the generator does
				}
			}
			switch text(generator, "behavior") {
			case "merge":
				c.mergeStore(s)
			default:
				c.add(s)
			}
		}
	}
}

// find returns a config map or secret: that of the workload's own folder, or
// else the one that was found last.
func (c *cluster) find(kind, name string) *store {
	for ; c != nil; c = c.outer {
		if n, found := c.known[kind+"\x00"+name]; found {
			return &c.stores[n]
		}
	}
	return nil
}

// workloadLayers returns a layer for each entry of envFrom, and one for env.
func (f *finder) workloadLayers(c *cluster, w workload) (layers []*Layer) {
	layer := func(label, file string) *Layer {
		return &Layer{Kind: "manifests", Label: label, File: file, Component: f.tree.ComponentOf(file), Tracked: f.tracked[file], Values: map[string]Value{}, Changed: f.tree.Changed(file)}
	}
	for _, from := range items(w.from) {
		for _, of := range []struct{ key, kind string }{{"configMapRef", "ConfigMap"}, {"secretRef", "Secret"}} {
			ref, kind := at(from, of.key), of.kind
			name := text(ref, "name")
			if name == "" {
				continue
			}
			l := layer(fmt.Sprintf("%s, %s %s", w.file, kind, name), w.file)
			if s := c.find(kind, name); s != nil {
				l.Label, l.File = fmt.Sprintf("%s, %s %s", s.file, kind, name), s.file
				for key, v := range s.values { // in any order
					if envfile.IsName(key) {
						l.Values[text(from, "prefix")+key] = v
					}
				}
			} else if text(ref, "optional") != "true" {
				l.Open = fmt.Sprintf("%s %s, which is not in this tree", kind, name)
			}
			layers = append(layers, l)
		}
	}
	own, left := layer(fmt.Sprintf("%s, container %s", w.file, w.container), w.file), maxYAML
	for _, e := range items(w.env) {
		if name := at(e, "name"); name != nil && name.Value != "" && !strings.Contains(name.Value, unfilled) {
			from := w
			if file := w.origins[e]; file != "" {
				from.file = file
			}
			if v, given := c.value(e, from, name); given {
				if v.State == Set && at(e, "value") != nil {
					v, left = references(v, append(layers, own), left)
				}
				own.Values[name.Value] = v
			} else if v.Why != "" {
				if own.Gaps == nil {
					own.Gaps = map[string]string{}
				}
				own.Gaps[name.Value] = v.Why
			}
		}
	}
	own.Open = w.open
	if len(own.Values) > 0 || len(own.Gaps) > 0 || own.Open != "" {
		layers = append(layers, own)
	}
	return layers
}

var dollarParens = late.Regexp(`\$\$|\$\([A-Za-z_][A-Za-z0-9_.-]*\)`)

// references fills in $(NAME) with what is before it, the last layer
// first; $$ is a dollar sign, and what nothing sets stays as it is written. It
// gives how many bytes may still be filled in.
func references(v Value, before []*Layer, left int) (Value, int) {
	if !strings.Contains(v.Text, "$") {
		return v, left
	}
	unseen := false
	v.Text = dollarParens().ReplaceAllStringFunc(v.Text, func(ref string) string {
		if ref == "$$" {
			return "$"
		}
		name := ref[2 : len(ref)-1]
		for _, l := range slices.Backward(before) {
			other, found := l.Values[name]
			if !found {
				continue
			}
			if unseen = unseen || other.State == Given || other.State == Sealed || len(other.Text) > left; unseen {
				return ref
			}
			left -= len(other.Text)
			return other.Text
		}
		return ref
	})
	if unseen {
		v.State, v.Text, v.Why = Given, "", "made of a value that is not seen here"
	}
	return v, left
}

// value returns the value of one entry of env; it is none where a key is not there, which it says of one that is
// not optional.
func (c *cluster) value(e *yaml.Node, w workload, name *yaml.Node) (v Value, given bool) {
	hidden := Value{State: Given, File: w.file, Line: name.Line, Column: name.Column}
	from := at(e, "valueFrom")
	if from == nil {
		v := scalarValue(at(e, "value"), w.file)
		if at(e, "value") == nil {
			v = textValue("", w.file, 0, 0)
		}
		v.Line, v.Column = name.Line, name.Column
		return v, true
	}
	for _, of := range []struct{ key, kind string }{{"configMapKeyRef", "ConfigMap"}, {"secretKeyRef", "Secret"}} {
		ref, kind := at(from, of.key), of.kind
		if ref == nil {
			continue
		}
		optional := text(ref, "optional") == "true"
		s := c.find(kind, text(ref, "name"))
		if s == nil {
			hidden.Why = fmt.Sprintf("from %s %s, which is not in this tree", kind, text(ref, "name"))
			return hidden, !optional
		}
		v, found := s.values[text(ref, "key")]
		if !found && !optional {
			v.Why = fmt.Sprintf("%s:%d takes it from the key %s of %s %s, which has no such key", w.file, name.Line, text(ref, "key"), kind, text(ref, "name"))
		}
		return v, found
	}
	hidden.Why = "from the cluster itself"
	return hidden, true
}
